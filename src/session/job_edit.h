#pragma once
#include "joint/job.h"
#include <QUndoCommand>
#include <functional>

namespace zg {

/// One edit: the job before and after. Jobs share the joints in which they are the same, so that a step costs the joint it
/// changes; what changed is found by comparing, never remembered by hand.
class JobEdit : public QUndoCommand {
public:
    using Replace = std::function<void(const Job& job, const std::string& currentId)>;
    JobEdit(Replace replace, const QString& title, Job before, Job after, std::string idBefore, std::string idAfter,
            const QString& mergeKey);
    void undo() override { replace_(before_, idBefore_); }
    void redo() override { replace_(after_, idAfter_); }
    int id() const override { return mergeKey_.isEmpty() ? -1 : 1; }
    bool mergeWith(const QUndoCommand* other) override;

private:
    Replace replace_;
    Job before_, after_;
    std::string idBefore_, idAfter_;
    QString mergeKey_;
};

/// Undo steps that fit into the budget when every one changes the largest joint.
[[nodiscard]] int undoLimit(const Job& job);

} // namespace zg
