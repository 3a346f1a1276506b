#include "joint/detailing.h"
#include "joint/geometry.h"
#include "joint/weld_leg.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr const char* spacing = "EN 1993-1-8:2005 table 3.3";
constexpr double root2 = 1.41421356237309504880;

/// A limit and whose it is.
struct Limit {
    double value = 0;
    const char* clause = "";
};

/// Least distance from a hole's centre to an edge, AISC 360-16 tables J3.4 and J3.4M; more for oversize holes (J3.5).
double usEdge(const BoltSize& b, bool isOversize) {
    struct Row {
        double d, edge;
    };
    static constexpr Row inches[]{{0.5, 0.75}, {0.625, 0.875}, {0.75, 1}, {0.875, 1.125}, {1, 1.25}, {1.125, 1.5}, {1.25, 1.625}};
    static constexpr Row metric[]{{16, 22}, {20, 26}, {22, 28}, {24, 30}, {27, 34}, {30, 38}, {36, 46}};
    const double more = !isOversize ? 0 : b.d <= 0.875 * inch + 0.1 ? inch / 16 : inch / 8;
    for (const Row& r : inches)
        if (std::abs(b.d - r.d * inch) < 0.05) return r.edge * inch + more;
    for (const Row& r : metric)
        if (std::abs(b.d - r.d) < 0.05) return r.edge + more;
    return 1.25 * b.d + more;
}
/// Least leg of fillets by the thinner part joined, AISC 360-16 tables J2.4 and J2.4M, the smaller of both.
double usLeg(double thinner) {
    return thinner <= inch / 4 ? 3 : thinner <= inch / 2 + 0.3 ? 3 * inch / 16 : thinner <= 3 * inch / 4 ? 6 : 5 * inch / 16;
}

class Rules {
public:
    explicit Rules(const ResolvedJoint& joint) : joint_(joint), col_(joint.column.section) {}
    std::vector<Check> run() {
        for (const ResolvedSide& s : joint_.sides) {
            if (s.kind == ConnectionKind::EndPlate)
                side(s);
            else if (s.kind == ConnectionKind::DirectWeld)
                welds(s), flangeWidth(s), weldedRibs(s);
            if (s.hasFinPlate()) fin(s);
            if (s.isHaunched() || std::abs(s.spec.slope) > steepestFillet) filletAngles(s);
            for (const bool isBelow : {true, false})
                if (s.haunch(isBelow)) haunch(s, *s.haunch(isBelow));
        }
        if (joint_.hasColumn) column();
        return std::move(out_);
    }

private:
    /// The stricter of the limits of the rules chosen.
    Limit strictest(Limit european, Limit american, bool isLeast = true) const {
        const RuleSet rules = joint_.settings.rules;
        if (!isAmerican(rules)) return european;
        if (!isEuropean(rules)) return american;
        return (european.value > american.value) == isLeast ? european : american;
    }
    Limit edge(const ResolvedSide& s) const {
        return strictest({1.2 * s.bolt.d_0, spacing},
                         {usEdge(s.bolt, s.spec.bolts.holes == HoleKind::Oversize), "AISC 360-16 table J3.4"});
    }
    Limit pitch(const ResolvedSide& s, double european) const {
        return strictest({european * s.bolt.d_0, spacing}, {8 * s.bolt.d / 3, "AISC 360-16 J3.3"});
    }
    Check& atLeast(CheckCode code, EndId side, double value, const Limit& least) {
        return atLeast(code, side, value, least.value, least.clause);
    }
    Check& atLeast(CheckCode code, EndId side, double value, double least, const char* clause) {
        // A value of zero or less has no ratio: it is reported as far over, with the value beside it.
        const double utilisation = value > 0 ? useOf(least, value) : least <= 0 ? 0 : farOver;
        return record(code, side, value, least, utilisation, clause);
    }
    Check& atMost(CheckCode code, EndId side, double value, double most, const char* clause) {
        return record(code, side, value, most, useOf(value, most), clause);
    }
    Check& record(CheckCode code, EndId side, double value, double limit, double utilisation, const char* clause) {
        Check c;
        c.code = code;
        c.group = CheckGroup::Detailing;
        c.side = side;
        c.demand = value;
        c.resistance = limit;
        c.quantity = Quantity::Length;
        c.utilisation = utilisation;
        // Geometry is met or not: equal to the limit is fine, and there is no "close".
        c.state = utilisation > 1.0 + 1e-9 ? CheckState::Over : CheckState::Within;
        c.clause = clause;
        out_.push_back(c);
        return out_.back();
    }
    static PartRef row(const ResolvedSide& s, std::size_t i) { return {PartKind::BoltRow, s.id, static_cast<int>(i)}; }
    static Check& rows(Check& c, std::size_t a, std::size_t b) {
        c.firstRow = static_cast<int>(a);
        c.lastRow = static_cast<int>(b);
        return c;
    }

