#include "component/column_web.h"
#include "joint/geometry.h"
#include <cmath>

namespace zg {
namespace {
constexpr const char* shear = "EN 1993-1-8:2005 6.2.6.1";
constexpr const char* compression = "EN 1993-1-8:2005 6.2.6.2";
constexpr const char* tension = "EN 1993-1-8:2005 6.2.6.3";
constexpr const char* table63 = "EN 1993-1-8:2005 table 6.3";
constexpr double root2 = 1.41421356237309504880;
constexpr double root3 = 1.73205080756887729353;

} // namespace

double compressionThicknessFactor(const ColumnInput& column) {
    return !column.doubler ? 1.0 : column.doubler->sides == 2 ? 2.0 : 1.5;
}

double tensionThicknessFactor(const ColumnInput& column) {
    if (!column.doubler) return 1;
    if (column.doubler->weld.kind == WeldKind::Butt) return column.doubler->sides == 2 ? 2.0 : 1.5;
    if (column.doubler->weld.throat < column.doubler->thickness / root2 - 1e-9) return 1; // welds too small for the rule
    return column.steel.f_y >= 400 ? 1.3 : 1.4;
}

template <class Num> Num shearArea(Workings<Num>& w, const ColumnInput& column) {
    const Section& c = column.section;
    const Num h = w.given("h", "column depth", Quantity::Length, c.h);
    const Num b = w.given("b", "column flange width", Quantity::Length, c.b);
    const Num t_w = w.given("t_w", "column web", Quantity::Length, c.t_w);
    const Num t_f = w.given("t_f", "column flange", Quantity::Length, c.t_f);
    Num A_vc(0);
    const char* symbol = column.doubler ? "A_v" : "A_vc"; // what a supplementary plate adds comes after
    if (c.isWelded) {
        A_vc = w.let(symbol, "shear area, welded section", Quantity::Area, "EN 1993-1-1:2005 6.2.6(3)d", (h - 2 * t_f) * t_w);
    } else {
        const Num A = w.given("A", "column area", Quantity::Area, c.A);
        const Num r = w.given("r", "root radius", Quantity::Length, c.r);
        A_vc = w.let(symbol, "shear area, rolled section", Quantity::Area, "EN 1993-1-1:2005 6.2.6(3)a",
                     larger(A - 2 * b * t_f + (t_w + 2 * r) * t_f, (h - 2 * t_f) * t_w));
    }
    if (column.doubler) {
        const Num b_s = w.given("b_s", "width of the supplementary web plate", Quantity::Length, clearWebDepth(c),
                                "EN 1993-1-8:2005 6.2.6.1(9)");
        A_vc = w.let("A_vc", "with the supplementary web plate, counted once", Quantity::Area, "EN 1993-1-8:2005 6.2.6.1(6)",
                     A_vc + b_s * t_w);
    }
    return A_vc;
}

template <class Num>
PanelShear<Num> panelShearResistance(Workings<Num>& w, const ColumnInput& column, const FlangeStiffener& atTension,
                                     const FlangeStiffener& atCompression, const Settings& s, const Num& A_vc) {
    PanelShear<Num> r{Num(0)};
    const Section& c = column.section;
    const double f_y_ = column.steel.f_y;
    const double epsilon_ = std::sqrt(235 / f_y_);
    const Num f_y_wc = w.given("f_y_wc", "yield strength of the column", Quantity::Stress, f_y_);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num d_wc = w.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(c));
    const Num t_wc = w.given("t_wc", "column web", Quantity::Length, c.t_w);
    const Num slenderness = w.let("lambda_wc", "slenderness d/t_w, limit 69·epsilon for this clause", Quantity::Ratio,
                                  "EN 1993-1-8:2005 6.2.6.1(1)", d_wc / t_wc);
    r.isSlender = valueOf(slenderness) > 69 * epsilon_ && !column.doubler;
    const bool hasFrame = atTension && atCompression;
    r.V_wp_Rd = w.let(r.isSlender || hasFrame ? "V_wp_0_Rd" : "V_wp_Rd", "web panel in shear", Quantity::Force,
                      "EN 1993-1-8:2005 (6.7)", 0.9 * f_y_wc * A_vc / (constant<Num>(root3, "√3") * gamma_M0));
    if (r.isSlender) {
        w.note("The web is more slender than 69·epsilon: outside 6.2.6.1, so its shear buckling resistance limits it as well.",
               "EN 1993-1-5:2006 5.2");
        const Num epsilon = w.given("epsilon", "√(235/f_y)", Quantity::Ratio, epsilon_);
        const Num h_w = w.given("h_w", "web depth", Quantity::Length, c.h - 2 * c.t_f);
        const Num gamma_M1 = w.given("gamma_M1", "partial factor", Quantity::None, s.gamma_M1);
        const Num lambda_bar_w = w.let("lambda_bar_w", "web slenderness, unstiffened", Quantity::Ratio, "EN 1993-1-5:2006 (5.5)",
                                       h_w / (86.4 * t_wc * epsilon));
        const Num chi_w = w.let("chi_w", "shear buckling, η = 1", Quantity::Ratio, "EN 1993-1-5:2006 table 5.1",
                                smaller(Num(1), 0.83 / lambda_bar_w));
        const Num V_bw_Rd = w.let("V_bw_Rd", "web's shear buckling resistance", Quantity::Force, "EN 1993-1-5:2006 (5.2)",
                                  chi_w * f_y_wc * h_w * t_wc / (constant<Num>(root3, "√3") * gamma_M1));
        r.V_wp_Rd =
            w.let(hasFrame ? "V_wp_1_Rd" : "V_wp_Rd", "web panel in shear", Quantity::Force, shear, smaller(r.V_wp_Rd, V_bw_Rd));
    }
    if (hasFrame) {
        const StiffenerLine *top = atTension.line, *bottom = atCompression.line;
        const Num b_fc = w.given("b_fc", "column flange width", Quantity::Length, c.b);
        const Num t_fc = w.given("t_fc", "column flange", Quantity::Length, c.t_f);
        const Num d_s = w.given("d_s", "between the stiffeners' centre lines", Quantity::Length, bottom->y - top->y);
        const Num M_pl_fc_Rd = w.let("M_pl_fc_Rd", "plastic moment of a column flange", Quantity::Moment, shear,
                                     0.25 * b_fc * square(t_fc) * f_y_wc / gamma_M0);
        const StiffenerLine& weaker =
            top->thickness * top->thickness * top->steel.f_y <= bottom->thickness * bottom->thickness * bottom->steel.f_y
                ? *top
                : *bottom;
        const Num b_st = w.given("b_st", "width across both stiffener plates", Quantity::Length, 2 * weaker.width + c.t_w);
        const Num t_st = w.given("t_st", "stiffener thickness", Quantity::Length, weaker.thickness);
        const Num f_y_st = w.given("f_y_st", "stiffener's yield strength", Quantity::Stress, weaker.steel.f_y);
        const Num M_pl_st_Rd = w.let("M_pl_st_Rd", "plastic moment of a stiffener", Quantity::Moment, shear,
                                     0.25 * b_st * square(t_st) * f_y_st / gamma_M0);
        const Num V_wp_add_Rd = w.let("V_wp_add_Rd", "frame of flanges and stiffeners", Quantity::Force, "EN 1993-1-8:2005 (6.8)",
                                      smaller(4 * M_pl_fc_Rd / d_s, (2 * M_pl_fc_Rd + 2 * M_pl_st_Rd) / d_s));
        const double share_ = std::min(atTension.share, atCompression.share);
        if (share_ < 1) {
            const Num share =
                w.given("k_o", "part of the stiffeners that lies in the path of the flange forces", Quantity::Ratio, share_);
            r.V_wp_Rd = w.let("V_wp_Rd", "with the frame of flanges and stiffeners", Quantity::Force,
                              "EN 1993-1-8:2005 6.2.6.1(4)", r.V_wp_Rd + share * V_wp_add_Rd);
        } else {
            r.V_wp_Rd = w.let("V_wp_Rd", "with the frame of flanges and stiffeners", Quantity::Force,
                              "EN 1993-1-8:2005 6.2.6.1(4)", r.V_wp_Rd + V_wp_add_Rd);
        }
    }
    return r;
}

