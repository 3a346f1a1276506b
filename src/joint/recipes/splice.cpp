#include "joint/recipes/recipe.h"
#include <algorithm>

namespace zg {
namespace {

/// Bolts of a splice need no room beside a column's root: the layout is that of a plate on a face as wide as itself.
Section faceFor(const Section& deeper) {
    Section face = deeper;
    face.b = deeper.b + 40;
    face.t_w = deeper.t_w;
    face.r = 0;
    return face;
}

void make(Joint& joint, const RecipeInput& in, const Section&, const Section& beam, const Section& otherBeam) {
    const MemberSpec second = in.other.value_or(in.beam);
    const Section& other = in.other ? otherBeam : beam;
    const Section& deeper = other.h > beam.h ? other : beam;
    EndPlate plate = firstLayout(faceFor(deeper), deeper, in.beam.steel, in.reach, in.bolts);
    plate.plate.width = std::max(plate.plate.width, std::max(beam.b, other.b) + 10);
    // Rows and outline are measured from the first beam's top flange; both top flanges are level.
    if (deeper.h > beam.h) {
        plate.plate.below += deeper.h - beam.h;
        const DirectWeld welds = weldedLayout(beam, in.beam.steel);
        plate.topWeld = welds.topWeld, plate.bottomWeld = welds.bottomWeld, plate.webWeld = welds.webWeld;
    }
    if (in.other) {
        const DirectWeld welds = weldedLayout(other, second.steel);
        OtherPlate own;
        own.thickness = plate.plate.thickness;
        own.steel = second.steel;
        own.topWeld = welds.topWeld, own.bottomWeld = welds.bottomWeld, own.webWeld = welds.webWeld;
        plate.other = own;
    }
    Framing right, left;
    right.span = left.span = in.span;
    right.slope = in.slope.value_or(0);
    left.direction = Direction::Left;
    left.slope = in.otherSlope.value_or(0);
    joint.members.push_back({ends::right, in.beam.section, in.beam.steel, right});
    joint.members.push_back({ends::left, second.section, second.steel, left});
    joint.connections.push_back({ends::right, ends::left, plate});
}

} // namespace

const Recipe spliceRecipe{"splice", "end-plate splice", "ends meet", false, true, true, 0, false, false, make};

} // namespace zg
