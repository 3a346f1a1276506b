#pragma once
#include "base/units.h"
#include "joint/part.h"
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace zg {

struct CustomSection;
struct Joint;
struct Settings;

/// One editable property of a part, made from the field listing of its spec: what cards show and the ask bar sets.
struct Parameter {
    enum class Kind { Number, Whole, Switch, Choice, Steel, Section, BoltSize, BoltGrade, Text };
    Kind kind = Kind::Number;
    std::string group; ///< which spec of the part it belongs to ("plate", "bolts")
    std::string key;   ///< without unit
    std::string help;
    Quantity quantity = Quantity::None;
    double min = 0, max = 0;
    bool isOptional = false, isGiven = true;
    double number = 0; ///< numbers, whole numbers, switches (0 or 1), choice index
    std::string text;
    std::vector<std::string> choices;
};

/// New value of a parameter: a number (also for switches and choices), a text, or nothing for an optional one.
using ParameterValue = std::variant<std::monostate, double, std::string>;

/// The parameters of a part, few and in the order people think of them. Empty when the joint does not have the part.
[[nodiscard]] std::vector<Parameter> parametersOf(const Joint& joint, const PartRef& part);
/// Sets one; false when the part or key does not exist or the value has the wrong type. Ranges are checked by validate().
[[nodiscard]] bool setParameter(Joint& joint, const PartRef& part, const std::string& group, const std::string& key,
                                const ParameterValue& value);

/// The same for the job's settings and for a user-made section.
[[nodiscard]] std::vector<Parameter> parametersOf(const Settings& settings);
[[nodiscard]] bool setParameter(Settings& settings, const std::string& key, const ParameterValue& value);
[[nodiscard]] std::vector<Parameter> parametersOf(const CustomSection& section);
[[nodiscard]] bool setParameter(CustomSection& section, const std::string& key, const ParameterValue& value);
/// Choices of the plate method: the joint's ("plates"), then those of each framing end, grouped by its name.
[[nodiscard]] std::vector<Parameter> plateParameters(const Joint& joint);
[[nodiscard]] bool setPlateParameter(Joint& joint, const std::string& group, const std::string& key, const ParameterValue& value);
/// Whether a parameter of a member is a choice of the plate method.
[[nodiscard]] bool isOfPlates(const Parameter& parameter);
/// Joint-wide choices that belong to no part: frame, where the actions are given, mark, title, note.
[[nodiscard]] std::vector<Parameter> jointParameters(const Joint& joint);
[[nodiscard]] bool setJointParameter(Joint& joint, const std::string& key, const ParameterValue& value);

} // namespace zg
