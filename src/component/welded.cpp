#include "component/welded.h"
#include "base/text.h"
#include "component/beam_end.h"
#include "component/classification.h"
#include "component/column_zone.h"
#include "component/stiffness.h"
#include "component/welded_flange.h"
#include "component/welds.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

template <class Num> class Welded {
public:
    Welded(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionActions& a,
           std::vector<Check>& checks)
        : w_(w), joint_(joint), s_(joint.settings), m_(m), a_(a), list_(checks, m.side, m.isReversed, a.set),
          column_(w, m, joint.settings) {}

    ConnectionResult run() {
        out_ = resultOf(m_, a_);
        z_ = m_.depth - m_.beam.flange;
        axialForce();
        column_.resistances(a_.beta, a_.sigma_com);
        tension();
        w_.heading(2, "Beam flange and web in compression", "beam compression");
        F_c_fb_ = flangeCompressionResistance(w_, m_.beam, s_, std::abs(a_.forces.V));
        flangesOnColumn();
        moment();
        stiffness();
        demand();
        checks();
        return std::move(out_);
    }

private:
    PartRef part(PartKind kind) const { return {kind, m_.side}; }
    PartRef flangePart(bool isTension) const {
        return part(isTension == m_.isReversed ? PartKind::BeamBottomFlange : PartKind::BeamTopFlange);
    }
    PartRef weldPart(bool isTension) const { return part(isTension == m_.isReversed ? PartKind::WeldBottom : PartKind::WeldTop); }

    void axialForce() {
        w_.heading(2, "Axial force", "axial force");
        out_.N_pl_Rd = valueOf(plasticAxialForce(w_, m_, s_));
        out_.isAxialCounted = std::abs(a_.forces.N) > s_.axialLimit * out_.N_pl_Rd;
        N_ = out_.isAxialCounted ? a_.forces.N : 0;
        if (a_.forces.N != 0)
            w_.note(out_.isAxialCounted ? "The axial force is counted: half of it in each flange."
                                        : "The axial force is not above the limit: it is left out.",
                    "EN 1993-1-8:2005 6.2.7.1(3)");
    }

    /// Column web behind the tension flange, with the stiffeners opposite it.
    void tension() {
        w_.heading(2, "Column web in tension", "tension");
        const double toEnd = m_.columnEnd < continues ? std::max(0.0, m_.columnEnd + m_.beam.flange / 2) : -1;
        b_eff_t_ = tensionSpread<Num>(w_, {m_.beam.flange, m_.tensionFlange().weld, m_.column.section, toEnd});
        const Num t_wc = w_.given("t_wc_eff", m_.column.doubler ? "effective web thickness" : "column web", Quantity::Length,
                                  tensionThicknessFactor(m_.column) * m_.column.section.t_w,
                                  m_.column.doubler ? "EN 1993-1-8:2005 6.2.6.3(8)" : "");
        const Num omega = shearReduction(w_, b_eff_t_, t_wc, column_.A_vc(), a_.beta);
        const Num f_y_wc = w_.given("f_y_wc", "yield strength", Quantity::Stress, m_.column.steel.f_y);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        F_web_ = w_.result("F_t_wc_Rd", "column web in tension", Quantity::Force, "EN 1993-1-8:2005 (6.15)",
                           omega * b_eff_t_ * t_wc * f_y_wc / gamma_M0);
        F_tension_ = F_web_;
        const FlangeStiffener stiffener = m_.tensionStiffener();
        if (!stiffener) return;
        w_.heading(2, "Column stiffeners in tension", "tension stiffener");
        F_stiffener_ = stiffenerIn(stiffener);
        F_tension_ = w_.result("F_t_s_Rd", "column web and stiffeners in tension", Quantity::Force, "EN 1993-1-8:2005 6.2.6.3(7)",
                               F_web_ + *F_stiffener_);
    }

    /// What a stiffener pair takes of a flange's force: its resistance where it meets the column flange, as far as it lies in the
    /// path.
    Num stiffenerIn(const FlangeStiffener& stiffener) {
        StiffenerLine counted = *stiffener.line;
        counted.thickness *= stiffener.share;
        return stiffenerTension(w_, m_.column, s_, counted);
    }

    /// The flanges on the column flange: only their effective breadth counts where no stiffener stands behind.
    void flangesOnColumn() {
        w_.heading(2, "Flanges on the column flange", "flange breadth");
        const WeldedFlangeInput in{m_.beam.section.b, m_.beam.section.t_f * m_.beam.cosSlope,
                                   m_.beam.steel.f_y, m_.beam.steel.f_u,
                                   m_.column.section, m_.column.steel.f_y,
                                   s_.gamma_M0};
        breadth_ = weldedFlange<Num>(w_, in);
        full_ = flangeYield(m_.tensionFlange(), s_);
        const auto through = [&](const FlangeStiffener& stiffener, const std::optional<Num>& known) {
            if (!stiffener) return valueOf(breadth_.F_fc_Rd);
            return std::min(a_.hinge > 0 ? unlimited : full_,
                            valueOf(breadth_.F_fc_Rd) + valueOf(known ? *known : stiffenerIn(stiffener)));
        };
        atTension_ = through(m_.tensionStiffener(), F_stiffener_);
        atCompression_ = through(m_.compressionStiffener(), std::nullopt);
    }

    void moment() {
        w_.heading(2, "Moment resistance", "moment");
        const Num T_web = w_.given("F_t_Rd", "column web in tension, with its stiffeners", Quantity::Force, valueOf(F_tension_));
        const Num T_flange = w_.given("F_fc_t_Rd", "tension flange on the column flange", Quantity::Force, atTension_);
        const Num C_web = w_.given("F_c_wc_Rd", "column web in compression", Quantity::Force, valueOf(column_.compression()));
        const Num C_flange = w_.given("F_fc_c_Rd", "compression flange on the column flange", Quantity::Force, atCompression_);
        const Num C_beam = a_.hinge > 0
                               ? Num(unlimited)
                               : w_.given("F_c_fb_Rd", "beam flange and web in compression", Quantity::Force, valueOf(F_c_fb_));
        if (a_.hinge > 0)
            w_.note("The beam yields as it is meant to, and the column's panel is verified by itself: neither limits the joint.",
                    "EN 1998-1:2004 6.5.5(3), 6.6.3(6)");
        const Num N = w_.given("N_Ed", "axial force, as counted", Quantity::Force, N_);
        const Num z = w_.given("z", "between the middles of the flanges", Quantity::Length, z_, "EN 1993-1-8:2005 figure 6.15");
        const Num T = w_.let("T_Rd", "tension flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", smaller(T_web, T_flange));
        const Num C = w_.let("C_Rd", "compression flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)",
                             a_.hinge > 0 ? smaller(C_web, C_flange) : smaller(smaller(C_web, C_flange), C_beam));
        Num F =
            w_.let("F_Rd", "force of the couple", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", smaller(T - N / 2, C + N / 2));
        limit_ = valueOf(T - N / 2) <= valueOf(C + N / 2) ? (T_web <= T_flange ? Limit::ColumnWebTension : Limit::FlangeWidth)
                                                          : (C_beam <= smaller(C_web, C_flange) ? Limit::BeamFlangeCompression
                                                             : C_web <= C_flange                ? Limit::ColumnWebCompression
                                                                                                : Limit::FlangeWidth);
        if (a_.beta > 0 && a_.hinge == 0) {
            const Num V = w_.given("V_wp_Rd", "web panel in shear", Quantity::Force, valueOf(column_.panel()));
            const Num beta = w_.given("beta", "transformation parameter", Quantity::Ratio, a_.beta, "EN 1993-1-8:2005 5.3(7)");
            const Num F_panel =
                w_.let("F_v_Rd", "force of the couple the panel carries", Quantity::Force, "EN 1993-1-8:2005 5.3(3)", V / beta);
            if (F_panel < F) {
                F = F_panel;
                limit_ = Limit::PanelShear;
            }
        }
        T_Rd_ = valueOf(T);
        C_Rd_ = valueOf(C);
        F_Rd_ = valueOf(F);
        out_.M_j_Rd = valueOf(w_.result("M_j_Rd", "moment resistance of the joint", Quantity::Moment,
                                        "EN 1993-1-8:2005 6.2.7.1(4)", larger(Num(0), F) * z));
        out_.limit = limit_;
        out_.T_Rd = std::max(0.0, F_Rd_);
        out_.V_wp_Rd = valueOf(column_.panel());
        out_.F_c_wc_Rd = valueOf(column_.compression());
        out_.F_c_fb_Rd = valueOf(F_c_fb_);
    }

    void stiffness() {
        w_.heading(2, "Rotational stiffness", "stiffness");
        const Section& c = m_.column.section;
        const Num z = w_.given("z", "between the middles of the flanges", Quantity::Length, z_, "EN 1993-1-8:2005 figure 6.15");
        const FlangeStiffener stiffener = m_.tensionStiffener();
        RowResult level;
        level.place = -1;
        level.h_r = z_;
        level.F_tr_Rd = out_.T_Rd;
        level.limit = limit_;
        level.groupFirst = -1;
        Component web;
        web.kind = Limit::ColumnWebTension;
        web.part = {PartKind::ColumnWeb};
        web.alone = valueOf(F_tension_);
        web.isRigid = stiffener && stiffener.share >= 1;
        Num flexibility(0);
        if (web.isRigid) {
            w_.note("Column web in tension: k_3 is infinite (stiffened).", "EN 1993-1-8:2005 table 6.11");
        } else {
            const Num b = w_.given("b_eff_t_wc", "effective width in tension", Quantity::Length, valueOf(b_eff_t_));
            const Num t_wc =
                w_.given("t_wc_eff", "column web, in tension", Quantity::Length, tensionThicknessFactor(m_.column) * c.t_w);
            const Num d_c = w_.given("d_wc", "clear web depth", Quantity::Length, clearWebDepth(c));
            Num k_3 = w_.let("k_3", "column web in tension", Quantity::Coefficient, "EN 1993-1-8:2005 table 6.11",
                             0.7 * b * t_wc / d_c);
            if (stiffener) {
                const Num share = w_.given("k_o", "part of the stiffeners that lies in the path of the flange's force",
                                           Quantity::Ratio, stiffener.share);
                k_3 = w_.let("k_3", "partly stiffened: infinite for the part that is", Quantity::Coefficient,
                             "EN 1993-1-8:2005 table 6.11", k_3 / (1 - share));
            }
            web.k = level.k_eff = out_.stiffness.k_eq = valueOf(k_3);
            flexibility = 1 / k_3;
        }
        Component flange;
        flange.kind = Limit::FlangeWidth;
        flange.part = flangePart(true);
        flange.alone = atTension_;
        level.chain = {web, flange};
        out_.rows = {level};
        out_.stiffness.z_eq = z_;
        columnStiffness(w_, m_, column_.A_vc(), column_.b_eff_c_wc(), a_.beta, z, flexibility, out_.stiffness);
        Stiffness& k = out_.stiffness;
        k.mu = stiffnessRatio(std::min(out_.M_Ed, out_.M_j_Rd), out_.M_j_Rd);
        k.S_j = k.S_j_ini / k.mu;
        out_.curve = momentRotationCurve(k.S_j_ini, out_.M_j_Rd);
        Component columnWeb;
        columnWeb.kind = Limit::ColumnWebCompression;
        columnWeb.part = {PartKind::ColumnWeb};
        columnWeb.alone = out_.F_c_wc_Rd;
        columnWeb.k = k.k_2;
        columnWeb.isRigid = k.k_2_isInfinite;
        Component breadth = flange;
        breadth.part = flangePart(false);
        breadth.alone = atCompression_;
        Component beam;
        beam.kind = Limit::BeamFlangeCompression;
        beam.part = flangePart(false);
        beam.alone = out_.F_c_fb_Rd;
        out_.compression = {columnWeb, breadth, beam};
        w_.heading(2, "Class", "class");
        out_.classification = classify(w_, joint_, m_, out_);
    }

    void demand() {
        w_.heading(2, "Forces at M_Ed", "demand");
        const Num M = w_.given("M_Ed", "moment in the sense of this connection", Quantity::Moment, out_.M_Ed);
        const Num N = w_.given("N_Ed", "axial force, as counted", Quantity::Force, N_);
        const Num z = w_.given("z", "between the middles of the flanges", Quantity::Length, std::max(1.0, z_));
        T_ = valueOf(w_.let("T_Ed", "tension flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", M / z + N / 2));
        C_ = valueOf(w_.let("C_Ed", "compression flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", M / z - N / 2));
        out_.T_Ed = std::max(0.0, T_);
        out_.C_Ed = std::max({0.0, C_, -T_});
        RowResult& level = out_.rows.front();
        level.F_r_Ed = level.F_r_el = out_.T_Ed;
    }

    Check& add(CheckCode code, double demand, double resistance, const char* clause) {
        return list_.add(code, demand, resistance, Quantity::Force, clause);
    }

    void checks() {
        // The joint is used as far as the flange or the panel that is used most: with N that is no share of M_j,Rd alone.
        const double use[] = {useOf(T_, T_Rd_), useOf(C_, C_Rd_),
                              a_.beta > 0 && a_.hinge == 0 ? useOf(a_.beta * out_.M_Ed / std::max(1.0, z_), out_.V_wp_Rd) : 0};
        const std::size_t most = use[0] >= use[1] ? (use[0] >= use[2] ? 0 : 2) : (use[1] >= use[2] ? 1 : 2);
        const double moments[][2] = {
            {T_ * z_, T_Rd_ * z_}, {C_ * z_, C_Rd_ * z_}, {out_.M_Ed, out_.V_wp_Rd * z_ / std::max(1e-9, a_.beta)}};
        const bool isIdle = use[most] == 0; // nothing is used: what the joint could carry
        Check& joint = list_.add(CheckCode::JointMoment, isIdle ? 0 : std::max(0.0, moments[most][0]),
                                 isIdle ? out_.M_j_Rd : std::max(0.0, moments[most][1]), Quantity::Moment,
                                 N_ != 0 ? "EN 1993-1-8:2005 6.2.7.1, (6.23)" : "EN 1993-1-8:2005 (6.23)");
        out_.utilisation = joint.utilisation;
        joint.add(part(PartKind::WeldTop));
        joint.add(part(PartKind::WeldBottom));
        column_.checks(list_, a_.beta * out_.M_Ed / std::max(1.0, z_), out_.C_Ed, a_.beta);
        add(CheckCode::ColumnWebTension, out_.T_Ed, valueOf(F_tension_), "EN 1993-1-8:2005 6.2.6.3")
            .add(part(PartKind::ColumnWeb));
        Check& t = add(CheckCode::FlangeBreadth, out_.T_Ed, atTension_, "EN 1993-1-8:2005 6.2.6.4.3");
        t.add(flangePart(true));
        t.add(part(PartKind::ColumnFlange));
        Check& c = add(CheckCode::FlangeBreadth, out_.C_Ed, atCompression_, "EN 1993-1-8:2005 6.2.6.4.3");
        c.add(flangePart(false));
        c.add(part(PartKind::ColumnFlange));
        if (a_.hinge == 0)
            add(CheckCode::BeamFlangeCompression, out_.C_Ed, out_.F_c_fb_Rd, "EN 1993-1-8:2005 6.2.6.7").add(flangePart(false));
        if (F_stiffener_) tensionStiffener();
        rules();
        shear();
    }

    void tensionStiffener() {
        const StiffenerLine& line = *m_.tensionStiffener().line;
        w_.heading(2, "Force of the tension stiffeners", "stiffener force");
        const Num T = w_.given("T_Ed", "tension flange", Quantity::Force, out_.T_Ed);
        const Num F_s = w_.given("F_t_s_Rd", "stiffeners at the flange", Quantity::Force, valueOf(*F_stiffener_));
        const Num F_w = w_.given("F_t_wc_Rd", "column web by itself", Quantity::Force, valueOf(F_web_));
        const Num force = w_.let("F_s_Ed", "in proportion to what they carry", Quantity::Force, "EN 1993-1-8:2005 6.2.6.3(7)",
                                 T * (F_s / (F_s + F_w)));
        const StiffenerWelds<Num> welds = stiffenerWelds(w_, m_.column, s_, line);
        add(CheckCode::TensionStiffener, valueOf(force), valueOf(*F_stiffener_), "EN 1993-1-1:2005 6.2.3").add(line.part);
        add(CheckCode::TensionStiffenerWeld, valueOf(force), std::min(valueOf(welds.toFlange), valueOf(welds.toWeb)),
            "EN 1993-1-8:2005 4.5.3.2")
            .add(line.part);
    }

    /// Proportions whatever the set: the welds carry the whole flange (4.10(5)); a flange whose effective breadth is too small
    /// wants a stiffener (4.10(3)). With a hinge in the beam the welds carry what the flange brings with its over-strength; butt
    /// welds are deemed to (EN 1998-1:2004 6.5.5(4)).
    void rules() {
        w_.heading(2, "Welds", "welds");
        for (const bool isTension : {true, false}) {
            if (a_.hinge > 0 && (isTension ? m_.tensionFlange() : m_.compressionFlange()).weld.kind == WeldKind::Butt) continue;
            const Num R = flangeWeldResistance(w_, isTension ? m_.tensionFlange() : m_.compressionFlange(), m_.plateSteel, s_);
            Check& c = add(isTension ? CheckCode::WeldTensionFlange : CheckCode::WeldCompressionFlange,
                           full_ * std::max(1.0, a_.hinge), valueOf(R), "EN 1993-1-8:2005 4.10(5)");
            if (a_.hinge == 0) CheckList::asRule(c);
            c.add(weldPart(isTension));
            c.add(flangePart(isTension));
            if (a_.hinge > 0) continue;
            if (isTension ? m_.tensionStiffener() : m_.compressionStiffener()) continue;
            Check& b = list_.add(CheckCode::FlangeBreadthLeast, valueOf(breadth_.b_least), valueOf(breadth_.b_eff),
                                 Quantity::Length, "EN 1993-1-8:2005 4.10(3), (4.7)");
            CheckList::asRule(b);
            b.add(flangePart(isTension));
        }
    }

    /// The web's welds carry the shear.
    void shear() {
        w_.heading(2, "Web weld in shear", "shear");
        const double d_b =
            std::max(1.0, (m_.beam.section.h - 2 * m_.beam.section.t_f - 2 * m_.beam.section.r) / m_.beam.cosSlope);
        const WebInput& own = m_.webs.front();
        if (own.weld.kind == WeldKind::Fillet) {
            const WebWeld<Num> web = webWeldStress(w_, own, m_.plateSteel, s_, 0, 0, std::abs(a_.forces.V));
            list_
                .add(CheckCode::WeldWeb, valueOf(web.demand), valueOf(web.resistance), Quantity::Stress, "EN 1993-1-8:2005 4.5.3")
                .add(part(PartKind::WeldWeb));
            return;
        }
        const Num d = w_.given("d_b", "web between its roots", Quantity::Length, d_b);
        const Num t = w_.given("t_wb", "beam web", Quantity::Length, m_.beam.section.t_w);
        const Num f_y =
            w_.given("f_y", "weaker yield strength", Quantity::Stress, std::min(m_.beam.steel.f_y, m_.column.steel.f_y));
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const Num V = w_.result("V_w_Rd", "butt weld: the web in shear", Quantity::Force, "EN 1993-1-8:2005 4.7.1",
                                d * t * f_y / (constant<Num>(1.73205080756887729353, "√3") * gamma_M0));
        add(CheckCode::WeldWeb, std::abs(a_.forces.V), valueOf(V), "EN 1993-1-8:2005 4.7.1").add(part(PartKind::WeldWeb));
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    const Settings& s_;
    const SideModel& m_;
    const ConnectionActions& a_;
    CheckList list_;
    ColumnZone<Num> column_;
    ConnectionResult out_;
    Num b_eff_t_{0}, F_web_{0}, F_tension_{0}, F_c_fb_{0};
    std::optional<Num> F_stiffener_;
    WeldedFlange<Num> breadth_{Num(0), Num(0), Num(0)};
    Limit limit_ = Limit::None;
    double z_ = 0, N_ = 0, full_ = 0, atTension_ = 0, atCompression_ = 0, T_Rd_ = 0, C_Rd_ = 0, F_Rd_ = 0, T_ = 0, C_ = 0;
};

} // namespace

template <class Num>
ConnectionResult verifyWelded(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionActions& a,
                              std::vector<Check>& checks) {
    return Welded<Num>(w, joint, m, a, checks).run();
}

template ConnectionResult verifyWelded(Workings<double>&, const ResolvedJoint&, const SideModel&, const ConnectionActions&,
                                       std::vector<Check>&);
template ConnectionResult verifyWelded(Workings<Traced>&, const ResolvedJoint&, const SideModel&, const ConnectionActions&,
                                       std::vector<Check>&);

} // namespace zg
