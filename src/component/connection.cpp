#include "component/connection.h"
#include "base/text.h"
#include "component/beam_end.h"
#include "component/classification.h"
#include "component/column_zone.h"
#include "component/haunch.h"
#include "component/haunch_section.h"
#include "component/row_assembly.h"
#include "component/stiffness.h"
#include "component/welds.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

template <class Num> class Verification {
public:
    Verification(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const TensionZone<Num>& zone,
                 const ConnectionActions& a, std::vector<Check>& checks, const OtherEnd<Num>* other)
        : w_(w), joint_(joint), s_(joint.settings), m_(m), zone_(zone), other_(other), a_(a), rowsInTension_(tensionRows(m)),
          list_(checks, m.side, m.isReversed, a.set), column_(w, m, joint.settings) {}

    ConnectionResult run() {
        out_ = resultOf(m_, a_);
        out_.z_a = armToAxis();
        axialForce();
        capacity();
        rows();
        moment();
        stiffness();
        demand();
        checkJoint();
        checkColumn();
        checkRows();
        checkBeam();
        checkWelds();
        checkShear();
        haunches();
        return std::move(out_);
    }

private:
    /// The forces are those of a hinge in the beam beyond this plate: the beam's own strength is no limit here.
    bool isBeamHinge() const { return a_.hinge > 0 && !m_.isHaunched(); }
    double armToAxis() const { return m_.centreOfCompression() - m_.axis; }
    /// Middle of the tension flange to the beam axis.
    double armOfTensionFlange() const { return m_.axis - m_.tensionFlange().along / 2; }
    PartRef part(PartKind kind) const { return {kind, m_.side}; }
    PartRef compressionFlange() const { return m_.compressionFlange().part; }
    /// The web that a row stands beside; outside the flange the beam's.
    PartRef webBeside(int i) const {
        const int row = rowsInTension_[static_cast<std::size_t>(i)];
        const int web = m_.webBeside(m_.rows[static_cast<std::size_t>(row)].y);
        return web < 0 ? part(PartKind::BeamWeb) : m_.webs[static_cast<std::size_t>(web)].part;
    }
    PartRef rowPart(int i) const { return {PartKind::BoltRow, m_.side, out_.rows[static_cast<std::size_t>(i)].place}; }

    /// 6.2.7.1(3): up to 5 % of the beam's plastic resistance the axial force is left out.
    void axialForce() {
        w_.heading(2, "Axial force", "axial force");
        const Num N_pl_Rd = plasticAxialForce(w_, m_, s_);
        out_.N_pl_Rd = valueOf(N_pl_Rd);
        const Num N_Ed = w_.given("N_Ed", "axial force, tension positive", Quantity::Force, a_.forces.N);
        const Num n = w_.let("n_N", "its share", Quantity::Ratio, "EN 1993-1-8:2005 6.2.7.1(3)", magnitude(N_Ed) / N_pl_Rd);
        out_.isAxialCounted = valueOf(n) > s_.axialLimit || m_.isHaunched();
        if (m_.isHaunched())
            w_.note("The axis of the beam is not that of the haunched end: its axial force is counted, however small.",
                    "EN 1993-1-8:2005 6.2.7.1(3)");
        else if constexpr (Workings<Num>::tracing)
            w_.note(std::string("The axial force is ") +
                        (out_.isAxialCounted ? "above the limit of " : "not above the limit of ") +
                        significant(100 * s_.axialLimit, 3) + " %: it is " + (out_.isAxialCounted ? "counted." : "left out."),
                    "EN 1993-1-8:2005 6.2.7.1(3)");
        H_ = out_.isAxialCounted ? a_.forces.N : 0;
    }

    void capacity() {
        out_.hasPanel = !other_;
        if (!other_) column_.resistances(a_.beta, a_.sigma_com);
        w_.heading(2, "Beam flange and web in compression", "beam compression");
        F_c_fb_Rd_ = endCompressionResistance(w_, m_, s_, a_.forces.V, out_.M_Ed);
        if (other_) {
            w_.heading(2, "The other beam's flange and web in compression", "other compression");
            F_c_fb_other_ = endCompressionResistance(w_, other_->model, s_, -a_.forces.V, out_.M_Ed);
            return;
        }
        columnWeb_.reserve(zone_.spans.size());
        for (const Span<Num>& span : zone_.spans) {
            if (!span.columnFlange) {
                columnWeb_.emplace_back();
                continue;
            }
            if constexpr (Workings<Num>::tracing) {
                const auto number = [&](int i) { return std::to_string(zone_.places[static_cast<std::size_t>(i)] + 1); };
                w_.heading(2, (span.first == span.last ? "Row " + number(span.first)
                                                       : "Rows " + number(span.first) + " to " + number(span.last)) +
                                  ", column web in tension");
            }
            columnWeb_.push_back(webTensionResistance(w_, m_.column, s_, column_.A_vc(), span.columnFlange->l_eff_1, a_.beta));
        }
    }

    void rows() {
        w_.heading(2, "Row resistances", "rows");
        TensionCaps<Num> caps{other_ ? F_c_fb_other_ : column_.compression(), isBeamHinge() ? Num(unlimited) : F_c_fb_Rd_};
        if (other_) caps.farKind = Limit::OtherFlangeCompression;
        if (a_.isUncapped) caps.farCompression = caps.flangeCompression = Num(unlimited);
        if (isBeamHinge())
            w_.note("The beam yields as it is meant to, and the column's panel is verified by itself: neither limits the rows.",
                    "EN 1998-1:2004 6.5.5(3), 6.6.3(6)");
        if (!other_ && a_.beta > 0 && a_.hinge == 0) {
            const Num beta = w_.given("beta", "transformation parameter", Quantity::Ratio, a_.beta, "EN 1993-1-8:2005 5.3(7)");
            caps.panelShear = w_.let("V_beta", "panel resistance over β", Quantity::Force, "EN 1993-1-8:2005 6.2.7.2(7)",
                                     column_.panel() / beta);
        }
        const RowForces<Num> forces = assembleRows(w_, zone_, columnWeb_, caps, H_, other_ ? &other_->zone : nullptr);
        const std::vector<int>& places = rowsInTension_;
        for (int i = 0; i < zone_.rows; ++i) {
            const std::size_t at = static_cast<std::size_t>(i);
            const Span<Num>& span = zone_.span(i, i);
            RowResult row;
            row.place = m_.rows[static_cast<std::size_t>(places[at])].place;
            row.h_r = valueOf(zone_.leverArm[at]);
            row.F_tr_Rd = valueOf(forces.F_tr_Rd[at]);
            row.limit = forces.limit[at];
            row.groupFirst = zone_.places[static_cast<std::size_t>(forces.groupFirst[at])];
            row.chain.reserve(5);
            const auto link = [&](Limit kind, PartRef where, const std::optional<Num>& alone) {
                Component c;
                c.kind = kind;
                c.part = where;
                if (alone) c.alone = valueOf(*alone);
                row.chain.push_back(c);
            };
            const auto tStub = [&](Limit kind, PartRef where, const std::optional<TStubResult<Num>>& r) {
                link(kind, where, r ? std::optional<Num>(r->F_T_Rd) : std::nullopt);
                if (!r) return;
                Component& c = row.chain.back();
                c.mode = r->mode;
                c.isCircular = r->isCircular;
                c.l_eff = valueOf(r->l_eff_1);
            };
            if (other_) {
                const Span<Num>& far = other_->zone.span(i, i);
                link(Limit::OtherWeb, {PartKind::BeamWeb, other_->model.side}, far.beamWeb);
                tStub(Limit::OtherPlate, {PartKind::EndPlate, other_->model.side}, far.endPlate);
            } else {
                link(Limit::ColumnWebTension, {PartKind::ColumnWeb}, columnWeb(i, i));
                tStub(Limit::ColumnFlange, part(PartKind::ColumnFlange), span.columnFlange);
            }
            link(Limit::Bolts, {PartKind::BoltRow, m_.side, row.place}, std::nullopt);
            tStub(Limit::EndPlate, part(PartKind::EndPlate), span.endPlate);
            link(Limit::BeamWeb, webBeside(i), span.beamWeb);
            out_.rows.push_back(std::move(row));
        }
        F_ = forces.F_tr_Rd;
        out_.T_Rd = valueOf(forces.sum);
        out_.limit = forces.ends;
        if (!other_) {
            out_.V_wp_Rd = valueOf(column_.panel());
            out_.F_c_wc_Rd = valueOf(column_.compression());
        }
        out_.F_c_fb_Rd = valueOf(F_c_fb_Rd_);
    }

    const std::optional<Num>& columnWeb(int i, int j) const {
        return columnWeb_[static_cast<std::size_t>(&zone_.span(i, j) - zone_.spans.data())];
    }

    void moment() {
        w_.heading(2, "Moment resistance", "moment");
        Num M(0);
        for (int i = 0; i < zone_.rows; ++i) {
            const std::size_t at = static_cast<std::size_t>(i);
            const int number = zone_.places[at] + 1;
            const Num h_r =
                w_.given(Indexed{"h_", number}, "lever arm of the row", Quantity::Length, valueOf(zone_.leverArm[at]));
            const Num F_tr_Rd = w_.given(Indexed{"F_t", number, "_Rd"}, "its resistance", Quantity::Force, valueOf(F_[at]));
            M = i == 0 ? h_r * F_tr_Rd : M + h_r * F_tr_Rd;
        }
        M_rows_ = valueOf(M);
        if (out_.isAxialCounted) {
            const Num H =
                w_.given("N_Ed", "axial force above the limit of 6.2.7.1(3)", Quantity::Force, H_, "EN 1993-1-8:2005 6.2.7.1(3)");
            const Num z_a = w_.given("z_a", "centre of compression to the beam axis", Quantity::Length, armToAxis());
            M = w_.let("M_j_N_Rd", "about the beam axis, with the actual axial force", Quantity::Moment,
                       "EN 1993-1-8:2005 6.2.7.1", M - H * z_a);
            // More compression than the lower flange can take: the tension flange's side works in compression too.
            const double sum = out_.T_Rd;
            if (sum <= 0 && H_ < 0) {
                const double C =
                    other_ ? std::min(valueOf(F_c_fb_other_), out_.F_c_fb_Rd) : std::min(out_.F_c_wc_Rd, out_.F_c_fb_Rd);
                const double topC = std::max(0.0, -H_ - C);
                if (!m_.isHaunched()) {
                    M = w_.let("M_j_C_Rd", "both flanges in compression", Quantity::Moment, "EN 1993-1-8:2005 6.2.7.1",
                               (Num(C) - Num(topC)) * z_a);
                } else {
                    const Num z_t = w_.given("z_t", "the other flange to the beam axis", Quantity::Length, armOfTensionFlange());
                    M = w_.let("M_j_C_Rd", "both flanges in compression", Quantity::Moment, "EN 1993-1-8:2005 6.2.7.1",
                               Num(C) * z_a - Num(topC) * z_t);
                }
            }
        }
        M_about_axis_ = valueOf(M);
        M = w_.result("M_j_Rd", "moment resistance of the joint", Quantity::Moment, "EN 1993-1-8:2005 (6.25)", larger(Num(0), M));
        out_.M_j_Rd = valueOf(M);
    }

    void stiffness() {
        w_.heading(2, "Rotational stiffness", "stiffness");
        out_.stiffness = other_ ? spliceStiffness(w_, m_, zone_, other_->zone, other_->model.t_p, out_.rows)
                                : rotationalStiffness(w_, m_, zone_, column_.A_vc(), column_.b_eff_c_wc(), a_.beta, out_.rows);
        Stiffness& k = out_.stiffness;
        k.mu = stiffnessRatio(std::min(out_.M_Ed, out_.M_j_Rd), out_.M_j_Rd);
        k.S_j = k.S_j_ini / k.mu;
        compressionChain();
        if constexpr (Workings<Num>::tracing) secant();
        out_.curve = momentRotationCurve(k.S_j_ini, out_.M_j_Rd);
        w_.heading(2, "Class", "class");
        out_.classification = classify(w_, joint_, m_, out_);
    }

    void compressionChain() {
        Component web;
        web.kind = other_ ? Limit::OtherFlangeCompression : Limit::ColumnWebCompression;
        web.part = other_ ? other_->model.compressionFlange().part : PartRef{PartKind::ColumnWeb};
        web.alone = other_ ? valueOf(F_c_fb_other_) : out_.F_c_wc_Rd;
        web.k = out_.stiffness.k_2;
        web.isRigid = !other_ && out_.stiffness.k_2_isInfinite;
        Component flange;
        flange.kind = Limit::BeamFlangeCompression;
        flange.part = compressionFlange();
        flange.alone = out_.F_c_fb_Rd;
        out_.compression = {web, flange};
    }

    /// S_j at M_Ed, 6.3.1(6).
    void secant() {
        const Stiffness& k = out_.stiffness;
        const Num S_j_ini = w_.given("S_j_ini", "initial rotational stiffness", Quantity::Stiffness, k.S_j_ini);
        if (k.mu == 1) {
            (void)w_.result("S_j", "stiffness at M_Ed, which is not above 2/3 of M_j_Rd", Quantity::Stiffness,
                            "EN 1993-1-8:2005 (6.28a)", S_j_ini * Num(1));
            return;
        }
        const Num M_Ed = w_.given("M_Ed", "moment, not above M_j_Rd", Quantity::Moment, std::min(out_.M_Ed, out_.M_j_Rd));
        const Num M_j_Rd = w_.given("M_j_Rd", "moment resistance", Quantity::Moment, out_.M_j_Rd);
        const Num mu = w_.let("mu", "stiffness ratio, ψ = 2.7 for a bolted end plate", Quantity::Ratio,
                              "EN 1993-1-8:2005 (6.28b)", power(1.5 * M_Ed / M_j_Rd, 2.7));
        (void)w_.result("S_j", "stiffness at M_Ed", Quantity::Stiffness, "EN 1993-1-8:2005 (6.27)", S_j_ini / mu);
    }

    /// Forces of the rows, in compression and in the panel at M_Ed: the plastic distribution at M_j_Rd in proportion, so that
    /// nothing that holds M_j_Rd back is used more than the joint is (2.5(1): in equilibrium, and no resistance exceeded).
    void demand() {
        std::vector<double> h, k, F;
        for (const RowResult& row : out_.rows) {
            h.push_back(row.h_r);
            k.push_back(row.k_eff);
            F.push_back(row.F_tr_Rd);
        }
        w_.heading(2, "Forces at M_Ed", "demand");
        const Num M_Ed = w_.given("M_Ed", "moment in the sense of this connection", Quantity::Moment, out_.M_Ed);
        const Num H = w_.given("H_Ed", "axial force, as counted", Quantity::Force, H_);
        const Num z_a = w_.given("z_a", "centre of compression to the beam axis", Quantity::Length, armToAxis());
        const Num M_c = w_.let("M_c_Ed", "moment about the centre of compression", Quantity::Moment, "EN 1993-1-8:2005 6.2.7.1",
                               M_Ed + H * z_a);
        M_c_ = valueOf(M_c);
        const std::vector<double> elastic = rowForcesAt(M_c_, h, k, F);
        Num sum(0);
        for (std::size_t i = 0; i < F.size(); ++i) sum = i == 0 ? zone_.leverArm[i] * F_[i] : sum + zone_.leverArm[i] * F_[i];
        Num T(0);
        if (!F.empty() && valueOf(sum) > 0 && M_c_ > 0) {
            const Num M_c_Rd =
                w_.let("M_c_Rd", "what all rows resist about it", Quantity::Moment, "EN 1993-1-8:2005 (6.25)", sum);
            const Num kappa = w_.let("kappa", "share of it in use", Quantity::Ratio, "EN 1993-1-8:2005 2.5(1)", M_c / M_c_Rd);
            use_ = valueOf(kappa);
            for (std::size_t i = 0; i < F.size(); ++i) {
                const Indexed symbol{"F_t", zone_.places[i] + 1, "_Ed"};
                const Num F_r_Ed = w_.let(symbol, "force of the row", Quantity::Force, "EN 1993-1-8:2005 2.5(1)", kappa * F_[i]);
                T = i == 0 ? F_r_Ed : T + F_r_Ed;
                RowResult& row = out_.rows[i];
                row.F_r_Ed = valueOf(F_r_Ed);
                row.F_r_el = elastic[i];
                row.isUsed = row.F_tr_Rd > 0 && use_ < 1 && elastic[i] >= row.F_tr_Rd * (1 - 1e-9);
            }
        } else {
            T = Num(std::max(0.0, M_c_ / std::max(1.0, m_.centreOfCompression())));
        }
        double C = valueOf(T) - H_;
        if (H_ > 0 && C < 0) {
            T = Num(pulledApart());
            C = C_;
        }
        if (M_c_ <= 0) {
            w_.note("There is no tension at all: both flanges share the compression.", "EN 1993-1-8:2005 6.2.7.1");
            C = m_.isHaunched() ? (out_.M_Ed - H_ * armOfTensionFlange()) / (armToAxis() + armOfTensionFlange())
                                : -H_ / 2 + out_.M_Ed / (2 * std::max(1.0, armToAxis()));
            T = Num(0);
        }
        C_ = C;
        T = w_.let("T_Ed", "tension of all rows", Quantity::Force, "EN 1993-1-8:2005 6.2.7.2", T);
        out_.T_Ed = valueOf(T);
        out_.C_Ed = std::max(0.0, C_);
        if constexpr (Workings<Num>::tracing) uses(T, H);
        needed_ = rowsNeeded(M_c_, h, F);
    }

    /// What the forces ask of the parts they all pass through.
    void uses(const Num& T, const Num& H) {
        const Num C = M_c_ > 0 && !(H_ > 0 && C_ <= 0)
                          ? w_.let("C_Ed", "compression at the flange", Quantity::Force, "EN 1993-1-8:2005 6.2.7.1", T - H)
                          : w_.given("C_Ed", "compression at the flange", Quantity::Force, out_.C_Ed);
        const auto use = [&](const char* symbol, const char* what, const Num& demand, const char* named, double resistance,
                             const char* clause) {
            if (!(resistance > 0)) return;
            const Num R = w_.given(named, "its resistance", Quantity::Force, resistance);
            (void)w_.result(symbol, what, Quantity::Ratio, clause, demand / R);
        };
        if (!other_ && a_.beta > 0) {
            const Num beta = w_.given("beta", "transformation parameter", Quantity::Ratio, a_.beta, "EN 1993-1-8:2005 5.3(7)");
            const Num V =
                w_.let("V_wp_Ed", "shear of the web panel", Quantity::Force, "EN 1993-1-8:2005 5.3(3)", beta * (T + C) / 2);
            use("u_wp", "column web panel in shear, use", V, "V_wp_Rd", out_.V_wp_Rd, "EN 1993-1-8:2005 6.2.6.1");
        }
        if (!other_) use("u_wc", "column web in compression, use", C, "F_c_wc_Rd", out_.F_c_wc_Rd, "EN 1993-1-8:2005 6.2.6.2");
        use("u_fb", "flange in compression, use", C, "F_c_fb_Rd", out_.F_c_fb_Rd, "EN 1993-1-8:2005 6.2.6.7");
        if (isAboutCentre()) {
            const Num M_Ed = w_.given("M_c_Ed", "moment about the centre of compression", Quantity::Moment, std::max(0.0, M_c_));
            const Num M_Rd = w_.given("M_c_Rd", "what all rows resist about it", Quantity::Moment, resistanceAboutCentre());
            if (valueOf(M_Rd) > 0)
                (void)w_.result("u_j", H_ > 0 ? "joint in bending and tension, use" : "joint in bending and compression, use",
                                Quantity::Ratio, "EN 1993-1-8:2005 6.2.7.1, (6.23)", M_Ed / M_Rd);
        } else if (out_.M_j_Rd > 0) {
            const Num M_Ed = w_.given("M_Ed", "moment", Quantity::Moment, std::max(0.0, out_.M_Ed));
            const Num M_j_Rd = w_.given("M_j_Rd", "moment resistance", Quantity::Moment, out_.M_j_Rd);
            (void)w_.result("u_j", "joint in bending, use", Quantity::Ratio, "EN 1993-1-8:2005 (6.23)", M_Ed / M_j_Rd);
        }
    }

    /// Net tension without contact: forces linear in the lever arm with the given sum and moment.
    double pulledApart() {
        double S0 = 0, S1 = 0, S2 = 0;
        for (const RowResult& r : out_.rows) {
            S0 += r.k_eff;
            S1 += r.k_eff * r.h_r;
            S2 += r.k_eff * r.h_r * r.h_r;
        }
        const double det = S0 * S2 - S1 * S1;
        C_ = 0;
        if (det <= 1e-9 * S0 * S2) return H_;
        const double a = (H_ * S2 - M_c_ * S1) / det;
        const double b = (M_c_ * S0 - H_ * S1) / det;
        double T = 0;
        for (RowResult& r : out_.rows) {
            r.F_r_Ed = std::max(0.0, r.k_eff * (a + b * r.h_r));
            T += r.F_r_Ed;
        }
        return T;
    }

    Check& add(CheckCode code, double demand, double resistance, Quantity quantity, const char* clause) {
        return list_.add(code, demand, resistance, quantity, clause);
    }

    bool isAboutCentre() const { return H_ > 0 || (H_ < 0 && m_.isHaunched()); }
    /// Of the joint, about the centre of compression where that is what its use is measured about: what its rows resist. Where a
    /// haunched end is compressed all over there is nothing for them to do, and the flanges have checks of their own.
    double resistanceAboutCentre() const {
        if (!isAboutCentre()) return std::max(0.0, M_about_axis_);
        return H_ > 0 ? std::max(0.0, M_about_axis_ + H_ * armToAxis()) : M_rows_;
    }

    void checkJoint() {
        // With net tension the moments are compared about the centre of compression: that is the share of the rows in use, also
        // where the tension alone is more than they carry and nothing is left for a moment.
        // On a haunched end always: its rows stand about that centre, far from the axis on which the axial force acts.
        const double lift = isAboutCentre() ? H_ * armToAxis() : 0;
        Check& c = add(CheckCode::JointMoment, std::max(0.0, out_.M_Ed + lift), resistanceAboutCentre(), Quantity::Moment,
                       lift != 0 ? "EN 1993-1-8:2005 6.2.7.1, (6.23)" : "EN 1993-1-8:2005 (6.23)");
        out_.utilisation = c.utilisation;
        c.add(part(PartKind::EndPlate));
        if (H_ > 0 && out_.T_Rd <= H_) {
            add(CheckCode::AxialForce, H_, out_.T_Rd, Quantity::Force, "EN 1993-1-8:2005 6.2.7.1").add(part(PartKind::EndPlate));
        }
    }

    void checkColumn() {
        const double V = a_.beta * (out_.T_Ed + C_) / 2; // as in uses()
        if (!other_) return column_.checks(list_, V, out_.C_Ed, a_.beta);
        add(compressionCode(other_->model.compressionFlange()), out_.C_Ed, valueOf(F_c_fb_other_), Quantity::Force,
            "EN 1993-1-8:2005 6.2.6.7")
            .add(other_->model.compressionFlange().part);
        list_.last().side = other_->model.side;
    }

    void checkRows() {
        const auto component = [&](CheckCode code, int i, int j, double demand, double resistance, const char* clause,
                                   PartRef where) {
            Check& c = add(code, demand, resistance, Quantity::Force, clause);
            c.firstRow = std::min(zone_.places[static_cast<std::size_t>(i)], zone_.places[static_cast<std::size_t>(j)]);
            c.lastRow = std::max(zone_.places[static_cast<std::size_t>(i)], zone_.places[static_cast<std::size_t>(j)]);
            c.add(where);
            c.add(rowPart(j));
        };
        for (int i = 0; i < zone_.rows; ++i) {
            double sum = 0;
            for (int j = i; j < zone_.rows; ++j) {
                sum += out_.rows[static_cast<std::size_t>(j)].F_r_Ed;
                const Span<Num>& span = zone_.span(i, j);
                if (other_) farComponents(i, j, sum, component);
                if (!other_ && columnWeb(i, j))
                    component(CheckCode::ColumnWebTension, i, j, sum, valueOf(*columnWeb(i, j)), "EN 1993-1-8:2005 6.2.6.3",
                              part(PartKind::ColumnWeb));
                if (span.columnFlange)
                    component(CheckCode::ColumnFlangeBending, i, j, sum, valueOf(span.columnFlange->F_T_Rd),
                              "EN 1993-1-8:2005 6.2.6.4", part(PartKind::ColumnFlange));
                if (span.endPlate)
                    component(CheckCode::EndPlateBending, i, j, sum, valueOf(span.endPlate->F_T_Rd), "EN 1993-1-8:2005 6.2.6.5",
                              part(PartKind::EndPlate));
                if (span.beamWeb)
                    component(CheckCode::BeamWebTension, i, j, sum, valueOf(*span.beamWeb), "EN 1993-1-8:2005 6.2.6.8",
                              webBeside(i));
            }
            component(CheckCode::BoltTension, i, i, out_.rows[static_cast<std::size_t>(i)].F_r_Ed / 2, valueOf(zone_.bolt.F_t_Rd),
                      "EN 1993-1-8:2005 table 3.4", rowPart(i));
            component(CheckCode::BoltPunching, i, i, out_.rows[static_cast<std::size_t>(i)].F_r_Ed / 2,
                      valueOf(zone_.bolt.B_p_Rd), "EN 1993-1-8:2005 table 3.4", part(PartKind::EndPlate));
        }
        tensionStiffeners();
        rib();
    }

    /// The other plate and its beam's web, as checks of their own side.
    template <class Add> void farComponents(int i, int j, double sum, Add component) {
        const Span<Num>& far = other_->zone.span(i, j);
        if (far.endPlate) {
            component(CheckCode::EndPlateBending, i, j, sum, valueOf(far.endPlate->F_T_Rd), "EN 1993-1-8:2005 6.2.6.5",
                      {PartKind::EndPlate, other_->model.side});
            list_.last().side = other_->model.side;
        }
        if (far.beamWeb) {
            component(CheckCode::BeamWebTension, i, j, sum, valueOf(*far.beamWeb), "EN 1993-1-8:2005 6.2.6.8",
                      {PartKind::BeamWeb, other_->model.side});
            list_.last().side = other_->model.side;
        }
    }

    /// Rows next to a column stiffener lean on it, of whichever beam it is: by the T-stub's own statics, the nearer support takes
    /// m/(m + m_2).
    void tensionStiffeners() {
        const std::vector<int>& places = rowsInTension_;
        const FlangeStiffener atCompression = m_.compressionStiffener();
        for (const StiffenerLine& line : m_.stiffeners) {
            if (&line == atCompression.line) continue;
            std::vector<int> leaning;
            int below = 0;
            while (below < zone_.rows && m_.rows[static_cast<std::size_t>(places[static_cast<std::size_t>(below)])].y < line.y)
                ++below;
            if (below > 0 && nearestStiffener(m_, places, below - 1) == &line) leaning.push_back(below - 1);
            if (below < zone_.rows && nearestStiffener(m_, places, below) == &line) leaning.push_back(below);
            if (leaning.empty()) continue;
            w_.heading(2, "Column stiffeners in tension", "tension stiffener");
            Num F_Ed(0);
            for (const int i : leaning) {
                const RowModel& r = m_.rows[static_cast<std::size_t>(places[static_cast<std::size_t>(i)])];
                const int row = places[static_cast<std::size_t>(i)] + 1;
                const Num F_t = w_.given(Indexed{"F_t", row, "_Ed"}, "force of the row", Quantity::Force,
                                         out_.rows[static_cast<std::size_t>(i)].F_r_Ed);
                const Num m = w_.given(Indexed{"m_c", row, ""}, "row to the column web", Quantity::Length,
                                       valueOf(zone_.m_c[static_cast<std::size_t>(i)]));
                const Num m_2 = w_.given(Indexed{"m_s", row, ""}, "row to the stiffener", Quantity::Length,
                                         std::max(0.1, std::abs(r.y - line.y) - line.thickness / 2 -
                                                           0.8 * 1.41421356237309504880 * legOf(line.onFlange)));
                const Num share = F_t * m / (m + m_2);
                F_Ed = i == leaning.front() ? share : F_Ed + share;
            }
            F_Ed = w_.let("F_s_Ed", "the rows' forces by the distance to their supports", Quantity::Force,
                          "equilibrium of the T-stub", F_Ed);
            const double force = valueOf(F_Ed);
            const Num F_t_s_Rd = stiffenerTension(w_, m_.column, s_, line);
            const StiffenerWelds<Num> welds = stiffenerWelds(w_, m_.column, s_, line);
            add(CheckCode::TensionStiffener, force, valueOf(F_t_s_Rd), Quantity::Force, "EN 1993-1-1:2005 6.2.3").add(line.part);
            add(CheckCode::TensionStiffenerWeld, force, welds.least(), Quantity::Force, "EN 1993-1-8:2005 4.5.3.2")
                .add(line.part);
        }
    }

    void rib() {
        const std::vector<int>& places = rowsInTension_;
        if (!m_.rib || zone_.rows == 0) return;
        const RowModel& r = m_.rows[static_cast<std::size_t>(places[0])];
        if (r.y >= 0) return;
        const double legs = 0.8 * 1.41421356237309504880 * legOf(m_.tensionFlange().weld);
        w_.heading(2, "Rib on the end plate", "rib");
        const int row = places[0] + 1;
        const Num F_t = w_.given(Indexed{"F_t", row, "_Ed"}, "force of the row", Quantity::Force, out_.rows[0].F_r_Ed);
        const Num m_r = w_.given(Indexed{"m_r", row, ""}, "row to the rib", Quantity::Length, valueOf(zone_.m_p[0]));
        const Num m_f = w_.given(Indexed{"m_f", row, ""}, "row to the flange", Quantity::Length, std::max(0.1, -r.y - legs));
        const Num F_r_Ed = w_.let("F_s_Ed", "the row's force by the distance to its supports", Quantity::Force,
                                  "equilibrium of the T-stub", F_t * m_f / (m_r + m_f));
        const double force = valueOf(F_r_Ed);
        const Num t_r = w_.given("t_r", "rib", Quantity::Length, m_.rib->thickness);
        const Num l_r = w_.given("l_r", "its length along the flange", Quantity::Length, m_.rib->length);
        const Num f_y = w_.given("f_y_r", "yield strength", Quantity::Stress, m_.rib->steel.f_y);
        const Num gamma_M0 = w_.given("gamma_M0", "partial factor", Quantity::None, s_.gamma_M0);
        const Num V_r_Rd = w_.result("V_r_Rd", "rib in shear along the flange", Quantity::Force, "EN 1993-1-1:2005 6.2.6",
                                     l_r * t_r * f_y / (constant<Num>(1.73205080756887729353, "√3") * gamma_M0));
        const Num toPlate = acrossEdge(w_, m_.rib->onFace, Num(std::max(0.0, m_.projectionTension)), m_.rib->thickness,
                                       m_.rib->steel, m_.plateSteel, s_);
        const Num toFlange = longitudinalFillets(w_, m_.rib->throat, 2 * l_r, jointStrength(m_.rib->steel, m_.beam.steel), s_);
        add(CheckCode::RibShear, force, valueOf(V_r_Rd), Quantity::Force, "EN 1993-1-1:2005 6.2.6").add(m_.rib->part);
        add(CheckCode::RibWeld, force, std::min(valueOf(toPlate), valueOf(toFlange)), Quantity::Force, "EN 1993-1-8:2005 4.5.3.2")
            .add(m_.rib->part);
    }

    /// Compression alone on a haunched end: the flange on the other side takes its share.
    void otherFlange() {
        if (!m_.isHaunched() || M_c_ > 0) return;
        const double C = -H_ - C_;
        if (!(C > 0)) return;
        w_.heading(2, "The other flange in compression", "other flange");
        const FlangeInput& f = m_.tensionFlange();
        add(compressionCode(f), C, flangeYield(f, s_), Quantity::Force, "EN 1993-1-8:2005 6.2.6.7").add(f.part);
        if (other_ || m_.tensionStiffener()) return;
        const FlangeForceInput from{f.along, legOf(f.weld), m_.t_p, m_.projectionTension, m_.columnEnd};
        const WebCompression<Num> web = webCompressionResistance(w_, m_.column, from, s_, column_.A_vc(), a_.beta, a_.sigma_com);
        add(CheckCode::ColumnWebCompression, C, valueOf(web.F_c_wc_Rd), Quantity::Force, "EN 1993-1-8:2005 6.2.6.2")
            .add({PartKind::ColumnWeb, m_.side});
    }

    void checkBeam() {
        otherFlange();
        if (isBeamHinge()) return;
        add(compressionCode(m_.compressionFlange()), out_.C_Ed, out_.F_c_fb_Rd, Quantity::Force, "EN 1993-1-8:2005 6.2.6.7")
            .add(compressionFlange());
    }

    /// 6.2.3(4): welds outlast the other components, so their demand is what the rows can give, not what the set asks. With a
    /// hinge in the beam they carry what it brings, no more than its flanges can with their over-strength; butt welds are deemed
    /// to (EN 1998-1:2004 6.5.5(4)).
    void checkWelds() {
        // What the rows next to each flange bring it, and the rows beside each web; the last flange is the compressed one.
        std::vector<double> atFlange(m_.flanges.size(), 0), atWeb(m_.webs.size(), 0), webLength(m_.webs.size(), 0);
        const std::vector<int>& places = rowsInTension_;
        int before = -2;
        for (int i = 0; i < zone_.rows; ++i) {
            const std::size_t at = static_cast<std::size_t>(i);
            const int web = m_.webBeside(m_.rows[static_cast<std::size_t>(places[at])].y);
            const double F = a_.hinge > 0 ? out_.rows[at].F_r_Ed : std::max(out_.rows[at].F_tr_Rd, out_.rows[at].F_r_Ed);
            const bool isLast = i + 1 == zone_.rows || m_.webBeside(m_.rows[static_cast<std::size_t>(places[at + 1])].y) != web;
            if (web < 0 || web != before) atFlange[static_cast<std::size_t>(std::max(0, web))] += F;
            before = web;
            if (web < 0) continue;
            const std::size_t w = static_cast<std::size_t>(web);
            if (isLast && w + 2 < m_.flanges.size()) atFlange[w + 1] += F;
            atWeb[w] += F;
            webLength[w] += valueOf(zone_.l_plate[at]);
        }
        w_.heading(2, "Welds", "welds");
        for (std::size_t k = 0; k < m_.flanges.size(); ++k) {
            const FlangeInput& f = m_.flanges[k];
            const bool isCompressed = k + 1 == m_.flanges.size();
            const CheckCode code = isCompressed ? CheckCode::WeldCompressionFlange
                                   : k == 0     ? CheckCode::WeldTensionFlange
                                                : CheckCode::WeldInnerFlange;
            if (a_.hinge > 0 && f.weld.kind == WeldKind::Butt) continue;
            const double demand = !isCompressed ? atFlange[k] : a_.hinge > 0 ? out_.C_Ed : std::max(out_.T_Rd - H_, out_.C_Ed);
            const Num resistance = flangeWeldResistance(w_, f, m_.plateSteel, s_);
            Check& c = add(code, std::min(demand, flangeYield(f, s_) * std::max(1.0, a_.hinge)), valueOf(resistance),
                           Quantity::Force, a_.hinge > 0 ? "EN 1993-1-8:2005 4.5.3" : "EN 1993-1-8:2005 6.2.3(4), 4.5.3");
            if (a_.hinge == 0) CheckList::asRule(c);
            c.add(weldToFace(f.part));
            if (!isCompressed) c.add(f.part);
            if (isCompressed && m_.bearsInCompression) {
                c.state = CheckState::NotApplicable;
                c.utilisation = 0;
            }
        }
        // The webs share the shear as their welds' throat areas.
        double area = 0;
        const auto areaOf = [](const WebInput& web) { return legOf(web.weld) > 0 ? web.weld.throat * web.d : web.t * web.d; };
        for (const WebInput& web : m_.webs) area += areaOf(web);
        for (std::size_t k = 0; k < m_.webs.size(); ++k) {
            const WebInput& own = m_.webs[k];
            if (own.weld.kind != WeldKind::Fillet || !(own.d > 0)) continue;
            const double share = m_.webs.size() == 1 ? 1 : areaOf(own) / area;
            const WebWeld<Num> web =
                webWeldStress(w_, own, m_.plateSteel, s_, atWeb[k], webLength[k], std::abs(a_.forces.V) * share);
            Check& along = add(own.part.kind == PartKind::HaunchWeb ? CheckCode::WeldHaunchWeb : CheckCode::WeldWeb,
                               valueOf(web.demand), valueOf(web.resistance), Quantity::Stress, "EN 1993-1-8:2005 4.5.3");
            if (a_.hinge == 0) CheckList::asRule(along);
            along.add(weldToFace(own.part));
        }
    }

    void haunches() {
        if (a_.set < 0) return;
        const auto hasHaunch = [&](const SideModel& m) { return joint_.side(m.side)->isHaunched(); };
        if (hasHaunch(m_)) verifyHaunches(w_, joint_, m_, out_, a_.forces, list_.all());
        if (!other_ || !hasHaunch(other_->model)) return;
        w_.heading(2, "The other beam's end", "other haunch");
        verifyHaunches(w_, joint_, other_->model, out_, {a_.forces.N, -a_.forces.V, a_.forces.M}, list_.all());
    }

    BearingPlace bearing(std::size_t i, bool isPlate) const {
        return bearingPlace(joint_, *joint_.side(m_.side), static_cast<std::size_t>(m_.rows[i].place), isPlate, a_.forces.V >= 0);
    }

    void checkShear() {
        if (m_.rows.empty()) return;
        w_.heading(2, "Bolts in shear and bearing", "shear");
        const Num F_v_Rd = boltShear(w_, m_.bolts, s_);
        const std::vector<int>& places = rowsInTension_;
        Num sum(0);
        for (std::size_t i = 0; i < m_.rows.size(); ++i) {
            if constexpr (Workings<Num>::tracing)
                w_.heading(3, "Row " + std::to_string(m_.rows[i].place + 1) + ", shear and bearing");
            const Num F_b_p = boltBearing(w_, m_.bolts, s_, bearing(i, true));
            const Num F_b_c = boltBearing(w_, m_.bolts, s_, bearing(i, false));
            Num shear = F_v_Rd;
            for (std::size_t k = 0; k < places.size(); ++k) {
                if (places[k] != static_cast<int>(i)) continue;
                shear = shearLeft(F_v_Rd, k);
            }
            const Num row = w_.let("F_vr_Rd", "both bolts of the row", Quantity::Force, "EN 1993-1-8:2005 table 3.4",
                                   2 * smaller(shear, smaller(F_b_p, F_b_c)));
            sum = i == 0 ? row : sum + row;
        }
        sum = w_.result("F_v_Rd_sum", "all rows", Quantity::Force, "EN 1993-1-8:2005 3.6, 3.7", sum * Num(1));
        double V = a_.forces.V;
        const FlangeInput& compressed = m_.compressionFlange();
        if (compressed.part.kind == PartKind::HaunchFlange &&
            joint_.side(m_.side)->haunch(compressed.part.index == 0)->spec.takesShear) {
            const Num V_j = w_.given("V_j_Ed", "shear along the plate", Quantity::Force, V);
            const Num C = w_.given("C_Ed", "compression at the haunch's flange", Quantity::Force, out_.C_Ed);
            const Num tan = w_.given("tan_c", "its slope", Quantity::Ratio, compressed.tan);
            V = valueOf(
                w_.let("V_b_Ed", "shear left to the bolts, as chosen", Quantity::Force, "equilibrium of the end", V_j - C * tan));
        }
        Check& c =
            add(CheckCode::BoltShearGroup, std::abs(V), valueOf(sum), Quantity::Force, "EN 1993-1-8:2005 table 3.4, 6.2.2(2)");
        c.add({PartKind::BoltRow, m_.side, m_.rows.back().place});
    }

    /// Shear left to a bolt of a tension row.
    Num shearLeft(const Num& F_v_Rd, std::size_t k) {
        const RowResult& row = out_.rows[k];
        if (s_.shearRule == ShearRule::Simple) {
            if (!needed_[k]) return F_v_Rd;
            return w_.let("F_v_red", "bolt of a row that is needed in tension", Quantity::Force, "EN 1993-1-8:2005 6.2.2(2)",
                          0.4 / 1.4 * F_v_Rd);
        }
        double T_stub = 1e300;
        for (const Limit kind : {Limit::ColumnFlange, Limit::EndPlate, Limit::OtherPlate})
            if (const Component* c = row.find(kind); c && c->alone) T_stub = std::min(T_stub, *c->alone);
        // Prying grows the bolt force with the T-stub's: at the T-stub's resistance the bolt is taken as fully used.
        const double ratio = T_stub > 0 ? std::min(1.0, std::max(row.F_r_Ed, row.F_r_el) / T_stub) : 1.0;
        const Num use = w_.given("F_t_ratio", "bolt tension with prying, share of F_t_Rd", Quantity::Ratio, ratio);
        return w_.let("F_v_red", "shear left by the interaction", Quantity::Force, "EN 1993-1-8:2005 table 3.4",
                      (1 - use / 1.4) * F_v_Rd);
    }

    Workings<Num>& w_;
    const ResolvedJoint& joint_;
    const Settings& s_;
    const SideModel& m_;
    const TensionZone<Num>& zone_;
    const OtherEnd<Num>* other_;
    const ConnectionActions& a_;
    const std::vector<int> rowsInTension_; ///< of the zone, in the model's list
    CheckList list_;
    ColumnZone<Num> column_;
    Num F_c_fb_Rd_{0};
    Num F_c_fb_other_{0};
    std::vector<std::optional<Num>> columnWeb_;
    ConnectionResult out_;
    std::vector<Num> F_;
    std::vector<bool> needed_;
    double H_ = 0, C_ = 0, M_c_ = 0;
    double M_rows_ = 0;       ///< what the rows resist about the centre of compression
    double M_about_axis_ = 0; ///< M_j_Rd before it is cut at nothing: below zero where tension alone is too much
    double use_ = 0;
};

} // namespace

