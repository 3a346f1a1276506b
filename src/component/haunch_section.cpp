#include "component/haunch_section.h"
#include "component/beam_end.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr const char* clause = "EN 1993-1-8:2005 6.2.6.7(1)";
constexpr double root3 = 1.73205080756887729353;

using Strips = HaunchedSection::Strips;
using Strip = HaunchedSection::Strip;

double plasticAxis(const Strips& strips) {
    double half = 0;
    for (const Strip& s : strips) half += s.force * (s.to - s.from) / 2;
    for (const Strip& s : strips) { // from the tension side; they follow one another
        const double own = s.force * (s.to - s.from);
        if (own >= half && s.force > 0) return s.from + half / s.force;
        half -= own;
    }
    return 0;
}

double plasticMoment(const Strips& strips, double axis) {
    double M = 0;
    for (const Strip& s : strips) {
        const double a = s.from - axis, b = s.to - axis;
        M += s.force / 2 * (b * std::abs(b) - a * std::abs(a));
    }
    return M;
}

struct Elastic {
    double axis = 0, I = 0, moment = 0;
};
Elastic elastic(const Strips& strips) {
    Elastic e;
    double A = 0, S = 0;
    for (const Strip& s : strips) {
        A += s.area * (s.to - s.from);
        S += s.area * (s.to - s.from) * (s.from + s.to) / 2;
    }
    e.axis = S / A;
    for (const Strip& s : strips) {
        const double a = s.from - e.axis, b = s.to - e.axis;
        e.I += s.area * (b * b * b - a * a * a) / 3;
    }
    const Strip &first = strips.list[0], &last = strips.list[static_cast<std::size_t>(strips.count - 1)];
    e.moment = std::min(first.f_y * e.I / (e.axis - first.from), last.f_y * e.I / (last.to - e.axis));
    return e;
}

/// Limits of table 5.2 for one ratio; the worst decides.
struct ClassOf {
    int worst = 1;
    double share = 1; ///< limit of class 3 over the ratio, where that is above it
    void add(double ratio, double epsilon, double c1, double c2, double c3) {
        worst = std::max(worst, ratio <= c1 * epsilon ? 1 : ratio <= c2 * epsilon ? 2 : ratio <= c3 * epsilon ? 3 : 4);
        share = std::min(share, c3 * epsilon / std::max(1e-9, ratio));
    }
};

/// Outer limits of a web with a part in compression: `alpha` of it when plastic; `psi` the ratio of its edge stresses when
/// elastic.
void addWeb(ClassOf& c, double ratio, double epsilon, double alpha, double psi) {
    const double c1 = alpha > 0.5 ? 396 / (13 * alpha - 1) : 36 / std::max(1e-6, alpha);
    const double c2 = alpha > 0.5 ? 456 / (13 * alpha - 1) : 41.5 / std::max(1e-6, alpha);
    const double c3 = psi > -1 ? 42 / (0.67 + 0.33 * psi) : 62 * (1 - psi) * std::sqrt(-psi);
    c.add(ratio, epsilon, c1, c2, c3);
}

} // namespace

