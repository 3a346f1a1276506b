#include "build.h"
#include "fe/buckling.h"
#include "fe/connect.h"
#include "fe/results.h"
#include <catch2/catch.hpp>
#include <cstdlib>
#include <fstream>
#include <numeric>

using namespace build;

namespace {

// A tee: base plate held along its edges, plate welded on, bolted to the ground through a patch, in contact with a bed.
// Everything that the engine has, in one small model.
struct Tee {
    Builder b;
    Grid base, plate;
    int weldCount = 0;
};

Tee tee(double f_y = 355) {
    Tee t;
    Material m;
    m.f_y = f_y;
    m.E_t = 210;
    const int base = t.b.plate("base", 15, m), plate = t.b.plate("plate", 10, m);
    t.base = t.b.grid(base, 12, 8, [](double u, double v) { return Vec3{240 * u - 120, 160 * v - 80, 0}; });
    t.plate = t.b.grid(plate, 7, 5, [](double u, double v) { return Vec3{140 * u - 70, 2, 7.5 + 100 * v}; });
    WeldLine w;
    w.id = "weld W1";
    for (int i = 0; i <= 7; ++i) w.edge.push_back(t.plate.at(i, 0));
    w.thickness = 10;
    w.intoPlate = axisZ;
    w.face = shellsOf(t.b.model, base);
    w.throat = 5;
    w.stiffness = 2e5;
    w.strength = 400;
    w.hardening = 100;
    t.weldCount = addWeld(t.b.model, w);
    for (double x : {-80.0, 80.0}) {
        for (double y : {-50.0, 50.0}) {
            BoltPatch patch;
            for (int n = 0; n < static_cast<int>(t.b.model.nodes.size()); ++n) {
                const Vec3 p = t.b.model.nodes[n];
                if (p.z == 0 && std::hypot(p.x - x, p.y - y) < 25) patch.nodes.push_back(n), patch.weights.push_back(1);
            }
            Link bolt;
            bolt.id = "bolt";
            bolt.role = LinkRole::Bolt;
            bolt.a = attachToPatch(t.b.model.nodes, patch.nodes, patch.weights, {x, y, 0});
            bolt.axes = {-axisZ, -axisX, -axisY};
            CoupledLaw law;
            law.ellipsoid = {{4e5, 2e5, 2e5}, {1, 2, 2}, 60e3, 500};
            law.isTensionOnly = true;
            bolt.law = law;
            t.b.model.links.push_back(bolt);
        }
    }
    addBed(t.b.model, "bed", shellsOf(t.b.model, base), -axisZ, 100);
    const int c = t.b.model.addCase("pull");
    for (int i = 0; i < 7; ++i)
        addEdgeLoad(t.b.model, t.plate.at(i, 5), t.plate.at(i + 1, 5), (1 / 140.0) * Vec3{0.3, 0.1, 1}, {},
                    t.b.model.cases[c].forces);
    return t;
}

std::unique_ptr<Analysis> loaded(const Model& m, double factor, int threads = 2, double tolerance = 1e-11) {
    zg::Diagnostics found;
    SolverSettings settings;
    settings.threads = threads;
    settings.tolerance = tolerance;
    auto a = Analysis::create(m, found, settings);
    INFO(zg::joined(found));
    REQUIRE(a);
    Stage s;
    s.factors = {factor};
    s.firstStep = s.largestStep = 0.25;
    const RunResult r = a->run(s);
    INFO(r.message);
    REQUIRE(r.isComplete());
    return a;
}

Wrench loadsOf(const Model& m, double factor) {
    Wrench w;
    for (const NodalForce& f : m.cases[0].forces) {
        Vec3 v;
        v[f.freedom % 3] = factor * f.value;
        if (f.freedom < 3)
            w.force = w.force + v, w.moment = w.moment + cross(m.nodes[f.node], v);
        else
            w.moment = w.moment + v;
    }
    return w;
}

constexpr double pull = 70e3;

} // namespace

TEST_CASE("every converged state is in equilibrium: springs to the ground carry the loads, force and moment",
          "[fe][properties]") {
    const Tee t = tee();
    const auto a = loaded(t.b.model, pull);
    CHECK(a->steps().back().plasticWork > 0);
    for (const Step& s : a->steps()) CHECK(s.residual < 1e-6);
    Wrench sum = loadsOf(t.b.model, pull);
    const double scale = norm(sum.force);
    for (int i = 0; i < static_cast<int>(t.b.model.links.size()); ++i) {
        const Link& l = t.b.model.links[i];
        if (l.b) continue;
        const auto f = a->springForce(i);
        for (int c = 0; c < componentCount(l.law); ++c) {
            // The spring pulls the body along its axis: deflection is less the body's motion.
            sum.force = sum.force + f[c] * l.axes[c];
            sum.moment = sum.moment + cross(l.a.position, f[c] * l.axes[c]);
        }
    }
    CHECK(norm(sum.force) < 1e-6 * scale);
    CHECK(norm(sum.moment) < 1e-6 * scale * 200);
}

