#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Comma-separated table with one header line, read by column name. Blank cells are absent, never zero.
class Table {
public:
    explicit Table(std::string_view csv);
    [[nodiscard]] std::size_t rowCount() const { return rows_.size(); }
    [[nodiscard]] const std::string& text(std::size_t row, std::string_view column) const;
    [[nodiscard]] std::optional<double> number(std::size_t row, std::string_view column) const;
    /// For columns that are filled in every row of the table: a blank is an error of the table itself.
    [[nodiscard]] double required(std::size_t row, std::string_view column) const;

private:
    [[nodiscard]] std::size_t column(std::string_view name) const;
    std::vector<std::string> header_;
    std::vector<std::vector<std::string>> rows_;
};

} // namespace zg
