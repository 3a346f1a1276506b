#pragma once
#include "joint/part.h"
#include "joint/resolve.h"
#include <array>
#include <vector>

/// Levels and reaches that follow from a joint's own numbers. Lengths mm; z upwards from the node's level.
namespace zg {

/// Level of a point a distance down a side's end plate from the outer face of its top flange.
[[nodiscard]] double levelOf(const ResolvedSide& side, double positionDown);
/// A flange where it meets the end plate (or the support's face), and the web below it. Down from the outer face of the member's
/// top flange.
struct FlangeOnFace {
    double from = 0, to = 0; ///< upper and lower face
    PartRef part;
    const WeldSpec* weld = nullptr;
    double width = 0, thickness = 0, cos = 1, tan = 0; ///< square to itself; slope against the face's normal
    const SteelStrength* steel = nullptr;
};
struct WebOnFace {
    PartRef part;
    const WeldSpec* weld = nullptr;
    double thickness = 0;
    const SteelStrength* steel = nullptr;
};
/// All flanges of an end from the top down, with the webs between: those of the member, and of its haunches. A haunch so shallow
/// that its flange lies on the member's stands for it, and so does a taper.
struct EndFace {
    std::vector<FlangeOnFace> flanges;
    std::vector<WebOnFace> webs; ///< one fewer
    /// The web a place stands beside: of the flanges it lies between, else the nearest.
    [[nodiscard]] const WebOnFace& webAt(double down) const;
};
[[nodiscard]] EndFace endFace(const ResolvedSide& side);

/// Whether a place on the plate is in the upper half of the end.
[[nodiscard]] inline bool isUpperHalf(const ResolvedSide& side, double down) {
    return down < (side.isHaunched() ? (side.top() + side.bottom()) / 2 : side.depth / 2);
}

/// Levels of the end plate's upper and lower end, and of the middle of the outermost flange at the top or bottom of the end.
/// Height of a rib along the face: its own at a welded end, else what the end plate gives it.
[[nodiscard]] double ribHeight(const ResolvedSide& side, bool isTop);
/// Levels of the ends of what an end covers of its support: its plate, or its flanges with the ribs outside them.
[[nodiscard]] double plateTop(const ResolvedSide& side);
[[nodiscard]] double plateBottom(const ResolvedSide& side);
[[nodiscard]] double flangeLevel(const ResolvedSide& side, bool isTop);
/// Levels of the lower and upper end of supplementary web plates: 40 mm beyond the end plates, within the column.
[[nodiscard]] std::array<double, 2> doublerReach(const ResolvedJoint& joint, double columnTop);
/// Levels of the lower and upper end of a side's backing plates: 2 d beyond the bolts of the upper or lower half of the beam
/// (EN 1993-1-8:2005 6.2.4.3 asks for e_x). Nothing where there are no bolts.
[[nodiscard]] std::optional<std::array<double, 2>> backingReach(const ResolvedSide& side, bool isTop);
/// Thickness of the backing plate behind a row; 0 where there is none.
[[nodiscard]] double backingBehind(const ResolvedSide& side, const BoltRowSpec& row);
/// Width of one stiffener plate: given, or to the edge of a flange `b` wide beside a web `t_w`.
[[nodiscard]] double stiffenerWidth(const std::optional<double>& given, double b, double t_w);
[[nodiscard]] double stiffenerWidth(const std::optional<double>& given, const Section& member);
/// Along a member's axis from its plate to the section at a haunch's toe.
[[nodiscard]] double distanceToToe(const ResolvedSide& side, const ResolvedHaunch& haunch);
/// Slope of a flange beyond which its fillets would stand in a corner outside 60° to 120° (EN 1993-1-8:2005 4.3.2.1(1)), rad.
inline constexpr double steepestFillet = 0.5235987755982988;

/// A pair of column stiffeners as it is built: stiffeners of two beams that would stand in each other are one, the thicker.
struct StiffenerPair {
    EndId side;
    FlangeSide flange = FlangeSide::Top;
    const StiffenerSpec* spec = nullptr;
    const SteelStrength* steel = nullptr;
    double level = 0; ///< of its middle, on the column's axis
    double tan = 0;   ///< of one in line, going right
    bool standsForTwo = false;
};
[[nodiscard]] std::vector<StiffenerPair> columnStiffeners(const ResolvedJoint& joint);

/// Where an end is joined: the point of the support's face on the level of the node, where the member goes (level), and across
/// it.
struct EndFrame {
    std::array<double, 3> face{}, out{}, across{};
};
[[nodiscard]] EndFrame frameOf(const ResolvedJoint& joint, const ResolvedSide& side);

} // namespace zg