TEST_CASE("what crosses a cut balances the loads beyond it", "[fe][properties]") {
    const Tee t = tee();
    const auto a = loaded(t.b.model, pull);
    std::vector<int> above, nodes;
    for (int i = 0; i <= 7; ++i) nodes.push_back(t.plate.at(i, 2));
    for (int i = 0; i < 7; ++i)
        for (int j = 2; j < 5; ++j) above.push_back(t.plate.shell(i, j));
    const Wrench through = forceAcrossCut(*a, above, nodes, {0, 0, 0}), load = loadsOf(t.b.model, pull);
    CHECK(norm(through.force + load.force) < 1e-6 * norm(load.force));
    CHECK(norm(through.moment + load.moment) < 1e-6 * norm(load.force) * 200);
}

TEST_CASE("work put in is stored or dissipated", "[fe][properties]") {
    // Without yielding or contact changes the balance is exact; with them it closes as the steps become small.
    Material elastic;
    Builder b;
    const Grid g = b.rectangle(b.plate("strip", 10, elastic), 10, 2, 200, 50);
    for (int j = 0; j <= 2; ++j) b.model.fixAll(g.at(0, j), "root");
    b.model.cases.push_back({"tip", {{g.at(10, 1), Uz, -100}, {g.at(10, 1), Uy, 500}}, {}});
    const auto a = loaded(b.model, 3);
    CHECK(std::abs(a->steps().back().energyGap()) < 1e-9 * a->steps().back().externalWork);

    const auto gap = [](double step) {
        Material m;
        m.f_y = 235;
        m.E_t = 210;
        Builder p;
        const Grid grid = p.rectangle(p.plate("strip", 10, m), 10, 2, 200, 50);
        for (int j = 0; j <= 2; ++j) p.model.fixAll(grid.at(0, j), "root");
        p.model.cases.push_back({"tip", {{grid.at(10, 1), Uz, -1}}, {}});
        zg::Diagnostics found;
        auto run = Analysis::create(p.model, found);
        Stage s;
        s.control = Control::Displacement;
        s.factors = {1500};
        s.watched = {{grid.at(10, 1), Uz, -1}};
        s.target = 12;
        s.firstStep = step;
        REQUIRE(run->run(s).isComplete());
        return std::abs(run->steps().back().energyGap()) / run->steps().back().externalWork;
    };
    const double coarse = gap(2), fine = gap(0.5);
    CHECK(fine < 0.4 * coarse);
    CHECK(fine < 0.01);
}

TEST_CASE("unloading is elastic and loading again returns to where it was", "[fe][properties]") {
    const Tee t = tee();
    const auto a = loaded(t.b.model, pull);
    const int tip = t.plate.at(3, 5);
    const double top = a->displacement(tip, Uz), work = a->steps().back().plasticWork;
    Stage s;
    s.factors = {0.9 * pull};
    REQUIRE(a->run(s).isComplete());
    CHECK(a->steps().back().plasticWork == Approx(work).epsilon(1e-10));
    const double drop = top - a->displacement(tip, Uz);
    // The slope of unloading is that of the first, elastic loading as far as contact stays as it is: not softer than half, not
    // stiffer.
    CHECK(drop > 0);
    s.factors = {pull};
    REQUIRE(a->run(s).isComplete());
    CHECK(a->displacement(tip, Uz) == Approx(top).epsilon(1e-8));
}

TEST_CASE("same answer for a model turned in space", "[fe][properties]") {
    const Tee t = tee();
    const auto a = loaded(t.b.model, pull);
    Model m = t.b.model;
    const std::array<Vec3, 3> rotation{Vec3{0.36, 0.48, -0.8}, Vec3{-0.8, 0.6, 0}, Vec3{0.48, 0.64, 0.6}};
    m.move(rotation, {1000, -500, 200});
    const auto b = loaded(m, pull);
    double worst = 0, size = 0;
    for (int n = 0; n < static_cast<int>(m.nodes.size()); ++n) {
        const Vec3 u{a->displacement(n, Ux), a->displacement(n, Uy), a->displacement(n, Uz)},
            v{b->displacement(n, Ux), b->displacement(n, Uy), b->displacement(n, Uz)};
        worst = std::max(worst, norm(Vec3{dot(rotation[0], u), dot(rotation[1], u), dot(rotation[2], u)} - v));
        size = std::max(size, norm(u));
    }
    CHECK(worst < 1e-8 * size);
    for (int i = 0; i < static_cast<int>(m.links.size()); ++i)
        CHECK(std::abs(a->springForce(i)[0] - b->springForce(i)[0]) < 1e-7 * pull);
}

