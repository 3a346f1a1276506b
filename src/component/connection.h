#pragma once
#include "component/result.h"
#include "component/side_model.h"
#include "component/tension_zone.h"

namespace zg {

/// What of an action set one connection sees.
struct ConnectionActions {
    int set = -1;
    FaceForces forces;
    double beta = 1;
    double sigma_com = 0; ///< column's compressive stress at the web's root beside the compression flange
};

/// Verifies one connection under one action set: rows, resistance, stiffness, class; adds its checks to the list.
template <class Num>
[[nodiscard]] ConnectionResult verifyConnection(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m,
                                                const TensionZone<Num>& zone, const ConnectionActions& actions,
                                                std::vector<Check>& checks);

} // namespace zg
