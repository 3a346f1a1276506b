#include "component/american/end.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double pi = 3.14159265358979323846;
constexpr const char* bolts358 = "AISC 358-16 6.8.1";

} // namespace

Check& addUsRule(CheckList& list, CheckCode code, double value, double limit, bool isLeast, Quantity quantity,
                 const char* clause) {
    Check& c = list.add(code, value, limit, quantity, clause);
    c.utilisation = isLeast ? useOf(limit, value) : useOf(value, limit);
    c.isLeast = isLeast;
    CheckList::asRule(c);
    return c;
}

template <class Num> Num usBoltArea(Workings<Num>& w, const UsEnd& e) {
    const Num d_b = w.given("d_b", "bolt", Quantity::Length, e.side->bolt.d);
    return w.let("A_b", "nominal area", Quantity::Area, "AISC 360-16 J3.6", constant<Num>(pi, "π") * square(d_b) / 4);
}

template <class Num>
UsExtendedPart<Num> usExtendedPart(Workings<Num>& w, const UsEnd& e, const Num& hole, const char* yieldClause,
                                   const char* ruptureClause) {
    const SideModel& m = *e.model;
    const Num b_p = w.given("b_p", "effective width of the end plate", Quantity::Length, e.width);
    const Num t_p = w.given("t_p", "end plate", Quantity::Length, m.t_p);
    const Num F_yp = w.given("F_yp", "plate's yield strength", Quantity::Stress, m.plateSteel.f_y);
    const Num yielding = w.result(available<Num>(e.format, "phi_R_n_y"), "shear yielding", Quantity::Force, yieldClause,
                                  factorOf(w, e.format, factors::shearYielding) * 0.6 * F_yp * b_p * t_p);
    const Num F_up = w.given("F_up", "plate's tensile strength", Quantity::Stress, m.plateSteel.f_u);
    const Num A_n = w.let("A_n", "net area", Quantity::Area, ruptureClause, t_p * (b_p - 2 * hole));
    const Num rupture = w.result(available<Num>(e.format, "phi_R_n_u"), "shear rupture", Quantity::Force, ruptureClause,
                                 factorOf(w, e.format, factors::rupture) * 0.6 * F_up * larger(Num(0), A_n));
    return {yielding, rupture};
}

template <class Num> void verifyUsBeamShear(Workings<Num>& w, const UsEnd& e, CheckList& list, std::vector<UsLink>& links) {
    w.heading(2, "Beam in shear", "us beam shear");
    const ResolvedSide& s = *e.side;
    const Section& b = s.beam.section;
    const double slender = clearWebDepth(b) / b.t_w;
    const double plain = 2.24 * std::sqrt(usModulus / s.beam.steel.f_y),
                 elastic = 1.10 * std::sqrt(5.34 * usModulus / s.beam.steel.f_y);
    const Num V_u = w.given("V_u", "shear at the face", Quantity::Force, e.V_face);
    const bool isStocky = slender <= plain && !b.isWelded;
    const double phi = isStocky ? 1.0 : 0.9;
    const Num phi_v = factorOf(w, e.format, {"phi_v", "Omega_v", phi, phi, isStocky ? 1.50 : 1.67, "AISC 360-16 G1, G2.1"});
    const Num C_v = w.given("C_v1", "web buckling in shear", Quantity::Ratio, slender <= elastic ? 1 : elastic / slender,
                            "AISC 360-16 (G2-3), (G2-4)");
    const Num V_n = w.result(available<Num>(e.format, "phi_V_n"), "beam in shear", Quantity::Force, "AISC 360-16 (G2-1)",
                             phi_v * 0.6 * w.given("F_yb", "beam's yield strength", Quantity::Stress, s.beam.steel.f_y) *
                                 w.given("d", "beam depth", Quantity::Length, b.h) *
                                 w.given("t_bw", "beam web", Quantity::Length, b.t_w) * C_v);
    const Check& c = list.add(CheckCode::UsBeamShear, valueOf(V_u), valueOf(V_n), Quantity::Force, "AISC 360-16 (G2-1)");
    list.last().add(e.part(PartKind::BeamWeb));
    links.push_back({c.code, c.parts[0], true, c.utilisation, useOf(std::abs(e.V_gravity), c.resistance), e.R_y, c.clause});
}

