#include "base/text.h"
#include "drawing/pieces.h"
#include "drawing/sheet_canvas.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// Haunches on the Sheet as on a shop drawing: slope, depth, length and angle with what takes hold of them, notes, a section.
class Haunches {
public:
    explicit Haunches(SheetCanvas& canvas)
        : canvas_(canvas), joint_(canvas.joint), o_(canvas.options), d_(canvas.drawing), elevation_(canvas.elevation) {}

    void draw() {
        for (const ResolvedSide& s : joint_.sides) {
            if (!s.isInPlane()) continue;
            if (s.spec.slope != 0 && s.isHaunched()) slope(s);
            if (s.spec.cut) reduced(s);
            for (const bool isBelow : {true, false})
                if (s.haunch(isBelow)) haunch(s, *s.haunch(isBelow));
        }
        notes();
        section();
    }

private:
    std::string length(double mm) const { return shownNumber(mm, Quantity::Length, o_.units); }
    /// x of a point a distance out of the end plate of a side.
    static double at(const ResolvedJoint& joint, const ResolvedSide& s, double away) {
        return joint.faceOf(s) + s.dir() * (s.spec.plate.thickness + away);
    }
    Point2 page(const ResolvedSide& s, double away, double level) const { return elevation_.page(at(joint_, s, away), level); }

    /// The slope as a triangle above the member.
    void slope(const ResolvedSide& s) {
        const double tan = s.sinSlope / s.cosSlope, dir = s.dir(),
                     away = 0.42 * (std::abs(canvas_.assembly.beamEnd(s.id)) - std::abs(joint_.faceOf(s)));
        const Point2 from = page(s, away, levelOf(s, 0) + away * tan), corner{from.x + dir * 62, from.y - 12};
        const Point2 start{from.x, from.y - 12};
        const Point2 tip{corner.x, corner.y - 62 * tan};
        d_.polyline({start, corner, tip, start}, Tone::FaintInk, weight::dimension);
        Shape& text = d_.label({std::min(start.x, corner.x) + 31, std::min(start.y, tip.y) - 5},
                               shown(s.spec.slope, Quantity::Angle, o_.units), textSize::dimension, Tone::Ink, Align::Centre);
        text.target = DimensionRef{DimensionKind::Slope, s.id, 0};
        text.hasHalo = true;
    }

    /// A reduced section: where the flanges are cut away, and by how much.
    void reduced(const ResolvedSide& s) {
        const EndSpec::Cut& cut = *s.spec.cut;
        const double tan = s.sinSlope / s.cosSlope, from = cut.from * s.cosSlope;
        // As far as the beam is drawn.
        const double drawn = std::abs(canvas_.assembly.beamEnd(s.id)) - std::abs(at(joint_, s, 0));
        const double to = std::min(drawn, (cut.from + cut.length) * s.cosSlope);
        if (to <= from) return;
        const PartRef beam{PartKind::BeamTopFlange, s.id};
        for (const double down : {0.0, s.depth - s.flange}) {
            const Point2 a = page(s, from, levelOf(s, down) + from * tan), b = page(s, to, levelOf(s, down) + to * tan);
            const double t = s.flange * elevation_.scale;
            Shape& zone = d_.polygon({a, b, {b.x, b.y + t}, {a.x, a.y + t}}, Tone::Accent, Tone::Accent, weight::thin);
            zone.opacity = 0.35;
            zone.target = beam;
        }
        const Point2 middle = page(s, (from + to) / 2, levelOf(s, 0) + (from + to) / 2 * tan);
        // Of the arc through both ends and the middle of the cut (AISC 358-16 figure 5.1).
        const double radius = (4 * cut.depth * cut.depth + cut.length * cut.length) / (8 * cut.depth);
        Shape& text =
            d_.label({middle.x, middle.y - 8},
                     "flanges cut " + length(cut.depth) + " deep, " + length(cut.length) + " long, radius " + length(radius),
                     textSize::small, Tone::Ink, Align::Centre);
        text.hasHalo = true;
        text.target = beam;
    }

