#pragma once
#include "drawing/drawing.h"
#include <string>

namespace zg {

/// The drawing as a self-contained SVG document; parts carry their id, hatches and dashes included. Text stays text.
[[nodiscard]] std::string svg(const Drawing& drawing, const Palette& palette);

} // namespace zg
