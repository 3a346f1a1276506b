#include "build.h"
#include "fe/buckling.h"
#include "fe/connect.h"
#include <catch2/catch.hpp>

// What must hold of every analysis in moved geometry; numbers against theory are in tests/verification/fe.
using namespace build;

namespace {

constexpr double rectangleLength = 300;

// A strip with all that is carried along: a plate welded on, a bolted one in contact, a rigid block with a handle.
struct Assembly {
    Builder b;
    int tip = -1, handle = -1, load = 0;
    std::vector<int> block;
};

Assembly assembly(double f_y = std::numeric_limits<double>::infinity()) {
    Assembly s;
    Material m;
    m.f_y = f_y;
    m.E_t = 210;
    Model& model = s.b.model;
    const int base = s.b.plate("base", 10, m), rib = s.b.plate("rib", 8, m), cover = s.b.plate("cover", 10, m);
    const Grid g = s.b.grid(base, 12, 4, [](double u, double v) { return Vec3{rectangleLength * u, 80 * v - 40, 0}; });
    for (int j = 0; j <= 4; ++j) model.fixAll(g.at(0, j), "root");
    const Grid r = s.b.grid(rib, 6, 2, [](double u, double v) { return Vec3{100 + 150 * u, 0, 5 + 40 * v}; });
    WeldLine w;
    w.id = "weld";
    for (int i = 0; i <= 6; ++i) w.edge.push_back(r.at(i, 0));
    w.thickness = 8;
    w.intoPlate = axisZ;
    w.face = shellsOf(model, base);
    w.throat = 5;
    w.stiffness = 2e5;
    w.strength = 400;
    w.hardening = 100;
    addWeld(model, w);
    const Grid c = s.b.grid(cover, 4, 4, [](double u, double v) { return Vec3{20 + 75 * u, 80 * v - 40, -10}; });
    addFaceContact(model, "contact", shellsOf(model, cover), shellsOf(model, base), 2e4, 1, 1);
    for (double y : {-20.0, 20.0}) {
        BoltData bolt;
        bolt.id = "bolt";
        bolt.axis = axisZ;
        bolt.position = {57.5, y, -5};
        bolt.law.ellipsoid = {{5e5, 2e5, 2e5}, {1, 2, 2}, unlimited, 0};
        bolt.law.isTensionOnly = true;
        for (int part : {cover, base})
            bolt.plates.push_back(washerPatch(model, FaceFinder(model, shellsOf(model, part)), bolt.position, axisZ, 5, 12));
        addBolt(model, bolt);
    }
    for (int j = 0; j <= 4; ++j) s.block.push_back(g.at(12, j));
    s.handle = model.addNode({rectangleLength + 60, 0, 20});
    model.addRigid(s.handle, s.block, "block");
    s.tip = g.at(12, 2);
    s.load = model.addCase("end");
    model.cases[s.load].forces = {{s.handle, Uz, 1}, {s.handle, Uy, 0.05}};
    // The free edge of the cover is pushed off, so that bolts and contact have work to do.
    for (int j = 0; j <= 4; ++j) model.cases[s.load].forces.push_back({c.at(4, j), Uz, -0.05});
    return s;
}

std::unique_ptr<Analysis> loaded(const Model& m, double factor, Geometry geometry, double step = 0.2) {
    zg::Diagnostics found;
    SolverSettings settings;
    settings.geometry = geometry;
    auto a = Analysis::create(m, found, settings);
    INFO(zg::joined(found));
    REQUIRE(a);
    Stage s;
    s.factors = {factor};
    s.firstStep = s.largestStep = step;
    const RunResult r = a->run(s);
    INFO(r.message);
    REQUIRE(r.isComplete());
    return a;
}

Vec3 moved(const Analysis& a, int node) { return {a.displacement(node, Ux), a.displacement(node, Uy), a.displacement(node, Uz)}; }

constexpr double much = 30e3;

} // namespace

TEST_CASE("under a small load the moved geometry answers as the undeformed one", "[fe][moved]") {
    const Assembly s = assembly();
    double before = 0;
    for (double load : {400.0, 200.0, 100.0}) {
        const auto small = loaded(s.b.model, load, Geometry::Moved), plain = loaded(s.b.model, load, Geometry::Undeformed);
        double worst = 0;
        for (int n = 0; n < static_cast<int>(s.b.model.nodes.size()); ++n)
            worst = std::max(worst, norm(moved(*small, n) - moved(*plain, n)));
        worst /= norm(moved(*plain, s.tip));
        CHECK(worst < 0.02);
        // What parts them is in proportion to the load.
        if (before > 0) CHECK(worst < 0.6 * before);
        before = worst;
    }
}