template <class Num> void verifyUsReduced(Workings<Num>& w, const UsEnd& e, CheckList& list, std::vector<UsLink>& links) {
    const ResolvedSide& s = *e.side;
    w.heading(2, "Beam at the column's face", "us face");
    const Num M_f = w.given("M_f", "moment at the column's face", Quantity::Moment, e.M_f);
    const Num R_y = w.given("R_y", "expected over specified yield strength", Quantity::None, e.R_y, "AISC 341-16 table A3.1");
    const Num F_y = w.given("F_yb", "beam's yield strength", Quantity::Stress, s.beam.steel.f_y);
    const Num Z = w.given("Z_x", "plastic modulus of the whole beam", Quantity::Modulus, s.beam.section.W_pl_y);
    const Num M_pe = w.result("phi_M_pe", "the whole beam, as expected", Quantity::Moment, "AISC 358-16 (5.8-7), (5.8-8)",
                              phiDuctile * R_y * F_y * Z);
    Check& c = list.add(CheckCode::UsFaceMoment, valueOf(M_f), valueOf(M_pe), Quantity::Moment, "AISC 358-16 (5.8-8)");
    c.add(e.part(PartKind::BeamWeb));
    links.push_back({c.code, c.parts[0], true, c.utilisation, 0, 1, c.clause});
    verifyUsBeamShear(w, e, list, links);
    for (const FlangeInput* f : {&e.model->tensionFlange(), &e.model->compressionFlange()})
        addUsRule(list, CheckCode::UsFlangeWeld, f->weld.kind == WeldKind::Butt ? 0 : 2, 1, false, Quantity::None,
                  "AISC 358-16 5.5(1)")
            .add(f->part);
    if (!s.isWebBolted) {
        addUsRule(list, CheckCode::UsWebWeld, e.model->webs.front().weld.kind == WeldKind::Butt ? 0 : 2, 1, false, Quantity::None,
                  "AISC 358-16 5.6(2)")
            .add({PartKind::WeldWeb, s.id});
        return;
    }
    // A bolted web: in intermediate frames only, slip-critical, its plate held by fillets of three quarters of its thickness.
    const FinPlate& f = s.spec.fin;
    const char* clause = "AISC 358-16 5.6(2)(b)";
    addUsRule(list, CheckCode::UsReducedWeb, e.spec->ductility == Ductility::High ? 2 : 0, 1, false, Quantity::None, clause)
        .add(e.part(PartKind::FinPlate));
    addUsRule(list, CheckCode::UsWebPlateSlip, f.slip ? 0 : 2, 1, false, Quantity::None, clause)
        .add({PartKind::BoltRow, s.id, 0});
    constexpr double legOfThroat = 1.41421356237309504880;
    addUsRule(list, CheckCode::UsWebPlateFillet, f.throat * legOfThroat, 0.75 * f.thickness, true, Quantity::Length, clause)
        .add(e.part(PartKind::FinPlate));
    verifyUsWebPlate(w, e, list, links);
}

/// Welds of a rib, 358-16 6.8.1 step 9: they develop it in tension at the end plate (a butt weld; up to 3/8 in fillets do) and in
/// shear along the beam's flange.
template <class Num>
void verifyUsRibWelds(Workings<Num>& w, const UsEnd& e, const FittingPlate& rib, double height, CheckList& list) {
    const char* clause = "AISC 358-16 6.8.1 step 9";
    const bool isButt = rib.onFace.kind == WeldKind::Butt;
    const Num a = w.given("a", "throat of the rib's fillets", Quantity::Length, rib.throat);
    const Num t_s = w.given("t_s", "rib", Quantity::Length, rib.thickness);
    const Num F_ys = w.given("F_ys", "rib's yield strength", Quantity::Stress, rib.steel.f_y);
    const Num F_EXX = w.given("F_EXX", "electrode, 70 ksi", Quantity::Stress, electrode, "AISC 360-16 table J2.5");
    const Num phi_w = factorOf(w, e.format, factors::welds);
    if (wantsButtEnds(rib.thickness, false))
        addUsRule(list, CheckCode::UsRibEndWeld, isButt ? 0 : 2, 1, false, Quantity::None, clause).add(rib.part);
    if (!isButt) {
        const Num h_st = w.given("h_st", "height of the rib", Quantity::Length, height);
        const Num N = w.let("N_s", "rib in tension at the end plate", Quantity::Force, clause, F_ys * t_s * h_st);
        const Num N_w = w.result("phi_R_n_s", "its fillets there, across their length", Quantity::Force,
                                 "AISC 360-16 (J2-4), (J2-5)", phi_w * 0.6 * 1.5 * F_EXX * 2 * a * h_st);
        list.add(CheckCode::UsRibWeldEnd, valueOf(N), valueOf(N_w), Quantity::Force, clause).add(rib.part);
    }
    const Num L_st = w.given("L_st", "length of the rib", Quantity::Length, rib.length);
    const Num V = w.let("V_s", "rib in shear along the beam's flange", Quantity::Force, clause, 0.6 * F_ys * t_s * L_st);
    const Num V_w = w.result("phi_R_n_sf", "its fillets there, along their length", Quantity::Force, "AISC 360-16 (J2-4)",
                             phi_w * 0.6 * F_EXX * 2 * a * L_st);
    list.add(CheckCode::UsRibWeldFlange, valueOf(V), valueOf(V_w), Quantity::Force, clause).add(rib.part);
}

