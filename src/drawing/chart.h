#pragma once
#include "component/result.h"
#include "drawing/drawing.h"

namespace zg {

struct PlateMomentRotation;

struct ChartOptions {
    double width = 640, height = 160;
    UnitSystem units = UnitSystem::SI;
    const PlateMomentRotation* plates = nullptr; ///< curve of the plate method, in the connection's own sense
};

/// Moment-rotation strip of a connection: its curve, the wedges of rigid and pinned, demand points of all sets of the same side
/// and sign. Where sets act in both senses, both curves stand through one origin, tension at the top to the upper right; the
/// connection's own in ink. Made of the same shapes as the drawings so that window, PDF and HTML show one picture.
[[nodiscard]] Drawing momentRotationChart(const JointResult& result, const ConnectionResult& connection,
                                          const ChartOptions& options);

} // namespace zg
