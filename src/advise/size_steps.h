#pragma once
#include "catalogue/stock.h"
#include "joint/joint.h"
#include "joint/part.h"
#include <optional>
#include <string>
#include <vector>

namespace zg {

/// The next usual size of stock in that direction; nothing beyond the last.
[[nodiscard]] std::optional<double> nextSize(const std::vector<StockSize>& sizes, double now, bool isUp);

/// A size of a part at the next one of stock.
struct SizeStep {
    PartRef part;
    std::string text; ///< "column stiffener, top 12 mm", "web weld a 4"
    Joint joint;
};

/// Every thickness, throat and size of bolt in the joint, one step up or down; each field once.
[[nodiscard]] std::vector<SizeStep> sizeSteps(const Joint& joint, bool isUp);

} // namespace zg
