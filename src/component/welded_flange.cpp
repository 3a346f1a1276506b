#include "component/welded_flange.h"
#include "joint/weld_leg.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {
constexpr double root2 = 1.41421356237309504880;
}

template <class Num> WeldedFlange<Num> weldedFlange(Workings<Num>& w, const WeldedFlangeInput& in) {
    const Section& c = in.column;
    const Num b_b = w.given("b_fb", "beam flange width", Quantity::Length, in.b_b);
    const Num t_fb = w.given("t_fb", "beam flange along the column's face", Quantity::Length, in.t_fb);
    const Num f_y_b = w.given("f_y_b", "beam's yield strength", Quantity::Stress, in.f_y_b);
    const Num f_u_b = w.given("f_u_b", "beam's ultimate strength", Quantity::Stress, in.f_u_b);
    const Num t_w = w.given("t_wc", "column web", Quantity::Length, c.t_w);
    const Num t_f = w.given("t_fc", "column flange", Quantity::Length, c.t_f);
    const Num s = w.given("s", "root radius, or √2·a of a welded column", Quantity::Length, rootDistance(c));
    const Num f_y_c = w.given("f_y_c", "column's yield strength", Quantity::Stress, in.f_y_c);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, in.gamma_M0);
    const Num k = w.let("k_f", "column flange against beam flange", Quantity::Ratio, "EN 1993-1-8:2005 (4.6b)",
                        smaller(Num(1), t_f / t_fb * (f_y_c / f_y_b)));
    WeldedFlange<Num> r{Num(0), Num(0), Num(0)};
    r.b_eff = w.let("b_eff_b_fc", "effective breadth, no more than the flange", Quantity::Length, "EN 1993-1-8:2005 (4.6a)",
                    smaller(b_b, t_w + 2 * s + 7 * k * t_f));
    r.b_least =
        w.let("b_eff_min", "without stiffeners at least", Quantity::Length, "EN 1993-1-8:2005 (4.7)", f_y_b / f_u_b * b_b);
    r.F_fc_Rd = w.result("F_fc_Rd", "flange over its effective breadth", Quantity::Force, "EN 1993-1-8:2005 (6.20)",
                         r.b_eff * t_fb * f_y_b / gamma_M0);
    return r;
}

template <class Num> Num tensionSpread(Workings<Num>& w, const WebSpreadInput& in) {
    const Num t_fb = w.given("t_fb", "beam flange along the column's face", Quantity::Length, in.t_fb);
    const Num a_b = w.given("a_b", "throat of the tension flange weld", Quantity::Length, legOf(in.weld));
    const Num t_fc = w.given("t_fc", "column flange", Quantity::Length, in.column.t_f);
    const Num s = w.given("s", "root radius, or √2·a of a welded column", Quantity::Length, rootDistance(in.column));
    const Num b = w.let(in.toEnd >= 0 ? "b_eff_0" : "b_eff_t_wc", "effective width", Quantity::Length, "EN 1993-1-8:2005 (6.16)",
                        t_fb + 2 * constant<Num>(root2, "√2") * a_b + 5 * (t_fc + s));
    if (in.toEnd < 0) return b;
    const Num e = w.given("e_end", "flange centre to the column's end", Quantity::Length, in.toEnd);
    return w.let("b_eff_t_wc", "no more than the column offers", Quantity::Length, "EN 1993-1-8:2005 6.2.6.3",
                 smaller(b, 0.5 * b + e));
}

#define ZG_FOR(Num)                                                                                                              \
    template WeldedFlange<Num> weldedFlange(Workings<Num>&, const WeldedFlangeInput&);                                           \
    template Num tensionSpread(Workings<Num>&, const WebSpreadInput&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
