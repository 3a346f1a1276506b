#include "component/american/end.h"
#include "joint/geometry.h"
#include <algorithm>
#include <cmath>
#include <mutex>
#include <set>

namespace zg {

const char* allowableSymbol(const char* symbol) {
    static std::mutex lock;
    static std::set<std::string> kept; // as many as there are symbols in this program
    const std::lock_guard<std::mutex> guard(lock);
    return kept.insert(std::string(symbol + 4) + "_Omega").first->c_str();
}

double webWithPlates(const SideModel& m) {
    return m.column.section.t_w + (m.column.doubler ? m.column.doubler->sides * m.column.doubler->thickness : 0);
}

namespace {

/// Least of the column's own resistances to a flange's force, and of which kind.
template <class Num> struct OwnStrength {
    Num flange{0}, yielding{0}, buckling{0}, crippling{0};
    Num yieldingPress{0}; ///< web yielding at the compression flange, which may be farther from the column's end
    [[nodiscard]] Num leastInTension() const { return smaller(flange, yielding); }
    bool countsBuckling = true; ///< of a flange on one side: by 358 only
    [[nodiscard]] Num leastInCompression() const {
        return countsBuckling ? smaller(yieldingPress, smaller(buckling, crippling)) : smaller(yieldingPress, crippling);
    }
};

template <class Num> class UsColumn {
public:
    UsColumn(Workings<Num>& w, const UsEnd& e, CheckList& list, std::vector<UsLink>& links)
        : w_(w), e_(e), m_(*e.model), c_(e.joint->column.section), list_(list), links_(links) {}

    double run() {
        own();
        own_.countsBuckling = (isCapacity() && !e_.isWelded) || e_.isPressedTwice;
        const auto clause = [&](const char* bolted, const char* welded) { return e_.isWelded ? welded : bolted; };
        if (e_.atTension)
            continuity(e_.atTension, own_.leastInTension(), true);
        else
            bareFlange();
        webYielding(clause("AISC 358-16 6.8.2 step 4; 360-16 J10.2", "AISC 360-16 (J10-2), (J10-3)"));
        if (e_.atCompression) {
            continuity(e_.atCompression, own_.leastInCompression(), false);
            return Y_c_;
        }
        if (own_.countsBuckling)
            bare(CheckCode::UsWebBuckling, own_.buckling, e_.F_press,
                 clause("AISC 358-16 6.8.2 step 5; 360-16 J10.5", "AISC 360-16 (J10-8)"), false, PartKind::ColumnWeb,
                 1 / phiBuckling());
        bare(CheckCode::UsWebCrippling, own_.crippling, e_.F_press,
             clause("AISC 358-16 6.8.2 step 6; 360-16 J10.3", "AISC 360-16 J10.3"), false, PartKind::ColumnWeb, 1 / 0.75);
        return Y_c_;
    }

private:
    /// At the flanges without continuity plates; of both the one that uses it more.
    void webYielding(const char* clause) {
        const double pulled = e_.atTension ? -1 : useOf(e_.F_fu, valueOf(own_.yielding)),
                     pressed = e_.atCompression ? -1 : useOf(e_.F_press, valueOf(own_.yieldingPress));
        if (e_.atTension && e_.atCompression) return;
        const bool isPulled = pulled >= pressed;
        bare(CheckCode::UsWebYielding, isPulled ? own_.yielding : own_.yieldingPress, isPulled ? e_.F_fu : e_.F_press, clause,
             true, PartKind::ColumnWeb, ry());
    }
    /// The column's flange without continuity plates: yield lines behind an end plate, local bending behind a welded flange.
    void bareFlange() {
        if (!e_.isWelded)
            return bare(CheckCode::UsColumnFlange, own_.flange, e_.F_fu, "AISC 358-16 6.8.2 step 1", true, PartKind::ColumnFlange,
                        1.11 * ry());
        bare(CheckCode::UsFlangeBending, own_.flange, e_.F_fu, "AISC 360-16 (J10-1)", true, PartKind::ColumnFlange, ry() / 0.9);
        if (!isCapacity()) return;
        addUsRule(list_, CheckCode::UsContinuityNeeded, c_.t_f, e_.side->beam.section.b / 6, true, Quantity::Length,
                  "AISC 341-16 E3.6f.1(b)")
            .add({PartKind::ColumnFlange, e_.side->id});
    }
    bool isCapacity() const { return e_.format == UsFormat::Capacity; }
    double phiBuckling() const { return e_.isWelded || !isCapacity() ? 0.9 : e_.spec->webBucklingPhi; }
    const char* symbol(const char* ofStrength) const { return available<Num>(e_.format, ofStrength); }
    Num factor(const UsFactor& f) { return factorOf(w_, e_.format, f); }
    double ry() const { return e_.R_y; }
    void bare(CheckCode code, const Num& resistance, double force, const char* clause, bool isDuctileLink, PartKind part,
              double more) {
        Check& c = list_.add(code, force, valueOf(resistance), Quantity::Force, clause);
        c.add({part, e_.side->id});
        links_.push_back({code, c.parts[0], isDuctileLink, c.utilisation, 0, more, clause});
    }

    void own() {
        w_.heading(2, "Column without continuity plates", "us column");
        const Num F_yc = w_.given("F_yc", "column's yield strength", Quantity::Stress, e_.joint->column.steel.f_y);
        const Num t_cf = w_.given("t_cf", "column flange", Quantity::Length, c_.t_f);
        const Num t_cw = w_.given("t_cw", "column web, with the supplementary plates", Quantity::Length, webWithPlates(m_));
        const Num d = w_.given("d", "beam depth", Quantity::Length, e_.side->beam.section.h);
        const Num t_bf = w_.given("t_bf", "beam flange", Quantity::Length, e_.side->beam.section.t_f);
        const Num t_p = w_.given("t_p", "end plate", Quantity::Length, m_.t_p);
        const Num k_c = w_.given("k_c", "column flange and root", Quantity::Length, c_.t_f + rootDistance(c_));
        const Num E = w_.given("E", "AISC 360-16", Quantity::Stress, usModulus);
        if (!e_.isWelded)
            own_.flange = flange(nullptr, F_yc, t_cf, d - t_bf);
        else
            own_.flange = w_.result(
                symbol("phi_R_n_fb"), "column flange in local bending", Quantity::Force, "AISC 360-16 (J10-1)",
                (e_.toEndTension < 10 * c_.t_f ? 0.5 : 1.0) * factor(factors::flangeBending) * 6.25 * F_yc * square(t_cf));

        own_.yielding = webYielding(e_.toEndTension, k_c, t_bf, t_p, F_yc, t_cw);
        const bool isSame = (e_.toEndTension < c_.h) == (e_.toEndCompression < c_.h);
        own_.yieldingPress = isSame ? own_.yielding : webYielding(e_.toEndCompression, k_c, t_bf, t_p, F_yc, t_cw);

        const bool isAtEnd = e_.toEndCompression < c_.h / 2;
        const Num h = w_.given("h", "column web between its roots", Quantity::Length, clearWebDepth(c_));
        const Num phi_b = e_.isWelded || !isCapacity()
                              ? factor(factors::buckling)
                              : w_.given("phi_b", "resistance factor: 0.75 by 358, 0.90 by 360, as chosen", Quantity::None,
                                         phiBuckling(), "AISC 358-16 6.8.2 step 5");
        if (!e_.isWelded && isCapacity())
            w_.note("Web buckling is asked by 358 for a flange on one side too; 360-16 J10.5 asks it where both sides press.",
                    "AISC 358-16 6.8.2 step 5");
        own_.buckling = w_.result(symbol("phi_R_n_wb"), isAtEnd ? "web buckling, near the column's end" : "web buckling",
                                  Quantity::Force, "AISC 358-16 6.8.2 step 5; 360-16 (J10-8)",
                                  phi_b * (isAtEnd ? 12.0 : 24.0) * power(t_cw, 3) * root(E * F_yc) / h);

        const Num N = w_.given("N", "length over which the flange presses", Quantity::Length, bearing());
        const Num d_c = w_.given("d_c", "column depth", Quantity::Length, c_.h);
        const Num ratio = power(t_cw / t_cf, 1.5), stress = root(E * F_yc * t_cf / t_cw);
        const Num phi = factor(factors::crippling);
        Num R(0);
        if (!isAtEnd)
            R = phi * 0.80 * square(t_cw) * (1 + 3 * N / d_c * ratio) * stress;
        else if (bearing() / c_.h <= 0.2)
            R = phi * 0.40 * square(t_cw) * (1 + 3 * N / d_c * ratio) * stress;
        else
            R = phi * 0.40 * square(t_cw) * (1 + (4 * N / d_c - 0.2) * ratio) * stress;
        own_.crippling = w_.result(symbol("phi_R_n_wc"), isAtEnd ? "web crippling, near the column's end" : "web crippling",
                                   Quantity::Force, "AISC 358-16 6.8.2 step 6; 360-16 J10.3", R);
    }
    Num webYielding(double toEnd, const Num& k_c, const Num& t_bf, const Num& t_p, const Num& F_yc, const Num& t_cw) {
        const Num C_t = w_.given("C_t", "nearer to the column's end than its depth: 0.5", Quantity::None, toEnd < c_.h ? 0.5 : 1,
                                 "AISC 358-16 6.8.2 step 4");
        const Num phi_y = factor(factors::webYielding);
        if (e_.isWelded)
            return w_.result(symbol("phi_R_n_wy"), "web local yielding", Quantity::Force, "AISC 360-16 (J10-2), (J10-3)",
                             phi_y * (5 * C_t * k_c + t_bf) * F_yc * t_cw);
        return w_.result(symbol("phi_R_n_wy"), "web local yielding", Quantity::Force, "AISC 358-16 6.8.2 step 4; 360-16 J10.2",
                         phi_y * C_t * (6 * k_c + t_bf + 2 * t_p) * F_yc * t_cw);
    }
    double bearing() const { return e_.side->beam.section.t_f + 2 * legOf(m_.compressionFlange().weld); }

    Num flange(const ContinuityPlace* place, const Num& F_yc, const Num& t_cf, const Num& arm) {
        const Num Y_c = columnFlangeParameter(w_, e_.pattern, c_.b, place);
        Y_c_ = valueOf(Y_c);
        const Num phi = factor(factors::yieldLines);
        if (!isCapacity())
            return w_.result(symbol("phi_R_n_fb"), "column flange in bending, as force of the beam's flange", Quantity::Force,
                             "AISC 358-16 6.8.2 steps 1, 3; 360-16 F1", phi * F_yc * Y_c * square(t_cf) / arm);
        return w_.result("phi_R_n_fb",
                         "column flange in bending, as force of the beam's flange, less 11 % so that the bolts see no prying",
                         Quantity::Force, "AISC 358-16 6.8.2 steps 1, 3", phi * F_yc * Y_c * square(t_cf) / (1.11 * arm));
    }

    /// Plates opposite a flange take what the column by itself cannot.
    void continuity(const FlangeStiffener& at, const Num& own, bool isTension) {
        const StiffenerLine& line = *at.line;
        w_.heading(2, isTension ? "Continuity plates, tension flange" : "Continuity plates, compression flange",
                   isTension ? "us continuity tension" : "us continuity compression");
        const double force = isTension ? e_.F_fu : e_.F_press;
        const Num F_fu = w_.given("F_fu", "force of the flange", Quantity::Force, force);
        const Num R = w_.given(symbol("phi_R_n_own"), "the column by itself, least", Quantity::Force, valueOf(own));
        const Num F_su =
            w_.result("F_su", "left to the plates", Quantity::Force, "AISC 358-16 6.8.2 step 7", larger(Num(0), F_fu - R));
        if (isTension && !e_.isWelded) {
            ContinuityPlace place;
            const RowModel *outer = nullptr, *inner = nullptr;
            for (const RowModel& r : m_.rows) {
                if (r.y < line.y) outer = &r;
                if (r.y > line.y && !inner) inner = &r;
            }
            if (inner) place.p_si = inner->y - line.y - line.thickness / 2;
            if (outer) place.p_so = line.y - line.thickness / 2 - outer->y;
            if (place.p_si > 0 && (place.p_so > 0 || (!outer && e_.pattern.outer == 0))) {
                const Num with =
                    flange(&place, w_.given("F_yc", "column's yield strength", Quantity::Stress, e_.joint->column.steel.f_y),
                           w_.given("t_cf", "column flange", Quantity::Length, c_.t_f),
                           w_.given("d_m", "between the centres of the beam's flanges", Quantity::Length,
                                    e_.side->beam.section.h - e_.side->beam.section.t_f));
                bare(CheckCode::UsColumnFlange, with, e_.F_fu, "AISC 358-16 6.8.2 step 3", true, PartKind::ColumnFlange,
                     1.11 * ry());
            } else if (!isCapacity()) {
                bare(CheckCode::UsColumnFlange, own_.flange, e_.F_fu, "AISC 358-16 6.8.2 step 1", true, PartKind::ColumnFlange,
                     1.11 * ry());
            }
        }
        // Two plates, each with its corner clipped at the column's root.
        const double contact = std::max(0.0, line.width - rootDistance(c_));
        const Num b_c = w_.given("b_c", "width of a plate on the flange, less its clip", Quantity::Length, contact);
        const Num t_s = w_.given("t_s", "plate", Quantity::Length, line.thickness);
        const Num F_ys = w_.given("F_ys", "its yield strength", Quantity::Stress, line.steel.f_y);
        const Num phi = factor(factors::yielding);
        Num strength = w_.let(symbol("phi_R_n_s"), "both plates where they meet the flange", Quantity::Force,
                              "AISC 360-16 J10.8, J4.1, J7", phi * 2 * b_c * t_s * F_ys);
        if (!isTension) strength = smaller(strength, strut(line));
        if (at.share < 1)
            strength = w_.let(symbol("phi_R_n_sh"), "of it, as far as the plates stand in the path of the force", Quantity::Force,
                              "AISC 360-16 J10.8", w_.given("k_s", "share", Quantity::Ratio, at.share) * strength);
        Check& c =
            list_.add(CheckCode::UsContinuityStrength, valueOf(F_su), valueOf(strength), Quantity::Force, "AISC 360-16 J10.8");
        c.add(line.part);
        // As a link: the column by itself and the plates beside it.
        const double all = valueOf(R) + valueOf(strength);
        links_.push_back({CheckCode::UsContinuityStrength, line.part, isTension, useOf(force, all), 0, ry(), c.clause});
        w_.note("Column and plates share the force: what the column cannot take by itself goes into the plates, so that the "
                "column is "
                "used in full wherever the plates are needed.",
                "AISC 358-16 6.8.2 step 7");
        isCapacity() ? seismicProportions(line) : proportions(line);
        continuityWelds(line, F_su, b_c, t_s, F_ys, phi);
    }

    /// Of 341.
    void seismicProportions(const StiffenerLine& line) {
        const double beamFlange = e_.side->beam.section.t_f;
        addUsRule(list_, CheckCode::UsContinuityThickness, line.thickness, (e_.isPressedTwice ? 0.75 : 0.5) * beamFlange, true,
                  Quantity::Length, "AISC 341-16 E3.6f.2(b)")
            .add(line.part);
        addUsRule(list_, CheckCode::UsContinuityWidth, 2 * line.width + c_.t_w, e_.side->beam.section.b, true, Quantity::Length,
                  "AISC 341-16 E3.6f.2(a)")
            .add(line.part);
        addUsRule(list_, CheckCode::UsContinuitySlender, line.width / line.thickness,
                  0.56 * std::sqrt(usModulus / line.steel.f_y), false, Quantity::Ratio, "AISC 341-16 E3.6f.2(b)")
            .add(line.part);
    }
    /// Of 360: a third of the flange's width with half the web, half its thickness, a sixteenth of its own width.
    void proportions(const StiffenerLine& line) {
        const char* clause = "AISC 360-16 J10.8";
        addUsRule(list_, CheckCode::UsContinuityWidth, line.width + c_.t_w / 2, e_.side->beam.section.b / 3, true,
                  Quantity::Length, clause)
            .add(line.part);
        addUsRule(list_, CheckCode::UsContinuityThickness, line.thickness,
                  std::max(e_.side->beam.section.t_f / 2, line.width / 16), true, Quantity::Length, clause)
            .add(line.part);
    }

    /// Welds: at the flange, in capacity design, as strong as the plate, else for its force; at the web for what goes through it.
    void continuityWelds(const StiffenerLine& line, const Num& F_su, const Num& b_c, const Num& t_s, const Num& F_ys,
                         const Num& phi) {
        const bool isSeismic = isCapacity();
        const Num throat = w_.given("a", "throat of the plate's fillets", Quantity::Length, line.throat);
        const bool isButt = line.onFlange.kind == WeldKind::Butt;
        const Num F_EXX = w_.given("F_EXX", "electrode, 70 ksi", Quantity::Stress, electrode, "AISC 360-16 table J2.5");
        const Num plate = w_.let("F_pl", "one plate on the flange at yield", Quantity::Force,
                                 isSeismic ? "AISC 341-16 E3.6f.3(a)" : "AISC 360-16 J4.1", b_c * t_s * F_ys);
        const Num half = w_.let("F_sw", "through one plate, no more than it yields at", Quantity::Force,
                                isSeismic ? "AISC 341-16 E3.6f.3(b)" : "AISC 360-16 J10.8",
                                isSeismic ? smaller(F_su / 2, phi * plate) : F_su / 2);
        const Num phi_w = factor(factors::welds);
        if (isButt) {
            w_.note("Butt welds through the plate onto the column's flanges are as strong as the plate.",
                    "AISC 360-16 table J2.5");
        } else {
            const Num toFlange = w_.result(symbol("phi_R_n_wf"), "its fillets, across their length", Quantity::Force,
                                           "AISC 360-16 (J2-4), (J2-5)", phi_w * 0.6 * 1.5 * F_EXX * 2 * throat * b_c);
            list_
                .add(CheckCode::UsContinuityWeldFlange, valueOf(isSeismic ? plate : half), valueOf(toFlange), Quantity::Force,
                     isSeismic ? "AISC 341-16 E3.6f.3(a); 360-16 J2.4" : "AISC 360-16 J10.8, J2.4")
                .add(line.part);
        }
        if (isSeismic && wantsButtEnds(line.thickness, e_.isWelded))
            addUsRule(list_, CheckCode::UsContinuityEndWeld, isButt ? 0 : 2, 1, false, Quantity::None, "AISC 341-16 E3.6f.3(a)")
                .add(line.part);
        const Num length =
            w_.given("L_w", "web less both clips", Quantity::Length, std::max(0.0, c_.h - 2 * c_.t_f - 2 * rootDistance(c_)));
        const Num toWeb = w_.result(symbol("phi_R_n_ww"), "its fillets along the web", Quantity::Force, "AISC 360-16 (J2-4)",
                                    phi_w * 0.6 * F_EXX * 2 * throat * length);
        list_
            .add(CheckCode::UsContinuityWeldWeb, valueOf(half), valueOf(toWeb), Quantity::Force,
                 isSeismic ? "AISC 341-16 E3.6f.3(b); 360-16 J2.4" : "AISC 360-16 J10.8, J2.4")
            .add(line.part);
    }

    /// Plates with a strip of web as a strut, 360-16 J10.8: effective length 0.75 h, 25 t_w of web, 12 t_w at the column's end.
    Num strut(const StiffenerLine& line) {
        const double t = c_.t_w, strip = (e_.toEndCompression < c_.h / 2 ? 12 : 25) * t;
        const double full = 2 * line.width + t;
        const Num A = w_.given("A_s", "plates with a strip of web", Quantity::Area, 2 * line.width * line.thickness + strip * t);
        const Num I = w_.given("I_s", "about the web", Quantity::Inertia,
                               line.thickness * full * full * full / 12 + (strip - line.thickness) * t * t * t / 12);
        const Num h = w_.given("h", "column web between its roots", Quantity::Length, clearWebDepth(c_));
        const Num lambda = w_.let("KL_r", "slenderness", Quantity::Ratio, "AISC 360-16 J10.8", 0.75 * h / root(I / A));
        const Num F_y =
            w_.given("F_y", "weaker yield strength", Quantity::Stress, std::min(line.steel.f_y, e_.joint->column.steel.f_y));
        Num F_cr = F_y;
        if (valueOf(lambda) > 25) {
            const Num E = w_.given("E", "AISC 360-16", Quantity::Stress, usModulus);
            const Num F_e = w_.let("F_e", "elastic buckling", Quantity::Stress, "AISC 360-16 (E3-4)",
                                   square(constant<Num>(3.14159265358979323846, "π")) * E / square(lambda));
            // 0.658 to the power F_y/F_e, from inputs that are numbers.
            F_cr = w_.let("F_cr", "buckling stress", Quantity::Stress, "AISC 360-16 (E3-2), (E3-3)",
                          valueOf(F_y / F_e) <= 2.25 ? Num(std::pow(0.658, valueOf(F_y) / valueOf(F_e))) * F_y : 0.877 * F_e);
        }
        return w_.let(symbol("phi_P_n"), "as a strut", Quantity::Force, "AISC 360-16 J10.8, J4.4",
                      factor(factors::yielding) * F_cr * A);
    }

    Workings<Num>& w_;
    const UsEnd& e_;
    const SideModel& m_;
    const Section& c_;
    CheckList& list_;
    std::vector<UsLink>& links_;
    OwnStrength<Num> own_;
    double Y_c_ = 0;
};

} // namespace

template <class Num> double verifyUsColumn(Workings<Num>& w, const UsEnd& end, CheckList& list, std::vector<UsLink>& links) {
    return UsColumn<Num>(w, end, list, links).run();
}

template <class Num> Num usPanelStrength(Workings<Num>& w, const UsEnd& end, bool isInFrame) {
    const Section& c = end.joint->column.section;
    const Num F_y = w.given("F_yc", "column's yield strength", Quantity::Stress, end.joint->column.steel.f_y);
    const Num d_c = w.given("d_c", "column depth", Quantity::Length, c.h);
    const Num t_w = w.given("t_cw", "column web, with the supplementary plates", Quantity::Length, webWithPlates(*end.model));
    const Num P_r = w.given("P_r", "compression of the column; tension is not credited", Quantity::Force, end.P_r);
    const Num P_c = w.let("P_c", "its yield load", Quantity::Force, "AISC 360-16 J10.6",
                          F_y * w.given("A_g", "column area", Quantity::Area, c.A));
    // P_r/P_c stands in the equations with alpha P_r/P_y: 1.6 in ASD.
    const double alpha = end.format == UsFormat::Asd ? 1.6 : 1;
    const double share = alpha * valueOf(P_r) / valueOf(P_c);
    const Num n =
        end.format == UsFormat::Asd ? w.given("alpha", "ASD", Quantity::None, alpha, "AISC 360-16 J10.6") * P_r / P_c : P_r / P_c;
    const Num phi = factorOf(w, end.format, factors::panel);
    Num R(0);
    if (!isInFrame) {
        R = phi * 0.6 * F_y * d_c * t_w;
        if (share > 0.4) R = R * (1.4 - n);
        R = w.result(available<Num>(end.format, "phi_R_n_v"), "panel, its deformation not in the frame's stability",
                     Quantity::Force, "AISC 360-16 (J10-9), (J10-10)", R);
    } else {
        const Num b_cf = w.given("b_cf", "column flange width", Quantity::Length, c.b);
        const Num t_cf = w.given("t_cf", "column flange", Quantity::Length, c.t_f);
        const Num d_b = w.given("d_b", "beam depth", Quantity::Length, end.side->beam.section.h);
        R = phi * 0.6 * F_y * d_c * t_w * (1 + 3 * b_cf * square(t_cf) / (d_b * d_c * t_w));
        if (share > 0.75) R = R * (1.9 - 1.2 * n);
        R = w.result(available<Num>(end.format, "phi_R_n_v"), "panel, its deformation in the frame's stability", Quantity::Force,
                     "AISC 360-16 (J10-11), (J10-12)", R);
    }
    return larger(Num(0), R);
}

template <class Num>
void verifyUsPanel(Workings<Num>& w, const std::vector<UsEnd>& ends, double columnShear, CheckList& list,
                   std::vector<UsLink>& links) {
    const UsEnd& e = ends.front();
    const Section& c = e.joint->column.section;
    const SideModel& m = *e.model;
    w.heading(2, "Column web panel", "us panel");
    Num sum(0);
    for (std::size_t i = 0; i < ends.size(); ++i) {
        const Section& b = ends[i].side->beam.section;
        const Num M = w.given(i == 0 ? "M_f_1" : "M_f_2", "moment at the face", Quantity::Moment, ends[i].M_f);
        const Num arm = w.given(i == 0 ? "d_m_1" : "d_m_2", "between the centres of its flanges", Quantity::Length, b.h - b.t_f);
        sum = i == 0 ? M / arm : sum + M / arm;
    }
    const Num V_c = w.given("V_c", "mean shear of the columns, against the panel's", Quantity::Force, std::max(0.0, columnShear));
    const Num V_u = w.result("V_pz", "shear of the panel", Quantity::Force, "AISC 341-16 E3.6e.1", larger(Num(0), sum - V_c));
    const Num R = usPanelStrength(w, e, e.spec->isPanelInFrame);
    Check& k = list.add(CheckCode::UsPanel, valueOf(V_u), valueOf(R), Quantity::Force, "AISC 341-16 E3.6e.1; 360-16 J10.6");
    k.add({PartKind::ColumnWeb, e.side->id});
    links.push_back({k.code, k.parts[0], true, k.utilisation, 0, e.R_y, k.clause});
    const double d_z = e.side->beam.section.h - 2 * e.side->beam.section.t_f, w_z = c.h - 2 * c.t_f;
    addUsRule(list, CheckCode::UsPanelThickness, c.t_w, (d_z + w_z) / 90, true, Quantity::Length, "AISC 341-16 (E3-7)")
        .add({PartKind::ColumnWeb, e.side->id});
    if (m.column.doubler)
        addUsRule(list, CheckCode::UsPanelThickness, m.column.doubler->thickness, (d_z + w_z) / 90, true, Quantity::Length,
                  "AISC 341-16 (E3-7)")
            .add({PartKind::Doubler, e.side->id});
}

template <class Num>
void verifyUsColumnsOverBeams(Workings<Num>& w, const std::vector<UsEnd>& ends, double above, double below, CheckList& list) {
    const UsEnd& e = ends.front();
    const Section& c = e.joint->column.section;
    w.heading(2, "Columns over beams", "us columns");
    const Num Z = w.given("Z_c", "plastic modulus of the column", Quantity::Modulus, c.W_pl_y);
    const Num F_yc = w.given("F_yc", "column's yield strength", Quantity::Stress, e.joint->column.steel.f_y);
    const Num A = w.given("A_g", "column area", Quantity::Area, c.A);
    const auto column = [&](const char* symbol, const char* what, double N) {
        const Num P = w.given(symbol, what, Quantity::Force, std::max(0.0, -N));
        return larger(Num(0), Z * (F_yc - P / A));
    };
    const Num columns = w.result("M_pc_sum", "columns above and below", Quantity::Moment, "AISC 341-16 (E3-2)",
                                 column("P_r_a", "compression above; tension is not credited", above) +
                                     column("P_r_b", "compression below", below));
    Num beams(0);
    for (std::size_t i = 0; i < ends.size(); ++i) {
        const Num M_pr = w.given(i == 0 ? "M_pr_1" : "M_pr_2", "moment in the hinge", Quantity::Moment, ends[i].M_pr);
        const Num V_u = w.given(i == 0 ? "V_u_1" : "V_u_2", "shear at the hinge", Quantity::Force, ends[i].V_u);
        const Num S_h = w.given(i == 0 ? "S_h_1" : "S_h_2", "hinge from the column's face", Quantity::Length, ends[i].S_h);
        const Num d_c = w.given("d_c", "column depth", Quantity::Length, c.h);
        const Num M = M_pr + V_u * (S_h + d_c / 2);
        beams = i == 0 ? M : beams + M;
    }
    beams = w.result("M_pb_sum", "beams, carried to the column's axis", Quantity::Moment, "AISC 341-16 (E3-3)", beams * Num(1));
    list.add(CheckCode::UsColumnsOverBeams, valueOf(beams), valueOf(columns), Quantity::Moment, "AISC 341-16 (E3-1)")
        .add({PartKind::ColumnFlange, e.side->id});
}

#define ZG_FOR(Num)                                                                                                              \
    template double verifyUsColumn(Workings<Num>&, const UsEnd&, CheckList&, std::vector<UsLink>&);                              \
    template Num usPanelStrength(Workings<Num>&, const UsEnd&, bool);                                                            \
    template void verifyUsPanel(Workings<Num>&, const std::vector<UsEnd>&, double, CheckList&, std::vector<UsLink>&);            \
    template void verifyUsColumnsOverBeams(Workings<Num>&, const std::vector<UsEnd>&, double, double, CheckList&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