    void haunch(const ResolvedSide& s, const ResolvedHaunch& h) {
        const double sign = h.isBelow ? 1 : -1, dir = s.dir(), tan = s.sinSlope / s.cosSlope, L = h.spec.length;
        const int index = h.isBelow ? 0 : 1;
        const double face = levelOf(s, h.isBelow ? s.depth : 0), outer = face - sign * h.spec.depth;
        const Point2 toe = page(s, L, face + L * tan), tip = page(s, 0, outer), top = page(s, 0, face);
        // Depth inside the haunch, length beyond its flange.
        const double reach = std::abs(toe.x - tip.x);
        const double x = tip.x + dir * std::min(22.0, 0.1 * reach + 10);
        verticalDimension(d_, x, tip.x, top.y, tip.y, length(h.spec.depth),
                          DimensionRef{DimensionKind::HaunchDepth, s.id, index});
        const double lowest = h.isBelow ? std::max(tip.y, toe.y) + 34 : std::min(tip.y, toe.y) - 26;
        horizontalDimension(d_, lowest, h.isBelow ? tip.y + 6 : tip.y - 6, std::min(tip.x, toe.x), std::max(tip.x, toe.x),
                            length(L), DimensionRef{DimensionKind::HaunchLength, s.id, index});
        if (reach > 150) angle(s, h, toe, dir, reach);
        handle(toe, {DimensionKind::HaunchLength, s.id, -1 - index});
        handle(tip, {DimensionKind::HaunchDepth, s.id, -1 - index});
        if (!o_.withGhosts) return;
        if (!h.spec.toeStiffener) { // square to the member, from the toe
            const double d = s.beam.section.h, t = 7 / elevation_.scale;
            const Point2 far{toe.x - dir * elevation_.scale * sign * d * s.sinSlope,
                             toe.y - elevation_.scale * sign * d * s.cosSlope};
            const double half = t * elevation_.scale / 2;
            ghost({FittingKind::ToeStiffener, s.id, 0},
                  {{toe.x - half, toe.y}, {toe.x + half, toe.y}, {far.x + half, far.y}, {far.x - half, far.y}});
        }
        if (!h.spec.midStiffener && h.clear() > 0) {
            const double other = h.isTaper ? levelOf(s, h.isBelow ? 0 : s.depth) : face;
            const Point2 low = page(s, L / 2, outer + L / 2 * h.tan), high = page(s, L / 2, other + L / 2 * tan);
            ghost({FittingKind::HaunchStiffener, s.id, 0},
                  {{low.x - 3, low.y}, {low.x + 3, low.y}, {high.x + 3, high.y}, {high.x - 3, high.y}});
        }
    }

    /// Its angle to the member, on an arc round the toe.
    void angle(const ResolvedSide& s, const ResolvedHaunch& h, Point2 toe, double dir, double reach) {
        const double radius = reach > 200 ? std::min(120.0, 0.52 * reach) : 0.34 * reach, from = s.spec.slope,
                     to = std::atan(h.tan);
        std::vector<Point2> arc;
        for (int i = 0; i <= 12; ++i) {
            const double a = from + (to - from) * i / 12;
            arc.push_back({toe.x - dir * radius * std::cos(a), toe.y + radius * std::sin(a)});
        }
        d_.polyline(arc, Tone::FaintInk, weight::dimension);
        Shape& text = d_.label({arc[6].x - dir * 6, arc[6].y + 4}, shown(h.alpha, Quantity::Angle, o_.units), textSize::dimension,
                               Tone::Ink, dir > 0 ? Align::Right : Align::Left);
        text.target = DimensionRef{DimensionKind::HaunchAngle, s.id, h.isBelow ? 0 : 1};
        text.hasHalo = true;
    }

