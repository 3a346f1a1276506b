#pragma once
#include "component/result.h"
#include "component/tension_zone.h"

namespace zg {

/// What ends the sum of the row forces: resistances on the compression side and in the panel, turned into limits of the sum.
template <class Num> struct TensionCaps {
    Num farCompression, flangeCompression; ///< far: column web, or the other beam's flange in a splice
    Limit farKind = Limit::ColumnWebCompression;
    std::optional<Num> panelShear{}; ///< V_wp_Rd/beta; absent when beta is zero
};

template <class Num> struct RowForces {
    std::vector<Num> F_tr_Rd;
    std::vector<Limit> limit;
    std::vector<int> groupFirst;
    Num sum;
    Limit ends = Limit::None;
};

/// Resistances of the rows one after the other from the farthest, EN 1993-1-8:2005 6.2.7.2(6) to (9). `columnWeb` holds the
/// column web in tension for each span of the zone, in its order. `other`: the zone of the other plate of a splice, with the same
/// rows. `H`: horizontal force of the set, tension positive, as counted.
template <class Num>
[[nodiscard]] RowForces<Num> assembleRows(Workings<Num>& w, const TensionZone<Num>& zone,
                                          const std::vector<std::optional<Num>>& columnWeb, const TensionCaps<Num>& caps,
                                          double H, const TensionZone<Num>* other = nullptr);

/// Forces of the rows by their stiffness at a moment about the centre of compression: springs k_eff at their lever arms, each
/// capped at its resistance (elastic-plastic); proportional beyond the resistance. N. They tell which rows have yielded; the
/// design forces are those of the plastic distribution, F_tr_Rd in proportion to the moment.
[[nodiscard]] std::vector<double> rowForcesAt(double moment, const std::vector<double>& h, const std::vector<double>& k_eff,
                                              const std::vector<double>& F_Rd);

/// Rows needed to carry the moment by plastic distribution from the top: the others are free for shear.
[[nodiscard]] std::vector<bool> rowsNeeded(double moment, const std::vector<double>& h, const std::vector<double>& F_Rd);

} // namespace zg
