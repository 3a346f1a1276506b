#pragma once
#include <array>
#include <cstdint>

namespace zg {

/// 256 colours for magnitudes, dark ink to light vellum by slate, green grey and ochre; lightness rises evenly (interpolated in
/// Oklab, Ottosson 2020).
[[nodiscard]] const std::array<std::uint32_t, 256>& magnitudeScale();

} // namespace zg
