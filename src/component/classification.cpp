#include "component/classification.h"
#include "component/beam_end.h"
#include "component/column_web.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

RotationCapacity rotationCapacity(const SideModel& m, const ConnectionResult& c) {
    const double epsilon = std::sqrt(235 / m.columnSteel.f_y);
    // 6.4.2(1): the panel governs and is not slender.
    if (c.limit == Limit::PanelShear && clearWebDepth(m.column) / m.column.t_w <= 69 * epsilon)
        return RotationCapacity::SufficientPanel;
    // 6.4.2(2): every row is held back by the bending of a flange or plate that is thin against its bolts. With a limit on the
    // sum of the rows, something else governs.
    if (c.limit != Limit::None || c.rows.empty()) return RotationCapacity::NotCovered;
    const auto thin = [&](double t, double f_y) { return t <= 0.36 * m.bolt.d * std::sqrt(m.boltClass.f_ub / f_y); };
    for (const RowResult& row : c.rows) {
        const bool byFlange = row.limit == Limit::ColumnFlange && thin(m.column.t_f, m.columnSteel.f_y);
        const bool byPlate = row.limit == Limit::EndPlate && thin(m.t_p, m.plateSteel.f_y);
        if (!byFlange && !byPlate) return RotationCapacity::NotCovered;
    }
    return RotationCapacity::SufficientPlate;
}

} // namespace

Classification classify(const ResolvedJoint& joint, const SideModel& m, const ConnectionResult& c) {
    Classification out;
    const Settings& s = joint.settings;
    out.M_b_pl_Rd = plasticMomentResistance(m.beam, m.beamSteel.f_y, s);
    out.M_c_pl_Rd = plasticMomentResistance(m.column, m.columnSteel.f_y, s);
    const bool columnEnds = joint.columnSpec.endAbove.has_value();
    out.M_full = std::min(out.M_b_pl_Rd, (columnEnds ? 1 : 2) * out.M_c_pl_Rd);
    out.rotation = rotationCapacity(m, c);
    out.strength = c.M_j_Rd >= out.M_full                                                          ? StrengthClass::Full
                   : c.M_j_Rd <= 0.25 * out.M_full && out.rotation != RotationCapacity::NotCovered ? StrengthClass::Pinned
                                                                                                   : StrengthClass::Partial;
    const ResolvedSide& side = *joint.side(m.side);
    if (side.spec.span) {
        const double beam = youngsModulus * m.beam.I_y / *side.spec.span;
        const double k_b = joint.frame == FrameKind::Braced ? 8 : 25;
        out.rigidLimit = k_b * beam;
        out.pinnedLimit = 0.5 * beam;
        out.stiffness = c.stiffness.S_j_ini >= out.rigidLimit    ? StiffnessClass::Rigid
                        : c.stiffness.S_j_ini <= out.pinnedLimit ? StiffnessClass::Pinned
                                                                 : StiffnessClass::SemiRigid;
        if (joint.columnSpec.storeyHeight) {
            out.K_b_K_c = (m.beam.I_y / *side.spec.span) / (m.column.I_y / *joint.columnSpec.storeyHeight);
            // 5.2.2.5(1): where Kb/Kc < 0.1 the joint counts as semi-rigid. The condition is the storey's mean; here one beam,
            // one column.
            if (joint.frame == FrameKind::Unbraced && out.K_b_K_c < 0.1 && out.stiffness == StiffnessClass::Rigid)
                out.stiffness = StiffnessClass::SemiRigid;
        }
    }
    return out;
}

} // namespace zg
