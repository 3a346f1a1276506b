#pragma once
#include "component/check_list.h"
#include "component/result.h"
#include "component/side_model.h"

namespace zg {

/// Forces of a member in its own directions, N and Nmm: axial tension positive, shear and moment as at its end.
struct MemberForces {
    double N = 0, V = 0, M = 0;
};
/// Forces at a distance along the axis from where the member meets its plate, when nothing acts between (Nmm, mm).
[[nodiscard]] MemberForces forcesAlong(const ResolvedSide& side, const FaceForces& face, double distance);

/// Cuts through a haunch in equilibrium. Forces of flanges along them, compression positive, N.
struct HaunchForces {
    double toToe = 0;        ///< plate to the section at the toe, along the axis, mm
    MemberForces toe;        ///< of the member there
    double memberFlange = 0; ///< of the member's flange on the haunch's side at the toe
    double atPlate = 0;      ///< of the haunch's flange
    double atToe = 0;        ///< of the haunch's flange, turned out of the member's
    double along = 0;        ///< shear that the haunch's web brings from its flange to the member, along the member
    double across = 0;       ///< of it, square to the member, spread over the weld
    double kink = 0;         ///< square to the member at the toe
};
/// `flange`: force of the haunch's flange normal to the plate, compression positive.
[[nodiscard]] HaunchForces haunchForces(const ResolvedSide& side, const ResolvedHaunch& haunch, const FaceForces& face,
                                        double flange);

/// The check of a flange in compression at the face: the haunch's, or the beam's own.
[[nodiscard]] inline CheckCode compressionCode(const FlangeInput& f) {
    return f.part.kind == PartKind::HaunchFlange ? CheckCode::HaunchCompression : CheckCode::BeamFlangeCompression;
}

/// Checks of a haunched end in one set: webs at the plate, the haunch's web and welds, the member at the toe and at the plate,
/// the transverse forces at the toe, the restraint it asks for. `c`: the connection's forces; `face`: those of this end.
template <class Num>
void verifyHaunches(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionResult& c,
                    const FaceForces& face, std::vector<Check>& checks);

} // namespace zg
