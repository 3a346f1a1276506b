#pragma once
#include "base/progress.h"
#include "fe/factor.h"
#include "fe/mechanism.h"
#include <functional>

namespace zg::fe {

/// How a stage is driven.
enum class Control {
    Load,         ///< the factors go straight to their targets, in adaptive steps
    Displacement, ///< a watched movement grows step by step; the factors follow, past a limit load too
    ArcLength     ///< the length of the step in displacements is given; for limits where nothing can be watched
};

/// One stretch of loading: factors go from where they are towards `factors` along a straight line with parameter tau, 0 to 1.
struct Stage {
    std::string id = "load";
    std::vector<double> factors; ///< per load case, at tau = 1
    Control control = Control::Load;
    double firstStep =
        1; ///< of tau (Load), or mm/rad of the watched movement (Displacement), or tau of the first step (ArcLength)
    double smallestStep = 1e-4; ///< of the first step
    double largestStep = 1;     ///< of tau (Load); of the first step otherwise
    int mostSteps = 400;
    Terms watched;              ///< Displacement: the movement that is controlled; may be watched (reported) in any stage
    double target = 0;          ///< Displacement: where to stop, change since the start of the stage; ArcLength: ignored
    double mostTau = unlimited; ///< Displacement, ArcLength: stop when tau has reached it
    double flatness = 0; ///< stop when a step raises tau by less than this part while the watched movement grows by flatMovement
    double flatMovement = 0;
    bool tightens = false; ///< springs with a preload hold exactly it during this stage and are locked at its end
    /// Loads grow on as they did in the stage before: the first tangent is that of its last step, where what yields answers so.
    bool goesOn = false;
    bool stopsAtFracture = true; ///< stop when a spring breaks; otherwise go on without it
    bool cutsAtFracture = true;  ///< a step that passes a fracture is cut short at it
    /// Asked after a converged step, before it counts: true takes it back and tries half of it, or what `nextStep` says. For
    /// limits that a step must not jump over; must come to false as steps get smaller.
    std::function<bool(const class Analysis&)> goesTooFar;
    /// Asked after a step that counts, or was taken back: the size of the next one, of what is controlled, where the caller knows
    /// where he wants to go; 0 otherwise. At most twice the last step is gone, and a quarter to nine tenths of one taken back.
    std::function<double(const class Analysis&)> nextStep;
};

enum class StopReason {
    Reached,      ///< the stage came to its end
    Flat,         ///< the load no longer rises
    Fracture,     ///< a spring broke
    LimitLoad,    ///< no equilibrium beyond: steps down to the smallest failed and the structure has gone soft
    NotConverged, ///< steps down to the smallest failed, for another reason
    Mechanism,    ///< something moves freely
    StepCount,    ///< as many steps as allowed
    Stopped,      ///< by the caller's own condition
    Cancelled,
    Invalid ///< the stage makes no sense (see message)
};

/// One converged state.
struct Step {
    int stage = 0;
    double tau = 0;
    std::vector<double> factors;
    double watched = 0; ///< since the start of the stage
    double slope = 0;   ///< Displacement: what tau gains over the watched movement, by the last tangent
    int iterations = 0;
    double residual = 0;     ///< largest unbalanced force over the largest load or reaction so far
    double externalWork = 0; ///< N mm, from the start of the analysis
    double storedEnergy = 0, plasticWork = 0;
    [[nodiscard]] double energyGap() const { return externalWork - storedEnergy - plasticWork; }
};

struct RunResult {
    StopReason reason = StopReason::Reached;
    std::string message;          ///< in words, with the ids concerned
    std::vector<std::string> ids; ///< parts or springs concerned
    std::vector<double> shape;    ///< movement of a mechanism or of what gives way, [6 nodes]; else empty
    double residual = 0;          ///< of the last attempt
    int steps = 0;
    [[nodiscard]] bool isComplete() const { return reason == StopReason::Reached; }
};

struct SolverSettings {
    double tolerance = 1e-8; ///< residual as in Step
    int mostIterations = 30;
    int threads = 2;
    Geometry geometry = Geometry::Undeformed;
    Halves halves = Halves::Free; ///< alike: half the unknowns for a model that is its own mirror image, loads included
};

/// Runs stages of loading on a model, one after the other; at any time the last converged state can be read. A failed step leaves
/// that state untouched.
class Analysis {
public:
    /// Null with the reasons when the model cannot be computed.
    static std::unique_ptr<Analysis> create(const Model& model, Diagnostics& found, const SolverSettings& settings = {});

    /// Called after each converged step; false ends the stage.
    using OnStep = std::function<bool(const Analysis&, const Step&)>;
    RunResult run(const Stage& stage, const OnStep& onStep = {}, Progress* progress = nullptr);

