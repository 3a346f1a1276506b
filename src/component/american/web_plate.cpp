#include "catalogue/friction.h"
#include "component/american/end.h"
#include "component/fin_plate.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

/// The plate that the web of a beam with welded flanges is bolted to, by AISC 360-16 J3, J4 and J2. The flanges hold the moment
/// at the face; the bolts carry the shear with its eccentricity from there, by elastic distribution.
template <class Num> class UsWebPlate {
public:
    UsWebPlate(Workings<Num>& w, const UsEnd& e, CheckList& list, std::vector<UsLink>& links)
        : w_(w), e_(e), s_(*e.side), f_(e.side->spec.fin), list_(list), links_(links) {}

    void run() {
        w_.heading(2, "Bolts of the web", "us web bolts");
        V_ = w_.given("V", "shear at the face", Quantity::Force, e_.V_face);
        const BoltForce<Num> force = mostLoadedBolt<Num>(w_, boltGroupOf(f_), V_, Num(0));
        F_ = w_.let("F_v", "most loaded bolt", Quantity::Force, "equilibrium of the group",
                    root(square(force.vertical) + square(force.horizontal)));
        bolt();
        if (f_.slip) slip();
        bearing(true);
        bearing(false);
        plate();
        weld();
    }

private:
    Num factor(const UsFactor& of) { return factorOf(w_, e_.format, of); }
    const char* symbol(const char* phi) const { return available<Num>(e_.format, phi); }
    void add(CheckCode code, const Num& demand, const Num& strength, const char* clause, PartRef part, bool isDuctile) {
        const Check& c = list_.add(code, valueOf(demand), valueOf(strength), Quantity::Force, clause);
        list_.last().add(part);
        // What yields is a plate of about the beam's expected strength; what breaks has its factor.
        links_.push_back({code, part, isDuctile, c.utilisation,
                          useOf(std::abs(e_.V_gravity) * valueOf(demand), e_.V_face * valueOf(strength)),
                          isDuctile ? e_.R_y : 1 / phiBrittle, clause});
    }
    PartRef bolts() const { return {PartKind::BoltRow, s_.id, 0}; }
    PartRef plateRef() const { return e_.part(PartKind::FinPlate); }

    void bolt() {
        const Num A_b = usBoltArea(w_, e_);
        const Num F_nv =
            w_.given("F_nv", "nominal shear strength", Quantity::Stress,
                     f_.threadInShearPlane ? s_.boltClass.F_nv_thread : s_.boltClass.F_nv_shank, "AISC 360-16 table J3.2");
        const Num R = w_.result(symbol("phi_R_n_v"), "bolt rupture in shear", Quantity::Force, "AISC 360-16 (J3-1)",
                                factor(factors::rupture) * F_nv * A_b);
        add(CheckCode::UsBoltShear, F_, R, "AISC 360-16 (J3-1)", bolts(), false);
    }

    void slip() {
        const bool isOversize = f_.holes == HoleKind::Oversize;
        const Num R = w_.result(symbol("phi_R_n_s"), "a bolt against slip", Quantity::Force, "AISC 360-16 (J3-4)",
                                usSlip(w_, e_, f_.surface, isOversize, 1).strength);
        add(CheckCode::UsBoltSlip, F_, R, "AISC 360-16 (J3-4)", bolts(), false);
    }

    /// The least clear distance of any bolt in any direction, whichever way its force acts.
    void bearing(bool isPlate) {
        w_.heading(2, isPlate ? "Bearing on the web plate" : "Bearing on the beam web", "us web bearing");
        const double d_h = s_.bolt.d_0, last = f_.depth - f_.firstRow - (f_.rows - 1) * f_.pitch;
        double clear = (isPlate ? std::min({f_.firstRow, last, f_.edge}) : f_.firstLine - f_.gap) - d_h / 2;
        if (f_.rows > 1) clear = std::min(clear, f_.pitch - d_h);
        if (f_.lines > 1) clear = std::min(clear, f_.linePitch - d_h);
        const Num L_c = w_.given("L_c", "least clear distance", Quantity::Length, std::max(0.0, clear));
        const Num d_b = w_.given("d_b", "bolt", Quantity::Length, s_.bolt.d);
        const Num t =
            w_.given("t", isPlate ? "web plate" : "beam web", Quantity::Length, isPlate ? f_.thickness : s_.beam.section.t_w);
        const Num F_u = w_.given("F_u", "tensile strength", Quantity::Stress, isPlate ? s_.finSteel.f_u : s_.beam.steel.f_u);
        const Num R = w_.result(symbol(isPlate ? "phi_R_n_bp" : "phi_R_n_bw"), "bearing and tear-out", Quantity::Force,
                                "AISC 360-16 (J3-6a), (J3-6c)",
                                factor(factors::rupture) * smaller(1.2 * L_c * t * F_u, 2.4 * d_b * t * F_u));
        add(CheckCode::UsBearing, F_, R, "AISC 360-16 J3.10", isPlate ? plateRef() : e_.part(PartKind::BeamWeb), false);
    }

    void plate() {
        w_.heading(2, "Web plate", "us web plate");
        const Num h = w_.given("h_p", "depth of the plate", Quantity::Length, f_.depth);
        const Num t = w_.given("t_p", "its thickness", Quantity::Length, f_.thickness);
        const Num F_y = w_.given("F_yp", "plate's yield strength", Quantity::Stress, s_.finSteel.f_y);
        const Num F_u = w_.given("F_up", "plate's tensile strength", Quantity::Stress, s_.finSteel.f_u);
        const Num yielding = w_.result(symbol("phi_R_n_y"), "shear yielding", Quantity::Force, "AISC 360-16 (J4-3)",
                                       factor(factors::shearYielding) * 0.6 * F_y * h * t);
        add(CheckCode::UsWebPlateYield, V_, yielding, "AISC 360-16 (J4-3)", plateRef(), true);
        const double hole = s_.bolt.d_0 + inch / 16;
        const Num holes =
            w_.given("n_d_h", "holes in a line, 1/16 in more than each", Quantity::Length, f_.rows * hole, "AISC 360-16 B4.3b");
        const Num rupture = w_.result(symbol("phi_R_n_u"), "shear rupture", Quantity::Force, "AISC 360-16 (J4-4)",
                                      factor(factors::rupture) * 0.6 * F_u * larger(Num(0), h - holes) * t);
        add(CheckCode::UsWebPlateRupture, V_, rupture, "AISC 360-16 (J4-4)", plateRef(), false);
        const double gross = f_.depth - f_.firstRow, across = f_.edge + (f_.lines - 1) * f_.linePitch;
        const Num L_gv = w_.given("L_gv", "from the first bolt to the plate's end", Quantity::Length, std::max(0.0, gross));
        const Num L_nv =
            w_.given("L_nv", "of it beside the holes", Quantity::Length, std::max(0.0, gross - (f_.rows - 0.5) * hole));
        const Num L_nt = w_.given("L_nt", "across to the edge, beside the holes", Quantity::Length,
                                  std::max(0.0, across - (f_.lines - 0.5) * hole));
        const Num U_bs = w_.given("U_bs", "tension, even over one line of bolts", Quantity::Ratio, f_.lines == 1 ? 1.0 : 0.5);
        const Num pulls = w_.let("R_nt", "part in tension", Quantity::Force, "AISC 360-16 (J4-5)", U_bs * F_u * L_nt * t);
        const Num block = w_.result(symbol("phi_R_n_bs"), "block shear", Quantity::Force, "AISC 360-16 (J4-5)",
                                    factor(factors::rupture) * (smaller(0.6 * F_u * L_nv * t, 0.6 * F_y * L_gv * t) + pulls));
        add(CheckCode::UsWebPlateBlock, V_, block, "AISC 360-16 (J4-5)", plateRef(), false);
    }

    /// Fillets on both sides, with the eccentricity as the bolts have it: where between them the shear acts is not known.
    void weld() {
        w_.heading(2, "Fillets of the web plate", "us web plate weld");
        const Num L = w_.given("L_w", "length of each run", Quantity::Length, f_.depth);
        const Num z = w_.given("z", "support's face to the bolts' centre", Quantity::Length, boltGroupOf(f_).eccentricity);
        const Num a = w_.given("a", "throat", Quantity::Length, f_.throat);
        const Num along = w_.let("r_v", "along, of both runs", Quantity::LineForce, "equilibrium of the weld", V_ / L);
        const Num across =
            w_.let("r_h", "across, at their ends", Quantity::LineForce, "equilibrium of the weld", 6 * V_ * z / square(L));
        const Num r =
            w_.let("r_u", "both together", Quantity::LineForce, "equilibrium of the weld", root(square(along) + square(across)));
        const Num F_EXX = w_.given("F_EXX", "electrode, 70 ksi", Quantity::Stress, electrode, "AISC 360-16 table J2.5");
        const Num R = w_.result(symbol("phi_r_n_w"), "two runs by length", Quantity::LineForce, "AISC 360-16 (J2-4)",
                                factor(factors::welds) * 0.6 * F_EXX * 2 * a);
        add(CheckCode::UsWebPlateWeld, r, R, "AISC 360-16 J2.4", plateRef(), false);
        list_.last().quantity = Quantity::LineForce;
    }

    Workings<Num>& w_;
    const UsEnd& e_;
    const ResolvedSide& s_;
    const FinPlate& f_;
    CheckList& list_;
    std::vector<UsLink>& links_;
    Num V_{0}, F_{0};
};

} // namespace

