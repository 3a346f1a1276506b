#include "joint/edit.h"
#include "joint/first_layout.h"
#include "joint/parameters.h"
#include "joint/validate.h"
#include "support/joints.h"
#include <algorithm>
#include <cmath>

using namespace zg;

namespace {
ResolvedJoint resolved(const Job& job) {
    const auto r = resolve(job, job.joints[0]);
    if (!r) FAIL(joined(r.error()));
    return *r;
}
} // namespace

TEST_CASE("a typed dimension reads back as typed and moves only what it should", "[joint]") {
    Job job = sample::extendedJob();
    const EndPlate before = endPlate(job.joints[0], ends::right);
    const DimensionRef refs[] = {{DimensionKind::EdgeTop, ends::right, 0},    {DimensionKind::Pitch, ends::right, 0},
                                 {DimensionKind::Pitch, ends::right, 1},      {DimensionKind::Pitch, ends::right, 2},
                                 {DimensionKind::EdgeBottom, ends::right, 0}, {DimensionKind::Gauge, ends::right, 0},
                                 {DimensionKind::PlateWidth, ends::right, 0}};
    for (const DimensionRef& ref : refs) {
        endPlate(job.joints[0], ends::right) = before;
        const double value = dimensionValue(resolved(job), ref) + 7;
        setDimension(job.joints[0], resolved(job), ref, value);
        CHECK(dimensionValue(resolved(job), ref) == Approx(value));
        int moved = 0;
        for (std::size_t i = 0; i < before.rows.size(); ++i)
            moved += endPlate(job.joints[0], ends::right).rows[i].position != before.rows[i].position ? 1 : 0;
        CHECK(moved == (ref.kind == DimensionKind::Pitch ? 1 : 0));
    }
}

TEST_CASE("every fitting can be added and taken away again without a trace", "[joint]") {
    Job job = sample::extendedJob();
    const auto isOfHaunch = [](FittingKind kind) {
        return kind == FittingKind::ToeStiffener || kind == FittingKind::HaunchStiffener;
    };
    for (int k = 0; k <= static_cast<int>(FittingKind::Beam); ++k) {
        const FittingKind kind = static_cast<FittingKind>(k);
        through(job.joints[0]).endAbove.reset();
        framing(job.joints[0], ends::right).haunchBelow.reset();
        if (kind == FittingKind::TopPlate) through(job.joints[0]).endAbove = 120;
        if (isOfHaunch(kind)) addFitting(job.joints[0], resolved(job), {FittingKind::HaunchBelow, ends::right, 0});
        FittingRef ref{static_cast<FittingKind>(k), ends::right, 200};
        if (ref.kind == FittingKind::Beam) ref.side = ends::left;
        if (ref.kind == FittingKind::Row || ref.kind == FittingKind::WebPlate) continue;
        Joint j = job.joints[0];
        REQUIRE_FALSE(hasFitting(j, ref));
        addFitting(j, resolved(job), ref);
        CHECK(hasFitting(j, ref));
        CHECK(verify(sample::jobOf(j), j).has_value());
        removeFitting(j, ref);
        CHECK(j == job.joints[0]);
    }
}

TEST_CASE("a welded end takes ribs, a haunch or a bolted web, and none of them twice", "[joint]") {
    Job job = sample::extendedJob();
    const Section& beam = *findSection(member(job.joints[0], ends::right).section);
    findConnection(job.joints[0], ends::right)->how = weldedLayout(beam, "S355");
    const FittingRef row{FittingKind::Row, ends::right}, web{FittingKind::WebPlate, ends::right};
    CHECK_FALSE(canTake(resolved(job), row));
    for (const FittingKind kind :
         {FittingKind::RibTop, FittingKind::RibBottom, FittingKind::HaunchBelow, FittingKind::WebPlate}) {
        const FittingRef ref{kind, ends::right};
        Joint j = job.joints[0];
        REQUIRE(canTake(resolved(job), ref));
        addFitting(j, resolved(job), ref);
        CHECK(hasFitting(j, ref));
        CHECK(verify(sample::jobOf(j), j).has_value());
        const auto with = resolve(sample::jobOf(j), j);
        REQUIRE(with);
        if (kind == FittingKind::HaunchBelow) CHECK_FALSE(canTake(*with, web));
        if (kind != FittingKind::HaunchBelow) CHECK_FALSE(canTake(*with, {FittingKind::HaunchBelow, ends::right}));
        if (kind == FittingKind::WebPlate) {
            CHECK(parametersOf(j, {PartKind::FinPlate, ends::right}).size() > 10);
            CHECK(parametersOf(j, {PartKind::WeldWeb, ends::right}).empty()); // there is no such weld any more
            CHECK(removePart(j, {PartKind::FinPlate, ends::right}));
        } else {
            removeFitting(j, ref);
        }
        CHECK(j == job.joints[0]);
    }
}

