#pragma once
#include "assembly/assembly.h"
#include "drawing/drawing.h"

namespace zg {

/// A joint as a small picture without words: its parts in elevation, bolts as dark bars.
[[nodiscard]] Drawing silhouetteDrawing(const Assembly& assembly, double width, double height);

} // namespace zg
