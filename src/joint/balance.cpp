#include "joint/balance.h"
#include <algorithm>
#include <cmath>

namespace zg {

EndForces givenAt(const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set) {
    const ResolvedSide* other = joint.splicedTo(side);
    const EndForces* far = other ? findForces(set, other->id) : nullptr;
    if (!far || findForces(set, side.id)) return forcesAt(set, side.id);
    // Normal to the plates and the moment as they are, along the plates the other way.
    const double N = far->N * other->cosSlope + far->V * other->sinSlope,
                 V = -(far->V * other->cosSlope - far->N * other->sinSlope);
    EndForces f = *far;
    f.end = side.id;
    f.N = N * side.cosSlope - V * side.sinSlope;
    f.V = V * side.cosSlope + N * side.sinSlope;
    if (f.V_y) f.V_y = -*f.V_y;
    return f;
}

FaceForces faceForces(const ResolvedJoint& joint, EndId id, const ActionSet& set) {
    const ResolvedSide* side = joint.side(id);
    FaceForces f;
    if (!side) return f;
    const EndForces given = givenAt(joint, *side, set);
    f.N = given.N * side->cosSlope + given.V * side->sinSlope;
    f.V = given.V * side->cosSlope - given.N * side->sinSlope;
    f.M = given.M;
    if (joint.reference == ActionReference::Node && joint.hasColumn) f.M -= f.V * joint.column.section.h / 2;
    return f;
}

Imbalance imbalance(const ResolvedJoint& joint, const ActionSet& set) {
    Imbalance r;
    // What is held somewhere takes what is left over: only where every other end is named is there something to compare.
    r.isKnown = joint.hasColumn ? findForces(set, ends::above) || findForces(set, ends::below)
                                : std::all_of(joint.sides.begin(), joint.sides.end(),
                                              [&](const ResolvedSide& s) { return findForces(set, s.id) != nullptr; });
    if (!r.isKnown) return r;
    const double arm = joint.hasColumn ? joint.column.section.h / 2 : 0;
    double force = 1.0, moment = 1.0;
    for (const ResolvedSide& s : joint.sides) {
        const FaceForces f = faceForces(joint, s.id, set);
        r.horizontal += s.dir() * f.N;
        r.vertical -= f.V;
        r.moment += s.dir() * (f.M + f.V * arm);
        force = std::max({force, std::abs(f.N), std::abs(f.V)});
        moment = std::max(moment, std::abs(f.M));
    }
    if (joint.hasColumn) {
        const EndForces above = forcesAt(set, ends::above), below = forcesAt(set, ends::below);
        r.horizontal += above.V - below.V;
        r.vertical += above.N - below.N;
        r.moment += above.M - below.M;
        force = std::max({force, std::abs(above.N), std::abs(below.N)});
        moment = std::max({moment, std::abs(above.M), std::abs(below.M)});
    }
    // Frame programs print one decimal: half a per cent of the largest force is their rounding, not an error.
    r.isBalanced = std::abs(r.horizontal) <= 0.005 * force + 100 && std::abs(r.vertical) <= 0.005 * force + 100 &&
                   std::abs(r.moment) <= 0.005 * moment + 1e5;
    return r;
}

} // namespace zg
