#include "joint/detailing.h"
#include "joint/first_layout.h"
#include "support/laid_out.h"
#include "words/phrases.h"
#include <algorithm>

using namespace zg;

namespace {
bool breaks(const Joint& joint, CheckCode code) {
    const Job job = sample::jobOf(joint);
    const auto r = resolve(job, job.joints[0]);
    if (!r) FAIL(joined(r.error()));
    const auto checks = detailingChecks(*r);
    return std::any_of(checks.begin(), checks.end(),
                       [&](const Check& c) { return c.code == code && c.state == CheckState::Over; });
}
/// A limit that is broken from below is "at least", from above "at most".
bool saysRightWay(const JointResult& r) {
    return std::all_of(r.checks.begin(), r.checks.end(), [](const Check& c) {
        if (c.group != CheckGroup::Detailing || c.state != CheckState::Over || c.code == CheckCode::NoRows) return true;
        const std::string said = numbersOf(c, UnitSystem::SI);
        return (c.demand > c.resistance) == (said.find("at most") != std::string::npos);
    });
}
Joint start() { return sample::extendedJob().joints[0]; }
} // namespace

TEST_CASE("the first layout obeys every detailing rule for usual pairs", "[joint][detailing]") {
    const char* pairs[][2] = {{"HEB 200", "IPE 300"}, {"HEB 240", "IPE 400"}, {"HEA 300", "IPE 450"},
                              {"HEB 300", "IPE 500"}, {"HEM 300", "IPE 600"}, {"UC 254x254x89", "UB 457x191x67"},
                              {"W12x96", "W18x50"}};
    for (const auto& pair : pairs) {
        for (const PlateReach reach : {PlateReach::Flush, PlateReach::ExtendedTop, PlateReach::ExtendedBoth}) {
            Joint j = start();
            putColumn(j, {pair[0], "S355"});
            frame(j, ends::right, {pair[1], "S355"}, firstLayout(*findSection(pair[0]), *findSection(pair[1]), "S355", reach));
            const Job job = sample::jobOf(j);
            const auto r = resolve(job, job.joints[0]);
            REQUIRE(r);
            for (const Check& c : detailingChecks(*r)) {
                INFO(pair[0] << ", " << pair[1] << ", check " << static_cast<int>(c.code) << ": " << c.demand << " against "
                             << c.resistance);
                CHECK(c.state != CheckState::Over);
            }
        }
    }
}

TEST_CASE("apexes and knees of like and unlike members obey every detailing rule as first laid out",
          "[joint][detailing][haunch]") {
    const char* pairs[][2] = {{"IPE 300", "IPE 300"}, {"IPE 600", "IPE 600"}, {"HEB 400", "HEB 400"}, {"HEB 600", "HEB 600"},
                              {"IPE 450", "IPE 500"}, {"IPE 300", "IPE 500"}, {"IPE 600", "IPE 330"}, {"HEB 400", "IPE 500"}};
    for (const Recipe* recipe : {&apexRecipe, &kneeRecipe})
        for (const auto& pair : pairs)
            for (const double slope : {0.0, 8.0, 20.0, -8.0, -15.0}) { // below nil: the rafter falls away from a knee
                if (slope < 0 && recipe == &apexRecipe) continue;
                Job job;
                Joint j;
                RecipeInput in;
                in.beam = {pair[0], "S355"};
                if (pair[0] != std::string(pair[1])) in.other = MemberSpec{pair[1], "S355"};
                in.slope = (recipe == &apexRecipe ? -slope : slope) * 0.017453292519943295;
                INFO(recipe->key << ", " << pair[0] << ", " << pair[1] << ", " << slope);
                REQUIRE(layOut(j, *recipe, job, in));
                const auto r = resolve(job, j);
                REQUIRE(r);
                for (const Check& c : detailingChecks(*r)) {
                    INFO("check " << static_cast<int>(c.code) << ": " << c.demand << " against " << c.resistance);
                    CHECK(c.state != CheckState::Over);
                }
            }
}

