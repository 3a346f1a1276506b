#pragma once
#include "assembly/assembly.h"
#include <array>
#include <optional>
#include <string>
#include <vector>

namespace zg {

/// EN 10025-1:2004 7.7.2, kg/mm³.
inline constexpr double steelDensity = 7.85e-6;

struct HoleIn {
    Point2 centre;
    double diameter = 0;
};

/// One piece as it is cut: a plate with its holes, or a piece of a section. Outline and holes lie in its own plane, mm.
struct Piece {
    std::vector<PartRef> parts;  ///< what it is in the joint; two for the cutting of a section
    std::vector<Point2> outline; ///< nothing for a piece of a section
    std::vector<HoleIn> holes;
    /// Where other parts stand on it: opposite corners of each. On the face that looks at the reader.
    std::vector<std::array<Point2, 2>> marks;
    double thickness = 0;
    std::string steel, what, cutFrom;
    double mass = 0;    ///< kg, holes not deducted
    double surface = 0; ///< both faces and the edges, mm²
    double cut = 0;     ///< outline, mm
};

/// Whether a part is of a member itself, and so no piece of the lists.
[[nodiscard]] bool isOfMember(const PartRef& part);
[[nodiscard]] double areaOf(const std::vector<Point2>& outline);

/// The pieces that a joint adds to its members, in the order of the assembly. Cut corners are not taken off.
[[nodiscard]] std::vector<Piece> piecesOf(const Assembly& assembly);

/// The same for two pieces that are cut alike, also when one lies the other way round or on its other side: outline and holes
/// to a hundredth of a millimetre, thickness, steel. Pieces with marks are alike only when these are, on the same face.
[[nodiscard]] std::string shapeKey(const Piece& piece);

} // namespace zg
