#pragma once
#include "base/progress.h"
#include "plates/joint_model.h"

namespace zg {

/// The joint as a super-element for a frame program: forces on the ends of its stubs for their movements, every end against every
/// end, about the state under an action set (plates elastic, bolts and contacts as they are there).
struct NodeStiffness {
    struct End {
        std::string id;             ///< of the member's end: "right", "column below" ...
        std::array<double, 3> at{}; ///< mm in the joint's axes: x to the right, y away from the reader, z up, origin as the node
    };
    std::vector<End> ends; ///< the held one last
    std::string set;       ///< whose forces act
    double part = 1;       ///< of the set that is carried there
    /// [6 ends][6 ends] row by row: u_x u_y u_z (mm), theta_x theta_y theta_z (rad) of each end; N, N mm.
    std::vector<double> matrix;
    std::vector<std::string> notes; ///< what is in it and what is not
    [[nodiscard]] int size() const { return 6 * static_cast<int>(ends.size()); }
};

/// Refused in words: no ultimate set with forces, a set that is not carried, something loose.
[[nodiscard]] tl::expected<NodeStiffness, Diagnostics> nodeStiffness(const ResolvedJoint& joint, const ActionSet& set,
                                                                     Progress* progress = nullptr);

} // namespace zg
