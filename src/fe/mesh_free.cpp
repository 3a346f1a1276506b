#include "fe/mesh.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

// Free quadrilaterals: Delaunay triangles of twice the size, joined in pairs, then every quadrilateral cut into four and every
// triangle left into three. All quadrilaterals, boundary and lines kept exactly.
namespace zg::fe::detail {

namespace {

constexpr double pi = 3.14159265358979323846;
using Segment = std::array<int, 2>;
using Triangle = std::array<int, 3>;

double distance(Point2 a, Point2 b) { return std::hypot(a.x - b.x, a.y - b.y); }
long double area2(Point2 a, Point2 b, Point2 c) {
    return (static_cast<long double>(b.x) - a.x) * (static_cast<long double>(c.y) - a.y) -
           (static_cast<long double>(b.y) - a.y) * (static_cast<long double>(c.x) - a.x);
}

bool isInCircle(Point2 a, Point2 b, Point2 c, Point2 p) {
    const long double ax = a.x - p.x, ay = a.y - p.y, bx = b.x - p.x, by = b.y - p.y, cx = c.x - p.x, cy = c.y - p.y;
    return (ax * ax + ay * ay) * (bx * cy - cx * by) - (bx * bx + by * by) * (ax * cy - cx * ay) +
               (cx * cx + cy * cy) * (ax * by - bx * ay) >
           0;
}

// Bowyer (1981) and Watson (1981); `points` are distinct.
std::vector<Triangle> delaunay(std::vector<Point2> points) {
    const int n = static_cast<int>(points.size());
    Point2 low = points[0], high = points[0];
    for (const Point2& p : points)
        low = {std::min(low.x, p.x), std::min(low.y, p.y)}, high = {std::max(high.x, p.x), std::max(high.y, p.y)};
    const double size = std::max(high.x - low.x, high.y - low.y) * 50;
    const Point2 middle{(low.x + high.x) / 2, (low.y + high.y) / 2};
    points.push_back({middle.x - 2 * size, middle.y - size});
    points.push_back({middle.x + 2 * size, middle.y - size});
    points.push_back({middle.x, middle.y + 2 * size});
    std::vector<Triangle> triangles{{n, n + 1, n + 2}};
    for (int p = 0; p < n; ++p) {
        std::vector<Triangle> kept;
        std::map<Segment, int> edges; // of the cavity, both ways
        for (const Triangle& t : triangles) {
            if (!isInCircle(points[t[0]], points[t[1]], points[t[2]], points[p])) {
                kept.push_back(t);
                continue;
            }
            for (int k = 0; k < 3; ++k) ++edges[{t[k], t[(k + 1) % 3]}];
        }
        for (const auto& [e, count] : edges)
            if (edges.count({e[1], e[0]}) == 0 && area2(points[e[0]], points[e[1]], points[p]) > 0)
                kept.push_back({e[0], e[1], p});
        triangles = kept;
    }
    std::vector<Triangle> out;
    for (const Triangle& t : triangles)
        if (t[0] < n && t[1] < n && t[2] < n) out.push_back(t);
    return out;
}

double distanceToSegment(Point2 p, Point2 a, Point2 b) {
    const double dx = b.x - a.x, dy = b.y - a.y,
                 t = std::min(1.0, std::max(0.0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy)));
    return std::hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

struct Draft {
    PlateMesh mesh;
    std::vector<Segment> segments; // boundary and lines
    std::vector<int> circle;       // of a node: index of the round hole whose rim it is on, or -1

