#include "component/flange_holes.h"
#include "base/traced.h"
#include "component/check_list.h"
#include "joint/balance.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr const char* clause = "EN 1993-1-1:2005 6.2.5(4), (6.7)";

} // namespace

template <class Num>
FlangeHoles<Num> flangeHoles(Workings<Num>& w, const FlangeHolesInput& in, double gamma_M0, double gamma_M2) {
    const Num b = w.given("b_c", "breadth of the column flange", Quantity::Length, in.section.b);
    const Num t = w.given("t_fc", "its thickness", Quantity::Length, in.section.t_f);
    const Num d_0 = w.given("d_0", "hole diameter", Quantity::Length, in.d_0);
    const Num n = w.given("n_h", "holes across", Quantity::None, in.holes);
    const Num M = w.given("M_c_Ed", "column's moment at the row, positive with tension on this flange", Quantity::Moment, in.M);
    const Num N = w.given("N_c_Ed", "its axial force", Quantity::Force, in.N);
    const Num I = w.given("I_c", "column's second moment of area", Quantity::Inertia, in.section.I_y);
    const Num A = w.given("A_c", "column area", Quantity::Area, in.section.A);
    const Num h = w.given("h_c", "column depth", Quantity::Length, in.section.h);
    const Num f_y = w.given("f_y_c", "its yield strength", Quantity::Stress, in.steel.f_y);
    const Num f_u = w.given("f_u_c", "its ultimate strength", Quantity::Stress, in.steel.f_u);
    const Num g_M0 = w.given("gamma_M0", "partial factor", Quantity::None, gamma_M0);
    const Num g_M2 = w.given("gamma_M2", "partial factor", Quantity::None, gamma_M2);
    FlangeHoles<Num> r;
    const Num stress = w.let("sigma_f", "at the middle of the flange, elastic", Quantity::Stress, "Bernoulli beam",
                             M * ((h - t) / 2) / I + N / A);
    r.force = w.result("F_f_Ed", "the flange pulls, not beyond its own yield", Quantity::Force, clause,
                       b * t * smaller(stress, f_y / g_M0));
    const Num net =
        w.let("A_f_net", "flange less its holes", Quantity::Area, "EN 1993-1-1:2005 6.2.2.2", t * larger(Num(0), b - n * d_0));
    r.resistance = w.result("F_f_u_Rd", "its net section", Quantity::Force, clause, 0.9 * net * f_u / g_M2);
    return r;
}

template <class Num>
void verifyFlangeHoles(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set, int index,
                       const FlangeHolesRule<Num>& rule, std::vector<Check>& checks) {
    if (!joint.hasColumn || side.kind != ConnectionKind::EndPlate || !side.isInPlane() || side.spec.rows.empty()) return;
    const Section& c = joint.column.section;
    const auto use = [](const FlangeHoles<Num>& f) { return useOf(valueOf(f.force), valueOf(f.resistance)); };
    const auto order = [](const BoltRowSpec& a, const BoltRowSpec& b) { return a.position < b.position; };
    const auto [highest, lowest] = std::minmax_element(side.spec.rows.begin(), side.spec.rows.end(), order);
    const bool isReversed = faceForces(joint, side.id, set).M < 0; // as the other checks of the set
    FlangeHoles<Num> worst{};
    const BoltRowSpec* weakest = nullptr;
    for (const bool isAbove : {true, false}) {
        const EndForces* part = findForces(set, isAbove ? ends::above : ends::below);
        if (!part) {
            if (!isAbove || !joint.columnSpec.endAbove) listNotDone(checks, CheckCode::NotDoneFlangeHoles, side.id, rule.clause);
            continue;
        }
        const BoltRowSpec& row = isAbove ? *highest : *lowest;
        const double M = columnMomentAt(joint, side, *part, levelOf(side, row.position));
        if (M * (c.h - c.t_f) / 2 / c.I_y + part->N / c.A <= 0) continue;
        if constexpr (Workings<Num>::tracing)
            w.heading(
                1, "Column flange, set " + set.id + ", " + name(side.id) + " end plate's bolts " + (isAbove ? "above" : "below"),
                name(side.id) + (isAbove ? "-holes-above-set-" : "-holes-below-set-") + std::to_string(index));
        w.heading(2, "Column flange less its holes", "flange holes");
        const std::optional<FlangeHoles<Num>> f = rule.of({c, joint.column.steel, side.bolt.d_0, row.bolts, part->N, M});
        if (!f || valueOf(f->force) <= 0) continue;
        if (!weakest || use(*f) > use(worst)) worst = *f, weakest = &row;
    }
    if (!weakest) return;
    Check& check = CheckList(checks, side.id, isReversed, index)
                       .add(rule.code, valueOf(worst.force), valueOf(worst.resistance), Quantity::Force, rule.clause);
    check.add({PartKind::ColumnFlange, side.id});
    check.add({PartKind::BoltRow, side.id, static_cast<int>(weakest - side.spec.rows.data())});
}

template <class Num>
void verifyFlangeHoles(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ActionSet& set, int index,
                       std::vector<Check>& checks) {
    const Settings& s = joint.settings;
    const FlangeHolesRule<Num> rule{CheckCode::ColumnFlangeHoles, clause,
                                    [&](const FlangeHolesInput& in) { return flangeHoles(w, in, s.gamma_M0, s.gamma_M2); }};
    verifyFlangeHoles(w, joint, side, set, index, rule, checks);
}

#define ZG_FOR(Num)                                                                                                              \
    template FlangeHoles<Num> flangeHoles(Workings<Num>&, const FlangeHolesInput&, double, double);                              \
    template void verifyFlangeHoles(Workings<Num>&, const ResolvedJoint&, const ResolvedSide&, const ActionSet&, int,            \
                                    const FlangeHolesRule<Num>&, std::vector<Check>&);                                           \
    template void verifyFlangeHoles(Workings<Num>&, const ResolvedJoint&, const ResolvedSide&, const ActionSet&, int,            \
                                    std::vector<Check>&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
