#include "plates/strength.h"
#include "support/joints.h"
#include <catch2/catch.hpp>
#include <cmath>

using namespace zg;

namespace {

struct Constructed {
    const char* name;
    std::function<void(Joint&)> change;
    ActionSet set;
    PlateModelSettings model;
    ModeReach reach;
    std::vector<PartKind> parts; ///< any of them
};

ActionSet beamMoment(double M) {
    ActionSet s;
    s.id = "T";
    forcesOf(s, ends::right).M = M;
    return s;
}

ActionSet columnThrust(double N) {
    ActionSet s;
    s.id = "T";
    setForces(s, ends::above, N, 0, 0);
    return s;
}

ActionSet beamThrust(double N) {
    ActionSet s;
    s.id = "T";
    forcesOf(s, ends::right).N = N;
    return s;
}

PlateModelSettings stubs(double beam, double column) {
    PlateModelSettings m;
    m.beamStub = beam;
    m.columnStub = column;
    return m;
}

} // namespace

TEST_CASE("buckling modes are sorted into plates by themselves and members as a whole", "[plates][buckling]") {
    // Each joint is built so that one thing buckles first; what that is follows from its slenderness, not from a run.
    const std::vector<Constructed> cases{
        {"plain joint in bending: the beam's plates (c/t of the web 40) are slenderer than the column's (16)",
         {},
         beamMoment(120e6),
         {},
         ModeReach::Local,
         {PartKind::BeamBottomFlange, PartKind::BeamWeb}},
        {"column stiffener of 3 mm opposite the compression flange",
         [](Joint& j) {
             fitting<StiffenerSpec>(j, ends::right, FlangeSide::Bottom) = StiffenerSpec{};
             fitting<StiffenerSpec>(j, ends::right, FlangeSide::Bottom).thickness = 3;
         },
         beamMoment(120e6),
         {},
         ModeReach::Local,
         {PartKind::StiffenerBottom}},
        {"diagonal of 3 mm in compression",
         [](Joint& j) {
             diagonal(j) = DiagonalSpec{};
             diagonal(j).thickness = 3;
             diagonal(j).throat = 3;
         },
         beamMoment(120e6),
         {},
         ModeReach::Local,
         {PartKind::Diagonal}},
        {"supplementary web plate of 3 mm, held at its edges only",
         [](Joint& j) {
             doubler(j) = DoublerSpec{};
             doubler(j).thickness = 3;
             doubler(j).weld.throat = 3;
         },
         beamMoment(120e6),
         {},
         ModeReach::Local,
         {PartKind::Doubler}},
        {"rib of 3 mm under the compression flange",
         [](Joint& j) {
             endPlate(j, ends::right).plate.below = 150;
             fitting<RibSpec>(j, ends::right, FlangeSide::Bottom) = RibSpec{};
             fitting<RibSpec>(j, ends::right, FlangeSide::Bottom).thickness = 3;
             fitting<RibSpec>(j, ends::right, FlangeSide::Bottom).length = 250;
             fitting<RibSpec>(j, ends::right, FlangeSide::Bottom).throat = 3;
         },
         beamMoment(120e6),
         {},
         ModeReach::Local,
         {PartKind::RibBottom, PartKind::BeamWeb}},
        {"beam's plates under thrust along a short stub", {}, beamThrust(-400e3), {}, ModeReach::Local, {PartKind::BeamWeb}},
        {"column of thirty depths under thrust",
         {},
         columnThrust(-200e3),
         stubs(1.5, 30),
         ModeReach::Member,
         {PartKind::ColumnFlange, PartKind::ColumnWeb}},
        {"beam of forty depths under thrust",
         {},
         beamThrust(-50e3),
         stubs(40, 1.5),
         ModeReach::Member,
         {PartKind::BeamTopFlange, PartKind::BeamBottomFlange, PartKind::BeamWeb}},
        {"beam of forty depths under moment: twist and sway of its compression flange",
         {},
         beamMoment(30e6),
         stubs(40, 1.5),
         ModeReach::Member,
         {PartKind::BeamTopFlange, PartKind::BeamBottomFlange, PartKind::BeamWeb}}};
    const Constructed& c = cases[static_cast<std::size_t>(GENERATE(range(0, 9)))];
    INFO(c.name);
    const Job job = sample::demo();
    Joint joint = *findJoint(job, "B2");
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 1.8;
    joint.plates->modes = 1;
    if (c.change) c.change(joint);
    joint.actions = {c.set};
    const auto r = resolve(job, joint);
    REQUIRE(r);
    StrengthSettings settings;
    settings.model = c.model;
    settings.wantsReserve = false;
    settings.wantsBuckling = true;
    settings.keepsFrames = false;
    const auto found = analyseSet(*r, c.set, 0, settings);
    if (!found) FAIL(joined(found.error()));
    INFO(found->buckling.message);
    REQUIRE_FALSE(found->buckling.modes.empty());
    const PlateMode& m = found->buckling.modes.front();
    INFO("factor " << m.factor << " led by " << partId(m.part) << " " << 100 * m.shares.front().energy << " %, membrane "
                   << m.membraneShare);
    CHECK(found->buckling.isComplete);
    CHECK(m.reach == c.reach);
    CHECK(std::count(c.parts.begin(), c.parts.end(), m.part.kind) == 1);
    double sum = 0;
    for (const PlateMode::Share& s : m.shares) sum += s.energy;
    CHECK(sum <= 1 + 1e-6);
    CHECK(m.leastFactor == Approx(c.reach == ModeReach::Local ? 1 : 15));
}

