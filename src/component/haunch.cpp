#include "component/haunch.h"
#include "component/beam_end.h"
#include "component/column_web.h"
#include "component/haunch_section.h"
#include "component/stiffeners.h"
#include "component/taper.h"
#include "component/web_buckling.h"
#include "component/welds.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double root3 = 1.73205080756887729353;
constexpr const char* inHaunch = "equilibrium of the haunch";

template <class Num> class Haunch {
public:
    Haunch(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionResult& c, const FaceForces& face,
           std::vector<Check>& checks)
        : w_(w), joint_(joint), s_(joint.settings), m_(m), c_(c), face_(face), side_(*joint.side(m.side)), checks_(checks),
          section_(haunchedSection(m)), list_(checks, m.side, m.isReversed, c.set) {}

    void run() {
        webAtPlate();
        memberAtEnd();
        for (const bool isBelow : {true, false})
            if (side_.haunch(isBelow)) haunch(*side_.haunch(isBelow));
    }

private:
    PartRef part(PartKind kind, const ResolvedHaunch& h) const { return {kind, m_.side, h.isBelow ? 0 : 1}; }
    Check& add(CheckCode code, const Num& demand, const Num& resistance, Quantity quantity, const char* clause) {
        return list_.add(code, std::max(0.0, valueOf(demand)), valueOf(resistance), quantity, clause);
    }

    /// What the slopes of the flanges leave to the webs, or ask of them.
    void webAtPlate() {
        w_.heading(2, "Webs at the face", "haunch webs");
        const Num V = w_.given("V_j_Ed", "shear along the plate", Quantity::Force, face_.V);
        const Num C = w_.given("C_Ed", "compression at the flange", Quantity::Force, c_.C_Ed);
        const Num T = w_.given("T_Ed", "tension at the other flange", Quantity::Force, c_.T_Ed);
        const Num tan_c = w_.given("tan_c", "slope of the compressed flange", Quantity::Ratio, m_.compressionFlange().tan);
        const Num tan_t = w_.given("tan_t", "slope of the other", Quantity::Ratio, m_.tensionFlange().tan);
        const Num V_web = w_.let("V_w_Ed", "shear of the webs: the flanges' slopes bring the rest", Quantity::Force,
                                 "equilibrium of the end", V - C * tan_c + T * tan_t);
        const Num V_0 = w_.given("V_w_0", "webs at yield in shear", Quantity::Force, section_.shear);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const char* clause = "EN 1993-1-1:2005 6.2.6";
        Num V_Rd = V_0 / gamma_M0;
        const double t_w = side_.beam.section.t_w;
        if (const auto panel = panelOfTaper(m_, side_); panel && isSlender(*panel, t_w)) {
            const Num chi = shearBuckling(w_, *panel, w_.given("t_w", "web", Quantity::Length, t_w));
            clause = "EN 1993-1-5:2006 5.2";
            const Num gamma_M1 = w_.given("gamma_M1", "partial factor", Quantity::None, s_.gamma_M1);
            V_Rd = smaller(V_Rd, chi * V_0 / gamma_M1);
        }
        V_Rd = w_.result("V_w_Rd", "webs at the face in shear", Quantity::Force, clause, V_Rd);
        add(CheckCode::HaunchEndShear, magnitude(V_web), V_Rd, Quantity::Force, clause).add(m_.webs.back().part);
    }

    void memberAtEnd() {
        w_.heading(2, m_.isTapered ? "Worst section of the taper" : "Haunched section at the face", "haunched section");
        const double at = m_.isTapered ? worstSection(m_, side_, c_, face_, s_) : 0;
        const Num use = sectionUse(w_, m_, side_, c_, face_, s_, at);
        Check& c = add(CheckCode::MemberAtEnd, use, Num(1), Quantity::Ratio, "EN 1993-1-1:2005 (6.2)");
        c.add({PartKind::BeamWeb, m_.side});
        c.add(m_.compressionFlange().part);
    }

    void haunch(const ResolvedHaunch& h) {
        const bool isAtCompression = h.isBelow != m_.isReversed;
        double flange = isAtCompression ? c_.C_Ed : side_.kind == ConnectionKind::DirectWeld ? -c_.T_Ed : 0;
        if (!isAtCompression)
            for (const RowResult& row : c_.rows) { // the rows beside its web and outside its flange
                const auto at =
                    std::find_if(m_.rows.begin(), m_.rows.end(), [&](const RowModel& r) { return r.place == row.place; });
                if (at != m_.rows.end() && (m_.isHaunched() ? m_.webBeside(at->y) < 1 : at->y < 0)) flange -= row.F_r_Ed;
            }
        const HaunchForces f = haunchForces(side_, h, face_, flange);
        w_.heading(2, h.isBelow ? "Forces of the haunch below" : "Forces of the haunch above", "haunch");
        const Num F = w_.given("F_Ed", "its flange normal to the plate, compression positive", Quantity::Force, flange);
        const Num cos_f = w_.given("cos_f", "slope of its flange", Quantity::Ratio, h.cos);
        const Num F_h = w_.let("F_h_Ed", "along its flange", Quantity::Force, inHaunch, F / cos_f);
        const Num N = w_.given("N_toe_Ed", "beam at the toe, axial force", Quantity::Force, f.toe.N);
        const Num M = w_.given("M_toe_Ed", "its moment there, tension at the top positive", Quantity::Moment, f.toe.M);
        const Num z = w_.given("z_b", "between its flanges", Quantity::Length, side_.beam.section.h - side_.beam.section.t_f);
        const Num C_f = w_.let("C_f_Ed", "its flange at the toe, compression positive", Quantity::Force, inHaunch,
                               (h.isBelow ? M : Num(0) - M) / z - N / 2);
        const Num cos_a = w_.given("cos_a", "angle between haunch and beam", Quantity::Ratio, std::cos(h.alpha));
        const Num sin_a = w_.given("sin_a", "its sine", Quantity::Ratio, std::sin(h.alpha));
        const Num S = w_.let("S_Ed", "from the haunch's flange through its web, along the beam", Quantity::Force, inHaunch,
                             (F_h - C_f / cos_a) * cos_a);
        if (h.replacesFlange()) {
            taperFillets(h, f, magnitude(S));
        } else if (h.clear() > 0) {
            web(h, S);
            weld(h, f, S);
        }
        // A taper's flange is the member's beyond the toe: what turns there is its force there.
        const Num kink = C_f * (sin_a / cos_a);
        toe(h, f, h.isTaper ? kink : F_h * sin_a, kink);
        toeWeld(h, h.isTaper ? atTaperToe(h, f) : magnitude(F_h));
        memberAtToe(h, f);
        restraint(h, f);
    }

    /// The haunch's web in shear along the beam; slender, with its buckling, as a rectangle of its greatest depth.
    void web(const ResolvedHaunch& h, const Num& S) {
        w_.heading(3, "Haunch web in shear", "haunch web");
        const Num L = w_.given("L_h", "haunch along the beam", Quantity::Length, h.alongMember);
        const Num t = w_.given("t_wh", "haunch web", Quantity::Length, h.t_w);
        const Num f_y = w_.given("f_y_h", "yield strength", Quantity::Stress, h.steel.f_y);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const WebPanel panel{"h_wh",        "its greatest depth", h.clear() * side_.cosSlope,
                             h.alongMember, h.steel.f_y,          h.spec.midStiffener.has_value()};
        const bool buckles = isSlender(panel, h.t_w);
        Num R = w_.let(buckles ? "V_h_0_Rd" : "V_h_Rd", "haunch web along the beam", Quantity::Force, "EN 1993-1-1:2005 6.2.6",
                       L * t * f_y / (constant<Num>(root3, "√3") * gamma_M0));
        if (buckles) {
            const Num chi = shearBuckling(w_, panel, t);
            const Num gamma_M1 = w_.given("gamma_M1", "partial factor", Quantity::None, s_.gamma_M1);
            R = w_.let("V_h_Rd", "with shear buckling", Quantity::Force, "EN 1993-1-5:2006 (5.2)",
                       smaller(R, chi * L * t * f_y / (constant<Num>(root3, "√3") * gamma_M1)));
        }
        add(CheckCode::HaunchWebShear, magnitude(S), R, Quantity::Force,
            buckles ? "EN 1993-1-5:2006 5.2" : "EN 1993-1-1:2005 6.2.6")
            .add(part(PartKind::HaunchWeb, h));
    }

    void weld(const ResolvedHaunch& h, const HaunchForces& f, const Num& S) {
        w_.heading(3, "Fillets of the haunch along the beam", "haunch weld");
        const Num L = w_.given("L_h", "haunch along the beam", Quantity::Length, h.alongMember);
        const Num across = w_.given("N_h_Ed", "square to the beam, spread", Quantity::Force, std::abs(f.across));
        const WebWeld<Num> weld = doubleFillets(w_, h.spec.throat, L, across, S, jointStrength(h.steel, side_.beam.steel), s_);
        add(CheckCode::HaunchWeld, weld.demand, weld.resistance, Quantity::Stress, "EN 1993-1-8:2005 4.5.3")
            .add(part(PartKind::WeldHaunch, h));
    }

    /// A taper's flange on its web: what the flange gathers between toe and plate, or the flow at either end where that is more.
    void taperFillets(const ResolvedHaunch& h, const HaunchForces& f, const Num& S) {
        w_.heading(3, "Fillets between the taper's flange and web", "haunch weld");
        const Num L = w_.given("L_h", "flange from plate to toe", Quantity::Length, h.spec.length / h.cos);
        const Section& b = side_.beam.section;
        const double atPlate = std::abs(webShear(m_, face_.V, c_.T_Ed, c_.C_Ed)) / section_.arm,
                     atToe = std::abs(f.toe.V - (h.isBelow ? f.kink : -f.kink)) / (b.h - b.t_f);
        const Num atP = w_.given("S_p_Ed", "were the shear flow at the plate all along", Quantity::Force, atPlate * valueOf(L));
        const Num atT = w_.given("S_t_Ed", "were it that at the toe, less what the turned flange brings", Quantity::Force,
                                 atToe * valueOf(L));
        const Num most = w_.let("S_w_Ed", "the largest of them, with what the flange gathers", Quantity::Force, inHaunch,
                                larger(S, larger(atP, atT)));
        const WebWeld<Num> weld = doubleFillets(w_, h.spec.throat, L, Num(0), most, jointStrength(h.steel, side_.beam.steel), s_);
        add(CheckCode::HaunchWeld, weld.demand, weld.resistance, Quantity::Stress, "EN 1993-1-8:2005 4.5.3")
            .add(part(PartKind::WeldHaunch, h));
    }

    /// What turns at the toe crosses the beam's web: the haunch's flange at the plate, or the beam's own at the toe, whichever
    /// asks more; each with its sign.
    void toe(const ResolvedHaunch& h, const HaunchForces& f, const Num& fromHaunch, const Num& fromBeam) {
        const double pushes = std::max({0.0, valueOf(fromHaunch), valueOf(fromBeam)}),
                     pulls = std::max({0.0, -valueOf(fromHaunch), -valueOf(fromBeam)});
        const Section& b = side_.beam.section;
        const ColumnInput beam{b, side_.beam.steel, std::nullopt, {}};
        FlangeForceInput from;
        if (!h.isTaper) { // which meets the web along a line
            from.flange = h.t_f / std::sin(h.alpha);
            from.throat = legOf(h.spec.toeWeld);
        }
        StiffenerLine line;
        if (h.spec.toeStiffener) {
            line.thickness = h.spec.toeStiffener->thickness;
            line.width = stiffenerWidth(h.spec.toeStiffener->width, b);
            line.throat = h.spec.toeStiffener->throat;
            line.onFlange = {WeldKind::Fillet, line.throat};
            line.steel = h.toeSteel;
            line.part = part(PartKind::HaunchToeStiffener, h);
        }
        const PartRef web{PartKind::BeamWeb, m_.side};
        const bool hasStiffener = h.spec.toeStiffener.has_value();
        if (pushes > 0) {
            w_.heading(3, "Beam web in compression at the toe", "haunch toe");
            const double M = h.isBelow ? f.toe.M : -f.toe.M;
            const double sigma = std::max(0.0, M * (clearWebDepth(b) / 2) / b.I_y - f.toe.N / b.A);
            const Num none(0);
            WebCompression<Num> plain = webCompressionResistance(w_, beam, from, s_, none, 0, sigma);
            Num R = plain.F_c_wc_Rd;
            Num share(0);
            if (hasStiffener) {
                const StiffenedCompression<Num> stiffened = stiffenedCompression(w_, beam, from, s_, {&line, 1}, plain);
                share = stiffened.stiffenerShare;
                R = stiffened.F_c_Rd;
                if (h.spec.toeStiffener->reach == StiffenerReach::Half) {
                    w_.note("Stiffeners over half the depth: beyond them the web carries the force by itself, spread at 45° over "
                            "their "
                            "length to both sides.",
                            inHaunch);
                    FlangeForceInput beyond = from;
                    beyond.flange += clearWebDepth(b);
                    R = smaller(R, webCompressionResistance(w_, beam, beyond, s_, none, 0, sigma).F_c_wc_Rd);
                }
            }
            Check& c = list_.add(CheckCode::HaunchToeCompression, pushes, valueOf(R), Quantity::Force,
                                 hasStiffener ? "EN 1993-1-5:2006 9.1, 9.4" : "EN 1993-1-8:2005 6.2.6.2");
            c.add(web);
            if (hasStiffener) {
                c.add(line.part);
                const StiffenerWelds<Num> welds = stiffenerWelds(w_, beam, s_, line);
                list_
                    .add(CheckCode::HaunchToeStiffenerWeld, pushes * valueOf(share), welds.least(), Quantity::Force,
                         "EN 1993-1-8:2005 4.5.3.2")
                    .add(line.part);
            }
        }
        if (pulls > 0) {
            w_.heading(3, "Beam web in tension at the toe", "haunch toe");
            const Num l = w_.given("t_h_a", "haunch's flange along the beam", Quantity::Length, from.flange);
            const Num a = w_.given("a_p", "throat of its weld", Quantity::Length, from.throat);
            const Num t_f = w_.given("t_fb", "beam flange", Quantity::Length, b.t_f);
            const Num r = w_.given("s", "root radius, or √2·a of a welded section", Quantity::Length, rootDistance(b));
            const Num width = w_.let("b_eff_t_wb", "effective width", Quantity::Length, "EN 1993-1-8:2005 (6.16)",
                                     l + 2 * constant<Num>(1.41421356237309504880, "√2") * a + 5 * (t_f + r));
            const Num t_w = w_.given("t_wb", "beam web", Quantity::Length, b.t_w);
            const Num f_y = w_.given("f_y_b", "yield strength", Quantity::Stress, side_.beam.steel.f_y);
            const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
            Num R = w_.result("F_t_wb_Rd", "beam web in tension at the toe", Quantity::Force, "EN 1993-1-8:2005 (6.15), ω = 1",
                              width * t_w * f_y / gamma_M0);
            if (hasStiffener) R = larger(R, stiffenerTension(w_, beam, s_, line));
            list_.add(CheckCode::HaunchToeTension, pulls, valueOf(R), Quantity::Force, "EN 1993-1-8:2005 6.2.6.3").add(web);
            if (hasStiffener) list_.last().add(line.part);
        }
    }

    /// The turned flange has its share of the member's moment there, by its part of the modulus: at yield when the member is.
    Num atTaperToe(const ResolvedHaunch& h, const HaunchForces& f) {
        const Section& b = side_.beam.section;
        const double A_f = b.b * b.t_f, W = bendingClass(b, side_.beam.steel.f_y).sectionClass <= 2 ? b.W_pl_y : b.W_el_y;
        const Num M = w_.given("M_toe_Ed", "moment of the beam at the toe, compressing this flange", Quantity::Moment,
                               h.isBelow ? f.toe.M : -f.toe.M);
        const Num N = w_.given("N_toe_Ed", "its axial force", Quantity::Force, f.toe.N);
        const Num k = w_.given("A_f_W", "flange over modulus, 1/mm", Quantity::None, A_f / W);
        const Num n = w_.given("A_f_A", "flange over area", Quantity::Ratio, A_f / b.A);
        const Num cos_a = w_.given("cos_a", "angle between haunch and beam", Quantity::Ratio, std::cos(h.alpha));
        return w_.let("F_toe_Ed", "along the turned flange", Quantity::Force, inHaunch, magnitude(M * k - N * n) / cos_a);
    }

    /// What the haunch's flange brings to the plate has come in here at the most: the beam's own flange passes by. A butt weld
    /// carries what the flange carries; fillets in so sharp a corner are outside 4.3.2.1.
    void toeWeld(const ResolvedHaunch& h, const Num& F) {
        if (h.spec.toeWeld.kind != WeldKind::Butt)
            return listNotDone(checks_, CheckCode::NotDoneToeWeld, m_.side, "EN 1993-1-8:2005 4.3.2.1(1)", m_.isReversed);
        w_.heading(3, "Weld of the haunch's flange at the toe", "haunch toe weld");
        const Num b = w_.given("b_h", "haunch flange", Quantity::Length, h.b);
        const Num t = w_.given("t_fh", h.isTaper ? "thinner of its flange and the beam's" : "its thickness", Quantity::Length,
                               h.isTaper ? std::min(h.t_f, side_.beam.section.t_f) : h.t_f);
        const Num f_y = w_.given("f_y", "weaker yield strength", Quantity::Stress, std::min(h.steel.f_y, side_.beam.steel.f_y));
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const Num R = w_.result("F_w_Rd", "full-penetration butt weld: as the flange", Quantity::Force,
                                "EN 1993-1-8:2005 4.7.1(1)", b * t * f_y / gamma_M0);
        add(CheckCode::HaunchToeWeld, F, R, Quantity::Force, "EN 1993-1-8:2005 4.7.1(1)").add(part(PartKind::WeldHaunchToe, h));
    }

    /// The beam's own section beyond the haunch: bending and axial force (6.2.9.1(5) in classes 1 and 2, linear beyond).
    void memberAtToe(const ResolvedHaunch& h, const HaunchForces& f) {
        w_.heading(3, "Beam at the toe", "beam at toe");
        const BendingWithAxial<Num> R = bendingWithAxial(w_, m_.beam, s_, "N_toe_Ed", f.toe.N, f.toe.V);
        const Num M = w_.given("M_toe_Ed", "moment", Quantity::Moment, std::abs(f.toe.M));
        Check& c = add(CheckCode::MemberAtToe, M, R.M_N_Rd, Quantity::Moment, R.clause);
        c.add({PartKind::BeamWeb, m_.side});
        c.add(part(PartKind::HaunchFlange, h));
    }

    /// Stated, and not verified: nothing is known of what holds the toe.
    void restraint(const ResolvedHaunch& h, const HaunchForces& f) {
        const double top = -f.toe.M / (side_.beam.section.h - side_.beam.section.t_f) - f.toe.N / 2,
                     bottom = f.toe.M / (side_.beam.section.h - side_.beam.section.t_f) - f.toe.N / 2;
        const double force = std::max({0.0, top, bottom});
        w_.heading(3, "Restraint at the toe", "restraint");
        const Num N_f = w_.given("N_f_Ed", "compression of the beam's flange at the toe", Quantity::Force, force);
        const Num Q =
            w_.result("Q_r_Ed", "force to hold it sideways", Quantity::Force, "EN 1993-1-1:2005 6.3.5.2(5)", 0.025 * N_f);
        for (Check& said : checks_) // once, with the largest force of all sets
            if (said.code == CheckCode::NotDoneToeRestraint && said.side == m_.side &&
                said.parts[0] == part(PartKind::HaunchFlange, h)) {
                said.demand = std::max(said.demand, valueOf(Q));
                return;
            }
        Check& c = list_.add(CheckCode::NotDoneToeRestraint, valueOf(Q), 0, Quantity::Force, "EN 1993-1-1:2005 6.3.5.2(5)");
        c.group = CheckGroup::NotDone;
        c.state = CheckState::NotDone;
        c.utilisation = 0;
        c.add(part(PartKind::HaunchFlange, h));
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    const Settings& s_;
    const SideModel& m_;
    const ConnectionResult& c_;
    const FaceForces& face_;
    const ResolvedSide& side_;
    std::vector<Check>& checks_;
    const HaunchedSection section_; ///< at the plate
    CheckList list_;
};

} // namespace

