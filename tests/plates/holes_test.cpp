#include "fe/connect.h"
#include "plates/moment_rotation.h"
#include "plates/strength.h"
#include "support/joints.h"
#include <catch2/catch.hpp>

using namespace zg;

namespace {

ResolvedJoint demoJoint(const char* mark, bool hasHoles, double sizeFactor) {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, mark);
    joint.plates = PlateSpec{};
    joint.plates->hasHoles = hasHoles;
    joint.plates->sizeFactor = sizeFactor;
    const auto r = resolve(job, joint);
    REQUIRE(r);
    return *r;
}

double areaOf(const JointModel& m, PartKind kind) {
    double sum = 0;
    for (const fe::Shell& s : m.model.shells) {
        if (m.parts[s.part].kind != kind) continue;
        const auto at = [&](int k) { return m.model.nodes[s.nodes[k]]; };
        sum += norm(cross(at(2) - at(0), at(3) - at(1))) / 2;
    }
    return sum;
}

} // namespace

TEST_CASE("Holes are cut into end plates and flanges, on every mesh, or it is said") {
    for (const char* mark : {"B1", "B2", "B3", "S1", "E2"})
        for (const double size : {1.0, 0.6}) {
            INFO(mark << " " << size);
            const ResolvedJoint with = demoJoint(mark, true, size), without = demoJoint(mark, false, size);
            const auto a = buildJointModel(with), b = buildJointModel(without);
            REQUIRE(a);
            REQUIRE(b);
            CHECK(a->notes.size() == b->notes.size());
            double holes = 0; // through plate and flange, or through both plates
            for (const JointModel::Bolt& bolt : a->bolts) {
                const double d_0 = with.side(bolt.row.side)->bolt.d_0;
                holes += 3.14159265 / 4 * d_0 * d_0;
                CHECK(bolt.linkCount == 2);
            }
            const double lost = areaOf(*b, PartKind::EndPlate) - areaOf(*a, PartKind::EndPlate);
            const int plies = with.hasColumn ? 1 : 2;
            CHECK(lost < plies * holes * 1.001);
            CHECK(lost > 0.88 * plies * holes);
            if (with.hasColumn) CHECK(areaOf(*b, PartKind::ColumnFlange) - areaOf(*a, PartKind::ColumnFlange) > 0.88 * holes);
        }
}

TEST_CASE("A joint with holes stands in equilibrium and is no stronger for them") {
    for (const char* mark : {"B1", "B4"}) {
        INFO(mark);
        MomentRotationSettings settings;
        const auto with = momentRotation(demoJoint(mark, true, 1.5), ends::right, false, settings),
                   without = momentRotation(demoJoint(mark, false, 1.5), ends::right, false, settings);
        REQUIRE(with);
        REQUIRE(without);
        CHECK(with->isComplete);
        CHECK(with->S_j_ini < without->S_j_ini);
        CHECK(with->S_j_ini > 0.85 * without->S_j_ini);
        CHECK(with->M_j_Rd < 1.01 * without->M_j_Rd);
        CHECK(with->M_j_Rd > 0.8 * without->M_j_Rd);
        CHECK(std::abs(with->axialImbalance) < 1e-4);
    }
    const ResolvedJoint joint = demoJoint("B2", true, 1.5);
    StrengthSettings settings;
    settings.wantsReserve = settings.wantsBuckling = false;
    const auto done = analyseSet(joint, joint.actions[0], 0, settings);
    REQUIRE(done);
    CHECK(done->strength.balance.left < 1e-4 * done->strength.balance.applied);
    // The shear of the set passes through the shanks.
    double shear = 0;
    for (const BoltUse& b : done->strength.bolts) shear += b.shear;
    CHECK(shear >= std::abs(findForces(joint.actions[0], ends::right)->V) * (1 - 1e-6));
}
