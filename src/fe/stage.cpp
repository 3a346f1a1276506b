#include "fe/stage_run.h"
#include <algorithm>
#include <cmath>
#include <numeric>
#include <optional>
#include <sstream>

// Stages of loading: steps grow and shrink, springs tighten and break, and every end has its reason in words.
namespace zg::fe {

namespace {

std::string listed(const std::vector<std::string>& ids) {
    std::string out;
    for (const std::string& id : ids) out += (out.empty() ? "" : ", ") + id;
    return out;
}

std::string percent(double part) {
    std::ostringstream s;
    s.precision(3);
    s << 100 * part << " %";
    return s.str();
}

bool isNothing(const std::vector<double>& v) {
    return std::all_of(v.begin(), v.end(), [](double x) { return x == 0; });
}

} // namespace

double inner(const std::vector<double>& a, const std::vector<double>& b) {
    return std::inner_product(a.begin(), a.end(), b.begin(), 0.0);
}

double watchedValue(const Terms& terms, const std::vector<double>& freedoms) {
    double sum = 0;
    for (const Term& t : terms) sum += t.factor * freedoms[freedomIndex(t)];
    return sum;
}

const double* fractureOf(const SpringLaw& law) {
    if (const auto* y = std::get_if<YieldingLaw>(&law)) return &y->fracture;
    if (const auto* c = std::get_if<CoupledLaw>(&law)) return &c->fracture;
    return nullptr;
}

std::vector<double> Analysis::StageRun::factorsAt(double at) const {
    std::vector<double> f = base;
    for (std::size_t i = 0; i < f.size(); ++i) f[i] += at * direction[i];
    return f;
}

bool Analysis::StageRun::changesForces() const { return hasGiven || !isNothing(loadDirection); }

RunResult Analysis::mechanismResult(const Mechanism& m) const {
    RunResult r;
    r.reason = StopReason::Mechanism;
    r.ids = m.parts;
    r.shape = m.shape;
    const std::string names = m.parts.empty() ? "A point" : listed(m.parts);
    r.message = names + (m.isRotationOnly ? " can turn freely" : " can move freely") +
                ": what holds it leaves this movement open. Add a support, a weld or a bolt that resists it.";
    return r;
}

// Sets up the line of loading and the watched movement; gives why the stage cannot be run, empty when it can.
std::string Analysis::prepareStage(StageRun& run) const {
    const Stage& stage = run.stage;
    if (stage.factors.size() != model().cases.size())
        return "it names " + std::to_string(stage.factors.size()) + " load factors for " + std::to_string(model().cases.size()) +
               " load cases";
    if (!std::all_of(stage.factors.begin(), stage.factors.end(), [](double f) { return std::isfinite(f); }))
        return "a load factor is not a number";
    if (!(stage.firstStep > 0 && stage.smallestStep > 0)) return "its steps must be above 0";
    run.base = now_.factors;
    run.direction = stage.factors;
    for (std::size_t i = 0; i < run.base.size(); ++i) run.direction[i] -= run.base[i];
    const FreedomMap& map = system_->map();
    system_->external(run.direction, now_, run.loadDirection);
    map.expand(std::vector<double>(map.equationCount(), 0), run.direction, run.givenDirection);
    run.hasGiven = !isNothing(run.givenDirection);
    std::vector<double> row(map.freedomCount(), 0);
    for (const Term& t : stage.watched) {
        if (t.node < 0 || t.node >= static_cast<int>(model().nodes.size()))
            return "the watched movement names a node that does not exist";
        row[freedomIndex(t)] += t.factor;
    }
    map.reduce(row, run.watchedRow);
    run.watchedGiven = watchedValue(stage.watched, run.givenDirection);
    run.watchedStart = watchedValue(stage.watched, now_.freedoms);
    if (run.isWatched()) {
        if (stage.watched.empty() || stage.target == 0 || !std::isfinite(stage.target))
            return "displacement control needs a watched movement and a target other than 0";
        if (run.watchedGiven == 0 && isNothing(run.watchedRow)) return "the watched movement is held by a support";
    }
    if (!run.isLoad() && !run.changesForces()) return "no load changes in it";
    return "";
}

RunResult Analysis::startStage(StageRun& run) {
    RunResult result;
    const std::string why = prepareStage(run);
    if (!why.empty()) {
        result.reason = StopReason::Invalid;
        result.message = "The stage " + run.stage.id + " cannot be run: " + why + ".";
        return result;
    }
    if (run.stage.goesOn && hasPrevious_) { // what could move freely has been looked for
        const double size = inner(run.loadDirection, run.loadDirection);
        if (elasticLoad_ > 0) run.firstCompliance = elasticCompliance_ * size / elasticLoad_;
        return result;
    }
    // From the present state every point answers elastically first; a stage may well unload.
    next_ = now_;
    hasPrevious_ = false;
    evaluate(now_, next_, true);
    const FactorState state = factorise();
    if (state != FactorState::PositiveDefinite || factor_.smallestPivot() < 1e-11) {
        if (const std::optional<Mechanism> m = findMechanism(*system_, system_->pattern())) return mechanismResult(*m);
        if (state == FactorState::Singular) return mechanismResult(softestMovement(*system_, system_->pattern()));
    }
    return result;
}

// Part of the step by which the worst spring went beyond its fracture; 0: none did.
double Analysis::overshoot() const {
    double share = 0;
    for (std::size_t i = 0; i < next_.springs.size(); ++i) {
        const SpringState &after = next_.springs[i], &before = now_.springs[i];
        const double* fracture = fractureOf(model().links[i].law);
        if (fracture && !after.isBroken && after.kappa > *fracture)
            share = std::max(share, (after.kappa - *fracture) / (after.kappa - before.kappa));
    }
    return share;
}

// Springs that have come to their fracture break at the end of the step that brought them there.
std::vector<std::string> Analysis::breakSprings() {
    std::vector<std::string> ids;
    for (std::size_t i = 0; i < now_.springs.size(); ++i) {
        const double* fracture = fractureOf(model().links[i].law);
        if (!fracture || now_.springs[i].isBroken || now_.springs[i].kappa < *fracture * (1 - 1e-9)) continue;
        now_.springs[i].isBroken = true;
        ids.push_back(model().links[i].id);
    }
    return ids;
}

void Analysis::lockPreloads() {
    for (std::size_t i = 0; i < now_.springs.size(); ++i) {
        SpringState& s = now_.springs[i];
        if (!s.isTightening) continue;
        s.isTightening = false;
        s.lockedAt = system_->deflection(static_cast<int>(i), now_)[0] - s.plastic[0];
    }
}

// No step, however small, was solved: a mechanism, a limit load, or nobody knows.
RunResult Analysis::giveUp(const StageRun& run) {
    State here = now_;
    evaluate(now_, here, true);
    const SparseSymmetric& k = system_->assemble();
    if (const std::optional<Mechanism> m = findMechanism(*system_, k)) return mechanismResult(*m);
    const Mechanism soft = softestMovement(*system_, k);
    const bool isSoft = run.firstCompliance > 0 && (run.compliance > 20 * run.firstCompliance || run.compliance < 0);
    RunResult r;
    r.reason = isSoft ? StopReason::LimitLoad : StopReason::NotConverged;
    r.ids = soft.parts;
    r.shape = soft.shape;
    std::ostringstream residual;
    residual.precision(3);
    residual << residual_;
    r.message = (isSoft ? "No equilibrium beyond " : "No equilibrium found beyond ") + percent(run.tau) + " of " + run.stage.id +
                " (residual " + residual.str() + " of the load)." +
                (soft.parts.empty() ? "" : " What moves most: " + listed(soft.parts) + ".");
    return r;
}

// Whether the stage is over after a converged step; nothing: it goes on.
std::optional<StopReason> Analysis::endOf(StageRun& run) const {
    const Stage& stage = run.stage;
    const double watched = steps_.back().watched;
    if (run.isLoad() && run.tau >= 1 - 1e-12) return StopReason::Reached;
    if (run.isWatched() && std::abs(watched - stage.target) <= 1e-9 * std::abs(stage.target)) return StopReason::Reached;
    if (!run.isLoad() && run.tau >= stage.mostTau) return StopReason::Reached;
    if (stage.flatMovement > 0 && std::abs(watched - run.lastWatched) >= stage.flatMovement) {
        if (run.tau - run.lastTau < stage.flatness * std::abs(run.tau)) return StopReason::Flat;
        run.lastTau = run.tau;
        run.lastWatched = watched;
    }
    return std::nullopt;
}

RunResult Analysis::run(const Stage& stage, const OnStep& onStep, Progress* progress) {
    const Stopwatch watch(times_.total);
    StageRun run(stage, progress);
    ++stageCount_;
    RunResult result = startStage(run);
    if (result.reason == StopReason::Reached) result = runSteps(run, onStep);
    result.residual = residual_;
    if (stage.tightens) lockPreloads();
    isTangentCurrent_ = isFactored_ = false;
    return result;
}

RunResult Analysis::runSteps(StageRun& run, const OnStep& onStep) {
    const Stage& stage = run.stage;
    double step = run.isLoad() ? std::min(stage.firstStep, stage.largestStep) : stage.firstStep;
    const double smallest = stage.smallestStep * (run.isLoad() ? 1 : stage.firstStep);
    const double largest = run.isLoad() ? stage.largestStep : std::max(stage.largestStep, 1e-300) * stage.firstStep;
    int steps = 0;
    double failedAt = unlimited, found = unlimited; // tau of a load that was not found, and the last step that was
    std::vector<std::string> broken;
    const auto ended = [&](StopReason reason, const std::string& message) {
        RunResult r;
        r.reason = reason;
        r.message = message;
        r.ids = broken;
        r.steps = steps;
        return r;
    };
    while (steps < stage.mostSteps) {
        const double watchedPart =
            run.isWatched() ? (watchedValue(stage.watched, now_.freedoms) - run.watchedStart) / stage.target : 0;
        const double done = run.isLoad() ? run.tau : run.isWatched() ? watchedPart : run.tau / stage.mostTau;
        if (run.progress) run.progress->report(std::min(1.0, std::max(0.0, done)), stage.id);
        double size = step;
        if (run.isLoad()) {
            // Steps do not grow towards a load that was not found.
            if (run.tau < failedAt) size = std::min(step, std::max(found, 0.6 * (failedAt - run.tau)));
            size = run.tau + size > 1 - 1e-9 ? 1 - run.tau : size;
        }
        if (run.isWatched()) {
            size = std::min(step, std::abs(stage.target) * (1 - done));
            run.watchedGoal = run.watchedStart + stage.target * done + (stage.target < 0 ? -size : size);
        }
        const std::vector<SpringState> springsBefore = stage.tightens ? now_.springs : std::vector<SpringState>{};
        const StepOutcome outcome = solveStep(run, size);
        const double beyond = outcome == StepOutcome::Converged && stage.cutsAtFracture ? overshoot() : 0;
        const bool isTooFar = beyond > 1e-3 && size > smallest;
        if (outcome != StepOutcome::Converged || isTooFar) {
            if (stage.tightens) now_.springs = springsBefore;
            isTangentCurrent_ = isFactored_ = run.keepsFactor = false;
            if (outcome == StepOutcome::Cancelled)
                return ended(StopReason::Cancelled, "Cancelled during " + stage.id + "; what had been reached is kept.");
            if (!isTooFar && size <= smallest * (1 + 1e-7)) {
                RunResult r = giveUp(run);
                r.steps = steps;
                return r;
            }
            if (outcome != StepOutcome::Converged) failedAt = run.tau + size;
            step = std::max(smallest, isTooFar ? size * std::max(1 - beyond, 0.05) * (1 + 5e-4) : 0.35 * size);
            continue;
        }
        const int iterations = run.tangents;
        std::optional<Before> before;
        if (stage.goesTooFar) before = remember(run);
        accept(run);
        if (before && stage.goesTooFar(*this)) {
            takeBack(run, std::move(*before));
            const double wanted = stage.nextStep ? stage.nextStep(*this) : 0;
            step = wanted > 0 ? std::clamp(wanted, 0.25 * size, 0.9 * size) : 0.5 * size;
            continue;
        }
        ++steps;
        found = size;
        if (onStep && !onStep(*this, steps_.back()))
            return ended(StopReason::Stopped, "Stopped by the caller's condition during " + stage.id + ".");
        // The caller has seen the springs as they were when they came to their fracture.
        const std::vector<std::string> now = breakSprings();
        broken.insert(broken.end(), now.begin(), now.end());
        if (!now.empty()) {
            if (stage.stopsAtFracture)
                return ended(StopReason::Fracture, listed(now) + " broke at " + percent(run.tau) + " of " + stage.id + ".");
            next_ = now_;
            hasPrevious_ = false;
            evaluate(now_, next_, true);
            internal_ = internalNext_;
            isTangentCurrent_ = true;
            run.keepsFactor = false;
            step = std::max(smallest, std::min(step, run.isLoad() ? 0.02 : 0.2 * stage.firstStep));
        }
        if (const std::optional<StopReason> reason = endOf(run))
            return ended(*reason, *reason == StopReason::Flat
                                      ? "The load no longer rises: limit reached at " + percent(run.tau) + " of " + stage.id + "."
                                      : "");
        // In moved geometry the first corrections straighten what a turn has stretched, whatever the step; forces that turn are
        // followed by half of their stiffness only, the symmetric one.
        const int few = system_->hasTurningForces() ? 40 : system_->isMoved() ? 8 : 5;
        if (iterations <= few)
            step = std::min(std::max(step, size) * 1.6, largest);
        else if (iterations > 2 * few)
            step = std::max(smallest, 0.6 * step);
        if (const double wanted = stage.nextStep ? stage.nextStep(*this) : 0; wanted > 0) {
            const bool mayGrow = !system_->isMoved() && iterations <= 2 * few; // there a step that is too long creeps
            step = std::min(std::clamp(wanted, smallest, largest), mayGrow ? (iterations > few ? 1.2 : 2) * size : step);
        }
    }
    return ended(StopReason::StepCount,
                 "Ended after " + std::to_string(steps) + " steps at " + percent(run.tau) + " of " + stage.id + ".");
}

} // namespace zg::fe
