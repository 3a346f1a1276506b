#include "drawing/sheet.h"
#include "base/text.h"
#include "drawing/pieces.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

Point3 cross(Point3 a, Point3 b) { return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x}; }
Point3 at(const PlatePart& p, Point2 q, double out) {
    const Point3 n = cross(p.u, p.v);
    return {p.origin.x + p.u.x * q.x + p.v.x * q.y + n.x * out, p.origin.y + p.u.y * q.x + p.v.y * q.y + n.y * out,
            p.origin.z + p.u.z * q.x + p.v.z * q.y + n.z * out};
}

/// A rectangle of the page that shows some millimetres of the joint.
struct Frame {
    double x = 0, y = 0; ///< page position of the model origin
    double scale = 1;
    [[nodiscard]] Point2 page(double mx, double my) const { return {x + mx * scale, y - my * scale}; }
};

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

class Sheet {
public:
    Sheet(const ResolvedJoint& joint, const JointResult* result, const SheetOptions& o)
        : joint_(joint), o_(o), a_(buildAssembly(joint)) {
        if (result) states_ = partStates(*result);
        d_.width = o.width;
        d_.height = o.height;
    }

    Drawing run() {
        layout();
        elevation();
        for (const SideId side : {SideId::Left, SideId::Right})
            if (showsFace(side)) plateFace(side);
        section();
        return std::move(d_);
    }

private:
    // ---- layout -------------------------------------------------------------------------------------------------
    void layout() {
        const bool two = joint_.left.has_value();
        const double faceShare = two ? 0.44 : 0.36;
        faceX_ = o_.width * (1 - faceShare);
        const double margin = 14;
        Extent e;
        for (const PlatePart& p : a_.plates) {
            for (const Point2 q : p.outline) {
                const Point3 c = at(p, q, 0);
                e.take(c.x, c.z);
            }
        }
        const double armSpace = 88; // arrows and their labels beyond the beam ends
        const double left = margin + (two ? armSpace - 6 : 8);
        elevation_ = fitted(e, left, margin + 8, faceX_ - left - armSpace, o_.height - 2 * margin - 16, 1.6);
        d_.pixelsPerMm = elevation_.scale;
        faces(two && o_.width >= 640);
    }

    /// Two faces side by side need room; a narrow sheet shows the one that is looked at.
    bool showsFace(SideId side) const {
        if (!joint_.side(side)) return false;
        const SideId only = joint_.side(o_.face) ? o_.face : SideId::Right;
        return !joint_.left || o_.width >= 640 || side == only;
    }

    void faces(bool two) {
        Extent plan;
        const Section& c = joint_.column.section;
        plan.take(-c.h / 2 - 90, -c.b / 2);
        plan.take(c.h / 2 + 90, c.b / 2);
        const double planHeight = std::min(150.0, o_.height * 0.26);
        const double faceHeight = o_.height - planHeight - 76;
        const double each = (o_.width - faceX_ - 8) / (two ? 2 : 1);
        double scale = 1.6;
        for (const SideId id : {SideId::Left, SideId::Right}) {
            const ResolvedSide* s = joint_.side(id);
            if (!showsFace(id)) continue;
            const double tall = s->depth + s->spec.plate.above + s->spec.plate.below;
            scale =
                std::min({scale, (faceHeight - 62) / tall, (each - 92) / std::max(s->spec.plate.width, joint_.column.section.b)});
        }
        faceScale_ = std::max(scale, 0.02);
        d_.facePixelsPerMm = faceScale_;
        d_.faceLeft = faceX_;
        for (const SideId id : {SideId::Left, SideId::Right}) {
            const ResolvedSide* s = joint_.side(id);
            if (!showsFace(id)) continue;
            Frame& f = id == SideId::Left ? faceLeft_ : faceRight_;
            const double x0 = faceX_ + (two && id == SideId::Right ? each : 0);
            const double middle = (levelOf(*s, -s->spec.plate.above) + levelOf(*s, s->depth + s->spec.plate.below)) / 2;
            f.scale = faceScale_;
            f.x = x0 + each / 2 + 20;
            f.y = 48 + (faceHeight - 48) / 2 + middle * faceScale_;
        }
        plan_ = fitted(plan, faceX_ + 20, o_.height - planHeight - 14, o_.width - faceX_ - 40, planHeight - 16, faceScale_ * 1.2);
    }

