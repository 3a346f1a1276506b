#pragma once
#include "joint/check.h"
#include <string>

namespace zg {

struct Document;

/// Where a check stands in a joint's workings: the anchor of the heading to jump to, in the section of its beam, its sense and
/// its set as far as the document holds that, else the table of checks.
[[nodiscard]] std::string anchorIn(const Document& document, const Check& check);

} // namespace zg
