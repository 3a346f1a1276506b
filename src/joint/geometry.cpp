#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {

double levelOf(const ResolvedSide& side, double positionDown) { return side.spec.level - positionDown; }

EndFace endFace(const ResolvedSide& s) {
    EndFace f;
    const Section& b = s.beam.section;
    const double tan = s.sinSlope / s.cosSlope;
    // Too shallow for a web of its own, or a taper.
    const auto covers = [](const std::optional<ResolvedHaunch>& h) { return h && (h->clear() <= 0 || h->isTaper); };
    const bool coversTop = covers(s.haunchAbove), coversBottom = covers(s.haunchBelow);
    const auto haunchFlange = [&](const ResolvedHaunch& h, int index) {
        const double from = h.isBelow ? s.bottom() - h.flange : s.top();
        f.flanges.push_back({from,
                             from + h.flange,
                             {PartKind::HaunchFlange, s.id, index},
                             &h.spec.flangeWeld,
                             h.b,
                             h.t_f,
                             h.cos,
                             h.tan,
                             &h.steel});
    };
    const auto haunchWeb = [&](const ResolvedHaunch& h, int index) {
        f.webs.push_back({{PartKind::HaunchWeb, s.id, index}, &h.spec.webWeld, h.t_w, &h.steel});
    };
    if (s.haunchAbove) {
        haunchFlange(*s.haunchAbove, 1);
        if (!coversTop) haunchWeb(*s.haunchAbove, 1);
    }
    const auto own = [&](double from, PartKind part, const WeldSpec& weld) {
        f.flanges.push_back({from, from + s.flange, {part, s.id}, &weld, b.b, b.t_f, s.cosSlope, tan, &s.beam.steel});
    };
    if (!coversTop) own(0, PartKind::BeamTopFlange, s.spec.topWeld);
    f.webs.push_back({{PartKind::BeamWeb, s.id}, &s.spec.webWeld, b.t_w, &s.beam.steel});
    if (!coversBottom) own(s.depth - s.flange, PartKind::BeamBottomFlange, s.spec.bottomWeld);
    if (s.haunchBelow) {
        if (!coversBottom) haunchWeb(*s.haunchBelow, 0);
        haunchFlange(*s.haunchBelow, 0);
    }
    return f;
}

const WebOnFace& EndFace::webAt(double down) const {
    for (std::size_t i = 1; i + 1 < flanges.size(); ++i)
        if (down < (flanges[i].from + flanges[i].to) / 2) return webs[i - 1];
    return webs.back();
}

double ribHeight(const ResolvedSide& s, bool isTop) {
    const std::optional<RibSpec>& rib = isTop ? s.spec.ribTop : s.spec.ribBottom;
    if (s.kind == ConnectionKind::DirectWeld) return rib ? rib->height.value_or(0) : 0;
    return isTop ? s.spec.plate.above : s.spec.plate.below;
}

double plateTop(const ResolvedSide& s) { return levelOf(s, s.top() - ribHeight(s, true)); }
double plateBottom(const ResolvedSide& s) { return levelOf(s, s.bottom() + ribHeight(s, false)); }
double flangeLevel(const ResolvedSide& s, bool isTop) {
    return levelOf(s, isTop ? s.top() + s.topFlange() / 2 : s.bottom() - s.bottomFlange() / 2);
}

std::array<double, 2> doublerReach(const ResolvedJoint& joint, double columnTop) {
    double top = -1e9, bottom = 1e9;
    for (const ResolvedSide& s : joint.sides) {
        top = std::max(top, plateTop(s));
        bottom = std::min(bottom, plateBottom(s));
    }
    return {bottom - 40, std::min(top + 40, columnTop)};
}

std::optional<std::array<double, 2>> backingReach(const ResolvedSide& s, bool isTop) {
    double least = 1e9, most = -1e9;
    for (const BoltRowSpec& row : s.spec.rows) {
        if (isUpperHalf(s, row.position) != isTop) continue;
        least = std::min(least, row.position);
        most = std::max(most, row.position);
    }
    if (least > most) return std::nullopt;
    return std::array{levelOf(s, most + 2 * s.bolt.d), levelOf(s, least - 2 * s.bolt.d)};
}

double stiffenerWidth(const std::optional<double>& given, double b, double t_w) {
    return given.value_or(std::floor((b - t_w) / 2));
}
double stiffenerWidth(const std::optional<double>& given, const Section& member) {
    return stiffenerWidth(given, member.b, member.t_w);
}

double distanceToToe(const ResolvedSide& s, const ResolvedHaunch& h) {
    const double tan = s.sinSlope / s.cosSlope, sign = h.isBelow ? 1 : -1;
    return h.alongMember - sign * s.beam.section.h / 2 * tan;
}

double backingBehind(const ResolvedSide& s, const BoltRowSpec& row) {
    const double z = levelOf(s, row.position);
    for (const bool isTop : {true, false}) {
        const auto& spec = isTop ? s.spec.backingTop : s.spec.backingBottom;
        const auto reach = spec ? backingReach(s, isTop) : std::nullopt;
        if (reach && z > (*reach)[0] && z < (*reach)[1]) return spec->thickness;
    }
    return 0;
}

std::vector<StiffenerPair> columnStiffeners(const ResolvedJoint& joint) {
    std::vector<StiffenerPair> pairs;
    for (const ResolvedSide& s : joint.sides)
        for (const bool isTop : {true, false}) {
            const auto& spec = isTop ? s.spec.stiffenerTop : s.spec.stiffenerBottom;
            if (!spec) continue;
            StiffenerPair own{s.id, isTop ? FlangeSide::Top : FlangeSide::Bottom, &*spec,
                              isTop ? &s.stiffenerTopSteel : &s.stiffenerBottomSteel, flangeLevel(s, isTop)};
            if (spec->isInLine) {
                // It meets the column's flange where the line of the flange comes out of the end plate, and rises with it.
                const EndFace face = endFace(s);
                const double slope = (isTop ? face.flanges.front() : face.flanges.back()).tan;
                own.tan = slope * s.dir();
                own.level -= slope * (s.spec.plate.thickness + joint.column.section.h / 2);
            }
            const auto twin = std::find_if(pairs.begin(), pairs.end(), [&](const StiffenerPair& p) {
                return std::abs(p.level - own.level) < (p.spec->thickness + spec->thickness) / 2;
            });
            if (twin == pairs.end()) {
                pairs.push_back(own);
                continue;
            }
            if (spec->thickness > twin->spec->thickness) *twin = own;
            twin->standsForTwo = true;
        }
    return pairs;
}

EndFrame frameOf(const ResolvedJoint& joint, const ResolvedSide& side) {
    EndFrame f;
    const bool isInPlane = side.isInPlane();
    const double dir = side.direction == Direction::Right || side.direction == Direction::Back ? 1 : -1;
    f.out[isInPlane ? 0 : 1] = dir;
    f.across[isInPlane ? 1 : 0] = 1;
    const Section& c = joint.column.section;
    const double reach = !joint.hasColumn ? 0 : isInPlane ? c.h / 2 : c.t_w / 2;
    f.face[isInPlane ? 0 : 1] = dir * reach;
    return f;
}

} // namespace zg
