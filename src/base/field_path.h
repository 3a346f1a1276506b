#pragma once
#include <initializer_list>
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Address of a field: the keys that lead to it, as in the file, elements of lists by their name
/// ("connections/right/end_plate/plate/thickness_mm"). The one address that messages, cards, undo steps and strips use.
class FieldPath {
public:
    FieldPath() = default;
    FieldPath(std::initializer_list<std::string> steps) : steps_(steps) {}
    /// From its text; the inverse of str() where no step holds a control character.
    explicit FieldPath(std::string_view text);

    [[nodiscard]] const std::vector<std::string>& steps() const { return steps_; }
    [[nodiscard]] bool empty() const { return steps_.empty(); }
    /// Steps joined by "/"; within a step "~" stands as "~0" and "/" as "~1" (RFC 6901). Safe to show: control characters are
    /// written as what they are.
    [[nodiscard]] std::string str() const;
    [[nodiscard]] FieldPath operator/(std::string step) const;
    [[nodiscard]] FieldPath operator/(const FieldPath& rest) const;
    [[nodiscard]] bool startsWith(const FieldPath& head) const;
    /// The path without its last step.
    [[nodiscard]] FieldPath parent() const;
    /// The path without its first steps.
    [[nodiscard]] FieldPath after(std::size_t steps) const;
    friend bool operator==(const FieldPath& a, const FieldPath& b) { return a.steps_ == b.steps_; }
    friend bool operator!=(const FieldPath& a, const FieldPath& b) { return !(a == b); }

private:
    std::vector<std::string> steps_;
};

} // namespace zg
