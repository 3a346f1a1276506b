#include "base/convex_hull.h"
#include <algorithm>

namespace zg {
namespace {

double cross(Point2 o, Point2 a, Point2 b) { return (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x); }

} // namespace

std::vector<Point2> convexHull(std::vector<Point2> p) {
    std::sort(p.begin(), p.end(), [](Point2 a, Point2 b) { return a.x < b.x || (a.x == b.x && a.y < b.y); });
    std::vector<Point2> hull;
    const auto build = [&](auto first, auto last) {
        const std::size_t base = hull.size();
        for (auto i = first; i != last; ++i) {
            while (hull.size() >= base + 2 && cross(hull[hull.size() - 2], hull.back(), *i) <= 1e-9) hull.pop_back();
            hull.push_back(*i);
        }
        hull.pop_back();
    };
    if (p.size() < 3) return p;
    build(p.begin(), p.end());
    build(p.rbegin(), p.rend());
    return hull;
}

} // namespace zg
