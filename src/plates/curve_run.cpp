#include "plates/curve_run.h"
#include "plates/moment_rotation.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

double largestStrain(const Uses& uses) {
    double strain = 0;
    for (const PartUse& u : uses.parts) strain = std::max(strain, u.strain);
    return strain;
}

double largestStress(const Uses& uses) {
    double ratio = 0;
    for (const PartUse& u : uses.parts) ratio = std::max(ratio, u.f_y > 0 ? u.stress / u.f_y : 0);
    return ratio;
}

} // namespace

CurveRun::CurveRun(const JointModel& model, const LimitRules& rules, int load, double sign, fe::Stage& stage,
                   PlateMomentRotation& out)
    : model_(model), rules_(rules), load_(load), sign_(sign), out_(out), marks_(rules) {
    out_.curve.push_back({});
    // A step that comes to a limit from afar would place it by guessing.
    stage.goesTooFar = [this](const fe::Analysis& a) {
        const double M = momentOf(a);
        seen_.reset();
        if (!(std::abs(M - out_.curve.back().M) > 0.02 * std::abs(M))) return false;
        seen_ = usesOf(a, model_, rules_);
        return seen_->limit.use >= 1;
    };
    stage.nextStep = [this, longest = stage.firstStep * stage.largestStep](const fe::Analysis& a) { return next(a, longest); };
}

// First yield is read between two points: one comes to where the stresses say it begins, and from there on by small steps.
double CurveRun::next(const fe::Analysis& a, double longest) {
    if (out_.curve.size() == points_) return 0; // the step was taken back
    points_ = out_.curve.size();
    const double M = momentOf(a), turn = a.steps().back().watched, ratio = largestStress(uses_);
    const double perMoment = (turn - turn_) / (M - moment_), growth = (ratio - ratio_) / (M - moment_);
    turn_ = turn, moment_ = M, ratio_ = ratio;
    if (out_.curve.back().plasticStrain >= firstYieldStrain) return longest;
    if (points_ <= 2 || !(perMoment > 0 && growth > 0)) return 0;
    const double toYield = (1 - ratio) / growth, small = 0.08 * std::abs(M);
    return perMoment * std::max(toYield, small);
}

double CurveRun::momentOf(const fe::Analysis& a) const { return sign_ * a.state().factors[load_]; }

bool CurveRun::look(const fe::Analysis& a, PlateCurvePoint p) {
    lastUse_ = uses_.limit.use;
    uses_ = seen_ ? std::move(*seen_) : usesOf(a, model_, rules_);
    seen_.reset();
    p.residual = a.steps().back().residual;
    p.plasticStrain = largestStrain(uses_);
    marks_.look(uses_, p.M, p.phi);
    out_.curve.push_back(p);
    return uses_.limit.use < 1;
}

tl::expected<void, Diagnostics> CurveRun::end(const fe::RunResult& run, const ResolvedJoint& joint, double M_pl) {
    if (out_.curve.size() < 2)
        return tl::unexpected(
            Diagnostics{{Severity::Error, joint.mark,
                         "The plate analysis of joint " + joint.mark + " did not start: " + withPartNames(run.message)}});
    out_.message = withPartNames(run.message);
    out_.isComplete = run.reason == fe::StopReason::Stopped || run.isComplete() || run.reason == fe::StopReason::LimitLoad ||
                      run.reason == fe::StopReason::Fracture;
    out_.S_j_ini = out_.curve[1].M / out_.curve[1].phi;
    const LimitReached& limit = uses_.limit;
    out_.limitPart = limit.part;
    out_.phi_Cd = out_.curve.back().phi;
    double atEnd = out_.curve.back().M;
    if (run.reason == fe::StopReason::Stopped) {
        out_.limit = limit.limit;
        out_.message.clear();
        // Where the limit lies between the last two points, unless the moment has been higher before.
        const PlateCurvePoint &a = out_.curve[out_.curve.size() - 2], &b = out_.curve.back();
        const double part = (1 - lastUse_) / (limit.use - lastUse_);
        out_.M_limit = atEnd = a.M + part * (b.M - a.M);
        for (std::size_t i = 0; i + 1 < out_.curve.size(); ++i) out_.M_limit = std::max(out_.M_limit, out_.curve[i].M);
        out_.phi_Cd = a.phi + part * (b.phi - a.phi);
    } else {
        for (const PlateCurvePoint& p : out_.curve) out_.M_limit = std::max(out_.M_limit, p.M);
        out_.limit = run.isComplete()                         ? PlateLimit::Rotation
                     : run.reason == fe::StopReason::Fracture ? PlateLimit::BoltFracture
                                                              : PlateLimit::NoEquilibrium;
    }
    const std::optional<PartRef> where = partOfId(limit.part);
    const bool canBeHinge =
        out_.limit == PlateLimit::PlasticStrain || out_.limit == PlateLimit::Rotation || out_.limit == PlateLimit::NoEquilibrium;
    const double M = run.reason == fe::StopReason::Stopped ? out_.curve.back().M : out_.M_limit;
    if (canBeHinge && M_pl > 0 && where && isOfBeam(*where) && M >= M_pl) out_.limit = PlateLimit::BeamHinge;
    out_.parts = marks_.inOrder(out_.phi_Cd);
    // What ends the curve comes where it ends.
    const std::optional<PartEvent> last = limit.limit == PlateLimit::PlasticStrain    ? std::optional(PartEvent::StrainLimit)
                                          : limit.limit == PlateLimit::BoltFracture   ? std::optional(PartEvent::BoltFracture)
                                          : limit.limit == PlateLimit::BoltResistance ? std::optional(PartEvent::BoltResistance)
                                          : limit.limit == PlateLimit::WeldFracture   ? std::optional(PartEvent::WeldFracture)
                                                                                      : std::nullopt;
    if (run.reason == fe::StopReason::Stopped && where && last) {
        const auto isIt = [&](const PartMark& m) { return m.part == *where && m.what == *last; };
        out_.parts.erase(std::remove_if(out_.parts.begin(), out_.parts.end(), isIt), out_.parts.end());
        out_.parts.push_back({*where, *last, atEnd, out_.phi_Cd});
    }
    readOff(out_, joint.plates.momentRule);
    return {};
}

} // namespace zg
