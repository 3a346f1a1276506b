#pragma once
#include "base/progress.h"
#include "plates/joint_model.h"
#include "plates/plate_result.h"
#include <functional>

namespace zg {

namespace fe {
class Analysis;
}
struct ActionSet;

struct MomentRotationSettings {
    PlateModelSettings model;
    double largestRotation = 0.06;
    int points = 25;
    int threads = 2;
    const ActionSet* under = nullptr; ///< its forces, but this beam's moment at the face, act all the while; none: nothing does
    std::function<void(const fe::Analysis&)> atEnd; ///< sees the last state, to write it out
};

/// The beam's far end is turned by its handle. The rotation of the joint is that of the handle less the elastic flexure of the
/// beam's stub (plate face to handle) and of the column between its held ends (Euler-Bernoulli): what a frame model with these
/// members would give by itself.
[[nodiscard]] tl::expected<PlateMomentRotation, Diagnostics> momentRotation(const ResolvedJoint& joint, EndId side,
                                                                            bool isReversed,
                                                                            const MomentRotationSettings& settings = {},
                                                                            Progress* progress = nullptr);

/// M_j_Rd of a curve whose limit is known, by a rule.
void readOff(PlateMomentRotation& curve, MomentRule rule);

} // namespace zg
