#include "catalogue/table.h"
#include "base/csv.h"
#include "base/number_column.h"
#include <algorithm>
#include <stdexcept>

namespace zg {

Table::Table(std::string_view csv) {
    auto rows = readCsv(csv, ',');
    if (!rows || rows->empty()) throw std::logic_error(rows ? "an empty table" : rows.error());
    header_ = std::move(rows->front());
    rows->erase(rows->begin());
    rows_ = std::move(*rows);
    for (const auto& row : rows_)
        if (row.size() != header_.size()) throw std::logic_error("table row \"" + row.front() + "\" has another count of cells");
}

std::size_t Table::column(std::string_view name) const {
    const auto at = std::find(header_.begin(), header_.end(), name);
    if (at == header_.end()) throw std::logic_error("table has no column " + std::string(name));
    return static_cast<std::size_t>(at - header_.begin());
}

const std::string& Table::text(std::size_t row, std::string_view name) const { return rows_.at(row).at(column(name)); }

std::optional<double> Table::number(std::size_t row, std::string_view name) const {
    return readNumber(text(row, name), DecimalSign::Point);
}

double Table::required(std::size_t row, std::string_view name) const {
    const auto value = number(row, name);
    if (!value) throw std::logic_error("table row without " + std::string(name));
    return *value;
}

} // namespace zg
