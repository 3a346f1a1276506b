#include "fe/analysis.h"
#include "fe/stage_run.h"
#include <algorithm>
#include <cmath>

namespace zg::fe {

std::unique_ptr<Analysis> Analysis::create(const Model& model, Diagnostics& found, const SolverSettings& settings) {
    std::unique_ptr<Analysis> a(new Analysis);
    const bool isMoved = settings.geometry == Geometry::Moved;
    if (isMoved) a->own_ = std::make_unique<Model>(inMovedGeometry(model));
    a->system_ = System::create(isMoved ? *a->own_ : model, found, settings.threads, settings.geometry, settings.halves);
    if (!a->system_) return nullptr;
    a->settings_ = settings;
    a->factor_ = Factor(settings.threads);
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

std::unique_ptr<Analysis> Analysis::with(Halves halves, int threads) const {
    SolverSettings settings = settings_;
    settings.halves = halves;
    settings.threads = threads;
    Diagnostics none; // the model has been computed already
    std::unique_ptr<Analysis> a = create(model(), none, settings);
    if (a) a->now_ = now_;
    return a;
}

void Analysis::evaluate(const State& before, State& next, bool withTangent) {
    const Stopwatch watch(times_.elements);
    system_->evaluate(before, next, internalNext_, withTangent);
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
    return factorState_ = factor_.factorise(*k);
}

void Analysis::unbalanced(const State& next, std::vector<double>& onFreedoms) const {
    system_->external(next.factors, next, onFreedoms);
    for (std::size_t d = 0; d < onFreedoms.size(); ++d) onFreedoms[d] -= internalNext_[d];
}

// Largest unbalanced force on an equation, moments divided by the size of the model, over the largest load or reaction so far.
void Analysis::measureResidual(const std::vector<double>& onFreedoms, const std::vector<double>& onEquations) {
    double largest = 0, loads = 0, inside = system_->largestSpringForce();
    for (int d = 0; d < static_cast<int>(onFreedoms.size()); ++d) {
        const double scale = lengthScale_[d % 6];
        const double external = onFreedoms[d] + internalNext_[d];
        loads = std::max(loads, scale * std::abs(external));
        inside = std::max(inside, scale * std::abs(internalNext_[d]));
        const int eq = system_->map().equation(d);
        if (eq >= 0) largest = std::max(largest, scale * std::abs(onEquations[eq]));
    }
    double reference = std::max(loads, peakForce_);
    isUnloaded_ = reference == 0;
    // In moved geometry a trial may stretch plates by far more than they will ever carry: that is no measure.
    if (!system_->isMoved() || reference == 0) reference = std::max(reference, inside);
    leftOver_ = largest;
    residual_ = reference > 0 ? largest / reference : 0;
}

void Analysis::accept(StageRun& run) {
    system_->completeImages(now_, next_);
    for (std::size_t d = 0; d < internal_.size(); ++d)
        work_ += 0.5 * (internal_[d] + internalNext_[d]) * (next_.freedoms[d] - now_.freedoms[d]);
    std::swap(now_, next_);
    std::swap(previous_, next_); // what was before the last but one is kept there for a while
    hasPrevious_ = true;
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
    if (run.isWatched()) s.slope = 1 / (inner(run.watchedRow, run.tangential) + run.watchedGiven);
    s.iterations = run.iterations;
    s.residual = residual_;
    s.externalWork = work_;
    const System::Energy e = system_->energy(now_);
    s.storedEnergy = e.stored;
    s.plasticWork = e.plastic;
    steps_.push_back(s);
    // The tangent of the converged state serves as the next predictor.
    isTangentCurrent_ = true;
    if (run.firstCompliance == 0) {
        run.firstCompliance = elasticCompliance_ = run.compliance;
        elasticLoad_ = inner(run.loadDirection, run.loadDirection);
    }
    run.compliance = 0;
}

Analysis::Before Analysis::remember(const StageRun& run) const {
    return {internal_, run.lastIncrement, work_, peakForce_, run.tau, run.firstCompliance, hasPrevious_};
}

// A step that had been accepted has not been; `next_` still is what accept() left there.
void Analysis::takeBack(StageRun& run, Before&& before) {
    std::swap(now_, previous_);
    std::swap(previous_, next_);
    hasPrevious_ = before.hasPrevious;
    internal_ = std::move(before.internal);
    run.lastIncrement = std::move(before.lastIncrement);
    work_ = before.work;
    peakForce_ = before.peakForce;
    run.tau = before.tau;
    run.firstCompliance = before.firstCompliance;
    steps_.pop_back();
    isTangentCurrent_ = isFactored_ = run.keepsFactor = false;
}

double Analysis::displacement(int node, Freedom freedom) const {
    return freedom >= Rx && system_->isMoved() ? rotationVector(now_.rotations[node])[freedom - Rx]
                                               : now_.freedoms[6 * node + freedom];
}

double Analysis::displacement(const Terms& terms) const {
    double sum = 0;
    for (const Term& t : terms) sum += t.factor * displacement(t.node, t.freedom);
    return sum;
}

std::vector<Vec3> Analysis::places() const {
    std::vector<Vec3> all;
    for (int i = 0; i < static_cast<int>(model().nodes.size()); ++i) all.push_back(place(i));
    return all;
}

std::vector<Wrench> Analysis::reactions() const {
    std::vector<double> out;
    system_->external(now_.factors, now_, out);
    for (std::size_t d = 0; d < out.size(); ++d) out[d] = internal_[d] - out[d];
    return system_->map().reactions(model(), places(), out);
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
    return respond(model().links[link].law, system_->deflection(link, now_), now_.springs[link], ignored).force;
}

const SparseSymmetric& Analysis::tangent(bool isElastic) {
    if (isElastic) {
        // Plates answer without history at no deflection, springs at the present one.
        const State virgin = system_->initialState();
        State there = virgin;
        system_->evaluate(virgin, there, internalNext_, true);
        there.freedoms = now_.freedoms;
        system_->evaluateLinks(now_, there);
    } else {
        State next = now_;
        system_->evaluate(now_, next, internalNext_, true);
    }
    isTangentCurrent_ = isFactored_ = false;
    return system_->assemble();
}

} // namespace zg::fe
