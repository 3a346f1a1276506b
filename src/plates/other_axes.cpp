#include "plates/other_axes.h"
#include "base/elapsed.h"
#include "fe/analysis.h"
#include "joint/geometry.h"
#include "plates/curve_run.h"
#include "plates/tighten.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace zg {

namespace {

using fe::Vec3;

/// Small turn of a set of nodes about an axis: of the rigid body fitted to their movements by least squares, as a weight for each
/// movement. The nodes do not lie on a line.
fe::Terms turnOf(const fe::Model& model, const std::vector<int>& nodes, Vec3 axis) {
    Vec3 middle;
    for (int n : nodes) middle = middle + (1.0 / static_cast<double>(nodes.size())) * model.nodes[n];
    // Rows of the sum of |r|^2 I - r r^T, the nodes' moments of inertia.
    std::array<Vec3, 3> inertia{};
    for (int n : nodes) {
        const Vec3 r = model.nodes[n] - middle;
        const double square = dot(r, r);
        inertia[0] = inertia[0] + Vec3{square - r.x * r.x, -r.x * r.y, -r.x * r.z};
        inertia[1] = inertia[1] + Vec3{-r.x * r.y, square - r.y * r.y, -r.y * r.z};
        inertia[2] = inertia[2] + Vec3{-r.x * r.z, -r.y * r.z, square - r.z * r.z};
    }
    const Vec3 first = cross(inertia[1], inertia[2]), second = cross(inertia[2], inertia[0]),
               third = cross(inertia[0], inertia[1]);
    const Vec3 weight = (1 / dot(inertia[0], first)) * (axis.x * first + axis.y * second + axis.z * third);
    fe::Terms terms;
    for (int n : nodes) {
        const Vec3 moves = cross(weight, model.nodes[n] - middle);
        for (int k = 0; k < 3; ++k)
            if (moves[k] != 0) terms.push_back({n, static_cast<fe::Freedom>(k), moves[k]});
    }
    return terms;
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

/// What carries the beam: the column's web between the levels of its flanges.
std::vector<int> panelOf(const JointModel& m, const ResolvedSide& side) {
    const double top = flangeLevel(side, true), bottom = flangeLevel(side, false);
    return nodesOf(
        m, [](const PartRef& p) { return p.kind == PartKind::ColumnWeb; },
        [&](const Vec3& x) { return x.z < top + 1 && x.z > bottom - 1; });
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
    const fe::Terms support = turnOf(m.model, partner ? sectionOf(m, *m.beam(partner->id)) : panelOf(m, *resolved), about);
    Diagnostics found;
    const auto analysis = analysisOf(m, found, {plateTolerance, 30, settings.threads}, progress);
    if (!analysis) return tl::unexpected(found);
    // Of the stub between the plate (the toe of a haunch, which is the joint's) and the section; the other beam's as well in a
    // splice.
    const auto stubOf = [&](const JointModel::Beam& b, const Section& s) {
        const double length = b.length - b.toe - dot(m.model.nodes[b.handle] - m.model.nodes[b.section[0]], b.along);
        return axis == CurveAxis::Minor ? length / (youngsModulus * s.I_z) : 0;
    };
    const double stub = stubOf(*beam, section) + (partner ? stubOf(*m.beam(partner->id), partner->beam.section) : 0);
    const double M_pl = section.b * section.b * section.t_f / 2 * resolved->beam.steel.f_y / joint.settings.gamma_M0;
    PlateMomentRotation out;
    out.side = side;
    out.axis = axis;
    out.freedoms = analysis->system().map().freeCount();
    stage.id = m.model.cases[load].id;
    stage.factors.assign(m.model.cases.size(), 0);
    stage.factors[load] = 1e7;
    stage.control = fe::Control::Displacement;
    stage.target = 3 * settings.largestRotation;
    stage.firstStep = settings.largestRotation / settings.points / 12;
    stage.largestStep = 24;
    CurveRun curve(m, limitRulesOf(joint.plates), load, 1, stage, out);
    const fe::RunResult run = analysis->run(
        stage,
        [&](const fe::Analysis& a, const fe::Step&) {
            PlateCurvePoint p;
            p.M = curve.momentOf(a);
            p.phi = a.displacement(own) - a.displacement(support) - p.M * stub;
            return curve.look(a, p);
        },
        progress);
    if (const auto ended = curve.end(run, joint, axis == CurveAxis::Minor ? M_pl : 0); !ended)
        return tl::unexpected(ended.error());
    out.seconds = elapsed.seconds();
    return out;
}

} // namespace zg
