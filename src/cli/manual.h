#pragma once
#include <string>

namespace CLI {
class App;
}

namespace zg::cli {

/// Man page (section 1, roff) of the command line, from its own help.
[[nodiscard]] std::string manualPage(const CLI::App& app, const std::string& version);
/// Completion of commands, options and their words for bash.
[[nodiscard]] std::string bashCompletion(const CLI::App& app);

} // namespace zg::cli