    void side(const ResolvedSide& s) {
        plate(s);
        welds(s);
        if (s.spec.rows.empty()) {
            Check& c = atLeast(CheckCode::NoRows, s.id, 0, 1, "");
            c.quantity = Quantity::None;
            c.add({PartKind::EndPlate, s.id});
            return;
        }
        std::vector<std::size_t> order(s.spec.rows.size());
        for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
        std::sort(order.begin(), order.end(),
                  [&](std::size_t a, std::size_t b) { return s.spec.rows[a].position < s.spec.rows[b].position; });
        for (std::size_t k = 0; k < order.size(); ++k) {
            single(s, order[k]);
            if (k + 1 < order.size()) pair(s, order[k], order[k + 1]);
        }
    }

    void plate(const ResolvedSide& s) {
        const EndPlateSpec& p = s.spec.plate;
        const auto cover = [&](double projection, const FlangeOnFace& flange) {
            const double leg = legOf(*flange.weld) * root2;
            Check& c = atLeast(CheckCode::PlateCoversFlange, s.id, projection, leg, "room for the flange weld");
            // A plate that ends short of the flange is a breach also where the weld needs no room.
            if (projection < 0) {
                c.utilisation = farOver;
                c.state = CheckState::Over;
            }
            c.add({PartKind::EndPlate, s.id});
            c.add(flange.part);
        };
        const EndFace face = endFace(s);
        cover(p.above, face.flanges.front());
        cover(p.below, face.flanges.back());
        double widest = s.beam.section.b;
        for (const FlangeOnFace& f : face.flanges) widest = std::max(widest, f.width);
        atLeast(CheckCode::PlateWidthBeam, s.id, p.width, widest, "plate not narrower than the beam flange")
            .add({PartKind::EndPlate, s.id});
        if (joint_.hasColumn)
            atMost(CheckCode::PlateWidthColumn, s.id, p.width, col_.b, "plate not wider than the column flange")
                .add({PartKind::EndPlate, s.id});
        const auto rib = [&](const std::optional<RibSpec>& spec, double projection, PartKind part) {
            if (!spec) return;
            Check& c = atLeast(CheckCode::RibFits, s.id, projection, 2 * spec->thickness, "rib needs a plate beyond the flange");
            c.add({part, s.id});
            throatOf({part, s.id}, spec->throat, std::min(spec->thickness, p.thickness));
        };
        rib(s.spec.ribTop, p.above, PartKind::RibTop);
        rib(s.spec.ribBottom, p.below, PartKind::RibBottom);
    }

    void flangeWidth(const ResolvedSide& s) {
        atMost(CheckCode::PlateWidthColumn, s.id, s.beam.section.b, col_.b, "beam flange not wider than the column flange")
            .add({PartKind::BeamTopFlange, s.id});
    }

    /// Thickness of what an end is welded to.
    double weldedOnto(const ResolvedSide& s) const {
        return s.kind == ConnectionKind::EndPlate ? s.spec.plate.thickness : joint_.hasColumn ? col_.t_f : 0;
    }
    void welds(const ResolvedSide& s) {
        const double onto = weldedOnto(s);
        const auto throat = [&](const WeldSpec& weld, PartKind part, double thickness) {
            if (weld.kind == WeldKind::Fillet) throatOf({part, s.id}, weld.throat, std::min(onto, thickness));
        };
        const auto isReplaced = [](const std::optional<ResolvedHaunch>& h) { return h && h->isTaper; }; // its weld is the taper's
        if (!isReplaced(s.haunchAbove)) throat(s.spec.topWeld, PartKind::WeldTop, s.beam.section.t_f);
        if (!isReplaced(s.haunchBelow)) throat(s.spec.bottomWeld, PartKind::WeldBottom, s.beam.section.t_f);
        if (!s.isWebBolted) throat(s.spec.webWeld, PartKind::WeldWeb, s.beam.section.t_w);
    }

