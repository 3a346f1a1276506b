#include "exchange/actions_table.h"
#include "joint/action_columns.h"
#include "support/joints.h"

using namespace zg;

TEST_CASE("rows pasted by position, by header, with units: all understood", "[exchange][actions]") {
    const auto plain = readActions("U1\t-12\t146.2\t151\nU2\t-18.4\t121.5\t184", UnitSystem::SI);
    REQUIRE(plain);
    REQUIRE(plain->size() == 2);
    CHECK((*plain)[1].id == "U2");
    CHECK(forcesAt((*plain)[1], ends::right).N == Approx(-18400));
    CHECK(forcesAt((*plain)[1], ends::right).M == Approx(184e6));
    CHECK_FALSE(findForces((*plain)[1], ends::below));

    const auto header = readActions("Case;M left (kNm);N [N];title;M\n;kNm;N;;kNm\nA;12,5;900;wind;-3", UnitSystem::SI);
    REQUIRE(header);
    CHECK(forcesAt((*header)[0], ends::left).M == Approx(12.5e6));
    CHECK(forcesAt((*header)[0], ends::right).N == Approx(900));
    CHECK((*header)[0].title == "wind");
    CHECK(forcesAt((*header)[0], ends::right).M == Approx(-3e6));

    const auto us = readActions("set,N,V,M\n,kip,kip,kip-ft\nU1,10,20,30", UnitSystem::SI);
    REQUIRE(us);
    CHECK(forcesAt((*us)[0], ends::right).V == Approx(20 * 4448.2216152605));
    CHECK(forcesAt((*us)[0], ends::right).M == Approx(30 * 4448.2216152605 * 304.8));

    const auto column = readActions("set\tN\tV\tM\tN above\tN below\tM below\nU1\t1\t2\t3\t-4\t-5\t6", UnitSystem::SI);
    REQUIRE(column);
    CHECK(forcesAt((*column)[0], ends::above).N == Approx(-4000));
    CHECK(forcesAt((*column)[0], ends::below).M == Approx(6e6));
    CHECK(forcesAt(readActions("U1\t1\t2\t3", UnitSystem::US)->front(), ends::right).N == Approx(4448.2216152605));
}

TEST_CASE("a cell that is no number is told with its row and column, and nothing is taken", "[exchange][actions]") {
    const auto bad = readActions("set\tN\tV\tM\nU1\t1\tabout 20\t3\nU2\t1\tnan\t3", UnitSystem::SI);
    REQUIRE_FALSE(bad);
    REQUIRE(bad.error().size() == 2);
    CHECK(bad.error()[0].subject == "row 2, column 3");
    CHECK(sentenceOf(bad.error()[0]) == "\"about 20\" is not a number.");
    CHECK_FALSE(readActions("", UnitSystem::SI));
    CHECK_FALSE(readActions("\n\n", UnitSystem::SI));
}

TEST_CASE("what is copied can be pasted, in both unit systems", "[exchange][actions]") {
    const Joint joint = sample::demo().joints[2];
    const auto& sets = joint.actions;
    for (const UnitSystem units : {UnitSystem::SI, UnitSystem::US}) {
        const auto again = readActions(writeActions(joint, units), units);
        REQUIRE(again);
        REQUIRE(again->size() == sets.size());
        for (std::size_t i = 0; i < sets.size(); ++i) {
            CHECK((*again)[i].id == sets[i].id);
            CHECK(forcesAt((*again)[i], ends::left).M == Approx(forcesAt(sets[i], ends::left).M).epsilon(1e-8));
            CHECK(forcesAt((*again)[i], ends::below).N == Approx(forcesAt(sets[i], ends::below).N).epsilon(1e-8));
        }
    }
}

TEST_CASE("merging replaces sets of the same name and keeps the others", "[exchange][actions]") {
    auto sets = sample::extendedJob().joints[0].actions;
    mergeActions(sets, {sample::actions("R1", 0, 0, -1e6), sample::actions("new", 0, 0, 2e6)});
    REQUIRE(sets.size() == 3);
    CHECK(forcesAt(sets[1], ends::right).M == -1e6);
    CHECK(sets[2].id == "new");
}

