#pragma once
#include "component/result.h"
#include "joint/resolve.h"

namespace zg {

/// Complete verification of a joint in all its action sets by the component method: every connection, every check, detailing
/// rules, and the list of what is not done. Without action sets the resistances for both signs of moment are given.
[[nodiscard]] JointResult verify(const ResolvedJoint& joint, std::uint64_t key);

/// The same run with tracing: the result (bit for bit the same) and the workings of all of it.
struct TracedVerification {
    JointResult result;
    std::vector<WorkingLine> lines;
};
[[nodiscard]] TracedVerification verifyTraced(const ResolvedJoint& joint, std::uint64_t key);

/// Connections that American rules were asked to verify and do not know.
[[nodiscard]] int unknownToAmericanRules(const JointResult& result);
/// Why there is no verdict that a joint holds, whatever its checks come to: capacity design is asked and cannot be done, a
/// connection or its moment has no rule. American rules may be silent beside European ones that answer.
[[nodiscard]] std::optional<CheckCode> leftOut(const JointResult& result);
/// Connections left without the American rules or the capacity design that is asked: what a change may bring about.
[[nodiscard]] int leftUnverified(const JointResult& result);

/// Look-up and verification in one step.
[[nodiscard]] tl::expected<JointResult, Diagnostics> verify(const Job& job, const Joint& joint);

} // namespace zg
