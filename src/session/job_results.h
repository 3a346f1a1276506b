#pragma once
#include "assembly/clash.h"
#include "component/result.h"
#include "joint/resolve.h"
#include <map>
#include <memory>
#include <string>
#include <vector>

namespace zg {

/// The joint as built: every part in space, and what would stand in what.
struct BuiltJoint {
    Assembly assembly;
    std::vector<Clash> clashes;
};

/// What there is to show of a joint: its looked-up form and its result, or what is wrong with it.
struct JointState {
    std::uint64_t key = 0;    ///< of the result
    std::uint64_t plates = 0; ///< of what the plates read of the resolved joint
    std::shared_ptr<const ResolvedJoint> resolved;
    JointResultPtr result;
    Diagnostics problems;
    /// Made when it is first asked for; null for a joint that is not complete.
    [[nodiscard]] std::shared_ptr<const BuiltJoint> built() const;

private:
    mutable std::shared_ptr<const BuiltJoint> built_;
};

/// Results of the component method by joint, computed when they are asked for and kept while they belong to what is there.
class JobResults {
public:
    [[nodiscard]] const JointState& of(const Job& job, const Joint& joint);
    void clear() { states_.clear(); }

private:
    std::map<std::string, JointState> states_; ///< by joint id
};

} // namespace zg
