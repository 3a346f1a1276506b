#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {

double levelOf(const ResolvedSide& side, double positionDown) { return side.spec.level - positionDown; }

std::array<double, 2> doublerReach(const ResolvedJoint& joint, double columnTop) {
    double top = -1e9, bottom = 1e9;
    for (const ResolvedSide& s : joint.sides) {
        top = std::max(top, levelOf(s, -s.spec.plate.above));
        bottom = std::min(bottom, levelOf(s, s.depth + s.spec.plate.below));
    }
    return {bottom - 40, std::min(top + 40, columnTop)};
}

std::optional<std::array<double, 2>> backingReach(const ResolvedSide& s, bool isTop) {
    double least = 1e9, most = -1e9;
    for (const BoltRowSpec& row : s.spec.rows) {
        if ((row.position < s.depth / 2) != isTop) continue;
        least = std::min(least, row.position);
        most = std::max(most, row.position);
    }
    if (least > most) return std::nullopt;
    return std::array{levelOf(s, most + 2 * s.bolt.d), levelOf(s, least - 2 * s.bolt.d)};
}

double stiffenerWidth(const std::optional<double>& given, const Section& column) {
    return given.value_or(std::floor((column.b - column.t_w) / 2));
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
                              isTop ? &s.stiffenerTopSteel : &s.stiffenerBottomSteel,
                              levelOf(s, isTop ? s.flange / 2 : s.depth - s.flange / 2)};
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
