#pragma once
#include "base/fields.h"
#include <string>

namespace zg {

/// How much of a joint the job's report holds.
enum class ReportDepth { Brief, ByPart, Full, LeftOut };
template <> struct EnumNames<ReportDepth> { static constexpr const char* names[] = {"brief", "by part", "full", "left out"}; };

/// What the report of the job holds and what stands on its cover.
struct ReportChoices {
    static constexpr bool hasFields = true;
    std::string reference, revision, date, checkedBy;
    ReportDepth depth = ReportDepth::ByPart;
    bool hasLists = true;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"reference", Quantity::None, 0, 0, "number of the job, as the office files it"}, s.reference);
        v(Field{"revision", Quantity::None, 0, 0, "revision of the report"}, s.revision);
        v(Field{"date", Quantity::None, 0, 0, "date on the cover, as it is to be written; none when empty"}, s.date);
        v(Field{"checked_by", Quantity::None, 0, 0, "who checked it"}, s.checkedBy);
        v(Field{"depth", Quantity::None, 0, 0, "depth of joints that have none of their own"}, s.depth);
        v(Field{"lists", Quantity::None, 0, 0, "pieces, bolts, welds and cost at the end"}, s.hasLists);
    }
};

} // namespace zg
