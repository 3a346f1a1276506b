#include "catalogue/table.h"
#include "base/text.h"
#include <algorithm>
#include <stdexcept>

namespace zg {

Table::Table(std::string_view csv) {
    for (const std::string& line : split(csv, '\n')) {
        if (line.empty()) continue;
        auto cells = split(line, ',');
        if (header_.empty())
            header_ = std::move(cells);
        else
            rows_.push_back(std::move(cells));
    }
}

std::size_t Table::column(std::string_view name) const {
    const auto at = std::find(header_.begin(), header_.end(), name);
    if (at == header_.end()) throw std::logic_error("table has no column " + std::string(name));
    return static_cast<std::size_t>(at - header_.begin());
}

const std::string& Table::text(std::size_t row, std::string_view name) const { return rows_.at(row).at(column(name)); }

std::optional<double> Table::number(std::size_t row, std::string_view name) const { return readNumber(text(row, name)); }

double Table::required(std::size_t row, std::string_view name) const {
    const auto value = number(row, name);
    if (!value) throw std::logic_error("table row without " + std::string(name));
    return *value;
}

} // namespace zg
