#include "assembly/holes.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

bool isWithin(const PlatePart& plate, Point3 centre, double radius) {
    const Point3 from = centre - plate.origin;
    const Point2 q{dot(from, plate.u), dot(from, plate.v)};
    bool isInside = false;
    for (std::size_t i = 0; i < plate.outline.size(); ++i) {
        const Point2 a = plate.outline[i], b = plate.outline[(i + 1) % plate.outline.size()];
        const double dx = b.x - a.x, dy = b.y - a.y, squared = dx * dx + dy * dy;
        const double along = squared > 0 ? std::clamp(((q.x - a.x) * dx + (q.y - a.y) * dy) / squared, 0.0, 1.0) : 0;
        if (std::hypot(q.x - a.x - along * dx, q.y - a.y - along * dy) < radius) return false;
        if ((a.y > q.y) != (b.y > q.y) && q.x < a.x + (q.y - a.y) / dy * dx) isInside = !isInside;
    }
    return isInside;
}

} // namespace

std::vector<HoleBeyond> holesBeyondPlates(const Assembly& assembly) {
    std::vector<HoleBeyond> found;
    for (const BoltPart& bolt : assembly.bolts)
        for (const PartRef& ply : bolt.plies) {
            const auto isOfPly = [&](const PlatePart& p) { return p.part == ply; };
            const auto holds = [&](const PlatePart& p) { return isOfPly(p) && isWithin(p, bolt.head, bolt.hole / 2); };
            if (std::none_of(assembly.plates.begin(), assembly.plates.end(), isOfPly) ||
                std::any_of(assembly.plates.begin(), assembly.plates.end(), holds))
                continue;
            const auto isSaid = [&](const HoleBeyond& h) { return h.row == bolt.part && h.ply == ply; };
            if (std::none_of(found.begin(), found.end(), isSaid)) found.push_back({bolt.part, ply});
        }
    return found;
}

} // namespace zg
