#include "app/plates/plate_list.h"
#include "app/plates/plate_display.h"
#include "base/text.h"
#include "plates/plate_result.h"
#include "session/session.h"
#include "words/phrases.h"
#include "words/plate_words.h"
#include <QHeaderView>
#include <algorithm>

namespace zg {

namespace {
constexpr int partRole = Qt::UserRole, modeRole = Qt::UserRole + 1;
}

PlateList::PlateList(Session& session, PlateDisplay& display, QWidget* parent)
    : QTreeWidget(parent), session_(session), display_(display) {
    setObjectName(QStringLiteral("plateList"));
    setAccessibleName(tr("Plates, bolts, welds and modes"));
    setColumnCount(2);
    header()->hide();
    header()->setStretchLastSection(false);
    header()->setSectionResizeMode(0, QHeaderView::Stretch);
    header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
    setRootIsDecorated(false);
    setIndentation(8);
    setFixedWidth(208);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(&display, &PlateDisplay::changed, this, &PlateList::rebuild);
    connect(this, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        if (!item || isFilling_) return;
        if (item->data(0, modeRole).isValid())
            display_.showMode(item->data(0, modeRole).toInt());
        else if (item->data(0, partRole).isValid())
            session_.selectPart(parts_[static_cast<std::size_t>(item->data(0, partRole).toInt())]);
    });
    connect(this, &QTreeWidget::itemDoubleClicked, this, [this](QTreeWidgetItem* item) {
        if (!item->data(0, partRole).isValid()) return;
        const PartRef part = parts_[static_cast<std::size_t>(item->data(0, partRole).toInt())];
        display_.isolated = display_.isolated == std::optional<PartRef>(part) ? std::nullopt : std::optional<PartRef>(part);
        display_.touch();
    });
    rebuild();
}

QTreeWidgetItem* PlateList::heading(const QString& text) {
    auto* item = new QTreeWidgetItem(this, {text, {}});
    QFont font = item->font(0);
    font.setBold(true);
    item->setFont(0, font);
    item->setFlags(Qt::ItemIsEnabled);
    item->setExpanded(true);
    return item;
}

void PlateList::add(QTreeWidgetItem* under, const QString& name, const QString& number, const PartRef& part,
                    const QString& help) {
    auto* item = new QTreeWidgetItem(under, {name, number});
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    item->setData(0, partRole, static_cast<int>(parts_.size()));
    item->setToolTip(0, help);
    item->setToolTip(1, help);
    parts_.push_back(part);
    if (session_.selectedPart() == std::optional<PartRef>(part) && !currentItem()) setCurrentItem(item);
}

void PlateList::rebuild() {
    const PlateStrength* set = display_.set();
    const Joint* joint = session_.current();
    isFilling_ = true;
    clear();
    parts_.clear();
    if (set && joint) {
        const bool isTwoSided = joint->left.has_value();
        const UnitSystem units = session_.job().settings.units;
        const auto text = [](const std::string& s) { return QString::fromStdString(s); };
        auto* plates = heading(tr("Plates"));
        std::vector<PartUse> parts = set->parts;
        std::sort(parts.begin(), parts.end(), [](const PartUse& a, const PartUse& b) {
            return a.strain != b.strain ? a.strain > b.strain : a.stress / a.f_y > b.stress / b.f_y;
        });
        for (const PartUse& p : parts)
            add(plates, text(partName(p.part, isTwoSided)),
                text(p.strain > 0 ? fixedDecimals(100 * p.strain, 2) + " %" : shown(p.stress, Quantity::Stress, units)), p.part,
                tr("largest stress %1, yield %2, plastic strain %3 %")
                    .arg(text(shown(p.stress, Quantity::Stress, units)), text(shown(p.f_y, Quantity::Stress, units)),
                         text(fixedDecimals(100 * p.strain, 2))));
        auto* bolts = heading(tr("Bolts: use"));
        std::vector<BoltUse> rows; // the worst of each row
        for (const BoltUse& b : set->bolts) {
            const auto at = std::find_if(rows.begin(), rows.end(), [&](const BoltUse& o) { return o.row == b.row; });
            if (at == rows.end())
                rows.push_back(b);
            else if (b.utilisation() > at->utilisation())
                *at = b;
        }
        std::sort(rows.begin(), rows.end(), [](const BoltUse& a, const BoltUse& b) { return a.utilisation() > b.utilisation(); });
        for (const BoltUse& b : rows)
            add(bolts, text(partName(b.row, isTwoSided)), text(fixedDecimals(b.utilisation(), 2)), b.row,
                tr("one bolt: tension %1 with prying, shear %2, F_t,Rd %3")
                    .arg(text(shown(b.tension, Quantity::Force, units)), text(shown(b.shear, Quantity::Force, units)),
                         text(shown(b.F_t_Rd, Quantity::Force, units))));
        auto* welds = heading(tr("Welds: use"));
        std::vector<WeldUse> lines = set->welds;
        std::sort(lines.begin(), lines.end(),
                  [](const WeldUse& a, const WeldUse& b) { return a.utilisation() > b.utilisation(); });
        for (const WeldUse& w : lines)
            add(welds, text(partName(w.part, isTwoSided)), w.strength > 0 ? text(fixedDecimals(w.utilisation(), 2)) : tr("butt"),
                w.part,
                tr("largest throat stress %1, plastic deformation %2 mm")
                    .arg(text(shown(w.stress, Quantity::Stress, units)), text(fixedDecimals(w.deformation, 3))));
        const PlateBuckling* b = display_.buckling();
        auto* modes = heading(b && !b->modes.empty() ? tr("Buckling: factor") : tr("Buckling: no factor"));
        for (std::size_t i = 0; b && i < b->modes.size(); ++i) {
            const PlateMode& m = b->modes[i];
            auto* item = new QTreeWidgetItem(modes, {text(reachWords(m, isTwoSided)), text(fixedDecimals(m.factor, 1))});
            item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            item->setData(0, modeRole, static_cast<int>(i));
            QString shares;
            for (const PlateMode::Share& s : m.shares)
                shares += tr("\n%1 % %2").arg(static_cast<int>(100 * s.energy + 0.5)).arg(text(partName(s.part, isTwoSided)));
            item->setToolTip(0, tr("Share of the energy:") + shares);
            if (display_.mode() == static_cast<int>(i)) setCurrentItem(item);
        }
    }
    isFilling_ = false;
}

} // namespace zg
