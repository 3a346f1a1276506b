#pragma once
#include "base/diagnostic.h"
#include "fe/model.h"

namespace zg::fe {

/// Looks for what cannot be computed before anything is: numbers that are none, elements without area, indices out of range, laws
/// that make no sense, loads on nothing, parts that touch nothing. Every finding names the thing by the id the caller gave.
[[nodiscard]] Diagnostics inspect(const Model& model);

/// Parts that hang together through elements, springs and constraints: one list of part indices per group, with whether anything
/// holds the group to the ground.
struct PartGroup {
    std::vector<int> parts;
    bool isHeld = false;
};
[[nodiscard]] std::vector<PartGroup> partGroups(const Model& model);

} // namespace zg::fe
