#include "component/stiffeners.h"
#include "component/column_web.h"
#include "component/welds.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr const char* strut = "EN 1993-1-5:2006 9.1, 9.4";

/// Strut of two outstands and a strip of web, out of the web's plane; curve c.
template <class Num> struct StrutInput { double b, t, webThickness, strip, length, f_y; };

template <class Num> Num strutResistance(Workings<Num>& w, const StrutInput<Num>& in, const Settings& s) {
    const Num b_s = w.given("b_s", "width of one plate", Quantity::Length, in.b);
    const Num t_s = w.given("t_s", "its thickness", Quantity::Length, in.t);
    const Num t_wc = w.given("t_wc", "column web", Quantity::Length, in.webThickness);
    const Num l_w =
        w.given("l_w", "web strip, 15·epsilon·t_w to each side as far as there is web", Quantity::Length, in.strip, strut);
    const Num f_y = w.given("f_y_s", "weaker yield strength", Quantity::Stress, in.f_y);
    const Num A = w.let("A_st", "area of the strut", Quantity::Area, strut, 2 * b_s * t_s + l_w * t_wc);
    const Num I =
        w.let("I_st", "its second moment out of the web's plane", Quantity::Inertia, strut, t_s * power(2 * b_s + t_wc, 3) / 12);
    const Num L_cr = w.given("L_cr", "buckling length", Quantity::Length, 0.75 * in.length, "EN 1993-1-5:2006 9.4(2)");
    const Num E = w.given("E", "modulus of elasticity", Quantity::Stress, youngsModulus);
    const Num N_cr = w.let("N_cr", "critical force", Quantity::Force, strut, 9.869604401089358 * E * I / square(L_cr));
    const Num lambda_bar = w.let("lambda_bar", "slenderness", Quantity::Ratio, "EN 1993-1-1:2005 6.3.1.2", root(A * f_y / N_cr));
    const Num Phi = w.let("Phi", "curve c", Quantity::Ratio, "EN 1993-1-1:2005 6.3.1.2",
                          0.5 * (1 + 0.49 * (lambda_bar - 0.2) + square(lambda_bar)));
    const Num chi = lambda_bar <= Num(0.2) ? w.let("chi", "stocky", Quantity::Ratio, "EN 1993-1-1:2005 6.3.1.2(4)", Num(1))
                                           : w.let("chi", "reduction", Quantity::Ratio, "EN 1993-1-1:2005 (6.49)",
                                                   smaller(Num(1), 1 / (Phi + root(square(Phi) - square(lambda_bar)))));
    const Num gamma_M1 = w.given("gamma_M1", "partial factor", Quantity::None, s.gamma_M1);
    return w.let("N_b_Rd", "strut of stiffeners and web strip", Quantity::Force, "EN 1993-1-1:2005 (6.47)",
                 chi * A * f_y / gamma_M1);
}

double clearOfRoot(const ColumnInput& column, double width) { return std::max(0.0, width - rootDistance(column.section)); }

/// Of a pair in line with a sloping flange what acts across the column.
template <class Num> Num acrossColumn(Workings<Num>& w, const StiffenerLine& line, const char* symbol, const Num& along) {
    const Num cosine = w.given("cos_s", "slope of the stiffeners", Quantity::Ratio, line.cos);
    return w.let(symbol, "of stiffeners in line with the flange: across the column", Quantity::Force, "statics", along * cosine);
}

} // namespace

