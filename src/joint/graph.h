#pragma once
#include "base/diagnostic.h"

namespace zg {

struct Joint;

/// Whether members, connections and fittings hold together: names unique and known, every end held once, every fitting with an
/// owner, no two members in one place. What does not is said with what would.
[[nodiscard]] Diagnostics checkGraph(const Joint& joint);

} // namespace zg
