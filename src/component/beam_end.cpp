#include "component/beam_end.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {
constexpr const char* flange = "EN 1993-1-8:2005 6.2.6.7";
constexpr double root3 = 1.73205080756887729353;
} // namespace

BendingClass bendingClass(const Section& s, double f_y) {
    const double epsilon = std::sqrt(235 / f_y);
    const double root = s.isWelded ? 1.41421356237309504880 * s.webWeldThroat : s.r;
    const double flangeRatio = ((s.b - s.t_w) / 2 - root) / s.t_f;
    const double webRatio = (s.h - 2 * s.t_f - 2 * root) / s.t_w;
    const auto classOf = [&](double ratio, double c1, double c2, double c3) {
        return ratio <= c1 * epsilon ? 1 : ratio <= c2 * epsilon ? 2 : ratio <= c3 * epsilon ? 3 : 4;
    };
    BendingClass r;
    r.sectionClass = std::max(classOf(flangeRatio, 9, 10, 14), classOf(webRatio, 72, 83, 124));
    if (r.sectionClass == 4) {
        const double share = std::min(14 * epsilon / flangeRatio, 124 * epsilon / webRatio);
        r.stressLimit = std::min(1.0, share * share);
    }
    return r;
}

template <class Num> Num beamMomentResistance(Workings<Num>& w, const BeamInput& b, const Settings& s, double V_Ed_) {
    const BendingClass c = bendingClass(b.section, b.steel.f_y);
    const Num f_y_b = w.given("f_y_b", "beam's yield strength", Quantity::Stress, b.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num h = w.given("h_b", "beam depth", Quantity::Length, b.section.h);
    const Num t_f = w.given("t_fb", "beam flange", Quantity::Length, b.section.t_f);
    const Num t_w = w.given("t_wb", "beam web", Quantity::Length, b.section.t_w);
    const Num A_w = w.let("A_w", "web area", Quantity::Area, "EN 1993-1-1:2005 6.2.8(5)", (h - 2 * t_f) * t_w);
    const Num V_pl_Rd = w.let("V_pl_Rd", "plastic shear resistance of the web", Quantity::Force, "EN 1993-1-1:2005 (6.18)",
                              A_w * f_y_b / (constant<Num>(root3, "√3") * gamma_M0));
    Num W(0);
    if (c.sectionClass <= 2)
        W = w.given("W_pl_y", "class 1 or 2: plastic modulus", Quantity::Modulus, b.section.W_pl_y, "EN 1993-1-1:2005 table 5.2");
    else
        W = w.given("W_el_y", "class 3 or 4: elastic modulus", Quantity::Modulus, b.section.W_el_y, "EN 1993-1-1:2005 table 5.2");
    if (V_Ed_ > 0.5 * valueOf(V_pl_Rd)) {
        const Num V_Ed = w.given("V_Ed", "beam shear", Quantity::Force, V_Ed_);
        const Num rho = w.let("rho", "reduction for shear", Quantity::Ratio, "EN 1993-1-1:2005 6.2.8(3)",
                              smaller(Num(1), square(2 * V_Ed / V_pl_Rd - 1)));
        W = w.let("W_V", "modulus reduced for shear", Quantity::Modulus, "EN 1993-1-1:2005 (6.30)",
                  W - rho * square(A_w) / (4 * t_w));
    }
    if (c.sectionClass == 4) {
        const Num share =
            w.given("k_c4", "class 4: stress limit over f_y", Quantity::Ratio, c.stressLimit, "EN 1993-1-1:2005 5.5.2(9)");
        return w.let("M_c_Rd", "beam in bending", Quantity::Moment, "EN 1993-1-1:2005 6.2.5", share * W * f_y_b / gamma_M0);
    }
    return w.let("M_c_Rd", "beam in bending", Quantity::Moment, "EN 1993-1-1:2005 6.2.5", W * f_y_b / gamma_M0);
}

template <class Num>
BendingWithAxial<Num> bendingWithAxial(Workings<Num>& w, const BeamInput& in, const Settings& s, const char* symbol, double N_Ed,
                                       double V_Ed) {
    const Section& b = in.section;
    const Num M_c_Rd = beamMomentResistance(w, in, s, std::abs(V_Ed));
    const Num N = w.given(symbol, "axial force", Quantity::Force, N_Ed);
    const Num A = w.given("A_b", "area of the beam", Quantity::Area, b.A);
    const Num f_y = w.given("f_y_b", "yield strength", Quantity::Stress, in.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num n = w.let("n", "axial force over plastic resistance", Quantity::Ratio, "EN 1993-1-1:2005 6.2.9.1(5)",
                        magnitude(N) / (A * f_y / gamma_M0));
    if (bendingClass(b, in.steel.f_y).sectionClass <= 2) {
        const char* clause = "EN 1993-1-1:2005 6.2.9.1(5)";
        const Num b_f = w.given("b_fb", "beam flange width", Quantity::Length, b.b);
        const Num t_f = w.given("t_fb", "beam flange", Quantity::Length, b.t_f);
        const Num a = w.let("a_N", "web's part of the area", Quantity::Ratio, clause, smaller(Num(0.5), (A - 2 * b_f * t_f) / A));
        return {w.result("M_N_Rd", "with the axial force", Quantity::Moment, "EN 1993-1-1:2005 (6.36)",
                         larger(Num(0), smaller(M_c_Rd, M_c_Rd * (1 - n) / (1 - 0.5 * a)))),
                clause};
    }
    const char* clause = "EN 1993-1-1:2005 (6.2)";
    return {w.result("M_N_Rd", "with the axial force, linear", Quantity::Moment, clause, larger(Num(0), M_c_Rd * (1 - n))),
            clause};
}

template <class Num> Num flangeCompressionResistance(Workings<Num>& w, const BeamInput& b, const Settings& s, double V_Ed) {
    const Num M_c_Rd = beamMomentResistance(w, b, s, V_Ed);
    const Num h = w.given("h_b", "beam depth", Quantity::Length, b.section.h);
    const Num t_fb = w.given("t_fb", "beam flange", Quantity::Length, b.section.t_f);
    const bool isDeep = b.section.h > 600;
    Num F = w.let(isDeep ? "F_c_fb_0_Rd" : "F_c_fb_b_Rd", "along the beam", Quantity::Force, "EN 1993-1-8:2005 (6.21)",
                  M_c_Rd / (h - t_fb));
    if (isDeep) {
        const Num b_fb = w.given("b_fb", "beam flange width", Quantity::Length, b.section.b);
        const Num f_y_fb = w.given("f_y_fb", "yield strength", Quantity::Stress, b.steel.f_y);
        const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
        F = w.let("F_c_fb_b_Rd", "beam deeper than 600 mm: web's share at most 20 %", Quantity::Force,
                  "EN 1993-1-8:2005 6.2.6.7(1)", smaller(F, b_fb * t_fb * f_y_fb / (0.8 * gamma_M0)));
    }
    const Num cosine = w.given("cos_theta", "slope of the beam", Quantity::Ratio, b.cosSlope);
    return w.result("F_c_fb_Rd", "beam flange and web in compression, normal to the plate", Quantity::Force, flange, F * cosine);
}

template <class Num> Num webTensionResistance(Workings<Num>& w, const WebInput& web, const Settings& s, const Num& l_eff) {
    const bool isHaunch = web.part.kind == PartKind::HaunchWeb;
    const Num b_eff_t_wb = w.let("b_eff_t_wb", "effective width: length of the end plate's T-stub", Quantity::Length,
                                 "EN 1993-1-8:2005 6.2.6.8(2)", l_eff * Num(1));
    const Num t_wb = w.given("t_wb", isHaunch ? "haunch web" : "beam web", Quantity::Length, web.t);
    const Num f_y_wb = w.given("f_y_wb", "yield strength", Quantity::Stress, web.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    // Its weld is a check of its own (6.2.3(4)), not part of this component.
    return w.result("F_t_wb_Rd", isHaunch ? "haunch web in tension" : "beam web in tension", Quantity::Force,
                    "EN 1993-1-8:2005 (6.22)", b_eff_t_wb * t_wb * f_y_wb / gamma_M0);
}

#define ZG_FOR(Num)                                                                                                              \
    template Num beamMomentResistance(Workings<Num>&, const BeamInput&, const Settings&, double);                                \
    template BendingWithAxial<Num> bendingWithAxial(Workings<Num>&, const BeamInput&, const Settings&, const char*, double,      \
                                                    double);                                                                     \
    template Num flangeCompressionResistance(Workings<Num>&, const BeamInput&, const Settings&, double);                         \
    template Num webTensionResistance(Workings<Num>&, const WebInput&, const Settings&, const Num&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
