#pragma once
#include "joint/check.h"
#include "joint/parameters.h"
#include <optional>
#include <string>
#include <vector>

namespace zg {

struct Job;
struct Joint;

/// One stock size with what the joint would come to: every option is seen before choosing.
struct StockOption {
    std::string label; ///< "20", "M24"
    ParameterValue value;
    bool isCurrent = false;
    std::optional<double> utilisation; ///< absent when the joint could not be computed with it
    CheckState state = CheckState::NotDone;
    CheckCode governing = CheckCode::JointMoment;
};

struct StockStrip {
    PartRef part;
    FieldPath path; ///< the field it steps
    std::string key, title;
    std::vector<StockOption> options;
    std::string remark; ///< "beyond 20 mm column web in shear decides"
};

/// The strip of a part: plate thicknesses, bolt sizes or weld throats, each with the governing utilisation of the whole joint.
/// Nothing for parts that have no stock size.
[[nodiscard]] std::optional<StockStrip> stockStrip(const Job& job, const Joint& joint, const PartRef& part);

} // namespace zg
