#include "exchange/upgrade/v1_to_v2.h"
#include "base/text.h"
#include <nlohmann/json.hpp>

namespace zg {
namespace {

using nlohmann::json;

constexpr const char* onlyFamily = "beam-to-column end plate";

class Upgrade {
public:
    Upgrade(json& joint, std::string where, Diagnostics& errors) : joint_(joint), where_(std::move(where)), errors_(errors) {}

    void run() {
        if (!family()) return;
        const json column = taken(joint_, "column", json::object());
        const json right = taken(joint_, "right", json::object()), left = taken(joint_, "left", json());
        if (!isObject(column, "column") || !isObject(right, "right") || (!left.is_null() && !isObject(left, "left"))) return;
        isTwoSided_ = !left.is_null();
        plates_ = joint_.find("plates") != joint_.end() && joint_["plates"].is_object() ? &joint_["plates"] : nullptr;
        through(column);
        end(right, "right");
        if (isTwoSided_) end(left, "left");
        nodeFitting("doubler");
        nodeFitting("diagonal");
        joint_["members"] = std::move(members_);
        joint_["connections"] = std::move(connections_);
        if (!fittings_.empty()) joint_["fittings"] = std::move(fittings_);
        actions();
    }

private:
    static json taken(json& from, const char* key, json otherwise) {
        const auto at = from.find(key);
        if (at == from.end()) return otherwise;
        json value = std::move(*at);
        from.erase(at);
        return value;
    }
    static void move(json& from, const char* key, json& to, const char* as) {
        const auto at = from.find(key);
        if (at == from.end()) return;
        to[as] = std::move(*at);
        from.erase(at);
    }
    bool isObject(const json& value, const char* key) {
        if (value.is_object()) return true;
        errors_.push_back(
            problem(Problem::WrongType, where_, FieldPath(std::string_view(key)), {"an object", value.type_name()}));
        return false;
    }

    bool family() {
        const json name = taken(joint_, "family", onlyFamily);
        joint_["recipe"] = name;
        if (name == onlyFamily) return true;
        errors_.push_back(problem(Problem::NotOneOf, where_, FieldPath{"family"},
                                  {std::string("\"") + onlyFamily + "\"",
                                   "the family " + printable(name.dump(-1, ' ', false, json::error_handler_t::replace))}));
        return false;
    }

    void through(json column) {
        json member = taken(column, "member", json::object());
        if (!isObject(member, "column/member")) return;
        member["id"] = "column";
        member["through"] = std::move(column);
        members_.push_back(std::move(member));
    }

    void end(json side, const char* id) {
        json member = taken(side, "beam", json::object());
        if (!isObject(member, id)) return;
        json framing{{"direction", id}};
        for (const char* key : {"slope_deg", "span_mm"}) move(side, key, framing, key);
        // The right beam's top flange was the level of the node, whatever its own level said.
        json level = taken(side, "level_mm", json());
        if (std::string(id) == "left" && !level.is_null()) framing["level_mm"] = std::move(level);
        if (plates_) {
            move(*plates_, (std::string(id) + "_end").c_str(), framing, "far_end");
            move(*plates_, (std::string("gravity_shear_") + id + "_kN").c_str(), framing, "gravity_shear_kN");
        }
        member["id"] = id;
        member["framing"] = std::move(framing);
        members_.push_back(std::move(member));
        for (const char* flange : {"top", "bottom"})
            for (const char* kind : {"stiffener", "backing", "rib"}) {
                json spec = taken(side, (std::string(kind) + "_" + flange).c_str(), json());
                if (spec.is_null()) continue;
                const char* on = std::string(kind) == "rib" ? id : "column";
                fittings_.push_back({{"on", on}, {"at", {{"connection", id}, {"flange", flange}}}, {kind, std::move(spec)}});
            }
        connections_.push_back({{"end", id}, {"onto", "column"}, {"end_plate", std::move(side)}});
    }

    void nodeFitting(const char* kind) {
        json spec = taken(joint_, kind, json());
        if (!spec.is_null()) fittings_.push_back({{"on", "column"}, {kind, std::move(spec)}});
    }

    static bool isNil(const json& forces) {
        for (const auto& [key, value] : forces.items())
            if (value != 0) return false;
        return true;
    }

    void actions() {
        const auto sets = joint_.find("actions");
        if (sets == joint_.end() || !sets->is_array()) return;
        for (json& set : *sets) {
            if (!set.is_object()) continue;
            json forces = json::array();
            const auto add = [&](const char* key, const char* end) {
                json given = taken(set, key, json());
                json across = end == std::string(key) ? taken(set, (std::string(key) + "_out_of_plane").c_str(), json()) : json();
                if (given.is_null() && across.is_null()) return;
                if (!given.is_null() && !isObject(given, "actions")) return;
                if (across.is_object() && !given.is_object()) given = json::object();
                if (across.is_object()) given.update(across);
                if (std::string(end) == "left" && !isTwoSided_) {
                    // Never used, and every set had them, mostly nil.
                    if (!isNil(given)) {
                        Diagnostic d = problem(Problem::LeftOut, where_, FieldPath{"actions"});
                        d.severity = Severity::Warning;
                        errors_.push_back(std::move(d));
                    }
                    return;
                }
                given["end"] = end;
                forces.push_back(std::move(given));
            };
            add("right", "right");
            add("left", "left");
            add("column_above", "column above");
            add("column_below", "column below");
            set["forces"] = std::move(forces);
        }
    }

    json& joint_;
    std::string where_;
    Diagnostics& errors_;
    json* plates_ = nullptr;
    bool isTwoSided_ = false;
    json members_ = json::array(), connections_ = json::array(), fittings_ = json::array();
};

} // namespace

Diagnostics upgradeV1(json& document) {
    Diagnostics errors;
    document["version"] = 2;
    const auto joints = document.find("joints");
    if (joints == document.end() || !joints->is_array()) return errors;
    for (std::size_t i = 0; i < joints->size(); ++i) {
        json& joint = (*joints)[i];
        if (!joint.is_object()) continue;
        const auto mark = joint.find("mark");
        const std::string name =
            mark != joint.end() && mark->is_string() ? printable(mark->get<std::string>()) : std::to_string(i + 1);
        Upgrade(joint, name, errors).run();
    }
    return errors;
}

} // namespace zg
