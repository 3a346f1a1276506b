#include "assembly/assembly.h"
#include "assembly/holes.h"
#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>

/// The geometry that drawing, lists and later models read.
using namespace zg;

namespace {

ResolvedJoint resolvedOf(const Joint& joint) {
    const Job job = sample::jobOf(joint);
    const auto r = resolve(job, job.joints[0]);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

const PlatePart& plate(const Assembly& a, PartKind kind, EndId side = ends::right) {
    const auto at = std::find_if(a.plates.begin(), a.plates.end(),
                                 [&](const PlatePart& p) { return p.part.kind == kind && p.part.side == side; });
    REQUIRE(at != a.plates.end());
    return *at;
}

double area(const std::vector<Point2>& outline) {
    double sum = 0;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Point2 a = outline[i];
        const Point2 b = outline[(i + 1) % outline.size()];
        sum += a.x * b.y - b.x * a.y;
    }
    return std::abs(sum) / 2;
}

} // namespace

TEST_CASE("every plate has an outline with area, a unit frame and a thickness", "[joint][assembly]") {
    for (const Joint& joint : sample::demo().joints) {
        const Assembly a = buildAssembly(resolvedOf(joint));
        CHECK(a.plates.size() >= 7);
        for (const PlatePart& p : a.plates) {
            INFO(joint.mark << " " << partId(p.part));
            CHECK(area(p.outline) > 100);
            CHECK(p.thickness > 0);
            CHECK_SAME(p.u.x * p.u.x + p.u.y * p.u.y + p.u.z * p.u.z, 1.0, 1e-12);
            CHECK_SAME(p.v.x * p.v.x + p.v.y * p.v.y + p.v.z * p.v.z, 1.0, 1e-12);
            CHECK(std::abs(p.u.x * p.v.x + p.u.y * p.v.y + p.u.z * p.v.z) < 0.999);
            CHECK_FALSE(p.steel.empty());
        }
    }
}

TEST_CASE("the end plate lies against the column flange, the beam against the plate", "[joint][assembly]") {
    for (const bool two : {false, true}) {
        Joint joint = sample::extendedJob().joints[0];
        if (two) copyEnd(joint, ends::right, ends::left);
        const Assembly a = buildAssembly(resolvedOf(joint));
        for (const EndId side : {ends::right, ends::left}) {
            if (side == ends::left && !two) continue;
            const double dir = side == ends::right ? 1 : -1;
            const PlatePart& p = plate(a, PartKind::EndPlate, side);
            CHECK_SAME(std::abs(p.origin.x) - p.thickness / 2, 120.0, 1e-12);
            CHECK(p.origin.x * dir > 0);
            CHECK_SAME(plate(a, PartKind::BeamWeb, side).origin.x, p.origin.x + dir * p.thickness / 2, 1e-12);
        }
    }
}

TEST_CASE("bolts run from the column flange through the plate, at their rows and gauge", "[joint][assembly]") {
    const Joint joint = sample::extendedJob().joints[0];
    const ResolvedJoint r = resolvedOf(joint);
    const Assembly a = buildAssembly(r);
    CHECK(a.bolts.size() == 2 * endPlate(joint, ends::right).rows.size());
    for (const BoltPart& b : a.bolts) {
        CHECK_SAME(b.nut.x - b.head.x, r.column.section.t_f + endPlate(joint, ends::right).plate.thickness, 1e-12);
        CHECK_SAME(std::abs(b.head.y), endPlate(joint, ends::right).bolts.gauge / 2, 1e-12);
        CHECK_SAME(b.head.z, -endPlate(joint, ends::right).rows[static_cast<std::size_t>(b.part.index)].position, 1e-12);
    }
}

