#include "lists/welds.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

bool isOfPassingMember(PartKind kind) { return kind == PartKind::ColumnFlange || kind == PartKind::ColumnWeb; }

} // namespace

double weldSection(WeldKind kind, double throat, double thickness) {
    constexpr double opening = 3;
    return kind == WeldKind::Fillet ? throat * throat : opening * thickness + thickness * thickness / 2;
}

std::vector<WeldLine> weldLines(const Assembly& assembly) {
    std::vector<WeldLine> lines;
    for (const WeldPart& w : assembly.welds) {
        WeldLine line{w.part, w.kind, w.kind == WeldKind::Fillet ? w.throat : 0, w.thickness, w.run, 0, false};
        line.volume = weldSection(w.kind, w.throat, w.thickness) * w.run;
        line.joinsMember = (isOfBeam(w.of) || isOfHaunch(w.of.kind)) && isOfPassingMember(w.on.kind);
        const auto twin = std::find_if(lines.begin(), lines.end(), [&](const WeldLine& o) {
            return o.part == line.part && o.kind == line.kind && o.throat == line.throat && o.thickness == line.thickness &&
                   o.joinsMember == line.joinsMember;
        });
        if (twin == lines.end()) {
            lines.push_back(line);
        } else {
            twin->run += line.run;
            twin->volume += line.volume;
        }
    }
    return lines;
}

} // namespace zg
