#include "base/text.h"
#include "commands.h"
#include "component/verify.h"
#include "fe/results.h"
#include "job_input.h"
#include "plates/moment_rotation.h"
#include <cmath>
#include <iostream>
#include <sstream>

namespace zg::cli {

namespace {

// The component method's answer for one side and sign, without action sets.
const ConnectionResult* componentOf(const JointResult& result, SideId side, bool isReversed) {
    for (const ConnectionResult& c : result.connections)
        if (c.side == side && c.isReversed == isReversed) return &c;
    return nullptr;
}

std::string beside(const std::string& name, double component, double plates, Quantity quantity, UnitSystem units) {
    std::ostringstream s;
    s << "  " << name << "  component " << shown(component, quantity, units) << ", plates " << shown(plates, quantity, units)
      << " (" << (plates >= component ? "+" : "") << fixedDecimals(100 * (plates / component - 1), 0) << " %)\n";
    return s.str();
}

std::string limitWords(const PlateMomentRotation& r, double strainLimit) {
    switch (r.limit) {
    case PlateLimit::PlasticStrain: return "plastic strain of " + fixedDecimals(100 * strainLimit, 1) + " % in " + r.limitPart;
    case PlateLimit::BoltFracture: return "fracture of a bolt of " + r.limitPart;
    case PlateLimit::WeldFracture: return "fracture of " + r.limitPart;
    case PlateLimit::Rotation: return "the largest rotation looked at; most used: " + r.limitPart;
    case PlateLimit::NoEquilibrium: return r.message;
    case PlateLimit::None: break;
    }
    return {};
}

std::string curveTable(const PlateMomentRotation& r) {
    std::ostringstream s;
    s.precision(9);
    s << "phi_rad,M_Nmm,plastic_strain,residual\n";
    for (const PlateCurvePoint& p : r.curve) s << p.phi << "," << p.M << "," << p.plasticStrain << "," << p.residual << "\n";
    return s.str();
}

// Value on a mesh of size zero from three sizes in one ratio, and the order seen; nothing when they do not approach.
struct Extrapolated {
    double value = 0, order = 0;
};
std::optional<Extrapolated> extrapolated(double coarse, double middle, double fine, double ratio) {
    const double first = middle - coarse, second = fine - middle;
    if (first * second <= 0 || std::abs(second) >= std::abs(first)) return std::nullopt;
    const double factor = first / second;
    return Extrapolated{fine + second / (factor - 1), std::log(factor) / std::log(ratio)};
}

} // namespace

int plates(const PlatesCommand& c) {
    const auto job = load(c.file, c.joint);
    if (!job) return fail(job.error());
    const Joint& joint = job->joints.front();
    const SideId side = c.side == "left" ? SideId::Left : SideId::Right;
    const bool isReversed = c.tension == "bottom";
    const auto resolved = resolve(*job, joint);
    if (!resolved) return fail(resolved.error());
    MomentRotationSettings settings;
    settings.model.sizeFactor = c.size;
    std::ostringstream vtu;
    if (!c.vtu.empty()) settings.atEnd = [&](const fe::Analysis& a) { fe::writeVtu(vtu, a); };
    const auto result = momentRotation(*resolved, side, isReversed, settings);
    if (!result) return fail(result.error());

    Joint bare = joint; // resistances for both signs
    bare.actions.clear();
    const auto component = verify(*job, bare);
    const UnitSystem units = job->settings.units;
    std::cout << joint.mark << ", beam on the " << name(side) << ", tension at the " << (isReversed ? "bottom" : "top")
              << ", no axial force:\n";
    const ConnectionResult* other = component ? componentOf(*component, side, isReversed) : nullptr;
    if (other) {
        std::cout << beside("M_j,Rd ", other->M_j_Rd, result->M_j_Rd, Quantity::Moment, units);
        std::cout << beside("S_j,ini", other->stiffness.S_j_ini, result->S_j_ini, Quantity::Stiffness, units);
    }
    std::cout << "  The plates end at " << limitWords(*result, resolved->plates.strainLimit) << ".\n";
    for (const PlateRow& row : result->rows)
        std::cout << "  " << partId(row.row) << ": bolts " << shown(row.tension, Quantity::Force, units) << ", prying included\n";
    std::cout << "  contact: " << shown(result->contact, Quantity::Force, units) << "\n";
    if (c.isConverging) {
        // Two coarser meshes in the same ratio.
        const double ratio = std::sqrt(2.0);
        std::vector<PlateMomentRotation> coarser;
        for (double factor : {ratio * ratio, ratio}) {
            MomentRotationSettings s = settings;
            s.atEnd = {};
            s.model.sizeFactor = c.size * factor;
            const auto r = momentRotation(*resolved, side, isReversed, s);
            if (!r) return fail(r.error());
            coarser.push_back(*r);
        }
        const auto say = [&](const std::string& what, double coarse, double middle, double fine, Quantity quantity) {
            std::cout << "  " << what << " on sizes 2, 1.41, 1: " << shown(coarse, quantity, units) << ", "
                      << shown(middle, quantity, units) << ", " << shown(fine, quantity, units);
            if (const auto e = extrapolated(coarse, middle, fine, ratio))
                std::cout << "; extrapolated " << shown(e->value, quantity, units) << " (order " << fixedDecimals(e->order, 1)
                          << ", error about " << fixedDecimals(100 * std::abs(fine / e->value - 1), 1) << " %)\n";
            else
                std::cout << "; the three do not approach a value steadily, so none is extrapolated\n";
        };
        say("M_j,Rd", coarser[0].M_j_Rd, coarser[1].M_j_Rd, result->M_j_Rd, Quantity::Moment);
        say("S_j,ini", coarser[0].S_j_ini, coarser[1].S_j_ini, result->S_j_ini, Quantity::Stiffness);
    }
    std::cout << "  " << result->freedoms
              << " freedoms. Not done by plates yet: action sets, axial force, shear, buckling, bolt fracture.\n";
    if (!c.curve.empty() && !put(c.curve, curveTable(*result))) return couldNot;
    if (!c.vtu.empty() && !put(c.vtu, vtu.str())) return couldNot;
    return result->isComplete ? allWithin : couldNot;
}

} // namespace zg::cli
