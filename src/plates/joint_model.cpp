#include "plates/joint_model.h"
#include "plates/end_forces.h"
#include "plates/model_builder.h"

namespace zg {

const JointModel::Beam* JointModel::beam(EndId side) const {
    for (const Beam& b : beams)
        if (b.side == side) return &b;
    return nullptr;
}

tl::expected<JointModel, Diagnostics> buildJointModel(const ResolvedJoint& joint, const PlateModelSettings& settings) {
    Diagnostics found;
    for (const ResolvedSide& s : joint.sides)
        if (s.kind == ConnectionKind::EndPlate && s.spec.rows.empty())
            found.push_back({Severity::Error, joint.mark,
                             "Joint " + joint.mark + " has no bolts on the " + name(s.id) + ": nothing holds the beam."});
    PlateModelSettings own = settings;
    own.sizeFactor *= joint.plates.sizeFactor;
    if (!(own.sizeFactor >= 0.3 && own.sizeFactor <= 4))
        found.push_back({Severity::Error, "size factor", "The factor on the element size must lie between 0.3 and 4."});
    const bool isTopHeld = joint.plates.heldEnd == HeldEnd::ColumnAbove;
    if (isTopHeld && joint.columnSpec.endAbove)
        found.push_back(
            {Severity::Error, joint.mark,
             "The column of joint " + joint.mark + " ends above the beam, so it cannot be held there; hold it below."});
    const Diagnostics released = forcesOnReleases(joint);
    found.insert(found.end(), released.begin(), released.end());
    if (hasErrors(found)) return tl::unexpected(found);
    return ModelBuilder(joint, own, isTopHeld).run();
}

} // namespace zg