template <class Num> Num shearReduction(Workings<Num>& w, const Num& b_eff, const Num& t_wc, const Num& A_vc, double beta_) {
    if (beta_ <= 0.5) return w.let("omega", "reduction for shear, β ≤ 0.5", Quantity::Ratio, table63, Num(1));
    const Num beta = w.given("beta", "transformation parameter", Quantity::Ratio, beta_, "EN 1993-1-8:2005 5.3(7)");
    const Num omega_1 = w.let("omega_1", "", Quantity::Ratio, table63, 1 / root(1 + 1.3 * square(b_eff * t_wc / A_vc)));
    if (beta_ < 1)
        return w.let("omega", "reduction for shear, 0.5 < β < 1", Quantity::Ratio, table63,
                     omega_1 + 2 * (1 - beta) * (1 - omega_1));
    if (beta_ == 1) return w.let("omega", "reduction for shear, β = 1", Quantity::Ratio, table63, omega_1 * Num(1));
    const Num omega_2 = w.let("omega_2", "", Quantity::Ratio, table63, 1 / root(1 + 5.2 * square(b_eff * t_wc / A_vc)));
    return w.let("omega", "reduction for shear, 1 < β ≤ 2", Quantity::Ratio, table63, omega_1 + (beta - 1) * (omega_2 - omega_1));
}

