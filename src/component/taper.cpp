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

std::optional<WebPanel> panelOfTaper(const SideModel& m, const ResolvedSide& side) {
    if (!m.isTapered) return std::nullopt;
    bool isHalved = false;
    for (const bool isBelow : {true, false})
        if (const auto& h = side.haunch(isBelow)) isHalved = isHalved || h->spec.midStiffener.has_value();
    const double depth = (m.depth - m.tensionFlange().along - m.compressionFlange().along) * side.cosSlope;
    return WebPanel{"h_w", "web's greatest depth", depth, lengthOfTaper(side), side.beam.steel.f_y, isHalved};
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
    template Num sectionUse(Workings<Num>&, const SideModel&, const ResolvedSide&, const ConnectionResult&, const FaceForces&,   \
                            const Settings&, double);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
