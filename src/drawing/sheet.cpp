#include "drawing/sheet.h"
#include "drawing/sheet_canvas.h"
#include "drawing/sheet_change.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

struct Extent {
    double x0 = 1e9, x1 = -1e9, y0 = 1e9, y1 = -1e9;
    void take(double x, double y) {
        x0 = std::min(x0, x);
        x1 = std::max(x1, x);
        y0 = std::min(y0, y);
        y1 = std::max(y1, y);
    }
};

Frame fitted(const Extent& e, double left, double top, double width, double height, double largest) {
    Frame f;
    f.scale = std::min({width / std::max(1.0, e.x1 - e.x0), height / std::max(1.0, e.y1 - e.y0), largest});
    f.x = left + (width - (e.x1 - e.x0) * f.scale) / 2 - e.x0 * f.scale;
    f.y = top + (height - (e.y1 - e.y0) * f.scale) / 2 + e.y1 * f.scale;
    return f;
}

/// Finds a place and a scale for each view.
class Layout {
public:
    explicit Layout(SheetCanvas& canvas) : c_(canvas) {}

    void run() {
        const auto shown =
            std::count_if(c_.joint.sides.begin(), c_.joint.sides.end(), [&](const ResolvedSide& s) { return c_.showsFace(s); });
        const bool two = c_.joint.isTwoSided();
        // Two faces fill the row: what leaves the plane then stands below them, beside the section through the column.
        isLow_ = shown > 2;
        const bool isHaunched = c_.joint.main().isHaunched();
        const double faceShare = shown > 1 ? 0.44 : isHaunched ? 0.42 : 0.36;
        faceX_ = c_.options.width * (1 - faceShare);
        const double margin = 14;
        Extent e;
        for (const PlatePart& p : c_.assembly.plates)
            for (const Point3& c : cornersOf(p)) e.take(c.x, c.z);
        const double armSpace = 88; // arrows and their labels beyond the beam ends
        const double left = margin + (two ? armSpace - 6 : 8);
        // Two haunched members are long and low: the elevation takes the width, the faces stand under it.
        isStacked_ = isHaunched && two && e.x1 - e.x0 > 2 * (e.y1 - e.y0) && c_.options.width > 600 && c_.options.height > 400;
        if (isStacked_) {
            c_.elevation = fitted(e, 100, 56, c_.options.width - 200, 0.44 * c_.options.height - 84, 1.6);
            c_.drawing.pixelsPerMm = c_.elevation.scale;
            return stackedFaces();
        }
        // Under a haunch stand its length and the notes.
        const double under = isHaunched ? 58 : 0;
        c_.elevation = fitted(e, left, margin + 8, faceX_ - left - armSpace, c_.options.height - 2 * margin - 16 - under, 1.6);
        c_.drawing.pixelsPerMm = c_.elevation.scale;
        faces();
    }

private:
    /// Width and height of a side's view, mm.
    Point2 sizeOf(const ResolvedSide& s) const {
        const double tall = plateTop(s) - plateBottom(s);
        if (s.isInPlane()) return {std::max(s.spec.plate.width, c_.joint.hasColumn ? c_.joint.column.section.b : 0.0), tall};
        return {c_.joint.column.section.b / 2 + sideViewReach(c_.joint, s), 1.24 * tall};
    }

    /// From left to right as the members stand, what leaves the plane last.
    std::vector<const ResolvedSide*> shownInOrder() const {
        std::vector<const ResolvedSide*> order;
        for (const ResolvedSide& s : c_.joint.sides)
            if (c_.showsFace(s)) order.push_back(&s);
        const auto rank = [](const ResolvedSide* s) {
            return s->direction == Direction::Left ? 0 : static_cast<int>(s->direction) + 1;
        };
        std::stable_sort(order.begin(), order.end(), [&](const auto* a, const auto* b) { return rank(a) < rank(b); });
        return order;
    }