template <class Num>
WebCompression<Num> webCompressionResistance(Workings<Num>& w, const ColumnInput& column, const FlangeForceInput& from,
                                             const Settings& s, const Num& A_vc, double beta, double sigma_com) {
    WebCompression<Num> r{Num(0), Num(0), Num(0)};
    const Section& c = column.section;
    const Num t_fb = w.given("t_fb", "beam flange along the plate", Quantity::Length, from.flange);
    const Num a_p = w.given("a_p", "throat of the compression flange weld", Quantity::Length, from.throat);
    const Num t_fc = w.given("t_fc", "column flange", Quantity::Length, c.t_f);
    const Num s_ = w.given("s", "root radius, or √2·a of a welded column", Quantity::Length, rootDistance(c));
    const char* width = from.toEnd < continues ? "b_eff_0" : "b_eff_c_wc";
    if (from.plate > 0) {
        const Num t_p = w.given("t_p", "end plate", Quantity::Length, from.plate);
        const Num c_p = w.given("c_p", "plate beyond the flange", Quantity::Length, from.projection);
        const Num s_p = w.let("s_p", "spread through the end plate, as far as the plate reaches", Quantity::Length, compression,
                              t_p + smaller(t_p, larger(Num(0), c_p - constant<Num>(root2, "√2") * a_p)));
        r.b_eff_c_wc = w.let(width, "effective width", Quantity::Length, "EN 1993-1-8:2005 (6.11)",
                             t_fb + 2 * constant<Num>(root2, "√2") * a_p + 5 * (t_fc + s_) + s_p);
    } else {
        r.b_eff_c_wc = w.let(width, "effective width", Quantity::Length, "EN 1993-1-8:2005 (6.10)",
                             t_fb + 2 * constant<Num>(root2, "√2") * a_p + 5 * (t_fc + s_));
    }
    if (from.toEnd < continues) {
        const Num toEnd =
            w.given("e_end", "flange centre to the column's end", Quantity::Length, std::max(0.0, from.toEnd + from.flange / 2));
        r.b_eff_c_wc = w.let("b_eff_c_wc", "no more than the column offers", Quantity::Length, compression,
                             smaller(r.b_eff_c_wc, 0.5 * r.b_eff_c_wc + toEnd));
    }
    const Num t_wc = w.given("t_wc_eff", column.doubler ? "effective web thickness" : "column web", Quantity::Length,
                             compressionThicknessFactor(column) * c.t_w, column.doubler ? "EN 1993-1-8:2005 6.2.6.2(6)" : "");
    const Num f_y_wc = w.given("f_y_wc", "yield strength", Quantity::Stress, column.steel.f_y);
    const Num omega = shearReduction(w, r.b_eff_c_wc, t_wc, A_vc, beta);
    const Num sigma = w.given("sigma_com_Ed", "column's compressive stress at the web's root", Quantity::Stress, sigma_com,
                              "EN 1993-1-8:2005 6.2.6.2(2)");
    Num k_wc(1);
    if (sigma_com > column.steel.f_y)
        w.note("The column's own stress exceeds its yield strength: the member itself fails there.", "EN 1993-1-1:2005 6.2.1");
    if (sigma_com > 0.7 * column.steel.f_y)
        k_wc = w.let("k_wc", "reduction for longitudinal stress", Quantity::Ratio, "EN 1993-1-8:2005 (6.14)",
                     larger(Num(0), 1.7 - sigma / f_y_wc));
    else
        k_wc = w.let("k_wc", "stress not above 0.7·f_y", Quantity::Ratio, "EN 1993-1-8:2005 (6.14)", Num(1));
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num gamma_M1 = w.given("gamma_M1", "partial factor", Quantity::None, s.gamma_M1);
    const Num d_wc = w.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(c));
    const Num E = w.given("E", "modulus of elasticity", Quantity::Stress, youngsModulus);
    const Num lambda_bar_p = w.let("lambda_bar_p", "plate slenderness", Quantity::Ratio, "EN 1993-1-8:2005 (6.13c)",
                                   0.932 * root(r.b_eff_c_wc * d_wc * f_y_wc / (E * square(t_wc))));
    const Num rho = lambda_bar_p <= Num(0.72)
                        ? w.let("rho", "no plate buckling", Quantity::Ratio, "EN 1993-1-8:2005 (6.13a)", Num(1))
                        : w.let("rho", "plate buckling", Quantity::Ratio, "EN 1993-1-8:2005 (6.13b)",
                                (lambda_bar_p - 0.2) / square(lambda_bar_p));
    r.bearing = w.let("F_c_wc_cr_Rd", "crushing", Quantity::Force, "EN 1993-1-8:2005 (6.9)",
                      omega * k_wc * r.b_eff_c_wc * t_wc * f_y_wc / gamma_M0);
    const Num buckling = w.let("F_c_wc_b_Rd", "buckling", Quantity::Force, "EN 1993-1-8:2005 (6.9)",
                               omega * k_wc * rho * r.b_eff_c_wc * t_wc * f_y_wc / gamma_M1);
    r.F_c_wc_Rd = w.result("F_c_wc_Rd", "column web in compression", Quantity::Force, "EN 1993-1-8:2005 (6.9)",
                           smaller(r.bearing, buckling));
    return r;
}

