#pragma once
#include "base/progress.h"
#include "plates/joint_model.h"
#include "plates/plate_result.h"

namespace zg {

/// A joint swayed to and fro by a protocol (plates/protocol.h): the beams' points of inflection are moved by the drift times
/// their distance from the column's axis, one beam down where the other goes up. Beams have their expected strength, all steel
/// the hardening of the joint's cyclic choices; no gravity acts; equilibrium is that of the undeformed shape, so nothing buckles.
/// Refused where a beam has no span, or one too short for its stub.
[[nodiscard]] tl::expected<PlateCyclic, Diagnostics> cyclicRun(const ResolvedJoint& joint, int threads = 2,
                                                               Progress* progress = nullptr);

/// Expected over nominal yield strength of the beams in a cyclic run: gamma_ov by European rules, R_y by American ones, the
/// larger where both are asked for; the choice of the plates where the joint has no seismic design.
[[nodiscard]] double expectedBeamStrength(const ResolvedJoint& joint);

} // namespace zg
