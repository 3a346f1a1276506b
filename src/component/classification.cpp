#include "component/classification.h"
#include "component/column_web.h"
#include <algorithm>
#include <cmath>

namespace zg {

bool isThinForBolts(double t, double f_y, double d, double f_ub) { return t <= 0.36 * d * std::sqrt(f_ub / f_y); }

namespace {

RotationCapacity rotationCapacity(const SideModel& m, const ConnectionResult& c) {
    const bool isWelded = !c.rows.empty() && c.rows.front().place < 0;
    if (isWelded) {
        // 6.4.3: stiffened in compression and not in tension, and the panel does not govern; or not stiffened at all.
        if (m.compressionStiffener() && !m.tensionStiffener() && c.limit != Limit::PanelShear)
            return RotationCapacity::WeldedStiffened;
        if (m.stiffeners.empty()) return RotationCapacity::WeldedPlain;
        return RotationCapacity::NotCovered;
    }
    const double epsilon = std::sqrt(235 / std::max(1.0, m.column.steel.f_y));
    // 6.4.2(1): the panel governs and is not slender.
    if (m.hasColumn && c.limit == Limit::PanelShear && clearWebDepth(m.column.section) / m.column.section.t_w <= 69 * epsilon)
        return RotationCapacity::SufficientPanel;
    // 6.4.2(2): every row is held back by the bending of a flange or plate that is thin against its bolts. With a limit on the
    // sum of the rows, something else governs.
    if (c.limit != Limit::None || c.rows.empty()) return RotationCapacity::NotCovered;
    const auto thin = [&](double t, double f_y) { return isThinForBolts(t, f_y, m.bolts.size.d, m.bolts.grade.f_ub); };
    for (const RowResult& row : c.rows) {
        const bool byFlange = row.limit == Limit::ColumnFlange && thin(m.column.section.t_f, m.column.steel.f_y);
        const bool byPlate = (row.limit == Limit::EndPlate && thin(m.t_p, m.plateSteel.f_y)) ||
                             (row.limit == Limit::OtherPlate && thin(m.gripThickness, m.gripSteel.f_y));
        if (!byFlange && !byPlate) return RotationCapacity::NotCovered;
    }
    return RotationCapacity::SufficientPlate;
}

} // namespace

template <class Num>
Classification classify(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionResult& c) {
    Classification out;
    const Settings& s = joint.settings;
    const bool columnEnds = joint.columnSpec.endAbove.has_value();
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num W_b = w.given("W_pl_b", "beam's plastic modulus", Quantity::Modulus, m.beam.section.W_pl_y);
    const Num f_y_b = w.given("f_y_b", "beam's yield strength", Quantity::Stress, m.beam.steel.f_y);
    // In a splice the other beam stands in the column's place, once.
    const ResolvedSide* partner = joint.splicedTo(*joint.side(m.side));
    const char* what = partner ? "other beam" : "column";
    const Num W_c = w.given(partner ? "W_pl_b2" : "W_pl_c", partner ? "other beam's plastic modulus" : "column's plastic modulus",
                            Quantity::Modulus, partner ? partner->beam.section.W_pl_y : m.column.section.W_pl_y);
    const Num f_y_c = w.given(partner ? "f_y_b2" : "f_y_c", partner ? "its yield strength" : "column's yield strength",
                              Quantity::Stress, partner ? partner->beam.steel.f_y : m.column.steel.f_y);
    const Num M_b = w.let("M_b_pl_Rd", "beam", Quantity::Moment, "EN 1993-1-1:2005 (6.13)", W_b * f_y_b / gamma_M0);
    const Num M_c =
        w.let(partner ? "M_b2_pl_Rd" : "M_c_pl_Rd", what, Quantity::Moment, "EN 1993-1-1:2005 (6.13)", W_c * f_y_c / gamma_M0);
    const Num M_full = partner ? w.let("M_full", "full strength, the weaker beam", Quantity::Moment, "EN 1993-1-8:2005 5.2.3.2",
                                       smaller(M_b, M_c))
                       : columnEnds ? w.let("M_full", "full strength, at the column's end", Quantity::Moment,
                                            "EN 1993-1-8:2005 figure 5.5", smaller(M_b, M_c))
                                    : w.let("M_full", "full strength, the column continues", Quantity::Moment,
                                            "EN 1993-1-8:2005 figure 5.5", smaller(M_b, 2 * M_c));
    out.M_b_pl_Rd = valueOf(M_b);
    out.M_c_pl_Rd = valueOf(M_c);
    out.M_full = valueOf(M_full);
    out.rotation = rotationCapacity(m, c);
    if (out.rotation == RotationCapacity::WeldedStiffened) {
        const Num h_c = w.given("h_c", "column depth", Quantity::Length, m.column.section.h);
        const Num h_b = w.given("h_b", "beam depth", Quantity::Length, m.beam.section.h);
        out.phi_Cd = valueOf(
            w.let("phi_Cd", "rotation capacity at least", Quantity::Rotation, "EN 1993-1-8:2005 (6.32)", 0.025 * (h_c / h_b)));
    } else if (out.rotation == RotationCapacity::WeldedPlain) {
        out.phi_Cd = valueOf(w.let("phi_Cd", "rotation capacity at least, not stiffened", Quantity::Rotation,
                                   "EN 1993-1-8:2005 6.4.3(2)", Num(0.015)));
    }
    out.strength = c.M_j_Rd >= out.M_full                                                          ? StrengthClass::Full
                   : c.M_j_Rd <= 0.25 * out.M_full && out.rotation != RotationCapacity::NotCovered ? StrengthClass::Pinned
                                                                                                   : StrengthClass::Partial;
    const ResolvedSide& side = *joint.side(m.side);
    if (!side.spec.span) return out;
    const Num E = w.given("E", "modulus of elasticity", Quantity::Stress, youngsModulus);
    const Num I_b = w.given("I_b", "beam's second moment of area", Quantity::Inertia, m.beam.section.I_y);
    const Num L_b = w.given("L_b", "beam's span", Quantity::Length, *side.spec.span);
    const Num k_b = w.given("k_b", joint.frame == FrameKind::Braced ? "braced frame" : "frame that sways", Quantity::None,
                            joint.frame == FrameKind::Braced ? 8 : 25);
    const Num rigid = w.let("S_rigid", "rigid from", Quantity::Stiffness, "EN 1993-1-8:2005 5.2.2.5(1)", k_b * (E * I_b / L_b));
    const Num pinned =
        w.let("S_pinned", "nominally pinned up to", Quantity::Stiffness, "EN 1993-1-8:2005 5.2.2.5(1)", 0.5 * (E * I_b / L_b));
    out.rigidLimit = valueOf(rigid);
    out.pinnedLimit = valueOf(pinned);
    out.stiffness = c.stiffness.S_j_ini >= out.rigidLimit    ? StiffnessClass::Rigid
                    : c.stiffness.S_j_ini <= out.pinnedLimit ? StiffnessClass::Pinned
                                                             : StiffnessClass::SemiRigid;
    if (!joint.columnSpec.storeyHeight) return out;
    const Num I_c = w.given("I_c", "column's second moment of area", Quantity::Inertia, m.column.section.I_y);
    const Num L_c = w.given("L_c", "storey height", Quantity::Length, *joint.columnSpec.storeyHeight);
    out.K_b_K_c = valueOf(w.let("K_b_over_K_c", "stiffness of beam over column", Quantity::Ratio, "EN 1993-1-8:2005 5.2.2.5(1)",
                                I_b / L_b / (I_c / L_c)));
    // Where K_b/K_c < 0.1 the joint counts as semi-rigid. The condition is the storey's mean; here one beam, one column.
    if (joint.frame == FrameKind::Unbraced && out.K_b_K_c < 0.1 && out.stiffness == StiffnessClass::Rigid)
        out.stiffness = StiffnessClass::SemiRigid;
    return out;
}

template Classification classify(Workings<double>&, const ResolvedJoint&, const SideModel&, const ConnectionResult&);
template Classification classify(Workings<Traced>&, const ResolvedJoint&, const SideModel&, const ConnectionResult&);

} // namespace zg
