#include "drawing/tokens.h"

namespace zg {

const Palette& lightPalette() {
    //                            None      Paper     Card      Panel     Line      Ink       FaintInk  Accent    Within    Close
    //                            Over      Steel     SteelDark SteelLight Weld     Shadow
    static const Palette p{{0x000000, 0xF6F3EC, 0xFFFDF8, 0xECE7DC, 0xD3CBBB, 0x1F2B38, 0x59646F, 0xB4512C, 0x3D6C8F, 0xC28A1E,
                            0xC23B22, 0xE4DFD2, 0xC9C1AF, 0xF0ECE2, 0x4A5561, 0xB8B0A0}};
    return p;
}

const Palette& darkPalette() {
    static const Palette p{{0x000000, 0x171D24, 0x1F2730, 0x222B35, 0x3A4653, 0xE9E4D8, 0x95A1AD, 0xE08A63, 0x7FB2D8, 0xE3B04B,
                            0xF07A61, 0x36424E, 0x4C5A68, 0x2A343F, 0xB6BFC8, 0x0E1318}};
    return p;
}

Tone toneOf(CheckState state) {
    switch (state) {
    case CheckState::Within: return Tone::Within;
    case CheckState::Close: return Tone::Close;
    case CheckState::Over: return Tone::Over;
    case CheckState::NotDone:
    case CheckState::NotApplicable: break;
    }
    return Tone::FaintInk;
}

} // namespace zg
