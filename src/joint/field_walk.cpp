#include "joint/field_walk.h"

namespace zg {
namespace {
std::string orNumber(const std::string& name, std::size_t index) { return name.empty() ? std::to_string(index + 1) : name; }
} // namespace

std::string fileKey(const Field& field) {
    switch (field.quantity) {
    case Quantity::Length: return std::string(field.key) + "_mm";
    case Quantity::Force: return std::string(field.key) + "_kN";
    case Quantity::Moment: return std::string(field.key) + "_kNm";
    case Quantity::Angle: return std::string(field.key) + "_deg";
    case Quantity::Rotation: return std::string(field.key) + "_mrad";
    case Quantity::Stress: return std::string(field.key) + "_MPa";
    case Quantity::LineForce: return std::string(field.key) + "_kN_per_m";
    default: return field.key;
    }
}

std::string elementName(const Member& m, std::size_t index) { return orNumber(m.id.str(), index); }
std::string elementName(const Connection& c, std::size_t index) { return orNumber(c.end.str(), index); }
std::string elementName(const Fitting& f, std::size_t) {
    const std::string kind = kindName(f.how);
    if (!f.at) return kind;
    return kind + " " + f.at->connection.str() + " " + EnumNames<FlangeSide>::names[static_cast<int>(f.at->flange)];
}
std::string elementName(const ActionCase& c, std::size_t index) { return orNumber(c.id, index); }
std::string elementName(const ActionSet& s, std::size_t index) { return orNumber(s.id, index); }
std::string elementName(const EndForces& f, std::size_t index) { return orNumber(f.end.str(), index); }
std::string elementName(const CustomSection& s, std::size_t index) { return orNumber(s.designation, index); }
std::string elementName(const Detail& d, std::size_t index) { return orNumber(d.name, index); }
std::string elementName(const Joint& j, std::size_t index) { return orNumber(j.mark, index); }

} // namespace zg
