#pragma once
#include "plates/plate_result.h"
#include "report/document.h"

namespace zg {

/// A study as a document of its own: what was computed, every set with its reserve, buckling, both methods side by side,
/// pictures, and what was not done.
[[nodiscard]] Document plateReport(const Job& job, const Joint& joint, const PlateStudy& study);

} // namespace zg
