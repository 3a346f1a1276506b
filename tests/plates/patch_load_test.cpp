#include "joint/balance.h"
#include "plates/patch_load.h"
#include "plates/stability.h"
#include "plates/study.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// The column's web under a flange's force by EN 1993-1-5 section 6, which stands beside the runs with imperfections.
using namespace zg;

namespace {

PatchLoadInput ipe500(PatchLoadKind kind) {
    PatchLoadInput in;
    in.kind = kind;
    in.h_w = 468, in.t_w = 10.2, in.b_f = 200, in.t_f = 16, in.f_y = 275, in.s_s = 80, in.toEnd = 40;
    return in;
}

} // namespace

TEST_CASE("web of an IPE 500 under a flange's force, three ways of loading, by hand", "[plates][patch][verification]") {
    // m_1 = 200/10.2 = 19.61, m_2 = 0.02 (468/16)^2 = 17.11; s_s = 80, S275, gamma_M1 = 1.
    const PatchLoad both = patchLoadResistance(ipe500(PatchLoadKind::Opposite));
    CHECK_REFERENCE(both.F_cr / 1e3, (Reference{1499.977, 0.005, "kN", "EN 1993-1-5:2006 (6.5), k_F = 3.5"}));
    CHECK_REFERENCE(both.l_y, (Reference{305.9081, 1e-3, "mm", "EN 1993-1-5:2006 (6.10)"}));
    CHECK_REFERENCE(both.lambda, (Reference{0.75634, 1e-5, "", "EN 1993-1-5:2006 (6.4)"}));
    CHECK_REFERENCE(both.F_Rd / 1e3, (Reference{567.2496, 0.01, "kN", "EN 1993-1-5:2006 (6.1)"}));
    const PatchLoad one = patchLoadResistance(ipe500(PatchLoadKind::OneFlange));
    CHECK_REFERENCE(one.F_Rd / 1e3, (Reference{742.7040, 0.01, "kN", "EN 1993-1-5:2006 (6.1), k_F = 6"}));
    const PatchLoad end = patchLoadResistance(ipe500(PatchLoadKind::End));
    CHECK_REFERENCE(end.l_y, (Reference{216.9541, 1e-3, "mm", "EN 1993-1-5:2006 (6.12), l_e = s_s + c = 120"}));
    CHECK_REFERENCE(end.F_Rd / 1e3, (Reference{480.3257, 0.01, "kN", "EN 1993-1-5:2006 (6.1), k_F = 3.54"}));
    // A stocky web of HEB 240 stays within lambda = 0.5: m_2 = 0 and chi = 1.
    PatchLoadInput stocky = ipe500(PatchLoadKind::OneFlange);
    stocky.h_w = 206, stocky.t_w = 10, stocky.b_f = 240, stocky.t_f = 17, stocky.s_s = 90;
    const PatchLoad p = patchLoadResistance(stocky);
    CHECK(p.chi == 1);
    CHECK_REFERENCE(p.F_Rd / 1e3, (Reference{799.0546, 0.01, "kN", "EN 1993-1-5:2006 (6.1), chi = 1"}));
}

TEST_CASE("a web under its flange's force and the column's own, by hand", "[plates][patch][verification]") {
    // IPE 500: A = 11552 mm2, W_el = 1927.9 cm3. 800 kN pressing and 150 kNm that press the loaded flange, S275, gamma_M0 = 1.05:
    // 800e3/11552 = 69.25, 150e6/1927.9e3 = 77.80; 147.06/(275/1.05) = 0.5615. eta_2 = 400/567.25 = 0.7052.
    const Section s = *findSection("IPE500");
    PatchLoad p = patchLoadResistance(ipe500(PatchLoadKind::Opposite));
    p.F_Ed = 400e3;
    addColumnForces(p, s, 275, 1.05, -800e3, -150e6);
    CHECK(p.flange == PatchFlange::Pressed);
    CHECK_REFERENCE(p.eta_1, (Reference{0.5615, 2e-4, "", "EN 1993-1-5:2006 (4.14), by hand"}));
    CHECK_REFERENCE(p.together(), (Reference{1.1544, 3e-4, "", "EN 1993-1-5:2006 (7.2), by hand"}));
    CHECK(p.utilisation() == Approx(1.1544 / 1.4).epsilon(1e-3));
    // Much bending beside little force: (7.2) passes what section 6 alone would.
    addColumnForces(p, s, 275, 1.05, -1500e3, -250e6);
    CHECK(useOf(p.F_Ed, p.F_Rd) < p.utilisation());
    // Pulled, or a web of class 4: said, nothing added. 1500/11552 = 129.8, 30/1927.9·426/500 = 13.3: psi = 0.815; 426/10.2
    // = 41.8 is over 42·0.814/(0.67 + 0.33·0.815) = 36.4 in S355.
    addColumnForces(p, s, 275, 1.05, -100e3, 150e6);
    CHECK(p.flange == PatchFlange::Pulled);
    CHECK(p.eta_1 == 0);
    addColumnForces(p, s, 355, 1.05, -1500e3, -30e6);
    CHECK(p.flange == PatchFlange::TooSlight);
    CHECK(p.eta_1 == 0);
    addColumnForces(p, s, 355, 1.05, 0, -150e6); // no axial force: class 1
    CHECK(p.flange == PatchFlange::Pressed);
}

