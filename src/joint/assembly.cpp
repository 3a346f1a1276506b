#include "joint/assembly.h"
#include "base/text.h"
#include <algorithm>
#include <cmath>
#include <cstdlib>

namespace zg {
namespace {

std::vector<Point2> rectangle(double x0, double y0, double x1, double y1) { return {{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}; }

std::string plateText(double t, double a, double b) {
    return "PL " + significant(t, 4) + " × " + significant(a, 4) + " × " + significant(b, 4);
}

class Builder {
public:
    explicit Builder(const ResolvedJoint& joint) : joint_(joint), col_(joint.column.section) {}

    Assembly run() {
        column();
        for (const ResolvedSide& s : joint_.sides) side(s);
        doubler();
        diagonal();
        return std::move(out_);
    }

private:
    static constexpr Point3 ex{1, 0, 0}, ey{0, 1, 0}, ez{0, 0, 1};

    void plate(PartRef part, Point3 origin, Point3 u, Point3 v, std::vector<Point2> outline, double t, const std::string& steel,
               std::string what = {}) {
        out_.plates.push_back({part, origin, u, v, std::move(outline), t, steel, std::move(what)});
    }

    void column() {
        double top = 0;
        double bottom = 0;
        const auto reach = [&](const ResolvedSide& s) {
            top = std::max(top, levelOf(s, -s.spec.plate.above));
            bottom = std::min(bottom, levelOf(s, s.depth + s.spec.plate.below));
        };
        for (const ResolvedSide& s : joint_.sides) reach(s);
        const double margin = 0.4 * joint_.main().depth + 30;
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
        const double dir = s.dir();
        const double face = dir * col_.h / 2;
        const double t_p = s.spec.plate.thickness;
        const double top = levelOf(s, -s.spec.plate.above);
        const double bottom = levelOf(s, s.depth + s.spec.plate.below);
        const double w = s.spec.plate.width;
        plate({PartKind::EndPlate, s.id}, {face + dir * t_p / 2, 0, 0}, ey, ez, rectangle(-w / 2, bottom, w / 2, top), t_p,
              s.spec.plate.steel, plateText(t_p, w, top - bottom));
        beam(s, dir, face + dir * t_p);
        bolts(s, dir, face);
        welds(s, face + dir * t_p);
        fittings(s, dir, face);
    }

    void beam(const ResolvedSide& s, double dir, double x0) {
        const Section& b = s.beam.section;
        const double length = joint_.isTwoSided() ? 0.62 * s.depth + 90 : 1.05 * s.depth + 120;
        const Point3 axis{dir * s.cosSlope, 0, s.sinSlope};
        const double top = levelOf(s, 0);
        const double run = length / s.cosSlope;
        out_.beamEnds.push_back({s.id, x0 + dir * length});
        const auto flange = rectangle(0, -b.b / 2, run, b.b / 2);
        const auto shifted = [&](double down) { return Point3{x0, 0, top - down / s.cosSlope}; };
        // The flanges start at the plate face; with a slope their cut is drawn square to the beam, the webs' cut is exact.
        plate({PartKind::BeamTopFlange, s.id}, shifted(b.t_f / 2), axis, ey, flange, b.t_f, s.spec.beam.steel);
        plate({PartKind::BeamBottomFlange, s.id}, shifted(b.h - b.t_f / 2), axis, ey, flange, b.t_f, s.spec.beam.steel);
        const double tan = s.sinSlope / s.cosSlope;
        const double t = s.flange;
        plate({PartKind::BeamWeb, s.id}, {x0, 0, top}, {dir, 0, 0}, ez,
              {{0, -s.depth + t}, {length, -s.depth + t + length * tan}, {length, -t + length * tan}, {0, -t}}, b.t_w,
              s.spec.beam.steel);
    }

    void bolts(const ResolvedSide& s, double dir, double face) {
        for (std::size_t i = 0; i < s.spec.rows.size(); ++i) {
            const BoltRowSpec& row = s.spec.rows[i];
            const double gauge = row.gauge.value_or(s.spec.bolts.gauge);
            for (const double y : {-gauge / 2, gauge / 2}) {
                BoltPart bolt;
                bolt.part = {PartKind::BoltRow, s.id, static_cast<int>(i)};
                bolt.head = {face - dir * col_.t_f, y, levelOf(s, row.position)};
                bolt.nut = {face + dir * s.spec.plate.thickness, y, levelOf(s, row.position)};
                bolt.d = s.bolt.d;
                bolt.washerOuter = s.bolt.washerOuter;
                bolt.washerThickness = s.bolt.washerThickness;
                bolt.headHeight = s.bolt.headHeight;
                bolt.nutHeight = s.bolt.nutHeight;
                out_.bolts.push_back(bolt);
            }
        }
    }

    void welds(const ResolvedSide& s, double x) {
        const double b = s.beam.section.b / 2;
        const auto add = [&](PartKind kind, double down0, double down1, double halfWidth, const WeldSpec& weld) {
            out_.welds.push_back(
                {{kind, s.id}, {x, -halfWidth, levelOf(s, down0)}, {x, halfWidth, levelOf(s, down1)}, weld.kind, weld.throat});
        };
        add(PartKind::WeldTop, 0, s.flange, b, s.spec.topWeld);
        add(PartKind::WeldBottom, s.depth, s.depth - s.flange, b, s.spec.bottomWeld);
        add(PartKind::WeldWeb, s.flange, s.depth - s.flange, s.beam.section.t_w / 2, s.spec.webWeld);
    }

    void fittings(const ResolvedSide& s, double dir, double face) {
        const double inner = col_.h / 2 - col_.t_f;
        const auto stiffener = [&](const std::optional<StiffenerSpec>& spec, PartKind kind, double level) {
            if (!spec) return;
            const double width = stiffenerWidth(spec->width, col_);
            for (const double sign : {-1.0, 1.0}) {
                const double y0 = sign * col_.t_w / 2;
                plate({kind, s.id}, {0, 0, level}, ex, ey,
                      rectangle(-inner, std::min(y0, y0 + sign * width), inner, std::max(y0, y0 + sign * width)), spec->thickness,
                      spec->steel, plateText(spec->thickness, width, 2 * inner));
            }
        };
        stiffener(s.spec.stiffenerTop, PartKind::StiffenerTop, levelOf(s, s.flange / 2));
        stiffener(s.spec.stiffenerBottom, PartKind::StiffenerBottom, levelOf(s, s.depth - s.flange / 2));
        backing(s, s.spec.backingTop, PartKind::BackingTop, true, dir);
        backing(s, s.spec.backingBottom, PartKind::BackingBottom, false, dir);
        const double x = face + dir * s.spec.plate.thickness;
        const auto rib = [&](const std::optional<RibSpec>& spec, PartKind kind, double level, double height) {
            if (!spec || std::abs(height) < 1) return;
            plate({kind, s.id}, {x, 0, level}, {dir, 0, 0}, {0, 0, height > 0 ? 1.0 : -1.0},
                  {{0, 0}, {spec->length, 0}, {0, std::abs(height)}}, spec->thickness, spec->steel,
                  plateText(spec->thickness, std::abs(height), spec->length));
        };
        rib(s.spec.ribTop, PartKind::RibTop, levelOf(s, 0), s.spec.plate.above);
        rib(s.spec.ribBottom, PartKind::RibBottom, levelOf(s, s.depth), -s.spec.plate.below);
    }

    void backing(const ResolvedSide& s, const std::optional<BackingSpec>& spec, PartKind kind, bool atTop, double dir) {
        if (!spec) return;
        const auto reach = backingReach(s, atTop);
        if (!reach) return;
        const auto [low, high] = *reach;
        // 6.2.4.3: at least to the edge of the flange.
        const double y0 = col_.t_w / 2 + col_.r;
        for (const double sign : {-1.0, 1.0}) {
            plate({kind, s.id}, {dir * (col_.h / 2 - col_.t_f - spec->thickness / 2), 0, 0}, ey, ez,
                  rectangle(std::min(sign * y0, sign * col_.b / 2), low, std::max(sign * y0, sign * col_.b / 2), high),
                  spec->thickness, spec->steel, plateText(spec->thickness, col_.b / 2 - y0, high - low));
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
        }
    }

    void diagonal() {
        if (!joint_.diagonal) return;
        const DiagonalSpec& d = *joint_.diagonal;
        const ResolvedSide& s = joint_.main();
        const double inner = col_.h / 2 - col_.t_f;
        const double top = levelOf(s, s.flange / 2);
        const double bottom = levelOf(s, s.depth - s.flange / 2);
        const bool rises = d.direction == DiagonalDirection::Tension; // towards the right beam's top flange
        const double length = std::hypot(2 * inner, top - bottom);
        const Point3 from{-inner, 0, rises ? bottom : top};
        const Point3 u{2 * inner / length, 0, (rises ? top - bottom : bottom - top) / length};
        const double width = stiffenerWidth(d.width, col_);
        for (const double sign : {-1.0, 1.0}) {
            const double y0 = sign * col_.t_w / 2;
            plate({PartKind::Diagonal}, from, u, ey,
                  rectangle(0, std::min(y0, y0 + sign * width), length, std::max(y0, y0 + sign * width)), d.thickness, d.steel,
                  plateText(d.thickness, width, length));
        }
    }

    const ResolvedJoint& joint_;
    const Section& col_;
    Assembly out_;
};

} // namespace

std::string partId(const PartRef& part) {
    const std::string side = part.side.str();
    switch (part.kind) {
    case PartKind::ColumnWeb: return "column.web";
    case PartKind::ColumnFlange: return "column.flange." + side;
    case PartKind::EndPlate: return side + ".plate";
    case PartKind::BeamTopFlange: return side + ".beam.top";
    case PartKind::BeamBottomFlange: return side + ".beam.bottom";
    case PartKind::BeamWeb: return side + ".beam.web";
    case PartKind::BoltRow: return side + ".row." + std::to_string(part.index + 1);
    case PartKind::StiffenerTop: return side + ".stiffener.top";
    case PartKind::StiffenerBottom: return side + ".stiffener.bottom";
    case PartKind::Doubler: return "column.doubler";
    case PartKind::Diagonal: return "column.diagonal";
    case PartKind::BackingTop: return side + ".backing.top";
    case PartKind::BackingBottom: return side + ".backing.bottom";
    case PartKind::RibTop: return side + ".rib.top";
    case PartKind::RibBottom: return side + ".rib.bottom";
    case PartKind::WeldTop: return side + ".weld.top";
    case PartKind::WeldBottom: return side + ".weld.bottom";
    case PartKind::WeldWeb: return side + ".weld.web";
    case PartKind::FinPlate: return side + ".fin";
    }
    return {};
}

std::optional<PartRef> partOfId(const std::string& id) {
    const std::size_t row = id.find(".row.");
    for (int kind = 0; kind <= static_cast<int>(PartKind::FinPlate); ++kind) {
        PartRef part{static_cast<PartKind>(kind), {}, 0};
        // Parts of an end begin with its name; a column flange ends with the side it is on.
        const std::size_t dot = part.kind == PartKind::ColumnFlange ? id.rfind('.') : id.find('.');
        if (dot == std::string::npos) return std::nullopt;
        const std::string end = part.kind == PartKind::ColumnFlange ? id.substr(dot + 1) : id.substr(0, dot);
        if (!EndId::fits(end)) continue;
        part.side = EndId(std::string_view(end));
        if (part.kind == PartKind::ColumnWeb || part.kind == PartKind::Doubler || part.kind == PartKind::Diagonal)
            part.side = ends::right;
        if (part.kind == PartKind::BoltRow && row != std::string::npos) part.index = std::atoi(id.c_str() + row + 5) - 1;
        if (partId(part) == id) return part;
    }
    return std::nullopt;
}

double levelOf(const ResolvedSide& side, double positionDown) { return side.spec.level - positionDown; }

std::array<double, 2> doublerReach(const ResolvedJoint& joint, double columnTop) {
    double top = -1e9, bottom = 1e9;
    for (const ResolvedSide& s : joint.sides) {
        top = std::max(top, levelOf(s, -s.spec.plate.above));
        bottom = std::min(bottom, levelOf(s, s.depth + s.spec.plate.below));
    }
    return {bottom - 40, std::min(top + 40, columnTop)};
}

std::optional<std::array<double, 2>> backingReach(const ResolvedSide& s, bool isTop) {
    double least = 1e9, most = -1e9;
    for (const BoltRowSpec& row : s.spec.rows) {
        if ((row.position < s.depth / 2) != isTop) continue;
        least = std::min(least, row.position);
        most = std::max(most, row.position);
    }
    if (least > most) return std::nullopt;
    return std::array{levelOf(s, most + 2 * s.bolt.d), levelOf(s, least - 2 * s.bolt.d)};
}

double stiffenerWidth(const std::optional<double>& given, const Section& column) {
    return given.value_or(std::floor((column.b - column.t_w) / 2));
}

Assembly buildAssembly(const ResolvedJoint& joint) { return Builder(joint).run(); }

} // namespace zg
