#include "joint/action_columns.h"
#include "base/text.h"
#include "joint/job.h"
#include <algorithm>

namespace zg {

namespace {

double MemberForces::*inPlane(ActionForce force) {
    return force == ActionForce::N ? &MemberForces::N : force == ActionForce::V ? &MemberForces::V : &MemberForces::M;
}

double OutOfPlaneForces::*across(ActionForce force) {
    return force == ActionForce::V_y   ? &OutOfPlaneForces::V_y
           : force == ActionForce::M_z ? &OutOfPlaneForces::M_z
                                       : &OutOfPlaneForces::T;
}

SideId sideOf(ActionPlace place) { return place == ActionPlace::Right ? SideId::Right : SideId::Left; }
template <class Set> auto& beam(Set& set, ActionPlace place) { return place == ActionPlace::Right ? set.right : set.left; }
template <class Set> auto& column(Set& set, ActionPlace place) {
    return place == ActionPlace::Above ? set.columnAbove : set.columnBelow;
}
bool isBeam(ActionPlace place) { return place == ActionPlace::Right || place == ActionPlace::Left; }

} // namespace

const char* letterOf(ActionForce force) {
    static const char* const letters[] = {"N", "V", "M", "V_y", "M_z", "T"};
    return letters[static_cast<int>(force)];
}

const char* name(ActionPlace place) {
    static const char* const names[] = {"right", "left", "above", "below"};
    return names[static_cast<int>(place)];
}

Quantity quantityOf(ActionForce force) {
    return force == ActionForce::M || force == ActionForce::M_z || force == ActionForce::T ? Quantity::Moment : Quantity::Force;
}

bool isOutOfPlane(ActionForce force) { return force == ActionForce::V_y || force == ActionForce::M_z || force == ActionForce::T; }

std::vector<ActionColumn> actionColumns(bool isTwoSided, bool hasOutOfPlane) {
    std::vector<ActionColumn> columns;
    for (ActionPlace place : {ActionPlace::Right, ActionPlace::Left, ActionPlace::Above, ActionPlace::Below}) {
        if (place == ActionPlace::Left && !isTwoSided) continue;
        for (ActionForce force :
             {ActionForce::N, ActionForce::V, ActionForce::M, ActionForce::V_y, ActionForce::M_z, ActionForce::T})
            if (!isOutOfPlane(force) || (hasOutOfPlane && isBeam(place))) columns.push_back({place, force});
    }
    return columns;
}

std::optional<OutOfPlaneForces>& outOfPlane(ActionSet& set, SideId side) {
    return side == SideId::Right ? set.rightOutOfPlane : set.leftOutOfPlane;
}

const std::optional<OutOfPlaneForces>& outOfPlane(const ActionSet& set, SideId side) {
    return side == SideId::Right ? set.rightOutOfPlane : set.leftOutOfPlane;
}

bool hasOutOfPlane(const std::vector<ActionSet>& sets) {
    return std::any_of(sets.begin(), sets.end(),
                       [](const ActionSet& s) { return s.rightOutOfPlane.has_value() || s.leftOutOfPlane.has_value(); });
}

std::optional<double> valueIn(const ActionSet& set, ActionColumn c) {
    if (isOutOfPlane(c.force)) {
        const auto& forces = outOfPlane(set, sideOf(c.place));
        return forces ? std::optional<double>((*forces).*across(c.force)) : std::nullopt;
    }
    if (isBeam(c.place)) return beam(set, c.place).*inPlane(c.force);
    const auto& forces = column(set, c.place);
    return forces ? std::optional<double>((*forces).*inPlane(c.force)) : std::nullopt;
}

void put(ActionSet& set, ActionColumn c, std::optional<double> value) {
    if (isOutOfPlane(c.force)) {
        auto& forces = outOfPlane(set, sideOf(c.place));
        if (!forces && value.value_or(0) == 0) return;
        if (!forces) forces.emplace();
        (*forces).*across(c.force) = value.value_or(0);
        if (forces->V_y == 0 && forces->M_z == 0 && forces->T == 0) forces.reset();
    } else if (isBeam(c.place)) {
        beam(set, c.place).*inPlane(c.force) = value.value_or(0);
    } else if (value) {
        auto& forces = column(set, c.place);
        if (!forces) forces.emplace();
        (*forces).*inPlane(c.force) = *value;
    } else {
        column(set, c.place).reset();
    }
}

Diagnostics actionsWithoutMember(const Joint& joint, const std::vector<ActionSet>& sets) {
    Diagnostics lost;
    for (const ActionSet& set : sets)
        for (const ActionColumn c : actionColumns(true, true)) {
            const bool isMissing =
                (c.place == ActionPlace::Left && !joint.left) || (c.place == ActionPlace::Above && joint.column.endAbove);
            if (!isMissing || valueIn(set, c).value_or(0) == 0) continue;
            lost.push_back({Severity::Error, printable(joint.mark) + ", set " + printable(set.id),
                            std::string(letterOf(c.force)) + (c.place == ActionPlace::Left
                                                                  ? " of the left beam: the joint has no beam on the left."
                                                                  : " of the column above: the column ends at the joint.")});
        }
    return lost;
}

} // namespace zg