template <class Num> void verifyUsEndPlate(Workings<Num>& w, const UsEnd& e, CheckList& list, std::vector<UsLink>& links) {
    const ResolvedSide& s = *e.side;
    const SideModel& m = *e.model;
    const BoltPattern& p = e.pattern;
    const auto linkOf = [&](const Check& c, bool isDuctile, double more) {
        links.push_back({c.code, c.parts[0], isDuctile, c.utilisation, 0, more, c.clause});
    };

    w.heading(2, "Bolts in tension", "us bolts");
    const Num M_f = w.given("M_f", "moment at the column's face", Quantity::Moment, e.M_f);
    const Num d_b = w.given("d_b", "bolt", Quantity::Length, s.bolt.d);
    const Num F_nt = w.given("F_nt", "nominal tensile strength", Quantity::Stress, s.boltClass.F_nt, "AISC 360-16 table J3.2");
    const Num A_b = usBoltArea(w, e);
    const Num P_t = w.let("P_t", "one bolt", Quantity::Force, "AISC 360-16 (J3-1)", F_nt * A_b);
    Num arms = w.given("h_out", "row outside the flange, lever arm", Quantity::Length, p.h_outer) +
               w.given("h_in", "row inside the flange", Quantity::Length, p.h_inner);
    if (p.isEight())
        arms = arms + w.given("h_first", "outermost row", Quantity::Length, p.h_first) +
               w.given("h_last", "innermost row", Quantity::Length, p.h_last);
    const Num M_np = w.let("M_np", "bolts without prying", Quantity::Moment, bolts358, 2 * P_t * arms);
    const Num phi_n = w.given("phi_n", "resistance factor, non-ductile", Quantity::None, phiBrittle, "AISC 358-16 2.4.1");
    const Num bolts = w.result("phi_M_np", "bolt rupture without prying", Quantity::Moment, bolts358, phi_n * M_np);
    list.add(CheckCode::UsBoltTension, valueOf(M_f), valueOf(bolts), Quantity::Moment, bolts358)
        .add({PartKind::BoltRow, s.id, m.rows[0].place});
    linkOf(list.last(), false, 1 / phiBrittle);

    w.heading(2, "End plate in bending", "us plate");
    const Num Y_p = endPlateParameter(w, p, e.width);
    const Num F_yp = w.given("F_yp", "plate's yield strength", Quantity::Stress, m.plateSteel.f_y);
    const Num t_p = w.given("t_p", "end plate", Quantity::Length, m.t_p);
    const Num phi_d = w.given("phi_d", "resistance factor, ductile", Quantity::None, phiDuctile, "AISC 358-16 2.4.1");
    const Num M_pl = w.let("phi_M_pl", "yield lines of the end plate", Quantity::Moment, "AISC 358-16 6.8.1 step 5",
                           phi_d * F_yp * square(t_p) * Y_p);
    const Num plate = w.result("phi_M_p_111", "less 11 %, so that the bolts see no prying", Quantity::Moment,
                               "AISC 358-16 6.8.1 step 5", M_pl / 1.11);
    w.note("The strength of the plate does not hang on the load.", "AISC 358-16 6.8.1 step 5");
    list.add(CheckCode::UsPlateBending, valueOf(M_f), valueOf(plate), Quantity::Moment, "AISC 358-16 6.8.1 step 5")
        .add(e.part(PartKind::EndPlate));
    linkOf(list.last(), true, 1.11 * e.R_y);
    if (1.11 * valueOf(bolts) > valueOf(M_pl) * (1 + 1e-9))
        listNotDone(list.all(), CheckCode::NotDoneUsPrying, s.id, "AISC 358-16 6.8.1 step 5", e.isReversed);

    const Num d = w.given("d", "beam depth", Quantity::Length, s.beam.section.h);
    const Num t_bf = w.given("t_bf", "beam flange", Quantity::Length, s.beam.section.t_f);
    const Num F_fu = w.let("F_fu", "force of a flange", Quantity::Force, "AISC 358-16 6.8.1 step 6", M_f / (d - t_bf));
    if (!p.isStiffened) {
        w.heading(2, "Extended part of the end plate in shear", "us plate shear");
        const Num half = F_fu / 2;
        const Num hole = w.let("d_h_e", "effective hole, 1/8 in more than the bolt", Quantity::Length, "AISC 358-16 6.8.1 step 8",
                               d_b + w.given("e_h", "1/8 in", Quantity::Length, inch / 8));
        const auto [yielding, rupture] = usExtendedPart(w, e, hole, "AISC 358-16 6.8.1 step 7", "AISC 358-16 6.8.1 step 8");
        list.add(CheckCode::UsPlateShearYield, valueOf(half), valueOf(yielding), Quantity::Force, "AISC 358-16 6.8.1 step 7")
            .add(e.part(PartKind::EndPlate));
        linkOf(list.last(), true, e.R_y);
        list.add(CheckCode::UsPlateShearRupture, valueOf(half), valueOf(rupture), Quantity::Force, "AISC 358-16 6.8.1 step 8")
            .add(e.part(PartKind::EndPlate));
        linkOf(list.last(), false, 1 / phiBrittle);
    } else {
        w.heading(2, "Rib", "us rib");
        const FittingPlate& rib = *m.rib;
        const Num t_bw = w.given("t_bw", "beam web", Quantity::Length, s.beam.section.t_w);
        const Num F_yb = w.given("F_yb", "beam's yield strength", Quantity::Stress, s.beam.steel.f_y);
        const Num F_ys = w.given("F_ys", "rib's yield strength", Quantity::Stress, rib.steel.f_y);
        const Num least =
            w.result("t_s_min", "least thickness of the rib", Quantity::Length, "AISC 358-16 (6.8-11)", t_bw * F_yb / F_ys);
        addUsRule(list, CheckCode::UsRibThickness, rib.thickness, valueOf(least), true, Quantity::Length, "AISC 358-16 (6.8-11)")
            .add(rib.part);
        const double height = m.projectionTension;
        addUsRule(list, CheckCode::UsRibSlender, height / rib.thickness, 0.56 * std::sqrt(usModulus / rib.steel.f_y), false,
                  Quantity::Ratio, "AISC 358-16 (6.8-12)")
            .add(rib.part);
        addUsRule(list, CheckCode::UsRibLength, rib.length, height / std::tan(pi / 6), true, Quantity::Length,
                  "AISC 358-16 (6.7-1)")
            .add(rib.part);
        verifyUsRibWelds(w, e, rib, height, list);
    }

    w.heading(2, "Bolts at the compression flange in shear and bearing", "us shear");
    const double n = p.isEight() ? 8 : 4;
    const Num V_u = w.given("V_u", "shear at the face", Quantity::Force, e.V_face);
    const Num n_b = w.given("n_b", "bolts at the compression flange", Quantity::None, n, "AISC 358-16 6.8.1 step 11");
    const Num F_nv =
        w.given("F_nv", "nominal shear strength", Quantity::Stress,
                m.bolts.threadInShearPlane ? s.boltClass.F_nv_thread : s.boltClass.F_nv_shank, "AISC 360-16 table J3.2");
    const Num shear =
        w.result("phi_R_n_v", "bolt rupture in shear", Quantity::Force, "AISC 358-16 6.8.1 step 11", phi_n * n_b * F_nv * A_b);
    const auto affine = [&](double more, bool isDuctileLink = false) {
        const Check& c = list.last();
        links.push_back(
            {c.code, c.parts[0], isDuctileLink, c.utilisation, useOf(std::abs(e.V_gravity), c.resistance), more, c.clause});
    };
    list.add(CheckCode::UsBoltShear, valueOf(V_u), valueOf(shear), Quantity::Force, "AISC 358-16 6.8.1 step 11")
        .add({PartKind::BoltRow, s.id, m.rows.back().place});
    affine(1 / phiBrittle);
    // Bearing and tear-out of the same bolts, in the plate and in the column flange.
    const double d_h = s.bolt.d_0;
    const auto bearing = [&](bool isPlate) {
        const Num t = w.given(isPlate ? "t_p" : "t_cf", isPlate ? "end plate" : "column flange", Quantity::Length,
                              isPlate ? m.t_p : m.gripThickness);
        const Num F_u = w.given("F_u", "tensile strength", Quantity::Stress, isPlate ? m.plateSteel.f_u : m.gripSteel.f_u);
        const double pair = p.isEight() ? p.p_b : 1e9;
        const double across = p.p_fo + p.p_fi + p.t_bf;
        // Inner rows bear towards the row across the flange, outer ones towards the next or the edge; in the column flange there
        // is no edge.
        const double inner = std::min(pair, across) - d_h,
                     outer = std::min(p.isEight() ? p.p_b - d_h : 1e9, isPlate ? p.d_e - d_h / 2 : 1e9);
        const auto one = [&](const char* symbol, const char* what, double clear) {
            const Num most = 2.4 * d_b * t * F_u;
            if (clear > 1e6) return w.let(symbol, what, Quantity::Force, "AISC 360-16 (J3-6a)", most);
            const Num L_c = w.given("L_c", "clear distance", Quantity::Length, std::max(0.0, clear));
            return w.let(symbol, what, Quantity::Force, "AISC 360-16 (J3-6a), (J3-6c)", smaller(1.2 * L_c * t * F_u, most));
        };
        const Num r_ni = one("r_ni", "an inner bolt", inner), r_no = one("r_no", "an outer bolt", outer);
        return w.result(isPlate ? "phi_R_n_bp" : "phi_R_n_bc",
                        isPlate ? "bearing on the end plate" : "bearing on the column flange", Quantity::Force,
                        "AISC 358-16 6.8.1 step 12", phi_n * (n / 2 * r_ni + n / 2 * r_no));
    };
    const Num onPlate = bearing(true), onColumn = bearing(false);
    list.add(CheckCode::UsBearing, valueOf(V_u), std::min(valueOf(onPlate), valueOf(onColumn)), Quantity::Force,
             "AISC 358-16 6.8.1 step 12")
        .add(valueOf(onPlate) <= valueOf(onColumn) ? e.part(PartKind::EndPlate) : e.part(PartKind::ColumnFlange));
    affine(1 / phiBrittle);

    verifyUsBeamShear(w, e, list, links);

    w.heading(2, "Weld of the beam web", "us web weld");
    for (const FlangeInput* f : {&m.tensionFlange(), &m.compressionFlange()})
        addUsRule(list, CheckCode::UsFlangeWeld, f->weld.kind == WeldKind::Butt ? 0 : 2, 1, false, Quantity::None,
                  "AISC 358-16 6.7.6(1)")
            .add(f->part);
    const WebInput& web = m.webs.front();
    if (web.weld.kind == WeldKind::Fillet) {
        // Both fillets across their length against the web's own tension (6.7.6(5)), by millimetre of web.
        const double strength = 0.75 * 0.6 * 1.5 * electrode * 2 * web.weld.throat;
        addUsRule(list, CheckCode::UsWebWeld, strength, 0.9 * web.t * s.beam.steel.f_y, true, Quantity::LineForce,
                  "AISC 358-16 6.7.6(5); 360-16 J2.4")
            .add({PartKind::WeldWeb, s.id});
    }
}

