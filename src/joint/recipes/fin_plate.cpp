#include "joint/recipes/recipe.h"

namespace zg {
namespace {

void make(Joint& joint, const RecipeInput& in, const Section& column, const Section& beam, const Section&) {
    putColumn(joint, in.column);
    Framing f;
    f.direction = Direction::Front;
    f.span = in.span;
    putEnd(joint, ends::front, in.beam, f, ends::column, finPlateLayout(column, beam, in.beam.steel, true));
}

} // namespace

const Recipe finPlateRecipe{
    "fin-plate", "fin plate on the column's web", "beam meets column", true, false, false, 0, false, false, make};

} // namespace zg