    // ---- shading ------------------------------------------------------------------------------------------------
    const PartState* stateOfPart(const PartRef& part) const {
        for (const PartState& s : states_)
            if (s.part == part) return &s;
        return nullptr;
    }
    void shade(Shape& s, const PartRef& part) {
        const PartState* state = stateOfPart(part);
        if (!state || state->state == CheckState::Within || state->state == CheckState::NotDone ||
            state->state == CheckState::NotApplicable)
            return;
        Shape tint = s;
        tint.fill = toneOf(state->state);
        tint.opacity = state->state == CheckState::Over ? 0.30 : 0.24;
        tint.stroke = Tone::None;
        tint.isHatched = state->state == CheckState::Over;
        tint.target = part;
        d_.shapes.push_back(std::move(tint));
    }

    static Tone fillOf(PartKind kind) {
        switch (kind) {
        case PartKind::ColumnWeb:
        case PartKind::BeamWeb: return Tone::SteelLight;
        case PartKind::BackingTop:
        case PartKind::BackingBottom: return Tone::SteelDark;
        default: return Tone::Steel;
        }
    }
    static int order(PartKind kind) {
        switch (kind) {
        case PartKind::ColumnWeb: return 0;
        case PartKind::BeamWeb: return 1;
        case PartKind::Doubler: return 2;
        case PartKind::StiffenerTop:
        case PartKind::StiffenerBottom:
        case PartKind::Diagonal: return 3;
        case PartKind::RibTop:
        case PartKind::RibBottom: return 4;
        case PartKind::BeamTopFlange:
        case PartKind::BeamBottomFlange: return 5;
        case PartKind::ColumnFlange: return 6;
        case PartKind::BackingTop:
        case PartKind::BackingBottom: return 7;
        default: return 8;
        }
    }

    // ---- elevation ----------------------------------------------------------------------------------------------
    void elevation() {
        std::vector<const PlatePart*> plates;
        for (const PlatePart& p : a_.plates) plates.push_back(&p);
        std::stable_sort(plates.begin(), plates.end(),
                         [](const PlatePart* a, const PlatePart* b) { return order(a->part.kind) < order(b->part.kind); });
        for (const PlatePart* p : plates) elevationPlate(*p);
        for (const BoltPart& b : a_.bolts)
            if (b.head.y > 0) elevationBolt(b);
        for (const WeldPart& w : a_.welds) elevationWeld(w);
        breaks();
        if (o_.withGhosts) ghosts();
        panelLabel();
        if (o_.set >= 0 && o_.set < static_cast<int>(joint_.actions.size())) {
            for (const SideId id : {SideId::Right, SideId::Left})
                if (joint_.side(id)) forces(id);
        }
        names();
    }

    std::vector<Point2> projected(const PlatePart& p) const {
        std::vector<Point2> points;
        for (const Point2 q : p.outline) {
            for (const double out : {-p.thickness / 2, p.thickness / 2}) {
                const Point3 c = at(p, q, out);
                points.push_back(elevation_.page(c.x, c.z));
            }
        }
        return convexHull(std::move(points));
    }

    void elevationPlate(const PlatePart& p) {
        // Of a pair on both sides of a web only the front one is seen.
        const double y =
            p.origin.y + p.v.y * (p.outline[0].y + p.outline[2].y) / 2 + p.u.y * (p.outline[0].x + p.outline[2].x) / 2;
        const bool isPair = p.part.kind == PartKind::StiffenerTop || p.part.kind == PartKind::StiffenerBottom ||
                            p.part.kind == PartKind::Diagonal;
        if (isPair && y < 0) return;
        Shape s;
        s.points = projected(p);
        s.fill = fillOf(p.part.kind);
        s.stroke = Tone::Ink;
        s.width = weight::outline;
        s.target = p.part;
        if (p.part.kind == PartKind::Doubler) {
            s.opacity = 0.6;
            s.isDashed = true;
            s.fill = Tone::SteelDark;
        }
        if (p.part.kind == PartKind::ColumnWeb || p.part.kind == PartKind::ColumnFlange)
            s.target = PartRef{p.part.kind, p.part.side};
        d_.shapes.push_back(s);
        if (p.part.kind == PartKind::ColumnWeb)
            panelTint();
        else
            shade(s, p.part);
    }

