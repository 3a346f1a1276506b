#include "component/stiffness.h"
#include "component/column_web.h"
#include <cmath>
#include <limits>
#include <optional>
#include <string>

namespace zg {
namespace {

constexpr const char* table = "EN 1993-1-8:2005 table 6.11";

/// Which pattern gave an effective length, in words of the workings.
template <class Num> std::string from(const char* part, int row, const LengthSource& s, const std::vector<int>& places) {
    if constexpr (Workings<Num>::tracing) {
        const auto number = [&](int i) { return std::to_string(places[static_cast<std::size_t>(i)] + 1); };
        return std::string(part) + ", row " + std::to_string(row) + ", the least: " +
               (s.first == s.last ? "alone" : "in the group of rows " + number(s.first) + " to " + number(s.last)) +
               (s.isCircular ? ", circular pattern" : ", non-circular pattern");
    }
    (void)part, (void)row, (void)s, (void)places;
    return {};
}

/// Rows as one spring at one lever arm.
template <class Num> struct RowSum {
    struct Together {
        Num z_eq, k_eq;
    };
    std::optional<Num> kh, kh2;

    void add(const Num& k_eff, const Num& h) {
        kh = kh ? *kh + k_eff * h : k_eff * h;
        kh2 = kh2 ? *kh2 + k_eff * square(h) : k_eff * square(h);
    }
    /// Nothing without a row that counts.
    std::optional<Together> together(Workings<Num>& w) const {
        w.heading(3, "Joint", "");
        if (!kh || !(valueOf(*kh) > 0)) return std::nullopt;
        const Num SigmakH = w.let("Sigmakh", "k_eff·h of all rows", Quantity::Area, "EN 1993-1-8:2005 6.3.3.1", *kh);
        const Num SigmakH2 = w.let("Sigmakh_sq", "k_eff·h² of all rows", Quantity::Modulus, "EN 1993-1-8:2005 6.3.3.1", *kh2);
        const Num z_eq =
            w.result("z_eq", "equivalent lever arm", Quantity::Length, "EN 1993-1-8:2005 (6.31)", SigmakH2 / SigmakH);
        const Num k_eq = w.result("k_eq", "all rows together", Quantity::Coefficient, "EN 1993-1-8:2005 (6.29)", SigmakH / z_eq);
        return Together{z_eq, k_eq};
    }
};

} // namespace

/// Panel and web in compression (table 6.11), and S_j_ini with what the tension side adds to the flexibility, 1/mm.
template <class Num>
void columnStiffness(Workings<Num>& w, const SideModel& m, const Num& A_vc, const Num& b_eff_c_wc, double beta_, const Num& z_eq,
                     Num flexibility, Stiffness& out) {
    const Section& c = m.column.section;
    out.columnAsLine = valueOf(z_eq) / (6 * youngsModulus * c.I_y);
    out.k_1_isInfinite = m.diagonal.has_value() || beta_ == 0;
    if (!out.k_1_isInfinite) {
        const Num beta = w.given("beta", "transformation parameter", Quantity::Ratio, beta_, "EN 1993-1-8:2005 5.3(7)");
        const Num k_1 = w.let("k_1", "column web panel in shear", Quantity::Coefficient, table, 0.38 * A_vc / (beta * z_eq));
        out.k_1 = valueOf(k_1);
        flexibility = flexibility + 1 / k_1;
    } else {
        w.note("Column web panel in shear: k_1 is infinite (diagonal stiffener, or β = 0).", table);
    }
    const FlangeStiffener stiffener = m.compressionStiffener();
    out.k_2_isInfinite = stiffener && stiffener.share >= 1;
    if (!out.k_2_isInfinite) {
        const Num d_c = w.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(c));
        const Num b = w.given("b_eff_c_wc", "effective width in compression", Quantity::Length, valueOf(b_eff_c_wc));
        const Num t_wc =
            w.given("t_wc_eff", m.column.doubler ? "column web with its supplementary plate, in compression" : "column web",
                    Quantity::Length, compressionThicknessFactor(m.column) * c.t_w,
                    m.column.doubler ? "EN 1993-1-8:2005 6.2.6.2(6)" : "");
        Num k_2 = w.let("k_2", "column web in compression", Quantity::Coefficient, table, 0.7 * b * t_wc / d_c);
        if (stiffener) {
            const Num share = w.given("k_o", "part of the stiffeners that lies in the path of the flange's force",
                                      Quantity::Ratio, stiffener.share);
            k_2 =
                w.let("k_2", "partly stiffened: infinite for the part that is", Quantity::Coefficient, table, k_2 / (1 - share));
        }
        out.k_2 = valueOf(k_2);
        flexibility = flexibility + 1 / k_2;
    } else {
        w.note("Column web in compression: k_2 is infinite (stiffened).", table);
    }
    if (!(valueOf(flexibility) > 0)) {
        w.note("No component is flexible: the joint is rigid.", "EN 1993-1-8:2005 6.3.1(4)");
        out.S_j_ini = std::numeric_limits<double>::infinity();
        return;
    }
    const Num E = w.given("E", "modulus of elasticity", Quantity::Stress, youngsModulus);
    const Num S_j_ini = w.result("S_j_ini", "initial rotational stiffness", Quantity::Stiffness, "EN 1993-1-8:2005 (6.27)",
                                 E * square(z_eq) / flexibility);
    out.S_j_ini = valueOf(S_j_ini);
}

