#include "joint/parameters.h"
#include "catalogue/bolts.h"
#include "joint/edit.h"
#include "joint/field_walk.h"
#include "joint/haunch_edit.h"
#include <algorithm>
#include <cmath>
#include <iterator>

namespace zg {
namespace {

class Lister {
public:
    Lister(std::string group, FieldPath path, std::vector<Parameter>& out)
        : group_(std::move(group)), path_(std::move(path)), out_(out) {}
    template <class T> void operator()(const Field& field, const T& member) { list(field, member, false, true); }

private:
    Parameter& add(const Field& field, Parameter::Kind kind, bool isOptional, bool isGiven) {
        Parameter p;
        p.kind = kind;
        p.path = path_ / fileKey(field);
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
            for (const BoltSize& b : boltSizes()) p.choices.push_back(b.designation);
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
    template <class T> void list(const Field&, const SharedList<T>&, bool, bool) {}
    template <class T> std::enable_if_t<HasFields<T>::value> list(const Field&, const T&, bool, bool) {}

    std::string group_;
    FieldPath path_;
    std::vector<Parameter>& out_;
};

/// Puts a value into a field of any plain type.
class Setter {
public:
    explicit Setter(const ParameterValue& value) : value_(value) {}
    template <class T> void operator()(T& member) { set(member); }
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
    template <class T> void set(SharedList<T>&) {}
    template <class T> std::enable_if_t<HasFields<T>::value> set(T&) {}