HaunchedSection haunchedSection(const SideModel& m) {
    HaunchedSection h;
    const FlangeInput &tension = m.tensionFlange(), &compression = m.compressionFlange();
    const bool hasAtTension = tension.part.kind == PartKind::HaunchFlange,
               hasAtCompression = compression.part.kind == PartKind::HaunchFlange;
    const Section& b = m.beam.section;
    const double cos = m.beam.cosSlope, own = b.h / cos, top = m.axis - own / 2, bottom = m.axis + own / 2;
    const double inner = tension.along, outer = m.depth - compression.along;
    // Webs in order, the beam's through its flanges where a haunch carries on.
    const auto ofHaunch = [](const WebInput& web) { return web.part.kind == PartKind::HaunchWeb ? &web : nullptr; };
    const WebInput* haunchAtTension = hasAtTension ? ofHaunch(m.webs.front()) : nullptr;
    const WebInput* haunchAtCompression = hasAtCompression ? ofHaunch(m.webs.back()) : nullptr;
    // Towards a taper the beam's web goes on to its flange.
    const bool tapersAtTension = hasAtTension && !haunchAtTension && inner < top,
               tapersAtCompression = hasAtCompression && !haunchAtCompression && outer > bottom;
    const double beamFrom = std::max(inner, hasAtTension ? top : 0),
                 beamTo = std::min(outer, hasAtCompression ? bottom : m.depth);
    const double beamStart = haunchAtTension ? beamFrom : inner, beamEnd = haunchAtCompression ? beamTo : outer;
    Strips strips;
    strips.add(0, inner, tension.b, tension.cos, tension.steel.f_y);
    if (haunchAtTension) strips.add(inner, beamStart, haunchAtTension->t, tension.cos, haunchAtTension->steel.f_y);
    strips.add(beamStart, beamEnd, b.t_w, cos, m.beam.steel.f_y);
    if (haunchAtCompression) strips.add(beamEnd, outer, haunchAtCompression->t, compression.cos, haunchAtCompression->steel.f_y);
    strips.add(outer, m.depth, compression.b, compression.cos, compression.steel.f_y);
    h.strips = strips;
    h.neutral = plasticAxis(strips);
    h.plastic = plasticMoment(strips, h.neutral);
    const Elastic e = elastic(strips);
    h.centroid = e.axis;
    h.elastic = e.moment;
    Strips beam;
    const double t = b.t_f / cos;
    beam.add(0, t, b.b, cos, m.beam.steel.f_y);
    beam.add(t, own - t, b.t_w, cos, m.beam.steel.f_y);
    beam.add(own - t, own, b.b, cos, m.beam.steel.f_y);
    h.plasticBeam = plasticMoment(beam, own / 2);
    h.elasticBeam = elastic(beam).moment;
    // The table's beam has root fillets where a taper has none.
    const double fillets = 0.5 * (4 - 3.14159265358979324) * b.r * b.r, at = b.h / 2 - b.t_f - 0.2234 * b.r;
    for (const bool isTaper : {tapersAtTension, tapersAtCompression})
        if (isTaper) {
            h.plasticBeam += fillets * at * m.beam.steel.f_y;
            h.elasticBeam += fillets * at * at / (b.h / 2) * m.beam.steel.f_y;
        }
    for (const Strip& s : strips) h.squash += s.force * (s.to - s.from);
    // Flanges carry no shear; a web's stands across its own direction.
    for (int i = 1; i + 1 < strips.count; ++i) {
        const Strip& s = strips.list[static_cast<std::size_t>(i)];
        const bool isBeam = s.from == beamStart;
        const double slope = isBeam ? cos : i == 1 ? tension.cos : compression.cos;
        h.shear += s.force * (s.to - s.from) / slope / root3;
    }
    h.arm = m.depth - inner / 2 - compression.along / 2;
    h.totalDepth = m.depth * cos;

    ClassOf c;
    const double root = b.isWelded ? 1.41421356237309504880 * b.webWeldThroat : b.r;
    c.add(compression.outstand() / compression.t, std::sqrt(235 / compression.steel.f_y), 9, 10, 14);
    if (haunchAtCompression)
        c.add(std::max(0.0, haunchAtCompression->d) * compression.cos / haunchAtCompression->t,
              std::sqrt(235 / haunchAtCompression->steel.f_y), 33, 38, 42);
    // The beam's own web between its roots under the stresses of the whole.
    const double from = tapersAtTension ? inner : top + (b.t_f + root) / cos,
                 to = tapersAtCompression ? outer : bottom - (b.t_f + root) / cos;
    if (to > from) {
        const double alpha = std::min(1.0, std::max(0.0, (to - h.neutral) / (to - from)));
        const double atTo = to - h.centroid, atFrom = from - h.centroid; // compression positive
        if (atTo > 0) addWeb(c, (to - from) * cos / b.t_w, std::sqrt(235 / m.beam.steel.f_y), alpha, atFrom / atTo);
    }
    h.sectionClass = c.worst;
    if (c.worst == 4) h.stressLimit = std::min(1.0, c.share * c.share);
    return h;
}

double HaunchedSection::plasticWithWebs(double share) const {
    Strips reduced = strips;
    for (int i = 1; i + 1 < reduced.count; ++i) reduced.list[static_cast<std::size_t>(i)].force *= share;
    return plasticMoment(reduced, plasticAxis(reduced));
}

