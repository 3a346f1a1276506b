#include "joint/parameters.h"
#include "catalogue/bolts.h"
#include <algorithm>
#include <cmath>
#include <iterator>

namespace zg {
namespace {

class Lister {
public:
    Lister(std::string group, std::vector<Parameter>& out) : group_(std::move(group)), out_(out) {}
    template <class T> void operator()(const Field& field, const T& member) { list(field, member, false, true); }

private:
    Parameter& add(const Field& field, Parameter::Kind kind, bool isOptional, bool isGiven) {
        Parameter p;
        p.kind = kind;
        p.group = group_;
        p.key = field.key;
        p.help = field.help;
        p.quantity = field.quantity;
        p.min = field.min;
        p.max = field.max;
        p.isOptional = isOptional;
        p.isGiven = isGiven;
        out_.push_back(std::move(p));
        return out_.back();
    }
    void list(const Field& f, double x, bool optional, bool given) {
        add(f, Parameter::Kind::Number, optional, given).number = x;
    }
    void list(const Field& f, int x, bool optional, bool given) { add(f, Parameter::Kind::Whole, optional, given).number = x; }
    void list(const Field& f, bool x, bool optional, bool given) {
        add(f, Parameter::Kind::Switch, optional, given).number = x ? 1 : 0;
    }
    void list(const Field& f, const std::string& x, bool optional, bool given) {
        const std::string key = f.key;
        const auto kind = key == "steel"     ? Parameter::Kind::Steel
                          : key == "section" ? Parameter::Kind::Section
                          : key == "size"    ? Parameter::Kind::BoltSize
                          : key == "class"   ? Parameter::Kind::BoltGrade
                                             : Parameter::Kind::Text;
        Parameter& p = add(f, kind, optional, given);
        p.text = x;
        if (kind == Parameter::Kind::Steel) p.choices = steelGrades();
        if (kind == Parameter::Kind::BoltSize)
            for (const BoltSize& b : boltSizes())
                if (b.set != "US") p.choices.push_back(b.designation);
        if (kind == Parameter::Kind::BoltGrade)
            for (const BoltClass& c : boltClasses()) p.choices.push_back(c.name);
    }
    template <class E> std::enable_if_t<std::is_enum_v<E>> list(const Field& f, E x, bool optional, bool given) {
        Parameter& p = add(f, Parameter::Kind::Choice, optional, given);
        p.number = static_cast<double>(x);
        for (const char* word : EnumNames<E>::names) p.choices.emplace_back(word);
    }
    template <class T> void list(const Field& f, const std::optional<T>& x, bool, bool) {
        if constexpr (!HasFields<T>::value) list(f, x.value_or(T{}), true, x.has_value());
    }
    template <class T> void list(const Field&, const std::vector<T>&, bool, bool) {}
    template <class T> std::enable_if_t<HasFields<T>::value> list(const Field&, const T&, bool, bool) {}

    std::string group_;
    std::vector<Parameter>& out_;
};

class Setter {
public:
    Setter(const std::string& key, const ParameterValue& value) : key_(key), value_(value) {}
    template <class T> void operator()(const Field& field, T& member) {
        if (key_ == field.key) set(member);
    }
    bool done = false;

private:
    void set(double& x) {
        if (const double* v = std::get_if<double>(&value_)) x = *v, done = true;
    }
    void set(int& x) {
        if (const double* v = std::get_if<double>(&value_); v && std::abs(*v) < 1e6) x = static_cast<int>(*v), done = true;
    }
    void set(bool& x) {
        if (const double* v = std::get_if<double>(&value_)) x = *v != 0, done = true;
    }
    void set(std::string& x) {
        if (const std::string* v = std::get_if<std::string>(&value_)) x = *v, done = true;
    }
    template <class E> std::enable_if_t<std::is_enum_v<E>> set(E& x) {
        const double* v = std::get_if<double>(&value_);
        if (!v || *v < 0 || *v >= static_cast<double>(std::size(EnumNames<E>::names))) return;
        x = static_cast<E>(static_cast<int>(*v));
        done = true;
    }
    template <class T> void set(std::optional<T>& x) {
        if constexpr (!HasFields<T>::value) {
            if (std::holds_alternative<std::monostate>(value_)) {
                x.reset();
                done = true;
                return;
            }
            T inner{};
            set(inner);
            if (done) x = inner;
        }
    }
    template <class T> void set(std::vector<T>&) {}
    template <class T> std::enable_if_t<HasFields<T>::value> set(T&) {}