TEST_CASE("same answer for nodes renumbered, elements started elsewhere and normals turned over", "[fe][properties]") {
    Material m;
    m.f_y = 235;
    m.E_t = 2100;
    Builder b;
    const Grid g = b.grid(b.plate("plate", 10, m), 8, 6, [](double u, double v) {
        return Vec3{200 * u + 15 * v, 120 * v + 8 * u * u, 6 * u * v};
    });
    for (int j = 0; j <= 6; ++j) b.model.fixAll(g.at(0, j), "root");
    b.model.cases.push_back({"tip", {{g.at(8, 3), Uz, -1}, {g.at(8, 3), Uy, 2}}, {}});
    const auto first = loaded(b.model, 2500);
    CHECK(first->steps().back().plasticWork > 0);

    Model other = b.model;
    const int count = static_cast<int>(other.nodes.size());
    const auto renumbered = [&](int n) { return (n * 29 + 11) % count; }; // 63 nodes, 29 prime to it
    for (int n = 0; n < count; ++n) other.nodes[renumbered(n)] = b.model.nodes[n];
    for (std::size_t e = 0; e < other.shells.size(); ++e) {
        for (int i = 0; i < 4; ++i) other.shells[e].nodes[i] = renumbered(b.model.shells[e].nodes[(i + e) % 4]);
        if (e % 3 == 0) std::swap(other.shells[e].nodes[1], other.shells[e].nodes[3]);
    }
    for (Constraint& c : other.constraints)
        for (Term& t : c.terms) t.node = renumbered(t.node);
    for (NodalForce& f : other.cases[0].forces) f.node = renumbered(f.node);
    const auto second = loaded(other, 2500);
    const double tip = first->displacement(g.at(8, 3), Uz);
    for (int n = 0; n < count; ++n)
        CHECK(std::abs(first->displacement(n, Uz) - second->displacement(renumbered(n), Uz)) < 1e-9 * std::abs(tip));
}

TEST_CASE("one thread and two give the same bits", "[fe][properties]") {
    const Tee t = tee();
    const auto a = loaded(t.b.model, pull, 1), b = loaded(t.b.model, pull, 2);
    CHECK(a->state().freedoms == b->state().freedoms);
    CHECK(a->state().history == b->state().history);
}

TEST_CASE("elastic answers scale with the load and add up", "[fe][properties]") {
    Builder b;
    const Grid g = b.rectangle(b.plate("plate", 10), 6, 4, 200, 120);
    for (int j = 0; j <= 4; ++j) b.model.fixAll(g.at(0, j), "root");
    b.model.cases.push_back({"one", {{g.at(6, 0), Uz, -100}}, {}});
    b.model.cases.push_back({"two", {{g.at(6, 4), Uy, 300}}, {}});
    const auto at = [&](double x, double y) {
        zg::Diagnostics found;
        auto a = Analysis::create(b.model, found);
        Stage s;
        s.factors = {x, y};
        REQUIRE(a->run(s).isComplete());
        return a->state().freedoms;
    };
    const auto one = at(1, 0), two = at(0, 1), both = at(2, -3);
    double size = 0;
    for (double v : both) size = std::max(size, std::abs(v));
    for (std::size_t i = 0; i < both.size(); ++i) CHECK(std::abs(both[i] - 2 * one[i] + 3 * two[i]) < 1e-10 * size);
}

