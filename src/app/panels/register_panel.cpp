#include "app/panels/register_panel.h"
#include "app/theme/theme.h"
#include "app/use_text.h"
#include "assembly/assembly.h"
#include "base/text.h"
#include "drawing/silhouette.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/register_filter.h"
#include "session/register_model.h"
#include "session/session.h"
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace zg {
namespace {

class RegisterDelegate : public QStyledItemDelegate {
public:
    RegisterDelegate(Theme& theme, QObject* parent) : QStyledItemDelegate(parent), theme_(theme) {}
    static constexpr int heading = 24, line = 62;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        const auto* shown = static_cast<const RegisterFilter*>(index.model());
        if (shown->isFolded(index.data(RegisterModel::GroupRole).toString())) return {180, heading};
        return {180, line + (shown->isFirstOfGroup(index) ? heading : 0)};
    }

    /// A click on the heading of a group folds it, or opens it again.
    bool editorEvent(QEvent* event, QAbstractItemModel* model, const QStyleOptionViewItem& option,
                     const QModelIndex& index) override {
        auto* shown = static_cast<RegisterFilter*>(model);
        const bool isClick = event->type() == QEvent::MouseButtonRelease || event->type() == QEvent::MouseButtonPress;
        if (isClick && shown->isFirstOfGroup(index) &&
            static_cast<QMouseEvent*>(event)->position().y() < option.rect.top() + heading) {
            if (event->type() == QEvent::MouseButtonRelease) shown->toggleFold(index.data(RegisterModel::GroupRole).toString());
            return true;
        }
        return QStyledItemDelegate::editorEvent(event, model, option, index);
    }

    /// The heading of a group; gives its height.
    int paintHeading(QPainter* painter, const QRect& rect, const QModelIndex& index) const {
        const auto* shown = static_cast<const RegisterFilter*>(index.model());
        if (!shown->isFirstOfGroup(index)) return 0;
        const Palette& p = theme_.palette();
        const QString group = index.data(RegisterModel::GroupRole).toString();
        painter->setPen(qcolor(p, Tone::FaintInk));
        painter->setFont(interfaceFont(11, true));
        const QString sign = shown->isFolded(group) ? QStringLiteral("▸ ") : QStringLiteral("▾ ");
        const QString count = QString::number(static_cast<const RegisterModel*>(shown->sourceModel())->countOf(group));
        const QRect box = rect.adjusted(8, 0, -12, 0);
        painter->drawText(QRect(box.left(), box.top(), box.width(), heading), Qt::AlignVCenter | Qt::AlignRight, count);
        const QString name = group.isEmpty() ? RegisterPanel::tr("no group") : group;
        painter->drawText(QRect(box.left(), box.top(), box.width() - 30, heading), Qt::AlignVCenter,
                          painter->fontMetrics().elidedText(sign + name, Qt::ElideRight, box.width() - 30));
        return heading;
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Palette& p = theme_.palette();
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        const int top = paintHeading(painter, option.rect, index);
        if (option.rect.height() <= heading) return painter->restore();
        const QRectF box = QRectF(option.rect).adjusted(4, 2 + top, -4, -2);
        if (option.state & QStyle::State_Selected) {
            painter->setPen(QPen(qcolor(p, Tone::Accent), 1.2));
            painter->setBrush(qcolor(p, Tone::Card));
            painter->drawRoundedRect(box, 5, 5);
        }
        const auto* shown = static_cast<const RegisterFilter*>(index.model());
        if (const auto joint =
                static_cast<const RegisterModel*>(shown->sourceModel())->resolvedAt(shown->mapToSource(index).row())) {
            painter->save();
            painter->translate(box.left() + 5, box.top() + 6);
            PaintOptions options;
            options.palette = &p;
            paintDrawing(*painter, silhouetteDrawing(buildAssembly(*joint), 44, 46), options);
            painter->restore();
        }
        const double x = box.left() + 56;
        painter->setPen(qcolor(p, Tone::Ink));
        painter->setFont(interfaceFont(13, true));
        const QString mark = index.data(RegisterModel::MarkRole).toString();
        const double markWidth = std::min(70.0, QFontMetricsF(painter->font()).horizontalAdvance(mark));
        painter->drawText(QRectF(x, box.top() + 3, 72, 18), Qt::AlignVCenter,
                          QFontMetricsF(painter->font()).elidedText(mark, Qt::ElideRight, 72));
        painter->setPen(qcolor(p, Tone::FaintInk));
        painter->setFont(interfaceFont(10.5));
        const QRectF members(x + markWidth + 8, box.top() + 3, box.right() - x - markWidth - 12, 18);
        painter->drawText(members, Qt::AlignVCenter,
                          QFontMetricsF(painter->font())
                              .elidedText(index.data(RegisterModel::MembersRole).toString(), Qt::ElideRight, members.width()));
        const double ratio = index.data(RegisterModel::RatioRole).toDouble();
        const auto state = static_cast<CheckState>(index.data(RegisterModel::StateRole).toInt());
        const QRectF bar(x, box.top() + 26, box.right() - x - 58, 5);
        painter->setPen(Qt::NoPen);
        painter->setBrush(qcolor(p, Tone::Line));
        painter->drawRoundedRect(bar, 2, 2);
        if (ratio > 0) {
            painter->setBrush(qcolor(p, toneOf(state)));
            painter->drawRoundedRect(QRectF(bar.left(), bar.top(), bar.width() * std::min(1.0, ratio / 1.2), bar.height()), 2, 2);
        }
        painter->setPen(QPen(qcolor(p, Tone::Ink), 1));
        const double one = bar.left() + bar.width() / 1.2;
        painter->drawLine(QPointF(one, bar.top() - 2), QPointF(one, bar.bottom() + 2));
        painter->setFont(interfaceFont(11.5, true));
        const QString text = ratio < 0 ? QStringLiteral("–") : useText(ratio);
        painter->drawText(QRectF(box.right() - 54, box.top() + 20, 32, 17), Qt::AlignRight | Qt::AlignVCenter, text);
        paintStateRing(*painter, box.right() - 12, box.top() + 28.5, 4.4, state, p);
        painter->setPen(qcolor(p, Tone::FaintInk));
        painter->setFont(interfaceFont(10.5));
        painter->drawText(QRectF(x, box.top() + 36, box.right() - x, 16), Qt::AlignVCenter,
                          index.data(RegisterModel::ClassRole).toString());
        painter->restore();
    }

private:
    Theme& theme_;
};

} // namespace

