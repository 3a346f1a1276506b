#include "component/slip.h"
#include "base/traced.h"
#include "catalogue/friction.h"
#include "component/check_list.h"
#include "component/fin_plate.h"
#include "joint/bolt_strength.h"
#include <cmath>

namespace zg {

template <class Num> Num slipResistance(Workings<Num>& w, const SlipInput& in) {
    const Num f_ub = w.given("f_ub", "ultimate strength of the bolt", Quantity::Stress, in.f_ub);
    const Num A_s = w.given("A_s", "its stress area", Quantity::Area, in.A_s);
    const Num F_p_C = w.let("F_p_C", "preload of one bolt", Quantity::Force, "EN 1993-1-8:2005 (3.7)", 0.7 * f_ub * A_s);
    const Num mu = w.given("mu", "slip factor of the friction class", Quantity::Ratio, in.mu, "EN 1090-2:2018 table 17");
    const Num k_s = w.given("k_s", "form of the holes", Quantity::Ratio, in.k_s, "EN 1993-1-8:2005 table 3.6");
    const Num gamma = w.given(in.isService ? "gamma_M3_ser" : "gamma_M3", "partial factor", Quantity::None, in.gamma);
    const Num n_b = w.given("n_b", "bolts that share the force", Quantity::None, in.bolts);
    const char* clause = in.isService ? "EN 1993-1-8:2005 (3.6), 3.9.2(2), 3.4.1(3)" : "EN 1993-1-8:2005 (3.6), 3.9.2(2)";
    if (in.N_t_Ed <= 0)
        return w.result("F_s_Rd", "all bolts against slip", Quantity::Force, clause, k_s * n_b * mu * F_p_C / gamma);
    const Num N_t_Ed = w.given("N_t_Ed", "axial tension, which nothing balances", Quantity::Force, in.N_t_Ed);
    return w.result("F_s_Rd", "all bolts against slip", Quantity::Force, "EN 1993-1-8:2005 (3.8), 3.9.2",
                    k_s * mu * larger(Num(0), n_b * F_p_C - 0.8 * N_t_Ed) / gamma);
}

template <class Num>
void verifySlip(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set, int index,
                std::vector<Check>& checks) {
    const std::optional<SlipLimit> limit = slipLimitOf(side);
    const bool isFin = side.hasFinPlate();
    if (!limit || (!isFin && side.spec.rows.empty())) return;
    const bool isService = *limit == SlipLimit::Serviceability;
    if (set.kind != (isService ? SetKind::Serviceability : SetKind::Ultimate)) return;
    if constexpr (Workings<Num>::tracing)
        w.heading(1, "Slip of the " + name(side.id) + (isFin ? " fin plate, set " : " end plate, set ") + set.id,
                  name(side.id) + "-slip-" + std::to_string(index));
    const FaceForces face = faceForces(joint, side.id, set);
    const FrictionClass surface = isFin ? side.spec.fin.surface : side.spec.bolts.surface;
    const HoleKind holes = isFin ? side.spec.fin.holes : side.spec.bolts.holes;
    SlipInput in;
    in.f_ub = side.boltClass.f_ub;
    in.A_s = side.bolt.A_s;
    in.mu = slipFactor(EnumNames<FrictionClass>::names[static_cast<int>(surface)]);
    in.k_s = holeFactor(holes == HoleKind::Oversize);
    in.gamma = isService ? joint.settings.gamma_M3_ser : joint.settings.gamma_M3;
    in.isService = isService;
    if (isFin) {                             // both plates lie flat on each other: each bolt by itself, under its own share
        const bool isWeb = side.isWebBolted; // the flanges carry the axial force
        const BoltForce<Num> f =
            mostLoadedBolt<Num>(w, boltGroupOf(side.spec.fin), w.given("V_Ed", "shear", Quantity::Force, std::abs(face.V)),
                                w.given("N_Ed", "axial force", Quantity::Force, isWeb ? 0 : std::abs(face.N)));
        const Num F = w.let("F_v_Ed", "most loaded bolt", Quantity::Force, "EN 1993-1-8:2005 3.12",
                            root(square(f.vertical) + square(f.horizontal)));
        in.bolts = 1;
        const Num F_s_Rd = slipResistance(w, in);
        CheckList(checks, side.id, false, index)
            .add(CheckCode::BoltSlip, valueOf(F), valueOf(F_s_Rd), Quantity::Force, "EN 1993-1-8:2005 3.9, 3.12")
            .add({PartKind::BoltRow, side.id, 0});
        return;
    }
    for (const BoltRowSpec& row : side.spec.rows) in.bolts += row.bolts;
    in.N_t_Ed = face.N;
    const Num F_s_Rd = slipResistance(w, in);
    CheckList(checks, side.id, false, index)
        .add(CheckCode::BoltSlip, std::abs(face.V), valueOf(F_s_Rd), Quantity::Force, "EN 1993-1-8:2005 3.9")
        .add({PartKind::BoltRow, side.id, static_cast<int>(side.spec.rows.size()) - 1});
}

template double slipResistance(Workings<double>&, const SlipInput&);
template Traced slipResistance(Workings<Traced>&, const SlipInput&);
template void verifySlip(Workings<double>&, const ResolvedJoint&, const ResolvedSide&, const ActionSet&, int,
                         std::vector<Check>&);
template void verifySlip(Workings<Traced>&, const ResolvedJoint&, const ResolvedSide&, const ActionSet&, int,
                         std::vector<Check>&);

} // namespace zg
