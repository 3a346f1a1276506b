#pragma once
#include "joint/blocks.h"
#include <variant>

/// A haunch on a member's end, as the file holds it: lengths mm.
namespace zg {

/// A T cut from a rolled section along the diagonal: its flange is the haunch's flange; one length of section gives two.
struct Cutting {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "cutting";
    std::string section;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"section", Quantity::None, 0, 0, "section that it is cut from; one length gives two haunches"}, s.section);
    }
};

/// A flange and a web cut from plates and welded.
struct HaunchPlates {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "plates";
    double flangeWidth = 190, flangeThickness = 15, webThickness = 10;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"flange_width", Quantity::Length, 20, 1500, "width of the haunch's flange"}, s.flangeWidth);
        v(Field{"flange_thickness", Quantity::Length, 2, 200, "thickness of the haunch's flange"}, s.flangeThickness);
        v(Field{"web_thickness", Quantity::Length, 2, 120, "thickness of the haunch's web"}, s.webThickness);
    }
};

/// No flange between: the member's web grows towards the plate, in one piece, and its flange turns at the toe, as wide as it is.
struct Taper {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "taper";
    double flangeThickness = 15;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"flange_thickness", Quantity::Length, 2, 200,
                "thickness of the flange between plate and toe, as wide as the member's"},
          s.flangeThickness);
    }
};

enum class StiffenerReach { Full, Half };
template <> struct EnumNames<StiffenerReach> { static constexpr const char* names[] = {"full depth", "half depth"}; };

/// A pair of plates across a member's web, one on each side.
struct WebStiffenerSpec {
    static constexpr bool hasFields = true;
    double thickness = 10;
    std::optional<double> width;
    double throat = 4;
    StiffenerReach reach = StiffenerReach::Full;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 120, "stiffener thickness"}, s.thickness);
        v(Field{"width", Quantity::Length, 15, 700, "width of one plate; to the edge of the flange when absent"}, s.width);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"reach", Quantity::None, 0, 0, "over the full depth of the web, or half of it"}, s.reach);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// Haunch on one side of a member at its end. Depth and length are those of the shop drawing; the angle follows.
struct HaunchSpec {
    static constexpr bool hasFields = true;
    double depth = 400;   ///< along the end plate, from the member's outer face to the outer face of the haunch's flange
    double length = 1000; ///< along the plate's normal, from the plate to the sharp toe on the member's outer face
    std::variant<Cutting, HaunchPlates, Taper> made = HaunchPlates{};
    std::string steel = "S355";
    WeldSpec flangeWeld, webWeld; ///< to the end plate
    double throat = 5;            ///< of the fillets along the member's flange, both sides; of a taper between its flange and web
    WeldSpec toeWeld{WeldKind::Butt, 5};
    std::optional<WebStiffenerSpec> toeStiffener, midStiffener;
    bool isToeHeld = false;
    bool takesShear = false;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"depth", Quantity::Length, 1e-6, 4000,
                "depth along the end plate, member's outer face to the outer face of the haunch's flange"},
          s.depth);
        v(Field{"length", Quantity::Length, 10, 20000, "length along the plate's normal, plate to the sharp toe"}, s.length);
        v(Field{"made", Quantity::None, 0, 0, "a cutting of a section, plates, or a taper: no flange between"}, s.made);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
        v(Field{"weld_flange", Quantity::None, 0, 0, "weld of its flange to the end plate"}, s.flangeWeld);
        v(Field{"weld_web", Quantity::None, 0, 0, "weld of its web to the end plate; a taper's web has the member's own"},
          s.webWeld);
        v(Field{"throat", Quantity::Length, 1, 40,
                "throat of the fillets along the member's flange, of a taper between its flange and web; both sides"},
          s.throat);
        v(Field{"weld_toe", Quantity::None, 0, 0, "weld of its flange to the member at the toe"}, s.toeWeld);
        v(Field{"toe_stiffener", Quantity::None, 0, 0, "stiffeners of the member's web at the toe"}, s.toeStiffener);
        v(Field{"mid_stiffener", Quantity::None, 0, 0, "stiffeners of the haunch's web at half its length"}, s.midStiffener);
        v(Field{"toe_held", Quantity::None, 0, 0, "the member is held sideways at the toe"}, s.isToeHeld);
        v(Field{"flange_takes_shear", Quantity::None, 0, 0,
                "the shear that the slope of its flange brings is taken off the bolts"},
          s.takesShear);
    }
};

} // namespace zg
