#pragma once
#include "base/workings.h"
#include "joint/resolve.h"

/// What of an action set comes to a connection from the node as a whole.
namespace zg {

/// Transformation parameter of a side (EN 1993-1-8:2005 5.3(7) to (9), (5.4)): |1 - M_other/M_this|, at most 2, from the moments
/// at the node; 1 with one beam.
template <class Num>
[[nodiscard]] Num transformationParameter(Workings<Num>& w, const ResolvedJoint& joint, EndId side, const ActionSet& set);

/// Largest compressive stress of the column at the web's root, on the side of the connection, in the column part beside the
/// compression flange (EN 1993-1-8:2005 6.2.6.2(2)), MPa; 0 in tension and where the set gives no column forces.
template <class Num>
[[nodiscard]] Num columnStress(Workings<Num>& w, const ResolvedJoint& joint, EndId side, bool isReversed, const ActionSet& set);

} // namespace zg
