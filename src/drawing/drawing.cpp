#include "drawing/drawing.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

bool isInside(const std::vector<Point2>& polygon, Point2 p) {
    bool inside = false;
    for (std::size_t i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
        const Point2 a = polygon[i];
        const Point2 b = polygon[j];
        if ((a.y > p.y) != (b.y > p.y) && p.x < (b.x - a.x) * (p.y - a.y) / (b.y - a.y) + a.x) inside = !inside;
    }
    return inside;
}

double distanceToLine(const std::vector<Point2>& line, bool isClosed, Point2 p) {
    double best = 1e9;
    const std::size_t n = line.size();
    for (std::size_t i = 0; i + (isClosed ? 0 : 1) < n; ++i) {
        const Point2 a = line[i];
        const Point2 b = line[(i + 1) % n];
        const double dx = b.x - a.x;
        const double dy = b.y - a.y;
        const double length = dx * dx + dy * dy;
        const double t = length > 0 ? std::clamp(((p.x - a.x) * dx + (p.y - a.y) * dy) / length, 0.0, 1.0) : 0;
        best = std::min(best, std::hypot(p.x - a.x - t * dx, p.y - a.y - t * dy));
    }
    return best;
}

bool hits(const Shape& s, Point2 p) {
    switch (s.kind) {
    case Shape::Kind::Polygon: return isInside(s.points, p) || distanceToLine(s.points, true, p) < 3.5;
    case Shape::Kind::Polyline: return distanceToLine(s.points, false, p) < 5;
    case Shape::Kind::Circle: return std::hypot(p.x - s.points[0].x, p.y - s.points[0].y) <= s.radius + 2;
    case Shape::Kind::Image: return false; // what it shows is found by its own ids
    case Shape::Kind::Text: {
        const double w = 0.62 * s.size * static_cast<double>(s.text.size()) + 6;
        const double x0 = s.points[0].x - (s.align == Align::Left ? 3 : s.align == Align::Centre ? w / 2 : w - 3);
        return p.x >= x0 && p.x <= x0 + w && p.y <= s.points[0].y + 5 && p.y >= s.points[0].y - s.size - 4;
    }
    }
    return false;
}

} // namespace

Shape& Drawing::polygon(std::vector<Point2> points, Tone fill, Tone stroke, double lineWidth) {
    Shape s;
    s.kind = Shape::Kind::Polygon;
    s.points = std::move(points);
    s.fill = fill;
    s.stroke = stroke;
    s.width = lineWidth;
    shapes.push_back(std::move(s));
    return shapes.back();
}

Shape& Drawing::image(Point2 topLeft, Point2 bottomRight, std::shared_ptr<const Picture> picture) {
    Shape s;
    s.kind = Shape::Kind::Image;
    s.points = {topLeft, bottomRight};
    s.picture = std::move(picture);
    shapes.push_back(std::move(s));
    return shapes.back();
}

Shape& Drawing::polyline(std::vector<Point2> points, Tone stroke, double lineWidth) {
    Shape& s = polygon(std::move(points), Tone::None, stroke, lineWidth);
    s.kind = Shape::Kind::Polyline;
    return s;
}

Shape& Drawing::circle(Point2 centre, double radius, Tone fill, Tone stroke, double lineWidth) {
    Shape& s = polygon({centre}, fill, stroke, lineWidth);
    s.kind = Shape::Kind::Circle;
    s.radius = radius;
    return s;
}

Shape& Drawing::label(Point2 at, const std::string& text, double size, Tone tone, Align align) {
    Shape& s = polygon({at}, tone, Tone::None, 0);
    s.kind = Shape::Kind::Text;
    s.text = text;
    s.size = size;
    s.align = align;
    return s;
}

Shape& Drawing::symbol(Point2 at, const std::string& text, double size, Tone tone, Align align) {
    Shape& s = label(at, text, size, tone, align);
    s.isSymbol = true;
    return s;
}

const Shape* shapeAt(const Drawing& drawing, Point2 point) {
    // Labels and dimensions first, wherever they lie in the order: they are small and meant to be hit.
    for (auto s = drawing.shapes.rbegin(); s != drawing.shapes.rend(); ++s) {
        const bool isSmall = std::holds_alternative<DimensionRef>(s->target) || std::holds_alternative<ForceRef>(s->target);
        if (isSmall && hits(*s, point)) return &*s;
    }
    for (auto s = drawing.shapes.rbegin(); s != drawing.shapes.rend(); ++s) {
        if (!std::holds_alternative<std::monostate>(s->target) && hits(*s, point)) return &*s;
    }
    return nullptr;
}

bool sameTarget(const Target& a, const Target& b) {
    if (a.index() != b.index()) return false;
    if (const auto* p = std::get_if<PartRef>(&a)) return *p == std::get<PartRef>(b);
    if (const auto* d = std::get_if<DimensionRef>(&a)) return *d == std::get<DimensionRef>(b);
    if (const auto* f = std::get_if<ForceRef>(&a)) return *f == std::get<ForceRef>(b);
    if (const auto* f = std::get_if<FittingRef>(&a)) {
        const auto& g = std::get<FittingRef>(b);
        return f->kind == g.kind && f->joining == g.joining && f->side == g.side && std::abs(f->position - g.position) < 1e-6;
    }
    return false;
}

} // namespace zg
