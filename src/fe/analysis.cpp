#include "fe/analysis.h"
#include <algorithm>
#include <chrono>
#include <cmath>
#include <numeric>
#include <sstream>

namespace zg::fe {

namespace {

using Clock = std::chrono::steady_clock;

// Adds the wall time of a scope to a sum.
class Stopwatch {
public:
    explicit Stopwatch(double& sum) : sum_(&sum), start_(Clock::now()) {}
    ~Stopwatch() { *sum_ += std::chrono::duration<double>(Clock::now() - start_).count(); }
    Stopwatch(const Stopwatch&) = delete;
    Stopwatch& operator=(const Stopwatch&) = delete;

private:
    double* sum_;
    Clock::time_point start_;
};

double inner(const std::vector<double>& a, const std::vector<double>& b) {
    return std::inner_product(a.begin(), a.end(), b.begin(), 0.0);
}

double watchedValue(const Terms& terms, const std::vector<double>& freedoms) {
    double sum = 0;
    for (const Term& t : terms) sum += t.factor * freedoms[freedomIndex(t)];
    return sum;
}

std::string listed(const std::vector<std::string>& ids) {
    std::string out;
    for (const std::string& id : ids) out += (out.empty() ? "" : ", ") + id;
    return out;
}

std::string number(double v) {
    std::ostringstream s;
    s.precision(3);
    s << v;
    return s.str();
}

const double* fractureOf(const SpringLaw& law) {
    if (const auto* y = std::get_if<YieldingLaw>(&law)) return &y->fracture;
    if (const auto* c = std::get_if<CoupledLaw>(&law)) return &c->fracture;
    return nullptr;
}

} // namespace

// What a stage carries along while it runs.
struct Analysis::StageRun {
    const Stage& stage;
    Progress* progress = nullptr;
    std::vector<double> base, direction; // factors = base + tau direction
    std::vector<double> loadDirection;   // forces of `direction` on freedoms
    std::vector<double> givenDirection;  // movements of `direction` on freedoms
    bool hasGiven = false;
    double tau = 0, watchedStart = 0, watchedGoal = 0;
    std::vector<double> unknowns;      // of the trial
    std::vector<double> lastIncrement; // of the last converged step, on equations
    std::vector<double> watchedRow;    // the watched movement on equations
    double watchedGiven = 0;           // its change per tau by given movements
    double arcLength = 0;
    double firstCompliance = 0, compliance = 0; // movement of the load per load: of the first step, and the largest since the last converged one
    double trialTau = 0;
    int iterations = 0;
    FactorState factorState = FactorState::PositiveDefinite;