    const ParameterValue& value_;
};

/// What a part of a connection is made of: calls `visit(group, path below the connection)`.
template <class Visit> void specsOfConnection(const Joining& how, const PartRef& part, Visit visit) {
    const std::string kind = kindName(how);
    const EndPlate* plate = std::get_if<EndPlate>(&how);
    const bool isFin = std::holds_alternative<FinPlate>(how);
    const DirectWeld* weld = std::get_if<DirectWeld>(&how);
    const bool isWebBolted = weld && weld->webPlate;
    switch (part.kind) {
    case PartKind::EndPlate:
        if (plate) visit("plate", FieldPath{kind, "plate"});
        return;
    case PartKind::BoltRow:
        if (plate && part.index >= 0 && part.index < static_cast<int>(plate->rows.size()))
            visit("row", FieldPath{kind, "rows", std::to_string(part.index + 1)});
        if (plate) visit("bolts", FieldPath{kind, "bolts"});
        if (isFin) visit("fin", FieldPath{kind});
        if (isWebBolted) visit("fin", FieldPath{kind, "web_plate"});
        return;
    case PartKind::FinPlate:
        if (isFin) visit("fin", FieldPath{kind});
        if (isWebBolted) visit("fin", FieldPath{kind, "web_plate"});
        return;
    case PartKind::WeldTop:
        if (!isFin) visit("weld", FieldPath{kind, "weld_top"});
        return;
    case PartKind::WeldBottom:
        if (!isFin) visit("weld", FieldPath{kind, "weld_bottom"});
        return;
    case PartKind::WeldWeb:
        if (!isFin && !isWebBolted) visit("weld", FieldPath{kind, "weld_web"});
        return;
    default: return;
    }
}

FieldPath haunchPath(const PartRef& part) {
    return FieldPath{"members", part.side.str(), Framing::kind} / (part.index == 0 ? "haunch_below" : "haunch_above");
}

template <class Visit> void specsOfHaunch(const Joint& joint, const PartRef& part, Visit visit) {
    const HaunchSpec* h = findHaunch(joint, part.side, part.index == 0);
    if (!h) return;
    const FieldPath at = haunchPath(part);
    switch (part.kind) {
    case PartKind::HaunchToeStiffener:
        if (h->toeStiffener) visit("stiffener", at / "toe_stiffener");
        return;
    case PartKind::HaunchStiffener:
        if (h->midStiffener) visit("stiffener", at / "mid_stiffener");
        return;
    case PartKind::WeldHaunchFlange: return visit("weld", at / "weld_flange");
    case PartKind::WeldHaunchWeb:
        if (!std::holds_alternative<Taper>(h->made)) visit("weld", at / "weld_web"); // a taper's web is the member's
        return;
    case PartKind::WeldHaunchToe: return visit("weld", at / "weld_toe");
    default:
        visit("haunch", at);
        visit(kindName(h->made), at / kindName(h->made));
        return;
    }
}

/// Calls `visit(group, path)` for every spec a part is made of.
template <class Visit> void specsOf(const Joint& joint, const PartRef& part, Visit visit) {
    if (part.kind == PartKind::ColumnWeb || part.kind == PartKind::ColumnFlange) {
        if (const Member* column = throughMember(joint)) {
            const FieldPath at{"members", elementName(*column, 0)};
            visit("column", at);
            visit("extent", at / Through::kind);
        }
        return;
    }
    if (isOfHaunch(part.kind)) return specsOfHaunch(joint, part, visit);
    if (const auto ref = fittingOf(part)) {
        onFitting(ref->kind, [&](auto spec, auto flange) {
            using Spec = decltype(spec);
            const auto anchor = anchorOf(part.side, flange);
            if (!findFitting<Spec>(joint, anchor)) return;
            const FieldPath at = FieldPath{"fittings"} / elementName(Fitting{{}, anchor, Spec{}}, 0) / Spec::kind;
            visit(Spec::kind, at);
            if constexpr (std::is_same_v<Spec, DoublerSpec>) visit("weld", at / "weld");
        });
        return;
    }
    const FieldPath connection{"connections", part.side.str()};
    if (isOfBeam(part)) {
        if (!findMember(joint, part.side)) return;
        const FieldPath at{"members", part.side.str()};
        visit("beam", at);
        if (findFraming(joint, part.side)) visit("side", at / Framing::kind);
        if (findEndPlate(joint, part.side)) visit("end", connection / EndPlate::kind);
        return;
    }
    if (const Connection* c = findConnection(joint, part.side))
        specsOfConnection(c->how, part, [&](const char* group, const FieldPath& below) { visit(group, connection / below); });
}

template <class T, class V> void fieldsOf(const T& spec, V& visitor) {
    if constexpr (HasFields<T>::value) T::fields(spec, visitor);
}
template <class T, class V> void fieldsOf(const std::optional<T>& spec, V& visitor) {
    if (spec) fieldsOf(*spec, visitor);
}

template <class Root> std::vector<Parameter> listed(const Root& root, const char* group, const FieldPath& path = {}) {
    std::vector<Parameter> list;
    Lister lister(group, path, list);
    if (path.empty()) {
        Root::fields(root, lister);
    } else {
        atPath(root, path, [&](const Field&, const auto& spec) { fieldsOf(spec, lister); });
    }
    return list;
}
template <class Root> bool setAt(Root& root, const FieldPath& path, const ParameterValue& value) {
    Setter setter(value);
    atPath(root, path, [&](const Field&, auto& member) { setter(member); });
    return setter.done;
}
void append(std::vector<Parameter>& to, std::vector<Parameter> more) {
    to.insert(to.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
}

} // namespace

std::vector<PartRef> partsOf(const Joint& joint) {
    std::vector<PartRef> all{{PartKind::ColumnWeb}};
    for (const EndId end : framingEnds(joint)) {
        for (const PartKind kind : {PartKind::BeamWeb, PartKind::EndPlate, PartKind::FinPlate, PartKind::WeldTop,
                                    PartKind::WeldBottom, PartKind::WeldWeb, PartKind::BoltRow, PartKind::StiffenerTop,
                                    PartKind::StiffenerBottom, PartKind::BackingTop, PartKind::BackingBottom, PartKind::RibTop,
                                    PartKind::RibBottom, PartKind::Doubler, PartKind::Diagonal, PartKind::TopPlate})
            all.push_back({kind, end, 0});
        for (int kind = static_cast<int>(PartKind::HaunchWeb); kind <= static_cast<int>(PartKind::WeldHaunchToe); ++kind)
            for (const int index : {0, 1}) all.push_back({static_cast<PartKind>(kind), end, index});
        if (const EndPlate* plate = findEndPlate(joint, end))
            for (std::size_t i = 1; i < plate->rows.size(); ++i) all.push_back({PartKind::BoltRow, end, static_cast<int>(i)});
    }
    return all;
}

std::vector<Parameter> parametersOf(const Joint& joint, const PartRef& part) {
    std::vector<Parameter> list;
    if (part.kind == PartKind::HaunchWeb || part.kind == PartKind::HaunchFlange)
        if (const HaunchSpec* h = findHaunch(joint, part.side, part.index == 0)) {
            Parameter made;
            made.kind = Parameter::Kind::Choice;
            made.path = haunchPath(part) / "made";
            made.group = "haunch";
            made.key = "made";
            made.help = "a cutting of a section, plates, or a taper: no flange between";
            made.number = static_cast<double>(h->made.index());
            made.choices = {Cutting::kind, HaunchPlates::kind, Taper::kind};
            list.push_back(std::move(made));
        }
    specsOf(joint, part, [&](const char* group, const FieldPath& path) { append(list, listed(joint, group, path)); });
    return list;
}

std::optional<PartRef> partAt(const Joint& joint, const FieldPath& path) {
    if (path.empty()) return std::nullopt;
    std::optional<PartRef> best;
    std::size_t most = 0;
    for (const PartRef& part : partsOf(joint))
        specsOf(joint, part, [&](const char*, const FieldPath& spec) {
            // A spec that the field belongs to, the narrowest; or one that belongs to what is named (a connection, its rows).
            const std::size_t common = path.startsWith(spec) ? spec.steps().size() + 1 : spec.startsWith(path) ? 1 : 0;
            if (common > most) best = part, most = common;
        });
    return best;
}

namespace {

/// The switch makes it with the usual choices, or takes it away; choices come into being with the first that is made.
bool setSeismic(Joint& joint, const FieldPath& path, const ParameterValue& value) {
    if (path.steps().size() == 1) {
        const double* on = std::get_if<double>(&value);
        if (!on) return false;
        if (*on == 0)
            joint.seismic.reset();
        else if (!joint.seismic)
            joint.seismic.emplace();
        return true;
    }
    SeismicSpec spec = joint.seismic.value_or(SeismicSpec{});
    if (!setAt(spec, path.after(1), value)) return false;
    joint.seismic = spec;
    return true;
}

} // namespace

bool setField(Joint& joint, const FieldPath& path, const ParameterValue& value) {
    if (path.steps().size() == 2 && path.steps().front() == "plates") { // absent while all are as usual
        PlateSpec plates = platesOf(joint);
        if (!setAt(plates, path.after(1), value)) return false;
        joint.plates = plates == PlateSpec{} ? std::optional<PlateSpec>() : plates;
        return true;
    }
    // The kind of a haunch is no field of its own: its alternatives stand under their names.
    if (path.steps().size() == 5 && path.steps().front() == "members" && path.steps().back() == "made") {
        const double* made = std::get_if<double>(&value);
        const EndId end(path.steps()[1]);
        const bool isBelow = path.steps()[3] == "haunch_below";
        if (!made || *made < 0 || *made > 2 || !findHaunch(joint, end, isBelow)) return false;
        setHaunchMade(joint, end, isBelow, static_cast<int>(*made));
        return true;
    }
    if (!path.empty() && path.steps().front() == "seismic") return setSeismic(joint, path, value);
    if (!setAt(joint, path, value)) return false;
    const FieldPath grade = path.parent() / "class";
    if (const std::string* size = std::get_if<std::string>(&value); size && path == path.parent() / "size") {
        std::string matched;
        atPath(static_cast<const Joint&>(joint), grade, [&](const Field&, const auto& now) {
            if constexpr (std::is_same_v<std::decay_t<decltype(now)>, std::string>) matched = now;
        });
        matchBoltClass(*size, matched);
        (void)setAt(joint, grade, ParameterValue(matched));
    }
    return true;
}

std::vector<Parameter> parametersOf(const Settings& settings) { return listed(settings, "settings"); }
bool setField(Settings& settings, const FieldPath& path, const ParameterValue& value) { return setAt(settings, path, value); }

std::vector<Parameter> parametersOf(const CombinationRules& rules) { return listed(rules, "combinations"); }
bool setField(CombinationRules& rules, const FieldPath& path, const ParameterValue& value) { return setAt(rules, path, value); }
std::vector<Parameter> parametersOf(const Preferences& preferences) { return listed(preferences, "preferences"); }
bool setField(Preferences& preferences, const FieldPath& path, const ParameterValue& value) {
    return setAt(preferences, path, value);
}
std::vector<Parameter> parametersOf(const Prices& prices) { return listed(prices, "prices"); }
bool setField(Prices& prices, const FieldPath& path, const ParameterValue& value) { return setAt(prices, path, value); }

std::vector<Parameter> coverParameters(const Job& job) {
    std::vector<Parameter> list = listed(job, "cover");
    for (Parameter& p : listed(job.report.value_or(ReportChoices{}), "cover")) {
        p.path = FieldPath{"report"} / p.path;
        list.push_back(std::move(p));
    }
    return list;
}
bool setField(Job& job, const FieldPath& path, const ParameterValue& value) {
    if (path.steps().front() != "report") return setAt(job, path, value);
    ReportChoices report = job.report.value_or(ReportChoices{});
    if (!setAt(report, path.after(1), value)) return false;
    job.report = report == ReportChoices{} ? std::optional<ReportChoices>() : report; // absent while all are as usual
    return true;
}

std::vector<Parameter> parametersOf(const CustomSection& section) { return listed(section, "section"); }
bool setField(CustomSection& section, const FieldPath& path, const ParameterValue& value) { return setAt(section, path, value); }

bool isOfPlates(const Parameter& p) { return p.key == "far_end" || p.key == "gravity_shear"; }
std::vector<Parameter> plateParameters(const Joint& joint) {
    std::vector<Parameter> list = listed(platesOf(joint), "plates");
    for (Parameter& p : list) p.path = FieldPath{"plates"} / p.path;
    for (const EndId end : framingEnds(joint))
        for (Parameter& p : listed(joint, end.c_str(), FieldPath{"members", end.str(), Framing::kind}))
            if (isOfPlates(p)) {
                p.help = end.str() + " beam: " + p.help;
                list.push_back(std::move(p));
            }
    return list;
}

std::vector<Parameter> capacityParameters(const Joint& joint) {
    Parameter isOn;
    isOn.kind = Parameter::Kind::Switch;
    isOn.path = {"seismic"};
    isOn.group = isOn.key = "seismic";
    isOn.help = "designed for capacity: its beams yield in an earthquake";
    isOn.max = 1;
    isOn.number = joint.seismic ? 1 : 0;
    std::vector<Parameter> list{isOn};
    for (Parameter& p : listed(joint.seismic.value_or(SeismicSpec{}), "seismic")) {
        p.path = FieldPath{"seismic"} / p.path;
        list.push_back(std::move(p));
    }
    for (const EndId end : framingEnds(joint))
        for (Parameter& p : listed(joint, end.c_str(), FieldPath{"members", end.str(), Framing::kind}))
            if (p.key == "span" || p.key == "gravity_shear" || p.key == "gravity_load" || p.key.rfind("cut_", 0) == 0) {
                p.help = end.str() + " beam: " + p.help;
                list.push_back(std::move(p));
            }
    if (const Member* column = throughMember(joint))
        for (Parameter& p : listed(joint, "column", FieldPath{"members", elementName(*column, 0), Through::kind}))
            if (p.key == "storey_height") list.push_back(std::move(p));
    return list;
}

std::vector<Parameter> jointParameters(const Joint& joint) {
    std::vector<Parameter> list = listed(joint, "joint");
    // The id and the recipe are for the file alone.
    list.erase(std::remove_if(list.begin(), list.end(), [](const Parameter& p) { return p.key == "id" || p.key == "recipe"; }),
               list.end());
    return list;
}

} // namespace zg
