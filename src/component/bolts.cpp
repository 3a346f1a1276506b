#include "component/bolts.h"
#include "joint/bolt_strength.h"
#include <algorithm>

namespace zg {
namespace {
constexpr const char* table = "EN 1993-1-8:2005 table 3.4";
constexpr double pi = 3.14159265358979323846;
} // namespace

template <class Num>
BoltTensionResistance<Num> boltTension(Workings<Num>& w, const BoltInput& bolts, const GripInput& grip, const Settings& s) {
    BoltTensionResistance<Num> r{Num(0), Num(0), Num(0)};
    const Num f_ub = w.given("f_ub", "ultimate strength of the bolt", Quantity::Stress, bolts.grade.f_ub);
    const Num A_s = w.given("A_s", "tensile stress area", Quantity::Area, bolts.size.A_s);
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    r.F_t_Rd = w.let("F_t_Rd", "one bolt in tension", Quantity::Force, table, 0.9 * f_ub * A_s / gamma_M2);
    const bool atPlate = grip.plate * grip.plateStrength <= grip.other * grip.otherStrength;
    const Num d_m = w.given("d_m", "mean diameter of head or nut", Quantity::Length, bolts.size.d_m);
    const Num t = atPlate ? w.given("t_p", "the end plate punches first", Quantity::Length, grip.plate)
                          : w.given(grip.isColumn ? "t_fc" : "t_p2",
                                    grip.isColumn ? "the column flange punches first" : "the other end plate punches first",
                                    Quantity::Length, grip.other);
    const Num f_u = w.given(atPlate         ? "f_u_p"
                            : grip.isColumn ? "f_u_fc"
                                            : "f_u_p2",
                            "its ultimate strength", Quantity::Stress, atPlate ? grip.plateStrength : grip.otherStrength);
    r.B_p_Rd = w.let("B_p_Rd", "punching", Quantity::Force, table, 0.6 * constant<Num>(pi, "π") * d_m * t * f_u / gamma_M2);
    r.B_t_Rd =
        w.result("B_t_Rd", "one bolt with its plates: tension or punching", Quantity::Force, table, smaller(r.F_t_Rd, r.B_p_Rd));
    return r;
}

template <class Num> Num boltShear(Workings<Num>& w, const BoltInput& bolts, const Settings& s) {
    const Num f_ub = w.given("f_ub", "ultimate strength of the bolt", Quantity::Stress, bolts.grade.f_ub);
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    const bool thread = bolts.threadInShearPlane;
    const Num alpha_v = w.given("alpha_v", thread ? "thread in the shear plane" : "shank in the shear plane", Quantity::Ratio,
                                thread ? bolts.grade.alpha_v_thread : bolts.grade.alpha_v_shank, table);
    const Num A = w.given("A", "area in the shear plane", Quantity::Area, thread ? bolts.size.A_s : bolts.size.A);
    return w.result("F_v_Rd", "one bolt in shear", Quantity::Force, table, alpha_v * f_ub * A / gamma_M2);
}

template <class Num> Num boltBearing(Workings<Num>& w, const BoltInput& bolts, const Settings& s, const BearingPlace& place) {
    const Num d = w.given("d", "bolt diameter", Quantity::Length, bolts.size.d);
    const Num d_0 = w.given("d_0", "hole diameter", Quantity::Length, bolts.size.d_0);
    const Num f_ub = w.given("f_ub", "ultimate strength of the bolt", Quantity::Stress, bolts.grade.f_ub);
    const Num f_u = w.given("f_u", "ultimate strength of the part", Quantity::Stress, place.f_u);
    const Num t = w.given("t", "thickness of the part", Quantity::Length, place.t);
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    Num alpha_b = smaller(Num(1), f_ub / f_u);
    if (place.e_1 > 0) {
        const Num e_1 = w.given("e_1", "end distance along the force", Quantity::Length, place.e_1);
        alpha_b = smaller(alpha_b, e_1 / (3 * d_0));
    }
    if (place.p_1 > 0) {
        const Num p_1 = w.given("p_1", "pitch along the force", Quantity::Length, place.p_1);
        alpha_b = smaller(alpha_b, p_1 / (3 * d_0) - 0.25);
    }
    alpha_b = w.let("alpha_b", "", Quantity::Ratio, table, larger(Num(0), alpha_b));
    const Num e_2 = w.given("e_2", "edge distance across the force", Quantity::Length, place.e_2);
    const Num p_2 = w.given("p_2", "spacing across the force", Quantity::Length, place.p_2);
    const Num k_1 = w.let("k_1", "", Quantity::Ratio, table,
                          larger(Num(0), smaller(Num(2.5), smaller(2.8 * e_2 / d_0 - 1.7, 1.4 * p_2 / d_0 - 1.7))));
    if (place.isOversize)
        return w.result("F_b_Rd", "bearing, oversize hole", Quantity::Force, table, 0.8 * k_1 * alpha_b * f_u * d * t / gamma_M2);
    return w.result("F_b_Rd", "bearing", Quantity::Force, table, k_1 * alpha_b * f_u * d * t / gamma_M2);
}

#define ZG_FOR(Num)                                                                                                              \
    template BoltTensionResistance<Num> boltTension(Workings<Num>&, const BoltInput&, const GripInput&, const Settings&);        \
    template Num boltShear(Workings<Num>&, const BoltInput&, const Settings&);                                                   \
    template Num boltBearing(Workings<Num>&, const BoltInput&, const Settings&, const BearingPlace&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
