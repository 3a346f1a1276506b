#include "component/haunch.h"
#include "component/haunch_section.h"
#include "component/taper.h"
#include "joint/haunch_edit.h"
#include "joint/parameters.h"
#include "support/laid_out.h"
#include "support/reference.h"
#include <cmath>

/// Tapers: a member whose flange turns at the toe, without a flange between. Against the plain joint of a member as deep, rival
/// sums over fibres, a hand calculation of the turn, and what leaves nothing.
using namespace zg;

namespace {

constexpr double degree = 0.017453292519943295;

/// Welded members, which have no root fillets that come and go.
CustomSection member(const char* name, double h) {
    CustomSection b;
    b.designation = name, b.isWelded = true;
    b.h = h, b.b = 200, b.t_w = 10, b.t_f = 16, b.webWeldThroat = 4;
    return b;
}

Job taperedJob(double slope = 0, double depth = 350, double length = 1200, double M = 400e6, double N = -90e3, double V = 120e3) {
    RecipeInput in;
    in.column = {"HEB 300", "S355"};
    in.beam = {"IPE 450", "S355"};
    in.slope = slope;
    in.haunchDepth = depth;
    in.haunchLength = length;
    Job job = sample::laidOut(haunchedBeamRecipe, in, "T1");
    job.sections = {member("Kelp 450", 450)};
    Joint& j = job.joints[0];
    findMember(j, ends::right)->section = "Kelp 450";
    HaunchSpec& h = *framing(j, ends::right).haunchBelow;
    h.made = Taper{16};
    j.actions.push_back(sample::actions("U1", N, V, M));
    return job;
}

HaunchSpec& haunchOf(Job& job) { return *framing(job.joints[0], ends::right).haunchBelow; }

const Check* findCheck(const JointResult& r, CheckCode code) {
    for (const Check& c : r.checks)
        if (c.code == code && c.set >= 0) return &c;
    return nullptr;
}

} // namespace

TEST_CASE("a very long taper is the plain joint of a member as deep as its end", "[component][haunch][taper]") {
    // The flange leans by 300 in 20,000: cos 0.9999. Rows, column and plate see the same end; N = 0, since the axes differ.
    for (const double M : {300e6, -300e6}) {
        Job taper = taperedJob(0, 300, 20000, M, 0, 0);
        Job plain = taper;
        plain.sections = {member("Kelp 750", 750)};
        Framing& f = framing(plain.joints[0], ends::right);
        EndPlate& plate = endPlate(plain.joints[0], ends::right);
        plate.bottomWeld = f.haunchBelow->flangeWeld;
        f.haunchBelow.reset();
        findMember(plain.joints[0], ends::right)->section = "Kelp 750";
        const ConnectionResult a = sample::verified(taper).connections[0], b = sample::verified(plain).connections[0];
        INFO("M " << M);
        CHECK_SAME(a.M_j_Rd, b.M_j_Rd, 2e-3);
        CHECK_SAME(a.stiffness.S_j_ini, b.stiffness.S_j_ini, 2e-3);
        CHECK_SAME(a.F_c_wc_Rd, b.F_c_wc_Rd, 2e-3);
        CHECK_SAME(a.V_wp_Rd, b.V_wp_Rd, 1e-6);
        REQUIRE(a.rows.size() == b.rows.size());
        for (std::size_t i = 0; i < a.rows.size(); ++i) CHECK_SAME(a.rows[i].F_tr_Rd, b.rows[i].F_tr_Rd, 2e-3);
        // Deeper than 600 mm: the flange with a fifth more for the web.
        CHECK_SAME(a.F_c_fb_Rd, b.F_c_fb_Rd, 2e-3);
    }
}

TEST_CASE("a taper that shrinks to nothing leaves the plain joint", "[component][haunch][taper]") {
    for (const double slope : {0.0, 8.0, -6.0})
        for (const double M : {300e6, -300e6}) {
            Job plain = taperedJob(slope * degree, 350, 1200, M, 0, 90e3);
            HaunchSpec h = haunchOf(plain);
            framing(plain.joints[0], ends::right).haunchBelow.reset();
            EndPlate& plate = endPlate(plain.joints[0], ends::right);
            while (plate.rows.back().position > 400) plate.rows.pop_back();
            BoltRowSpec low;
            low.position = 375;
            plate.rows.push_back(low);
            Job tiny = plain;
            h.depth = 1e-5;
            h.flangeWeld = plate.bottomWeld;
            framing(tiny.joints[0], ends::right).haunchBelow = h;
            const ConnectionResult a = sample::verified(plain).connections[0], b = sample::verified(tiny).connections[0];
            INFO("slope " << slope << " M " << M);
            CHECK_SAME(a.M_j_Rd, b.M_j_Rd, 1e-6);
            CHECK_SAME(a.stiffness.S_j_ini, b.stiffness.S_j_ini, 1e-6);
            CHECK_SAME(a.F_c_fb_Rd, b.F_c_fb_Rd, 1e-6);
        }
}

