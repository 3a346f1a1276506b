#pragma once
#include "joint/check.h"
#include "joint/job.h"
#include <optional>
#include <vector>

namespace zg {

/// What depths and lengths of a haunch would come to: two sizes that act together, as a grid around the present ones.
struct HaunchMap {
    struct Cell {
        std::optional<double> utilisation; ///< absent where it could not be computed
        CheckState state = CheckState::NotDone;
        CheckCode governing = CheckCode::JointMoment;
        Joint joint; ///< with these sizes
    };
    std::vector<double> lengths, depths; ///< mm
    std::vector<Cell> cells;             ///< by depth, then length
    std::size_t length = 0, depth = 0;   ///< the present ones
    [[nodiscard]] const Cell& at(std::size_t depthIndex, std::size_t lengthIndex) const {
        return cells[depthIndex * lengths.size() + lengthIndex];
    }
};
/// Nothing where the end has no such haunch.
[[nodiscard]] std::optional<HaunchMap> haunchMap(const Job& job, const Joint& joint, EndId end, bool isBelow);

/// The joint with other sizes of a haunch; in a splice the haunch opposite grows with it. Rows beside the haunch's flange keep
/// their distance to it.
[[nodiscard]] Joint withHaunch(const Job& job, const Joint& joint, EndId end, bool isBelow, double depth, double length);

} // namespace zg