TEST_CASE("a web's resistance grows with its thickness and bearing, and an end is never better than a field", "[plates][patch]") {
    for (const PatchLoadKind kind : {PatchLoadKind::OneFlange, PatchLoadKind::Opposite, PatchLoadKind::End}) {
        PatchLoadInput in = ipe500(kind);
        double before = 0;
        for (in.t_w = 4; in.t_w < 30; in.t_w += 0.5) {
            // Where lambda comes to 0.5 the standard lets m_2 go all at once.
            const double F = patchLoadResistance(in).F_Rd;
            if (patchLoadResistance(in).lambda > 0.5) CHECK(F > before);
            before = F;
        }
        in = ipe500(kind);
        before = 0;
        for (in.s_s = 0; in.s_s < 600; in.s_s += 5) {
            const double F = patchLoadResistance(in).F_Rd;
            CHECK(F >= before);
            before = F;
        }
        CHECK(patchLoadResistance(ipe500(PatchLoadKind::End)).F_Rd <= patchLoadResistance(ipe500(kind)).F_Rd);
    }
}

TEST_CASE("runs with imperfections carry the web's rule beside them, where nothing stiffens it", "[plates][patch][stability]") {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, "B1");
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 2.4;
    joint.plates->isImperfect = true;
    joint.actions.resize(1);
    const auto run = [&](const Joint& j) {
        const auto resolved = resolve(job, j);
        REQUIRE(resolved);
        StudyScope scope;
        scope.curves = false;
        const auto study = studyPlates(*resolved, 0, scope);
        REQUIRE(study);
        REQUIRE(study->stability.size() == 1);
        return study->stability.front();
    };
    const PlateStability plain = run(joint);
    REQUIRE(plain.webs.size() == 1);
    const PatchLoad& web = plain.webs.front();
    CHECK(web.kind == PatchLoadKind::OneFlange);
    CHECK_FALSE(web.isTop); // tension at the top
    // The couple of the set: M over the lever of the flanges, less what bolts below and the axial force take.
    CHECK(web.F_Ed == Approx(forcesAt(joint.actions[0], ends::right).M / (300 - 10.7)).epsilon(0.2));
    CHECK(web.utilisation() < 1);
    // The column below takes the beam's forces and what comes from above; about its axis at the level of the flange:
    EndForces& above = forcesOf(joint.actions[0], ends::above);
    above.N = -300e3, above.V = 0, above.M = 0;
    const auto resolved = resolve(job, joint);
    REQUIRE(resolved);
    const FaceForces beam = faceForces(*resolved, ends::right, joint.actions[0]);
    const Section column = *findSection("HEB200");
    const double M = beam.M + beam.V * column.h / 2 + beam.N * (300 - 10.7) / 2, N = -300e3 - beam.V;
    const PatchLoad pressed = run(joint).webs.front();
    CHECK(pressed.flange == PatchFlange::Pressed);
    CHECK(pressed.eta_1 == Approx((M / column.W_el_y - N / column.A) / 275).epsilon(1e-6));
    stiffen(joint, ends::right, StiffenerSpec{});
    CHECK(run(joint).webs.empty());
}
