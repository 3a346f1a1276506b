#pragma once
#include "base/diagnostic.h"
#include "drawing/drawing.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// A drawing as PNG, `scale` pixels per page unit, written aside and renamed. Needs a QGuiApplication.
[[nodiscard]] tl::expected<void, Diagnostic> writePicture(const std::string& path, const Drawing& drawing, const Palette& palette,
                                                          double scale);

} // namespace zg
