#pragma once
#include "joint/actions.h"
#include <vector>

namespace zg {

/// Sets of the same name are replaced, others appended. What the rows do not speak of, forces of the column or out of the plane,
/// stays as it was.
void mergeActions(std::vector<ActionSet>& into, const std::vector<ActionSet>& sets);

} // namespace zg
