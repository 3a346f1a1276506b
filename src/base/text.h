#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Number with a fixed count of decimals and a decimal point, independent of the locale; never "-0.0".
[[nodiscard]] std::string fixedDecimals(double value, int decimals);
/// Number with about the given significant digits, plain notation where a person would write it so.
[[nodiscard]] std::string significant(double value, int digits);
[[nodiscard]] std::string withoutTrailingZeros(std::string text);
/// Reads a number written with a decimal point or, where unambiguous, a decimal comma; nothing if it is not a finite number.
[[nodiscard]] std::optional<double> readNumber(std::string_view text);
[[nodiscard]] std::string lowered(std::string_view text);
[[nodiscard]] std::string trimmed(std::string_view text);
[[nodiscard]] std::vector<std::string> split(std::string_view text, char separator);
[[nodiscard]] std::string escapedMarkup(std::string_view text);

} // namespace zg
