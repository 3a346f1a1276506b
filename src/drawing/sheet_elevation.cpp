#include "base/text.h"
#include "drawing/pieces.h"
#include "drawing/sheet_canvas.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

class Elevation {
public:
    explicit Elevation(SheetCanvas& canvas)
        : canvas_(canvas), joint_(canvas.joint), o_(canvas.options), a_(canvas.assembly), d_(canvas.drawing),
          elevation_(canvas.elevation) {}

    void draw() {
        std::vector<const PlatePart*> plates;
        for (const PlatePart& p : a_.plates) plates.push_back(&p);
        std::stable_sort(plates.begin(), plates.end(), [&](const PlatePart* a, const PlatePart* b) {
            return order(a->part.kind) + nearness(a->part) < order(b->part.kind) + nearness(b->part);
        });
        for (const PlatePart* p : plates) elevationPlate(*p);
        for (const BoltPart& b : a_.bolts) {
            const ResolvedSide* s = joint_.side(b.part.side);
            if (!s || s->direction == Direction::Back) continue;
            if (std::abs(b.nut.y - b.head.y) > std::abs(b.nut.x - b.head.x))
                boltHead(b);
            else if (!s->isInPlane() || b.head.y > 0)
                elevationBolt(b);
        }
        for (const WeldPart& w : a_.welds) elevationWeld(w);
        breaks();
        if (o_.withGhosts) ghosts();
        panelLabel();
        if (o_.set >= 0 && o_.set < static_cast<int>(joint_.actions.size())) {
            for (const ResolvedSide& s : joint_.sides) {
                if (s.isPartner && !findForces(joint_.actions[static_cast<std::size_t>(o_.set)], s.id)) continue; // the held end
                s.isInPlane() ? forces(s) : forcesOutOfPlane(s);
            }
        }
        names();
    }

private:
    static Tone fillOf(PartKind kind) {
        switch (kind) {
        case PartKind::ColumnWeb:
        case PartKind::HaunchWeb:
        case PartKind::BeamWeb: return Tone::SteelLight;
        case PartKind::BackingTop:
        case PartKind::BackingBottom: return Tone::SteelDark;
        default: return Tone::Steel;
        }
    }
    /// What stands before the frame is drawn over it, what stands behind it first.
    int nearness(const PartRef& part) const {
        const ResolvedSide* s = joint_.side(part.side);
        const bool isOfEnd =
            isOfBeam(part) || part.kind == PartKind::FinPlate || part.kind == PartKind::EndPlate || isOfHaunch(part.kind);
        return !s || !isOfEnd || s->isInPlane() ? 0 : s->direction == Direction::Front ? 100 : -100;
    }
    static int order(PartKind kind) {
        switch (kind) {
        case PartKind::ColumnWeb: return 0;
        case PartKind::BeamWeb:
        case PartKind::HaunchWeb: return 1;
        case PartKind::HaunchToeStiffener:
        case PartKind::HaunchStiffener: return 2;
        case PartKind::HaunchFlange: return 5;
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

    std::vector<Point2> projected(const PlatePart& p) const {
        std::vector<Point2> points = seenFromFront(p);
        for (Point2& q : points) q = elevation_.page(q.x, q.y);
        return points;
    }

    void elevationPlate(const PlatePart& p) {
        // Of a pair on both sides of a web only the front one is seen.
        const double y =
            p.origin.y + p.v.y * (p.outline[0].y + p.outline[2].y) / 2 + p.u.y * (p.outline[0].x + p.outline[2].x) / 2;
        const bool isPair = p.part.kind == PartKind::StiffenerTop || p.part.kind == PartKind::StiffenerBottom ||
                            p.part.kind == PartKind::Diagonal || p.part.kind == PartKind::HaunchToeStiffener ||
                            p.part.kind == PartKind::HaunchStiffener;
        if (isPair && y < 0) return;
        Shape s;
        s.points = projected(p);
        s.fill = fillOf(p.part.kind);
        s.stroke = Tone::Ink;
        s.width = weight::outline;
        s.target = p.part;
        if (nearness(p.part) < 0) { // seen through the column
            s.isDashed = true;
            s.width = weight::thin;
        }
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
            canvas_.shade(s, p.part);
    }

    /// The panel between the beam flanges carries the colour of the web's checks.
    void panelTint() {
        const Section& c = joint_.column.section;
        double top = levelOf(joint_.main(), 0);
        double bottom = levelOf(joint_.main(), joint_.main().bottom());
        for (const ResolvedSide& s : joint_.sides) {
            if (!s.isInPlane()) continue;
            top = std::max(top, levelOf(s, s.top()));
            bottom = std::min(bottom, levelOf(s, s.bottom()));
        }
        top = std::min(top, a_.columnTop);
        const double x = c.h / 2 - c.t_f;
        Shape s;
        s.points = {elevation_.page(-x, bottom), elevation_.page(x, bottom), elevation_.page(x, top), elevation_.page(-x, top)};
        s.target = PartRef{PartKind::ColumnWeb};
        canvas_.shade(s, {PartKind::ColumnWeb});
    }

    void panelLabel() {
        const PartState* state = canvas_.stateOf({PartKind::ColumnWeb});
        if (!state || state->utilisation < 0.005) return;
        // Clear of a member that stands before the web.
        const bool isHidden =
            std::any_of(joint_.sides.begin(), joint_.sides.end(), [](const ResolvedSide& s) { return !s.isInPlane(); });
        const Point2 c = isHidden ? elevation_.page(0, a_.columnTop - 34 / elevation_.scale)
                                  : elevation_.page(0, levelOf(joint_.main(), joint_.main().depth * 0.42));
        const bool isCalm = state->state == CheckState::Within;
        const Tone tone = isCalm ? Tone::FaintInk : Tone::Ink;
        if (joint_.column.section.h * elevation_.scale > 60) {
            d_.label({c.x, c.y - 3}, "web", textSize::label, tone, Align::Centre).target = PartRef{PartKind::ColumnWeb};
            Shape& s = d_.label({c.x, c.y + 12}, fixedDecimals(state->utilisation, 2), textSize::strong, tone, Align::Centre);
            s.isBold = true;
            s.target = PartRef{PartKind::ColumnWeb};
        }
    }

    /// A bolt whose axis leaves the elevation.
    void boltHead(const BoltPart& b) {
        const Point2 c = elevation_.page(b.head.x, b.head.z);
        d_.circle(c, std::max(3.0, b.washerOuter / 2 * elevation_.scale), Tone::Card, Tone::Ink, weight::thin).target = b.part;
        d_.circle(c, std::max(1.6, b.d / 2 * elevation_.scale), Tone::Ink, Tone::Ink, weight::thin).target = b.part;
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
        const PartState* state = canvas_.stateOf(b.part);
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
        const bool isFlange = w.part.kind == PartKind::WeldTop || w.part.kind == PartKind::WeldBottom;
        const ResolvedSide* side = joint_.side(w.part.side);
        if (w.kind == WeldKind::Butt || !isFlange || !side || !side->isInPlane()) return;
        const double leg = w.throat * 1.41421356 * elevation_.scale;
        if (leg < 2) return;
        const double dir = side->dir();
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
        if (joint_.hasColumn) {
            if (!a_.columnEnds) breakLine(elevation_.page(-h, a_.columnTop), elevation_.page(h, a_.columnTop));
            breakLine(elevation_.page(-h, a_.columnBottom), elevation_.page(h, a_.columnBottom));
        }
        const auto beam = [&](const ResolvedSide& s, double x) {
            const double rise = std::abs(x - joint_.faceOf(s) - s.dir() * s.spec.plate.thickness) * s.sinSlope / s.cosSlope;
            breakLine(elevation_.page(x, levelOf(s, 0) + rise), elevation_.page(x, levelOf(s, s.depth) + rise));
        };
        for (const ResolvedSide& s : joint_.sides)
            if (s.isInPlane()) beam(s, a_.beamEnd(s.id));
    }

    // ---- what could be added ------------------------------------------------------------------------------------
    void ghost(FittingRef ref, std::vector<Point2> points) {
        if (!canTake(joint_, ref)) return;
        const double ghostWidth = 1.2;
        Shape& s = d_.polygon(std::move(points), Tone::Accent, Tone::Accent, ghostWidth);
        s.opacity = 0.10;
        s.isDashed = true;
        s.isGhost = true;
        s.target = ref;
        s.text = wordOf(ref);
    }
    std::vector<Point2> box(double x0, double z0, double x1, double z1) const {
        return {elevation_.page(x0, z0), elevation_.page(x1, z0), elevation_.page(x1, z1), elevation_.page(x0, z1)};
    }

    void ghosts() {
        const Section& c = joint_.column.section;
        const double inner = c.h / 2 - c.t_f;
        beamGhosts();
        for (const ResolvedSide& side : joint_.sides) {
            if (!side.isInPlane() || side.isPartner) continue;
            const ResolvedSide* s = &side;
            const EndId id = side.id;
            const ResolvedSide* other = joint_.opposite(id);
            const double dir = side.dir();
            const double t = std::max(12.0, s->flange) / 2;
            const double top = flangeLevel(*s, true);
            const double bottom = flangeLevel(*s, false);
            const double x0 = dir > 0 ? 0.12 * inner : -inner;
            const double x1 = dir > 0 ? inner : -0.12 * inner;
            const bool isShared = other && std::abs(top - levelOf(*other, 0)) < 30 && dir < 0;
            if (!s->spec.stiffenerTop && !(isShared && joint_.main().spec.stiffenerTop))
                ghost({FittingKind::StiffenerTop, id, 0}, box(other ? x0 : -inner, top - t, other ? x1 : inner, top + t));
            if (!s->spec.stiffenerBottom)
                ghost({FittingKind::StiffenerBottom, id, 0},
                      box(other ? x0 : -inner, bottom - t, other ? x1 : inner, bottom + t));
            const double face = joint_.faceOf(side) + dir * s->spec.plate.thickness;
            if (!s->spec.ribTop && s->spec.plate.above > 40) {
                ghost({FittingKind::RibTop, id, 0}, {elevation_.page(face, levelOf(*s, 0)),
                                                     elevation_.page(face + dir * 1.6 * s->spec.plate.above, levelOf(*s, 0)),
                                                     elevation_.page(face, plateTop(*s))});
            }
            if (!s->spec.ribBottom && s->spec.plate.below > 40) {
                ghost({FittingKind::RibBottom, id, 0},
                      {elevation_.page(face, levelOf(*s, s->depth)),
                       elevation_.page(face + dir * 1.6 * s->spec.plate.below, levelOf(*s, s->depth)),
                       elevation_.page(face, plateBottom(*s))});
            }
            if (side.kind == ConnectionKind::DirectWeld) weldedGhosts(side);
            if (!side.isHaunched()) { // only what fits on the page
                const double run = std::min(1.1 * s->depth, std::abs(a_.beamEnd(id) - face) * 0.85),
                             face0 = levelOf(*s, s->depth);
                const double rise = run * s->sinSlope / s->cosSlope;
                ghost({FittingKind::HaunchBelow, id, 0},
                      {elevation_.page(face, face0), elevation_.page(face + dir * run, face0 + rise),
                       elevation_.page(face, face0 - 0.35 * s->depth)});
            }
            if (const auto room = roomForRow(joint_, id)) {
                const double half = joint_.side(id)->bolt.d / 2;
                ghost({FittingKind::Row, id, *room}, box(joint_.faceOf(side) - dir * ((joint_.hasColumn ? c.t_f : 0) + 18),
                                                         levelOf(*s, *room) - half, face + dir * 22, levelOf(*s, *room) + half));
            }
        }
        if (joint_.columnSpec.endAbove && !joint_.topPlate)
            ghost({FittingKind::TopPlate, ends::right, 0}, box(-c.h / 2, a_.columnTop, c.h / 2, a_.columnTop + 16));
        if (!joint_.doubler) {
            const double z = levelOf(joint_.main(), joint_.main().depth * 0.72);
            ghost({FittingKind::Doubler, ends::right, 0},
                  box(-inner * 0.82, z - 0.12 * joint_.main().depth, inner * 0.82, z + 0.12 * joint_.main().depth));
        }
        if (!joint_.diagonal) {
            const double z0 = levelOf(joint_.main(), joint_.main().depth * 0.22);
            const double z1 = levelOf(joint_.main(), joint_.main().depth * 0.08);
            ghost({FittingKind::Diagonal, ends::right, 0},
                  {elevation_.page(-inner, z1), elevation_.page(-inner * 0.25, z0 - 10), elevation_.page(-inner * 0.25, z0 + 10),
                   elevation_.page(-inner + 8, z1 + 4)});
        }
    }

    /// At welded flanges: ribs outside them, a plate that the web is bolted to.
    void weldedGhosts(const ResolvedSide& s) {
        const double dir = s.dir(), face = joint_.faceOf(s), height = 0.25 * s.depth, run = 1.6 * height;
        const auto rib = [&](FittingKind kind, double down, double high) {
            ghost({kind, s.id, 0}, {elevation_.page(face, levelOf(s, down)), elevation_.page(face + dir * run, levelOf(s, down)),
                                    elevation_.page(face, levelOf(s, down) + high)});
        };
        if (!s.spec.ribTop) rib(FittingKind::RibTop, 0, height);
        if (!s.spec.ribBottom) rib(FittingKind::RibBottom, s.depth, -height);
        if (!s.isWebBolted)
            ghost({FittingKind::WebPlate, s.id, 0},
                  box(face, levelOf(s, 0.28 * s.depth), face + dir * 100, levelOf(s, 0.72 * s.depth)));
    }

    /// Beams that could frame in: on the free flange by an end plate or welded, before the web by a fin plate.
    void beamGhosts() {
        const ResolvedSide& like = joint_.main();
        const Section& c = joint_.column.section;
        const double top = levelOf(like, 0) - like.spec.level, low = top - like.beam.section.h;
        const double reach = std::max(70.0, 0.35 * like.depth);
        for (const auto& [end, direction] : {std::pair{ends::left, Direction::Left}, std::pair{ends::right, Direction::Right}}) {
            const bool isTaken = std::any_of(joint_.sides.begin(), joint_.sides.end(),
                                             [d = direction](const ResolvedSide& s) { return s.direction == d; });
            if (isTaken) continue;
            const double dir = end == ends::right ? 1 : -1, x0 = dir * c.h / 2;
            const double room = (dir > 0 ? canvas_.drawing.width - elevation_.page(x0, 0).x : elevation_.page(x0, 0).x) - 4;
            const double x1 = x0 + dir * std::min(reach, std::max(0.0, room / elevation_.scale));
            ghost({FittingKind::Beam, end, 0, ConnectionKind::EndPlate}, box(x0, top, x1, top - 0.45 * like.depth));
            ghost({FittingKind::Beam, end, 0, ConnectionKind::DirectWeld}, box(x0, top - 0.55 * like.depth, x1, low));
        }
        const bool isFrontTaken = std::any_of(joint_.sides.begin(), joint_.sides.end(),
                                              [](const ResolvedSide& s) { return s.direction == Direction::Front; });
        if (isFrontTaken) return;
        const double half = std::min(0.3 * c.h, 0.35 * like.beam.section.b), middle = top - 0.5 * like.depth;
        ghost({FittingKind::Beam, ends::front, 0, ConnectionKind::FinPlate},
              box(-half, middle - 0.1 * like.depth, half, middle + 0.1 * like.depth));
    }

    // ---- forces -------------------------------------------------------------------------------------------------
    void forces(const ResolvedSide& s) {
        const EndId id = s.id;
        const EndForces f = forcesAt(joint_.actions[static_cast<std::size_t>(o_.set)], id);
        const double dir = s.dir();
        const double end = a_.beamEnd(id);
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

    /// A member that leaves the elevation shows its shear at its own section.
    void forcesOutOfPlane(const ResolvedSide& s) {
        const EndForces f = forcesAt(joint_.actions[static_cast<std::size_t>(o_.set)], s.id);
        const Point2 c = elevation_.page(0, levelOf(s, 1.25 * s.depth));
        const ForceRef ref{ForceRef::Kind::V, s.id};
        const double sign = f.V < 0 ? -1 : 1;
        d_.polyline({{c.x, c.y - sign * 14}, {c.x, c.y + sign * 8}}, Tone::Ink, 1.8).target = ref;
        arrowHead(d_, {c.x, c.y + sign * 14}, {0, sign}, 9, Tone::Ink, ref);
        Shape& label = d_.label({c.x, c.y + 28}, "V " + name(s.id) + " " + shown(f.V, Quantity::Force, o_.units), textSize::label,
                                Tone::Ink, Align::Centre);
        label.target = ref;
        label.hasHalo = true;
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

    void names() {
        for (const ResolvedSide& s : joint_.sides) {
            if (!s.isInPlane()) continue;
            const double end = a_.beamEnd(s.id), dir = s.dir(), half = std::abs(joint_.faceOf(s));
            // No room beside the break line of a single beam.
            if (&s == &joint_.main() && (std::abs(end) - half) * elevation_.scale < 64) return;
            Point2 p = elevation_.page(dir * (half + s.spec.plate.thickness + std::abs(end)) / 2, levelOf(s, s.depth / 2));
            if (s.isHaunched()) p.y -= 10; // clear of the haunch's own numbers
            const double x = p.x + (dir > 0 ? -4 : 8);
            d_.label({x, p.y - 2}, s.beam.section.designation, textSize::label, Tone::FaintInk, Align::Centre).target =
                PartRef{PartKind::BeamWeb, s.id};
            d_.label({x, p.y + 12}, s.spec.beam.steel, textSize::small, Tone::FaintInk, Align::Centre).target =
                PartRef{PartKind::BeamWeb, s.id};
        }
    }

    SheetCanvas& canvas_;
    const ResolvedJoint& joint_;
    const SheetOptions& o_;
    const Assembly& a_;
    Drawing& d_;
    const Frame& elevation_;
};

} // namespace

void drawElevation(SheetCanvas& canvas) { Elevation(canvas).draw(); }

} // namespace zg