TEST_CASE("forces out of the plane come in under their usual names and stay when nobody speaks of them", "[exchange][actions]") {
    const auto read = readActions("set\tNx\tVy (kN)\tVz\tMy\tMz\tMx\tV_y left\nU1\t1\t2\t3\t4\t5\t6\t7", UnitSystem::SI);
    REQUIRE(read);
    const ActionSet& set = read->front();
    CHECK(forcesOf(set, ends::right).N == Approx(1e3));
    CHECK(forcesOf(set, ends::right).V == Approx(3e3));
    CHECK(forcesOf(set, ends::right).M == Approx(4e6));
    REQUIRE(isOutOfPlane(forcesAt(set, ends::right)));
    CHECK(forcesAt(set, ends::right).V_y.value() == Approx(2e3));
    CHECK(forcesAt(set, ends::right).M_z.value() == Approx(5e6));
    CHECK(forcesAt(set, ends::right).T.value() == Approx(6e6));
    REQUIRE(isOutOfPlane(forcesAt(set, ends::left)));
    CHECK(forcesAt(set, ends::left).V_y.value() == Approx(7e3));

    std::vector<ActionSet> sets{set};
    Joint joint = sample::demo().joints[2];
    joint.actions = sets;
    const auto again = readActions(writeActions(joint, UnitSystem::US), UnitSystem::US);
    REQUIRE(again);
    CHECK(forcesAt(again->front(), ends::right).T.value() == Approx(6e6).epsilon(1e-8));
    CHECK(forcesAt(again->front(), ends::left).V_y.value() == Approx(7e3).epsilon(1e-8));

    mergeActions(sets, *readActions("set\tN\tV\tM\nU1\t10\t20\t30", UnitSystem::SI));
    CHECK(forcesAt(sets[0], ends::right).N == Approx(10e3));
    CHECK(forcesAt(sets[0], ends::right).M_z.value() == Approx(5e6));
    mergeActions(sets, *readActions("set\tV_y\tM_z\tT\nU1\t0\t0\t0", UnitSystem::SI));
    CHECK_FALSE(isOutOfPlane(forcesAt(sets[0], ends::right)));
    CHECK(isOutOfPlane(forcesAt(sets[0], ends::left)));

    const auto column = readActions("set\tN\tV_y below\nU1\t1\t2", UnitSystem::SI);
    REQUIRE_FALSE(column);
    CHECK(sentenceOf(column.error()[0]).find("V_y of the column cannot be taken") == 0);
    CHECK(readActions("set\tN\tV_y below\nU1\t1\t0", UnitSystem::SI));
}

namespace {

/// The refusal, which must exist and must hold these words.
void refuses(const std::string& table, const std::string& where, const std::string& words) {
    const auto read = readActions(table, UnitSystem::SI);
    INFO(table);
    REQUIRE_FALSE(read);
    INFO(joined(read.error()));
    CHECK(read.error()[0].subject == where);
    CHECK(sentenceOf(read.error()[0]).find(words) != std::string::npos);
}

} // namespace

TEST_CASE("units in tables are understood or refused with their place, never guessed", "[exchange][actions]") {
    const auto moment = [](const std::string& unit) {
        const auto read = readActions("set\tM [" + unit + "]\nU1\t2", UnitSystem::SI);
        if (!read) FAIL(joined(read.error()));
        return forcesAt(read->front(), ends::right).M;
    };
    constexpr double lbf = 4.4482216152605;
    CHECK(moment("ft-kip") == Approx(2000 * lbf * 304.8));
    CHECK(moment("lb-ft") == Approx(2 * lbf * 304.8));
    CHECK(moment("kNcm") == Approx(2e4));
    CHECK(moment("MNm") == Approx(2e9));
    CHECK(forcesAt(readActions("set\tM\n\t[kip·in]\nU1\t2", UnitSystem::SI)->front(), ends::right).M ==
          Approx(2000 * lbf * 25.4));
    CHECK(forcesAt(readActions("set;N kN;V / kN;M (kN m)\nU1;1;2;3", UnitSystem::US)->front(), ends::right).M == Approx(3e6));

    refuses("set\tM [mNm]\nU1\t2", "row 1, column 2", "not a unit that is understood");
    refuses("set\tM [kN]\nU1\t2", "row 1, column 2", "unit of force, but M is a moment");
    refuses("set\tN [kNm]\nU1\t2", "row 1, column 2", "unit of moment, but N is a force");
    refuses("set\tN\tM\n\tkN\tfoo\nU1\t2\t3", "row 2, column 3", "not a unit that is understood. Understood for M are");
    refuses("set\tN\tM\n\tkN\tkN\nU1\t2\t3", "row 2, column 3", "unit of force");
    refuses("set\tM [kNm]\n\tNm\nU1\t2", "row 2, column 2", "another unit");
    refuses("set\tM per metre\nU1\t2", "row 1, column 2", "\"per\" in the heading is not understood");
    refuses("set\tN\tQ\nU1\t2\t3", "row 1, column 3", "\"Q\" in the heading is not understood");
    refuses("set\tM column\nU1\t2", "row 1, column 2", "above or below");
}

