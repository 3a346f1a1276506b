#include "catalogue/friction.h"
#include "catalogue/table.h"
#include <stdexcept>
#include <string>

namespace zg {
namespace embedded {
extern const char* const slip_csv;
} // namespace embedded

namespace {
double valueOf(const std::string& code) {
    static const Table table(embedded::slip_csv);
    for (std::size_t i = 0; i < table.rowCount(); ++i)
        if (table.text(i, "code") == code) return table.required(i, "value");
    throw std::logic_error("slip.csv has no row " + code);
}
} // namespace

double slipFactor(std::string_view frictionClass) { return valueOf("EN-" + std::string(frictionClass)); }
double holeFactor(bool isOversize) { return valueOf(isOversize ? "EN-oversize" : "EN-normal"); }

} // namespace zg