template <class Num>
Num webTensionResistance(Workings<Num>& w, const ColumnInput& column, const Settings& s, const Num& A_vc, const Num& b_eff,
                         double beta) {
    const Num b_eff_t_wc = w.let("b_eff_t_wc", "effective width: length of the column flange's T-stub", Quantity::Length,
                                 "EN 1993-1-8:2005 6.2.6.3(3)", b_eff * Num(1));
    const Num t_wc =
        w.given("t_wc_eff", column.doubler ? "effective web thickness" : "column web", Quantity::Length,
                tensionThicknessFactor(column) * column.section.t_w, column.doubler ? "EN 1993-1-8:2005 6.2.6.3(8)" : "");
    const Num omega = shearReduction(w, b_eff_t_wc, t_wc, A_vc, beta);
    const Num f_y_wc = w.given("f_y_wc", "yield strength", Quantity::Stress, column.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    return w.result("F_t_wc_Rd", "column web in tension", Quantity::Force, tension,
                    omega * b_eff_t_wc * t_wc * f_y_wc / gamma_M0);
}

#define ZG_FOR(Num)                                                                                                              \
    template Num shearArea(Workings<Num>&, const ColumnInput&);                                                                  \
    template PanelShear<Num> panelShearResistance(Workings<Num>&, const ColumnInput&, const FlangeStiffener&,                    \
                                                  const FlangeStiffener&, const Settings&, const Num&);                          \
    template Num shearReduction(Workings<Num>&, const Num&, const Num&, const Num&, double);                                     \
    template WebCompression<Num> webCompressionResistance(Workings<Num>&, const ColumnInput&, const FlangeForceInput&,           \
                                                          const Settings&, const Num&, double, double);                          \
    template Num webTensionResistance(Workings<Num>&, const ColumnInput&, const Settings&, const Num&, const Num&, double);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
