#pragma once
#include "base/diagnostic.h"
#include "fe/vec3.h"
#include <array>
#include <string>
#include <vector>

namespace zg::fe {

struct Point2 {
    double x = 0, y = 0;
};

/// Quadrilaterals (a triangle's fourth is -1) over nodes in the plane of the plate; counter-clockwise.
struct PlateMesh {
    std::vector<Point2> nodes;
    std::vector<std::array<int, 4>> cells;
};

/// Element size over a plate: `size`, and finer within spots, growing away from them by `growth` per mm.
struct SizeField {
    struct Spot {
        Point2 at;
        double radius = 0, size = 0;
    };
    double size = 20;
    std::vector<Spot> spots;
    double growth = 0.35;
    [[nodiscard]] double at(Point2 p) const;
};

/// A flat plate: outer boundary counter-clockwise, holes, and lines and points which the mesh should follow.
struct Outline {
    struct Circle {
        Point2 centre;
        double radius = 0;
    };
    std::vector<Point2> boundary;
    std::vector<Circle> roundHoles;
    std::vector<std::vector<Point2>> holes;
    std::vector<std::array<Point2, 2>> lines;
    std::vector<Point2> points;
};

enum class MeshMethod { Grid, Mapped, ThreeBlocks, Free };

struct MeshResult {
    PlateMesh mesh; ///< empty when there are errors
    MeshMethod method = MeshMethod::Grid;
    Diagnostics found; ///< errors: what is wrong with the outline; notes: lines the mesh could not follow
};

/// Meshes a plate. Rectangles and other right-angled outlines: grid lines through every corner, line end and point, filled to the
/// size, with rings round holes; other four-sided outlines: mapped, grid lines through the points; triangles: three mapped
/// blocks; the rest (or lines askew to the grid): free quadrilaterals. Symmetric where the plate is (all but the free ones). Same
/// input, same mesh, on any thread: there is no state.
[[nodiscard]] MeshResult meshPlate(const Outline& outline, const SizeField& size);

/// Blocks of their own: full disc (square core and four blocks to the rim) and ring, centred at the origin; `around` elements
/// round (a multiple of 8 for the disc), `radial` from core or inner rim to outer rim.
[[nodiscard]] PlateMesh meshDisc(double radius, int around, int radial);
[[nodiscard]] PlateMesh meshRing(double inner, double outer, int around, int radial);

/// A circular cylinder or part of one: nodes on the true radius, axis z; angle from `from` to `to` (rad; a full turn closes).
struct CylinderMesh {
    std::vector<Vec3> nodes;
    std::vector<std::array<int, 4>> cells;
};
[[nodiscard]] CylinderMesh meshCylinder(double radius, double length, double from, double to, int around, int along);

/// Positions from `from` to `to` that contain all of `fixed`, with steps near the size along the line; symmetric when the input
/// is.
[[nodiscard]] std::vector<double> gridLines(double from, double to, const std::vector<double>& fixed, const SizeField& size,
                                            bool isAlongX);

struct MeshQuality {
    int quads = 0, triangles = 0;
    double leastJacobian = 1, meanJacobian = 0;   ///< scaled: 1 for a rectangle, 0 when a corner is flat
    double smallestAngle = 180, largestAngle = 0; ///< degrees
    double largestAspect = 1;
    double area = 0;
    int worstCell = -1;
};
[[nodiscard]] MeshQuality qualityOf(const PlateMesh& mesh);
/// In words, with the limits: least scaled Jacobian 0.3, angles 30 to 150 degrees, aspect 8.
[[nodiscard]] Diagnostics qualityRemarks(const MeshQuality& quality, const std::string& id);

namespace detail {
// Free quadrilaterals; mesh_free.cpp.
[[nodiscard]] MeshResult meshFree(const Outline& outline, const SizeField& size);
[[nodiscard]] bool isInside(const std::vector<Point2>& polygon, Point2 p);
// Nodes at the same place are one.
class NodePlaces {
public:
    explicit NodePlaces(PlateMesh& mesh, double tolerance) : mesh_(&mesh), tolerance_(tolerance) {}
    int at(Point2 p);

private:
    PlateMesh* mesh_;
    double tolerance_;
    std::vector<std::pair<std::array<long long, 2>, int>> sorted_;
};
} // namespace detail

} // namespace zg::fe
