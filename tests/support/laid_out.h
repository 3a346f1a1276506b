#pragma once
#include "joint/recipes/recipe.h"
#include "support/joints.h"

namespace zg::sample {

/// Job around one joint as a recipe lays it out, without actions.
inline Job laidOut(const Recipe& recipe, const RecipeInput& input, const char* mark) {
    Joint joint;
    joint.id = joint.mark = mark;
    REQUIRE(layOut(joint, recipe, Job{}, input));
    return jobOf(joint);
}

} // namespace zg::sample
