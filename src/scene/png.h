#pragma once
#include "scene/rasteriser.h"
#include <string>

namespace zg {

/// The picture as the bytes of a PNG file.
[[nodiscard]] std::string pngBytes(const Picture& picture);
/// Bytes as base64 (RFC 4648).
[[nodiscard]] std::string base64(const std::string& bytes);

} // namespace zg
