#include "joint/bolt_strength.h"
#include <algorithm>
#include <cmath>

namespace zg {

double elongationLength(const BoltSize& bolt, double grip) {
    return grip + 2 * bolt.washerThickness + 0.5 * (bolt.headHeight + bolt.nutHeight);
}

namespace {

// Least elongation after fracture, EN ISO 898-1:2013 table 3; classes without a value there take that of the next stronger one.
double elongationOf(const std::string& grade) {
    if (grade == "4.6") return 0.22;
    if (grade == "5.6") return 0.20;
    if (grade == "8.8") return 0.12;
    if (grade == "10.9") return 0.09;
    return 0.08;
}

} // namespace

BoltStrength boltStrength(const ResolvedJoint& joint, const ResolvedSide& side, double backing) {
    constexpr double pi = 3.14159265358979323846;
    const double gamma = joint.settings.gamma_M2, f_ub = side.boltClass.f_ub;
    const Section& column = joint.column.section;
    BoltStrength s;
    s.F_t_Rd = 0.9 * f_ub * side.bolt.A_s / gamma;
    s.F_v_Rd = (side.spec.bolts.threadInShearPlane ? side.boltClass.alpha_v_thread * side.bolt.A_s
                                                   : side.boltClass.alpha_v_shank * side.bolt.A) *
               f_ub / gamma;
    const double thinner = std::min(side.spec.plate.thickness * side.plateSteel.f_u, column.t_f * joint.column.steel.f_u);
    s.B_p_Rd = 0.6 * pi * side.bolt.d_m * thinner / gamma;
    s.L_b = elongationLength(side.bolt, column.t_f + side.spec.plate.thickness + backing);
    s.k_shear = side.bolt.d * side.bolt.d * f_ub / 2; // 16 d^2 f_ub/d_M16 for a row of two bolts
    s.fractureLength = elongationOf(side.boltClass.name) * side.bolt.d;
    return s;
}

} // namespace zg
