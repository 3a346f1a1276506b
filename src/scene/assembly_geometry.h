#pragma once
#include "plates/plate_result.h"

namespace zg {

struct Assembly;

/// The joint as built, for the same pictures as a computed one: each plate by its outline and thickness, bolts and welds where
/// they are. Nothing is meshed, nothing is computed.
[[nodiscard]] PlateGeometry geometryOf(const Assembly& assembly);

} // namespace zg
