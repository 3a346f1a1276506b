#include "joint/recipes/recipe.h"
#include "joint/job.h"

namespace zg {

const std::vector<Recipe>& recipes() {
    static const std::vector<Recipe> all{endPlateRecipe, weldedRecipe, finPlateRecipe, haunchedBeamRecipe, eavesRecipe,
                                         valleyRecipe,   spliceRecipe, apexRecipe,     kneeRecipe};
    return all;
}

const Recipe* findRecipe(const std::string& keyOrName) {
    for (const Recipe& r : recipes())
        if (r.key == keyOrName || r.name == keyOrName) return &r;
    return nullptr;
}

std::optional<Section> sectionOf(const Job& job, const std::string& designation) {
    for (const CustomSection& s : job.sections)
        if (s.designation == designation) return makeSection(s);
    if (const Section* found = findSection(designation)) return *found;
    return std::nullopt;
}

bool layOut(Joint& joint, const Recipe& recipe, const Job& job, const RecipeInput& in) {
    const auto column = recipe.asksColumn ? sectionOf(job, in.column.section) : Section{};
    const auto beam = sectionOf(job, in.beam.section);
    const auto other = in.other ? sectionOf(job, in.other->section) : Section{};
    const auto front = in.front ? sectionOf(job, in.front->section) : Section{};
    if (!column || !beam || !other || !front) return false;
    joint.members.clear();
    joint.connections.clear();
    joint.fittings.clear();
    recipe.make(joint, in, *column, *beam, *other);
    if (in.front && recipe.asksColumn && !findMember(joint, ends::front)) {
        Framing f;
        f.direction = Direction::Front;
        putEnd(joint, ends::front, *in.front, f, ends::column, finPlateLayout(*column, *front, in.front->steel, true));
    }
    joint.recipe = recipe.name;
    return true;
}

} // namespace zg
