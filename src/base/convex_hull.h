#pragma once
#include "base/point.h"
#include <vector>

namespace zg {

[[nodiscard]] std::vector<Point2> convexHull(std::vector<Point2> points);

} // namespace zg
