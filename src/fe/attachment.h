#pragma once
#include "fe/vec3.h"
#include <array>
#include <string>
#include <vector>

namespace zg::fe {

/// The six freedoms of a node: displacements along and rotations about the global axes.
enum Freedom { Ux = 0, Uy = 1, Uz = 2, Rx = 3, Ry = 4, Rz = 5 };

/// A freedom of a node with a factor.
struct Term {
    int node = 0;
    Freedom freedom = Ux;
    double factor = 1;
};
using Terms = std::vector<Term>;

/// The motion of a material point as a linear combination of nodal freedoms: six rows (u_x ... theta_z). By its transpose a force
/// and moment at the point become nodal forces of the same resultant about any point, because every kind below moves rigidly with
/// a rigid motion of its nodes. Springs, bolts, welds, contact and loads all act on attachments; meshes need not match.
struct Attachment {
    Vec3 position;
    std::array<Terms, 6> rows;
};

/// The node itself, or a point rigidly offset from it.
[[nodiscard]] Attachment attachToNode(const std::vector<Vec3>& nodes, int node, Vec3 offset = {});

/// A point of an element's surface with shape functions `shape` of its nodes (a triangle's fourth is 0), offset rigidly from the
/// mid-surface (half the thickness, say).
[[nodiscard]] Attachment attachToFace(const std::vector<Vec3>& nodes, const std::array<int, 4>& element,
                                      const std::array<double, 4>& shape, Vec3 offset = {});

/// The mean rigid motion of a patch of nodes, taken at `position`: weighted least squares of their displacements (and of their
/// rotations about an axis which the displacements leave open, when the nodes lie on a line). Does not stiffen the patch.
[[nodiscard]] Attachment attachToPatch(const std::vector<Vec3>& nodes, const std::vector<int>& patch,
                                       const std::vector<double>& weights, Vec3 position);

/// Nodal forces of a force and moment acting at the attachment.
struct NodalForce {
    int node = 0;
    Freedom freedom = Ux;
    double value = 0;
    bool turns = false; ///< goes round with its node (moved geometry); otherwise its direction is fixed
};
void addForces(std::vector<NodalForce>& to, const Attachment& at, const Wrench& wrench);

} // namespace zg::fe
