#include "plates/stability.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace zg {

namespace {

using fe::Vec3;

Vec3 at(const PlateGeometry& g, int node) { return {g.nodes[node][0], g.nodes[node][1], g.nodes[node][2]}; }

// To both sides of a web: half of their width stands out.
bool isFlange(PartKind k) {
    return k == PartKind::ColumnFlange || k == PartKind::BeamTopFlange || k == PartKind::BeamBottomFlange ||
           k == PartKind::HaunchFlange;
}

// Plates that stand out from what holds them, with a free edge.
bool standsOut(PartKind k) {
    switch (k) {
    case PartKind::StiffenerTop:
    case PartKind::StiffenerBottom:
    case PartKind::Diagonal:
    case PartKind::RibTop:
    case PartKind::RibBottom:
    case PartKind::HaunchToeStiffener:
    case PartKind::HaunchStiffener: return true;
    default: return isFlange(k);
    }
}

} // namespace

std::array<double, 2> sidesOf(const PlateGeometry& g, const PartRef& part) {
    std::vector<Vec3> points;
    Vec3 normal;
    for (std::size_t e = 0; e < g.shells.size(); ++e) {
        if (g.parts[g.partOf[e]].ref != part) continue;
        const std::array<int, 4>& n = g.shells[e];
        for (int node : n)
            if (node >= 0) points.push_back(at(g, node));
        const Vec3 area = cross(at(g, n[1]) - at(g, n[0]), at(g, n[2]) - at(g, n[0]));
        if (norm(normal) == 0) normal = unit(area);
    }
    if (points.empty()) return {0, 0};
    const auto [x, y] = fe::perpendiculars(normal);
    std::array<double, 2> best{0, 0};
    for (int degree = 0; degree < 90; ++degree) {
        const double angle = degree * 3.14159265358979323846 / 180;
        const Vec3 u = std::cos(angle) * x + std::sin(angle) * y, v = cross(normal, u);
        double low[2] = {1e300, 1e300}, high[2] = {-1e300, -1e300};
        for (const Vec3& p : points)
            for (int k = 0; k < 2; ++k) {
                const double s = dot(p, k == 0 ? u : v);
                low[k] = std::min(low[k], s), high[k] = std::max(high[k], s);
            }
        const double a = high[0] - low[0], b = high[1] - low[1];
        if (degree == 0 || a * b < best[0] * best[1] * (1 - 1e-9)) best = {std::max(a, b), std::min(a, b)};
    }
    return best;
}

PlateImperfection imperfectionOf(const PlateGeometry& g, const PlateMode& mode) {
    PlateImperfection i;
    i.part = mode.part;
    const auto [longer, shorter] = sidesOf(g, mode.part);
    if (mode.reach != ModeReach::Local) {
        i.rule = ImperfectionRule::Bow;
        i.length = longer;
        i.amplitude = longer / 200;
    } else if (standsOut(mode.part.kind)) {
        i.rule = ImperfectionRule::Outstand;
        i.length = isFlange(mode.part.kind) ? shorter / 2 : shorter;
        i.amplitude = i.length / 50;
    } else {
        i.rule = ImperfectionRule::Panel;
        i.length = shorter;
        i.amplitude = shorter / 200;
    }
    return i;
}

std::vector<PlateImperfection> imperfectionsOf(const PlateGeometry& geometry, const std::vector<PlateMode>& modes) {
    std::vector<PlateImperfection> all;
    for (std::size_t m = 0; m < modes.size(); ++m) {
        const bool isOfNewPart =
            std::none_of(all.begin(), all.end(), [&](const PlateImperfection& i) { return i.part == modes[m].part; });
        if (!isOfNewPart || (m > 0 && modes[m].factor > 1.5 * modes.front().factor)) continue;
        PlateImperfection i = imperfectionOf(geometry, modes[m]);
        i.mode = static_cast<int>(m);
        all.push_back(i);
    }
    return all;
}

bool isMirrorOfItself(const PlateGeometry& g, const std::vector<Float3>& shape) {
    const auto key = [](double x, double y, double z) {
        return std::array<long, 3>{std::lround(x * 100), std::lround(y * 100), std::lround(z * 100)};
    };
    // Plates may touch without sharing nodes: several nodes at one place.
    std::multimap<std::array<long, 3>, std::size_t> places;
    for (std::size_t n = 0; n < g.nodes.size(); ++n) places.emplace(key(g.nodes[n][0], g.nodes[n][1], g.nodes[n][2]), n);
    double size = 0;
    for (const Float3& u : shape) size = std::max<double>({size, std::abs(u[0]), std::abs(u[1]), std::abs(u[2])});
    for (std::size_t n = 0; n < g.nodes.size(); ++n) {
        const auto [from, to] = places.equal_range(key(g.nodes[n][0], -g.nodes[n][1], g.nodes[n][2]));
        // Seen in the mirror the movement is (x, -y, z); the shape with the opposite sign is asked for.
        const bool isThere = std::any_of(from, to, [&](const auto& other) {
            const Float3 &u = shape[n], &v = shape[other.second];
            return std::abs(u[0] + v[0]) < 1e-3 * size && std::abs(u[1] - v[1]) < 1e-3 * size &&
                   std::abs(u[2] + v[2]) < 1e-3 * size;
        });
        if (!isThere) return false;
    }
    return true;
}

tl::expected<PlateStability, Diagnostics> analyseStability(const ResolvedJoint& joint, const ActionSet& set,
                                                           const PlateGeometry& geometry, const SetAnalysis& first, int threads,
                                                           Progress* progress) {
    PlateStability out;
    out.plainReserve = first.strength.reserve;
    out.gamma_M1 = joint.settings.gamma_M1;
    const std::vector<PlateMode>& modes = first.buckling.modes;
    out.imperfections = imperfectionsOf(geometry, modes);
    std::vector<Float3> shape(geometry.nodes.size(), Float3{});
    for (const PlateImperfection& i : out.imperfections)
        for (std::size_t n = 0; n < shape.size(); ++n)
            for (int k = 0; k < 3; ++k) shape[n][k] += static_cast<float>(i.amplitude) * modes[i.mode].shape[n][k];
    const bool isInPlane = std::none_of(set.forces.begin(), set.forces.end(), [](const EndForces& f) { return isOutOfPlane(f); });
    const bool saysBoth = out.imperfections.empty() || (isInPlane && isMirrorOfItself(geometry, shape));
    for (double sense : {1.0, -1.0}) {
        if (sense < 0 && saysBoth) break;
        StrengthSettings settings;
        settings.threads = threads;
        settings.isMoved = true;
        for (const Float3& u : shape) settings.imperfection.push_back({sense * u[0], sense * u[1], sense * u[2]});
        auto done = analyseSet(joint, set, first.strength.set, settings, progress);
        if (!done) return tl::unexpected(done.error());
        PlateStrength& run = done->strength;
        if (sense > 0) {
            out.run = std::move(run);
        } else if (run.reserve < out.run.reserve) {
            out.otherReserve = out.run.reserve;
            out.run = std::move(run);
            out.isTurnedOver = true;
        } else {
            out.otherReserve = run.reserve;
        }
    }
    return out;
}

} // namespace zg
