#include "joint/edit.h"
#include "session/ask.h"
#include "session/session.h"
#include "support/joints.h"
#include "support/parts.h"
#include <QTemporaryDir>

using namespace zg;

TEST_CASE("edits in words do what they say", "[session][ask]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj")));
    const auto ask = [&](const char* words) {
        const auto list = directEdits(s, QString::fromUtf8(words));
        INFO(words);
        REQUIRE_FALSE(list.empty());
        list.front().act();
    };
    ask("plate 22");
    CHECK(endPlate(*s.current(), ends::right).plate.thickness == 22);
    ask("bolts M24 10.9");
    CHECK(endPlate(*s.current(), ends::right).bolts.size == "M24");
    CHECK(endPlate(*s.current(), ends::right).bolts.grade == "10.9");
    ask("gauge 105");
    CHECK(endPlate(*s.current(), ends::right).bolts.gauge == 105);
    ask("column heb 220");
    CHECK(throughMember(*s.current())->section == "HEB 220");
    ask("add doubler");
    CHECK(findFitting<DoublerSpec>(*s.current()));
    ask("remove doubler");
    CHECK_FALSE(findFitting<DoublerSpec>(*s.current()));
    ask("add stiffener bottom");
    CHECK(hasFitting(*s.current(), {FittingKind::StiffenerBottom, ends::right, 0}));
    ask("steel s355");
    CHECK(endPlate(*s.current(), ends::right).plate.steel == "S355");
    ask("go B3");
    CHECK(s.current()->mark == "B3");
    ask("left plate 18");
    CHECK(endPlate(*s.current(), ends::left).plate.thickness == 18);
    CHECK(endPlate(*s.current(), ends::right).plate.thickness != 18);
    ask("unbraced");
    CHECK(s.current()->frame == FrameKind::Unbraced);
    CHECK(directEdits(s, QStringLiteral("make tea")).empty());
    CHECK(directEdits(s, QString()).empty());
}

TEST_CASE("the ask bar speaks of what the joint has", "[session][ask]") {
    const QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj")));
    s.setCurrent(findJoint(s.job(), "N1")->id);
    CHECK(directEdits(s, QStringLiteral("left plate 30")).empty()); // welded: there is no plate to change
    REQUIRE(directEdits(s, QStringLiteral("left weld 12")).size() == 1);
    directEdits(s, QStringLiteral("left weld 12")).front().act();
    CHECK(std::get<DirectWeld>(findConnection(*s.current(), ends::left)->how).topWeld.throat == 12);
    REQUIRE(directEdits(s, QStringLiteral("front bolts M16 10.9")).size() == 1);
    directEdits(s, QStringLiteral("front bolts M16 10.9")).front().act();
    const FinPlate fin = std::get<FinPlate>(findConnection(*s.current(), ends::front)->how);
    CHECK(fin.size == "M16");
    CHECK(fin.grade == "10.9");
    s.setCurrent(findJoint(s.job(), "S1")->id);
    CHECK(directEdits(s, QStringLiteral("doubler 12")).empty());
    CHECK(directEdits(s, QStringLiteral("column heb 300")).empty());
    CHECK(directEdits(s, QStringLiteral("add stiffener")).empty());
    CHECK(directEdits(s, QStringLiteral("plate 30")).size() == 1);
}
