#include "component/t_stub.h"

namespace zg {
namespace {
constexpr const char* table = "EN 1993-1-8:2005 table 6.2";
}

template <class Num>
TStubResult<Num> tStubResistance(Workings<Num>& w, const TStubInput<Num>& in, ModeOneRule rule, double gamma_M0_) {
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, gamma_M0_);
    const Num t_f = in.t_f;
    const Num f_y = in.f_y;
    const Num m = in.m;
    const Num n = in.n;
    TStubResult<Num> r{Num(0), Num(0), Num(0)};
    r.isCircular = in.l_eff.cp < in.l_eff.nc;
    r.l_eff_1 = w.let("l_eff_1", "effective length, mode 1", Quantity::Length, "EN 1993-1-8:2005 6.2.6.4, 6.2.6.5",
                      smaller(in.l_eff.cp, in.l_eff.nc));
    r.l_eff_2 =
        w.let("l_eff_2", "effective length, mode 2", Quantity::Length, "EN 1993-1-8:2005 6.2.6.4, 6.2.6.5", in.l_eff.nc * Num(1));
    const Num M_pl_1_Rd =
        w.let("M_pl_1_Rd", "plastic moment, mode 1", Quantity::Moment, table, 0.25 * r.l_eff_1 * square(t_f) * f_y / gamma_M0);
    const Num M_pl_2_Rd =
        w.let("M_pl_2_Rd", "plastic moment, mode 2", Quantity::Moment, table, 0.25 * r.l_eff_2 * square(t_f) * f_y / gamma_M0);
    const Num F_T_3_Rd = w.let("F_T_3_Rd", "mode 3, bolt failure", Quantity::Force, table, in.SigmaF_t_Rd * Num(1));
    if (!in.isPryingPossible) {
        const Num F_T_12_Rd = w.let("F_T_12_Rd", "modes 1 and 2 without prying", Quantity::Force, table, 2 * M_pl_1_Rd / m);
        r.mode = F_T_12_Rd <= F_T_3_Rd ? TStubMode::NoPrying : TStubMode::BoltsAlone;
        r.F_T_Rd = w.result("F_T_Rd", "T-stub", Quantity::Force, "EN 1993-1-8:2005 6.2.4.1(6)", smaller(F_T_12_Rd, F_T_3_Rd));
        return r;
    }
    Num M_bp_Rd(0);
    if (in.m_bp > 0) {
        const Num m_bp =
            w.given("m_bp_Rd", "backing plate's plastic moment per length", Quantity::Force, in.m_bp, "EN 1993-1-8:2005 6.2.4.3");
        M_bp_Rd = w.let("M_bp_Rd", "backing plate", Quantity::Moment, table, r.l_eff_1 * m_bp);
    }
    Num F_T_1_Rd(0);
    const bool washerTooWide = rule == ModeOneRule::Method2 && 2 * valueOf(m) * valueOf(n) <= in.e_w * (valueOf(m) + valueOf(n));
    if (washerTooWide)
        w.note("The washer is as wide as the lever arms: method 2 has no solution here, method 1 is taken.", table);
    if (rule == ModeOneRule::Method1 || washerTooWide) {
        F_T_1_Rd = in.m_bp > 0 ? (4 * M_pl_1_Rd + 2 * M_bp_Rd) / m : 4 * M_pl_1_Rd / m;
    } else {
        const Num e_w = w.given("e_w", "quarter of the washer diameter", Quantity::Length, in.e_w, table);
        const Num denominator = 2 * m * n - e_w * (m + n);
        F_T_1_Rd = in.m_bp > 0 ? ((8 * n - 2 * e_w) * M_pl_1_Rd + 4 * n * M_bp_Rd) / denominator
                               : (8 * n - 2 * e_w) * M_pl_1_Rd / denominator;
    }
    F_T_1_Rd = w.let("F_T_1_Rd", "mode 1, flange yields", Quantity::Force, table, F_T_1_Rd);
    const Num F_T_2_Rd = w.let("F_T_2_Rd", "mode 2, bolts with flange yielding", Quantity::Force, table,
                               (2 * M_pl_2_Rd + n * in.SigmaF_t_Rd) / (m + n));
    r.F_T_Rd = w.result("F_T_Rd", "T-stub", Quantity::Force, "EN 1993-1-8:2005 6.2.4.1(6)",
                        smaller(F_T_1_Rd, smaller(F_T_2_Rd, F_T_3_Rd)));
    const double F = valueOf(r.F_T_Rd);
    r.mode = F == valueOf(F_T_1_Rd)   ? TStubMode::FlangeYields
             : F == valueOf(F_T_2_Rd) ? TStubMode::BoltsWithFlange
                                      : TStubMode::BoltsAlone;
    return r;
}

template <class Num>
Num pryingLengthLimit(Workings<Num>& w, const Num& m, double A_s_, int rows, const Num& l_eff_1, const Num& t_f) {
    const Num A_s = w.given("A_s", "tensile stress area of a bolt", Quantity::Area, A_s_);
    const Num n_b = w.given("n_b", "bolt rows", Quantity::None, rows);
    return w.let("L_b_star", "longest bolt at which prying develops", Quantity::Length, table,
                 8.8 * power(m, 3) * A_s * n_b / (l_eff_1 * power(t_f, 3)));
}

#define ZG_FOR(Num)                                                                                                              \
    template TStubResult<Num> tStubResistance(Workings<Num>&, const TStubInput<Num>&, ModeOneRule, double);                      \
    template Num pryingLengthLimit(Workings<Num>&, const Num&, double, int, const Num&, const Num&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
