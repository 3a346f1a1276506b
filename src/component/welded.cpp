#include "component/welded.h"
#include "base/text.h"
#include "component/beam_end.h"
#include "component/classification.h"
#include "component/column_zone.h"
#include "component/fin_plate.h"
#include "component/haunch.h"
#include "component/haunch_section.h"
#include "component/ribs.h"
#include "component/stiffness.h"
#include "component/welded_flange.h"
#include "component/welds.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace zg {
namespace {

constexpr const char* lever = "equilibrium of the end";

template <class Num> class Welded {
public:
    Welded(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const ConnectionActions& a,
           std::vector<Check>& checks)
        : w_(w), joint_(joint), s_(joint.settings), m_(m), a_(a), list_(checks, m.side, m.isReversed, a.set),
          column_(w, m, joint.settings) {}

    ConnectionResult run() {
        out_ = resultOf(m_, a_);
        z_ = m_.depth - m_.tensionFlange().along / 2 - m_.compressionFlange().along / 2;
        if (isRibbed()) ribs();
        axialForce();
        column_.resistances(a_.beta, a_.sigma_com);
        tension();
        if (!isRibbed()) beamInCompression();
        if (ribbed(false).rib && !stiffenerAt(false)) {
            w_.heading(2, "Column web in compression at the flange alone", "compression");
            const FlangeInput& f = m_.compressionFlange();
            const FlangeForceInput from{f.along, legOf(f.weld), 0, 0, m_.columnEndCompression};
            F_flangePress_ = webCompressionResistance(w_, m_.column, from, s_, column_.A_vc(), a_.beta, a_.sigma_com).F_c_wc_Rd;
        }
        flangesOnColumn();
        moment();
        stiffness();
        demand();
        checks();
        if (a_.set >= 0 && joint_.side(m_.side)->isHaunched()) verifyHaunches(w_, joint_, m_, out_, a_.forces, list_.all());
        return std::move(out_);
    }

private:
    PartRef part(PartKind kind) const { return {kind, m_.side}; }
    const FlangeInput& flange(bool isTension) const { return isTension ? m_.tensionFlange() : m_.compressionFlange(); }
    FlangeStiffener stiffenerAt(bool isTension) const { return isTension ? m_.tensionStiffener() : m_.compressionStiffener(); }
    PartRef flangePart(bool isTension) const { return flange(isTension).part; }
    /// The forces are those of a hinge in the beam beside this face: the beam's own strength is no limit here.
    bool isBeamHinge() const { return a_.hinge > 0 && !m_.isWebBolted && !isUneven(); }
    bool isRibbed() const { return hasHeight(m_.rib) || hasHeight(m_.farRib); }
    static bool hasHeight(const std::optional<FittingPlate>& rib) { return rib && rib->height > 0; }
    const RibbedFlange& ribbed(bool isTension) const { return ribbed_[isTension ? 0 : 1]; }
    /// Part of the force at a flange's level that the flange itself takes, the rib the rest.
    double ofFlange(bool isTension) const { return 1 - ribbed(isTension).share(); }
    /// Its two flanges are not the same: each sense of a flange's force is verified where it acts.
    bool isUneven() const { return m_.isHaunched() || isRibbed(); }
    /// Beam's axis to the centre of the flange in compression, and of the one in tension.
    double armToCompression() const { return m_.centreOfCompression() - m_.axis + ribbed(false).offset; }
    double armToTension() const { return m_.axis - m_.tensionFlange().along / 2 + ribbed(true).offset; }

    void beamInCompression() {
        w_.heading(2, "Beam flange and web in compression", "beam compression");
        F_c_fb_ = m_.isWebBolted ? flangeAlone() : endCompressionResistance(w_, m_, s_, a_.forces.V, out_.M_Ed);
    }
    /// A bolted web takes no part in the couple.
    Num flangeAlone() {
        const Num b = w_.given("b_fb", "beam flange width", Quantity::Length, m_.beam.section.b);
        const Num t = w_.given("t_fb", "beam flange", Quantity::Length, m_.beam.section.t_f);
        const Num f_y = w_.given("f_y_b", "beam's yield strength", Quantity::Stress, m_.beam.steel.f_y);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        return w_.result("F_c_fb_Rd", "flange by itself: the web is bolted", Quantity::Force, "EN 1993-1-1:2005 (6.6)",
                         b * t * f_y / gamma_M0);
    }

    /// Ribs outside the flanges: each shares the force of its flange, and both together act at their common centre.
    void ribs() {
        beamInCompression();
        w_.heading(2, "Flanges with their ribs at the column's face", "ribs at face");
        for (const bool isTension : {true, false}) {
            ribbed_[isTension ? 0 : 1] =
                ribbedFlange(w_, isTension ? m_.rib : m_.farRib, flange(isTension), isTension, valueOf(F_c_fb_), s_);
            z_ += ribbed(isTension).offset;
        }
    }

    void axialForce() {
        w_.heading(2, "Axial force", "axial force");
        out_.N_pl_Rd = valueOf(plasticAxialForce(w_, m_, s_));
        out_.isAxialCounted = std::abs(a_.forces.N) > s_.axialLimit * out_.N_pl_Rd || m_.isWebBolted || isUneven();
        N_ = out_.isAxialCounted ? a_.forces.N : 0;
        if (m_.isHaunched())
            w_.note("The axis of the beam is not that of the haunched end: its axial force is counted, however small.",
                    "EN 1993-1-8:2005 6.2.7.1(3)");
        else if (a_.forces.N != 0)
            w_.note(out_.isAxialCounted
                        ? isRibbed() ? "The axial force is counted: shared by the flanges with their ribs about the beam's axis."
                                     : "The axial force is counted: half of it in each flange."
                        : "The axial force is not above the limit: it is left out.",
                    "EN 1993-1-8:2005 6.2.7.1(3)");
    }

    /// Column web behind the tension flange, with the stiffeners opposite it.
    void tension() {
        w_.heading(2, "Column web in tension", "tension");
        b_eff_t_ = spreadOf(true);
        const Num t_wc = w_.given("t_wc_eff", m_.column.doubler ? "effective web thickness" : "column web", Quantity::Length,
                                  tensionThicknessFactor(m_.column) * m_.column.section.t_w,
                                  m_.column.doubler ? "EN 1993-1-8:2005 6.2.6.3(8)" : "");
        const Num omega = shearReduction(w_, b_eff_t_, t_wc, column_.A_vc(), a_.beta);
        const Num f_y_wc = w_.given("f_y_wc", "yield strength", Quantity::Stress, m_.column.steel.f_y);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        F_web_ = w_.result("F_t_wc_Rd", "column web in tension", Quantity::Force, "EN 1993-1-8:2005 (6.15)",
                           omega * b_eff_t_ * t_wc * f_y_wc / gamma_M0);
        F_tension_ = F_web_;
        const FlangeStiffener stiffener = stiffenerAt(true);
        if (ribbed(true).rib && !stiffener) {
            w_.heading(2, "Column web in tension at the flange alone", "tension");
            const Num b = spreadOver(true, 0);
            F_flangeWeb_ = webTensionResistance(w_, m_.column, s_, column_.A_vc(), b, a_.beta);
        }
        if (!stiffener) return;
        w_.heading(2, "Column stiffeners in tension", "tension stiffener");
        F_stiffener_ = stiffenerIn(stiffener);
        F_tension_ = w_.result("F_t_s_Rd", "column web and stiffeners in tension", Quantity::Force, "EN 1993-1-8:2005 6.2.6.3(7)",
                               F_web_ + *F_stiffener_);
    }

    /// Width over which an outer flange pulls at the column web.
    Num spreadOf(bool isTension) { return spreadOver(isTension, ribbed(isTension).rib ? ribbed(isTension).rib->height : 0); }
    /// `beside`: height of a rib that pulls at it too.
    Num spreadOver(bool isTension, double beside) {
        const FlangeInput& f = flange(isTension);
        const double beyond = isTension ? m_.columnEnd : m_.columnEndCompression, along = f.along + beside;
        const double toEnd = beyond < continues ? std::max(0.0, beyond - beside + along / 2) : -1;
        return tensionSpread<Num>(w_, {along, f.weld, m_.column.section, toEnd});
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
        const auto breadth = [&](bool isTension) {
            const FlangeInput& f = flange(isTension);
            return weldedFlange<Num>(
                w_, {f.b, f.t * f.cos, f.steel.f_y, f.steel.f_u, m_.column.section, m_.column.steel.f_y, s_.gamma_M0});
        };
        w_.heading(2, m_.isHaunched() ? "Tension flange on the column flange" : "Flanges on the column flange", "flange breadth");
        breadth_[0] = breadth_[1] = breadth(true);
        if (m_.isHaunched()) {
            w_.heading(2, "Compression flange on the column flange", "flange breadth");
            breadth_[1] = breadth(false);
        }
        const auto through = [&](bool isTension, const std::optional<Num>& known) {
            const FlangeStiffener stiffener = stiffenerAt(isTension);
            const double alone = valueOf(breadth_[isTension ? 0 : 1].F_fc_Rd);
            if (!stiffener) return alone;
            return std::min(isBeamHinge() ? unlimited : flangeYield(flange(isTension), s_),
                            alone + valueOf(known ? *known : stiffenerIn(stiffener)));
        };
        atTension_ = through(true, F_stiffener_);
        atCompression_ = through(false, std::nullopt);
    }

    /// The parts of the axial force that the flange in tension and the one in compression take.
    std::array<Num, 2> shares(const Num& N) {
        if (!isUneven()) return {N / 2, N / 2};
        const Num z = w_.given("z", "between the middles of the flanges", Quantity::Length, std::max(1.0, z_));
        const Num a_c =
            w_.given("a_c", "beam's axis to the middle of the compression flange", Quantity::Length, armToCompression());
        const Num a_t = w_.given("a_t", "beam's axis to the middle of the tension flange", Quantity::Length, armToTension());
        return {w_.let("N_t", "part of the axial force in the tension flange", Quantity::Force, lever, N * a_c / z),
                w_.let("N_c", "its part in the compression flange", Quantity::Force, lever, N * a_t / z)};
    }

    void moment() {
        w_.heading(2, "Moment resistance", "moment");
        Num T_web = w_.given("F_t_Rd", "column web in tension, with its stiffeners", Quantity::Force, valueOf(F_tension_));
        Num T_flange = w_.given("F_fc_t_Rd", "tension flange on the column flange", Quantity::Force, atTension_);
        Num C_web = w_.given("F_c_wc_Rd", "column web in compression", Quantity::Force, valueOf(column_.compression()));
        Num C_flange = w_.given("F_fc_c_Rd", "compression flange on the column flange", Quantity::Force, atCompression_);
        Num C_beam = isBeamHinge()
                         ? Num(unlimited)
                         : w_.given("F_c_fb_Rd", "beam flange and web in compression", Quantity::Force, valueOf(F_c_fb_));
        if (isRibbed()) {
            const auto whole = [&](const char* symbol, bool isTension, const Num& flange) {
                const Num k = w_.given("k_r", "rib's part of the force", Quantity::Ratio, ribbed(isTension).share());
                return w_.let(symbol, "on flange and rib", Quantity::Force, lever, flange / (1 - k));
            };
            T_flange = whole("F_fc_t_r", true, T_flange);
            C_flange = whole("F_fc_c_r", false, C_flange);
            C_beam = whole("F_c_fb_r", false, C_beam);
            if (F_flangeWeb_) T_web = smaller(T_web, whole("F_t_wc_r", true, *F_flangeWeb_));
            if (F_flangePress_) C_web = smaller(C_web, whole("F_c_wc_r", false, *F_flangePress_));
        }
        if (isBeamHinge())
            w_.note("The beam yields as it is meant to, and the column's panel is verified by itself: neither limits the joint.",
                    "EN 1998-1:2004 6.5.5(3), 6.6.3(6)");
        const Num N = w_.given("N_Ed", "axial force, as counted", Quantity::Force, N_);
        const Num z = w_.given("z", "between the middles of the flanges", Quantity::Length, z_, "EN 1993-1-8:2005 figure 6.15");
        const Num T = w_.let("T_Rd", "tension flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", smaller(T_web, T_flange));
        const Num C = w_.let("C_Rd", "compression flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)",
                             isBeamHinge() ? smaller(C_web, C_flange) : smaller(smaller(C_web, C_flange), C_beam));
        const auto [N_t, N_c] = shares(N);
        Num F = w_.let("F_Rd", "force of the couple", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", smaller(T - N_t, C + N_c));
        limit_ = valueOf(T - N_t) <= valueOf(C + N_c) ? (T_web <= T_flange ? Limit::ColumnWebTension : Limit::FlangeWidth)
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
        const auto [N_t, N_c] = shares(N);
        T_ = valueOf(w_.let("T_Ed", "tension flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", M / z + N_t));
        C_ = valueOf(w_.let("C_Ed", "compression flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1(4)", M / z - N_c));
        out_.T_Ed = std::max(0.0, T_);
        out_.C_Ed = isUneven() ? std::max(0.0, C_) : std::max({0.0, C_, -T_});
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
        if (F_flangeWeb_)
            add(CheckCode::ColumnWebTension, ofFlange(true) * out_.T_Ed, valueOf(*F_flangeWeb_), "EN 1993-1-8:2005 6.2.6.3")
                .add(part(PartKind::ColumnWeb));
        if (F_flangePress_)
            add(CheckCode::ColumnWebCompression, ofFlange(false) * out_.C_Ed, valueOf(*F_flangePress_),
                "EN 1993-1-8:2005 6.2.6.2")
                .add(part(PartKind::ColumnWeb));
        Check& t = add(CheckCode::FlangeBreadth, ofFlange(true) * out_.T_Ed, atTension_, "EN 1993-1-8:2005 6.2.6.4.3");
        t.add(flangePart(true));
        t.add(part(PartKind::ColumnFlange));
        Check& c = add(CheckCode::FlangeBreadth, ofFlange(false) * out_.C_Ed, atCompression_, "EN 1993-1-8:2005 6.2.6.4.3");
        c.add(flangePart(false));
        c.add(part(PartKind::ColumnFlange));
        if (!isBeamHinge())
            add(compressionCode(m_.compressionFlange()), ofFlange(false) * out_.C_Ed, out_.F_c_fb_Rd, "EN 1993-1-8:2005 6.2.6.7")
                .add(flangePart(false));
        if (F_stiffener_) tensionStiffener();
        if (isUneven()) againstTheMoment();
        for (const bool isTension : {true, false}) {
            const RibbedFlange& r = ribbed(isTension);
            if (r.rib) verifyRib(w_, m_, *r.rib, r.share() * std::abs(isTension ? T_ : C_), s_, list_);
        }
        if (isRibbed()) verifyRibbedWeb(w_, m_, senseOfShear() * a_.forces.V, shearOfRibs(), s_, list_);
        rules();
        shear();
    }

    /// An axial force that outweighs the moment presses the one flange, or pulls at the other: each is verified there as well.
    /// The flanges of a plain end are equal, and what the moment asks is more.
    void againstTheMoment() {
        if (T_ < 0) {
            w_.heading(2, "The other flange in compression", "other flange");
            const FlangeInput& f = m_.tensionFlange();
            const FlangeForceInput from{f.along, legOf(f.weld), 0, 0, m_.columnEnd};
            const WebCompression<Num> web =
                webCompressionResistance(w_, m_.column, from, s_, column_.A_vc(), a_.beta, a_.sigma_com);
            add(compressionCode(f), -T_, flangeYield(f, s_), "EN 1993-1-8:2005 6.2.6.7").add(f.part);
            add(CheckCode::FlangeBreadth, -T_, atTension_, "EN 1993-1-8:2005 6.2.6.4.3").add(f.part);
            if (!m_.tensionStiffener())
                add(CheckCode::ColumnWebCompression, -T_, valueOf(web.F_c_wc_Rd), "EN 1993-1-8:2005 6.2.6.2")
                    .add({PartKind::ColumnWeb, m_.side});
        }
        if (C_ < 0) {
            w_.heading(2, "The other flange in tension", "other flange");
            const Num b = spreadOf(false);
            const Num F = webTensionResistance(w_, m_.column, s_, column_.A_vc(), b, a_.beta);
            add(CheckCode::FlangeBreadth, -C_, atCompression_, "EN 1993-1-8:2005 6.2.6.4.3").add(flangePart(false));
            if (!m_.compressionStiffener())
                add(CheckCode::ColumnWebTension, -C_, valueOf(F), "EN 1993-1-8:2005 6.2.6.3").add(part(PartKind::ColumnWeb));
        }
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
        add(CheckCode::TensionStiffenerWeld, valueOf(force), welds.least(), "EN 1993-1-8:2005 4.5.3.2").add(line.part);
    }

    /// Proportions whatever the set: the welds carry the whole flange (4.10(5)); a flange whose effective breadth is too small
    /// wants a stiffener (4.10(3)). With a hinge in the beam the welds carry what the flange brings with its over-strength; butt
    /// welds are deemed to (EN 1998-1:2004 6.5.5(4)).
    void rules() {
        w_.heading(2, "Welds", "welds");
        for (const bool isTension : {true, false}) {
            const FlangeInput& f = flange(isTension);
            if (a_.hinge > 0 && f.weld.kind == WeldKind::Butt) continue;
            flangeWeld(isTension ? CheckCode::WeldTensionFlange : CheckCode::WeldCompressionFlange, f,
                       isBeamHinge() ? flangeYield(f, s_) * std::max(1.0, a_.hinge) : flangeYield(f, s_));
            if (a_.hinge > 0) continue;
            if (stiffenerAt(isTension)) continue;
            const WeldedFlange<Num>& on = breadth_[isTension ? 0 : 1];
            Check& b = list_.add(CheckCode::FlangeBreadthLeast, valueOf(on.b_least), valueOf(on.b_eff), Quantity::Length,
                                 "EN 1993-1-8:2005 4.10(3), (4.7)");
            CheckList::asRule(b);
            b.add(f.part);
        }
        // The beam's flange between two webs: neglected in the section, its welds as strong as it is.
        for (std::size_t k = 1; k + 1 < m_.flanges.size(); ++k)
            if (m_.flanges[k].weld.kind == WeldKind::Fillet)
                flangeWeld(CheckCode::WeldInnerFlange, m_.flanges[k], flangeYield(m_.flanges[k], s_));
    }
    void flangeWeld(CheckCode code, const FlangeInput& f, double demand) {
        const Num R = flangeWeldResistance(w_, f, m_.plateSteel, s_);
        Check& c = add(code, demand, valueOf(R), "EN 1993-1-8:2005 4.10(5)");
        if (a_.hinge == 0 || code == CheckCode::WeldInnerFlange) CheckList::asRule(c);
        c.add(weldToFace(f.part));
        c.add(f.part);
    }

    /// The webs' welds carry the shear, in proportion to their throat areas; of a haunched end what the flanges' slopes leave to
    /// them, or ask of them, where that is more.
    void shear() {
        double V = std::abs(a_.forces.V);
        if (m_.isHaunched()) V = std::max(V, std::abs(webShear(m_, a_.forces.V, out_.T_Ed, out_.C_Ed)));
        if (isRibbed()) V = std::max(V, std::abs(senseOfShear() * a_.forces.V - shearOfRibs()));
        if (m_.isWebBolted) {
            ConnectionActions a = a_;
            a.forces = {0, V, 0};
            return verifyWebPlate(w_, joint_, *joint_.side(m_.side), a, m_.isReversed, list_.all());
        }
        double area = 0;
        for (const WebInput& web : m_.webs) area += throatArea(web);
        for (const WebInput& web : m_.webs)
            if (throatArea(web) > 0) webWeld(web, V * throatArea(web) / area);
    }
    /// Shear at the face is upwards on the beam where it and a moment that pulls at the top are positive.
    double senseOfShear() const { return m_.isReversed ? -1 : 1; }
    /// Of both ribs: one pulls, one presses, and both push the beam the same way.
    double shearOfRibs() const {
        double V = 0;
        for (const bool isTension : {true, false})
            if (const RibbedFlange& r = ribbed(isTension); r.rib) V += shearOfRib(*r.rib, r.share() * (isTension ? T_ : C_));
        return V;
    }
    static double throatArea(const WebInput& web) {
        return std::max(0.0, web.d) * (web.weld.kind == WeldKind::Fillet ? 2 * web.weld.throat : web.t);
    }
    void webWeld(const WebInput& web, double V_Ed) {
        const bool isOfHaunch = web.part.kind == PartKind::HaunchWeb;
        w_.heading(2, isOfHaunch ? "Weld of the haunch web in shear" : "Web weld in shear", "shear");
        const CheckCode code = isOfHaunch ? CheckCode::WeldHaunchWeb : CheckCode::WeldWeb;
        if (web.weld.kind == WeldKind::Fillet) {
            const WebWeld<Num> weld = webWeldStress(w_, web, m_.plateSteel, s_, 0, 0, V_Ed);
            list_.add(code, valueOf(weld.demand), valueOf(weld.resistance), Quantity::Stress, "EN 1993-1-8:2005 4.5.3")
                .add(weldToFace(web.part));
            return;
        }
        const Num d = w_.given("d_b", "web between its roots", Quantity::Length, std::max(1.0, web.d));
        const Num t = w_.given("t_wb", isOfHaunch ? "haunch web" : "beam web", Quantity::Length, web.t);
        const Num f_y = w_.given("f_y", "weaker yield strength", Quantity::Stress, std::min(web.steel.f_y, m_.column.steel.f_y));
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const Num V = w_.result("V_w_Rd", "butt weld: the web in shear", Quantity::Force, "EN 1993-1-8:2005 4.7.1",
                                d * t * f_y / (constant<Num>(1.73205080756887729353, "√3") * gamma_M0));
        add(code, V_Ed, valueOf(V), "EN 1993-1-8:2005 4.7.1").add(weldToFace(web.part));
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
    std::optional<Num> F_flangeWeb_, F_flangePress_; ///< column web at a ribbed flange by itself
    RibbedFlange ribbed_[2];                         ///< in tension, in compression
    WeldedFlange<Num> breadth_[2] = {{Num(0), Num(0), Num(0)}, {Num(0), Num(0), Num(0)}}; ///< of tension, of compression
    Limit limit_ = Limit::None;
    double z_ = 0, N_ = 0, atTension_ = 0, atCompression_ = 0, T_Rd_ = 0, C_Rd_ = 0, F_Rd_ = 0, T_ = 0, C_ = 0;
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
