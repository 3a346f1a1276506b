#include "joint/validate.h"
#include "base/text.h"
#include "joint/graph.h"
#include <cmath>
#include <set>

namespace zg {
namespace {

class RangeCheck {
public:
    RangeCheck(std::string path, Diagnostics& found) : path_(std::move(path)), found_(found) {}
    template <class T> void operator()(const Field& field, const T& member) { check(field, path_ + fileKey(field), member); }

private:
    void check(const Field& field, const std::string& path, double x) {
        if (std::isfinite(x) && x >= field.min - 1e-9 && x <= field.max + 1e-9) return;
        const Unit unit = unitOf(field.quantity, UnitSystem::SI);
        const auto say = [&](double value) {
            return significant(value / unit.factor, 6) + (*unit.symbol ? std::string(" ") + unit.symbol : "");
        };
        const std::string got = std::isfinite(x) ? say(x) : "not a finite number";
        found_.push_back(
            {Severity::Error, path,
             std::string(field.help) + " is " + got + "; allowed is " + say(field.min) + " to " + say(field.max) + "."});
    }
    void check(const Field& field, const std::string& path, int x) {
        if (x < field.min || x > field.max) check(field, path, static_cast<double>(x));
    }
    void check(const Field&, const std::string&, bool) {}
    void check(const Field& field, const std::string& path, const std::string& text) {
        if (characterCount(text) > 4000) found_.push_back({Severity::Error, path, "The text has more than 4000 characters."});
        // Names stand in file names, on terminals and in one line of a table; free text may have lines.
        if (isName(field) && hasControl(text))
            found_.push_back(
                {Severity::Error, path, "The name " + printable(text) + " holds a control character; write it without."});
    }
    void check(const Field&, const std::string& path, const ShortText& text) {
        if (hasControl(text.str()))
            found_.push_back({Severity::Error, path, "The name " + printable(text.str()) + " holds a control character."});
    }
    template <class T> std::enable_if_t<std::is_enum_v<T>> check(const Field&, const std::string&, T) {}
    template <class... T> void check(const Field& field, const std::string& path, const std::variant<T...>& x) {
        const std::string parent = path.substr(0, path.rfind('/') + 1);
        std::visit([&](const auto& inner) { check(field, parent + std::decay_t<decltype(inner)>::kind, inner); }, x);
    }
    template <class T> void check(const Field& field, const std::string& path, const std::optional<T>& x) {
        if (x) check(field, path, *x);
    }
    template <class T> void check(const Field& field, const std::string& path, const std::vector<T>& xs) {
        checkList(field, path, xs);
    }
    template <class T> void check(const Field& field, const std::string& path, const SharedList<T>& xs) {
        checkList(field, path, xs);
    }
    template <class List> void checkList(const Field& field, const std::string& path, const List& xs) {
        if (xs.size() > 5000) found_.push_back({Severity::Error, path, "More than 5000 entries."});
        for (std::size_t i = 0; i < xs.size(); ++i) check(field, path + "/" + nameIn(xs[i], i), xs[i]);
    }
    template <class T> std::enable_if_t<HasFields<T>::value> check(const Field&, const std::string& path, const T& x) {
        RangeCheck inner(path + "/", found_);
        T::fields(x, inner);
    }
    /// What people know an element of a list by: the name of a member or connection, else its number.
    static std::string nameIn(const Member& m, std::size_t) { return printable(m.id.str()); }
    static std::string nameIn(const Connection& c, std::size_t) { return printable(c.end.str()); }
    template <class T> static std::string nameIn(const T&, std::size_t i) { return std::to_string(i + 1); }
    std::string path_;
    Diagnostics& found_;
};

void checkSets(const Joint& joint, Diagnostics& found) {
    std::set<std::string> ids;
    for (const ActionSet& set : joint.actions) {
        if (set.id.empty())
            found.push_back({Severity::Error, printable(joint.mark), "An action set has no name; give it an id."});
        else if (!ids.insert(set.id).second)
            found.push_back({Severity::Error, printable(joint.mark), "Two action sets are named " + printable(set.id) + "."});
    }
}

} // namespace

bool isName(const Field& field) {
    for (const char* key : {"id", "mark", "designation", "section", "steel", "size", "class", "family"})
        if (std::string_view(field.key) == key) return true;
    return false;
}

std::string fileKey(const Field& field) {
    switch (field.quantity) {
    case Quantity::Length: return std::string(field.key) + "_mm";
    case Quantity::Force: return std::string(field.key) + "_kN";
    case Quantity::Moment: return std::string(field.key) + "_kNm";
    case Quantity::Angle: return std::string(field.key) + "_deg";
    default: return field.key;
    }
}

Diagnostics validate(const Joint& joint) {
    Diagnostics found;
    RangeCheck check(printable(joint.mark) + "/", found);
    Joint::fields(joint, check);
    const Diagnostics graph = checkGraph(joint);
    found.insert(found.end(), graph.begin(), graph.end());
    checkSets(joint, found);
    return found;
}

Diagnostics validate(const Job& job) {
    Diagnostics found;
    RangeCheck check("", found);
    Job::fields(job, check);
    std::set<std::string> marks;
    std::set<std::string> ids;
    for (const Joint& joint : job.joints) {
        if (joint.mark.empty())
            found.push_back({Severity::Error, "joints", "A joint has no mark."});
        else if (!marks.insert(joint.mark).second)
            found.push_back({Severity::Error, printable(joint.mark), "Two joints have the mark " + printable(joint.mark) + "."});
        if (!ids.insert(joint.id).second)
            found.push_back({Severity::Error, printable(joint.mark), "Two joints have the id " + printable(joint.id) + "."});
        checkSets(joint, found);
    }
    std::set<std::string> names;
    for (const CustomSection& s : job.sections) {
        if (!names.insert(s.designation).second)
            found.push_back({Severity::Error, "sections", "Two sections are named " + printable(s.designation) + "."});
        if (s.h <= 2 * s.t_f)
            found.push_back(
                {Severity::Error, "sections/" + printable(s.designation), "The flanges are thicker than half the depth."});
        if (s.b <= s.t_w)
            found.push_back(
                {Severity::Error, "sections/" + printable(s.designation), "The web is thicker than the flange is wide."});
    }
    return found;
}

} // namespace zg
