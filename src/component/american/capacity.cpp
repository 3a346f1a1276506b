#include "base/text.h"
#include "component/american/end.h"
#include "component/american/pattern.h"
#include "component/stiffness.h"
#include "joint/balance.h"
#include "joint/geometry.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace zg {
namespace {

template <class Num> class AmericanCapacity {
public:
    AmericanCapacity(Workings<Num>& w, const ResolvedJoint& joint, const CapacityPort<Num>& port, JointResult& out)
        : w_(w), joint_(joint), spec_(*joint.seismic), port_(port), out_(out) {}

    void run() {
        const std::vector<const ResolvedSide*> sides = hingedSides(joint_);
        std::vector<std::array<UsEnd, 2>> ends; // of each beam, with tension at the top and at the bottom
        for (const ResolvedSide* s : sides) {
            const auto top = endOf(*s, false), bottom = endOf(*s, true);
            if (!top || !bottom) return listNotDone(out_.checks, top ? bottom.error() : top.error(), s->id, "AISC 358-16 6.1");
            ends.push_back({*top, *bottom});
        }
        for (const bool isReversed : {false, true}) {
            std::vector<UsEnd> inSway; // the beams on both sides have opposite signs
            for (std::size_t i = 0; i < ends.size(); ++i) inSway.push_back(ends[i][(i == 0) == isReversed ? 1 : 0]);
            sway(inSway);
        }
        if (!joint_.columnSpec.storeyHeight && !joint_.columnSpec.endAbove)
            say(CheckCode::NotDoneStoreyHeight, "AISC 341-16 E3.6e.1");
        if (spec_.forcesOf.empty()) say(CheckCode::NotDoneColumnForces, "AISC 341-16 E3.4a");
        say(CheckCode::NotDoneBracing, "AISC 341-16 E3.4b, 358-16 6.3.1(7)");
        if (!isAmerican(joint_.settings.rules)) say(CheckCode::NotDoneUsOrdinary, "AISC 360-16 J3, J10");
    }

private:
    void say(CheckCode code, const char* clause) { listNotDone(out_.checks, code, Check{}.side, clause); }
    /// Welded to the column with a reduced section.
    static bool isReduced(const ResolvedSide& s) {
        return s.kind == ConnectionKind::DirectWeld && s.spec.cut && s.spec.slope == 0 && !s.spec.ribTop && !s.spec.ribBottom &&
               (!s.isWebBolted || s.boltClass.F_nt > 0);
    }
    bool canBe(const ResolvedSide& s) const {
        if (isReduced(s)) return true;
        return !s.spec.cut && prequalifiedPattern(s, port_.model(s.id, false)) && prequalifiedPattern(s, port_.model(s.id, true));
    }
    double axialOf(EndId end) const {
        const ActionSet* from = setBesideHinges(joint_, spec_);
        return from ? forcesAt(*from, end).N : 0;
    }

    /// What is known of an end before its hinge, or why it has none.
    tl::expected<UsEnd, CheckCode> endOf(const ResolvedSide& s, bool isReversed) const {
        UsEnd e;
        e.joint = &joint_;
        e.side = &s;
        e.spec = &spec_;
        e.isReversed = isReversed;
        e.isPressedTwice = joint_.opposite(s.id) != nullptr;
        if (!s.spec.span) return tl::unexpected(CheckCode::NotDoneHingeSpan);
        if (!canBe(s)) return tl::unexpected(CheckCode::NotDoneUsLayout);
        e.model = &port_.model(s.id, isReversed);
        e.isWelded = isReduced(s);
        if (!e.isWelded) e.pattern = *prequalifiedPattern(s, *e.model);
        const Section& b = s.beam.section;
        e.width = std::min(e.model->b_p, b.b + inch);
        e.R_y = expectedStrengthOf(spec_, s);
        if (e.isWelded)
            e.place = reducedHingeOf(s);
        else
            e.place.M_pl = b.W_pl_y * s.beam.steel.f_y;
        e.S_h = e.isWelded              ? e.place.fromFace
                : e.pattern.isStiffened ? e.model->t_p + e.model->rib->length
                                        : std::min(b.h / 2, 3 * b.b);
        e.place.fromFace = e.S_h;
        const auto span = hingeSpan(joint_, s, e.place);
        if (!span) return tl::unexpected(CheckCode::NotDoneHingeSpan);
        e.L_h = *span;
        const double q = s.spec.gravityLoad.value_or(0);
        e.V_gravity = s.spec.gravityShear ? *s.spec.gravityShear - q * e.S_h : q * e.L_h / 2;
        e.P_r = std::max({0.0, -axialOf(ends::above), -axialOf(ends::below)});
        const SideModel& m = *e.model;
        e.toEndTension = e.toEndCompression = std::min(m.columnEnd, m.columnEndCompression);
        e.atTension = m.tensionStiffener();
        e.atCompression = m.compressionStiffener();
        return e;
    }

    /// Moment and shear at the face that go with a moment in the hinge, the larger shear of both ends of the beam.
    template <class N> struct State { N M_f, V_u; };
    static const char* clauseOf(const UsEnd& e, const char* ofReduced, const char* ofEndPlate) {
        return e.isWelded ? ofReduced : ofEndPlate;
    }
    template <class N> static State<N> stateAt(Workings<N>& w, const UsEnd& e, const N& hinge) {
        const N S_h = w.given("S_h",
                              e.isWelded              ? "hinge from the column's face: middle of the reduced section"
                              : e.pattern.isStiffened ? "hinge from the column's face: end of the rib"
                                                      : "hinge from the column's face: the lesser of d/2 and 3 b_bf",
                              Quantity::Length, e.S_h, clauseOf(e, "AISC 358-16 5.8 step 5", "AISC 358-16 6.8.1 step 1"));
        const N L_h = w.given("L_h", "between the hinges", Quantity::Length, e.L_h);
        const N V_G = w.given("V_gravity", "shear from gravity at the hinge", Quantity::Force, std::abs(e.V_gravity));
        const N V_u = w.result("V_u_h", "shear at the hinge, the larger of both ends", Quantity::Force,
                               clauseOf(e, "AISC 358-16 5.8 step 4", "AISC 358-16 6.8.1 step 1"), 2 * hinge / L_h + V_G);
        const N q =
            w.given("q_G", "gravity between hinge and face, where it adds", Quantity::LineForce, e.isReversed ? 0 : stubLoad(e));
        return {w.result("M_f", "moment at the column's face", Quantity::Moment,
                         clauseOf(e, "AISC 358-16 (5.8-6)", "AISC 358-16 (6.8-1)"), hinge + V_u * S_h + q * square(S_h) / 2),
                V_u};
    }
    static double faceMoment(const UsEnd& e, double hinge) {
        Workings<double> silent;
        return stateAt(silent, e, hinge).M_f;
    }
    static double stubLoad(const UsEnd& e) { return std::max(0.0, e.side->spec.gravityLoad.value_or(0)); }

    /// The hinge's moment and what it brings to the face, 358-16 2.4.3 and 6.8.1 steps 1 and 2.
    void hinge(UsEnd& e) {
        const ResolvedSide& s = *e.side;
        if constexpr (Workings<Num>::tracing)
            w_.heading(1, capitalised(name(s.id)) + " beam, American rules, tension at the " + (e.isReversed ? "bottom" : "top"),
                       name(s.id) + (e.isReversed ? "-us-reversed" : "-us-top"));
        w_.note("Load and resistance factor design; SI numbers of the same formulas.", "AISC 358-16 2.4");
        w_.heading(2, "Hinge", "us hinge");
        if (!expectedStrength(s.spec.beam.steel, s.beam.section.isWelded))
            w_.note("The steel is not of AISC 341-16 table A3.1: its expected strength is taken from the over-strength chosen.",
                    "AISC 341-16 A3.2");
        const Num F_y = w_.given("F_yb", "beam's yield strength", Quantity::Stress, s.beam.steel.f_y);
        const Num F_u = w_.given("F_ub", "its tensile strength", Quantity::Stress, s.beam.steel.f_u);
        const Num R_y =
            w_.given("R_y", "expected over specified yield strength", Quantity::None, e.R_y, "AISC 341-16 table A3.1");
        Num Z = w_.given("Z_x", "plastic modulus of the beam", Quantity::Modulus, s.beam.section.W_pl_y);
        if (e.isWelded) {
            const Num c = w_.given("c", "cut from each edge of the flanges", Quantity::Length, s.spec.cut->depth);
            const Num t_bf = w_.given("t_bf", "beam flange", Quantity::Length, s.beam.section.t_f);
            const Num d = w_.given("d", "beam depth", Quantity::Length, s.beam.section.h);
            Z = w_.let("Z_RBS", "in the middle of the reduced section", Quantity::Modulus, "AISC 358-16 (5.8-4)",
                       reducedModulus(Z, c, t_bf, d));
        }
        const Num C_pr = w_.let("C_pr", "strain hardening", Quantity::Ratio, "AISC 358-16 (2.4-2)",
                                smaller(Num(1.2), (F_y + F_u) / (2 * F_y)));
        const Num M_pr = w_.result("M_pr", "moment in the hinge", Quantity::Moment,
                                   clauseOf(e, "AISC 358-16 (5.8-5)", "AISC 358-16 (2.4-1)"), C_pr * R_y * F_y * Z);
        e.M_pr = valueOf(M_pr);
        if (s.spec.gravityLoad.value_or(0) * e.L_h / 2 > 2 * e.M_pr / e.L_h)
            w_.note("Gravity outweighs the shear of the hinges: the one with tension at the bottom forms in the span. The shear "
                    "is taken as printed, which is more.",
                    clauseOf(e, "AISC 358-16 5.8 step 4", "AISC 358-16 6.8.1 step 1"));
        const State<Num> f = stateAt(w_, e, M_pr);
        e.V_u = valueOf(f.V_u);
        e.V_face = e.V_u + stubLoad(e) * e.S_h;
        e.M_f = valueOf(f.M_f);
        e.F_fu = e.F_press = e.M_f / (s.beam.section.h - s.beam.section.t_f);
    }

    void sway(std::vector<UsEnd>& ends) {
        std::vector<std::vector<UsLink>> links(ends.size());
        std::vector<UsLink> shared;
        for (std::size_t i = 0; i < ends.size(); ++i) {
            UsEnd& e = ends[i];
            hinge(e);
            CheckList list(out_.checks, e.side->id, e.isReversed, -1);
            if (e.isWelded)
                verifyUsReduced(w_, e, list, links[i]);
            else
                verifyUsEndPlate(w_, e, list, links[i]);
            verifyUsColumn(w_, e, list, links[i]);
            checkUsLimits(e, list);
        }
        // Columns' shear against the panel's: their points of inflection at half the storey height.
        double columnShear = 0;
        if (joint_.columnSpec.storeyHeight && !joint_.columnSpec.endAbove) {
            for (const UsEnd& e : ends)
                columnShear += (e.M_pr + e.V_u * (e.S_h + joint_.column.section.h / 2)) / *joint_.columnSpec.storeyHeight;
        }
        CheckList list(out_.checks, ends.front().side->id, ends.front().isReversed, -1);
        verifyUsPanel(w_, ends, columnShear, list, shared);
        if (spec_.ductility == Ductility::High && !joint_.columnSpec.endAbove)
            verifyUsColumnsOverBeams(w_, ends, axialOf(ends::above), axialOf(ends::below), list);
        for (std::size_t i = 0; i < ends.size(); ++i) {
            links[i].insert(links[i].end(), shared.begin(), shared.end());
            out_.ladders.push_back(ladderOf(ends[i], links[i]));
        }
    }

    /// Fully or partially restrained, or simple: the secant at service loads.
    void restraint(const UsEnd& e, Ladder& l) {
        const ConnectionResult* any = nullptr;
        for (const ConnectionResult& c : out_.connections)
            if (!any && c.side == l.side && c.isReversed == l.isReversed) any = &c;
        double service = 0, ultimate = 0;
        for (int i = 0; i < out_.givenSets; ++i) {
            const ActionSet& set = out_.actions[static_cast<std::size_t>(i)];
            const double M = (l.isReversed ? -1 : 1) * faceForces(joint_, l.side, set).M;
            if (set.kind == SetKind::Serviceability) service = std::max(service, M);
            if (set.kind == SetKind::Ultimate) ultimate = std::max(ultimate, M);
        }
        if (!any || !(any->stiffness.S_j_ini > 0) || !(any->M_j_Rd > 0)) return;
        const char* clause = "AISC 360-16 B3.4b, commentary";
        const double M_j = any->M_j_Rd, M_s = service > 0 ? service : ultimate > 0 ? 2 * ultimate / 3 : 2 * M_j / 3;
        w_.heading(2, "Restraint", "us restraint");
        const Num M = w_.given("M_s",
                               service > 0    ? "service moment"
                               : ultimate > 0 ? "no set of serviceability: two thirds of the ultimate moment"
                                              : "no set: two thirds of the resistance",
                               Quantity::Moment, std::min(M_s, M_j));
        const Num S =
            w_.given("S_j_ini", "initial stiffness", Quantity::Stiffness, any->stiffness.S_j_ini, "EN 1993-1-8:2005 6.3.1");
        const Num mu = w_.given("mu", "initial over secant stiffness", Quantity::Ratio, stiffnessRatio(valueOf(M), M_j),
                                "EN 1993-1-8:2005 6.3.1(6)");
        const Num I = w_.given("I_b", "second moment of area of the beam", Quantity::Inertia, e.side->beam.section.I_y);
        const Num E = w_.given("E", "modulus of elasticity", Quantity::Stress, youngsModulus);
        const Num L = w_.given("L", "span of the beam", Quantity::Length, *e.side->spec.span);
        const Num ratio = w_.result("K_s_L_EI", "20 and more: fully restrained; 2 and less: simple", Quantity::Ratio, clause,
                                    S / mu * L / (E * I));
        l.restraint = valueOf(ratio);
        l.serviceMoment = valueOf(M);
    }

    Ladder ladderOf(const UsEnd& e, const std::vector<UsLink>& links) {
        Ladder l;
        l.rules = LadderRules::American;
        l.side = e.side->id;
        l.isReversed = e.isReversed;
        l.hingeAt = e.S_h;
        l.nominal = faceMoment(e, e.place.M_pl);
        l.expected = faceMoment(e, e.R_y * e.place.M_pl);
        l.hardened = l.asked = e.M_f;
        restraint(e, l);
        addHinge(l, "AISC 358-16 2.4.3");
        for (const UsLink& k : links) {
            // Use grows straight from what gravity asks by itself to the use at M_f.
            if (!(k.use > k.atNoHinge)) continue;
            const auto at = [&](double use) { return std::max(0.0, e.M_f * (use - k.atNoHinge) / (k.use - k.atNoHinge)); };
            Rung r;
            r.code = k.code;
            r.part = k.part;
            r.isDuctile = k.isDuctile;
            r.design = at(1);
            r.expected = at(k.more);
            r.clause = k.clause;
            if (!r.isDuctile) r.margin = r.design / l.asked;
            if (k.code == CheckCode::UsPanel) {
                l.hasPanel = true;
                l.panel = r.design >= l.hardened * (1 - 1e-9) ? PanelStrength::Strong
                          : r.design >= l.nominal             ? PanelStrength::Balanced
                                                              : PanelStrength::Weak;
            }
            addLink(l, r);
        }
        inOrder(l);
        return l;
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    const SeismicSpec& spec_;
    const CapacityPort<Num>& port_;
    JointResult& out_;
};

} // namespace

template <class Num>
void verifyAmericanCapacity(Workings<Num>& w, const ResolvedJoint& joint, const CapacityPort<Num>& port, JointResult& out) {
    AmericanCapacity<Num>(w, joint, port, out).run();
}

template void verifyAmericanCapacity(Workings<double>&, const ResolvedJoint&, const CapacityPort<double>&, JointResult&);
template void verifyAmericanCapacity(Workings<Traced>&, const ResolvedJoint&, const CapacityPort<Traced>&, JointResult&);

} // namespace zg
