#include "app/plates/plate_list.h"
#include "app/plates/plate_display.h"
#include "base/text.h"
#include "plates/plate_result.h"
#include "session/session.h"
#include "words/phrases.h"
#include "words/plate_path.h"
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
    setAccessibleName(tr("Path of the force, part by part; waves of buckling"));
    setColumnCount(2);
    header()->hide();
    header()->setStretchLastSection(false);
    header()->setSectionResizeMode(0, QHeaderView::Stretch);
    header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
    setRootIsDecorated(false);
    setIndentation(8);
    setFixedWidth(244);
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
    item->setFirstColumnSpanned(true);
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

void PlateList::listBuilt(const Joint& joint) {
    const auto built = display_.built();
    if (!built) return;
    const bool isTwoSided = zg::isTwoSided(joint);
    const auto nameOf = [&](const PartRef& part) { return QString::fromStdString(partName(part, isTwoSided)); };
    if (!built->clashes.empty()) {
        auto* under = heading(tr("Clashes"));
        for (const Clash& c : built->clashes) {
            const QString depth = tr("%1 mm").arg(QString::fromStdString(fixedDecimals(c.depth, 0)));
            const QString help = tr("%1 and %2 would stand in one another, by %3").arg(nameOf(c.a), nameOf(c.b), depth);
            add(under, nameOf(c.a) + tr(" and ") + nameOf(c.b), depth, c.a, help);
        }
    }
    auto* plates = heading(tr("Plates"));
    std::vector<PartRef> listed;
    const auto isNew = [&](const PartRef& part) {
        const bool is = std::find(listed.begin(), listed.end(), part) == listed.end();
        if (is) listed.push_back(part);
        return is;
    };
    for (const PlatePart& p : built->assembly.plates)
        if (isNew(p.part))
            add(plates, nameOf(p.part), QString::fromStdString(significant(p.thickness, 4)) + QStringLiteral(" mm"), p.part,
                QString::fromStdString(p.what.empty() ? p.steel : p.what + ", " + p.steel));
    if (built->assembly.bolts.empty()) return;
    auto* bolts = heading(tr("Bolts"));
    for (const BoltPart& b : built->assembly.bolts)
        if (isNew(b.part))
            add(bolts, nameOf(b.part), QStringLiteral("⌀ ") + QString::fromStdString(significant(b.d, 4)), b.part, {});
}

void PlateList::listRun(const PlateStrength& run, const Joint& joint) {
    const bool isTwoSided = zg::isTwoSided(joint);
    const UnitSystem units = session_.job().settings.units;
    const auto text = [](const std::string& s) { return QString::fromStdString(s); };
    const PlateCyclic* cyclic = display_.cyclic();
    if (cyclic) {
        auto* under = heading(tr("Found in the cycles"));
        QString all;
        for (const std::string& line : cyclicFindings(*cyclic, units, isTwoSided)) all += text(line) + QLatin1Char('\n');
        for (const auto& [what, number] : cyclicNumbers(*cyclic, units)) {
            auto* item = new QTreeWidgetItem(under, {text(what), text(number)});
            item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            for (const int column : {0, 1}) item->setToolTip(column, all.trimmed());
        }
    }
    for (const PathStretch& stretch : pathOf(run, isTwoSided, units)) {
        auto* under = heading(text(stretch.title));
        for (const PathPart& p : stretch.parts) add(under, text(p.name), text(p.number), p.part, text(p.help));
    }
    if (cyclic) {
        auto* gathered = heading(tr("Cycles: moment, damping"));
        for (const PlateCycle& k : cyclic->cycles)
            if (!k.isRepeated) {
                auto* item = new QTreeWidgetItem(
                    gathered, {text(driftWords(k.drift)), text(shown(k.most.front(), Quantity::Moment, units) + ", " +
                                                               fixedDecimals(100 * k.damping, 1) + " %")});
                item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            }
        return;
    }
    if (const PlateStability* imperfect = display_.stability(); imperfect && !imperfect->imperfections.empty()) {
        auto* under = heading(tr("Imperfections"));
        for (const PlateImperfection& i : imperfect->imperfections)
            add(under, text(partName(i.part, isTwoSided)), text(fixedDecimals(i.amplitude, 2)) + QStringLiteral(" mm"), i.part,
                text(imperfectionWords(i, isTwoSided)));
    }
    if (const PlateStability* imperfect = display_.stability(); imperfect && !imperfect->webs.empty()) {
        auto* under = heading(tr("Column web by EN 1993-1-5, 6"));
        for (const PatchLoad& p : imperfect->webs)
            add(under,
                (p.isTop ? tr("under the top flange") : tr("under the bottom flange")) +
                    (isTwoSided ? tr(", %1").arg(text(name(p.side))) : QString()),
                text(fixedDecimals(p.utilisation(), 2)), {PartKind::ColumnWeb, p.side, 0},
                text(patchLoadWords(p, units, isTwoSided)));
    }
    if (const PlateMomentRotation* curve = display_.curve()) {
        auto* under = heading(tr("Along the moment"));
        const QString marks = text(markWords(curve->marks(), units));
        for (const PartMark& m : curve->parts)
            add(under, text(partName(m.part, isTwoSided)) + QStringLiteral(", ") + text(wordOf(m.what)),
                text(shown(m.M, Quantity::Moment, units)), m.part,
                tr("%1 mrad; %2").arg(text(fixedDecimals(1e3 * m.phi, 2)), marks));
    }
    const PlateStudy& study = *display_.study();
    if (!study.curvesAbout.empty()) {
        auto* under = heading(tr("Other axes: M_j,Rd"));
        for (const PlateMomentRotation& m : study.curvesAbout)
            add(under, text(wordOf(m.axis)) + (isTwoSided ? tr(", %1").arg(text(name(m.side))) : QString()),
                text(shown(m.M_j_Rd, Quantity::Moment, units)), {PartKind::BeamWeb, m.side, 0},
                text(curveSentence(m, platesOf(joint).strainLimit, units)));
    }
    const PlateBuckling* b = display_.buckling();
    auto* modes = heading(b && !b->modes.empty() ? tr("Waves: factor") : tr("Waves: none found"));
    for (std::size_t i = 0; b && i < b->modes.size(); ++i) {
        const PlateMode& m = b->modes[i];
        auto* item = new QTreeWidgetItem(modes, {text(reachWords(m, isTwoSided)), text(fixedDecimals(m.factor, 1))});
        item->setToolTip(1, item->text(0));
        item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
        item->setData(0, modeRole, static_cast<int>(i));
        QString shares;
        for (const PlateMode::Share& s : m.shares)
            shares += tr("\n%1 % %2").arg(static_cast<int>(100 * s.energy + 0.5)).arg(text(partName(s.part, isTwoSided)));
        item->setToolTip(0, item->text(0) + tr("\nShare of the energy:") + shares);
        if (display_.mode() == static_cast<int>(i)) setCurrentItem(item);
    }
}

void PlateList::rebuild() {
    const PlateStrength* set = display_.set();
    const Joint* joint = session_.current();
    isFilling_ = true;
    clear();
    parts_.clear();
    if (joint && display_.isBuilt()) listBuilt(*joint);
    if (set && joint && !display_.isBuilt()) listRun(*set, *joint);
    isFilling_ = false;
}

} // namespace zg
