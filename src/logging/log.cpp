#include "logging/log.h"
#include "base/text.h"
#include <algorithm>
#include <cstdlib>
#include <ctime>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <spdlog/sinks/rotating_file_sink.h>
#include <spdlog/spdlog.h>
#include <unistd.h>
#include <vector>

namespace zg {
namespace {

namespace fs = std::filesystem;

constexpr std::size_t mostBytes = 512 * 1024;
constexpr std::size_t mostLogs = 20;

std::shared_ptr<spdlog::logger>& logger() {
    static std::shared_ptr<spdlog::logger> one;
    return one;
}
std::string& path() {
    static std::string text;
    return text;
}

spdlog::level::level_enum levelOf(LogLevel level) {
    switch (level) {
    case LogLevel::Debug: return spdlog::level::debug;
    case LogLevel::Info: return spdlog::level::info;
    case LogLevel::Warning: return spdlog::level::warn;
    case LogLevel::Error: return spdlog::level::err;
    case LogLevel::Off: break;
    }
    return spdlog::level::off;
}

void write(spdlog::level::level_enum level, std::string_view text) {
    if (logger()) logger()->log(level, spdlog::string_view_t(printable(text)));
}

/// Only the newest logs of a program stay; what a rotation put aside goes with its own.
void clearOld(const std::string& folder, const std::string& program) {
    std::vector<std::pair<fs::file_time_type, fs::path>> logs;
    std::error_code error;
    for (const fs::directory_entry& entry : fs::directory_iterator(folder, error)) {
        const std::string name = entry.path().filename().string();
        const bool isOurs = name.rfind(program + "-", 0) == 0 && entry.path().extension() == ".log";
        if (isOurs && entry.is_regular_file(error) && !entry.is_symlink(error))
            logs.emplace_back(entry.last_write_time(error), entry.path());
    }
    std::sort(logs.begin(), logs.end(), [](const auto& a, const auto& b) { return a.first > b.first; });
    for (std::size_t i = mostLogs; i < logs.size(); ++i) fs::remove(logs[i].second, error);
}

} // namespace

std::optional<LogLevel> logLevelOf(std::string_view word) {
    for (std::size_t i = 0; i < std::size(logLevelWords); ++i)
        if (word == logLevelWords[i]) return static_cast<LogLevel>(i);
    return std::nullopt;
}

std::string logFolder() {
    const auto variable = [](const char* name) {
        const char* value = std::getenv(name);
        return std::string(value ? value : "");
    };
    // The base directory specification wants absolute paths and ignores others.
    std::string state = variable("XDG_STATE_HOME");
    if (state.empty() || state.front() != '/') state = variable("HOME").empty() ? "" : variable("HOME") + "/.local/state";
    return state.empty() ? "" : state + "/zealous-girder";
}

tl::expected<std::string, std::string> startLog(const std::string& folder, const std::string& program, LogLevel level) {
    endLog();
    if (level == LogLevel::Off) return std::string();
    if (folder.empty())
        return tl::unexpected(std::string("There is no folder for a log: neither XDG_STATE_HOME nor HOME is set."));
    try {
        std::error_code error;
        const bool isNew = fs::create_directories(folder, error);
        if (error) return tl::unexpected("No log can be kept in " + printable(folder) + ": " + error.message() + ".");
        if (isNew) fs::permissions(folder, fs::perms::owner_all);
        clearOld(folder, program);
        char now[40] = "";
        const std::time_t time = std::time(nullptr);
        std::tm local{};
        if (localtime_r(&time, &local)) std::strftime(now, sizeof now, "%Y%m%d-%H%M%S", &local);
        const std::string file = folder + "/" + program + "-" + now + "-" + std::to_string(::getpid()) + ".log";
        const auto sink = std::make_shared<spdlog::sinks::rotating_file_sink_mt>(file, mostBytes, 1);
        logger() = std::make_shared<spdlog::logger>(program, sink);
        logger()->set_level(levelOf(level));
        logger()->set_pattern("%Y-%m-%d %H:%M:%S.%e %l %v");
        logger()->flush_on(spdlog::level::debug);
        logger()->set_error_handler([](const std::string&) {}); // a full disk must not speak on standard error
        path() = file;
        return file;
    } catch (const std::exception& e) {
        endLog();
        return tl::unexpected("No log can be kept in " + printable(folder) + ": " + e.what() + ".");
    }
}

void endLog() {
    logger().reset();
    path().clear();
}

std::string logPath() { return path(); }

void logDebug(std::string_view text) { write(spdlog::level::debug, text); }
void logInfo(std::string_view text) { write(spdlog::level::info, text); }
void logWarning(std::string_view text) { write(spdlog::level::warn, text); }
void logError(std::string_view text) { write(spdlog::level::err, text); }

std::string lastLinesOfLog(const std::string& folder, const std::string& name, int lines) {
    if (folder.empty() || name.empty() || name.find('/') != std::string::npos || name.front() == '.') return {};
    const fs::path file = fs::path(folder) / name;
    std::error_code error;
    if (!fs::is_regular_file(fs::symlink_status(file, error))) return {};
    std::ifstream in(file, std::ios::binary | std::ios::ate);
    if (!in) return {};
    const auto size = static_cast<std::streamoff>(in.tellg());
    const std::streamoff from = std::max<std::streamoff>(0, size - 64 * 1024);
    in.seekg(from);
    std::string text(static_cast<std::size_t>(size - from), '\0');
    in.read(text.data(), size - from);
    text.resize(static_cast<std::size_t>(std::max<std::streamsize>(0, in.gcount())));
    std::size_t at = text.size();
    while (at > 0 && text[at - 1] == '\n') --at;
    const std::size_t end = at;
    for (int i = 0; i < lines && at != std::string::npos && at > 0; ++i) at = text.rfind('\n', at - 1);
    const std::size_t begin = at == std::string::npos || at == 0 ? 0 : at + 1;
    return printable(text.substr(begin, end - begin), true);
}

} // namespace zg