TEST_CASE("rows stay in order whatever is moved, and room is found only where there is some", "[joint]") {
    Job job = sample::extendedJob();
    Joint& j = job.joints[0];
    const int place = moveRow(j, ends::right, 0, 300);
    CHECK(place > 0);
    CHECK(std::is_sorted(endPlate(j, ends::right).rows.begin(), endPlate(j, ends::right).rows.end(),
                         [](const BoltRowSpec& a, const BoltRowSpec& b) { return a.position < b.position; }));
    const auto room = roomForRow(resolved(job), ends::right);
    REQUIRE(room);
    for (const BoltRowSpec& r : endPlate(j, ends::right).rows) CHECK(std::abs(r.position - *room) >= 2.2 * 26 - 3);
    for (int i = 0; i < 12; ++i) {
        const auto next = roomForRow(resolved(job), ends::right);
        if (!next) break;
        addFitting(j, resolved(job), {FittingKind::Row, ends::right, *next});
    }
    CHECK_FALSE(roomForRow(resolved(job), ends::right));
}

TEST_CASE("a dragged row snaps to five millimetres and to the least clearances", "[joint]") {
    const Job job = sample::extendedJob();
    const ResolvedJoint r = resolved(job);
    CHECK(std::fmod(snappedRow(r, ends::right, 1, 203.3), 5.0) == 0.0);
    const double leg = endPlate(job.joints[0], ends::right).topWeld.throat * std::sqrt(2.0);
    const double limit = std::round(13.5 + std::ceil(leg + r.main().bolt.washerOuter / 2));
    CHECK(snappedRow(r, ends::right, 1, limit + 2) == limit);
}

TEST_CASE("parameters of a part can be listed and set by their path", "[joint]") {
    Joint j = sample::extendedJob().joints[0];
    const PartRef plate{PartKind::EndPlate};
    const auto list = parametersOf(j, plate);
    CHECK(list.size() == 5);
    const FieldPath thickness(std::string_view("connections/right/end_plate/plate/thickness_mm"));
    CHECK(list.front().path == thickness);
    CHECK(setField(j, thickness, 32.0));
    CHECK(endPlate(j, ends::right).plate.thickness == 32);
    CHECK_FALSE(setField(j, thickness, std::string("thick")));
    CHECK_FALSE(setField(j, FieldPath(std::string_view("connections/right/end_plate/plate/colour")), 1.0));
    CHECK(parametersOf(j, {PartKind::Doubler}).empty());
    CHECK(setField(j, FieldPath{"members", "right", "framing", "span_mm"}, std::monostate{}));
    CHECK_FALSE(framing(j, ends::right).span);
}

TEST_CASE("numbers out of range are found all at once, named with value and limit", "[joint]") {
    Joint j = sample::extendedJob().joints[0];
    endPlate(j, ends::right).plate.thickness = -4;
    endPlate(j, ends::right).bolts.gauge = std::nan("");
    forcesOf(j.actions[0], ends::right).M = 1e40;
    const Diagnostics found = validate(j);
    REQUIRE(found.size() == 3);
    CHECK(placeOf(found[0]) == "W1/connections/right/end_plate/plate/thickness_mm");
    CHECK(sentenceOf(found[0]).find("-4 mm") != std::string::npos);
    CHECK(sentenceOf(found[0]).find("3 mm to 200 mm") != std::string::npos);
    CHECK(sentenceOf(found[1]).find("not a finite number") != std::string::npos);
}
