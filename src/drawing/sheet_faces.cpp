#include "base/text.h"
#include "drawing/pieces.h"
#include "drawing/sheet_canvas.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

class Faces {
public:
    explicit Faces(SheetCanvas& canvas)
        : canvas_(canvas), joint_(canvas.joint), o_(canvas.options), a_(canvas.assembly), d_(canvas.drawing), plan_(canvas.plan) {
    }

    // ---- faces --------------------------------------------------------------------------------------------------
    void plateFace(const ResolvedSide& s) {
        const EndId id = s.id;
        const Frame& f = canvas_.faces.at(id);
        const double w = s.spec.plate.width / 2;
        const double top = plateTop(s);
        const double bottom = plateBottom(s);
        const auto rect = [&](double x0, double z0, double x1, double z1) {
            return std::vector<Point2>{f.page(x0, z0), f.page(x1, z0), f.page(x1, z1), f.page(x0, z1)};
        };
        // The column flange behind, as far as it is wider or taller.
        const double cb = joint_.hasColumn ? joint_.column.section.b / 2 : 0;
        if (joint_.hasColumn) {
            const double columnTop = std::min(a_.columnTop, top + 26 / f.scale);
            for (const double x : {-cb, cb})
                d_.polyline({f.page(x, bottom - 20 / f.scale), f.page(x, columnTop)}, Tone::FaintInk, weight::thin).isDashed =
                    true;
        }
        const bool isBolted = s.kind == ConnectionKind::EndPlate;
        if (isBolted) {
            Shape plate = d_.polygon(rect(-w, bottom, w, top), Tone::Steel, Tone::Ink, weight::outline);
            d_.shapes.back().target = plate.target = PartRef{PartKind::EndPlate, id};
            canvas_.shade(plate, {PartKind::EndPlate, id});
        }
        const auto member = [&](PartRef ref, double x0, double down0, double x1, double down1) {
            Shape part =
                d_.polygon(rect(x0, levelOf(s, down0), x1, levelOf(s, down1)), Tone::SteelLight, Tone::Ink, weight::thin);
            d_.shapes.back().target = part.target = ref;
            canvas_.shade(part, ref);
        };
        const EndFace face = endFace(s);
        for (std::size_t i = 0; i + 1 < face.flanges.size(); ++i)
            member(face.webs[i].part, -face.webs[i].thickness / 2, face.flanges[i].to, face.webs[i].thickness / 2,
                   face.flanges[i + 1].from);
        for (const FlangeOnFace& fl : face.flanges) member(fl.part, -fl.width / 2, fl.from, fl.width / 2, fl.to);
        if (s.isHaunched()) centres(s, f);
        if (s.spec.ribTop)
            member({PartKind::RibTop, id}, -s.spec.ribTop->thickness / 2, s.top() - ribHeight(s, true),
                   s.spec.ribTop->thickness / 2, s.top());
        if (s.spec.ribBottom)
            member({PartKind::RibBottom, id}, -s.spec.ribBottom->thickness / 2, s.bottom(), s.spec.ribBottom->thickness / 2,
                   s.bottom() + ribHeight(s, false));
        if (s.isWebBolted) {
            const double beside = s.beam.section.t_w / 2;
            member({PartKind::FinPlate, id}, beside, s.spec.fin.top, beside + s.spec.fin.thickness,
                   s.spec.fin.top + s.spec.fin.depth);
        }
        if (!isBolted) return weldedTitle(s, f, bottom);
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
        Shape& title = d_.label({f.x, std::max(22.0, f.page(0, top).y - 42)},
                                (joint_.isTwoSided() && joint_.hasColumn ? name(id) + " plate " : "plate ") + thicknesses(s) +
                                    " " + s.spec.plate.steel,
                                textSize::label, Tone::FaintInk, Align::Centre);
        title.target = PartRef{PartKind::EndPlate, id};
    }

    /// Centres of compression of both senses, beside the plate.
    void centres(const ResolvedSide& s, const Frame& f) {
        const int set = o_.set;
        const bool hasSet = set >= 0 && set < static_cast<int>(joint_.actions.size());
        const bool isReversed = hasSet && faceForces(joint_, s.id, joint_.actions[static_cast<std::size_t>(set)]).M < 0;
        for (const bool isTop : {true, false}) {
            const bool isActive = hasSet && isTop == isReversed;
            const Point2 p = f.page(s.spec.plate.width / 2, flangeLevel(s, isTop));
            Shape& mark = d_.polygon({{p.x + 5, p.y}, {p.x + 14, p.y - 5}, {p.x + 14, p.y + 5}},
                                     isActive ? Tone::Ink : Tone::None, Tone::Ink, weight::thin);
            mark.target = PartRef{PartKind::EndPlate, s.id};
            d_.label({p.x + 18, p.y + 4}, "C", textSize::label, isActive ? Tone::Ink : Tone::FaintInk, Align::Left).isBold =
                isActive;
        }
    }

