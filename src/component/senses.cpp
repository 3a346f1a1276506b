#include "component/senses.h"
#include <algorithm>

namespace zg {
namespace {

/// A toe that pushes in one sense pulls in the other; the flange in compression is the haunch's in one, the beam's in the other.
CheckCode family(CheckCode code) {
    if (code == CheckCode::HaunchToeTension) return CheckCode::HaunchToeCompression;
    if (code == CheckCode::HaunchCompression) return CheckCode::BeamFlangeCompression;
    return code;
}

} // namespace

Senses sensesOf(const JointResult& result) {
    Senses s;
    for (const Check& c : result.checks) {
        if (c.group != CheckGroup::Strength || c.set < 0) continue;
        int& set = c.isReversed ? s.bottom : s.top;
        double& use = c.isReversed ? s.bottomUse : s.topUse;
        if (set >= 0 && c.utilisation <= use) continue;
        set = c.set;
        use = c.utilisation;
    }
    return s;
}

std::vector<SenseLine> bySense(const std::vector<Check>& ledger) {
    std::vector<SenseLine> lines;
    for (const Check& c : ledger) {
        const auto isTwin = [&](const SenseLine& line) {
            return line.isOfSense() && !line.other && family(line.worst.code) == family(c.code) && line.worst.side == c.side &&
                   line.worst.isReversed != c.isReversed;
        };
        const auto twin = isOfSense(c) ? std::find_if(lines.begin(), lines.end(), isTwin) : lines.end();
        if (twin == lines.end())
            lines.push_back({c, std::nullopt});
        else
            twin->other = c;
    }
    return lines;
}

bool isWorstOfSense(const JointResult& result, const ConnectionResult& c) {
    return std::none_of(result.connections.begin(), result.connections.end(), [&](const ConnectionResult& o) {
        return o.side == c.side && o.isReversed == c.isReversed &&
               (o.utilisation > c.utilisation || (o.utilisation == c.utilisation && &o < &c));
    });
}

} // namespace zg
