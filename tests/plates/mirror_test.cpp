#include "fe/analysis.h"
#include "fe/buckling.h"
#include "fe/mirror.h"
#include "plates/end_forces.h"
#include "plates/joint_model.h"
#include "support/joints.h"
#include <algorithm>
#include <cmath>
#include <functional>

/// Half the unknowns where a joint is its own mirror image: the same answers as the whole.
using namespace zg;

namespace {

ResolvedJoint resolved(const char* mark, const std::function<void(Joint&)>& change = {}) {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, mark);
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 1.8;
    if (change) change(joint);
    const auto r = resolve(job, joint);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

fe::Model loaded(const ResolvedJoint& joint, double factor = 1) {
    auto built = buildJointModel(joint);
    if (!built) FAIL(joined(built.error()));
    const int c = built->model.addCase("set");
    built->model.cases[c].forces = endForces(joint, *built, joint.actions[0]);
    for (fe::NodalForce& f : built->model.cases[c].forces) f.value *= factor;
    return std::move(built->model);
}

std::unique_ptr<fe::Analysis> run(const fe::Model& model, fe::Halves halves) {
    Diagnostics found;
    auto analysis = fe::Analysis::create(model, found, {1e-9, 30, 2, fe::Geometry::Undeformed, halves});
    if (!analysis) FAIL(joined(found));
    fe::Stage stage;
    stage.factors.assign(model.cases.size(), 1);
    stage.firstStep = stage.largestStep = 0.25;
    const fe::RunResult done = analysis->run(stage);
    INFO(done.message);
    REQUIRE(done.isComplete());
    return analysis;
}

double largest(const std::vector<double>& values) {
    double most = 0;
    for (const double v : values) most = std::max(most, std::abs(v));
    return most;
}

double apart(const std::vector<double>& a, const std::vector<double>& b) {
    REQUIRE(a.size() == b.size());
    double most = 0;
    for (std::size_t i = 0; i < a.size(); ++i) most = std::max(most, std::abs(a[i] - b[i]));
    return most;
}

} // namespace

TEST_CASE("halves that are images of each other answer as the whole does, beyond yield too", "[plates][mirror]") {
    // Where plates yield and contacts open, haunches, splices, welded flanges and two beams among them.
    const std::vector<std::pair<const char*, double>> joints{{"B1", 1.3}, {"B3", 1.0}, {"S1", 1.0}, {"E2", 1.05}, {"F2", 1.0}};
    for (const auto& [mark, factor] : joints) {
        INFO(mark);
        const fe::Model model = loaded(resolved(mark), factor);
        const auto half = run(model, fe::Halves::Alike), whole = run(model, fe::Halves::Free);
        REQUIRE(half->system().halves() == fe::Halves::Alike);
        REQUIRE(whole->system().halves() == fe::Halves::Free);
        CHECK(half->system().map().freeCount() == whole->system().map().equationCount());
        CHECK(half->system().map().equationCount() < 0.53 * whole->system().map().equationCount());
        const fe::State &a = half->state(), &b = whole->state();
        CHECK(apart(a.freedoms, b.freedoms) < 1e-6 * largest(b.freedoms));
        // What plates remember, of images too, that answered for each other on the way.
        CHECK(largest(b.history) > 0);
        CHECK(apart(a.history, b.history) < 1e-5 * largest(b.history));
        double force = 0, off = 0;
        for (int i = 0; i < static_cast<int>(model.links.size()); ++i)
            for (int c = 0; c < 3; ++c) {
                force = std::max(force, std::abs(whole->springForce(i)[c]));
                off = std::max(off, std::abs(half->springForce(i)[c] - whole->springForce(i)[c]));
            }
        CHECK(off < 1e-5 * force);
        CHECK(half->steps().back().energyGap() ==
              Approx(whole->steps().back().energyGap()).margin(1e-4 * whole->steps().back().externalWork));
        const std::vector<fe::Wrench> held = half->reactions(), free = whole->reactions();
        REQUIRE(held.size() == free.size());
        for (std::size_t i = 0; i < held.size(); ++i) {
            CHECK(norm(held[i].force - free[i].force) < 1e-5 * force);
            CHECK(norm(held[i].moment - free[i].moment) < 1e-2 * force); // N mm, of levers of metres
        }
    }
}

