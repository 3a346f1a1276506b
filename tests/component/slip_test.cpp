#include "component/slip.h"
#include "component/verify.h"
#include "joint/parameters.h"
#include "support/joints.h"
#include "support/parts.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>

using namespace zg;

namespace {

std::optional<Check> slipOf(const JointResult& r, int set) {
    for (const Check& c : r.checks)
        if (c.code == CheckCode::BoltSlip && c.set == set) return c;
    return std::nullopt;
}

Job preloaded(SlipLimit limit) {
    Job job = sample::extendedJob();
    BoltSpec& bolts = endPlate(job.joints[0], ends::right).bolts;
    bolts.size = "M20 HV";
    bolts.grade = "10.9";
    bolts.slip = limit;
    bolts.surface = FrictionClass::B;
    return job;
}

bool lists(const JointResult& r, CheckCode code) {
    return std::any_of(r.checks.begin(), r.checks.end(), [&](const Check& c) { return c.code == code; });
}

} // namespace

TEST_CASE("slip resistance of a hand calculation", "[component][slip]") {
    // EN 1993-1-8:2005 3.9: six M20 10.9, F_p,C = 0.7 x 1000 x 245 = 171.5 kN, mu 0.40 (class B), k_s 1.0:
    // 6 x 0.40 x 171.5/1.25 = 329.28 kN; with 100 kN of axial tension 0.40 (6 x 171.5 - 80)/1.25 = 303.68 kN;
    // at serviceability 6 x 0.40 x 171.5/1.1 = 374.18 kN; oversize holes 0.85 of it.
    Workings<double> w;
    SlipInput in{6, 1000, 245, 0.40, 1.0, 1.25, 0, false};
    CHECK_SAME(slipResistance(w, in), 329.28e3, 1e-9);
    in.N_t_Ed = 100e3;
    CHECK_SAME(slipResistance(w, in), 303.68e3, 1e-9);
    in.N_t_Ed = -100e3; // compression is not counted upon
    CHECK_SAME(slipResistance(w, in), 329.28e3, 1e-9);
    in.N_t_Ed = 2e6;
    CHECK(slipResistance(w, in) == 0);
    CHECK_SAME(slipResistance(w, {6, 1000, 245, 0.40, 1.0, 1.1, 0, true}), 374.1818e3, 1e-6);
    CHECK_SAME(slipResistance(w, {6, 1000, 245, 0.40, 0.85, 1.1, 0, true}), 0.85 * 374.1818e3, 1e-6);
}

TEST_CASE("slip is verified for the sets of its limit state, and said to be undone where it is", "[component][slip]") {
    Job job = preloaded(SlipLimit::Ultimate);
    Joint& j = job.joints[0];
    REQUIRE(j.actions.size() >= 1);
    JointResult r = *verify(job, j);
    std::optional<Check> c = slipOf(r, 0);
    REQUIRE(c);
    const int bolts = 2 * static_cast<int>(endPlate(j, ends::right).rows.size());
    CHECK_SAME(c->resistance, 0.4 * (bolts * 171.5e3 - 0.8 * std::max(0.0, forcesAt(j.actions[0], ends::right).N)) / 1.25, 1e-9);
    CHECK_FALSE(lists(r, CheckCode::NotDoneBoltSlip));
    endPlate(j, ends::right).bolts.surface = FrictionClass::D;
    CHECK_SAME(slipOf(*verify(job, j), 0)->resistance, c->resistance / 2, 1e-9);

    job = preloaded(SlipLimit::Serviceability);
    r = *verify(job, job.joints[0]);
    CHECK_FALSE(slipOf(r, 0));
    CHECK(lists(r, CheckCode::NotDoneSlipNoSets));
    ActionSet service;
    service.id = "SLS";
    service.kind = SetKind::Serviceability;
    forcesOf(service, ends::right).V = 5e6;
    job.joints[0].actions.push_back(service);
    r = *verify(job, job.joints[0]);
    c = slipOf(r, static_cast<int>(job.joints[0].actions.size()) - 1);
    REQUIRE(c);
    CHECK_FALSE(lists(r, CheckCode::NotDoneSlipNoSets));
    CHECK(c->state == CheckState::Over);
    CHECK(governingCheck(r)->code == CheckCode::BoltSlip);
    CHECK(connectionOf(r, governingCheck(r)));

    job = sample::extendedJob();
    CHECK(lists(*verify(job, job.joints[0]), CheckCode::NotDoneBoltSlip));
}

