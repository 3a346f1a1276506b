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

RecipeInput inputOf(const Recipe& recipe, const Joint& joint) {
    constexpr double rightAngle = 1.5707963267948966;
    RecipeInput in;
    if (const Member* column = throughMember(joint)) in.column = {column->section, column->steel};
    const auto specOf = [&](EndId end) {
        const Member* m = findMember(joint, end);
        return m ? std::optional<MemberSpec>({m->section, m->steel}) : std::nullopt;
    };
    const auto ends = framingEnds(joint);
    const EndId main = ends.empty() ? ends::right : ends.front();
    in.beam = specOf(main).value_or(in.beam);
    if (main != ends::left && specOf(ends::left)) in.other = specOf(ends::left);
    if (main != ends::front) in.front = specOf(ends::front);
    if (const Framing* f = findFraming(joint, main)) {
        in.span = f->span;
        in.slope = recipe.isBisected ? rightAngle + 2 * f->slope : f->slope;
        if (f->haunchBelow) in.haunchDepth = f->haunchBelow->depth, in.haunchLength = f->haunchBelow->length;
    }
    if (in.other && !recipe.isBisected) in.otherSlope = findFraming(joint, ends::left)->slope;
    if (const EndPlate* plate = findEndPlate(joint, main)) {
        const auto isBeyond = [](double reach) { return reach > 40; };
        in.reach = isBeyond(plate->plate.above)
                       ? isBeyond(plate->plate.below) ? PlateReach::ExtendedBoth : PlateReach::ExtendedTop
                       : PlateReach::Flush;
    }
    return in;
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
