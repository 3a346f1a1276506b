#pragma once
#include "base/diagnostic.h"
#include "base/units.h"
#include "joint/part.h"
#include <optional>
#include <vector>

namespace zg {

struct ActionSet;
struct Joint;
struct OutOfPlaneForces;

enum class ActionPlace { Right, Left, Above, Below };
enum class ActionForce { N, V, M, V_y, M_z, T };

/// One number of an action set, as a column of a table: tables on screen, copied and pasted list them in the same order.
struct ActionColumn {
    ActionPlace place = ActionPlace::Right;
    ActionForce force = ActionForce::N;
    friend bool operator==(ActionColumn a, ActionColumn b) { return a.place == b.place && a.force == b.force; }
};

[[nodiscard]] const char* letterOf(ActionForce force); ///< "N", "V_y"
[[nodiscard]] const char* name(ActionPlace place);     ///< "right", "above"
[[nodiscard]] Quantity quantityOf(ActionForce force);
/// Whether it leaves the plane of the frame; beams only.
[[nodiscard]] bool isOutOfPlane(ActionForce force);

/// Beams first, then the column above and below.
[[nodiscard]] std::vector<ActionColumn> actionColumns(bool isTwoSided, bool hasOutOfPlane);
/// Those of one beam.
[[nodiscard]] std::optional<OutOfPlaneForces>& outOfPlane(ActionSet& set, SideId side);
[[nodiscard]] const std::optional<OutOfPlaneForces>& outOfPlane(const ActionSet& set, SideId side);
[[nodiscard]] bool hasOutOfPlane(const std::vector<ActionSet>& sets);

/// Nothing where no such forces are given.
[[nodiscard]] std::optional<double> valueIn(const ActionSet& set, ActionColumn column);
/// Nothing takes the column's forces away, or makes a beam's force nil.
void put(ActionSet& set, ActionColumn column, std::optional<double> value);

/// Forces of the sets on members that the joint does not have, in words: they would be left out without one.
[[nodiscard]] Diagnostics actionsWithoutMember(const Joint& joint, const std::vector<ActionSet>& sets);

} // namespace zg
