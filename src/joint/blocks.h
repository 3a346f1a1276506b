#pragma once
#include "base/fields.h"
#include <optional>
#include <string>
#include <vector>

/// What joints are made of, as the file holds it: lengths mm. Each block lists its fields once.
namespace zg {

enum class WeldKind { Fillet, Butt };
template <> struct EnumNames<WeldKind> { static constexpr const char* names[] = {"fillet", "butt"}; };
enum class HoleKind { Normal, Oversize };
template <> struct EnumNames<HoleKind> { static constexpr const char* names[] = {"normal", "oversize"}; };
/// Preloaded bolts that must not slip at this limit state: category B or C of EN 1993-1-8:2005 3.4.1.
enum class SlipLimit { Serviceability, Ultimate };
template <> struct EnumNames<SlipLimit> { static constexpr const char* names[] = {"serviceability", "ultimate"}; };
/// Of the faces in contact (EN 1090-2:2018 table 17).
enum class FrictionClass { A, B, C, D };
template <> struct EnumNames<FrictionClass> { static constexpr const char* names[] = {"A", "B", "C", "D"}; };
enum class DiagonalDirection { Compression, Tension };
template <> struct EnumNames<DiagonalDirection> { static constexpr const char* names[] = {"compression", "tension"}; };

struct WeldSpec {
    static constexpr bool hasFields = true;
    WeldKind kind = WeldKind::Fillet;
    double throat = 5;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"kind", Quantity::None, 0, 0, "fillet on both sides, or full-penetration butt"}, s.kind);
        v(Field{"throat", Quantity::Length, 1, 40, "fillet throat"}, s.throat);
    }
};

struct EndPlateSpec {
    static constexpr bool hasFields = true;
    double thickness = 20, width = 200;
    double above = 15, below = 15;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 200, "end plate thickness"}, s.thickness);
        v(Field{"width", Quantity::Length, 40, 2000, "end plate width"}, s.width);
        v(Field{"above", Quantity::Length, -500, 1500, "plate beyond the outer face of the beam's top flange"}, s.above);
        v(Field{"below", Quantity::Length, -500, 1500, "plate beyond the outer face of the beam's bottom flange"}, s.below);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct BoltRowSpec {
    static constexpr bool hasFields = true;
    double position = 0;         ///< from the outer face of the beam's top flange, downwards along the plate; negative above it
    std::optional<double> gauge; ///< own distance across; the side's gauge when absent
    int bolts = 2;
    bool takesTension = true;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"position", Quantity::Length, -2000, 4000, "below the outer face of the beam's top flange"}, s.position);
        v(Field{"gauge", Quantity::Length, 20, 1500, "distance across between the bolts of this row"}, s.gauge);
        v(Field{"bolts", Quantity::None, 2, 4, "bolts in the row: 2, or 4 (kept in the file, not verified yet)"}, s.bolts);
        v(Field{"takes_tension", Quantity::None, 0, 0, "false keeps the row for shear alone"}, s.takesTension);
    }
};

struct BoltSpec {
    static constexpr bool hasFields = true;
    std::string size = "M20";
    std::string grade = "8.8";
    double gauge = 100;
    HoleKind holes = HoleKind::Normal;
    bool threadInShearPlane = true;
    std::optional<double> threadInGrip; ///< the least that listed bolts have when absent
    std::optional<SlipLimit> slip;
    FrictionClass surface = FrictionClass::D;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"size", Quantity::None, 0, 0, "bolt size, such as M24, M24 HV or 7/8 in"}, s.size);
        v(Field{"class", Quantity::None, 0, 0, "property class"}, s.grade);
        v(Field{"gauge", Quantity::Length, 20, 1500, "distance across between the two bolts of a row"}, s.gauge);
        v(Field{"holes", Quantity::None, 0, 0, "hole clearance"}, s.holes);
        v(Field{"thread_in_shear_plane", Quantity::None, 0, 0, "thread or shank in the shear plane"}, s.threadInShearPlane);
        v(Field{"thread_in_grip", Quantity::Length, 1, 1000,
                "thread between nut and shank, where a bolt stretches until it breaks; the least of listed bolts when absent"},
          s.threadInGrip);
        v(Field{"no_slip_at", Quantity::None, 0, 0,
                "limit state at which the bolts, preloaded, must not slip; of bearing type when absent"},
          s.slip);
        v(Field{"friction_class", Quantity::None, 0, 0, "friction class of the faces in contact, EN 1090-2"}, s.surface);
    }
};

