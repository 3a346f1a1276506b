#include "joint/part.h"
#include "joint/end_id.h"
#include <catch2/catch.hpp>

using namespace zg;

TEST_CASE("Ids of parts come back from their text, and stand in words in a message") {
    for (int kind = 0; kind <= static_cast<int>(lastPartKind); ++kind) {
        for (const EndId side : {ends::right, ends::left}) {
            PartRef part{static_cast<PartKind>(kind), side, 0};
            const std::string id = partId(part);
            INFO(id);
            const auto back = partOfId(id);
            REQUIRE(back);
            CHECK(partId(*back) == id);
            CHECK(withPartNames("What " + id + " does.") == "What " + partName(*back, true) + " does.");
        }
    }
    CHECK(withPartNames("right.weld.top.block, left.row.12 can move freely.") ==
          "top flange weld, right, bolt row 12, left can move freely.");
    for (const char* plain : {"", "No equilibrium beyond 0.5 of set U1.", "a.b and right.nothing stay", "Ends so.then goes on"})
        CHECK(withPartNames(plain) == plain);
}
