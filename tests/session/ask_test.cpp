#include "session/ask.h"
#include "session/session.h"
#include "support/joints.h"
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
    CHECK(s.current()->right.plate.thickness == 22);
    ask("bolts M24 10.9");
    CHECK(s.current()->right.bolts.size == "M24");
    CHECK(s.current()->right.bolts.grade == "10.9");
    ask("gauge 105");
    CHECK(s.current()->right.bolts.gauge == 105);
    ask("column heb 220");
    CHECK(s.current()->column.member.section == "HEB 220");
    ask("add doubler");
    CHECK(s.current()->doubler);
    ask("remove doubler");
    CHECK_FALSE(s.current()->doubler);
    ask("add stiffener bottom");
    CHECK(s.current()->right.stiffenerBottom);
    ask("steel s355");
    CHECK(s.current()->right.plate.steel == "S355");
    ask("go B3");
    CHECK(s.current()->mark == "B3");
    ask("left plate 18");
    CHECK(s.current()->left->plate.thickness == 18);
    CHECK(s.current()->right.plate.thickness != 18);
    ask("unbraced");
    CHECK(s.current()->frame == FrameKind::Unbraced);
    CHECK(directEdits(s, QStringLiteral("make tea")).empty());
    CHECK(directEdits(s, QString()).empty());
}