    /// Ribs of a welded end: their fillets, and their height as that of an outstand.
    void weldedRibs(const ResolvedSide& s) {
        const auto rib = [&](const std::optional<RibSpec>& spec, const SteelStrength& steel, PartKind kind) {
            if (!spec || !spec->height) return;
            throatOf({kind, s.id}, spec->throat, std::min(spec->thickness, weldedOnto(s)));
            outstand({kind, s.id}, *spec->height, spec->thickness, steel);
        };
        rib(s.spec.ribTop, s.ribTopSteel, PartKind::RibTop);
        rib(s.spec.ribBottom, s.ribBottomSteel, PartKind::RibBottom);
    }

    /// Fin plates: distances of table 3.3, and what practice asks so that the beam can turn and fits.
    void fin(const ResolvedSide& s) {
        const FinPlate& f = s.spec.fin;
        const PartRef part{PartKind::FinPlate, s.id};
        const double d_0 = s.bolt.d_0;
        const double last = f.depth - f.firstRow - (f.rows - 1) * f.pitch;
        atLeast(CheckCode::FinGap, s.id, f.gap, 10, "trade practice").add(part);
        atLeast(CheckCode::FinEnd, s.id, std::min(f.firstRow, last), 1.2 * d_0, spacing).add(part);
        atLeast(CheckCode::FinEdge, s.id, f.edge, 1.2 * d_0, spacing).add(part);
        atLeast(CheckCode::FinEdgeWeb, s.id, f.firstLine - f.gap, 1.2 * d_0, spacing).add({PartKind::BeamWeb, s.id});
        if (f.rows > 1) atLeast(CheckCode::FinPitch, s.id, f.pitch, 2.2 * d_0, spacing).add(part);
        if (f.lines > 1) atLeast(CheckCode::FinPitch, s.id, f.linePitch, 2.4 * d_0, spacing).add(part);
        const Section& b = s.beam.section;
        const double root = b.t_f + (b.isWelded ? b.webWeldThroat * root2 : b.r);
        atLeast(CheckCode::FinFits, s.id, std::min(f.top, b.h - f.top - f.depth), root, "clear of the beam's roots").add(part);
        if (!s.isWebBolted) // welded flanges hold the beam against twisting
            atLeast(CheckCode::FinDepth, s.id, f.depth, 0.6 * b.h, "trade practice").add(part);
        throatOf(part, f.throat, f.thickness);
        if (s.isInPlane() || !joint_.hasColumn) return;
        // Between the flanges, or before their tips.
        const double inside = col_.h - 2 * col_.t_f - 10;
        if (f.gap + col_.t_w / 2 < col_.b / 2)
            atMost(CheckCode::BeamFitsColumn, s.id, b.b, inside, "10 mm to set it in").add({PartKind::BeamWeb, s.id});
    }

