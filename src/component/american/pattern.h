#pragma once
#include "component/american/yield_lines.h"
#include "component/side_model.h"
#include <optional>

namespace zg {

/// The rows at the tension flange of an end plate square to the column: up to two inside, one outside, or two outside with a rib.
/// Rows farther inside take no part. Nothing where they stand otherwise: several gauges, a row on the flange, two rows outside
/// without two inside at the same pitch and a rib.
[[nodiscard]] std::optional<BoltPattern> patternOf(const ResolvedSide& side, const SideModel& model);
/// The patterns of AISC 358-16 chapter 6 alone: one row on each side of the flange, or two with a rib, and no other.
[[nodiscard]] std::optional<BoltPattern> prequalifiedPattern(const ResolvedSide& side, const SideModel& model);

} // namespace zg
