#include "joint/validate.h"
#include "base/text.h"
#include "joint/field_walk.h"
#include "joint/graph.h"
#include <cmath>
#include <set>

namespace zg {
namespace {

/// Walks all fields of a value; `subject` is the mark of the joint it belongs to.
class RangeCheck {
public:
    RangeCheck(std::string subject, FieldPath path, Diagnostics& found)
        : subject_(std::move(subject)), path_(std::move(path)), found_(found) {}
    template <class T> void operator()(const Field& field, const T& member) { check(field, path_ / fileKey(field), member); }

private:
    Diagnostic& add(Problem code, const FieldPath& path, const std::string& text = {}) {
        found_.push_back(problem(code, subject_, path, text.empty() ? std::vector<std::string>{} : std::vector{text}));
        return found_.back();
    }
    void check(const Field& field, const FieldPath& path, double x) {
        if (std::isfinite(x) && x >= field.min - 1e-9 && x <= field.max + 1e-9) return;
        Diagnostic& d = add(std::isfinite(x) ? Problem::OutOfRange : Problem::NotFinite, path, field.help);
        if (std::isfinite(x)) d.value = x;
        d.min = field.min;
        d.max = field.max;
        d.quantity = field.quantity;
    }
    void check(const Field& field, const FieldPath& path, int x) {
        if (x < field.min || x > field.max) check(field, path, static_cast<double>(x));
    }
    void check(const Field&, const FieldPath&, bool) {}
    void check(const Field& field, const FieldPath& path, const std::string& text) {
        if (const std::size_t count = characterCount(text); count > mostCharacters)
            tooMany(Problem::TextTooLong, path, count, mostCharacters);
        // Names stand in file names, on terminals and in one line of a table; free text may have lines.
        if (isName(field) && hasControl(text)) add(Problem::ControlCharacter, path, printable(text));
    }
    void check(const Field&, const FieldPath& path, const ShortText& text) {
        if (hasControl(text.str())) add(Problem::ControlCharacter, path, printable(text.str()));
    }
    template <class T> std::enable_if_t<std::is_enum_v<T>> check(const Field&, const FieldPath&, T) {}
    template <class... T> void check(const Field& field, const FieldPath&, const std::variant<T...>& x) {
        std::visit([&](const auto& inner) { check(field, path_ / std::decay_t<decltype(inner)>::kind, inner); }, x);
    }
    template <class T> void check(const Field& field, const FieldPath& path, const std::optional<T>& x) {
        if (x) check(field, path, *x);
    }
    template <class T> void check(const Field& field, const FieldPath& path, const std::vector<T>& xs) {
        checkList(field, path, xs);
    }
    void check(const Field&, const FieldPath& path, const SharedList<Joint>& joints) {
        if (joints.size() > mostEntries) tooMany(Problem::TooManyEntries, path, joints.size(), mostEntries);
        for (const Joint& joint : joints) {
            RangeCheck inner(printable(joint.mark), {}, found_);
            Joint::fields(joint, inner);
        }
    }
    template <class List> void checkList(const Field& field, const FieldPath& path, const List& xs) {
        if (xs.size() > mostEntries) tooMany(Problem::TooManyEntries, path, xs.size(), mostEntries);
        for (std::size_t i = 0; i < xs.size(); ++i) check(field, path / elementName(xs[i], i), xs[i]);
    }
    template <class T> std::enable_if_t<HasFields<T>::value> check(const Field&, const FieldPath& path, const T& x) {
        RangeCheck inner(subject_, path, found_);
        T::fields(x, inner);
    }
    void tooMany(Problem code, const FieldPath& path, std::size_t value, std::size_t most) {
        Diagnostic& d = add(code, path);
        d.value = static_cast<double>(value);
        d.max = static_cast<double>(most);
    }
    static constexpr std::size_t mostCharacters = 4000, mostEntries = 5000;
    std::string subject_;
    FieldPath path_;
    Diagnostics& found_;
};

void checkSets(const Joint& joint, Diagnostics& found) {
    std::set<std::string> ids;
    for (std::size_t i = 0; i < joint.actions.size(); ++i) {
        const std::string& id = joint.actions[i].id;
        const FieldPath at = FieldPath{"actions"} / elementName(joint.actions[i], i) / "id";
        if (id.empty())
            found.push_back(problem(Problem::SetWithoutName, printable(joint.mark), at));
        else if (!ids.insert(id).second)
            found.push_back(problem(Problem::SameSetName, printable(joint.mark), at, {printable(id)}));
    }
}

void checkSection(const CustomSection& s, std::size_t index, Diagnostics& found) {
    const FieldPath at = FieldPath{"sections"} / elementName(s, index);
    const auto add = [&](Problem code, const char* key, double value, double most) {
        Diagnostic d = problem(code, {}, at / key);
        d.value = value;
        d.max = most;
        d.quantity = Quantity::Length;
        found.push_back(std::move(d));
    };
    if (s.h <= 2 * s.t_f) add(Problem::FlangesTooThick, "t_f_mm", s.t_f, s.h / 2);
    if (s.b <= s.t_w) add(Problem::WebTooThick, "t_w_mm", s.t_w, s.b);
}

} // namespace

bool isName(const Field& field) {
    for (const char* key : {"id", "mark", "designation", "section", "steel", "size", "class", "family"})
        if (std::string_view(field.key) == key) return true;
    return false;
}

Diagnostics validate(const Joint& joint) {
    Diagnostics found;
    RangeCheck check(printable(joint.mark), {}, found);
    Joint::fields(joint, check);
    const Diagnostics graph = checkGraph(joint);
    found.insert(found.end(), graph.begin(), graph.end());
    checkSets(joint, found);
    return found;
}

Diagnostics validate(const Job& job) {
    Diagnostics found;
    RangeCheck check({}, {}, found);
    Job::fields(job, check);
    std::set<std::string> marks;
    std::set<std::string> ids;
    for (const Joint& joint : job.joints) {
        const std::string mark = printable(joint.mark);
        if (joint.mark.empty())
            found.push_back(problem(Problem::JointWithoutMark, {}, FieldPath{"joints"}));
        else if (!marks.insert(joint.mark).second)
            found.push_back(problem(Problem::SameMark, mark, FieldPath{"mark"}, {mark}));
        if (!ids.insert(joint.id).second)
            found.push_back(problem(Problem::SameJointId, mark, FieldPath{"id"}, {printable(joint.id)}));
        checkSets(joint, found);
    }
    std::set<std::string> names;
    for (std::size_t i = 0; i < job.sections.size(); ++i) {
        const CustomSection& s = job.sections[i];
        if (!names.insert(s.designation).second)
            found.push_back(problem(Problem::SameSectionName, {}, FieldPath{"sections", s.designation, "designation"},
                                    {printable(s.designation)}));
        checkSection(s, i, found);
    }
    return found;
}

} // namespace zg
