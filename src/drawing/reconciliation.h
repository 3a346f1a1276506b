#pragma once
#include "compare/reconcile.h"
#include "drawing/drawing.h"

namespace zg {

struct ReconciliationOptions {
    double width = 760, height = 560;
    UnitSystem units = UnitSystem::SI;
    bool isStale = false;
};

/// Both methods side by side for one connection: a line per counterpart with both values, how far apart on a scale round nil with
/// the band of 15 %, and the reason where they part.
[[nodiscard]] Drawing reconciliationDrawing(const Reconciliation& compared, const ReconciliationOptions& options);

} // namespace zg
