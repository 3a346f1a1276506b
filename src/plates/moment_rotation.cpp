#include "plates/moment_rotation.h"
#include "base/elapsed.h"
#include "joint/balance.h"
#include "joint/geometry.h"
#include "plates/beam_strips.h"
#include "plates/connection_forces.h"
#include "plates/curve_run.h"
#include "plates/end_forces.h"
#include "plates/flexibility.h"
#include "plates/snapshot.h"
#include "plates/tighten.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace zg {

namespace {

// Second moment of area of the column as it is modelled: mid-surfaces with thicker root strips. The table's value would leave
// part of the member's own flexure in the joint.
struct Modelled {
    double flanges, web;
    [[nodiscard]] double I() const { return flanges + web; }
};
Modelled modelled(const Section& s, double flangeRoot, double webRoot, double rootWidth) {
    const double arm = (s.h - s.t_f) / 2, clear = s.h / 2 - s.t_f;
    const double flange = s.b * s.t_f + 2 * (s.t_w / 2 + rootWidth) * flangeRoot;
    const double strip = rootWidth * webRoot, stripArm = clear - rootWidth / 2;
    return {2 * flange * arm * arm + s.b * s.t_f * s.t_f * s.t_f / 6,
            s.t_w * std::pow(2 * arm, 3) / 12 + 2 * strip * stripArm * stripArm};
}
Modelled modelledColumn(const Section& s) { return s.isWelded ? modelled(s, 0, 0, 0) : modelled(s, s.r / 4, s.r / 2, 0.8 * s.r); }

// Elastic rotation of the column as a member at the level of the beam's axis, per moment: constant moments above and below, which
// share it as their lengths allow; or all of it on the held side, when the other ends or takes given forces only.
double columnFlexibility(const JointModel& m, double level, double I, bool isFreeEndLoaded) {
    const double below = level - m.columnBottom, above = m.columnTop - level, held = m.isTopHeld ? above : below;
    return (m.freeEnd >= 0 && !isFreeEndLoaded ? below * above / (below + above) : held) / (youngsModulus * I);
}

// Where the moment enters the column on the mean: half way between tension and compression. Of a plain end that is its axis.
double levelOfCouple(const ResolvedSide& side, const JointModel::Beam& beam) {
    return side.isHaunched() ? (flangeLevel(side, true) + flangeLevel(side, false)) / 2 : beam.axisLevel;
}

// How far the beam's stub turns by itself, between a section near the joint and the handle.
double turnOfStub(const fe::Analysis& a, const JointModel::Beam& beam, double sign, const ResolvedSide& side) {
    double apart = 0;
    for (int k = 0; k < 3; ++k) {
        const auto freedom = static_cast<fe::Freedom>(k);
        apart += beam.along[k] * (a.displacement(beam.section[0], freedom) - a.displacement(beam.section[1], freedom));
    }
    const Section& s = side.beam.section;
    return sign * (side.dir() * a.displacement(beam.handle, fe::Ry) - apart / (s.h - s.t_f));
}

// All forces of a set but one beam's moment at its face.
ActionSet withoutMomentAt(const ResolvedJoint& joint, const ResolvedSide& side, ActionSet set) {
    EndForces own = givenAt(joint, side, set);
    own.end = side.id;
    const bool isAtNode = joint.reference == ActionReference::Node && joint.hasColumn;
    own.M = isAtNode ? faceForces(joint, side.id, set).V * joint.column.section.h / 2 : 0;
    const auto isOwn = [&](const EndForces& f) { return f.end == side.id; };
    set.forces.erase(std::remove_if(set.forces.begin(), set.forces.end(), isOwn), set.forces.end());
    set.forces.push_back(own);
    return set;
}

} // namespace

std::vector<CurveMark> PlateMomentRotation::marks() const {
    std::vector<CurveMark> marks;
    // What grows from point to point comes to a value on the straight line between two.
    const auto mark = [&](MomentRule by, auto&& excess) {
        for (std::size_t i = 1; i < curve.size(); ++i) {
            const PlateCurvePoint &a = curve[i - 1], &b = curve[i];
            const double before = excess(a), after = excess(b);
            if (after < 0 || !(after > before)) continue;
            const double t = before < 0 ? before / (before - after) : 0;
            marks.push_back({by, a.M + t * (b.M - a.M), a.phi + t * (b.phi - a.phi)});
            return;
        }
    };
    mark(MomentRule::FirstYield, [](const PlateCurvePoint& p) { return p.plasticStrain - firstYieldStrain; });
    mark(MomentRule::OnePercent, [](const PlateCurvePoint& p) { return p.plasticStrain - 0.01; });
    mark(MomentRule::TwoPercent, [](const PlateCurvePoint& p) { return p.plasticStrain - 0.02; });
    if (S_j_ini > 0)
        mark(MomentRule::SecantThird,
             [&](const PlateCurvePoint& p) { return p.phi > 0 ? S_j_ini * p.phi / 3 - p.M : -1e-9 * S_j_ini; });
    std::stable_sort(marks.begin(), marks.end(), [](const CurveMark& a, const CurveMark& b) { return a.phi < b.phi; });
    if (!curve.empty()) marks.push_back({MomentRule::Limit, M_limit, phi_Cd});
    return marks;
}

