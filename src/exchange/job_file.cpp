#include "exchange/job_file.h"
#include "base/text.h"
#include "exchange/bounded_json.h"
#include "exchange/file.h"
#include "exchange/upgrade/v1_to_v2.h"
#include "joint/edit.h"
#include "joint/field_walk.h"
#include "joint/validate.h"
#include <algorithm>
#include <charconv>
#include <cmath>

namespace zg {
namespace {

using nlohmann::json;
using nlohmann::ordered_json;

constexpr const char* format = "zealous-girder-job";
constexpr JsonLimits bounds{32, 2'000'000};
constexpr const char* unitKeys[][2] = {{"length", "mm"}, {"force", "kN"}, {"moment", "kNm"}, {"angle", "deg"}};

/// A value of the file in a message: whole when it is short.
std::string inQuotes(const json& value) {
    const std::string text = value.dump(-1, ' ', false, json::error_handler_t::replace);
    return text.size() <= 60 ? printable(text) : printable(text.substr(0, 57)) + "...";
}

/// What the element of a list is known by, so that an unknown key finds its way back after others were added or removed.
template <class J> std::string elementName(const J& element, std::size_t index) {
    if (element.is_object()) {
        for (const char* key : {"id", "designation", "end", "name"}) {
            const auto found = element.find(key);
            if (found != element.end() && found->is_string()) return "#" + found->template get<std::string>();
        }
        // A fitting is known by its kind and place.
        if (element.contains("on") && element.contains("at")) {
            std::string name = "#" + element["on"].dump() + element["at"].dump();
            for (const auto& [key, value] : element.items())
                if (key != "at" && value.is_object()) name += key;
            return name;
        }
    }
    return std::to_string(index + 1);
}

/// Name of a list's element in messages: as in the addresses of fields, of what is already known of it.
std::string shownName(const json& element, std::size_t index) {
    const auto text = [&](const json& object, const char* key) {
        const auto found = object.is_object() ? object.find(key) : object.end();
        return found != object.end() && found->is_string() ? found->get<std::string>() : std::string();
    };
    if (element.is_object() && element.contains("on"))
        for (const auto& [key, value] : element.items()) {
            if (key == "at" || !value.is_object()) continue;
            const auto at = element.find("at");
            return at == element.end() ? key : key + " " + text(*at, "connection") + " " + text(*at, "flange");
        }
    for (const char* key : {"mark", "id", "designation", "end", "name"})
        if (std::string name = text(element, key); !name.empty()) return name;
    return std::to_string(index + 1);
}

/// Where the reader stands: in the file, for keys to be kept, and as it is said to people.
struct Place {
    std::vector<std::string> keys;
    std::string joint; ///< its mark, inside one
    FieldPath shown;
    [[nodiscard]] Place at(const std::string& key) const {
        Place inner = *this;
        inner.keys.push_back(key);
        inner.shown = shown / key;
        return inner;
    }
    [[nodiscard]] Place element(const json& value, std::size_t index) const {
        Place inner = *this;
        inner.keys.push_back(elementName(value, index));
        const std::string name = shownName(value, index);
        if (keys.size() == 1 && keys.front() == "joints") {
            inner.joint = printable(name);
            inner.shown = {};
        } else {
            inner.shown = shown / name;
        }
        return inner;
    }
};

class Reader {
public:
    Reader(const json& object, Place place, Diagnostics& errors, Diagnostics& notes, std::vector<UnknownKey>& unknown)
        : object_(object), place_(std::move(place)), errors_(errors), notes_(notes), unknown_(unknown) {}

    template <class T> void operator()(const Field& field, T& member) {
        const std::string key = fileKey(field);
        known_.push_back(key);
        const auto found = object_.find(key);
        if (found == object_.end()) return missing(field, key, member);
        if (found->is_null()) return add(Problem::NotNull, place_.at(key));
        read(field, *found, place_.at(key), member);
    }

