#include "fe/analysis.h"
#include "plates/beam_strips.h"
#include "plates/end_forces.h"
#include "plates/strength.h"
#include "plates/study.h"
#include "support/joints.h"
#include <catch2/catch.hpp>
#include <cmath>

using namespace zg;

namespace {

// Coarse on purpose: what is tested here holds on any mesh.
ResolvedJoint resolved(const char* mark, const std::function<void(Joint&)>& change = {}) {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, mark);
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 1.8;
    if (change) change(joint);
    const auto r = resolve(job, joint);
    REQUIRE(r);
    return *r;
}

ActionSet scaled(ActionSet s, double factor) {
    for (EndForces& f : s.forces) f.N *= factor, f.V *= factor, f.M *= factor;
    return s;
}

SetAnalysis run(const ResolvedJoint& joint, const ActionSet& set, bool wantsReserve = false, bool wantsBuckling = false) {
    StrengthSettings settings;
    settings.wantsReserve = wantsReserve;
    settings.wantsBuckling = wantsBuckling;
    const auto r = analyseSet(joint, set, 0, settings);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

struct Variant {
    const char* name;
    std::function<void(Joint&)> change;
};

const std::vector<Variant>& variants() {
    static const std::vector<Variant> all{
        {"plain", {}},
        {"supplementary web plate, one side", [](Joint& j) { doubler(j) = DoublerSpec{}; }},
        {"supplementary web plates, both sides",
         [](Joint& j) {
             doubler(j) = DoublerSpec{};
             doubler(j).sides = 2;
         }},
        {"diagonal", [](Joint& j) { diagonal(j) = DiagonalSpec{}; }},
        {"diagonal in tension",
         [](Joint& j) {
             diagonal(j) = DiagonalSpec{};
             diagonal(j).direction = DiagonalDirection::Tension;
         }},
        {"ribs", [](Joint& j) { fitting<RibSpec>(j, ends::right, FlangeSide::Top) = RibSpec{}; }},
        {"backing plates", [](Joint& j) { fitting<BackingSpec>(j, ends::right, FlangeSide::Top) = BackingSpec{}; }},
        {"column stiffeners", [](Joint& j) { stiffen(j, ends::right, StiffenerSpec{}); }},
        {"out of plane",
         [](Joint& j) {
             for (ActionSet& s : j.actions) setAcross(s, ends::right, 4e3, 3e6, 5e5);
         }},
        {"held above", [](Joint& j) { j.plates->heldEnd = HeldEnd::ColumnAbove; }}};
    return all;
}

} // namespace

TEST_CASE("every variant of the family is held together, carries its set and is in equilibrium", "[plates][strength]") {
    const Variant& v = variants()[GENERATE(range(0, 10))];
    INFO(v.name);
    const ResolvedJoint joint = resolved("B2", v.change);
    const ActionSet set = scaled(joint.actions[0], 0.5);
    const SetAnalysis r = run(joint, set);
    const PlateStrength& s = r.strength;
    INFO(s.message);
    CHECK(s.reached == Approx(1));
    CHECK(s.balance.residual < 1e-6);
    CHECK(s.balance.left < 1e-6 * s.balance.applied);
    CHECK(s.balance.leftMoment < 1e-6 * s.balance.applied * 1000);
    // Statics of the end plate alone: bolts less contact is the beam's axial force; plates that lie between take nothing with
    // them.
    double bolts = 0, pressed = 0, shear = 0;
    for (const BoltUse& b : s.bolts) bolts += b.tension, shear += b.shear;
    for (const auto& [part, force] : s.contact)
        if (part.kind == PartKind::EndPlate) pressed += force;
    CHECK(bolts - pressed == Approx(forcesOf(set, ends::right).N).margin(1e-4 * bolts));
    // The shear forces of single bolts sum to the beam's shear or more (they need not be parallel).
    CHECK(shear >= std::abs(forcesOf(set, ends::right).V) * (1 - 1e-6));
}

TEST_CASE("end forces reach the place where they are given", "[plates][forces]") {
    const ResolvedJoint joint = resolved("E1"); // slopes
    const auto model = buildJointModel(joint);
    REQUIRE(model);
    ActionSet set;
    set.id = "T";
    setForces(set, ends::right, 12e3, 34e3, 56e6);
    setAcross(set, ends::right, 7e3, 8e6, 9e5);
    const fe::Wrench w = sumOf(model->model.nodes, endForces(joint, *model, set));
    const ResolvedSide& s = joint.main();
    // By hand: axes of the beam, place at the column face on the axis.
    const fe::Vec3 along{s.cosSlope, 0, s.sinSlope}, up{-s.sinSlope, 0, s.cosSlope};
    const fe::Vec3 force = 12e3 * along - 34e3 * up + fe::Vec3{0, 7e3, 0};
    const fe::Vec3 at{joint.reference == ActionReference::Node ? 0 : joint.column.section.h / 2, 0,
                      model->beam(ends::right)->axisLevel};
    const fe::Vec3 moment = fe::Vec3{0, 56e6, 0} + 9e5 * along + 8e6 * up + cross(at, force);
    CHECK(norm(w.force - force) < 1e-6 * norm(force));
    CHECK(norm(w.moment - moment) < 1e-9 * norm(moment));
}

