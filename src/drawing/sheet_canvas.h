#pragma once
#include "drawing/sheet.h"
#include <map>

/// What the views of the Sheet share while it is being drawn. Private to this folder.
namespace zg {

/// A rectangle of the page that shows some millimetres of the joint.
struct Frame {
    double x = 0, y = 0; ///< page position of the model origin
    double scale = 1;
    double title = 22; ///< where its title stands, y
    [[nodiscard]] Point2 page(double mx, double my) const { return {x + mx * scale, y - my * scale}; }
};

/// Joint, page and where each view stands on it.
struct SheetCanvas {
    const ResolvedJoint& joint;
    const SheetOptions& options;
    Assembly assembly;
    std::vector<PartState> states;
    Drawing drawing;
    Frame elevation, plan;
    Frame haunchSection; ///< of the main member, its top flange at nil
    bool hasHaunchSection = false;
    std::map<EndId, Frame> faces; ///< of the end plates

    [[nodiscard]] const PartState* stateOf(const PartRef& part) const;
    /// Lays the colour of the part's state over a shape where it is close or over.
    void shade(const Shape& shape, const PartRef& part);
    /// Two faces side by side need room; a narrow sheet shows the one that is looked at.
    [[nodiscard]] bool showsFace(const ResolvedSide& side) const;
};

/// How far from the column's axis the view of a member that leaves the elevation goes, mm.
[[nodiscard]] double sideViewReach(const ResolvedJoint& joint, const ResolvedSide& side);

void drawElevation(SheetCanvas& canvas);
void drawHaunches(SheetCanvas& canvas);
void drawFace(SheetCanvas& canvas, const ResolvedSide& side);
void drawSection(SheetCanvas& canvas);

} // namespace zg
