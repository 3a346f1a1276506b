#include "assembly/clash.h"
#include "exchange/job_file.h"
#include "joint/recipes/recipe.h"
#include "support/joints.h"
#include "support/reference.h"
#include "support/v1_joints.h"
#include <algorithm>
#include <cmath>

using namespace zg;

namespace {

Assembly built(const Job& job, const Joint& joint) {
    const auto r = resolve(job, joint);
    if (!r) FAIL(joined(r.error()));
    return buildAssembly(*r);
}

const Clash* between(const std::vector<Clash>& clashes, PartRef a, PartRef b) {
    for (const Clash& c : clashes)
        if ((c.a == a && c.b == b) || (c.a == b && c.b == a)) return &c;
    return nullptr;
}

} // namespace

TEST_CASE("nothing stands in anything in the demo joints and in every first layout", "[assembly][clash]") {
    const Job demo = sample::demo();
    for (const Joint& joint : demo.joints) {
        INFO(joint.mark);
        CHECK(clashesOf(built(demo, joint)).empty());
    }
    for (const Recipe& recipe : recipes())
        for (const double slope : {-0.1, 0.0, 0.1}) {
            Job job;
            Joint joint;
            joint.id = "a";
            joint.mark = "A1";
            RecipeInput input;
            input.column.section = "HEB 300";
            input.slope = recipe.asksOther ? 0 : slope;
            REQUIRE(layOut(joint, recipe, job, input));
            INFO(recipe.key << " " << slope);
            CHECK(clashesOf(built(job, joint)).empty());
        }
}

TEST_CASE("plates and bolts that stand in one another are found, with their depth", "[assembly][clash]") {
    Job job = sample::extendedJob();
    Joint& j = job.joints[0];
    EndPlate& plate = endPlate(j, ends::right);
    // A row in the beam's top flange: the nut reaches into it.
    plate.rows[1].position = 5;
    std::vector<Clash> found = clashesOf(built(job, j));
    const Clash* c = between(found, {PartKind::BoltRow, ends::right, 1}, {PartKind::BeamTopFlange, ends::right});
    REQUIRE(c);
    CHECK(c->depth > 5);

    // Two bolts so near that their heads meet: the overlap is what is missing to their widths.
    job = sample::extendedJob();
    Joint& k = job.joints[0];
    EndPlate& near = endPlate(k, ends::right);
    const double across = std::min(findBoltSize(near.bolts.size)->washerOuter, 1.5 * findBoltSize(near.bolts.size)->d);
    near.rows[2].position = near.rows[1].position + across - 8;
    found = clashesOf(built(job, k));
    c = between(found, {PartKind::BoltRow, ends::right, 1}, {PartKind::BoltRow, ends::right, 2});
    REQUIRE(c);
    CHECK(std::abs(c->depth - 8) < 1); // a prism of twelve sides stands for the round
    near.rows[2].position = near.rows[1].position + across + 2;
    CHECK_FALSE(between(clashesOf(built(job, k)), {PartKind::BoltRow, ends::right, 1}, {PartKind::BoltRow, ends::right, 2}));
}

TEST_CASE("clashes of two beams at one node are found", "[assembly][clash]") {
    // A beam on the web of a shallow column is wider than the column is clear between its flanges. The first layout keeps it
    // outside them; brought near the web, it stands in them.
    Job job;
    Joint joint;
    joint.id = "a";
    joint.mark = "A1";
    RecipeInput input;
    input.column.section = "HEB 200";
    input.beam = MemberSpec{"HEA 300", "S355"};
    REQUIRE(layOut(joint, finPlateRecipe, job, input));
    CHECK(clashesOf(built(job, joint)).empty());
    FinPlate* fin = findJoining<FinPlate>(joint, ends::front);
    REQUIRE(fin);
    fin->gap = 10;
    fin->firstLine = 50;
    const auto found = clashesOf(built(job, joint));
    CHECK(std::any_of(found.begin(), found.end(),
                      [](const Clash& c) { return c.a.kind == PartKind::ColumnFlange && c.b.side == ends::front; }));
}

TEST_CASE("clashes do not hang on the order of parts, nor on where the joint stands", "[assembly][clash]") {
    Job job = sample::extendedJob();
    endPlate(job.joints[0], ends::right).rows[1].position = 5;
    Assembly a = built(job, job.joints[0]);
    const auto before = clashesOf(a);
    REQUIRE_FALSE(before.empty());
    std::reverse(a.plates.begin(), a.plates.end());
    std::reverse(a.bolts.begin(), a.bolts.end());
    for (PlatePart& p : a.plates) p.origin = {p.origin.x + 1e4, p.origin.y - 300, p.origin.z + 77};
    for (BoltPart& b : a.bolts)
        for (Point3* p : {&b.head, &b.nut}) *p = {p->x + 1e4, p->y - 300, p->z + 77};
    const auto after = clashesOf(a);
    REQUIRE(after.size() == before.size());
    for (const Clash& c : before) {
        const Clash* same = between(after, c.a, c.b);
        REQUIRE(same);
        CHECK_SAME(same->depth, c.depth, 1e-6);
    }
}

TEST_CASE("clashes of 600 random joints: finite, of two different parts, the same after mirroring", "[assembly][clash]") {
    int joints = 0, withClash = 0;
    for (std::uint32_t seed = 0; seed < 600; ++seed) {
        const auto job = readJob(sample::v1Job(seed));
        if (!job) continue;
        const auto r = resolve(job->job, job->job.joints.front());
        if (!r) continue;
        ++joints;
        Assembly a = buildAssembly(*r);
        const auto found = clashesOf(a);
        if (!found.empty()) ++withClash;
        for (const Clash& c : found) {
            INFO("seed " << seed << ": " << partId(c.a) << " and " << partId(c.b));
            CHECK(std::isfinite(c.depth));
            CHECK(c.depth > 1);
            CHECK(std::isfinite(c.at.x + c.at.y + c.at.z));
            CHECK(between(found, c.a, c.b) == &c); // each pair once
        }
        // Turned upside down in space, nothing else changes.
        const auto flip = [](Point3& p) { p.z = -p.z; };
        for (PlatePart& p : a.plates) flip(p.origin), flip(p.u), flip(p.v);
        for (BoltPart& b : a.bolts) flip(b.head), flip(b.nut);
        const auto mirrored = clashesOf(a);
        CHECK(mirrored.size() == found.size());
        for (const Clash& c : found) {
            const Clash* twin = between(mirrored, c.a, c.b);
            REQUIRE(twin);
            CHECK_SAME(twin->depth, c.depth, 1e-6);
        }
    }
    CHECK(joints > 550);
    CHECK(withClash > 20);
    CHECK(withClash < joints);
}
