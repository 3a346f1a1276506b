#include "component/column_zone.h"
#include "component/welds.h"
#include <algorithm>

namespace zg {

template <class Num> void ColumnZone<Num>::resistances(double beta, double sigma_com) {
    w_.heading(2, "Column web panel in shear", "panel");
    A_vc_ = shearArea(w_, m_.column);
    panel_ = panelShearResistance(w_, m_.column, m_.tensionStiffener(), m_.compressionStiffener(), s_, A_vc_);
    if (m_.diagonal) {
        w_.heading(2, "Diagonal web stiffener", "diagonal");
        diagonal_ = diagonalResistance(
            w_, m_.column,
            {*m_.diagonal, m_.diagonalSteel, m_.centreOfCompression() - m_.tensionFlange().along / 2, m_.diagonalInCompression},
            s_);
    }
    w_.heading(2, "Column web in compression", "compression");
    web_ = webCompressionResistance(w_, m_.column, m_.compressionForce(), s_, A_vc_, beta, sigma_com);
    if (const FlangeStiffener stiffener = m_.compressionStiffener()) {
        w_.heading(2, "Column stiffeners in compression", "compression stiffener");
        stiffened_ = stiffenedCompression(w_, m_.column, m_.compressionForce(), s_, stiffener, web_);
    }
}

template <class Num> Num ColumnZone<Num>::panel() const {
    if (!diagonal_) return panel_.V_wp_Rd;
    return panel_.V_wp_Rd + diagonal_->N_Rd * Num(diagonal_->cosine);
}

template <class Num> void ColumnZone<Num>::checks(CheckList& list, double V, double C, double beta) {
    if (beta > 0) {
        list.add(CheckCode::ColumnWebShear, std::max(0.0, V), valueOf(panel()), Quantity::Force, "EN 1993-1-8:2005 6.2.6.1")
            .add({PartKind::ColumnWeb, m_.side});
        if (diagonal_) diagonal(list, V);
        if (m_.column.doubler) doublerWeld(list, V);
    }
    Check& c =
        list.add(stiffened_ ? CheckCode::ColumnWebCompressionStiffener : CheckCode::ColumnWebCompression, C,
                 valueOf(compression()), Quantity::Force, stiffened_ ? "EN 1993-1-5:2006 9.1, 9.4" : "EN 1993-1-8:2005 6.2.6.2");
    c.add({PartKind::ColumnWeb, m_.side});
    if (!stiffened_) return;
    c.add(m_.compressionStiffener().line->part);
    compressionStiffener(list, C);
}

template <class Num> void ColumnZone<Num>::diagonal(CheckList& list, double V) {
    w_.heading(2, "Force of the diagonal", "diagonal force");
    const Num V_Ed = w_.given("V_wp_Ed", "shear of the web panel", Quantity::Force, std::max(0.0, V));
    const Num V_Rd = w_.given("V_wp_Rd", "what the panel carries without the diagonal", Quantity::Force, valueOf(panel_.V_wp_Rd));
    const Num cosine = w_.given("cos_theta", "of the diagonal's slope", Quantity::Ratio, diagonal_->cosine);
    const Num N = w_.result("N_d_Ed", "force of the diagonal", Quantity::Force, "EN 1993-1-8:2005 6.2.6.1(5)",
                            larger(Num(0), V_Ed - V_Rd) / cosine);
    list.add(CheckCode::DiagonalStrut, valueOf(N), valueOf(diagonal_->N_Rd), Quantity::Force, "EN 1993-1-8:2005 6.2.6.1(5)")
        .add({PartKind::Diagonal, m_.side});
}

template <class Num> void ColumnZone<Num>::doublerWeld(CheckList& list, double V) {
    // The plate's share of the panel shear, by area, flows in along the column flanges over the lever arm.
    w_.heading(2, "Weld of the supplementary web plate", "doubler weld");
    const Num V_Ed = w_.given("V_wp_Ed", "shear of the web panel", Quantity::Force, std::max(0.0, V));
    const Num d_wc = w_.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(m_.column.section));
    const Num t_wc = w_.given("t_wc", "column web, as much as the plate adds", Quantity::Length, m_.column.section.t_w);
    const Num A_vc = w_.given("A_vc", "shear area with the plate", Quantity::Area, valueOf(A_vc_));
    const Num l_s = w_.given("l_s", "length of weld between tension and compression", Quantity::Length,
                             std::max(1.0, m_.centreOfCompression() - m_.tensionFlange().along / 2));
    const Num h_wc = w_.given("h_wc", "column web between the flanges", Quantity::Length,
                              std::max(1.0, m_.column.section.h - 2 * m_.column.section.t_f));
    const Num F_Ed = w_.let("F_w_Ed", "the plate's share of the shear, flowing in along a flange", Quantity::Force,
                            "EN 1993-1-8:2005 6.2.6.1(14)", V_Ed * (d_wc * t_wc) / A_vc * l_s / h_wc);
    Num F_Rd(0);
    if (m_.column.doubler->weld.kind == WeldKind::Fillet) {
        F_Rd = longitudinalFillets(w_, m_.column.doubler->weld.throat, l_s,
                                   jointStrength(m_.column.doublerSteel, m_.column.steel), s_);
    } else {
        const Num t_s = w_.given("t_s", "thickness of the plate", Quantity::Length, m_.column.doubler->thickness);
        const Num f_y =
            w_.given("f_y", "weaker yield strength", Quantity::Stress, std::min(m_.column.doublerSteel.f_y, m_.column.steel.f_y));
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        F_Rd = w_.let("F_w_Rd", "butt weld: the plate in shear", Quantity::Force, "EN 1993-1-8:2005 4.7.1",
                      t_s * l_s * f_y / (constant<Num>(1.73205080756887729353, "√3") * gamma_M0));
    }
    list.add(CheckCode::DoublerWeld, valueOf(F_Ed), valueOf(F_Rd), Quantity::Force, "EN 1993-1-8:2005 4.5.3.2")
        .add({PartKind::Doubler, m_.side});
}

template <class Num> void ColumnZone<Num>::compressionStiffener(CheckList& list, double C) {
    const StiffenerLine& line = *m_.compressionStiffener().line;
    w_.heading(2, "Welds of the compression stiffeners", "stiffener welds");
    const StiffenerWelds<Num> welds = stiffenerWelds(w_, m_.column, s_, line);
    const Num C_Ed = w_.given("C_Ed", "compression at the flange", Quantity::Force, C);
    const Num k_s = w_.given("k_s", "share of the stiffeners", Quantity::Ratio, valueOf(stiffened_->stiffenerShare));
    const Num F_Ed = w_.let("F_w_Ed", "force through the welds", Quantity::Force, "EN 1993-1-8:2005 6.2.6.2(4)", C_Ed * k_s);
    list.add(CheckCode::CompressionStiffenerWeld, valueOf(F_Ed), welds.least(), Quantity::Force, "EN 1993-1-8:2005 4.5.3.2")
        .add(line.part);
}

template class ColumnZone<double>;
template class ColumnZone<Traced>;

} // namespace zg
