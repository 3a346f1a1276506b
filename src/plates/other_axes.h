#pragma once
#include "plates/moment_rotation.h"

namespace zg {

/// Moment-rotation about a beam's minor axis (the upright of its section) or of torsion (its own axis), nothing else acting. The
/// beam's far end is free and turned by a constant moment. Rotation of the joint: of the beam's section a quarter of its depth
/// beyond the plate, less that of the column's panel (of the other beam's section, in a splice), as rigid bodies fitted to
/// their nodes; about the minor axis less the flexure of the stub between plate and section. One sense: the other is its mirror
/// image where nothing stands on one side of the web only.
[[nodiscard]] tl::expected<PlateMomentRotation, Diagnostics> momentRotationAbout(const ResolvedJoint& joint, EndId side,
                                                                                 CurveAxis axis,
                                                                                 const MomentRotationSettings& settings = {},
                                                                                 Progress* progress = nullptr);

} // namespace zg
