#pragma once
#include "joint/blocks.h"
#include "joint/end_id.h"
#include <variant>

namespace zg {

enum class FlangeSide { Top, Bottom };
template <> struct EnumNames<FlangeSide> { static constexpr const char* names[] = {"top", "bottom"}; };

/// The place a fitting follows: a flange of the member that a connection joins.
struct Anchor {
    static constexpr bool hasFields = true;
    EndId connection;
    FlangeSide flange = FlangeSide::Top;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"connection", Quantity::None, 0, 0, "the connection whose flange it follows"}, s.connection);
        v(Field{"flange", Quantity::None, 0, 0, "which flange of the member joined"}, s.flange);
    }
};

/// A plate that strengthens a member: on the member `on`, at a flange of a connection or (web plates, diagonals) at the node.
struct Fitting {
    static constexpr bool hasFields = true;
    EndId on;
    std::optional<Anchor> at;
    std::variant<StiffenerSpec, DoublerSpec, DiagonalSpec, BackingSpec, RibSpec, TopPlateSpec> how;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"on", Quantity::None, 0, 0, "the member it strengthens"}, s.on);
        v(Field{"at", Quantity::None, 0, 0, "the flange it follows; absent for web plates and diagonals"}, s.at);
        v(Field{"how", Quantity::None, 0, 0, "the kind of fitting"}, s.how);
    }
};

} // namespace zg
