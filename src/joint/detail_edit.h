#pragma once
#include "base/diagnostic.h"
#include "joint/job.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// Connections, haunches and fittings of a joint as a detail, to be used at joints of the same sections.
[[nodiscard]] Detail detailOf(const Joint& joint, const std::string& name);
/// The joint built by the detail: its members, slopes, levels and actions stay; connections, haunches and fittings are the
/// detail's. Of members of another depth the rows near a flange keep their distance from it, and a haunch that was cut from the
/// member's own section is cut from the other's. A detail made for one beam on the right serves one on the left. Refused in
/// words: other members, sections that the detail is not for, a joint that would not be in order.
[[nodiscard]] tl::expected<Joint, Diagnostics> withDetail(const Job& job, const Joint& joint, const Detail& detail);

/// The joint with the connection of one end, its haunches and the fittings that follow it, at another end too in place of what is
/// there; `isTurned`: upside down, top and bottom changed. An end may be copied onto itself, turned.
[[nodiscard]] tl::expected<Joint, Diagnostics> withEndCopied(const Job& job, const Joint& joint, EndId from, EndId to,
                                                             bool isTurned);

/// The joint with one fitting that follows a flange at another end too, in place of one of its kind there; `isTurned`: at the
/// other flange.
[[nodiscard]] tl::expected<Joint, Diagnostics> withFittingCopied(const Joint& joint, const Fitting& fitting, EndId to,
                                                                 bool isTurned);

} // namespace zg
