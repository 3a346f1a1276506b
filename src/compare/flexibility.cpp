#include "compare/flexibility.h"

namespace zg {

namespace {

FlexiblePart partOf(Limit component) {
    switch (component) {
    case Limit::ColumnFlange:
    case Limit::FlangeWidth: return FlexiblePart::ColumnFlanges;
    case Limit::EndPlate:
    case Limit::OtherPlate: return FlexiblePart::EndPlates;
    case Limit::Bolts: return FlexiblePart::Bolts;
    case Limit::BeamWeb:
    case Limit::OtherWeb:
    case Limit::BeamFlangeCompression:
    case Limit::OtherFlangeCompression: return FlexiblePart::BeamEnds;
    default: return FlexiblePart::ColumnWeb;
    }
}

} // namespace

FlexibilityShares flexibilityByRules(const ConnectionResult& c) {
    FlexibilityShares shares{};
    const auto add = [&](FlexiblePart part, double forcePerMoment, double k) {
        if (k > 0) shares[static_cast<std::size_t>(part)] += forcePerMoment * forcePerMoment / (youngsModulus * k);
    };
    const Stiffness& s = c.stiffness;
    if (s.z_eq <= 0) return shares;
    if (!s.k_1_isInfinite) add(FlexiblePart::ColumnWeb, 1 / s.z_eq, s.k_1);
    if (!s.k_2_isInfinite) add(FlexiblePart::ColumnWeb, 1 / s.z_eq, s.k_2);
    double together = 0; // of the rows, mm3
    for (const RowResult& row : c.rows) together += row.k_eff * row.h_r * row.h_r;
    for (const RowResult& row : c.rows) {
        if (row.k_eff <= 0) continue;
        for (const Component& link : row.chain)
            if (!link.isRigid) add(partOf(link.kind), row.k_eff * row.h_r / together, link.k);
    }
    return shares;
}

} // namespace zg