TEST_CASE("geometry that cannot be built is found, and the rest is still computed", "[joint][detailing]") {
    struct Case {
        const char* name;
        CheckCode code;
        void (*spoil)(Joint&);
    };
    const Case cases[] = {
        {"bolts on one spot", CheckCode::BoltsCoincide,
         [](Joint& j) { endPlate(j, ends::right).rows[2].position = endPlate(j, ends::right).rows[1].position + 4; }},
        {"rows too close", CheckCode::PitchLeast,
         [](Joint& j) { endPlate(j, ends::right).rows[2].position = endPlate(j, ends::right).rows[1].position + 45; }},
        {"bolt through the flange", CheckCode::BoltAtFlange, [](Joint& j) { endPlate(j, ends::right).rows[1].position = 6; }},
        {"plate smaller than the beam", CheckCode::PlateCoversFlange,
         [](Joint& j) { endPlate(j, ends::right).plate.below = -30; }},
        {"plate narrower than the beam", CheckCode::PlateWidthBeam, [](Joint& j) { endPlate(j, ends::right).plate.width = 170; }},
        {"plate wider than the column", CheckCode::PlateWidthColumn,
         [](Joint& j) { endPlate(j, ends::right).plate.width = 300; }},
        {"row outside the plate", CheckCode::RowOutsidePlate, [](Joint& j) { endPlate(j, ends::right).rows[0].position = -200; }},
        {"row above the column", CheckCode::RowOutsideColumn, [](Joint& j) { through(j).endAbove = 20; }},
        {"bolt in the stiffener", CheckCode::BoltAtStiffener,
         [](Joint& j) {
             fitting<StiffenerSpec>(j, ends::right, FlangeSide::Top) = StiffenerSpec{};
             endPlate(j, ends::right).rows[1].position = 12;
         }},
        {"edge distance", CheckCode::EdgeDistancePlate, [](Joint& j) { endPlate(j, ends::right).bolts.gauge = 160; }},
        {"gauge over the root", CheckCode::BoltAtColumnRoot, [](Joint& j) { endPlate(j, ends::right).bolts.gauge = 70; }},
        {"thin throat", CheckCode::ThroatLeast, [](Joint& j) { endPlate(j, ends::right).webWeld.throat = 2; }},
        {"no rows", CheckCode::NoRows, [](Joint& j) { endPlate(j, ends::right).rows.clear(); }},
        {"stiffener past the flange", CheckCode::StiffenerWidth,
         [](Joint& j) {
             fitting<StiffenerSpec>(j, ends::right, FlangeSide::Top) = StiffenerSpec{};
             fitting<StiffenerSpec>(j, ends::right, FlangeSide::Top).width = 200;
         }},
        {"slender diagonal", CheckCode::StiffenerClass,
         [](Joint& j) {
             diagonal(j) = DiagonalSpec{};
             diagonal(j).thickness = 5;
         }},
        {"thin throat of a rib", CheckCode::ThroatLeast,
         [](Joint& j) {
             fitting<RibSpec>(j, ends::right, FlangeSide::Top) = RibSpec{};
             fitting<RibSpec>(j, ends::right, FlangeSide::Top).throat = 2;
         }},
        {"thin throat of a doubler", CheckCode::ThroatLeast,
         [](Joint& j) {
             doubler(j) = DoublerSpec{12, 1, {WeldKind::Fillet, 2}, "S275"};
         }},
        {"no plate for the rib", CheckCode::RibFits,
         [](Joint& j) {
             fitting<RibSpec>(j, ends::right, FlangeSide::Bottom) = RibSpec{};
             endPlate(j, ends::right).plate.below = 12;
         }},
        {"pitch too large when exposed, gauge too small", CheckCode::GaugeLeast,
         [](Joint& j) { endPlate(j, ends::right).bolts.gauge = 60; }},
        {"edge of the column flange", CheckCode::EdgeDistanceFlange,
         [](Joint& j) { endPlate(j, ends::right).bolts.gauge = 200; }},
        {"washer on the web weld", CheckCode::BoltAtWeb, [](Joint& j) { endPlate(j, ends::right).bolts.gauge = 55; }},
        {"thin doubler", CheckCode::DoublerThickness,
         [](Joint& j) {
             doubler(j) = DoublerSpec{5, 1, {}, "S275"};
         }},
    };
    for (const Case& c : cases) {
        Joint j = start();
        INFO(c.name);
        CHECK_FALSE(breaks(j, c.code));
        c.spoil(j);
        CHECK(breaks(j, c.code));
        const JointResult r = sample::verified(sample::jobOf(j));
        CHECK(r.state == CheckState::Over);
        CHECK(r.connections.size() == 2);
        CHECK(saysRightWay(r));
    }
}

TEST_CASE("a haunch that cannot be cut or welded as drawn is found, and said the right way round", "[joint][detailing][haunch]") {
    struct Case {
        const char* name;
        CheckCode code;
        void (*spoil)(Joint&, HaunchSpec&);
    };
    const Case cases[] = {
        {"deeper than its cutting", CheckCode::HaunchCut, [](Joint&, HaunchSpec& h) { h.depth = 560, h.length = 1800; }},
        {"too flat", CheckCode::HaunchAngleLeast, [](Joint&, HaunchSpec& h) { h.length = 6000; }},
        {"too steep", CheckCode::HaunchAngleLargest, [](Joint&, HaunchSpec& h) { h.length = 250; }},
        {"thin flange", CheckCode::HaunchFlangeThickness,
         [](Joint&, HaunchSpec& h) {
             h.made = HaunchPlates{190, 8, 10};
         }},
        {"weaker steel", CheckCode::HaunchSteel, [](Joint&, HaunchSpec& h) { h.steel = "S235"; }},
        {"fillets in a sharp corner", CheckCode::FilletAngle,
         [](Joint&, HaunchSpec& h) { h.length = 600, h.flangeWeld.kind = WeldKind::Fillet; }},
    };
    for (const Case& c : cases) {
        RecipeInput in;
        in.column = {"HEB 280", "S355"};
        in.beam = {"IPE 450", "S355"};
        Joint j = sample::laidOut(eavesRecipe, in, "E1").joints[0];
        INFO(c.name);
        CHECK_FALSE(breaks(j, c.code));
        c.spoil(j, *findFraming(j, ends::right)->haunchBelow);
        CHECK(breaks(j, c.code));
        CHECK(saysRightWay(sample::verified(sample::jobOf(j))));
    }
}
