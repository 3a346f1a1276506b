#pragma once
#include "component/connection.h"
#include "joint/hinges.h"
#include <functional>

namespace zg {

/// What capacity design asks of the verification of a joint.
template <class Num> struct CapacityPort {
    /// The connection turned so that tension is at the top.
    std::function<const SideModel&(EndId side, bool isReversed)> model;
    /// Verifies one connection in a set that is not in the joint's own list; checks go to the list given.
    std::function<ConnectionResult(const ResolvedSide& side, bool isReversed, const ConnectionActions& actions,
                                   const ActionSet& set, std::vector<Check>& checks)>
        connection;
};

/// Capacity design by AISC 341-16 and 358-16: extended end plates with four or eight bolts at the tension flange. Adds checks,
/// ladders and what is not done.
template <class Num>
void verifyAmericanCapacity(Workings<Num>& w, const ResolvedJoint& joint, const CapacityPort<Num>& port, JointResult& out);

/// A ladder begins with its beam's hinge, at the moments it holds already.
void addHinge(Ladder& ladder, const char* clause);
/// Adds a link; of one kind the weakest stays.
void addLink(Ladder& ladder, const Rung& link);
/// Puts the rungs in the order of their expected strength.
void inOrder(Ladder& ladder);

/// Ends with a moment connection in the plane of the column, whose beams may have hinges.
[[nodiscard]] std::vector<const ResolvedSide*> hingedSides(const ResolvedJoint& joint);

/// The hinge of a beam; of a haunched end the first section that yields: the one that asks the least shear of both hinges.
[[nodiscard]] HingePlace firstToYield(const ResolvedJoint& joint, const ResolvedSide& side, bool isReversed);

/// Capacity design by EN 1998-1:2004 6.5.5, 6.6.2 to 6.6.4 and 4.4.2.3: adds the sets of the hinges to the result's actions, with
/// the checks, ladders and what is not done.
template <class Num>
void verifyEuropeanCapacity(Workings<Num>& w, const ResolvedJoint& joint, const CapacityPort<Num>& port, JointResult& out);

} // namespace zg
