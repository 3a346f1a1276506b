#pragma once
#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

namespace zg {

using CsvRows = std::vector<std::vector<std::string>>;

/// Rows of a table by RFC 4180 (quoted fields, doubled quotes, line ends inside quotes); blank lines are left out, a byte-order
/// mark and blanks around unquoted fields too. The error is a sentence with the row that could not be read.
[[nodiscard]] tl::expected<CsvRows, std::string> readCsv(std::string_view text, char separator);

/// A field in quotes, quotes in it doubled.
[[nodiscard]] std::string csvQuoted(std::string_view text);

} // namespace zg
