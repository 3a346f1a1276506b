#include "component/american/end.h"
#include "component/haunch.h"
#include "component/reduced_section.h"
#include "joint/bolt_strength.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr const char* prying = "AISC manual, part 9 (2017); 360-16 J3.6";

/// A T-stub's line of bolts: how far the plate reaches on both sides of it.
struct PryingPlace {
    double b = 0; ///< bolts to the plate's support
    double a = 0; ///< bolts to its edge
};

/// Share of the bolts' strength that prying leaves (part 9): the plate carries M_pl by folds at its support and at the bolts,
/// half of it by those at the support alone. `M_pl` and `M_bolts` available strengths, the former at the tensile strength.
template <class Num>
Num pryingShare(Workings<Num>& w, const char* symbol, const PryingPlace& at, double d, const Num& M_pl, const Num& M_bolts) {
    const Num d_b = w.given("d_b", "bolt", Quantity::Length, d);
    const Num b = w.let("b_pr", "bolts to the support, less half a bolt", Quantity::Length, prying,
                        w.given("b", "bolts to the support", Quantity::Length, at.b) - d_b / 2);
    const Num a = w.let("a_pr", "bolts to the edge, no more than 1.25 b, with half a bolt", Quantity::Length, prying,
                        smaller(w.given("a", "bolts to the edge", Quantity::Length, at.a), 1.25 * Num(at.b)) + d_b / 2);
    if (valueOf(b) <= 0) return Num(1);
    const Num rho = w.let("rho", "lever arms", Quantity::Ratio, prying, b / a);
    const Num x =
        w.let("x", "strength of the folds at the support over that of the bolts", Quantity::Ratio, prying, M_pl / (2 * M_bolts));
    if (valueOf(x) >= 1) return w.result(symbol, "no prying", Quantity::Ratio, prying, Num(1));
    return w.result(symbol, "share of the bolts' strength that prying leaves", Quantity::Ratio, prying,
                    smaller(2 * x, (1 + rho * x) / (1 + rho)));
}

