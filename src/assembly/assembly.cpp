#include "assembly/assembly.h"
#include "base/convex_hull.h"
#include "base/text.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

std::vector<Point2> rectangle(double x0, double y0, double x1, double y1) { return {{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}; }

std::string plateText(double t, double a, double b) {
    return "PL " + significant(t, 4) + " × " + significant(a, 4) + " × " + significant(b, 4);
}

Point3 point(const std::array<double, 3>& a) { return {a[0], a[1], a[2]}; }

/// One end: the directions it is built along, and where its member begins.
struct Place {
    const ResolvedSide& s;
    Point3 face, out, across;
    Point3 start; ///< where the member meets its connection, on the level of the node
};

class Builder {
public:
    explicit Builder(const ResolvedJoint& joint) : joint_(joint), col_(joint.column.section) {}

    Assembly run() {
        if (joint_.hasColumn) column();
        out_.hasColumn = joint_.hasColumn;
        for (const ResolvedSide& s : joint_.sides) side(s);
        stiffeners();
        doubler();
        diagonal();
        topPlate();
        return std::move(out_);
    }

private:
    static constexpr Point3 ex{1, 0, 0}, ey{0, 1, 0}, ez{0, 0, 1};

    void plate(PartRef part, Point3 origin, Point3 u, Point3 v, std::vector<Point2> outline, double t, const std::string& steel,
               std::string what = {}) {
        out_.plates.push_back({part, origin, u, v, std::move(outline), t, steel, std::move(what), {}});
    }

    void column() {
        double top = 0;
        double bottom = 0;
        for (const ResolvedSide& s : joint_.sides) {
            top = std::max(top, plateTop(s));
            bottom = std::min(bottom, plateBottom(s));
        }
        const ResolvedSide& main = joint_.main();
        const double margin = 0.4 * main.depth + 30 + (main.isHaunched() ? 40 : 0);
        out_.columnEnds = joint_.columnSpec.endAbove.has_value();
        out_.columnTop = joint_.columnSpec.endAbove.value_or(top + margin);
        out_.columnBottom = bottom - margin;
        const double h = col_.h / 2;
        const std::string& steel = joint_.columnMember.steel;
        const auto flange = rectangle(-col_.b / 2, out_.columnBottom, col_.b / 2, out_.columnTop);
        plate({PartKind::ColumnWeb}, {}, ex, ez, rectangle(-h + col_.t_f, out_.columnBottom, h - col_.t_f, out_.columnTop),
              col_.t_w, steel);
        plate({PartKind::ColumnFlange, ends::right}, {h - col_.t_f / 2, 0, 0}, ey, ez, flange, col_.t_f, steel);
        plate({PartKind::ColumnFlange, ends::left}, {-h + col_.t_f / 2, 0, 0}, ey, ez, flange, col_.t_f, steel);
    }

    void side(const ResolvedSide& s) {
        const EndFrame frame = frameOf(joint_, s);
        Place p{s, point(frame.face), point(frame.out), point(frame.across), {}};
        const double away = s.kind == ConnectionKind::FinPlate ? s.spec.fin.gap : s.spec.plate.thickness;
        p.start = p.face + away * p.out;
        switch (s.kind) {
        case ConnectionKind::EndPlate: endPlate(p); break;
        case ConnectionKind::DirectWeld: flangeWelds(p, columnFace(s)); break;
        case ConnectionKind::FinPlate: break;
        }
        if (s.hasFinPlate()) finPlate(p);
        if (s.kind != ConnectionKind::FinPlate) strengthening(p);
        beam(p);
    }

    PartRef columnFace(const ResolvedSide& s) const {
        if (!joint_.hasColumn) return {PartKind::EndPlate, s.onto};
        return s.isInPlane() ? PartRef{PartKind::ColumnFlange, s.direction == Direction::Right ? ends::right : ends::left}
                             : PartRef{PartKind::ColumnWeb};
    }

    void endPlate(const Place& p) {
        const ResolvedSide& s = p.s;
        const double t_p = s.spec.plate.thickness, w = s.spec.plate.width;
        const double top = plateTop(s), bottom = plateBottom(s);
        plate({PartKind::EndPlate, s.id}, p.face + (t_p / 2) * p.out, p.across, ez, rectangle(-w / 2, bottom, w / 2, top), t_p,
              s.spec.plate.steel, plateText(t_p, w, top - bottom));
        if (!s.isPartner) bolts(p);
        flangeWelds(p, {PartKind::EndPlate, s.id});
        backing(p, s.spec.backingTop, PartKind::BackingTop, true);
        backing(p, s.spec.backingBottom, PartKind::BackingBottom, false);
    }

    /// Ribs and haunches of an end with an end plate or welded flanges.
    void strengthening(const Place& p) {
        const ResolvedSide& s = p.s;
        rib(p, s.spec.ribTop, PartKind::RibTop, levelOf(s, s.top()), ribHeight(s, true));
        rib(p, s.spec.ribBottom, PartKind::RibBottom, levelOf(s, s.bottom()), -ribHeight(s, false));
        for (const bool isBelow : {true, false})
            if (s.haunch(isBelow)) haunch(p, *s.haunch(isBelow));
    }

    void beam(const Place& p) {
        const ResolvedSide& s = p.s;
        const Section& b = s.beam.section;
        double length = joint_.isTwoSided() ? 0.62 * s.depth + 90 : 1.05 * s.depth + 120;
        // A haunched beam is drawn beyond its toe.
        for (const bool isBelow : {true, false})
            if (s.haunch(isBelow))
                length = std::max(length, s.haunch(isBelow)->spec.length +
                                              std::min(0.5 * s.depth, 0.35 * s.haunch(isBelow)->spec.length) + 60);
        const Point3 axis = s.cosSlope * p.out + s.sinSlope * ez;
        const double top = levelOf(s, 0), run = length / s.cosSlope, tan = s.sinSlope / s.cosSlope;
        const Point3 end = p.start + length * p.out + (top - s.depth / 2 + length * tan) * ez;
        out_.beamEnds.push_back({s.id, end, end.x});
        // A taper's flange stands for the beam's up to its toe.
        const auto taper = [&](bool isBelow) -> const ResolvedHaunch* {
            const auto& h = s.haunch(isBelow);
            return h && h->isTaper ? &*h : nullptr;
        };
        const auto flange = [&](bool isBelow) {
            return rectangle(taper(isBelow) ? taper(isBelow)->alongMember : 0, -b.b / 2, run, b.b / 2);
        };
        const auto shifted = [&](double down) { return p.start + (top - down / s.cosSlope) * ez; };
        // The flanges start at the plate face; with a slope their cut is drawn square to the beam, the webs' cut is exact.
        plate({PartKind::BeamTopFlange, s.id}, shifted(b.t_f / 2), axis, p.across, flange(false), b.t_f, s.spec.beam.steel);
        plate({PartKind::BeamBottomFlange, s.id}, shifted(b.h - b.t_f / 2), axis, p.across, flange(true), b.t_f,
              s.spec.beam.steel);
        const double t = s.flange, from = s.isWebBolted ? s.spec.fin.gap : 0; // a bolted web stops short of the face
        std::vector<Point2> web;
        const ResolvedHaunch *above = taper(false), *below = taper(true);
        if (below) web.push_back({below->spec.length, -s.depth + t + below->spec.length * tan});
        web.push_back({length, -s.depth + t + length * tan});
        web.push_back({length, -t + length * tan});
        if (above) web.push_back({above->spec.length, -t + above->spec.length * tan});
        web.push_back({from, above ? above->clear() : -t});
        web.push_back({from, -s.depth + (below ? -below->clear() : t)});
        // From the corner at a toe all others are in sight.
        if (above && !below) std::rotate(web.begin(), web.begin() + 2, web.end());
        plate({PartKind::BeamWeb, s.id}, p.start + top * ez, p.out, ez, std::move(web), b.t_w, s.spec.beam.steel);
    }

    /// Web and flange of a haunch between plate and toe, with what stiffens it. Its flange is drawn to where it meets the member.
    void haunch(const Place& p, const ResolvedHaunch& h) {
        const ResolvedSide& s = p.s;
        const double sign = h.isBelow ? 1 : -1, tan = s.sinSlope / s.cosSlope, L = h.spec.length;
        const int index = h.isBelow ? 0 : 1;
        const double face = levelOf(s, h.isBelow ? s.depth : 0), outer = face - sign * h.spec.depth; // levels at the plate
        const auto part = [&](PartKind kind) { return PartRef{kind, s.id, index}; };
        const std::string& steel = h.spec.steel;
        const std::string what = h.isTaper ? plateText(h.t_f, h.b, L / h.cos)
                                 : std::holds_alternative<Cutting>(h.spec.made)
                                     ? "cutting of " + std::get<Cutting>(h.spec.made).section
                                     : plateText(h.t_w, h.clear(), h.alongMember);
        // Flange: its middle plane from the plate to the toe, short of the member by what its thickness takes.
        const double shortBy = h.isTaper ? 0 : h.t_f / std::max(0.05, std::sin(h.alpha)) * h.cos;
        const double run = std::max(0.3 * L, L - shortBy);
        const Point3 along = h.cos * p.out + h.cos * h.tan * ez;
        plate(part(PartKind::HaunchFlange), p.start + (outer + sign * h.flange / 2) * ez, along, p.across,
              rectangle(0, -h.b / 2, run / h.cos, h.b / 2), h.t_f, steel,
              std::holds_alternative<Cutting>(h.spec.made) ? what : plateText(h.t_f, h.b, L / h.cos));
        const std::string cutFrom =
            std::holds_alternative<Cutting>(h.spec.made) ? std::get<Cutting>(h.spec.made).section : std::string();
        out_.plates.back().cutFrom = cutFrom;
        if (h.clear() > 0 && !h.isTaper) {
            const double inner = outer + sign * h.flange, toe = L * h.clear() / h.spec.depth; // where web and flange meet
            std::vector<Point2> outline{{0, inner}, {toe, inner + toe * h.tan}, {0, face}};
            if (!h.isBelow) std::swap(outline[0], outline[2]);
            plate(part(PartKind::HaunchWeb), p.start, p.out, ez, outline, h.t_w, steel, what);
            out_.plates.back().cutFrom = cutFrom;
        }
        const auto at = [&](double away, double level) { return p.start + away * p.out + level * ez; };
        const auto weld = [&](PartKind kind, Point3 from, Point3 to, const WeldSpec& spec, PartKind of, PartRef on, double both) {
            const double t = of == PartKind::HaunchWeb ? h.t_w : h.t_f;
            out_.welds.push_back(
                {part(kind), from, to, spec.kind, spec.throat, part(of), on, t, spec.kind == WeldKind::Butt ? both / 2 : both});
        };
        const PartRef onto = s.kind == ConnectionKind::EndPlate ? PartRef{PartKind::EndPlate, s.id} : columnFace(s);
        const PartRef member{h.isBelow ? PartKind::BeamBottomFlange : PartKind::BeamTopFlange, s.id};
        weld(PartKind::WeldHaunchFlange, at(0, outer) + (-h.b / 2) * p.across,
             at(0, outer + sign * h.flange) + (h.b / 2) * p.across, h.spec.flangeWeld, PartKind::HaunchFlange, onto, 2 * h.b);
        if (h.isTaper) {
            const double inner = outer + sign * h.flange;
            weld(PartKind::WeldHaunch, at(0, inner), at(L, inner + L * h.tan), {WeldKind::Fillet, h.spec.throat},
                 PartKind::HaunchFlange, {PartKind::BeamWeb, s.id}, 2 * L / h.cos);
        } else {
            weld(PartKind::WeldHaunchWeb, at(0, outer + sign * h.flange), at(0, face), h.spec.webWeld, PartKind::HaunchWeb, onto,
                 2 * std::max(0.0, h.clear()));
            weld(PartKind::WeldHaunch, at(0, face), at(L, face + L * tan), {WeldKind::Fillet, h.spec.throat}, PartKind::HaunchWeb,
                 member, 2 * h.alongMember);
        }
        weld(PartKind::WeldHaunchToe, at(L, face + L * tan) + (-h.b / 2) * p.across, at(L, face + L * tan) + (h.b / 2) * p.across,
             h.spec.toeWeld, PartKind::HaunchFlange, member, h.spec.toeWeld.kind == WeldKind::Butt ? 2 * h.b : h.b);
        if (h.spec.toeStiffener) toeStiffener(p, h, *h.spec.toeStiffener, part(PartKind::HaunchToeStiffener));
        if (h.spec.midStiffener && h.clear() > 0) {
            const WebStiffenerSpec& w = *h.spec.midStiffener;
            const double x = L / 2, near = outer + x * h.tan + sign * h.flange;
            double far = face + x * tan;
            if (h.isTaper) { // from its flange to the one on the other side
                far = levelOf(s, h.isBelow ? s.flange : s.depth - s.flange) + x * tan;
                if (const auto& other = s.haunch(!h.isBelow); other && other->isTaper && x < other->spec.length)
                    far += sign * (1 - x / other->spec.length) * other->clear();
            }
            const double width = stiffenerWidth(w.width, h.b, h.t_w);
            const PartRef flange = part(PartKind::HaunchFlange),
                          web = h.isTaper ? PartRef{PartKind::BeamWeb, s.id} : part(PartKind::HaunchWeb);
            PartRef opposite = member;
            if (h.isTaper) opposite.kind = h.isBelow ? PartKind::BeamTopFlange : PartKind::BeamBottomFlange;
            pairOfPlates(part(PartKind::HaunchStiffener), p.start + x * p.out, p.across, ez, h.t_w, width, std::min(near, far),
                         std::max(near, far), w, web, h.isBelow ? flange : opposite, h.isBelow ? opposite : flange);
        }
    }

    /// Across the member's web, square to its axis, from the flange at the toe.
    void toeStiffener(const Place& p, const ResolvedHaunch& h, const WebStiffenerSpec& w, PartRef part) {
        const ResolvedSide& s = p.s;
        const Section& b = s.beam.section;
        const double tan = s.sinSlope / s.cosSlope, L = h.spec.length, sign = h.isBelow ? 1 : -1;
        const Point3 up = s.cosSlope * ez + (-s.sinSlope) * p.out;
        const Point3 toe = p.start + L * p.out + (levelOf(s, h.isBelow ? s.depth : 0) + L * tan) * ez;
        const double clear = b.h - 2 * b.t_f, reach = w.reach == StiffenerReach::Half ? clear / 2 : clear;
        const double width = stiffenerWidth(w.width, b);
        const double from = sign > 0 ? b.t_f : -b.t_f - reach;
        const std::optional<PartRef> near = PartRef{h.isBelow ? PartKind::BeamBottomFlange : PartKind::BeamTopFlange, s.id};
        std::optional<PartRef> far;
        if (w.reach == StiffenerReach::Full)
            far = PartRef{h.isBelow ? PartKind::BeamTopFlange : PartKind::BeamBottomFlange, s.id};
        pairOfPlates(part, toe, p.across, up, b.t_w, width, from, from + reach, w, {PartKind::BeamWeb, s.id},
                     h.isBelow ? near : far, h.isBelow ? far : near);
    }

    /// Two plates beside a web, from `low` to `high` along `up`: on the web, and on the flanges at the ends that `onto` names.
    void pairOfPlates(PartRef part, Point3 origin, Point3 across, Point3 up, double web, double width, double low, double high,
                      const WebStiffenerSpec& w, PartRef webPart, std::optional<PartRef> lowOnto,
                      std::optional<PartRef> highOnto) {
        for (const double sign : {-1.0, 1.0}) {
            const double y0 = sign * web / 2, y1 = y0 + sign * width;
            plate(part, origin, across, up, rectangle(std::min(y0, y1), low, std::max(y0, y1), high), w.thickness, w.steel,
                  plateText(w.thickness, width, high - low));
            const auto at = [&](double y, double z) { return origin + y * across + z * up; };
            edgeFillets(part, at(y0, low), at(y0, high), w.throat, w.thickness, webPart);
            if (lowOnto) edgeFillets(part, at(y0, low), at(y1, low), w.throat, w.thickness, *lowOnto);
            if (highOnto) edgeFillets(part, at(y0, high), at(y1, high), w.throat, w.thickness, *highOnto);
        }
    }

    /// Fillets on both sides of a plate's edge.
    void edgeFillets(PartRef part, Point3 from, Point3 to, double throat, double thickness, PartRef on) {
        edgeWeld(part, from, to, {WeldKind::Fillet, throat}, thickness, on);
    }
    /// The same, or a butt weld through the plate.
    void edgeWeld(PartRef part, Point3 from, Point3 to, const WeldSpec& weld, double thickness, PartRef on) {
        const double sides = weld.kind == WeldKind::Fillet ? 2 : 1;
        out_.welds.push_back({part, from, to, weld.kind, weld.throat, part, on, thickness, sides * length(to - from)});
    }

    void topPlate() {
        if (!joint_.topPlate || !joint_.columnSpec.endAbove) return;
        const TopPlateSpec& t = *joint_.topPlate;
        plate({PartKind::TopPlate}, {0, 0, *joint_.columnSpec.endAbove + t.thickness / 2}, ex, ey,
              rectangle(-col_.h / 2, -col_.b / 2, col_.h / 2, col_.b / 2), t.thickness, t.steel,
              plateText(t.thickness, col_.h, col_.b));
        const double z = *joint_.columnSpec.endAbove, h = (col_.h - col_.t_f) / 2;
        const PartRef top{PartKind::TopPlate};
        const auto on = [&](Point3 from, Point3 to, double thickness, PartRef part) {
            edgeFillets(top, from, to, t.throat, thickness, part);
        };
        for (const double sign : {-1.0, 1.0})
            on({sign * h, -col_.b / 2, z}, {sign * h, col_.b / 2, z}, col_.t_f,
               {PartKind::ColumnFlange, sign > 0 ? ends::right : ends::left});
        on({-h + col_.t_f / 2, 0, z}, {h - col_.t_f / 2, 0, z}, col_.t_w, {PartKind::ColumnWeb});
    }

    BoltPart boltOf(const ResolvedSide& s, int row) const {
        BoltPart bolt;
        bolt.part = {PartKind::BoltRow, s.id, row};
        bolt.d = s.bolt.d;
        bolt.washerOuter = s.bolt.washerOuter;
        bolt.washerThickness = s.bolt.washerThickness;
        bolt.headHeight = s.bolt.headHeight;
        bolt.nutHeight = s.bolt.nutHeight;
        const bool isFin = s.hasFinPlate();
        bolt.size = isFin ? s.spec.fin.size : s.spec.bolts.size;
        bolt.grade = isFin ? s.spec.fin.grade : s.spec.bolts.grade;
        bolt.hole = s.bolt.d_0;
        bolt.isPreloaded = isFin ? s.spec.fin.slip.has_value() : s.spec.bolts.slip.has_value();
        return bolt;
    }

    void bolts(const Place& p) {
        const ResolvedSide& s = p.s;
        const ResolvedSide* partner = joint_.splicedTo(s);
        for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
            const BoltRowSpec& row = s.spec.rows[i];
            const double gauge = row.gauge.value_or(s.spec.bolts.gauge), backing = backingBehind(s, row);
            const double behind = (partner ? partner->spec.plate.thickness : col_.t_f) + backing;
            for (const double y : {-gauge / 2, gauge / 2}) {
                BoltPart bolt = boltOf(s, static_cast<int>(i));
                const Point3 at = p.face + y * p.across + levelOf(s, row.position) * ez;
                bolt.head = at + (-behind) * p.out;
                bolt.nut = at + s.spec.plate.thickness * p.out;
                if (backing > 0)
                    bolt.plies.push_back({isUpperHalf(s, row.position) ? PartKind::BackingTop : PartKind::BackingBottom, s.id});
                bolt.plies.push_back(columnFace(s));
                bolt.plies.push_back({PartKind::EndPlate, s.id});
                out_.bolts.push_back(bolt);
            }
        }
    }

    void flangeWelds(const Place& p, PartRef on) {
        const ResolvedSide& s = p.s;
        const Section& m = s.beam.section;
        const double b = m.b / 2;
        // Fillets run outside and inside a flange, where web and roots leave it, and on both sides of the web between the roots.
        const double inside = std::max(0.0, m.b - m.t_w - 2 * m.r);
        // A taper's web has no root at its flange.
        double from = s.flange, to = s.depth - s.flange, roots = 2 * m.r / s.cosSlope;
        const auto isTaper = [](const std::optional<ResolvedHaunch>& h) { return h && h->isTaper; };
        if (isTaper(s.haunchAbove)) from = -s.haunchAbove->clear(), roots -= m.r / s.cosSlope;
        if (isTaper(s.haunchBelow)) to = s.depth + s.haunchBelow->clear(), roots -= m.r / s.cosSlope;
        const double web = std::max(0.0, to - from - roots);
        const auto add = [&](PartKind kind, PartKind of, double down0, double down1, double halfWidth, const WeldSpec& weld) {
            const auto at = [&](double y, double down) { return p.start + y * p.across + levelOf(s, down) * ez; };
            const bool isWeb = of == PartKind::BeamWeb, isButt = weld.kind == WeldKind::Butt;
            const double run = isWeb ? (isButt ? 1 : 2) * web : isButt ? m.b : m.b + inside;
            out_.welds.push_back({{kind, s.id},
                                  at(-halfWidth, down0),
                                  at(halfWidth, down1),
                                  weld.kind,
                                  weld.throat,
                                  {of, s.id},
                                  on,
                                  isWeb ? m.t_w : m.t_f,
                                  run});
        };
        if (!isTaper(s.haunchAbove)) add(PartKind::WeldTop, PartKind::BeamTopFlange, 0, s.flange, b, s.spec.topWeld);
        if (!isTaper(s.haunchBelow))
            add(PartKind::WeldBottom, PartKind::BeamBottomFlange, s.depth, s.depth - s.flange, b, s.spec.bottomWeld);
        if (s.isWebBolted) return;
        add(PartKind::WeldWeb, PartKind::BeamWeb, from, to, s.beam.section.t_w / 2, s.spec.webWeld);
    }

    /// The plate lies against one side of the beam's web, which stays on the member's axis.
    void finPlate(const Place& p) {
        const ResolvedSide& s = p.s;
        const FinPlate& f = s.spec.fin;
        const double reach = f.firstLine + (f.lines - 1) * f.linePitch + f.edge, top = levelOf(s, f.top);
        const double beside = (s.beam.section.t_w + f.thickness) / 2;
        const PartRef ref{PartKind::FinPlate, s.id};
        plate(ref, p.face + beside * p.across, p.out, ez, rectangle(0, top - f.depth, reach, top), f.thickness, f.steel,
              plateText(f.thickness, reach, f.depth));
        for (int i = 0; i < f.rows; ++i)
            for (int line = 0; line < f.lines; ++line) {
                BoltPart bolt = boltOf(s, i);
                const Point3 at = p.face + (f.firstLine + line * f.linePitch) * p.out + (top - f.firstRow - i * f.pitch) * ez;
                bolt.head = at + (s.beam.section.t_w / 2 + f.thickness) * p.across;
                bolt.nut = at + (-s.beam.section.t_w / 2) * p.across;
                bolt.plies = {ref, {PartKind::BeamWeb, s.id}};
                out_.bolts.push_back(bolt);
            }
        const Point3 edge = p.face + beside * p.across;
        edgeFillets(ref, edge + (top - f.depth) * ez, edge + top * ez, f.throat, f.thickness, columnFace(s));
    }

    void rib(const Place& p, const std::optional<RibSpec>& spec, PartKind kind, double level, double height) {
        if (!spec || std::abs(height) < 1) return;
        const ResolvedSide& s = p.s;
        // Along the beam's flange, which may slope.
        plate({kind, s.id}, p.start + level * ez, s.cosSlope * p.out + s.sinSlope * ez, (height > 0 ? 1.0 : -1.0) * ez,
              {{0, 0}, {spec->length, 0}, {0, std::abs(height)}}, spec->thickness, spec->steel,
              plateText(spec->thickness, std::abs(height), spec->length));
        const PlatePart& made = out_.plates.back();
        edgeFillets({kind, s.id}, made.origin, pointOf(made, {spec->length, 0}, 0), spec->throat, spec->thickness,
                    {kind == PartKind::RibTop ? PartKind::BeamTopFlange : PartKind::BeamBottomFlange, s.id});
        edgeWeld({kind, s.id}, made.origin, pointOf(made, {0, std::abs(height)}, 0), spec->onFace(), spec->thickness,
                 s.kind == ConnectionKind::EndPlate ? PartRef{PartKind::EndPlate, s.id} : columnFace(s));
    }

    void backing(const Place& p, const std::optional<BackingSpec>& spec, PartKind kind, bool atTop) {
        if (!spec) return;
        const auto reach = backingReach(p.s, atTop);
        if (!reach) return;
        const auto [low, high] = *reach;
        // 6.2.4.3: at least to the edge of the flange.
        const double y0 = col_.t_w / 2 + col_.r;
        for (const double sign : {-1.0, 1.0}) {
            plate({kind, p.s.id}, p.face + (-col_.t_f - spec->thickness / 2) * p.out, p.across, ez,
                  rectangle(std::min(sign * y0, sign * col_.b / 2), low, std::max(sign * y0, sign * col_.b / 2), high),
                  spec->thickness, spec->steel, plateText(spec->thickness, col_.b / 2 - y0, high - low));
        }
    }

    void stiffeners() {
        const double inner = col_.h / 2 - col_.t_f;
        for (const StiffenerPair& pair : columnStiffeners(joint_)) {
            const double length = std::sqrt(1 + pair.tan * pair.tan);
            acrossColumn({pair.flange == FlangeSide::Top ? PartKind::StiffenerTop : PartKind::StiffenerBottom, pair.side},
                         {0, 0, pair.level}, length > 1 ? Point3{1 / length, 0, pair.tan / length} : ex, -inner * length,
                         inner * length, stiffenerWidth(pair.spec->width, col_), *pair.spec, pair.spec->onFlange());
        }
    }

    /// Two plates beside the column's web, from one flange to the other along u.
    template <class Spec>
    void acrossColumn(PartRef part, Point3 origin, Point3 u, double from, double to, double width, const Spec& spec,
                      const WeldSpec& ends) {
        for (const double sign : {-1.0, 1.0}) {
            const double y0 = sign * col_.t_w / 2, y1 = y0 + sign * width;
            plate(part, origin, u, ey, rectangle(from, std::min(y0, y1), to, std::max(y0, y1)), spec.thickness, spec.steel,
                  plateText(spec.thickness, width, to - from));
            const auto at = [&](double x, double y) { return origin + x * u + y * ey; };
            edgeFillets(part, at(from, y0), at(to, y0), spec.throat, spec.thickness, {PartKind::ColumnWeb});
            edgeWeld(part, at(from, y0), at(from, y1), ends, spec.thickness, {PartKind::ColumnFlange, ends::left});
            edgeWeld(part, at(to, y0), at(to, y1), ends, spec.thickness, {PartKind::ColumnFlange, ends::right});
        }
    }

    void doubler() {
        if (!joint_.doubler) return;
        const DoublerSpec& d = *joint_.doubler;
        const auto [bottom, top] = doublerReach(joint_, out_.columnTop);
        const double half = clearWebDepth(col_) / 2;
        for (int i = 0; i < d.sides; ++i) {
            const double y = (i ? -1 : 1) * (col_.t_w + d.thickness) / 2;
            plate({PartKind::Doubler}, {0, y, 0}, ex, ez, rectangle(-half, bottom, half, top), d.thickness, d.steel,
                  plateText(d.thickness, 2 * half, top - bottom));
            for (const double sign : {-1.0, 1.0})
                out_.welds.push_back({{PartKind::Doubler},
                                      {sign * half, y, bottom},
                                      {sign * half, y, top},
                                      d.weld.kind,
                                      d.weld.throat,
                                      {PartKind::Doubler},
                                      {PartKind::ColumnFlange, sign > 0 ? ends::right : ends::left},
                                      d.thickness,
                                      top - bottom});
        }
    }

    void diagonal() {
        if (!joint_.diagonal) return;
        const DiagonalSpec& d = *joint_.diagonal;
        const ResolvedSide& s = joint_.main();
        const double inner = col_.h / 2 - col_.t_f;
        const double top = flangeLevel(s, true);
        const double bottom = flangeLevel(s, false);
        const bool rises = d.direction == DiagonalDirection::Tension; // towards the right beam's top flange
        const double length = std::hypot(2 * inner, top - bottom);
        const Point3 from{-inner, 0, rises ? bottom : top};
        const Point3 u{2 * inner / length, 0, (rises ? top - bottom : bottom - top) / length};
        acrossColumn({PartKind::Diagonal}, from, u, 0, length, stiffenerWidth(d.width, col_), d, {WeldKind::Fillet, d.throat});
    }

    const ResolvedJoint& joint_;
    const Section& col_;
    Assembly out_;
};

} // namespace

Assembly buildAssembly(const ResolvedJoint& joint) { return Builder(joint).run(); }

Point3 pointOf(const PlatePart& p, Point2 q, double out) {
    const Point3 n = cross(p.u, p.v); // not of length one: u and v of a rib on a slope are not square
    return p.origin + q.x * p.u + q.y * p.v + (out / std::max(1e-9, length(n))) * n;
}

std::vector<Point3> cornersOf(const PlatePart& plate) {
    std::vector<Point3> corners;
    for (const double out : {-plate.thickness / 2, plate.thickness / 2})
        for (const Point2 q : plate.outline) corners.push_back(pointOf(plate, q, out));
    return corners;
}

std::vector<Point2> seenFromFront(const PlatePart& plate) {
    std::vector<Point2> seen;
    if (std::abs(cross(plate.u, plate.v).y) > 1 - 1e-9) {
        for (const Point2 q : plate.outline) {
            const Point3 at = pointOf(plate, q, 0);
            seen.push_back({at.x, at.z});
        }
        return seen;
    }
    for (const Point3& c : cornersOf(plate)) seen.push_back({c.x, c.z});
    return convexHull(std::move(seen));
}

} // namespace zg
