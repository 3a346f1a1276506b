#pragma once
#include "assembly/assembly.h"

namespace zg {

/// A bolt hole that does not lie whole within one of the plates it should go through.
struct HoleBeyond {
    PartRef row, ply;
};

/// At most one for each row and plate. Plies that the assembly has no plate for are not looked at.
[[nodiscard]] std::vector<HoleBeyond> holesBeyondPlates(const Assembly& assembly);

} // namespace zg
