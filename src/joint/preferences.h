#pragma once
#include "base/fields.h"
#include <string>
#include <vector>

namespace zg {

/// A bolt in stock.
struct StockBolt {
    static constexpr bool hasFields = true;
    std::string size = "M20", grade = "8.8";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"size", Quantity::None, 0, 0, "bolt size"}, s.size);
        v(Field{"class", Quantity::None, 0, 0, "property class"}, s.grade);
    }
};

/// What a search for a layout keeps to.
struct Preferences {
    static constexpr bool hasFields = true;
    std::vector<StockBolt> bolts; ///< the usual ones from 16 to 30 mm of the set in use when empty
    bool hasWebPlates = true, hasDiagonals = true, hasBackingPlates = false, hasRibs = true, hasOneBolt = false;
    double most = 1.0;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"bolts", Quantity::None, 0, 0, "bolts in stock; when empty the usual ones from 16 to 30 mm of the set in use"},
          s.bolts);
        v(Field{"web_plates", Quantity::None, 0, 0, "supplementary web plates may be proposed"}, s.hasWebPlates);
        v(Field{"diagonals", Quantity::None, 0, 0, "diagonal stiffeners may be proposed"}, s.hasDiagonals);
        v(Field{"backing_plates", Quantity::None, 0, 0, "backing plates may be proposed"}, s.hasBackingPlates);
        v(Field{"ribs", Quantity::None, 0, 0, "ribs on end plates may be proposed"}, s.hasRibs);
        v(Field{"one_bolt", Quantity::None, 0, 0, "one size and class of bolt in all joints laid out together"}, s.hasOneBolt);
        v(Field{"most", Quantity::Ratio, 0.3, 1, "utilisation that a proposed layout may come to"}, s.most);
    }
};

} // namespace zg
