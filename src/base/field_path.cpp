#include "base/field_path.h"
#include "base/text.h"
#include <algorithm>

namespace zg {
namespace {

std::string escaped(const std::string& step) {
    std::string text;
    for (const char c : step) text += c == '~' ? "~0" : c == '/' ? "~1" : std::string(1, c);
    return printable(text);
}

std::string unescaped(std::string_view step) {
    std::string text;
    for (std::size_t i = 0; i < step.size(); ++i) {
        const bool isEscape = step[i] == '~' && i + 1 < step.size() && (step[i + 1] == '0' || step[i + 1] == '1');
        text += !isEscape ? step[i] : step[++i] == '0' ? '~' : '/';
    }
    return text;
}

} // namespace

FieldPath::FieldPath(std::string_view text) {
    if (text.empty()) return;
    for (const std::string& step : split(text, '/')) steps_.push_back(unescaped(step));
}

std::string FieldPath::str() const {
    std::string text;
    for (const std::string& step : steps_) text += (text.empty() ? "" : "/") + escaped(step);
    return text;
}

FieldPath FieldPath::operator/(std::string step) const {
    FieldPath path = *this;
    path.steps_.push_back(std::move(step));
    return path;
}

FieldPath FieldPath::operator/(const FieldPath& rest) const {
    FieldPath path = *this;
    path.steps_.insert(path.steps_.end(), rest.steps_.begin(), rest.steps_.end());
    return path;
}

bool FieldPath::startsWith(const FieldPath& head) const {
    return steps_.size() >= head.steps_.size() && std::equal(head.steps_.begin(), head.steps_.end(), steps_.begin());
}

FieldPath FieldPath::parent() const {
    FieldPath path = *this;
    if (!path.steps_.empty()) path.steps_.pop_back();
    return path;
}

FieldPath FieldPath::after(std::size_t steps) const {
    FieldPath path;
    if (steps < steps_.size()) path.steps_.assign(steps_.begin() + static_cast<std::ptrdiff_t>(steps), steps_.end());
    return path;
}

} // namespace zg
