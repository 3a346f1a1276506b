#pragma once
#include <string>

namespace zg {

struct Job;

/// A journal: one line of JSON (format, version, the job's file and title, the name of the window's log), then the text of the
/// job file as it would be saved.
struct JournalHead {
    std::string jobPath, jobTitle, logName;
};

[[nodiscard]] std::string journalText(const Job& job, const std::string& jobPath, const std::string& logName = {});
/// Nothing known when the head cannot be read.
[[nodiscard]] JournalHead readJournalHead(const std::string& path);
/// The job's text in a journal; all of it where there is no head.
[[nodiscard]] std::string jobTextOfJournal(const std::string& journal);

} // namespace zg
