#include "support/joints.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <algorithm>

using namespace zg;

namespace {
bool holds(const std::vector<std::string>& list, const char* part) {
    return std::any_of(list.begin(), list.end(), [&](const std::string& s) { return s.find(part) != std::string::npos; });
}
} // namespace

TEST_CASE("titles name rows, side and sign where they matter", "[words]") {
    Check c;
    c.code = CheckCode::EndPlateBending;
    c.firstRow = 0;
    c.lastRow = 0;
    CHECK(titleOf(c, false) == "End plate in bending, row 1");
    c.lastRow = 2;
    c.side = ends::left;
    c.isReversed = true;
    CHECK(titleOf(c, true) == "End plate in bending, rows 1 to 3, left, reversed");
    c.group = CheckGroup::NotDone;
    c.firstRow = -1;
    CHECK(titleOf(c, true) == "End plate in bending");
}

TEST_CASE("numbers of a check are told with unit, in both systems", "[words]") {
    Check c;
    c.demand = 365.9e3;
    c.resistance = 474.8e3;
    CHECK(numbersOf(c, UnitSystem::SI) == "demand 365.9 kN, resistance 474.8 kN");
    CHECK(numbersOf(c, UnitSystem::US) == "demand 82.26 kip, resistance 106.74 kip");
    c.group = CheckGroup::Detailing;
    c.code = CheckCode::EndDistance;
    c.quantity = Quantity::Length;
    c.demand = 25;
    c.resistance = 31.2;
    CHECK(numbersOf(c, UnitSystem::SI) == "25 mm, at least 31.2 mm");
    c.code = CheckCode::PlateWidthColumn;
    CHECK(numbersOf(c, UnitSystem::SI) == "25 mm, at most 31.2 mm");
}

TEST_CASE("the assumptions say what the answer hangs on", "[words]") {
    Job job = sample::extendedJob();
    const auto list = [&] {
        const auto r = resolve(job, job.joints[0]);
        REQUIRE(r);
        return assumptionsOf(*r, verify(*r, 0));
    };
    CHECK(holds(list(), "given at the face of the column"));
    CHECK(holds(list(), "not braced (25 E I_b / L_b)"));
    CHECK(holds(list(), "K_b / K_c ≥ 0.1 of 5.2.2.5 is assumed"));
    CHECK(holds(list(), "Some sets give no column forces"));
    CHECK_FALSE(holds(list(), "slopes"));
    job.joints[0].reference = ActionReference::Node;
    framing(job.joints[0], ends::right).slope = 0.1;
    doubler(job.joints[0]) = DoublerSpec{};
    job.settings.gamma_M0 = 1.1;
    CHECK(holds(list(), "given at the node"));
    CHECK(holds(list(), "The right beam slopes"));
    CHECK(holds(list(), "counts once in the shear area"));
    CHECK(holds(list(), "γM0 1.1"));
}

TEST_CASE("the verdict of joints without sets, without load, and of those not computed", "[words]") {
    Job job = sample::extendedJob();
    job.joints[0].actions.clear();
    CHECK(sentence(verdictOf(sample::verified(job), false, FrameKind::Unbraced, UnitSystem::SI))
              .find("has no ultimate action set. Moment resistance") != std::string::npos);
    CHECK(sample::verified(job).connections.size() == 2);
    CHECK(sample::verified(job).state == CheckState::NotDone);
    CHECK(sample::verified(job).governing == -1);
    job.joints[0].actions = {sample::actions("Z", 0, 0, 0)};
    CHECK(sample::verified(job).state == CheckState::Within);
    const Verdict v = verdictOf("B9", Diagnostics{{Severity::Error, "x", "First."}, {Severity::Error, "y", "Second."}});
    CHECK(sentence(v) == "B9 could not be computed. First. (and 1 more)");
    CHECK(v.state == CheckState::NotDone);
}

TEST_CASE("a joint with forces out of its plane holds in the plane only, by the component method", "[words]") {
    Job job = sample::extendedJob();
    CHECK(verdictOf(sample::verified(job), false, FrameKind::Unbraced, UnitSystem::SI).head == "W1 holds.");
    setAcross(job.joints[0].actions[0], ends::right, 1e3, 0, 0);
    const Verdict v = verdictOf(sample::verified(job), false, FrameKind::Unbraced, UnitSystem::SI);
    CHECK(v.head == "W1 holds in the plane of the frame.");
    CHECK(v.rest.find("Forces out of it (" + job.joints[0].actions[0].id + ") wait for the plates.") != std::string::npos);
}

TEST_CASE("what limits the moment is named with its rows", "[words]") {
    ConnectionResult c;
    CHECK(limitOf(c) == "rows");
    RowResult r;
    r.place = 1;
    r.groupFirst = 1;
    r.h_r = 400;
    r.F_tr_Rd = 100;
    r.limit = Limit::EndPlate;
    c.rows.push_back(r);
    CHECK(limitOf(c) == "end plate in bending, row 2");
    c.rows[0].groupFirst = 0;
    CHECK(limitOf(c) == "end plate in bending, rows 1 to 2");
    c.limit = Limit::PanelShear;
    CHECK(limitOf(c) == "column web in shear");
}
