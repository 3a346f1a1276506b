#pragma once
#include "plates/joint_model.h"
#include "plates/plate_result.h"

namespace zg::fe {
class Analysis;
}

namespace zg {

/// Where the elastic energy of a joint sits under a moment M (N mm) and nothing else: twice the energy over M squared, 1/(N mm),
/// by FlexiblePart. Their sum is the rotation of the moment's own handle over M (Clapeyron). The members' own flexure is in it.
[[nodiscard]] FlexibilityShares elasticFlexibility(const fe::Analysis& analysis, const JointModel& model, double M);

} // namespace zg
