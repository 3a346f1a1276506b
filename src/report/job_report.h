#pragma once
#include "joint/job.h"
#include "lists/job_lists.h"
#include "report/document.h"
#include <functional>
#include <memory>
#include <optional>

namespace zg {

struct PlateStudy;

/// What a report is asked for besides what the job itself says.
struct JobReportRequest {
    std::optional<ReportDepth> depth; ///< of every joint, in place of the job's and the joints' own
    std::string only;                 ///< id of the one joint that the report is of; all when empty
    bool hasLists = true;             ///< false leaves the lists out whatever the job says
    std::string version;              ///< of the program, for the cover
    Letterhead letterhead;
    /// Plates of a joint that belong to it as it stands, or null; not asked when empty.
    std::function<std::shared_ptr<const PlateStudy>(const Joint&)> plates;
};

/// The report of a job, one document at a time, so that hundreds of joints need the memory of one: register, basis, the joints
/// with their plates, lists.
class JobReport {
public:
    JobReport(const Job& job, JobReportRequest request);
    /// Title, who answers for it, what it holds. Joints are verified on the way.
    [[nodiscard]] const Cover& cover() const { return cover_; }
    /// Documents that have a line of their own in the table of contents.
    [[nodiscard]] std::size_t entries() const;
    /// Documents follow one another; nothing after the last.
    [[nodiscard]] std::optional<Document> next();
    /// From 0 to 1.
    [[nodiscard]] double progress() const;
    /// What the next document is of: the mark of a joint, or words.
    [[nodiscard]] std::string stage() const;

private:
    [[nodiscard]] ReportDepth depthOf(const Joint& joint) const;
    [[nodiscard]] Document registerOf() const;
    [[nodiscard]] Document basisOf() const;

    /// Of a joint, what the front of the report says of it: the result itself is not kept.
    struct Line {
        const Joint* joint = nullptr;
        CheckState state = CheckState::NotDone;
        std::string use = "–", verdict;
        std::vector<std::string> notDone; ///< titles of checks that are not done
        bool isComputed = false;
    };
    const Job& job_;
    JobReportRequest request_;
    ReportChoices choices_;
    Cover cover_;
    std::vector<Line> lines_;
    std::vector<const Joint*> joints_; ///< those that are not left out
    std::optional<JobLists> lists_;
    std::optional<Document> plates_; ///< of the joint before, still to be given
    std::size_t at_ = 0;
};

} // namespace zg
