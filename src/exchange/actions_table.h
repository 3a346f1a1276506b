#pragma once
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

/// The same table as text, with header and units row, for copying and for files.
[[nodiscard]] std::string writeActions(const Joint& joint, UnitSystem units);

/// Sets of the same name are replaced, others appended. What the rows do not speak of, forces of the column or out of the plane,
/// stays as it was.
void mergeActions(std::vector<ActionSet>& into, const std::vector<ActionSet>& sets);

} // namespace zg