    [[nodiscard]] std::vector<double> factorsAt(double at) const {
        std::vector<double> f = base;
        for (std::size_t i = 0; i < f.size(); ++i) f[i] += at * direction[i];
        return f;
    }
};

std::unique_ptr<Analysis> Analysis::create(const Model& model, Diagnostics& found, const SolverSettings& settings) {
    std::unique_ptr<Analysis> a(new Analysis);
    a->system_ = System::create(model, found, settings.threads);
    if (!a->system_) return nullptr;
    a->settings_ = settings;
    a->now_ = a->system_->initialState();
    a->next_ = a->now_;
    a->internal_.assign(a->now_.freedoms.size(), 0);
    Vec3 low = model.nodes[0], high = low;
    const auto include = [&](Vec3 x) {
        for (int k = 0; k < 3; ++k) low[k] = std::min(low[k], x[k]), high[k] = std::max(high[k], x[k]);
    };
    for (const Vec3& x : model.nodes) include(x);
    for (const Link& link : model.links) include(link.a.position); // springs may reach beyond the nodes
    const double size = norm(high - low) > 0 ? norm(high - low) : 1;
    a->lengthScale_.resize(6);
    for (int k = 0; k < 6; ++k) a->lengthScale_[k] = k < 3 ? 1 : 1 / size;
    return a;
}

void Analysis::evaluate(State& next, bool withTangent) {
    const Stopwatch watch(times_.elements);
    system_->evaluate(now_, next, internalNext_, withTangent);
    isTangentCurrent_ = isFactored_ = false;
}

FactorState Analysis::factorise() {
    if (isFactored_) return factorState_;
    const SparseSymmetric* k = nullptr;
    {
        const Stopwatch watch(times_.assembly);
        k = &system_->assemble();
    }
    if (!isAnalysed_) factor_.analyse(*k);
    isAnalysed_ = true;
    isTangentCurrent_ = true;
    isFactored_ = true;
    // While nothing yields and no contact changes the tangent is the same to the last bit, and so is its factor.
    if (factorState_ == FactorState::Singular || k->value != factoredValues_) {
        factorState_ = factor_.factorise(*k);
        factoredValues_ = k->value;
    }
    return factorState_;
}

void Analysis::unbalanced(const State& next, std::vector<double>& onFreedoms) const {
    system_->external(next.factors, onFreedoms);
    for (std::size_t d = 0; d < onFreedoms.size(); ++d) onFreedoms[d] -= internalNext_[d];
}

// Largest unbalanced force on an equation, moments divided by the size of the model, over the largest load or reaction so far.
double Analysis::residualOf(const std::vector<double>& onFreedoms, const State& next) const {
    std::vector<double> r, external;
    system_->map().reduce(onFreedoms, r);
    system_->external(next.factors, external);
    double largest = 0, acting = system_->largestSpringForce();
    for (int d = 0; d < static_cast<int>(external.size()); ++d) {
        const double scale = lengthScale_[d % 6];
        acting = std::max({acting, scale * std::abs(external[d]), scale * std::abs(internalNext_[d])});
        const int eq = system_->map().equation(d);
        if (eq >= 0) largest = std::max(largest, scale * std::abs(r[eq]));
    }
    const double reference = std::max(acting, peakForce_);
    return reference > 0 ? largest / reference : 0;
}

Analysis::StepOutcome Analysis::solveStep(StageRun& run, double step) {
    const Stage& stage = run.stage;
    const FreedomMap& map = system_->map();
    const bool isLoad = stage.control == Control::Load;
    next_ = now_;
    run.trialTau = isLoad ? run.tau + step : run.tau;
    if (stage.tightens) {
        for (std::size_t i = 0; i < now_.springs.size(); ++i) {
            const double preload = model().links[i].preload;
            if (preload <= 0) continue;
            now_.springs[i].isTightening = true;
            now_.springs[i].preload = run.trialTau * preload;
        }
        evaluate(next_, true);
    } else if (internalNext_.empty() || !isTangentCurrent_) {
        evaluate(next_, true);
    }
    // Unknowns of the last converged state.
    run.unknowns.assign(map.equationCount(), 0);
    for (int d = 0; d < map.freedomCount(); ++d)
        if (map.equation(d) >= 0) run.unknowns[map.equation(d)] = now_.freedoms[d];
    const std::vector<double> start = run.unknowns;

    std::vector<double> onFreedoms, r, correction(map.equationCount()), tangential(map.equationCount()), loadEq;
    next_.factors = run.factorsAt(run.trialTau);
    unbalanced(next_, onFreedoms);
    if (isLoad && run.hasGiven) {
        std::vector<double> jump = run.givenDirection;
        for (double& v : jump) v *= step;
        const std::vector<double> pulled = system_->stiffnessTimesGiven(jump);
        for (std::size_t d = 0; d < pulled.size(); ++d) onFreedoms[d] -= pulled[d];
    }
    double best = unlimited;
    int stalled = 0;
    std::size_t lastContacts = 0;
    for (run.iterations = 1; run.iterations <= settings_.mostIterations; ++run.iterations) {
        if (run.progress && run.progress->isCancelled()) return StepOutcome::Cancelled;
        run.factorState = factorise();
        if (run.factorState == FactorState::Singular) return StepOutcome::Singular;
        map.reduce(onFreedoms, r);
        factor_.solve(r.data(), correction.data());
        double tauChange = 0;
        const bool isFirst = run.iterations == 1;
        if (isLoad && isFirst) run.compliance = std::max(run.compliance, inner(correction, r) / (step * step));
        if (!isLoad) {
            std::vector<double> direction = run.loadDirection;
            if (run.hasGiven) {
                const std::vector<double> pulled = system_->stiffnessTimesGiven(run.givenDirection);
                for (std::size_t d = 0; d < pulled.size(); ++d) direction[d] -= pulled[d];
            }
            map.reduce(direction, loadEq);
            factor_.solve(loadEq.data(), tangential.data());
            if (isFirst) run.compliance = inner(tangential, loadEq);
            if (stage.control == Control::Displacement) {
                const double left =
                    run.watchedGoal - watchedValue(stage.watched, next_.freedoms) - inner(run.watchedRow, correction);
                const double slope = inner(run.watchedRow, tangential) + run.watchedGiven;
                tauChange = left / slope;
            } else if (isFirst) {
                const double length = std::sqrt(inner(tangential, tangential));
                if (run.arcLength == 0) run.arcLength = stage.firstStep * length;
                const double sign = !run.lastIncrement.empty() && inner(tangential, run.lastIncrement) < 0 ? -1 : 1;
                tauChange = sign * step / stage.firstStep * run.arcLength / length;
            } else {
                std::vector<double> so(run.unknowns);
                for (std::size_t i = 0; i < so.size(); ++i) so[i] -= start[i];
                tauChange = -inner(so, correction) / inner(so, tangential);
            }
            if (!std::isfinite(tauChange)) return StepOutcome::Failed;
            for (std::size_t i = 0; i < correction.size(); ++i) correction[i] += tauChange * tangential[i];
        }
        const double slopeBefore = inner(correction, r);
        const std::vector<double> from = run.unknowns;
        const double tauFrom = run.trialTau;
        const auto goTo = [&](double s) {
            for (std::size_t i = 0; i < from.size(); ++i) run.unknowns[i] = from[i] + s * correction[i];
            run.trialTau = tauFrom + s * tauChange;
            next_.factors = run.factorsAt(run.trialTau);
            map.expand(run.unknowns, next_.factors, next_.freedoms);
            evaluate(next_, true);
            unbalanced(next_, onFreedoms);
            residual_ = residualOf(onFreedoms, next_);
            map.reduce(onFreedoms, r);
            return inner(correction, r);
        };
        double slope = goTo(1);
        if (!std::isfinite(residual_) || !std::isfinite(slope)) return StepOutcome::Failed;
        // Line search on the energy slope; the first iteration of a controlled step has to reach its goal first.
        if (residual_ > settings_.tolerance && !(isFirst && !isLoad)) {
            double low = 0, lowSlope = slopeBefore, high = 1, highSlope = slope;
            for (int search = 0; search < 5 && lowSlope * highSlope < 0 && std::abs(slope) > 0.6 * std::abs(slopeBefore);
                 ++search) {
                const double s =
                    std::min(std::max(low - lowSlope * (high - low) / (highSlope - lowSlope), low + 0.05 * (high - low)),
                             high - 0.05 * (high - low));
                slope = goTo(s);
                (slope * lowSlope > 0 ? low : high) = s;
                (slope * lowSlope > 0 ? lowSlope : highSlope) = slope;
            }
        }
        double rounding = 0; // the least that cancellation in the element forces leaves
        for (int j = 0; j < map.equationCount(); ++j)
            rounding =
                std::max(rounding, system_->pattern().value[system_->pattern().columnStart[j]] * std::abs(run.unknowns[j]));
        double acting = peakForce_;
        for (std::size_t d = 0; d < internalNext_.size(); ++d)
            acting = std::max(acting, lengthScale_[d % 6] * std::abs(internalNext_[d]));
        const bool isDone = residual_ <= settings_.tolerance || (residual_ <= 1e-6 && residual_ * acting <= 1e-13 * rounding);
        if (isDone) {
            run.lastIncrement.resize(start.size());
            for (std::size_t i = 0; i < start.size(); ++i) run.lastIncrement[i] = run.unknowns[i] - start[i];
            return StepOutcome::Converged;
        }
        // A change of contacts is progress too, even when the imbalance does not show it yet.
        std::size_t contacts = 0;
        for (const SpringState& spring : next_.springs) contacts = 31 * contacts + (spring.isActive ? 1 : 2);
        stalled = residual_ < 0.9 * best || contacts != lastContacts ? 0 : stalled + 1;
        lastContacts = contacts;
        best = std::min(best, residual_);
        if (stalled > 7 || residual_ > 1e6) return StepOutcome::Failed;
    }
    return StepOutcome::Failed;
}

double Analysis::brokenShare(const State& next) const {
    double share = 0;
    for (std::size_t i = 0; i < next.springs.size(); ++i) {
        const double* fracture = fractureOf(model().links[i].law);
        if (fracture && !next.springs[i].isBroken && next.springs[i].kappa > *fracture)
            share = std::max(share, (next.springs[i].kappa - *fracture) / (next.springs[i].kappa - now_.springs[i].kappa));
    }
    return share;
}

void Analysis::accept(StageRun& run, int iterations) {
    for (std::size_t d = 0; d < internal_.size(); ++d)
        work_ += 0.5 * (internal_[d] + internalNext_[d]) * (next_.freedoms[d] - now_.freedoms[d]);
    std::swap(now_, next_);
    internal_ = internalNext_;
    peakForce_ = std::max(peakForce_, system_->largestSpringForce());
    for (std::size_t d = 0; d < internal_.size(); ++d)
        peakForce_ = std::max(peakForce_, lengthScale_[d % 6] * std::abs(internal_[d]));
    run.tau = run.trialTau;
    Step s;
    s.stage = stageCount_ - 1;
    s.tau = run.tau;
    s.factors = now_.factors;
    s.watched = watchedValue(run.stage.watched, now_.freedoms) - run.watchedStart;
    s.iterations = iterations;
    s.residual = residual_;
    s.externalWork = work_;
    const System::Energy e = system_->energy(now_);
    s.storedEnergy = e.stored;
    s.plasticWork = e.plastic;
    steps_.push_back(s);
    // The tangent of the converged state serves as the next predictor.
    isTangentCurrent_ = true;
}

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

RunResult Analysis::startStage(StageRun& run) {
    const Stage& stage = run.stage;
    RunResult result;
    const auto invalid = [&](const std::string& why) {
        result.reason = StopReason::Invalid;
        result.message = "The stage " + stage.id + " cannot be run: " + why;
        return result;
    };
    if (stage.factors.size() != model().cases.size())
        return invalid("it names " + std::to_string(stage.factors.size()) + " load factors for " +
                       std::to_string(model().cases.size()) + " load cases.");
    for (double f : stage.factors)
        if (!std::isfinite(f)) return invalid("a load factor is not a number.");
    if (!(stage.firstStep > 0 && stage.smallestStep > 0)) return invalid("its steps must be above 0.");
    run.base = now_.factors;
    run.direction = stage.factors;
    for (std::size_t i = 0; i < run.base.size(); ++i) run.direction[i] -= run.base[i];
    system_->external(run.direction, run.loadDirection);
    system_->map().expand(std::vector<double>(system_->map().equationCount(), 0), run.direction, run.givenDirection);
    run.hasGiven = std::any_of(run.givenDirection.begin(), run.givenDirection.end(), [](double v) { return v != 0; });
    run.watchedStart = watchedValue(stage.watched, now_.freedoms);
    std::vector<double> row(system_->map().freedomCount(), 0);
    for (const Term& t : stage.watched) {
        if (t.node < 0 || t.node >= static_cast<int>(model().nodes.size()))
            return invalid("the watched movement names a node that does not exist.");
        row[freedomIndex(t)] += t.factor;
    }
    system_->map().reduce(row, run.watchedRow);
    run.watchedGiven = watchedValue(stage.watched, run.givenDirection);
    if (stage.control == Control::Displacement) {
        if (stage.watched.empty() || stage.target == 0 || !std::isfinite(stage.target))
            return invalid("displacement control needs a watched movement and a target other than 0.");
        if (run.watchedGiven == 0 && std::all_of(run.watchedRow.begin(), run.watchedRow.end(), [](double v) { return v == 0; }))
            return invalid("the watched movement is held by a support.");
    }
    if (stage.control != Control::Load &&
        std::all_of(run.loadDirection.begin(), run.loadDirection.end(), [](double v) { return v == 0; }) && !run.hasGiven)
        return invalid("no load changes in it.");

    // From the present state every point answers elastically first; a stage may well unload.
    next_ = now_;
    evaluate(next_, true);
    run.factorState = factorise();
    if (run.factorState != FactorState::PositiveDefinite || factor_.smallestPivot() < 1e-11) {
        if (const std::optional<Mechanism> m = findMechanism(*system_, system_->pattern())) return mechanismResult(*m);
        if (run.factorState == FactorState::Singular) return mechanismResult(softestMovement(*system_, system_->pattern()));
    }
    return result;
}

RunResult Analysis::run(const Stage& stage, const OnStep& onStep, Progress* progress) {
    const Stopwatch watch(times_.total);
    StageRun run{stage, progress, {}, {}, {}, {}, false, 0, 0, 0, {}, {}, {}, 0, 0, 0, 0, 0, 0, FactorState::PositiveDefinite};
    ++stageCount_;
    RunResult result = startStage(run);
    if (result.reason != StopReason::Reached) return result;
    const bool isLoad = stage.control == Control::Load, isWatched = stage.control == Control::Displacement;
    const double direction = stage.target < 0 ? -1 : 1;
    double step = isLoad ? std::min(stage.firstStep, stage.largestStep) : stage.firstStep;
    const double smallest = stage.smallestStep * (isLoad ? 1 : stage.firstStep);
    const double largest = isLoad ? stage.largestStep : std::max(stage.largestStep, 1e-300) * stage.firstStep;
    const auto finish = [&](StopReason reason, const std::string& message) {
        result.reason = reason;
        result.message = message;
        result.residual = residual_;
        if (stage.tightens) {
            for (std::size_t i = 0; i < now_.springs.size(); ++i) {
                SpringState& s = now_.springs[i];
                if (!s.isTightening) continue;
                s.isTightening = false;
                s.lockedAt = system_->deflection(static_cast<int>(i), now_.freedoms)[0] - s.plastic[0];
            }
        }
        isTangentCurrent_ = isFactored_ = false;
        return result;
    };
    double lastTau = 0, lastWatched = 0;
    for (result.steps = 0; result.steps < stage.mostSteps;) {
        const double done = isLoad      ? run.tau
                            : isWatched ? (watchedValue(stage.watched, now_.freedoms) - run.watchedStart) / stage.target
                                        : run.tau / stage.mostTau;
        if (progress) progress->report(std::min(1.0, std::max(0.0, done)), stage.id);
        double size = step;
        if (isLoad) size = run.tau + step > 1 - 1e-9 ? 1 - run.tau : step;
        if (isWatched) {
            const double left = std::abs(stage.target) * (1 - done);
            size = std::min(step, left);
            run.watchedGoal = run.watchedStart + direction * (std::abs(stage.target) * done + size);
        }
        const std::vector<SpringState> springsBefore = stage.tightens ? now_.springs : std::vector<SpringState>{};
        const StepOutcome outcome = solveStep(run, size);
        if (outcome == StepOutcome::Cancelled) {
            if (stage.tightens) now_.springs = springsBefore;
            return finish(StopReason::Cancelled, "Cancelled during " + stage.id + "; what had been reached is kept.");
        }
        const double broken = outcome == StepOutcome::Converged ? brokenShare(next_) : 0;
        if (outcome != StepOutcome::Converged || (broken > 1e-3 && size > smallest)) {
            if (stage.tightens) now_.springs = springsBefore;
            isTangentCurrent_ = isFactored_ = false;
            if (outcome != StepOutcome::Converged && size <= smallest * 1.0000001) {
                State here = now_;
                evaluate(here, true);
                const SparseSymmetric& k = system_->assemble();
                if (const std::optional<Mechanism> m = findMechanism(*system_, k)) {
                    const RunResult r = mechanismResult(*m);
                    result.ids = r.ids;
                    result.shape = r.shape;
                    return finish(StopReason::Mechanism, r.message);
                }
                const Mechanism soft = softestMovement(*system_, k);
                const bool isSoft = run.firstCompliance > 0 && (run.compliance > 20 * run.firstCompliance || run.compliance < 0);
                result.ids = soft.parts;
                result.shape = soft.shape;
                const std::string where = soft.parts.empty() ? "" : " What moves most: " + listed(soft.parts) + ".";
                return finish(isSoft ? StopReason::LimitLoad : StopReason::NotConverged,
                              (isSoft ? "No equilibrium beyond " : "No equilibrium found beyond ") + number(100 * run.tau) +
                                  " % of " + stage.id + " (residual " + number(residual_) + " of the load)." + where);
            }
            step = std::max(smallest,
                            outcome == StepOutcome::Converged ? size * std::max(1 - broken, 0.05) * (1 + 5e-4) : 0.35 * size);
            continue;
        }
        const int iterations = run.iterations;
        accept(run, iterations);
        if (run.firstCompliance == 0) run.firstCompliance = run.compliance;
        run.compliance = 0;
        ++result.steps;
        // Fractures happen at the end of the step that reached them.
        std::vector<std::string> brokenIds;
        for (std::size_t i = 0; i < now_.springs.size(); ++i) {
            const double* fracture = fractureOf(model().links[i].law);
            if (fracture && !now_.springs[i].isBroken && now_.springs[i].kappa >= *fracture * (1 - 1e-9)) {
                now_.springs[i].isBroken = true;
                brokenIds.push_back(model().links[i].id);
            }
        }
        if (onStep && !onStep(*this, steps_.back()))
            return finish(StopReason::Stopped, "Stopped by the caller's condition during " + stage.id + ".");
        if (!brokenIds.empty()) {
            result.ids.insert(result.ids.end(), brokenIds.begin(), brokenIds.end());
            if (stage.stopsAtFracture)
                return finish(StopReason::Fracture,
                              listed(brokenIds) + " broke at " + number(100 * run.tau) + " % of " + stage.id + ".");
            next_ = now_;
            evaluate(next_, true);
            internal_ = internalNext_;
            isTangentCurrent_ = true;
            step = std::max(smallest, std::min(step, isLoad ? 0.02 : 0.2 * stage.firstStep));
        }
        const double watched = steps_.back().watched;
        if (isLoad && run.tau >= 1 - 1e-12) return finish(StopReason::Reached, "");
        if (isWatched && std::abs(watched - stage.target) <= 1e-9 * std::abs(stage.target))
            return finish(StopReason::Reached, "");
        if (!isLoad && run.tau >= stage.mostTau) return finish(StopReason::Reached, "");
        if (stage.flatMovement > 0 && std::abs(watched - lastWatched) >= stage.flatMovement) {
            if (run.tau - lastTau < stage.flatness * std::abs(run.tau))
                return finish(StopReason::Flat,
                              "The load no longer rises: limit reached at " + number(100 * run.tau) + " % of " + stage.id + ".");
            lastTau = run.tau;
            lastWatched = watched;
        }
        if (iterations <= 5)
            step = std::min(std::max(step, size) * 1.6, largest);
        else if (iterations > 10)
            step = std::max(smallest, 0.6 * step);
    }
    return finish(StopReason::StepCount, "Ended after " + std::to_string(stage.mostSteps) + " steps at " + number(100 * run.tau) +
                                             " % of " + stage.id + ".");
}

std::vector<Wrench> Analysis::reactions() const {
    std::vector<double> out;
    system_->external(now_.factors, out);
    for (std::size_t d = 0; d < out.size(); ++d) out[d] = internal_[d] - out[d];
    return system_->map().reactions(model(), out);
}

Wrench Analysis::reaction(const std::string& id) const {
    const std::vector<Wrench> all = reactions();
    Wrench sum;
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (model().constraints[i].id != id) continue;
        sum.force = sum.force + all[i].force;
        sum.moment = sum.moment + all[i].moment;
    }
    return sum;
}

std::array<double, 3> Analysis::springForce(int link) const {
    SpringState ignored;
    return respond(model().links[link].law, system_->deflection(link, now_.freedoms), now_.springs[link], ignored).force;
}

const SparseSymmetric& Analysis::tangent(bool isElastic) {
    State next = now_;
    if (isElastic) {
        State virgin = system_->initialState();
        virgin.springs = now_.springs;
        State there = virgin;
        there.factors = now_.factors;
        // Springs answer at the present deflection, plates at none.
        system_->evaluate(virgin, there, internalNext_, true);
        there.freedoms = now_.freedoms;
        system_->evaluateLinks(virgin, there);
    } else {
        system_->evaluate(now_, next, internalNext_, true);
    }
    isTangentCurrent_ = isFactored_ = false;
    return system_->assemble();
}

void Analysis::takeBack(const Kept& kept) {
    now_ = kept.state;
    internal_ = kept.internal;
    work_ = kept.work;
    isTangentCurrent_ = isFactored_ = false;
}

} // namespace zg::fe
