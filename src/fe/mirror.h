#pragma once
#include "fe/model.h"
#include <memory>

namespace zg::fe {

/// A model that is its own mirror image in the plane y = 0, supports, springs and loads included: which node, element and spring
/// is the image of which (its own, where it lies in the plane).
struct Mirror {
    std::vector<int> node, shell, link; ///< -1: a node of no element, off the plane

    /// The freedom of the image; -1 where it has none.
    [[nodiscard]] int freedom(int of) const { return node[of / 6] < 0 ? -1 : 6 * node[of / 6] + of % 6; }
    /// Of the image's freedom over the freedom: displacements turn over across the plane, rotations about axes in it.
    [[nodiscard]] static double sign(std::size_t freedom) { return freedom == Uy || freedom == Rx || freedom == Rz ? -1 : 1; }
    /// That nodes move as their images do and nodes in the plane stay in it; or, `isOpposite`, the other way, and nodes in the
    /// plane leave it. Nodes at y > 0 follow.
    [[nodiscard]] std::vector<Constraint> constraints(const Model& model, bool isOpposite) const;
};

/// Null unless every element, spring, load and given movement has its image: places to 1e-3 mm, the rest to 1e-7 of it.
[[nodiscard]] std::unique_ptr<Mirror> mirrorOf(const Model& model);

} // namespace zg::fe