    void single(const ResolvedSide& s, std::size_t i) {
        const BoltRowSpec& r = s.spec.rows[i];
        const BoltSize& b = s.bolt;
        const double gauge = r.gauge.value_or(s.spec.bolts.gauge);
        const double toTop = r.position - s.top() + s.spec.plate.above;
        const double toBottom = s.bottom() + s.spec.plate.below - r.position;
        const double end = std::min(toTop, toBottom);
        const Limit least = edge(s);
        rows(atLeast(end <= 0 ? CheckCode::RowOutsidePlate : CheckCode::EndDistance, s.id, end, least), i, i).add(row(s, i));
        rows(atLeast(CheckCode::EdgeDistancePlate, s.id, (s.spec.plate.width - gauge) / 2, least), i, i).add(row(s, i));
        if (joint_.hasColumn)
            rows(atLeast(CheckCode::EdgeDistanceFlange, s.id, (col_.b - gauge) / 2, least), i, i).add(row(s, i));
        rows(atLeast(CheckCode::GaugeLeast, s.id, gauge, pitch(s, 2.4)), i, i).add(row(s, i));
        if (joint_.columnSpec.endAbove) {
            const double toEnd = *joint_.columnSpec.endAbove - levelOf(s, r.position);
            rows(atLeast(toEnd <= 0 ? CheckCode::RowOutsideColumn : CheckCode::EndDistance, s.id, toEnd, least), i, i)
                .add(row(s, i));
        }
        flangeClash(s, i);
        stiffenerClash(s, i);
        const EndFace face = endFace(s);
        const WebOnFace& web = face.webAt(r.position);
        const double webLeg = legOf(*web.weld) * root2;
        const double outside = web.thickness / 2 + webLeg;
        const bool isInside = r.position > s.top() && r.position < s.bottom();
        if (isInside) {
            rows(atLeast(CheckCode::BoltAtWeb, s.id, gauge / 2 - outside, b.washerOuter / 2, "washer clear of the web weld"), i,
                 i)
                .add(row(s, i));
        }
        if (!joint_.hasColumn) return;
        rows(atLeast(CheckCode::BoltAtColumnRoot, s.id, gauge / 2 - col_.t_w / 2 - std::max(col_.r, col_.webWeldThroat * root2),
                     b.acrossCorners / 2, "bolt head clear of the column's root"),
             i, i)
            .add(row(s, i));
    }

    void flangeClash(const ResolvedSide& s, std::size_t i) {
        const double y = s.spec.rows[i].position;
        const auto clash = [&](double outer, double inner, const WeldSpec& weld, const PartRef& part) {
            const double lo = std::min(outer, inner);
            const double hi = std::max(outer, inner);
            const double leg = legOf(weld) * root2;
            const double clear = y < lo ? lo - y - leg : y > hi ? y - hi - leg : 0;
            Check& c = rows(
                atLeast(CheckCode::BoltAtFlange, s.id, clear, s.bolt.washerOuter / 2, "washer clear of the flange weld"), i, i);
            c.add(row(s, i));
            c.add(part);
        };
        const FlangeOnFace* nearest = nullptr;
        double least = 1e300;
        const EndFace face = endFace(s);
        for (const FlangeOnFace& f : face.flanges) {
            const double away = std::abs(y - (f.from + f.to) / 2);
            if (away > least) continue;
            least = away;
            nearest = &f;
        }
        clash(nearest->from, nearest->to, *nearest->weld, nearest->part);
    }

    void stiffenerClash(const ResolvedSide& s, std::size_t i) {
        const double level = levelOf(s, s.spec.rows[i].position);
        const auto clash = [&](const ResolvedSide& owner, const std::optional<StiffenerSpec>& spec, double at, PartKind part) {
            if (!spec) return;
            const double clear = std::abs(level - at) - spec->thickness / 2 - legOf(spec->onFlange()) * root2;
            Check& c = rows(atLeast(CheckCode::BoltAtStiffener, s.id, clear, s.bolt.acrossCorners / 2,
                                    "bolt head clear of the stiffener's weld"),
                            i, i);
            c.add(row(s, i));
            c.add({part, owner.id});
        };
        for (const ResolvedSide& owner : joint_.sides) {
            clash(owner, owner.spec.stiffenerTop, flangeLevel(owner, true), PartKind::StiffenerTop);
            clash(owner, owner.spec.stiffenerBottom, flangeLevel(owner, false), PartKind::StiffenerBottom);
        }
    }

    void pair(const ResolvedSide& s, std::size_t i, std::size_t j) {
        const double between = s.spec.rows[j].position - s.spec.rows[i].position;
        const auto both = [&](Check& c) {
            c.add(row(s, i));
            c.add(row(s, j));
        };
        if (between < s.bolt.d_0) {
            both(rows(atLeast(CheckCode::BoltsCoincide, s.id, between, pitch(s, 2.2)), i, j));
            return;
        }
        both(rows(atLeast(CheckCode::PitchLeast, s.id, between, pitch(s, 2.2)), i, j));
        // The largest pitch guards against corrosion and local buckling between bolts; it is asked for where exposed.
        if (joint_.settings.exposure == Exposure::Weather) {
            const ResolvedSide* partner = joint_.splicedTo(s);
            const double t = std::min(s.spec.plate.thickness, partner ? partner->spec.plate.thickness : col_.t_f);
            // Unpainted weathering steel, the stricter row of J3.5, is not known here: painted.
            const Limit most =
                strictest({std::min(14 * t, 200.0), spacing}, {std::min(24 * t, 12 * inch), "AISC 360-16 J3.5"}, false);
            both(rows(atMost(CheckCode::PitchLargest, s.id, between, most.value, most.clause), i, j));
        }
    }

