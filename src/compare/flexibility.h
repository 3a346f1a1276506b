#pragma once
#include "component/result.h"
#include "plates/plate_result.h"

namespace zg {

/// What 1/S_j_ini of the component method is made of, by FlexiblePart: its springs' energy under a moment, so that it stands
/// beside that of the plates. Rows act by their stiffness (EN 1993-1-8:2005 6.3.3.1).
[[nodiscard]] FlexibilityShares flexibilityByRules(const ConnectionResult& connection);

} // namespace zg
