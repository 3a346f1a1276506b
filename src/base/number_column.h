#pragma once
#include <optional>
#include <string>
#include <string_view>

namespace zg {

/// How numbers are written in a table: which sign stands before the decimals.
enum class DecimalSign { Unknown, Point, Comma, Contradictory };

/// What one number tells of it: "12,5" a comma, "12.5" and "1,250,000" a point, "1,250" and "1.250" nothing.
[[nodiscard]] DecimalSign decimalSignOf(std::string_view number);
/// Two findings together.
[[nodiscard]] DecimalSign together(DecimalSign a, DecimalSign b);
/// Whether the number reads differently under the two signs, both being possible ("1,250").
[[nodiscard]] bool isAmbiguous(std::string_view number);
/// Reads a number with that decimal sign; groups of three digits may be parted by the other sign, a blank or an apostrophe.
/// Nothing when it is no finite number so written.
[[nodiscard]] std::optional<double> readNumber(std::string_view number, DecimalSign sign);
/// Reads a number that stands alone, with a decimal point or a decimal comma; nothing for "1,250", which may be either.
[[nodiscard]] std::optional<double> readNumber(std::string_view number);

} // namespace zg
