#include "plates/moment_rotation.h"
#include "fe/results.h"
#include <chrono>
#include <cmath>

namespace zg {

namespace {

constexpr double E = 210000;

// Elastic rotation of the column as a member at the level of the beam's axis, per moment: constant moments above and below, which
// share it as their lengths allow; or all of it below, when the column ends.
double columnFlexibility(const JointModel& m, double level, double I) {
    const double below = level - m.columnBottom, above = m.columnTop - level;
    return (m.isTopHeld ? below * above / (below + above) : below) / (E * I);
}

struct StrainPeak {
    double value = 0;
    int part = 0;
};

StrainPeak strainPeak(const fe::Analysis& a) {
    StrainPeak peak;
    const std::vector<fe::PartPeak> parts = fe::partPeaks(a);
    for (std::size_t p = 0; p < parts.size(); ++p)
        if (parts[p].plasticStrain > peak.value) peak = {parts[p].plasticStrain, static_cast<int>(p)};
    return peak;
}

} // namespace

tl::expected<PlateMomentRotation, Diagnostics> momentRotation(const ResolvedJoint& joint, SideId side, bool isReversed,
                                                              const MomentRotationSettings& settings, Progress* progress) {
    const auto start = std::chrono::steady_clock::now();
    const ResolvedSide* resolved = joint.side(side);
    if (!resolved)
        return tl::unexpected(
            Diagnostics{{Severity::Error, joint.mark, "Joint " + joint.mark + " has no beam on the " + name(side) + "."}});
    auto built = buildJointModel(joint, settings.model);
    if (!built) return tl::unexpected(built.error());
    const JointModel& m = *built;
    Diagnostics found;
    const auto analysis = fe::Analysis::create(m.model, found, {1e-6, 30, 2});
    if (!analysis) return tl::unexpected(found);

    const JointModel::Beam& beam = *m.beam(side);
    const double sign = isReversed ? -1 : 1, dir = side == SideId::Right ? 1 : -1;
    const double members =
        beam.length / (E * resolved->beam.section.I_y) + columnFlexibility(m, beam.axisLevel, joint.column.section.I_y);
    PlateMomentRotation out;
    out.side = side;
    out.isReversed = isReversed;
    out.freedoms = analysis->system().map().equationCount();

    fe::Stage stage;
    stage.id = joint.mark + ", moment on the " + name(side);
    stage.factors.assign(m.model.cases.size(), 0);
    stage.factors[beam.loadCase] = sign * 1e8;
    stage.control = fe::Control::Displacement;
    stage.watched = {{beam.handle, fe::Ry, sign * dir}};
    stage.target = settings.largestRotation;
    stage.firstStep = settings.largestRotation / settings.points / 12;
    stage.largestStep = 12;
    const auto point = [&](const fe::Analysis& a) {
        PlateCurvePoint p;
        p.M = sign * a.state().factors[beam.loadCase];
        p.phi = sign * dir * a.displacement(beam.handle, fe::Ry) - p.M * members;
        p.plasticStrain = strainPeak(a).value;
        p.residual = a.steps().back().residual;
        return p;
    };
    out.curve.push_back({});
    const fe::RunResult run = analysis->run(
        stage,
        [&](const fe::Analysis& a, const fe::Step&) {
            out.curve.push_back(point(a));
            return out.curve.back().plasticStrain < settings.strainLimit;
        },
        progress);
    out.message = run.message;
    if (out.curve.size() < 2)
        return tl::unexpected(Diagnostics{
            {Severity::Error, joint.mark, "The plate analysis of joint " + joint.mark + " did not start: " + run.message}});
    out.isComplete = run.reason == fe::StopReason::Stopped || run.isComplete() || run.reason == fe::StopReason::LimitLoad;
    out.S_j_ini = out.curve[1].M / out.curve[1].phi;
    const StrainPeak peak = strainPeak(*analysis);
    out.limitPart = m.model.parts[peak.part].id;
    if (run.reason == fe::StopReason::Stopped) {
        out.limit = PlateLimit::PlasticStrain;
        out.message.clear();
        // Where the limit lies between the last two points.
        const PlateCurvePoint &a = out.curve[out.curve.size() - 2], &b = out.curve.back();
        const double part = (settings.strainLimit - a.plasticStrain) / (b.plasticStrain - a.plasticStrain);
        out.M_j_Rd = a.M + part * (b.M - a.M);
    } else {
        out.limit = run.isComplete() ? PlateLimit::Rotation : PlateLimit::NoEquilibrium;
        for (const PlateCurvePoint& p : out.curve) out.M_j_Rd = std::max(out.M_j_Rd, p.M);
    }
    double bolts = 0;
    for (const JointModel::Bolt& b : m.bolts) {
        if (b.row.side != side) continue;
        const double force = analysis->springForce(b.link)[0];
        bolts += force;
        if (out.rows.empty() || out.rows.back().row != b.row) out.rows.push_back({b.row, 0});
        out.rows.back().tension += force;
    }
    for (const JointModel::Contact& c : m.contacts)
        for (int i = 0; i < c.linkCount && c.side == side; ++i) out.contact -= analysis->springForce(c.firstLink + i)[0];
    if (settings.atEnd) settings.atEnd(*analysis);
    out.axialImbalance = bolts > 0 ? (bolts - out.contact) / bolts : 0;
    out.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
    return out;
}

} // namespace zg
