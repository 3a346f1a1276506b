#pragma once
#include "fe/analysis.h"
#include "plates/joint_model.h"

namespace zg {

/// The analysis of a joint before any force acts: its preloaded bolts are tightened, so that each holds its preload whatever the
/// plates under it have given way by; the model learns with what each clamps. Null with the reason in `found`.
[[nodiscard]] std::unique_ptr<fe::Analysis> analysisOf(JointModel& model, Diagnostics& found, const fe::SolverSettings& settings,
                                                       Progress* progress = nullptr);

} // namespace zg
