#pragma once
#include "base/units.h"
#include <optional>
#include <string>
#include <string_view>

namespace zg {

/// A unit of force or moment as people write it: how many N or N mm it holds.
struct ReadUnit {
    Quantity quantity = Quantity::Force;
    double factor = 1;
};

/// Reads "kN", "kN·m", "kN m", "lb-ft", "ft-kip", "daN", "kgf m", "t" and so on. Upper and lower case count where they tell two
/// units apart: MN is mega, mN is milli and not taken. Nothing when it is no unit or could be two.
[[nodiscard]] std::optional<ReadUnit> readUnit(std::string_view text);
/// What readUnit understands, for messages.
[[nodiscard]] const char* understoodUnits(Quantity quantity);

} // namespace zg
