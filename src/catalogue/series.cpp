#include "catalogue/series.h"
#include "catalogue/sections.h"

namespace zg {

std::vector<std::string> heavierInSeries(std::string_view designation, std::size_t most) {
    std::vector<std::string> heavier;
    const Section* now = findSection(designation);
    if (!now) return heavier;
    bool isPast = false;
    for (const Section& s : catalogueSections()) {
        if (s.series != now->series) continue;
        if (isPast && s.mass > now->mass && heavier.size() < most) heavier.push_back(s.designation);
        isPast = isPast || s.designation == now->designation;
    }
    return heavier;
}

} // namespace zg
