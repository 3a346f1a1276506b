#pragma once
#include "fe/vec3.h"
#include <array>

namespace zg::fe {

// Columns of every strain row: 6 per node (u_x u_y u_z theta_x theta_y theta_z, global axes, node by node), then four internal
// parameters of the incompatible membrane modes. A triangle leaves node 4 and the internal ones at zero.
constexpr int nodeColumns = 24, shellColumns = 28;
using StrainRow = std::array<double, shellColumns>;

/// Strain-displacement rows at one integration point of a shell element.
struct ShellPoint {
    std::array<StrainRow, 6> strain{};            ///< membrane s, d, xy; curvature s, d, xy (layered_section.h); local axes x, y
    std::array<std::array<double, 4>, 2> slope{}; ///< dN_i/dx, dN_i/dy in the tangent plane, per node
    std::array<double, 4> shape{};                ///< N_i
    double area = 0;                              ///< integration weight, mm2
    Vec3 x, y, normal;                            ///< local axes: tangent plane and normal
};

/// Rows for transverse shear (x and y, local) and drilling (rotation about the normal less that of the membrane field).
struct ShearPoint {
    std::array<StrainRow, 2> shear{};
    StrainRow drilling{};
    double area = 0;
};

/// Geometry and strain rows of a four-node quadrilateral (flat or warped) or a three-node triangle.
///
/// Nodes run round the element; the normal is that of the right-hand rule; (r, s) in [-1, 1]^2:
///
///      4 ------ 3      s
///      |        |      |
///      1 ------ 2      o-- r        triangle: node 1 at (0,0), 2 at (1,0), 3 at (0,1)
///
/// Bending and shear: mixed interpolation of tensorial components, MITC4 (Dvorkin and Bathe 1984) and MITC3 (Lee and Bathe 2004);
/// the directors are the element's own corner normals, and the terms of their slope are kept, so a warped quadrilateral bends
/// right and moves freely as a rigid body. Membrane: bilinear with the four incompatible modes of Taylor, Beresford and Wilson
/// (1976), linear in the triangle. Drilling: Hughes and Brezzi (1989) with the rotation of the incompatible modes included, so
/// that it does not resist bending in the plane. Verified by: tests/fe/patch_test.cpp, tests/verification/fe/.
struct ShellKinematics {
    int nodeCount = 0;
    int pointCount = 0;      ///< 4 for quads, 1 for triangles
    int shearPointCount = 0; ///< 4 for quads, 3 for triangles
    std::array<ShellPoint, 4> points;
    std::array<ShearPoint, 4> shearPoints;
    double area = 0;
    double warp = 0; ///< distance of the corners from their mean plane over the longer diagonal
};

enum class ShellShape { Good, NotFinite, NoArea, Folded };

/// `corners`: 4, or 3 for a triangle (the last is ignored). Only when `Good` comes back are the rows set.
ShellShape makeShellKinematics(const std::array<Vec3, 4>& corners, bool isTriangle, ShellKinematics& out);

/// Covariant base at (r, s): derivatives of position along r and s.
std::array<Vec3, 2> shellTangents(const std::array<Vec3, 4>& corners, bool isTriangle, double r, double s);
/// Shape functions at (r, s); see the sketch.
std::array<double, 4> shellShape(bool isTriangle, double r, double s);

} // namespace zg::fe
