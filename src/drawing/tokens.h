#pragma once
#include "joint/check.h"
#include <cstdint>

/// Colours, line weights and sizes of everything the program draws: window, report, SVG. One place, two themes.
namespace zg {

enum class Tone {
    None,
    Paper,
    Card,
    Panel,
    Line,
    Ink,
    FaintInk,
    Accent,
    Within,
    Close,
    Over,
    Steel,
    SteelDark,
    SteelLight,
    Weld,
    Shadow
};

struct Palette {
    std::uint32_t rgb[16];
};
[[nodiscard]] const Palette& lightPalette();
[[nodiscard]] const Palette& darkPalette();
[[nodiscard]] inline std::uint32_t colour(const Palette& p, Tone tone) { return p.rgb[static_cast<int>(tone)]; }

[[nodiscard]] Tone toneOf(CheckState state);

namespace weight {
inline constexpr double outline = 1.3, thin = 0.8, dimension = 0.6, heavy = 2.0;
}
namespace textSize {
inline constexpr double label = 11, dimension = 10.5, small = 9.5, strong = 12;
}

} // namespace zg
