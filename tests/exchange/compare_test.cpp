#include "exchange/compare_jobs.h"
#include "support/joints.h"

using namespace zg;

TEST_CASE("two revisions: what changed, what moved, what came and went", "[exchange][compare]") {
    const Job before = sample::demo();
    Job after = before;
    for (const JointComparison& j : compareJobs(before, after).joints) CHECK(j.state == JointComparison::State::Same);
    findEndPlate(after.joints[3], ends::right)->plate.thickness = 20; // B4
    after.joints[0].mark = "B1a";                                     // by its id the same joint
    Joint more = before.joints[1];
    more.id = "new", more.mark = "B9";
    after.joints.push_back(more);
    after.settings.gamma_M0 = 1.05;
    const JobComparison c = compareJobs(before, after);
    REQUIRE(c.job.size() == 1);
    CHECK(c.job[0].path == "settings/gamma_M0");
    CHECK(c.joints[0].state == JointComparison::State::Changed);
    CHECK(c.joints[0].fields[0].path == "mark");
    CHECK(c.joints[0].fields[0].after == "B1a");
    const JointComparison& b4 = c.joints[3];
    REQUIRE(b4.fields.size() == 1);
    CHECK(b4.fields[0].path == "connections/right/end_plate/plate/thickness_mm");
    CHECK(b4.costAfter > b4.costBefore);
    // Each move is the use of the two verifications.
    CHECK_FALSE(b4.checks.empty());
    CHECK(b4.verdictBefore.find("fails") != std::string::npos);
    CHECK(c.joints.back().state == JointComparison::State::OnlyAfter);
    // Backwards it is gone.
    CHECK(compareJobs(after, before).joints.back().state == JointComparison::State::OnlyBefore);
    const std::string text = comparisonText(c, "EUR");
    CHECK(text.find("thickness_mm: 12 → 20") != std::string::npos);
    CHECK(text.find("B9 is new") != std::string::npos);
}
