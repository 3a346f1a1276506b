#include "joint/balance.h"
#include "joint/geometry.h"
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

double columnMomentAt(const ResolvedJoint& joint, const ResolvedSide& side, const EndForces& end, double level) {
    return -side.dir() * (end.M - end.V * (level - levelOf(joint.main(), joint.main().depth / 2)));
}

namespace {

/// Sums over all ends, whatever is named, and the largest force and moment among them.
struct Sums {
    double horizontal = 0, vertical = 0, moment = 0, force = 1, most = 1;
};
double armOf(const ResolvedJoint& joint) { return joint.hasColumn ? joint.column.section.h / 2 : 0; }

Sums sumsOf(const ResolvedJoint& joint, const ActionSet& set) {
    Sums r;
    for (const ResolvedSide& s : joint.sides) {
        const FaceForces f = faceForces(joint, s.id, set);
        r.horizontal += s.dir() * f.N;
        r.vertical -= f.V;
        r.moment += s.dir() * (f.M + f.V * armOf(joint));
        r.force = std::max({r.force, std::abs(f.N), std::abs(f.V)});
        r.most = std::max(r.most, std::abs(f.M));
    }
    if (joint.hasColumn) {
        const EndForces above = forcesAt(set, ends::above), below = forcesAt(set, ends::below);
        r.horizontal += above.V - below.V;
        r.vertical += above.N - below.N;
        r.moment += above.M - below.M;
        r.force = std::max({r.force, std::abs(above.N), std::abs(below.N)});
        r.most = std::max({r.most, std::abs(above.M), std::abs(below.M)});
    }
    return r;
}

} // namespace

std::vector<EndId> heldEnds(const ResolvedJoint& joint) {
    std::vector<EndId> list;
    if (joint.hasColumn) {
        list.push_back(ends::below);
        if (!joint.columnSpec.endAbove) list.push_back(ends::above);
    } else {
        for (const ResolvedSide& side : joint.sides) list.push_back(side.id);
    }
    return list;
}

ActionSet balancedAt(const ResolvedJoint& joint, const ActionSet& set, EndId held) {
    ActionSet after = set;
    const ResolvedSide* side = joint.side(held);
    if (!side && !(joint.hasColumn && (held == ends::above || held == ends::below))) return after;
    if (side && !joint.hasColumn && !findForces(set, held)) {
        // A splice balances by itself while one end is not named: what it takes is then written down.
        const EndForces given = givenAt(joint, *side, set);
        EndForces& f = forcesOf(after, held);
        f.N = given.N, f.V = given.V, f.M = given.M;
    }
    after.made.clear(); // a set of its own from now on
    const Sums left = sumsOf(joint, after);
    EndForces& f = forcesOf(after, held);
    if (!side) {
        const double sign = held == ends::below ? 1 : -1;
        f.V += sign * left.horizontal;
        f.N += sign * left.vertical;
        f.M += sign * left.moment;
        return after;
    }
    FaceForces face = faceForces(joint, held, after);
    const double arm = armOf(joint);
    face.N -= side->dir() * left.horizontal;
    face.V += left.vertical;
    face.M -= side->dir() * left.moment + left.vertical * arm; // the shear added turns the node too
    f.N = face.N * side->cosSlope - face.V * side->sinSlope;
    f.V = face.V * side->cosSlope + face.N * side->sinSlope;
    f.M = face.M + (joint.reference == ActionReference::Node && joint.hasColumn ? face.V * arm : 0);
    return after;
}

Imbalance imbalance(const ResolvedJoint& joint, const ActionSet& set) {
    Imbalance r;
    // What is held somewhere takes what is left over: only where every other end is named is there something to compare.
    r.isKnown = joint.hasColumn ? findForces(set, ends::above) || findForces(set, ends::below)
                                : std::all_of(joint.sides.begin(), joint.sides.end(),
                                              [&](const ResolvedSide& s) { return findForces(set, s.id) != nullptr; });
    if (!r.isKnown) return r;
    const Sums sums = sumsOf(joint, set);
    r.horizontal = sums.horizontal;
    r.vertical = sums.vertical;
    r.moment = sums.moment;
    // Frame programs print one decimal: half a per cent of the largest force is their rounding, not an error.
    r.isBalanced = std::abs(r.horizontal) <= 0.005 * sums.force + 100 && std::abs(r.vertical) <= 0.005 * sums.force + 100 &&
                   std::abs(r.moment) <= 0.005 * sums.most + 1e5;
    return r;
}

} // namespace zg
