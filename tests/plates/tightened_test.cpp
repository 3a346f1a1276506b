#include "component/verify.h"
#include "plates/moment_rotation.h"
#include "plates/slip_use.h"
#include "plates/snapshot.h"
#include "plates/strength.h"
#include "plates/study.h"
#include "plates/tighten.h"
#include "support/joints.h"
#include "support/parts.h"
#include <catch2/catch.hpp>

using namespace zg;

namespace {

// B2 with HV bolts that must not slip; coarse, for what is tested is equilibrium and the way from bolt to plate and back.
Job slipJob(SlipLimit at, bool isTightened, const std::function<void(Joint&)>& change = {}) {
    Job job = sample::demo();
    Joint joint = *findJoint(job, "B2");
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 1.5;
    joint.plates->isPreloaded = isTightened;
    BoltSpec& bolts = endPlate(joint, ends::right).bolts;
    bolts.size += " HV";
    bolts.slip = at;
    bolts.surface = FrictionClass::B;
    if (change) change(joint);
    job.joints = {joint};
    return job;
}

ResolvedJoint resolved(const Job& job) {
    const auto r = resolve(job, job.joints[0]);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

PlateStrength strengthOf(const ResolvedJoint& joint, const char* id) {
    for (const ActionSet& set : joint.actions) {
        if (set.id != id) continue;
        StrengthSettings settings;
        settings.wantsReserve = settings.wantsBuckling = false;
        const auto done = analyseSet(joint, set, 0, settings);
        if (!done) FAIL(joined(done.error()));
        return done->strength;
    }
    FAIL("no such set");
    return {};
}

} // namespace

// EN 1993-1-8:2005 (3.7): M24 10.9 (A_s 353 mm2) 0.7 x 1000 x 353 = 247.1 kN.
TEST_CASE("Tightened bolts hold their preload and press the plates on each other with nothing left over") {
    const ResolvedJoint joint = resolved(slipJob(SlipLimit::Serviceability, true));
    PlateModelSettings settings;
    settings.sizeFactor = 1.5;
    auto m = buildJointModel(joint, settings);
    REQUIRE(m);
    Diagnostics found;
    const auto a = analysisOf(*m, found, {plateTolerance, 30, 2});
    if (!a) FAIL(joined(found));
    double bolts = 0;
    for (const JointModel::Bolt& b : m->bolts) {
        CHECK(b.preload == Approx(247100));
        CHECK(a->springForce(b.firstLink)[0] == Approx(b.preload).epsilon(1e-6));
        bolts += a->springForce(b.firstLink)[0];
    }
    double pressed = 0;
    for (const auto& [part, force] : contactForces(*a, *m)) pressed += force;
    CHECK(pressed == Approx(bolts).epsilon(1e-5));
    for (const BoltUse& b : boltUses(*a, *m)) CHECK(b.demand() < 1e-3 * b.preload);
    for (const SlipUse& s : slipUses(*a, *m)) CHECK(s.shear < 1);
}

TEST_CASE("Slip by plates is that of the rule, axial tension included") {
    for (const auto& [at, hasHoles] : {std::pair{SlipLimit::Serviceability, false}, std::pair{SlipLimit::Ultimate, false},
                                       std::pair{SlipLimit::Ultimate, true}}) {
        Job job = slipJob(at, true);
        job.joints[0].plates->hasHoles = hasHoles;
        const ResolvedJoint joint = resolved(job);
        const char* set = at == SlipLimit::Serviceability ? "SLS" : "R1"; // R1 pulls with 6.1 kN
        const PlateStrength s = strengthOf(joint, set);
        REQUIRE(s.slips.size() == 1);
        const JointResult rules = verify(joint, 0);
        bool isSeen = false;
        for (const Check& c : rules.checks) {
            if (c.code != CheckCode::BoltSlip || c.set < 0 || joint.actions[c.set].id != set) continue;
            isSeen = true;
            CHECK(s.slips[0].F_s_Rd == Approx(c.resistance).epsilon(1e-9));
            CHECK(s.slips[0].shear == Approx(c.demand).epsilon(1e-4));
        }
        CHECK(isSeen);
        CHECK(s.slips[0].isService == (at == SlipLimit::Serviceability));
    }
}

// What a tightened bolt is pulled with from outside is what the bolt that is not tightened carries: a run without preload knows
// nothing of clamps.
TEST_CASE("Beyond what it clamps with a tightened bolt is pulled as a loose one") {
    const PlateStrength tight = strengthOf(resolved(slipJob(SlipLimit::Ultimate, true)), "U1"),
                        loose = strengthOf(resolved(slipJob(SlipLimit::Ultimate, false)), "U1");
    REQUIRE(tight.bolts.size() == loose.bolts.size());
    for (std::size_t i = 0; i < tight.bolts.size(); ++i) {
        const BoltUse &t = tight.bolts[i], &l = loose.bolts[i];
        INFO(i);
        CHECK(l.demand() == l.tension);
        CHECK(t.tension >= t.preload - 1e4);
        CHECK(std::abs(t.demand() - l.tension) < 0.1 * t.F_t_Rd);
    }
}

TEST_CASE("Preload stiffens and does not strengthen") {
    MomentRotationSettings settings;
    settings.model.sizeFactor = 1.5;
    const auto tight = momentRotation(resolved(slipJob(SlipLimit::Ultimate, true)), ends::right, false, settings),
               loose = momentRotation(resolved(slipJob(SlipLimit::Ultimate, false)), ends::right, false, settings);
    REQUIRE(tight);
    REQUIRE(loose);
    CHECK(tight->S_j_ini > 1.1 * loose->S_j_ini);
    CHECK(tight->M_j_Rd == Approx(loose->M_j_Rd).epsilon(0.03));
    CHECK_FALSE(isKnown(tight->flexibility));
}

TEST_CASE("Bolts whose friction is used up bear, and the slip is told") {
    const Job job = slipJob(SlipLimit::Ultimate, true, [](Joint& joint) {
        endPlate(joint, ends::right).bolts.surface = FrictionClass::D;
        for (ActionSet& set : joint.actions)
            for (EndForces& f : set.forces)
                if (f.end == ends::right) f.N = 0, f.M *= 0.2, f.V = 450e3;
    });
    const PlateStrength s = strengthOf(resolved(job), "U1");
    INFO(s.message);
    REQUIRE(s.reached == Approx(1));
    REQUIRE(s.slips.size() == 1);
    CHECK(s.slips[0].shear == Approx(450e3).epsilon(1e-4));
    CHECK(s.slips[0].shear > s.slips[0].F_s_Rd);
    CHECK(s.slips[0].slipped == s.slips[0].bolts);
    PlateStudy study;
    study.sets = {s};
    bool isSaid = false;
    for (const Check& c : plateChecks(study, {}))
        if (c.code == CheckCode::PlatesSlip) isSaid = c.utilisation > 1;
    CHECK(isSaid);
}

TEST_CASE("A serviceability set is run for slip alone, and asking in vain is said") {
    Job job = slipJob(SlipLimit::Serviceability, true);
    job.joints[0].plates->sizeFactor = 3;
    StudyScope scope;
    scope.curves = scope.buckling = false;
    const auto study = studyPlates(resolved(job), 0, scope);
    REQUIRE(study);
    int service = 0;
    for (const PlateStrength& s : study->sets) service += s.isService;
    CHECK(service == 1);
    for (const Check& c : plateChecks(*study, {}))
        if (job.joints[0].actions[c.set].kind == SetKind::Serviceability) CHECK(c.code == CheckCode::PlatesSlip);
    endPlate(job.joints[0], ends::right).bolts.slip.reset();
    const auto without = studyPlates(resolved(job), 0, scope);
    REQUIRE(without);
    bool isSaid = false;
    for (const std::string& note : without->notes) isSaid = isSaid || note.find("none was tightened") != std::string::npos;
    CHECK(isSaid);
}

TEST_CASE("Bolts whose preload is above their resistance are refused in words") {
    Job job = slipJob(SlipLimit::Ultimate, true);
    job.settings.gamma_M2 = 1.4; // F_t_Rd = 0.9/1.4 f_ub A_s < 0.7 f_ub A_s
    const auto m = buildJointModel(resolved(job));
    REQUIRE_FALSE(m);
    CHECK(joined(m.error()).find("247.1 kN") != std::string::npos);
    job.joints[0].plates->isPreloaded = false;
    CHECK(buildJointModel(resolved(job)));
}
