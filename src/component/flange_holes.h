#pragma once
#include "base/workings.h"
#include "joint/check.h"
#include "joint/resolve.h"
#include <functional>
#include <optional>

/// The column's flange in tension where bolts of an end plate weaken it.
namespace zg {

/// Of one row in one set, N, mm, MPa.
struct FlangeHolesInput {
    Section section;
    SteelStrength steel;
    double d_0 = 0;
    int holes = 0;
    double N = 0, M = 0; ///< of the column at the row, tension and tension on this flange positive
};

/// What a flange's force and the resistance of its net section are, N.
template <class Num> struct FlangeHoles { Num force, resistance; };

/// Of elastic bending and axial force at the flange's middle, not beyond its own yield: the resistance is not below it where
/// holes may be ignored (EN 1993-1-1:2005 6.2.5(4), (6.7)).
template <class Num>
[[nodiscard]] FlangeHoles<Num> flangeHoles(Workings<Num>& w, const FlangeHolesInput& in, double gamma_M0, double gamma_M2);

/// How a set of rules verifies it; without an answer holes are ignored there.
template <class Num> struct FlangeHolesRule {
    CheckCode code;
    const char* clause;
    std::function<std::optional<FlangeHoles<Num>>(const FlangeHolesInput&)> of;
};

/// The check of one end in one set, at the outermost rows: the one on each side of the node, under the forces of the column
/// there. Between them the beam's flanges take the column's moment from the one to the other. Nothing where no such flange pulls;
/// listed as not done where the set does not give the column's forces.
template <class Num>
void verifyFlangeHoles(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set, int index,
                       const FlangeHolesRule<Num>& rule, std::vector<Check>& checks);
/// By EN 1993-1-1.
template <class Num>
void verifyFlangeHoles(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set, int index,
                       std::vector<Check>& checks);

} // namespace zg