template <class Num> class OrdinaryPlate {
public:
    OrdinaryPlate(Workings<Num>& w, const UsEnd& e, double Y_c, CheckList& list)
        : w_(w), e_(e), s_(*e.side), m_(*e.model), p_(e.pattern), Y_c_(Y_c), list_(list) {}

    void run() {
        bolts();
        if (p_.outer > 0 && !p_.isStiffened) extendedPart();
        if (!e_.carriesShear) shear(); // of such an end the other sense has the check
    }

private:
    const char* symbol(const char* ofStrength) const { return available<Num>(e_.format, ofStrength); }
    Num factor(const UsFactor& f) { return factorOf(w_, e_.format, f); }
    PartRef row(int place) const { return {PartKind::BoltRow, s_.id, place}; }

    /// Rows of the pattern in the model's list: those outside the flange and up to two inside.
    bool isInPattern(const RowModel& r) const {
        if (r.y < m_.tensionFlange().from) return true;
        int before = 0;
        for (const RowModel& o : m_.rows)
            if (o.y > m_.tensionFlange().to && o.y < r.y) ++before;
        return before < p_.inner && r.y < m_.depth / 2;
    }

    Num nominalShear() {
        return w_.given("F_nv", "nominal shear strength", Quantity::Stress,
                        m_.bolts.threadInShearPlane ? s_.boltClass.F_nv_thread : s_.boltClass.F_nv_shank,
                        "AISC 360-16 table J3.2");
    }
    /// Tensile strength of bolts that carry the shear as well, J3.7.
    Num besideShear(const Num& F_nt, const Num& A_b) {
        const auto rows = std::count_if(m_.rows.begin(), m_.rows.end(), [&](const RowModel& r) { return isInPattern(r); });
        const Num V = w_.given("V", "shear at the face", Quantity::Force, e_.V_face);
        const Num n_b = w_.given("n_b", "bolts of this flange, which carry it", Quantity::None, 2.0 * static_cast<double>(rows));
        const Num F_nv = nominalShear();
        const Num f_rv = w_.let("f_rv", "shear stress of one bolt", Quantity::Stress, "AISC 360-16 J3.7", V / (n_b * A_b));
        return w_.let("F_nt_v", "tensile strength beside it", Quantity::Stress, "AISC 360-16 (J3-3a), (J3-3b)",
                      larger(Num(0), smaller(F_nt, 1.3 * F_nt - F_nt / (factor(factors::rupture) * F_nv) * f_rv)));
    }

    void bolts() {
        w_.heading(2, "Bolts in tension", "us bolts");
        const Num M = w_.given("M_t", "of the tension flange's force about the compression flange", Quantity::Moment, e_.M_f);
        const Num F_nt =
            w_.given("F_nt", "nominal tensile strength", Quantity::Stress, s_.boltClass.F_nt, "AISC 360-16 table J3.2");
        const Num A_b = usBoltArea(w_, e_);
        const Num P_t = e_.carriesShear ? w_.let("P_t", "one bolt, beside its shear", Quantity::Force, "AISC 360-16 (J3-2)",
                                                 besideShear(F_nt, A_b) * A_b)
                                        : w_.let("P_t", "one bolt", Quantity::Force, "AISC 360-16 (J3-1)", F_nt * A_b);
        Num arms = w_.given("h_in", "row inside the flange, lever arm", Quantity::Length, p_.h_inner);
        if (p_.inner == 2) arms = arms + w_.given("h_last", "innermost row", Quantity::Length, p_.h_last);
        if (p_.outer > 0) arms = arms + w_.given("h_out", "row outside the flange", Quantity::Length, p_.h_outer);
        if (p_.outer == 2) arms = arms + w_.given("h_first", "outermost row", Quantity::Length, p_.h_first);
        const Num phi_n = factor(factors::rupture);
        const Num free = w_.result(symbol("phi_M_np"), "bolt rupture without prying", Quantity::Moment, "AISC 360-16 J3.6",
                                   phi_n * 2 * P_t * arms);
        list_.add(CheckCode::UsBoltTension, valueOf(M), valueOf(free), Quantity::Moment, "AISC 360-16 J3.6")
            .add(row(m_.rows[0].place));

        w_.heading(2, "End plate in bending", "us plate");
        const Num Y_p = endPlateParameter(w_, p_, e_.width);
        const Num F_yp = w_.given("F_yp", "plate's yield strength", Quantity::Stress, m_.plateSteel.f_y);
        const Num F_up = w_.given("F_up", "its tensile strength", Quantity::Stress, m_.plateSteel.f_u);
        const Num t_p = w_.given("t_p", "end plate", Quantity::Length, m_.t_p);
        const Num phi_b = factor(factors::yieldLines);
        const Num folds = phi_b * square(t_p) * Y_p;
        const Num plate = w_.result(symbol("phi_M_pl"), "yield lines of the end plate", Quantity::Moment,
                                    "AISC 360-16 F1; yield lines", folds * F_yp);
        list_.add(CheckCode::UsPlateBending, valueOf(M), valueOf(plate), Quantity::Moment, "AISC 360-16 F1; yield lines")
            .add(e_.part(PartKind::EndPlate));

        w_.heading(2, "Bolts with prying on the end plate", "us prying");
        PryingPlace at;
        at.b = std::max(p_.p_fi, p_.outer > 0 ? p_.p_fo : 0);
        at.a = (m_.b_p - p_.g) / 2;
        if (p_.outer > 0) at.a = std::min(at.a, p_.d_e);
        const Num M_u = w_.let("M_pl_u", "the same mechanism at the tensile strength", Quantity::Moment, prying, folds * F_up);
        const Num Q_p = pryingShare(w_, "Q_p", at, s_.bolt.d, M_u, free);
        w_.heading(2, "Bolts with prying on the column flange", "us prying column");
        const Section& c = e_.joint->column.section;
        const Num Y_c = w_.given("Y_c", "yield-line parameter of the column flange, as it stands", Quantity::Length, Y_c_);
        const Num t_cf = w_.given("t_cf", "column flange", Quantity::Length, c.t_f);
        const Num F_uc = w_.given("F_uc", "its tensile strength", Quantity::Stress, e_.joint->column.steel.f_u);
        const Num M_uc = w_.let("M_cf_u", "its mechanism at the tensile strength", Quantity::Moment, prying,
                                phi_b * square(t_cf) * Y_c * F_uc);
        const Num Q_c = pryingShare(w_, "Q_c", {(p_.g - c.t_w) / 2, (std::min(c.b, m_.b_p) - p_.g) / 2}, s_.bolt.d, M_uc, free);
        const Num pried = w_.result(symbol("phi_M_q"), "bolt rupture with the greater prying", Quantity::Moment, prying,
                                    smaller(Q_p, Q_c) * free);
        Check& k = list_.add(CheckCode::UsBoltPrying, valueOf(M), valueOf(pried), Quantity::Moment, prying);
        k.add(row(m_.rows[0].place));
        k.add(e_.part(valueOf(Q_p) <= valueOf(Q_c) ? PartKind::EndPlate : PartKind::ColumnFlange));
    }

    void extendedPart() {
        w_.heading(2, "Extended part of the end plate in shear", "us plate shear");
        const Num half = w_.let("F_ft_half", "half of the tension flange's force", Quantity::Force, "AISC 358-16 6.8.1 step 7",
                                w_.given("F_ft", "tension flange", Quantity::Force, e_.F_fu) / 2);
        const Num hole = w_.given("d_h_e", "effective hole, 1/16 in more than the hole", Quantity::Length,
                                  s_.bolt.d_0 + inch / 16, "AISC 360-16 B4.3b");
        const auto [yielding, rupture] = usExtendedPart(w_, e_, hole, "AISC 360-16 (J4-3)", "AISC 360-16 (J4-4), B4.3b");
        list_.add(CheckCode::UsPlateShearYield, valueOf(half), valueOf(yielding), Quantity::Force, "AISC 360-16 (J4-3)")
            .add(e_.part(PartKind::EndPlate));
        list_.add(CheckCode::UsPlateShearRupture, valueOf(half), valueOf(rupture), Quantity::Force, "AISC 360-16 (J4-4)")
            .add(e_.part(PartKind::EndPlate));
    }

    /// The bolts beside those of the tension flange carry the shear.
    void shear() {
        w_.heading(2, "Bolts that carry the shear", "us shear");
        std::vector<const RowModel*> rows;
        for (const RowModel& r : m_.rows)
            if (!isInPattern(r)) rows.push_back(&r);
        const Num V = w_.given("V", "shear at the face", Quantity::Force, e_.V_face);
        const Num d_b = w_.given("d_b", "bolt", Quantity::Length, s_.bolt.d);
        const Num A_b = usBoltArea(w_, e_);
        const Num n_b =
            w_.given("n_b", "bolts beside those of the tension flange", Quantity::None, 2.0 * static_cast<double>(rows.size()));
        const Num F_nv = nominalShear();
        const Num phi_n = factor(factors::rupture);
        const Num R = w_.result(symbol("phi_R_n_v"), "bolt rupture in shear", Quantity::Force, "AISC 360-16 (J3-1)",
                                phi_n * n_b * F_nv * A_b);
        list_.add(CheckCode::UsBoltShear, valueOf(V), valueOf(R), Quantity::Force, "AISC 360-16 (J3-1)")
            .add(row(m_.rows.back().place));
        // Bearing and tear-out towards the nearer of neighbours and edge, in the plate and in the column flange.
        const auto bearing = [&](bool isPlate) {
            const Num t = w_.given(isPlate ? "t_p" : "t_cf", isPlate ? "end plate" : "column flange", Quantity::Length,
                                   isPlate ? m_.t_p : m_.gripThickness);
            const Num F_u = w_.given("F_u", "tensile strength", Quantity::Stress, isPlate ? m_.plateSteel.f_u : m_.gripSteel.f_u);
            Num sum(0);
            for (const RowModel* r : rows) {
                double clear =
                    isPlate ? std::min(r->y + m_.projectionTension, m_.depth + m_.projectionCompression - r->y) - s_.bolt.d_0 / 2
                            : std::min(r->y + m_.columnEnd, m_.depth + m_.columnEndCompression - r->y) - s_.bolt.d_0 / 2;
                for (const RowModel& o : m_.rows)
                    if (&o != r) clear = std::min(clear, std::abs(o.y - r->y) - s_.bolt.d_0);
                const Num most = 2.4 * d_b * t * F_u;
                const Num one = clear > 1e6 ? most
                                            : smaller(1.2 *
                                                          w_.given(Indexed{"L_c_", r->place + 1}, "clear distance beside a row",
                                                                   Quantity::Length, std::max(0.0, clear)) *
                                                          t * F_u,
                                                      most);
                sum = r == rows.front() ? 2 * one : sum + 2 * one;
            }
            return w_.result(symbol(isPlate ? "phi_R_n_bp" : "phi_R_n_bc"),
                             isPlate ? "bearing on the end plate" : "bearing on the column flange", Quantity::Force,
                             "AISC 360-16 (J3-6a), (J3-6c)", phi_n * sum);
        };
        const Num onPlate = bearing(true), onColumn = bearing(false);
        list_
            .add(CheckCode::UsBearing, valueOf(V), std::min(valueOf(onPlate), valueOf(onColumn)), Quantity::Force,
                 "AISC 360-16 J3.10")
            .add(valueOf(onPlate) <= valueOf(onColumn) ? e_.part(PartKind::EndPlate) : e_.part(PartKind::ColumnFlange));
    }

    Workings<Num>& w_;
    const UsEnd& e_;
    const ResolvedSide& s_;
    const SideModel& m_;
    const BoltPattern& p_;
    double Y_c_;
    CheckList& list_;
};

