#pragma once
#include <exception>
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
/// Small letters for the capitals of ASCII, whatever the locale.
[[nodiscard]] std::string lowered(std::string_view text);
/// A capital for a first letter of ASCII.
[[nodiscard]] std::string capitalised(std::string text);
[[nodiscard]] std::string trimmed(std::string_view text);
[[nodiscard]] std::vector<std::string> split(std::string_view text, char separator);
[[nodiscard]] std::string escapedMarkup(std::string_view text);
/// For a terminal or a message: control characters, signs that turn the direction of writing and bytes that are no UTF-8 are
/// shown as "\\x1b" instead of being obeyed. Line ends and tabs stay where `keepsLines`.
[[nodiscard]] std::string printable(std::string_view text, bool keepsLines = false);
/// Whether the text holds a character that printable() would not let through.
[[nodiscard]] bool hasControl(std::string_view text);
/// What went wrong, in words for a person; a lack of memory among it.
[[nodiscard]] std::string reasonOf(const std::exception& failure);
/// Characters of a text in UTF-8.
[[nodiscard]] std::size_t characterCount(std::string_view text);
/// The word of a list that a mistyped one was most likely meant to be; nothing when none is near.
[[nodiscard]] std::optional<std::string> nearest(std::string_view typed, const std::vector<std::string>& known);

} // namespace zg
