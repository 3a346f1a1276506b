#pragma once
#include "base/point.h"
#include "joint/geometry.h"
#include "joint/part.h"
#include <array>

namespace zg {

/// Flat plate in space: outline in its own plane, extruded half the thickness to both sides. Frame: origin, two unit vectors.
struct PlatePart {
    PartRef part;
    Point3 origin, u, v;
    std::vector<Point2> outline; ///< in (u, v); convex, or with its first corner in sight of all others
    double thickness = 0;
    std::string steel;
    std::string what;    ///< size as on a material list ("PL 20 x 200 x 480")
    std::string cutFrom; ///< section that it is a piece of; nothing for plates
};

/// One bolt: its axis runs from under the head to under the nut, whichever way that is.
struct BoltPart {
    PartRef part; ///< its row
    Point3 head, nut;
    double d = 0, washerOuter = 0, headHeight = 0, nutHeight = 0, washerThickness = 0;
    std::vector<PartRef> plies; ///< what it holds together, from the head
    std::string size, grade;
    double hole = 0; ///< in its plies, diameter
    bool isPreloaded = false;
};

/// Weld along an edge of one part on the face of another: a weld of its own (of a flange, a web), or one of its part's.
struct WeldPart {
    PartRef part;
    Point3 from, to;
    WeldKind kind = WeldKind::Fillet;
    double throat = 0;
    PartRef of, on;
    double thickness = 0; ///< of the part along whose edge it runs
    double run = 0;       ///< weld laid, of all its runs together
};

/// Explicit geometry of the joint: every part in space, with what holds it. Drawing, detailing, lists and pictures read this,
/// whatever the joint is made of. x to the right, y away from the reader, z upwards; origin at the node.
struct Assembly {
    std::vector<PlatePart> plates;
    std::vector<BoltPart> bolts;
    std::vector<WeldPart> welds;
    double columnTop = 0, columnBottom = 0; ///< drawn extent; the top is real when the column ends
    bool hasColumn = true, columnEnds = false;
    /// Where a drawn member is cut off.
    struct BeamEnd {
        EndId side;
        Point3 axis; ///< point of its axis there
        double x = 0;
    };
    std::vector<BeamEnd> beamEnds;
    [[nodiscard]] double beamEnd(EndId side) const {
        for (const BeamEnd& e : beamEnds)
            if (e.side == side) return e.x;
        return 0;
    }
};

[[nodiscard]] Assembly buildAssembly(const ResolvedJoint& joint);
/// Corners of a plate: its outline on both faces, in the order of the outline, one face after the other.
[[nodiscard]] std::vector<Point3> cornersOf(const PlatePart& plate);
/// A plate as the elevation shows it, (x, z): its outline where it faces the reader, else the hull of its corners.
[[nodiscard]] std::vector<Point2> seenFromFront(const PlatePart& plate);
/// Point of a plate's outline in space, a distance out of its middle plane.
[[nodiscard]] Point3 pointOf(const PlatePart& plate, Point2 q, double out);

} // namespace zg
