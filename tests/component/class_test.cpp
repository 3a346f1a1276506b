#include "component/stiffness.h"
#include "support/joints.h"
#include "support/reference.h"

/// Class by stiffness and strength, and what is said of rotation capacity.
using namespace zg;

namespace {
const Classification& classOf(const JointResult& r) { return r.connections.front().classification; }
} // namespace

TEST_CASE("the limits of class by stiffness are k E I/L", "[verification][5.2.2.5]") {
    Job job = sample::extendedJob();
    const JointResult r = sample::verified(job);
    // IPE 400, 8 m: E I/L = 210000·231.28e6/8000 = 6.0711e9 Nmm/rad
    CHECK_REFERENCE(classOf(r).rigidLimit / 1e9, (Reference{151.78, 0.005, "MNm/rad", "EN 1993-1-8:2005 5.2.2.5, 25·6.0711"}));
    CHECK_REFERENCE(classOf(r).pinnedLimit / 1e9, (Reference{3.0356, 5e-5, "MNm/rad", "EN 1993-1-8:2005 5.2.2.5, 0.5·6.0711"}));
    job.joints[0].frame = FrameKind::Braced;
    CHECK_REFERENCE(classOf(sample::verified(job)).rigidLimit / 1e9,
                    (Reference{48.569, 5e-4, "MNm/rad", "EN 1993-1-8:2005 5.2.2.5, 8·6.0711"}));
}

TEST_CASE("the class follows the span: short beams make any joint soft", "[component][5.2.2.5]") {
    Job job = sample::extendedJob();
    const auto at = [&](double span) {
        framing(job.joints[0], ends::right).span = span;
        return classOf(sample::verified(job)).stiffness;
    };
    const double S = sample::verified(job).connections[0].stiffness.S_j_ini;
    const double EI = 210000 * findSection("IPE 400")->I_y;
    const double rigidFrom = 25 * EI / S;
    CHECK(at(rigidFrom * 1.001) == StiffnessClass::Rigid);
    CHECK(at(rigidFrom * 0.999) == StiffnessClass::SemiRigid);
    const double pinnedTo = 0.5 * EI / S;
    if (pinnedTo > 200) CHECK(at(pinnedTo * 0.99) == StiffnessClass::Pinned);
    framing(job.joints[0], ends::right).span.reset();
    CHECK(classOf(sample::verified(job)).stiffness == StiffnessClass::NotGiven);
}

TEST_CASE("a rigid joint on a weak beam and a stiff column counts as semi-rigid", "[component][5.2.2.5]") {
    Job job = sample::extendedJob();
    framing(job.joints[0], ends::right).span = 100000;
    CHECK(classOf(sample::verified(job)).stiffness == StiffnessClass::Rigid);
    through(job.joints[0]).storeyHeight = 1000;
    const Classification c = classOf(sample::verified(job));
    // K_b/K_c = (23128/10000)/(11259/100) = 0.0205
    CHECK(c.K_b_K_c < 0.1);
    CHECK(c.stiffness == StiffnessClass::SemiRigid);
    job.joints[0].frame = FrameKind::Braced;
    CHECK(classOf(sample::verified(job)).stiffness == StiffnessClass::Rigid);
}

TEST_CASE("strength is measured against the weaker connected part, the column once at its end", "[component][5.2.3]") {
    Job job = sample::extendedJob();
    const Classification plain = classOf(sample::verified(job));
    // IPE 400 S275: 1307.1e3·275 = 359.45 kNm; HEB 240: 1053.2e3·275 = 289.6 kNm, twice 579
    CHECK_REFERENCE(plain.M_full / 1e6, (Reference{359.45, 0.02, "kNm", "EN 1993-1-8:2005 5.2.3.2, W_pl f_y"}));
    through(job.joints[0]).endAbove = 200;
    CHECK_REFERENCE(classOf(sample::verified(job)).M_full / 1e6, (Reference{289.6, 0.1, "kNm", "EN 1993-1-8:2005 figure 5.5"}));
    CHECK(plain.strength == StrengthClass::Partial);
}

TEST_CASE("rotation capacity is claimed only where a rule gives it", "[component][6.4.2]") {
    Job job = sample::jobOf(sample::workedFlush());
    // The panel governs and is stocky: 6.4.2(1).
    CHECK(sample::verified(job).connections[0].limit == Limit::PanelShear);
    CHECK(classOf(sample::verified(job)).rotation == RotationCapacity::SufficientPanel);
    // A thin plate that governs every row: 6.4.2(2), t ≤ 0.36·20·√(800/235) = 13.28 mm
    columnOf(job.joints[0]).section = "HEM 300";
    endPlate(job.joints[0], ends::right).plate.thickness = 8;
    const JointResult thin = sample::verified(job);
    for (const RowResult& row : thin.connections[0].rows) CHECK(row.limit == Limit::EndPlate);
    CHECK(classOf(thin).rotation == RotationCapacity::SufficientPlate);
    // The same with a plate just too thick.
    endPlate(job.joints[0], ends::right).plate.thickness = 13.5;
    const JointResult thick = sample::verified(job);
    if (thick.connections[0].limit == Limit::None) CHECK(classOf(thick).rotation == RotationCapacity::NotCovered);
}

TEST_CASE("the stiffness ratio is one up to two thirds and 1.5^2.7 at the resistance", "[verification][6.3.1]") {
    CHECK(stiffnessRatio(66.6, 100) == 1);
    CHECK_REFERENCE(stiffnessRatio(100, 100), (Reference{2.98845, 5e-6, "", "EN 1993-1-8:2005 (6.28b), 1.5^2.7"}));
    CHECK(stiffnessRatio(50, 0) == 1);
    CHECK(momentRotationCurve(0, 100).empty());
    CHECK(momentRotationCurve(1e9, 0).empty());
}