template <class Num>
StiffenedCompression<Num> stiffenedCompression(Workings<Num>& w, const ColumnInput& column, const FlangeForceInput& from,
                                               const Settings& s, const FlangeStiffener& stiffener,
                                               const WebCompression<Num>& web) {
    StiffenedCompression<Num> r{Num(0), Num(0)};
    const StiffenerLine& line = *stiffener.line;
    const double thickness = stiffener.share * line.thickness;
    if (stiffener.share < 1)
        w.note(
            "The stiffeners of the other beam lie partly beside the path of the flange's force (flange, welds, 45° through the "
            "end plate): they count with the part of their thickness that lies in it.",
            "EN 1993-1-8:2005 6.2.6.2(4)");
    const Section& c = column.section;
    const double epsilon = std::sqrt(235 / line.steel.f_y);
    r.isSlender = line.width / line.thickness > 14 * epsilon;
    const double epsilonWeb = std::sqrt(235 / column.steel.f_y);
    const double side = 15 * epsilonWeb * c.t_w;
    const double strip = line.thickness + side + std::min(side, std::max(0.0, from.toEnd + from.flange / 2 - line.thickness / 2));
    Num N_b_Rd = strutResistance<Num>(
        w, {line.width, thickness, c.t_w, strip, (c.h - 2 * c.t_f) / line.cos, std::min(line.steel.f_y, column.steel.f_y)}, s);
    if (line.cos < 1) N_b_Rd = acrossColumn(w, line, "N_b_n_Rd", N_b_Rd);
    const Num b_net = w.given("b_net", "stiffener width clear of the root", Quantity::Length, clearOfRoot(column, line.width));
    const Num t_s = w.given("t_s", "stiffener thickness, as counted", Quantity::Length, thickness);
    const Num f_y_s = w.given("f_y_s", "its yield strength", Quantity::Stress, line.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    Num F_s = w.let("F_s_Rd", "stiffeners at the flange", Quantity::Force, "EN 1993-1-1:2005 6.2.4",
                    2 * b_net * t_s * f_y_s / gamma_M0);
    if (line.cos < 1) F_s = acrossColumn(w, line, "F_s_n_Rd", F_s);
    const Num F_cr =
        w.let("F_cr_Rd", "stiffeners and web at the flange", Quantity::Force, "EN 1993-1-1:2005 6.2.4", F_s + web.bearing);
    r.stiffenerShare = w.let("k_s", "share of the stiffeners", Quantity::Ratio, "", F_s / F_cr);
    r.F_c_Rd = w.result("F_c_wc_Rd", "stiffened column web in compression, not less than the web alone", Quantity::Force, strut,
                        larger(web.F_c_wc_Rd, smaller(N_b_Rd, F_cr)));
    return r;
}

template <class Num>
Num stiffenerTension(Workings<Num>& w, const ColumnInput& column, const Settings& s, const StiffenerLine& line) {
    const Num b_net = w.given("b_net", "stiffener width clear of the root", Quantity::Length, clearOfRoot(column, line.width));
    const Num t_s = w.given("t_s", "stiffener thickness", Quantity::Length, line.thickness);
    const Num f_y_s = w.given("f_y_s", "its yield strength", Quantity::Stress, line.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num F = w.result("F_t_s_Rd", "stiffener pair in tension", Quantity::Force, "EN 1993-1-1:2005 6.2.3",
                           2 * b_net * t_s * f_y_s / gamma_M0);
    return line.cos < 1 ? acrossColumn(w, line, "F_t_n_Rd", F) : F;
}

template <class Num>
StiffenerWelds<Num> stiffenerWelds(Workings<Num>& w, const ColumnInput& column, const Settings& s, const StiffenerLine& line) {
    StiffenerWelds<Num> r{Num(0), Num(0)};
    const Num b_net = w.given("b_net", "stiffener width clear of the root", Quantity::Length, clearOfRoot(column, line.width));
    const Num d_wc = w.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(column.section));
    r.toFlange = acrossEdge(w, line.onFlange, 2 * b_net, line.thickness, line.steel, column.steel, s);
    r.toWeb = longitudinalFillets(w, line.throat, 4 * d_wc, jointStrength(line.steel, column.steel), s);
    if (line.cos < 1) {
        r.toFlange = acrossColumn(w, line, "F_w_n_Rd", r.toFlange);
        r.toWeb = acrossColumn(w, line, "F_w_n_Rd", r.toWeb);
    }
    return r;
}

template <class Num>
Diagonal<Num> diagonalResistance(Workings<Num>& w, const ColumnInput& column, const DiagonalInput& in, const Settings& s) {
    Diagonal<Num> r{Num(0), 1, Num(0)};
    const Section& c = column.section;
    const DiagonalSpec& d = in.spec;
    const double across = c.h - 2 * c.t_f;
    const double along = in.height;
    const double length = std::hypot(across, along);
    r.cosine = across / length;
    const double width = stiffenerWidth(d.width, c);
    const Num b_net = w.given("b_net", "width of one plate clear of the root", Quantity::Length, clearOfRoot(column, width));
    const Num t_s = w.given("t_s", "thickness", Quantity::Length, d.thickness);
    const Num f_y_s = w.given("f_y_s", "yield strength", Quantity::Stress, in.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num N_pl =
        w.let("N_pl_Rd", "diagonal at its ends", Quantity::Force, "EN 1993-1-1:2005 6.2.3", 2 * b_net * t_s * f_y_s / gamma_M0);
    r.weld = transverseFillets(w, d.throat, 4 * b_net, jointStrength(in.steel, column.steel), s);
    if (!in.isInCompression) {
        r.N_Rd = w.result("N_d_Rd", "diagonal in tension", Quantity::Force, "EN 1993-1-8:2005 6.2.6.1(5)", smaller(N_pl, r.weld));
        return r;
    }
    const double epsilon = std::sqrt(235 / column.steel.f_y);
    const Num N_b_Rd = strutResistance<Num>(
        w, {width, d.thickness, c.t_w, d.thickness + 30 * epsilon * c.t_w, length, std::min(in.steel.f_y, column.steel.f_y)}, s);
    r.N_Rd = w.result("N_d_Rd", "diagonal in compression", Quantity::Force, "EN 1993-1-8:2005 6.2.6.1(5)",
                      smaller(smaller(N_pl, N_b_Rd), r.weld));
    return r;
}

#define ZG_FOR(Num)                                                                                                              \
    template StiffenedCompression<Num> stiffenedCompression(Workings<Num>&, const ColumnInput&, const FlangeForceInput&,         \
                                                            const Settings&, const FlangeStiffener&,                             \
                                                            const WebCompression<Num>&);                                         \
    template Num stiffenerTension(Workings<Num>&, const ColumnInput&, const Settings&, const StiffenerLine&);                    \
    template StiffenerWelds<Num> stiffenerWelds(Workings<Num>&, const ColumnInput&, const Settings&, const StiffenerLine&);      \
    template Diagonal<Num> diagonalResistance(Workings<Num>&, const ColumnInput&, const DiagonalInput&, const Settings&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
