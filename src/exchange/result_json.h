#pragma once
#include "base/diagnostic.h"
#include "base/workings.h"
#include "component/result.h"
#include <string>
#include <variant>
#include <vector>

namespace zg {

/// Result of one joint for the document: its mark and either the result or why there is none.
struct JointOutcome {
    const Joint* joint = nullptr;
    std::variant<JointResultPtr, Diagnostics> outcome;
};

/// Result document of `zg check --json` (docs/file-format.md, schema/result.schema.json): stable keys, N mm MPa rad. `notes`:
/// what the reading of the job had to say, keys that are not understood among it. `depth`: brief, what governs and the worst
/// connection of each side and sense; by part, the worst check of each kind, every connection and set, with springs, rows and
/// curve where it is the worst; full, everything of every set.
[[nodiscard]] std::string resultJson(const Job& job, const std::vector<JointOutcome>& outcomes, const Diagnostics& notes = {},
                                     Depth depth = Depth::ByPart);

} // namespace zg