TEST_CASE("a long column buckles at Euler's load", "[plates][buckling][closed form]") {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, "B2");
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 1.8;
    joint.plates->modes = 2;
    joint.actions = {columnThrust(-100e3)};
    const auto r = resolve(job, joint);
    REQUIRE(r);
    StrengthSettings settings;
    settings.model = stubs(1.5, 40);
    settings.wantsReserve = settings.keepsFrames = false;
    settings.wantsBuckling = true;
    const auto found = analyseSet(*r, joint.actions[0], 0, settings);
    REQUIRE(found);
    REQUIRE_FALSE(found->buckling.modes.empty());
    const auto model = buildJointModel(*r, settings.model);
    REQUIRE(model);
    const Section& s = r->column.section;
    const double L = model->columnTop - model->columnBottom, pi = 3.14159265358979323846;
    // In plane the loaded end is free (sways and turns): pi2 E I_y/(2L)2; out of plane it is held against moving and turning:
    // 4 pi2 E I_z/L2. The smaller governs.
    // The second moment as modelled: mid-surfaces and root strips, which count a fillet for the flange and for the web.
    const double arm = (s.h - s.t_f) / 2, strip = 0.8 * s.r, stripArm = s.h / 2 - s.t_f - strip / 2;
    const double I_y = 2 * (s.b * s.t_f + 2 * (s.t_w / 2 + strip) * s.r / 4) * arm * arm + s.b * std::pow(s.t_f, 3) / 6 +
                       s.t_w * std::pow(2 * arm, 3) / 12 + 2 * strip * s.r / 2 * stripArm * stripArm;
    const double swaying = pi * pi * 210000 * I_y / (4 * L * L), across = 4 * pi * pi * 210000 * s.I_z / (L * L);
    CHECK(found->buckling.modes.front().factor * 100e3 ==
          Approx(std::min(swaying, across)).epsilon(0.04)); // the joint stiffens some 3 % of the length
}

TEST_CASE("reduced stress rule by hand", "[plates][buckling]") {
    // EN 1993-1-5:2006 annex B.1(3), welded (alpha_p 0.34, lambda_p0 0.70): alpha_ult 1.5, factor 1.0: lambda = 1.2247,
    // phi = 0.5 (1 + 0.34 (1.22474 - 0.70) + 1.22474) = 1.20158, rho = 1/(1.20158 + sqrt(1.20158^2 - 1.22474)) = 0.59894.
    PlateMode m;
    m.factor = 1;
    reducedStressRule(m, 1.5, false, 1.0);
    CHECK(m.slenderness == Approx(1.2247).epsilon(1e-4));
    CHECK(m.rho == Approx(0.59894).epsilon(2e-4));
    CHECK(m.reduced == Approx(1 / (0.59894 * 1.5)).epsilon(2e-4));
    m.factor = 10; // stocky: no reduction
    reducedStressRule(m, 1.5, false, 1.1);
    CHECK(m.rho == 1);
    CHECK(m.reduced == Approx(1.1 / 1.5));
}
