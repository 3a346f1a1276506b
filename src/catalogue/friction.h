#pragma once
#include <string_view>

namespace zg {

/// Slip factor of a friction class, "A" to "D" (EN 1090-2:2018 table 17).
[[nodiscard]] double slipFactor(std::string_view frictionClass);
/// k_s of EN 1993-1-8:2005 table 3.6 for round holes.
[[nodiscard]] double holeFactor(bool isOversize);

} // namespace zg
