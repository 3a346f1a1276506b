#include "plates/other_axes.h"
#include "base/elapsed.h"
#include "fe/analysis.h"
#include "joint/geometry.h"
#include "plates/part_marks.h"
#include "plates/snapshot.h"
#include <algorithm>
#include <cmath>
#include <optional>

namespace zg {

namespace {

using fe::Vec3;

/// Small turn of a set of nodes about an axis, as the plane fitted to their movements: a weight for each movement.
fe::Terms turnOf(const fe::Model& model, const std::vector<int>& nodes, Vec3 axis) {
    Vec3 middle;
    for (int n : nodes) middle = middle + (1.0 / static_cast<double>(nodes.size())) * model.nodes[n];
    double square = 0;
    fe::Terms terms;
    for (int n : nodes) {
        const Vec3 moves = cross(axis, model.nodes[n] - middle); // for a turn of 1
        square += dot(moves, moves);
        for (int k = 0; k < 3; ++k)
            if (moves[k] != 0) terms.push_back({n, static_cast<fe::Freedom>(k), moves[k]});
    }
    for (fe::Term& t : terms) t.factor /= square;
    return terms;
}

double valueOf(const fe::Analysis& a, const fe::Terms& terms) {
    double sum = 0;
    for (const fe::Term& t : terms) sum += t.factor * a.displacement(t.node, t.freedom);
    return sum;
}

std::vector<int> nodesOf(const JointModel& m, const std::function<bool(const PartRef&)>& isWanted,
                         const std::function<bool(const Vec3&)>& isThere) {
    std::vector<int> nodes;
    for (const fe::Shell& s : m.model.shells)
        if (isWanted(m.parts[s.part]))
            for (int n : s.nodes)
                if (n >= 0 && isThere(m.model.nodes[n])) nodes.push_back(n);
    std::sort(nodes.begin(), nodes.end());
    nodes.erase(std::unique(nodes.begin(), nodes.end()), nodes.end());
    return nodes;
}

/// Flanges of a beam's section near its plate.
std::vector<int> sectionOf(const JointModel& m, const JointModel::Beam& beam) {
    const Vec3 at = m.model.nodes[beam.section[0]];
    return nodesOf(
        m,
        [&](const PartRef& p) {
            return p.side == beam.side && (p.kind == PartKind::BeamTopFlange || p.kind == PartKind::BeamBottomFlange);
        },
        [&](const Vec3& x) { return std::abs(dot(x - at, beam.along)) < 1; });
}

/// What carries the beam: the column's web at the beam's axis for a turn about the upright, its panel between the flanges' levels
/// for one about the beam's axis.
std::vector<int> supportOf(const JointModel& m, const ResolvedSide& side, const JointModel::Beam& beam, CurveAxis axis) {
    const auto isWeb = [](const PartRef& p) { return p.kind == PartKind::ColumnWeb; };
    double level = fe::unlimited;
    for (int n : nodesOf(m, isWeb, [](const Vec3&) { return true; })) {
        const Vec3& x = m.model.nodes[n];
        if (std::abs(x.z - beam.axisLevel) < std::abs(level - beam.axisLevel)) level = x.z;
    }
    const double top = flangeLevel(side, true), bottom = flangeLevel(side, false);
    return nodesOf(m, isWeb, [&](const Vec3& x) {
        return axis == CurveAxis::Minor ? std::abs(x.z - level) < 1e-3 : x.z < top + 1 && x.z > bottom - 1;
    });
}

} // namespace

tl::expected<PlateMomentRotation, Diagnostics> momentRotationAbout(const ResolvedJoint& joint, EndId side, CurveAxis axis,
                                                                   const MomentRotationSettings& settings, Progress* progress) {
    const Elapsed elapsed;
    ResolvedJoint free = joint;
    for (ResolvedSide& s : free.sides)
        if (s.id == side) s.spec.farEnd = EndCarries::Everything;
    auto built = buildJointModel(free, settings.model);
    if (!built) return tl::unexpected(built.error());
    JointModel& m = *built;
    const ResolvedSide* resolved = free.side(side);
    const JointModel::Beam* beam = m.beam(side);
    if (!resolved || !beam || !beam->carriesMoment)
        return tl::unexpected(Diagnostics{problem(Problem::NoBeamThere, joint.mark, {}, {joint.mark, name(side)})});
    const Section& section = resolved->beam.section;
    const Vec3 across = beam->turn, upright = cross(across, beam->along);
    const Vec3 about = axis == CurveAxis::Minor ? upright : beam->along;
    const int load = m.model.addCase(axis == CurveAxis::Minor ? "moment about the minor axis" : "torsion");
    fe::Stage stage;
    for (int k = 0; k < 3; ++k)
        if (about[k] != 0) {
            m.model.cases[load].forces.push_back({beam->handle, static_cast<fe::Freedom>(3 + k), about[k]});
            stage.watched.push_back({beam->handle, static_cast<fe::Freedom>(3 + k), about[k]});
        }
    const fe::Terms own = turnOf(m.model, sectionOf(m, *beam), about);
    const ResolvedSide* partner = free.splicedTo(*resolved);
    const fe::Terms support =
        turnOf(m.model, partner ? sectionOf(m, *m.beam(partner->id)) : supportOf(m, *resolved, *beam, axis), about);
    Diagnostics found;
    const auto analysis = fe::Analysis::create(m.model, found, {plateTolerance, 30, settings.threads});
    if (!analysis) return tl::unexpected(found);
    // Of the stub between the plate and the section; the other beam's as well in a splice.
    const auto stubOf = [&](const JointModel::Beam& b, const Section& s) {
        const double length = b.length - dot(m.model.nodes[b.handle] - m.model.nodes[b.section[0]], b.along);
        return axis == CurveAxis::Minor ? length / (youngsModulus * s.I_z) : 0;
    };
    const double stub = stubOf(*beam, section) + (partner ? stubOf(*m.beam(partner->id), partner->beam.section) : 0);
    const double M_pl = section.b * section.b * section.t_f / 2 * resolved->beam.steel.f_y / joint.settings.gamma_M0;
    const LimitRules rules = limitRulesOf(joint.plates);
    PlateMomentRotation out;
    out.side = side;
    out.axis = axis;
    out.freedoms = analysis->system().map().equationCount();
    out.curve.push_back({});
    stage.id = m.model.cases[load].id;
    stage.factors.assign(m.model.cases.size(), 0);
    stage.factors[load] = 1e7;
    stage.control = fe::Control::Displacement;
    stage.target = 3 * settings.largestRotation;
    stage.firstStep = settings.largestRotation / settings.points / 12;
    stage.largestStep = 24;
    LimitReached limit;
    PartMarks marks(rules);
    double lastUse = 0;
    std::optional<Uses> seen;
    stage.goesTooFar = [&](const fe::Analysis& a) {
        const double M = a.state().factors[load];
        seen.reset();
        if (!(std::abs(M - out.curve.back().M) > 0.02 * std::abs(M))) return false;
        seen = usesOf(a, m, rules);
        return seen->limit.use >= 1;
    };
    const fe::RunResult run = analysis->run(
        stage,
        [&](const fe::Analysis& a, const fe::Step&) {
            PlateCurvePoint p;
            p.M = a.state().factors[load];
            p.phi = valueOf(a, own) - valueOf(a, support) - p.M * stub;
            p.residual = a.steps().back().residual;
            const Uses uses = seen ? std::move(*seen) : usesOf(a, m, rules);
            seen.reset();
            for (const PartUse& u : uses.parts) p.plasticStrain = std::max(p.plasticStrain, u.strain);
            lastUse = limit.use;
            limit = uses.limit;
            marks.look(uses, p.M, p.phi);
            out.curve.push_back(p);
            return limit.use < 1;
        },
        progress);
    if (out.curve.size() < 2)
        return tl::unexpected(Diagnostics{
            {Severity::Error, joint.mark, "The plate analysis of joint " + joint.mark + " did not start: " + run.message}});
    out.message = run.message;
    out.isComplete = run.reason != fe::StopReason::Cancelled && run.reason != fe::StopReason::NotConverged;
    out.S_j_ini = out.curve[1].M / out.curve[1].phi;
    out.limitPart = limit.part;
    for (const PlateCurvePoint& p : out.curve) out.M_limit = std::max(out.M_limit, p.M);
    out.phi_Cd = out.curve.back().phi;
    if (run.reason == fe::StopReason::Stopped) {
        out.message.clear();
        out.limit = limit.limit;
        const PlateCurvePoint &a = out.curve[out.curve.size() - 2], &b = out.curve.back();
        const double part = (1 - lastUse) / (limit.use - lastUse);
        double before = 0;
        for (std::size_t i = 0; i + 1 < out.curve.size(); ++i) before = std::max(before, out.curve[i].M);
        out.M_limit = std::max(before, a.M + part * (b.M - a.M));
        out.phi_Cd = a.phi + part * (b.phi - a.phi);
    } else {
        out.limit = run.isComplete()                         ? PlateLimit::Rotation
                    : run.reason == fe::StopReason::Fracture ? PlateLimit::BoltFracture
                                                             : PlateLimit::NoEquilibrium;
    }
    const std::optional<PartRef> where = partOfId(limit.part);
    if (axis == CurveAxis::Minor && out.limit != PlateLimit::BoltFracture && where && isOfBeam(*where) && out.M_limit >= M_pl)
        out.limit = PlateLimit::BeamHinge;
    out.parts = marks.inOrder();
    readOff(out, joint.plates.momentRule);
    out.seconds = elapsed.seconds();
    return out;
}

} // namespace zg
