#include "fe/stage_run.h"
#include <algorithm>
#include <cmath>

// One step of a stage: Newton with the consistent tangent and a line search, under control of load, of a movement or of the arc
// length.
namespace zg::fe {

void Analysis::startStep(StageRun& run, double step) {
    const FreedomMap& map = system_->map();
    next_ = now_;
    run.trialTau = run.isLoad() ? run.tau + step : run.tau;
    if (run.stage.tightens) {
        for (std::size_t i = 0; i < now_.springs.size(); ++i) {
            const double preload = model().links[i].preload;
            if (preload <= 0) continue;
            now_.springs[i].isTightening = true;
            now_.springs[i].preload = run.trialTau * preload;
        }
        evaluate(now_, next_, true);
    } else if (internalNext_.empty() || !isTangentCurrent_) {
        // From the state before, so that what was yielding answers so; from the present one it would answer elastically.
        evaluate(hasPrevious_ ? previous_ : now_, next_, true);
    }
    run.unknowns.assign(map.equationCount(), 0);
    for (int d = 0; d < map.freedomCount(); ++d)
        if (map.equation(d) >= 0) run.unknowns[map.equation(d)] = now_.freedoms[d];
    run.start = run.unknowns;
    run.correction.resize(run.start.size());
    if (run.tangential.size() != run.start.size()) run.isTangentialCurrent = false;
    run.tangential.resize(run.start.size());
    next_.factors = run.factorsAt(run.trialTau);
    if (system_->hasTurningForces()) {
        system_->external(run.direction, now_, run.loadDirection);
        run.isTangentialCurrent = false;
    }
    unbalanced(next_, run.onFreedoms);
    // Given movements pull on their neighbours by the tangent, before the materials are asked.
    if (run.isLoad() && run.hasGiven) {
        std::vector<double> jump = run.givenDirection;
        for (double& v : jump) v *= step;
        const std::vector<double> pulled = system_->stiffnessTimesGiven(jump);
        for (std::size_t d = 0; d < pulled.size(); ++d) run.onFreedoms[d] -= pulled[d];
    }
    map.reduce(run.onFreedoms, run.imbalance);
}

// How far the factors move with this correction, when they are not given.
double Analysis::controlledChange(StageRun& run, double step) {
    const bool isFirst = run.iterations == 1;
    // With the factor at hand and no given movements the answer to the load is the one at hand too.
    if (!run.isTangentialCurrent || run.hasGiven) {
        std::vector<double> direction = run.loadDirection;
        if (run.hasGiven) {
            const std::vector<double> pulled = system_->stiffnessTimesGiven(run.givenDirection);
            for (std::size_t d = 0; d < pulled.size(); ++d) direction[d] -= pulled[d];
        }
        system_->map().reduce(direction, run.directionOnEquations);
        factor_.solve(run.directionOnEquations.data(), run.tangential.data());
        run.isTangentialCurrent = true;
    }
    if (isFirst) run.compliance = inner(run.tangential, run.directionOnEquations);
    if (run.isWatched()) {
        const double left =
            run.watchedGoal - watchedValue(run.stage.watched, next_.freedoms) - inner(run.watchedRow, run.correction);
        return left / (inner(run.watchedRow, run.tangential) + run.watchedGiven);
    }
    if (isFirst) {
        const double length = std::sqrt(inner(run.tangential, run.tangential));
        if (run.arcLength == 0) run.arcLength = run.stage.firstStep * length;
        const double sign = !run.lastIncrement.empty() && inner(run.tangential, run.lastIncrement) < 0 ? -1 : 1;
        return sign * step / run.stage.firstStep * run.arcLength / length;
    }
    std::vector<double> soFar = run.unknowns;
    for (std::size_t i = 0; i < soFar.size(); ++i) soFar[i] -= run.start[i];
    return -inner(soFar, run.correction) / inner(soFar, run.tangential);
}

// Correction from the tangent at the present trial; false when no number comes out.
bool Analysis::findCorrection(StageRun& run, double step) {
    factor_.solve(run.imbalance.data(), run.correction.data());
    run.tauChange = 0;
    if (run.isLoad()) {
        if (run.iterations == 1) run.compliance = std::max(run.compliance, inner(run.correction, run.imbalance) / (step * step));
        return true;
    }
    run.tauChange = controlledChange(run, step);
    if (!std::isfinite(run.tauChange)) return false;
    for (std::size_t i = 0; i < run.correction.size(); ++i) run.correction[i] += run.tauChange * run.tangential[i];
    return true;
}

// Goes the whole correction, or less of it where the energy slope along it changes sign; false when the state is no number.
bool Analysis::goAlong(StageRun& run) {
    const std::vector<double> from = run.unknowns;
    const bool isMoved = system_->isMoved();
    const std::vector<double> freedomsFrom = isMoved ? next_.freedoms : std::vector<double>{};
    const std::vector<Mat3> rotationsFrom = next_.rotations;
    const std::size_t contactsFrom = isMoved ? openAndClosed() : 0;
    const double tauFrom = run.trialTau, slopeBefore = inner(run.correction, run.imbalance);
    const auto goTo = [&](double s) {
        for (std::size_t i = 0; i < from.size(); ++i) run.unknowns[i] = from[i] + s * run.correction[i];
        run.trialTau = tauFrom + s * run.tauChange;
        next_.factors = run.factorsAt(run.trialTau);
        system_->map().expand(run.unknowns, next_.factors, next_.freedoms);
        if (isMoved) system_->turn(freedomsFrom, rotationsFrom, next_);
        evaluate(now_, next_, true);
        unbalanced(next_, run.onFreedoms);
        system_->map().reduce(run.onFreedoms, run.imbalance);
        measureResidual(run.onFreedoms, run.imbalance);
        return inner(run.correction, run.imbalance);
    };
    double slope = goTo(1);
    if (!std::isfinite(residual_) || !std::isfinite(slope)) return false;
    // The first iteration of a controlled step has to reach its goal first.
    // In moved geometry a turn stretches plates before it bends them, and a search along it would never get away; where contacts
    // change it is needed all the same.
    const bool isStretching = isMoved && openAndClosed() == contactsFrom;
    if (isStretching || residual_ <= settings_.tolerance || (run.iterations == 1 && !run.isLoad())) return true;
    double low = 0, lowSlope = slopeBefore, high = 1, highSlope = slope;
    for (int search = 0; search < 5 && lowSlope * highSlope < 0 && std::abs(slope) > 0.6 * std::abs(slopeBefore); ++search) {
        const double margin = 0.05 * (high - low), secant = low - lowSlope * (high - low) / (highSlope - lowSlope);
        const double s = std::min(std::max(secant, low + margin), high - margin);
        slope = goTo(s);
        (slope * lowSlope > 0 ? low : high) = s;
        (slope * lowSlope > 0 ? lowSlope : highSlope) = slope;
    }
    return std::isfinite(residual_) && std::isfinite(slope);
}

// Within the tolerance; or, for very slender plates, as near as cancellation in the element forces allows, and below 1e-6.
bool Analysis::isInEquilibrium(const StageRun& run) const {
    if (system_->unsettledShells() > 0) return false; // the forces of such an element are no answer
    if (residual_ <= settings_.tolerance) return true;
    const bool isMoved = system_->isMoved();
    // Where nothing acts at all what is left is rounding itself.
    if (residual_ > (isMoved ? 1e-4 : 1e-6) && !(isMoved && isUnloaded_)) return false;
    const SparseSymmetric& k = system_->pattern();
    double rounding = 0;
    // In moved geometry what deforms an element is a difference of places.
    const double least = isMoved ? 1e-3 / lengthScale_[3] : 0;
    for (int d = 0; d < system_->map().freedomCount(); ++d) {
        const int j = system_->map().equation(d);
        if (j < 0) continue;
        const double u = std::abs(run.unknowns[j]), stiffness = k.value[k.columnStart[j]];
        rounding = std::max(rounding, !isMoved    ? stiffness * u
                                      : d % 6 < 3 ? stiffness * std::max(least, u)
                                                  : stiffness * u * lengthScale_[3]);
    }
    return leftOver_ <= 1e-13 * rounding;
}

// Which springs act, as one number.
std::size_t Analysis::openAndClosed() const {
    std::size_t sum = 0;
    for (const SpringState& spring : next_.springs) sum = 31 * sum + (spring.isActive ? 1 : 2);
    return sum;
}

// Whether the last tangent that was factored still is a good one for what comes: a factor costs as much as several iterations.
// The arc's length asks for the sign of the present one.
bool Analysis::isFactorNear(const StageRun& run) const {
    return (run.isLoad() || run.isWatched()) && factorState_ == FactorState::PositiveDefinite &&
           run.factoredContacts == openAndClosed();
}

Analysis::StepOutcome Analysis::solveStep(StageRun& run, double step) {
    startStep(run, step);
    const bool isMoved = system_->isMoved();
    double best = unlimited, last = isMoved ? 0 : unlimited; // there the first correction is far from what a tangent sees
    int stalled = 0, sinceBest = 0;
    std::size_t lastContacts = openAndClosed();
    std::vector<double> bests;
    run.tangents = 0;
    // Iterations in which contacts open or close find out where the structure stands; those after them bring it to rest. Only the
    // latter count towards the limit, and all together have one of their own.
    int atRest = 0;
    const int mostAtRest = settings_.mostIterations * (system_->hasTurningForces() ? 4 : 1);
    // In moved geometry a step that is too long throws everything about, and contacts change for ever.
    const int most = isMoved ? 2 * mostAtRest : 8 * settings_.mostIterations;
    for (run.iterations = 1; atRest < mostAtRest && run.iterations <= most; ++run.iterations) {
        if (run.progress && run.progress->isCancelled()) return StepOutcome::Cancelled;
        const bool hasNewTangent = !run.keepsFactor;
        if (hasNewTangent) {
            if (factorise() == FactorState::Singular) return StepOutcome::Failed;
            run.factoredContacts = openAndClosed();
            run.isTangentialCurrent = false;
        }
        if (!findCorrection(run, step) || !goAlong(run)) return StepOutcome::Failed;
        // Finding out which contacts are closed says nothing of the step's length: they are the same at any size of the load.
        const std::size_t contacts = openAndClosed();
        if (hasNewTangent && (isMoved || contacts == lastContacts)) ++run.tangents;
        if (isInEquilibrium(run)) {
            run.lastIncrement = run.unknowns;
            for (std::size_t i = 0; i < run.start.size(); ++i) run.lastIncrement[i] -= run.start[i];
            run.keepsFactor = isFactorNear(run);
            return StepOutcome::Converged;
        }
        run.keepsFactor =
            isFactorNear(run) && residual_ < (run.keepsFactor ? 0.15 : 0.05) * last && (!isMoved || residual_ < 1e-4);
        last = residual_;
        // A change of contacts is progress too, even when the imbalance does not show it yet.
        stalled = residual_ < 0.9 * best || contacts != lastContacts ? 0 : stalled + 1;
        if (contacts == lastContacts) ++atRest;
        lastContacts = contacts;
        sinceBest = residual_ < 0.9 * best ? 0 : sinceBest + 1;
        best = std::min(best, residual_);
        bests.push_back(best);
        // A step that is too long creeps; a third of it takes less than what it still would.
        if (isMoved && !system_->hasTurningForces() && bests.size() > 12 && best > 1e-2 && best > 0.15 * bests[bests.size() - 11])
            return StepOutcome::Failed;
        // Beyond a limit load contacts change for ever; on the way to equilibrium they have come nearer long before.
        if (!isMoved && sinceBest > 40) return StepOutcome::Failed;
        if (stalled > 7 || residual_ > (isMoved ? 1e12 : 1e6)) return StepOutcome::Failed;
    }
    return StepOutcome::Failed;
}

} // namespace zg::fe
