#include "exchange/job_file.h"
#include "support/joints.h"
#include "support/v1_joints.h"
#include <nlohmann/json.hpp>

/// Files of version 1 become nodes; what version 1 said is said by version 2.
using namespace zg;

TEST_CASE("files of version 1 are read, written as version 2 and read again to the same job", "[exchange][upgrade]") {
    for (std::uint32_t seed = 0; seed < 200; ++seed) {
        const auto old = readJob(sample::v1Job(seed));
        INFO("seed " << seed);
        REQUIRE(old);
        const std::string text = writeJob(old->job);
        CHECK(nlohmann::json::parse(text)["version"] == 2);
        const auto again = readJob(text);
        REQUIRE(again);
        CHECK(again->job == old->job);
        CHECK(again->notes.empty());
    }
}

TEST_CASE("every block of version 1 has its place in the node", "[exchange][upgrade]") {
    const char* text = R"({"format": "zealous-girder-job", "version": 1, "joints": [{"id": "a", "mark": "B1", "column":
        {"member": {"section": "HEB 240"}, "end_above_mm": 90, "storey_height_mm": 3500, "roughcast": true},
        "right": {"beam": {"section": "IPE 400"}, "slope_deg": 5, "level_mm": 70, "span_mm": 8000, "plate": {"thickness_mm": 18},
          "rows": [{"position_mm": 60}], "rib_top": {"thickness_mm": 9}, "backing_bottom": {"thickness_mm": 11}, "paint": "grey"},
        "left": {"beam": {"section": "IPE 300"}, "level_mm": -40, "stiffener_bottom": {"thickness_mm": 13}},
        "doubler": {"thickness_mm": 8}, "diagonal": {"thickness_mm": 7},
        "plates": {"right_end": "everything", "gravity_shear_left_kN": 12, "modes": 3},
        "actions": [{"id": "U1", "right": {"M_kNm": 5}, "right_out_of_plane": {"V_y_kN": 2}, "left": {"V_kN": 3},
          "column_below": {"N_kN": -7}}]}]})";
    const auto read = readJob(text);
    REQUIRE(read);
    const Joint& j = read->job.joints[0];
    REQUIRE(throughMember(j));
    CHECK(throughMember(j)->section == "HEB 240");
    CHECK(std::get<Through>(throughMember(j)->placement).endAbove == 90.0);
    CHECK(framing(j, ends::right).span == 8000.0);
    CHECK(framing(j, ends::right).level == 0); // the right beam's flange was the level of the node, whatever it said
    CHECK(framing(j, ends::left).level == -40);
    CHECK(framing(j, ends::right).farEnd == EndCarries::Everything);
    CHECK(framing(j, ends::left).gravityShear == 12e3);
    CHECK(endPlate(j, ends::right).plate.thickness == 18);
    CHECK(endPlate(j, ends::right).rows.size() == 1);
    CHECK(findFitting<RibSpec>(j, Anchor{ends::right, FlangeSide::Top})->thickness == 9);
    CHECK(findFitting<BackingSpec>(j, Anchor{ends::right, FlangeSide::Bottom})->thickness == 11);
    CHECK(findFitting<StiffenerSpec>(j, Anchor{ends::left, FlangeSide::Bottom})->thickness == 13);
    CHECK(findFitting<DoublerSpec>(j)->thickness == 8);
    CHECK(findFitting<DiagonalSpec>(j)->thickness == 7);
    CHECK(platesOf(j).modes == 3);
    CHECK(forcesAt(j.actions[0], ends::right).M == 5e6);
    CHECK(forcesAt(j.actions[0], ends::right).V_y == 2e3);
    CHECK(forcesAt(j.actions[0], ends::below).N == -7e3);
    CHECK_FALSE(findForces(j.actions[0], ends::above));
    // What version 1 did not know stays beside what it stood with.
    const auto written = nlohmann::json::parse(writeJob(read->job));
    CHECK(written["joints"][0]["members"][0]["through"]["roughcast"] == true);
    CHECK(written["joints"][0]["connections"][0]["end_plate"]["paint"] == "grey");
}

TEST_CASE("forces that version 1 never used are told when they go", "[exchange][upgrade]") {
    auto document = nlohmann::json::parse(sample::v1Job(2));
    document["joints"][0].erase("left");
    for (auto& set : document["joints"][0]["actions"]) set["left"] = {{"M_kNm", 10}};
    const auto read = readJob(document.dump());
    REQUIRE(read);
    REQUIRE_FALSE(read->notes.empty());
    CHECK(joined(read->notes).find("no beam on the left") != std::string::npos);
}