TEST_CASE("bolts that cannot be preloaded, and classes of another set, are refused with what would do", "[component][slip]") {
    Job job = preloaded(SlipLimit::Ultimate);
    BoltSpec& bolts = endPlate(job.joints[0], ends::right).bolts;
    bolts.size = "M20";
    auto r = verify(job, job.joints[0]);
    REQUIRE_FALSE(r);
    CHECK(r.error()[0].code == Problem::NotPreloadable);
    bolts.slip.reset();
    CHECK(verify(job, job.joints[0]));
    bolts.size = "7/8 in";
    r = verify(job, job.joints[0]);
    REQUIRE_FALSE(r);
    CHECK(sentenceOf(r.error()[0]) == "Bolts 7/8 in are not made in class 10.9; understood are A307, A-120, B-150.");
    // Chosen by its field, the class goes along.
    bolts.size = "M20";
    REQUIRE(setField(job.joints[0], FieldPath{"connections", "right", "end_plate", "bolts", "size"}, std::string("7/8 in")));
    CHECK(endPlate(job.joints[0], ends::right).bolts.grade == "B-150");
    REQUIRE(verify(job, job.joints[0]));
    member(job.joints[0], ends::right).section = "shs 200x200x8";
    r = verify(job, job.joints[0]);
    REQUIRE_FALSE(r);
    CHECK(sentenceOf(r.error()[0]) ==
          "SHS 200x200x8 is in the catalogue as hollow section; the members of a joint are I sections so far.");
}

TEST_CASE("slip resistance grows evenly with what it is made of, without a jump", "[component][slip]") {
    Workings<double> w;
    double last = 1e300;
    for (int i = 0; i <= 400; ++i) { // axial tension from compression to more than the preload, in steps of 5 kN
        const double N = -200e3 + 5e3 * i;
        const double F = slipResistance(w, {8, 1000, 353, 0.3, 1.0, 1.25, N, false});
        CHECK(F <= last + 1e-9);
        if (i > 0) CHECK(last - F <= 0.3 * 0.8 * 5e3 / 1.25 + 1e-6);
        CHECK(F >= 0);
        last = F;
    }
    const SlipInput in{8, 1000, 353, 0.3, 1.0, 1.25, 50e3, false};
    SlipInput twice = in;
    twice.bolts *= 2;
    twice.N_t_Ed *= 2;
    CHECK_SAME(slipResistance(w, twice), 2 * slipResistance(w, in), 1e-12);
}

TEST_CASE("slip of the mirrored, reversed and sloping joint", "[component][slip]") {
    Job job = preloaded(SlipLimit::Ultimate);
    Joint& j = job.joints[0];
    const double right = slipOf(*verify(job, j), 0)->utilisation;
    for (ActionSet& set : j.actions)
        for (EndForces& f : set.forces) f.M = -f.M, f.V = -f.V;
    CHECK_SAME(slipOf(*verify(job, j), 0)->utilisation, right, 1e-12);
    // A slope of 5 degrees turns part of the axial force into the plate's plane.
    framing(j, ends::right).slope = 0.0872665;
    for (ActionSet& set : j.actions)
        for (EndForces& f : set.forces) f.N = 100e3, f.V = 0, f.M = 100e6;
    std::optional<Check> c = slipOf(*verify(job, j), 0);
    CHECK_SAME(c->demand, 100e3 * std::sin(0.0872665), 1e-6);
}
