#pragma once
#include "base/diagnostic.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

struct FlatDrawing;

/// Drawing as DXF (release 2000, millimetres): closed outlines as polylines, texts with signs beyond ASCII as \U+ codes. Bytes of
/// the file.
[[nodiscard]] tl::expected<std::string, Diagnostic> dxfOf(const FlatDrawing& drawing);

} // namespace zg
