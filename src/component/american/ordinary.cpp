#include "component/american/ordinary.h"
#include "base/text.h"
#include "component/american/end.h"
#include "component/american/pattern.h"
#include "component/flange_holes.h"
#include "joint/balance.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

UsFormat formatOf(const ActionSet* set) { return set && set->kind == SetKind::Allowable ? UsFormat::Asd : UsFormat::Lrfd; }
double betweenFlanges(const ResolvedSide& s) { return s.beam.section.h - s.beam.section.t_f; }

/// Whether a sense of the moment is the set's, or both flanges pull, or press, because the axial force outweighs the moment.
bool isActing(const ResolvedSide& s, bool isReversed, const FaceForces& f) {
    return (f.M < 0) == isReversed || std::abs(f.N) / 2 > std::abs(f.M) / betweenFlanges(s);
}

/// Square to a column's flange, by welds or by bolts of a class that has strengths.
bool isSquare(const ResolvedJoint& joint, const ResolvedSide& s) {
    if (!joint.hasColumn || !s.isInPlane() || s.spec.slope != 0 || s.isHaunched()) return false;
    if (s.kind == ConnectionKind::DirectWeld)
        return !s.spec.ribTop && !s.spec.ribBottom && (!s.isWebBolted || s.boltClass.F_nt > 0);
    return s.kind == ConnectionKind::EndPlate && s.boltClass.F_nt > 0;
}

constexpr const char* holesClause = "AISC 360-16 F13.1";

/// Column's flange with holes in tension (F13.1); no answer where it counts whole.
template <class Num>
std::optional<FlangeHoles<Num>> usFlangeHoles(Workings<Num>& w, UsFormat format, const FlangeHolesInput& in) {
    const Num b = w.given("b_cf", "breadth of the column flange", Quantity::Length, in.section.b);
    const Num t = w.given("t_cf", "its thickness", Quantity::Length, in.section.t_f);
    const Num hole = w.given("d_e", "hole and what its making spoils", Quantity::Length, in.d_0 + inch / 16, "AISC 360-16 B4.3b");
    const Num n = w.given("n_h", "holes across", Quantity::None, in.holes);
    const Num F_y = w.given("F_yc", "column's yield strength", Quantity::Stress, in.steel.f_y);
    const Num F_u = w.given("F_uc", "its tensile strength", Quantity::Stress, in.steel.f_u);
    const Num gross = w.let("A_fg", "flange", Quantity::Area, holesClause, b * t);
    const Num net = w.let("A_fn", "flange less its holes", Quantity::Area, holesClause, t * larger(Num(0), b - n * hole));
    const double Y_t = in.steel.f_y <= 0.8 * in.steel.f_u ? 1.0 : 1.1;
    if (in.steel.f_u * valueOf(net) >= Y_t * in.steel.f_y * valueOf(gross)) {
        w.note(Y_t > 1 ? "F_u·A_fn is not below 1.1·F_y·A_fg: the flange counts whole."
                       : "F_u·A_fn is not below F_y·A_fg: the flange counts whole.",
               holesClause);
        return std::nullopt;
    }
    const Num M = w.given("M_c", "column's moment at the row, positive with tension on this flange", Quantity::Moment, in.M);
    const Num N = w.given("P_c", "its axial force, tension positive", Quantity::Force, in.N);
    const Num S = w.given("S_x", "its elastic section modulus", Quantity::Modulus, in.section.W_el_y);
    const Num A = w.given("A_g", "its area", Quantity::Area, in.section.A);
    const Num pull = w.result("F_f", "the flange pulls, not beyond its own yield", Quantity::Force, holesClause,
                              gross * smaller(M / S + N / A, F_y));
    const Num phi = factorOf(w, format, factors::flexure);
    return FlangeHoles<Num>{
        pull, w.result(available<Num>(format, "phi_F_nf"), "its net section", Quantity::Force, holesClause, phi * F_u * net)};
}

} // namespace

