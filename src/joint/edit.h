#pragma once
#include "joint/part.h"
#include "joint/resolve.h"
#include <optional>
#include <string>

/// Edits of a joint as the drawing offers them: plain functions on plain values, shared by bench, ask bar and tests.
namespace zg {

/// A dimension that stands on the Sheet and can be typed into.
enum class DimensionKind {
    EdgeTop,
    Pitch,
    EdgeBottom,
    Gauge,
    PlateWidth,
    PlateThickness,
    Slope,
    HaunchDepth,
    HaunchLength,
    HaunchAngle ///< to its member; sets the depth
};
[[nodiscard]] inline bool isOfHaunch(DimensionKind k) { return k >= DimensionKind::HaunchDepth; }
struct DimensionRef {
    DimensionKind kind = DimensionKind::Pitch;
    EndId side = ends::right;
    int index =
        0; ///< pitch: the row above it; of a haunch 0 below, 1 above; negative: what takes hold of it (-1 below, -2 above)
};
inline bool operator==(const DimensionRef& a, const DimensionRef& b) {
    return a.kind == b.kind && a.side == b.side && a.index == b.index;
}

[[nodiscard]] double dimensionValue(const ResolvedJoint& joint, const DimensionRef& ref);
/// Types a value into a dimension. A pitch moves the row on the side away from the nearer beam flange, an edge moves the plate.
void setDimension(Joint& joint, const ResolvedJoint& resolved, const DimensionRef& ref, double value);

/// A place where something could be added, or stands: click to add, click again to remove.
enum class FittingKind {
    StiffenerTop,
    StiffenerBottom,
    BackingTop,
    BackingBottom,
    RibTop,
    RibBottom,
    Doubler,
    Diagonal,
    TopPlate,
    // of a member's end: blocks of the member, not fittings of the joint
    HaunchBelow,
    HaunchAbove,
    ToeStiffener, ///< of the haunch below, or else above
    HaunchStiffener,
    WebPlate, ///< of a welded end: its web bolted instead of welded
    Row,
    Beam
};
struct FittingRef {
    FittingKind kind = FittingKind::StiffenerTop;
    EndId side = ends::right;
    double position = 0;                               ///< rows: where
    ConnectionKind joining = ConnectionKind::EndPlate; ///< beams: how they are joined
};
/// Column stiffener opposite a beam's flange: as thick, and of class 3 at the yield strength given; throats to suit.
[[nodiscard]] StiffenerSpec usualStiffener(const Section& column, const Section& beam, const std::string& steel, double f_y);
[[nodiscard]] bool hasFitting(const Joint& joint, const FittingRef& ref);
/// Whether the joint has what the fitting stands on: a column, an end plate, a free place.
[[nodiscard]] bool canTake(const ResolvedJoint& joint, const FittingRef& ref);
/// Adds the fitting with usual sizes for this joint (thickness of the flange it faces, throats to suit); nothing happens where it
/// cannot stand.
void addFitting(Joint& joint, const ResolvedJoint& resolved, const FittingRef& ref);
void removeFitting(Joint& joint, const FittingRef& ref);
/// Removes what a part stands for (a row, a fitting, a beam that is not the last); false for parts that cannot go.
[[nodiscard]] bool removePart(Joint& joint, const PartRef& part);
[[nodiscard]] std::string wordOf(const FittingRef& ref);
/// The fitting a part is of; nothing for parts of members and connections.
[[nodiscard]] std::optional<FittingRef> fittingOf(const PartRef& part);

/// What the place of a fitting is made of: calls `f(Spec{}, flange)` with the block's type and the flange it follows.
template <class F> auto onFitting(FittingKind kind, F f) {
    using At = std::optional<FlangeSide>;
    switch (kind) {
    case FittingKind::StiffenerTop: return f(StiffenerSpec{}, At(FlangeSide::Top));
    case FittingKind::StiffenerBottom: return f(StiffenerSpec{}, At(FlangeSide::Bottom));
    case FittingKind::BackingTop: return f(BackingSpec{}, At(FlangeSide::Top));
    case FittingKind::BackingBottom: return f(BackingSpec{}, At(FlangeSide::Bottom));
    case FittingKind::RibTop: return f(RibSpec{}, At(FlangeSide::Top));
    case FittingKind::RibBottom: return f(RibSpec{}, At(FlangeSide::Bottom));
    case FittingKind::Diagonal: return f(DiagonalSpec{}, At());
    case FittingKind::TopPlate: return f(TopPlateSpec{}, At());
    default: return f(DoublerSpec{}, At());
    }
}
[[nodiscard]] inline bool isFitting(FittingKind kind) { return kind <= FittingKind::TopPlate; }
/// The anchor of a fitting at a side.
[[nodiscard]] inline std::optional<Anchor> anchorOf(EndId side, std::optional<FlangeSide> flange) {
    return flange ? std::optional<Anchor>(Anchor{side, *flange}) : std::nullopt;
}

/// Bolts of one set of sizes are not made in the classes of another: after a change of size the class nearest in strength takes
/// the place of one that does not exist.
void matchBoltClass(const std::string& size, std::string& grade);

/// Rows of each end plate from top to bottom, as people number them.
void sortRows(EndPlate& plate);
void sortRows(Joint& joint);

/// Nearest place a dragged row may snap to: whole 5 mm, and the limits of clearance to flanges, plate ends and other rows.
[[nodiscard]] double snappedRow(const ResolvedJoint& joint, EndId side, int row, double position);
/// Moves a row; the list stays in order from the top. Gives the row's new place.
int moveRow(Joint& joint, EndId side, int row, double position);
/// Where another row would go best: the middle of the largest gap that has room.
[[nodiscard]] std::optional<double> roomForRow(const ResolvedJoint& joint, EndId side);

} // namespace zg
