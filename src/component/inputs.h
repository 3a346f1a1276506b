#pragma once
#include "catalogue/bolts.h"
#include "catalogue/sections.h"
#include "catalogue/steels.h"
#include "joint/blocks.h"
#include "joint/part.h"
#include <limits>
#include <optional>

/// What clause functions take: no more than the clause asks for. N, mm, MPa.
namespace zg {

inline constexpr double continues = std::numeric_limits<double>::infinity();

/// An open column with the plates on its web.
struct ColumnInput {
    Section section;
    SteelStrength steel;
    std::optional<DoublerSpec> doubler;
    SteelStrength doublerSteel;
};

/// A beam at the face that it is joined to.
struct BeamInput {
    Section section;
    SteelStrength steel;
    double flange = 0;   ///< its thickness along the face
    double cosSlope = 1; ///< against the face's normal
};

/// A flange where it meets the face, seen from the tension side. Its force acts along it; what is verified is the part normal to
/// the face.
struct FlangeInput {
    double from = 0, to = 0;  ///< faces, from the outer face of the tension flange
    double along = 0;         ///< thickness along the face
    double b = 0, t = 0;      ///< square to itself
    double cos = 1;           ///< of its slope against the face's normal
    double tan = 0;           ///< of its slope, positive rising away from the face
    double lean = 0;          ///< tangent of its slope, positive where the fillet on its outer side stands in the acute corner
    double web = 0, root = 0; ///< what the fillet on its inner side leaves out
    [[nodiscard]] double outstand() const { return (b - web) / 2 - root; }
    bool isInner = false; ///< between two webs
    SteelStrength steel;
    WeldSpec weld;
    PartRef part;
};
/// The web between two flanges.
struct WebInput {
    double t = 0;
    double d = 0; ///< along the face between the roots
    SteelStrength steel;
    WeldSpec weld;
    PartRef part;
};

struct BoltInput {
    BoltSize size;
    BoltClass grade;
    bool threadInShearPlane = true;
};

/// The two parts that bolts hold together.
struct GripInput {
    double plate = 0, plateStrength = 0; ///< thickness and f_u of the end plate
    double other = 0, otherStrength = 0; ///< of what it lies on
    bool isColumn = true;                ///< the other is a column's flange, else another end plate
};

/// How the force of a beam's flange enters a column's web.
struct FlangeForceInput {
    double flange = 0;                ///< its thickness along the face
    double throat = 0;                ///< of its fillets; nil for butt welds
    double plate = 0, projection = 0; ///< end plate, and how far it goes beyond the flange; nil without one
    double toEnd = continues;         ///< flange's outer face to the column's end
};

/// Pair of column stiffeners at a level.
struct StiffenerLine {
    double y = 0;                                ///< of its mid-plane
    double thickness = 0, width = 0, throat = 0; ///< throat along the web
    WeldSpec onFlange;
    double cos = 1; ///< of its slope against square to the column
    SteelStrength steel;
    PartRef part;
};

/// The stiffener pair opposite a beam flange, and which part of it lies in the path of the flange's force: the flange with its
/// welds and what spreads at 45 degrees through the end plate. A pair of the beam itself lies in it whole; one of the other beam
/// may lie beside it.
struct FlangeStiffener {
    const StiffenerLine* line = nullptr;
    double share = 0; ///< above 0 where there is one, at most 1
    explicit operator bool() const { return line != nullptr; }
};

/// A diagonal stiffener of a panel.
struct DiagonalInput {
    DiagonalSpec spec;
    SteelStrength steel;
    double height = 0; ///< of the panel, between the flanges' centres
    bool isInCompression = true;
};

} // namespace zg
