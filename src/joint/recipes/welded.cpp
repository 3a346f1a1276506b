#include "joint/recipes/recipe.h"
#include <cmath>

namespace zg {
namespace {

/// Welded flanges want stiffeners where the effective breadth on the column flange is too small: EN 1993-1-8:2005 (4.7).
bool wantsStiffeners(const Section& column, const Section& beam) {
    const double k = std::min(1.0, column.t_f / beam.t_f);
    return column.t_w + 2 * rootDistance(column) + 7 * k * column.t_f < 0.75 * beam.b;
}

void side(Joint& joint, EndId end, Direction direction, const MemberSpec& member, double slope, const RecipeInput& in,
          const Section& column, const Section& beam) {
    Framing f;
    f.direction = direction;
    f.span = in.span;
    f.slope = slope;
    putEnd(joint, end, member, f, ends::column, weldedLayout(beam, member.steel));
    if (!wantsStiffeners(column, beam)) return;
    StiffenerSpec s;
    s.thickness = std::ceil(beam.t_f / 2) * 2;
    s.steel = member.steel;
    s.throat = std::max(4.0, std::ceil(0.5 * s.thickness));
    for (const FlangeSide flange : {FlangeSide::Top, FlangeSide::Bottom}) putFitting(joint, ends::column, Anchor{end, flange}, s);
}

void make(Joint& joint, const RecipeInput& in, const Section& column, const Section& beam, const Section& other) {
    putColumn(joint, in.column);
    side(joint, ends::right, Direction::Right, in.beam, in.slope.value_or(0), in, column, beam);
    if (in.other) side(joint, ends::left, Direction::Left, *in.other, in.otherSlope.value_or(0), in, column, other);
}

} // namespace

const Recipe weldedRecipe{"welded", "beam welded to column", "beam meets column", true, false, true, 0, false, false, make};

} // namespace zg
