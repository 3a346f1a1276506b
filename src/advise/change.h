#pragma once
#include "joint/resolve.h"
#include <string>
#include <vector>

namespace zg {

/// One single change of a joint, in words, and the joint changed.
struct Change {
    std::string text; ///< "column stiffener, bottom flange", "end plate 25 mm"
    Joint joint;
    bool isOfMember = false; ///< a member itself is changed, with all its length
};

/// What could be made stronger: sizes from stock, one step or two; fittings the joint does not have yet; another row; a heavier
/// column.
[[nodiscard]] std::vector<Change> strengthenings(const Job& job, const Joint& joint, const ResolvedJoint& resolved);

/// What could be made lighter: sizes from stock one step down, 8.8 for 10.9, fillets for butt welds; fittings and rows taken
/// away; a plate cut off flush.
[[nodiscard]] std::vector<Change> lightenings(const Joint& joint, const ResolvedJoint& resolved);

} // namespace zg
