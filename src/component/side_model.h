#pragma once
#include "joint/part.h"
#include "joint/resolve.h"
#include <limits>
#include <optional>
#include <vector>

namespace zg {

inline constexpr double youngsModulus = 210000; ///< EN 1993-1-1:2005 3.2.6, MPa
inline constexpr double continues = std::numeric_limits<double>::infinity();

/// Bolt row as the component method sees it. y runs from the outer face of the tension flange towards compression.
struct RowModel {
    int place = 0; ///< in the side's list of rows
    double y = 0;
    double gauge = 0;
    bool takesTension = true;
};

/// Pair of column stiffeners at a level.
struct StiffenerLine {
    double y = 0; ///< of its mid-plane
    double thickness = 0, width = 0, throat = 0;
    SteelStrength steel;
    PartRef part;
};

/// The stiffener pair opposite a beam flange, and which part of it lies in the path of the flange's force: the flange with its
/// welds and what spreads at 45 degrees through the end plate. A pair of the beam itself lies in it whole; one of the other beam
/// may lie beside it.
struct FlangeStiffener {
    const StiffenerLine* line = nullptr;
    double share = 0; ///< above 0 where there is one, at most 1
    explicit operator bool() const { return line != nullptr; }
};

struct FittingPlate {
    double thickness = 0, throat = 0, length = 0;
    SteelStrength steel;
    PartRef part;
};

/// One beam's connection turned so that tension is at the top, whichever way the moment acts: the reversed joint is the mirrored
/// joint. Lengths along the end plate; everything looked up; N, mm, MPa.
struct SideModel {
    EndId side = ends::right;
    bool isReversed = false;
    bool hasColumn = true; ///< else a splice: the plate lies on that of another beam
    Section column;
    SteelStrength columnSteel;
    double gripThickness = 0; ///< what the bolts hold the plate to: the column flange, or the other end plate
    SteelStrength gripSteel;
    double columnEnd = continues;            ///< from the tension flange's outer face up to the column's end on the tension side
    double columnEndCompression = continues; ///< from the compression flange's outer face down to the column's end
    Section beam;
    SteelStrength beamSteel;
    double depth = 0, flange = 0; ///< of the beam along the plate
    double cosSlope = 1;
    double t_p = 0, b_p = 0;
    double projectionTension = 0, projectionCompression = 0;
    SteelStrength plateSteel;
    BoltSize bolt;
    BoltClass boltClass;
    bool threadInShearPlane = true;
    WeldSpec weldTension, weldCompression, weldWeb;
    bool bearsInCompression = false;
    std::vector<RowModel> rows;               ///< from the tension side to the compression side
    std::vector<StiffenerLine> stiffeners;    ///< all column stiffeners, of both beams
    std::optional<FittingPlate> backing, rib; ///< on the tension side
    std::optional<DoublerSpec> doubler;
    SteelStrength doublerSteel;
    std::optional<DiagonalSpec> diagonal;
    SteelStrength diagonalSteel;
    bool diagonalInCompression = true; ///< under this sign of moment

    std::optional<double> nearerCentre; ///< of the other beam of a splice, where it lies nearer to the tension
    [[nodiscard]] double centreOfCompression() const { return nearerCentre.value_or(depth - flange / 2); }
    [[nodiscard]] double leverArm(const RowModel& row) const { return centreOfCompression() - row.y; }
    [[nodiscard]] FlangeStiffener tensionStiffener() const;
    [[nodiscard]] FlangeStiffener compressionStiffener() const;
};

/// Two ends of a splice share their rows: a row takes tension where it can in both.
void keepCommonRows(SideModel& a, SideModel& b);

[[nodiscard]] SideModel makeSideModel(const ResolvedJoint& joint, EndId side, bool isReversed);

} // namespace zg
