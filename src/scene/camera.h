#pragma once
#include "plates/plate_result.h"

namespace zg {

/// Directions with a name.
enum class NamedView { Elevation, PlateRight, PlateLeft, Plan, Oblique };

/// Parallel projection. Angles in rad: at yaw 0 and pitch 0 the elevation (x right, z up); positive yaw walks round to the left,
/// positive pitch looks down.
struct Camera {
    double yaw = 0, pitch = 0;
    double zoom = 1;           ///< on the scale that shows everything
    double panX = 0, panY = 0; ///< pixels
    static Camera towards(NamedView view);
    [[nodiscard]] Float3 right() const;
    [[nodiscard]] Float3 up() const;
    [[nodiscard]] Float3 forward() const;
};
[[nodiscard]] const char* nameOf(NamedView view);

} // namespace zg
