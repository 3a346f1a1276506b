#include "assembly/clash.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double pi = 3.14159265358979323846;
constexpr double allowed = 1.0;

Point3 unit(Point3 a) {
    const double l = length(a);
    return l > 0 ? Point3{a.x / l, a.y / l, a.z / l} : a;
}

/// A convex solid: corners, directions of its faces' normals and of its edges.
struct Solid {
    std::vector<Point3> corners, normals, edges;
    Point3 low{1e30, 1e30, 1e30}, high{-1e30, -1e30, -1e30};
    void close() {
        for (const Point3& p : corners) {
            low = {std::min(low.x, p.x), std::min(low.y, p.y), std::min(low.z, p.z)};
            high = {std::max(high.x, p.x), std::max(high.y, p.y), std::max(high.z, p.z)};
        }
    }
};

/// A prism on a closed convex line of points, from there along `axis`.
Solid prism(const std::vector<Point3>& base, Point3 axis) {
    Solid s;
    s.corners = base;
    for (const Point3& p : base) s.corners.push_back(p + axis);
    s.edges.push_back(unit(axis));
    for (std::size_t i = 0; i < base.size(); ++i) {
        const Point3 edge = base[(i + 1) % base.size()] - base[i];
        if (length(edge) < 1e-9) continue;
        s.edges.push_back(unit(edge));
        s.normals.push_back(unit(cross(edge, axis)));
    }
    s.normals.push_back(unit(axis));
    s.close();
    return s;
}

Solid solidOf(const PlatePart& p) {
    std::vector<Point3> base;
    for (const Point2 q : p.outline) base.push_back(pointOf(p, q, -p.thickness / 2));
    return prism(base, pointOf(p, p.outline.front(), p.thickness / 2) - base.front());
}

/// A round bar as a prism of twelve sides that it holds.
Solid bar(Point3 from, Point3 to, double diameter) {
    const Point3 axis = unit(to - from);
    const Point3 e = unit(cross(axis, std::abs(axis.z) < 0.9 ? Point3{0, 0, 1} : Point3{1, 0, 0})), f = cross(axis, e);
    std::vector<Point3> base;
    for (int k = 0; k < 12; ++k) {
        const double angle = 2 * pi * k / 12;
        base.push_back(from + (diameter / 2 * std::cos(angle)) * e + (diameter / 2 * std::sin(angle)) * f);
    }
    return prism(base, to - from);
}

/// Head, nut (each with its washer) and shank.
std::vector<Solid> solidsOf(const BoltPart& b) {
    const Point3 axis = unit(b.nut - b.head);
    const double head = b.headHeight + b.washerThickness, nut = b.nutHeight + b.washerThickness;
    // Across the flats of the hexagon, where turning it cannot bring a corner in the way: about 1.5 diameters.
    const double outer = std::min(b.washerOuter, 1.5 * b.d);
    return {bar(b.head + (-head) * axis, b.head, outer), bar(b.nut, b.nut + nut * axis, outer), bar(b.head, b.nut, b.d)};
}

/// How far two solids reach into one another along the direction in which it is least; not above 0 when they are apart
/// (separating axes: normals of both, and edges of one across edges of the other).
double overlapOf(const Solid& a, const Solid& b) {
    if (a.low.x > b.high.x || b.low.x > a.high.x || a.low.y > b.high.y || b.low.y > a.high.y || a.low.z > b.high.z ||
        b.low.z > a.high.z)
        return 0;
    double least = 1e30;
    const auto along = [&](Point3 axis) {
        double lowA = 1e30, highA = -1e30, lowB = 1e30, highB = -1e30;
        for (const Point3& p : a.corners) lowA = std::min(lowA, dot(p, axis)), highA = std::max(highA, dot(p, axis));
        for (const Point3& p : b.corners) lowB = std::min(lowB, dot(p, axis)), highB = std::max(highB, dot(p, axis));
        least = std::min(least, std::min(highA - lowB, highB - lowA));
        return least > allowed;
    };
    for (const Point3& n : a.normals)
        if (!along(n)) return least;
    for (const Point3& n : b.normals)
        if (!along(n)) return least;
    for (const Point3& e : a.edges)
        for (const Point3& f : b.edges) {
            const Point3 n = cross(e, f);
            if (length(n) > 1e-6 && !along(unit(n))) return least;
        }
    return least;
}

