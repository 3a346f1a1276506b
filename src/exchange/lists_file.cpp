#include "exchange/lists_file.h"
#include "exchange/written_bytes.h"
#include <algorithm>
#include <cstdlib>
#include <nlohmann/json.hpp>
#include <xlsxwriter.h>

namespace zg {
namespace {

/// A cell in the units shown, to the decimals shown: the number that people read elsewhere.
double roundedCell(const ListTable::Column& column, double value, UnitSystem units) {
    return std::strtod(shownCell(column, value, units).c_str(), nullptr);
}

class Book {
public:
    Book(UnitSystem units, const std::string& path) : units_(units) {
        book_ = workbook_new(path.c_str());
        if (!book_) return;
        head_ = workbook_add_format(book_);
        format_set_bold(head_);
        format_set_text_wrap(head_);
        format_set_bottom(head_, LXW_BORDER_THIN);
        sum_ = workbook_add_format(book_);
        format_set_bold(sum_);
        format_set_top(sum_, LXW_BORDER_THIN);
    }
    ~Book() {
        if (book_) (void)workbook_close(book_);
    }
    Book(const Book&) = delete;
    Book& operator=(const Book&) = delete;

    bool add(const ListTable& table, const std::string& currency) {
        lxw_worksheet* sheet = book_ ? workbook_add_worksheet(book_, table.title.c_str()) : nullptr;
        if (!sheet) return false;
        const auto column = [](std::size_t c) { return static_cast<lxw_col_t>(c); };
        lxw_row_t at = 0;
        for (std::size_t c = 0; c < table.columns.size(); ++c) {
            isFine_ &= worksheet_write_string(sheet, at, column(c), headingOf(table.columns[c], currency, units_).c_str(),
                                              head_) == LXW_NO_ERROR;
            std::size_t widest = 8;
            for (const auto& row : table.rows) widest = std::max(widest, shownCell(table.columns[c], row[c], units_).size() + 2);
            (void)worksheet_set_column(sheet, column(c), column(c), static_cast<double>(std::min<std::size_t>(widest, 48)),
                                       nullptr);
        }
        for (const auto& row : table.rows) write(sheet, ++at, table, row, nullptr);
        write(sheet, ++at, table, table.total, sum_);
        ++at;
        for (const std::string& note : table.notes)
            isFine_ &= worksheet_write_string(sheet, ++at, 0, note.c_str(), nullptr) == LXW_NO_ERROR;
        worksheet_freeze_panes(sheet, 1, 0);
        return isFine_;
    }

    /// Whether all of it is in the file.
    bool close() {
        lxw_workbook* book = book_;
        book_ = nullptr;
        return book && workbook_close(book) == LXW_NO_ERROR && isFine_;
    }

private:
    void write(lxw_worksheet* sheet, lxw_row_t at, const ListTable& table, const std::vector<ListTable::Cell>& cells,
               lxw_format* format) {
        for (std::size_t c = 0; c < cells.size(); ++c) {
            const auto col = static_cast<lxw_col_t>(c);
            if (const auto* text = std::get_if<std::string>(&cells[c]))
                isFine_ &= worksheet_write_string(sheet, at, col, text->c_str(), format) == LXW_NO_ERROR;
            else if (const auto* number = std::get_if<double>(&cells[c]))
                isFine_ &= worksheet_write_number(sheet, at, col, roundedCell(table.columns[c], *number, units_), format) ==
                           LXW_NO_ERROR;
        }
    }

    UnitSystem units_;
    lxw_workbook* book_ = nullptr;
    lxw_format *head_ = nullptr, *sum_ = nullptr;
    bool isFine_ = true;
};

} // namespace

tl::expected<std::string, Diagnostic> workbookOf(const std::vector<ListTable>& tables, const std::string& currency,
                                                 UnitSystem units) {
    return writtenBytes("lists.xlsx", [&](const std::string& path) {
        Book book(units, path);
        for (const ListTable& table : tables)
            if (!book.add(table, currency)) return false;
        return book.close();
    });
}

std::string listsJson(const std::vector<ListTable>& tables, const std::string& currency, UnitSystem units) {
    nlohmann::ordered_json all = nlohmann::ordered_json::array();
    for (const ListTable& table : tables) {
        nlohmann::ordered_json t{{"table", table.key}, {"title", table.title}};
        for (const ListTable::Column& c : table.columns)
            t["columns"].push_back({{"title", c.title}, {"unit", c.isMoney ? currency : unitOf(c.quantity, units).symbol}});
        const auto list = [&](const std::vector<ListTable::Cell>& cells) {
            nlohmann::ordered_json row = nlohmann::ordered_json::array();
            for (std::size_t i = 0; i < cells.size(); ++i) {
                if (const auto* text = std::get_if<std::string>(&cells[i]))
                    row.push_back(*text);
                else if (const auto* number = std::get_if<double>(&cells[i]))
                    row.push_back(roundedCell(table.columns[i], *number, units));
                else
                    row.push_back(nullptr);
            }
            return row;
        };
        t["rows"] = nlohmann::ordered_json::array();
        for (const auto& row : table.rows) t["rows"].push_back(list(row));
        t["total"] = list(table.total);
        t["notes"] = table.notes;
        all.push_back(std::move(t));
    }
    return nlohmann::ordered_json{{"format", "zealous-girder-lists"}, {"version", 1}, {"tables", std::move(all)}}.dump(
               1, ' ', false, nlohmann::json::error_handler_t::replace) +
           "\n";
}

} // namespace zg
