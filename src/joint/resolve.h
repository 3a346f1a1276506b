#pragma once
#include "base/diagnostic.h"
#include "catalogue/bolts.h"
#include "joint/job.h"
#include <tl/expected.hpp>

namespace zg {

struct ResolvedMember {
    Section section;
    SteelStrength steel;
};

/// A framing end with what joins it and what stands at its flanges, gathered from the joint. What its kind of connection does not
/// have is nil.
struct EndSpec {
    MemberSpec beam;
    double slope = 0, level = 0;
    std::optional<double> span;
    std::optional<EndCarries> farEnd;
    std::optional<double> gravityShear, gravityLoad;
    /// Flanges cut away beside the joint so that the beam yields there: from the beam's end, along it, from each edge at the
    /// middle.
    struct Cut {
        double from = 0, length = 0, depth = 0;
    };
    std::optional<Cut> cut;
    EndPlateSpec plate;
    BoltSpec bolts;
    std::vector<BoltRowSpec> rows;
    WeldSpec topWeld, bottomWeld, webWeld;
    bool bearsInCompression = false;
    FinPlate fin;
    std::optional<StiffenerSpec> stiffenerTop, stiffenerBottom;
    std::optional<BackingSpec> backingTop, backingBottom;
    std::optional<RibSpec> ribTop, ribBottom;
};

/// A haunch with its plates looked up. Angles are signed against the end plate's normal, positive rising away from it.
struct ResolvedHaunch {
    HaunchSpec spec;
    bool isBelow = true;
    bool isTaper = false; ///< no flange between: b and t_w are the member's
    double b = 0, t_f = 0, t_w = 0;
    double r = 0;            ///< root radius of a cutting
    double deepest = 0;      ///< of a cutting, square to its flange: what the other haunch leaves; 0 for plates
    double designedFrom = 0; ///< depth of the section it is cut from; 0 for plates
    SteelStrength steel, toeSteel, midSteel;
    double tan = 0, cos = 1; ///< of the flange's slope
    double flange = 0;       ///< its thickness along the plate
    double alpha = 0;        ///< between its flange and the member, positive
    double alongMember = 0;  ///< plate to toe along the member's face
    /// Web along the plate between the member's face and the flange; not above 0 where the flange lies on the member's.
    [[nodiscard]] double clear() const { return spec.depth - flange; }
    /// It stands on the face with a flange of its own and without the member's.
    [[nodiscard]] bool replacesFlange() const { return isTaper && clear() > 0; }
};

/// One framing end with everything looked up. `depth` and `flange` are the member's own, measured along the end plate (the beam
/// may slope).
struct ResolvedSide {
    EndId id = ends::right;
    EndId onto = ends::column;
    ConnectionKind kind = ConnectionKind::EndPlate;
    bool isWebBolted = false; ///< flanges welded, the web bolted to a fin plate
    [[nodiscard]] bool hasFinPlate() const { return isWebBolted || kind == ConnectionKind::FinPlate; }
    bool isPartner = false; ///< the other end of a splice: its plate shares outline and bolts with the connection onto it
    Direction direction = Direction::Right;
    EndSpec spec;
    ResolvedMember beam;
    SteelStrength plateSteel; ///< of the end plate, or of what the end is welded to
    SteelStrength finSteel;
    BoltSize bolt;
    BoltClass boltClass;
    double depth = 0, flange = 0, cosSlope = 1, sinSlope = 0;
    std::optional<ResolvedHaunch> haunchBelow, haunchAbove;
    [[nodiscard]] bool isHaunched() const { return haunchBelow || haunchAbove; }
    [[nodiscard]] const std::optional<ResolvedHaunch>& haunch(bool isBelow) const { return isBelow ? haunchBelow : haunchAbove; }
    /// Of the whole end, haunches included: outer faces down the plate from the member's own, and flanges along it.
    [[nodiscard]] double top() const { return haunchAbove ? -haunchAbove->spec.depth : 0; }
    [[nodiscard]] double bottom() const { return haunchBelow ? depth + haunchBelow->spec.depth : depth; }
    [[nodiscard]] double topFlange() const { return haunchAbove ? haunchAbove->flange : flange; }
    [[nodiscard]] double bottomFlange() const { return haunchBelow ? haunchBelow->flange : flange; }
    SteelStrength stiffenerTopSteel, stiffenerBottomSteel, backingTopSteel, backingBottomSteel, ribTopSteel, ribBottomSteel;
    [[nodiscard]] bool isInPlane() const { return direction == Direction::Right || direction == Direction::Left; }
    /// x of where it goes: 1 to the right, -1 to the left, 0 out of the plane.
    [[nodiscard]] double dir() const { return direction == Direction::Right ? 1 : direction == Direction::Left ? -1 : 0; }
};

/// A joint that is complete and legal: what the calculation, the drawing and the lists read.
struct ResolvedJoint {
    std::string id, mark;
    Settings settings;
    FrameKind frame = FrameKind::Unbraced;
    ActionReference reference = ActionReference::ColumnFace;
    bool hasColumn = true; ///< without one the ends are spliced, at x = 0
    ResolvedMember column;
    MemberSpec columnMember;
    Through columnSpec;
    std::vector<ResolvedSide> sides; ///< in the order of the members; at least one
    std::optional<DoublerSpec> doubler;
    SteelStrength doublerSteel;
    std::optional<DiagonalSpec> diagonal;
    SteelStrength diagonalSteel;
    std::optional<TopPlateSpec> topPlate;
    SteelStrength topPlateSteel;
    std::vector<ActionSet> actions;
    PlateSpec plates;
    std::optional<SeismicSpec> seismic;
    /// Null where the joint has no such end.
    [[nodiscard]] const ResolvedSide* side(EndId which) const;
    [[nodiscard]] const ResolvedSide& main() const { return sides.front(); }
    [[nodiscard]] bool isTwoSided() const { return sides.size() > 1; }
    /// The end on the other side of the column, in the plane; null without one.
    [[nodiscard]] const ResolvedSide* opposite(EndId which) const;
    /// The end whose connection joins it to this one; null where there is no such splice.
    [[nodiscard]] const ResolvedSide* splicedTo(const ResolvedSide& side) const;
    /// x of the face that an end in the plane is joined to.
    [[nodiscard]] double faceOf(const ResolvedSide& side) const { return hasColumn ? side.dir() * column.section.h / 2 : 0; }
};

/// Looks up sections, steels and bolts; all that is wrong or missing is reported at once.
[[nodiscard]] tl::expected<ResolvedJoint, Diagnostics> resolve(const Job& job, const Joint& joint);

} // namespace zg
