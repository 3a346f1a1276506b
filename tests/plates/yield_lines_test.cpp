#include "component/verify.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "plates/moment_rotation.h"
#include "support/joints.h"

/// Thin extended end plates between a strong column and a strong beam: the plates beside yield lines (AISC 358-16).
using namespace zg;

namespace {

// Moment at 1 % plastic strain of a joint whose end plate yields first; `washers`: 0 as wide as the hole, 1 as they are.
double atOnePercent(ResolvedJoint joint, double washers) {
    for (ResolvedSide& s : joint.sides) s.bolt.washerOuter = s.bolt.d_0 + washers * (s.bolt.washerOuter - s.bolt.d_0);
    MomentRotationSettings settings;
    settings.model.beamStrength = 4;
    settings.model.sizeFactor = 1.2;
    const auto curve = momentRotation(joint, ends::right, false, settings);
    if (!curve) FAIL(joined(curve.error()));
    for (const CurveMark& m : curve->marks())
        if (m.by == MomentRule::OnePercent) return m.M;
    FAIL("the plate did not come to 1 %");
    return 0;
}

} // namespace

TEST_CASE(
    "thin extended end plates by plates beside their yield lines: bending across, washers and the rib in compression part them",
    "[plates][verification][american]") {
    const auto text = readFile(std::string(ZG_SOURCE_DIR) + "/tests/verification/capacity/joints.zgj");
    REQUIRE(text);
    const auto job = readJob(*text);
    REQUIRE(job);
    for (const char* mark : {"U1", "U3", "U5"}) { // 4E, 4ES, 8ES
        Job one = job->job;
        Joint j = *findJoint(one, mark);
        for (Connection& c : j.connections)
            if (auto* end = std::get_if<EndPlate>(&c.how)) end->plate.thickness *= 0.55;
        one.joints = {j};
        double lines = 0; // F_yp t_p² Y_p
        for (const Check& c : sample::verified(one).checks)
            if (c.code == CheckCode::UsPlateBending && c.side == ends::right && !c.isReversed) lines = 1.11 * c.resistance;
        REQUIRE(lines > 0);
        ResolvedJoint joint = *resolve(one, j);
        const double with = atOnePercent(joint, 1) / lines, bare = atOnePercent(joint, 0.1) / lines;
        const bool isRibbed = joint.sides[0].spec.ribBottom.has_value();
        for (ResolvedSide& s : joint.sides) s.spec.ribBottom.reset();
        const double least = isRibbed ? atOnePercent(joint, 0.1) / lines : bare;
        CAPTURE(mark, with, bare, least);
        // A wide strip that cannot contract across yields at 2/√3 of its plastic moment: 1.155. Yield lines take the bolt at a
        // point; washers clamp the plate and bring its hinges nearer. A rib takes compression and lengthens the lever arm.
        CHECK(with > bare);
        CHECK(least > 1.0);
        CHECK(least < 1.155 * 1.03);
        CHECK(bare < 1.4);
        CHECK(with < 1.5);
        if (isRibbed) CHECK(bare > 1.03 * least);
    }
}
