#include "catalogue/stock.h"
#include "catalogue/table.h"

namespace zg {
namespace embedded {
extern const char* const stock_csv;
}

namespace {
std::vector<StockSize> sizes(const char* category, const char* system, const char* column) {
    static const Table table(embedded::stock_csv);
    std::vector<StockSize> list;
    for (std::size_t i = 0; i < table.rowCount(); ++i) {
        if (table.text(i, "category") != category || table.text(i, "system") != system) continue;
        list.push_back({table.text(i, "designation"), table.required(i, column), table.required(i, "preference") == 1});
    }
    return list;
}
} // namespace

const std::vector<StockSize>& stockBoltLengths(const std::string& set) {
    static const std::vector<StockSize> iso = sizes("bolt-length", "ISO", "size_mm");
    static const std::vector<StockSize> preloading = sizes("bolt-length", "HR;HV", "size_mm");
    static const std::vector<StockSize> us = sizes("bolt-length", "US", "size_mm");
    return set == "US" ? us : set == "ISO" ? iso : preloading;
}
std::vector<StockSize> stockPlates(bool isUs) { return sizes("plate", isUs ? "US" : "metric", "size_mm"); }
std::vector<StockSize> stockFillets(bool isUs) { return sizes("fillet", isUs ? "US" : "metric", "throat_mm"); }

} // namespace zg
