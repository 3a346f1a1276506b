#pragma once
#include "joint/job.h"
#include <string>
#include <utility>
#include <vector>

namespace zg {

/// What could be changed at the haunches that an end has: words and the joint changed.
[[nodiscard]] std::vector<std::pair<std::string, Joint>> haunchCandidates(const Job& job, const Joint& joint, EndId end);

} // namespace zg