Point3 middleOf(const Solid& a, const Solid& b) {
    const auto mid = [](double la, double ha, double lb, double hb) { return (std::max(la, lb) + std::min(ha, hb)) / 2; };
    return {mid(a.low.x, a.high.x, b.low.x, b.high.x), mid(a.low.y, a.high.y, b.low.y, b.high.y),
            mid(a.low.z, a.high.z, b.low.z, b.high.z)};
}

bool isOfColumn(PartKind kind) { return kind == PartKind::ColumnWeb || kind == PartKind::ColumnFlange; }
bool isOnColumn(PartKind kind) {
    return kind == PartKind::StiffenerTop || kind == PartKind::StiffenerBottom || kind == PartKind::Doubler ||
           kind == PartKind::Diagonal || kind == PartKind::BackingTop || kind == PartKind::BackingBottom ||
           kind == PartKind::TopPlate;
}
bool isStiffener(PartKind kind) { return kind == PartKind::StiffenerTop || kind == PartKind::StiffenerBottom; }
bool isOnEnd(PartKind kind) {
    return kind == PartKind::EndPlate || kind == PartKind::RibTop || kind == PartKind::RibBottom || isOfHaunch(kind);
}

/// Whether two plates belong together by their kind: their touching is their connection.
bool belongTogether(const PartRef& a, const PartRef& b, const std::vector<WeldPart>& welds) {
    if (isOfColumn(a.kind) && isOfColumn(b.kind)) return true;
    if (isOfColumn(a.kind) && isOnColumn(b.kind)) return true;
    // A stiffener is fitted to web plates and diagonals, or they to it; against another stiffener or a backing plate it stands.
    if (isOnColumn(a.kind) && isOnColumn(b.kind)) {
        const bool isFree = (isStiffener(a.kind) || a.kind == PartKind::BackingTop || a.kind == PartKind::BackingBottom) &&
                            (isStiffener(b.kind) || b.kind == PartKind::BackingTop || b.kind == PartKind::BackingBottom);
        return !isFree || (a.kind == b.kind && a.side == b.side);
    }
    if ((isOfBeam(a) || isOnEnd(a.kind)) && (isOfBeam(b) || isOnEnd(b.kind)) && a.side == b.side) return true;
    return std::any_of(welds.begin(), welds.end(), [&](const WeldPart& w) { return w.of == a && w.on == b; });
}

} // namespace

std::vector<Clash> clashesOf(const ResolvedJoint& joint) { return clashesOf(buildAssembly(joint)); }

std::vector<Clash> clashesOf(const Assembly& assembly) {
    std::vector<Clash> found;
    const auto meet = [&](const PartRef& a, const Solid& sa, const PartRef& b, const Solid& sb) {
        const double depth = overlapOf(sa, sb);
        if (depth <= allowed) return;
        const auto twin = std::find_if(found.begin(), found.end(), [&](const Clash& c) { return c.a == a && c.b == b; });
        if (twin == found.end())
            found.push_back({a, b, depth, middleOf(sa, sb)});
        else if (depth > twin->depth)
            *twin = {a, b, depth, middleOf(sa, sb)};
    };
    std::vector<Solid> plates;
    for (const PlatePart& p : assembly.plates) plates.push_back(solidOf(p));
    for (std::size_t i = 0; i < plates.size(); ++i)
        for (std::size_t k = i + 1; k < plates.size(); ++k) {
            const PartRef &a = assembly.plates[i].part, &b = assembly.plates[k].part;
            if (a == b || belongTogether(a, b, assembly.welds) || belongTogether(b, a, assembly.welds)) continue;
            meet(a, plates[i], b, plates[k]);
        }
    std::vector<std::vector<Solid>> bolts;
    for (const BoltPart& b : assembly.bolts) bolts.push_back(solidsOf(b));
    for (std::size_t i = 0; i < bolts.size(); ++i) {
        const BoltPart& bolt = assembly.bolts[i];
        for (std::size_t k = 0; k < plates.size(); ++k) {
            const PartRef& plate = assembly.plates[k].part;
            const bool isPly = std::find(bolt.plies.begin(), bolt.plies.end(), plate) != bolt.plies.end();
            for (std::size_t s = 0; s < bolts[i].size(); ++s)
                if (!isPly) meet(bolt.part, bolts[i][s], plate, plates[k]);
        }
        for (std::size_t k = i + 1; k < bolts.size(); ++k)
            for (const Solid& a : bolts[i])
                for (const Solid& b : bolts[k]) meet(bolt.part, a, assembly.bolts[k].part, b);
    }
    return found;
}

} // namespace zg