/// Slip-critical bolts: all of them carry the shear by friction. What the moment takes from the clamping of the rows, contact on
/// the compression side gives back; axial tension alone reduces it.
template <class Num> void slip(Workings<Num>& w, const UsEnd& e, double axial, CheckList& list) {
    const ResolvedSide& s = *e.side;
    if (!mustNotSlip(s)) return;
    w.heading(2, "Slip of the bolts", "us slip");
    int count = 0;
    for (const BoltRowSpec& row : s.spec.rows) count += row.bolts;
    const bool isOversize = s.spec.bolts.holes == HoleKind::Oversize;
    const auto [strength, clamping] = usSlip(w, e, s.spec.bolts.surface, isOversize, count);
    Num R = strength;
    if (axial > 0) {
        const Num T = w.given("T", "axial tension, which nothing balances", Quantity::Force, axial);
        const Num k_sc = w.let("k_sc", "clamping left", Quantity::Ratio, "AISC 360-16 (J3-5a), (J3-5b)",
                               larger(Num(0), 1 - (e.format == UsFormat::Asd ? 1.5 : 1.0) * T / clamping));
        R = R * k_sc;
    }
    R = w.result(available<Num>(e.format, "phi_R_n_s"), "all bolts against slip", Quantity::Force, "AISC 360-16 (J3-4)", R);
    list.add(CheckCode::UsBoltSlip, e.V_face, valueOf(R), Quantity::Force, "AISC 360-16 (J3-4)")
        .add({PartKind::BoltRow, s.id, e.model->rows.back().place});
}