TEST_CASE("a force on a released component is refused in words", "[plates][forces]") {
    const ResolvedJoint joint = resolved("B2", [](Joint& j) {
        framing(j, ends::right).farEnd = EndCarries::InPlane;
        setAcross(j.actions[0], ends::right, 1e3, 0, 0);
    });
    const auto r = analyseSet(joint, joint.actions[0], 0);
    REQUIRE_FALSE(r);
    CHECK(joined(r.error()).find("out of the frame's plane") != std::string::npos);
    CHECK(joined(r.error()).find(joint.actions[0].id) != std::string::npos);
}

TEST_CASE("half the set has twice the reserve", "[plates][strength]") {
    const ResolvedJoint joint = resolved("B2");
    const double whole = run(joint, joint.actions[0], true).strength.reserve,
                 half = run(joint, scaled(joint.actions[0], 0.5), true).strength.reserve;
    CHECK(half / whole == Approx(2).epsilon(0.03)); // the limit is interpolated between different steps
}

TEST_CASE("an overloaded set says how much of it is carried and what ends it", "[plates][strength]") {
    const ResolvedJoint joint = resolved("B2");
    const double plain = run(joint, joint.actions[0], true).strength.reserve;
    const PlateStrength s = run(joint, scaled(joint.actions[0], 4), true).strength;
    CHECK(s.reserve < 1);
    CHECK(s.reserve == Approx(plain / 4).epsilon(0.06));
    CHECK(s.limit != PlateLimit::None);
    CHECK_FALSE(s.limitPart.empty());
}

TEST_CASE("sets without forces are said to be so, joints without bolts are refused", "[plates][strength]") {
    const ResolvedJoint joint = resolved("B2");
    ActionSet none;
    none.id = "Z";
    const auto r = analyseSet(joint, none, 0);
    REQUIRE(r);
    CHECK_FALSE(r->strength.isLoaded);
    CHECK(r->strength.message.find("no forces") != std::string::npos);
    const ResolvedJoint bare = resolved("B2", [](Joint& j) { endPlate(j, ends::right).rows.clear(); });
    const auto refused = analyseSet(bare, joint.actions[0], 0);
    REQUIRE_FALSE(refused);
    CHECK(joined(refused.error()).find("no bolts") != std::string::npos);
}

TEST_CASE("bolts break at the elongation of their class", "[plates][strength]") {
    // Thick plates, thin bolts: mode 3. Resistance of the connection: four bolts in tension at most, EN 1993-1-8:2005 table 3.4.
    const ResolvedJoint joint = resolved("B2", [](Joint& j) {
        endPlate(j, ends::right).plate.thickness = 40;
        endPlate(j, ends::right).bolts.size = "M12";
        stiffen(j, ends::right, StiffenerSpec{});
        doubler(j) = DoublerSpec{};
    });
    const PlateStrength s = run(joint, scaled(joint.actions[0], 0.3), true).strength;
    CHECK(s.limit == PlateLimit::BoltFracture);
    CHECK(s.limitPart.find("row") != std::string::npos);
    for (const BoltUse& b : s.bolts) CHECK(b.tension <= b.F_t_Rd * (1 + 1e-9));
}

TEST_CASE("a beam's stub by itself is a beam", "[plates][closed form]") {
    // Every node of the beam at the end plate is held: the handle turns by M L/EI of the three plates (Euler-Bernoulli).
    const ResolvedJoint joint = resolved("B2", [](Joint& j) { j.plates->sizeFactor = 1; });
    PlateModelSettings settings;
    settings.beamStub = 4;
    auto m = buildJointModel(joint, settings);
    REQUIRE(m);
    const JointModel::Beam& beam = *m->beam(ends::right);
    const double x0 = joint.column.section.h / 2 + joint.main().spec.plate.thickness;
    std::vector<char> isBeam(m->model.nodes.size(), 0);
    for (const fe::Shell& s : m->model.shells) {
        const PartKind kind = m->parts[s.part].kind;
        if (kind == PartKind::BeamWeb || kind == PartKind::BeamTopFlange || kind == PartKind::BeamBottomFlange)
            for (int n : s.nodes) isBeam[n] = 1;
    }
    for (int n = 0; n < static_cast<int>(isBeam.size()); ++n)
        if (isBeam[n] && std::abs(m->model.nodes[n].x - x0) < 1e-6) m->model.fixAll(n, "held");
    Diagnostics found;
    const auto a = fe::Analysis::create(m->model, found);
    REQUIRE(a);
    fe::Stage stage;
    stage.factors.assign(m->model.cases.size(), 0);
    const double M = 20e6;
    stage.factors[beam.loadCases[0]] = M;
    REQUIRE(a->run(stage).isComplete());
    const Section& s = joint.main().beam.section;
    const double arm = (s.h - s.t_f) / 2;
    // With the web's thicker strips beside the flanges, which give the section its plastic modulus.
    const BeamStrips strips = beamStrips(s);
    const double from = s.h / 2 - strips.reach, more = strips.thickness - s.t_w;
    const double I = 2 * s.b * s.t_f * arm * arm + s.b * std::pow(s.t_f, 3) / 6 + s.t_w * std::pow(2 * arm, 3) / 12 +
                     2 * more * (std::pow(arm, 3) - std::pow(from, 3)) / 3;
    CHECK(a->displacement(beam.handle, fe::Ry) == Approx(M * beam.length / (210000 * I)).epsilon(0.01));
}
