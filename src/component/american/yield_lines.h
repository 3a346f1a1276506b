#pragma once
#include "base/workings.h"

/// Yield-line parameters of end plates and of the column flanges behind them, as recalled: AISC 358-16 tables 6.2 to 6.6, and for
/// other patterns the mechanisms of design guide 16 (Murray and Shoemaker, 2002), of which these tables are made up too. All
/// lengths mm; a parameter times f_y t^2 is the moment of the mechanism.
namespace zg {

/// Bolts around the tension flange.
struct BoltPattern {
    int outer = 1, inner = 1;        ///< rows outside the flange, none, one or two, and inside, one or two
    bool isStiffened = false;        ///< a rib on the extended part
    double h_outer = 0, h_inner = 0; ///< of the rows next to the flange to the centre of the compression flange
    double h_first = 0, h_last = 0;  ///< of the outermost of two rows outside, of the innermost of two rows inside
    double p_fo = 0, p_fi = 0;       ///< rows next to the flange from its faces
    double p_b = 0;                  ///< between the two rows of a pair
    double d_e = 0;                  ///< outermost row to the plate's edge; outside the flange
    double g = 0;
    double t_bf = 0;
    [[nodiscard]] bool isFour() const { return outer == 1 && inner == 1; }
    /// Two rows on each side, with a rib.
    [[nodiscard]] bool isEight() const { return outer == 2 && inner == 2; }
    [[nodiscard]] int bolts() const { return 2 * (outer + inner); }
};

/// Of the end plate, `b_p` its effective width. Tables 6.2 (four bolts), 6.3 (with a rib), 6.4 (eight bolts); else flush plates
/// and two rows inside the flange.
template <class Num> [[nodiscard]] Num endPlateParameter(Workings<Num>& w, const BoltPattern& p, double b_p);

/// Distances of the rows next to the flange from the faces of the continuity plates; nothing without these.
struct ContinuityPlace {
    double p_so = 0, p_si = 0;
};
/// Of the column flange, `b_cf` wide. Tables 6.5 (four bolts) and 6.6 (eight bolts). For eight bolts without continuity plates
/// the table gives the third row p_b/2 + c/2; its mechanism gives c/4, which is less and is taken. Without continuity plates any
/// number of rows yields as its outermost and innermost alone, those between lying on the same lines.
template <class Num>
[[nodiscard]] Num columnFlangeParameter(Workings<Num>& w, const BoltPattern& p, double b_cf, const ContinuityPlace* continuity);

} // namespace zg