void readOff(PlateMomentRotation& curve, MomentRule rule) {
    curve.rule = rule;
    curve.M_j_Rd = curve.M_limit;
    for (const CurveMark& mark : curve.marks())
        if (mark.by == rule) curve.M_j_Rd = std::min(curve.M_limit, mark.M);
}

PlateCurvePoint PlateMomentRotation::at(double M) const {
    for (std::size_t i = 1; i < curve.size(); ++i) {
        const PlateCurvePoint &a = curve[i - 1], &b = curve[i];
        if (b.M < M || b.M <= a.M) continue;
        const double t = std::min(1.0, std::max(0.0, (M - a.M) / (b.M - a.M)));
        const auto mix = [&](double x, double y) { return x + t * (y - x); };
        PlateCurvePoint p = b;
        p.phi = mix(a.phi, b.phi), p.M = M, p.plasticStrain = mix(a.plasticStrain, b.plasticStrain);
        p.panelShear = mix(a.panelShear, b.panelShear), p.compression = mix(a.compression, b.compression);
        for (std::size_t k = 0; k < p.rowNet.size(); ++k) {
            p.rowNet[k] = mix(a.rowNet.empty() ? 0 : a.rowNet[k], b.rowNet[k]);
            p.rowBolts[k] = mix(a.rowBolts.empty() ? 0 : a.rowBolts[k], b.rowBolts[k]);
        }
        return p;
    }
    return curve.empty() ? PlateCurvePoint{} : curve.back();
}