    void handle(Point2 p, const DimensionRef& target) {
        Shape& box = d_.polygon({{p.x - 5, p.y - 5}, {p.x + 5, p.y - 5}, {p.x + 5, p.y + 5}, {p.x - 5, p.y + 5}}, Tone::Card,
                                Tone::Accent, 1.4);
        box.target = target;
    }

    void ghost(FittingRef ref, std::vector<Point2> points) {
        if (!canTake(joint_, ref)) return;
        Shape& s = d_.polygon(std::move(points), Tone::Accent, Tone::Accent, 1.2);
        s.opacity = 0.10;
        s.isDashed = true;
        s.isGhost = true;
        s.target = ref;
        s.text = wordOf(ref);
    }

    static std::string weldOf(const WeldSpec& weld, const std::string& throat) {
        return weld.kind == WeldKind::Butt ? "butt" : "a " + throat;
    }

    /// What the drawing does not show by itself, in a few short lines under the haunch.
    void notes() {
        const ResolvedSide& s = joint_.main();
        const std::optional<ResolvedHaunch>& any = s.haunchBelow ? s.haunchBelow : s.haunchAbove;
        if (!any || o_.height < 420) return;
        const ResolvedHaunch& h = *any;
        const auto* cutting = std::get_if<Cutting>(&h.spec.made);
        std::vector<std::string> lines{
            std::string(h.isTaper ? "taper" : "haunch") + " " +
                (h.isTaper ? "without a flange between, its flange " + length(h.t_f)
                 : cutting ? "cut from " + cutting->section + ", one length gives two"
                           : "of plates " + length(h.t_f) + " × " + length(h.b) + " and " + length(h.t_w)) +
                ", " + h.spec.steel,
            "its welds: flange " + weldOf(h.spec.flangeWeld, length(h.spec.flangeWeld.throat)) +
                (h.isTaper ? ", on its web a " + length(h.spec.throat)
                           : ", web " + weldOf(h.spec.webWeld, length(h.spec.webWeld.throat)) + ", along the beam a " +
                                 length(h.spec.throat)) +
                ", toe " + weldOf(h.spec.toeWeld, length(h.spec.toeWeld.throat)),
            "beam welds: flanges " + weldOf(s.spec.topWeld, length(s.spec.topWeld.throat)) + ", web " +
                weldOf(s.spec.webWeld, length(s.spec.webWeld.throat)) +
                (h.spec.isToeHeld ? "; held sideways at the toe" : "; nothing given that holds the toe sideways")};
        if (d_.faceTop > 0) { // beside the faces, under the elevation
            double y = canvas_.drawing.faceTop + 70;
            for (const std::string& line : lines)
                y = paragraph(d_, {24, y}, line, textSize::small, Tone::FaintInk, 0.26 * o_.width) + 5;
            return;
        }
        // Beside a column's lower end; two members leave room from the margin on.
        const double left = joint_.hasColumn ? std::max(24.0, elevation_.page(joint_.faceOf(s), 0).x + 24) : 24;
        double y = o_.height - 16 - 15 * static_cast<double>(lines.size() - 1);
        for (const std::string& line : lines) {
            d_.label({left, y}, line, textSize::small, Tone::FaintInk, Align::Left).target =
                PartRef{PartKind::HaunchFlange, s.id, h.isBelow ? 0 : 1};
            y += 15;
        }
    }

