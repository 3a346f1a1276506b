#include "component/node_actions.h"
#include "joint/balance.h"
#include <cmath>

namespace zg {
namespace {

constexpr const char* betaClause = "EN 1993-1-8:2005 (5.4)";
constexpr const char* stressClause = "EN 1993-1-8:2005 6.2.6.2(2)";

template <class Num>
Num momentAtNode(Workings<Num>& w, const ResolvedJoint& joint, EndId side, const ActionSet& set, bool isOther) {
    const FaceForces f = faceForces(joint, side, set);
    const Num M =
        w.given(isOther ? "M_2" : "M_1", isOther ? "the other beam's moment at the face" : "this beam's moment at the face",
                Quantity::Moment, f.M);
    const Num V = w.given(isOther ? "V_2" : "V_1", "its shear", Quantity::Force, f.V);
    const Num h_c = w.given("h_c", "column depth", Quantity::Length, joint.column.section.h);
    return w.let(isOther ? "M_j_b2_Ed" : "M_j_b1_Ed", "at the node", Quantity::Moment, "EN 1993-1-8:2005 figure 5.6",
                 M + V * h_c / 2);
}

} // namespace

template <class Num> Num transformationParameter(Workings<Num>& w, const ResolvedJoint& joint, EndId side, const ActionSet& set) {
    const ResolvedSide* other = joint.opposite(side);
    if (!other) return w.let("beta", "transformation parameter, one beam", Quantity::Ratio, "EN 1993-1-8:2005 table 5.4", Num(1));
    const Num M_1 = momentAtNode(w, joint, side, set, false);
    const Num M_2 = momentAtNode(w, joint, other->id, set, true);
    if (std::abs(valueOf(M_1)) < 1e-9 * std::max(1.0, std::abs(valueOf(M_2))))
        return w.let("beta", "transformation parameter, no moment on this side", Quantity::Ratio, betaClause,
                     Num(valueOf(M_2) == 0 ? 1.0 : 2.0));
    return w.let("beta", "transformation parameter", Quantity::Ratio, betaClause, smaller(Num(2), magnitude(1 - M_2 / M_1)));
}

template <class Num>
Num columnStress(Workings<Num>& w, const ResolvedJoint& joint, EndId side, bool isReversed, const ActionSet& set) {
    const EndForces* part = findForces(set, isReversed ? ends::above : ends::below);
    if (!part) {
        w.note("The set gives no forces of the column beside the compression flange: its stress is taken as not above 0.7·f_y.",
               stressClause);
        return Num(0);
    }
    const Section& c = joint.column.section;
    const Num N = w.given("N_c_Ed", isReversed ? "axial force of the column above" : "axial force of the column below",
                          Quantity::Force, part->N);
    // Column moment is positive with tension on the left face: compression on the right.
    const Num M = w.given("M_c_y_Ed", "its moment, positive with compression on this side", Quantity::Moment,
                          joint.side(side)->dir() > 0 ? part->M : -part->M);
    const Num A = w.given("A_c", "column area", Quantity::Area, c.A);
    const Num I = w.given("I_c", "column's second moment of area", Quantity::Inertia, c.I_y);
    const Num d_wc = w.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(c));
    return w.let("sigma_com_Ed", "compressive stress at the web's root", Quantity::Stress, stressClause,
                 larger(Num(0), M * (d_wc / 2) / I - N / A));
}

#define ZG_FOR(Num)                                                                                                              \
    template Num transformationParameter(Workings<Num>&, const ResolvedJoint&, EndId, const ActionSet&);                         \
    template Num columnStress(Workings<Num>&, const ResolvedJoint&, EndId, bool, const ActionSet&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
