#pragma once
#include <algorithm>
#include <string>
#include <string_view>
#include <vector>

/// Look-up in lists whose elements have a series and a designation, within the catalogue only.
namespace zg {

/// Those whose designation, made `compact`, starts like the typed text, then those that hold it.
template <class T, class Compact>
[[nodiscard]] std::vector<const T*> searched(const std::vector<T>& all, std::string_view typed, std::string_view series,
                                             Compact compact) {
    const std::string wanted = compact(typed);
    std::vector<const T*> starting, containing;
    for (const T& x : all) {
        if (!series.empty() && x.series != series) continue;
        const auto at = compact(x.designation).find(wanted);
        if (at == 0)
            starting.push_back(&x);
        else if (at != std::string::npos)
            containing.push_back(&x);
    }
    starting.insert(starting.end(), containing.begin(), containing.end());
    return starting;
}

/// The series there are, in the order of the list.
template <class T> [[nodiscard]] std::vector<std::string> seriesOf(const std::vector<T>& all) {
    std::vector<std::string> names;
    for (const T& x : all)
        if (std::find(names.begin(), names.end(), x.series) == names.end()) names.push_back(x.series);
    return names;
}

} // namespace zg
