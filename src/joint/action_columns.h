#pragma once
#include "base/diagnostic.h"
#include "base/units.h"
#include "joint/end_id.h"
#include <optional>
#include <vector>

namespace zg {

struct ActionSet;
struct Joint;

enum class ActionForce { N, V, M, V_y, M_z, T };

/// One number of an action set, as a column of a table: tables on screen, copied and pasted list them in the same order.
struct ActionColumn {
    EndId place = ends::right;
    ActionForce force = ActionForce::N;
    friend bool operator==(const ActionColumn& a, const ActionColumn& b) { return a.place == b.place && a.force == b.force; }
};

[[nodiscard]] const char* letterOf(ActionForce force); ///< "N", "V_y"
/// As a heading of a table says it: "right", "above".
[[nodiscard]] std::string placeName(EndId place);
/// The end of such a word; nothing when it is none.
[[nodiscard]] std::optional<EndId> placeOf(const std::string& word);
[[nodiscard]] bool isOfColumn(EndId place);
[[nodiscard]] Quantity quantityOf(ActionForce force);
/// Whether it leaves the plane of the frame; framing members only.
[[nodiscard]] bool isOutOfPlane(ActionForce force);

/// Framing members first, then the column above and below.
[[nodiscard]] std::vector<ActionColumn> actionColumns(const std::vector<EndId>& framing, bool hasColumn, bool hasOutOfPlane);
[[nodiscard]] std::vector<ActionColumn> actionColumns(const Joint& joint, bool hasOutOfPlane);
[[nodiscard]] bool hasOutOfPlane(const std::vector<ActionSet>& sets);

/// Nothing where no such forces are given: the column's, or forces out of the plane.
[[nodiscard]] std::optional<double> valueIn(const ActionSet& set, const ActionColumn& column);
/// Nothing takes the column's forces away, or makes a beam's force nil.
void put(ActionSet& set, const ActionColumn& column, std::optional<double> value);

/// Forces of the sets on members that the joint does not have, in words: they would be left out without one.
[[nodiscard]] Diagnostics actionsWithoutMember(const Joint& joint, const std::vector<ActionSet>& sets);

} // namespace zg
