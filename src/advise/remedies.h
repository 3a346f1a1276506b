#pragma once
#include "joint/check.h"
#include "joint/job.h"
#include <string>
#include <vector>

namespace zg {

/// One single change and what the joint, and the check it is meant for, would come to.
struct Remedy {
    std::string text; ///< "column stiffener, bottom flange", "end plate 25 mm"
    Joint joint;
    double checkUtilisation = 0; ///< of the check it is meant for
    double utilisation = 0;      ///< governing of the whole joint
    CheckState state = CheckState::NotDone;
};

/// Single changes that lower the check, best first by the joint's governing utilisation; at most `count`. Sizes from stock, one
/// step or two; fittings the joint does not have yet. Cost is not weighed.
[[nodiscard]] std::vector<Remedy> remedies(const Job& job, const Joint& joint, const Check& check, std::size_t count = 4);

} // namespace zg
