#pragma once
#include "base/diagnostic.h"
#include "lists/tables.h"
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace zg {

/// Workbook (Office Open XML) with one sheet a table: numbers as numbers in the units shown, texts never as formulas. Bytes of
/// the file.
[[nodiscard]] tl::expected<std::string, Diagnostic> workbookOf(const std::vector<ListTable>& tables, const std::string& currency,
                                                               UnitSystem units);
/// The same tables as JSON, with a unit for each column.
[[nodiscard]] std::string listsJson(const std::vector<ListTable>& tables, const std::string& currency, UnitSystem units);

} // namespace zg