    /// Exactly one of the alternatives stands there, under the name of its kind.
    template <class... T> void operator()(const Field& field, std::variant<T...>& member) {
        int count = 0;
        std::string all;
        const auto alternative = [&](auto sample) {
            using Kind = decltype(sample);
            known_.push_back(Kind::kind);
            all += (all.empty() ? "\"" : "\", \"") + std::string(Kind::kind);
            const auto found = object_.find(Kind::kind);
            if (found == object_.end()) return;
            if (++count == 1) read(field, *found, place_.at(Kind::kind), member.template emplace<Kind>());
        };
        (alternative(T{}), ...);
        if (count != 1) add(count ? Problem::ManyAlternatives : Problem::NoAlternative, place_, {all + "\"", field.help});
    }

    void collectUnknown() {
        for (const auto& [key, value] : object_.items()) {
            if (std::find(known_.begin(), known_.end(), key) != known_.end()) continue;
            const Place place = place_.at(key);
            const auto meant = nearest(key, known_);
            std::string all;
            for (const std::string& k : known_) all += (all.empty() ? "" : ", ") + k;
            notes_.push_back(problem(Problem::UnknownKey, place.joint, place.shown,
                                     {meant ? "; is \"" + *meant + "\" meant?" : ". Understood here are " + all + "."}));
            notes_.back().severity = Severity::Warning;
            unknown_.push_back({place.keys, value.dump(-1, ' ', false, json::error_handler_t::replace)});
        }
    }

private:
    template <class T> void missing(const Field&, const std::string&, const T&) {}
    void missing(const Field& field, const std::string& key, const double& value) {
        if (value == 0 || field.quantity != Quantity::Length) return;
        notes_.push_back(problem(Problem::TakenByDefault, place_.joint, place_.shown / key, {field.help}));
        notes_.back().severity = Severity::Note;
        notes_.back().value = value;
        notes_.back().quantity = field.quantity;
    }
    void add(Problem code, const Place& place, std::vector<std::string> texts = {}) {
        errors_.push_back(problem(code, place.joint, place.shown, std::move(texts)));
    }
    void wrongAt(const Place& place, const std::string& expected, const json& got) {
        add(Problem::WrongType, place, {expected, got.type_name()});
    }

    void read(const Field& field, const json& value, const Place& place, double& member) {
        if (!value.is_number()) return wrongAt(place, "a number", value);
        const Unit unit = unitOf(field.quantity, UnitSystem::SI);
        const bool isPlain = field.quantity == Quantity::None || field.quantity == Quantity::Ratio;
        member = value.get<double>() * (isPlain ? 1 : unit.factor);
    }
    void read(const Field&, const json& value, const Place& place, int& member) {
        const bool isWhole =
            value.is_number() && std::abs(value.get<double>()) <= 1e9 && std::trunc(value.get<double>()) == value.get<double>();
        if (!isWhole) return wrongAt(place, "a whole number", value);
        member = static_cast<int>(value.get<double>());
    }
    void read(const Field&, const json& value, const Place& place, bool& member) {
        if (!value.is_boolean()) return wrongAt(place, "true or false", value);
        member = value.get<bool>();
    }
    void read(const Field&, const json& value, const Place& place, std::string& member) {
        if (!value.is_string()) return wrongAt(place, "a text", value);
        member = value.get<std::string>();
    }
    void read(const Field&, const json& value, const Place& place, ShortText& member) {
        if (!value.is_string()) return wrongAt(place, "a text", value);
        const std::string text = value.get<std::string>();
        if (!ShortText::fits(text))
            return wrongAt(place, "a name of at most " + std::to_string(ShortText::most) + " bytes", value);
        member = ShortText(std::string_view(text));
    }
    template <class T> std::enable_if_t<std::is_enum_v<T>> read(const Field&, const json& value, const Place& place, T& member) {
        std::string all;
        int index = 0;
        for (const char* word : EnumNames<T>::names) {
            if (value.is_string() && value.get<std::string>() == word) {
                member = static_cast<T>(index);
                return;
            }
            all += (all.empty() ? "\"" : "\", \"") + std::string(word);
            ++index;
        }
        add(Problem::NotOneOf, place, {all + "\"", inQuotes(value)});
    }
    template <class T> void read(const Field& field, const json& value, const Place& place, std::optional<T>& member) {
        read(field, value, place, member.emplace());
    }
    template <class T> void read(const Field& field, const json& value, const Place& place, std::vector<T>& member) {
        readList(field, value, place, member);
    }
    template <class T> void read(const Field& field, const json& value, const Place& place, SharedList<T>& member) {
        readList(field, value, place, member);
    }
    template <class List> void readList(const Field& field, const json& value, const Place& place, List& member) {
        if (!value.is_array()) return wrongAt(place, "a list", value);
        if (value.size() > 5000) {
            add(Problem::TooManyEntries, place);
            errors_.back().value = static_cast<double>(value.size());
            errors_.back().max = 5000;
            return;
        }
        for (std::size_t i = 0; i < value.size(); ++i) read(field, value[i], place.element(value[i], i), member.emplace_back());
    }
    template <class T>
    std::enable_if_t<HasFields<T>::value> read(const Field&, const json& value, const Place& place, T& member) {
        if (!value.is_object()) return wrongAt(place, "an object", value);
        Reader inner(value, place, errors_, notes_, unknown_);
        T::fields(member, inner);
        inner.collectUnknown();
    }