    int node(Point2 p, double tolerance, int onCircle = -1) {
        for (std::size_t i = 0; i < mesh.nodes.size(); ++i)
            if (distance(mesh.nodes[i], p) < tolerance) return static_cast<int>(i);
        mesh.nodes.push_back(p);
        circle.push_back(onCircle);
        return static_cast<int>(mesh.nodes.size()) - 1;
    }
    void line(Point2 a, Point2 b, const SizeField& size, double tolerance) {
        const double h = 2 * std::min({size.at(a), size.at(b), size.at({(a.x + b.x) / 2, (a.y + b.y) / 2})});
        const int n = std::max(1, static_cast<int>(std::lround(distance(a, b) / h)));
        int before = node(a, tolerance);
        for (int i = 1; i <= n; ++i) {
            const int next = node({a.x + (b.x - a.x) * i / n, a.y + (b.y - a.y) * i / n}, tolerance);
            if (next != before) segments.push_back({before, next});
            before = next;
        }
    }
};

// Least sine of the corner angles of a quadrilateral.
double leastSine(const PlateMesh& m, const std::array<int, 4>& q) {
    double least = 1;
    for (int i = 0; i < 4; ++i) {
        const Point2 a = m.nodes[q[i]], b = m.nodes[q[(i + 1) % 4]], c = m.nodes[q[(i + 3) % 4]];
        least = std::min(least, static_cast<double>(area2(a, b, c)) / (distance(a, b) * distance(a, c)));
    }
    return least;
}

// Joins triangles in pairs, the best quadrilaterals first; edges of `kept` are not removed.
void joinPairs(PlateMesh& m, const std::vector<Triangle>& triangles, const std::set<Segment>& kept) {
    std::map<Segment, std::vector<int>> owners;
    for (std::size_t t = 0; t < triangles.size(); ++t)
        for (int k = 0; k < 3; ++k) {
            const int a = triangles[t][k], b = triangles[t][(k + 1) % 3];
            owners[{std::min(a, b), std::max(a, b)}].push_back(static_cast<int>(t));
        }
    struct Pair {
        double quality;
        int first, second;
        std::array<int, 4> quad;
    };
    std::vector<Pair> pairs;
    for (const auto& [e, list] : owners) {
        if (list.size() != 2 || kept.count(e) != 0) continue;
        const Triangle& t = triangles[list[0]];
        int k = 0;
        while (t[k] == e[0] || t[k] == e[1]) ++k;
        int other = -1;
        for (int v : triangles[list[1]])
            if (v != e[0] && v != e[1]) other = v;
        const std::array<int, 4> quad{t[k], t[(k + 1) % 3], other, t[(k + 2) % 3]};
        const double quality = leastSine(m, quad);
        if (quality > 0.35) pairs.push_back({quality, list[0], list[1], quad});
    }
    std::stable_sort(pairs.begin(), pairs.end(), [](const Pair& a, const Pair& b) { return a.quality > b.quality; });
    std::vector<char> isUsed(triangles.size(), 0);
    for (const Pair& p : pairs) {
        if (isUsed[p.first] || isUsed[p.second]) continue;
        isUsed[p.first] = isUsed[p.second] = 1;
        m.cells.push_back(p.quad);
    }
    for (std::size_t t = 0; t < triangles.size(); ++t)
        if (!isUsed[t]) m.cells.push_back({triangles[t][0], triangles[t][1], triangles[t][2], -1});
}

// Cuts every cell at its edge middles; middles of rim edges go to the rim.
PlateMesh cut(Draft& d, const Outline& outline, std::vector<char>& isFixed, const std::set<Segment>& kept) {
    PlateMesh out;
    out.nodes = d.mesh.nodes;
    isFixed.assign(out.nodes.size(), 0);
    for (const Segment& s : kept) isFixed[s[0]] = isFixed[s[1]] = 1;
    std::map<Segment, int> middles;
    const auto middle = [&](int a, int b) {
        const Segment e{std::min(a, b), std::max(a, b)};
        const auto found = middles.find(e);
        if (found != middles.end()) return found->second;
        Point2 p{(out.nodes[a].x + out.nodes[b].x) / 2, (out.nodes[a].y + out.nodes[b].y) / 2};
        if (kept.count(e) != 0 && d.circle[a] >= 0 && d.circle[a] == d.circle[b]) {
            const auto& hole = outline.roundHoles[d.circle[a]];
            const double r = distance(p, hole.centre);
            p = {hole.centre.x + (p.x - hole.centre.x) * hole.radius / r,
                 hole.centre.y + (p.y - hole.centre.y) * hole.radius / r};
        }
        out.nodes.push_back(p);
        isFixed.push_back(kept.count(e) != 0 ? 1 : 0);
        return middles[e] = static_cast<int>(out.nodes.size()) - 1;
    };
    for (const auto& c : d.mesh.cells) {
        const int n = c[3] < 0 ? 3 : 4;
        Point2 centre;
        for (int i = 0; i < n; ++i) centre = {centre.x + d.mesh.nodes[c[i]].x / n, centre.y + d.mesh.nodes[c[i]].y / n};
        out.nodes.push_back(centre);
        isFixed.push_back(0);
        const int inner = static_cast<int>(out.nodes.size()) - 1;
        for (int i = 0; i < n; ++i) {
            const int next = middle(c[i], c[(i + 1) % n]), last = middle(c[(i + n - 1) % n], c[i]);
            out.cells.push_back({c[i], next, inner, last});
        }
    }
    return out;
}

// Moves free nodes to the mean of their neighbours when that does not spoil the worst corner round them.
void smooth(PlateMesh& m, const std::vector<char>& isFixed) {
    std::vector<std::vector<int>> cellsOf(m.nodes.size());
    std::vector<std::set<int>> neighbours(m.nodes.size());
    for (std::size_t c = 0; c < m.cells.size(); ++c)
        for (int i = 0; i < 4; ++i) {
            cellsOf[m.cells[c][i]].push_back(static_cast<int>(c));
            neighbours[m.cells[c][i]].insert({m.cells[c][(i + 1) % 4], m.cells[c][(i + 3) % 4]});
        }
    const auto worst = [&](int node) {
        double least = 1;
        for (int c : cellsOf[node]) least = std::min(least, leastSine(m, m.cells[c]));
        return least;
    };
    for (int round = 0; round < 12; ++round) {
        for (std::size_t i = 0; i < m.nodes.size(); ++i) {
            if (isFixed[i] || neighbours[i].empty()) continue;
            const Point2 old = m.nodes[i];
            const double before = worst(static_cast<int>(i));
            Point2 mean;
            for (int j : neighbours[i])
                mean = {mean.x + m.nodes[j].x / static_cast<double>(neighbours[i].size()),
                        mean.y + m.nodes[j].y / static_cast<double>(neighbours[i].size())};
            m.nodes[i] = mean;
            if (worst(static_cast<int>(i)) < std::min(before, 0.8)) m.nodes[i] = old;
        }
    }
}

} // namespace

MeshResult meshFree(const Outline& outline, const SizeField& size) {
    MeshResult result;
    result.method = MeshMethod::Free;
    Point2 low = outline.boundary[0], high = low;
    for (const Point2& p : outline.boundary)
        low = {std::min(low.x, p.x), std::min(low.y, p.y)}, high = {std::max(high.x, p.x), std::max(high.y, p.y)};
    const double tolerance = 1e-7 * std::max(high.x - low.x, high.y - low.y);
    Draft d;
    const auto closed = [&](const std::vector<Point2>& polygon) {
        for (std::size_t i = 0; i < polygon.size(); ++i) d.line(polygon[i], polygon[(i + 1) % polygon.size()], size, tolerance);
    };
    closed(outline.boundary);
    for (const auto& h : outline.holes) closed(h);
    for (std::size_t k = 0; k < outline.roundHoles.size(); ++k) {
        const auto& h = outline.roundHoles[k];
        const int n = std::max(6, static_cast<int>(std::lround(2 * pi * h.radius / (2 * size.at(h.centre)))));
        const int first = static_cast<int>(d.mesh.nodes.size());
        for (int i = 0; i < n; ++i)
            d.node({h.centre.x + h.radius * std::cos(2 * pi * i / n), h.centre.y + h.radius * std::sin(2 * pi * i / n)},
                   tolerance, static_cast<int>(k));
        for (int i = 0; i < n; ++i) d.segments.push_back({first + i, first + (i + 1) % n});
    }
    for (const auto& l : outline.lines) d.line(l[0], l[1], size, tolerance);
    for (const Point2& p : outline.points) d.node(p, tolerance);

    // Inner points: rows of twice the local size, away from what is there; a little irregular, so that no four lie on a circle.
    const auto isMaterial = [&](Point2 p) {
        bool inside = isInside(outline.boundary, p);
        for (const auto& h : outline.holes) inside = inside && !isInside(h, p);
        for (const auto& h : outline.roundHoles) inside = inside && distance(p, h.centre) > h.radius;
        return inside;
    };
    const int given = static_cast<int>(d.mesh.nodes.size());
    unsigned seed = 1;
    const auto jitter = [&] {
        seed = seed * 1664525U + 1013904223U;
        return static_cast<double>(seed >> 8) / static_cast<double>(1U << 24) - 0.5;
    };
    double finest = size.size;
    for (const auto& s : size.spots) finest = std::min(finest, s.size);
    for (double y = low.y + finest; y < high.y; y += 2 * finest) {
        for (double x = low.x + finest; x < high.x; x += 2 * finest) {
            const double h = 2 * size.at({x, y});
            const Point2 p{x + 0.02 * finest * jitter(), y + 0.02 * finest * jitter()};
            if (!isMaterial(p)) continue;
            bool isClear = true;
            for (const Segment& s : d.segments)
                isClear = isClear && distanceToSegment(p, d.mesh.nodes[s[0]], d.mesh.nodes[s[1]]) > 0.6 * h;
            for (int i = 0; isClear && i < static_cast<int>(d.mesh.nodes.size()); ++i)
                isClear = distance(p, d.mesh.nodes[i]) > (i < given ? 0.7 : 0.85) * h;
            if (isClear) d.mesh.nodes.push_back(p), d.circle.push_back(-1);
        }
    }
    // Segments that the triangulation passes over are halved until they are all there.
    std::vector<Triangle> triangles;
    for (int round = 0;; ++round) {
        triangles.clear();
        for (const Triangle& t : delaunay(d.mesh.nodes)) {
            const Point2 a = d.mesh.nodes[t[0]], b = d.mesh.nodes[t[1]], c = d.mesh.nodes[t[2]];
            if (isMaterial({(a.x + b.x + c.x) / 3, (a.y + b.y + c.y) / 3}) && area2(a, b, c) > 1e-9L * tolerance)
                triangles.push_back(t);
        }
        std::set<Segment> edges;
        for (const Triangle& t : triangles)
            for (int k = 0; k < 3; ++k) edges.insert({std::min(t[k], t[(k + 1) % 3]), std::max(t[k], t[(k + 1) % 3])});
        std::vector<Segment> next;
        bool isWhole = true;
        for (const Segment& s : d.segments) {
            if (edges.count({std::min(s[0], s[1]), std::max(s[0], s[1])}) != 0) {
                next.push_back(s);
                continue;
            }
            isWhole = false;
            const Point2 a = d.mesh.nodes[s[0]], b = d.mesh.nodes[s[1]];
            const int middle =
                d.node({(a.x + b.x) / 2, (a.y + b.y) / 2}, tolerance, d.circle[s[0]] == d.circle[s[1]] ? d.circle[s[0]] : -1);
            next.push_back({s[0], middle});
            next.push_back({middle, s[1]});
        }
        d.segments = next;
        if (isWhole) break;
        if (round == 12) {
            result.found.push_back(
                {Severity::Error, "outline",
                 "No mesh follows this outline: its lines and points lie too close together for the element size."});
            return result;
        }
    }
    std::set<Segment> kept;
    for (const Segment& s : d.segments) kept.insert({std::min(s[0], s[1]), std::max(s[0], s[1])});
    joinPairs(d.mesh, triangles, kept);
    // Middles of edges are kept or free like the edges; the halves of kept edges stay where they are.
    std::vector<char> isFixed;
    PlateMesh mesh = cut(d, outline, isFixed, kept);
    for (std::size_t p = 0; p < outline.points.size(); ++p)
        for (std::size_t i = 0; i < mesh.nodes.size(); ++i)
            if (distance(mesh.nodes[i], outline.points[p]) < tolerance) isFixed[i] = 1;
    smooth(mesh, isFixed);
    result.mesh = mesh;
    return result;
}

} // namespace zg::fe::detail
