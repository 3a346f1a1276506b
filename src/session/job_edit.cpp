#include "session/job_edit.h"
#include <algorithm>

namespace zg {

JobEdit::JobEdit(Replace replace, const QString& title, Job before, Job after, std::string idBefore, std::string idAfter,
                 const QString& mergeKey)
    : QUndoCommand(title), replace_(std::move(replace)), before_(std::move(before)), after_(std::move(after)),
      idBefore_(std::move(idBefore)), idAfter_(std::move(idAfter)), mergeKey_(mergeKey) {}

bool JobEdit::mergeWith(const QUndoCommand* other) {
    const auto* next = dynamic_cast<const JobEdit*>(other);
    if (!next || next->mergeKey_ != mergeKey_ || next->idAfter_ != idAfter_) return false;
    after_ = next->after_;
    setText(next->text());
    return true;
}

int undoLimit(const Job& job) {
    constexpr std::size_t budget = 64'000'000;
    std::size_t largest = 20'000; // strings and allocations of a usual joint
    for (const Joint& j : job.joints) {
        std::size_t size = 20'000;
        for (const ActionSet& set : j.actions) size += sizeof(ActionSet) + 64 + set.forces.size() * sizeof(EndForces);
        for (const Connection& c : j.connections) {
            size += sizeof(Connection);
            if (const EndPlate* plate = std::get_if<EndPlate>(&c.how)) size += plate->rows.size() * sizeof(BoltRowSpec);
        }
        largest = std::max(largest, size);
    }
    const std::size_t step = largest + 2 * job.joints.size() * sizeof(std::shared_ptr<Joint>);
    return static_cast<int>(std::clamp<std::size_t>(budget / step, 100, 2000));
}

} // namespace zg
