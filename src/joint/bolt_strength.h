#pragma once
#include "joint/resolve.h"

namespace zg {

/// Plain numbers of one bolt in its place; the component method shows the same with its workings.
struct BoltStrength {
    double F_t_Rd = 0;         ///< tension, EN 1993-1-8:2005 table 3.4, N
    double F_v_Rd = 0;         ///< shear in one plane
    double B_p_Rd = 0;         ///< punching through the thinner of end plate and column flange
    double L_b = 0;            ///< elongation length, table 6.11, mm
    double k_shear = 0;        ///< stiffness in shear, table 6.11 (k_11, not preloaded, one bolt and plane), N/mm
    double fractureLength = 0; ///< plastic elongation at fracture, mm: elongation after fracture of the class over one diameter
};
[[nodiscard]] BoltStrength boltStrength(const ResolvedJoint& joint, const ResolvedSide& side, double backing = 0);

/// Grip (flange, plate, backing, two washers) plus half of head and nut (EN 1993-1-8:2005 table 6.11), mm.
[[nodiscard]] double elongationLength(const BoltSize& bolt, double grip);

} // namespace zg
