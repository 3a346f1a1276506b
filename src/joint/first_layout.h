#pragma once
#include "catalogue/sections.h"
#include "joint/connection.h"

namespace zg {

enum class PlateReach { Flush, ExtendedTop, ExtendedBoth };
template <> struct EnumNames<PlateReach> { static constexpr const char* names[] = {"flush", "extended-top", "extended-both"}; };

/// Bolts that a layout is made with instead of the usual ones.
struct BoltChoice {
    std::string size, grade;
    int rows = 2; ///< inside each flange that may be in tension, where there is room
};

/// First layout of the end-plate family from sections alone: plate, bolts, rows and welds by the usual rules of thumb
/// (docs/theory/first-layout.md). It is meant as a start that obeys the detailing rules, not as a verified joint.
[[nodiscard]] EndPlate firstLayout(const Section& column, const Section& beam, const std::string& steel, PlateReach reach,
                                   const std::optional<BoltChoice>& choice = {});

/// Flanges and web by fillets about as strong as they are.
[[nodiscard]] DirectWeld weldedLayout(const Section& beam, const std::string& steel);
/// Fin plate on a support with bolts M20 8.8 in one line, by the usual practice: gap 10 mm, end and edge 2 d, pitch about 3 to 4
/// d, the plate over at least 0.6 of the beam's web.
[[nodiscard]] FinPlate finPlateLayout(const Section& support, const Section& beam, const std::string& steel, bool isOnWeb);

} // namespace zg