MemberForces forcesAlong(const ResolvedSide& side, const FaceForces& face, double distance) {
    MemberForces f;
    f.N = face.N * side.cosSlope - face.V * side.sinSlope;
    f.V = face.V * side.cosSlope + face.N * side.sinSlope;
    f.M = face.M - face.V * side.spec.plate.thickness - f.V * distance;
    return f;
}

HaunchForces haunchForces(const ResolvedSide& side, const ResolvedHaunch& h, const FaceForces& face, double flange) {
    HaunchForces f;
    const Section& b = side.beam.section;
    const double sign = h.isBelow ? 1 : -1;
    f.toToe = distanceToToe(side, h);
    f.toe = forcesAlong(side, face, f.toToe);
    f.memberFlange = sign * f.toe.M / (b.h - b.t_f) - f.toe.N / 2;
    f.atPlate = flange / h.cos;
    f.atToe = f.memberFlange / std::cos(h.alpha);
    f.along = (f.atPlate - f.atToe) * std::cos(h.alpha);
    f.across = (f.atPlate - f.atToe) * std::sin(h.alpha);
    f.kink = f.atToe * std::sin(h.alpha);
    return f;
}

template <class Num>
void verifyHaunches(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionResult& c,
                    const FaceForces& face, std::vector<Check>& checks) {
    Haunch<Num>(w, joint, m, c, face, checks).run();
}
template void verifyHaunches(Workings<double>&, const ResolvedJoint&, const SideModel&, const ConnectionResult&,
                             const FaceForces&, std::vector<Check>&);
template void verifyHaunches(Workings<Traced>&, const ResolvedJoint&, const SideModel&, const ConnectionResult&,
                             const FaceForces&, std::vector<Check>&);

} // namespace zg