TEST_CASE("arc length passes a limit that load control cannot", "[fe][properties]") {
    // Bolts in a row that lose strength after their peak: the load falls.
    Model m;
    const int hub = m.addNode({0, 0, 0});
    m.fix(hub, {Ux, Uy, Rx, Ry, Rz}, "guide");
    m.links.push_back({"bolt",
                       LinkRole::Bolt,
                       attachToNode(m.nodes, hub),
                       {},
                       {-axisZ, axisX, axisY},
                       false,
                       YieldingLaw{1e5, {{0, 50e3}, {1, 60e3}, {3, 20e3}}, true, unlimited},
                       1,
                       0});
    m.cases.push_back({"pull", {{hub, Uz, 1}}, {}});
    zg::Diagnostics found;
    auto a = Analysis::create(m, found);
    Stage s;
    s.factors = {100e3};
    s.firstStep = 0.05;
    s.largestStep = 4;
    s.control = Control::ArcLength;
    s.mostSteps = 40;
    double peak = 0;
    const RunResult r = a->run(s, [&](const Analysis& now, const Step& step) {
        peak = std::max(peak, step.factors[0]);
        return now.displacement(0, Uz) < 3;
    });
    INFO(r.message);
    CHECK(peak > 55e3);
    CHECK(peak <= 60e3 * (1 + 1e-9));
    CHECK(a->state().factors[0] < 35e3);
}

TEST_CASE("buckling: every mode is there, negative factors are not returned, energy is shared by part", "[fe][properties]") {
    // Shear buckles both ways alike: as many negative factors as positive ones.
    Builder b;
    const int left = b.plate("left", 6), right = b.plate("right", 12);
    b.grid(left, 8, 8, [](double u, double v) { return Vec3{400 * u, 400 * v, 0}; });
    b.grid(right, 4, 8, [](double u, double v) { return Vec3{400 + 200 * u, 400 * v, 0}; });
    for (int n = 0; n < static_cast<int>(b.model.nodes.size()); ++n) {
        b.model.fix(n, {Ux, Uy, Rz}, "plane");
        const Vec3 x = b.model.nodes[n];
        if (near(x.x, 0) || near(x.x, 400) || near(x.x, 600) || near(x.y, 0) || near(x.y, 400)) b.model.fix(n, {Uz}, "edge");
    }
    zg::Diagnostics found;
    auto a = Analysis::create(b.model, found);
    REQUIRE(a);
    const MembraneField shear = prescribedMembrane(a->system(), [](Vec3, int) {
        return MembraneTensor{Vec3{0, 1, 0}, Vec3{1, 0, 0}, Vec3{}};
    });
    BucklingSettings settings;
    settings.modes = 5;
    settings.largestFactor = 1e6;
    const BucklingResult r = buckle(*a, shear, settings);
    CHECK(r.state == BucklingState::Found);
    CHECK(r.isComplete);
    CHECK(r.countBelowLast == static_cast<int>(r.modes.size()));
    REQUIRE(r.modes.size() >= 5);
    double before = 0;
    for (const BucklingMode& mode : r.modes) {
        CHECK(mode.factor > 0);
        CHECK(mode.factor >= before);
        before = mode.factor;
        CHECK(std::accumulate(mode.partEnergy.begin(), mode.partEnergy.end(), mode.springEnergy) == Approx(1).epsilon(1e-9));
        // The shape that comes back is the mode: scaled so that the largest movement is 1, with the energy in its parts.
        double largest = 0;
        for (std::size_t d = 0; d < mode.shape.size(); ++d)
            if (d % 6 < 3 && std::abs(mode.shape[d]) > std::abs(largest)) largest = mode.shape[d];
        CHECK(largest == Approx(1).epsilon(1e-8));
        std::vector<double> energy(b.model.parts.size(), 0);
        for (int e = 0; e < static_cast<int>(b.model.shells.size()); ++e) {
            const ElementVector u = a->system().nodal(e, mode.shape);
            const ElementMatrix& k = a->system().shell(e).elasticStiffness();
            for (std::size_t i = 0; i < u.size(); ++i)
                for (std::size_t j = 0; j < u.size(); ++j)
                    energy[b.model.shells[e].part] += u[i] * k[packedAt(static_cast<int>(i), static_cast<int>(j))] * u[j];
        }
        const double all = std::accumulate(energy.begin(), energy.end(), 0.0);
        for (std::size_t i = 0; i < energy.size(); ++i) CHECK(energy[i] / all == Approx(mode.partEnergy[i]).margin(1e-9));
    }
    // The thin field buckles first, by itself.
    CHECK(r.modes.front().partEnergy[0] > 0.9);
    const MembraneField reversed = prescribedMembrane(a->system(), [](Vec3, int) {
        return MembraneTensor{Vec3{0, -1, 0}, Vec3{-1, 0, 0}, Vec3{}};
    });
    CHECK(buckle(*a, reversed, settings).modes.front().factor == Approx(r.modes.front().factor).epsilon(1e-6));
    // Pure tension: proved to have none.
    const MembraneField tension = prescribedMembrane(a->system(), [](Vec3, int) {
        return MembraneTensor{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{}};
    });
    const BucklingResult none = buckle(*a, tension, settings);
    CHECK(none.state == BucklingState::None);
    CHECK(none.modes.empty());
}

