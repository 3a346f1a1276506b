#include "app/sheet/card.h"
#include "app/sheet/haunch_map_widget.h"
#include "app/sheet/stock_strip_widget.h"
#include "app/theme/theme.h"
#include "base/text.h"
#include "component/welds.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QVBoxLayout>
#include <algorithm>

namespace zg {
namespace {

QLabel* faint(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setProperty("role", "faint");
    label->setWordWrap(true);
    return label;
}

/// As large as what it holds, and scrolled where that is taller than the room there is.
class Scroll : public QScrollArea {
public:
    explicit Scroll(QWidget* parent) : QScrollArea(parent) {
        setFrameShape(QFrame::NoFrame);
        setWidgetResizable(true);
        setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    }
    [[nodiscard]] QSize sizeHint() const override {
        if (!widget()) return {};
        QSize size = widget()->sizeHint();
        if (size.height() > maximumHeight()) size.rwidth() += verticalScrollBar()->sizeHint().width();
        return size;
    }
    [[nodiscard]] QSize minimumSizeHint() const override { return {sizeHint().width(), std::min(80, sizeHint().height())}; }
};

bool isOfColumn(PartKind kind) { return kind == PartKind::ColumnWeb || kind == PartKind::ColumnFlange; }

/// For welds: the throat that makes double fillets as strong as the part, an option worth seeing.
QString remarkOf(const JointState& state, const PartRef& part) {
    if (!state.resolved) return {};
    const ResolvedSide* side = state.resolved->side(part.side);
    if (!side) return {};
    double thickness = 0;
    if (part.kind == PartKind::WeldTop || part.kind == PartKind::WeldBottom) thickness = side->beam.section.t_f;
    if (part.kind == PartKind::WeldWeb) thickness = side->beam.section.t_w;
    if (thickness <= 0) return {};
    const double a = fullStrengthThroat(thickness, side->beam.steel.f_y, jointStrength(side->beam.steel, side->plateSteel),
                                        state.resolved->settings);
    return Card::tr("as strong as the plate from a %1 mm").arg(QString::fromStdString(fixedDecimals(a, 1)));
}

} // namespace

Card::Card(Session& session, Theme& theme, const PartRef& part, ParameterForm::ChooseSection chooseSection, QWidget* parent)
    : QFrame(parent), session_(session), theme_(theme), part_(part), chooseSection_(std::move(chooseSection)) {
    setObjectName(QStringLiteral("card"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 9, 12, 10);
    layout->setSizeConstraint(QLayout::SetFixedSize);
    scroll_ = new Scroll(this);
    scroll_->setMaximumHeight(std::max(120, parent->height() - 36));
    layout->addWidget(scroll_);
    build();
}

void Card::build() {
    const Joint* joint = session_.current();
    const JointState* state = session_.state();
    if (!joint || !state) return;
    body_ = new QWidget(scroll_);
    body_->setObjectName(QStringLiteral("cardPaper"));
    auto* column = new QVBoxLayout(body_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(5);
    auto* head = new QHBoxLayout;
    QString name = QString::fromStdString(isOfColumn(part_.kind) ? "column" : partName(part_, isTwoSided(*joint)));
    name[0] = name[0].toUpper();
    auto* title = new QLabel(name, body_);
    title->setProperty("role", "title");
    head->addWidget(title);
    head->addStretch();
    Joint probe = *joint;
    if (removePart(probe, part_)) {
        auto* remove = new QPushButton(tr("remove"), body_);
        remove->setObjectName(QStringLiteral("link"));
        connect(remove, &QPushButton::clicked, this, [this, name] {
            const PartRef part = part_;
            (void)session_.edit(tr("remove %1").arg(name.toLower()), [part](Joint& j) { (void)removePart(j, part); });
        });
        head->addWidget(remove);
    }
    auto* close = new QPushButton(tr("close"), body_);
    close->setObjectName(QStringLiteral("link"));
    close->setAccessibleName(tr("Close the card"));
    connect(close, &QPushButton::clicked, this, &Card::closed);
    head->addSpacing(10);
    head->addWidget(close);
    column->addLayout(head);
    strip_ = nullptr;
    std::string stepped;
    const bool isHaunch =
        part_.kind == PartKind::HaunchWeb || part_.kind == PartKind::HaunchFlange; // two sizes that act together
    if (auto strip = isHaunch ? std::nullopt : stockStrip(session_.job(), *joint, part_)) {
        stepped = strip->key;
        auto* line = new QHBoxLayout;
        const bool isLength = strip->key != "size";
        auto* caption = faint(
            QString::fromStdString(strip->title) + (isLength ? tr(", mm; use of the joint") : tr("; use of the joint")), body_);
        caption->setWordWrap(false);
        line->addWidget(caption);
        line->addStretch();
        auto* remark = faint(QString::fromStdString(strip->remark), body_);
        remark->setWordWrap(false);
        line->addWidget(remark);
        column->addLayout(line);
        strip_ = new StockStripWidget(session_, theme_, std::move(*strip), body_);
        column->addWidget(strip_);
    }
    map_ = nullptr;
    if (isHaunch)
        if (auto map = haunchMap(session_.job(), *joint, part_.side, part_.index == 0)) {
            auto* caption = faint(tr("length across, depth down; use of the joint, a line where another check governs"), body_);
            caption->setWordWrap(false);
            column->addWidget(caption);
            map_ = new HaunchMapWidget(session_, theme_, std::move(*map), body_);
            column->addWidget(map_);
        }
    std::vector<Parameter> parameters = parametersOf(*joint, part_);
    const bool maySlip =
        std::none_of(parameters.begin(), parameters.end(), [](const Parameter& p) { return p.key == "no_slip_at" && p.isGiven; });
    parameters.erase(std::remove_if(parameters.begin(), parameters.end(),
                                    [&](const Parameter& p) {
                                        return (p.key == "level" && !isTwoSided(*joint)) || p.key == "direction" ||
                                               isOfPlates(p) || (p.key == "friction_class" && maySlip) ||
                                               (!joint->seismic && (p.key == "gravity_load" || p.key.rfind("cut_", 0) == 0));
                                    }),
                     parameters.end());
    const auto form = [&](const std::vector<Parameter>& list) {
        column->addWidget(new ParameterForm(
            list, session_.job().settings.units,
            [this](const Parameter& p, const ParameterValue& value, const QString& words) {
                (void)session_.setParameter(p, value, words);
            },
            chooseSection_, body_));
    };
    // A row's card shows what is its own, then what it shares.
    const auto shared = std::find_if(parameters.begin(), parameters.end(), [](const Parameter& p) { return p.group == "bolts"; });
    if (part_.kind == PartKind::BoltRow && shared != parameters.begin() && shared != parameters.end()) {
        column->addWidget(faint(tr("of this row alone"), body_));
        form({parameters.begin(), shared});
        column->addWidget(faint(tr("of all rows of this plate"), body_));
        form({shared, parameters.end()});
    } else {
        form(parameters);
    }
    if (const QString remark = remarkOf(*state, part_); !remark.isEmpty()) column->addWidget(faint(remark, body_));
    scroll_->setWidget(body_);
    scroll_->updateGeometry();
}

void Card::refresh() {
    const Joint* joint = session_.current();
    if (!joint || parametersOf(*joint, part_).empty()) {
        Q_EMIT closed();
        return;
    }
    if (part_.kind == PartKind::BoltRow) {
        const EndPlate* side = findEndPlate(*joint, part_.side);
        if (side && part_.index >= static_cast<int>(side->rows.size())) {
            Q_EMIT closed();
            return;
        }
    }
    const QWidget* focused = focusWidget();
    const QString name = focused && isAncestorOf(focused) && focused->hasFocus() ? focused->objectName() : QString();
    const bool hadStripFocus = strip_ && strip_->hasFocus(), hadMapFocus = map_ && map_->hasFocus();
    // The editor that made this change may still be on the call stack: it goes later.
    scroll_->takeWidget();
    body_->hide();
    body_->setObjectName({});
    for (QWidget* child : body_->findChildren<QWidget*>()) {
        child->setObjectName({});
        child->blockSignals(true);
    }
    body_->deleteLater();
    build();
    body_->show();
    adjustSize();
    if (hadMapFocus && map_)
        map_->setFocus();
    else if (hadStripFocus && strip_)
        strip_->setFocus();
    else if (!name.isEmpty()) {
        if (auto* again = findChild<QWidget*>(name)) again->setFocus();
    }
}

void Card::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        Q_EMIT closed();
        return;
    }
    QFrame::keyPressEvent(event);
}

} // namespace zg
