#include "fe/mesh.h"
#include <algorithm>
#include <cmath>

namespace zg::fe {

namespace {

constexpr double pi = 3.14159265358979323846;

Point2 operator-(Point2 a, Point2 b) { return {a.x - b.x, a.y - b.y}; }
double length(Point2 a) { return std::hypot(a.x, a.y); }
double crossOf(Point2 a, Point2 b) { return a.x * b.y - a.y * b.x; }

// A frame in which the outline is looked at; the meshes are made there and turned back.
struct Turn {
    double c = 1, s = 0;
    [[nodiscard]] Point2 in(Point2 p) const { return {c * p.x + s * p.y, -s * p.x + c * p.y}; }
    [[nodiscard]] Point2 out(Point2 p) const { return {c * p.x - s * p.y, s * p.x + c * p.y}; }
};

Outline turned(const Outline& o, const Turn& t) {
    Outline r = o;
    for (Point2& p : r.boundary) p = t.in(p);
    for (auto& h : r.holes)
        for (Point2& p : h) p = t.in(p);
    for (auto& h : r.roundHoles) h.centre = t.in(h.centre);
    for (auto& l : r.lines) l = {t.in(l[0]), t.in(l[1])};
    for (Point2& p : r.points) p = t.in(p);
    return r;
}

double sizeOf(const std::vector<Point2>& polygon) {
    double most = 0;
    for (const Point2& p : polygon) most = std::max(most, length(p - polygon[0]));
    return most;
}

bool isRightAngled(const std::vector<Point2>& polygon, const Turn& t, double tolerance) {
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Point2 e = t.in(polygon[(i + 1) % polygon.size()] - polygon[i]);
        if (std::abs(e.x) > tolerance && std::abs(e.y) > tolerance) return false;
    }
    return true;
}

bool isAxisLine(const std::array<Point2, 2>& l, double tolerance) {
    return std::abs(l[0].x - l[1].x) <= tolerance || std::abs(l[0].y - l[1].y) <= tolerance;
}

void sortUnique(std::vector<double>& v, double tolerance) {
    std::sort(v.begin(), v.end());
    std::vector<double> out;
    for (double x : v)
        if (out.empty() || x - out.back() > tolerance) out.push_back(x);
    v = out;
}

// Ring of quads between a round hole and the square cell round it, whose sides carry the given grid positions.
void addHole(PlateMesh& mesh, detail::NodePlaces& places, const Outline::Circle& hole, const std::vector<Point2>& rim,
             double size) {
    const int around = static_cast<int>(rim.size());
    const double reach = length(rim.front() - hole.centre) - hole.radius;
    const int layers = std::max(1, static_cast<int>(std::lround(reach / std::max(size, reach / 6))));
    const auto at = [&](int i, int layer) {
        const Point2 outer = rim[i % around] - hole.centre;
        const double d = length(outer), part = static_cast<double>(layer) / layers;
        const double r = hole.radius + part * (d - hole.radius);
        return places.at({hole.centre.x + outer.x / d * r, hole.centre.y + outer.y / d * r});
    };
    for (int i = 0; i < around; ++i)
        for (int layer = 0; layer < layers; ++layer)
            mesh.cells.push_back({at(i, layer), at(i, layer + 1), at(i + 1, layer + 1), at(i + 1, layer)});
}

PlateMesh rightAngled(const Outline& o, const SizeField& size, double tolerance) {
    std::vector<double> xs, ys;
    const auto add = [&](Point2 p) {
        xs.push_back(p.x);
        ys.push_back(p.y);
    };
    for (const Point2& p : o.boundary) add(p);
    for (const auto& h : o.holes)
        for (const Point2& p : h) add(p);
    for (const auto& l : o.lines) {
        if (!isAxisLine(l, tolerance)) continue;
        add(l[0]);
        add(l[1]);
    }
    for (const Point2& p : o.points) add(p);
    // Half side of the square cell round a hole: wide enough for a ring, clear of the neighbours.
    std::vector<double> halves;
    for (std::size_t i = 0; i < o.roundHoles.size(); ++i) {
        const auto& hole = o.roundHoles[i];
        double half = 2 * hole.radius;
        for (std::size_t j = 0; j < o.roundHoles.size(); ++j) {
            if (j == i) continue;
            const Point2 off = o.roundHoles[j].centre - hole.centre;
            half = std::min(half, 0.5 * std::max(std::abs(off.x), std::abs(off.y)));
        }
        for (const Point2& p : o.boundary) {
            const double gap = std::max(std::abs(p.x - hole.centre.x) > hole.radius ? std::abs(p.x - hole.centre.x) : 0,
                                        std::abs(p.y - hole.centre.y) > hole.radius ? std::abs(p.y - hole.centre.y) : 0);
            if (gap > hole.radius) half = std::min(half, std::max(1.25 * hole.radius, gap * 0.9));
        }
        halves.push_back(half);
        add(hole.centre);
        add({hole.centre.x - half, hole.centre.y - half});
        add({hole.centre.x + half, hole.centre.y + half});
    }
    sortUnique(xs, tolerance);
    sortUnique(ys, tolerance);
    const std::vector<double> gx = gridLines(xs.front(), xs.back(), xs, size, true),
                              gy = gridLines(ys.front(), ys.back(), ys, size, false);
    PlateMesh mesh;
    detail::NodePlaces places(mesh, tolerance);
    for (std::size_t i = 0; i + 1 < gx.size(); ++i) {
        for (std::size_t j = 0; j + 1 < gy.size(); ++j) {
            const Point2 middle{(gx[i] + gx[i + 1]) / 2, (gy[j] + gy[j + 1]) / 2};
            bool isMaterial = detail::isInside(o.boundary, middle);
            for (const auto& h : o.holes) isMaterial = isMaterial && !detail::isInside(h, middle);
            for (std::size_t k = 0; k < halves.size(); ++k)
                isMaterial = isMaterial && !(std::abs(middle.x - o.roundHoles[k].centre.x) < halves[k] &&
                                             std::abs(middle.y - o.roundHoles[k].centre.y) < halves[k]);
            if (!isMaterial) continue;
            mesh.cells.push_back({places.at({gx[i], gy[j]}), places.at({gx[i + 1], gy[j]}), places.at({gx[i + 1], gy[j + 1]}),
                                  places.at({gx[i], gy[j + 1]})});
        }
    }
    for (std::size_t k = 0; k < halves.size(); ++k) {
        const auto& hole = o.roundHoles[k];
        const auto within = [&](const std::vector<double>& lines, double centre) {
            std::vector<double> out;
            for (double v : lines)
                if (std::abs(v - centre) <= halves[k] + tolerance) out.push_back(v);
            return out;
        };
        const std::vector<double> hx = within(gx, hole.centre.x), hy = within(gy, hole.centre.y);
        std::vector<Point2> rim;
        for (std::size_t i = 0; i + 1 < hx.size(); ++i) rim.push_back({hx[i], hy.front()});
        for (std::size_t i = 0; i + 1 < hy.size(); ++i) rim.push_back({hx.back(), hy[i]});
        for (std::size_t i = hx.size() - 1; i > 0; --i) rim.push_back({hx[i], hy.back()});
        for (std::size_t i = hy.size() - 1; i > 0; --i) rim.push_back({hx.front(), hy[i]});
        addHole(mesh, places, hole, rim, size.at(hole.centre));
    }
    return mesh;
}

// Bilinear map of the unit square on four corners, and back.
struct Quad {
    std::array<Point2, 4> x;
    [[nodiscard]] Point2 at(double u, double v) const {
        const double a = (1 - u) * (1 - v), b = u * (1 - v), c = u * v, d = (1 - u) * v;
        return {a * x[0].x + b * x[1].x + c * x[2].x + d * x[3].x, a * x[0].y + b * x[1].y + c * x[2].y + d * x[3].y};
    }
    [[nodiscard]] Point2 from(Point2 p) const {
        double u = 0.5, v = 0.5;
        for (int i = 0; i < 50; ++i) {
            const Point2 off = at(u, v) - p;
            const Point2 du = at(u + 0.5, v) - at(u - 0.5, v), dv = at(u, v + 0.5) - at(u, v - 0.5);
            const double det = crossOf(du, dv);
            const double su = crossOf(off, dv) / det, sv = crossOf(du, off) / det;
            u -= su;
            v -= sv;
            if (std::abs(su) + std::abs(sv) < 1e-14) break;
        }
        return {u, v};
    }
};

void addMapped(PlateMesh& mesh, detail::NodePlaces& places, const Quad& q, const std::vector<double>& us,
               const std::vector<double>& vs) {
    for (std::size_t i = 0; i + 1 < us.size(); ++i)
        for (std::size_t j = 0; j + 1 < vs.size(); ++j)
            mesh.cells.push_back({places.at(q.at(us[i], vs[j])), places.at(q.at(us[i + 1], vs[j])),
                                  places.at(q.at(us[i + 1], vs[j + 1])), places.at(q.at(us[i], vs[j + 1]))});
}

std::vector<double> unitSteps(const std::vector<double>& fixed, double length, double size) {
    SizeField field;
    field.size = size / length;
    return gridLines(0, 1, fixed, field, true);
}

} // namespace

