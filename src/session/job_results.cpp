#include "session/job_results.h"
#include "component/verify.h"
#include "joint/plate_key.h"

namespace zg {

std::shared_ptr<const BuiltJoint> JointState::built() const {
    if (!built_ && resolved) {
        Assembly assembly = buildAssembly(*resolved);
        std::vector<Clash> clashes = clashesOf(assembly);
        built_ = std::make_shared<const BuiltJoint>(BuiltJoint{std::move(assembly), std::move(clashes)});
    }
    return built_;
}

const JointState& JobResults::of(const Job& job, const Joint& joint) {
    const std::uint64_t key = resultKey(job, joint), plates = plateKey(job, joint);
    JointState& state = states_[joint.id];
    if (state.key == key && (state.result || !state.problems.empty()) && (!state.result || state.result->mark == joint.mark)) {
        // Titles of sets are no part of the key but are shown with the result.
        if (plates == state.plates || !state.resolved) return state;
        // Choices of the plate method changed: the result stands, the joint that the plates read is another.
        if (auto again = resolve(job, joint)) state.resolved = std::make_shared<const ResolvedJoint>(std::move(*again));
        state.plates = plates;
        return state;
    }
    state = {};
    state.key = key;
    state.plates = plates;
    auto resolved = resolve(job, joint);
    if (!resolved) {
        state.problems = std::move(resolved.error());
        return state;
    }
    state.result = std::make_shared<const JointResult>(verify(*resolved, key));
    state.resolved = std::make_shared<const ResolvedJoint>(std::move(*resolved));
    return state;
}

} // namespace zg