    const json& object_;
    Place place_;
    Diagnostics& errors_;
    Diagnostics& notes_;
    std::vector<UnknownKey>& unknown_;
    std::vector<std::string> known_;
};

/// Twelve digits, so that 5 degrees stay 5 degrees after going through radians.
double clean(double value) {
    char text[40];
    const char* end = std::to_chars(text, text + sizeof text, value, std::chars_format::general, 12).ptr;
    double rounded = value;
    std::from_chars(text, end, rounded);
    return rounded;
}

class Writer {
public:
    explicit Writer(ordered_json& to) : to_(to) {}
    template <class T> void operator()(const Field& field, const T& member) { write(field, fileKey(field), member); }

private:
    void write(const Field& field, const std::string& key, double x) { to_[key] = value(field, x); }
    void write(const Field&, const std::string& key, int x) { to_[key] = x; }
    void write(const Field&, const std::string& key, bool x) { to_[key] = x; }
    void write(const Field&, const std::string& key, const std::string& x) { to_[key] = x; }
    void write(const Field&, const std::string& key, const ShortText& x) { to_[key] = x.str(); }
    template <class... T> void write(const Field& field, const std::string&, const std::variant<T...>& x) {
        std::visit([&](const auto& inner) { write(field, std::decay_t<decltype(inner)>::kind, inner); }, x);
    }
    template <class T> std::enable_if_t<std::is_enum_v<T>> write(const Field&, const std::string& key, T x) {
        to_[key] = EnumNames<T>::names[static_cast<std::size_t>(x)];
    }
    template <class T> void write(const Field& field, const std::string& key, const std::optional<T>& x) {
        if (x) write(field, key, *x);
    }
    template <class T> void write(const Field&, const std::string& key, const std::vector<T>& xs) { writeList(key, xs); }
    template <class T> void write(const Field&, const std::string& key, const SharedList<T>& xs) { writeList(key, xs); }
    /// Lists that most jobs have nothing in stand there only when they hold something.
    static bool isOfFew(const std::string& key) { return key == "cases" || key == "made_of" || key == "names"; }
    template <class List> void writeList(const std::string& key, const List& xs) {
        if (xs.empty() && isOfFew(key)) return;
        ordered_json list = ordered_json::array();
        for (const auto& x : xs) {
            ordered_json element = ordered_json::object();
            Writer inner(element);
            List::value_type::fields(x, inner);
            list.push_back(std::move(element));
        }
        to_[key] = std::move(list);
    }
    template <class T> std::enable_if_t<HasFields<T>::value> write(const Field&, const std::string& key, const T& x) {
        ordered_json object = ordered_json::object();
        Writer inner(object);
        T::fields(x, inner);
        to_[key] = std::move(object);
    }
    static double value(const Field& field, double x) {
        const bool isPlain = field.quantity == Quantity::None || field.quantity == Quantity::Ratio;
        const double factor = isPlain ? 1 : unitOf(field.quantity, UnitSystem::SI).factor;
        const double rounded = clean(x / factor);
        return rounded * factor == x ? rounded : x / factor; // what has more digits keeps them
    }
    ordered_json& to_;
};

/// Puts an unknown key back where it was, if its parent still exists.
void restore(ordered_json& document, const UnknownKey& unknown) {
    ordered_json* at = &document;
    for (std::size_t i = 0; i + 1 < unknown.path.size(); ++i) {
        const std::string& step = unknown.path[i];
        if (at->is_array()) {
            ordered_json* next = nullptr;
            for (std::size_t k = 0; k < at->size(); ++k)
                if (elementName((*at)[k], k) == step) next = &(*at)[k];
            if (!next) return;
            at = next;
        } else {
            const auto found = at->find(step);
            if (found == at->end()) return;
            at = &*found;
        }
    }
    if (at->is_object() && !at->contains(unknown.path.back())) (*at)[unknown.path.back()] = ordered_json::parse(unknown.json);
}

/// The units are part of the keys; a block that says otherwise would be a contradiction.
Diagnostics checkUnits(const json& document) {
    const auto units = document.find("units");
    if (units == document.end()) return {};
    const std::string understood = "length mm, force kN, moment kNm, angle deg";
    if (!units->is_object()) return {problem(Problem::UnitsNoObject, {}, FieldPath{"units"}, {understood})};
    for (const auto& [key, value] : units->items()) {
        const auto known =
            std::find_if(std::begin(unitKeys), std::end(unitKeys), [&k = key](const auto& u) { return k == u[0]; });
        if (known == std::end(unitKeys) || value != (*known)[1])
            return {problem(Problem::OtherUnits, {}, FieldPath{"units", key}, {inQuotes(value), understood})};
    }
    return {};
}

Diagnostics checkHead(const json& document) {
    if (!document.is_object()) return {problem(Problem::NotAJob, {}, {}, {"an object"})};
    const auto kind = document.find("format");
    if (kind == document.end() || !kind->is_string() || kind->get<std::string>() != format)
        return {problem(Problem::NotAJob, {}, FieldPath{"format"}, {std::string("\"format\": \"") + format + "\""})};
    const auto version = document.find("version");
    if (version == document.end() || !version->is_number_integer() || version->get<double>() < 1)
        return {problem(Problem::NoVersion, {}, FieldPath{"version"})};
    if (version->get<double>() > jobFileVersion)
        return {problem(Problem::NewerVersion, {}, FieldPath{"version"}, {version->dump(), std::to_string(jobFileVersion)})};
    return checkUnits(document);
}

} // namespace

tl::expected<ReadJob, Diagnostics> readJob(const std::string& text) {
    auto document = readJson(text, bounds);
    if (!document) return tl::unexpected(Diagnostics{document.error()});
    Diagnostics errors = checkHead(*document);
    if (hasErrors(errors)) return tl::unexpected(std::move(errors));
    ReadJob read;
    if (document->at("version") == 1) read.notes = upgradeV1(*document);
    if (hasErrors(read.notes)) return tl::unexpected(std::move(read.notes));
    for (const char* head : {"format", "version", "units"}) document->erase(head);
    Reader reader(*document, Place{}, errors, read.notes, read.job.unknown);
    Job::fields(read.job, reader);
    reader.collectUnknown();
    if (!hasErrors(errors)) {
        for (std::size_t i = 0; i < read.job.joints.size(); ++i) {
            Joint& joint = read.job.joints[i];
            if (joint.id.empty()) joint.id = freeId(read.job);
            sortRows(joint);
        }
        errors = validate(read.job);
    }
    if (hasErrors(errors)) return tl::unexpected(std::move(errors));
    return read;
}

std::string writeJob(const Job& job) {
    ordered_json document;
    document["format"] = format;
    document["version"] = jobFileVersion;
    for (const auto& unit : unitKeys) document["units"][unit[0]] = unit[1];
    Writer writer(document);
    Job::fields(job, writer);
    for (const UnknownKey& unknown : job.unknown) restore(document, unknown);
    // Text from outside may hold invalid UTF-8: it is replaced, never a reason to lose the job.
    return document.dump(2, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

tl::expected<ReadJob, Diagnostics> openJob(const std::string& path) {
    const auto text = readFile(path);
    if (!text) return tl::unexpected(Diagnostics{text.error()});
    auto job = readJob(*text);
    if (!job)
        for (Diagnostic& d : job.error()) d.file = printable(path);
    return job;
}

tl::expected<void, Diagnostic> saveJob(const Job& job, const std::string& path) { return writeFile(path, writeJob(job)); }

} // namespace zg
