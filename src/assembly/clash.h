#pragma once
#include "assembly/assembly.h"

namespace zg {

/// Two parts that would stand in one another.
struct Clash {
    PartRef a, b;
    double depth = 0; ///< how far one would have to move to be clear, mm
    Point3 at;        ///< about where
};

/// Plates against plates, bolts (shank, head, nut with washers) against plates that they do not go through and against other
/// bolts, as solids in space. Parts that are welded or fitted to one another by their kind are left out: the plates of one member
/// among themselves, stiffeners and web plates on their column, a member's end on what it is joined to. Overlaps up to 1 mm are
/// none. Welds and the room for a spanner are not looked at; the detailing rules know them.
[[nodiscard]] std::vector<Clash> clashesOf(const Assembly& assembly);
[[nodiscard]] std::vector<Clash> clashesOf(const ResolvedJoint& joint);

} // namespace zg
