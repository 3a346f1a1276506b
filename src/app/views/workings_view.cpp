#include "app/views/workings_view.h"
#include "app/theme/theme.h"
#include "report/anchors.h"
#include "report/html.h"
#include "report/joint_report.h"
#include "session/session.h"
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollBar>
#include <QTextBrowser>

namespace zg {

WorkingsView::WorkingsView(Session& session, Theme& theme, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), depths_(new QButtonGroup(this)), search_(new QLineEdit(this)),
      page_(new QTextBrowser(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* bar = new QHBoxLayout;
    const QString names[] = {tr("Brief"), tr("By part"), tr("Full workings")};
    for (int i = 0; i < 3; ++i) {
        auto* button = new QPushButton(names[i], this);
        button->setCheckable(true);
        button->setChecked(i == static_cast<int>(depth_));
        depths_->addButton(button, i);
        bar->addWidget(button);
    }
    bar->addStretch();
    search_->setPlaceholderText(tr("find in the workings"));
    search_->setMaximumWidth(220);
    search_->setObjectName(QStringLiteral("workingsSearch"));
    bar->addWidget(search_);
    column->addLayout(bar);
    page_->setObjectName(QStringLiteral("workings"));
    page_->setOpenLinks(false);
    column->addWidget(page_);
    connect(depths_, &QButtonGroup::idClicked, this, [this](int id) { setDepth(static_cast<Depth>(id)); });
    connect(search_, &QLineEdit::returnPressed, this, [this] { find(true); });
    const auto stale = [this](unsigned changes) {
        if (!(changes & (Session::Content | Session::Current | Session::File | Session::Settings_))) return;
        isStale_ = true;
        if (isVisible()) later_.start();
    };
    later_.setSingleShot(true);
    later_.setInterval(60);
    connect(&later_, &QTimer::timeout, this, [this] {
        if (isStale_) rebuild();
    });
    connect(&session, &Session::changed, this, stale);
    connect(&theme, &Theme::changed, this, [stale] { stale(~0U); });
}

WorkingsView::~WorkingsView() = default;

void WorkingsView::setDepth(Depth depth) {
    depth_ = depth;
    depths_->button(static_cast<int>(depth))->setChecked(true);
    isStale_ = true;
    if (isVisible()) rebuild();
}

QTextBrowser* WorkingsView::page() {
    if (isStale_) rebuild();
    return page_;
}

void WorkingsView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (isStale_) rebuild();
}

void WorkingsView::rebuild() {
    isStale_ = false;
    const Joint* joint = session_.current();
    document_.reset();
    if (!joint) return page_->clear();
    const int at = page_->verticalScrollBar()->value();
    ReportOptions options;
    options.depth = depth_;
    options.withFigures = false;
    document_ = std::make_unique<Document>(jointReport(session_.job(), *joint, options));
    page_->document()->setDefaultStyleSheet(
        QStringLiteral("h1{font-size:18px} h2{font-size:15px;margin-top:14px} h3{font-size:13px;margin-top:10px} "
                       "h4{font-size:12px;margin-top:8px} "
                       "td,th{font-size:11.5px;padding-right:6px} p{margin-top:3px;margin-bottom:3px}"));
    page_->setHtml(QString::fromStdString(htmlBody(*document_, theme_.palette(), session_.job().settings.units)));
    page_->verticalScrollBar()->setValue(at);
}

void WorkingsView::jumpTo(const Check& check) {
    if (depth_ == Depth::Brief) setDepth(Depth::ByPart);
    if (isStale_) rebuild();
    if (document_) page_->scrollToAnchor(QString::fromStdString(anchorIn(*document_, check)));
}

void WorkingsView::find(bool forward) {
    if (page_->find(search_->text(), forward ? QTextDocument::FindFlags() : QTextDocument::FindBackward)) return;
    page_->moveCursor(QTextCursor::Start);
    (void)page_->find(search_->text());
}

} // namespace zg
