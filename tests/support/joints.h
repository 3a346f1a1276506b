#pragma once
#include "component/verify.h"
#include "support/parts.h"
#include <catch2/catch.hpp>

/// Joints that several tests start from.
namespace zg::sample {

/// One-sided joint with one action set; `reach` as in the first layout.
[[nodiscard]] Job extendedJob();
/// Job around one joint.
[[nodiscard]] Job jobOf(const Joint& joint);
/// Result that must exist: fails the test with the reasons otherwise.
[[nodiscard]] JointResult verified(const Job& job, std::size_t joint = 0);
[[nodiscard]] ActionSet actions(const char* id, double N, double V, double M);
[[nodiscard]] Job demo();
/// The three joints of docs/theory/worked-examples.md.
[[nodiscard]] Joint workedFlush();
[[nodiscard]] Joint workedExtended();
[[nodiscard]] Joint workedRoof();

} // namespace zg::sample
