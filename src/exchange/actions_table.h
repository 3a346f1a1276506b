#pragma once
#include "actions/merge.h"
#include "actions/route.h"
#include "base/diagnostic.h"
#include "joint/joint.h"
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace zg {

/// Reads action sets from rows copied out of a spreadsheet or a CSV (RFC 4180; parted by tabs, semicolons or commas).
/// The first row may name the columns, in any order: set, title, kind, note, and N, V, M, each with an optional place (right,
/// left, above, below) and unit ("N right [kN]"); also V_y, M_z, T of the beams, out of the plane. A row of units may follow.
/// Without a header the columns are set, N, V, M of the right beam, then of the left beam, the column above, the column below.
/// Whether a comma parts decimals or thousands is decided from all numbers of the column, else of the table. Whatever is not
/// understood (heading, unit, kind, number, a set or column that stands twice) is reported with its row and column and what
/// would be understood; nothing is guessed and nothing is taken then.
[[nodiscard]] tl::expected<std::vector<ActionSet>, Diagnostics> readActions(const std::string& text, UnitSystem units);

/// The same from a table of several joints: a column "joint" (mark, connection, node) says which row is whose. Sets may have one
/// name in different joints. Columns "column section", "beam section", "left section" and "steel" describe joints that the job
/// does not have yet.
[[nodiscard]] tl::expected<std::vector<NamedActions>, Diagnostics> readActionsByJoint(const std::string& text, UnitSystem units);

/// Characteristic cases: the kind is a nature ("permanent", "imposed B", "wind"), a column "group" names those that never act
/// together.
[[nodiscard]] tl::expected<std::vector<ActionCase>, Diagnostics> readCases(const std::string& text, UnitSystem units);

/// The same table as text, with header and units row, for copying and for files.
[[nodiscard]] std::string writeActions(const Joint& joint, UnitSystem units);

} // namespace zg
