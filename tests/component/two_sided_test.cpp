#include "component/column_web.h"
#include "component/side_model.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// Two beams on one column, and sloping beams.
using namespace zg;

namespace {

Job twoSided(double M_right, double M_left) {
    Job job = sample::extendedJob();
    copyEnd(job.joints[0], ends::right, ends::left);
    ActionSet set = sample::actions("U1", 0, 0, M_right);
    forcesOf(set, ends::left).M = M_left;
    job.joints[0].actions = {set};
    return job;
}

} // namespace

TEST_CASE("beta follows the moments of both beams", "[verification][5.3]") {
    struct Case {
        double right, left, betaRight, betaLeft;
    };
    // |1 − M_other/M_this|, at most 2; EN 1993-1-8:2005 (5.4)
    const Case cases[] = {
        {100e6, 60e6, 0.4, 2.0 / 3}, {100e6, 100e6, 0, 0}, {100e6, -50e6, 1.5, 2}, {100e6, 0, 1, 2}, {-80e6, -20e6, 0.75, 2}};
    for (const Case& c : cases) {
        const JointResult r = sample::verified(twoSided(c.right, c.left));
        INFO(c.right << " and " << c.left);
        CHECK_REFERENCE(r.connections[0].beta, (Reference{c.betaRight, 1e-12, "", "EN 1993-1-8:2005 (5.4), by hand"}));
        CHECK_REFERENCE(r.connections[1].beta, (Reference{c.betaLeft, 1e-12, "", "EN 1993-1-8:2005 (5.4), by hand"}));
    }
}

TEST_CASE("the panel's share of the flexibility follows beta", "[component][table 6.11]") {
    const JointResult one = sample::verified(twoSided(100e6, 60e6));
    const JointResult alone = sample::verified(sample::extendedJob());
    CHECK_SAME(one.connections[0].stiffness.k_1 * 0.4, alone.connections[0].stiffness.k_1, 1e-9);
    CHECK(one.connections[0].stiffness.S_j_ini > alone.connections[0].stiffness.S_j_ini);
}

TEST_CASE("the panel limits the sum of rows at V_wp,Rd over beta", "[component][6.2.7.2]") {
    // Opposite moments: beta 2 halves what the panel allows.
    const JointResult r = sample::verified(twoSided(100e6, -100e6));
    const ConnectionResult& c = r.connections[0];
    CHECK(c.limit == Limit::PanelShear);
    CHECK_SAME(c.T_Rd, c.V_wp_Rd / 2, 1e-12);
    CHECK(r.connections[1].isReversed);
}

TEST_CASE("stiffeners of one beam serve the other where the levels meet, and not where they do not", "[component]") {
    Job job = twoSided(100e6, 90e6);
    fitting<StiffenerSpec>(job.joints[0], ends::right, FlangeSide::Bottom) = StiffenerSpec{};
    JointResult r = sample::verified(job);
    CHECK(r.connections[0].stiffness.k_2_isInfinite);
    CHECK(r.connections[1].stiffness.k_2_isInfinite);
    framing(job.joints[0], ends::left).level = 80;
    r = sample::verified(job);
    CHECK(r.connections[0].stiffness.k_2_isInfinite);
    CHECK_FALSE(r.connections[1].stiffness.k_2_isInfinite);
}

TEST_CASE("a sloping beam's flange force is projected on the normal of the plate", "[verification][6.2.6.7]") {
    Job job = sample::extendedJob();
    job.joints[0].actions.resize(1);
    setForces(job.joints[0].actions[0], ends::right, 0, 0, 50e6);
    const double level = sample::verified(job).connections[0].F_c_fb_Rd;
    framing(job.joints[0], ends::right).slope = 0.3;
    const ConnectionResult c = sample::verified(job).connections[0];
    CHECK_REFERENCE(c.F_c_fb_Rd / level, (Reference{std::cos(0.3), 1e-12, "", "projection on the plate's normal"}));
    // The centre of compression lies at the lower flange's middle, measured along the plate.
    const double depth = 400 / std::cos(0.3);
    CHECK_SAME(c.rows[0].h_r, depth - 13.5 / std::cos(0.3) / 2 - endPlate(job.joints[0], ends::right).rows[0].position, 1e-12);
}

TEST_CASE("slope up and slope down differ only by their forces", "[component][property]") {
    Job job = sample::extendedJob();
    job.joints[0].actions.resize(1);
    setForces(job.joints[0].actions[0], ends::right, 0, 0, 50e6);
    framing(job.joints[0], ends::right).slope = 0.2;
    const ConnectionResult up = sample::verified(job).connections[0];
    framing(job.joints[0], ends::right).slope = -0.2;
    const ConnectionResult down = sample::verified(job).connections[0];
    CHECK(up.M_j_Rd == down.M_j_Rd);
    CHECK(up.stiffness.S_j_ini == down.stiffness.S_j_ini);
    forcesOf(job.joints[0].actions[0], ends::right).V = 300e3;
    CHECK(sample::verified(job).connections[0].forces.N == Approx(300e3 * std::sin(-0.2)));
}

TEST_CASE("a welded column takes root distance and shear area of its own", "[verification][6.2.6.1]") {
    Job job = sample::extendedJob();
    CustomSection s;
    s.designation = "WC 300";
    s.h = 300;
    s.b = 280;
    s.t_w = 12;
    s.t_f = 20;
    s.webWeldThroat = 6;
    job.sections.push_back(s);
    columnOf(job.joints[0]).section = "WC 300";
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    CHECK_REFERENCE(rootDistance(r->column.section), (Reference{8.48528, 1e-5, "mm", "EN 1993-1-8:2005 6.2.6.2, √2·6"}));
    CHECK_REFERENCE(clearWebDepth(r->column.section), (Reference{300 - 2 * 28.48528, 1e-4, "mm", "EN 1993-1-8:2005 6.2.6.2"}));
    Workings<double> w;
    const SideModel m = makeSideModel(*r, ends::right, false);
    CHECK_REFERENCE(shearArea(w, m.column), (Reference{3120, 1e-9, "mm²", "EN 1993-1-1:2005 6.2.6(3)d, 260·12"}));
    CHECK_REFERENCE(panelShearResistance(w, m.column, {}, {}, Settings{}, shearArea(w, m.column)).V_wp_Rd / 1e3,
                    (Reference{445.83, 0.01, "kN", "EN 1993-1-8:2005 (6.7), 0.9·275·3120/√3"}));
}