    /// The panel between the beam flanges carries the colour of the web's checks.
    void panelTint() {
        const Section& c = joint_.column.section;
        double top = levelOf(joint_.right, 0);
        double bottom = levelOf(joint_.right, joint_.right.depth);
        if (joint_.left) {
            top = std::max(top, levelOf(*joint_.left, 0));
            bottom = std::min(bottom, levelOf(*joint_.left, joint_.left->depth));
        }
        top = std::min(top, a_.columnTop);
        const double x = c.h / 2 - c.t_f;
        Shape s;
        s.points = {elevation_.page(-x, bottom), elevation_.page(x, bottom), elevation_.page(x, top), elevation_.page(-x, top)};
        s.target = PartRef{PartKind::ColumnWeb};
        shade(s, {PartKind::ColumnWeb});
    }

    void panelLabel() {
        const PartState* state = stateOfPart({PartKind::ColumnWeb});
        if (!state || state->utilisation < 0.005) return;
        const Point2 c = elevation_.page(0, levelOf(joint_.right, joint_.right.depth * 0.42));
        const bool isCalm = state->state == CheckState::Within;
        const Tone tone = isCalm ? Tone::FaintInk : Tone::Ink;
        if (joint_.column.section.h * elevation_.scale > 60) {
            d_.label({c.x, c.y - 3}, "web", textSize::label, tone, Align::Centre).target = PartRef{PartKind::ColumnWeb};
            Shape& s = d_.label({c.x, c.y + 12}, fixedDecimals(state->utilisation, 2), textSize::strong, tone, Align::Centre);
            s.isBold = true;
            s.target = PartRef{PartKind::ColumnWeb};
        }
    }

    void elevationBolt(const BoltPart& b) {
        const double dir = b.nut.x > b.head.x ? 1 : -1;
        const auto box = [&](double x0, double x1, double half, Tone fill) {
            Shape& s = d_.polygon({elevation_.page(x0, b.head.z - half), elevation_.page(x1, b.head.z - half),
                                   elevation_.page(x1, b.head.z + half), elevation_.page(x0, b.head.z + half)},
                                  fill, Tone::Ink, weight::thin);
            s.target = b.part;
            return s;
        };
        const PartState* state = stateOfPart(b.part);
        const Tone tone =
            state && (state->state == CheckState::Over || state->state == CheckState::Close) ? toneOf(state->state) : Tone::Ink;
        const double w = b.washerThickness;
        box(b.head.x, b.nut.x, b.d / 2, tone);
        box(b.head.x - dir * w, b.head.x, b.washerOuter / 2, Tone::Steel);
        box(b.head.x - dir * (w + b.headHeight), b.head.x - dir * w, 0.82 * b.d, tone);
        box(b.nut.x, b.nut.x + dir * w, b.washerOuter / 2, Tone::Steel);
        box(b.nut.x + dir * w, b.nut.x + dir * (w + b.nutHeight), 0.82 * b.d, tone);
        box(b.nut.x + dir * (w + b.nutHeight), b.nut.x + dir * (w + b.nutHeight + 0.4 * b.d), b.d / 2, tone);
    }

    void elevationWeld(const WeldPart& w) {
        if (w.kind == WeldKind::Butt || w.part.kind == PartKind::WeldWeb) return;
        const double leg = w.throat * 1.41421356 * elevation_.scale;
        if (leg < 2) return;
        const double dir = w.from.x > 0 ? 1 : -1;
        const Point2 outer = elevation_.page(w.from.x, w.from.z);
        const double up = w.part.kind == PartKind::WeldTop ? -1 : 1;
        d_.polygon({outer, {outer.x + dir * leg, outer.y}, {outer.x, outer.y + up * leg}}, Tone::Weld, Tone::None, 0).target =
            w.part;
    }

    void breakLine(Point2 a, Point2 b) {
        const Point2 m{(a.x + b.x) / 2, (a.y + b.y) / 2};
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        const Point2 u{(b.x - a.x) / length, (b.y - a.y) / length};
        const Point2 n{-u.y, u.x};
        const auto p = [&](double along, double across) {
            return Point2{m.x + u.x * along + n.x * across, m.y + u.y * along + n.y * across};
        };
        d_.polyline({p(-length / 2 - 8, 0), p(-6, 0), p(-3, -7), p(3, 7), p(6, 0), p(length / 2 + 8, 0)}, Tone::FaintInk,
                    weight::thin);
    }

