#pragma once
#include "fe/shell_element.h"

namespace zg::fe {

/// Geometric stiffness of an element on its nodal freedoms from membrane forces per length (N/mm, local x, y, xy) at its
/// integration points: integral of n_ab (u_k,a u_k,b) over all displacement components k.
///
/// In the plane the displacements are the element's own. Normal to it they follow the nodal rotations along each edge as well (a
/// quadratic term, the slope that a thin plate without transverse shear has): this halves the error of buckling factors on coarse
/// meshes against the bilinear field and, as it does not add freedoms, changes nothing else (docs/theory/plate-fe.md).
[[nodiscard]] ElementMatrix geometricStiffness(const std::array<Vec3, 4>& corners, bool isTriangle,
                                               const std::array<PlaneStress, 4>& membraneForce);

} // namespace zg::fe
