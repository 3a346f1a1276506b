#pragma once
#include "base/fields.h"
#include "joint/end_id.h"
#include "joint/haunch.h"
#include <variant>

namespace zg {

/// Where a framing member goes, seen on the elevation: in its plane, or out of it towards the reader or away.
enum class Direction { Right, Left, Front, Back };
enum class EndCarries { InPlane, Everything };
template <> struct EnumNames<Direction> { static constexpr const char* names[] = {"right", "left", "front", "back"}; };
template <> struct EnumNames<EndCarries> { static constexpr const char* names[] = {"in plane", "everything"}; };

/// What a member is made of.
struct MemberSpec {
    std::string section;
    std::string steel = "S355";
};

/// A member that passes through the node, upright; it may end above it. Levels count from the node's level, upwards.
struct Through {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "through";
    std::optional<double> endAbove;
    std::optional<double> storeyHeight;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"end_above", Quantity::Length, -500, 10000,
                "top end of the column above the node's level; continues when absent"},
          s.endAbove);
        v(Field{"storey_height", Quantity::Length, 500, 100000, "column length of the storey, for the condition Kb/Kc"},
          s.storeyHeight);
    }
};

/// A member that ends at the node.
struct Framing {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "framing";
    Direction direction = Direction::Right;
    double slope = 0;                 ///< positive: it rises away from the node
    double level = 0;                 ///< of its top flange's outer face at the connection, above the node's level
    std::optional<double> span;       ///< for the class by stiffness
    std::optional<EndCarries> farEnd; ///< what its far end carries in the plate model; by its forces when absent
    std::optional<double> gravityShear, gravityLoad;
    std::optional<double> cutFrom, cutLength, cutDepth; ///< of a reduced section; all three or none
    std::optional<HaunchSpec> haunchBelow, haunchAbove;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"direction", Quantity::None, 0, 0, "where it goes: right, left, front (towards the reader) or back"},
          s.direction);
        v(Field{"slope", Quantity::Angle, -0.96, 0.96, "slope of the beam, positive rising away from the column"}, s.slope);
        v(Field{"level", Quantity::Length, -3000, 3000, "top flange above the node's level"}, s.level);
        v(Field{"span", Quantity::Length, 200, 200000, "beam span between column centres, for the class by stiffness"}, s.span);
        v(Field{"far_end", Quantity::None, 0, 0, "what its far end carries in the plate model; by its forces when absent"},
          s.farEnd);
        v(Field{"gravity_shear", Quantity::Force, -1e9, 1e9,
                "shear V_Ed,G from gravity in the seismic situation (EN 1998-1:2004 6.6.2)"},
          s.gravityShear);
        v(Field{"gravity_load", Quantity::LineForce, -1000, 10000,
                "load along the beam from gravity in the seismic situation, downwards; gives V_Ed,G where no shear is given"},
          s.gravityLoad);
        v(Field{"cut_from", Quantity::Length, 0, 5000, "reduced section: from the beam's end to where its flanges are cut away"},
          s.cutFrom);
        v(Field{"cut_length", Quantity::Length, 1, 5000, "reduced section: length of the cut along the beam"}, s.cutLength);
        v(Field{"cut_depth", Quantity::Length, 0.1, 500,
                "reduced section: what is cut from each edge of both flanges at its middle"},
          s.cutDepth);
        v(Field{"haunch_below", Quantity::None, 0, 0, "haunch under its bottom flange"}, s.haunchBelow);
        v(Field{"haunch_above", Quantity::None, 0, 0, "haunch on its top flange"}, s.haunchAbove);
    }
};

struct Member {
    static constexpr bool hasFields = true;
    EndId id;
    std::string section;
    std::string steel = "S355";
    std::variant<Through, Framing> placement = Framing{};
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"id", Quantity::None, 0, 0, "name of the member in this joint"}, s.id);
        v(Field{"section", Quantity::None, 0, 0, "designation in the catalogue or in the job's own sections"}, s.section);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
        v(Field{"placement", Quantity::None, 0, 0, "whether it passes through the node or ends at it"}, s.placement);
    }
};

} // namespace zg
