#pragma once
#include "base/diagnostic.h"
#include "joint/job.h"
#include <optional>
#include <string>
#include <vector>

namespace zg {

/// Members of a joint that a table describes; empty where it does not.
struct TableMembers {
    std::string column, beam, left, steel;
};

/// Action sets under the name that a table gives their joint; empty where the table has no such column.
struct NamedActions {
    std::string name;
    std::vector<ActionSet> sets;
    TableMembers members;
};

/// In the place of an id: the joint that the table describes is added to the job.
inline constexpr const char* newJoint = "+";

/// What becomes of the rows under one name.
struct Route {
    std::string name;
    std::string joint; ///< id of the joint they go to, or `newJoint`; empty: left out
    std::vector<ActionSet> sets;
    std::optional<Joint> made;   ///< the joint that the table's members make, in its first layout
    int added = 0, replaced = 0; ///< sets new to the joint, and those of the same name that they take the place of
    std::string why;             ///< why they are left out
};

/// By mark, or by what the job remembers that tables call its joints. Names that are neither, and forces on members that a joint
/// does not have, are left out with the reason. Where the table names members of a joint that the job does not have, it is made
/// in its first layout: an end plate on a column, or a splice where there is none.
[[nodiscard]] std::vector<Route> routesOf(const Job& job, const std::vector<NamedActions>& table);
/// The same rows to another joint (by id), or to none.
[[nodiscard]] Route rerouted(const Job& job, const Route& route, const std::string& joint);

/// Puts the sets into the joints they go to, and remembers names that are not marks.
void take(Job& job, const std::vector<Route>& routes);

} // namespace zg
