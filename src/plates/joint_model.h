#pragma once
#include "fe/model.h"
#include "joint/part.h"
#include "joint/resolve.h"

namespace zg {

/// How a joint becomes plates.
struct PlateModelSettings {
    double sizeFactor = 1;       ///< on the element size: 2 is coarse, 0.5 is fine
    double hardeningPart = 1e-3; ///< E_t over E beyond yield (EN 1993-1-5:2006 annex C.6)
    double beamStub = 1.5;       ///< length of a beam's stub over its depth
    double columnStub = 1.5;     ///< length of the column beyond the outermost plate end over the column's depth
};

/// A joint as a finite element model: mid-surfaces of column, end plates, beams and column stiffeners; bolts as springs over
/// their washers; end plates in contact with the column flanges; fillets as lines on both sides of flanges and webs. Column
/// stiffeners and web-flange junctions share nodes (as strong as the plates). The column is held below;
/// above, a rigid end may only move sideways, so that the column carries its moments without shear (free when the column ends).
/// Each beam's far end is a rigid section with a handle on its axis. Root fillets of rolled columns are thicker strips beside the
/// junction.
struct JointModel {
    fe::Model model;
    std::vector<PartRef> parts; ///< by part of the model
    struct Bolt {
        PartRef row;
        int link = 0;
    };
    std::vector<Bolt> bolts;
    struct Weld {
        PartRef part;
        int firstLink = 0, linkCount = 0;
    };
    std::vector<Weld> welds;
    struct Contact {
        SideId side = SideId::Right;
        int firstLink = 0, linkCount = 0;
    };
    std::vector<Contact> contacts;
    struct Beam {
        SideId side = SideId::Right;
        int handle = 0;       ///< node at the axis of the far end
        double length = 0;    ///< from the plate's face to the handle along the axis, mm
        double axisLevel = 0; ///< z of the axis at the plate's face
        int loadCase = 0;     ///< unit moment (1 N mm) at the handle, tension at the top
    };
    std::vector<Beam> beams;
    double columnBottom = 0, columnTop = 0;
    bool isTopHeld = true;
    double elementSize = 0; ///< at the bolts, mm
    [[nodiscard]] const Beam* beam(SideId side) const;
};

/// Refused, in words, with what the plate method does not do yet: supplementary web plates, diagonals, backing plates, ribs.
[[nodiscard]] tl::expected<JointModel, Diagnostics> buildJointModel(const ResolvedJoint& joint,
                                                                    const PlateModelSettings& settings = {});

} // namespace zg
