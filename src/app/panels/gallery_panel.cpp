#include "app/panels/gallery_panel.h"
#include "app/theme/theme.h"
#include "drawing/silhouette.h"
#include "joint/job.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/session.h"
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>
#include <map>

namespace zg {
namespace {

constexpr int recipeRole = Qt::UserRole; ///< index of the recipe; -1 for the heading of a group

/// Silhouettes come from the assemblies of the recipes' own first layouts.
const Drawing& silhouetteOf(int recipe) {
    static std::map<int, Drawing> made;
    const auto at = made.find(recipe);
    if (at != made.end()) return at->second;
    Joint joint;
    Job job;
    Drawing drawing;
    if (layOut(joint, recipes()[static_cast<std::size_t>(recipe)], job, {}))
        if (const auto resolved = resolve(job, joint)) drawing = silhouetteDrawing(buildAssembly(*resolved), 76, 62);
    return made.emplace(recipe, std::move(drawing)).first->second;
}

class GalleryDelegate : public QStyledItemDelegate {
public:
    GalleryDelegate(Theme& theme, QObject* parent) : QStyledItemDelegate(parent), theme_(theme) {}
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        return {170, index.data(recipeRole).toInt() < 0 ? 26 : 80};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Palette& p = theme_.palette();
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        const int recipe = index.data(recipeRole).toInt();
        if (recipe < 0) {
            painter->setPen(qcolor(p, Tone::FaintInk));
            painter->setFont(interfaceFont(11));
            painter->drawText(QRectF(option.rect).adjusted(10, 6, 0, 0), Qt::AlignVCenter, index.data().toString());
            painter->restore();
            return;
        }
        const QRectF box = QRectF(option.rect).adjusted(4, 2, -4, -2);
        const bool isCurrent = option.state & QStyle::State_Selected;
        painter->setPen(QPen(qcolor(p, isCurrent ? Tone::Accent : Tone::Line), isCurrent ? 1.4 : 1));
        painter->setBrush(qcolor(p, isCurrent ? Tone::Card : Tone::Paper));
        painter->drawRoundedRect(box, 5, 5);
        painter->save();
        painter->translate(box.left() + 6, box.top() + 7);
        PaintOptions options;
        options.palette = &p;
        paintDrawing(*painter, silhouetteOf(recipe), options);
        painter->restore();
        painter->setPen(qcolor(p, Tone::Ink));
        painter->setFont(interfaceFont(11.5, isCurrent));
        painter->drawText(box.adjusted(90, 4, -6, -4), Qt::AlignVCenter | Qt::TextWordWrap, index.data().toString());
        painter->restore();
    }

private:
    Theme& theme_;
};

} // namespace

GalleryPanel::GalleryPanel(Session& session, Theme& theme, QWidget* parent)
    : QWidget(parent), session_(session), search_(new QLineEdit(this)), list_(new QListWidget(this)) {
    setObjectName(QStringLiteral("panel"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(space::registerWidth);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 8, 4, 8);
    auto* head = new QLabel(tr("New joint"), this);
    head->setProperty("role", "faint");
    head->setContentsMargins(10, 0, 0, 0);
    column->addWidget(head);
    search_->setObjectName(QStringLiteral("gallerySearch"));
    search_->setPlaceholderText(tr("type to narrow"));
    column->addWidget(search_);
    list_->setObjectName(QStringLiteral("gallery"));
    list_->setAccessibleName(tr("Gallery of joints"));
    list_->setItemDelegate(new GalleryDelegate(theme, list_));
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column->addWidget(list_, 1);
    auto* foot = new QLabel(tr("Arrows walk the gallery.\nEnter keeps the joint,\nEsc drops it."), this);
    foot->setProperty("role", "faint");
    foot->setContentsMargins(10, 0, 0, 0);
    column->addWidget(foot);
    QString group;
    for (std::size_t i = 0; i < recipes().size(); ++i) {
        const Recipe& r = recipes()[i];
        if (group != QLatin1String(r.group)) {
            group = QString::fromUtf8(r.group);
            auto* heading = new QListWidgetItem(group, list_);
            heading->setData(recipeRole, -1);
            heading->setFlags(Qt::NoItemFlags);
        }
        auto* item = new QListWidgetItem(QString::fromUtf8(r.name), list_);
        item->setData(recipeRole, static_cast<int>(i));
    }
    connect(search_, &QLineEdit::textChanged, this, &GalleryPanel::narrow);
    connect(list_, &QListWidget::currentItemChanged, this, [this](QListWidgetItem* item) {
        if (!item || !proposal_ || item->data(recipeRole).toInt() < 0) return;
        proposal_->take(recipes()[static_cast<std::size_t>(item->data(recipeRole).toInt())]);
        propose();
    });
    connect(list_, &QListWidget::itemDoubleClicked, this, &GalleryPanel::keep);
    for (QObject* o : {static_cast<QObject*>(search_), static_cast<QObject*>(list_)}) o->installEventFilter(this);
    connect(&theme, &Theme::changed, list_->viewport(), qOverload<>(&QWidget::update));
}

void GalleryPanel::open() {
    proposal_ = std::make_unique<Proposal>(recipes().front());
    search_->clear();
    list_->setCurrentRow(-1);
    list_->setCurrentRow(1);
    list_->setFocus();
}

void GalleryPanel::propose() {
    if (!proposal_) return;
    session_.preview(proposal_->joint(session_.job()));
    Q_EMIT proposed();
}

void GalleryPanel::keep() {
    if (!proposal_) return;
    proposal_.reset();
    session_.keepProposed();
    Q_EMIT closed();
}

void GalleryPanel::drop() {
    if (!proposal_) return;
    proposal_.reset();
    session_.preview(std::nullopt);
    Q_EMIT closed();
}

void GalleryPanel::narrow(const QString& typed) {
    QListWidgetItem* first = nullptr;
    for (int i = 0; i < list_->count(); ++i) {
        QListWidgetItem* item = list_->item(i);
        const bool isRecipe = item->data(recipeRole).toInt() >= 0;
        const bool isShown = typed.isEmpty() || (isRecipe && item->text().contains(typed.trimmed(), Qt::CaseInsensitive));
        item->setHidden(!isShown);
        if (isShown && isRecipe && !first) first = item;
    }
    if (first && (!list_->currentItem() || list_->currentItem()->isHidden())) list_->setCurrentItem(first);
}

bool GalleryPanel::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Return || key == Qt::Key_Enter) return keep(), true;
    if (key == Qt::Key_Escape) return drop(), true;
    if (watched == search_ && (key == Qt::Key_Down || key == Qt::Key_Up)) {
        list_->setFocus();
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace zg
