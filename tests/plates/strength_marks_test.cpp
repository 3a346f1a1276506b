#include "catalogue/bolts.h"
#include "joint/bolt_strength.h"
#include "plates/moment_rotation.h"
#include "plates/part_marks.h"
#include "plates/snapshot.h"
#include "plates/strength.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// What is read off a curve, when a bolt is at its end, and what comes over the parts on the way.
using namespace zg;

namespace {

/// Elastic with 60 MNm/rad to 120 kNm, on with a tenth of it; the strain grows from there on by 1 % in 10 mrad.
PlateMomentRotation bilinear() {
    PlateMomentRotation m;
    m.S_j_ini = 60e9;
    for (double phi = 0; phi < 0.0401; phi += 0.0005) {
        PlateCurvePoint p;
        p.phi = phi;
        p.M = phi < 0.002 ? 60e9 * phi : 120e6 + 6e9 * (phi - 0.002);
        p.plasticStrain = std::max(0.0, phi - 0.002);
        m.curve.push_back(p);
    }
    m.M_limit = m.curve.back().M;
    m.phi_Cd = m.curve.back().phi;
    return m;
}

const CurveMark* markOf(const std::vector<CurveMark>& marks, MomentRule rule) {
    for (const CurveMark& m : marks)
        if (m.by == rule) return &m;
    return nullptr;
}

ResolvedJoint demo(const char* mark, const PlateSpec& spec) {
    const Job job = sample::demo();
    for (Joint j : job.joints) {
        if (j.mark != mark) continue;
        j.plates = spec;
        const auto r = resolve(job, j);
        REQUIRE(r);
        return *r;
    }
    FAIL("no such joint");
    return {};
}

PlateMomentRotation curve(PlateSpec spec, const char* mark = "B1") {
    MomentRotationSettings settings;
    settings.model.sizeFactor = 2;
    const auto r = momentRotation(demo(mark, spec), ends::right, false, settings);
    REQUIRE(r);
    return *r;
}

BoltUse boltIn(int row, double tension, double elongation) {
    BoltUse b;
    b.row = {PartKind::BoltRow, ends::right, row};
    b.F_t_Rd = 200e3, b.F_v_Rd = 120e3, b.B_p_Rd = 300e3, b.F_b_Rd = 150e3;
    b.fractureLength = 2, b.yieldLength = 0.1;
    b.tension = tension, b.elongation = elongation;
    return b;
}

} // namespace

TEST_CASE("moments read off a curve of two straight lines are those of its closed form", "[plates][marks][verification]") {
    const auto marks = bilinear().marks();
    const auto check = [&](MomentRule rule, double phi) {
        const CurveMark* m = markOf(marks, rule);
        REQUIRE(m);
        CHECK_REFERENCE(m->phi, (Reference{phi, 1e-6, "rad", "closed form of the two lines"}));
        CHECK_REFERENCE(m->M, (Reference{120e6 + 6e9 * (phi - 0.002), 1e-6, "N mm", "closed form of the two lines"}));
    };
    check(MomentRule::FirstYield, 0.0021);
    check(MomentRule::OnePercent, 0.012);
    check(MomentRule::TwoPercent, 0.022);
    // 60/3 phi = 120e-3 + 6 (phi - 0.002): phi = 0.108/14
    check(MomentRule::SecantThird, 0.108 / 14);
    check(MomentRule::Limit, 0.04);
    // The standard's own curve has the secant of a third at M_j_Rd: mu = 1.5^2.7 (EN 1993-1-8:2005 6.3.1(6)).
    PlateMomentRotation own;
    own.S_j_ini = 60e9;
    const double M_j_Rd = 200e6;
    for (double M = 0; M <= 1.2 * M_j_Rd; M += 0.01 * M_j_Rd) {
        PlateCurvePoint p;
        p.M = M;
        p.phi = M / own.S_j_ini * std::max(1.0, std::pow(1.5 * M / M_j_Rd, 2.7));
        own.curve.push_back(p);
    }
    CHECK_REFERENCE(markOf(own.marks(), MomentRule::SecantThird)->M,
                    (Reference{M_j_Rd * std::pow(3, 1 / 2.7) / 1.5, 1e4, "N mm", "EN 1993-1-8:2005 (6.28b), mu = 3"}));
    // What never comes is not made up.
    PlateMomentRotation elastic = bilinear();
    elastic.curve.resize(4);
    CHECK(elastic.marks().size() == 1);
}

