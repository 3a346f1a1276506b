#pragma once
#include "joint/recipes/recipe.h"
#include <set>
#include <string>

namespace zg {

struct Job;

/// What a first layout is asked, as chips show it.
enum class Ask { Column, Beam, Other, Steel, Reach, Span, Slope, HaunchDepth, HaunchLength };

/// A joint that is being chosen in the gallery: a recipe, what it asks, and which of the answers are the user's own. What is not
/// given is assumed, and said to be.
class Proposal {
public:
    explicit Proposal(const Recipe& recipe) : recipe_(&recipe) {}
    [[nodiscard]] const Recipe& recipe() const { return *recipe_; }
    [[nodiscard]] const RecipeInput& input() const { return input_; }
    /// The same answers for another recipe.
    void take(const Recipe& recipe) { recipe_ = &recipe; }

    void setSection(Ask which, const std::string& section); ///< Column, Beam or Other; Other without a section: none
    void setSteel(const std::string& steel);
    void setReach(PlateReach reach);
    /// Span, slope, or a size of the haunch (mm, rad); without a number as usual again.
    void setNumber(Ask which, std::optional<double> number);
    void setSpan(std::optional<double> span) { setNumber(Ask::Span, span); }
    /// What a number comes to, given or assumed; nothing where it is not given and nothing is assumed.
    [[nodiscard]] std::optional<double> number(Ask which, const Job& job) const;

    [[nodiscard]] std::vector<Ask> asks() const;
    [[nodiscard]] bool isGiven(Ask which) const { return given_.count(which) > 0; }
    /// The joint by the recipe; its mark is the job's next.
    [[nodiscard]] Joint joint(const Job& job) const;

private:
    const Recipe* recipe_;
    RecipeInput input_;
    std::set<Ask> given_;
};

} // namespace zg
