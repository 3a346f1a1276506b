#include "component/taper.h"
#include "component/haunch.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr const char* inHaunch = "equilibrium of the haunch";

/// The longest taper of an end along its member, mm; 0 without.
double lengthOfTaper(const ResolvedSide& side) {
    double length = 0;
    for (const bool isBelow : {true, false})
        if (const auto& h = side.haunch(isBelow); h && h->replacesFlange()) length = std::max(length, distanceToToe(side, *h));
    return length;
}

double greatestDepth(const SideModel& m, const ResolvedSide& side) {
    return (m.depth - m.tensionFlange().along - m.compressionFlange().along) * side.cosSlope;
}

} // namespace

SideModel tapered(const SideModel& m, const ResolvedSide& side, double along) {
    SideModel cut = m;
    for (const bool isBelow : {true, false}) {
        const auto& h = side.haunch(isBelow);
        if (!h) continue;
        const double gone = h->spec.depth * std::min(1.0, along / distanceToToe(side, *h));
        cut.depth -= gone;
        if (isBelow == m.isReversed) cut.axis -= gone; // on the tension side, where levels begin
    }
    return cut;
}

bool isSlenderTaper(const SideModel& m, const ResolvedSide& side) {
    return m.isTapered && greatestDepth(m, side) / side.beam.section.t_w > 72 * std::sqrt(235 / side.beam.steel.f_y);
}

template <class Num> Num taperShearShare(Workings<Num>& w, const SideModel& m, const ResolvedSide& side) {
    const Section& b = side.beam.section;
    const double epsilon = std::sqrt(235 / side.beam.steel.f_y), depth = greatestDepth(m, side);
    bool hasStiffener = false;
    for (const bool isBelow : {true, false})
        if (const auto& h = side.haunch(isBelow)) hasStiffener = hasStiffener || h->spec.midStiffener.has_value();
    const double panel = lengthOfTaper(side) * (hasStiffener ? 0.5 : 1), ratio = depth / panel;
    const Num h_w = w.given("h_w", "web's greatest depth", Quantity::Length, depth);
    const Num t = w.given("t_w", "web", Quantity::Length, b.t_w);
    const Num k = w.given("k_tau", hasStiffener ? "halved by its stiffener" : "between plate and toe", Quantity::Ratio,
                          ratio <= 1 ? 5.34 + 4 * ratio * ratio : 4 + 5.34 * ratio * ratio, "EN 1993-1-5:2006 A.3");
    const Num e = w.given("epsilon", "√(235/f_y)", Quantity::Ratio, epsilon);
    const Num lambda =
        w.let("lambda_bar_w", "slenderness", Quantity::Ratio, "EN 1993-1-5:2006 (5.6)", h_w / (37.4 * t * e * root(k)));
    return w.let("chi_w", "shear buckling, η = 1", Quantity::Ratio, "EN 1993-1-5:2006 table 5.1", smaller(Num(1), 0.83 / lambda));
}

template <class Num>
Num sectionUse(Workings<Num>& w, const SideModel& end, const ResolvedSide& side, const ConnectionResult& c,
               const FaceForces& face, const Settings& s, double along) {
    const std::optional<SideModel> cut = along > 0 ? std::optional(tapered(end, side, along)) : std::nullopt;
    const SideModel& m = cut ? *cut : end;
    const HaunchedSection h = haunchedSection(m);
    const double sense = m.isReversed ? -1 : 1, M_x = sense * (along > 0 ? forcesAlong(side, face, along).M : face.M);
    if (along > 0) w.given("x_s", "section, along the beam from its plate", Quantity::Length, along);
    const double couple = std::abs(M_x) / h.arm;
    const double V_web = std::abs(along > 0 ? webShear(m, face.V, couple, couple) : webShear(m, face.V, c.T_Ed, c.C_Ed));
    const Num M_c_Rd = haunchedMomentResistance(w, m, h, s, std::max(std::abs(face.V), V_web));
    const Num M = w.given("M_Ed", "moment about the beam's axis", Quantity::Moment, M_x);
    const Num N = w.given("N_j_Ed", "axial force normal to the plate, tension positive", Quantity::Force, face.N);
    const Num e = w.given("e_h", "centroid of the haunched section beyond the beam's axis, towards compression", Quantity::Length,
                          h.centroid - m.axis);
    const Num N_Rd = w.given("N_h_Rd", "section in tension or compression", Quantity::Force, h.squash / s.gamma_M0);
    const Num M_h = w.let("M_h_Ed", "moment about its own centroid", Quantity::Moment, inHaunch, M + N * e);
    return w.result("u_h", "haunched section, use", Quantity::Ratio, "EN 1993-1-1:2005 (6.2)",
                    magnitude(M_h) / M_c_Rd + magnitude(N) / N_Rd);
}

double worstSection(const SideModel& m, const ResolvedSide& side, const ConnectionResult& c, const FaceForces& face,
                    const Settings& s) {
    constexpr int sections = 8;
    const double length = lengthOfTaper(side);
    double worst = 0, most = -1;
    for (int i = 0; i < sections; ++i) {
        Workings<double> quiet;
        const double along = length * i / sections, use = sectionUse(quiet, m, side, c, face, s, along);
        if (use > most) most = use, worst = along;
    }
    return worst;
}

#define ZG_FOR(Num)                                                                                                              \
    template Num taperShearShare(Workings<Num>&, const SideModel&, const ResolvedSide&);                                         \
    template Num sectionUse(Workings<Num>&, const SideModel&, const ResolvedSide&, const ConnectionResult&, const FaceForces&,   \
                            const Settings&, double);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