TEST_CASE("M_j,Rd is read off by the rule asked for, and never beyond the limit", "[plates][marks]") {
    PlateSpec spec;
    spec.strainLimit = 0.03;
    const PlateMomentRotation plain = curve(spec);
    CHECK(plain.M_j_Rd == plain.M_limit);
    for (const CurveMark& mark : plain.marks()) {
        spec.momentRule = mark.by;
        const PlateMomentRotation m = curve(spec);
        CHECK(m.rule == mark.by);
        CHECK(m.M_limit == plain.M_limit); // the rule only reads
        CHECK(m.M_j_Rd == std::min(mark.M, plain.M_limit));
    }
    // A limit of 0.5 % comes before 1 %: the limit stands, the rule has nothing to read.
    spec = PlateSpec{};
    spec.momentRule = MomentRule::OnePercent;
    spec.strainLimit = 0.005;
    const PlateMomentRotation early = curve(spec);
    CHECK(early.M_j_Rd == early.M_limit);
    CHECK(early.M_limit < markOf(plain.marks(), MomentRule::OnePercent)->M);
    // Parts come in the order of the rotation; the one that ends the curve is the last, at its moment.
    REQUIRE(!plain.parts.empty());
    for (std::size_t i = 1; i < plain.parts.size(); ++i) CHECK(plain.parts[i].phi >= plain.parts[i - 1].phi);
    CHECK(partId(plain.parts.back().part) == plain.limitPart);
    CHECK(plain.parts.back().M == Approx(plain.M_limit));
    CHECK(plain.parts.back().phi == Approx(plain.phi_Cd));
    CHECK(plain.parts.front().M == Approx(plain.marks().front().M).epsilon(1e-6)); // first yield of any plate
}

TEST_CASE("without redistribution a run ends where the first bolt comes to its resistance", "[plates][marks]") {
    PlateSpec spec;
    spec.strainLimit = 0.2;
    const PlateMomentRotation plain = curve(spec, "B2");
    const PartMark* bolt = nullptr;
    for (const PartMark& m : plain.parts)
        if (!bolt && m.what == PartEvent::BoltResistance) bolt = &m;
    REQUIRE(bolt);
    spec.doBoltsRedistribute = false;
    const PlateMomentRotation m = curve(spec, "B2");
    CHECK(m.limit == PlateLimit::BoltResistance);
    CHECK(m.limitPart == partId(bolt->part));
    CHECK(m.M_limit == Approx(bolt->M).epsilon(0.01));
    CHECK(m.phi_Cd < 0.9 * plain.phi_Cd);
    // The sets end by it as well, and the ledger says so with the bolt that does it.
    const ResolvedJoint joint = demo("B2", spec);
    StrengthSettings settings;
    settings.model.sizeFactor = 2;
    ActionSet set = joint.actions.front();
    for (EndForces& f : set.forces) f.M *= 1.5, f.V *= 1.5, f.N *= 1.5;
    const auto run = analyseSet(joint, set, 0, settings);
    REQUIRE(run);
    CHECK(run->strength.limit == PlateLimit::BoltResistance);
    PlateStudy study;
    study.sets.push_back(run->strength);
    double most = 0;
    for (const Check& c : plateChecks(study, limitRulesOf(spec))) {
        CHECK(c.code != CheckCode::PlatesBoltElongation);
        if (c.code == CheckCode::PlatesBolt) most = std::max(most, c.utilisation);
    }
    CHECK((most > 1) == (run->strength.reserve < 1));
    CHECK(most > 0.5);
}

