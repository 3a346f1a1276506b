#include "session/proposal.h"
#include "joint/haunch_edit.h"
#include "joint/job.h"

namespace zg {

void Proposal::setSection(Ask which, const std::string& section) {
    if (which == Ask::Column) input_.column.section = section;
    if (which == Ask::Beam) input_.beam.section = section;
    if (which == Ask::Other) {
        input_.other.reset();
        if (!section.empty()) input_.other = MemberSpec{section, input_.beam.steel};
    }
    given_.insert(which);
}

void Proposal::setSteel(const std::string& steel) {
    input_.column.steel = input_.beam.steel = steel;
    if (input_.other) input_.other->steel = steel;
    given_.insert(Ask::Steel);
}

void Proposal::setReach(PlateReach reach) {
    input_.reach = reach;
    given_.insert(Ask::Reach);
}

void Proposal::setNumber(Ask which, std::optional<double> number) {
    if (which == Ask::Span) input_.span = number;
    if (which == Ask::Slope) input_.slope = input_.otherSlope = number;
    if (which == Ask::HaunchDepth) input_.haunchDepth = number;
    if (which == Ask::HaunchLength) input_.haunchLength = number;
    if (number || which == Ask::Span)
        given_.insert(which);
    else
        given_.erase(which);
}

std::optional<double> Proposal::number(Ask which, const Job& job) const {
    if (which == Ask::Span) return input_.span;
    if (which == Ask::Slope) return input_.slope.value_or(recipe_->usualSlope);
    const Joint j = joint(job);
    for (const EndId end : framingEnds(j))
        if (const HaunchSpec* h = findHaunch(j, end, true)) return which == Ask::HaunchDepth ? h->depth : h->length;
    return std::nullopt;
}

std::vector<Ask> Proposal::asks() const {
    std::vector<Ask> list;
    if (recipe_->asksColumn) list.push_back(Ask::Column);
    list.push_back(Ask::Beam);
    if (recipe_->asksOther) list.push_back(Ask::Other);
    list.push_back(Ask::Steel);
    if (recipe_->asksReach) list.push_back(Ask::Reach);
    list.push_back(Ask::Span);
    if (recipe_->isHaunched)
        for (const Ask which : {Ask::Slope, Ask::HaunchDepth, Ask::HaunchLength}) list.push_back(which);
    return list;
}

Joint Proposal::joint(const Job& job) const {
    Joint j;
    j.id = freeId(job);
    j.mark = freeMark(job, recipe_->asksColumn ? "B" : "S");
    RecipeInput in = input_;
    if (!recipe_->asksOther) in.other.reset();
    (void)layOut(j, *recipe_, job, in);
    return j;
}

} // namespace zg
