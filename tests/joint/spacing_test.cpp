#include "joint/detailing.h"
#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>

/// Table 3.3 and the clearances as numbers, for one joint worked by hand: worked example 2 (M24, d_0 26, washer 44).
using namespace zg;

namespace {

std::vector<Check> checks() {
    const Job job = sample::jobOf(sample::workedExtended());
    return detailingChecks(*resolve(job, job.joints[0]));
}

const Check& find(const std::vector<Check>& list, CheckCode code, int row = -1) {
    const auto at =
        std::find_if(list.begin(), list.end(), [&](const Check& c) { return c.code == code && (row < 0 || c.firstRow == row); });
    REQUIRE(at != list.end());
    return *at;
}

} // namespace

TEST_CASE("spacing and clearances have the values worked by hand", "[verification][table 3.3]") {
    const auto list = checks();
    struct Case {
        CheckCode code;
        int row;
        double value, least;
        const char* how;
    };
    const Case cases[] = {
        {CheckCode::EndDistance, 0, 45, 31.2, "90 − 45; 1.2·26"},
        {CheckCode::EndDistance, 3, 90, 31.2, "400 + 20 − 330"},
        {CheckCode::EdgeDistancePlate, 1, 45, 31.2, "(200 − 110)/2"},
        {CheckCode::EdgeDistanceFlange, 1, 85, 31.2, "(280 − 110)/2"},
        {CheckCode::GaugeLeast, 1, 110, 62.4, "2.4·26"},
        {CheckCode::PitchLeast, 0, 120, 57.2, "75 + 45; 2.2·26"},
        {CheckCode::PitchLeast, 1, 75, 57.2, "150 − 75"},
        {CheckCode::PitchLeast, 2, 180, 57.2, "330 − 150"},
        {CheckCode::BoltAtFlange, 0, 45 - 7 * 1.41421356, 22, "45 − 7√2; 44/2"},
        {CheckCode::BoltAtFlange, 1, 75 - 13.5 - 7 * 1.41421356, 22, "75 − 13.5 − 7√2"},
        {CheckCode::BoltAtFlange, 3, 400 - 13.5 - 330 - 7 * 1.41421356, 22, "386.5 − 330 − 7√2"},
        {CheckCode::BoltAtWeb, 1, 55 - 4.3 - 5 * 1.41421356, 22, "110/2 − 8.6/2 − 5√2"},
        {CheckCode::BoltAtColumnRoot, 1, 55 - 4 - 24, 39.55 / 2, "110/2 − 8/2 − 24"},
        {CheckCode::PlateCoversFlange, -1, 90, 7 * 1.41421356, "above"},
    };
    for (const Case& c : cases) {
        INFO(c.how);
        const Check& check = find(list, c.code, c.row);
        CHECK_REFERENCE(check.demand, (Reference{c.value, 1e-6, "mm", "geometry, by hand"}));
        CHECK_REFERENCE(check.resistance, (Reference{c.least, 1e-6, "mm", "EN 1993-1-8:2005 table 3.3 or washer size"}));
        CHECK(check.state == CheckState::Within);
    }
}

TEST_CASE("the largest pitch is asked for only when exposed", "[joint][table 3.3]") {
    Job job = sample::jobOf(sample::workedExtended());
    const auto has = [&] {
        const auto list = detailingChecks(*resolve(job, job.joints[0]));
        return std::any_of(list.begin(), list.end(), [](const Check& c) { return c.code == CheckCode::PitchLargest; });
    };
    CHECK_FALSE(has());
    job.settings.exposure = Exposure::Weather;
    CHECK(has());
    // min(14·13; 200) = 182 mm: the pitch of 180 is fine, 190 is not
    const auto list = detailingChecks(*resolve(job, job.joints[0]));
    CHECK_REFERENCE(find(list, CheckCode::PitchLargest, 2).resistance,
                    (Reference{182, 1e-9, "mm", "EN 1993-1-8:2005 table 3.3, 14·13"}));
    CHECK(find(list, CheckCode::PitchLargest, 2).state == CheckState::Within);
    endPlate(job.joints[0], ends::right).rows[3].position = 345;
    CHECK(find(detailingChecks(*resolve(job, job.joints[0])), CheckCode::PitchLargest, 2).state == CheckState::Over);
}
