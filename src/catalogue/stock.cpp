#include "catalogue/stock.h"
#include "catalogue/table.h"

namespace zg {
namespace embedded {
extern const char* const stock_csv;
}

namespace {
std::vector<StockSize> sizes(const char* category, bool isUs, const char* column) {
    static const Table table(embedded::stock_csv);
    std::vector<StockSize> list;
    for (std::size_t i = 0; i < table.rowCount(); ++i) {
        if (table.text(i, "category") != category || table.text(i, "system") != (isUs ? "US" : "metric")) continue;
        list.push_back({table.text(i, "designation"), table.required(i, column), table.required(i, "preference") == 1});
    }
    return list;
}
} // namespace

std::vector<StockSize> stockPlates(bool isUs) { return sizes("plate", isUs, "size_mm"); }
std::vector<StockSize> stockFillets(bool isUs) { return sizes("fillet", isUs, "throat_mm"); }

} // namespace zg
