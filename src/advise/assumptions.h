#pragma once
#include "joint/check.h"
#include "joint/job.h"
#include <string>
#include <vector>

namespace zg {

/// A choice that the rules allow in the place of one on the safe side, and what the joint would come to. Never taken silently: it
/// is one of the job, and so of all its joints.
struct Assumption {
    std::string text; ///< "prying only where bolts are short enough for it"
    const char* clause = "";
    Settings settings; ///< of the job with it
    double now = 0, then = 0;
    CheckState state = CheckState::NotDone;
    CheckCode governing = CheckCode::JointMoment;
};

/// Those that lower the joint's use, most first.
[[nodiscard]] std::vector<Assumption> admissibleAssumptions(const Job& job, const Joint& joint);

} // namespace zg