TEST_CASE("a bolt in tension and shear stays on its interaction curve, friction slips, clearance is free", "[fe][springs]") {
    CoupledLaw law;
    law.ellipsoid = {{4e5, 2e5, 2e5}, {1, 2, 2}, 100e3, 0};
    law.isTensionOnly = true;
    SpringState state, after;
    for (const auto& d :
         {std::array<double, 3>{0.2, 0.1, 0}, std::array<double, 3>{0.3, 0.3, 0.2}, std::array<double, 3>{0.3, 1.5, -0.8}}) {
        const auto f = respond(law, d, state, after).force;
        state = after;
        CHECK(std::sqrt(f[0] * f[0] + 2 * f[1] * f[1] + 2 * f[2] * f[2]) <= 100e3 * (1 + 1e-9));
    }
    CHECK(state.kappa > 0);
    CHECK(respond(law, {-5, 0, 0}, state, after).force[0] == 0);

    CoupledLaw slipping = law;
    slipping.clearance = 2;
    slipping.slip = 30e3;
    slipping.slipStiffness = 1e6;
    SpringState fresh;
    CHECK(respond(slipping, {0, 0.01, 0}, fresh, after).force[1] == Approx(10e3));
    CHECK(respond(slipping, {0, 1.5, 0}, fresh, after).force[1] == Approx(30e3));
    CHECK(respond(slipping, {0, 2.1, 0}, fresh, after).force[1] == Approx(30e3 + 0.1 * 2e5));
}

TEST_CASE("tangents of springs are the slopes of their forces", "[fe][springs]") {
    CoupledLaw bolt;
    bolt.ellipsoid = {{4e5, 2e5, 2e5}, {1, 2, 2}, 100e3, 3000};
    bolt.isTensionOnly = true;
    CoupledLaw loose = bolt;
    loose.clearance = 0.2;
    const std::vector<SpringLaw> laws{LinearLaw{5e4},
                                      CurveLaw{{{-1, -100}, {0, 0}, {1, 500}}},
                                      ContactLaw{1e5, 0.1},
                                      YieldingLaw{1e5, {{0, 2e4}, {1, 3e4}}, false, unlimited},
                                      bolt,
                                      loose};
    for (std::size_t l = 0; l < laws.size(); ++l)
        for (const auto& d : {std::array<double, 3>{0.15, 0.05, 0.02}, std::array<double, 3>{0.7, 0.4, -0.6},
                              std::array<double, 3>{-0.6, 0.5, 0.1}}) {
            SpringState state, after;
            const auto r = respond(laws[l], d, state, after);
            for (int j = 0; j < componentCount(laws[l]); ++j) {
                auto up = d, down = d;
                up[j] += 1e-6;
                down[j] -= 1e-6;
                const auto fu = respond(laws[l], up, state, after).force, fd = respond(laws[l], down, state, after).force;
                for (int i = 0; i < componentCount(laws[l]); ++i) {
                    INFO("law " << l << ", component " << i << " by " << j);
                    CHECK(std::abs((fu[i] - fd[i]) / 2e-6 - r.tangent[3 * i + j]) < 1e-3 * 4e5);
                }
            }
        }
}

