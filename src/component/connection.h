#pragma once
#include "component/result.h"
#include "component/side_model.h"
#include "component/tension_zone.h"

namespace zg {

inline constexpr double unlimited = 1e15; ///< N: a limit that is not there

/// What of an action set one connection sees.
struct ConnectionActions {
    int set = -1;
    FaceForces forces;
    double beta = 1;
    double sigma_com = 0; ///< column's compressive stress at the web's root beside the compression flange
    /// Over-strength of the beam's hinge that the forces belong to, 0 where they are given. In such a state the beam yields as it
    /// is meant to and the panel is verified by itself: neither limits the connection; welds carry what the flanges then bring.
    double hinge = 0;
    bool isUncapped = false; ///< rows as their own components let them, whatever the compression side carries
};

/// What the result of a connection on this side says before anything is verified.
[[nodiscard]] ConnectionResult resultOf(const SideModel& m, const ConnectionActions& actions);
/// N_pl,Rd of the beam, against which 6.2.7.1(3) measures its axial force.
template <class Num> [[nodiscard]] Num plasticAxialForce(Workings<Num>& w, const SideModel& m, const Settings& s);

/// The other end of a splice, turned the same way: its rows are those of this end.
template <class Num> struct OtherEnd {
    SideModel model;
    TensionZone<Num> zone;
};

/// Verifies one end plate under one action set, on a column's flange or (with `other`) on another end plate: rows, resistance,
/// stiffness, class; adds its checks to the list.
template <class Num>
[[nodiscard]] ConnectionResult verifyConnection(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m,
                                                const TensionZone<Num>& zone, const ConnectionActions& actions,
                                                std::vector<Check>& checks, const OtherEnd<Num>* other = nullptr);

} // namespace zg
