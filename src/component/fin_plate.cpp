#include "component/fin_plate.h"
#include "component/bolts.h"
#include "component/check_list.h"
#include "component/welds.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double root3 = 1.73205080756887729353;
constexpr const char* practice = "trade practice";

template <class Num> class FinVerification {
public:
    /// `turns`: the end turns against its support, so that plate and bolts must let it; not so the web of an end with welded
    /// flanges, which carry moment and axial force and leave the plate the shear alone.
    FinVerification(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ConnectionActions& a,
                    std::vector<Check>& checks, bool isReversed = false, bool turns = true)
        : w_(w), joint_(joint), s_(joint.settings), side_(side),
          f_(side.spec.fin), bolts_{side.bolt, side.boltClass, side.spec.fin.threadInShearPlane}, a_(a), checks_(checks),
          list_(checks, side.id, isReversed, a.set), turns_(turns) {}

    void runBesideFlanges() {
        strengths();
        if (z_ > f_.thickness / 0.15) listNotDone(checks_, CheckCode::NotDoneFinBuckling, side_.id, practice);
    }

    ConnectionResult run() {
        out_.side = side_.id;
        out_.set = a_.set;
        out_.forces = a_.forces;
        out_.beta = 0;
        out_.hasPanel = false;
        out_.isForShear = true;
        out_.M_Ed = a_.forces.M;
        out_.classification.stiffness = StiffnessClass::Pinned;
        out_.classification.strength = StrengthClass::Pinned;
        first_ = checks_.size();
        strengths();
        proportions();
        for (std::size_t i = first_; i < checks_.size(); ++i)
            if (checks_[i].group == CheckGroup::Strength) out_.utilisation = std::max(out_.utilisation, checks_[i].utilisation);
        moment();
        return std::move(out_);
    }

private:
    PartRef plateRef() const { return {PartKind::FinPlate, side_.id}; }
    PartRef webRef() const { return {PartKind::BeamWeb, side_.id}; }
    PartRef boltRef() const { return {PartKind::BoltRow, side_.id, 0}; }
    Num holes() { return w_.given("e_h", "holes in a line", Quantity::Length, f_.rows * side_.bolt.d_0); }
    Num gamma_M0() { return w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0); }
    Num gamma_M2() { return w_.given("gamma_M2", "partial factor", Quantity::None, s_.gamma_M2); }

    void use(CheckCode code, const Num& demand, const Num& resistance, const char* clause, PartRef part) {
        list_.add(code, valueOf(demand), valueOf(resistance), Quantity::Force, clause).add(part);
    }

    void strengths() {
        forces();
        bolts();
        plate();
        beamWeb();
        weld();
        support();
    }

    void forces() {
        w_.heading(2, "Forces on the bolts", "fin bolts");
        V_ = w_.given("V_Ed", "shear at the support's face", Quantity::Force, std::abs(a_.forces.V));
        N_ = w_.given("N_Ed", "axial force", Quantity::Force, std::abs(a_.forces.N));
        const BoltGroup group = boltGroupOf(f_);
        z_ = group.eccentricity;
        force_ = mostLoadedBolt<Num>(w_, group, V_, N_);
    }

    void bolts() {
        w_.heading(2, "Bolts in shear and bearing", "fin bolts resistance");
        const Num F_v_Rd = boltShear(w_, bolts_, s_);
        const Num F = w_.let("F_v_Ed", "most loaded bolt", Quantity::Force, practice,
                             root(square(force_.vertical) + square(force_.horizontal)));
        use(CheckCode::BoltShearGroup, F, F_v_Rd, "EN 1993-1-8:2005 table 3.4", boltRef());
        bearing(true);
        bearing(false);
    }

    /// Both directions of the force by themselves and together: (F_ver/F_b_ver)^2 + (F_hor/F_b_hor)^2 <= 1.
    void bearing(bool isPlate) {
        w_.heading(2, isPlate ? "Bearing in the fin plate" : "Bearing in the beam web", "fin bearing");
        const auto [vertical, horizontal] = finBearing(side_, isPlate);
        const Num up = boltBearing(w_, bolts_, s_, vertical);
        const Num along = boltBearing(w_, bolts_, s_, horizontal);
        const Num u =
            w_.let("u_b", "both directions together", Quantity::Ratio, practice,
                   root(square(force_.vertical / larger(Num(1e-9), up)) + square(force_.horizontal / larger(Num(1e-9), along))));
        list_
            .add(isPlate ? CheckCode::FinBearingPlate : CheckCode::FinBearingWeb, valueOf(u), 1, Quantity::Ratio,
                 "EN 1993-1-8:2005 table 3.4")
            .add(isPlate ? plateRef() : webRef());
    }

    void plate() {
        w_.heading(2, "Fin plate", "fin plate");
        const Num h = w_.given("h_p", "depth of the plate", Quantity::Length, f_.depth);
        const Num t = w_.given("t_p", "its thickness", Quantity::Length, f_.thickness);
        const Num f_y = w_.given("f_y_p", "yield strength", Quantity::Stress, side_.finSteel.f_y);
        const Num f_u = w_.given("f_u_p", "ultimate strength", Quantity::Stress, side_.finSteel.f_u);
        const Num gross = w_.result("V_g_Rd", "gross section in shear, with some bending", Quantity::Force, practice,
                                    h * t * f_y / (1.27 * constant<Num>(root3, "√3") * gamma_M0()));
        use(CheckCode::FinPlateGross, V_, gross, "EN 1993-1-1:2005 6.2.6", plateRef());
        const Num net = w_.result("V_n_Rd", "net section in shear", Quantity::Force, "EN 1993-1-8:2005 3.10.2",
                                  larger(Num(0), h - holes()) * t * f_u / (constant<Num>(root3, "√3") * gamma_M2()));
        use(CheckCode::FinPlateNet, V_, net, "EN 1993-1-8:2005 3.10.2", plateRef());
        const double acrossHoles = f_.lines == 1 ? 0.5 : 1.5;
        const Num A_nt =
            w_.let("A_nt", "net area in tension", Quantity::Area, "EN 1993-1-8:2005 3.10.2(3)",
                   t * w_.given("l_nt", "across the holes to the edge, less these", Quantity::Length,
                                std::max(0.0, f_.edge + (f_.lines - 1) * f_.linePitch - acrossHoles * side_.bolt.d_0)));
        const Num A_nv = w_.let("A_nv", "net area in shear", Quantity::Area, "EN 1993-1-8:2005 3.10.2(3)",
                                t * w_.given("l_nv", "along the holes to the end, less these", Quantity::Length,
                                             std::max(0.0, f_.depth - f_.firstRow - (f_.rows - 0.5) * side_.bolt.d_0)));
        const Num block = w_.result("V_eff_2_Rd", "block tearing", Quantity::Force, "EN 1993-1-8:2005 (3.10)",
                                    0.5 * f_u * A_nt / gamma_M2() + f_y * A_nv / (constant<Num>(root3, "√3") * gamma_M0()));
        use(CheckCode::FinPlateBlock, V_, block, "EN 1993-1-8:2005 3.10.2(3)", plateRef());
        if (f_.depth < 2.73 * z_) {
            const Num z = w_.given("z", "support's face to the bolts' centre", Quantity::Length, z_);
            const Num W_el = w_.let("W_el", "elastic modulus", Quantity::Modulus, practice, t * square(h) / 6);
            const Num bending = w_.result("V_m_Rd", "plate in bending", Quantity::Force, practice, W_el * f_y / (z * gamma_M0()));
            use(CheckCode::FinPlateBending, V_, bending, "EN 1993-1-1:2005 6.2.5", plateRef());
        }
        if (a_.forces.N != 0) {
            const Num N = w_.result("N_u_Rd", "net section along the beam", Quantity::Force, "EN 1993-1-1:2005 (6.7)",
                                    0.9 * larger(Num(0), h - holes()) * t * f_u / gamma_M2());
            use(CheckCode::FinPlateAxial, N_, N, "EN 1993-1-1:2005 6.2.3", plateRef());
        }
    }

    void beamWeb() {
        w_.heading(2, "Beam web", "fin web");
        const Section& b = side_.beam.section;
        const double area = b.isWelded ? (b.h - 2 * b.t_f) * b.t_w
                                       : std::max(b.A - 2 * b.b * b.t_f + (b.t_w + 2 * b.r) * b.t_f, (b.h - 2 * b.t_f) * b.t_w);
        const Num A_v = w_.given("A_v_wb", "shear area of the beam", Quantity::Area, area, "EN 1993-1-1:2005 6.2.6(3)");
        const Num t_w = w_.given("t_wb", "beam web", Quantity::Length, b.t_w);
        const Num f_y = w_.given("f_y_b", "yield strength", Quantity::Stress, side_.beam.steel.f_y);
        const Num f_u = w_.given("f_u_b", "ultimate strength", Quantity::Stress, side_.beam.steel.f_u);
        const Num gross = w_.result("V_wb_g_Rd", "web in shear", Quantity::Force, "EN 1993-1-1:2005 (6.18)",
                                    A_v * f_y / (constant<Num>(root3, "√3") * gamma_M0()));
        use(CheckCode::FinWebGross, V_, gross, "EN 1993-1-1:2005 6.2.6", webRef());
        const Num net = w_.result("V_wb_n_Rd", "web at the holes", Quantity::Force, "EN 1993-1-8:2005 3.10.2",
                                  larger(Num(0), A_v - holes() * t_w) * f_u / (constant<Num>(root3, "√3") * gamma_M2()));
        use(CheckCode::FinWebNet, V_, net, "EN 1993-1-8:2005 3.10.2", webRef());
        if (a_.forces.N == 0) return;
        // A block of the web between the rows tears out along the beam.
        const Num A_nt =
            w_.let("A_nt", "net area in tension, between the outer rows", Quantity::Area, "EN 1993-1-8:2005 3.10.2(2)",
                   t_w * w_.given("l_nt", "between the outer rows, less the holes", Quantity::Length,
                                  std::max(0.0, (f_.rows - 1) * (f_.pitch - side_.bolt.d_0))));
        const double shearLength = f_.firstLine - f_.gap + (f_.lines - 1) * f_.linePitch - (f_.lines - 0.5) * side_.bolt.d_0;
        const Num A_nv = w_.let(
            "A_nv", "net area in shear", Quantity::Area, "EN 1993-1-8:2005 3.10.2(2)",
            2 * t_w *
                w_.given("l_nv", "along the beam to its end, less the holes", Quantity::Length, std::max(0.0, shearLength)));
        const Num block = w_.result("N_wb_eff_Rd", "block of the web", Quantity::Force, "EN 1993-1-8:2005 (3.9)",
                                    f_u * A_nt / gamma_M2() + f_y * A_nv / (constant<Num>(root3, "√3") * gamma_M0()));
        use(CheckCode::FinWebAxial, N_, block, "EN 1993-1-8:2005 3.10.2(2)", webRef());
    }

    void weld() {
        w_.heading(2, "Weld to the support", "fin weld");
        const WeldStrength strength = jointStrength(side_.finSteel, joint_.column.steel);
        const Num a = w_.given("a", "throat", Quantity::Length, f_.throat);
        const Num l = w_.given("l_w", "length of each run", Quantity::Length, f_.depth);
        const Num z = w_.given("z", "support's face to the bolts' centre", Quantity::Length, z_);
        const Num tau = w_.let("tau_par", "shear over both runs", Quantity::Stress, "EN 1993-1-8:2005 4.5.3.2", V_ / (2 * a * l));
        const Num sigma = w_.let("sigma_n", "normal to the support's face, at the end", Quantity::Stress,
                                 "EN 1993-1-8:2005 4.5.3.2", 3 * V_ * z / (a * square(l)) + N_ / (2 * a * l));
        const Num f_u = w_.given("f_u", "ultimate strength of the weaker part", Quantity::Stress, strength.f_u);
        const Num beta_w =
            w_.given("beta_w", "correlation factor", Quantity::Ratio, strength.beta_w, "EN 1993-1-8:2005 table 4.1");
        const Num demand = w_.let("sigma_w_Ed", "equivalent stress", Quantity::Stress, "EN 1993-1-8:2005 4.5.3.2(6)",
                                  root(2 * square(sigma) + 3 * square(tau)));
        const Num limit =
            w_.result("sigma_w_Rd", "its limit", Quantity::Stress, "EN 1993-1-8:2005 4.5.3.2(6)", f_u / (beta_w * gamma_M2()));
        list_.add(CheckCode::FinWeld, valueOf(demand), valueOf(limit), Quantity::Stress, "EN 1993-1-8:2005 4.5.3.2")
            .add(plateRef());
        if (!turns_) return;
        const double full = fullStrengthThroat(f_.thickness, side_.finSteel.f_y, strength, s_);
        Check& rule = list_.add(CheckCode::FinWeldFull, full, f_.throat, Quantity::Length,
                                "EN 1993-1-8:2005 4.5.3, the plate yields first");
        CheckList::asRule(rule);
        rule.add(plateRef());
    }

    void support() {
        w_.heading(2, "Support", "fin support");
        const bool isWeb = !side_.isInPlane();
        const Section& c = joint_.column.section;
        const double t_ = isWeb ? c.t_w : c.t_f;
        const Num t = w_.given("t_2", isWeb ? "column web" : "column flange", Quantity::Length, t_);
        const Num f_y = w_.given("f_y_2", "its yield strength", Quantity::Stress, joint_.column.steel.f_y);
        const Num h = w_.given("h_p", "depth of the plate", Quantity::Length, f_.depth);
        const Num V = w_.result("V_2_Rd", "support in shear on both sides of the plate", Quantity::Force,
                                "EN 1993-1-1:2005 6.2.6", 2 * h * t * f_y / (constant<Num>(root3, "√3") * gamma_M0()));
        const PartRef part = isWeb ? PartRef{PartKind::ColumnWeb, side_.id} : PartRef{PartKind::ColumnFlange, side_.id};
        use(CheckCode::FinSupportShear, V_, V, "EN 1993-1-1:2005 6.2.6", part);
        if (!turns_) return;
        const Num f_u = w_.given("f_u_2", "its ultimate strength", Quantity::Stress, joint_.column.steel.f_u);
        const Num f_y_p = w_.given("f_y_p", "plate's yield strength", Quantity::Stress, side_.finSteel.f_y);
        const Num most = w_.let("t_p_max", "a thicker plate would punch through the support before it yields", Quantity::Length,
                                practice, t * f_u / (f_y_p * gamma_M2()));
        Check& punch = list_.add(CheckCode::FinPunching, f_.thickness, valueOf(most), Quantity::Length, practice);
        CheckList::asRule(punch);
        punch.add(part);
    }

    /// Turning without breaking: plate or web thin against the bolts.
    void proportions() {
        const auto most = [&](double f_y) { return side_.bolt.d * (f_y <= 275 ? 0.5 : f_y <= 355 ? 0.42 : 0.42 * 355 / f_y); };
        const double plate = f_.thickness / most(side_.finSteel.f_y), web = side_.beam.section.t_w / most(side_.beam.steel.f_y);
        const bool isPlate = plate <= web;
        Check& c = list_.add(CheckCode::FinDuctility, isPlate ? f_.thickness : side_.beam.section.t_w,
                             most(isPlate ? side_.finSteel.f_y : side_.beam.steel.f_y), Quantity::Length, practice);
        CheckList::asRule(c);
        c.add(isPlate ? plateRef() : webRef());
    }

    void moment() {
        const auto notDone = [&](CheckCode code, const char* clause) { listNotDone(checks_, code, side_.id, clause); };
        // A thousandth of what its own eccentricity brings is rounding of a frame program.
        if (std::abs(a_.forces.M) > 1e-3 * std::abs(a_.forces.V) * z_) notDone(CheckCode::NotDoneFinMoment, "");
        notDone(CheckCode::NotDoneFinSupport, "");
        if (z_ > f_.thickness / 0.15) notDone(CheckCode::NotDoneFinBuckling, practice);
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    const Settings& s_;
    const ResolvedSide& side_;
    const FinPlate& f_;
    BoltInput bolts_;
    const ConnectionActions& a_;
    std::vector<Check>& checks_;
    CheckList list_;
    bool turns_;
    ConnectionResult out_;
    std::size_t first_ = 0;
    Num V_{0}, N_{0};
    BoltForce<Num> force_{Num(0), Num(0)};
    double z_ = 0;
};

} // namespace

