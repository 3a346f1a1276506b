#include "catalogue/sections.h"
#include "compare/flexibility.h"
#include "compare/reconcile.h"
#include "joint/first_layout.h"
#include "plates/moment_rotation.h"
#include "support/laid_out.h"
#include "support/parts.h"
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

// A beam on a column, stiffened at the flanges or not.
struct Laid {
    const char *column, *beam;
    PlateReach reach;
    bool isStiffened;
    double gauge = 0, thickness = 0; // of the end plate; nil: the first layout's
};

Both bothOf(const Laid& l) {
    Joint j;
    j.id = j.mark = "C1";
    putColumn(j, {l.column, "S275"});
    EndPlate plate = firstLayout(*findSection(l.column), *findSection(l.beam), "S275", l.reach);
    if (l.gauge > 0) plate.bolts.gauge = l.gauge;
    if (l.thickness > 0) plate.plate.thickness = l.thickness;
    frame(j, ends::right, {l.beam, "S275"}, plate);
    StiffenerSpec stiffener;
    stiffener.thickness = 15;
    stiffener.steel = "S275";
    if (l.isStiffened) stiffen(j, ends::right, stiffener);
    return bothOf(sample::jobOf(j), "C1");
}

double stiffer(const Both& both) { return both.plates.stiffnessOfJointAlone(both.plates.S_j_ini) / both.rules.stiffness.S_j_ini; }
PartingReason reasonOf(const Both& both) {
    for (const CounterpartRow& row : reconcile(both.rules, both.plates).rows)
        if (row.what == Counterpart::InitialStiffness) return row.reason;
    return PartingReason::None;
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

// Each cause taken away in turn, by the layout or by the closed form of a bar.
TEST_CASE("Joints stiffer than by the rules are so for the reason that is named") {
    const Both deepWeb = bothOf({"HEB700", "IPE360", PlateReach::ExtendedTop, false}),
               itsShear = bothOf({"HEB700", "IPE360", PlateReach::ExtendedTop, true});
    CHECK(stiffer(deepWeb) > 1.35);
    CHECK(reasonOf(deepWeb) == PartingReason::WebSpread);
    CHECK(stiffer(itsShear) - 1 < 0.5 * (stiffer(deepWeb) - 1));

    const Both far = bothOf({"HEM200", "HEB220", PlateReach::Flush, true, 150, 9}),
               near = bothOf({"HEM200", "HEB220", PlateReach::Flush, true, 90, 9}),
               thick = bothOf({"HEM200", "HEB220", PlateReach::Flush, true, 150, 22});
    CHECK(stiffer(far) > 1.6);
    CHECK(reasonOf(far) == PartingReason::HeldPlates);
    CHECK(std::abs(stiffer(near) - 1) < 0.15);
    CHECK(std::abs(stiffer(thick) - 1) < 0.15);

    // A moment M that enters a bar at a point, half to each side, against one that grows over z: z/4 less z/12 of M/(E I).
    const Both tall = bothOf({"HEM200", "IPE600", PlateReach::ExtendedBoth, true});
    const double I = findSection("HEM200")->I_y, z = tall.rules.stiffness.z_eq;
    CHECK(tall.rules.stiffness.columnAsLine == Approx((z / 4 - z / 12) / (youngsModulus * I)).epsilon(1e-12));
    CHECK(stiffer(tall) > 1.6);
    CHECK(reasonOf(tall) == PartingReason::ColumnAsLine);
    const double putBack = 1 / (1 / tall.plates.S_j_ini + tall.rules.stiffness.columnAsLine);
    CHECK(std::abs(putBack / tall.rules.stiffness.S_j_ini - 1) < 0.15);
}

TEST_CASE("Where other forces act beside the moment no shares are given") {
    const Both haunched = bothOf(sample::demo(), "E2");
    CHECK_FALSE(isKnown(haunched.plates.flexibility));
}
