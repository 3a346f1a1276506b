#pragma once
#include "fe/model.h"

namespace zg::fe {

struct CutHole {
    std::vector<int> edge;  ///< nodes round the hole, in order; none where it could not be cut
    std::vector<int> moved; ///< nodes that stood inside and stand elsewhere now
};

/// Cuts a round hole (mm) through a flat plate meshed by quads in lines: the elements round it become rings from the edge of
/// their block to the hole, which gets a node wherever the block's edge has one. Elements keep their places or stand at the end.
/// Not cut where the lines leave no room, parts change within the block, or something else hangs on its inner nodes.
CutHole cutHole(Model& model, const std::vector<int>& parts, Vec3 centre, Vec3 axis, double radius);

} // namespace zg::fe