namespace detail {

bool isInside(const std::vector<Point2>& polygon, Point2 p) {
    bool inside = false;
    for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
        const Point2 a = polygon[i], b = polygon[j];
        if ((a.y > p.y) != (b.y > p.y) && p.x < (b.x - a.x) * (p.y - a.y) / (b.y - a.y) + a.x) inside = !inside;
    }
    return inside;
}

int NodePlaces::at(Point2 p) {
    const std::array<long long, 2> key{std::llround(p.x / tolerance_ / 8), std::llround(p.y / tolerance_ / 8)};
    for (long long dx = -1; dx <= 1; ++dx) {
        for (long long dy = -1; dy <= 1; ++dy) {
            const std::array<long long, 2> near{key[0] + dx, key[1] + dy};
            auto it = std::lower_bound(sorted_.begin(), sorted_.end(), std::pair{near, 0});
            for (; it != sorted_.end() && it->first == near; ++it)
                if (length(mesh_->nodes[it->second] - p) <= 4 * tolerance_) return it->second;
        }
    }
    const int index = static_cast<int>(mesh_->nodes.size());
    mesh_->nodes.push_back(p);
    sorted_.insert(std::lower_bound(sorted_.begin(), sorted_.end(), std::pair{key, index}), {key, index});
    return index;
}

} // namespace detail

