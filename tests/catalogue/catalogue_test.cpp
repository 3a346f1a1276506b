#include "catalogue/bolts.h"
#include "catalogue/sections.h"
#include "catalogue/steels.h"
#include "catalogue/stock.h"
#include "support/reference.h"

using namespace zg;

TEST_CASE("sections are found as people type them", "[catalogue]") {
    REQUIRE(findSection("hea240"));
    CHECK(findSection("HE 240 A") == nullptr);
    CHECK(findSection("HEA 240")->h == 230);
    const auto found = searchSections("hea2");
    REQUIRE(found.size() >= 5);
    CHECK(found.front()->designation == "HEA 200");
    for (const Section* s : searchSections("", "UC")) CHECK(s->series == "UC");
    CHECK(searchSections("nothing like it").empty());
    CHECK(catalogueSections().size() == 221 + 270);
}

TEST_CASE("a user-made section with a catalogue section's dimensions has its properties", "[catalogue]") {
    // Independent method: the table's columns were made and checked by another program (data/check_tables.py).
    for (const char* name : {"IPE 300", "HEB 240", "HEM 300", "UB 457x191x82"}) {
        const Section* s = findSection(name);
        REQUIRE(s);
        CustomSection c;
        c.designation = "own";
        c.isWelded = false;
        c.h = s->h;
        c.b = s->b;
        c.t_w = s->t_w;
        c.t_f = s->t_f;
        c.rootRadius = s->r;
        const Section made = makeSection(c);
        CHECK_SAME(made.A, s->A, 1e-4);
        CHECK_SAME(made.I_y, s->I_y, 1e-4);
        CHECK_SAME(made.W_pl_y, s->W_pl_y, 1e-4);
        CHECK_SAME(made.I_z, s->I_z, 1e-4);
    }
}

TEST_CASE("steel strength depends on thickness band and table", "[catalogue]") {
    CHECK(findSteel("S355", 40, StrengthSource::EurocodeTable)->f_y == 355);
    CHECK(findSteel("S355", 40.1, StrengthSource::EurocodeTable)->f_y == 335);
    CHECK(findSteel("S355", 20, StrengthSource::ProductStandard)->f_y == 345);
    CHECK_FALSE(findSteel("S355", 81, StrengthSource::EurocodeTable));
    CHECK_FALSE(findSteel("S999", 10, StrengthSource::EurocodeTable));
    CHECK_FALSE(findSteel("S355", -1, StrengthSource::EurocodeTable));
}

TEST_CASE("bolts, classes and stock are there", "[catalogue]") {
    REQUIRE(findBoltSize("M24"));
    CHECK(findBoltSize("M24")->set == "ISO");
    CHECK(findBoltSize("M24")->A_s == 353);
    CHECK(findBoltSize("M24")->d_0 == 26);
    REQUIRE(findBoltClass("10.9"));
    CHECK(findBoltClass("10.9")->alpha_v_thread == 0.5);
    // AISC 360-16 table J3.2: 120 ksi of Group A.
    CHECK(findBoltClass("A-120")->f_ub == 830);
    CHECK(isMadeIn(*findBoltSize("7/8 in"), *findBoltClass("A-120")));
    CHECK_FALSE(isMadeIn(*findBoltSize("M24"), *findBoltClass("A-120")));
    CHECK(likeClass(*findBoltSize("7/8 in"), *findBoltClass("8.8")).name == "A-120");
    CHECK(likeClass(*findBoltSize("M24"), *findBoltClass("B-150")).name == "10.9");
    CHECK(isPreloadable(*findBoltSize("M24 HV"), *findBoltClass("10.9")));
    CHECK_FALSE(isPreloadable(*findBoltSize("M24"), *findBoltClass("10.9")));
    CHECK_FALSE(isPreloadable(*findBoltSize("M24 HR"), *findBoltClass("5.6")));
    CHECK(stockPlates(false).size() > 15);
    CHECK(stockFillets(true).front().size < 3);
}
