#pragma once
#include "base/diagnostic.h"
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
/// what the reading of the job had to say, keys that are not understood among it.
[[nodiscard]] std::string resultJson(const Job& job, const std::vector<JointOutcome>& outcomes, const Diagnostics& notes = {});

} // namespace zg
