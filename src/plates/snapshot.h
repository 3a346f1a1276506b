#pragma once
#include "fe/analysis.h"
#include "plates/joint_model.h"
#include "plates/plate_result.h"

namespace zg {

/// The mesh with what its pieces are.
[[nodiscard]] PlateGeometry geometryOf(const ResolvedJoint& joint, const JointModel& model);
/// Displacements and fields of the present state.
[[nodiscard]] PlateFrame frameOf(const fe::Analysis& analysis, const JointModel& model, double factor);
[[nodiscard]] std::vector<Float3> shapeOf(const std::vector<double>& freedoms);

/// Uses of plates (root strips count with their plate), bolts and welds in the present state.
[[nodiscard]] std::vector<PartUse> partUses(const fe::Analysis& analysis, const JointModel& model);
[[nodiscard]] std::vector<BoltUse> boltUses(const fe::Analysis& analysis, const JointModel& model);
[[nodiscard]] std::vector<WeldUse> weldUses(const fe::Analysis& analysis, const JointModel& model);
[[nodiscard]] std::vector<std::pair<PartRef, double>> contactForces(const fe::Analysis& analysis, const JointModel& model);
/// Applied forces against reactions.
[[nodiscard]] PlateBalance balanceOf(const fe::Analysis& analysis, const std::vector<fe::NodalForce>& applied);

/// What has come to its limit in the present state.
struct LimitReached {
    PlateLimit limit = PlateLimit::None;
    std::string part;
    double use = 0; ///< of the limit that is nearest: 1 at it
};
[[nodiscard]] LimitReached limitOf(const std::vector<PartUse>& parts, const std::vector<BoltUse>& bolts,
                                   const std::vector<WeldUse>& welds, const LimitRules& rules);

/// What everything in the present state uses, and the limit nearest to it.
struct Uses {
    std::vector<PartUse> parts;
    std::vector<BoltUse> bolts;
    std::vector<WeldUse> welds;
    LimitReached limit;
};
[[nodiscard]] Uses usesOf(const fe::Analysis& analysis, const JointModel& model, const LimitRules& rules);

} // namespace zg
