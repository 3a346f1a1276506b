#include "lists/flat_drawing.h"
#include "base/text.h"
#include "lists/job_lists.h"
#include <algorithm>
#include <cmath>
#include <map>

namespace zg {
namespace {

constexpr double gap = 20, sheetLength = 3000;

struct Box {
    double x0 = 1e30, x1 = -1e30, y0 = 1e30, y1 = -1e30;
    void take(Point2 p) {
        x0 = std::min(x0, p.x), x1 = std::max(x1, p.x);
        y0 = std::min(y0, p.y), y1 = std::max(y1, p.y);
    }
};

Box boxOf(const std::vector<Point2>& points) {
    Box b;
    for (const Point2 p : points) b.take(p);
    return b;
}

/// A plate's outline, holes and marks, turned and moved by `at`, on the layers named.
template <class At>
void drawPiece(FlatDrawing& out, const Piece& piece, At at, const std::string& cut, const std::string& holes,
               const std::string& marks) {
    std::vector<Point2> outline;
    for (const Point2 q : piece.outline) outline.push_back(at(q));
    out.lines.push_back({cut, std::move(outline), true});
    for (const HoleIn& h : piece.holes) out.circles.push_back({holes, at(h.centre), h.diameter / 2});
    for (const auto& m : piece.marks) {
        const bool isLine = std::abs(m[0].x - m[1].x) < 0.5 || std::abs(m[0].y - m[1].y) < 0.5;
        if (isLine)
            out.lines.push_back({marks, {at(m[0]), at(m[1])}, false});
        else
            out.lines.push_back({marks, {at(m[0]), at({m[1].x, m[0].y}), at(m[1]), at({m[0].x, m[1].y})}, true});
    }
}

/// Rows of rectangles, filled one after the other.
class Shelves {
public:
    explicit Shelves(double top) : y_(top) {}
    /// Lower left corner of the next rectangle.
    Point2 place(double width, double height) {
        if (x_ > 0 && x_ + width > sheetLength) {
            x_ = 0;
            y_ -= tallest_ + gap;
            tallest_ = 0;
        }
        const Point2 corner{x_, y_ - height};
        x_ += width + gap;
        tallest_ = std::max(tallest_, height);
        return corner;
    }
    [[nodiscard]] double bottom() const { return y_ - tallest_; }

private:
    double x_ = 0, y_ = 0, tallest_ = 0;
};

/// Dimensions in a text height of their own; what stands around them goes by it.
class Dimensions {
public:
    Dimensions(FlatDrawing& out, double textHeight) : out_(out), k_(textHeight / 9) {}

    /// Chain along the edge of a plate: edge, rows of holes, edge; across, the holes of the first row.
    void plate(const std::vector<Point2>& outline, const std::vector<Point2>& holes) {
        const Box b = boxOf(outline);
        std::vector<double> levels{b.y0, b.y1}, across{b.x0, b.x1};
        for (const Point2 h : holes) levels.push_back(h.y), across.push_back(h.x);
        const auto chain = [&](std::vector<double> stops, bool isUpright) {
            std::sort(stops.begin(), stops.end());
            stops.erase(std::unique(stops.begin(), stops.end(), [](double p, double q) { return std::abs(p - q) < 0.5; }),
                        stops.end());
            for (std::size_t i = 0; i + 1 < stops.size(); ++i)
                isUpright ? one({b.x1, stops[i]}, {b.x1, stops[i + 1]}, 25, true)
                          : one({stops[i], b.y0}, {stops[i + 1], b.y0}, -30, false);
        };
        chain(levels, true);
        chain(across, false);
        if (!holes.empty()) {
            one({b.x1, b.y0}, {b.x1, b.y1}, 60, true);
            one({b.x0, b.y0}, {b.x1, b.y0}, -55, false);
        }
    }

private:
    /// As lines and a text: from one point to another along x or y, `away` from them.
    void one(Point2 a, Point2 b, double away, bool isUpright) {
        const auto shifted = [&](Point2 p) { return isUpright ? Point2{a.x + away * k_, p.y} : Point2{p.x, a.y + away * k_}; };
        const Point2 from = shifted(a), to = shifted(b);
        const char* layer = "DIMENSIONS";
        out_.lines.push_back({layer, {from, to}, false});
        for (const auto& [p, q] : {std::pair{a, from}, std::pair{b, to}}) {
            out_.lines.push_back({layer, {p, q}, false});
            out_.lines.push_back({layer, {{q.x - 4 * k_, q.y - 4 * k_}, {q.x + 4 * k_, q.y + 4 * k_}}, false});
        }
        const double value = isUpright ? std::abs(b.y - a.y) : std::abs(b.x - a.x);
        const Point2 mid{(from.x + to.x) / 2, (from.y + to.y) / 2};
        out_.texts.push_back({layer, isUpright ? Point2{mid.x + 4 * k_, mid.y - 4 * k_} : Point2{mid.x - 12 * k_, mid.y + 3 * k_},
                              9 * k_, withoutTrailingZeros(fixedDecimals(value, 1))});
    }

