#pragma once
#include "compare/reconcile.h"
#include "plates/plate_result.h"

namespace zg {

struct NodeStiffness;

/// The numbers of a study (no fields) with the comparison, as JSON; schema/plates.schema.json.
[[nodiscard]] std::string plateJson(const Joint& joint, const PlateStudy& study, const std::vector<Reconciliation>& compared,
                                    const LimitRules& rules);

/// Stiffness between the ends of a joint's members; schema/node-stiffness.schema.json.
[[nodiscard]] std::string nodeStiffnessJson(const Joint& joint, const NodeStiffness& stiffness);

} // namespace zg
