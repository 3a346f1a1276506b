#pragma once
#include "fe/analysis.h"
#include "fe/stopwatch.h"

// What runs of stages share between their source files; not for users of the engine.
namespace zg::fe {

[[nodiscard]] double inner(const std::vector<double>& a, const std::vector<double>& b);
/// Value of a watched movement.
[[nodiscard]] double watchedValue(const Terms& terms, const std::vector<double>& freedoms);
/// Elongation at which a spring breaks; null when it never does.
[[nodiscard]] const double* fractureOf(const SpringLaw& law);

/// What a step that is taken back goes back to.
struct Analysis::Before {
    std::vector<double> internal, lastIncrement;
    double work, peakForce, tau, firstCompliance;
    bool hasPrevious;
};

/// What a stage carries along while it runs.
struct Analysis::StageRun {
    explicit StageRun(const Stage& s, Progress* p) : stage(s), progress(p) {}
    const Stage& stage;
    Progress* progress;
    [[nodiscard]] bool isLoad() const { return stage.control == Control::Load; }
    [[nodiscard]] bool isWatched() const { return stage.control == Control::Displacement; }
    [[nodiscard]] std::vector<double> factorsAt(double at) const;
    [[nodiscard]] bool changesForces() const;

    // The line along which the factors run: factors = base + tau direction, and what it means in forces and movements on
    // freedoms.
    std::vector<double> base, direction, loadDirection, givenDirection;
    bool hasGiven = false;
    // The watched movement: on equations, its change per tau by given movements, its value at the start, its goal in this step.
    std::vector<double> watchedRow;
    double watchedGiven = 0, watchedStart = 0, watchedGoal = 0;
    // Where the stage stands.
    double tau = 0, lastTau = 0, lastWatched = 0;
    std::vector<double> lastIncrement; // of the last converged step, on equations
    double arcLength = 0;
    // Movement of the load per load: of the first step, and the largest since the last converged one.
    double firstCompliance = 0, compliance = 0;

    // The step that is being solved, on equations.
    std::vector<double> start, unknowns, imbalance, correction, tangential, directionOnEquations, onFreedoms;
    double trialTau = 0, tauChange = 0;
    int iterations = 0, tangents = 0; ///< tangents: those that measure how long the step was
    bool keepsFactor = false;         // the next iteration goes with the factor at hand
    bool isTangentialCurrent = false; // `tangential` is that of the factor at hand
    std::size_t factoredContacts = 0;
};

} // namespace zg::fe