    void breaks() {
        const double h = joint_.column.section.h / 2;
        if (!a_.columnEnds) breakLine(elevation_.page(-h, a_.columnTop), elevation_.page(h, a_.columnTop));
        breakLine(elevation_.page(-h, a_.columnBottom), elevation_.page(h, a_.columnBottom));
        const auto beam = [&](const ResolvedSide& s, double x) {
            const double rise =
                std::abs(x - (s.id == SideId::Right ? 1 : -1) * (h + s.spec.plate.thickness)) * s.sinSlope / s.cosSlope;
            breakLine(elevation_.page(x, levelOf(s, 0) + rise), elevation_.page(x, levelOf(s, s.depth) + rise));
        };
        beam(joint_.right, a_.beamEndRight);
        if (joint_.left) beam(*joint_.left, a_.beamEndLeft);
    }

    // ---- what could be added ------------------------------------------------------------------------------------
    void ghost(FittingRef ref, std::vector<Point2> points) {
        const double ghostWidth = 1.2;
        Shape& s = d_.polygon(std::move(points), Tone::Accent, Tone::Accent, ghostWidth);
        s.opacity = 0.10;
        s.isDashed = true;
        s.isGhost = true;
        s.target = ref;
        s.text = wordOf(ref.kind);
    }
    std::vector<Point2> box(double x0, double z0, double x1, double z1) const {
        return {elevation_.page(x0, z0), elevation_.page(x1, z0), elevation_.page(x1, z1), elevation_.page(x0, z1)};
    }

    void ghosts() {
        const Section& c = joint_.column.section;
        const double inner = c.h / 2 - c.t_f;
        for (const SideId id : {SideId::Right, SideId::Left}) {
            const ResolvedSide* s = joint_.side(id);
            if (!s) continue;
            const double t = std::max(12.0, s->flange) / 2;
            const double top = levelOf(*s, s->flange / 2);
            const double bottom = levelOf(*s, s->depth - s->flange / 2);
            const double x0 = id == SideId::Right ? 0.12 * inner : -inner;
            const double x1 = id == SideId::Right ? inner : -0.12 * inner;
            const bool isShared =
                joint_.left &&
                (std::abs(top - levelOf(*joint_.side(id == SideId::Right ? SideId::Left : SideId::Right), 0)) < 30) &&
                id == SideId::Left;
            if (!s->spec.stiffenerTop && !(isShared && joint_.right.spec.stiffenerTop))
                ghost({FittingKind::StiffenerTop, id, 0},
                      box(joint_.left ? x0 : -inner, top - t, joint_.left ? x1 : inner, top + t));
            if (!s->spec.stiffenerBottom)
                ghost({FittingKind::StiffenerBottom, id, 0},
                      box(joint_.left ? x0 : -inner, bottom - t, joint_.left ? x1 : inner, bottom + t));
            const double dir = id == SideId::Right ? 1 : -1;
            const double face = dir * (c.h / 2 + s->spec.plate.thickness);
            if (!s->spec.ribTop && s->spec.plate.above > 40) {
                ghost({FittingKind::RibTop, id, 0}, {elevation_.page(face, levelOf(*s, 0)),
                                                     elevation_.page(face + dir * 1.6 * s->spec.plate.above, levelOf(*s, 0)),
                                                     elevation_.page(face, levelOf(*s, -s->spec.plate.above))});
            }
            if (!s->spec.ribBottom && s->spec.plate.below > 40) {
                ghost({FittingKind::RibBottom, id, 0},
                      {elevation_.page(face, levelOf(*s, s->depth)),
                       elevation_.page(face + dir * 1.6 * s->spec.plate.below, levelOf(*s, s->depth)),
                       elevation_.page(face, levelOf(*s, s->depth + s->spec.plate.below))});
            }
            if (const auto room = roomForRow(joint_, id)) {
                const double half = joint_.side(id)->bolt.d / 2;
                ghost({FittingKind::Row, id, *room},
                      box(dir * (c.h / 2 - c.t_f - 18), levelOf(*s, *room) - half, face + dir * 22, levelOf(*s, *room) + half));
            }
        }
        if (!joint_.doubler) {
            const double z = levelOf(joint_.right, joint_.right.depth * 0.72);
            ghost({FittingKind::Doubler, SideId::Right, 0},
                  box(-inner * 0.82, z - 0.12 * joint_.right.depth, inner * 0.82, z + 0.12 * joint_.right.depth));
        }
        if (!joint_.diagonal) {
            const double z0 = levelOf(joint_.right, joint_.right.depth * 0.22);
            const double z1 = levelOf(joint_.right, joint_.right.depth * 0.08);
            ghost({FittingKind::Diagonal, SideId::Right, 0},
                  {elevation_.page(-inner, z1), elevation_.page(-inner * 0.25, z0 - 10), elevation_.page(-inner * 0.25, z0 + 10),
                   elevation_.page(-inner + 8, z1 + 4)});
        }
    }

