#pragma once
#include "plates/joint_model.h"

namespace zg {

namespace fe {
struct Stage;
}

/// Whether a beam's far end carries forces of the frame's plane only (it is then held sideways and against twist): as chosen, or
/// by whether any set gives it others.
[[nodiscard]] bool carriesInPlaneOnly(const ResolvedJoint& joint, EndId side);
/// Forces of the action sets on components that their member's end cannot carry, in words.
[[nodiscard]] Diagnostics forcesOnReleases(const ResolvedJoint& joint);

/// Settings for a model that carries a set: whether the column's far end is free for given forces, and which way bolts bear.
[[nodiscard]] PlateModelSettings settingsFor(const ResolvedJoint& joint, const ActionSet& set, PlateModelSettings settings = {});

/// The end forces of an action set as forces on the handles: carried from where they are given to the far end of each stub as
/// rigid-body statics has it, so that the same forces pass the place where they were given. Column forces are given at the node
/// (level of the right beam's axis); they count when the model's far end of the column is free for them.
[[nodiscard]] std::vector<fe::NodalForce> endForces(const ResolvedJoint& joint, const JointModel& model, const ActionSet& set);

/// To the whole of a load case from nothing, the others nil: a third at a time unless `step` says otherwise.
[[nodiscard]] fe::Stage wholeOf(const fe::Model& model, int loadCase, const std::string& id, double step = 0.34);

/// Sum of nodal forces about the origin.
[[nodiscard]] fe::Wrench sumOf(const std::vector<fe::Vec3>& places, const std::vector<fe::NodalForce>& forces);

} // namespace zg
