#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>

/// Bolts in shear and bearing, and the welds' rules, in a whole joint.
using namespace zg;

namespace {

const Check& find(const JointResult& r, CheckCode code) {
    const auto at = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check& c) { return c.code == code; });
    REQUIRE(at != r.checks.end());
    return *at;
}

Job loaded(double V, double M) {
    Joint j = sample::workedFlush();
    j.actions = {sample::actions("U1", 0, V, M)};
    return sample::jobOf(j);
}

} // namespace

TEST_CASE("without moment all rows carry shear in full", "[verification][table 3.4]") {
    // Two rows M20 8.8: four bolts at 94 080 N; bearing is larger: plate 15 mm, e_1 75, p_1 180
    const JointResult r = sample::verified(loaded(100e3, 1e3));
    // Row 1 is needed for the small moment and keeps 0.4/1.4: 2·94080·(1 + 0.4/1.4) = 241 920
    CHECK_REFERENCE(find(r, CheckCode::BoltShearGroup).resistance,
                    (Reference{241920, 1, "N", "EN 1993-1-8:2005 table 3.4, 6.2.2(2), by hand"}));
    CHECK_SAME(find(r, CheckCode::BoltShearGroup).utilisation, 100.0 / 241.92, 1e-6);
}

TEST_CASE("rows needed in tension keep 0.4/1.4 of their shear", "[verification][6.2.2]") {
    const JointResult r = sample::verified(loaded(100e3, 54e6));
    // both rows needed: 4·94080·0.4/1.4 = 107 520
    CHECK_REFERENCE(find(r, CheckCode::BoltShearGroup).resistance,
                    (Reference{107520, 1, "N", "EN 1993-1-8:2005 6.2.2(2), by hand"}));
}

TEST_CASE("the exact interaction gives no less than the simple rule when the bolts are not fully used",
          "[component][table 3.4]") {
    Job job = loaded(100e3, 30e6);
    const double simple = find(sample::verified(job), CheckCode::BoltShearGroup).resistance;
    job.settings.shearRule = ShearRule::Exact;
    const double exact = find(sample::verified(job), CheckCode::BoltShearGroup).resistance;
    CHECK(exact > simple * 0.9);
    forcesOf(job.joints[0].actions[0], ends::right).M = 54e6;
    CHECK(find(sample::verified(job), CheckCode::BoltShearGroup).resistance < exact);
}

TEST_CASE("shear upwards bears the other way: a short lower end counts then", "[component][table 3.4]") {
    Job job = loaded(100e3, 1e3);
    endPlate(job.joints[0], ends::right).plate.thickness = 6;
    endPlate(job.joints[0], ends::right).plate.below = -35; // end distance of the lower row 25 mm
    const double down = find(sample::verified(job), CheckCode::BoltShearGroup).resistance;
    forcesOf(job.joints[0].actions[0], ends::right).V = -100e3;
    const double up = find(sample::verified(job), CheckCode::BoltShearGroup).resistance;
    CHECK(up < down);
}

TEST_CASE("oversize holes take 0.8 of the bearing", "[component][table 3.4]") {
    Job job = loaded(100e3, 1e3);
    endPlate(job.joints[0], ends::right).plate.thickness = 4;
    const double normal = find(sample::verified(job), CheckCode::BoltShearGroup).resistance;
    endPlate(job.joints[0], ends::right).bolts.holes = HoleKind::Oversize;
    CHECK(find(sample::verified(job), CheckCode::BoltShearGroup).resistance < normal);
}

TEST_CASE("flange welds are a rule: they do not govern when met, and do when broken", "[component][6.2.3]") {
    Job job = loaded(10e3, 10e6);
    const JointResult met = sample::verified(job);
    const Check& weld = find(met, CheckCode::WeldTensionFlange);
    CHECK(weld.group == CheckGroup::Rule);
    // rows 211.18 kN at the flange: outside none, first inner row
    CHECK_REFERENCE(weld.demand / 1e3, (Reference{211.18, 0.01, "kN", "docs/theory/worked-examples.md, row 1"}));
    // 6·(300 − 7.1 − 30)·360/(√2·0.8·1.25) = 401 544
    CHECK_REFERENCE(weld.resistance / 1e3, (Reference{401.54, 0.01, "kN", "EN 1993-1-8:2005 4.5.3.2, by hand"}));
    CHECK(met.checks[static_cast<std::size_t>(met.governing)].group == CheckGroup::Strength);
    endPlate(job.joints[0], ends::right).topWeld.throat = 3;
    const JointResult broken = sample::verified(job);
    CHECK(broken.state == CheckState::Over);
    CHECK(broken.checks[static_cast<std::size_t>(broken.governing)].code == CheckCode::WeldTensionFlange);
}

TEST_CASE("the compression weld does not apply where the beam bears", "[component][4.5.3]") {
    Job job = loaded(10e3, 10e6);
    endPlate(job.joints[0], ends::right).bearsInCompression = true;
    CHECK(find(sample::verified(job), CheckCode::WeldCompressionFlange).state == CheckState::NotApplicable);
}

TEST_CASE("the web weld combines tension of the rows with the beam's shear", "[verification][4.5.3.2]") {
    Job job = loaded(80e3, 54e6);
    const Check none = find(sample::verified(job), CheckCode::WeldWeb);
    forcesOf(job.joints[0].actions[0], ends::right).V = 300e3;
    const Check more = find(sample::verified(job), CheckCode::WeldWeb);
    // σ_eq² = 4σ² + 3τ²: the difference of squares is 3(τ2² − τ1²), τ = V/(2·4·248.6)
    const auto tau = [](double V) { return V / (2 * 4 * 248.6); };
    CHECK_REFERENCE(
        more.demand * more.demand - none.demand * none.demand,
        (Reference{3 * (tau(300e3) * tau(300e3) - tau(80e3) * tau(80e3)), 1, "MPa²", "EN 1993-1-8:2005 4.5.3.2(6), by hand"}));
    CHECK_REFERENCE(more.resistance, (Reference{360, 1e-9, "MPa", "360/(0.8·1.25)"}));
}

TEST_CASE("the simplified method gives less than the directional one", "[component][4.5.3.3]") {
    Job job = loaded(10e3, 10e6);
    const double directional = find(sample::verified(job), CheckCode::WeldTensionFlange).resistance;
    job.settings.weldRule = WeldRule::Simplified;
    CHECK_SAME(find(sample::verified(job), CheckCode::WeldTensionFlange).resistance, directional * std::sqrt(2.0 / 3.0), 1e-12);
}
