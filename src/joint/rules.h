#pragma once
#include "base/fields.h"

namespace zg {

/// By whose rules something is verified.
enum class RuleSet { European, American, Both };
template <> struct EnumNames<RuleSet> { static constexpr const char* names[] = {"European", "American", "both"}; };
[[nodiscard]] inline bool isEuropean(RuleSet rules) { return rules != RuleSet::American; }
[[nodiscard]] inline bool isAmerican(RuleSet rules) { return rules != RuleSet::European; }

/// What formulas of AISC 360-16 need in SI: mm, MPa.
inline constexpr double inch = 25.4, ksi = 6.894757293168361;
inline constexpr double usModulus = 29000 * ksi;

} // namespace zg
