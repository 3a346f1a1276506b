#pragma once
#include <string>
#include <vector>

namespace zg {

/// Trade sizes, so that the bench can offer what can be bought. `size` is the plate thickness or the fillet throat.
struct StockSize {
    std::string designation;
    double size = 0;
    bool isUsual = true;
};

/// Plates by thickness; `isUs` selects inch sizes.
[[nodiscard]] std::vector<StockSize> stockPlates(bool isUs);
[[nodiscard]] std::vector<StockSize> stockFillets(bool isUs);
/// Lengths under the head of bolts of a set (ISO, HR, HV, US), rising. Not every diameter has every length.
[[nodiscard]] const std::vector<StockSize>& stockBoltLengths(const std::string& set);

} // namespace zg
