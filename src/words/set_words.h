#pragma once
#include "actions/dominance.h"
#include "joint/resolve.h"
#include <string>
#include <vector>

namespace zg {

/// "U3 by U1: column web in shear 0.45 against 0.92; its forces are 0.6 of those of a set kept".
[[nodiscard]] std::string sentenceOf(const DominatedSet& dominated, const JointResult& result, bool isTwoSided);

/// Sets of one place of the building, and what they use most.
struct PlaceUse {
    std::string place; ///< empty: the sets that name none
    std::string sets;  ///< "U1, U2, C1"
    std::optional<Check> worst;
};
/// In the order in which the sets name them; empty while no set names a place.
[[nodiscard]] std::vector<PlaceUse> usesByPlace(const JointResult& result);

/// What an engineer may want to know of a joint's sets, where nothing is wrong with them: a haunched end whose moment never turns
/// round, made sets whose cases were changed.
[[nodiscard]] std::vector<std::string> hintsOf(const Joint& joint);

} // namespace zg