TEST_CASE("stiffeners stand opposite the flange they serve, the doubler on the web", "[joint][assembly]") {
    Joint joint = sample::workedRoof();
    doubler(joint) = DoublerSpec{10, 2, {}, "S355"};
    const ResolvedJoint r = resolvedOf(joint);
    const Assembly a = buildAssembly(r);
    CHECK_SAME(plate(a, PartKind::StiffenerTop).origin.z, -14.6 / 2, 1e-12);
    CHECK_SAME(plate(a, PartKind::StiffenerBottom).origin.z, -(450 - 14.6 / 2), 1e-12);
    int doublers = 0;
    for (const PlatePart& p : a.plates) {
        if (p.part.kind != PartKind::Doubler) continue;
        ++doublers;
        CHECK_SAME(std::abs(p.origin.y), (11.0 + 10.0) / 2, 1e-12);
    }
    CHECK(doublers == 2);
    CHECK(a.columnEnds);
    CHECK(a.columnTop == 100);
}

TEST_CASE("a sloping beam's flanges still meet the plate where its depth along the plate says", "[joint][assembly]") {
    Joint joint = sample::extendedJob().joints[0];
    framing(joint, ends::right).slope = 0.2;
    const ResolvedJoint r = resolvedOf(joint);
    CHECK_SAME(r.main().depth, 400 / std::cos(0.2), 1e-12);
    const Assembly a = buildAssembly(r);
    const PlatePart& bottom = plate(a, PartKind::BeamBottomFlange);
    CHECK_SAME(bottom.origin.z, -(400 - 13.5 / 2) / std::cos(0.2), 1e-12);
    CHECK(bottom.u.z > 0);
}

TEST_CASE("part ids are unique and stable", "[joint][assembly]") {
    CHECK(partId({PartKind::EndPlate, ends::left}) == "left.plate");
    CHECK(partId({PartKind::BoltRow, ends::right, 2}) == "right.row.3");
    CHECK(partId({PartKind::ColumnWeb}) == "column.web");
    std::vector<std::string> ids;
    for (int k = 0; k <= static_cast<int>(PartKind::WeldWeb); ++k)
        ids.push_back(partId({static_cast<PartKind>(k), ends::right, 0}));
    std::sort(ids.begin(), ids.end());
    CHECK(std::adjacent_find(ids.begin(), ids.end()) == ids.end());
}

TEST_CASE("a hole that reaches over the edge of a plate is told, and is not within", "[assembly]") {
    const auto beyond = [](const Job& job) {
        const auto joint = resolve(job, job.joints[0]);
        if (!joint) FAIL(joined(joint.error()));
        return holesBeyondPlates(buildAssembly(*joint));
    };
    for (const Joint& joint : sample::demo().joints) {
        INFO(joint.mark);
        Job job = sample::demo();
        job.joints = {joint};
        CHECK(beyond(job).empty());
    }
    Job job = sample::extendedJob();
    EndPlate& plate = endPlate(job.joints[0], ends::right);
    const auto joint = resolve(job, job.joints[0]);
    REQUIRE(joint);
    const double d_0 = joint->sides[0].bolt.d_0, flange = joint->column.section.b;
    plate.plate.width = flange + 100;
    // Up to the flange's edge, and a hair beyond: each row once.
    plate.bolts.gauge = flange - d_0 - 0.01;
    CHECK(beyond(job).empty());
    plate.bolts.gauge = flange - d_0 + 0.01;
    const std::vector<HoleBeyond> all = beyond(job);
    REQUIRE(all.size() == plate.rows.size());
    CHECK(all[0].row == PartRef{PartKind::BoltRow, ends::right, 0});
    CHECK(all[0].ply == PartRef{PartKind::ColumnFlange, ends::right});
    // Above the plate's edge.
    plate.bolts.gauge = 100;
    plate.rows[0].position = -plate.plate.above + d_0 / 2 + 0.01;
    CHECK(beyond(job).empty());
    plate.rows[0].position = -plate.plate.above + d_0 / 2 - 0.01;
    REQUIRE(beyond(job).size() == 1);
    CHECK(beyond(job)[0].ply == PartRef{PartKind::EndPlate, ends::right});
}
