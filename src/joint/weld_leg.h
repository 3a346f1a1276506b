#pragma once
#include "joint/blocks.h"

namespace zg {

/// Throat of fillets, mm; nil for butt welds.
[[nodiscard]] inline double legOf(const WeldSpec& weld) { return weld.kind == WeldKind::Fillet ? weld.throat : 0; }

/// What capacity design by American rules wants butt welded at its ends: continuity plates and ribs thicker than 3/8 in (AISC
/// 358-16 6.7, 6.8.1), continuity plates of welded ends however thin (341-16 E3.6f.3). Thickness in mm.
[[nodiscard]] inline bool wantsButtEnds(double thickness, bool isWeldedEnd) { return isWeldedEnd || thickness > 9.525 + 0.1; }

} // namespace zg
