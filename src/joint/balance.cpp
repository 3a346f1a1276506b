#include "joint/balance.h"
#include <algorithm>
#include <cmath>

namespace zg {

FaceForces faceForces(const ResolvedJoint& joint, SideId id, const ActionSet& set) {
    const ResolvedSide* side = joint.side(id);
    FaceForces f;
    if (!side) return f;
    const MemberForces& given = id == SideId::Right ? set.right : set.left;
    f.N = given.N * side->cosSlope + given.V * side->sinSlope;
    f.V = given.V * side->cosSlope - given.N * side->sinSlope;
    f.M = given.M;
    if (joint.reference == ActionReference::Node) f.M -= f.V * joint.column.section.h / 2;
    return f;
}

Imbalance imbalance(const ResolvedJoint& joint, const ActionSet& set) {
    Imbalance r;
    if (!set.columnAbove && !set.columnBelow) return r;
    r.isKnown = true;
    const MemberForces above = set.columnAbove.value_or(MemberForces{});
    const MemberForces below = set.columnBelow.value_or(MemberForces{});
    const FaceForces right = faceForces(joint, SideId::Right, set);
    const FaceForces left = faceForces(joint, SideId::Left, set);
    const double arm = joint.column.section.h / 2;
    r.horizontal = right.N - left.N + above.V - below.V;
    r.vertical = above.N - below.N - right.V - left.V;
    r.moment = (right.M + right.V * arm) - (left.M + left.V * arm) + above.M - below.M;
    const double force =
        std::max({std::abs(right.N), std::abs(right.V), std::abs(left.V), std::abs(above.N), std::abs(below.N), 1.0});
    const double moment = std::max({std::abs(right.M), std::abs(left.M), std::abs(above.M), std::abs(below.M), 1.0});
    // Frame programs print one decimal: half a per cent of the largest force is their rounding, not an error.
    r.isBalanced = std::abs(r.horizontal) <= 0.005 * force + 100 && std::abs(r.vertical) <= 0.005 * force + 100 &&
                   std::abs(r.moment) <= 0.005 * moment + 1e5;
    return r;
}

} // namespace zg