    // ---- forces -------------------------------------------------------------------------------------------------
    void forces(SideId id) {
        const ActionSet& set = joint_.actions[static_cast<std::size_t>(o_.set)];
        const MemberForces& f = id == SideId::Right ? set.right : set.left;
        const ResolvedSide& s = *joint_.side(id);
        const double dir = id == SideId::Right ? 1 : -1;
        const double end = id == SideId::Right ? a_.beamEndRight : a_.beamEndLeft;
        const double rise = std::abs(end) * s.sinSlope / s.cosSlope * 0.8;
        const Point2 c = elevation_.page(end, levelOf(s, s.depth / 2) + rise);
        const double x = c.x + dir * 20;
        const double mid = c.x + dir * 46;
        moment({x, c.y}, f.M, dir, {ForceRef::Kind::M, id});
        forceLabel({mid, c.y + 40}, "M", f.M, Quantity::Moment, {ForceRef::Kind::M, id}, true);
        const double vx = x + dir * 8;
        const double vy = c.y + 66;
        const double sign = f.V < 0 ? -1 : 1;
        d_.polyline({{vx, vy - sign * 14}, {vx, vy + sign * 12}}, Tone::Ink, 1.8).target = ForceRef{ForceRef::Kind::V, id};
        arrowHead(d_, {vx, vy + sign * 18}, {0, sign}, 9, Tone::Ink, ForceRef{ForceRef::Kind::V, id});
        forceLabel({mid, vy + 33}, "V", f.V, Quantity::Force, {ForceRef::Kind::V, id}, false);
        const double ny = c.y - 50;
        const double out = f.N < 0 ? -dir : dir;
        const double nx = mid - dir * 4;
        d_.polyline({{nx - out * 12, ny}, {nx + out * 10, ny}}, Tone::Ink, 1.8).target = ForceRef{ForceRef::Kind::N, id};
        arrowHead(d_, {nx + out * 16, ny}, {out, 0}, 9, Tone::Ink, ForceRef{ForceRef::Kind::N, id});
        forceLabel({mid, ny - 9}, "N", f.N, Quantity::Force, {ForceRef::Kind::N, id}, false);
    }

    void forceLabel(Point2 at, const char* symbol, double value, Quantity q, const ForceRef& ref, bool isBold) {
        Shape& s = d_.label(at, std::string(symbol) + " " + shown(value, q, o_.units), textSize::label, Tone::Ink, Align::Centre);
        s.target = ref;
        s.isBold = isBold;
    }

    void moment(Point2 c, double M, double dir, const ForceRef& ref) {
        // Tension at the top: the beam's far part turns down, clockwise on the right.
        std::vector<Point2> arc;
        const double r = 26;
        const double turn = M < 0 ? -1 : 1;
        for (int i = 0; i <= 24; ++i) {
            const double a = (-1.15 + 2.3 * i / 24) * turn;
            arc.push_back({c.x - dir * 6 + dir * r * std::cos(a), c.y + r * std::sin(a)});
        }
        const Point2 tip = arc.back();
        const Point2 before = arc[arc.size() - 3];
        d_.polyline(std::move(arc), Tone::Ink, 1.8).target = ref;
        arrowHead(d_, {tip.x + (tip.x - before.x), tip.y + (tip.y - before.y)}, {tip.x - before.x, tip.y - before.y}, 10,
                  Tone::Ink, ref);
    }

