#pragma once
#include "joint/resolve.h"
#include <array>

/// Levels and reaches that follow from a joint's own numbers. Lengths mm; z upwards from the node's level.
namespace zg {

/// Level of a point a distance down a side's end plate from the outer face of its top flange.
[[nodiscard]] double levelOf(const ResolvedSide& side, double positionDown);
/// Levels of the lower and upper end of supplementary web plates: 40 mm beyond the end plates, within the column.
[[nodiscard]] std::array<double, 2> doublerReach(const ResolvedJoint& joint, double columnTop);
/// Levels of the lower and upper end of a side's backing plates: 2 d beyond the bolts of the upper or lower half of the beam
/// (EN 1993-1-8:2005 6.2.4.3 asks for e_x). Nothing where there are no bolts.
[[nodiscard]] std::optional<std::array<double, 2>> backingReach(const ResolvedSide& side, bool isTop);
/// Thickness of the backing plate behind a row; 0 where there is none.
[[nodiscard]] double backingBehind(const ResolvedSide& side, const BoltRowSpec& row);
/// Width of one stiffener plate: given, or to the edge of the column flange.
[[nodiscard]] double stiffenerWidth(const std::optional<double>& given, const Section& column);

/// A pair of column stiffeners as it is built: stiffeners of two beams that would stand in each other are one, the thicker.
struct StiffenerPair {
    EndId side;
    FlangeSide flange = FlangeSide::Top;
    const StiffenerSpec* spec = nullptr;
    const SteelStrength* steel = nullptr;
    double level = 0;
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
