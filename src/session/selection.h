#pragma once
#include "joint/check.h"
#include <optional>

namespace zg {

/// What of the joint on the bench is looked at.
struct SelectionState {
    int activeSet = 0;
    std::optional<PartRef> part;
    std::optional<Check> check;
};

} // namespace zg