template <class Num> bool AmericanSets<Num>::verify(const ActionSet* set, int index) {
    bool isAny = false, isAll = true;
    for (const ResolvedSide& s : joint_.sides) {
        if (s.isPartner) continue;
        bool isKnown = isSquare(joint_, s);
        if (!isKnown) listNotDone(out_.checks, CheckCode::NotDoneUsForm, s.id, "AISC 360-16 J");
        for (const bool isReversed : {false, true}) {
            if (!isKnown || (set && !isActing(s, isReversed, faceForces(joint_, s.id, *set)))) continue;
            std::optional<BoltPattern> pattern;
            if (s.kind == ConnectionKind::EndPlate && !(pattern = patternOf(s, model_(s.id, isReversed)))) {
                // A pattern that is not known in one sense is no reason to refuse the other, nor the panel.
                isKnown = patternOf(s, model_(s.id, !isReversed)).has_value();
                listNotDone(out_.checks, CheckCode::NotDoneUsForm, s.id, "AISC 360-16 J", isKnown && isReversed);
                continue;
            }
            end(s, isReversed, pattern, set, index);
            isAny = true;
        }
        if (isKnown && set) holes(s, *set, index);
        isAll = isAll && (isKnown || !s.isInPlane());
    }
    if (set && joint_.hasColumn) {
        if (isAll)
            panel(*set, index);
        else
            listNotDone(out_.checks, CheckCode::NotDoneUsPanel, Check{}.side, "AISC 360-16 J10.6");
    }
    return isAny && set;
}

template <class Num>
void AmericanSets<Num>::end(const ResolvedSide& s, bool isReversed, const std::optional<BoltPattern>& pattern,
                            const ActionSet* set, int index) {
    UsEnd e;
    e.format = formatOf(set);
    e.joint = &joint_;
    e.side = &s;
    e.isReversed = isReversed;
    e.model = &model_(s.id, isReversed);
    const SideModel& m = *e.model;
    e.isWelded = !pattern;
    if (pattern) e.pattern = *pattern;
    e.width = std::min(m.b_p, s.beam.section.b + inch);
    e.toEndTension = std::min(m.columnEnd, m.columnEndCompression + m.depth);
    e.toEndCompression = std::min(m.columnEndCompression, m.columnEnd + m.depth);
    e.atTension = m.tensionStiffener();
    e.atCompression = m.compressionStiffener();

    const FaceForces f = set ? faceForces(joint_, s.id, *set) : FaceForces{};
    if constexpr (Workings<Num>::tracing) {
        w_.heading(1,
                   capitalised(name(s.id)) + " beam, " + (set ? "set " + set->id : "no action set") +
                       ", American rules, tension at the " + (isReversed ? "bottom" : "top"),
                   name(s.id) + "-us-set-" + std::to_string(index) +
                       (set          ? ""
                        : isReversed ? "-reversed"
                                     : "-top"));
    }
    w_.note(e.format == UsFormat::Asd ? "Allowable strength design." : "Load and resistance factor design.",
            e.format == UsFormat::Asd ? "AISC 360-16 B3.2" : "AISC 360-16 B3.1");
    w_.heading(2, "Forces of the flanges", "us forces");
    const Num M = w_.given("M", "moment at the face, in this sense", Quantity::Moment, isReversed ? -f.M : f.M);
    const Num N = w_.given("N", "axial force, tension positive", Quantity::Force, f.N);
    const Num d_m = w_.given("d_m", "between the centres of the beam's flanges", Quantity::Length, betweenFlanges(s));
    const Num pull = w_.result("F_ft", "tension flange", Quantity::Force, "AISC 360-16 J10", M / d_m + N / 2);
    const Num press = w_.result("F_fc", "compression flange", Quantity::Force, "AISC 360-16 J10", M / d_m - N / 2);
    e.F_fu = std::max(0.0, valueOf(pull));
    e.F_press = std::max(0.0, valueOf(press));
    e.M_f = e.F_fu * betweenFlanges(s);
    e.V_face = std::abs(f.V);
    e.V_u = e.V_face;
    // Under axial tension that outweighs the moment both flanges pull: each is looked at about the other, and the bolts of the
    // one that pulls less carry the shear.
    e.carriesShear = set && valueOf(press) < 0 && valueOf(pull) > 0 && (f.M < 0) != isReversed;
    if (const ResolvedSide* other = joint_.opposite(s.id); other && set) {
        const FaceForces o = faceForces(joint_, other->id, *set);
        const double otherPress = (isReversed ? -o.M : o.M) / betweenFlanges(*other) - o.N / 2;
        e.isPressedTwice = e.F_press > 0 && otherPress > 0;
    }
    CheckList list(out_.checks, s.id, isReversed, index);
    if ((f.M < 0) == isReversed) verifyUsOrdinaryBeam(w_, e, f, list);
    std::vector<UsLink> links;
    const double Y_c = verifyUsColumn(w_, e, list, links);
    if (e.isWelded)
        verifyUsWeldedFlanges(w_, e, list);
    else
        verifyUsPlate(w_, e, Y_c, f.N, list);
}

