#include "plates/flexibility.h"
#include "fe/analysis.h"

namespace zg {

namespace {

FlexiblePart partOf(const PartRef& plate) {
    if (isOfBeam(plate) || isOfHaunch(plate.kind)) return FlexiblePart::BeamEnds;
    switch (plate.kind) {
    case PartKind::ColumnWeb:
    case PartKind::Doubler: return FlexiblePart::ColumnWeb;
    case PartKind::ColumnFlange: return FlexiblePart::ColumnFlanges;
    case PartKind::EndPlate: return FlexiblePart::EndPlates;
    default: return FlexiblePart::Fittings;
    }
}

FlexiblePart partOf(fe::LinkRole role) {
    switch (role) {
    case fe::LinkRole::Bolt: return FlexiblePart::Bolts;
    case fe::LinkRole::Contact: return FlexiblePart::Contact;
    default: return FlexiblePart::Welds;
    }
}

} // namespace

FlexibilityShares elasticFlexibility(const fe::Analysis& a, const JointModel& m, double M) {
    FlexibilityShares shares{};
    const double factor = 2 / (M * M);
    for (std::size_t i = 0; i < m.model.shells.size(); ++i)
        shares[static_cast<std::size_t>(partOf(m.parts[m.model.shells[i].part]))] +=
            factor * a.system().storedInShell(static_cast<int>(i), a.state());
    for (std::size_t i = 0; i < m.model.links.size(); ++i)
        shares[static_cast<std::size_t>(partOf(m.model.links[i].role))] +=
            factor * a.system().storedInLink(static_cast<int>(i), a.state());
    return shares;
}

} // namespace zg