    /// `thinner`: of the parts joined.
    void throatOf(const PartRef& part, double throat, double thinner) {
        atLeast(CheckCode::ThroatLeast, part.side, throat,
                strictest({3, "EN 1993-1-8:2005 4.5.2(2)"}, {usLeg(thinner) / root2, "AISC 360-16 table J2.4"}))
            .add(part);
    }
    void outstand(const PartRef& part, double width, double thickness, const SteelStrength& steel) {
        const double epsilon = std::sqrt(235 / steel.f_y);
        const Limit most = strictest({14 * epsilon, "EN 1993-1-1:2005 table 5.2, class 3"},
                                     {0.56 * std::sqrt(usModulus / steel.f_y), "AISC 360-16 table B4.1a, case 1"}, false);
        Check& c = atMost(CheckCode::StiffenerClass, part.side, width / thickness, most.value, most.clause);
        c.quantity = Quantity::Ratio;
        c.add(part);
    }

    void haunch(const ResolvedSide& s, const ResolvedHaunch& h) {
        const int index = h.isBelow ? 0 : 1;
        const PartRef flange{PartKind::HaunchFlange, s.id, index}, web{PartKind::HaunchWeb, s.id, index};
        constexpr double degree = 0.017453292519943295;
        const auto angle = [&](Check& c) {
            c.quantity = Quantity::Angle;
            c.add(flange);
        };
        angle(atLeast(CheckCode::HaunchAngleLeast, s.id, h.alpha, 10 * degree, "usual practice, 10° to 45°"));
        angle(atMost(CheckCode::HaunchAngleLargest, s.id, h.alpha, 45 * degree, "usual practice, 10° to 45°"));
        if (h.deepest > 0)
            atMost(CheckCode::HaunchCut, s.id, h.spec.depth * h.cos, h.deepest, "what the other half of the cutting leaves")
                .add(web);
        atLeast(CheckCode::HaunchFlangeThickness, s.id, h.t_f, s.beam.section.t_f, "usual practice: no thinner than the beam's")
            .add(flange);
        Check& steel = atLeast(CheckCode::HaunchSteel, s.id, h.steel.f_y, s.beam.steel.f_y, "usual practice: the beam's grade");
        steel.quantity = Quantity::Stress;
        steel.add(flange);
        throatOf({PartKind::WeldHaunch, s.id, index}, h.spec.throat, std::min(h.t_w, h.isTaper ? h.t_f : s.beam.section.t_f));
        if (h.spec.flangeWeld.kind == WeldKind::Fillet)
            throatOf({PartKind::WeldHaunchFlange, s.id, index}, h.spec.flangeWeld.throat, std::min(h.t_f, weldedOnto(s)));
        if (h.spec.webWeld.kind == WeldKind::Fillet)
            throatOf({PartKind::WeldHaunchWeb, s.id, index}, h.spec.webWeld.throat, std::min(h.t_w, weldedOnto(s)));
        const auto stiffener = [&](const std::optional<WebStiffenerSpec>& spec, const SteelStrength& of, PartKind kind,
                                   double t_w, double b) {
            if (!spec) return;
            const PartRef part{kind, s.id, index};
            const double width = stiffenerWidth(spec->width, b, t_w);
            atMost(CheckCode::StiffenerWidth, s.id, 2 * width + t_w, b, "stiffener within the beam flange").add(part);
            outstand(part, width, spec->thickness, of);
            throatOf(part, spec->throat, std::min(spec->thickness, t_w));
        };
        stiffener(h.spec.toeStiffener, h.toeSteel, PartKind::HaunchToeStiffener, s.beam.section.t_w, s.beam.section.b);
        stiffener(h.spec.midStiffener, h.midSteel, PartKind::HaunchStiffener, h.t_w, h.b);
    }

