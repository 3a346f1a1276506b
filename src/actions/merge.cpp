#include "actions/merge.h"
#include "joint/action_columns.h"
#include <algorithm>
#include <utility>

namespace zg {

void mergeActions(std::vector<ActionSet>& into, const std::vector<ActionSet>& sets) {
    const auto dropNil = [](std::optional<double>& force) {
        if (force == 0.0) force.reset();
    };
    for (const ActionSet& set : sets) {
        auto place = std::find_if(into.begin(), into.end(), [&](const ActionSet& s) { return s.id == set.id; });
        if (place == into.end()) {
            into.push_back(set);
            place = into.end() - 1;
        } else {
            const ActionSet before = std::exchange(*place, set);
            for (const EndForces& earlier : before.forces) {
                if (isOfColumn(earlier.end)) {
                    if (!findForces(*place, earlier.end)) place->forces.push_back(earlier);
                } else if (isOutOfPlane(earlier)) {
                    EndForces& now = forcesOf(*place, earlier.end);
                    if (!now.V_y) now.V_y = earlier.V_y;
                    if (!now.M_z) now.M_z = earlier.M_z;
                    if (!now.T) now.T = earlier.T;
                }
            }
        }
        for (EndForces& f : place->forces) dropNil(f.V_y), dropNil(f.M_z), dropNil(f.T);
    }
}

} // namespace zg