TEST_CASE("stresses: continued to the corners where elastic, kept at the points where yielded, peaks named by part",
          "[fe][results]") {
    // Pure bending in the plane: stress linear over the depth, 6 M/(t h2) at the edge.
    Builder b;
    const Grid g = b.rectangle(b.plate("strip", 10), 8, 4, 400, 100);
    for (int j = 0; j <= 4; ++j) b.model.fix(g.at(0, j), {Ux, Uz, Rx, Ry}, "end");
    b.model.fix(g.at(0, 2), {Uy}, "end");
    b.model.cases.push_back({"moment", {}, {}});
    for (int j = 0; j < 4; ++j) {
        // A linear traction from +100 to -100 MPa over the depth, element by element.
        const double s0 = 100 - 50.0 * j, s1 = s0 - 50;
        b.model.cases[0].forces.push_back({g.at(8, j), Ux, 10 * 25 * (s0 / 3 + s1 / 6)});
        b.model.cases[0].forces.push_back({g.at(8, j + 1), Ux, 10 * 25 * (s0 / 6 + s1 / 3)});
    }
    const auto a = loaded(b.model, 1);
    const auto corners = cornerStresses(*a, g.shell(4, 0));
    double edge = 0;
    for (const PointStress& p : corners) edge = std::max(edge, p.largestEquivalent());
    CHECK(edge == Approx(100).epsilon(1e-6)); // closed form
    const auto peaks = partPeaks(*a);
    CHECK(peaks[0].stress == Approx(100 - 25 * (1 - std::sqrt(1.0 / 3))).epsilon(1e-6)); // at the outer integration points
    const NodalField field = nodalField(*a, FieldKind::EquivalentStress);
    CHECK(*std::max_element(field.spread.begin(), field.spread.end()) < 1e-4);

    const Tee t = tee(200);
    const auto plastic = loaded(t.b.model, pull);
    // The mean over a circle: of no size the point itself, of endless size the whole part's mean, and never more than the peak.
    const auto points = partPeaks(*plastic);
    for (std::size_t part = 0; part < points.size(); ++part) {
        CHECK(partPeaks(*plastic, 0)[part].plasticStrain == Approx(points[part].plasticStrain).epsilon(1e-14));
        CHECK(partPeaks(*plastic, 0)[part].stress == points[part].stress);
        double last = points[part].plasticStrain, area = 0;
        for (double reach : {0.5, 1.0, 2.0, 1e3}) {
            const double mean = partPeaks(*plastic, reach)[part].plasticStrain;
            CHECK(mean <= points[part].plasticStrain * (1 + 1e-12)); // equal where it is uniform, but for rounding
            last = mean;
        }
        std::array<double, 3> sum{};
        for (int e : shellsOf(t.b.model, static_cast<int>(part))) {
            const auto at = pointStresses(*plastic, e);
            for (int p = 0; p < plastic->system().shell(e).pointCount(); ++p) {
                const double share = plastic->system().shell(e).point(p).area;
                area += share;
                for (int level = 0; level < 3; ++level) sum[level] += share * at[p].plasticStrain[level];
            }
        }
        CHECK(last == Approx(*std::max_element(sum.begin(), sum.end()) / area).epsilon(1e-12).margin(1e-15));
    }
    for (int e = 0; e < static_cast<int>(t.b.model.shells.size()); ++e) {
        if (plastic->state().shells[e].yielded == 0) continue;
        const auto at = pointStresses(*plastic, e), kept = cornerStresses(*plastic, e);
        for (int i = 0; i < 4; ++i) CHECK(at[i].largestEquivalent() == kept[i].largestEquivalent());
    }
}

TEST_CASE("section forces of a cantilever plate: shear is the load, moment falls along it", "[fe][results]") {
    Builder b;
    const Grid g = b.rectangle(b.plate("strip", 10, E, 0), 10, 1, 200, 50);
    for (int i = 0; i <= 10; ++i)
        for (int j = 0; j < 2; ++j)
            b.model.fix(g.at(i, j), i == 0 ? std::vector<Freedom>{Ux, Uy, Uz, Rx, Ry, Rz} : std::vector<Freedom>{Rx}, "root");
    b.model.cases.push_back({"tip", {{g.at(10, 0), Uz, -50}, {g.at(10, 1), Uz, -50}}, {}});
    const auto a = loaded(b.model, 1);
    for (int i = 0; i < 10; ++i) {
        const SectionForces f = sectionForces(*a, g.shell(i, 0), 0);
        CHECK(std::abs(f.shear[0]) == Approx(100.0 / 50).epsilon(1e-9));
        CHECK(std::abs(f.bending.x) ==
              Approx(100 * (200 - 20 * (i + 0.5)) / 50).epsilon(1e-9)); // constant in an element: its middle's
        CHECK(std::abs(f.membrane.x) < 1e-9);
    }
}

TEST_CASE("VTU output is read back by an independent reader", "[fe][results]") {
    const Tee t = tee();
    const auto a = loaded(t.b.model, pull);
    BucklingSettings settings;
    settings.modes = 1;
    settings.largestFactor = 1e5;
    const BucklingResult modes = buckle(*a, membraneForces(*a), settings);
    std::vector<NamedShape> shapes;
    if (!modes.modes.empty()) shapes.push_back({"mode_1", &modes.modes[0].shape});
    const std::string path = std::string(FE_TEST_DIR) + "/tee.vtu";
    {
        std::ofstream out(path);
        writeVtu(out, *a, shapes);
    }
    double most = 0;
    for (int n = 0; n < static_cast<int>(t.b.model.nodes.size()); ++n) most = std::max(most, a->displacement(n, Uz));
    const std::string script =
        "import meshio, sys\n"
        "m = meshio.read(sys.argv[1])\n"
        "cells = sum(len(c.data) for c in m.cells)\n"
        "assert cells == int(sys.argv[2]), cells\n"
        "assert abs(m.point_data['displacement_mm'][:, 2].max() - float(sys.argv[3])) < 1e-6 * abs(float(sys.argv[3]))\n"
        "for name in ('equivalent_stress_MPa', 'plastic_strain', 'rotation_rad'): assert name in m.point_data, name\n"
        "assert 'part' in m.cell_data and 'thickness_mm' in m.cell_data\n";
    const std::string reader = std::string(FE_TEST_DIR) + "/read.py";
    std::ofstream(reader) << script;
    char number[40];
    std::snprintf(number, sizeof number, "%.12g", most);
    const std::string command =
        "/usr/bin/python3 " + reader + " " + path + " " + std::to_string(t.b.model.shells.size()) + " " + number;
    CHECK(std::system(command.c_str()) == 0);
}