    /// A member that leaves the elevation, seen from the right: its connection on the column's web.
    void sideView(const ResolvedSide& s) {
        const Frame& f = canvas_.faces.at(s.id);
        const double out = s.direction == Direction::Back ? 1 : -1;
        const double limit = viewReach(s); // the member goes on beyond the picture
        const auto at = [&](const Point3& p) { return f.page(std::min(out * p.y, limit), p.z); };
        const double cb = joint_.column.section.b / 2, top = levelOf(s, -0.12 * s.depth), bottom = levelOf(s, 1.12 * s.depth);
        for (const double x : {-cb, cb})
            d_.polyline({f.page(x, bottom), f.page(x, std::min(a_.columnTop, top))}, Tone::FaintInk, weight::thin).isDashed =
                true;
        const auto draw = [&](const PlatePart& p, Tone tone) {
            std::vector<Point2> points;
            for (const Point3& c : cornersOf(p)) points.push_back(at(c));
            Shape shape = d_.polygon(convexHull(std::move(points)), tone, Tone::Ink, weight::thin);
            d_.shapes.back().target = shape.target = p.part;
            canvas_.shade(shape, p.part);
        };
        for (const PlatePart& p : a_.plates)
            if (p.part.side == s.id && isOfBeam(p.part))
                draw(p, p.part.kind == PartKind::BeamWeb ? Tone::SteelLight : Tone::Steel);
        for (const PlatePart& p : a_.plates)
            if (p.part == PartRef{PartKind::FinPlate, s.id} || p.part == PartRef{PartKind::EndPlate, s.id}) draw(p, Tone::Steel);
        const double web = joint_.column.section.t_w / 2;
        Shape& support = d_.polygon({f.page(-web, bottom), f.page(web, bottom), f.page(web, std::min(a_.columnTop, top)),
                                     f.page(-web, std::min(a_.columnTop, top))},
                                    Tone::SteelDark, Tone::Ink, weight::thin);
        support.target = PartRef{PartKind::ColumnWeb};
        for (const BoltPart& b : a_.bolts) {
            if (b.part.side != s.id) continue;
            const Point2 c = at(b.head);
            d_.circle(c, std::max(3.0, b.washerOuter / 2 * f.scale), Tone::Card, Tone::Ink, weight::thin).target = b.part;
            d_.circle(c, std::max(1.6, b.d / 2 * f.scale), Tone::Ink, Tone::Ink, weight::thin).target = b.part;
        }
        if (s.kind == ConnectionKind::FinPlate) {
            const FinPlate& p = s.spec.fin;
            const double upper = levelOf(s, p.top), lower = upper - p.depth;
            const double x = f.page(-cb, 0).x - 14;
            verticalDimension(d_, x, f.page(0, 0).x - 3, f.page(0, upper).y, f.page(0, lower).y, length(p.depth), {});
            const double y = f.page(0, bottom).y + 16;
            horizontalDimension(d_, y, f.page(0, lower).y + 2, f.page(web, 0).x, f.page(web + p.firstLine, 0).x,
                                length(p.firstLine), {});
            d_.label({f.page(outMiddle(s), 0).x, y + 18}, std::to_string(p.rows * p.lines) + " " + p.size + " " + p.grade,
                     textSize::label, Tone::FaintInk, Align::Centre)
                .target = PartRef{PartKind::BoltRow, s.id, 0};
            d_.label({f.page(outMiddle(s), 0).x, y + 32},
                     "plate " + shown(p.thickness, Quantity::Length, o_.units) + " " + p.steel, textSize::label, Tone::FaintInk,
                     Align::Centre)
                .target = PartRef{PartKind::FinPlate, s.id};
        }
        d_.label({f.page(outMiddle(s), 0).x, f.title}, name(s.id) + " beam " + s.beam.section.designation, textSize::label,
                 Tone::FaintInk, Align::Centre)
            .target = PartRef{PartKind::BeamWeb, s.id};
    }

private:
    double viewReach(const ResolvedSide& s) const { return sideViewReach(joint_, s); }
    double outMiddle(const ResolvedSide& s) const { return (viewReach(s) - joint_.column.section.b / 2) / 2; }
    /// Of a splice both plates.
    std::string thicknesses(const ResolvedSide& s) const {
        const std::string own = shown(s.spec.plate.thickness, Quantity::Length, o_.units);
        const ResolvedSide* partner = joint_.splicedTo(s);
        if (!partner) return own;
        return shownNumber(partner->spec.plate.thickness, Quantity::Length, o_.units) + " + " + own;
    }
    void weldedTitle(const ResolvedSide& s, const Frame& f, double bottom) {
        const auto weld = [&](const WeldSpec& w) {
            return w.kind == WeldKind::Butt ? std::string("butt") : "a " + shown(w.throat, Quantity::Length, o_.units);
        };
        d_.label({f.x, 22}, joint_.isTwoSided() ? name(s.id) + " beam, welded" : s.beam.section.designation + ", welded",
                 textSize::label, Tone::FaintInk, Align::Centre)
            .target = PartRef{PartKind::BeamWeb, s.id};
        const FinPlate& fin = s.spec.fin;
        d_.label({f.x, f.page(0, bottom).y + 36},
                 "flanges " + weld(s.spec.topWeld) + (s.isWebBolted ? ", web bolted" : ", web " + weld(s.spec.webWeld)),
                 textSize::label, Tone::FaintInk, Align::Centre)
            .target = PartRef{PartKind::WeldTop, s.id};
        double y = f.page(0, bottom).y + 36;
        const auto line = [&](const std::string& text, PartKind part) {
            d_.label({f.x, y += 14}, text, textSize::label, Tone::FaintInk, Align::Centre).target = PartRef{part, s.id};
        };
        if (s.isWebBolted)
            line(std::to_string(fin.rows * fin.lines) + " " + fin.size + " " + fin.grade + ", plate " +
                     shown(fin.thickness, Quantity::Length, o_.units) + " " + fin.steel,
                 PartKind::FinPlate);
        const auto rib = [&](const std::optional<RibSpec>& r, const char* where, PartKind part) {
            if (r && r->height)
                line(std::string("rib ") + where + " " + shownNumber(r->thickness, Quantity::Length, o_.units) + " × " +
                         shownNumber(*r->height, Quantity::Length, o_.units) + " × " +
                         shown(r->length, Quantity::Length, o_.units) + " " + r->steel,
                     part);
        };
        rib(s.spec.ribTop, "above", PartKind::RibTop);
        rib(s.spec.ribBottom, "below", PartKind::RibBottom);
    }

