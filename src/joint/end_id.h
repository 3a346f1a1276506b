#pragma once
#include "base/short_text.h"

namespace zg {

/// Name of a member of a joint, and of the connection at the end that frames in ("column", "right"). Action sets name the two
/// ends of a member that passes "column above" and "column below".
using EndId = ShortText;

namespace ends {
inline constexpr EndId column{"column"}, right{"right"}, left{"left"}, front{"front"}, back{"back"};
inline constexpr EndId above{"column above"}, below{"column below"};
} // namespace ends

[[nodiscard]] inline std::string name(const EndId& id) { return id.str(); }

} // namespace zg
