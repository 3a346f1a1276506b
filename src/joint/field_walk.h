#pragma once
#include "base/field_path.h"
#include "joint/job.h"
#include <cstdlib>

/// The one way from a FieldPath to the value there, through the listings of fields.
namespace zg {

/// Key of a field in files: the name with its unit ("thickness_mm").
[[nodiscard]] std::string fileKey(const Field& field);

/// What people know an element of a list by, as a step of a path: its name, else its number from 1.
template <class T> [[nodiscard]] std::string elementName(const T&, std::size_t index) { return std::to_string(index + 1); }
[[nodiscard]] std::string elementName(const Member& m, std::size_t index);
[[nodiscard]] std::string elementName(const Connection& c, std::size_t index);
[[nodiscard]] std::string elementName(const Fitting& f, std::size_t index); ///< "stiffener right top", "doubler"
[[nodiscard]] std::string elementName(const ActionSet& s, std::size_t index);
[[nodiscard]] std::string elementName(const ActionCase& c, std::size_t index);
[[nodiscard]] std::string elementName(const EndForces& f, std::size_t index);
[[nodiscard]] std::string elementName(const CustomSection& s, std::size_t index);
[[nodiscard]] std::string elementName(const Detail& d, std::size_t index);
[[nodiscard]] std::string elementName(const Joint& j, std::size_t index);

/// Follows a path and calls `found(field, value)` at its end, which may be a number, a text, or a struct. Nothing happens where
/// the path leads nowhere. Elements of lists are reached by name; the alternatives of a variant by their kind.
template <class F> class FieldWalk {
public:
    FieldWalk(const std::vector<std::string>& steps, F& found) : steps_(steps), found_(found) {}
    template <class T> void operator()(const Field& field, T& member) {
        if (at_ < steps_.size()) meet(field, member);
    }

private:
    template <class T> void meet(const Field& field, T& member) {
        if (steps_[at_] != fileKey(field)) return;
        ++at_;
        enter(field, member);
        at_ = steps_.size() + 1; // no other field has this key
    }
    template <class... T> void meet(const Field& field, std::variant<T...>& member) { alternative(field, member); }
    template <class... T> void meet(const Field& field, const std::variant<T...>& member) { alternative(field, member); }
    template <class V> void alternative(const Field& field, V& member) {
        std::visit(
            [&](auto& inner) {
                if (steps_[at_] != std::decay_t<decltype(inner)>::kind) return;
                ++at_;
                enter(field, inner);
                at_ = steps_.size() + 1;
            },
            member);
    }
    template <class T> void enter(const Field& field, T& member) {
        if (at_ == steps_.size())
            found_(field, member);
        else
            inside(field, member);
    }
    template <class T> void inside(const Field& field, T& member) {
        using Plain = std::decay_t<T>;
        if constexpr (HasFields<Plain>::value) Plain::fields(member, *this);
        (void)field, (void)member;
    }
    template <class T> void inside(const Field& field, std::optional<T>& member) {
        if (member) inside(field, *member);
    }
    template <class T> void inside(const Field& field, const std::optional<T>& member) {
        if (member) inside(field, *member);
    }
    template <class T> void inside(const Field& field, std::vector<T>& list) { element(field, list); }
    template <class T> void inside(const Field& field, const std::vector<T>& list) { element(field, list); }
    template <class List> void element(const Field& field, List& list) {
        for (std::size_t i = 0; i < list.size(); ++i) {
            if (elementName(list[i], i) != steps_[at_]) continue;
            ++at_;
            enter(field, list[i]);
            return;
        }
    }
    const std::vector<std::string>& steps_;
    F& found_;
    std::size_t at_ = 0;
};

/// `root`: a value with fields, const or not.
template <class Root, class F> void atPath(Root& root, const FieldPath& path, F found) {
    FieldWalk<F> walk(path.steps(), found);
    std::decay_t<Root>::fields(root, walk);
}

} // namespace zg
