#pragma once
#include <cstdint>

namespace zg {

struct Job;
struct Joint;

/// Hash of everything a result of the plate method depends on. Marks, titles and names of sets are not part of it, nor what only
/// the component method asks for.
[[nodiscard]] std::uint64_t plateKey(const Job& job, const Joint& joint);

} // namespace zg
