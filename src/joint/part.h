#pragma once
#include "joint/end_id.h"
#include <optional>
#include <string>

namespace zg {

/// What a piece of the joint is. Together with side and index it names the piece everywhere: drawing, checks, lists.
enum class PartKind {
    ColumnWeb,
    ColumnFlange,
    EndPlate,
    BeamTopFlange,
    BeamBottomFlange,
    BeamWeb,
    BoltRow,
    StiffenerTop,
    StiffenerBottom,
    Doubler,
    Diagonal,
    BackingTop,
    BackingBottom,
    RibTop,
    RibBottom,
    WeldTop,
    WeldBottom,
    WeldWeb,
    FinPlate,
    // of a haunch: index 0 below the member, 1 above it
    HaunchWeb,
    HaunchFlange,
    HaunchToeStiffener,
    HaunchStiffener,
    WeldHaunchFlange,
    WeldHaunchWeb,
    WeldHaunch, ///< along the member
    WeldHaunchToe,
    TopPlate
};
inline constexpr PartKind lastPartKind = PartKind::TopPlate;

struct PartRef {
    PartKind kind = PartKind::ColumnWeb;
    EndId side = ends::right; ///< of column parts: the flange on that side
    int index = 0;            ///< bolt rows: place in the side's list; haunches: 0 below the member, 1 above it
};
inline bool operator==(const PartRef& a, const PartRef& b) { return a.kind == b.kind && a.side == b.side && a.index == b.index; }
inline bool operator!=(const PartRef& a, const PartRef& b) { return !(a == b); }

[[nodiscard]] inline bool isOfHaunch(PartKind k) { return k >= PartKind::HaunchWeb && k <= PartKind::WeldHaunchToe; }
[[nodiscard]] inline bool isWeld(PartKind k) {
    return (k >= PartKind::WeldTop && k <= PartKind::WeldWeb) ||
           (k >= PartKind::WeldHaunchFlange && k <= PartKind::WeldHaunchToe);
}
/// Whether it is a plate of the beam itself.
[[nodiscard]] inline bool isOfBeam(const PartRef& p) {
    return p.kind == PartKind::BeamTopFlange || p.kind == PartKind::BeamBottomFlange || p.kind == PartKind::BeamWeb;
}

/// Stable text form, used as id in files and on the drawing ("right.plate", "left.row.3", "column.web").
[[nodiscard]] std::string partId(const PartRef& part);
/// The part of an id; nothing when it is none.
[[nodiscard]] std::optional<PartRef> partOfId(const std::string& id);
/// In words, with its end where there is another of its kind.
[[nodiscard]] std::string partName(const PartRef& part, bool isTwoSided);
/// A text whose ids of parts, or of what hangs on them ("right.weld.top.block"), stand in words.
[[nodiscard]] std::string withPartNames(const std::string& text);

} // namespace zg
