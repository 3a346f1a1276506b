#pragma once
#include "joint/job.h"

namespace zg {

enum class PlateReach { Flush, ExtendedTop, ExtendedBoth };
template <> struct EnumNames<PlateReach> { static constexpr const char* names[] = {"flush", "extended-top", "extended-both"}; };

/// First layout of the end-plate family from sections alone: plate, bolts, rows and welds by the usual rules of thumb
/// (docs/theory/first-layout.md). It is meant as a start that obeys the detailing rules, not as a verified joint.
[[nodiscard]] SideSpec firstLayout(const Section& column, const Section& beam, const MemberSpec& beamSpec, PlateReach reach);

} // namespace zg
