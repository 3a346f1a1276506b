#include "exchange/actions_table.h"
#include "support/joints.h"

using namespace zg;

TEST_CASE("rows pasted by position, by header, with units: all understood", "[exchange][actions]") {
    const auto plain = readActions("U1\t-12\t146.2\t151\nU2\t-18.4\t121.5\t184", UnitSystem::SI);
    REQUIRE(plain);
    REQUIRE(plain->size() == 2);
    CHECK((*plain)[1].id == "U2");
    CHECK((*plain)[1].right.N == Approx(-18400));
    CHECK((*plain)[1].right.M == Approx(184e6));
    CHECK_FALSE((*plain)[1].columnBelow);

    const auto header = readActions("Case;M left (kNm);N [N];title;M\n;kNm;N;;kNm\nA;12,5;900;wind;-3", UnitSystem::SI);
    REQUIRE(header);
    CHECK((*header)[0].left.M == Approx(12.5e6));
    CHECK((*header)[0].right.N == Approx(900));
    CHECK((*header)[0].title == "wind");
    CHECK((*header)[0].right.M == Approx(-3e6));

    const auto us = readActions("set,N,V,M\n,kip,kip,kip-ft\nU1,10,20,30", UnitSystem::SI);
    REQUIRE(us);
    CHECK((*us)[0].right.V == Approx(20 * 4448.2216152605));
    CHECK((*us)[0].right.M == Approx(30 * 4448.2216152605 * 304.8));

    const auto column = readActions("set\tN\tV\tM\tN above\tN below\tM below\nU1\t1\t2\t3\t-4\t-5\t6", UnitSystem::SI);
    REQUIRE(column);
    CHECK((*column)[0].columnAbove->N == Approx(-4000));
    CHECK((*column)[0].columnBelow->M == Approx(6e6));
    CHECK(readActions("U1\t1\t2\t3", UnitSystem::US)->front().right.N == Approx(4448.2216152605));
}

TEST_CASE("a cell that is no number is told with its row and column, and nothing is taken", "[exchange][actions]") {
    const auto bad = readActions("set\tN\tV\tM\nU1\t1\tabout 20\t3\nU2\t1\tnan\t3", UnitSystem::SI);
    REQUIRE_FALSE(bad);
    REQUIRE(bad.error().size() == 2);
    CHECK(bad.error()[0].subject == "row 2, column 3");
    CHECK(bad.error()[0].message == "\"about 20\" is not a number.");
    CHECK_FALSE(readActions("", UnitSystem::SI));
    CHECK_FALSE(readActions("\n\n", UnitSystem::SI));
}

TEST_CASE("what is copied can be pasted, in both unit systems", "[exchange][actions]") {
    const auto sets = sample::demo().joints[2].actions;
    for (const UnitSystem units : {UnitSystem::SI, UnitSystem::US}) {
        const auto again = readActions(writeActions(sets, true, units), units);
        REQUIRE(again);
        REQUIRE(again->size() == sets.size());
        for (std::size_t i = 0; i < sets.size(); ++i) {
            CHECK((*again)[i].id == sets[i].id);
            CHECK((*again)[i].left.M == Approx(sets[i].left.M).epsilon(1e-8));
            CHECK((*again)[i].columnBelow->N == Approx(sets[i].columnBelow->N).epsilon(1e-8));
        }
    }
}

TEST_CASE("merging replaces sets of the same name and keeps the others", "[exchange][actions]") {
    auto sets = sample::extendedJob().joints[0].actions;
    mergeActions(sets, {sample::actions("R1", 0, 0, -1e6), sample::actions("new", 0, 0, 2e6)});
    REQUIRE(sets.size() == 3);
    CHECK(sets[1].right.M == -1e6);
    CHECK(sets[2].id == "new");
}

TEST_CASE("forces out of the plane come in under their usual names and stay when nobody speaks of them", "[exchange][actions]") {
    const auto read = readActions("set\tNx\tVy (kN)\tVz\tMy\tMz\tMx\tV_y left\nU1\t1\t2\t3\t4\t5\t6\t7", UnitSystem::SI);
    REQUIRE(read);
    const ActionSet& set = read->front();
    CHECK(set.right.N == Approx(1e3));
    CHECK(set.right.V == Approx(3e3));
    CHECK(set.right.M == Approx(4e6));
    REQUIRE(set.rightOutOfPlane);
    CHECK(set.rightOutOfPlane->V_y == Approx(2e3));
    CHECK(set.rightOutOfPlane->M_z == Approx(5e6));
    CHECK(set.rightOutOfPlane->T == Approx(6e6));
    REQUIRE(set.leftOutOfPlane);
    CHECK(set.leftOutOfPlane->V_y == Approx(7e3));

    std::vector<ActionSet> sets{set};
    const auto again = readActions(writeActions(sets, true, UnitSystem::US), UnitSystem::US);
    REQUIRE(again);
    CHECK(again->front().rightOutOfPlane->T == Approx(6e6).epsilon(1e-8));
    CHECK(again->front().leftOutOfPlane->V_y == Approx(7e3).epsilon(1e-8));

    mergeActions(sets, *readActions("set\tN\tV\tM\nU1\t10\t20\t30", UnitSystem::SI));
    CHECK(sets[0].right.N == Approx(10e3));
    CHECK(sets[0].rightOutOfPlane->M_z == Approx(5e6));
    mergeActions(sets, *readActions("set\tV_y\tM_z\tT\nU1\t0\t0\t0", UnitSystem::SI));
    CHECK_FALSE(sets[0].rightOutOfPlane);
    CHECK(sets[0].leftOutOfPlane);

    const auto column = readActions("set\tN\tV_y below\nU1\t1\t2", UnitSystem::SI);
    REQUIRE_FALSE(column);
    CHECK(column.error()[0].message.find("V_y of the column cannot be taken") == 0);
    CHECK(readActions("set\tN\tV_y below\nU1\t1\t0", UnitSystem::SI));
}
