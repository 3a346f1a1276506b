#include "drawing/silhouette.h"
#include "drawing/pieces.h"
#include <algorithm>
#include <cmath>

namespace zg {

Drawing silhouetteDrawing(const Assembly& a, double width, double height) {
    Drawing d;
    d.width = width;
    d.height = height;
    double x0 = 1e9, x1 = -1e9, z0 = 1e9, z1 = -1e9;
    for (const PlatePart& p : a.plates)
        for (const Point3& c : cornersOf(p)) {
            x0 = std::min(x0, c.x), x1 = std::max(x1, c.x);
            z0 = std::min(z0, c.z), z1 = std::max(z1, c.z);
        }
    if (x1 <= x0 || z1 <= z0) return d;
    const double scale = std::min((width - 2) / (x1 - x0), (height - 2) / (z1 - z0));
    const auto at = [&](double x, double z) {
        return Point2{width / 2 + (x - (x0 + x1) / 2) * scale, height / 2 - (z - (z0 + z1) / 2) * scale};
    };
    const auto page = [&](const Point3& c) { return at(c.x, c.z); };
    std::vector<const PlatePart*> order;
    for (const PlatePart& p : a.plates) order.push_back(&p);
    const auto rank = [](const PlatePart* p) {
        if (p->part.kind == PartKind::ColumnWeb || p->part.kind == PartKind::ColumnFlange) return 0;
        return p->part.kind == PartKind::EndPlate ? 2 : 1;
    };
    std::stable_sort(order.begin(), order.end(), [&](const PlatePart* p, const PlatePart* q) { return rank(p) < rank(q); });
    for (const PlatePart* p : order) {
        std::vector<Point2> points = seenFromFront(*p);
        for (Point2& q : points) q = at(q.x, q.y);
        const bool isDark = p->part.kind == PartKind::EndPlate || p->part.kind == PartKind::FinPlate;
        d.polygon(std::move(points),
                  isDark                                                                     ? Tone::Ink
                  : p->part.kind == PartKind::BeamWeb || p->part.kind == PartKind::ColumnWeb ? Tone::SteelLight
                                                                                             : Tone::Steel,
                  Tone::Ink, 0.7);
    }
    for (const BoltPart& b : a.bolts) {
        const Point2 from = page(b.head), to = page(b.nut);
        const double dx = to.x >= from.x ? 2.2 : -2.2;
        if (std::abs(to.x - from.x) < 0.3) continue; // seen along its axis
        d.polyline({{from.x - dx, from.y}, {to.x + dx, to.y}}, Tone::Ink, 1.3);
    }
    return d;
}

} // namespace zg
