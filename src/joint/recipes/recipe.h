#pragma once
#include "joint/first_layout.h"
#include "joint/joint.h"

namespace zg {

struct Job;

/// What a first layout is made from. What a recipe does not ask is left as it is.
struct RecipeInput {
    MemberSpec column{"HEB 240", "S355"}, beam{"IPE 400", "S355"};
    std::optional<MemberSpec> other; ///< the beam on the left; the second member of a splice
    std::optional<MemberSpec> front; ///< a beam on the column's web
    PlateReach reach = PlateReach::ExtendedTop;
    std::optional<double> span;
    std::optional<double> slope, otherSlope; ///< as usual for the family when absent
    std::optional<double> haunchDepth, haunchLength;
    std::optional<BoltChoice> bolts;
};

/// A family: a name, what it asks, a first layout that puts members, connections and fittings together. Nothing downstream asks
/// which recipe a joint came from.
struct Recipe {
    const char* key;   ///< on the command line
    const char* name;  ///< kept with the joint
    const char* group; ///< how members meet
    bool asksColumn, asksReach, asksOther;
    double usualSlope; ///< rad; 0 where members are level
    bool isHaunched;   ///< asks the haunch's depth and length
    bool isBisected;   ///< one member stands upright: the slope asked is the other one's, each leans half of what is between
    void (*make)(Joint& joint, const RecipeInput& input, const Section& column, const Section& beam, const Section& other);
};

/// What a joint of that recipe would be made from: its members, slopes, haunches. Its bolts are left to the recipe.
[[nodiscard]] RecipeInput inputOf(const Recipe& recipe, const Joint& joint);

/// In the order of the gallery.
[[nodiscard]] const std::vector<Recipe>& recipes();
/// By key or name; null when there is none.
[[nodiscard]] const Recipe* findRecipe(const std::string& keyOrName);

/// The section a member names: of the job's own, else of the catalogue; nothing when neither has it.
[[nodiscard]] std::optional<Section> sectionOf(const Job& job, const std::string& designation);
/// First layout; members, connections, fittings and the recipe's name are set, the rest of the joint stays. False when a section
/// is not known.
[[nodiscard]] bool layOut(Joint& joint, const Recipe& recipe, const Job& job, const RecipeInput& input);

// One a family.
extern const Recipe endPlateRecipe, weldedRecipe, spliceRecipe, finPlateRecipe, haunchedBeamRecipe, eavesRecipe, valleyRecipe,
    apexRecipe, kneeRecipe;

} // namespace zg
