#pragma once
#include "fe/analysis.h"
#include "plates/part_marks.h"
#include "plates/snapshot.h"
#include <optional>

namespace zg {

/// What every moment-rotation run does on its way, whatever it turns about: steps that come to the limit from afar are taken
/// back, first yield is come near to, strains and parts are watched, and the end is read off.
class CurveRun {
public:
    /// `load`: the case whose factor, with its sign, is the moment. Puts its watch on the stage.
    CurveRun(const JointModel& model, const LimitRules& rules, int load, double sign, fe::Stage& stage, PlateMomentRotation& out);
    CurveRun(const CurveRun&) = delete;
    CurveRun& operator=(const CurveRun&) = delete;

    [[nodiscard]] double momentOf(const fe::Analysis& analysis) const;
    /// The state of a step, with moment and rotation; false at the limit.
    [[nodiscard]] bool look(const fe::Analysis& analysis, PlateCurvePoint point);
    [[nodiscard]] const Uses& uses() const { return uses_; } ///< of the last step looked at
    /// Limit, moments, rotation, stiffness, marks. `M_pl`: beams that reach it end by their own hinge; 0: none does. Refused
    /// where not one step was found.
    [[nodiscard]] tl::expected<void, Diagnostics> end(const fe::RunResult& run, const ResolvedJoint& joint, double M_pl);

private:
    /// The size of the next step; 0 where nothing is known yet.
    [[nodiscard]] double next(const fe::Analysis& analysis, double longest);

    const JointModel& model_;
    LimitRules rules_;
    int load_;
    double sign_;
    PlateMomentRotation& out_;
    PartMarks marks_;
    Uses uses_;
    std::optional<Uses> seen_; // of the step just taken, while it is not looked at yet
    double lastUse_ = 0;
    std::size_t points_ = 1;                   // when the step before was asked for
    double turn_ = 0, moment_ = 0, ratio_ = 0; // then: rotation, moment, stress over yield strength
};

} // namespace zg
