#pragma once
#include "joint/check.h"
#include "joint/job.h"
#include <optional>

namespace zg {

/// What a joint should come to, besides holding.
enum class LayoutTarget { Strength, Rigid, FullStrength };
template <> struct EnumNames<LayoutTarget> { static constexpr const char* names[] = {"strength", "rigid", "full strength"}; };

/// How a joint stands: what a search compares.
struct Measure {
    double utilisation = 0;
    CheckState state = CheckState::NotDone;
    CheckCode governing = CheckCode::JointMoment;
    /// By how much what is over is over, all kinds of checks together, each 3 at most; what is short of the target counts alike.
    /// 0 where the joint holds.
    double excess = 0;
    double cost = 0;    ///< at the job's prices, members left out
    int unverified = 0; ///< see leftUnverified
    [[nodiscard]] bool holds() const { return excess == 0; }
};
/// Nothing where the joint is not complete or nothing of it can be verified.
[[nodiscard]] std::optional<Measure> measure(const Job& job, const Joint& joint, LayoutTarget target = LayoutTarget::Strength);

} // namespace zg