TEST_CASE("what deepens a taper moves it without jumps", "[component][haunch][taper][monotony]") {
    double before = 0;
    for (double depth = 10; depth <= 500; depth += 0.5) {
        Job job = taperedJob(5 * degree, depth);
        EndPlate& e = endPlate(job.joints[0], ends::right);
        while (e.rows.back().position > 380) e.rows.pop_back();
        const JointResult r = sample::verified(job);
        INFO("depth " << depth);
        const double now = r.connections[0].M_j_Rd;
        if (before > 0) {
            CHECK(now >= before * (1 - 1e-9));
            CHECK(now <= before * 1.015);
        }
        before = now;
    }
}

TEST_CASE("the section of a taper is that of its fibres", "[component][haunch][taper]") {
    // Rival: 200,000 fibres along the plate; the rolled beam has root fillets at its other flange only.
    for (const double depth : {60.0, 180.0, 420.0}) {
        Job job = taperedJob(6 * degree, depth);
        findMember(job.joints[0], ends::right)->section = "IPE 450";
        const auto r = resolve(job, job.joints[0]);
        REQUIRE(r);
        const ResolvedSide& s = r->main();
        const ResolvedHaunch& h = *s.haunchBelow;
        const Section& b = s.beam.section;
        REQUIRE(h.b == b.b);
        REQUIRE(h.t_w == b.t_w);
        const HaunchedSection got = haunchedSection(makeSideModel(*r, ends::right, false));
        const double c = s.cosSlope, D = s.bottom(), f_y = s.beam.steel.f_y;
        const auto q = [&](double y) {
            return y < s.flange ? b.b * f_y * c * c : y < D - h.flange ? b.t_w * f_y * c * c : h.b * h.steel.f_y * h.cos * h.cos;
        };
        const int n = 200000;
        double total = 0, sum = 0, axis = 0, M = 0;
        for (int i = 0; i < n; ++i) total += q(D * (i + 0.5) / n) * D / n;
        for (int i = 0; i < n && sum < total / 2; ++i) sum += q(axis = D * (i + 0.5) / n) * D / n;
        for (int i = 0; i < n; ++i) M += q(D * (i + 0.5) / n) * D / n * std::abs(D * (i + 0.5) / n - axis);
        INFO("depth " << depth);
        CHECK_SAME(got.plastic, M, 2e-4);
        CHECK_SAME(got.neutral, axis, 1e-3);
        // Shear of the one web over its whole depth, across its own direction.
        CHECK_SAME(got.shear, (D - s.flange - h.flange) * b.t_w * c * f_y / std::sqrt(3.0), 1e-9);
        // The table's modulus less the plates alone is two pairs of fillets and the core; the taper keeps one pair.
        const double A_r = (4 - 3.14159265358979) * b.r * b.r / 2,
                     z_r = b.h / 2 - b.t_f - b.r * (1 - 2 / (3 * (4 - 3.14159265358979)));
        const double plates = (b.b * b.t_f * (b.h - b.t_f) + b.t_w * std::pow(b.h - 2 * b.t_f, 2) / 4);
        CHECK_SAME(b.W_pl_y - plates, 2 * A_r * z_r, 0.02); // the table's fillets are these
        CHECK_SAME(got.plasticBeam, (plates + A_r * z_r) * f_y, 1e-3);
    }
}