    FlatDrawing& out_;
    double k_;
};

/// Plates side by side from a corner on, their upper edges in line.
void putPlates(FlatDrawing& out, const JointLists& lists, Point2 corner, double textHeight, double rowLength) {
    const double k = textHeight / 9;
    double x = corner.x, y = corner.y, deepest = 0;
    for (const PieceRow& r : lists.pieces) {
        if (r.piece.outline.empty()) continue;
        const Box b = boxOf(r.piece.outline);
        const std::string label = r.mark + "  " + std::to_string(r.count) + " ×  " + r.piece.what + "  " + r.piece.steel;
        const double width = std::max({b.x1 - b.x0 + 150 * k, 260.0, 12 * k * 0.62 * static_cast<double>(label.size())});
        if (x > corner.x && x + width > corner.x + rowLength) {
            x = corner.x;
            y -= deepest + 100 * k;
            deepest = 0;
        }
        const auto at = [&](Point2 q) { return Point2{x + q.x - b.x0, y - b.y1 + q.y}; };
        drawPiece(out, r.piece, at, "PLATES", "HOLES", "MARKS");
        std::vector<Point2> outline, holes;
        for (const Point2 q : r.piece.outline) outline.push_back(at(q));
        for (const HoleIn& h : r.piece.holes) holes.push_back(at(h.centre));
        Dimensions(out, textHeight).plate(outline, holes);
        out.texts.push_back({"TEXT", {x, y + 10 * k}, 12 * k, label});
        x += width;
        deepest = std::max(deepest, b.y1 - b.y0);
    }
}

} // namespace

Point2 FlatDrawing::low() const {
    Box b;
    for (const Line& l : lines)
        for (const Point2 p : l.points) b.take(p);
    for (const Circle& c : circles) b.take({c.centre.x - c.radius, c.centre.y - c.radius});
    return {b.x0, b.y0};
}
Point2 FlatDrawing::high() const {
    Box b;
    for (const Line& l : lines)
        for (const Point2 p : l.points) b.take(p);
    for (const Circle& c : circles) b.take({c.centre.x + c.radius, c.centre.y + c.radius});
    return {b.x1, b.y1};
}

FlatDrawing cutPlan(const JobLists& lists) {
    FlatDrawing out;
    // Thickest first.
    std::map<std::pair<double, std::string>, std::vector<const PieceRow*>> groups;
    for (const PieceRow& r : lists.pieces)
        if (!r.piece.outline.empty()) groups[{-r.piece.thickness, r.piece.steel}].push_back(&r);
    double top = 0;
    for (auto& [key, rows] : groups) {
        const std::string name = significant(-key.first, 4) + " " + key.second;
        const auto upright = [](const Piece& p) {
            const Box b = boxOf(p.outline);
            return b.y1 - b.y0 > b.x1 - b.x0;
        };
        const auto height = [](const PieceRow* r) {
            const Box b = boxOf(r->piece.outline);
            return std::min(b.y1 - b.y0, b.x1 - b.x0);
        };
        std::stable_sort(rows.begin(), rows.end(), [&](const auto* a, const auto* b) { return height(a) > height(b); });
        double mass = 0;
        int count = 0;
        for (const PieceRow* r : rows) mass += r->count * r->piece.mass, count += r->count;
        out.texts.push_back({"TEXT",
                             {0, top - 40},
                             30,
                             "PL " + name + ": " + std::to_string(count) + (count == 1 ? " piece, " : " pieces, ") +
                                 fixedDecimals(mass, 1) + " kg"});
        Shelves shelves(top - 70);
        for (const PieceRow* r : rows)
            for (int n = 0; n < r->count; ++n) {
                // Laid along its longer side: a quarter turn, never on its other face.
                const bool isTurned = upright(r->piece);
                const Box b = boxOf(r->piece.outline);
                const double w = isTurned ? b.y1 - b.y0 : b.x1 - b.x0, h = isTurned ? b.x1 - b.x0 : b.y1 - b.y0;
                const Point2 corner = shelves.place(w, h);
                const auto at = [&](Point2 q) {
                    return isTurned ? Point2{corner.x + b.y1 - q.y, corner.y + q.x - b.x0}
                                    : Point2{corner.x + q.x - b.x0, corner.y + q.y - b.y0};
                };
                drawPiece(out, r->piece, at, "CUT " + name, "HOLES " + name, "MARKS " + name);
                const double size = std::clamp(h / 6, 6.0, 16.0);
                out.texts.push_back({"TEXT", {corner.x + 6, corner.y + 6}, size, r->mark});
            }
        top = shelves.bottom() - 80;
    }
    return out;
}

FlatDrawing elevationPlan(const ResolvedJoint& joint, const JointLists& lists) {
    const Assembly assembly = buildAssembly(joint);
    FlatDrawing out;
    for (const PlatePart& p : assembly.plates) {
        out.lines.push_back({isOfMember(p.part) ? "MEMBERS" : "PLATES", seenFromFront(p), true});
    }
    for (const BoltPart& b : assembly.bolts) out.lines.push_back({"BOLTS", {{b.head.x, b.head.z}, {b.nut.x, b.nut.z}}, false});
    const Point2 low = out.low(), high = out.high();
    out.texts.push_back({"TEXT", {low.x, high.y + 30}, 18, lists.mark + (lists.title.empty() ? "" : ": " + lists.title)});
    return out;
}

FlatDrawing platesPlan(const JointLists& lists, double textHeight, double rowLength) {
    FlatDrawing out;
    putPlates(out, lists, {0, 0}, textHeight, rowLength);
    return out;
}

FlatDrawing jointPlan(const ResolvedJoint& joint, const JointLists& lists) {
    FlatDrawing out = elevationPlan(joint, lists);
    const Point2 high = out.high();
    putPlates(out, lists, {high.x + 150, high.y}, 9, 1e9);
    return out;
}

} // namespace zg