template <class Num> UsSlip<Num> usSlip(Workings<Num>& w, const UsEnd& e, FrictionClass surface, bool isOversize, int bolts) {
    const Num F_u = w.given("F_ub", "tensile strength of the bolt", Quantity::Stress, e.side->boltClass.f_ub);
    const Num A_s = w.given("A_s", "its stress area", Quantity::Area, e.side->bolt.A_s);
    const Num T_b = w.let("T_b", "pretension of one bolt, before the table rounds it", Quantity::Force, "AISC 360-16 table J3.1",
                          0.7 * F_u * A_s);
    const Num mu = w.given("mu", "slip factor of the friction class", Quantity::Ratio,
                           slipFactor(EnumNames<FrictionClass>::names[static_cast<int>(surface)]), "EN 1090-2:2018 table 17");
    const Num n_b = w.given("n_b", "bolts that share the force", Quantity::None, bolts);
    const Num D_u = w.given("D_u", "mean over specified pretension", Quantity::Ratio, 1.13, "AISC 360-16 J3.8");
    const Num R = factorOf(w, e.format, isOversize ? factors::slipOversize : factors::slip) * mu * D_u * T_b * n_b;
    return {R, D_u * T_b * n_b};
}

template <class Num> void verifyUsWebPlate(Workings<Num>& w, const UsEnd& e, CheckList& list, std::vector<UsLink>& links) {
    UsWebPlate<Num>(w, e, list, links).run();
}

#define ZG_FOR(Num)                                                                                                              \
    template UsSlip<Num> usSlip(Workings<Num>&, const UsEnd&, FrictionClass, bool, int);                                         \
    template void verifyUsWebPlate(Workings<Num>&, const UsEnd&, CheckList&, std::vector<UsLink>&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
