#include "drawing/sheet.h"
#include "drawing/sheet_canvas.h"
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
        const bool two = c_.joint.isTwoSided();
        const double faceShare = two ? 0.44 : 0.36;
        faceX_ = c_.options.width * (1 - faceShare);
        const double margin = 14;
        Extent e;
        for (const PlatePart& p : c_.assembly.plates) {
            for (const Point2 q : p.outline) {
                const Point3 c = pointOf(p, q, 0);
                e.take(c.x, c.z);
            }
        }
        const double armSpace = 88; // arrows and their labels beyond the beam ends
        const double left = margin + (two ? armSpace - 6 : 8);
        c_.elevation = fitted(e, left, margin + 8, faceX_ - left - armSpace, c_.options.height - 2 * margin - 16, 1.6);
        c_.drawing.pixelsPerMm = c_.elevation.scale;
        faces(two && c_.options.width >= 640);
    }

private:
    void faces(bool two) {
        Extent plan;
        const Section& c = c_.joint.column.section;
        plan.take(-c.h / 2 - 90, -c.b / 2);
        plan.take(c.h / 2 + 90, c.b / 2);
        const double planHeight = std::min(150.0, c_.options.height * 0.26);
        const double faceHeight = c_.options.height - planHeight - 76;
        const double each = (c_.options.width - faceX_ - 8) / (two ? 2 : 1);
        double scale = 1.6;
        for (const ResolvedSide& s : c_.joint.sides) {
            if (!c_.showsFace(s)) continue;
            const double tall = s.depth + s.spec.plate.above + s.spec.plate.below;
            scale = std::min(
                {scale, (faceHeight - 62) / tall, (each - 92) / std::max(s.spec.plate.width, c_.joint.column.section.b)});
        }
        faceScale_ = std::max(scale, 0.02);
        c_.drawing.facePixelsPerMm = faceScale_;
        c_.drawing.faceLeft = faceX_;
        for (const ResolvedSide& s : c_.joint.sides) {
            if (!c_.showsFace(s)) continue;
            Frame& f = c_.faces[s.id];
            const double x0 = faceX_ + (two && s.dir() > 0 ? each : 0);
            const double middle = (levelOf(s, -s.spec.plate.above) + levelOf(s, s.depth + s.spec.plate.below)) / 2;
            f.scale = faceScale_;
            f.x = x0 + each / 2 + 20;
            f.y = 48 + (faceHeight - 48) / 2 + middle * faceScale_;
        }
        c_.plan = fitted(plan, faceX_ + 20, c_.options.height - planHeight - 14, c_.options.width - faceX_ - 40, planHeight - 16,
                         faceScale_ * 1.2);
    }

    SheetCanvas& c_;
    double faceX_ = 0, faceScale_ = 1;
};

} // namespace

Point3 pointOf(const PlatePart& p, Point2 q, double out) {
    const Point3 n{p.u.y * p.v.z - p.u.z * p.v.y, p.u.z * p.v.x - p.u.x * p.v.z, p.u.x * p.v.y - p.u.y * p.v.x};
    return {p.origin.x + p.u.x * q.x + p.v.x * q.y + n.x * out, p.origin.y + p.u.y * q.x + p.v.y * q.y + n.y * out,
            p.origin.z + p.u.z * q.x + p.v.z * q.y + n.z * out};
}

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

bool SheetCanvas::showsFace(const ResolvedSide& side) const {
    const EndId only = joint.side(options.face) ? options.face : joint.main().id;
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
    SheetCanvas canvas{joint, options, buildAssembly(joint), {}, {}, {}, {}, {}};
    if (result) canvas.states = partStates(*result);
    canvas.drawing.width = options.width;
    canvas.drawing.height = options.height;
    Layout(canvas).run();
    drawElevation(canvas);
    for (const ResolvedSide& side : joint.sides)
        if (canvas.showsFace(side)) drawFace(canvas, side);
    drawSection(canvas);
    return std::move(canvas.drawing);
}

} // namespace zg
