#include "plates/tighten.h"

namespace zg {

std::unique_ptr<fe::Analysis> analysisOf(JointModel& m, Diagnostics& found, const fe::SolverSettings& settings,
                                         Progress* progress) {
    auto analysis = fe::Analysis::create(m.model, found, settings);
    if (!analysis || !m.isPreloaded()) return analysis;
    fe::Stage stage;
    stage.id = "tightening";
    stage.factors.assign(m.model.cases.size(), 0);
    stage.tightens = true;
    stage.firstStep = stage.largestStep = 0.5;
    stage.smallestStep = 0.01;
    const fe::RunResult run = analysis->run(stage, {}, progress);
    for (JointModel::Bolt& b : m.bolts) {
        b.firstClamp = 0;
        for (const int link : b.clamp) b.firstClamp -= analysis->springForce(link)[0];
    }
    if (run.isComplete()) return analysis;
    found.push_back({Severity::Error, "tightening", "The bolts could not be tightened: " + withPartNames(run.message)});
    return nullptr;
}

} // namespace zg
