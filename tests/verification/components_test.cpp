#include "component/beam_end.h"
#include "component/bolts.h"
#include "component/column_web.h"
#include "component/effective_length.h"
#include "component/t_stub.h"
#include "component/welds.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// Single components against hand calculation and closed forms.
using namespace zg;

namespace {

TStubInput<double> stub(double l_cp, double l_nc, double t, double f_y, double m, double n, double bolts) {
    TStubInput<double> in{{l_cp, l_nc}, t, f_y, m, n, bolts};
    in.e_w = 9;
    return in;
}

/// lambda_1 on the curve of one alpha, written out again from figure 6.11's closed form.
double onCurve(double alpha, double lambda_2) {
    const double a = 1.25 / (alpha - 2.75);
    const double b = alpha * a / 2;
    return lambda_2 >= b ? a : a + (1 - a) * std::pow((b - lambda_2) / b, 0.185 * std::pow(alpha, 1.785));
}

} // namespace

TEST_CASE("T-stub fails in mode 1, 2 or 3 as worked by hand", "[verification][6.2.4]") {
    Workings<double> w;
    SECTION("mode 1: thin flange") {
        // M_pl = 0.25·200·10²·235 = 1.175e6; F = 4·1.175e6/40 = 117 500
        const auto r = tStubResistance(w, stub(200, 220, 10, 235, 40, 50, 400e3), ModeOneRule::Method1, 1.0);
        CHECK(r.mode == TStubMode::FlangeYields);
        CHECK(r.isCircular);
        CHECK_REFERENCE(r.F_T_Rd, (Reference{117500, 0.5, "N", "EN 1993-1-8:2005 table 6.2, by hand"}));
    }
    SECTION("mode 1, method 2 with the washer") {
        // (8·50 − 2·9)·1.175e6/(2·40·50 − 9·90) = 382·1.175e6/3190 = 140 705.3
        const auto r = tStubResistance(w, stub(200, 220, 10, 235, 40, 50, 400e3), ModeOneRule::Method2, 1.0);
        CHECK_REFERENCE(r.F_T_Rd, (Reference{140705.3, 0.1, "N", "EN 1993-1-8:2005 table 6.2, by hand"}));
    }
    SECTION("mode 2: bolts with the flange") {
        // M_pl,2 = 0.25·220·20²·275 = 6.05e6; F = (2·6.05e6 + 45·300e3)/(40 + 45) = 25.6e6/85 = 301 176.47, above mode 3 at
        // 300e3? with ΣF_t = 400e3: (12.1e6 + 18e6)/85 = 354 117.65
        const auto r = tStubResistance(w, stub(200, 220, 20, 275, 40, 45, 400e3), ModeOneRule::Method1, 1.0);
        CHECK(r.mode == TStubMode::BoltsWithFlange);
        CHECK_REFERENCE(r.F_T_Rd, (Reference{354117.65, 0.05, "N", "EN 1993-1-8:2005 table 6.2, by hand"}));
    }
    SECTION("mode 3: thick flange") {
        const auto r = tStubResistance(w, stub(200, 220, 40, 355, 40, 45, 400e3), ModeOneRule::Method1, 1.0);
        CHECK(r.mode == TStubMode::BoltsAlone);
        CHECK_REFERENCE(r.F_T_Rd, (Reference{400000, 0.5, "N", "EN 1993-1-8:2005 table 6.2, by hand"}));
    }
    SECTION("without prying") {
        auto in = stub(200, 220, 10, 235, 40, 50, 400e3);
        in.isPryingPossible = false;
        // 2·1.175e6/40
        const auto r = tStubResistance(w, in, ModeOneRule::Method1, 1.0);
        CHECK(r.mode == TStubMode::NoPrying);
        CHECK_REFERENCE(r.F_T_Rd, (Reference{58750, 0.5, "N", "EN 1993-1-8:2005 table 6.2, by hand"}));
    }
    SECTION("backing plate adds to mode 1 alone") {
        auto in = stub(200, 220, 10, 235, 40, 50, 400e3);
        in.m_bp = 0.25 * 12 * 12 * 235; // 8460 N; M_bp = 200·8460 = 1.692e6
        // (4·1.175e6 + 2·1.692e6)/40 = 202 100
        const auto r = tStubResistance(w, in, ModeOneRule::Method1, 1.0);
        CHECK_REFERENCE(r.F_T_Rd, (Reference{202100, 0.5, "N", "EN 1993-1-8:2005 table 6.2, by hand"}));
    }
}

