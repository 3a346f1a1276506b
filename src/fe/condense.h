#pragma once
#include "fe/analysis.h"

namespace zg::fe {

/// The stiffness that a structure offers at the six freedoms of each of `nodes`, all others following, about the present state:
/// plates elastic, springs and contacts as they are. Row by row, [6 n][6 n]: forces (N, N mm) on the nodes for their
/// displacements and rotations. Symmetric. Empty when a node has a held freedom, hangs on others, or nothing else holds the
/// structure.
[[nodiscard]] std::vector<double> condensedStiffness(Analysis& analysis, const std::vector<int>& nodes);

} // namespace zg::fe
