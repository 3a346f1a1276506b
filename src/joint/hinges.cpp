#include "joint/hinges.h"
#include "catalogue/steels.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {

HingePlace hingeOf(const ResolvedSide& s) {
    HingePlace place;
    place.M_pl = s.beam.section.W_pl_y * s.beam.steel.f_y;
    if (s.kind != ConnectionKind::FinPlate) {
        double beyond = 0;
        for (const auto& rib : {s.spec.ribTop, s.spec.ribBottom})
            if (rib) beyond = std::max(beyond, rib->length);
        for (const auto& haunch : {s.haunchBelow, s.haunchAbove})
            if (haunch) beyond = std::max(beyond, distanceToToe(s, *haunch));
        place.fromFace = s.spec.plate.thickness / s.cosSlope + beyond;
    }
    if (!s.spec.cut) return place;
    const HingePlace reduced = reducedHingeOf(s);
    // Shear of both hinges over the half span; without a span the reduced section is taken.
    const auto shear = [&](const HingePlace& p) { return p.M_pl / std::max(1.0, *s.spec.span / 2 - p.fromFace); };
    return s.spec.span && shear(place) < shear(reduced) ? place : reduced;
}

HingePlace reducedHingeOf(const ResolvedSide& s) {
    const Section& b = s.beam.section;
    const double end = s.kind == ConnectionKind::EndPlate ? s.spec.plate.thickness / s.cosSlope : 0;
    HingePlace place;
    place.fromFace = end + s.spec.cut->from + s.spec.cut->length / 2;
    place.M_pl = reducedModulus(b.W_pl_y, s.spec.cut->depth, b.t_f, b.h) * s.beam.steel.f_y;
    place.isReduced = true;
    return place;
}

std::optional<double> hingeSpan(const ResolvedJoint& joint, const ResolvedSide& s, const HingePlace& place) {
    if (!s.spec.span) return std::nullopt;
    const double between = (*s.spec.span - (joint.hasColumn ? joint.column.section.h : 0)) / s.cosSlope - 2 * place.fromFace;
    return between > 0 ? std::optional<double>(between) : std::nullopt;
}

const ActionSet* setBesideHinges(const ResolvedJoint& joint, const SeismicSpec& spec) {
    if (spec.forcesOf.empty()) return nullptr;
    for (const ActionSet& a : joint.actions)
        if (a.id == spec.forcesOf) return &a;
    return nullptr;
}

double overStrengthOf(const SeismicSpec& spec, const ResolvedSide& side) {
    if (spec.overStrengthRule == OverStrengthRule::Measured && spec.measured) return *spec.measured / side.beam.steel.f_y;
    return spec.overStrength;
}

double expectedStrengthOf(const SeismicSpec& spec, const ResolvedSide& side) {
    const auto expected = expectedStrength(side.spec.beam.steel, side.beam.section.isWelded);
    return expected ? expected->R_y : spec.overStrength;
}