TEST_CASE("buckling factors are those of the whole, whatever the shape", "[plates][mirror]") {
    const fe::Model model = loaded(resolved("B4"));
    const auto half = run(model, fe::Halves::Alike), whole = run(model, fe::Halves::Free);
    REQUIRE(half->system().halves() == fe::Halves::Alike);
    fe::BucklingSettings settings;
    settings.modes = 4;
    const fe::BucklingResult a = fe::buckle(*half, fe::membraneForces(*half), settings),
                             b = fe::buckle(*whole, fe::membraneForces(*whole), settings);
    REQUIRE(a.modes.size() == b.modes.size());
    REQUIRE(a.modes.size() >= 4);
    const auto mirror = fe::mirrorOf(model);
    REQUIRE(mirror);
    bool bendsAcross = false;
    for (std::size_t i = 0; i < a.modes.size(); ++i) {
        CHECK(a.modes[i].factor == Approx(b.modes[i].factor).epsilon(1e-5));
        for (std::size_t n = 0; n < model.nodes.size(); ++n)
            bendsAcross =
                bendsAcross || (mirror->node[n] == static_cast<int>(n) && std::abs(a.modes[i].shape[6 * n + fe::Uy]) > 0.5);
    }
    CHECK(bendsAcross); // a web's mode is no image of itself

    // A movement given instead of a force cannot be turned back: the whole is asked.
    fe::Model given = model;
    const fe::NodalForce push = given.cases[0].forces.front();
    given.cases[0].movements.push_back({given.fix(push.node, {fe::Uz}, "given"), -0.5});
    given.cases[0].forces.clear();
    const auto moved = run(given, fe::Halves::Alike), free = run(given, fe::Halves::Free);
    REQUIRE(moved->system().halves() == fe::Halves::Alike);
    settings.modes = 1;
    const fe::BucklingResult c = fe::buckle(*moved, fe::membraneForces(*moved), settings),
                             d = fe::buckle(*free, fe::membraneForces(*free), settings);
    REQUIRE(c.modes.size() == d.modes.size());
    REQUIRE_FALSE(c.modes.empty());
    CHECK(c.modes[0].factor == Approx(d.modes[0].factor).epsilon(1e-5));
}

TEST_CASE("a model that differs from its image anywhere is taken whole", "[plates][mirror]") {
    CHECK(fe::mirrorOf(loaded(resolved("B2"))));
    CHECK_FALSE(fe::mirrorOf(loaded(resolved("B2", [](Joint& j) { doubler(j).sides = 1; }))));
    CHECK(fe::mirrorOf(loaded(resolved("B2", [](Joint& j) { doubler(j).sides = 2; }))));
    CHECK_FALSE(fe::mirrorOf(loaded(resolved("N1")))); // beams of the other plane, fin plates
    CHECK_FALSE(fe::mirrorOf(loaded(resolved("B2", [](Joint& j) { setAcross(j.actions[0], ends::right, 1e3, 0, 0); }))));
    CHECK_FALSE(fe::mirrorOf(loaded(resolved("B2", [](Joint& j) { setAcross(j.actions[0], ends::right, 0, 0, 1e5); }))));
    const fe::Model model = loaded(resolved("B2"));
    const auto mirror = fe::mirrorOf(model);
    REQUIRE(mirror);
    const auto images = [](const std::vector<int>& all) {
        return static_cast<std::size_t>(
            std::find_if(all.begin(), all.end(), [&](const int& i) { return i >= 0 && i != &i - all.data(); }) - all.begin());
    };
    fe::Model other = model;
    other.nodes[images(mirror->node)].z += 0.01;
    CHECK_FALSE(fe::mirrorOf(other));
    other = model;
    fe::Part part = other.parts[other.shells[images(mirror->shell)].part];
    part.thickness += 0.1;
    other.shells[images(mirror->shell)].part = static_cast<int>(other.parts.size());
    other.parts.push_back(part);
    CHECK_FALSE(fe::mirrorOf(other));
    // A bolt of another strength than its twin.
    other = model;
    const auto bolt = std::find_if(other.links.begin(), other.links.end(), [](const fe::Link& l) {
        return std::holds_alternative<fe::CoupledLaw>(l.law) && l.role == fe::LinkRole::Bolt;
    });
    REQUIRE(bolt != other.links.end());
    std::get<fe::CoupledLaw>(bolt->law).ellipsoid.limit *= 1.001;
    CHECK_FALSE(fe::mirrorOf(other));
    // A support on one side.
    other = model;
    const auto plate = std::find_if(other.shells.begin(), other.shells.end(), [&](const fe::Shell& s) {
        return other.parts[s.part].id == "right.plate" && other.nodes[s.nodes[0]].y > 1;
    });
    REQUIRE(plate != other.shells.end());
    other.fix(plate->nodes[0], {fe::Ux}, "prop");
    CHECK_FALSE(fe::mirrorOf(other));
}
