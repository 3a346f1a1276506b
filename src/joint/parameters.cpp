#include "joint/parameters.h"
#include "catalogue/bolts.h"
#include "joint/edit.h"
#include "joint/job.h"
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
    void list(const Field&, const ShortText&, bool, bool) {} // names by which parts refer to each other
    template <class... T> void list(const Field&, const std::variant<T...>&, bool, bool) {}
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
    void set(ShortText&) {}
    template <class... T> void set(std::variant<T...>&) {}
    template <class T> void set(std::vector<T>&) {}
    template <class T> std::enable_if_t<HasFields<T>::value> set(T&) {}

    const std::string& key_;
    const ParameterValue& value_;
};

/// What a part of a connection is made of.
template <class Plate, class Visit> void specsOfEndPlate(Plate& plate, const PartRef& part, Visit visit) {
    switch (part.kind) {
    case PartKind::EndPlate: visit("plate", plate.plate); return;
    case PartKind::BoltRow:
        if (part.index >= 0 && part.index < static_cast<int>(plate.rows.size()))
            visit("row", plate.rows[static_cast<std::size_t>(part.index)]);
        visit("bolts", plate.bolts);
        return;
    default: return;
    }
}
template <class Welds, class Visit> void specsOfWelds(Welds& welds, const PartRef& part, Visit visit) {
    if (part.kind == PartKind::WeldTop) visit("weld", welds.topWeld);
    if (part.kind == PartKind::WeldBottom) visit("weld", welds.bottomWeld);
    if (part.kind == PartKind::WeldWeb) visit("weld", welds.webWeld);
}

/// Calls `visit(group, spec)` for every spec a part is made of.
template <class J, class Visit> void specsOf(J& joint, const PartRef& part, Visit visit) {
    if (part.kind == PartKind::ColumnWeb || part.kind == PartKind::ColumnFlange) {
        if (auto* column = throughMember(joint)) {
            visit("column", *column);
            visit("extent", std::get<Through>(column->placement));
        }
        return;
    }
    if (const auto ref = fittingOf(part)) {
        onFitting(ref->kind, [&](auto spec, auto flange) {
            using Spec = decltype(spec);
            auto* there = findFitting<Spec>(joint, anchorOf(part.side, flange));
            if (!there) return;
            visit(Spec::kind, *there);
            if constexpr (std::is_same_v<Spec, DoublerSpec>) visit("weld", there->weld);
        });
        return;
    }
    if (isOfBeam(part)) {
        auto* member = findMember(joint, part.side);
        if (!member) return;
        visit("beam", *member);
        if (auto* framing = std::get_if<Framing>(&member->placement)) visit("side", *framing);
        if (auto* plate = findEndPlate(joint, part.side)) visit("end", *plate);
        return;
    }
    auto* connection = findConnection(joint, part.side);
    if (!connection) return;
    if (auto* plate = std::get_if<EndPlate>(&connection->how)) {
        specsOfEndPlate(*plate, part, visit);
        specsOfWelds(*plate, part, visit);
    }
    if (auto* welds = std::get_if<DirectWeld>(&connection->how)) specsOfWelds(*welds, part, visit);
    if (auto* fin = std::get_if<FinPlate>(&connection->how))
        if (part.kind == PartKind::FinPlate || part.kind == PartKind::BoltRow) visit("fin", *fin);
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
bool isOfPlates(const Parameter& p) { return p.key == "far_end" || p.key == "gravity_shear"; }
std::vector<Parameter> plateParameters(const Joint& joint) {
    std::vector<Parameter> list = listed(platesOf(joint), "plates");
    for (const EndId end : framingEnds(joint))
        for (Parameter& p : listed(*findFraming(joint, end), end.c_str()))
            if (isOfPlates(p)) {
                p.help = end.str() + " beam: " + p.help;
                list.push_back(std::move(p));
            }
    return list;
}
bool setPlateParameter(Joint& joint, const std::string& group, const std::string& key, const ParameterValue& value) {
    if (group != "plates") {
        Framing* framing = findFraming(joint, EndId(std::string_view(group)));
        return framing && setIn(*framing, key, value);
    }
    PlateSpec plates = platesOf(joint);
    if (!setIn(plates, key, value)) return false;
    joint.plates = plates == PlateSpec{} ? std::optional<PlateSpec>() : plates;
    return true;
}
std::vector<Parameter> parametersOf(const CustomSection& section) { return listed(section, "section"); }
bool setParameter(CustomSection& section, const std::string& key, const ParameterValue& value) {
    return setIn(section, key, value);
}

std::vector<Parameter> jointParameters(const Joint& joint) {
    std::vector<Parameter> list = listed(joint, "joint");
    // The id and the recipe are for the file alone.
    list.erase(std::remove_if(list.begin(), list.end(), [](const Parameter& p) { return p.key == "id" || p.key == "recipe"; }),
               list.end());
    return list;
}
bool setJointParameter(Joint& joint, const std::string& key, const ParameterValue& value) { return setIn(joint, key, value); }

} // namespace zg
