#include "joint/action_columns.h"
#include "base/text.h"
#include "joint/joint.h"
#include <algorithm>

namespace zg {

namespace {

template <class Forces> auto& inPlane(Forces& f, ActionForce force) {
    return force == ActionForce::N ? f.N : force == ActionForce::V ? f.V : f.M;
}
template <class Forces> auto& across(Forces& f, ActionForce force) {
    return force == ActionForce::V_y ? f.V_y : force == ActionForce::M_z ? f.M_z : f.T;
}

} // namespace

const char* letterOf(ActionForce force) {
    static const char* const letters[] = {"N", "V", "M", "V_y", "M_z", "T"};
    return letters[static_cast<int>(force)];
}

std::string placeName(EndId place) { return place == ends::above ? "above" : place == ends::below ? "below" : place.str(); }

std::optional<EndId> placeOf(const std::string& word) {
    for (const EndId end : {ends::right, ends::left, ends::front, ends::back, ends::above, ends::below})
        if (placeName(end) == word) return end;
    return std::nullopt;
}

bool isOfColumn(EndId place) { return place == ends::above || place == ends::below; }

Quantity quantityOf(ActionForce force) {
    return force == ActionForce::M || force == ActionForce::M_z || force == ActionForce::T ? Quantity::Moment : Quantity::Force;
}

bool isOutOfPlane(ActionForce force) { return force == ActionForce::V_y || force == ActionForce::M_z || force == ActionForce::T; }

std::vector<ActionColumn> actionColumns(const std::vector<EndId>& framing, bool hasColumn, bool hasOutOfPlane) {
    std::vector<ActionColumn> columns;
    std::vector<EndId> places = framing;
    if (hasColumn) places.insert(places.end(), {ends::above, ends::below});
    for (const EndId place : places)
        for (ActionForce force :
             {ActionForce::N, ActionForce::V, ActionForce::M, ActionForce::V_y, ActionForce::M_z, ActionForce::T})
            if (!isOutOfPlane(force) || (hasOutOfPlane && !isOfColumn(place))) columns.push_back({place, force});
    return columns;
}

std::vector<ActionColumn> actionColumns(const Joint& joint, bool hasOutOfPlane) {
    return actionColumns(framingEnds(joint), throughMember(joint) != nullptr, hasOutOfPlane);
}

bool hasOutOfPlane(const std::vector<ActionSet>& sets) {
    for (const ActionSet& s : sets)
        for (const EndForces& f : s.forces)
            if (isOutOfPlane(f)) return true;
    return false;
}

std::optional<double> valueIn(const ActionSet& set, const ActionColumn& c) {
    const EndForces* f = findForces(set, c.place);
    if (isOfColumn(c.place) && !f) return std::nullopt;
    if (isOutOfPlane(c.force)) return f ? across(*f, c.force) : std::nullopt;
    return f ? inPlane(*f, c.force) : 0.0;
}

void put(ActionSet& set, const ActionColumn& c, std::optional<double> value) {
    if (isOfColumn(c.place) && !value) return dropForces(set, c.place);
    const bool isNil = value.value_or(0) == 0;
    if (isNil && !isOfColumn(c.place) && !findForces(set, c.place)) return;
    EndForces& f = forcesOf(set, c.place);
    if (isOutOfPlane(c.force))
        across(f, c.force) = isNil ? std::nullopt : value;
    else
        inPlane(f, c.force) = value.value_or(0);
}

namespace {
Diagnostic lostForce(const Joint& joint, const ActionSet& set, const EndForces& f, ActionForce force) {
    const std::string letter = letterOf(force), end = printable(f.end.str());
    Diagnostic d = isOfColumn(f.end)
                       ? problem(Problem::ForceWithoutColumn, printable(joint.mark), {},
                                 {letter, end, throughMember(joint) ? "the column ends at the joint" : "the joint has no column"})
                       : problem(Problem::ForceWithoutBeam, printable(joint.mark), {}, {letter, end});
    d.path = FieldPath{"actions", set.id, "forces", f.end.str()};
    return d;
}
} // namespace

Diagnostics actionsWithoutMember(const Joint& joint, const std::vector<ActionSet>& sets) {
    Diagnostics lost;
    const Member* column = throughMember(joint);
    const bool endsAbove = column && std::get<Through>(column->placement).endAbove;
    for (const ActionSet& set : sets)
        for (const EndForces& f : set.forces) {
            const bool isThere =
                isOfColumn(f.end) ? column && !(f.end == ends::above && endsAbove) : findFraming(joint, f.end) != nullptr;
            if (isThere || isForceless(f)) continue;
            for (const ActionForce force :
                 {ActionForce::N, ActionForce::V, ActionForce::M, ActionForce::V_y, ActionForce::M_z, ActionForce::T})
                if ((isOutOfPlane(force) ? across(f, force).value_or(0) : inPlane(f, force)) != 0)
                    lost.push_back(lostForce(joint, set, f, force));
        }
    return lost;
}

} // namespace zg
