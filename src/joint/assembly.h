#pragma once
#include "joint/part.h"
#include "joint/resolve.h"
#include <array>

namespace zg {

struct Point2 {
    double x = 0, y = 0;
};
struct Point3 {
    double x = 0, y = 0, z = 0;
};

/// Flat plate in space: outline in its own plane, extruded half the thickness to both sides. Frame: origin, two unit vectors.
struct PlatePart {
    PartRef part;
    Point3 origin, u, v;
    std::vector<Point2> outline; ///< convex, in (u, v)
    double thickness = 0;
    std::string steel;
    std::string what; ///< size as on a material list ("PL 20 x 200 x 480")
};

/// One bolt: its axis runs along x from the head to the nut.
struct BoltPart {
    PartRef part; ///< its row
    Point3 head, nut;
    double d = 0, washerOuter = 0, headHeight = 0, nutHeight = 0, washerThickness = 0;
};

struct WeldPart {
    PartRef part;
    Point3 from, to;
    WeldKind kind = WeldKind::Fillet;
    double throat = 0;
};

/// Explicit geometry of the joint. x to the right, y across, z upwards; origin on the column axis at the level of the outer
/// face of the right beam's top flange.
struct Assembly {
    std::vector<PlatePart> plates;
    std::vector<BoltPart> bolts;
    std::vector<WeldPart> welds;
    double columnTop = 0, columnBottom = 0; ///< drawn extent; the top is real when the column ends
    bool columnEnds = false;
    struct BeamEnd {
        EndId side;
        double x = 0;
    };
    std::vector<BeamEnd> beamEnds; ///< where the drawn beams end
    [[nodiscard]] double beamEnd(EndId side) const {
        for (const BeamEnd& e : beamEnds)
            if (e.side == side) return e.x;
        return 0;
    }
};

[[nodiscard]] Assembly buildAssembly(const ResolvedJoint& joint);
/// Level of the outer face of a side's top flange, and of the point a distance down its plate.
[[nodiscard]] double levelOf(const ResolvedSide& side, double positionDown);
/// Levels of the lower and upper end of supplementary web plates: 40 mm beyond the end plates, within the column.
[[nodiscard]] std::array<double, 2> doublerReach(const ResolvedJoint& joint, double columnTop);
/// Levels of the lower and upper end of a side's backing plates: 2 d beyond the bolts of the upper or lower half of the beam
/// (EN 1993-1-8:2005 6.2.4.3 asks for e_x). Nothing where there are no bolts.
[[nodiscard]] std::optional<std::array<double, 2>> backingReach(const ResolvedSide& side, bool isTop);
/// Width of one stiffener plate: given, or to the edge of the column flange.
[[nodiscard]] double stiffenerWidth(const std::optional<double>& given, const Section& column);

} // namespace zg