double SizeField::at(Point2 p) const {
    double s = size;
    for (const Spot& spot : spots) s = std::min(s, spot.size + growth * std::max(0.0, length(p - spot.at) - spot.radius));
    return s;
}

std::vector<double> gridLines(double from, double to, const std::vector<double>& fixed, const SizeField& size, bool isAlongX) {
    std::vector<double> stops{from, to};
    for (double f : fixed)
        if (f > from && f < to) stops.push_back(f);
    sortUnique(stops, 1e-9 * (to - from));
    // Size at a position of the line: the finest over the other direction.
    const auto sizeAt = [&](double x) {
        double s = size.size;
        for (const auto& spot : size.spots)
            s = std::min(s,
                         spot.size + size.growth * std::max(0.0, std::abs(x - (isAlongX ? spot.at.x : spot.at.y)) - spot.radius));
        return s;
    };
    std::vector<double> lines{stops.front()};
    for (std::size_t k = 0; k + 1 < stops.size(); ++k) {
        const double a = stops[k], b = stops[k + 1];
        // Cumulated count of elements along the piece, then equal parts of it.
        constexpr int samples = 64;
        std::array<double, samples + 1> count{};
        for (int i = 0; i < samples; ++i) count[i + 1] = count[i] + (b - a) / samples / sizeAt(a + (b - a) * (i + 0.5) / samples);
        const int n = std::max(1, static_cast<int>(std::ceil(count[samples] - 1e-6)));
        for (int e = 1; e < n; ++e) {
            const double wanted = count[samples] * e / n;
            const auto it = std::upper_bound(count.begin(), count.end(), wanted);
            const int i = std::min(samples, std::max(1, static_cast<int>(it - count.begin())));
            lines.push_back(a + (b - a) / samples * (i - 1 + (wanted - count[i - 1]) / (count[i] - count[i - 1])));
        }
        lines.push_back(b);
    }
    return lines;
}

PlateMesh meshRing(double inner, double outer, int around, int radial) {
    PlateMesh mesh;
    for (int j = 0; j < around; ++j)
        for (int i = 0; i <= radial; ++i) {
            const double r = inner + (outer - inner) * i / radial, a = 2 * pi * j / around;
            mesh.nodes.push_back({r * std::cos(a), r * std::sin(a)});
        }
    const auto at = [&](int i, int j) { return (j % around) * (radial + 1) + i; };
    for (int j = 0; j < around; ++j)
        for (int i = 0; i < radial; ++i) mesh.cells.push_back({at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)});
    return mesh;
}

