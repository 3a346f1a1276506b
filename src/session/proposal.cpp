#include "session/proposal.h"
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

void Proposal::setSpan(std::optional<double> span) {
    input_.span = span;
    given_.insert(Ask::Span);
}

std::vector<Ask> Proposal::asks() const {
    std::vector<Ask> list;
    if (recipe_->asksColumn) list.push_back(Ask::Column);
    list.push_back(Ask::Beam);
    if (recipe_->asksOther) list.push_back(Ask::Other);
    list.push_back(Ask::Steel);
    if (recipe_->asksReach) list.push_back(Ask::Reach);
    list.push_back(Ask::Span);
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
