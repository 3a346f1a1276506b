#pragma once
#include "base/workings.h"

namespace zg {

/// Effective lengths of an equivalent T-stub for the two kinds of yield pattern, mm.
template <class Num> struct EffectiveLength {
    Num cp; ///< circular patterns
    Num nc; ///< non-circular patterns
};

/// Coefficient alpha of a bolt row next to a stiffener (EN 1993-1-8:2005 figure 6.11), from its closed form.
/// lambda_1 = m/(m+e), lambda_2 = m_2/(m+e); result bounded to [4.45, 8].
/// On a curve of constant alpha, with a = 1.25/(alpha - 2.75) and b = alpha a/2:
///   lambda_1 = a where lambda_2 >= b, else a + (1 - a) ((b - lambda_2)/b)^(0.185 alpha^1.785).
[[nodiscard]] double stiffenedAlpha(double lambda_1, double lambda_2);

/// Where a row stands in its pattern on the column flange (tables 6.4 and 6.5) or in the end plate (table 6.6).
struct RowPlace {
    bool isBesideStiffener = false;                   ///< adjacent to a stiffener, or to the beam's tension flange
    double m_2 = 0;                                   ///< distance to it, mm
    double e_1 = 1e300;                               ///< distance to a free end on the row's outer side, mm
    int row = 1;                                      ///< its number, for the workings
    const char* table = "EN 1993-1-8:2005 table 6.4"; ///< that knows the place
};

/// A row considered by itself. m, e: from the bolt to the web's root and to the edge, mm.
template <class Num>
[[nodiscard]] EffectiveLength<Num> rowAlone(Workings<Num>& w, const RowPlace& place, const Num& m, const Num& e);

/// Contribution of a row to a group. pitchBefore, pitchAfter: distance to the neighbours inside the group, 0 where there is none.
template <class Num>
[[nodiscard]] EffectiveLength<Num> rowInGroup(Workings<Num>& w, const RowPlace& place, const Num& m, const Num& e,
                                              double pitchBefore, double pitchAfter);

/// End plate, row outside the tension flange (table 6.6), without a rib. w: gauge; b_p: plate width.
template <class Num> struct OutsideRow { Num m_x, e_x, e, w, b_p; };
template <class Num> [[nodiscard]] EffectiveLength<Num> rowOutsideFlange(Workings<Num>& w, const OutsideRow<Num>& row);

} // namespace zg
