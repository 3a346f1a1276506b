#include "joint/resolve.h"
#include "support/joints.h"

/// What is missing or unknown is told, all at once, with the thing and where it is.
using namespace zg;

namespace {
std::string refusal(void (*spoil)(Job&)) {
    Job job = sample::extendedJob();
    spoil(job);
    const auto r = resolve(job, job.joints[0]);
    REQUIRE_FALSE(r);
    return joined(r.error());
}
bool has(const std::string& text, const char* part) {
    INFO(text);
    return text.find(part) != std::string::npos;
}
} // namespace

TEST_CASE("unknown and missing things are named", "[joint][resolve]") {
    CHECK(has(refusal([](Job& j) { columnOf(j.joints[0]).section = "HEQ 240"; }),
              "W1/members/column/section: Section \"HEQ 240\" is neither in the catalogue nor in the job."));
    CHECK(has(refusal([](Job& j) { member(j.joints[0], ends::right).section.clear(); }), "No section is chosen."));
    CHECK(
        has(refusal([](Job& j) { member(j.joints[0], ends::right).steel = "S356"; }), "Steel \"S356\" is not in the catalogue."));
    CHECK(has(refusal([](Job& j) { endPlate(j.joints[0], ends::right).plate.thickness = 120; }),
              "has no strength at a thickness of 120 mm"));
    CHECK(has(refusal([](Job& j) { endPlate(j.joints[0], ends::right).bolts.size = "M21"; }), "Bolt size \"M21\""));
    CHECK(has(refusal([](Job& j) { endPlate(j.joints[0], ends::right).bolts.grade = "9.9"; }), "Bolt class \"9.9\""));
    CHECK(has(refusal([](Job& j) { endPlate(j.joints[0], ends::right).rows[1].bolts = 4; }),
              "Four-bolt rows are kept in the file but not verified yet."));
    CHECK(has(refusal([](Job& j) { endPlate(j.joints[0], ends::right).rows.resize(400); }),
              "There are 400 bolt rows; at most 40 are verified."));
    const std::string both = refusal([](Job& j) {
        endPlate(j.joints[0], ends::right).bolts.size = "?";
        columnOf(j.joints[0]).section = "?";
    });
    CHECK(has(both, "Bolt size"));
    CHECK(has(both, "W1/members/column"));
}

TEST_CASE("the job's own sections come before the catalogue's", "[joint][resolve]") {
    Job job = sample::extendedJob();
    CustomSection own;
    own.designation = "IPE 400";
    own.h = 410;
    own.b = 180;
    own.t_w = 9;
    own.t_f = 14;
    job.sections.push_back(own);
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    CHECK(r->main().beam.section.h == 410);
    CHECK(r->main().beam.section.isWelded);
}

TEST_CASE("strength follows the thickest element and the chosen table", "[joint][resolve]") {
    Job job = sample::extendedJob();
    putColumn(job.joints[0], {"HEM 300", "S355"}); // flange 39 mm
    CHECK(resolve(job, job.joints[0])->column.steel.f_y == 355);
    job.settings.strengths = StrengthSource::ProductStandard;
    CHECK(resolve(job, job.joints[0])->column.steel.f_y == 345);
    CHECK(resolve(job, job.joints[0])->main().bolt.d_0 == 26);
    endPlate(job.joints[0], ends::right).bolts.holes = HoleKind::Oversize;
    CHECK(resolve(job, job.joints[0])->main().bolt.d_0 == 30);
}