PlateMesh meshDisc(double radius, int around, int radial) {
    PlateMesh mesh;
    detail::NodePlaces places(mesh, 1e-9 * radius);
    const int n = around / 4; // along a side of the core
    const double half = 0.42 * radius;
    // Core: a square with its sides a little rounded, so that angles at its corners open.
    const auto core = [&](double u, double v) {
        const double x = half * (2 * u - 1), y = half * (2 * v - 1), bulge = 0.12;
        return Point2{x * (1 + bulge * (1 - (y / half) * (y / half))), y * (1 + bulge * (1 - (x / half) * (x / half)))};
    };
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < n; ++j) {
            const auto at = [&](int a, int b) { return places.at(core(double(a) / n, double(b) / n)); };
            mesh.cells.push_back({at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j + 1)});
        }
    const auto rim = [&](int k) { // round the core, counter-clockwise from its lower right corner
        const int side = (k / n) % 4, i = k % n;
        const double t = double(i) / n;
        return side == 0 ? core(1, t) : side == 1 ? core(1 - t, 1) : side == 2 ? core(0, 1 - t) : core(t, 0);
    };
    const auto at = [&](int k, int layer) {
        const Point2 from = rim(k);
        const double a = -pi / 4 + 2 * pi * k / around, part = double(layer) / radial;
        return places.at({from.x + part * (radius * std::cos(a) - from.x), from.y + part * (radius * std::sin(a) - from.y)});
    };
    for (int k = 0; k < around; ++k)
        for (int layer = 0; layer < radial; ++layer)
            mesh.cells.push_back({at(k, layer), at(k, layer + 1), at(k + 1, layer + 1), at(k + 1, layer)});
    return mesh;
}

CylinderMesh meshCylinder(double radius, double length, double from, double to, int around, int along) {
    CylinderMesh mesh;
    const bool isClosed = std::abs(std::abs(to - from) - 2 * pi) < 1e-12;
    const int columns = isClosed ? around : around + 1;
    for (int j = 0; j < columns; ++j)
        for (int i = 0; i <= along; ++i) {
            const double a = from + (to - from) * j / around;
            mesh.nodes.push_back({radius * std::cos(a), radius * std::sin(a), length * i / along});
        }
    const auto at = [&](int j, int i) { return (j % columns) * (along + 1) + i; };
    for (int j = 0; j < around; ++j)
        for (int i = 0; i < along; ++i) mesh.cells.push_back({at(j, i), at(j + 1, i), at(j + 1, i + 1), at(j, i + 1)});
    return mesh;
}

namespace {

// What is wrong with an outline, in words.
Diagnostics inspectOutline(const Outline& o, const SizeField& size) {
    Diagnostics found;
    const auto error = [&](const std::string& message) { found.push_back({Severity::Error, "outline", message}); };
    const auto isNumber = [](Point2 p) { return std::isfinite(p.x) && std::isfinite(p.y); };
    if (o.boundary.size() < 3) error("The outline has " + std::to_string(o.boundary.size()) + " corners; it needs 3.");
    bool areNumbers =
        std::all_of(o.boundary.begin(), o.boundary.end(), isNumber) && std::all_of(o.points.begin(), o.points.end(), isNumber);
    for (const auto& h : o.holes) areNumbers = areNumbers && h.size() >= 3 && std::all_of(h.begin(), h.end(), isNumber);
    for (const auto& h : o.roundHoles) areNumbers = areNumbers && isNumber(h.centre) && h.radius > 0 && std::isfinite(h.radius);
    for (const auto& l : o.lines) areNumbers = areNumbers && isNumber(l[0]) && isNumber(l[1]);
    if (!areNumbers) error("A corner, hole, line or point of the outline is not a number, or a hole has no size.");
    if (!(size.size > 0 && std::isfinite(size.size))) error("The element size must be above 0.");
    for (const auto& s : size.spots)
        if (!(s.size > 0)) error("The element size at a spot must be above 0.");
    if (!found.empty()) return found;
    double area = 0;
    const std::size_t n = o.boundary.size();
    for (std::size_t i = 0; i < n; ++i) area += crossOf(o.boundary[i], o.boundary[(i + 1) % n]) / 2;
    const double extent = sizeOf(o.boundary);
    if (!(std::abs(area) > 1e-9 * extent * extent))
        error("The outline has no area.");
    else if (area < 0)
        error("The outline runs clockwise; it must run counter-clockwise.");
    else if (area / (size.size * size.size) > 2e5)
        error("The element size is so small that the plate would have more than 200 000 elements.");
    const auto crosses = [&](Point2 a, Point2 b, Point2 c, Point2 d) {
        const double tiny = 1e-12 * extent * extent;
        return crossOf(b - a, c - a) * crossOf(b - a, d - a) < -tiny * tiny &&
               crossOf(d - c, a - c) * crossOf(d - c, b - c) < -tiny * tiny;
    };
    for (std::size_t i = 0; i < n && found.empty(); ++i)
        for (std::size_t j = i + 2; j < n; ++j) {
            if (i == 0 && j == n - 1) continue;
            if (crosses(o.boundary[i], o.boundary[i + 1], o.boundary[j], o.boundary[(j + 1) % n])) {
                error("The outline crosses itself.");
                break;
            }
        }
    for (const auto& h : o.roundHoles)
        if (!detail::isInside(o.boundary, h.centre)) error("A round hole lies outside the outline.");
    return found;
}

} // namespace