/// Fillets on both sides of a flange, across their length; butt welds are as strong as the flange.
template <class Num> void flangeWelds(Workings<Num>& w, const UsEnd& e, CheckList& list) {
    const auto weld = [&](const FlangeInput& f, double force, CheckCode code) {
        if (f.weld.kind != WeldKind::Fillet) return;
        w.heading(2,
                  code == CheckCode::UsWeldTensionFlange ? "Fillets of the tension flange" : "Fillets of the compression flange",
                  code == CheckCode::UsWeldTensionFlange ? "us flange weld" : "us flange weld compression");
        const Num F = w.given("F_f", "force of the flange", Quantity::Force, force);
        const Num a = w.given("a", "throat", Quantity::Length, f.weld.throat);
        const Num L = w.given("L_w", "both sides of the flange, less web and roots", Quantity::Length,
                              f.b + 2 * std::max(0.0, f.outstand()));
        const Num F_EXX = w.given("F_EXX", "electrode, 70 ksi", Quantity::Stress, electrode, "AISC 360-16 table J2.5");
        const Num R = w.result(available<Num>(e.format, "phi_R_n_w"), "fillets across their length", Quantity::Force,
                               "AISC 360-16 (J2-4), (J2-5)", factorOf(w, e.format, factors::welds) * 0.6 * 1.5 * F_EXX * a * L);
        list.add(code, valueOf(F), valueOf(R), Quantity::Force, "AISC 360-16 J2.4").add(f.part);
    };
    weld(e.model->tensionFlange(), e.F_fu, CheckCode::UsWeldTensionFlange);
    weld(e.model->compressionFlange(), e.F_press, CheckCode::UsWeldCompressionFlange);
}

