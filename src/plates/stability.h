#pragma once
#include "plates/strength.h"

namespace zg {

/// Which of a set's buckling modes become imperfections, and how large: the lowest, and the first mode of each other part whose
/// factor is at most half as high again. All in full size: any of them may lead (EN 1993-1-5:2006 C.5(2), (6)).
[[nodiscard]] std::vector<PlateImperfection> imperfectionsOf(const PlateGeometry& geometry, const std::vector<PlateMode>& modes);

/// The size of one mode's imperfection by the part that leads it.
[[nodiscard]] PlateImperfection imperfectionOf(const PlateGeometry& geometry, const PlateMode& mode);

/// Sides of the smallest rectangle round a part in its own plane, mm, the longer first; nil when the part has no plates.
[[nodiscard]] std::array<double, 2> sidesOf(const PlateGeometry& geometry, const PartRef& part);

/// Whether the shape seen in the mirror of the plane y = 0 is the same with the opposite sign: then both senses give one answer
/// under forces in that plane. False where the mesh is not its own mirror image.
[[nodiscard]] bool isMirrorOfItself(const PlateGeometry& geometry, const std::vector<Float3>& shape);

/// The set on the joint with the imperfections of its modes, in moved geometry, to its limit; both senses of the shapes where
/// they can differ, the lower one kept. `first`: the same set in undeformed geometry, with its modes.
[[nodiscard]] tl::expected<PlateStability, Diagnostics> analyseStability(const ResolvedJoint& joint, const ActionSet& set,
                                                                         const PlateGeometry& geometry, const SetAnalysis& first,
                                                                         int threads, Progress* progress = nullptr);

} // namespace zg