template <class Num> void AmericanSets<Num>::holes(const ResolvedSide& s, const ActionSet& set, int index) {
    const FlangeHolesRule<Num> rule{CheckCode::UsFlangeHoles, holesClause,
                                    [&](const FlangeHolesInput& in) { return usFlangeHoles(w_, formatOf(&set), in); }};
    verifyFlangeHoles(w_, joint_, s, set, index, rule, out_.checks);
}

template <class Num> void AmericanSets<Num>::panel(const ActionSet& set, int index) {
    UsEnd e;
    e.format = formatOf(&set);
    e.joint = &joint_;
    if constexpr (Workings<Num>::tracing)
        w_.heading(1, "Column web panel, set " + set.id + ", American rules", "panel-us-set-" + std::to_string(index));
    w_.heading(2, "Shear of the panel", "us panel");
    Num sum(0);
    bool isFirst = true;
    for (const ResolvedSide& s : joint_.sides) {
        if (!s.isInPlane() || s.kind == ConnectionKind::FinPlate) continue;
        const FaceForces f = faceForces(joint_, s.id, set);
        if (isFirst) {
            e.side = &s;
            e.model = &model_(s.id, f.M < 0);
        }
        // To the right positive: a beam on the right pulls the flange at its tension, one on the left the other way.
        const Num M =
            w_.given(isFirst ? "M_1" : "M_2", "moment at the face, positive when it drives the panel with the right beam",
                     Quantity::Moment, s.dir() * f.M);
        const Num d_m =
            w_.given(isFirst ? "d_m_1" : "d_m_2", "between the centres of its flanges", Quantity::Length, betweenFlanges(s));
        sum = isFirst ? M / d_m : sum + M / d_m;
        isFirst = false;
    }
    if (isFirst) return;
    const EndForces above = forcesAt(set, ends::above), below = forcesAt(set, ends::below);
    const Num V_c = w_.given("V_c", "mean shear above and below, against the panel's where negative", Quantity::Force,
                             (above.V + below.V) / 2);
    const Num V = w_.result("V_pz", "shear of the panel", Quantity::Force, "AISC 360-16 J10.6", magnitude(sum + V_c));
    e.P_r = std::max({0.0, -above.N, -below.N});
    const bool isInFrame = joint_.seismic && joint_.seismic->isPanelInFrame;
    const Num R = usPanelStrength(w_, e, isInFrame);
    if (joint_.diagonal) w_.note("The diagonal stiffener is not counted.", "AISC 360-16 J10.9");
    CheckList list(out_.checks, e.side->id, e.model->isReversed, index);
    list.add(CheckCode::UsPanel, valueOf(V), valueOf(R), Quantity::Force, "AISC 360-16 J10.6")
        .add({PartKind::ColumnWeb, e.side->id});
}

template class AmericanSets<double>;
template class AmericanSets<Traced>;

} // namespace zg
