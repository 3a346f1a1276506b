#pragma once
#include "component/result.h"
#include <optional>
#include <vector>

namespace zg {

struct Joint;

/// A set that cannot govern: another one asks for at least as much of everything that it asks for.
struct DominatedSet {
    int set = -1, by = -1; ///< places in the joint's list; `by` is kept, and leads in what this one uses most
    Check most;            ///< what it uses most, by the component method
    double byUse = 0;      ///< of the same in the other set
    /// Nothing, or the part (0 to 1) of the other set's forces that this one's are: then it cannot govern by plates either, where
    /// a run of the other passes through it.
    std::optional<double> share;
};

/// Sets of the result that govern no check of any kind, part and sense by the component method, computed and not guessed: of
/// equal ones the first is kept. Results of the kept sets alone have the same governing check, verdict and worst use of every
/// kind.
[[nodiscard]] std::vector<DominatedSet> dominatedSets(const JointResult& result);
/// Takes them out of the joint that the result is of.
void dropSets(Joint& joint, const std::vector<DominatedSet>& dominated);

} // namespace zg