    /// Views side by side in a row, at one scale, their titles along its top.
    void row(const std::vector<const ResolvedSide*>& views, double left, double width, double top, double height) {
        const double each = width / static_cast<double>(std::max<std::size_t>(1, views.size()));
        double scale = 1.6;
        for (const ResolvedSide* s : views) scale = std::min({scale, (height - 62) / sizeOf(*s).y, (each - 92) / sizeOf(*s).x});
        scale = std::max(scale, 0.02);
        for (std::size_t i = 0; i < views.size(); ++i) {
            const ResolvedSide& s = *views[i];
            Frame& f = c_.faces[s.id];
            const double middle = (plateTop(s) + plateBottom(s)) / 2;
            f.scale = scale;
            f.title = top - 26;
            f.x = left + (static_cast<double>(i) + 0.5) * each + 20;
            // The column's axis is at nil.
            if (!s.isInPlane()) f.x -= (sideViewReach(c_.joint, s) - c_.joint.column.section.b / 2) / 2 * scale;
            f.y = top + (height - 48) / 2 + middle * scale;
        }
        faceScale_ = scale;
    }

    /// From left to right: notes, faces, the section through the haunch (beside one face), the one through the column.
    void stackedFaces() {
        std::vector<const ResolvedSide*> views;
        for (const ResolvedSide* s : shownInOrder())
            if (s->isInPlane()) views.push_back(s);
        const double width = c_.options.width, height = c_.options.height, top = 0.47 * height + 46, tall = height - top;
        const double left = 0.3 * width, each = 0.2 * width;
        const double x = left + each * static_cast<double>(views.size());
        row(views, left, x - left, top, tall + 14);
        c_.drawing.facePixelsPerMm = faceScale_;
        c_.drawing.faceTop = top - 30;
        const ResolvedSide& main = c_.joint.main();
        double next = x;
        if (views.size() == 1) {
            Frame& f = c_.haunchSection;
            f.scale = faceScale_;
            f.x = x + 0.12 * width;
            f.y = top - 8 - main.top() * f.scale; // down is positive there
            c_.hasHaunchSection = true;
            next += 0.24 * width;
        }
        if (c_.joint.hasColumn) c_.plan = fitted(planExtent(), next + 16, top, width - next - 30, tall - 30, faceScale_ * 1.2);
    }

    Extent planExtent() const {
        Extent plan;
        const Section& c = c_.joint.column.section;
        plan.take(-c.h / 2 - 90, -c.b / 2);
        plan.take(c.h / 2 + 90, c.b / 2);
        for (const ResolvedSide& s : c_.joint.sides)
            if (!s.isInPlane()) {
                const double y = (s.direction == Direction::Back ? 1 : -1) * sideViewReach(c_.joint, s);
                plan.take(-s.beam.section.b / 2, y);
                plan.take(s.beam.section.b / 2, y);
            }
        return plan;
    }

    void faces() {
        const Extent plan = planExtent();
        std::vector<const ResolvedSide*> upper, lower;
        for (const ResolvedSide* s : shownInOrder()) (isLow_ && !s->isInPlane() ? lower : upper).push_back(s);
        const double height = c_.options.height, width = c_.options.width - faceX_;
        const double planHeight = !c_.joint.hasColumn ? 0 : isLow_ ? 0.38 * height : std::min(150.0, height * 0.26);
        const double planWidth = isLow_ ? 0.46 * width : width;
        if (isLow_) row(lower, faceX_ + planWidth, width - planWidth - 8, height - planHeight + 8, planHeight - 22);
        const double lowScale = faceScale_;
        const ResolvedSide& main = c_.joint.main();
        if (main.isHaunched() && upper.size() == 1 && !isLow_ && width > 280) {
            // The face is tall: it stands beside the section through the haunch and the one through the column.
            const double faceWidth = 0.56 * width;
            row(upper, faceX_ - 8, faceWidth, 48, height - 74);
            Extent e;
            e.take(-main.beam.section.b / 2, main.top());
            e.take(main.beam.section.b / 2, main.bottom());
            const double x = faceX_ + faceWidth, tall = (height - 70) * 0.55;
            Frame& f = c_.haunchSection = fitted(e, x + 6, 40, width - faceWidth - 16, tall, faceScale_);
            f.y = 40 - main.top() * f.scale; // down is positive there
            c_.hasHaunchSection = true;
            c_.drawing.facePixelsPerMm = faceScale_;
            c_.drawing.faceLeft = faceX_;
            if (c_.joint.hasColumn)
                c_.plan = fitted(plan, x + 4, 40 + tall + 24, width - faceWidth - 12, height - tall - 90, faceScale_ * 1.2);
            return;
        }
        row(upper, faceX_, width - 8, 48, height - planHeight - 76);
        c_.drawing.facePixelsPerMm = faceScale_;
        c_.drawing.faceLeft = faceX_;
        if (c_.joint.hasColumn)
            c_.plan = fitted(plan, faceX_ + 20, height - planHeight - 14, planWidth - 40, planHeight - 16,
                             (isLow_ ? lowScale : faceScale_) * 1.2);
    }

