#pragma once
#include "base/workings.h"
#include "component/inputs.h"
#include "joint/bolt_strength.h"

namespace zg {

/// Tension resistance of one bolt (EN 1993-1-8:2005 table 3.4): the bolt itself and punching through the thinner grip part, N.
template <class Num> struct BoltTensionResistance {
    Num F_t_Rd, B_p_Rd;
    Num B_t_Rd; ///< the lesser of both: what the T-stub may count on
};
template <class Num>
[[nodiscard]] BoltTensionResistance<Num> boltTension(Workings<Num>& w, const BoltInput& bolts, const GripInput& grip,
                                                     const Settings& s);

/// Shear resistance of one bolt in one plane (table 3.4), N.
template <class Num> [[nodiscard]] Num boltShear(Workings<Num>& w, const BoltInput& bolts, const Settings& s);

/// Bearing resistance of one bolt (table 3.4), N.
template <class Num>
[[nodiscard]] Num boltBearing(Workings<Num>& w, const BoltInput& bolts, const Settings& s, const BearingPlace& place);

} // namespace zg
