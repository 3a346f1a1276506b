#pragma once
#include "base/workings.h"
#include "joint/balance.h"
#include "joint/check.h"

namespace zg {

/// What the slip resistance of preloaded bolts in an end plate, or of one in a fin plate, hangs on; N, mm, MPa.
struct SlipInput {
    int bolts = 0;
    double f_ub = 0, A_s = 0; ///< of one bolt
    double mu = 0, k_s = 0;
    double gamma = 1;  ///< gamma_M3, or gamma_M3_ser
    double N_t_Ed = 0; ///< tension on the plate that no contact on the compression side balances
    bool isService = false;
};

/// Slip resistance of all bolts of an end plate (EN 1993-1-8:2005 3.9.1, 3.9.2), N. In a moment connection what tension takes
/// from the clamping of the rows, contact on the compression side gives back (3.9.2(2)): the axial tension alone reduces it.
template <class Num> [[nodiscard]] Num slipResistance(Workings<Num>& w, const SlipInput& in);

/// The check of one connection in one set; nothing where its bolts are of bearing type or the set is of the other limit state.
template <class Num>
void verifySlip(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set, int index,
                std::vector<Check>& checks);

} // namespace zg
