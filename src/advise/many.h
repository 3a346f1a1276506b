#pragma once
#include "advise/measure.h"
#include "base/diagnostic.h"
#include "joint/parameters.h"
#include <optional>
#include <string>
#include <tl/expected.hpp>
#include <vector>

/// One change of many joints at once, seen before it is made.
namespace zg {

/// What becomes of one joint.
struct ManyLine {
    std::string id, mark;
    std::optional<Joint> after; ///< nothing where the change does not concern the joint, or is refused
    std::string what;           ///< "size M20 to M24, 2 places"
    std::string why;            ///< why it is refused, or does not concern it
    bool isSame = false;        ///< it is so already
    std::optional<Measure> before, then;
};

/// A property that joints of a job have: one field of one kind of block, wherever it stands.
struct SharedField {
    std::string pattern; ///< path with "*" for the names of members, connections, rows: "connections/*/end_plate/bolts/size"
    Parameter parameter; ///< of the first place it was found at
    std::vector<std::pair<std::string, int>> values; ///< as people read them, and how often each stands there
};
/// Of all joints with these ids, in the order of their parts.
[[nodiscard]] std::vector<SharedField> sharedFields(const Job& job, const std::vector<std::string>& ids);
/// A value of a parameter as people read it, in display units.
[[nodiscard]] std::string valueText(const Parameter& parameter, UnitSystem units);
/// Reads such a text; numbers in display units, words of a choice as they are. The error says what would be understood.
[[nodiscard]] tl::expected<ParameterValue, std::string> readValue(const Parameter& parameter, const std::string& text,
                                                                  UnitSystem units);

/// Sets the field wherever it stands in the joints and (when `now` is given) reads as that now.
[[nodiscard]] std::vector<ManyLine> withField(const Job& job, const std::vector<std::string>& ids, const SharedField& field,
                                              const std::optional<std::string>& now, const ParameterValue& value);
/// Builds the joints by a detail.
[[nodiscard]] std::vector<ManyLine> withDetail(const Job& job, const std::vector<std::string>& ids, const Detail& detail);

/// Puts what sets lack for balance on one end ("column below", "right").
[[nodiscard]] std::vector<ManyLine> withBalance(const Job& job, const std::vector<std::string>& ids, EndId held);

/// One detail for all of a group: that of one of its joints.
struct SharedDetail {
    std::string id, mark; ///< whose detail
    std::vector<ManyLine> lines;
    bool isForAll = false; ///< every joint can take it and holds then
    double costNow = 0, costThen = 0;
    double most = 0; ///< highest use
};
/// Each joint's own detail tried at all others: those for all first, then by cost.
[[nodiscard]] std::vector<SharedDetail> sharedDetails(const Job& job, const std::vector<std::string>& ids);

} // namespace zg
