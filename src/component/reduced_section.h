#pragma once
#include "base/workings.h"
#include "component/check_list.h"
#include "joint/balance.h"
#include "joint/resolve.h"

namespace zg {

/// The beam's section in the middle of its cut: flanges narrower by the cut on both edges, the web whole.
[[nodiscard]] Section reducedSection(const ResolvedSide& side);

/// Bending with axial force and shear there, under the forces at the support's face of a set (EN 1993-1-1:2005 6.2.5, 6.2.8,
/// 6.2.9.1); what loads the beam between is not known and left out.
template <class Num>
void verifyReducedSection(Workings<Num>& w, const ResolvedSide& side, const FaceForces& face, const Settings& settings,
                          CheckList& list);

} // namespace zg
