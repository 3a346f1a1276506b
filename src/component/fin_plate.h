#pragma once
#include "component/connection.h"

namespace zg {

/// Forces on the most loaded bolt of a group under an eccentric shear and an axial force, N. Bolts in `lines` lines (pitch
/// `linePitch`) of `rows` (pitch `pitch`); the shear acts at the distance `eccentricity` from the group's centre.
struct BoltGroup {
    int lines = 1, rows = 2;
    double linePitch = 0, pitch = 0, eccentricity = 0;
};
[[nodiscard]] BoltGroup boltGroupOf(const FinPlate& plate);
template <class Num> struct BoltForce { Num vertical, horizontal; };
template <class Num>
[[nodiscard]] BoltForce<Num> mostLoadedBolt(Workings<Num>& w, const BoltGroup& group, const Num& V, const Num& N);

/// A fin plate under one action set: bolts with the eccentricity of the shear (z from the support's face), bearing in plate and
/// beam web, plate gross, net and block, bending, beam web, weld, support, proportions for ductility (trade practice in the form
/// of EN 1993-1-8:2005; docs/theory/other-connections.md). A moment is not its business: listed as not done.
template <class Num>
[[nodiscard]] ConnectionResult verifyFinPlate(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side,
                                              const ConnectionActions& actions, std::vector<Check>& checks);

/// The fin plate that the web of an end with welded flanges is bolted to, under the shear of `actions`: the checks of a fin plate
/// but for those of an end that turns. The bolts carry V with its eccentricity from the face, where the flanges hold the moment.
template <class Num>
void verifyWebPlate(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ConnectionActions& actions,
                    bool isReversed, std::vector<Check>& checks);

} // namespace zg
