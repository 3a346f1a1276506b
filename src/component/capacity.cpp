#include "component/capacity.h"
#include "base/text.h"
#include "component/beam_end.h"
#include "component/check_list.h"
#include "component/classification.h"
#include "component/column_zone.h"
#include "component/haunch_section.h"
#include "joint/bolt_strength.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>
#include <mutex>
#include <set>

namespace zg {

std::vector<const ResolvedSide*> hingedSides(const ResolvedJoint& joint) {
    std::vector<const ResolvedSide*> list;
    if (!joint.hasColumn) return list;
    for (const ResolvedSide& s : joint.sides)
        if (s.isInPlane() && !s.isPartner && s.kind != ConnectionKind::FinPlate) list.push_back(&s);
    return list;
}

HingePlace firstToYield(const ResolvedJoint& joint, const ResolvedSide& s, bool isReversed) {
    HingePlace best = hingeOf(s);
    if (!s.isHaunched() || !s.spec.span) return best;
    const HingePlace toe = best;
    const auto shear = [&](const HingePlace& p) {
        const auto span = hingeSpan(joint, s, p);
        return span ? p.M_pl / *span : 1e300;
    };
    const double plate = s.spec.plate.thickness / s.cosSlope, reach = toe.fromFace - plate;
    constexpr int sections = 16;
    ResolvedJoint cut = joint;
    for (int i = 0; i < sections; ++i) {
        const double along = reach * i / sections;
        for (ResolvedSide& end : cut.sides) {
            if (end.id != s.id) continue;
            end = s;
            for (auto* haunch : {&end.haunchBelow, &end.haunchAbove}) {
                if (!*haunch) continue;
                const double left = 1 - along / distanceToToe(s, **haunch);
                if (left > 0 && (*haunch)->spec.depth * left > (*haunch)->flange)
                    (*haunch)->spec.depth *= left;
                else
                    haunch->reset();
            }
        }
        const HaunchedSection h = haunchedSection(makeSideModel(cut, s.id, isReversed));
        const HingePlace here{plate + along, toe.M_pl + std::max(0.0, h.plastic - h.plasticBeam), false};
        if (shear(here) < shear(best)) best = here;
    }
    return best;
}

namespace {

/// Clause of a component's resistance under a demand by another clause, kept for ever: "EN 1998-1:2004 6.5.5(3); EN 1993-1-8
/// ...".
const char* jointClause(const char* demand, const char* resistance) {
    static std::mutex lock;
    static std::set<std::string> kept; // as many as there are pairs of clauses in this program
    const std::lock_guard<std::mutex> guard(lock);
    return kept.insert(std::string(demand) + "; " + resistance).first->c_str();
}

/// Whether a limit state yields and carries on, rather than lets go.
bool isDuctile(CheckCode code) {
    switch (code) {
    case CheckCode::EndPlateBending:
    case CheckCode::ColumnFlangeBending:
    case CheckCode::ColumnWebShear:
    case CheckCode::ColumnWebTension:
    case CheckCode::BeamWebTension:
    case CheckCode::TensionStiffener:
    case CheckCode::DiagonalStrut:
    case CheckCode::RibShear:
    case CheckCode::RibAtFace:
    case CheckCode::RibOnWeb:
    case CheckCode::RibbedWebShear:
    case CheckCode::FinPlateGross:
    case CheckCode::FinWebGross:
    case CheckCode::FinSupportShear:
    case CheckCode::FinPlateBending:
    case CheckCode::FlangeBreadth:
    case CheckCode::HaunchEndShear:
    case CheckCode::HaunchWebShear:
    case CheckCode::HaunchToeTension:
    case CheckCode::ColumnsOverBeamsAxis: return true;
    default: return false;
    }
}

constexpr const char* overStrengthClause = "EN 1998-1:2004 6.5.5(3)";

/// One beam in one sense: its hinge and the states at its design resistance and hardened.
struct BeamState {
    const ResolvedSide* side = nullptr;
    bool isReversed = false;
    HingePlace place;
    double span = 0, factor = 1; ///< 1.1 gamma_ov
    double M[2] = {0, 0};        ///< at the face, of the sense of the model: [0] design resistance, [1] hardened
    double V[2] = {0, 0};        ///< at the face
    double expected = 0;         ///< at gamma_ov
    double fromFace = 0;
    std::vector<Check> checks[2];
    std::vector<Check> uncapped[2]; ///< the same where the compression side holds the rows back: as the rows by themselves could
};

template <class Num> class EuropeanCapacity {
public:
    EuropeanCapacity(Workings<Num>& w, const ResolvedJoint& joint, const CapacityPort<Num>& port, JointResult& out)
        : w_(w), joint_(joint), s_(joint.settings), spec_(*joint.seismic), port_(port), out_(out) {}

    void run() {
        const std::vector<const ResolvedSide*> all = hingedSides(joint_);
        for (const ResolvedSide* s : all) {
            if (hingeSpan(joint_, *s, hingeOf(*s)))
                sides_.push_back(s);
            else
                listNotDone(out_.checks, CheckCode::NotDoneHingeSpan, s->id, "EN 1998-1:2004 6.6.2(2)");
        }
        // With one beam's hinge unknown the column's state is unknown too.
        if (sides_.empty() || sides_.size() < all.size()) return;
        for (const ResolvedSide* s : sides_) rulesOf(*s);
        for (const bool toTheRight : {true, false}) sway(toTheRight);
        notDone();
    }

private:
    double factorOf(const ResolvedSide& s) const { return spec_.hardening * overStrengthOf(spec_, s); }
    /// A name no set of the joint has.
    std::string freeId(std::string id) const {
        while (std::any_of(out_.actions.begin(), out_.actions.end(), [&](const ActionSet& a) { return a.id == id; })) id += "'";
        return id;
    }

    void sway(bool toTheRight) {
        std::vector<BeamState> beams;
        std::vector<HingeEnd> ends[2];
        for (const ResolvedSide* s : sides_) {
            BeamState b;
            b.side = s;
            b.isReversed = toTheRight == (s->dir() > 0);
            hinge(b, toTheRight);
            const double sign = b.isReversed ? -1 : 1;
            for (int k = 0; k < 2; ++k) ends[k].push_back({s->id, sign * b.M[k], b.V[k]});
            beams.push_back(std::move(b));
        }
        const char sign = toTheRight ? '+' : '-';
        const std::string where = std::string(", sway to the ") + (toTheRight ? "right" : "left");
        int index[2];
        for (const int k : {1, 0}) {
            ActionSet set = hingeSet(joint_, spec_, ends[k]);
            set.id = freeId(std::string(k == 1 ? "H" : "H1") + sign);
            set.title = (k == 1 ? "hinges with over-strength" : "hinges at design resistance") + where;
            index[k] = static_cast<int>(out_.actions.size());
            out_.balance.push_back(imbalance(joint_, set));
            out_.actions.push_back(std::move(set));
        }
        for (BeamState& b : beams)
            for (const int k : {1, 0}) connection(b, index[k], k);
        const auto panel = panelIn(beams, index);
        const auto columns = columnsIn(beams, index);
        for (BeamState& b : beams) {
            if (!(b.M[0] > 0)) continue;
            Ladder ladder = ladderOf(b, index[1], panel, columns);
            adopt(b, ladder, index);
            out_.ladders.push_back(std::move(ladder));
        }
    }

    void hinge(BeamState& b, bool toTheRight) {
        const ResolvedSide& s = *b.side;
        if constexpr (Workings<Num>::tracing)
            w_.heading(1,
                       capitalised(name(s.id)) + " beam, its hinge, sway to the " + (toTheRight ? "right" : "left") +
                           ", tension at the " + (b.isReversed ? "bottom" : "top"),
                       name(s.id) + (b.isReversed ? "-hinge-reversed" : "-hinge-top"));
        b.place = firstToYield(joint_, s, b.isReversed);
        b.span = *hingeSpan(joint_, s, b.place);
        b.factor = factorOf(s);
        b.fromFace = b.place.fromFace;
        if (!b.place.isAtToe)
            w_.note(
                "The first section to yield lies within the haunch: its plastic moment asks a smaller shear of both hinges than "
                "the beam's own at the toe.",
                "equilibrium of the beam");
        const Num M_pl = hingeMoment(b);
        const Num gamma_ov = w_.given("gamma_ov", "over-strength of the beam's steel", Quantity::None, overStrengthOf(spec_, s),
                                      "EN 1998-1:2004 6.2(3)");
        const Num k_h = w_.given("k_h", "strain hardening", Quantity::None, spec_.hardening, overStrengthClause);
        if (spec_.overStrengthRule == OverStrengthRule::OneGrade)
            w_.note("Rule b lets members be designed with 1.00; connections keep the over-strength.", "EN 1998-1:2004 6.2(3)b");
        const double sign = b.isReversed ? -1 : 1;
        for (const int k : {0, 1}) {
            w_.heading(2, k == 1 ? "Hinge with its over-strength" : "Hinge at its design resistance", "hinge");
            const Num M_h =
                k == 1 ? w_.let("M_h", "moment in the hinge", Quantity::Moment, overStrengthClause, k_h * gamma_ov * M_pl)
                       : w_.let("M_h", "moment in the hinge", Quantity::Moment, "EN 1998-1:2004 6.6.2(2)", M_pl * Num(1));
            const HingeForces<Num> f = hingeForces(w_, s, b.place, b.span, b.isReversed, M_h);
            b.M[k] = sign * valueOf(f.M);
            b.V[k] = valueOf(f.V);
            if (k == 1) b.fromFace = f.fromFace;
            if (k == 0) hingeChecks(b, valueOf(f.V));
        }
        Workings<double> silent;
        b.expected = sign * hingeForces(silent, s, b.place, b.span, b.isReversed, overStrengthOf(spec_, s) * b.place.M_pl).M;
    }

    Num hingeMoment(const BeamState& b) {
        const ResolvedSide& s = *b.side;
        if (!b.place.isAtToe) return w_.given("M_pl", "plastic moment of the haunched section", Quantity::Moment, b.place.M_pl);
        const Num f_y = w_.given("f_y_b", "beam's yield strength", Quantity::Stress, s.beam.steel.f_y);
        Num W = w_.given("W_pl_y", "plastic modulus", Quantity::Modulus, s.beam.section.W_pl_y);
        if (b.place.isReduced) {
            const Num c = w_.given("c", "cut from each edge of the flanges", Quantity::Length, s.spec.cut->depth);
            const Num t_f = w_.given("t_fb", "beam flange", Quantity::Length, s.beam.section.t_f);
            const Num h = w_.given("h_b", "beam depth", Quantity::Length, s.beam.section.h);
            W = w_.let("W_pl_red", "in the middle of the reduced section", Quantity::Modulus,
                       "equilibrium of the plastic section", reducedModulus(W, c, t_f, h));
        }
        return w_.let("M_pl", "plastic moment of the beam", Quantity::Moment, "EN 1993-1-1:2005 (6.13)", W * f_y);
    }

    CheckList listFor(const BeamState& b, int set) { return {out_.checks, b.side->id, b.isReversed, set}; }

    /// Shear and axial force in the hinge, 6.6.2(2).
    void hingeChecks(const BeamState& b, double V) {
        w_.heading(2, "Shear and axial force in the hinge", "hinge forces");
        const Section& beam = b.side->beam.section;
        const Num V_Ed = w_.given("V_Ed", "design shear of the beam", Quantity::Force, std::abs(V));
        const Num A_v = shearArea(w_, ColumnInput{beam, b.side->beam.steel, std::nullopt, {}});
        const Num f_y = w_.given("f_y_b", "beam's yield strength", Quantity::Stress, b.side->beam.steel.f_y);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const Num half = w_.result("V_h_Rd", "half its plastic shear resistance", Quantity::Force, "EN 1998-1:2004 (6.4)",
                                   0.5 * A_v * f_y / (constant<Num>(1.73205080756887729353, "√3") * gamma_M0));
        // The index of the set follows: both sets of a sway are added after the hinges of all beams are known.
        CheckList list = listFor(b, static_cast<int>(out_.actions.size()) + 1);
        list.add(CheckCode::HingeShear, valueOf(V_Ed), valueOf(half), Quantity::Force, "EN 1998-1:2004 6.6.2(2) (6.4)")
            .add({PartKind::BeamWeb, b.side->id});
        const ActionSet* from = setBesideHinges(joint_, spec_);
        if (!from) return;
        const Num N_Ed = w_.given("N_Ed", "axial force of the beam", Quantity::Force, std::abs(forcesAt(*from, b.side->id).N));
        const Num A = w_.given("A_b", "area of the beam", Quantity::Area, beam.A);
        const Num N_Rd = w_.result("N_h_Rd", "15 % of its plastic resistance", Quantity::Force, "EN 1998-1:2004 (6.3)",
                                   0.15 * A * f_y / gamma_M0);
        list.add(CheckCode::HingeAxial, valueOf(N_Ed), valueOf(N_Rd), Quantity::Force, "EN 1998-1:2004 6.6.2(2) (6.3)")
            .add({PartKind::BeamWeb, b.side->id});
    }

    /// What does not hang on a set: class of the section, preloaded bolts.
    void rulesOf(const ResolvedSide& s) {
        CheckList list(out_.checks, s.id, false, -1);
        const double most = spec_.ductility == Ductility::High ? 1 : 2;
        Check& c = list.add(CheckCode::HingeClass, bendingClass(s.beam.section, s.beam.steel.f_y).sectionClass, most,
                            Quantity::None, "EN 1998-1:2004 table 6.3");
        CheckList::asRule(c);
        c.add({PartKind::BeamWeb, s.id});
        if (s.kind == ConnectionKind::DirectWeld && !s.isWebBolted) return;
        const bool isPreloaded = slipLimitOf(s) && s.boltClass.isPreloadable;
        Check& p = list.add(CheckCode::BoltsPreloaded, isPreloaded ? 0 : 2, 1, Quantity::None, "EN 1998-1:2004 6.5.5(5)");
        CheckList::asRule(p);
        p.add({PartKind::BoltRow, s.id, 0});
    }

    void connection(BeamState& b, int set, int k) {
        if (!(b.M[k] > 0)) return; // gravity keeps the moment's sign: the other sway asks more of it
        const ActionSet& actions = out_.actions[static_cast<std::size_t>(set)];
        ConnectionActions a;
        a.set = set;
        a.forces = faceForces(joint_, b.side->id, actions);
        a.hinge = k == 1 ? b.factor : 1;
        const ConnectionResult r = port_.connection(*b.side, b.isReversed, a, actions, b.checks[k]);
        if (r.limit == Limit::None) return;
        a.isUncapped = true;
        (void)port_.connection(*b.side, b.isReversed, a, actions, b.uncapped[k]);
    }

    struct Panel {
        double demand[2] = {0, 0}, resistance = 0;
        PanelStrength strength = PanelStrength::Balanced;
    };
    /// 6.6.3(6): the hinges' moments over the distance of the flanges' centres, less the columns' shear.
    Panel panelIn(const std::vector<BeamState>& beams, const int* index) {
        Panel panel;
        const BeamState& main = beams.front();
        const SideModel& m = port_.model(main.side->id, main.isReversed);
        if constexpr (Workings<Num>::tracing)
            w_.heading(1,
                       "Column web panel, tension of the " + name(main.side->id) + " beam at the " +
                           (main.isReversed ? "bottom" : "top"),
                       name(main.side->id) + (main.isReversed ? "-panel-reversed" : "-panel-top"));
        ColumnZone<Num> zone(w_, m, s_);
        zone.resistances(1, 0);
        const Num R =
            w_.let("V_wp_Rd", "column web panel in shear", Quantity::Force, "EN 1993-1-8:2005 6.2.6.1", zone.panel() * Num(1));
        panel.resistance = valueOf(R);
        for (const int k : {0, 1}) {
            w_.heading(
                2, k == 1 ? "Shear of the panel, hinges with over-strength" : "Shear of the panel, hinges at design resistance",
                "panel shear");
            Num sum(0);
            bool isFirst = true;
            for (const BeamState& b : beams) {
                const SideModel& own = port_.model(b.side->id, b.isReversed);
                const Num M = w_.given(isFirst ? "M_h_1" : "M_h_2", "moment at the face", Quantity::Moment, b.M[k]);
                const Num z = w_.given(isFirst ? "z_1" : "z_2", "between the centres of its flanges", Quantity::Length,
                                       own.centreOfCompression() - own.tensionFlange().along / 2);
                // In a sway both sides turn the node the same way; where gravity keeps the sign, M is negative.
                sum = isFirst ? M / z : sum + M / z;
                isFirst = false;
            }
            const double turns = (main.isReversed ? -1 : 1) * main.side->dir();
            const Num V_c = w_.given("V_c_Ed", "mean shear of the columns, against the panel's", Quantity::Force,
                                     -turns * columnShearOf(joint_, out_.actions[static_cast<std::size_t>(index[k])]));
            const Num V =
                w_.result("V_wp_Ed", "shear of the panel", Quantity::Force, "EN 1998-1:2004 6.6.3(6)", magnitude(sum - V_c));
            panel.demand[k] = valueOf(V);
        }
        panel.strength = panel.resistance >= panel.demand[1] * (1 - 1e-9)   ? PanelStrength::Strong
                         : panel.resistance >= panel.demand[0] * (1 - 1e-9) ? PanelStrength::Balanced
                                                                            : PanelStrength::Weak;
        if (spec_.panel == PanelAim::Weak) return panel;
        const int k = spec_.panel == PanelAim::Strong ? 1 : 0;
        CheckList list = listFor(main, index[k]);
        list.add(CheckCode::ColumnWebShear, panel.demand[k], panel.resistance, Quantity::Force,
                 "EN 1998-1:2004 6.6.3(6); EN 1993-1-8:2005 6.2.6.1")
            .add({PartKind::ColumnWeb, main.side->id});
        return panel;
    }

    struct Columns {
        double demand[2] = {0, 0}, resistance = 0; ///< carried to the axis
    };
    /// 4.4.2.3(4) as printed, and with the beams' moments carried to the column's axis.
    std::optional<Columns> columnsIn(const std::vector<BeamState>& beams, const int* index) {
        if (joint_.columnSpec.endAbove) return std::nullopt; // the top of the building: (4.29) does not ask
        const BeamState& main = beams.front();
        w_.heading(1, "Columns over beams", "columns");
        const ActionSet& set = out_.actions[static_cast<std::size_t>(index[1])];
        Num columns(0);
        for (const EndId end : {ends::above, ends::below}) {
            const Section& c = joint_.column.section;
            const Num N =
                w_.given("N_c_Ed", end == ends::above ? "axial force of the column above" : "axial force of the column below",
                         Quantity::Force, forcesAt(set, end).N);
            const Num W = w_.given("W_pl_y_c", "plastic modulus of the column", Quantity::Modulus, c.W_pl_y);
            const Num f_y = w_.given("f_y_c", "yield strength", Quantity::Stress, joint_.column.steel.f_y);
            const Num A = w_.given("A_c", "column area", Quantity::Area, c.A);
            const Num b = w_.given("b_c", "flange width", Quantity::Length, c.b);
            const Num t_f = w_.given("t_fc", "flange", Quantity::Length, c.t_f);
            const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
            const Num n = w_.let("n", "share of the plastic axial resistance", Quantity::Ratio, "EN 1993-1-1:2005 6.2.9.1(5)",
                                 magnitude(N) * gamma_M0 / (A * f_y));
            const Num a = w_.let("a_N", "web's part of the area", Quantity::Ratio, "EN 1993-1-1:2005 6.2.9.1(5)",
                                 smaller(Num(0.5), (A - 2 * b * t_f) / A));
            const Num M_pl =
                w_.let("M_pl_Rd", "column in bending", Quantity::Moment, "EN 1993-1-1:2005 (6.13)", W * f_y / gamma_M0);
            const Num M = w_.let("M_Rc", "with its axial force", Quantity::Moment, "EN 1993-1-1:2005 (6.36)",
                                 larger(Num(0), smaller(M_pl, M_pl * (1 - n) / (1 - 0.5 * a))));
            columns = end == ends::above ? M : columns + M;
        }
        columns = w_.result("M_Rc_sum", "columns above and below", Quantity::Moment, "EN 1998-1:2004 (4.29)", columns * Num(1));
        const Num ratio =
            w_.given("k_4_29", "asked of the columns", Quantity::None, spec_.columnOverBeam, "EN 1998-1:2004 (4.29)");
        Columns r;
        r.resistance = valueOf(columns);
        Num printed(0);
        for (std::size_t i = 0; i < beams.size(); ++i) {
            const Num M = w_.given(i == 0 ? "M_Rb_1" : "M_Rb_2", "moment resistance of the beam", Quantity::Moment,
                                   beams[i].place.M_pl / s_.gamma_M0);
            printed = i == 0 ? M : printed + M;
        }
        const Num asked =
            w_.result("M_Rb_sum", "beams, with the factor", Quantity::Moment, "EN 1998-1:2004 (4.29)", ratio * printed);
        for (const int k : {0, 1}) {
            const ActionSet& state = out_.actions[static_cast<std::size_t>(index[k])];
            double sum = 0;
            for (const BeamState& b : beams) {
                const FaceForces f = faceForces(joint_, b.side->id, state);
                sum += b.side->dir() * (f.M + f.V * joint_.column.section.h / 2);
            }
            r.demand[k] = std::abs(sum);
        }
        const Num axis = w_.given("M_b_axis", "beams' hinges carried to the column's axis", Quantity::Moment, r.demand[0]);
        const Num askedAtAxis =
            w_.result("M_b_axis_sum", "with the factor", Quantity::Moment, "EN 1998-1:2004 (4.29)", ratio * axis);
        CheckList list = listFor(main, index[0]);
        list.add(CheckCode::ColumnsOverBeams, valueOf(asked), r.resistance, Quantity::Moment, "EN 1998-1:2004 4.4.2.3(4) (4.29)")
            .add({PartKind::ColumnFlange, main.side->id});
        list.add(CheckCode::ColumnsOverBeamsAxis, valueOf(askedAtAxis), r.resistance, Quantity::Moment,
                 "EN 1998-1:2004 4.4.2.3(4) (4.29)")
            .add({PartKind::ColumnFlange, main.side->id});
        return r;
    }

    /// Moment at the face at which a demand comes to a resistance: both run straight through the two states. Nothing where the
    /// demand never comes to it.
    static std::optional<double> momentAt(const BeamState& b, double d0, double d1, double r0, double r1) {
        // Without over-strength both states are one: as if gravity asked nothing.
        if (b.factor < 1 + 1e-3) return d1 > 0 ? std::optional<double>(b.M[1] * r1 / d1) : std::nullopt;
        const double rise = (d1 - d0) - (r1 - r0);
        if (!(rise > 1e-12 * std::max({std::abs(d1), std::abs(r1), 1.0}))) return std::nullopt;
        const double t = (r0 - d0) / rise;
        return std::max(0.0, b.M[0] + t * (b.M[1] - b.M[0]));
    }

    /// A T-stub that fails by its bolts, or in a plate too thick to yield before them, lets go (EN 1993-1-8:2005 6.4.2(2)).
    bool isThin(const ResolvedSide& s, CheckCode code) const {
        const bool isPlate = code == CheckCode::EndPlateBending;
        const double t = isPlate ? s.spec.plate.thickness : joint_.column.section.t_f;
        const double f_y = isPlate ? s.plateSteel.f_y : joint_.column.steel.f_y;
        return isThinForBolts(t, f_y, s.bolt.d, s.boltClass.f_ub);
    }
    bool yields(const ResolvedSide& s, CheckCode code) const {
        if (code == CheckCode::EndPlateBending || code == CheckCode::ColumnFlangeBending) return isThin(s, code);
        return isDuctile(code);
    }
    /// Expected over design resistance: what yields has the steel's over-strength, what lets go has not.
    double expectedOver(CheckCode code, bool isDuctileLink) const {
        if (isDuctileLink) return s_.gamma_M0 * spec_.overStrength;
        switch (code) {
        case CheckCode::ColumnWebCompression:
        case CheckCode::ColumnWebCompressionStiffener:
        case CheckCode::HaunchCompression:
        case CheckCode::HaunchToeCompression: return s_.gamma_M1;
        default: return s_.gamma_M2;
        }
    }
    /// Checks that are no link of the chain: the joint as a whole, the beam that yields, what is built into another link.
    static bool isLink(const Check& c) {
        return c.group == CheckGroup::Strength && c.state != CheckState::NotApplicable && c.code != CheckCode::JointMoment &&
               c.code != CheckCode::AxialForce && c.code != CheckCode::ColumnWebShear && !isOfHinge(c.code);
    }
    /// Hangs on how the rows share the tension.
    static bool isOfRows(const Check& c) {
        return c.firstRow >= 0 || c.code == CheckCode::TensionStiffener || c.code == CheckCode::TensionStiffenerWeld ||
               c.code == CheckCode::RibShear || c.code == CheckCode::RibWeld || c.code == CheckCode::WeldTensionFlange ||
               c.code == CheckCode::WeldInnerFlange || c.code == CheckCode::WeldWeb || c.code == CheckCode::WeldHaunchWeb;
    }
    /// The beam itself, which yields as it is meant to.
    static bool isOfHinge(CheckCode code) {
        return code == CheckCode::BeamFlangeCompression || code == CheckCode::MemberAtToe || code == CheckCode::MemberAtEnd;
    }

    Ladder ladderOf(const BeamState& b, int set, const Panel& panel, const std::optional<Columns>& columns) {
        Ladder l;
        l.side = b.side->id;
        l.isReversed = b.isReversed;
        l.set = set;
        l.hingeAt = b.fromFace;
        l.nominal = b.M[0];
        l.expected = b.expected;
        l.hardened = b.M[1];
        l.hasPanel = true;
        l.panel = panel.strength;
        addHinge(l, "EN 1998-1:2004 6.2(3)");
        const auto put = [&](CheckCode code, PartRef part, bool isDuctileLink, double d0, double d1, double r0, double r1,
                             const char* clause) {
            const auto design = momentAt(b, d0, d1, r0, r1);
            if (!design) return;
            const double more = expectedOver(code, isDuctileLink);
            Rung r;
            r.code = code;
            r.part = part;
            r.isDuctile = isDuctileLink;
            r.design = *design;
            r.expected = momentAt(b, d0, d1, more * r0, more * r1).value_or(more * *design);
            r.clause = clause;
            addLink(l, r);
        };
        // Each link as if it alone held the joint back: the rows' own where something on the compression side would.
        const auto links = [&](const std::vector<Check>* states, bool ofRows) {
            for (std::size_t i = 0; i < states[1].size(); ++i) {
                const Check& hard = states[1][i];
                if (!isLink(hard) || hard.side != b.side->id || isOfRows(hard) != ofRows) continue;
                const Check* nominal = twinOf(states[0], hard, i);
                put(hard.code, hard.parts[0], yields(*b.side, hard.code), nominal ? nominal->demand : 0, hard.demand,
                    nominal ? nominal->resistance : hard.resistance, hard.resistance, hard.clause);
            }
        };
        links(b.checks, false);
        links(b.uncapped[1].empty() || b.uncapped[0].empty() ? b.checks : b.uncapped, true);
        put(CheckCode::ColumnWebShear, {PartKind::ColumnWeb, b.side->id}, true, panel.demand[0], panel.demand[1],
            panel.resistance, panel.resistance, "EN 1993-1-8:2005 6.2.6.1");
        if (columns)
            put(CheckCode::ColumnsOverBeamsAxis, {PartKind::ColumnFlange, b.side->id}, true, columns->demand[0],
                columns->demand[1], columns->resistance, columns->resistance, "EN 1993-1-1:2005 (6.36)");
        byBolts(l);
        inOrder(l);
        margins(l);
        return l;
    }
    /// T-stubs that fail by their bolts alone are the bolts: one link, not three.
    static void byBolts(Ladder& l) {
        const auto bolts = std::find_if(l.rungs.begin(), l.rungs.end(),
                                        [](const Rung& r) { return !r.isHinge && r.code == CheckCode::BoltTension; });
        if (bolts == l.rungs.end()) return;
        const double at = bolts->design;
        l.rungs.erase(std::remove_if(l.rungs.begin(), l.rungs.end(),
                                     [&](const Rung& r) {
                                         const bool isStub =
                                             r.code == CheckCode::EndPlateBending || r.code == CheckCode::ColumnFlangeBending;
                                         return !r.isHinge && isStub && !r.isDuctile && std::abs(r.design - at) <= 1e-6 * at;
                                     }),
                      l.rungs.end());
    }
    static const Check* twinOf(const std::vector<Check>& list, const Check& c, std::size_t place) {
        const auto isSame = [&](const Check& o) {
            return o.code == c.code && o.firstRow == c.firstRow && o.lastRow == c.lastRow && o.parts[0] == c.parts[0] &&
                   o.side == c.side;
        };
        if (place < list.size() && isSame(list[place])) return &list[place];
        const auto at = std::find_if(list.begin(), list.end(), isSame);
        return at == list.end() ? nullptr : &*at;
    }

    /// What is asked of the links that let go.
    void margins(Ladder& l) const {
        l.asked = l.hardened;
        if (spec_.aim == StrengthAim::Partial) {
            const Rung* first = l.firstOf(true);
            const bool isFirst = !first->isHinge && first->design > 0;
            l.asked = isFirst ? first->design * spec_.hardening * s_.gamma_M0 * spec_.overStrength : l.hardened;
            l.asked = std::min(l.asked, l.hardened); // the hinge comes then
        }
        for (Rung& r : l.rungs)
            if (!r.isDuctile && l.asked > 0) r.margin = r.design / l.asked;
    }

    /// Takes the checks that the aim asks for into the result.
    void adopt(const BeamState& b, const Ladder& l, const int* index) {
        const auto isOfPanel = [](CheckCode code) {
            return code == CheckCode::ColumnWebShear || code == CheckCode::DiagonalStrut || code == CheckCode::DoublerWeld;
        };
        for (const int k : {1, 0})
            for (Check c : b.checks[k]) {
                if (c.group == CheckGroup::NotDone || c.group == CheckGroup::Rule || c.state == CheckState::NotApplicable)
                    continue;
                if (isOfHinge(c.code) || c.code == CheckCode::ColumnWebShear) continue;
                int wanted = 1;
                if (isOfPanel(c.code))
                    wanted = spec_.panel == PanelAim::Strong ? 1 : spec_.panel == PanelAim::Balanced ? 0 : -1;
                else if (spec_.aim == StrengthAim::Partial)
                    wanted = -1;
                else if (spec_.aim == StrengthAim::Equal && (c.code == CheckCode::JointMoment || yields(*b.side, c.code)))
                    wanted = 0;
                if (wanted != k) continue;
                c.clause = jointClause(overStrengthClause, c.clause);
                out_.checks.push_back(c);
            }
        // What yields stands before what lets go.
        const Rung *ductile = l.firstOf(true), *brittle = l.firstOf(false);
        if (!brittle) return;
        CheckList list(out_.checks, b.side->id, b.isReversed, index[1]);
        const Rung* least = l.weakest();
        if (spec_.aim == StrengthAim::Partial && least &&
            useOf(l.asked, least->design) >= useOf(ductile->expected, brittle->expected)) {
            list.add(CheckCode::DuctileFirst, l.asked, least->design, Quantity::Moment, "EN 1998-1:2004 6.5.5(3), 6.6.4(3)")
                .add(least->part);
            return;
        }
        list.add(CheckCode::DuctileFirst, ductile->expected, brittle->expected, Quantity::Moment,
                 "EN 1998-1:2004 6.5.2(3), 6.5.5(1)")
            .add(brittle->part);
    }

    void notDone() {
        const auto say = [&](CheckCode code, const char* clause) { listNotDone(out_.checks, code, Check{}.side, clause); };
        if (spec_.aim != StrengthAim::Full) say(CheckCode::NotDoneRotation, "EN 1998-1:2004 6.6.4(3)");
        if (spec_.panel == PanelAim::Weak) say(CheckCode::NotDonePanelRotation, "EN 1998-1:2004 6.6.4(4)");
        for (const ResolvedSide* s : sides_)
            if (!s->spec.gravityLoad) listNotDone(out_.checks, CheckCode::NotDoneStubLoad, s->id, "EN 1998-1:2004 6.6.2(2)");
        if (spec_.forcesOf.empty()) say(CheckCode::NotDoneColumnForces, "EN 1998-1:2004 4.4.2.3(4), 6.6.2(2)");
        if (!joint_.columnSpec.storeyHeight && !joint_.columnSpec.endAbove)
            say(CheckCode::NotDoneStoreyHeight, "EN 1998-1:2004 6.6.3(6)");
        say(CheckCode::NotDoneBracing, "EN 1998-1:2004 6.6.2(1)");
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    const Settings& s_;
    const SeismicSpec& spec_;
    const CapacityPort<Num>& port_;
    JointResult& out_;
    std::vector<const ResolvedSide*> sides_;
};

} // namespace

template <class Num>
void verifyEuropeanCapacity(Workings<Num>& w, const ResolvedJoint& joint, const CapacityPort<Num>& port, JointResult& out) {
    EuropeanCapacity<Num>(w, joint, port, out).run();
}

template void verifyEuropeanCapacity(Workings<double>&, const ResolvedJoint&, const CapacityPort<double>&, JointResult&);
template void verifyEuropeanCapacity(Workings<Traced>&, const ResolvedJoint&, const CapacityPort<Traced>&, JointResult&);

} // namespace zg
