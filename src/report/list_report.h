#pragma once
#include "lists/tables.h"
#include "report/document.h"

namespace zg {

/// A list as a block: its sum as the last row. `columns`: keys are titles of columns to leave out.
[[nodiscard]] TableBlock tableBlock(const ListTable& table, const std::string& currency, UnitSystem units,
                                    const std::vector<std::string>& without = {});
/// Lists of the job as a document: joints, pieces, bolts, welds, cost, what is left out and why.
[[nodiscard]] Document listsReport(const JobLists& lists, const std::string& job, UnitSystem units);

} // namespace zg