template <class Num>
Stiffness rotationalStiffness(Workings<Num>& w, const SideModel& m, const TensionZone<Num>& zone, const Num& A_vc,
                              const Num& b_eff_c_wc, double beta_, std::vector<RowResult>& rows) {
    Stiffness out;
    const Section& c = m.column.section;
    const Num d_c = w.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(c));
    const Num t_wt = w.given("t_wc_eff", m.column.doubler ? "column web with its supplementary plate, in tension" : "column web",
                             Quantity::Length, tensionThicknessFactor(m.column) * c.t_w,
                             m.column.doubler ? "EN 1993-1-8:2005 6.2.6.3(8)" : "");
    const Num t_fc = w.given("t_fc", "column flange", Quantity::Length, c.t_f);
    const Num t_p = w.given("t_p", "end plate", Quantity::Length, m.t_p);
    const Num A_s = w.given("A_s", "tensile stress area", Quantity::Area, m.bolts.size.A_s);
    const Num L_b =
        w.given("L_b", "elongation length of the bolts", Quantity::Length, elongationLength(m.bolts.size, m.gripLength()), table);
    RowSum<Num> sum;
    const Num k_10 = w.let("k_10", "bolts in tension, one row", Quantity::Coefficient, table, 1.6 * A_s / L_b);
    for (int i = 0; i < zone.rows; ++i) {
        const std::size_t at = static_cast<std::size_t>(i);
        RowResult& row = rows[at];
        const int number = zone.places[at] + 1;
        if constexpr (Workings<Num>::tracing) w.heading(3, "Row " + std::to_string(number) + ", stiffness");
        const Num h_r = w.given(Indexed{"h_", number}, "lever arm", Quantity::Length, valueOf(zone.leverArm[at]));
        const Num l_fc = w.given("l_eff_fc", from<Num>("column flange", number, zone.flangeFrom[at], zone.places).c_str(),
                                 Quantity::Length, valueOf(zone.l_flange[at]), "EN 1993-1-8:2005 6.3.2(2)");
        const Num l_p = w.given("l_eff_p", from<Num>("end plate", number, zone.plateFrom[at], zone.places).c_str(),
                                Quantity::Length, valueOf(zone.l_plate[at]), "EN 1993-1-8:2005 6.3.2(2)");
        const Num m_c = w.given("m_c", "bolt to the column web", Quantity::Length, valueOf(zone.m_c[at]));
        const Num m_p = w.given("m_p", "bolt to the beam web, or to the flange", Quantity::Length, valueOf(zone.m_p[at]));
        row.at(Limit::Bolts).k = valueOf(k_10);
        if (!(valueOf(l_fc) > 0 && valueOf(l_p) > 0 && valueOf(m_c) > 0 && valueOf(m_p) > 0)) continue;
        const Num k_3 = w.let("k_3", "column web in tension", Quantity::Coefficient, table, 0.7 * l_fc * t_wt / d_c);
        const Num k_4 =
            w.let("k_4", "column flange in bending", Quantity::Coefficient, table, 0.9 * l_fc * power(t_fc, 3) / power(m_c, 3));
        const Num k_5 =
            w.let("k_5", "end plate in bending", Quantity::Coefficient, table, 0.9 * l_p * power(t_p, 3) / power(m_p, 3));
        const Num k_eff_r = w.let(Indexed{"k_eff_", number}, "row", Quantity::Coefficient, "EN 1993-1-8:2005 (6.30)",
                                  1 / (1 / k_3 + 1 / k_4 + 1 / k_5 + 1 / k_10));
        row.at(Limit::ColumnWebTension).k = valueOf(k_3);
        row.at(Limit::ColumnFlange).k = valueOf(k_4);
        row.at(Limit::EndPlate).k = valueOf(k_5);
        row.k_eff = valueOf(k_eff_r);
        sum.add(k_eff_r, h_r);
    }
    const auto all = sum.together(w);
    if (!all) return out;
    const auto& [z_eq, k_eq] = *all;
    const Num flexibility = 1 / k_eq;
    columnStiffness(w, m, A_vc, b_eff_c_wc, beta_, z_eq, flexibility, out);
    out.z_eq = valueOf(z_eq);
    out.k_eq = valueOf(k_eq);
    return out;
}

