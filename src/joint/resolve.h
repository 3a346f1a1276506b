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

/// One beam with everything looked up. `depth` and `flange` are measured along the end plate (the beam may slope).
struct ResolvedSide {
    SideId id = SideId::Right;
    SideSpec spec;
    ResolvedMember beam;
    SteelStrength plateSteel;
    BoltSize bolt;
    BoltClass boltClass;
    double depth = 0, flange = 0, cosSlope = 1, sinSlope = 0;
    SteelStrength stiffenerTopSteel, stiffenerBottomSteel, backingTopSteel, backingBottomSteel, ribTopSteel, ribBottomSteel;
};

/// A joint that is complete and legal: what the calculation, the drawing and the lists read.
struct ResolvedJoint {
    std::string id, mark;
    Settings settings;
    FrameKind frame = FrameKind::Unbraced;
    ActionReference reference = ActionReference::ColumnFace;
    ResolvedMember column;
    ColumnSpec columnSpec;
    ResolvedSide right;
    std::optional<ResolvedSide> left;
    std::optional<DoublerSpec> doubler;
    SteelStrength doublerSteel;
    std::optional<DiagonalSpec> diagonal;
    SteelStrength diagonalSteel;
    std::vector<ActionSet> actions;
    PlateSpec plates;
    [[nodiscard]] const ResolvedSide* side(SideId which) const {
        return which == SideId::Right ? &right : left ? &*left : nullptr;
    }
};

/// Looks up sections, steels and bolts; all that is wrong or missing is reported at once.
[[nodiscard]] tl::expected<ResolvedJoint, Diagnostics> resolve(const Job& job, const Joint& joint);

} // namespace zg
