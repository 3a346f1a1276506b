#pragma once
#include "component/result.h"
#include "component/side_model.h"

namespace zg {

/// A plate or flange thin enough to yield before its bolts break (6.4.2(2)).
[[nodiscard]] bool isThinForBolts(double t, double f_y, double d, double f_ub);
/// Class by stiffness (EN 1993-1-8:2005 5.2.2.5) and by strength (5.2.3), and what 6.4.2 says of the rotation capacity.
/// The column counts once at its end and twice where it continues (figure 5.5).
template <class Num>
[[nodiscard]] Classification classify(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m,
                                      const ConnectionResult& connection);

} // namespace zg
