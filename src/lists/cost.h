#pragma once
#include <string>

namespace zg {

struct BoltOrder;
struct Piece;
struct Prices;
struct WeldLine;

/// What something costs, by what it is spent on, in the currency of the prices.
struct Cost {
    double material = 0, cutting = 0, handling = 0, holes = 0, welding = 0, bolts = 0, erection = 0, coating = 0;
    [[nodiscard]] double total() const { return material + cutting + handling + holes + welding + bolts + erection + coating; }
    Cost& operator+=(const Cost& other);
    [[nodiscard]] Cost times(double count) const;
};

[[nodiscard]] Cost costOf(const Piece& piece, const Prices& prices);
/// One bolt, with its holes in members; those in plates are the plates'.
[[nodiscard]] Cost costOf(const BoltOrder& order, int memberPlies, const Prices& prices);
[[nodiscard]] Cost costOf(const WeldLine& line, const Prices& prices);

} // namespace zg