namespace {

/// The nearer of two limits: the one that is broken, or closest to it.
void addRange(CheckList& list, CheckCode code, double value, double least, double most, PartRef part,
              const char* clause = "AISC 358-16 table 6.1") {
    const bool isLow = useOf(least, value) > useOf(value, most);
    addUsRule(list, code, value, isLow ? least : most, isLow, Quantity::Length, clause).add(part);
}

/// Bolts and plate of an extended end plate, table 6.1.
void checkPlateLimits(const UsEnd& e, CheckList& list);
/// Cut and beam of a reduced section, 358-16 5.3 and 5.8 step 1.
void checkReducedLimits(const UsEnd& e, CheckList& list) {
    const Section& b = e.side->beam.section;
    const EndSpec::Cut& cut = *e.side->spec.cut;
    const PartRef flange = e.part(PartKind::BeamTopFlange);
    const char* clause = "AISC 358-16 (5.8-1) to (5.8-3)";
    addRange(list, CheckCode::UsReducedFrom, cut.from, 0.5 * b.b, 0.75 * b.b, flange, clause);
    addRange(list, CheckCode::UsReducedLength, cut.length, 0.65 * b.h, 0.85 * b.h, flange, clause);
    addRange(list, CheckCode::UsReducedDepth, cut.depth, 0.1 * b.b, 0.25 * b.b, flange, clause);
    addUsRule(list, CheckCode::UsBeamDepth, b.h, 36.7 * inch, false, Quantity::Length, "AISC 358-16 5.3.1(2)").add(flange);
    addUsRule(list, CheckCode::UsBeamWeight, b.mass, 449, false, Quantity::Mass, "AISC 358-16 5.3.1(3)").add(flange);
    addUsRule(list, CheckCode::UsBeamFlangeThickness, b.t_f, 1.75 * inch, false, Quantity::Length, "AISC 358-16 5.3.1(4)")
        .add(flange);
}

void checkPlateLimits(const UsEnd& e, CheckList& list) {
    const ResolvedSide& s = *e.side;
    const SideModel& m = *e.model;
    const BoltPattern& p = e.pattern;
    const Section& b = s.beam.section;
    struct Limits {
        double t_bf[2], b_bf[2], d[2], t_p[2], b_p[2], g[2], p_f[2], p_b[2]; ///< inches
    };
    static constexpr Limits four{{0.375, 0.75}, {6, 9.25}, {13.75, 55}, {0.5, 2.25}, {7, 10.75}, {4, 6}, {1.5, 4.5}, {0, 0}};
    static constexpr Limits fourRib{{0.375, 0.75}, {6, 9}, {13.75, 24}, {0.5, 1.5}, {7, 10.75}, {3.25, 6}, {1.75, 5.5}, {0, 0}};
    static constexpr Limits eightRib{{0.5625, 1}, {7.5, 12.25}, {18, 36}, {0.75, 2.5}, {9, 15}, {5, 6}, {1.625, 2}, {3.5, 3.75}};
    const Limits& l = p.isEight() ? eightRib : p.isStiffened ? fourRib : four;
    const PartRef plate = e.part(PartKind::EndPlate), beam = e.part(PartKind::BeamTopFlange),
                  rows{PartKind::BoltRow, s.id, m.rows[0].place};
    const auto in = [&](CheckCode code, double value, const double(&range)[2], PartRef part) {
        addRange(list, code, value, range[0] * inch, range[1] * inch, part);
    };
    in(CheckCode::UsBeamFlangeThickness, b.t_f, l.t_bf, beam);
    in(CheckCode::UsBeamFlangeWidth, b.b, l.b_bf, beam);
    in(CheckCode::UsBeamDepth, b.h, l.d, e.part(PartKind::BeamWeb));
    in(CheckCode::UsPlateThickness, m.t_p, l.t_p, plate);
    in(CheckCode::UsPlateWidth, m.b_p, l.b_p, plate);
    in(CheckCode::UsGauge, p.g, l.g, rows);
    in(CheckCode::UsPitchInner, p.p_fi, l.p_f, rows);
    in(CheckCode::UsPitchOuter, p.p_fo, l.p_f, rows);
    if (p.isEight()) in(CheckCode::UsRowPitch, p.p_b, l.p_b, rows);
    const bool isTight = s.boltClass.isPreloadable && s.spec.bolts.slip;
    addUsRule(list, CheckCode::UsBoltsPretensioned, isTight ? 0 : 2, 1, false, Quantity::None, "AISC 358-16 6.6.1, 4.1")
        .add(rows);
    addUsRule(list, CheckCode::UsHoles, s.spec.bolts.holes == HoleKind::Normal ? 0 : 2, 1, false, Quantity::None,
              "AISC 358-16 6.7.5; 360-16 table J3.3")
        .add(rows);
}

} // namespace

