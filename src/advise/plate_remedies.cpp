#include "advise/plate_remedies.h"
#include "catalogue/sections.h"
#include "fe/inspect.h"
#include "joint/action_columns.h"
#include "joint/first_layout.h"
#include "joint/resolve.h"
#include "plates/joint_model.h"
#include <algorithm>

namespace zg {

namespace {

bool canBeComputed(const Job& job, const Joint& joint) {
    const auto resolved = resolve(job, joint);
    if (!resolved) return false;
    const auto model = buildJointModel(*resolved);
    return model && !hasErrors(fe::inspect(model->model));
}

} // namespace

std::vector<PlateRemedy> plateRemedies(const Job& job, const Joint& joint) {
    std::vector<PlateRemedy> found;
    const PlateSpec now = platesOf(joint);
    const auto offer = [&](const std::string& text, auto change) {
        Joint changed = joint;
        change(changed);
        if (!(changed == joint) && canBeComputed(job, changed)) found.push_back({text, std::move(changed)});
    };
    for (const EndId side : framingEnds(joint)) {
        const std::string beam = std::string("the ") + name(side) + " beam";
        if (const EndPlate* plate = findEndPlate(joint, side); plate && plate->rows.empty())
            offer("bolt " + beam + "'s end plate with a first layout", [&](Joint& j) {
                const auto resolved = resolve(job, joint);
                if (!resolved) return;
                EndPlate& s = *findEndPlate(j, side);
                const ResolvedSide& r = *resolved->side(side);
                const EndPlate first =
                    firstLayout(resolved->hasColumn ? resolved->column.section : r.beam.section, r.beam.section,
                                r.spec.beam.steel, s.plate.above > 60 ? PlateReach::ExtendedTop : PlateReach::Flush);
                s.rows = first.rows;
                s.bolts = first.bolts;
            });
        const auto setEnd = [side](EndCarries end) { return [side, end](Joint& j) { findFraming(j, side)->farEnd = end; }; };
        const bool leavesPlane = std::any_of(joint.actions.begin(), joint.actions.end(),
                                             [&](const ActionSet& s) { return isOutOfPlane(forcesAt(s, side)); });
        if (leavesPlane) {
            offer("let the end of " + beam + " carry everything", setEnd(EndCarries::Everything));
            offer("take V_y, M_z, T off " + beam, [side](Joint& j) {
                for (ActionSet& s : j.actions) {
                    EndForces& f = forcesOf(s, side);
                    f.V_y.reset(), f.M_z.reset(), f.T.reset();
                }
            });
        } else if (findFraming(joint, side)->farEnd == EndCarries::Everything) {
            offer("hold the end of " + beam + " in the frame's plane", setEnd(EndCarries::InPlane));
        }
    }
    offer("hold the column at its other end", [&](Joint& j) {
        PlateSpec plates = now;
        plates.heldEnd = now.heldEnd == HeldEnd::ColumnBelow ? HeldEnd::ColumnAbove : HeldEnd::ColumnBelow;
        j.plates = plates;
    });
    return found;
}

} // namespace zg
