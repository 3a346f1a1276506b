#include "joint/edit.h"
#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>

/// What each fitting does to the components, and that fittings are verified themselves.
using namespace zg;

namespace {

const Check* find(const JointResult& r, CheckCode code) {
    const auto at = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check& c) { return c.code == code; });
    return at == r.checks.end() ? nullptr : &*at;
}

JointResult with(FittingKind kind, JointResult* before = nullptr) {
    Job job = sample::extendedJob();
    const auto resolved = resolve(job, job.joints[0]);
    if (before) *before = sample::verified(job);
    addFitting(job.joints[0], *resolved, {kind, ends::right, 0});
    return sample::verified(job);
}

} // namespace

TEST_CASE("a supplementary web plate adds its area once, whatever the sides", "[component][6.2.6.1]") {
    JointResult before;
    const JointResult one = with(FittingKind::Doubler, &before);
    Job job = sample::extendedJob();
    addFitting(job.joints[0], *resolve(job, job.joints[0]), {FittingKind::Doubler, ends::right, 0});
    doubler(job.joints[0]).sides = 2;
    const JointResult two = sample::verified(job);
    CHECK(one.connections[0].V_wp_Rd > before.connections[0].V_wp_Rd);
    CHECK_SAME(one.connections[0].V_wp_Rd, two.connections[0].V_wp_Rd, 1e-12);
    // Added area b_s t_wc: HEB 240, b_s = 240 − 34 − 2·21 = 164 between the root fillets, t_wc 10; 0.9·275·1640/√3 = 234 346 N
    CHECK_REFERENCE(one.connections[0].V_wp_Rd - before.connections[0].V_wp_Rd,
                    (Reference{234346, 1, "N", "EN 1993-1-8:2005 6.2.6.1(6), by hand"}));
    REQUIRE(find(one, CheckCode::DoublerWeld));
    REQUIRE(find(one, CheckCode::DoublerThickness));
}

TEST_CASE("a diagonal makes k_1 infinite and is verified itself", "[component][6.2.6.1]") {
    const JointResult r = with(FittingKind::Diagonal);
    CHECK(r.connections[0].stiffness.k_1_isInfinite);
    REQUIRE(find(r, CheckCode::DiagonalStrut));
    CHECK(find(r, CheckCode::DiagonalStrut)->resistance > 0);
}

TEST_CASE("compression stiffeners take the web's place, are verified with their welds and class", "[component][6.2.6.2]") {
    JointResult before;
    const JointResult r = with(FittingKind::StiffenerBottom, &before);
    CHECK(r.connections[0].F_c_wc_Rd > before.connections[0].F_c_wc_Rd);
    CHECK(r.connections[0].stiffness.k_2_isInfinite);
    CHECK_FALSE(find(before, CheckCode::ColumnWebCompressionStiffener));
    CHECK(find(r, CheckCode::ColumnWebCompressionStiffener));
    CHECK(find(r, CheckCode::CompressionStiffenerWeld));
    CHECK(find(r, CheckCode::StiffenerClass));
}

TEST_CASE("a tension stiffener parts the rows of the column flange and carries its share", "[component][6.2.6.4]") {
    Job job = sample::extendedJob();
    addFitting(job.joints[0], *resolve(job, job.joints[0]), {FittingKind::StiffenerTop, ends::right, 0});
    const JointResult r = sample::verified(job);
    const Check* s = find(r, CheckCode::TensionStiffener);
    REQUIRE(s);
    CHECK(s->demand > 0);
    double rowsBeside = 0;
    for (std::size_t i = 0; i < 2; ++i) rowsBeside += r.connections[0].rows[i].F_r_Ed;
    CHECK(s->demand < rowsBeside);
    for (const Check& c : r.checks) {
        const bool isGroup = c.code == CheckCode::ColumnFlangeBending && !c.isReversed && c.firstRow == 0 && c.lastRow > 0;
        CHECK_FALSE(isGroup);
    }
}