void checkUsLimits(const UsEnd& e, CheckList& list) {
    const ResolvedSide& s = *e.side;
    const Section& b = s.beam.section;
    const PartRef beam = e.part(PartKind::BeamTopFlange);
    if (!e.isWelded) checkPlateLimits(e, list);
    if (e.isReversed) return; // what follows is the same in both senses
    if (e.isWelded) checkReducedLimits(e, list);
    const bool isSpecial = e.spec->ductility == Ductility::High;
    const double clear = e.L_h + 2 * e.S_h;
    addUsRule(list, CheckCode::UsSpanToDepth, clear / b.h, isSpecial ? 7 : 5, true, Quantity::Ratio,
              e.isWelded ? "AISC 358-16 5.3.1(6)" : "AISC 358-16 6.3.1(5)")
        .add(e.part(PartKind::BeamWeb));
    const Section& c = e.joint->column.section;
    addUsRule(list, CheckCode::UsColumnDepth, c.h, 36.7 * inch, false, Quantity::Length,
              e.isWelded ? "AISC 358-16 5.3.2(3)" : "AISC 358-16 6.3.2(3)")
        .add({PartKind::ColumnWeb});
    // 341-16 table D1.1: highly ductile members in special frames, moderately ductile ones in intermediate frames.
    const double root = std::sqrt(usModulus / (e.R_y * s.beam.steel.f_y));
    addUsRule(list, CheckCode::UsBeamFlangeSlender, b.b / (2 * b.t_f), (isSpecial ? 0.32 : 0.40) * root, false, Quantity::Ratio,
              "AISC 341-16 table D1.1")
        .add(beam);
    addUsRule(list, CheckCode::UsBeamWebSlender, clearWebDepth(b) / b.t_w, (isSpecial ? 2.57 : 3.96) * root, false,
              Quantity::Ratio, "AISC 341-16 table D1.1")
        .add(e.part(PartKind::BeamWeb));
    const auto column = expectedStrength(e.joint->columnMember.steel, c.isWelded);
    const double F_yc = e.joint->column.steel.f_y, R_yc = column ? column->R_y : e.spec->overStrength;
    const double rootc = std::sqrt(usModulus / (R_yc * F_yc)), C_a = e.P_r / (0.9 * R_yc * F_yc * c.A);
    addUsRule(list, CheckCode::UsColumnFlangeSlender, c.b / (2 * c.t_f), (isSpecial ? 0.32 : 0.40) * rootc, false,
              Quantity::Ratio, "AISC 341-16 table D1.1")
        .add({PartKind::ColumnFlange, s.id});
    const double web = isSpecial ? (C_a <= 0.114 ? 2.57 * (1 - 1.04 * C_a) : std::max(1.57, 0.88 * (2.68 - C_a)))
                                 : (C_a <= 0.114 ? 3.96 * (1 - 3.04 * C_a) : std::max(1.57, 1.29 * (2.12 - C_a)));
    addUsRule(list, CheckCode::UsColumnWebSlender, clearWebDepth(c) / c.t_w, web * rootc, false, Quantity::Ratio,
              "AISC 341-16 table D1.1")
        .add({PartKind::ColumnWeb});
}

#define ZG_FOR(Num)                                                                                                              \
    template Num usBoltArea(Workings<Num>&, const UsEnd&);                                                                       \
    template UsExtendedPart<Num> usExtendedPart(Workings<Num>&, const UsEnd&, const Num&, const char*, const char*);             \
    template void verifyUsBeamShear(Workings<Num>&, const UsEnd&, CheckList&, std::vector<UsLink>&);                             \
    template void verifyUsReduced(Workings<Num>&, const UsEnd&, CheckList&, std::vector<UsLink>&);                               \
    template void verifyUsEndPlate(Workings<Num>&, const UsEnd&, CheckList&, std::vector<UsLink>&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
