#pragma once
#include "component/result.h"
#include "drawing/drawing.h"

namespace zg {

struct SpringsOptions {
    double width = 760, height = 560;
    UnitSystem units = UnitSystem::SI;
};

/// The joint as its mechanical model under one action set: a line of springs per row at its lever arm, coil height by
/// flexibility, line weight by resistance, what holds each row back emphasised, groups as brackets, the panel, the centre of
/// compression, and the share of each component in the rotation.
[[nodiscard]] Drawing springsDrawing(const ResolvedJoint& joint, const JointResult& result, const ConnectionResult& connection,
                                     const SpringsOptions& options);

/// Share of a kind of component in the elastic rotation; they sum to 1 where the stiffness exists.
struct RotationShare {
    Limit kind = Limit::None;
    double share = 0;
};
[[nodiscard]] std::vector<RotationShare> rotationShares(const ConnectionResult& connection);

} // namespace zg