template <class Num>
Num haunchedMomentResistance(Workings<Num>& w, const SideModel& m, const HaunchedSection& h, const Settings& s, double V_web) {
    const bool isPlastic = h.sectionClass <= 2;
    const double V_pl = h.shear / s.gamma_M0;
    const Section& b = m.beam.section;
    w.note(
        "Section at the face: outer flanges and webs, the flange between neglected; forces normal to the face. What the haunch "
        "adds is the difference to the beam's own plates; the beam's value is the table's.",
        clause);
    const Num f_y = w.given("f_y_b", "beam's yield strength", Quantity::Stress, m.beam.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num W = w.given(isPlastic ? "W_pl_y" : "W_el_y",
                          isPlastic ? "class 1 or 2: plastic modulus of the beam" : "class 3 or 4: elastic modulus of the beam",
                          Quantity::Modulus, isPlastic ? b.W_pl_y : b.W_el_y, "EN 1993-1-1:2005 table 5.2");
    const Num M_0 =
        w.given("M_0", m.isTapered ? "beam as plates, with the root fillets that a taper has not" : "beam as plates, at yield",
                Quantity::Moment, isPlastic ? h.plasticBeam : h.elasticBeam);
    const Num M_h = w.given("M_h", "haunched section as plates, at yield", Quantity::Moment, isPlastic ? h.plastic : h.elastic);
    Num M = w.let("M_y", "with its haunch, at yield", Quantity::Moment, clause, W * f_y + (M_h - M_0));
    if (V_web > 0.5 * V_pl) {
        const Num V = w.given("V_Ed", "shear of the webs", Quantity::Force, V_web);
        const Num V_Rd = w.given("V_pl_Rd", "plastic shear resistance of the webs", Quantity::Force, V_pl);
        const Num rho = w.let("rho", "reduction for shear", Quantity::Ratio, "EN 1993-1-1:2005 6.2.8(3)",
                              smaller(Num(1), square(2 * V / V_Rd - 1)));
        // The webs with (1 - rho) of their strength; symmetrical, it is W - rho A_w^2/(4 t_w) of (6.30).
        const Num M_1 = w.given("M_h_1", "haunched section as plates, plastic", Quantity::Moment, h.plastic);
        const Num M_r =
            w.given("M_h_rho", "the same, webs with (1 − ρ)·f_y", Quantity::Moment, h.plasticWithWebs(1 - valueOf(rho)));
        M = isPlastic ? w.let("M_V", "reduced for shear", Quantity::Moment, "EN 1993-1-1:2005 (6.30)", M - (M_1 - M_r))
                      : w.let("M_V", "reduced for shear as the plastic moment is", Quantity::Moment, "EN 1993-1-1:2005 6.2.8",
                              M * M_r / M_1);
    }
    if (h.sectionClass == 4) {
        const Num share =
            w.given("k_c4", "class 4: stress limit over f_y", Quantity::Ratio, h.stressLimit, "EN 1993-1-1:2005 5.5.2(9)");
        M = share * M;
    }
    return w.let("M_c_Rd", "haunched section in bending", Quantity::Moment, "EN 1993-1-1:2005 6.2.5", M / gamma_M0);
}

template <class Num>
Num endCompressionResistance(Workings<Num>& w, const SideModel& m, const Settings& s, double V, double M_Ed) {
    const FlangeInput &tension = m.tensionFlange(), &compression = m.compressionFlange();
    const bool isPlain = tension.part.kind != PartKind::HaunchFlange && compression.part.kind != PartKind::HaunchFlange;
    if (isPlain) return flangeCompressionResistance(w, m.beam, s, std::abs(V));
    const HaunchedSection h = haunchedSection(m);
    const Num M_c_Rd =
        haunchedMomentResistance(w, m, h, s, std::max(std::abs(V), std::abs(webShear(m, V, M_Ed / h.arm, M_Ed / h.arm))));
    const Num z_f = w.given("z_f", "between the middles of the outer flanges", Quantity::Length, h.arm);
    const bool isDeep = h.totalDepth > 600;
    const char* what = "haunch flange and web in compression, normal to the plate";
    if (compression.part.kind != PartKind::HaunchFlange) what = "beam flange and web in compression, normal to the plate";
    if (!isDeep) return w.result("F_c_fb_Rd", what, Quantity::Force, "EN 1993-1-8:2005 (6.21)", M_c_Rd / z_f);
    const Num F_0 = w.let("F_c_fb_0_Rd", "by the section's moment", Quantity::Force, "EN 1993-1-8:2005 (6.21)", M_c_Rd / z_f);
    const Num b_f = w.given("b_f", "flange width", Quantity::Length, compression.b);
    const Num t_f = w.given("t_f", "flange", Quantity::Length, compression.t);
    const Num f_y = w.given("f_y_f", "yield strength", Quantity::Stress, compression.steel.f_y);
    const Num cos_f = w.given("cos_f", "slope of the flange", Quantity::Ratio, compression.cos);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    const Num F_f = w.let("F_c_f_Rd", "deeper than 600 mm: web's share at most 20 %", Quantity::Force, clause,
                          b_f * t_f * f_y * cos_f / (0.8 * gamma_M0));
    return w.result("F_c_fb_Rd", what, Quantity::Force, clause, smaller(F_0, F_f));
}

double webShear(const SideModel& m, double V, double T, double C) {
    return V - C * m.compressionFlange().tan + T * m.tensionFlange().tan;
}

#define ZG_FOR(Num)                                                                                                              \
    template Num haunchedMomentResistance(Workings<Num>&, const SideModel&, const HaunchedSection&, const Settings&, double);    \
    template Num endCompressionResistance(Workings<Num>&, const SideModel&, const Settings&, double, double);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
