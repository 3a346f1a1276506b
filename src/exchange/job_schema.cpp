#include "exchange/job_file.h"
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
        return {{"type", "object"}, {"properties", std::move(writer.properties_)}};
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
        const auto rounded = [&](double x) { return std::round(x / factor * 1e3) / 1e3; };
        if (field.min > -1e299) entry["minimum"] = rounded(field.min);
        if (field.max < 1e299) entry["maximum"] = rounded(field.max);
        return entry;
    }
    static ordered_json type(const Field& field, int) {
        return {{"type", "integer"}, {"minimum", static_cast<int>(field.min)}, {"maximum", static_cast<int>(field.max)}};
    }
    static ordered_json type(const Field&, bool) { return {{"type", "boolean"}}; }
    static ordered_json type(const Field&, const std::string&) { return {{"type", "string"}, {"maxLength", 4000}}; }
    template <class T> static std::enable_if_t<std::is_enum_v<T>, ordered_json> type(const Field&, T) {
        ordered_json names = ordered_json::array();
        for (const char* word : EnumNames<T>::names) names.push_back(word);
        return {{"enum", std::move(names)}};
    }
    template <class T> static ordered_json type(const Field& field, const std::optional<T>&) { return type(field, T{}); }
    template <class T> static ordered_json type(const Field&, const std::vector<T>&) {
        return {{"type", "array"}, {"items", object<T>()}};
    }
    template <class T> static std::enable_if_t<HasFields<T>::value, ordered_json> type(const Field&, const T&) {
        return object<T>();
    }

    ordered_json properties_ = ordered_json::object();
};

} // namespace

std::string jobSchema() {
    ordered_json schema{
        {"$schema", "https://json-schema.org/draft/2020-12/schema"},
        {"title", "Zealous Girder job, version 1"},
        {"description",
         "Units are part of the keys. Unknown keys are allowed and survive a round trip. See docs/file-format.md."}};
    ordered_json body = SchemaWriter::object<Job>();
    ordered_json head{{"format", {{"const", "zealous-girder-job"}}},
                      {"version", {{"type", "integer"}, {"minimum", 1}, {"maximum", jobFileVersion}}},
                      {"units", {{"type", "object"}}}};
    head.update(body["properties"]);
    schema["type"] = "object";
    schema["required"] = {"format", "version"};
    schema["properties"] = std::move(head);
    return schema.dump(2) + "\n";
}

} // namespace zg
