#include "drawing/sheet_change.h"
#include "drawing/pieces.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// Corners of two plates in the same places, to a hundredth of a millimetre.
bool sameCorners(const PlatePart& a, const PlatePart& b) {
    const auto p = cornersOf(a), q = cornersOf(b);
    return p.size() == q.size() &&
           std::equal(p.begin(), p.end(), q.begin(), [](Point3 x, Point3 y) { return length(x - y) < 0.01; });
}

class Change {
public:
    Change(SheetCanvas& canvas, const ResolvedJoint& changed)
        : canvas_(canvas), changed_(changed), after_(buildAssembly(changed)) {}

    void draw() {
        elevation();
        for (const ResolvedSide& s : changed_.sides) {
            const auto frame = canvas_.faces.find(s.id);
            if (frame != canvas_.faces.end()) face(s, frame->second);
        }
    }

private:
    void outline(std::vector<Point2> points) {
        Shape& s = canvas_.drawing.polygon(std::move(points), Tone::None, Tone::Accent, weight::outline);
        s.isDashed = true;
    }

    void elevation() {
        for (const PlatePart& p : after_.plates) {
            const auto& now = canvas_.assembly.plates;
            if (std::any_of(now.begin(), now.end(), [&](const PlatePart& q) { return q.part == p.part && sameCorners(p, q); }))
                continue;
            std::vector<Point2> seen = seenFromFront(p);
            for (Point2& q : seen) q = canvas_.elevation.page(q.x, q.y);
            outline(std::move(seen));
        }
        for (const BoltPart& b : after_.bolts) {
            const auto& now = canvas_.assembly.bolts;
            const bool isThere = std::any_of(now.begin(), now.end(), [&](const BoltPart& q) {
                return q.d == b.d && length(q.head - b.head) < 0.01 && length(q.nut - b.nut) < 0.01;
            });
            if (isThere || std::abs(b.nut.x - b.head.x) < 1) continue;
            const double r = b.d / 2;
            outline({canvas_.elevation.page(b.head.x, b.head.z - r), canvas_.elevation.page(b.nut.x, b.nut.z - r),
                     canvas_.elevation.page(b.nut.x, b.nut.z + r), canvas_.elevation.page(b.head.x, b.head.z + r)});
        }
    }

    void face(const ResolvedSide& s, const Frame& f) {
        const ResolvedSide* was = canvas_.joint.side(s.id);
        if (!was || s.kind != ConnectionKind::EndPlate || was->kind != s.kind) return;
        const double w = s.spec.plate.width / 2, top = plateTop(s), bottom = plateBottom(s);
        const bool isSame = std::abs(was->spec.plate.width / 2 - w) < 0.01 && std::abs(plateTop(*was) - top) < 0.01 &&
                            std::abs(plateBottom(*was) - bottom) < 0.01;
        if (!isSame) outline({f.page(-w, bottom), f.page(w, bottom), f.page(w, top), f.page(-w, top)});
        for (const BoltRowSpec& row : s.spec.rows) {
            const double gauge = row.gauge.value_or(s.spec.bolts.gauge), level = levelOf(s, row.position);
            const auto& rows = was->spec.rows;
            const bool isThere = was->bolt.d == s.bolt.d && std::any_of(rows.begin(), rows.end(), [&](const BoltRowSpec& r) {
                                     return std::abs(levelOf(*was, r.position) - level) < 0.01 &&
                                            std::abs(r.gauge.value_or(was->spec.bolts.gauge) - gauge) < 0.01;
                                 });
            if (isThere) continue;
            for (const double y : {-gauge / 2, gauge / 2})
                canvas_.drawing
                    .circle(f.page(y, level), std::max(3.0, s.bolt.washerOuter / 2 * f.scale), Tone::None, Tone::Accent,
                            weight::outline)
                    .isDashed = true;
        }
    }

    SheetCanvas& canvas_;
    const ResolvedJoint& changed_;
    Assembly after_;
};

} // namespace

void drawChange(SheetCanvas& canvas, const ResolvedJoint& changed) { Change(canvas, changed).draw(); }

} // namespace zg
