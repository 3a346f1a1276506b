#include "exchange/plate_cache.h"
#include "exchange/plate_json.h"
#include "plates/snapshot.h"
#include "plates/stability.h"
#include "plates/study.h"
#include "support/laid_out.h"
#include "words/plate_words.h"
#include <catch2/catch.hpp>

using namespace zg;

namespace {

// Two equal beams welded to a slender column without stiffeners: its web buckles between the flanges.
ResolvedJoint slender(double M = 200e6, double sizeFactor = 2) {
    RecipeInput input;
    input.column.section = input.beam.section = "IPE 400";
    input.column.steel = "S235"; // the web gives way, not the welds
    input.other = input.beam;
    Job job = sample::laidOut(*findRecipe("welded"), input, "W1");
    Joint& j = job.joints.front();
    j.fittings.clear();
    j.plates = PlateSpec{};
    j.plates->sizeFactor = sizeFactor;
    j.plates->modes = 2;
    ActionSet set;
    set.id = "U1";
    for (EndId side : {ends::right, ends::left}) {
        EndForces f;
        f.end = side;
        f.M = M;
        set.forces.push_back(f);
    }
    j.actions = {set};
    const auto r = resolve(job, j);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

SetAnalysis plain(const ResolvedJoint& joint) {
    StrengthSettings settings;
    settings.wantsBuckling = true;
    auto r = analyseSet(joint, joint.actions[0], 0, settings);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

PlateGeometry geometry(const ResolvedJoint& joint) {
    const auto m = buildJointModel(joint);
    if (!m) FAIL(joined(m.error()));
    return geometryOf(joint, *m);
}

double imperfectReserve(const ResolvedJoint& joint, const SetAnalysis& first) {
    const auto r = analyseStability(joint, joint.actions[0], geometry(joint), first, 2);
    if (!r) FAIL(joined(r.error()));
    CHECK(r->run.balance.left < 1e-4 * r->run.balance.applied + 1);
    return r->run.reserve;
}

} // namespace

TEST_CASE("the size of an imperfection is that of its plate by table C.2", "[plates][stability][EN 1993-1-5 C.5]") {
    const PlateGeometry g = geometry(slender());
    PlateMode mode;
    mode.part = {PartKind::ColumnWeb};
    // IPE 400: 400 deep, flanges 13.5 and 180 wide, web 8.6: between the flanges' middles 386.5.
    CHECK(sidesOf(g, mode.part)[1] == Approx(386.5).epsilon(1e-3));
    CHECK(imperfectionOf(g, mode).amplitude == Approx(386.5 / 200).epsilon(1e-3));
    mode.part = {PartKind::ColumnFlange, ends::right};
    CHECK(imperfectionOf(g, mode).rule == ImperfectionRule::Outstand);
    CHECK(imperfectionOf(g, mode).amplitude == Approx(90.0 / 50).epsilon(1e-3));
    mode.reach = ModeReach::Member;
    CHECK(imperfectionOf(g, mode).amplitude == Approx(sidesOf(g, mode.part)[0] / 200));
    CHECK(sidesOf(g, {PartKind::TopPlate})[0] == 0);
}

TEST_CASE("the lowest mode and the first of each other part become imperfections in full unless it is far",
          "[plates][stability]") {
    const PlateGeometry g = geometry(slender());
    const auto mode = [](PartKind kind, double factor) {
        PlateMode m;
        m.part = {kind, ends::right};
        m.factor = factor;
        return m;
    };
    const std::vector<PlateImperfection> all =
        imperfectionsOf(g, {mode(PartKind::ColumnWeb, 3), mode(PartKind::ColumnWeb, 3.2), mode(PartKind::BeamWeb, 4.4),
                            mode(PartKind::ColumnFlange, 4.6)});
    REQUIRE(all.size() == 2);
    CHECK(all[0].mode == 0);
    CHECK(all[1].mode == 2);
    CHECK(all[1].amplitude == imperfectionOf(g, mode(PartKind::BeamWeb, 4.4)).amplitude);
    CHECK(imperfectionsOf(g, {}).empty());
}

TEST_CASE("a slender column web buckles: less than without, less with a larger shape, and it says so", "[plates][stability]") {
    const ResolvedJoint joint = slender();
    SetAnalysis first = plain(joint);
    REQUIRE(first.buckling.modes.front().part.kind == PartKind::ColumnWeb);
    REQUIRE(isMirrorOfItself(geometry(joint), first.buckling.modes.front().shape));
    const auto stable = analyseStability(joint, joint.actions[0], geometry(joint), first, 2);
    REQUIRE(stable);
    INFO(stabilitySentence(*stable, 0.05));
    CHECK(stable->run.limit == PlateLimit::NoEquilibrium);
    CHECK(stable->run.limitPart == "column.web");
    CHECK(stable->run.reserve < 0.95 * first.strength.reserve);
    CHECK(stable->otherReserve == 0); // its own mirror image: one run says both
    CHECK_FALSE(stable->run.frames.empty());
    // Three times the shape carries less.
    for (PlateMode& m : first.buckling.modes)
        for (Float3& u : m.shape)
            for (float& v : u) v *= 3;
    CHECK(imperfectReserve(joint, first) < 0.98 * stable->run.reserve);
}

TEST_CASE("the limit in moved geometry does not hang on how large the set is given", "[plates][stability][property]") {
    double limit = 0;
    for (double M : {45e6, 60e6, 130e6, 200e6, 420e6}) {
        const ResolvedJoint joint = slender(M, 2.4);
        const double here = imperfectReserve(joint, plain(joint)) * M;
        if (limit > 0) CHECK(here == Approx(limit).epsilon(0.004));
        limit = here;
    }
}

// Steps there follow the movement: none of them may pass the set by, or its parts would be told short of it.
TEST_CASE("in moved geometry what is told of a set is told at the whole of it", "[plates][stability][property]") {
    const double limit = imperfectReserve(slender(100e6, 2.4), plain(slender(100e6, 2.4))) * 100e6;
    double strain = 0;
    for (double part : {0.83, 0.9, 0.94, 0.98}) {
        INFO(part);
        const ResolvedJoint joint = slender(part * limit, 2.4);
        const auto stable = analyseStability(joint, joint.actions[0], geometry(joint), plain(joint), 2);
        REQUIRE(stable);
        const PlateStrength& run = stable->run;
        CHECK(run.reached == 1);
        REQUIRE(run.fullFrame >= 0);
        CHECK(run.frames[run.fullFrame].factor >= 1 - 1e-9);
        CHECK(run.frames[run.fullFrame].factor <= 1.002 + 1e-9);
        const auto web =
            std::find_if(run.parts.begin(), run.parts.end(), [](const PartUse& p) { return p.part.kind == PartKind::ColumnWeb; });
        REQUIRE(web != run.parts.end());
        CHECK(web->strain > strain);
        strain = web->strain;
    }
}

TEST_CASE("under little load moved geometry and imperfections change next to nothing", "[plates][stability][property]") {
    const Job job = sample::demo();
    Joint j = *findJoint(job, "B2");
    j.plates = PlateSpec{};
    j.plates->sizeFactor = 2;
    for (EndForces& f : j.actions[0].forces) f.N *= 0.1, f.V *= 0.1, f.M *= 0.1;
    const auto joint = resolve(job, j);
    REQUIRE(joint);
    StrengthSettings settings;
    settings.wantsReserve = false;
    const auto plainRun = analyseSet(*joint, joint->actions[0], 0, settings);
    settings.isMoved = true;
    const auto moved = analyseSet(*joint, joint->actions[0], 0, settings);
    REQUIRE(plainRun);
    REQUIRE(moved);
    const auto bolts = [](const SetAnalysis& s) {
        double sum = 0;
        for (const BoltUse& b : s.strength.bolts) sum += b.tension;
        return sum;
    };
    REQUIRE(bolts(*plainRun) > 1000);
    CHECK(bolts(*moved) == Approx(bolts(*plainRun)).epsilon(0.01));
    const auto largest = [](const SetAnalysis& s) {
        double most = 0;
        for (const Float3& u : s.strength.frames.back().displacement) most = std::max<double>(most, std::hypot(u[0], u[2]));
        return most;
    };
    CHECK(largest(*moved) == Approx(largest(*plainRun)).epsilon(0.01));
}

TEST_CASE("a study with imperfections: its check decides on buckling, and it is kept and written whole",
          "[plates][stability][study]") {
    ResolvedJoint joint = slender(200e6, 2.6);
    StudyScope scope;
    scope.curves = false;
    const auto without = studyPlates(joint, 1, scope);
    REQUIRE(without);
    CHECK(without->stability.empty());
    CHECK(std::any_of(without->notes.begin(), without->notes.end(),
                      [](const std::string& n) { return n.find("imperfections: not asked for") != std::string::npos; }));
    joint.plates.isImperfect = true;
    const auto study = studyPlates(joint, 1, scope);
    REQUIRE(study);
    REQUIRE(study->stability.size() == 1);
    const auto count = [](const PlateStudy& s, CheckCode code) {
        const auto checks = plateChecks(s, {});
        return std::count_if(checks.begin(), checks.end(), [&](const Check& c) { return c.code == code; });
    };
    CHECK(count(*study, CheckCode::PlatesStability) == 1);
    CHECK(count(*study, CheckCode::PlateBucklingFactor) == 0);
    CHECK(count(*study, CheckCode::PlateBucklingReduced) == 0);
    CHECK(count(*without, CheckCode::PlatesStability) == 0);
    CHECK(count(*without, CheckCode::PlateBucklingFactor) > 0);
    for (const Check& c : plateChecks(*study, {}))
        if (c.code == CheckCode::PlatesStability) CHECK(c.utilisation == Approx(1 / study->stability[0].run.reserve));
    // A part is told by the run that uses it more.
    for (const PlateStrength* run : {&study->sets[0], &study->stability[0].run}) {
        for (const PartUse& part : run->parts) {
            if (part.strain <= 0) continue;
            const auto checks = plateChecks(*study, {});
            CHECK(std::any_of(checks.begin(), checks.end(), [&](const Check& c) {
                return c.code == CheckCode::PlateStrain && c.parts[0] == part.part && c.demand >= part.strain;
            }));
        }
    }
    const auto back = readStudy(writeStudy(*study));
    REQUIRE(back);
    Joint spec;
    spec.mark = "W1";
    CHECK(plateJson(spec, *back, {}, {}) == plateJson(spec, *study, {}, {}));
    PlateStudy wrong = *study;
    wrong.stability[0].run.fullFrame = 999;
    CHECK_FALSE(readStudy(writeStudy(wrong)));
}
