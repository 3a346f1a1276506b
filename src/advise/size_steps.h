#pragma once
#include "joint/joint.h"
#include "joint/part.h"
#include <string>
#include <vector>

namespace zg {

/// A size of a part at the next one of stock.
struct SizeStep {
    PartRef part;
    std::string text; ///< "column stiffener, top 12 mm", "web weld a 4"
    Joint joint;
};

/// Every thickness, throat and size of bolt in the joint, one step up or down; each field once.
[[nodiscard]] std::vector<SizeStep> sizeSteps(const Joint& joint, bool isUp);

} // namespace zg
