#pragma once
#include "base/units.h"
#include "lists/job_lists.h"
#include <string>
#include <variant>
#include <vector>

namespace zg {

/// The lists as tables: window, files and report show these, the same rows in the same order.
struct ListTable {
    struct Column {
        std::string title;
        Quantity quantity = Quantity::None; ///< cells are in internal units
        bool isCount = false, isMoney = false;
    };
    /// Nothing, a text or a number.
    using Cell = std::variant<std::monostate, std::string, double>;
    std::string key, title; ///< key: "pieces", "bolts", "welds", "joints"
    std::vector<Column> columns;
    std::vector<std::vector<Cell>> rows;
    std::vector<Cell> total; ///< as long as the columns; nothing where there is no sense in a sum
    std::vector<std::string> notes;
};

/// One of them by its key; empty for another word.
[[nodiscard]] ListTable tableOf(const JobLists& lists, const std::string& key);
[[nodiscard]] std::vector<ListTable> tablesOf(const JobLists& lists);
/// Keys of the tables, for the command line.
inline constexpr const char* listKeys[] = {"joints", "pieces", "bolts", "welds", "cost"};

/// Heading with its unit ("mass [kg]"), and a cell as a person reads it.
[[nodiscard]] std::string headingOf(const ListTable::Column& column, const std::string& currency, UnitSystem units);
[[nodiscard]] std::string shownCell(const ListTable::Column& column, const ListTable::Cell& cell, UnitSystem units);
/// RFC 4180, commas, decimal points, heading row with units, total as last row.
[[nodiscard]] std::string csvOf(const ListTable& table, const std::string& currency, UnitSystem units);

} // namespace zg