/// Pair of plates across the column web, opposite a beam flange.
struct StiffenerSpec {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "stiffener";
    double thickness = 12;
    std::optional<double> width; ///< of one plate; to the edge of the column flange when absent
    double throat = 5;
    WeldKind endWeld = WeldKind::Fillet;
    std::string steel = "S355";
    bool isInLine = false;
    /// What holds its ends on the column's flanges; fillets of the throat hold it on the web.
    [[nodiscard]] WeldSpec onFlange() const { return {endWeld, throat}; }
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 120, "stiffener thickness"}, s.thickness);
        v(Field{"width", Quantity::Length, 20, 700, "width of one stiffener plate"}, s.width);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"end_weld", Quantity::None, 0, 0, "onto the column's flanges: fillets of the throat, or full-penetration butt"},
          s.endWeld);
        v(Field{"in_line", Quantity::None, 0, 0, "in line with the flange it faces; else square to the column"}, s.isInLine);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct DoublerSpec {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "doubler";
    double thickness = 10;
    int sides = 1;
    WeldSpec weld;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 80, "thickness of one supplementary web plate"}, s.thickness);
        v(Field{"sides", Quantity::None, 1, 2, "plates on one or both sides of the web"}, s.sides);
        v(Field{"weld", Quantity::None, 0, 0, "weld along the column flanges"}, s.weld);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

struct DiagonalSpec {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "diagonal";
    double thickness = 12;
    std::optional<double> width;
    DiagonalDirection direction = DiagonalDirection::Compression;
    double throat = 5;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 120, "thickness of the diagonal"}, s.thickness);
        v(Field{"width", Quantity::Length, 20, 700, "width of one diagonal plate"}, s.width);
        v(Field{"direction", Quantity::None, 0, 0, "force in the diagonal under a positive right-hand moment"}, s.direction);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// Plate on the upper end of a column, across its flanges and web.
struct TopPlateSpec {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "top_plate";
    double thickness = 15;
    double throat = 5;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 120, "thickness of the top plate"}, s.thickness);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// Loose plates behind the column flange under the bolt heads of the tension rows.
struct BackingSpec {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "backing";
    double thickness = 12;
    std::string steel = "S355";
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 80, "backing plate thickness"}, s.thickness);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

/// Rib on the end plate outside a beam flange, in the plane of the beam web.
struct RibSpec {
    static constexpr bool hasFields = true;
    static constexpr const char* kind = "rib";
    double thickness = 10;
    double length = 120;
    std::optional<double> height; ///< at a welded end, along the column's face; on an end plate it goes to the plate's edge
    double throat = 5;
    WeldKind endWeld = WeldKind::Fillet;
    std::string steel = "S355";
    /// What holds it on the end plate or on the column's face; fillets of the throat hold it on the beam's flange.
    [[nodiscard]] WeldSpec onFace() const { return {endWeld, throat}; }
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"thickness", Quantity::Length, 3, 80, "rib thickness"}, s.thickness);
        v(Field{"length", Quantity::Length, 20, 1000, "rib length along the beam flange"}, s.length);
        v(Field{"height", Quantity::Length, 20, 1000,
                "height of the rib at a column's face that the beam is welded to; an end plate's projection gives it there"},
          s.height);
        v(Field{"throat", Quantity::Length, 1, 40, "throat of its fillets, both sides"}, s.throat);
        v(Field{"end_weld", Quantity::None, 0, 0,
                "onto the end plate or the column's face: fillets of the throat, or full-penetration butt"},
          s.endWeld);
        v(Field{"steel", Quantity::None, 0, 0, "steel grade"}, s.steel);
    }
};

} // namespace zg
