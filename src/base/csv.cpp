#include "base/csv.h"
#include <csv.h>
#include <memory>

namespace zg {
namespace {

constexpr std::size_t mostRows = 100'000, mostCells = 500;

struct Collected {
    CsvRows rows;
    std::vector<std::string> row;
    bool isTooLarge = false;
};

void field(void* bytes, std::size_t count, void* to) {
    auto& collected = *static_cast<Collected*>(to);
    if (collected.row.size() >= mostCells) {
        collected.isTooLarge = true;
        return;
    }
    collected.row.emplace_back(static_cast<const char*>(bytes), count);
}
void endOfRow(int, void* to) {
    auto& collected = *static_cast<Collected*>(to);
    if (collected.rows.size() >= mostRows)
        collected.isTooLarge = true;
    else
        collected.rows.push_back(std::move(collected.row));
    collected.row.clear();
}

} // namespace

tl::expected<CsvRows, std::string> readCsv(std::string_view text, char separator) {
    if (text.substr(0, 3) == "\xef\xbb\xbf") text.remove_prefix(3);
    if (text.substr(0, 2) == "\xff\xfe" || text.substr(0, 2) == "\xfe\xff")
        return tl::unexpected(std::string("The table is UTF-16; save it as UTF-8."));
    if (text.find('\0') != std::string_view::npos)
        return tl::unexpected(std::string("The table holds NUL bytes: it is no text."));
    csv_parser parser;
    if (csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI) != 0) throw std::bad_alloc();
    const std::unique_ptr<csv_parser, void (*)(csv_parser*)> free(&parser, &csv_free);
    csv_set_delim(&parser, static_cast<unsigned char>(separator));
    Collected collected;
    const std::size_t read = csv_parse(&parser, text.data(), text.size(), &field, &endOfRow, &collected);
    const auto at = [&] { return "Row " + std::to_string(collected.rows.size() + 1); };
    if (read != text.size())
        return tl::unexpected(at() + " has a quote where none may stand; a field with quotes is quoted and its quotes doubled.");
    if (csv_fini(&parser, &field, &endOfRow, &collected) != 0) return tl::unexpected(at() + " has a quote that is never closed.");
    if (collected.isTooLarge)
        return tl::unexpected("The table has more than " + std::to_string(mostRows) + " rows or " + std::to_string(mostCells) +
                              " columns.");
    return std::move(collected.rows);
}

std::string csvQuoted(std::string_view text) {
    std::string field(2 * text.size() + 2, '\0'); // every letter a quote
    field.resize(csv_write(field.data(), field.size(), text.data(), text.size()));
    return field;
}

} // namespace zg
