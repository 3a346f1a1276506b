#pragma once
#include "joint/blocks.h"
#include "joint/end_id.h"
#include <variant>

namespace zg {

/// The second plate of a splice, on the end of the member joined: the same outline, its own thickness and welds.
struct OtherPlate {
    static constexpr bool hasFields = true;
    double thickness = 20;
    std::string steel = "S355";
    WeldSpec topWeld, bottomWeld, webWeld;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 200, "thickness of the other end plate"}, s.thickness);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
        v(Field{"weld_top", Quantity::None, 0, 0, "weld of the top flange"}, s.topWeld);
        v(Field{"weld_bottom", Quantity::None, 0, 0, "weld of the bottom flange"}, s.bottomWeld);
        v(Field{"weld_web", Quantity::None, 0, 0, "weld of the web"}, s.webWeld);
    }
};

/// End plate welded to the member's end and bolted: to a column's flange, or to the end plate of another member's end.
struct EndPlate {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "end_plate";
    EndPlateSpec plate;
    BoltSpec bolts;
    std::vector<BoltRowSpec> rows;
    WeldSpec topWeld, bottomWeld, webWeld;
    bool bearsInCompression = false;
    std::optional<OtherPlate> other; ///< of a splice; as this one when absent
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"plate", Quantity::None, 0, 0, "the end plate"}, s.plate);
        v(Field{"bolts", Quantity::None, 0, 0, "the bolts"}, s.bolts);
        v(Field{"rows", Quantity::None, 0, 0, "bolt rows, free list"}, s.rows);
        v(Field{"weld_top", Quantity::None, 0, 0, "weld of the top flange"}, s.topWeld);
        v(Field{"weld_bottom", Quantity::None, 0, 0, "weld of the bottom flange"}, s.bottomWeld);
        v(Field{"weld_web", Quantity::None, 0, 0, "weld of the web"}, s.webWeld);
        v(Field{"compression_by_bearing", Quantity::None, 0, 0, "the beam end is prepared for full contact in bearing"},
          s.bearsInCompression);
        v(Field{"other", Quantity::None, 0, 0, "the other end plate of a splice, where it differs"}, s.other);
    }
};

/// Fin plate welded to the support and bolted to one side of the member's web, for shear.
struct FinPlate {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "fin_plate";
    double thickness = 10, depth = 180;
    double top = 60;       ///< its upper edge below the outer face of the member's top flange
    double gap = 10;       ///< support's face to the member's end
    double firstLine = 50; ///< support's face to the first line of bolts
    int lines = 1;
    double linePitch = 60; ///< between two lines
    double edge = 40;      ///< last line to the plate's edge
    int rows = 3;
    double firstRow = 40; ///< below the plate's upper edge
    double pitch = 50;
    double throat = 5;
    std::string steel = "S275";
    std::string size = "M20";
    std::string grade = "8.8";
    HoleKind holes = HoleKind::Normal;
    bool threadInShearPlane = true;
    std::optional<SlipLimit> slip;
    FrictionClass surface = FrictionClass::D;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 60, "fin plate thickness"}, s.thickness);
        v(Field{"depth", Quantity::Length, 40, 2000, "depth of the fin plate"}, s.depth);
        v(Field{"top", Quantity::Length, -200, 3000, "its upper edge below the outer face of the beam's top flange"}, s.top);
        v(Field{"gap", Quantity::Length, 0, 300, "face of the support to the end of the beam"}, s.gap);
        v(Field{"first_line", Quantity::Length, 10, 600, "face of the support to the first line of bolts"}, s.firstLine);
        v(Field{"lines", Quantity::None, 1, 2, "lines of bolts"}, s.lines);
        v(Field{"line_pitch", Quantity::Length, 20, 300, "distance of two lines"}, s.linePitch);
        v(Field{"edge", Quantity::Length, 10, 300, "last line to the edge of the plate"}, s.edge);
        v(Field{"rows", Quantity::None, 1, 20, "bolts in a line"}, s.rows);
        v(Field{"first_row", Quantity::Length, 10, 500, "first row below the plate's upper edge"}, s.firstRow);
        v(Field{"pitch", Quantity::Length, 20, 500, "distance of two rows"}, s.pitch);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets to the support, both sides"}, s.throat);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
        v(Field{"size", Quantity::None, 0, 0, "bolt size, such as M20"}, s.size);
        v(Field{"class", Quantity::None, 0, 0, "property class"}, s.grade);
        v(Field{"holes", Quantity::None, 0, 0, "hole clearance"}, s.holes);
        v(Field{"thread_in_shear_plane", Quantity::None, 0, 0, "thread or shank in the shear plane"}, s.threadInShearPlane);
        v(Field{"no_slip_at", Quantity::None, 0, 0,
                "limit state at which the bolts, preloaded, must not slip; of bearing type when absent"},
          s.slip);
        v(Field{"friction_class", Quantity::None, 0, 0, "friction class of the faces in contact, EN 1090-2"}, s.surface);
    }
};

/// Flanges welded straight to the face of the column, the web too or bolted to a plate that is.
struct DirectWeld {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "direct_weld";
    WeldSpec topWeld, bottomWeld;
    WeldSpec webWeld;                 ///< not made where the web is bolted
    std::optional<FinPlate> webPlate; ///< the web is bolted to it and stops short of the face; the flanges go to the face
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"weld_top", Quantity::None, 0, 0, "weld of the top flange"}, s.topWeld);
        v(Field{"weld_bottom", Quantity::None, 0, 0, "weld of the bottom flange"}, s.bottomWeld);
        v(Field{"weld_web", Quantity::None, 0, 0, "weld of the web, where it is welded"}, s.webWeld);
        v(Field{"web_plate", Quantity::None, 0, 0,
                "plate welded to the support that the web is bolted to; a welded web when absent"},
          s.webPlate);
    }
};

enum class ConnectionKind { EndPlate, DirectWeld, FinPlate };
using Joining = std::variant<EndPlate, DirectWeld, FinPlate>; ///< in the order of ConnectionKind
[[nodiscard]] inline ConnectionKind kindOf(const Joining& how) { return static_cast<ConnectionKind>(how.index()); }

/// Joins the end of a member to another member: to its face where it passes, to its end where it ends.
struct Connection {
    static constexpr bool hasFields = true;
    EndId end, onto;
    Joining how;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"end", Quantity::None, 0, 0, "the member whose end is joined; also the connection's name"}, s.end);
        v(Field{"onto", Quantity::None, 0, 0, "the member it is joined to"}, s.onto);
        v(Field{"how", Quantity::None, 0, 0, "the kind of connection"}, s.how);
    }
};

} // namespace zg