    /// Across member and haunch, at three tenths of its length, square to the plate's normal.
    void section() {
        if (!canvas_.hasHaunchSection) return;
        const ResolvedSide& s = joint_.main();
        const Frame& f = canvas_.haunchSection;
        const double share = 0.3;
        const std::optional<ResolvedHaunch>& any = s.haunchBelow ? s.haunchBelow : s.haunchAbove;
        const double away = share * any->spec.length;
        const auto rect = [&](PartRef part, double x0, double down0, double x1, double down1, Tone fill) {
            Shape shape = d_.polygon({f.page(x0, -down0), f.page(x1, -down0), f.page(x1, -down1), f.page(x0, -down1)}, fill,
                                     Tone::Ink, weight::thin);
            d_.shapes.back().target = shape.target = part;
            canvas_.shade(shape, part);
        };
        const Section& b = s.beam.section;
        const auto isTaper = [&](bool isBelow) { return s.haunch(isBelow) && s.haunch(isBelow)->isTaper; };
        rect({PartKind::BeamWeb, s.id}, -b.t_w / 2, s.flange, b.t_w / 2, s.depth - s.flange, Tone::SteelLight);
        if (!isTaper(false)) rect({PartKind::BeamTopFlange, s.id}, -b.b / 2, 0, b.b / 2, s.flange, Tone::Steel);
        if (!isTaper(true)) rect({PartKind::BeamBottomFlange, s.id}, -b.b / 2, s.depth - s.flange, b.b / 2, s.depth, Tone::Steel);
        double low = s.depth, high = 0;
        for (const bool isBelow : {true, false}) {
            const auto& h = s.haunch(isBelow);
            if (!h) continue;
            const double left = std::max(0.0, 1 - away / h->spec.length) * h->spec.depth, sign = isBelow ? 1 : -1;
            const double face = isBelow ? s.depth : 0, flange = face + sign * (left - h->flange), outer = face + sign * left,
                         web = h->isTaper ? face - sign * s.flange : face;
            const int index = isBelow ? 0 : 1;
            rect(h->isTaper ? PartRef{PartKind::BeamWeb, s.id} : PartRef{PartKind::HaunchWeb, s.id, index}, -h->t_w / 2,
                 std::min(web, flange), h->t_w / 2, std::max(web, flange), Tone::SteelLight);
            rect({PartKind::HaunchFlange, s.id, index}, -h->b / 2, std::min(flange, outer), h->b / 2, std::max(flange, outer),
                 Tone::Steel);
            low = std::max(low, outer);
            high = std::min(high, outer);
            // Its fillets on the member's flange; a taper's on its own.
            const double at = h->isTaper ? flange : face, into = h->isTaper ? -sign : sign;
            const double leg = std::max(2.5, h->spec.throat * 1.4142 * f.scale);
            for (const double side : {-1.0, 1.0}) {
                const Point2 corner = f.page(side * h->t_w / 2, -at);
                d_.polygon({corner, {corner.x + side * leg, corner.y}, {corner.x, corner.y + into * leg}}, Tone::Weld, Tone::None,
                           0)
                    .target = PartRef{PartKind::WeldHaunch, s.id, index};
            }
        }
        const Point2 under = f.page(0, -low);
        d_.label({under.x, under.y + 16},
                 "A–A, " + length(std::round(away)) + (s.kind == ConnectionKind::EndPlate ? " from the plate" : " from the face"),
                 textSize::label, Tone::FaintInk, Align::Centre);
        // Where it is cut.
        const double tan = s.sinSlope / s.cosSlope, dir = s.dir();
        for (const bool isUpper : {true, false}) {
            const double level = levelOf(s, isUpper ? high : low) + away * tan;
            const Point2 p = page(s, away, level), q{p.x, p.y + (isUpper ? -16 : 16)};
            d_.polyline({{p.x, p.y + (isUpper ? -6 : 6)}, q, {q.x - dir * 10, q.y}}, Tone::Ink, weight::outline);
            arrowHead(d_, {q.x - dir * 14, q.y}, {-dir, 0}, 6, Tone::Ink);
            d_.label({q.x + dir * 8, q.y + 4}, "A", textSize::label, Tone::Ink, dir > 0 ? Align::Left : Align::Right).isBold =
                true;
        }
    }

    SheetCanvas& canvas_;
    const ResolvedJoint& joint_;
    const SheetOptions& o_;
    Drawing& d_;
    const Frame& elevation_;
};

} // namespace

void drawHaunches(SheetCanvas& canvas) { Haunches(canvas).draw(); }

} // namespace zg
