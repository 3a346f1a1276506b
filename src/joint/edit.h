#pragma once
#include "joint/part.h"
#include "joint/resolve.h"
#include <optional>
#include <string>

/// Edits of a joint as the drawing offers them: plain functions on plain values, shared by bench, ask bar and tests.
namespace zg {

/// A dimension that stands on the Sheet and can be typed into.
enum class DimensionKind { EdgeTop, Pitch, EdgeBottom, Gauge, PlateWidth, PlateThickness };
struct DimensionRef {
    DimensionKind kind = DimensionKind::Pitch;
    SideId side = SideId::Right;
    int index = 0; ///< pitch: the row above it
};
inline bool operator==(const DimensionRef& a, const DimensionRef& b) {
    return a.kind == b.kind && a.side == b.side && a.index == b.index;
}

[[nodiscard]] double dimensionValue(const ResolvedJoint& joint, const DimensionRef& ref);
/// Types a value into a dimension. A pitch moves the row on the side away from the nearer beam flange, an edge moves the plate.
void setDimension(Joint& joint, const ResolvedJoint& resolved, const DimensionRef& ref, double value);

/// A place where a fitting could go, or goes: click to add, click again to remove.
enum class FittingKind {
    StiffenerTop,
    StiffenerBottom,
    BackingTop,
    BackingBottom,
    RibTop,
    RibBottom,
    Doubler,
    Diagonal,
    Row,
    LeftBeam
};
struct FittingRef {
    FittingKind kind = FittingKind::StiffenerTop;
    SideId side = SideId::Right;
    double position = 0; ///< rows: where
};
[[nodiscard]] bool hasFitting(const Joint& joint, const FittingRef& ref);
/// Adds the fitting with usual sizes for this joint (thickness of the flange it faces, throats to suit).
void addFitting(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref);
void removeFitting(Joint& joint, const FittingRef& ref);
/// Removes what a part stands for (a row, a fitting, the left beam); false for parts that cannot go.
[[nodiscard]] bool removePart(Joint& joint, const PartRef& part);
[[nodiscard]] const char* wordOf(FittingKind kind);

/// Rows of each side from top to bottom, as people number them.
void sortRows(SideSpec& side);
void sortRows(Joint& joint);

/// Nearest place a dragged row may snap to: whole 5 mm, and the limits of clearance to flanges, plate ends and other rows.
[[nodiscard]] double snappedRow(const ResolvedJoint& joint, SideId side, int row, double position);
/// Moves a row; the list stays in order from the top. Gives the row's new place.
int moveRow(Joint& joint, SideId side, int row, double position);
/// Where another row would go best: the middle of the largest gap that has room.
[[nodiscard]] std::optional<double> roomForRow(const ResolvedJoint& joint, SideId side);

} // namespace zg
