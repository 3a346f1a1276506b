#include "lists/pieces.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// Positive where it runs against the clock.
double signedAreaOf(const std::vector<Point2>& outline) {
    double sum = 0;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Point2 a = outline[i], b = outline[(i + 1) % outline.size()];
        sum += a.x * b.y - b.x * a.y;
    }
    return sum / 2;
}

double perimeterOf(const std::vector<Point2>& outline) {
    double sum = 0;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Point2 a = outline[i], b = outline[(i + 1) % outline.size()];
        sum += std::hypot(b.x - a.x, b.y - a.y);
    }
    return sum;
}

/// A plate laid flat: true lengths and angles, also where its own two directions are not square.
Piece flat(const PlatePart& p, const Assembly& assembly) {
    const Point3 n = cross(p.u, p.v), side = cross((1 / length(n)) * n, p.u);
    const auto laid = [&](Point3 at) { return Point2{dot(at - p.origin, p.u), dot(at - p.origin, side)}; };
    Piece piece;
    piece.parts = {p.part};
    for (const Point2 q : p.outline) piece.outline.push_back(laid(pointOf(p, q, 0)));
    // Bolts that the plate is a ply of; of plates that come in pairs, those that pass through this one.
    for (const BoltPart& b : assembly.bolts) {
        if (std::find(b.plies.begin(), b.plies.end(), p.part) == b.plies.end()) continue;
        const HoleIn hole{laid(b.head), b.hole};
        double lowX = 1e30, highX = -1e30, lowY = 1e30, highY = -1e30;
        for (const Point2 q : piece.outline) {
            lowX = std::min(lowX, q.x), highX = std::max(highX, q.x);
            lowY = std::min(lowY, q.y), highY = std::max(highY, q.y);
        }
        const bool isInside = hole.centre.x > lowX && hole.centre.x < highX && hole.centre.y > lowY && hole.centre.y < highY;
        if (isInside) piece.holes.push_back(hole);
    }
    for (const WeldPart& w : assembly.welds)
        if (w.on == p.part) piece.marks.push_back({laid(w.from), laid(w.to)});
    piece.thickness = p.thickness;
    piece.steel = p.steel;
    piece.what = p.what;
    const double area = areaOf(piece.outline), around = perimeterOf(piece.outline);
    piece.mass = area * p.thickness * steelDensity;
    piece.surface = 2 * area + around * p.thickness;
    piece.cut = around;
    return piece;
}

} // namespace

bool isOfMember(const PartRef& part) {
    return part.kind == PartKind::ColumnWeb || part.kind == PartKind::ColumnFlange || isOfBeam(part);
}

double areaOf(const std::vector<Point2>& outline) { return std::abs(signedAreaOf(outline)); }

std::vector<Piece> piecesOf(const Assembly& assembly) {
    std::vector<Piece> pieces;
    for (const PlatePart& p : assembly.plates) {
        if (isOfMember(p.part)) continue;
        Piece piece = flat(p, assembly);
        if (p.cutFrom.empty()) {
            pieces.push_back(std::move(piece));
            continue;
        }
        // Flange and web of a cutting are one piece; its edges between them are no cut.
        piece.cutFrom = p.cutFrom;
        piece.outline.clear();
        const auto twin = std::find_if(pieces.begin(), pieces.end(), [&](const Piece& other) {
            return !other.cutFrom.empty() && other.parts.front().side == p.part.side && other.parts.front().index == p.part.index;
        });
        if (twin == pieces.end()) {
            pieces.push_back(std::move(piece));
            continue;
        }
        twin->parts.push_back(p.part);
        twin->mass += piece.mass;
        twin->surface += piece.surface;
        twin->cut = std::max(twin->cut, piece.cut);
    }
    return pieces;
}

std::string shapeKey(const Piece& piece) {
    const auto number = [](double x) { return std::to_string(std::llround(x * 100)) + " "; };
    std::string head = piece.steel + "|" + number(piece.thickness) + "|" + piece.cutFrom + "|";
    if (piece.outline.empty()) return head + number(piece.mass * 100) + number(piece.cut);
    // Seen from every edge, on both sides: the least of all ways to write it down.
    std::string least;
    // Round the same way, whichever way it was written down.
    std::vector<Point2> outline = piece.outline;
    if (signedAreaOf(outline) < 0) std::reverse(outline.begin(), outline.end());
    const std::size_t n = outline.size();
    for (const bool isTurned : {false, true}) {
        if (isTurned && !piece.marks.empty()) break; // they would be on the other face
        for (std::size_t first = 0; first < n; ++first) {
            const Point2 a = outline[first], b = outline[(first + (isTurned ? n - 1 : 1)) % n];
            const double along = std::hypot(b.x - a.x, b.y - a.y);
            if (along < 1e-9) continue;
            const Point2 e{(b.x - a.x) / along, (b.y - a.y) / along};
            const auto seen = [&](Point2 q) {
                const double x = (q.x - a.x) * e.x + (q.y - a.y) * e.y, y = (q.y - a.y) * e.x - (q.x - a.x) * e.y;
                return number(x + 0.0) + number(isTurned ? -y + 0.0 : y + 0.0);
            };
            std::string text;
            for (std::size_t i = 0; i < n; ++i) text += seen(outline[(first + (isTurned ? n - i : i)) % n]);
            std::vector<std::string> holes;
            for (const HoleIn& h : piece.holes) holes.push_back(seen(h.centre) + number(h.diameter));
            for (const auto& m : piece.marks) {
                std::string p = seen(m[0]), q = seen(m[1]);
                if (q < p) std::swap(p, q);
                holes.push_back("m" + p + q);
            }
            std::sort(holes.begin(), holes.end());
            text += "|";
            for (const std::string& h : holes) text += h;
            if (least.empty() || text < least) least = text;
        }
    }
    return head + least;
}

} // namespace zg
