#pragma once
#include <optional>
#include <string>
#include <vector>

namespace zg {

enum class Severity { Note, Warning, Error };

/// One thing wrong with what the user gave: which field of which thing, its value, the limit, and why.
struct Diagnostic {
    Severity severity = Severity::Error;
    std::string subject; ///< id or key path of the thing ("joints/B3/right/plate/thickness_mm")
    std::string message; ///< full sentence: value, limit and what to do
};
using Diagnostics = std::vector<Diagnostic>;

[[nodiscard]] bool hasErrors(const Diagnostics& diagnostics);
[[nodiscard]] std::string joined(const Diagnostics& diagnostics);

} // namespace zg
