#pragma once
#include "joint/job.h"
#include <string>
#include <vector>

namespace zg {

/// One change after which the plates can be computed.
struct PlateRemedy {
    std::string text; ///< "hold the end of the right beam in the frame's plane"
    Joint joint;
};

/// For a joint whose plates were refused or came out loose: bolts, supports or forces that may set it right, one change each.
/// Only those with which the model can be made, and nothing in it is loose at first sight, are offered.
[[nodiscard]] std::vector<PlateRemedy> plateRemedies(const Job& job, const Joint& joint);

} // namespace zg