tl::expected<PlateMomentRotation, Diagnostics> momentRotation(const ResolvedJoint& joint, EndId side, bool isReversed,
                                                              const MomentRotationSettings& settings, Progress* progress) {
    const Elapsed elapsed;
    const ResolvedSide* resolved = joint.side(side);
    if (!resolved) return tl::unexpected(Diagnostics{problem(Problem::NoBeamThere, joint.mark, {}, {joint.mark, name(side)})});
    PlateModelSettings model = settings.model;
    std::optional<ActionSet> others;
    if (settings.under) {
        others = withoutMomentAt(joint, *resolved, *settings.under);
        model = settingsFor(joint, *others, model);
    }
    auto built = buildJointModel(joint, model);
    if (!built) return tl::unexpected(built.error());
    JointModel& m = *built;
    if (!m.beam(side)->carriesMoment)
        return tl::unexpected(
            Diagnostics{problem(Problem::NoCurveOfItsOwn, joint.mark, FieldPath{"connections", side.str()},
                                {name(side), resolved->isPartner ? "the other half of a splice" : "joined for shear"})});
    const int under = others ? m.model.addCase("under set " + others->id) : -1;
    if (others) m.model.cases[under].forces = endForces(joint, m, *others);
    Diagnostics found;
    const fe::SolverSettings solver{plateTolerance, 30, settings.threads, fe::Geometry::Undeformed, fe::Halves::Alike};
    const auto analysis = analysisOf(m, found, solver, progress);
    if (!analysis) return tl::unexpected(found);

    const JointModel::Beam& beam = *m.beam(side);
    const ConnectionForces forces(m, *resolved, isReversed);
    const double sign = isReversed ? -1 : 1, dir = resolved->dir();
    const LimitRules rules = limitRulesOf(joint.plates);
    const double shear = beam.shearOfMoment[isReversed];
    const auto ofMember = [&](const JointModel::Beam& b, const Section& section, double shearOver) {
        // Beyond the toe of a haunch; without one from the plate.
        return (b.length - b.toe - shearOver * (b.length * b.length - b.toe * b.toe) / 2) /
               (youngsModulus * model.beamStiffness * modelledSecondMoment(section));
    };
    double beams = ofMember(beam, resolved->beam.section, shear), haunched = haunchFlexibility(*resolved, shear);
    double column = 0, ofFlanges = 0; // of the column's flexure
    if (const ResolvedSide* other = joint.splicedTo(*resolved)) {
        beams += ofMember(*m.beam(other->id), other->beam.section, -shear);
        haunched += haunchFlexibility(*other, -shear);
    } else {
        const Modelled section = modelledColumn(joint.column.section);
        column = columnFlexibility(m, levelOfCouple(*resolved, beam), section.I(), model.isFreeEndLoaded);
        ofFlanges = section.flanges / section.I();
    }
    haunched /= model.beamStiffness;
    double members = beams + column;
    const bool isOfMember = joint.plates.haunchCountsAs == HaunchCountsAs::Member;
    if (isOfMember) members += haunched;
    PlateMomentRotation out;
    out.haunchFlexibility = isOfMember ? -haunched : haunched;
    out.side = side;
    out.isReversed = isReversed;
    out.freedoms = analysis->system().map().freeCount();

    double turnBefore = 0, stubBefore = 0;
    if (others && !m.model.cases[under].forces.empty()) {
        const fe::Stage first = wholeOf(m.model, under, "set " + others->id + " without the moment of the curve");
        const fe::RunResult before = analysis->run(first, {}, progress);
        const bool isUsedUp = before.isComplete() && usesOf(*analysis, m, rules).limit.use >= 1;
        if (!before.isComplete() || isUsedUp)
            return tl::unexpected(Diagnostics{{Severity::Error, joint.mark,
                                               "The other forces of set " + others->id + " alone are more than joint " +
                                                   joint.mark + " carries: there is no curve under them. " + before.message}});
        out.under = others->id;
    }
    if (others || m.isPreloaded()) {
        turnBefore = dir * analysis->displacement(beam.handle, fe::Ry);
        stubBefore = turnOfStub(*analysis, beam, sign, *resolved);
    }
    fe::Stage stage;
    stage.id = std::string("moment on the ") + name(side) + (isReversed ? ", tension at the bottom" : ", tension at the top");
    stage.factors.assign(m.model.cases.size(), 0);
    if (under >= 0) stage.factors[under] = analysis->state().factors[under];
    stage.factors[beam.loadCases[isReversed]] = sign * 1e8;
    stage.control = fe::Control::Displacement;
    stage.watched = {{beam.handle, fe::Ry, sign * dir}};
    stage.target = settings.largestRotation;
    stage.firstStep = settings.largestRotation / settings.points / 12;
    stage.largestStep = 30;
    const ResolvedSide* partner = joint.splicedTo(*resolved);
    const auto plasticMoment = [&](const ResolvedSide& s) {
        return s.beam.section.W_pl_y * s.beam.steel.f_y / joint.settings.gamma_M0;
    };
    const double M_pl = partner ? std::min(plasticMoment(*resolved), plasticMoment(*partner)) : plasticMoment(*resolved);
    CurveRun curve(m, rules, beam.loadCases[isReversed], sign, stage, out);
    double elasticTurn = 0;
    const fe::RunResult run = analysis->run(
        stage,
        [&](const fe::Analysis& a, const fe::Step&) {
            PlateCurvePoint p;
            p.M = curve.momentOf(a);
            // What the stub turns by yielding is the beam's own; what it turns elastically is known from the first step.
            const bool isFirst = out.curve.size() == 1;
            const double turn = turnOfStub(a, beam, sign, *resolved) - stubBefore;
            if (isFirst) elasticTurn = turn / p.M;
            p.phi = sign * (dir * a.displacement(beam.handle, fe::Ry) - turnBefore) - p.M * members -
                    std::max(0.0, turn - elasticTurn * p.M);
            forces.read(a, p);
            const bool goesOn = curve.look(a, p);
            if (isFirst && !others && !m.isPreloaded() && shear == 0) {
                // Less the members' own flexure, the column's as its flanges and web share it.
                out.flexibility = elasticFlexibility(a, m, p.M);
                const auto less = [&](FlexiblePart part, double by) { out.flexibility[static_cast<std::size_t>(part)] -= by; };
                less(FlexiblePart::BeamEnds, beams + haunched);
                less(FlexiblePart::ColumnFlanges, column * ofFlanges);
                less(FlexiblePart::ColumnWeb, column * (1 - ofFlanges));
            }
            if (isFirst)
                for (const PartUse& u : curve.uses().parts)
                    if (u.stress / p.M > out.peakStress) out.peakStress = u.stress / p.M, out.peakPart = partId(u.part);
            return goesOn;
        },
        progress);
    if (const auto ended = curve.end(run, joint, M_pl); !ended) return tl::unexpected(ended.error());
    // Of the last point: a bolt that has broken since carries nothing any more.
    const PlateCurvePoint& last = out.curve.back();
    double bolts = 0;
    for (std::size_t i = 0; i < last.rowBolts.size(); ++i) {
        out.rows.push_back({{PartKind::BoltRow, side, static_cast<int>(i)}, last.rowBolts[i]});
        bolts += last.rowBolts[i];
    }
    out.contact = last.contact;
    if (settings.atEnd) settings.atEnd(*analysis);
    out.axialImbalance = bolts > 0 ? (bolts - out.contact) / bolts : 0;
    out.seconds = elapsed.seconds();
    return out;
}

} // namespace zg