TEST_CASE("buckling finds both of two modes with one factor", "[fe][closed form]") {
    // A square panel, simply supported, pressed alike both ways: (m, n) at (m2 + n2)/2 of the first unit; (1, 2) and (2, 1) are
    // twins, and so are (1, 3) and (3, 1). Asked for as many as end within a pair.
    using namespace build;
    for (const int modes : {2, 3, 5, 6}) {
        Builder b;
        const int n = 16;
        const double a = 1000, t = 10;
        const Grid g = b.rectangle(b.plate("panel", t), n, n, a, a);
        for (int i = 0; i <= n; ++i)
            for (int j = 0; j <= n; ++j) {
                b.model.fix(g.at(i, j), {Ux, Uy, Rz}, "plane");
                if (i == 0 || i == n) b.model.fix(g.at(i, j), {Uz, Rx}, "edge");
                if (j == 0 || j == n) b.model.fix(g.at(i, j), {Uz, Ry}, "edge");
            }
        zg::Diagnostics found;
        auto analysis = Analysis::create(b.model, found);
        REQUIRE(analysis);
        const double unit = pi * pi * plateStiffness(E, t, nu) / (a * a);
        BucklingSettings settings;
        settings.modes = modes;
        settings.largestFactor = 100 * unit;
        const auto field = prescribedMembrane(analysis->system(), [&](Vec3, int) {
            return MembraneTensor{Vec3{-1, 0, 0}, Vec3{0, -1, 0}, Vec3{}};
        });
        const BucklingResult r = buckle(*analysis, field, settings);
        INFO(modes << " modes, " << r.message);
        CHECK(r.isComplete);
        REQUIRE(static_cast<int>(r.modes.size()) >= modes);
        const double expected[] = {2, 5, 5, 8, 10, 10}; // m2 + n2
        for (std::size_t i = 0; i < r.modes.size() && i < 6; ++i)
            CHECK(r.modes[i].factor / unit == Approx(expected[i]).epsilon(0.03));
    }
}

TEST_CASE("a step that goes too far is taken back and halved", "[fe]") {
    using namespace build;
    Builder b;
    const Grid g = b.rectangle(b.plate("strip", 10), 4, 1, 400, 100);
    for (int j = 0; j <= 1; ++j) b.model.fixAll(g.at(0, j), "support");
    const int load = b.model.addCase("pull");
    for (int j = 0; j <= 1; ++j) b.model.cases[load].forces.push_back({g.at(4, j), Ux, 1000});
    zg::Diagnostics found;
    auto a = Analysis::create(b.model, found);
    REQUIRE(a);
    Stage stage;
    stage.factors = {1};
    stage.firstStep = stage.largestStep = 0.5;
    double last = 0, reached = 0;
    // A limit at 0.3 that must not be jumped over by more than 0.02.
    stage.goesTooFar = [&](const Analysis& now) { return now.state().factors[0] >= 0.3 && now.state().factors[0] - last > 0.02; };
    const RunResult r = a->run(stage, [&](const Analysis& now, const Step& s) {
        last = reached = now.state().factors[0];
        CHECK(s.factors[0] == last);
        return last < 0.3;
    });
    CHECK(r.reason == StopReason::Stopped);
    CHECK(reached >= 0.3);
    CHECK(reached < 0.3 + 0.02);
    // Every step that counts is one that was taken, and the state is in equilibrium with its load.
    for (const Step& s : a->steps()) CHECK(s.residual < 1e-8);
    double sum = 0;
    for (const Wrench& w : a->reactions()) sum += w.force.x;
    CHECK(sum == Approx(-2000 * reached).epsilon(1e-9));
}

