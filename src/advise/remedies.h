#pragma once
#include "joint/check.h"
#include "joint/job.h"
#include <string>
#include <vector>

namespace zg {

/// One change, or two, and what the joint, and the check it is meant for, would come to.
struct Remedy {
    std::string text; ///< "column stiffener, bottom flange", "end plate 25 mm"
    Joint joint;
    double checkUtilisation = 0; ///< of the check it is meant for
    double utilisation = 0;      ///< governing of the whole joint
    CheckState state = CheckState::NotDone;
    CheckCode governing = CheckCode::JointMoment;
    double cost = 0;            ///< difference at the job's prices
    bool isMemberPriced = true; ///< false where a member changes whose length is not known
    int changes = 1;
};

/// Changes that lower the check: first those after which the joint holds, cheapest first, then by the joint's governing
/// utilisation; at most `count`. Sizes from stock, one step or two; fittings the joint does not have yet. Two changes at a time
/// where none alone does.
[[nodiscard]] std::vector<Remedy> remedies(const Job& job, const Joint& joint, const Check& check, std::size_t count = 4);

/// For a joint that holds: what could be thinner, smaller or left out so that it still does, by what it saves.
[[nodiscard]] std::vector<Remedy> savings(const Job& job, const Joint& joint, std::size_t count = 4);

} // namespace zg