    [[nodiscard]] const System& system() const { return *system_; }
    [[nodiscard]] const Model& model() const { return system_->model(); }
    [[nodiscard]] const State& state() const { return now_; }
    [[nodiscard]] const std::vector<Step>& steps() const { return steps_; }
    /// In moved geometry rotations are the components of the node's rotation vector (length at most pi).
    [[nodiscard]] double displacement(int node, Freedom freedom) const;
    /// A movement that is a sum of several.
    [[nodiscard]] double displacement(const Terms& terms) const;
    /// Where a node is: in the undeformed geometry where it was.
    [[nodiscard]] Vec3 place(int node) const { return system_->place(node, now_); }
    [[nodiscard]] std::vector<Vec3> places() const;
    /// Forces that each constraint exerts (about the origin), in the model's order.
    [[nodiscard]] std::vector<Wrench> reactions() const;
    /// Sum over the constraints with this id.
    [[nodiscard]] Wrench reaction(const std::string& id) const;
    /// Force of a spring: components along its axes.
    [[nodiscard]] std::array<double, 3> springForce(int link) const;
    /// Internal forces on all freedoms in the present state.
    [[nodiscard]] const std::vector<double>& internalForces() const { return internal_; }
    /// Tangent stiffness of the present state. `isElastic`: plates as if they had never yielded, springs as they are.
    const SparseSymmetric& tangent(bool isElastic = false);
    [[nodiscard]] const Factor& factor() const { return factor_; }
    [[nodiscard]] int threads() const { return settings_.threads; }
    /// The same state, with its halves to move otherwise from here on; the model must outlive it. Null where movements are given
    /// that they cannot make.
    [[nodiscard]] std::unique_ptr<Analysis> with(Halves halves, int threads) const;

    /// Seconds spent in element work, assembly and the rest; those of the factor are in factor().times().
    struct Times {
        double elements = 0, assembly = 0, total = 0;
    };
    [[nodiscard]] const Times& times() const { return times_; }

private:
    Analysis() = default;
    struct StageRun;
    enum class StepOutcome { Converged, Failed, Cancelled };

    void evaluate(const State& before, State& next, bool withTangent);
    [[nodiscard]] FactorState factorise();
    void unbalanced(const State& next, std::vector<double>& onFreedoms) const;
    void measureResidual(const std::vector<double>& onFreedoms, const std::vector<double>& onEquations);
    void accept(StageRun& run);
    struct Before;
    [[nodiscard]] Before remember(const StageRun& run) const;
    void takeBack(StageRun& run, Before&& before);
    // newton.cpp
    StepOutcome solveStep(StageRun& run, double step);
    void startStep(StageRun& run, double step);
    [[nodiscard]] bool findCorrection(StageRun& run, double step);
    [[nodiscard]] double controlledChange(StageRun& run, double step);
    [[nodiscard]] bool goAlong(StageRun& run);
    [[nodiscard]] std::size_t openAndClosed() const;
    [[nodiscard]] bool isFactorNear(const StageRun& run) const;
    [[nodiscard]] bool isInEquilibrium(const StageRun& run) const;
    // stage.cpp
    [[nodiscard]] std::string prepareStage(StageRun& run) const;
    RunResult startStage(StageRun& run);
    RunResult runSteps(StageRun& run, const OnStep& onStep);
    [[nodiscard]] double overshoot() const;
    [[nodiscard]] std::vector<std::string> breakSprings();
    void lockPreloads();
    [[nodiscard]] RunResult giveUp(const StageRun& run);
    [[nodiscard]] std::optional<StopReason> endOf(StageRun& run) const;
    [[nodiscard]] RunResult mechanismResult(const Mechanism& m) const;

    std::unique_ptr<Model> own_; ///< in moved geometry: the model with its couplings as springs
    std::unique_ptr<System> system_;
    SolverSettings settings_;
    Factor factor_;
    State now_, next_;
    State previous_; ///< before the last step, from which the tangent of the present state can be had again
    bool hasPrevious_ = false;
    /// Of the first step of the last stage that began anew, with the square of its load: what soft is measured against.
    double elasticCompliance_ = 0, elasticLoad_ = 0;
    std::vector<double> internal_, internalNext_;
    std::vector<Step> steps_;
    FactorState factorState_ = FactorState::Singular;
    double work_ = 0, residual_ = 0, leftOver_ = 0, peakForce_ = 0; ///< leftOver_: the residual as a force
    bool isUnloaded_ = false;                                       ///< nothing has acted so far
    int stageCount_ = 0;
    bool isAnalysed_ = false, isTangentCurrent_ = false; ///< the elements hold the tangent of the present state
    bool isFactored_ = false;                            ///< and the factor is that of it
    Times times_;
    std::vector<double> lengthScale_; ///< per freedom: 1 for forces, 1/length for moments
};

} // namespace zg::fe
