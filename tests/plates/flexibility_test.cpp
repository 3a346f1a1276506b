#include "compare/flexibility.h"
#include "compare/reconcile.h"
#include "plates/moment_rotation.h"
#include "support/laid_out.h"
#include <catch2/catch.hpp>
#include <cmath>
#include <numeric>

using namespace zg;

namespace {

struct Both {
    PlateMomentRotation plates;
    ConnectionResult rules;
};

// Coarse: identities hold on any mesh.
Both bothOf(const Job& job, const char* mark, double beamStiffness = 1) {
    const Joint* joint = findJoint(job, mark);
    REQUIRE(joint);
    const auto resolved = resolve(job, *joint);
    REQUIRE(resolved);
    MomentRotationSettings settings;
    settings.model.sizeFactor = 2;
    settings.model.beamStiffness = beamStiffness;
    const auto curve = momentRotation(*resolved, ends::right, false, settings);
    if (!curve) FAIL(joined(curve.error()));
    const BareConnections bare = bareConnections(job, *joint);
    const ConnectionResult* c = find(bare, ends::right, false);
    REQUIRE(c);
    return {*curve, *c};
}

double sum(const FlexibilityShares& s) { return std::accumulate(s.begin(), s.end(), 0.0); }
double of(const FlexibilityShares& s, FlexiblePart part) { return s[static_cast<std::size_t>(part)]; }

} // namespace

// Clapeyron: the work of the moment is twice the energy; of the rules the sum is 6.3.3.1 read as springs.
TEST_CASE("What the parts of a joint give sums to its flexibility, by both methods") {
    for (const char* mark : {"B1", "B4", "N1", "S1", "A1"}) {
        INFO(mark);
        const Both both = bothOf(sample::demo(), mark);
        const FlexibilityShares rules = flexibilityByRules(both.rules);
        REQUIRE(isKnown(both.plates.flexibility));
        CHECK(sum(both.plates.flexibility) * both.plates.stiffnessOfJointAlone(both.plates.S_j_ini) == Approx(1).epsilon(1e-5));
        CHECK(sum(rules) * both.rules.stiffness.S_j_ini == Approx(1).epsilon(1e-9));
        for (const double share : rules) CHECK(share >= 0);
    }
}

// The cause taken away: beam ends that stay plane are what the rules have (EN 1993-1-8:2005 table 6.11, no k for them).
TEST_CASE("A splice whose beams cannot distort is as stiff as by the rules") {
    RecipeInput input;
    input.beam = {"IPE300", "S275"};
    input.reach = PlateReach::Flush;
    const Job job = sample::laidOut(*findRecipe("splice"), input, "S1");
    const Both usual = bothOf(job, "S1"), plane = bothOf(job, "S1", 1e4);
    const double rules = usual.rules.stiffness.S_j_ini;
    CHECK(usual.plates.S_j_ini < 0.6 * rules);
    CHECK(plane.plates.S_j_ini > 0.85 * rules);
    CHECK(of(usual.plates.flexibility, FlexiblePart::BeamEnds) > 0.2 / usual.plates.S_j_ini);
    CHECK(std::abs(of(plane.plates.flexibility, FlexiblePart::BeamEnds)) < 0.01 / plane.plates.S_j_ini);
}

TEST_CASE("Where other forces act beside the moment no shares are given") {
    const Both haunched = bothOf(sample::demo(), "E2");
    CHECK_FALSE(isKnown(haunched.plates.flexibility));
}
