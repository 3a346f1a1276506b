#pragma once
#include "joint/resolve.h"

namespace zg {

/// Forces of one beam on the joint, in the frame of the end plate, at the column face.
struct FaceForces {
    double N = 0; ///< normal to the plate, tension positive
    double V = 0; ///< along the plate, positive when the beam pushes the column down
    double M = 0; ///< positive with tension at the top
};

/// Forces given at an end; of a splice those of the other end, turned, where this one is not named; nil where nothing is.
[[nodiscard]] EndForces givenAt(const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set);

/// Carries the given forces of one beam to the face of the column and into the plane of its end plate.
[[nodiscard]] FaceForces faceForces(const ResolvedJoint& joint, EndId side, const ActionSet& set);
/// Moment of the column at a level, from the forces at its end above or below: positive with tension on the flange that faces
/// the beam. Those are positive with tension on the left and act at the node.
[[nodiscard]] double columnMomentAt(const ResolvedJoint& joint, const ResolvedSide& side, const EndForces& end, double level);

/// What is left over at the node when all member forces are added: zero when the set is in equilibrium.
struct Imbalance {
    double horizontal = 0, vertical = 0, moment = 0;
    bool isKnown = false; ///< false when no column forces are given
    bool isBalanced = true;
};
/// The set with the forces at one end such that the node is in balance: those at `held` are changed by what is left over. An end
/// of a member, or the column above or below; the set as it is where the joint has no such end.
[[nodiscard]] ActionSet balancedAt(const ResolvedJoint& joint, const ActionSet& set, EndId held);
/// Ends that may take what is left over: the column's, else those of the members.
[[nodiscard]] std::vector<EndId> heldEnds(const ResolvedJoint& joint);
[[nodiscard]] Imbalance imbalance(const ResolvedJoint& joint, const ActionSet& set);

} // namespace zg
