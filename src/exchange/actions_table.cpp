#include "exchange/actions_table.h"
#include "base/csv.h"
#include "base/text.h"
#include "joint/action_columns.h"
#include <algorithm>

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
    const bool hasPlaces = std::any_of(sets.begin(), sets.end(), [](const ActionSet& s) { return !s.place.empty(); });
    std::string text = std::string("set\ttitle\tkind") + (hasPlaces ? "\tplace" : ""),
                second = std::string("\n\t\t") + (hasPlaces ? "\t" : "");
    for (const ActionColumn c : columns) {
        text += std::string("\t") + letterOf(c.force) + " " + placeName(c.place);
        second += std::string("\t") + unitOf(quantityOf(c.force), units).symbol;
    }
    text += second;
    for (const ActionSet& set : sets) {
        text += "\n" + asCell(set.id) + "\t" + asCell(set.title) + "\t" +
                EnumNames<SetKind>::names[static_cast<std::size_t>(set.kind)] + (hasPlaces ? "\t" + asCell(set.place) : "");
        for (const ActionColumn c : columns) {
            const auto value = valueIn(set, c);
            text += "\t" + (value ? significant(*value / unitOf(quantityOf(c.force), units).factor, 10) : std::string());
        }
    }
    return text + "\n";
}

} // namespace zg
