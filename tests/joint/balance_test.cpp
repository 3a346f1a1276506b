#include "joint/balance.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

using namespace zg;

TEST_CASE("forces at the node are carried to the face", "[joint][balance]") {
    Job job = sample::extendedJob();
    job.joints[0].reference = ActionReference::Node;
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const FaceForces f = faceForces(*r, ends::right, job.joints[0].actions[0]);
    // 150 kNm − 120 kN · 0.12 m
    CHECK_REFERENCE(f.M / 1e6, (Reference{135.6, 1e-9, "kNm", "equilibrium over half the column depth"}));
}

TEST_CASE("a sloping beam's forces keep their resultant", "[joint][balance]") {
    Job job = sample::extendedJob();
    for (const double slope : {-0.3, 0.1, 0.4}) {
        framing(job.joints[0], ends::right).slope = slope;
        const auto r = resolve(job, job.joints[0]);
        REQUIRE(r);
        const EndForces given = forcesAt(job.joints[0].actions[0], ends::right);
        const FaceForces f = faceForces(*r, ends::right, job.joints[0].actions[0]);
        CHECK_SAME(std::hypot(f.N, f.V), std::hypot(given.N, given.V), 1e-12);
        // Force of the beam on the column: N along the axis, V down normal to it.
        CHECK_SAME(f.N, given.N * std::cos(slope) + given.V * std::sin(slope), 1e-12);
    }
}

TEST_CASE("the demo's node is in balance, and what is left over is told", "[joint][balance]") {
    Job job = sample::demo();
    const auto r = resolve(job, job.joints[1]);
    REQUIRE(r);
    for (const ActionSet& a : job.joints[1].actions) {
        const Imbalance i = imbalance(*r, a);
        if (i.isKnown) CHECK(i.isBalanced);
    }
    ActionSet off = job.joints[1].actions[0];
    forcesOf(off, ends::below).M += 9e6;
    forcesOf(off, ends::below).N -= 12e3;
    const Imbalance i = imbalance(*r, off);
    CHECK_FALSE(i.isBalanced);
    CHECK_SAME(i.moment - imbalance(*r, job.joints[1].actions[0]).moment, -9e6, 1e-6);
    CHECK_SAME(i.vertical - imbalance(*r, job.joints[1].actions[0]).vertical, 12e3, 1e-6);
}