BoltGroup boltGroupOf(const FinPlate& f) {
    return {f.lines, f.rows, f.linePitch, f.pitch, f.firstLine + (f.lines - 1) * f.linePitch / 2};
}

template <class Num> BoltForce<Num> mostLoadedBolt(Workings<Num>& w, const BoltGroup& g, const Num& V, const Num& N) {
    const int count = g.lines * g.rows;
    const Num n = w.given("n_b", "bolts", Quantity::None, count);
    const Num z = w.given("z", "support's face to the bolts' centre", Quantity::Length, g.eccentricity);
    const Num n_1 = w.given("n_1", "bolts in a line", Quantity::None, g.rows);
    const Num p_1 = w.given("p_1", "pitch", Quantity::Length, g.pitch);
    Num I(0), alpha(0);
    if (g.lines == 2) {
        const Num p_2 = w.given("p_2", "between the lines", Quantity::Length, g.linePitch);
        I = w.let("I_b", "polar moment of the group", Quantity::Area, practice,
                  n_1 / 2 * square(p_2) + n_1 * (square(n_1) - 1) * square(p_1) / 6);
        alpha = w.let("alpha_f", "vertical share of the eccentricity", Quantity::Ratio, practice, z * p_2 / (2 * I));
    } else {
        I = w.let("I_b", "polar moment of the group", Quantity::Area, practice, n_1 * (square(n_1) - 1) * square(p_1) / 12);
    }
    const bool isSingle = !(valueOf(I) > 0);
    // One bolt alone cannot take the eccentricity.
    const Num beta = isSingle ? Num(1e6)
                              : w.let("beta_f", "horizontal share of the eccentricity", Quantity::Ratio, practice,
                                      z * p_1 * (n_1 - 1) / (2 * I));
    return {w.let("F_ver_Ed", "vertical force of the outermost bolt", Quantity::Force, practice, V * (1 / n + alpha)),
            w.let("F_hor_Ed", "its horizontal force", Quantity::Force, practice, V * beta + N / n)};
}

template <class Num>
ConnectionResult verifyFinPlate(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side,
                                const ConnectionActions& a, std::vector<Check>& checks) {
    return FinVerification<Num>(w, joint, side, a, checks).run();
}

template <class Num>
void verifyWebPlate(Workings<Num>& w, const ResolvedJoint& joint, const ResolvedSide& side, const ConnectionActions& a,
                    bool isReversed, std::vector<Check>& checks) {
    FinVerification<Num>(w, joint, side, a, checks, isReversed, false).runBesideFlanges();
}

#define ZG_FOR(Num)                                                                                                              \
    template BoltForce<Num> mostLoadedBolt(Workings<Num>&, const BoltGroup&, const Num&, const Num&);                            \
    template ConnectionResult verifyFinPlate(Workings<Num>&, const ResolvedJoint&, const ResolvedSide&,                          \
                                             const ConnectionActions&, std::vector<Check>&);                                     \
    template void verifyWebPlate(Workings<Num>&, const ResolvedJoint&, const ResolvedSide&, const ConnectionActions&, bool,      \
                                 std::vector<Check>&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
