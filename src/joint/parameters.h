#pragma once
#include "base/field_path.h"
#include "base/units.h"
#include "joint/part.h"
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace zg {

struct CustomSection;
struct CombinationRules;
struct Preferences;
struct Prices;
struct Job;
struct Joint;
struct Settings;

/// One editable property of a part, made from the field listing of its spec: what cards show and the ask bar sets.
struct Parameter {
    enum class Kind { Number, Whole, Switch, Choice, Steel, Section, BoltSize, BoltGrade, Text };
    Kind kind = Kind::Number;
    FieldPath path;    ///< where it stands, in the joint (in the settings, the section)
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

/// Every part of the joint that may have a card.
[[nodiscard]] std::vector<PartRef> partsOf(const Joint& joint);
/// The parameters of a part, few and in the order people think of them. Empty when the joint does not have the part.
[[nodiscard]] std::vector<Parameter> parametersOf(const Joint& joint, const PartRef& part);
/// The part whose card shows a field, or what stands next to it; nothing for fields that belong to no part.
[[nodiscard]] std::optional<PartRef> partAt(const Joint& joint, const FieldPath& path);
/// Sets one field; false when the path leads to none or the value has the wrong type. Ranges are checked by validate().
/// With a size of bolt of another set goes the class: the nearest one that it is made in.
[[nodiscard]] bool setField(Joint& joint, const FieldPath& path, const ParameterValue& value);

/// The same for the job's settings and for a user-made section.
[[nodiscard]] std::vector<Parameter> parametersOf(const Settings& settings);
[[nodiscard]] bool setField(Settings& settings, const FieldPath& path, const ParameterValue& value);
[[nodiscard]] std::vector<Parameter> parametersOf(const CombinationRules& rules);
[[nodiscard]] bool setField(CombinationRules& rules, const FieldPath& path, const ParameterValue& value);
[[nodiscard]] std::vector<Parameter> parametersOf(const Preferences& preferences);
[[nodiscard]] bool setField(Preferences& preferences, const FieldPath& path, const ParameterValue& value);
[[nodiscard]] std::vector<Parameter> parametersOf(const Prices& prices);
[[nodiscard]] bool setField(Prices& prices, const FieldPath& path, const ParameterValue& value);
/// Title, engineer and the choices of the job's report; the path starts with "report" for these.
[[nodiscard]] std::vector<Parameter> coverParameters(const Job& job);
[[nodiscard]] bool setField(Job& job, const FieldPath& path, const ParameterValue& value);
[[nodiscard]] std::vector<Parameter> parametersOf(const CustomSection& section);
[[nodiscard]] bool setField(CustomSection& section, const FieldPath& path, const ParameterValue& value);
/// Choices of the plate method: the joint's ("plates"), then those of each framing end, grouped by its name.
[[nodiscard]] std::vector<Parameter> plateParameters(const Joint& joint);
/// Whether a parameter of a member is a choice of the plate method.
[[nodiscard]] bool isOfPlates(const Parameter& parameter);
/// Capacity design: a switch whether the joint is designed for it ("seismic"), the choices ("seismic/rules"), then what it needs
/// to know of beams and column.
[[nodiscard]] std::vector<Parameter> capacityParameters(const Joint& joint);
/// Joint-wide choices that belong to no part: frame, where the actions are given, mark, title, note.
[[nodiscard]] std::vector<Parameter> jointParameters(const Joint& joint);

} // namespace zg
