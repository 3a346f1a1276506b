#pragma once
#include "plates/joint_model.h"
#include "plates/plate_result.h"

namespace zg::fe {
class Analysis;
}

namespace zg {

/// What the tightened bolts of each connection carry across now, as one force, and how many have slipped by themselves. Empty
/// where none is tightened.
[[nodiscard]] std::vector<SlipUse> slipUses(const fe::Analysis& analysis, const JointModel& model);

} // namespace zg