TEST_CASE("moved geometry: loads and reactions balance where the structure is", "[fe][moved]") {
    const Assembly s = assembly(235);
    const auto a = loaded(s.b.model, much, Geometry::Moved);
    REQUIRE(norm(moved(*a, s.tip)) > 20);
    Wrench sum;
    for (const Wrench& w : a->reactions()) sum.force = sum.force + w.force, sum.moment = sum.moment + w.moment;
    for (const NodalForce& f : s.b.model.cases[0].forces) {
        Vec3 v;
        v[f.freedom] = much * f.value;
        sum.force = sum.force + v;
        sum.moment = sum.moment + cross(a->place(f.node), v);
    }
    CHECK(norm(sum.force) < 1e-5 * much);
    CHECK(norm(sum.moment) < 1e-5 * much * rectangleLength);
}

TEST_CASE("moved geometry: a rigid block keeps its shape through any turn", "[fe][moved]") {
    const Assembly s = assembly(235);
    const auto a = loaded(s.b.model, much, Geometry::Moved);
    const Model& m = s.b.model;
    for (int n : s.block) {
        const double was = norm(m.nodes[n] - m.nodes[s.handle]), is = norm(a->place(n) - a->place(s.handle));
        CHECK(is == Approx(was).epsilon(1e-5));
    }
}

TEST_CASE("moved geometry: same answer for a model turned in space", "[fe][moved]") {
    const Assembly s = assembly(235);
    const auto a = loaded(s.b.model, much, Geometry::Moved);
    Model m = s.b.model;
    const std::array<Vec3, 3> rotation{Vec3{0.36, 0.48, -0.8}, Vec3{-0.8, 0.6, 0}, Vec3{0.48, 0.64, 0.6}};
    m.move(rotation, {1000, -500, 200});
    const auto b = loaded(m, much, Geometry::Moved);
    double worst = 0;
    for (int n = 0; n < static_cast<int>(m.nodes.size()); ++n) {
        const Vec3 u = moved(*a, n);
        worst = std::max(worst, norm(Vec3{dot(rotation[0], u), dot(rotation[1], u), dot(rotation[2], u)} - moved(*b, n)));
    }
    CHECK(worst < 1e-5 * norm(moved(*a, s.tip)));
}

TEST_CASE("moved geometry: an elastic path there and back costs nothing and ends where it began", "[fe][moved]") {
    Builder b;
    const Grid g = b.rectangle(b.plate("strip", 3), 10, 2, 300, 50);
    for (int j = 0; j <= 2; ++j) b.model.fixAll(g.at(0, j), "root");
    b.model.cases.push_back({"tip", {{g.at(10, 1), Uz, -1}, {g.at(10, 1), Uy, 0.2}}, {}});
    const auto gap = [&](double step) {
        const auto a = loaded(b.model, 300, Geometry::Moved, step);
        const Vec3 far = moved(*a, g.at(10, 1));
        REQUIRE(norm(far) > 100);
        const double there = std::abs(a->steps().back().energyGap()) / a->steps().back().storedEnergy,
                     work = a->steps().back().externalWork;
        Stage back;
        back.factors = {0};
        back.firstStep = back.largestStep = step;
        REQUIRE(a->run(back).isComplete());
        CHECK(norm(moved(*a, g.at(10, 1))) < 1e-6 * norm(far));
        CHECK(std::abs(a->steps().back().externalWork) < 1e-6 * work);
        return there;
    };
    const double coarse = gap(0.1), fine = gap(0.05);
    CHECK(fine < 0.001);
    CHECK(coarse / fine > 3.5); // the trapezium rule's own error
}

TEST_CASE("moved geometry has no buckling factors, and says so", "[fe][moved]") {
    const Assembly s = assembly();
    const auto a = loaded(s.b.model, 100, Geometry::Moved);
    const BucklingResult r = buckle(*a, membraneForces(*a));
    CHECK(r.modes.empty());
    CHECK(r.message.find("undeformed geometry") != std::string::npos);
}