    SheetCanvas& c_;
    double faceX_ = 0, faceScale_ = 1;
    bool isLow_ = false, isStacked_ = false;
};

} // namespace

const PartState* SheetCanvas::stateOf(const PartRef& part) const {
    for (const PartState& s : states)
        if (s.part == part) return &s;
    return nullptr;
}

void SheetCanvas::shade(const Shape& shape, const PartRef& part) {
    const PartState* state = stateOf(part);
    if (!state || (state->state != CheckState::Close && state->state != CheckState::Over)) return;
    Shape tint = shape;
    tint.fill = toneOf(state->state);
    tint.opacity = state->state == CheckState::Over ? 0.30 : 0.24;
    tint.stroke = Tone::None;
    tint.isHatched = state->state == CheckState::Over;
    tint.target = part;
    drawing.shapes.push_back(std::move(tint));
}

double sideViewReach(const ResolvedJoint& joint, const ResolvedSide& s) {
    const FinPlate& f = s.spec.fin;
    const double plate = s.hasFinPlate() ? f.firstLine + (f.lines - 1) * f.linePitch + f.edge : s.spec.plate.thickness;
    return joint.column.section.t_w / 2 + plate + std::max(60.0, 0.25 * s.depth);
}

bool SheetCanvas::showsFace(const ResolvedSide& side) const {
    if (side.isPartner) return false; // the same plate and bolts
    const ResolvedSide* chosen = joint.side(options.face);
    const EndId only = chosen && !chosen->isPartner ? options.face : joint.main().id;
    return !joint.isTwoSided() || options.width >= 640 || side.id == only;
}

std::vector<PartState> partStates(const JointResult& result) {
    std::vector<PartState> list;
    for (const Check& c : result.checks) {
        if (c.group == CheckGroup::NotDone || c.code == CheckCode::JointMoment || c.state == CheckState::NotApplicable) continue;
        if (c.group != CheckGroup::Strength && c.state != CheckState::Over) continue;
        for (int i = 0; i < c.partCount; ++i) {
            const auto at = std::find_if(list.begin(), list.end(), [&](const PartState& s) { return s.part == c.parts[i]; });
            // A row is a party to the checks of web, flange and plate; those colour their own part, not the bolt.
            const bool isPlain = c.parts[i].kind != PartKind::BoltRow || c.code == CheckCode::BoltTension ||
                                 c.code == CheckCode::BoltShearGroup || c.group == CheckGroup::Detailing;
            if (!isPlain) continue;
            if (at == list.end())
                list.push_back({c.parts[i], c.utilisation, c.state});
            else if (c.utilisation > at->utilisation)
                *at = {c.parts[i], c.utilisation, c.state};
        }
    }
    return list;
}

Drawing sheetDrawing(const ResolvedJoint& joint, const JointResult* result, const SheetOptions& options) {
    SheetCanvas canvas{joint, options, buildAssembly(joint), {}, {}, {}, {}, {}, false, {}};
    if (result) canvas.states = partStates(*result);
    canvas.drawing.width = options.width;
    canvas.drawing.height = options.height;
    Layout(canvas).run();
    drawElevation(canvas);
    for (const ResolvedSide& side : joint.sides)
        if (canvas.showsFace(side)) drawFace(canvas, side);
    drawHaunches(canvas);
    if (joint.hasColumn) drawSection(canvas);
    if (options.change) drawChange(canvas, *options.change);
    return std::move(canvas.drawing);
}

} // namespace zg
