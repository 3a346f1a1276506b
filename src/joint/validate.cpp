#include "joint/validate.h"
#include "base/text.h"
#include "joint/field_walk.h"
#include "joint/graph.h"
#include <cmath>
#include <set>

namespace zg {
namespace {

/// Walks all fields of a value; `subject` is the mark of the joint it belongs to. Addresses are made where something is wrong.
class RangeCheck {
public:
    RangeCheck(std::string subject, FieldPath path, Diagnostics& found, const SharedList<Joint>* known = nullptr)
        : subject_(std::move(subject)), path_(std::move(path)), found_(found), known_(known) {}
    template <class T> void operator()(const Field& field, const T& member) { check(field, member); }

private:
    Diagnostic& add(Problem code, const Field& field, const std::string& text = {}) {
        found_.push_back(
            problem(code, subject_, path_ / fileKey(field), text.empty() ? std::vector<std::string>{} : std::vector{text}));
        return found_.back();
    }
    void check(const Field& field, double x) {
        if (std::isfinite(x) && x >= field.min - 1e-9 && x <= field.max + 1e-9) return;
        Diagnostic& d = add(std::isfinite(x) ? Problem::OutOfRange : Problem::NotFinite, field, field.help);
        if (std::isfinite(x)) d.value = x;
        d.min = field.min;
        d.max = field.max;
        d.quantity = field.quantity;
    }
    void check(const Field& field, int x) {
        if (x < field.min || x > field.max) check(field, static_cast<double>(x));
    }
    void check(const Field&, bool) {}
    void check(const Field& field, const std::string& text) {
        if (text.size() > mostCharacters) // bytes: the characters are counted where there may be too many
            if (const std::size_t count = characterCount(text); count > mostCharacters)
                tooMany(Problem::TextTooLong, field, count, mostCharacters);
        // Names stand in file names, on terminals and in one line of a table; free text may have lines.
        if (isName(field) && hasControl(text)) add(Problem::ControlCharacter, field, printable(text));
    }
    void check(const Field& field, const ShortText& text) {
        if (hasControl(text.str())) add(Problem::ControlCharacter, field, printable(text.str()));
    }
    template <class T> std::enable_if_t<std::is_enum_v<T>> check(const Field&, T) {}
    template <class... T> void check(const Field&, const std::variant<T...>& x) {
        std::visit([&](const auto& inner) { walk(path_ / std::decay_t<decltype(inner)>::kind, inner); }, x);
    }
    template <class T> void check(const Field& field, const std::optional<T>& x) {
        if (x) check(field, *x);
    }
    template <class T> void check(const Field& field, const std::vector<T>& xs) {
        if (xs.size() > mostEntries) tooMany(Problem::TooManyEntries, field, xs.size(), mostEntries);
        const FieldPath list = path_ / fileKey(field);
        for (std::size_t i = 0; i < xs.size(); ++i) walk(list / elementName(xs[i], i), xs[i]);
    }
    void check(const Field& field, const SharedList<Joint>& joints) {
        if (joints.size() > mostEntries) tooMany(Problem::TooManyEntries, field, joints.size(), mostEntries);
        for (std::size_t i = 0; i < joints.size(); ++i) {
            if (known_ && known_->shares(joints, i)) continue;
            RangeCheck inner(printable(joints[i].mark), {}, found_);
            Joint::fields(joints[i], inner);
        }
    }
    template <class T> std::enable_if_t<HasFields<T>::value> check(const Field& field, const T& x) {
        walk(path_ / fileKey(field), x);
    }
    template <class T> void walk(const FieldPath& path, const T& x) {
        RangeCheck inner(subject_, path, found_);
        T::fields(x, inner);
    }
    void tooMany(Problem code, const Field& field, std::size_t value, std::size_t most) {
        Diagnostic& d = add(code, field);
        d.value = static_cast<double>(value);
        d.max = static_cast<double>(most);
    }
    static constexpr std::size_t mostCharacters = 4000, mostEntries = 5000;
    std::string subject_;
    FieldPath path_;
    Diagnostics& found_;
    const SharedList<Joint>* known_;
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
    if (joint.seismic && !joint.seismic->forcesOf.empty() && !ids.count(joint.seismic->forcesOf))
        found.push_back(
            problem(Problem::NoSuchSet, printable(joint.mark), {"seismic", "forces_of"}, {printable(joint.seismic->forcesOf)}));
    if (joint.seismic && joint.seismic->overStrengthRule == OverStrengthRule::Measured && !joint.seismic->measured)
        found.push_back(problem(Problem::NothingMeasured, printable(joint.mark), {"seismic", "measured_f_y"}));
}

/// A reduced section is three dimensions, and leaves some of the flange.
void checkCuts(const Joint& joint, Diagnostics& found) {
    for (const Member& m : joint.members) {
        const Framing* f = std::get_if<Framing>(&m.placement);
        if (!f) continue;
        const int given = (f->cutFrom ? 1 : 0) + (f->cutLength ? 1 : 0) + (f->cutDepth ? 1 : 0);
        if (given == 0) continue;
        const FieldPath at = FieldPath{"members", m.id.str(), Framing::kind};
        if (given < 3) found.push_back(problem(Problem::CutIncomplete, printable(joint.mark), at / "cut_from_mm"));
        if (f->haunchBelow || f->haunchAbove)
            found.push_back(problem(Problem::CutAtHaunch, printable(joint.mark), at / "cut_from_mm"));
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
    checkCuts(joint, found);
    return found;
}

Diagnostics validate(const Job& job, const Job* known) {
    Diagnostics found;
    RangeCheck check({}, {}, found, known ? &known->joints : nullptr);
    Job::fields(job, check);
    std::set<std::string> marks;
    std::set<std::string> ids;
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        const Joint& joint = job.joints[i];
        const std::string mark = printable(joint.mark);
        if (joint.mark.empty())
            found.push_back(problem(Problem::JointWithoutMark, {}, FieldPath{"joints"}));
        else if (!marks.insert(joint.mark).second)
            found.push_back(problem(Problem::SameMark, mark, FieldPath{"mark"}, {mark}));
        if (!ids.insert(joint.id).second)
            found.push_back(problem(Problem::SameJointId, mark, FieldPath{"id"}, {printable(joint.id)}));
        if (!known || !known->joints.shares(job.joints, i)) checkSets(joint, found);
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
