#include "plates/snapshot.h"
#include "plates/strength.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <string>

namespace zg {

namespace {

// Fittings count with the member they stiffen; end plates belong to none.
std::string memberOf(PartRef part) {
    switch (part.kind) {
    case PartKind::BeamTopFlange:
    case PartKind::BeamBottomFlange:
    case PartKind::BeamWeb:
    case PartKind::RibTop:
    case PartKind::RibBottom: return part.side.str();
    case PartKind::EndPlate: return "end plates";
    default: return "column";
    }
}

} // namespace

PlateMode sortedMode(double factor, const std::vector<double>& shape, const std::vector<PartRef>& parts,
                     const std::vector<double>& energy, double bendingEnergy) {
    PlateMode mode;
    mode.factor = factor;
    mode.shape = shapeOf(shape);
    std::map<std::string, double> members;
    double inPlates = 0;
    for (std::size_t p = 0; p < energy.size(); ++p) {
        auto share =
            std::find_if(mode.shares.begin(), mode.shares.end(), [&](const PlateMode::Share& s) { return s.part == parts[p]; });
        if (share == mode.shares.end()) share = mode.shares.insert(mode.shares.end(), {parts[p], 0});
        share->energy += energy[p];
        members[memberOf(parts[p])] += energy[p];
        inPlates += energy[p];
    }
    std::sort(mode.shares.begin(), mode.shares.end(),
              [](const PlateMode::Share& a, const PlateMode::Share& b) { return a.energy > b.energy; });
    if (!mode.shares.empty()) mode.part = mode.shares.front().part;
    mode.shares.erase(
        std::remove_if(mode.shares.begin(), mode.shares.end(), [](const PlateMode::Share& s) { return s.energy < 0.01; }),
        mode.shares.end());
    mode.membraneShare = inPlates > 0 ? std::max(0.0, 1 - bendingEnergy / inPlates) : 0;
    if (bendingEnergy >= 0.5 * inPlates)
        mode.reach = ModeReach::Local;
    else
        mode.reach = std::any_of(members.begin(), members.end(), [](const auto& m) { return m.second >= 0.6; })
                         ? ModeReach::Member
                         : ModeReach::Joint;
    return mode;
}

void reducedStressRule(PlateMode& mode, double alpha_ult, bool isRolled, double gamma_M1) {
    mode.alpha_ult = alpha_ult;
    if (!(alpha_ult > 0) || !(mode.factor > 0)) return;
    mode.slenderness = std::sqrt(alpha_ult / mode.factor);
    // Annex B.1(3), table B.1: alpha_p 0.13 hot rolled, 0.34 welded; lambda_p0 0.70 (the smaller, for direct stress).
    const double alpha_p = isRolled ? 0.13 : 0.34, start = 0.70;
    const double phi = 0.5 * (1 + alpha_p * (mode.slenderness - start) + mode.slenderness);
    mode.rho = mode.slenderness <= start ? 1 : 1 / (phi + std::sqrt(phi * phi - mode.slenderness));
    mode.reduced = gamma_M1 / (mode.rho * alpha_ult);
}

} // namespace zg