RegisterPanel::RegisterPanel(Session& session, Theme& theme, QWidget* parent)
    : QWidget(parent), session_(session), model_(new RegisterModel(session, this)), filter_(new RegisterFilter(this)),
      list_(new QListView(this)) {
    setObjectName(QStringLiteral("panel"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(space::registerWidth);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 8, 4, 8);
    auto* head = new QLabel(this);
    head->setProperty("role", "faint");
    head->setContentsMargins(10, 0, 0, 0);
    auto* order = new QPushButton(this);
    order->setObjectName(QStringLiteral("link"));
    order->setAccessibleName(tr("Order of the register"));
    auto* top = new QHBoxLayout;
    top->setContentsMargins(0, 0, 6, 0);
    top->addWidget(head);
    top->addStretch();
    top->addWidget(order);
    column->addLayout(top);
    auto* words = new QLineEdit(this);
    words->setObjectName(QStringLiteral("registerFilter"));
    words->setPlaceholderText(tr("filter: IPE 400, rigid, over 0.9"));
    words->setAccessibleName(tr("Filter of the register"));
    words->setClearButtonEnabled(true);
    column->addWidget(words);
    filter_->setSourceModel(model_);
    list_->setObjectName(QStringLiteral("register"));
    list_->setModel(filter_);
    list_->setItemDelegate(new RegisterDelegate(theme, list_));
    list_->setAccessibleName(tr("Register of joints"));
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(list_, &QListView::customContextMenuRequested, this,
            [this](const QPoint& at) { Q_EMIT menuWanted(list_->viewport()->mapToGlobal(at)); });
    column->addWidget(list_);
    auto* add = new QPushButton(tr("+ new joint"), this);
    add->setObjectName(QStringLiteral("link"));
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(10, 0, 0, 0);
    foot->addWidget(add);
    foot->addStretch();
    column->addLayout(foot);
    connect(add, &QPushButton::clicked, this, &RegisterPanel::newJointWanted);
    const auto count = [this, head, order, words] {
        const int n = model_->rowCount(), shown = filter_->rowCount();
        head->setText(!filter_->problem().isEmpty() ? filter_->problem()
                      : shown != n                  ? tr("%1 of %2 joints").arg(shown).arg(n)
                      : n == 1                      ? tr("Register   1 joint")
                                                    : tr("Register   %1 joints").arg(n));
        // A handful is looked over faster than filtered.
        const bool isLong = n > 4 || !words->text().isEmpty();
        words->setVisible(isLong);
        order->setVisible(isLong && filter_->problem().isEmpty());
        order->setText(filter_->order() == RegisterFilter::Order::Job   ? tr("job order")
                       : filter_->order() == RegisterFilter::Order::Use ? tr("by use")
                                                                        : tr("by mark"));
        follow();
    };
    connect(&session, &Session::changed, this, count);
    connect(words, &QLineEdit::textChanged, this, [this, count](const QString& text) {
        isFiltering_ = true; // the list moves on from lines that go; the bench does not
        filter_->setWords(text);
        isFiltering_ = false;
        count();
    });
    connect(order, &QPushButton::clicked, this, [this, count] {
        const auto now = filter_->order();
        filter_->setOrder(now == RegisterFilter::Order::Job   ? RegisterFilter::Order::Use
                          : now == RegisterFilter::Order::Use ? RegisterFilter::Order::Mark
                                                              : RegisterFilter::Order::Job);
        count();
    });
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& index) {
        if (index.isValid() && !isFiltering_) session_.setCurrent(index.data(RegisterModel::IdRole).toString().toStdString());
    });
    connect(&theme, &Theme::changed, list_->viewport(), qOverload<>(&QWidget::update));
    count();
}

void RegisterPanel::follow() {
    // The joint on the bench stays there when the filter hides its line.
    const QModelIndex at = filter_->mapFromSource(model_->index(model_->currentRow()));
    if (list_->currentIndex() == at) return;
    isFiltering_ = true;
    list_->setCurrentIndex(at);
    isFiltering_ = false;
}

} // namespace zg
