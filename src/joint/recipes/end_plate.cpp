#include "joint/recipes/recipe.h"

namespace zg {
namespace {

void make(Joint& joint, const RecipeInput& in, const Section& column, const Section& beam, const Section& other) {
    putColumn(joint, in.column);
    Framing f;
    f.span = in.span;
    f.slope = in.slope.value_or(0);
    putEnd(joint, ends::right, in.beam, f, ends::column, firstLayout(column, beam, in.beam.steel, in.reach, in.bolts));
    if (!in.other) return;
    f.direction = Direction::Left;
    f.slope = in.otherSlope.value_or(0);
    putEnd(joint, ends::left, *in.other, f, ends::column, firstLayout(column, other, in.other->steel, in.reach, in.bolts));
}

} // namespace

const Recipe endPlateRecipe{"end-plate", "beam-to-column end plate", "beam meets column", true, true, true, 0, false, false,
                            make};

} // namespace zg
