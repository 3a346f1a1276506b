#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <tl/expected.hpp>

/// What a run did, in a file of the user's, for the day something goes wrong. Nothing is ever written to standard output or
/// error; before startLog(), and where it failed, what is logged is dropped.
namespace zg {

enum class LogLevel { Debug, Info, Warning, Error, Off };
/// Words of the levels, in their order.
inline constexpr const char* logLevelWords[] = {"debug", "info", "warning", "error", "off"};
[[nodiscard]] std::optional<LogLevel> logLevelOf(std::string_view word);

/// Where logs lie: zealous-girder in $XDG_STATE_HOME, else in ~/.local/state. Empty when neither is known.
[[nodiscard]] std::string logFolder();

/// Starts this process's log "<program>-<date>-<time>-<pid>.log" in a folder, which is made. A log rotates at half a megabyte
/// once; of earlier runs the newest twenty stay. Gives its path, or why there is none.
tl::expected<std::string, std::string> startLog(const std::string& folder, const std::string& program, LogLevel level);
/// Writes what is due and ends the log.
void endLog();
/// Path of the running log; empty without one.
[[nodiscard]] std::string logPath();

/// One line each; control characters are shown, not written.
void logDebug(std::string_view text);
void logInfo(std::string_view text);
void logWarning(std::string_view text);
void logError(std::string_view text);

/// From here on a crash (signal, exception that nobody catches) leaves its kind and the calls that led to it in the log, and
/// then ends the process as it would have.
void logCrashes();

/// The last lines of a log of a folder, at most `lines`; empty when there is none. `name` is a file name, never a path.
[[nodiscard]] std::string lastLinesOfLog(const std::string& folder, const std::string& name, int lines);

} // namespace zg
