#include "fe/cut_hole.h"
#include "fe/connect.h"
#include <algorithm>
#include <cmath>
#include <set>

namespace zg::fe {

namespace {

constexpr double pi = 3.14159265358979323846;
constexpr double margin = 1.15; ///< a block of elements round a hole is at least this much wider than it

struct Flat {
    double u = 0, v = 0;
};

} // namespace

// A block of elements round the hole makes room for rings of quads from its edge to the hole. The ring has a node wherever the
// block's edge has one, so that a hole is as wide as it is along lines through its middle.
CutHole cutHole(Model& model, const std::vector<int>& parts, Vec3 centre, Vec3 axis, double radius) {
    const auto [across, other] = perpendiculars(axis);
    const auto flat = [&](int n) {
        const Vec3 away = model.nodes[n] - centre;
        return Flat{dot(away, across), dot(away, other)};
    };
    // The nearest lines beyond the hole.
    std::vector<int> own;
    double u0 = -1e9, u1 = 1e9, v0 = -1e9, v1 = 1e9;
    const auto closer = [&](double x, double& low, double& high) {
        if (x <= -margin * radius) low = std::max(low, x);
        if (x >= margin * radius) high = std::min(high, x);
    };
    for (const int p : parts)
        for (const int e : shellsOf(model, p)) {
            own.push_back(e);
            for (const int n : model.shells[e].nodes) {
                if (n < 0) continue;
                // Beside the hole only: the rings of others follow no lines.
                const Flat f = flat(n);
                if (std::abs(f.v) < margin * radius) closer(f.u, u0, u1);
                if (std::abs(f.u) < margin * radius) closer(f.v, v0, v1);
            }
        }
    std::vector<int> block;
    double covered = 0;
    std::set<int> inside, edge;
    for (const int e : own) {
        bool isIn = !model.shells[e].isTriangle();
        for (const int n : model.shells[e].nodes) {
            const Flat f = n >= 0 ? flat(n) : Flat{1e9, 0};
            isIn = isIn && f.u > u0 - 1e-3 && f.u < u1 + 1e-3 && f.v > v0 - 1e-3 && f.v < v1 + 1e-3;
        }
        if (!isIn) continue;
        block.push_back(e);
        const std::array<int, 4>& q = model.shells[e].nodes;
        covered += norm(cross(model.nodes[q[2]] - model.nodes[q[0]], model.nodes[q[3]] - model.nodes[q[1]])) / 2;
        for (const int n : model.shells[e].nodes) {
            const Flat f = flat(n);
            const bool isOnEdge = f.u < u0 + 1e-3 || f.u > u1 - 1e-3 || f.v < v0 + 1e-3 || f.v > v1 - 1e-3;
            (isOnEdge ? edge : inside).insert(n);
        }
    }
    std::vector<int> round(edge.begin(), edge.end());
    std::sort(round.begin(), round.end(),
              [&](int a, int b) { return std::atan2(flat(a).v, flat(a).u) < std::atan2(flat(b).v, flat(b).u); });
    const std::set<int> cut(block.begin(), block.end());
    bool isPossible = round.size() >= 8 && u0 > -6 * radius && u1 < 6 * radius && v0 > -6 * radius && v1 < 6 * radius;
    // The block is whole: no edge of the plate and no other hole lies within.
    isPossible = isPossible && std::abs(covered - (u1 - u0) * (v1 - v0)) < 1e-6 * covered;
    for (const int e : block) isPossible = isPossible && model.shells[e].part == model.shells[block.front()].part;
    // Nothing else hangs on what is cut out.
    for (std::size_t e = 0; isPossible && e < model.shells.size(); ++e)
        if (cut.count(static_cast<int>(e)) == 0)
            for (const int n : model.shells[e].nodes) isPossible = isPossible && inside.count(n) == 0;
    const double wide = std::min({-u0, u1, -v0, v1}) - radius;
    if (round.empty()) return {};
    const std::size_t around = round.size();
    const double piece = 2 * pi * radius / static_cast<double>(around);
    const std::size_t layers = std::max<std::size_t>(
        {1, static_cast<std::size_t>(std::max(0.0, std::round(wide / piece))), (block.size() + around - 1) / around});
    isPossible = isPossible && inside.size() <= layers * around;
    if (!isPossible) return {};
    CutHole hole;
    // Nodes of the rings, inner ones last; those that are no longer needed where they were come first.
    const Shell pattern = model.shells[block.front()];
    const Vec3 normal = normalOf(model, block.front());
    std::vector<int> spare(inside.begin(), inside.end());
    const auto newNode = [&](Vec3 x) {
        if (spare.empty()) return model.addNode(x);
        const int n = spare.back();
        spare.pop_back();
        hole.moved.push_back(n);
        model.nodes[n] = x;
        return n;
    };
    std::vector<std::vector<int>> rings{round};
    for (std::size_t layer = 1; layer <= layers; ++layer) {
        std::vector<int> ring;
        for (const int n : round) {
            const Vec3 outer = model.nodes[n];
            const Flat f = flat(n);
            const double distance = std::hypot(f.u, f.v), t = static_cast<double>(layer) / static_cast<double>(layers);
            const Vec3 away = (f.u / distance) * across + (f.v / distance) * other;
            ring.push_back(newNode(outer - t * (distance - radius) * away));
        }
        rings.push_back(ring);
    }
    std::vector<Shell> fresh;
    for (std::size_t layer = 0; layer < layers; ++layer)
        for (std::size_t i = 0; i < around; ++i) {
            const std::size_t next = (i + 1) % around;
            Shell s = pattern;
            s.nodes = {rings[layer][i], rings[layer][next], rings[layer + 1][next], rings[layer + 1][i]};
            const Vec3 a = model.nodes[s.nodes[1]] - model.nodes[s.nodes[0]],
                       b = model.nodes[s.nodes[3]] - model.nodes[s.nodes[0]];
            if (dot(cross(a, b), normal) < 0) std::swap(s.nodes[1], s.nodes[3]);
            fresh.push_back(s);
        }
    for (std::size_t i = 0; i < fresh.size(); ++i)
        if (i < block.size())
            model.shells[block[i]] = fresh[i];
        else
            model.shells.push_back(fresh[i]);
    hole.edge = rings.back();
    return hole;
}

} // namespace zg::fe
