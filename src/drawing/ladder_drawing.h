#pragma once
#include "component/result.h"
#include "drawing/drawing.h"

namespace zg {

struct LadderOptions {
    double width = 760, height = 560;
    UnitSystem units = UnitSystem::SI;
};

/// All links in series on one axis of the moment at the column's face, each at its design resistance and numbered in the order in
/// which they are expected to be used up: what yields to the left, what lets go to the right, told apart by shape and word; the
/// hinge's range shaded, what is asked of the brittle links as a line, the worst margin as a bracket. Both senses side by side.
[[nodiscard]] Drawing ladderDrawing(const ResolvedJoint& joint, const JointResult& result, const Ladder& ladder,
                                    const LadderOptions& options);

} // namespace zg
