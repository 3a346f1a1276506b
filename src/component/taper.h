#pragma once
#include "base/workings.h"
#include "component/haunch_section.h"
#include "component/web_buckling.h"
#include <optional>

/// A taper: the member's web grows towards the plate in one piece, and its flange turns at the toe. N, mm.
namespace zg {

struct ConnectionResult;
struct FaceForces;

/// The end as it would stand on a plate at a distance along the member, parallel to its own: outer flanges and webs. Rows and
/// inner flanges stay where they are.
[[nodiscard]] SideModel tapered(const SideModel& m, const ResolvedSide& side, double along);

/// Its web between plate and toe, at its greatest depth; nothing where the end does not taper.
[[nodiscard]] std::optional<WebPanel> panelOfTaper(const SideModel& m, const ResolvedSide& side);

/// Of a few sections between plate and toe the one with the largest use in bending and axial force, mm along the member.
[[nodiscard]] double worstSection(const SideModel& m, const ResolvedSide& side, const ConnectionResult& c, const FaceForces& face,
                                  const Settings& s);

/// Use of the end's section there (EN 1993-1-1:2005 (6.2) about its own centroid); at 0 as it stands on the plate.
template <class Num>
[[nodiscard]] Num sectionUse(Workings<Num>& w, const SideModel& m, const ResolvedSide& side, const ConnectionResult& c,
                             const FaceForces& face, const Settings& s, double along);

} // namespace zg
