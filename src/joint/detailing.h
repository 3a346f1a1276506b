#pragma once
#include "joint/check.h"
#include "joint/resolve.h"

namespace zg {

/// Geometry rules of the joint, each as a check: spacing of EN 1993-1-8 table 3.3, clashes, covers, throats.
/// Utilisation is the least allowed over the present value (or present over largest allowed), so that above 1 is a breach.
[[nodiscard]] std::vector<Check> detailingChecks(const ResolvedJoint& joint);

} // namespace zg
