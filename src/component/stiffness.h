#pragma once
#include "component/result.h"
#include "component/tension_zone.h"

namespace zg {

/// Rotational stiffness of a bolted end-plate joint (EN 1993-1-8:2005 6.3.1 to 6.3.3, table 6.11). Fills the k of each row and
/// returns k_1, k_2, z_eq, k_eq and S_j_ini. All rows of the tension zone count, also those without force at M_j_Rd.
template <class Num>
[[nodiscard]] Stiffness rotationalStiffness(Workings<Num>& w, const SideModel& m, const TensionZone<Num>& zone, const Num& A_vc,
                                            const Num& b_eff_c_wc, double beta, std::vector<RowResult>& rows);

/// Of an end-plate splice: both plates (k_5 each) and the bolts of every row.
template <class Num>
[[nodiscard]] Stiffness spliceStiffness(Workings<Num>& w, const SideModel& m, const TensionZone<Num>& zone,
                                        const TensionZone<Num>& other, double t_other, std::vector<RowResult>& rows);

/// Column web panel and column web in compression (table 6.11): k_1, k_2 and, with the flexibility of the tension side (1/mm),
/// S_j_ini; infinite where nothing is flexible.
template <class Num>
void columnStiffness(Workings<Num>& w, const SideModel& m, const Num& A_vc, const Num& b_eff_c_wc, double beta, const Num& z_eq,
                     Num flexibility, Stiffness& out);

/// S_j at a moment: S_j_ini/mu, mu = (1.5 M/M_j_Rd)^2.7 above two thirds of M_j_Rd (6.3.1(6)).
[[nodiscard]] double stiffnessRatio(double M, double M_j_Rd);

/// The moment-rotation curve up to M_j_Rd (figure 6.1 with 6.3.1(4) to (6)).
[[nodiscard]] std::vector<CurvePoint> momentRotationCurve(double S_j_ini, double M_j_Rd);

} // namespace zg