    void faceBolts(const ResolvedSide& s, const Frame& f) {
        for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
            const BoltRowSpec& row = s.spec.rows[i];
            const double gauge = row.gauge.value_or(s.spec.bolts.gauge);
            const PartRef part{PartKind::BoltRow, s.id, static_cast<int>(i)};
            const PartState* state = canvas_.stateOf(part);
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
            const Point2 right = f.page(widest(s) / 2, levelOf(s, row.position));
            Shape& label = d_.label({right.x + 6, right.y + 4}, std::to_string(i + 1), textSize::small, Tone::FaintInk);
            label.target = part;
        }
    }

    double widest(const ResolvedSide& s) const {
        return std::max(s.spec.plate.width, joint_.hasColumn ? joint_.column.section.b : 0.0);
    }
    std::string length(double mm) const {
        return shownNumber(std::abs(mm - std::round(mm)) < 0.05 ? std::round(mm) : mm, Quantity::Length, o_.units);
    }

    void faceDimensions(const ResolvedSide& s, const Frame& f, double top, double bottom) {
        const double edge = widest(s) / 2;
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
public:
    void section() {
        const Section& c = joint_.column.section;
        const auto rect = [&](double x0, double y0, double x1, double y1) {
            return std::vector<Point2>{plan_.page(x0, y0), plan_.page(x1, y0), plan_.page(x1, y1), plan_.page(x0, y1)};
        };
        const double h = c.h / 2;
        const auto piece = [&](PartRef part, Tone fill, double x0, double y0, double x1, double y1) {
            Shape s = d_.polygon(rect(x0, y0, x1, y1), fill, Tone::Ink, weight::thin);
            d_.shapes.back().target = s.target = part;
            canvas_.shade(s, part);
        };
        piece({PartKind::ColumnWeb}, Tone::Steel, -h + c.t_f, -c.t_w / 2, h - c.t_f, c.t_w / 2);
        piece({PartKind::ColumnFlange, ends::right}, Tone::Steel, h - c.t_f, -c.b / 2, h, c.b / 2);
        piece({PartKind::ColumnFlange, ends::left}, Tone::Steel, -h, -c.b / 2, -h + c.t_f, c.b / 2);
        if (joint_.doubler) {
            const double half = clearWebDepth(c) / 2;
            for (int i = 0; i < joint_.doubler->sides; ++i) {
                const double y0 = (i ? -1 : 1) * c.t_w / 2;
                const double y1 = y0 + (i ? -1 : 1) * joint_.doubler->thickness;
                piece({PartKind::Doubler}, Tone::SteelDark, -half, std::min(y0, y1), half, std::max(y0, y1));
            }
        }
        for (const ResolvedSide& side : joint_.sides)
            if (!side.isInPlane()) planOutOfPlane(side);
        for (const ResolvedSide& side : joint_.sides) {
            if (!side.isInPlane()) continue;
            const ResolvedSide* s = &side;
            const EndId id = side.id;
            const double dir = side.dir();
            const double w = s->spec.plate.width / 2;
            const double x1 = dir * (h + s->spec.plate.thickness);
            if (side.kind == ConnectionKind::EndPlate)
                piece({PartKind::EndPlate, id}, Tone::SteelDark, std::min(dir * h, x1), -w, std::max(dir * h, x1), w);
            const double far = x1 + dir * 60;
            piece({PartKind::BeamTopFlange, id}, Tone::SteelLight, std::min(x1, far), -s->beam.section.b / 2, std::max(x1, far),
                  s->beam.section.b / 2);
            if (s->spec.stiffenerTop || s->spec.stiffenerBottom) planStiffener(*s);
            const double gauge = s->spec.bolts.gauge / 2;
            for (const double y : {-gauge, gauge})
                if (side.kind == ConnectionKind::EndPlate)
                    d_.polyline({plan_.page(dir * (h - c.t_f - 16), y), plan_.page(x1 + dir * 22, y)}, Tone::Ink,
                                std::max(1.5, s->bolt.d * plan_.scale * 0.6));
        }
        double lowest = -c.b / 2;
        for (const ResolvedSide& side : joint_.sides)
            if (side.direction == Direction::Front) lowest = std::min(lowest, -sideViewReach(joint_, side));
        const Point2 bottom = plan_.page(0, lowest);
        d_.label({bottom.x, std::min(d_.height - 4, bottom.y + 15)},
                 (o_.width < 640 || joint_.main().isHaunched() ? "section, " : "section through the column, ") + c.designation +
                     " " + joint_.columnMember.steel,
                 textSize::label, Tone::FaintInk, Align::Centre)
            .target = PartRef{PartKind::ColumnWeb};
    }

private:
    /// Flange, fin plate and bolts of a member on the web.
    void planOutOfPlane(const ResolvedSide& s) {
        for (const PlatePart& p : a_.plates) {
            const bool isShown = p.part.side == s.id && (p.part.kind == PartKind::BeamTopFlange ||
                                                         p.part.kind == PartKind::FinPlate || p.part.kind == PartKind::BeamWeb);
            if (!isShown) continue;
            std::vector<Point2> points;
            const double limit = sideViewReach(joint_, s);
            for (const Point3& c : cornersOf(p)) points.push_back(plan_.page(c.x, std::clamp(c.y, -limit, limit)));
            Shape& shape =
                d_.polygon(convexHull(std::move(points)), p.part.kind == PartKind::BeamTopFlange ? Tone::SteelLight : Tone::Steel,
                           Tone::Ink, weight::thin);
            shape.target = p.part;
        }
        for (const BoltPart& b : a_.bolts)
            if (b.part.side == s.id && b.part.index == 0)
                d_.polyline({plan_.page(b.head.x + 14, b.head.y), plan_.page(b.nut.x - 14, b.nut.y)}, Tone::Ink,
                            std::max(1.5, b.d * plan_.scale * 0.6));
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

    SheetCanvas& canvas_;
    const ResolvedJoint& joint_;
    const SheetOptions& o_;
    const Assembly& a_;
    Drawing& d_;
    const Frame& plan_;
};

} // namespace

void drawFace(SheetCanvas& canvas, const ResolvedSide& side) {
    side.isInPlane() ? Faces(canvas).plateFace(side) : Faces(canvas).sideView(side);
}
void drawSection(SheetCanvas& canvas) { Faces(canvas).section(); }

} // namespace zg
