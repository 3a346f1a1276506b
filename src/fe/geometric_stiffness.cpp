#include "fe/geometric_stiffness.h"

namespace zg::fe {

namespace {

// d/dr and d/ds of the edge functions: 1 at the middle of edge k (from node k to the next), 0 on the other edges.
std::array<std::array<double, 2>, 4> edgeSlopes(bool isTriangle, double r, double s) {
    if (isTriangle) {
        const double l = 1 - r - s;
        return {{{4 * (l - r), -4 * r}, {4 * s, 4 * r}, {-4 * s, 4 * (l - s)}, {0, 0}}};
    }
    return {{{-r * (1 - s), -(1 - r * r) / 2},
             {(1 - s * s) / 2, -s * (1 + r)},
             {-r * (1 + s), (1 - r * r) / 2},
             {-(1 - s * s) / 2, -s * (1 - r)}}};
}

} // namespace

ElementMatrix geometricStiffness(const std::array<Vec3, 4>& corners, bool isTriangle,
                                 const std::array<PlaneStress, 4>& membraneForce) {
    ElementMatrix matrix{};
    ShellKinematics k;
    makeShellKinematics(corners, isTriangle, k);
    const double g = 1 / std::sqrt(3.0);
    const std::array<std::array<double, 2>, 4> at =
        isTriangle ? std::array<std::array<double, 2>, 4>{{{1.0 / 3, 1.0 / 3}}}
                   : std::array<std::array<double, 2>, 4>{{{-g, -g}, {g, -g}, {g, g}, {-g, g}}};
    for (int p = 0; p < k.pointCount; ++p) {
        const ShellPoint& point = k.points[p];
        const PlaneStress& n = membraneForce[p];
        // From (r, s) to local x, y: the slopes of the shape functions are known in both.
        const auto [r, s] = at[p];
        const std::array<std::array<double, 2>, 4> edges = edgeSlopes(isTriangle, r, s);
        const auto [ar, as] = shellTangents(corners, isTriangle, r, s);
        const double a = dot(ar, point.x), b = dot(ar, point.y), c = dot(as, point.x), d = dot(as, point.y), det = a * d - b * c;
        std::array<ElementVector, 2> plain{}, linked{};
        for (int i = 0; i < k.nodeCount; ++i)
            for (int m = 0; m < 3; ++m)
                for (int q = 0; q < 2; ++q) plain[q][6 * i + m] = point.slope[q][i] * point.normal[m];
        linked = plain;
        for (int e = 0; e < k.nodeCount; ++e) {
            const int from = e, to = (e + 1) % k.nodeCount;
            const Vec3 edge = corners[to] - corners[from];
            // Slope along the edge is -(theta x n) . s = -theta . (n x s); its change bends the edge by L/8 at the middle.
            const Vec3 turn = cross(point.normal, edge);
            const std::array<double, 2> slope{(d * edges[e][0] - b * edges[e][1]) / det,
                                              (-c * edges[e][0] + a * edges[e][1]) / det};
            for (int m = 0; m < 3; ++m) {
                for (int q = 0; q < 2; ++q) {
                    linked[q][6 * from + 3 + m] -= slope[q] * turn[m] / 8;
                    linked[q][6 * to + 3 + m] += slope[q] * turn[m] / 8;
                }
            }
        }
        for (int i = 0; i < k.nodeCount; ++i) {
            for (int j = 0; j <= i; ++j) {
                const auto& [dx, dy] = point.slope;
                const double both =
                    point.area * (n.x * dx[i] * dx[j] + n.y * dy[i] * dy[j] + n.xy * (dx[i] * dy[j] + dy[i] * dx[j]));
                for (int m = 0; m < 3; ++m) matrix[packedAt(6 * i + m, 6 * j + m)] += both;
            }
        }
        const auto addNormal = [&](const std::array<ElementVector, 2>& v, double sign) {
            for (int i = 0; i < nodeColumns; ++i)
                for (int j = 0; j <= i; ++j)
                    matrix[packedAt(i, j)] +=
                        sign * point.area *
                        (n.x * v[0][i] * v[0][j] + n.y * v[1][i] * v[1][j] + n.xy * (v[0][i] * v[1][j] + v[1][i] * v[0][j]));
        };
        addNormal(linked, 1);
        addNormal(plain, -1);
    }
    return matrix;
}

} // namespace zg::fe