MeshResult meshPlate(const Outline& outline, const SizeField& size) {
    MeshResult result;
    result.found = inspectOutline(outline, size);
    if (hasErrors(result.found)) return result;
    const double extent = sizeOf(outline.boundary), tolerance = 1e-8 * extent;
    // Corners on a straight edge are no corners.
    std::vector<Point2> corners;
    const std::size_t n = outline.boundary.size();
    for (std::size_t i = 0; i < n; ++i) {
        const Point2 a = outline.boundary[(i + n - 1) % n], b = outline.boundary[i], c = outline.boundary[(i + 1) % n];
        if (std::abs(crossOf(b - a, c - b)) > 1e-9 * extent * extent) corners.push_back(b);
    }
    const Point2 edge = outline.boundary[1] - outline.boundary[0];
    const Turn turn{edge.x / length(edge), edge.y / length(edge)};
    bool isGrid = isRightAngled(outline.boundary, turn, tolerance);
    for (const auto& h : outline.holes) isGrid = isGrid && isRightAngled(h, turn, tolerance);
    Outline local = turned(outline, turn);
    for (const auto& l : local.lines) isGrid = isGrid && isAxisLine(l, tolerance);
    if (isGrid) {
        SizeField field = size;
        for (auto& s : field.spots) s.at = turn.in(s.at);
        result.mesh = rightAngled(local, field, tolerance);
        for (Point2& p : result.mesh.nodes) p = turn.out(p);
        return result;
    }
    const bool hasHoles = !outline.holes.empty() || !outline.roundHoles.empty();
    detail::NodePlaces places(result.mesh, tolerance);
    if (corners.size() == 4 && !hasHoles) {
        const Quad q{{corners[0], corners[1], corners[2], corners[3]}};
        bool isConvex = true, follows = true;
        for (int i = 0; i < 4; ++i)
            isConvex = isConvex && crossOf(corners[(i + 1) % 4] - corners[i], corners[(i + 2) % 4] - corners[(i + 1) % 4]) > 0;
        std::vector<double> us, vs;
        for (const auto& l : outline.lines) {
            const Point2 a = q.from(l[0]), b = q.from(l[1]);
            follows = follows && (std::abs(a.x - b.x) < 1e-7 || std::abs(a.y - b.y) < 1e-7);
            us.insert(us.end(), {a.x, b.x});
            vs.insert(vs.end(), {a.y, b.y});
        }
        for (const Point2& p : outline.points) {
            const Point2 a = q.from(p);
            us.push_back(a.x);
            vs.push_back(a.y);
        }
        if (isConvex && follows) {
            result.method = MeshMethod::Mapped;
            const double along = std::max(length(corners[1] - corners[0]), length(corners[2] - corners[3])),
                         across = std::max(length(corners[3] - corners[0]), length(corners[2] - corners[1]));
            double finest = size.size;
            for (const auto& s : size.spots) finest = std::min(finest, std::max(s.size, 0.5 * size.size));
            addMapped(result.mesh, places, q, unitSteps(us, along, finest), unitSteps(vs, across, finest));
            return result;
        }
    }
    if (corners.size() == 3 && !hasHoles && outline.lines.empty() && outline.points.empty()) {
        result.method = MeshMethod::ThreeBlocks;
        const double longest =
            std::max({length(corners[1] - corners[0]), length(corners[2] - corners[1]), length(corners[0] - corners[2])});
        const std::vector<double> steps = unitSteps({}, longest / 2, size.size);
        const Point2 centre{(corners[0].x + corners[1].x + corners[2].x) / 3, (corners[0].y + corners[1].y + corners[2].y) / 3};
        const auto middle = [&](int i, int j) {
            return Point2{(corners[i].x + corners[j].x) / 2, (corners[i].y + corners[j].y) / 2};
        };
        for (int k = 0; k < 3; ++k)
            addMapped(result.mesh, places, Quad{{corners[k], middle(k, (k + 1) % 3), centre, middle(k, (k + 2) % 3)}}, steps,
                      steps);
        return result;
    }
    return detail::meshFree(outline, size);
}

} // namespace zg::fe
