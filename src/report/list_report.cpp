#include "report/list_report.h"
#include <algorithm>

namespace zg {

TableBlock tableBlock(const ListTable& table, const std::string& currency, UnitSystem units,
                      const std::vector<std::string>& without) {
    std::vector<std::size_t> shown;
    for (std::size_t i = 0; i < table.columns.size(); ++i)
        if (std::find(without.begin(), without.end(), table.columns[i].title) == without.end()) shown.push_back(i);
    TableBlock t;
    const auto add = [&](const std::vector<ListTable::Cell>& cells) {
        std::vector<TableCell> row;
        for (const std::size_t i : shown) {
            TableCell cell;
            cell.text = shownCell(table.columns[i], cells[i], units);
            cell.isNumber = table.columns[i].isCount || table.columns[i].isMoney || table.columns[i].quantity != Quantity::None;
            row.push_back(std::move(cell));
        }
        t.rows.push_back(std::move(row));
    };
    for (const auto& cells : table.rows) add(cells);
    if (table.rows.size() > 1) add(table.total);
    // As wide as what they hold asks, words up to a third of the page.
    double all = 0;
    for (std::size_t k = 0; k < shown.size(); ++k) {
        t.head.push_back(headingOf(table.columns[shown[k]], currency, units));
        std::size_t longest = 5;
        for (const auto& row : t.rows) longest = std::max(longest, row[k].text.size());
        for (std::size_t from = 0; from < t.head[k].size();) { // headings break between words
            const std::size_t to = std::min(t.head[k].find(' ', from), t.head[k].size());
            longest = std::max(longest, to - from);
            from = to + 1;
        }
        t.widths.push_back(static_cast<double>(std::min<std::size_t>(longest, 34)) + 1.5);
        all += t.widths.back();
    }
    for (double& width : t.widths) width /= all;
    return t;
}

Document listsReport(const JobLists& lists, const std::string& job, UnitSystem units) {
    Document d;
    d.title = "Lists";
    d.subtitle = job;
    d.anchor = "lists";
    for (const ListTable& table : tablesOf(lists)) {
        d.heading(2, table.title);
        d.blocks.emplace_back(tableBlock(table, lists.currency, units));
        for (const std::string& note : table.notes) d.text(note, true);
    }
    if (!lists.leftOut.empty()) d.text("Not listed, because a joint is not complete: " + joined(lists.leftOut));
    return d;
}

} // namespace zg