TEST_CASE("backing plates help a thin column flange, a rib helps the outer row", "[component][6.2.4.3]") {
    Joint j = sample::workedExtended();
    columnOf(j).section = "HEA 200";
    endPlate(j, ends::right).bolts.gauge = 100;
    Job job = sample::jobOf(j);
    const double before = *sample::verified(job).connections[0].rows[0].at(Limit::ColumnFlange).alone;
    fitting<BackingSpec>(job.joints[0], ends::right, FlangeSide::Top) = BackingSpec{15, "S275"};
    CHECK(*sample::verified(job).connections[0].rows[0].at(Limit::ColumnFlange).alone > before);
    Job plain = sample::jobOf(sample::workedExtended());
    endPlate(plain.joints[0], ends::right).plate.thickness = 12;
    const double outer = *sample::verified(plain).connections[0].rows[0].at(Limit::EndPlate).alone;
    fitting<RibSpec>(plain.joints[0], ends::right, FlangeSide::Top) = RibSpec{10, 140, std::nullopt, 5, WeldKind::Fillet, "S275"};
    const JointResult ribbed = sample::verified(plain);
    CHECK(*ribbed.connections[0].rows[0].at(Limit::EndPlate).alone > outer);
}

TEST_CASE("the workings derive the force of every fitting", "[component][tracing]") {
    struct Case {
        FittingKind kind;
        CheckCode code;
        const char* symbol;
    };
    for (const Case& c : {Case{FittingKind::Doubler, CheckCode::DoublerWeld, "F_w_Ed"},
                          Case{FittingKind::Diagonal, CheckCode::DiagonalStrut, "N_d_Ed"},
                          Case{FittingKind::StiffenerBottom, CheckCode::CompressionStiffenerWeld, "F_w_Ed"},
                          Case{FittingKind::StiffenerTop, CheckCode::TensionStiffener, "F_s_Ed"}}) {
        Job job = sample::extendedJob();
        job.joints[0].actions.resize(1);
        forcesOf(job.joints[0].actions[0], ends::right).M = 250e6; // more than the panel carries by itself
        addFitting(job.joints[0], *resolve(job, job.joints[0]), {c.kind, ends::right, 0});
        const auto resolved = resolve(job, job.joints[0]);
        REQUIRE(resolved);
        const TracedVerification traced = verifyTraced(*resolved, 1);
        const Check* check = find(traced.result, c.code);
        REQUIRE(check);
        REQUIRE(check->demand > 0);
        CHECK(std::any_of(traced.lines.begin(), traced.lines.end(), [&](const WorkingLine& line) {
            return line.kind == WorkingLine::Kind::Formula && line.symbol == c.symbol && line.value == check->demand &&
                   !line.symbols.empty();
        }));
    }
}

TEST_CASE("a joint near the column's end is weaker than one far below", "[component][table 6.4]") {
    Job job = sample::jobOf(sample::workedExtended());
    const double throughout = *sample::verified(job).connections[0].rows[0].at(Limit::ColumnFlange).alone;
    through(job.joints[0]).endAbove = 75;
    const double atEnd = *sample::verified(job).connections[0].rows[0].at(Limit::ColumnFlange).alone;
    CHECK(atEnd < throughout);
    through(job.joints[0]).endAbove = 3000;
    CHECK(*sample::verified(job).connections[0].rows[0].at(Limit::ColumnFlange).alone == throughout);
}

TEST_CASE("a second row outside the flange carries nothing and is listed as not done", "[component][table 6.6]") {
    Job job = sample::extendedJob();
    endPlate(job.joints[0], ends::right).plate.above += 100;
    BoltRowSpec row;
    row.position = endPlate(job.joints[0], ends::right).rows[0].position - 90;
    endPlate(job.joints[0], ends::right).rows.insert(endPlate(job.joints[0], ends::right).rows.begin(), row);
    const JointResult r = sample::verified(job);
    CHECK(find(r, CheckCode::NotDoneOuterRows));
    for (const RowResult& x : r.connections[0].rows) CHECK(x.place != 0);
}

TEST_CASE("equal moments from both sides leave the panel without shear", "[component][5.3]") {
    Job job = sample::extendedJob();
    copyEnd(job.joints[0], ends::right, ends::left);
    ActionSet set = sample::actions("U1", 0, 100e3, 150e6);
    setForces(set, ends::left, 0, 100e3, 150e6);
    job.joints[0].actions = {set};
    const JointResult r = sample::verified(job);
    for (const ConnectionResult& c : r.connections) {
        CHECK(c.beta == 0);
        CHECK(c.stiffness.k_1_isInfinite);
    }
    CHECK_FALSE(find(r, CheckCode::ColumnWebShear));
    forcesOf(job.joints[0].actions[0], ends::left).M = -150e6;
    forcesOf(job.joints[0].actions[0], ends::left).V = -100e3;
    CHECK(sample::verified(job).connections[0].beta == 2);
}
