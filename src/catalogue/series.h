#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// The next heavier sections of the same series, at most so many; none for a designation that is not in the catalogue.
[[nodiscard]] std::vector<std::string> heavierInSeries(std::string_view designation, std::size_t most);

} // namespace zg
