#pragma once
#include "base/diagnostic.h"
#include "joint/job.h"

namespace zg {

/// Every number of the job against the range declared with its field, and every id against its twins. Found all at once. What it
/// shares with a `known` job that is in order is not looked at again.
[[nodiscard]] Diagnostics validate(const Job& job, const Job* known = nullptr);
/// The same for one joint, and whether its members, connections and fittings hold together.
[[nodiscard]] Diagnostics validate(const Joint& joint);
/// Whether a text is a name (id, mark, designation, grade ...) and so holds no control characters, or free text.
[[nodiscard]] bool isName(const Field& field);

} // namespace zg
