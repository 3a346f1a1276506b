#pragma once
#include "component/inputs.h"
#include "joint/part.h"
#include "joint/resolve.h"
#include "joint/weld_leg.h"
#include <optional>
#include <vector>

namespace zg {

/// Bolt row as the component method sees it. y runs from the outer face of the tension flange towards compression.
struct RowModel {
    int place = 0; ///< in the side's list of rows
    double y = 0;
    double gauge = 0;
    bool takesTension = true;
};

struct FittingPlate {
    double thickness = 0, length = 0;
    double throat = 0; ///< of a rib's fillets on the beam's flange
    WeldSpec onFace;   ///< of a rib
    double height = 0; ///< of a rib at a welded end, along the face
    SteelStrength steel;
    PartRef part;
};

/// One beam's connection turned so that tension is at the top, whichever way the moment acts: the reversed joint is the mirrored
/// joint. Lengths along the end plate; everything looked up; N, mm, MPa.
struct SideModel {
    EndId side = ends::right;
    bool isReversed = false;
    bool hasColumn = true; ///< else a splice: the plate lies on that of another beam
    ColumnInput column;
    double gripThickness = 0; ///< what the bolts hold the plate to: the column flange, or the other end plate
    SteelStrength gripSteel;
    double columnEnd = continues;            ///< from the tension flange's outer face up to the column's end on the tension side
    double columnEndCompression = continues; ///< from the compression flange's outer face down to the column's end
    BeamInput beam;
    double depth = 0;                 ///< of the whole end along the plate, haunches included
    double axis = 0;                  ///< of the beam, from the tension flange's outer face
    std::vector<FlangeInput> flanges; ///< from tension to compression: two, or more with haunches
    std::vector<WebInput> webs;       ///< between them
    bool isTapered = false;           ///< one of its outer flanges is a taper's: the web is one, the axis not its middle
    /// A haunch stands on the face with a web of its own, or a taper.
    [[nodiscard]] bool isHaunched() const { return flanges.size() > 2 || isTapered; }
    [[nodiscard]] const FlangeInput& tensionFlange() const { return flanges.front(); }
    [[nodiscard]] const FlangeInput& compressionFlange() const { return flanges.back(); }
    /// The web that a level lies beside; -1 outside the tension flange.
    [[nodiscard]] int webBeside(double y) const;
    double t_p = 0, b_p = 0;
    double projectionTension = 0, projectionCompression = 0;
    SteelStrength plateSteel;
    BoltInput bolts;
    bool bearsInCompression = false;
    std::vector<RowModel> rows;               ///< from the tension side to the compression side
    std::vector<StiffenerLine> stiffeners;    ///< all column stiffeners, of both beams
    std::optional<FittingPlate> backing, rib; ///< on the tension side
    std::optional<FittingPlate> farRib;       ///< on the compression side
    bool isWebBolted = false;                 ///< flanges welded, the web bolted to a fin plate
    std::optional<DiagonalSpec> diagonal;
    SteelStrength diagonalSteel;
    bool diagonalInCompression = true; ///< under this sign of moment

    std::optional<double> nearerCentre; ///< of the other beam of a splice, where it lies nearer to the tension
    [[nodiscard]] double centreOfCompression() const { return nearerCentre.value_or(depth - compressionFlange().along / 2); }
    [[nodiscard]] double leverArm(const RowModel& row) const { return centreOfCompression() - row.y; }
    /// All that the bolts hold together, mm.
    [[nodiscard]] double gripLength() const { return gripThickness + t_p + (backing ? backing->thickness : 0); }
    [[nodiscard]] GripInput grip() const { return {t_p, plateSteel.f_u, gripThickness, gripSteel.f_u, hasColumn}; }
    /// Of the compression flange.
    [[nodiscard]] FlangeForceInput compressionForce() const {
        // A rib outside the flange presses beside it, in the plane of the column's web.
        const FlangeInput& f = compressionFlange();
        const double beside = farRib ? farRib->height : 0;
        return {f.along + beside, legOf(f.weld), t_p, projectionCompression, columnEndCompression - beside};
    }
    [[nodiscard]] FlangeStiffener tensionStiffener() const;
    [[nodiscard]] FlangeStiffener compressionStiffener() const;
};

/// The weld of a flange, or of a web, to the face.
[[nodiscard]] PartRef weldToFace(const PartRef& of);

/// Two ends of a splice share their rows: a row takes tension where it can in both.
void keepCommonRows(SideModel& a, SideModel& b);

[[nodiscard]] SideModel makeSideModel(const ResolvedJoint& joint, EndId side, bool isReversed);

} // namespace zg