TEST_CASE("a bolt's way: marks lie on the straight line between two points and come once", "[plates][marks]") {
    PartMarks marks(LimitRules{});
    Uses uses;
    uses.bolts = {boltIn(0, 100e3, 0), boltIn(0, 60e3, 0)};
    marks.look(uses, 50e6, 1e-3);
    uses.bolts = {boltIn(0, 200e3, 0.4), boltIn(0, 120e3, 0)}; // the worse of a row's bolts counts
    marks.look(uses, 100e6, 2e-3);
    uses.bolts = {boltIn(0, 200e3, 3.6), boltIn(0, 200e3, 0.1)};
    marks.look(uses, 140e6, 4e-3);
    const auto found = marks.inOrder(1);
    REQUIRE(found.size() == 2);
    CHECK(found[0].what == PartEvent::BoltResistance);
    CHECK(found[0].M == Approx(100e6).epsilon(1e-5));
    CHECK(found[1].what == PartEvent::BoltFracture); // 2 of 0.4 to 3.6: half way
    CHECK(found[1].M == Approx(120e6).epsilon(1e-9));
    CHECK(found[1].phi == Approx(3e-3).epsilon(1e-9));
    // A bolt that may not redistribute is used up by its force to 1, beyond it by its elongation.
    CHECK(boltIn(0, 150e3, 0).useWithoutRedistribution() == Approx(0.75));
    CHECK(boltIn(0, 200e3, 0.05).useWithoutRedistribution() == Approx(1.5));
}

TEST_CASE("a bolt breaks by the elongation of its class over the thread in its grip", "[plates][marks][verification]") {
    // M24 to ISO 4014: thread 54 mm, nut 21.5, a pitch of 3 beyond it, lengths in steps of 10: 19.5 mm between nut and shank.
    CHECK_REFERENCE(findBoltSize("M24")->threadInGrip, (Reference{19.5, 1e-9, "mm", "ISO 4014, ISO 4032, EN 1090-2:2008 8.2.2"}));
    CHECK_REFERENCE(findBoltSize("M24 HV")->threadInGrip, (Reference{12, 1e-9, "mm", "EN 1090-2:2008 8.2.2, four pitches"}));
    for (const BoltSize& b : boltSizes()) {
        INFO(b.designation);
        CHECK(b.threadInGrip > b.pitch);
        CHECK(b.threadInGrip < 1.1 * b.d);
    }
    ResolvedJoint joint = demo("B1", {});
    ResolvedSide& side = joint.sides.front();
    side.bolt = *findBoltSize("M24");
    side.boltClass = *findBoltClass("8.8");
    CHECK_REFERENCE(boltStrength(joint, side).fractureLength, (Reference{0.12 * 19.5, 1e-9, "mm", "ISO 898-1:2013 table 3"}));
    side.boltClass = *findBoltClass("10.9");
    side.spec.bolts.threadInGrip = 40;
    CHECK_REFERENCE(boltStrength(joint, side).fractureLength, (Reference{0.09 * 40, 1e-9, "mm", "ISO 898-1:2013 table 3"}));
}

TEST_CASE("moments read off a curve are those of one with many more points", "[plates][marks][property]") {
    PlateSpec spec;
    spec.sizeFactor = 2;
    for (const char* mark : {"B1", "F1"}) {
        const ResolvedJoint joint = demo(mark, spec);
        MomentRotationSettings settings;
        const auto usual = momentRotation(joint, ends::right, false, settings);
        settings.points = 100;
        const auto fine = momentRotation(joint, ends::right, false, settings);
        REQUIRE(usual);
        REQUIRE(fine);
        REQUIRE(fine->curve.size() > 2 * usual->curve.size());
        const std::vector<CurveMark> marks = fine->marks();
        for (const CurveMark& m : usual->marks()) {
            INFO(mark << " " << static_cast<int>(m.by) << ", " << usual->curve.size() << " and " << fine->curve.size()
                      << " points");
            const CurveMark* other = markOf(marks, m.by);
            REQUIRE(other);
            CHECK(m.M == Approx(other->M).epsilon(m.by == MomentRule::FirstYield ? 0.03 : 0.015));
        }
    }
}