template <class Num>
HingeForces<Num> hingeForces(Workings<Num>& w, const ResolvedSide& s, const HingePlace& place, double span, bool isReversed,
                             const Num& hinge) {
    const char* clause = "EN 1998-1:2004 6.6.2(2), 6.6.3(1)";
    HingeForces<Num> f;
    f.fromFace = place.fromFace;
    f.span = w.given("L_h", "between the hinges", Quantity::Length, span);
    const Num s_h = w.given("s_h", "hinge from the support's face", Quantity::Length, place.fromFace);
    const double q = s.spec.gravityLoad.value_or(0);
    const Num q_G = w.given("q_G", "gravity along the beam", Quantity::LineForce, q);
    if (s.spec.gravityShear) {
        const Num V_G = w.given("V_Ed_G", "shear from gravity at the face", Quantity::Force, *s.spec.gravityShear);
        f.V_gravity = w.let("V_G_h", "at the hinge", Quantity::Force, clause, V_G - q_G * s_h);
    } else {
        f.V_gravity = w.let("V_G_h", "shear from gravity at the hinge", Quantity::Force, clause, q_G * f.span / 2);
    }
    const Num V_M = w.let("V_Ed_M", "shear of the two hinges", Quantity::Force, clause, 2 * hinge / f.span);
    // Where gravity outweighs the hinges' shear, the moment with tension at the bottom is largest in the span: there the shear is
    // nil, and the load between it and the other hinge is in balance with both.
    f.isInSpan = q > 0 && q * span / 2 > 2 * valueOf(hinge) / span;
    if (f.isInSpan) {
        const Num L = w.let("L_s", "hinge in the span to the other hinge: gravity outweighs the shear of the hinges",
                            Quantity::Length, "equilibrium of the beam", 2 * root(hinge / q_G));
        if (isReversed) {
            const Num x =
                w.let("x_h", "hinge in the span from the face", Quantity::Length, "equilibrium of the beam", s_h + f.span - L);
            f.fromFace = valueOf(x);
            f.V = w.result("V_h_Ed", "shear at the face", Quantity::Force, clause, q_G * x);
            f.M = w.result("M_h_Ed", "moment at the face, tension at the top positive", Quantity::Moment,
                           "equilibrium of the beam", q_G * square(x) / 2 - hinge);
            return f;
        }
        const Num V_h = w.let("V_h_s", "shear at the hinge", Quantity::Force, clause, q_G * L);
        f.V = w.result("V_h_Ed", "shear at the face", Quantity::Force, clause, V_h + q_G * s_h);
        f.M = w.result("M_h_Ed", "moment at the face, tension at the top positive", Quantity::Moment, "equilibrium of the beam",
                       hinge + V_h * s_h + q_G * square(s_h) / 2);
        return f;
    }
    const Num V_h =
        w.let("V_h_s", "shear at the hinge", Quantity::Force, clause, isReversed ? f.V_gravity - V_M : f.V_gravity + V_M);
    f.V = w.result("V_h_Ed", "shear at the face", Quantity::Force, clause, V_h + q_G * s_h);
    f.M = w.result("M_h_Ed", "moment at the face, tension at the top positive", Quantity::Moment, "equilibrium of the beam",
                   (isReversed ? -hinge : hinge) + V_h * s_h + q_G * square(s_h) / 2);
    return f;
}

ActionSet hingeSet(const ResolvedJoint& joint, const SeismicSpec& spec, const std::vector<HingeEnd>& hinges) {
    const ActionSet* from = setBesideHinges(joint, spec);
    const auto axialOf = [&](EndId end) { return from ? forcesAt(*from, end).N : 0; };
    ActionSet set;
    for (const HingeEnd& h : hinges) {
        const ResolvedSide& s = *joint.side(h.id);
        EndForces f;
        f.end = h.id;
        f.N = axialOf(h.id);
        f.V = h.V;
        f.M = h.M;
        if (joint.reference == ActionReference::Node && joint.hasColumn)
            f.M += (f.V * s.cosSlope - f.N * s.sinSlope) * joint.column.section.h / 2;
        set.forces.push_back(f);
    }
    if (!joint.hasColumn) return set;
    EndForces above;
    above.end = ends::above;
    above.N = axialOf(ends::above);
    if (joint.columnSpec.endAbove) return balancedAt(joint, set, ends::below);
    set.forces.push_back(above);
    EndForces& top = forcesOf(set, ends::above);
    top.M = -forcesAt(balancedAt(joint, set, ends::below), ends::below).M / 2;
    if (joint.columnSpec.storeyHeight) top.V = top.M / (*joint.columnSpec.storeyHeight / 2);
    return balancedAt(joint, set, ends::below);
}

double columnShearOf(const ResolvedJoint& joint, const ActionSet& set) {
    if (!joint.columnSpec.storeyHeight || joint.columnSpec.endAbove) return 0;
    return (forcesAt(set, ends::above).V + forcesAt(set, ends::below).V) / 2;
}

#define ZG_FOR(Num)                                                                                                              \
    template HingeForces<Num> hingeForces(Workings<Num>&, const ResolvedSide&, const HingePlace&, double, bool, const Num&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
