#pragma once
#include "drawing/sheet_canvas.h"

namespace zg {

/// Outlines of what would stand there after a change, where it differs from what stands: dashed, over elevation and faces.
void drawChange(SheetCanvas& canvas, const ResolvedJoint& changed);

} // namespace zg