TEST_CASE("alpha follows the curves of figure 6.11 over its range", "[verification][figure 6.11]") {
    for (double alpha = 4.5; alpha <= 7.95; alpha += 0.25) {
        for (double lambda_2 = 0.05; lambda_2 <= 1.4; lambda_2 += 0.05) {
            const double lambda_1 = onCurve(alpha, lambda_2);
            if (lambda_1 > 0.9999) continue; // the curves end there
            INFO("alpha " << alpha << ", lambda_2 " << lambda_2 << ", lambda_1 " << lambda_1);
            CHECK(std::abs(stiffenedAlpha(lambda_1, lambda_2) - alpha) < 1e-6);
        }
    }
}

TEST_CASE("far from the stiffener alpha gives back the unstiffened pattern", "[verification][figure 6.11]") {
    // alpha m = 4m + 1.25e where lambda_2 is large: alpha = 2.75 + 1.25/lambda_1 within the bounds of the figure.
    for (double lambda_1 = 0.25; lambda_1 <= 0.73; lambda_1 += 0.02) {
        const double expected = 2.75 + 1.25 / lambda_1;
        CHECK_REFERENCE(stiffenedAlpha(lambda_1, 2.0), (Reference{std::min(8.0, std::max(4.45, expected)), 1e-9, "",
                                                                  "EN 1993-1-8:2005 tables 6.4, 6.5, identity"}));
    }
    CHECK(stiffenedAlpha(0.9, 1.4) == 4.45);
    CHECK(stiffenedAlpha(0.05, 0.1) == 8.0);
}

TEST_CASE("alpha falls as the bolt moves away from web or stiffener", "[component][figure 6.11]") {
    for (double l2 = 0.1; l2 < 1.3; l2 += 0.1)
        for (double l1 = 0.1; l1 < 0.85; l1 += 0.05) {
            CHECK(stiffenedAlpha(l1 + 0.05, l2) <= stiffenedAlpha(l1, l2) + 1e-9);
            CHECK(stiffenedAlpha(l1, l2 + 0.1) <= stiffenedAlpha(l1, l2) + 1e-9);
        }
}

TEST_CASE("bolts by hand", "[verification][table 3.4]") {
    Workings<double> w;
    const BoltInput bolts{*findBoltSize("M20"), *findBoltClass("8.8"), true};
    const GripInput grip{20, 360, 15, 360, true};
    const Settings s;
    CHECK_REFERENCE(boltTension(w, bolts, grip, s).F_t_Rd,
                    (Reference{141120, 0.5, "N", "EN 1993-1-8:2005 table 3.4, 0.9·800·245/1.25"}));
    CHECK_REFERENCE(boltTension(w, bolts, grip, s).B_p_Rd,
                    (Reference{256301, 1, "N", "EN 1993-1-8:2005 table 3.4, 0.6π·31.475·15·360/1.25"}));
    CHECK_REFERENCE(boltShear(w, bolts, s), (Reference{94080, 0.5, "N", "EN 1993-1-8:2005 table 3.4, 0.6·800·245/1.25"}));
    BearingPlace place;
    place.e_1 = 40;
    place.e_2 = 35;
    place.p_2 = 90;
    place.t = 15;
    place.f_u = 360;
    // alpha_b = 40/66 = 0.60606; k_1 = min(2.8·35/22 − 1.7 = 2.7545; 1.4·90/22 − 1.7 = 4.03; 2.5); 2.5·0.60606·360·20·15/1.25 =
    // 130 909.1
    CHECK_REFERENCE(boltBearing(w, bolts, s, place), (Reference{130909.1, 0.1, "N", "EN 1993-1-8:2005 table 3.4, by hand"}));
    place.e_1 = 0;
    place.p_1 = 55;
    // alpha_b = 55/66 − 0.25 = 0.58333
    CHECK_REFERENCE(boltBearing(w, bolts, s, place), (Reference{126000, 0.1, "N", "EN 1993-1-8:2005 table 3.4, by hand"}));
}

