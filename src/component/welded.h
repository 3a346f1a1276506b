#pragma once
#include "component/connection.h"

namespace zg {

/// A beam welded straight to the column's flange, under one action set: moment by the couple of its flanges (EN 1993-1-8:2005
/// figure 6.15a, 6.2.7.1(4)), column web in tension, compression and shear, flanges on the column flange (6.2.6.4.3), beam flange
/// in compression, stiffness k_1 to k_3 (table 6.10), class. Axial force is shared by the flanges.
template <class Num>
[[nodiscard]] ConnectionResult verifyWelded(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m,
                                            const ConnectionActions& actions, std::vector<Check>& checks);

} // namespace zg
