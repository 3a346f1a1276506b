#include "logging/log.h"
#include "support/joints.h"
#include <csignal>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <stdexcept>
#include <sys/wait.h>
#include <unistd.h>

using namespace zg;

namespace {

namespace fs = std::filesystem;

struct Folder {
    std::string path = [] {
        char name[] = "/tmp/zg-log-XXXXXX";
        return std::string(::mkdtemp(name));
    }();
    ~Folder() {
        endLog();
        fs::remove_all(path);
    }
    [[nodiscard]] std::string only() const {
        for (const auto& entry : fs::directory_iterator(path)) return entry.path().filename().string();
        return {};
    }
};

/// Runs `crash` in a process of its own with a log; gives the signal that ended it.
template <class F> int crashedBy(const std::string& folder, F crash) {
    const pid_t child = ::fork();
    if (child == 0) {
        for (const int signal : {SIGSEGV, SIGABRT}) std::signal(signal, SIG_DFL); // the test program's own
        if (!startLog(folder, "crash", LogLevel::Info)) ::_exit(9);
        logCrashes();
        logInfo("the last thing done");
        crash();
        ::_exit(8);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    return WIFSIGNALED(status) ? WTERMSIG(status) : -WEXITSTATUS(status);
}

bool has(const std::string& text, const char* part) {
    INFO(text);
    return text.find(part) != std::string::npos;
}

} // namespace

TEST_CASE("a log holds what its level asks for, a line each, and nothing that commands a terminal", "[logging]") {
    const Folder folder;
    const auto started = startLog(folder.path + "/state", "bench", LogLevel::Info);
    REQUIRE(started);
    logDebug("too fine");
    logInfo("opened a job\nwith \x1b[2J in its name");
    logWarning("odd");
    const std::string name = fs::path(*started).filename().string();
    const std::string lines = lastLinesOfLog(folder.path + "/state", name, 10);
    CHECK_FALSE(has(lines, "too fine"));
    CHECK(has(lines, "info opened a job\\x0awith \\x1b[2J"));
    CHECK(has(lines, "warning odd"));
    CHECK(std::count(lines.begin(), lines.end(), '\n') == 1);
    CHECK(lastLinesOfLog(folder.path + "/state", name, 1).find("opened") == std::string::npos);
    CHECK((fs::status(folder.path + "/state").permissions() & fs::perms::others_all) == fs::perms::none);
    endLog();
    logError("after the end");
    CHECK(lastLinesOfLog(folder.path + "/state", name, 10) == lines);
}

TEST_CASE("names of logs are never paths", "[logging]") {
    const Folder folder;
    std::ofstream(folder.path + "/secret.log") << "secret\n";
    fs::create_directory(folder.path + "/logs");
    fs::create_symlink("../secret.log", folder.path + "/logs/link.log");
    for (const char* name : {"../secret.log", "/etc/hostname", "..", ".", "", "link.log", "gone.log"})
        CHECK(lastLinesOfLog(folder.path + "/logs", name, 5).empty());
    CHECK(lastLinesOfLog(folder.path, "secret.log", 5) == "secret");
}

TEST_CASE("a log rotates, old ones go, and a folder that cannot be made is said", "[logging]") {
    const Folder folder;
    for (int i = 0; i < 30; ++i) std::ofstream(folder.path + "/bench-2020-" + std::to_string(i) + ".log") << "old\n";
    std::ofstream(folder.path + "/other.log") << "not ours\n";
    REQUIRE(startLog(folder.path, "bench", LogLevel::Info));
    const std::string line(1000, 'x');
    for (int i = 0; i < 2000; ++i) logInfo(line);
    std::uintmax_t all = 0;
    int logs = 0;
    for (const auto& entry : fs::directory_iterator(folder.path)) all += entry.file_size(), ++logs;
    CHECK(logs == 20 + 1 + 2); // the newest twenty, the other one, the running one and what it put aside
    CHECK(all < 1200 * 1024);
    CHECK(fs::exists(folder.path + "/other.log"));
    const auto none = startLog(folder.path + "/other.log/below", "bench", LogLevel::Info);
    REQUIRE_FALSE(none);
    CHECK(has(none.error(), "No log can be kept in"));
    logInfo("dropped");
    CHECK(logPath().empty());
    CHECK(startLog(folder.path, "bench", LogLevel::Off));
    CHECK(logPath().empty());
    CHECK_FALSE(logLevelOf("loud"));
}

TEST_CASE("a crash leaves its kind and the way to it in the log, and ends as it would have", "[logging]") {
    const Folder folder;
    CHECK(crashedBy(folder.path, [] { std::abort(); }) == SIGABRT);
    std::string lines = lastLinesOfLog(folder.path, folder.only(), 60);
    CHECK(has(lines, "the last thing done"));
    CHECK(has(lines, "crash: signal SIGABRT"));
    fs::remove(folder.path + "/" + folder.only());
    CHECK(crashedBy(folder.path, [] {
              try {
                  throw std::runtime_error("nobody's");
              } catch (...) { std::terminate(); }
          }) == SIGABRT);
    lines = lastLinesOfLog(folder.path, folder.only(), 60);
    CHECK(has(lines, "an exception that nobody caught: nobody's"));
}
