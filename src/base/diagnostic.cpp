#include "base/diagnostic.h"
#include <algorithm>

namespace zg {

bool hasErrors(const Diagnostics& diagnostics) {
    return std::any_of(diagnostics.begin(), diagnostics.end(), [](const Diagnostic& d) { return d.severity == Severity::Error; });
}

std::string placeOf(const Diagnostic& d) {
    const std::string path = d.path.str();
    const std::string place = d.subject + (d.subject.empty() || path.empty() ? "" : "/") + path;
    return d.file + (d.file.empty() || place.empty() ? "" : ", ") + place;
}

std::string joined(const Diagnostics& diagnostics) {
    std::string text;
    for (const Diagnostic& d : diagnostics) {
        const std::string place = placeOf(d);
        text += (text.empty() ? "" : "\n") + (place.empty() ? "" : place + ": ") + sentenceOf(d);
    }
    return text;
}

Diagnostic problem(Problem code, std::string subject, FieldPath path, std::vector<std::string> texts) {
    Diagnostic d;
    d.subject = std::move(subject);
    d.code = code;
    d.path = std::move(path);
    d.texts = std::move(texts);
    return d;
}

} // namespace zg
