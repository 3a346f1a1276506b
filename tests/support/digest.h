#pragma once
#include "component/result.h"
#include <string>

namespace zg::sample {

/// What the component method found for the job of a text, on one line: words and counts, sums in 15 digits, and a hash of every
/// bit. Sums are weighted by place so that an exchange of two values shows. Knows nothing of how a joint is stored.
struct Digest {
    std::string words;  ///< governing check, states, counts; or "refused"
    double values[5]{}; ///< use, checks, rows, stiffness, curves
    std::string bits;   ///< the same numbers to the last bit; comparable on one machine only
};
[[nodiscard]] Digest digestOf(const std::string& jobText);
[[nodiscard]] std::string lineOf(const Digest& digest);

} // namespace zg::sample
