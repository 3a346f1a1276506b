#pragma once
#include "joint/resolve.h"
#include <array>

namespace zg {

/// Plain numbers of one bolt in its place; the component method shows the same with its workings.
struct BoltStrength {
    double F_t_Rd = 0;  ///< tension, EN 1993-1-8:2005 table 3.4, N
    double F_v_Rd = 0;  ///< shear in one plane
    double B_p_Rd = 0;  ///< punching through the thinner of end plate and column flange
    double L_b = 0;     ///< elongation length, table 6.11, mm
    double k_shear = 0; ///< stiffness in shear, table 6.11 (k_11, not preloaded, one bolt and plane), N/mm
    double fractureLength =
        0; ///< plastic elongation at fracture, mm: elongation after fracture of the class over the thread in the grip
};
/// Where a bolt bears (EN 1993-1-8:2005 table 3.4): distances in mm, one that does not apply is 0.
struct BearingPlace {
    double e_1 = 0; ///< end distance in the direction of the force; 0 when another bolt follows first
    double p_1 = 0; ///< pitch in the direction of the force
    double e_2 = 0, p_2 = 0;
    double t = 0, f_u = 0;
    bool isOversize = false;
};
/// Where a bolt of a fin plate bears, in the plate or in the beam's web: under a vertical force, under one along the beam.
[[nodiscard]] std::array<BearingPlace, 2> finBearing(const ResolvedSide& side, bool isPlate);
/// Of a row, in the end plate or in the column flange, when the beam pushes the column down (or up).
[[nodiscard]] BearingPlace bearingPlace(const ResolvedJoint& joint, const ResolvedSide& side, std::size_t row, bool isPlate,
                                        bool isDown);
/// Bearing resistance of one bolt of a row, the lesser of end plate and column flange, N. `sense`: 1 down, -1 up, 0 the lesser of
/// both.
[[nodiscard]] double bearingStrength(const ResolvedJoint& joint, const ResolvedSide& side, std::size_t row, int sense);

/// One bolt of a fin plate: tension, shear, punching and stiffness; bearing the least of plate and beam web in both directions.
struct FinBoltStrength {
    BoltStrength bolt;
    double F_b_Rd = 0;
};
[[nodiscard]] FinBoltStrength finBoltStrength(const ResolvedJoint& joint, const ResolvedSide& side);

/// Of one preloaded bolt in an end plate, N.
struct SlipStrength {
    double F_p_C = 0; ///< preload, EN 1993-1-8:2005 (3.7)
    double F_s_Rd = 0;
};
/// Whether the bolts of an end plate must not slip (at this limit state), so that they are preloaded.
[[nodiscard]] bool mustNotSlip(const ResolvedSide& side);
[[nodiscard]] bool mustNotSlip(const ResolvedSide& side, SlipLimit at);
/// The limit state at which the bolts of an end must not slip, those of an end plate or of a fin plate.
[[nodiscard]] std::optional<SlipLimit> slipLimitOf(const ResolvedSide& side);
/// At the limit state at which the bolts must not slip (EN 1993-1-8:2005 3.9.1, 3.9.2), with axial tension `F_t` (N) on the bolt
/// that no contact balances. The bolts must be of such a kind.
[[nodiscard]] SlipStrength slipStrength(const ResolvedJoint& joint, const ResolvedSide& side, double F_t);

[[nodiscard]] BoltStrength boltStrength(const ResolvedJoint& joint, const ResolvedSide& side, double backing = 0);

/// Grip (flange, plate, backing, two washers) plus half of head and nut (EN 1993-1-8:2005 table 6.11), mm.
[[nodiscard]] double elongationLength(const BoltSize& bolt, double grip);

} // namespace zg
