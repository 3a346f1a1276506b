#pragma once
#include "component/result.h"
#include "drawing/drawing.h"

namespace zg {

struct SheetOptions {
    double width = 760, height = 560;
    UnitSystem units = UnitSystem::SI;
    int set = -1;                          ///< action set whose arrows are drawn; -1 none
    bool withGhosts = false;               ///< outlines of fittings that could be added
    const ResolvedJoint* change = nullptr; ///< what the joint may become: its outlines are drawn over it where they differ
    EndId face = ends::right;              ///< end plate shown where there is room for one face only
};

/// The Sheet: side elevation true to scale, faces of the end plates with their bolts and dimensions, and a section through the
/// column; parts shaded by their utilisation.
[[nodiscard]] Drawing sheetDrawing(const ResolvedJoint& joint, const JointResult* result, const SheetOptions& options);

/// Worst strength check of each part.
[[nodiscard]] std::vector<PartState> partStates(const JointResult& result);

} // namespace zg