template <class Num>
Stiffness spliceStiffness(Workings<Num>& w, const SideModel& m, const TensionZone<Num>& zone, const TensionZone<Num>& other,
                          double t_other, std::vector<RowResult>& rows) {
    Stiffness out;
    out.k_1_isInfinite = out.k_2_isInfinite = true;
    const Num t_p = w.given("t_p", "end plate", Quantity::Length, m.t_p);
    const Num t_p2 = w.given("t_p2", "other end plate", Quantity::Length, t_other);
    const Num A_s = w.given("A_s", "tensile stress area", Quantity::Area, m.bolts.size.A_s);
    const Num L_b =
        w.given("L_b", "elongation length of the bolts", Quantity::Length, elongationLength(m.bolts.size, m.gripLength()), table);
    const Num k_10 = w.let("k_10", "bolts in tension, one row", Quantity::Coefficient, table, 1.6 * A_s / L_b);
    RowSum<Num> sum;
    for (int i = 0; i < zone.rows; ++i) {
        const std::size_t at = static_cast<std::size_t>(i);
        RowResult& row = rows[at];
        const int number = zone.places[at] + 1;
        if constexpr (Workings<Num>::tracing) w.heading(3, "Row " + std::to_string(number) + ", stiffness");
        row.at(Limit::Bolts).k = valueOf(k_10);
        const auto plate = [&](const TensionZone<Num>& of, const Num& t, const char* symbol, const char* what) {
            const Num l = w.given("l_eff_p", from<Num>(what, number, of.plateFrom[at], of.places).c_str(), Quantity::Length,
                                  valueOf(of.l_plate[at]), "EN 1993-1-8:2005 6.3.2(2)");
            const Num arm = w.given("m_p", "bolt to the beam web, or to the flange", Quantity::Length, valueOf(of.m_p[at]));
            return w.let(symbol, what, Quantity::Coefficient, table, 0.9 * l * power(t, 3) / power(arm, 3));
        };
        const Num h_r = w.given(Indexed{"h_", number}, "lever arm", Quantity::Length, valueOf(zone.leverArm[at]));
        if (!(valueOf(zone.l_plate[at]) > 0 && valueOf(other.l_plate[at]) > 0 && valueOf(zone.m_p[at]) > 0 &&
              valueOf(other.m_p[at]) > 0))
            continue;
        const Num k_5 = plate(zone, t_p, "k_5", "end plate");
        const Num k_5o = plate(other, t_p2, "k_5_2", "other end plate");
        const Num k_eff_r = w.let(Indexed{"k_eff_", number}, "row", Quantity::Coefficient, "EN 1993-1-8:2005 (6.30)",
                                  1 / (1 / k_5 + 1 / k_5o + 1 / k_10));
        row.at(Limit::EndPlate).k = valueOf(k_5);
        row.at(Limit::OtherPlate).k = valueOf(k_5o);
        row.k_eff = valueOf(k_eff_r);
        sum.add(k_eff_r, h_r);
    }
    const auto all = sum.together(w);
    if (!all) return out;
    const auto& [z_eq, k_eq] = *all;
    const Num E = w.given("E", "modulus of elasticity", Quantity::Stress, youngsModulus);
    out.z_eq = valueOf(z_eq);
    out.k_eq = valueOf(k_eq);
    out.S_j_ini = valueOf(w.result("S_j_ini", "initial rotational stiffness", Quantity::Stiffness, "EN 1993-1-8:2005 (6.27)",
                                   E * square(z_eq) * k_eq));
    return out;
}

template Stiffness spliceStiffness(Workings<double>&, const SideModel&, const TensionZone<double>&, const TensionZone<double>&,
                                   double, std::vector<RowResult>&);
template Stiffness spliceStiffness(Workings<Traced>&, const SideModel&, const TensionZone<Traced>&, const TensionZone<Traced>&,
                                   double, std::vector<RowResult>&);
template void columnStiffness(Workings<double>&, const SideModel&, const double&, const double&, double, const double&, double,
                              Stiffness&);
template void columnStiffness(Workings<Traced>&, const SideModel&, const Traced&, const Traced&, double, const Traced&, Traced,
                              Stiffness&);
template Stiffness rotationalStiffness(Workings<double>&, const SideModel&, const TensionZone<double>&, const double&,
                                       const double&, double, std::vector<RowResult>&);
template Stiffness rotationalStiffness(Workings<Traced>&, const SideModel&, const TensionZone<Traced>&, const Traced&,
                                       const Traced&, double, std::vector<RowResult>&);

double stiffnessRatio(double M, double M_j_Rd) {
    if (M_j_Rd <= 0 || M <= M_j_Rd * 2 / 3) return 1;
    constexpr double psi = 2.7; // table 6.8, bolted end plate
    return std::pow(1.5 * M / M_j_Rd, psi);
}

std::vector<CurvePoint> momentRotationCurve(double S_j_ini, double M_j_Rd) {
    std::vector<CurvePoint> curve;
    if (S_j_ini <= 0 || M_j_Rd <= 0) return curve;
    curve.push_back({0, 0});
    constexpr int steps = 12;
    for (int i = 0; i <= steps; ++i) {
        const double M = M_j_Rd * (2.0 + static_cast<double>(i) / steps) / 3;
        curve.push_back({M * stiffnessRatio(M, M_j_Rd) / S_j_ini, M});
    }
    return curve;
}

} // namespace zg