ConnectionResult resultOf(const SideModel& m, const ConnectionActions& actions) {
    ConnectionResult r;
    r.side = m.side;
    r.isReversed = m.isReversed;
    r.set = actions.set;
    r.forces = actions.forces;
    r.beta = actions.beta;
    r.sigma_com = actions.sigma_com;
    r.M_Ed = m.isReversed ? -actions.forces.M : actions.forces.M;
    return r;
}

template <class Num> Num plasticAxialForce(Workings<Num>& w, const SideModel& m, const Settings& s) {
    const Num A_b = w.given("A_b", "area of the beam", Quantity::Area, m.beam.section.A);
    const Num f_y_b = w.given("f_y_b", "beam's yield strength", Quantity::Stress, m.beam.steel.f_y);
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    return w.let("N_pl_Rd", "plastic resistance of the beam to axial force", Quantity::Force, "EN 1993-1-1:2005 (6.6)",
                 A_b * f_y_b / gamma_M0);
}
template double plasticAxialForce(Workings<double>&, const SideModel&, const Settings&);
template Traced plasticAxialForce(Workings<Traced>&, const SideModel&, const Settings&);

template <class Num>
ConnectionResult verifyConnection(Workings<Num>& w, const ResolvedJoint& joint, const SideModel& m, const TensionZone<Num>& zone,
                                  const ConnectionActions& a, std::vector<Check>& checks, const OtherEnd<Num>* other) {
    return Verification<Num>(w, joint, m, zone, a, checks, other).run();
}

template ConnectionResult verifyConnection(Workings<double>&, const ResolvedJoint&, const SideModel&, const TensionZone<double>&,
                                           const ConnectionActions&, std::vector<Check>&, const OtherEnd<double>*);
template ConnectionResult verifyConnection(Workings<Traced>&, const ResolvedJoint&, const SideModel&, const TensionZone<Traced>&,
                                           const ConnectionActions&, std::vector<Check>&, const OtherEnd<Traced>*);

} // namespace zg
