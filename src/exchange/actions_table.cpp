#include "exchange/actions_table.h"
#include "base/csv.h"
#include "base/text.h"
#include "joint/action_columns.h"
#include <algorithm>
#include <utility>

namespace zg {
namespace {

/// A cell by RFC 4180: quoted where it holds what parts cells.
std::string asCell(const std::string& text) {
    return text.find_first_of("\t\"\n\r;,") == std::string::npos ? text : csvQuoted(text);
}

} // namespace

std::string writeActions(const Joint& joint, UnitSystem units) {
    const std::vector<ActionSet>& sets = joint.actions;
    const std::vector<ActionColumn> columns = actionColumns(joint, hasOutOfPlane(sets));
    std::string text = "set\ttitle\tkind", second = "\n\t\t";
    for (const ActionColumn c : columns) {
        text += std::string("\t") + letterOf(c.force) + " " + placeName(c.place);
        second += std::string("\t") + unitOf(quantityOf(c.force), units).symbol;
    }
    text += second;
    for (const ActionSet& set : sets) {
        text += "\n" + asCell(set.id) + "\t" + asCell(set.title) + "\t" +
                EnumNames<SetKind>::names[static_cast<std::size_t>(set.kind)];
        for (const ActionColumn c : columns) {
            const auto value = valueIn(set, c);
            text += "\t" + (value ? significant(*value / unitOf(quantityOf(c.force), units).factor, 10) : std::string());
        }
    }
    return text + "\n";
}

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