TEST_CASE("decimal comma or thousands is decided from the whole column, else the table, else refused", "[exchange][actions]") {
    const auto first = [](const std::string& table) {
        const auto read = readActions(table, UnitSystem::SI);
        if (!read) FAIL(joined(read.error()));
        return forcesAt(read->front(), ends::right).N;
    };
    CHECK(first("set;N\nU1;1,250\nU2;3,5") == Approx(1250));       // 1.25 kN
    CHECK(first("set;N\nU1;1,250\nU2;3.5") == Approx(1250e3));     // 1250 kN
    CHECK(first("set;N;M\nU1;1,250;2,5\nU2;3;4") == Approx(1250)); // the other column tells
    CHECK(first("set;N\nU1;1.250,5") == Approx(1250.5e3));
    CHECK(first("set;N\nU1;1 250,5") == Approx(1250.5e3));
    CHECK(first("set,N,M\nU1,\"1,250.5\",3") == Approx(1250.5e3));
    CHECK(first("set;N\nU1;12.345") == Approx(12345));
    refuses("set;N\nU1;1,250", "row 2, column 2", "no other number of the table tells which");
    refuses("set;N\nU1;1,5\nU2;1.5", "column 2", "Some of its numbers have a decimal comma");
    refuses("set;N;M;V\nU1;1,250;2.5;3,5", "row 2, column 2", "\"1,250\"");
}

TEST_CASE("kinds of sets are words of a table, what is not in it is refused", "[exchange][actions]") {
    const auto kind = [](const std::string& word) {
        const auto read = readActions("set\tkind\tM\nA\t" + word + "\t1", UnitSystem::SI);
        if (!read) FAIL(joined(read.error()));
        return read->front().kind;
    };
    for (const char* word : {"ultimate", "ULS", "STR", "strength", "Seismic", "accidental", "STR-GEO", ""}) {
        INFO(word);
        CHECK(kind(word) == SetKind::Ultimate);
    }
    for (const char* word : {"serviceability", "SLS", "Service", "quasi-permanent", "characteristic"})
        CHECK(kind(word) == SetKind::Serviceability);
    refuses("set\tkind\tM\nA\tstorm\t1", "row 2, column 2", "not a kind of set that is understood");
    refuses("set\tkind\tM\nA\tS\t1", "row 2, column 2", "not a kind of set");
}

TEST_CASE("a set or a column that stands twice, and a row without numbers, are refused", "[exchange][actions]") {
    refuses("set\tN\tM\nU1\t1\t2\nU2\t1\t2\nU1\t3\t4", "row 4", "Set U1 stands twice; it is in row 2 already");
    refuses("set\tN\tM\tN right\nU1\t1\t2\t3", "row 1, column 4", "The column stands twice; the other is column 2");
    refuses("set\tN\tM\nU1\t\t\nU2\t3\t4", "row 2", "The row holds no number");
}

TEST_CASE("tables are CSV by RFC 4180, with or without a byte-order mark", "[exchange][actions]") {
    const auto read =
        readActions("\xef\xbb\xbfset,title,N [kN],M [kNm]\r\n\"U1\",\"wind, from \"\"north\"\"\",\"1.5\",2\r\n", UnitSystem::SI);
    REQUIRE(read);
    CHECK(read->front().id == "U1");
    CHECK(read->front().title == "wind, from \"north\"");
    CHECK(forcesAt(read->front(), ends::right).N == Approx(1500));
    refuses("set,N\n\"U1,2\nU2,3", "", "never closed");
    refuses("set,N\nU\"1,2", "", "quote where none may stand");
    refuses(std::string("\xff\xfes\0e\0t\0", 8), "", "UTF-16");
    std::vector<ActionSet> sets{sample::actions("A;\"1\"", 1e3, 0, 2e6)};
    sets[0].title = "two\nlines\tand a tab";
    Joint joint = sample::extendedJob().joints[0];
    joint.actions = sets;
    const auto again = readActions(writeActions(joint, UnitSystem::SI), UnitSystem::SI);
    REQUIRE(again);
    CHECK(again->front().id == sets[0].id);
    CHECK(again->front().title == sets[0].title);
}

TEST_CASE("forces on a member that the joint does not have are told", "[exchange][actions]") {
    const Joint joint = sample::extendedJob().joints[0];
    const auto sets = readActions("set\tM\tM left\tN above\nU1\t1\t2\t0", UnitSystem::SI);
    REQUIRE(sets);
    const Diagnostics lost = actionsWithoutMember(joint, *sets);
    REQUIRE(lost.size() == 1);
    CHECK(sentenceOf(lost[0]) == "M of the left beam: the joint has no beam on the left.");
}
