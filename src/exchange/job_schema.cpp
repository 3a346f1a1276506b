#include "exchange/job_file.h"
#include "joint/field_walk.h"
#include "joint/validate.h"
#include <cmath>
#include <nlohmann/json.hpp>

namespace zg {
namespace {

using nlohmann::ordered_json;

class SchemaWriter {
public:
    template <class T> static ordered_json object() {
        SchemaWriter writer;
        const T sample{};
        T::fields(sample, writer);
        ordered_json result{{"type", "object"}, {"properties", std::move(writer.properties_)}};
        if (!writer.choices_.is_null()) result["oneOf"] = std::move(writer.choices_);
        return result;
    }
    /// One of the alternatives, each under the name of its kind.
    template <class... T> void operator()(const Field& field, const std::variant<T...>&) {
        ordered_json choices = ordered_json::array();
        const auto alternative = [&](auto sample) {
            using Kind = decltype(sample);
            properties_[Kind::kind] = object<Kind>();
            properties_[Kind::kind]["description"] = field.help;
            choices.push_back({{"required", {Kind::kind}}});
        };
        (alternative(T{}), ...);
        choices_ = std::move(choices);
    }
    template <class T> void operator()(const Field& field, const T& member) {
        ordered_json entry = type(field, member);
        if (*field.help) entry["description"] = field.help;
        properties_[fileKey(field)] = std::move(entry);
    }

private:
    static ordered_json type(const Field& field, double) {
        ordered_json entry{{"type", "number"}};
        const bool isPlain = field.quantity == Quantity::None || field.quantity == Quantity::Ratio;
        const double factor = isPlain ? 1 : unitOf(field.quantity, UnitSystem::SI).factor;
        // What the reader allows for rounding is allowed here too.
        const auto bound = [&](double x) { return std::round(x / factor * 1e9) / 1e9; };
        if (field.min > -1e299) entry["minimum"] = bound(field.min);
        if (field.max < 1e299) entry["maximum"] = bound(field.max);
        return entry;
    }
    static ordered_json type(const Field& field, int) {
        return {{"type", "integer"}, {"minimum", static_cast<int>(field.min)}, {"maximum", static_cast<int>(field.max)}};
    }
    static ordered_json type(const Field&, bool) { return {{"type", "boolean"}}; }
    static ordered_json type(const Field& field, const std::string&) {
        ordered_json entry{{"type", "string"}, {"maxLength", 4000}};
        const std::string_view key = field.key;
        if (isName(field)) entry["pattern"] = "^[^\\u0000-\\u001f\\u007f-\\u009f\\u200e\\u200f\\u2028-\\u202e\\u2066-\\u2069]*$";
        if (key == "mark") entry["minLength"] = 1;
        return entry;
    }
    static ordered_json type(const Field&, const ShortText&) {
        return {{"type", "string"}, {"minLength", 1}, {"maxLength", ShortText::most}};
    }
    template <class T> static std::enable_if_t<std::is_enum_v<T>, ordered_json> type(const Field&, T) {
        ordered_json names = ordered_json::array();
        for (const char* word : EnumNames<T>::names) names.push_back(word);
        return {{"enum", std::move(names)}};
    }
    template <class T> static ordered_json type(const Field& field, const std::optional<T>&) { return type(field, T{}); }
    template <class T> static ordered_json type(const Field&, const std::vector<T>&) { return list<T>(); }
    template <class T> static ordered_json type(const Field&, const SharedList<T>&) { return list<T>(); }
    template <class T> static ordered_json list() {
        ordered_json items = object<T>();
        if constexpr (std::is_same_v<T, Joint>) items["required"] = {"mark"};
        if constexpr (std::is_same_v<T, ActionSet>) {
            items["required"] = {"id"};
            items["properties"]["id"]["minLength"] = 1;
        }
        return {{"type", "array"}, {"maxItems", 5000}, {"items", std::move(items)}};
    }
    template <class T> static std::enable_if_t<HasFields<T>::value, ordered_json> type(const Field&, const T&) {
        return object<T>();
    }

    ordered_json properties_ = ordered_json::object();
    ordered_json choices_;
};

} // namespace

std::string jobSchema() {
    ordered_json schema{
        {"$schema", "https://json-schema.org/draft/2020-12/schema"},
        {"title", "Zealous Girder job, version 2"},
        {"description",
         "Units are part of the keys. Unknown keys are allowed and survive a round trip. See docs/file-format.md."}};
    ordered_json body = SchemaWriter::object<Job>();
    ordered_json head{{"format", {{"const", "zealous-girder-job"}}},
                      {"version", {{"const", jobFileVersion}}},
                      {"units",
                       {{"type", "object"},
                        {"additionalProperties", false},
                        {"properties",
                         {{"length", {{"const", "mm"}}},
                          {"force", {{"const", "kN"}}},
                          {"moment", {{"const", "kNm"}}},
                          {"angle", {{"const", "deg"}}}}}}}};
    head.update(body["properties"]);
    schema["type"] = "object";
    schema["required"] = {"format", "version"};
    schema["properties"] = std::move(head);
    return schema.dump(2) + "\n";
}

} // namespace zg