TEST_CASE("after a step that was taken back what yields still answers so", "[fe]") {
    using namespace build;
    Builder b;
    Material steel;
    steel.f_y = 235;
    const Grid g = b.rectangle(b.plate("strip", 10, steel), 16, 1, 400, 50);
    for (int j = 0; j <= 1; ++j) b.model.fixAll(g.at(0, j), "support");
    const int load = b.model.addCase("push");
    for (int j = 0; j <= 1; ++j) b.model.cases[load].forces.push_back({g.at(16, j), Uz, 500});
    const auto iterations = [&](bool takesBack) {
        zg::Diagnostics found;
        auto a = Analysis::create(b.model, found);
        REQUIRE(a);
        Stage stage;
        stage.factors = {1};
        stage.control = Control::Displacement;
        stage.watched = {{g.at(16, 0), Uz, 1}};
        stage.target = 60;
        stage.firstStep = 5;
        stage.largestStep = 1;
        bool isTaken = false;
        stage.goesTooFar = [&](const Analysis& now) {
            if (!takesBack || isTaken || now.displacement(g.at(16, 0), Uz) < 38) return false;
            return isTaken = true;
        };
        const RunResult r = a->run(stage);
        CHECK(r.isComplete());
        CHECK(isTaken == takesBack);
        for (const Step& s : a->steps())
            if (s.watched > 36) return s.iterations; // the first one from a state at 35
        return 0;
    };
    // Half a step from the same state is easier than the whole one; from the elastic tangent it took nine iterations.
    const int whole = iterations(false), half = iterations(true);
    INFO(whole << " iterations to 40, " << half << " to 37.5");
    CHECK(half > 0);
    CHECK(half < whole);
}

TEST_CASE("a stage that goes on begins with what yields, and ends where one stage would", "[fe]") {
    using namespace build;
    Builder b;
    Material steel;
    steel.f_y = 235;
    const Grid g = b.rectangle(b.plate("strip", 10, steel), 16, 1, 400, 50);
    for (int j = 0; j <= 1; ++j) b.model.fixAll(g.at(0, j), "support");
    const int load = b.model.addCase("push");
    for (int j = 0; j <= 1; ++j) b.model.cases[load].forces.push_back({g.at(16, j), Uz, 500});
    struct Run {
        int first = 0; // iterations of the second stage's first step
        double force = 0;
        StopReason beyond = StopReason::Reached;
    };
    const auto run = [&](bool goesOn, double second) {
        zg::Diagnostics found;
        auto a = Analysis::create(b.model, found);
        REQUIRE(a);
        Stage stage;
        stage.factors = {1};
        stage.control = Control::Displacement;
        stage.watched = {{g.at(16, 0), Uz, 1}};
        stage.target = 40;
        stage.firstStep = 5;
        stage.largestStep = 1;
        CHECK(a->run(stage).isComplete());
        stage.goesOn = goesOn;
        stage.target = second;
        const std::size_t before = a->steps().size();
        CHECK(a->run(stage).isComplete());
        Run r{a->steps()[before].iterations, a->state().factors[load]};
        // Far above the plastic moment: soft is told from what the structure was like at first, not from the yielded one.
        Stage beyond;
        beyond.factors = {a->state().factors[load] * 1.5};
        beyond.goesOn = goesOn;
        r.beyond = a->run(beyond).reason;
        return r;
    };
    const Run anew = run(false, 20), on = run(true, 20);
    INFO("iterations " << anew.first << " anew, " << on.first << " going on");
    CHECK(on.first < anew.first);
    CHECK(on.force == Approx(anew.force).epsilon(1e-6));
    CHECK(on.beyond == StopReason::LimitLoad);
    CHECK(anew.beyond == on.beyond);
}

TEST_CASE("a very thin plate is soft, not a mechanism", "[fe]") {
    using namespace build;
    for (const double t : {1e-1, 1e-2, 1e-3}) { // length 1000: t/L down to 1e-6
        Builder b;
        const Grid g = b.rectangle(b.plate("foil", t), 6, 6, 1000, 1000);
        b.fixWhere([](Vec3 x) { return near(x.x, 0); }, {Ux, Uy, Uz, Rx, Ry, Rz});
        const int load = b.model.addCase("touch");
        b.model.cases[load].forces.push_back({g.at(6, 3), Uz, 1e-9 * t * t});
        zg::Diagnostics found;
        auto a = Analysis::create(b.model, found);
        REQUIRE(a);
        Stage stage;
        stage.factors = {1};
        INFO("t " << t);
        const RunResult r = a->run(stage);
        INFO(r.message);
        CHECK(r.reason != StopReason::Mechanism);
    }
}
