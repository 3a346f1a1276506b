#pragma once
#include <string>
#include <vector>

/// One number of the plate engine next to one that does not come from it.
struct FeRow {
    std::string id;   ///< of the case in docs/verification-fe.md
    std::string what; ///< quantity and unit
    std::string mesh; ///<
    double value = 0; ///< computed
    double reference = 0;
    double low = 0, high = 0; ///< allowed value/reference - 1; for a reference of 0: allowed absolute difference
    std::string source;       ///< closed form, independent method, author and year
};
using FeRows = std::vector<FeRow>;

/// A group of cases, run together: title, and what computes it.
struct FeCases {
    std::string title;
    FeRows (*run)();
};

/// All groups, in the order of the page.
const std::vector<FeCases>& allFeCases();

inline void addRow(FeRows& rows, const std::string& id, const std::string& what, const std::string& mesh, double value,
                   double reference, double tolerance, const std::string& source) {
    rows.push_back({id, what, mesh, value, reference, -tolerance, tolerance, source});
}

[[nodiscard]] inline bool isWithin(const FeRow& r) {
    const double off = r.reference == 0 ? r.value : r.value / r.reference - 1;
    return off >= r.low && off <= r.high;
}