/// Fillets of the web in shear over a length.
template <class Num> void webWeld(Workings<Num>& w, const UsEnd& e, double length, const char* what, CheckList& list) {
    const WebInput& web = e.model->webs.front();
    if (web.weld.kind != WeldKind::Fillet) return;
    w.heading(2, "Fillets of the beam web", "us web weld");
    const Num V = w.given("V", "shear at the face", Quantity::Force, e.V_face);
    const Num a = w.given("a", "throat", Quantity::Length, web.weld.throat);
    const Num L = w.given("L_w", what, Quantity::Length, std::max(0.0, length));
    const Num F_EXX = w.given("F_EXX", "electrode, 70 ksi", Quantity::Stress, electrode, "AISC 360-16 table J2.5");
    const Num R = w.result(available<Num>(e.format, "phi_R_n_ww"), "fillets along their length", Quantity::Force,
                           "AISC 360-16 (J2-4)", factorOf(w, e.format, factors::welds) * 0.6 * F_EXX * 2 * a * L);
    list.add(CheckCode::UsWeldWeb, valueOf(V), valueOf(R), Quantity::Force, "AISC 360-16 J2.4")
        .add({PartKind::WeldWeb, e.side->id});
}

/// A section of the beam in bending with axial force. `isAtFace`: where a bolted web takes no part.
template <class Num>
void beamBending(Workings<Num>& w, const UsEnd& e, const Section& b, CheckCode code, double M, double N, bool isAtFace,
                 CheckList& list) {
    const ResolvedSide& s = *e.side;
    const Num F_y = w.given("F_yb", "beam's yield strength", Quantity::Stress, s.beam.steel.f_y);
    const Num Z = w.given("Z_x", "plastic modulus of the beam", Quantity::Modulus, b.W_pl_y);
    const Num phi = factorOf(w, e.format, factors::flexure);
    Num M_n = w.let("M_p", "plastic moment", Quantity::Moment, "AISC 360-16 (F2-1)", F_y * Z);
    // Flange local buckling of rolled and welded I sections; slender flanges and webs beyond their plastic limit by their reduced
    // moments.
    const double lambda = b.b / (2 * b.t_f), e_y = std::sqrt(usModulus / s.beam.steel.f_y);
    const double k_c = std::clamp(4 / std::sqrt(clearWebDepth(b) / b.t_w), 0.35, 0.76);
    const double plastic = 0.38 * e_y, elastic = b.isWelded ? 0.95 * std::sqrt(k_c * usModulus / (0.7 * s.beam.steel.f_y)) : e_y;
    if (lambda > plastic) {
        const Num S = w.given("S_x", "elastic modulus of the beam", Quantity::Modulus, b.W_el_y);
        const Num l =
            w.given("lambda_f", "outstand of the flange over its thickness", Quantity::Ratio, lambda, "AISC 360-16 table B4.1b");
        if (lambda <= elastic) {
            const Num l_p = w.given("lambda_pf", "compact to here", Quantity::Ratio, plastic),
                      l_r = w.given("lambda_rf", "noncompact to here", Quantity::Ratio, elastic);
            M_n = w.let("M_n", "flange local buckling", Quantity::Moment, "AISC 360-16 (F3-1)",
                        M_n - (M_n - 0.7 * F_y * S) * (l - l_p) / (l_r - l_p));
        } else {
            const Num E = w.given("E", "AISC 360-16", Quantity::Stress, usModulus);
            M_n = w.let("M_n", "slender flange", Quantity::Moment, "AISC 360-16 (F3-2)", 0.9 * Num(k_c) * E * S / square(l));
        }
    }
    if (isAtFace && s.isWebBolted)
        M_n = w.let("M_n_f", "no more than the flanges by themselves: the web is bolted", Quantity::Moment, "AISC 360-16 (D2-1)",
                    smaller(M_n, F_y * w.given("b_bf", "beam flange width", Quantity::Length, b.b) *
                                     w.given("t_bf", "beam flange", Quantity::Length, b.t_f) *
                                     w.given("d_m", "between the centres of the beam's flanges", Quantity::Length, b.h - b.t_f)));
    const Num M_c =
        w.result(available<Num>(e.format, "phi_M_n"), "beam in bending", Quantity::Moment, "AISC 360-16 F2, F3", phi * M_n);
    const Num P_c = w.let(available<Num>(e.format, "phi_P_y"), "its yield load", Quantity::Force, "AISC 360-16 (D2-1)",
                          factorOf(w, e.format, factors::yielding) * F_y * w.given("A_g", "beam area", Quantity::Area, b.A));
    const double share = std::abs(N) / valueOf(P_c);
    Num rest = M_c;
    if (share > 0) {
        const Num P = w.given("P_r", "axial force of the beam", Quantity::Force, std::abs(N));
        const Num left = share < 0.2 ? 1 - P / (2 * P_c) : 9 * (1 - P / P_c) / 8;
        rest = w.result("M_left", "what the axial force leaves", Quantity::Moment, "AISC 360-16 (H1-1a), (H1-1b)",
                        larger(Num(0), left) * M_c);
    }
    list.add(code, M, valueOf(rest), Quantity::Moment, "AISC 360-16 F2, F3, H1.1").add(e.part(PartKind::BeamTopFlange));
}

} // namespace

