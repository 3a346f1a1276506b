#pragma once
#include "joint/check.h"
#include "joint/job.h"
#include <string>
#include <vector>

namespace zg {

/// A field that two revisions of a joint do not share, as the file writes it; empty where one has it not.
struct FieldChange {
    std::string path, before, after;
};
/// A kind of check whose worst use is another.
struct CheckMove {
    std::string title;
    std::string before, after; ///< "0.92", "–" where the joint does not ask for it
};
struct JointComparison {
    enum class State { Same, Changed, OnlyBefore, OnlyAfter };
    std::string mark;
    State state = State::Same;
    std::vector<FieldChange> fields;
    std::vector<CheckMove> checks; ///< largest move first
    std::string verdictBefore, verdictAfter;
    double costBefore = 0, costAfter = 0;
};
struct JobComparison {
    std::vector<FieldChange> job; ///< settings, sections, prices and so on
    std::vector<JointComparison> joints;
};

/// Two revisions of a job, joint by joint (by id, or by mark where that finds none).
[[nodiscard]] JobComparison compareJobs(const Job& before, const Job& after);
/// The same in lines that people read; joints without a difference in one line together.
[[nodiscard]] std::string comparisonText(const JobComparison& comparison, const std::string& currency);

} // namespace zg