    const std::string& key_;
    const ParameterValue& value_;
};

/// Calls `visit(group, spec)` for every spec a part is made of.
template <class J, class Visit> void specsOf(J& joint, const PartRef& part, Visit visit) {
    auto* side = sideOf(joint, part.side);
    const auto optional = [&](const char* group, auto& spec) {
        if (spec) visit(group, *spec);
    };
    switch (part.kind) {
    case PartKind::ColumnWeb:
    case PartKind::ColumnFlange:
        visit("column", joint.column.member);
        visit("extent", joint.column);
        return;
    case PartKind::Doubler:
        optional("doubler", joint.doubler);
        if (joint.doubler) visit("weld", joint.doubler->weld);
        return;
    case PartKind::Diagonal: optional("diagonal", joint.diagonal); return;
    default: break;
    }
    if (!side) return;
    switch (part.kind) {
    case PartKind::EndPlate: visit("plate", side->plate); return;
    case PartKind::BeamTopFlange:
    case PartKind::BeamBottomFlange:
    case PartKind::BeamWeb:
        visit("beam", side->beam);
        visit("side", *side);
        return;
    case PartKind::BoltRow:
        if (part.index >= 0 && part.index < static_cast<int>(side->rows.size()))
            visit("row", side->rows[static_cast<std::size_t>(part.index)]);
        visit("bolts", side->bolts);
        return;
    case PartKind::StiffenerTop: optional("stiffener", side->stiffenerTop); return;
    case PartKind::StiffenerBottom: optional("stiffener", side->stiffenerBottom); return;
    case PartKind::BackingTop: optional("backing", side->backingTop); return;
    case PartKind::BackingBottom: optional("backing", side->backingBottom); return;
    case PartKind::RibTop: optional("rib", side->ribTop); return;
    case PartKind::RibBottom: optional("rib", side->ribBottom); return;
    case PartKind::WeldTop: visit("weld", side->topWeld); return;
    case PartKind::WeldBottom: visit("weld", side->bottomWeld); return;
    case PartKind::WeldWeb: visit("weld", side->webWeld); return;
    default: return;
    }
}

} // namespace

std::vector<Parameter> parametersOf(const Joint& joint, const PartRef& part) {
    std::vector<Parameter> list;
    specsOf(joint, part, [&](const char* group, const auto& spec) {
        Lister lister(group, list);
        std::decay_t<decltype(spec)>::fields(spec, lister);
    });
    return list;
}

bool setParameter(Joint& joint, const PartRef& part, const std::string& group, const std::string& key,
                  const ParameterValue& value) {
    bool done = false;
    specsOf(joint, part, [&](const char* name, auto& spec) {
        if (done || group != name) return;
        Setter setter(key, value);
        std::decay_t<decltype(spec)>::fields(spec, setter);
        done = setter.done;
    });
    return done;
}

namespace {
template <class T> std::vector<Parameter> listed(const T& value, const char* group) {
    std::vector<Parameter> list;
    Lister lister(group, list);
    T::fields(value, lister);
    return list;
}
template <class T> bool setIn(T& value, const std::string& key, const ParameterValue& to) {
    Setter setter(key, to);
    T::fields(value, setter);
    return setter.done;
}
} // namespace

std::vector<Parameter> parametersOf(const Settings& settings) { return listed(settings, "settings"); }
bool setParameter(Settings& settings, const std::string& key, const ParameterValue& value) { return setIn(settings, key, value); }
std::vector<Parameter> parametersOf(const PlateSpec& plates) { return listed(plates, "plates"); }
bool setParameter(PlateSpec& plates, const std::string& key, const ParameterValue& value) { return setIn(plates, key, value); }
std::vector<Parameter> parametersOf(const CustomSection& section) { return listed(section, "section"); }
bool setParameter(CustomSection& section, const std::string& key, const ParameterValue& value) {
    return setIn(section, key, value);
}

std::vector<Parameter> jointParameters(const Joint& joint) {
    std::vector<Parameter> list = listed(joint, "joint");
    // The id is for the file alone, and there is one family so far.
    list.erase(std::remove_if(list.begin(), list.end(), [](const Parameter& p) { return p.key == "id" || p.key == "family"; }),
               list.end());
    return list;
}
bool setJointParameter(Joint& joint, const std::string& key, const ParameterValue& value) { return setIn(joint, key, value); }

} // namespace zg