template <class Num> void verifyUsPlate(Workings<Num>& w, const UsEnd& e, double Y_c, double axial, CheckList& list) {
    OrdinaryPlate<Num>(w, e, Y_c, list).run();
    slip(w, e, axial, list);
    flangeWelds(w, e, list);
    // Shear flows between the tension bolts and the compression flange, or in the half of the depth beside it (design guide 16).
    const SideModel& m = *e.model;
    const BoltPattern& p = e.pattern;
    const double lastBolt = p.t_bf + p.p_fi + (p.inner == 2 ? p.p_b : 0) + 2 * e.side->bolt.d;
    const double inside = m.depth - m.compressionFlange().along;
    webWeld(w, e, std::min(inside - m.depth / 2, inside - lastBolt),
            "from the tension bolts, or from the middle of the depth, to the compression flange", list);
    const WebInput& web = m.webs.front();
    if (web.weld.kind != WeldKind::Fillet) return;
    Workings<double> silent;
    const double strength = factorOf(silent, e.format, factors::welds) * 0.6 * 1.5 * electrode * 2 * web.weld.throat;
    addUsRule(list, CheckCode::UsWebWeld, strength,
              factorOf(silent, e.format, factors::yielding) * web.t * e.side->beam.steel.f_y, true, Quantity::LineForce,
              "AISC design guide 16 (2002); 360-16 J2.4")
        .add({PartKind::WeldWeb, e.side->id});
}

template <class Num> void verifyUsWeldedFlanges(Workings<Num>& w, const UsEnd& e, CheckList& list) {
    flangeWelds(w, e, list);
    std::vector<UsLink> links;
    if (e.side->isWebBolted)
        verifyUsWebPlate(w, e, list, links);
    else
        webWeld(w, e, e.model->webs.front().d, "web between its roots", list);
}

template <class Num> void verifyUsOrdinaryBeam(Workings<Num>& w, const UsEnd& e, const FaceForces& face, CheckList& list) {
    w.heading(2, "Beam in bending", "us beam");
    beamBending(w, e, e.side->beam.section, CheckCode::UsBeamBending, std::abs(face.M), face.N, true, list);
    if (const auto& cut = e.side->spec.cut) {
        w.heading(2, "Beam in its reduced section", "us beam at cut");
        const MemberForces f = forcesAlong(*e.side, face, cut->from + cut->length / 2);
        beamBending(w, e, reducedSection(*e.side), CheckCode::UsBeamAtCut, std::abs(f.M), f.N, false, list);
    }
    std::vector<UsLink> links;
    verifyUsBeamShear(w, e, list, links);
}

#define ZG_FOR(Num)                                                                                                              \
    template void verifyUsPlate(Workings<Num>&, const UsEnd&, double, double, CheckList&);                                       \
    template void verifyUsWeldedFlanges(Workings<Num>&, const UsEnd&, CheckList&);                                               \
    template void verifyUsOrdinaryBeam(Workings<Num>&, const UsEnd&, const FaceForces&, CheckList&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