TEST_CASE("fillet welds by hand in both methods", "[verification][4.5.3]") {
    Workings<double> w;
    Settings s;
    const WeldStrength s355{490, 0.9};
    // 5·100·490/(√2·0.9·1.25) = 153 992
    CHECK_REFERENCE(transverseFillets(w, 5, 100.0, s355, s), (Reference{153991.6, 1, "N", "EN 1993-1-8:2005 4.5.3.2, by hand"}));
    // 5·100·490/(√3·0.9·1.25) = 125 733.6
    CHECK_REFERENCE(longitudinalFillets(w, 5, 100.0, s355, s),
                    (Reference{125733.6, 1, "N", "EN 1993-1-8:2005 4.5.3.2, by hand"}));
    s.weldRule = WeldRule::Simplified;
    CHECK_REFERENCE(transverseFillets(w, 5, 100.0, s355, s), (Reference{125733.6, 1, "N", "EN 1993-1-8:2005 4.5.3.3, by hand"}));
    s.weldRule = WeldRule::Directional;
    // Full strength: 2·a·490/(√2·0.9·1.25) = 355·t, a = 0.5763 t
    CHECK_REFERENCE(fullStrengthThroat(10, 355, s355, s),
                    (Reference{5.763, 0.001, "mm", "EN 1993-1-8:2005 4.5.3.2, equilibrium with the plate"}));
}

TEST_CASE("shear reduction omega at the corners of table 6.3", "[verification][table 6.3]") {
    Workings<double> w;
    // b t/A = 1: omega_1 = 1/√2.3 = 0.659380, omega_2 = 1/√6.2 = 0.401610
    const double A = 2000;
    CHECK_REFERENCE(shearReduction(w, 200.0, 10.0, A, 0.5), (Reference{1, 1e-12, "", "EN 1993-1-8:2005 table 6.3"}));
    CHECK_REFERENCE(shearReduction(w, 200.0, 10.0, A, 1.0),
                    (Reference{0.659380, 5e-7, "", "EN 1993-1-8:2005 table 6.3, 1/√2.3"}));
    CHECK_REFERENCE(shearReduction(w, 200.0, 10.0, A, 2.0),
                    (Reference{0.401610, 5e-7, "", "EN 1993-1-8:2005 table 6.3, 1/√6.2"}));
    CHECK_REFERENCE(shearReduction(w, 200.0, 10.0, A, 0.75),
                    (Reference{0.829690, 5e-7, "", "EN 1993-1-8:2005 table 6.3, halfway"}));
    CHECK_REFERENCE(shearReduction(w, 200.0, 10.0, A, 1.5),
                    (Reference{0.530495, 5e-7, "", "EN 1993-1-8:2005 table 6.3, halfway"}));
}

TEST_CASE("beam classes in bending at known sections", "[verification][EN 1993-1-1 table 5.2]") {
    CHECK(bendingClass(*findSection("IPE 300"), 235).sectionClass == 1);
    CHECK(bendingClass(*findSection("IPE 300"), 355).sectionClass == 1);
    // HEA 260 in S355: c/t = (260 − 7.5 − 48)/2/12.5 = 8.18; limits 7.32 / 8.14 / 11.4 → class 3
    CHECK(bendingClass(*findSection("HEA 260"), 355).sectionClass == 3);
    CustomSection thin;
    thin.designation = "thin";
    thin.h = 1000;
    thin.b = 200;
    thin.t_w = 5;
    thin.t_f = 12;
    // web 976/5 = 195 > 124 → class 4, stress limit (124/195.2)²
    const BendingClass c = bendingClass(makeSection(thin), 235);
    CHECK(c.sectionClass == 4);
    CHECK_REFERENCE(c.stressLimit, (Reference{0.40354, 5e-5, "", "EN 1993-1-1:2005 5.5.2(9), (124·5/976)²"}));
}

TEST_CASE("web slender beyond 69 epsilon takes its buckling resistance", "[component][6.2.6.1]") {
    Joint j = sample::workedFlush();
    columnOf(j).section = "slender";
    Job job = sample::jobOf(j);
    CustomSection s;
    s.designation = "slender";
    s.h = 700;
    s.b = 250;
    s.t_w = 8;
    s.t_f = 20;
    s.webWeldThroat = 5;
    job.sections.push_back(s);
    const JointResult r = sample::verified(job);
    // λ_w = 660/(86.4·8·1) = 0.95486; χ = 0.83/0.95486 = 0.86924; V = 0.86924·235·660·8/√3 = 622 700 N; plastic 0.9·235·5280/√3 =
    // 644 730
    CHECK_REFERENCE(r.connections[0].V_wp_Rd / 1e3, (Reference{622.70, 0.05, "kN", "EN 1993-1-5:2006 5.2, by hand"}));
}
