#include "exchange/journal_file.h"
#include "exchange/bounded_json.h"
#include "exchange/file.h"
#include "exchange/job_file.h"

namespace zg {
namespace {

constexpr const char* format = "zealous-girder-journal";

/// The head line's document; null where there is none.
nlohmann::json headOf(const std::string& journal) {
    const auto end = journal.find('\n');
    if (end == std::string::npos) return {};
    auto head = readJson(journal.substr(0, end), {4, 100});
    if (!head || !head->is_object() || head->value("format", nlohmann::json()) != format) return {};
    return std::move(*head);
}

std::string textIn(const nlohmann::json& head, const char* key) {
    const auto at = head.find(key);
    return at != head.end() && at->is_string() ? at->get<std::string>() : std::string();
}

} // namespace

std::string journalText(const Job& job, const std::string& jobPath, const std::string& logName) {
    nlohmann::json head{{"format", format}, {"version", 1}, {"job_file", jobPath}, {"job_title", job.title}};
    if (!logName.empty()) head["log"] = logName;
    return head.dump(-1, ' ', false, nlohmann::json::error_handler_t::replace) + "\n" + writeJob(job);
}

JournalHead readJournalHead(const std::string& path) {
    const auto text = readFile(path, Links::Refuse);
    if (!text) return {};
    const nlohmann::json head = headOf(*text);
    if (!head.is_object()) return {};
    return {textIn(head, "job_file"), textIn(head, "job_title"), textIn(head, "log")};
}

std::string jobTextOfJournal(const std::string& journal) {
    return headOf(journal).is_object() ? journal.substr(journal.find('\n') + 1) : journal;
}

} // namespace zg
