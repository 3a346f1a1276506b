#pragma once
#include <cstdint>
#include <string>

/// Seeded random jobs of one joint as the first version of the job file wrote them: text, so that they outlive every change of
/// the structures. Wide on purpose: thick and thin plates, rows that do not fit, fittings in any mix, all choices of settings.
namespace zg::sample {

[[nodiscard]] std::string v1Job(std::uint32_t seed);

} // namespace zg::sample