    // ---- faces --------------------------------------------------------------------------------------------------
    void plateFace(SideId id) {
        const ResolvedSide& s = *joint_.side(id);
        const Frame& f = id == SideId::Left ? faceLeft_ : faceRight_;
        const double w = s.spec.plate.width / 2;
        const double top = levelOf(s, -s.spec.plate.above);
        const double bottom = levelOf(s, s.depth + s.spec.plate.below);
        const auto rect = [&](double x0, double z0, double x1, double z1) {
            return std::vector<Point2>{f.page(x0, z0), f.page(x1, z0), f.page(x1, z1), f.page(x0, z1)};
        };
        // The column flange behind, as far as it is wider or taller.
        const double cb = joint_.column.section.b / 2;
        const double columnTop = std::min(a_.columnTop, top + 26 / f.scale);
        d_.polyline({f.page(-cb, bottom - 20 / f.scale), f.page(-cb, columnTop)}, Tone::FaintInk, weight::thin).isDashed = true;
        d_.polyline({f.page(cb, bottom - 20 / f.scale), f.page(cb, columnTop)}, Tone::FaintInk, weight::thin).isDashed = true;
        Shape plate = d_.polygon(rect(-w, bottom, w, top), Tone::Steel, Tone::Ink, weight::outline);
        d_.shapes.back().target = plate.target = PartRef{PartKind::EndPlate, id};
        shade(plate, {PartKind::EndPlate, id});
        const auto member = [&](PartKind kind, double x0, double down0, double x1, double down1) {
            Shape part =
                d_.polygon(rect(x0, levelOf(s, down0), x1, levelOf(s, down1)), Tone::SteelLight, Tone::Ink, weight::thin);
            d_.shapes.back().target = part.target = PartRef{kind, id};
            shade(part, {kind, id});
        };
        const double bb = s.beam.section.b / 2;
        member(PartKind::BeamWeb, -s.beam.section.t_w / 2, s.flange, s.beam.section.t_w / 2, s.depth - s.flange);
        member(PartKind::BeamTopFlange, -bb, 0, bb, s.flange);
        member(PartKind::BeamBottomFlange, -bb, s.depth - s.flange, bb, s.depth);
        if (s.spec.ribTop)
            member(PartKind::RibTop, -s.spec.ribTop->thickness / 2, -s.spec.plate.above, s.spec.ribTop->thickness / 2, 0);
        if (s.spec.ribBottom)
            member(PartKind::RibBottom, -s.spec.ribBottom->thickness / 2, s.depth, s.spec.ribBottom->thickness / 2,
                   s.depth + s.spec.plate.below);
        faceBolts(s, f);
        // Plate ends can be taken hold of.
        const auto grip = [&](double level, DimensionKind kind) {
            Shape& zone = d_.polygon({{f.page(-w, 0).x, f.page(0, level).y - 4},
                                      {f.page(w, 0).x, f.page(0, level).y - 4},
                                      {f.page(w, 0).x, f.page(0, level).y + 4},
                                      {f.page(-w, 0).x, f.page(0, level).y + 4}},
                                     Tone::None, Tone::None, 0);
            zone.isHotZone = true;
            zone.target = DimensionRef{kind, id, -1};
        };
        grip(top, DimensionKind::EdgeTop);
        grip(bottom, DimensionKind::EdgeBottom);
        faceDimensions(s, f, top, bottom);
        Shape& title = d_.label({f.x, 22},
                                (joint_.left ? (id == SideId::Left ? "left plate " : "right plate ") : "plate ") +
                                    shown(s.spec.plate.thickness, Quantity::Length, o_.units) + " " + s.spec.plate.steel,
                                textSize::label, Tone::FaintInk, Align::Centre);
        title.target = PartRef{PartKind::EndPlate, id};
    }

