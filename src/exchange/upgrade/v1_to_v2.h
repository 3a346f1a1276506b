#pragma once
#include "base/diagnostic.h"
#include <nlohmann/json_fwd.hpp>

namespace zg {

/// Turns the document of a job file of version 1 (a column, a beam on the right, perhaps one on the left) into one of version 2
/// (members, connections, fittings). Values are moved, never judged: the reader of version 2 does that. Keys that version 1 did
/// not know stay beside those they stood with. Gives what cannot be moved, as errors, and what has no place any more, as
/// warnings.
[[nodiscard]] Diagnostics upgradeV1(nlohmann::json& document);

} // namespace zg
