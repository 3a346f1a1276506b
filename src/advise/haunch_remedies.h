#pragma once
#include "joint/resolve.h"
#include <string>
#include <utility>
#include <vector>

namespace zg {

/// What could be changed at the haunches of an end, or whether one would help: words and the joint changed.
[[nodiscard]] std::vector<std::pair<std::string, Joint>> haunchCandidates(const Job& job, const Joint& joint,
                                                                          const ResolvedJoint& resolved, EndId end);

} // namespace zg