    void faceBolts(const ResolvedSide& s, const Frame& f) {
        for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
            const BoltRowSpec& row = s.spec.rows[i];
            const double gauge = row.gauge.value_or(s.spec.bolts.gauge);
            const PartRef part{PartKind::BoltRow, s.id, static_cast<int>(i)};
            const PartState* state = stateOfPart(part);
            const bool isLoud = state && (state->state == CheckState::Over || state->state == CheckState::Close);
            const Tone tone = isLoud ? toneOf(state->state) : Tone::Ink;
            for (const double y : {-gauge / 2, gauge / 2}) {
                const Point2 c = f.page(y, levelOf(s, row.position));
                const double r = std::max(3.0, s.bolt.washerOuter / 2 * f.scale);
                d_.circle(c, r, Tone::Card, tone, isLoud ? 2 : weight::thin).target = part;
                d_.circle(c, std::max(1.6, s.bolt.d / 2 * f.scale), row.takesTension ? tone : Tone::SteelLight, tone,
                          weight::thin)
                    .target = part;
            }
            const Point2 right = f.page(std::max(s.spec.plate.width, joint_.column.section.b) / 2, levelOf(s, row.position));
            Shape& label = d_.label({right.x + 6, right.y + 4}, std::to_string(i + 1), textSize::small, Tone::FaintInk);
            label.target = part;
        }
    }

    std::string length(double mm) const {
        return shownNumber(std::abs(mm - std::round(mm)) < 0.05 ? std::round(mm) : mm, Quantity::Length, o_.units);
    }

    void faceDimensions(const ResolvedSide& s, const Frame& f, double top, double bottom) {
        const double edge = std::max(s.spec.plate.width, joint_.column.section.b) / 2;
        const double xFrom = f.page(-s.spec.plate.width / 2, 0).x - 3;
        const double x = f.page(-edge, 0).x - 14;
        double last = f.page(0, top).y;
        const auto add = [&](double level, DimensionRef ref) {
            const double y = f.page(0, level).y;
            verticalDimension(d_, x, xFrom, last, y, length(dimensionValue(joint_, ref)), ref);
            last = y;
        };
        for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
            const double level = levelOf(s, s.spec.rows[i].position);
            if (i == 0)
                add(level, {DimensionKind::EdgeTop, s.id, 0});
            else
                add(level, {DimensionKind::Pitch, s.id, static_cast<int>(i) - 1});
        }
        if (!s.spec.rows.empty()) add(bottom, {DimensionKind::EdgeBottom, s.id, 0});
        const double g = s.spec.bolts.gauge / 2;
        const double yTop = f.page(0, top).y - 13;
        horizontalDimension(d_, yTop, f.page(0, top).y - 2, f.page(-g, 0).x, f.page(g, 0).x, length(s.spec.bolts.gauge),
                            DimensionRef{DimensionKind::Gauge, s.id, 0});
        const double w = s.spec.plate.width / 2;
        horizontalDimension(d_, f.page(0, bottom).y + 22, f.page(0, bottom).y + 2, f.page(-w, 0).x, f.page(w, 0).x,
                            length(s.spec.plate.width), DimensionRef{DimensionKind::PlateWidth, s.id, 0});
        const std::size_t count = s.spec.rows.size() * 2;
        d_.label({f.x, f.page(0, bottom).y + 38}, std::to_string(count) + " " + s.spec.bolts.size + " " + s.spec.bolts.grade,
                 textSize::label, Tone::FaintInk, Align::Centre)
            .target = PartRef{PartKind::BoltRow, s.id, 0};
    }

    // ---- section ------------------------------------------------------------------------------------------------
    void section() {
        const Section& c = joint_.column.section;
        const auto rect = [&](double x0, double y0, double x1, double y1) {
            return std::vector<Point2>{plan_.page(x0, y0), plan_.page(x1, y0), plan_.page(x1, y1), plan_.page(x0, y1)};
        };
        const double h = c.h / 2;
        const auto piece = [&](PartRef part, Tone fill, double x0, double y0, double x1, double y1) {
            Shape s = d_.polygon(rect(x0, y0, x1, y1), fill, Tone::Ink, weight::thin);
            d_.shapes.back().target = s.target = part;
            shade(s, part);
        };
        piece({PartKind::ColumnWeb}, Tone::Steel, -h + c.t_f, -c.t_w / 2, h - c.t_f, c.t_w / 2);
        piece({PartKind::ColumnFlange, SideId::Right}, Tone::Steel, h - c.t_f, -c.b / 2, h, c.b / 2);
        piece({PartKind::ColumnFlange, SideId::Left}, Tone::Steel, -h, -c.b / 2, -h + c.t_f, c.b / 2);
        if (joint_.doubler) {
            const double half = h - c.t_f - 0.9 * c.r;
            for (int i = 0; i < joint_.doubler->sides; ++i) {
                const double y0 = (i ? -1 : 1) * c.t_w / 2;
                const double y1 = y0 + (i ? -1 : 1) * joint_.doubler->thickness;
                piece({PartKind::Doubler}, Tone::SteelDark, -half, std::min(y0, y1), half, std::max(y0, y1));
            }
        }
        for (const SideId id : {SideId::Right, SideId::Left}) {
            const ResolvedSide* s = joint_.side(id);
            if (!s) continue;
            const double dir = id == SideId::Right ? 1 : -1;
            const double w = s->spec.plate.width / 2;
            const double x1 = dir * (h + s->spec.plate.thickness);
            piece({PartKind::EndPlate, id}, Tone::SteelDark, std::min(dir * h, x1), -w, std::max(dir * h, x1), w);
            const double far = x1 + dir * 60;
            piece({PartKind::BeamTopFlange, id}, Tone::SteelLight, std::min(x1, far), -s->beam.section.b / 2, std::max(x1, far),
                  s->beam.section.b / 2);
            if (s->spec.stiffenerTop || s->spec.stiffenerBottom) planStiffener(*s);
            const double gauge = s->spec.bolts.gauge / 2;
            for (const double y : {-gauge, gauge})
                d_.polyline({plan_.page(dir * (h - c.t_f - 16), y), plan_.page(x1 + dir * 22, y)}, Tone::Ink,
                            std::max(1.5, s->bolt.d * plan_.scale * 0.6));
        }
        const Point2 bottom = plan_.page(0, -c.b / 2);
        d_.label({bottom.x, std::min(d_.height - 4, bottom.y + 15)},
                 (o_.width < 640 ? "section, " : "section through the column, ") + c.designation + " " +
                     joint_.columnSpec.member.steel,
                 textSize::label, Tone::FaintInk, Align::Centre)
            .target = PartRef{PartKind::ColumnWeb};
    }

    void planStiffener(const ResolvedSide& s) {
        const Section& c = joint_.column.section;
        const bool top = s.spec.stiffenerTop.has_value();
        const StiffenerSpec& spec = top ? *s.spec.stiffenerTop : *s.spec.stiffenerBottom;
        const double width = stiffenerWidth(spec.width, c);
        const double inner = c.h / 2 - c.t_f;
        for (const double sign : {-1.0, 1.0}) {
            Shape& piece =
                d_.polygon({plan_.page(-inner, sign * c.t_w / 2), plan_.page(inner, sign * c.t_w / 2),
                            plan_.page(inner, sign * (c.t_w / 2 + width)), plan_.page(-inner, sign * (c.t_w / 2 + width))},
                           Tone::Steel, Tone::FaintInk, weight::thin);
            piece.opacity = 0.45;
            piece.target = PartRef{top ? PartKind::StiffenerTop : PartKind::StiffenerBottom, s.id};
        }
    }

    void names() {
        if ((a_.beamEndRight - joint_.column.section.h / 2) * elevation_.scale < 90) return; // no room beside the break line
        const ResolvedSide& s = joint_.right;
        const Point2 p = elevation_.page((joint_.column.section.h / 2 + s.spec.plate.thickness + a_.beamEndRight) / 2,
                                         levelOf(s, s.depth / 2));
        Shape& name = d_.label({p.x + 10, p.y - 2}, s.beam.section.designation, textSize::label, Tone::FaintInk, Align::Centre);
        name.target = PartRef{PartKind::BeamWeb, SideId::Right};
        Shape& steel = d_.label({p.x + 10, p.y + 12}, s.spec.beam.steel, textSize::small, Tone::FaintInk, Align::Centre);
        steel.target = PartRef{PartKind::BeamWeb, SideId::Right};
        if (!joint_.left) return;
        const ResolvedSide& l = *joint_.left;
        const Point2 q = elevation_.page(-(joint_.column.section.h / 2 + l.spec.plate.thickness - a_.beamEndLeft) / 2,
                                         levelOf(l, l.depth / 2));
        d_.label({q.x - 10, q.y - 2}, l.beam.section.designation, textSize::label, Tone::FaintInk, Align::Centre).target =
            PartRef{PartKind::BeamWeb, SideId::Left};
        d_.label({q.x - 10, q.y + 12}, l.spec.beam.steel, textSize::small, Tone::FaintInk, Align::Centre).target =
            PartRef{PartKind::BeamWeb, SideId::Left};
    }

    const ResolvedJoint& joint_;
    const SheetOptions& o_;
    Assembly a_;
    std::vector<PartState> states_;
    Drawing d_;
    Frame elevation_, faceLeft_, faceRight_, plan_;
    double faceX_ = 0, faceScale_ = 1;
};

} // namespace

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
    return Sheet(joint, result, options).run();
}

} // namespace zg
