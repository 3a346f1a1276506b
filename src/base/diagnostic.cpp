#include "base/diagnostic.h"
#include <algorithm>

namespace zg {

bool hasErrors(const Diagnostics& diagnostics) {
    return std::any_of(diagnostics.begin(), diagnostics.end(), [](const Diagnostic& d) { return d.severity == Severity::Error; });
}

std::string joined(const Diagnostics& diagnostics) {
    std::string text;
    for (const Diagnostic& d : diagnostics)
        text += (text.empty() ? "" : "\n") + (d.subject.empty() ? "" : d.subject + ": ") + d.message;
    return text;
}

} // namespace zg
