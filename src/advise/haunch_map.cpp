#include "advise/haunch_map.h"
#include "component/verify.h"
#include "joint/haunch_edit.h"
#include "joint/recipes/recipe.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// Sizes in round steps around the present one, which is among them.
std::vector<double> around(double now, double step, int before, int after, std::size_t& at) {
    std::vector<double> sizes;
    const double base = std::round(now / step) * step;
    for (int i = -before; i <= after; ++i) {
        const double size = i == 0 ? now : base + i * step;
        if (size >= step) sizes.push_back(size);
    }
    at = static_cast<std::size_t>(std::find(sizes.begin(), sizes.end(), now) - sizes.begin());
    return sizes;
}

} // namespace

Joint withHaunch(const Job& job, const Joint& joint, EndId end, bool isBelow, double depth, double length) {
    Joint changed = joint;
    const Member* member = findMember(joint, end);
    const auto section = member ? sectionOf(job, member->section) : std::nullopt;
    if (section) setHaunchSize(changed, end, *section, isBelow, depth, length);
    return changed;
}

std::optional<HaunchMap> haunchMap(const Job& job, const Joint& joint, EndId end, bool isBelow) {
    const HaunchSpec* h = findHaunch(joint, end, isBelow);
    if (!h) return std::nullopt;
    HaunchMap map;
    map.lengths = around(h->length, h->length > 900 ? 100 : 50, 3, 3, map.length);
    map.depths = around(h->depth, h->depth > 250 ? 30 : 20, 2, 2, map.depth);
    for (const double depth : map.depths)
        for (const double length : map.lengths) {
            HaunchMap::Cell cell;
            cell.joint = withHaunch(job, joint, end, isBelow, depth, length);
            const auto result = verify(job, cell.joint);
            if (result && result->governing >= 0) {
                cell.utilisation = result->utilisation;
                cell.state = result->state;
                cell.governing = limitingCheck(*result)->code;
            }
            map.cells.push_back(std::move(cell));
        }
    return map;
}

} // namespace zg