    /// Fillets stand in corners of 60° to 120° (EN 1993-1-8:2005 4.3.2.1(1)): flanges that lean more than 30° want butt welds.
    void filletAngles(const ResolvedSide& s) {
        const EndFace face = endFace(s);
        for (const FlangeOnFace& f : face.flanges) {
            if (f.weld->kind != WeldKind::Fillet) continue;
            Check& c =
                atMost(CheckCode::FilletAngle, s.id, std::abs(std::atan(f.tan)), steepestFillet, "EN 1993-1-8:2005 4.3.2.1(1)");
            c.quantity = Quantity::Angle;
            c.add(f.part);
        }
    }

    void column() {
        const auto stiffener = [&](const ResolvedSide& s, const std::optional<StiffenerSpec>& spec, const SteelStrength& steel,
                                   PartKind part) {
            if (!spec) return;
            const double width = stiffenerWidth(spec->width, col_);
            atMost(CheckCode::StiffenerWidth, s.id, 2 * width + col_.t_w, col_.b, "stiffener within the column flange")
                .add({part, s.id});
            outstand({part, s.id}, width, spec->thickness, steel);
            throatOf({part, s.id}, spec->throat, std::min(spec->thickness, col_.t_w));
            if (joint_.columnSpec.endAbove) {
                const double top = flangeLevel(s, part == PartKind::StiffenerTop) + spec->thickness / 2;
                if (top > *joint_.columnSpec.endAbove + 1e-6) {
                    Check& c = atLeast(CheckCode::StiffenerOutsideColumn, s.id, *joint_.columnSpec.endAbove - top, 0,
                                       "stiffener below the column's end");
                    c.utilisation = farOver;
                    c.state = CheckState::Over;
                    c.add({part, s.id});
                }
            }
        };
        for (const ResolvedSide& s : joint_.sides) {
            stiffener(s, s.spec.stiffenerTop, s.stiffenerTopSteel, PartKind::StiffenerTop);
            stiffener(s, s.spec.stiffenerBottom, s.stiffenerBottomSteel, PartKind::StiffenerBottom);
        }
        if (joint_.doubler) doubler();
        if (joint_.topPlate) {
            outstand({PartKind::TopPlate}, stiffenerWidth(std::nullopt, col_), joint_.topPlate->thickness, joint_.topPlateSteel);
            throatOf({PartKind::TopPlate}, joint_.topPlate->throat, std::min(joint_.topPlate->thickness, col_.t_w));
        }
        if (joint_.diagonal) {
            outstand({PartKind::Diagonal}, stiffenerWidth(joint_.diagonal->width, col_), joint_.diagonal->thickness,
                     joint_.diagonalSteel);
            throatOf({PartKind::Diagonal}, joint_.diagonal->throat, std::min(joint_.diagonal->thickness, col_.t_w));
        }
    }

    void doubler() {
        if (isEuropean(joint_.settings.rules)) doublerProportions();
        if (joint_.doubler->weld.kind == WeldKind::Fillet)
            throatOf({PartKind::Doubler}, joint_.doubler->weld.throat, std::min(joint_.doubler->thickness, col_.t_w));
    }
    void doublerProportions() {
        atLeast(CheckCode::DoublerThickness, ends::right, joint_.doubler->thickness, col_.t_w, "EN 1993-1-8:2005 6.2.6.1(11)")
            .add({PartKind::Doubler});
        Check& steel = atLeast(CheckCode::DoublerSteel, ends::right, joint_.doublerSteel.f_y, joint_.column.steel.f_y,
                               "EN 1993-1-8:2005 6.2.6.1(8)");
        steel.quantity = Quantity::Stress;
        steel.add({PartKind::Doubler});
        // Wider plates need plug or spot welds to the web, which are not modelled.
        const double epsilon = std::sqrt(235 / joint_.doublerSteel.f_y);
        atMost(CheckCode::DoublerWidth, ends::right, clearWebDepth(col_), 40 * epsilon * joint_.doubler->thickness,
               "EN 1993-1-8:2005 6.2.6.1(13)")
            .add({PartKind::Doubler});
    }

    const ResolvedJoint& joint_;
    const Section& col_;
    std::vector<Check> out_;
};

} // namespace

std::vector<Check> detailingChecks(const ResolvedJoint& joint) { return Rules(joint).run(); }

} // namespace zg
