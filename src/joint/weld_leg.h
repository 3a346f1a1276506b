#pragma once
#include "joint/blocks.h"

namespace zg {

/// Throat of fillets, mm; nil for butt welds.
[[nodiscard]] inline double legOf(const WeldSpec& weld) { return weld.kind == WeldKind::Fillet ? weld.throat : 0; }

} // namespace zg
