#pragma once
#include "joint/joint.h"

namespace zg {

/// Short ways to what a test wants to change; the part must exist.
[[nodiscard]] inline EndPlate& endPlate(Joint& joint, EndId end) { return *findEndPlate(joint, end); }
[[nodiscard]] inline const EndPlate& endPlate(const Joint& joint, EndId end) { return *findEndPlate(joint, end); }
[[nodiscard]] inline Framing& framing(Joint& joint, EndId end) { return *findFraming(joint, end); }
[[nodiscard]] inline const Framing& framing(const Joint& joint, EndId end) { return *findFraming(joint, end); }
[[nodiscard]] inline Member& member(Joint& joint, EndId end) { return *findMember(joint, end); }
[[nodiscard]] inline const Member& member(const Joint& joint, EndId end) { return *findMember(joint, end); }
[[nodiscard]] inline Member& columnOf(Joint& joint) { return *throughMember(joint); }
[[nodiscard]] inline EndForces forcesOf(const ActionSet& set, EndId end) { return forcesAt(set, end); }
[[nodiscard]] inline Through& through(Joint& joint) { return std::get<Through>(throughMember(joint)->placement); }
/// A fitting, added when there is none.
template <class T> T& fitting(Joint& joint, EndId end, FlangeSide flange) {
    const Anchor at{end, flange};
    if (!findFitting<T>(joint, at)) putFitting(joint, std::is_same_v<T, RibSpec> ? end : ends::column, at, T{});
    return *findFitting<T>(joint, at);
}
inline DoublerSpec& doubler(Joint& joint) {
    if (!findFitting<DoublerSpec>(joint)) putFitting(joint, ends::column, std::nullopt, DoublerSpec{});
    return *findFitting<DoublerSpec>(joint);
}
inline DiagonalSpec& diagonal(Joint& joint) {
    if (!findFitting<DiagonalSpec>(joint)) putFitting(joint, ends::column, std::nullopt, DiagonalSpec{});
    return *findFitting<DiagonalSpec>(joint);
}
/// Column stiffeners at both flanges.
inline void stiffen(Joint& joint, EndId end, const StiffenerSpec& spec) {
    for (const FlangeSide flange : {FlangeSide::Top, FlangeSide::Bottom})
        putFitting(joint, ends::column, Anchor{end, flange}, spec);
}
/// A member that frames in, in its usual direction; replaces the one of that name, with its fittings.
void frame(Joint& joint, EndId end, const MemberSpec& spec, const Joining& how);
/// The mirror image of an end, fittings included.
void copyEnd(Joint& joint, EndId from, EndId to);
void setForces(ActionSet& set, EndId end, double N, double V, double M);
void setAcross(ActionSet& set, EndId end, double V_y, double M_z, double T);

} // namespace zg