TEST_CASE("what turns at the toe of a taper, by hand", "[component][haunch][taper]") {
    // Level, h 450, flanges 200 x 16, web 10, taper 350 on 1200: tan alpha = 0.29167, alpha = 16.26 degrees. At the face
    // M 400 kNm, V 120, N -90; plate 25 mm or so, the toe 1200 mm beyond it.
    const Job job = taperedJob();
    const JointResult r = sample::verified(job);
    const double t_p = endPlate(job.joints[0], ends::right).plate.thickness;
    const double M_toe = 400e6 - 120e3 * (t_p + 1200), C_f = M_toe / (450 - 16) + 90e3 / 2, tan = 350.0 / 1200;
    CHECK_REFERENCE(findCheck(r, CheckCode::HaunchToeCompression)->demand / 1000,
                    (Reference{C_f * tan / 1000, 1e-9, "kN", "equilibrium of the turned flange"}));
    // (6.9): the flange meets the web along a line; web 10, s = sqrt2*4, k_wc from the stress at the web's edge.
    const double s = std::sqrt(2.0) * 4, b_eff = 5 * (16 + s), f_y = 355;
    const double I = 200 * 16 * 217.0 * 217.0 * 2 + 200 * std::pow(16, 3) / 6 + 10 * std::pow(418, 3) / 12;
    const double A = 2 * 200 * 16 + 10 * 418, d = 418 - 2 * s;
    const double sigma = M_toe * d / 2 / I + 90e3 / A, k_wc = sigma > 0.7 * f_y ? 1.7 - sigma / f_y : 1;
    const double lambda = 0.932 * std::sqrt(b_eff * d * f_y / (210e3 * 100)),
                 rho = lambda <= 0.72 ? 1 : (lambda - 0.2) / (lambda * lambda);
    CHECK_REFERENCE(findCheck(r, CheckCode::HaunchToeCompression)->resistance / 1000,
                    (Reference{k_wc * rho * b_eff * 10 * f_y / 1000, 2e-3, "kN", "EN 1993-1-8:2005 (6.9), by hand"}));
    // The butt weld is at its resistance when the member is: flange over plastic modulus.
    const double W = 200 * 16 * 434.0 + 10 * 418.0 * 418 / 4, cos = 1 / std::sqrt(1 + tan * tan);
    const double F = (M_toe * 3200 / W + 90e3 * 3200 / A) / cos;
    CHECK_REFERENCE(findCheck(r, CheckCode::HaunchToeWeld)->demand / 1000,
                    (Reference{F / 1000, 1e-6, "kN", "flange's share of the moment by its part of W_pl"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::HaunchToeWeld)->resistance / 1000,
                    (Reference{3200 * 0.355, 1e-9, "kN", "EN 1993-1-8:2005 4.7.1(1)"}));
    CHECK_FALSE(findCheck(r, CheckCode::HaunchWebShear)); // its web is the member's, verified at the face
    CHECK_FALSE(findCheck(r, CheckCode::WeldInnerFlange));
}

TEST_CASE("a slender web of a taper buckles in shear, later with a stiffener at mid-length", "[component][haunch][taper]") {
    const auto at = [](bool hasStiffener) {
        Job job = taperedJob(0, 700, 1500);
        job.sections[0].t_w = 6;
        if (hasStiffener) haunchOf(job).midStiffener = WebStiffenerSpec{};
        return findCheck(sample::verified(job), CheckCode::HaunchEndShear)->resistance;
    };
    // By hand: h_w = 1150 - 16 - 16/cos, cos = 1500/sqrt(1500^2 + 700^2); panel 1500 or 750 long.
    const double h_w = 1150 - 16 - 16 / (1500 / std::hypot(1500.0, 700.0)), e = std::sqrt(235 / 355.0);
    const auto hand = [&](double a) {
        const double ratio = h_w / a, k = ratio <= 1 ? 5.34 + 4 * ratio * ratio : 4 + 5.34 * ratio * ratio;
        const double lambda = h_w / (37.4 * 6 * e * std::sqrt(k));
        return std::min(1.0, 0.83 / lambda) * h_w * 6 * 355 / std::sqrt(3.0) / 1000;
    };
    CHECK_REFERENCE(at(false) / 1000, (Reference{hand(1500), 1e-9, "kN", "EN 1993-1-5:2006 5.2, 5.3, A.3; gamma_M1 = 1"}));
    CHECK_REFERENCE(at(true) / 1000, (Reference{hand(750), 1e-9, "kN", "EN 1993-1-5:2006 5.2, 5.3, A.3; gamma_M1 = 1"}));
    // A stocky web does not buckle: whatever gamma_M1 is, it has its plastic resistance.
    const auto stocky = [](double gamma) {
        Job job = taperedJob();
        job.sections[0].t_w = 14; // 765 deep: 54.7 below 72 epsilon = 58.6
        job.settings.gamma_M1 = gamma;
        return findCheck(sample::verified(job), CheckCode::HaunchEndShear)->resistance;
    };
    CHECK(stocky(1.1) == stocky(1));
}

TEST_CASE("a taper above under reversal is a taper below", "[component][haunch][taper]") {
    Job below = taperedJob(0, 350, 1200, 400e6, -60e3, 100e3), above = below;
    Joint& j = above.joints[0];
    Framing& f = framing(j, ends::right);
    std::swap(f.haunchBelow, f.haunchAbove);
    EndPlate& plate = endPlate(j, ends::right);
    for (BoltRowSpec& r : plate.rows) r.position = 450 - r.position;
    std::swap(plate.plate.above, plate.plate.below);
    std::swap(plate.topWeld, plate.bottomWeld);
    sortRows(plate);
    for (Fitting& s : j.fittings)
        if (s.at) s.at->flange = s.at->flange == FlangeSide::Top ? FlangeSide::Bottom : FlangeSide::Top;
    j.actions[0].forces[0].M *= -1;
    j.actions[0].forces[0].V *= -1;
    const JointResult a = sample::verified(below), b = sample::verified(above);
    CHECK_SAME(a.connections[0].M_j_Rd, b.connections[0].M_j_Rd, 1e-12);
    CHECK_SAME(a.connections[0].stiffness.S_j_ini, b.connections[0].stiffness.S_j_ini, 1e-12);
    for (const CheckCode code :
         {CheckCode::HaunchCompression, CheckCode::HaunchWeld, CheckCode::HaunchToeCompression, CheckCode::HaunchToeWeld,
          CheckCode::MemberAtToe, CheckCode::MemberAtEnd, CheckCode::HaunchEndShear}) {
        INFO(static_cast<int>(code));
        REQUIRE(findCheck(a, code));
        REQUIRE(findCheck(b, code));
        CHECK_SAME(findCheck(a, code)->utilisation, findCheck(b, code)->utilisation, 1e-9);
    }
}

TEST_CASE("the worst section of a taper is found between its ends", "[component][haunch][taper]") {
    // Plastic moduli 2.09e6 at the toe and 7.45e6 mm3 at the face, and a moment that falls from 900 to 252 kNm as they do: both
    // ends are used alike, the middle more, since the modulus falls as the square of the depth.
    Job job = taperedJob(0, 600, 4000, 900e6, 0, 162e3);
    job.sections[0].t_w = 16; // class 2 at the face
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const ResolvedSide& s = r->main();
    const SideModel m = makeSideModel(*r, ends::right, false);
    const JointResult result = sample::verified(job);
    const ConnectionResult& c = result.connections[0];
    Workings<double> w;
    double most = 0;
    const double atFace = sectionUse(w, m, s, c, c.forces, r->settings, 0);
    for (double along = 0; along < 4000; along += 10) most = std::max(most, sectionUse(w, m, s, c, c.forces, r->settings, along));
    const double atToe = findCheck(result, CheckCode::MemberAtToe)->utilisation,
                 said = std::max(findCheck(result, CheckCode::MemberAtEnd)->utilisation, atToe);
    CHECK(most > 1.02 * std::max(atFace, atToe));
    CHECK(said <= most * (1 + 1e-9));
    CHECK(said >= 0.98 * most);
    // At its toe the section is that of a member with the flange there: no jump to the member's own.
    const double last = sectionUse(w, m, s, c, c.forces, r->settings, 3999.9);
    CHECK_SAME(last, atToe, 0.01);
}

TEST_CASE("a haunch is made another way without losing what it is", "[joint][haunch][taper]") {
    Job job = taperedJob();
    Joint& j = job.joints[0];
    const PartRef flange{PartKind::HaunchFlange, ends::right, 0};
    const auto made = [&] {
        for (const Parameter& p : parametersOf(j, flange))
            if (p.key == "made") return p;
        return Parameter{};
    };
    REQUIRE(made().choices.size() == 3);
    CHECK(made().number == 2);
    REQUIRE(setField(j, made().path, 1.0));
    CHECK(std::get<HaunchPlates>(haunchOf(job).made).flangeThickness == 16);
    CHECK(haunchOf(job).depth == 350);
    REQUIRE(setField(j, made().path, 0.0));
    CHECK(std::get<Cutting>(haunchOf(job).made).section == "Kelp 450");
    REQUIRE(setField(j, made().path, 2.0));
    CHECK(std::holds_alternative<Taper>(haunchOf(job).made));
    CHECK_FALSE(setField(j, made().path, 3.0));
    CHECK_FALSE(setField(j, made().path, std::string("taper")));
}
