#include "build.h"
#include "fe/connect.h"
#include "fe/results.h"
#include <catch2/catch.hpp>

using namespace build;

namespace {

std::unique_ptr<Analysis> ready(const Model& m) {
    zg::Diagnostics found;
    auto a = Analysis::create(m, found);
    INFO(zg::joined(found));
    REQUIRE(a);
    return a;
}

// Forces of a link on its two sides: they must cancel, force and moment about the origin.
double imbalance(const Analysis& a, int link) {
    const Link& l = a.model().links[link];
    const auto f = a.springForce(link);
    Vec3 force;
    for (int c = 0; c < componentCount(l.law); ++c) force = force + f[c] * l.axes[c];
    std::vector<NodalForce> all;
    addForces(all, l.a, {force, {}});
    addForces(all, l.b.value(), {-force, {}});
    Wrench sum;
    double size = 0;
    for (const NodalForce& n : all) {
        Vec3 v;
        v[n.freedom % 3] = n.value;
        size = std::max(size, std::abs(n.value));
        if (n.freedom < 3)
            sum.force = sum.force + v, sum.moment = sum.moment + cross(a.model().nodes[n.node], v);
        else
            sum.moment = sum.moment + v;
    }
    return size == 0 ? 0 : (norm(sum.force) + norm(sum.moment) / 200) / size;
}

// Two plates face to face, the lower held at its edges, meshes that do not match.
struct Stack {
    Builder b;
    Grid lower, upper;
    int lowerPart, upperPart;
};

Stack stack(double clear) {
    Stack s{{}, {}, {}, 0, 0};
    s.lowerPart = s.b.plate("lower", 20);
    s.upperPart = s.b.plate("upper", 12);
    s.lower = s.b.grid(s.lowerPart, 10, 10, [](double u, double v) { return Vec3{200 * u - 100, 200 * v - 100, 0}; });
    s.upper = s.b.grid(s.upperPart, 7, 6, [&](double u, double v) { return Vec3{140 * u - 70, 120 * v - 60, 16 + clear}; });
    for (int i = 0; i <= 10; ++i)
        for (int j : {0, 10}) s.b.model.fixAll(s.lower.at(i, j), "edge");
    return s;
}

double sumOf(const Analysis& a, LinkRole role) {
    double sum = 0;
    for (int i = 0; i < static_cast<int>(a.model().links.size()); ++i)
        if (a.model().links[i].role == role) sum += a.springForce(i)[0];
    return sum;
}

} // namespace

TEST_CASE("face contact between meshes that do not match carries exactly the load, and only in compression", "[fe][contact]") {
    Stack s = stack(0);
    const int added =
        addFaceContact(s.b.model, "face", shellsOf(s.b.model, s.upperPart), shellsOf(s.b.model, s.lowerPart), 2e3, 2);
    CHECK(added == 7 * 6 * 9);
    for (int n : {s.upper.at(0, 0), s.upper.at(7, 0)}) s.b.model.fix(n, {Ux, Uy}, "guide");
    const int c = s.b.model.addCase("press");
    for (int e : s.upper.shells) addSurfaceLoad(s.b.model, e, {0, 0, -10}, s.b.model.cases[c].forces);
    auto a = ready(s.b.model);
    Stage stage;
    stage.factors = {1};
    const RunResult r = a->run(stage);
    INFO(r.message);
    REQUIRE(r.isComplete());
    CHECK(sumOf(*a, LinkRole::Contact) == Approx(-10 * 140 * 120).epsilon(1e-8));
    for (int i = 0; i < added; ++i) {
        const LinkState contact = linkState(*a, i);
        CHECK(contact.stress <= 0);
        if (contact.isActive)
            CHECK(contact.stress == Approx(2e3 * contact.deflection[0]).epsilon(1e-9)); // pressure is stiffness times approach
        CHECK(imbalance(*a, i) < 1e-9);
    }
}

TEST_CASE("a clear gap stays open until it closes", "[fe][contact]") {
    Stack s = stack(0.05);
    addFaceContact(s.b.model, "face", shellsOf(s.b.model, s.upperPart), shellsOf(s.b.model, s.lowerPart), 2e3, 1);
    // Springs hold the upper plate up: 4 of 1 kN/mm.
    for (int n : {s.upper.at(0, 0), s.upper.at(7, 0), s.upper.at(0, 6), s.upper.at(7, 6)}) {
        s.b.model.links.push_back({"hanger",
                                   LinkRole::Spring,
                                   attachToNode(s.b.model.nodes, n),
                                   {},
                                   {-axisZ, axisX, axisY},
                                   false,
                                   LinearLaw{1e3},
                                   1,
                                   0});
        s.b.model.fix(n, {Ux, Uy}, "guide");
    }
    const int c = s.b.model.addCase("press");
    for (int e : s.upper.shells) addSurfaceLoad(s.b.model, e, {0, 0, -1 / (140.0 * 120)}, s.b.model.cases[c].forces);
    auto a = ready(s.b.model);
    Stage stage;
    stage.factors = {100}; // 4 hangers: 0.025 mm, plus a little bending: still open
    REQUIRE(a->run(stage).isComplete());
    CHECK(sumOf(*a, LinkRole::Contact) == 0);
    stage.factors = {5000};
    REQUIRE(a->run(stage).isComplete());
    CHECK(sumOf(*a, LinkRole::Contact) < -4000);
    CHECK(sumOf(*a, LinkRole::Contact) - sumOf(*a, LinkRole::Spring) ==
          Approx(-5000 - 2 * sumOf(*a, LinkRole::Spring)).epsilon(1e-6));
    // Beyond its reach contact is not even looked for.
    Stack far = stack(30);
    CHECK(addFaceContact(far.b.model, "face", shellsOf(far.b.model, far.upperPart), shellsOf(far.b.model, far.lowerPart), 2e3, 1,
                         10) == 0);
}

TEST_CASE("an edge presses on a face and lets go", "[fe][contact]") {
    Builder b;
    const int base = b.plate("base", 20), web = b.plate("web", 8);
    const Grid g = b.grid(base, 8, 8, [](double u, double v) { return Vec3{160 * u - 80, 160 * v - 80, 0}; });
    const Grid w = b.grid(web, 5, 4, [](double u, double v) { return Vec3{100 * u - 50, 3, 10 + 80 * v}; });
    for (int i = 0; i <= 8; ++i)
        for (int j : {0, 8}) b.model.fixAll(g.at(i, j), "edge");
    std::vector<int> edge;
    for (int i = 0; i <= 5; ++i) {
        edge.push_back(w.at(i, 0));
        b.model.fix(w.at(i, 4), {Ux, Uy, Rx, Ry, Rz}, "guide");
    }
    CHECK(addEdgeContact(b.model, "edge contact", edge, 8, -axisZ, shellsOf(b.model, base), 1e4) == 6);
    b.model.links.push_back({"hanger",
                             LinkRole::Spring,
                             attachToNode(b.model.nodes, w.at(2, 4)),
                             {},
                             {-axisZ, axisX, axisY},
                             false,
                             LinearLaw{1e3},
                             1,
                             0});
    const int c = b.model.addCase("press");
    for (int i = 0; i < 5; ++i) addEdgeLoad(b.model, w.at(i, 4), w.at(i + 1, 4), {0, 0, -0.01}, {}, b.model.cases[c].forces);
    auto a = ready(b.model);
    Stage s;
    s.factors = {20e3};
    REQUIRE(a->run(s).isComplete());
    CHECK(sumOf(*a, LinkRole::Contact) - sumOf(*a, LinkRole::Spring) * -1 == Approx(-20e3).epsilon(1e-6));
    s.factors = {-2e3};
    REQUIRE(a->run(s).isComplete());
    CHECK(sumOf(*a, LinkRole::Contact) == 0);
    CHECK(sumOf(*a, LinkRole::Spring) == Approx(2e3).epsilon(1e-6));
}

TEST_CASE("a bolt through three plates: two shear planes, tension between the outer ones", "[fe][bolt]") {
    Builder b;
    std::vector<Grid> plates;
    for (int k = 0; k < 3; ++k) {
        const int part = b.plate("plate " + std::to_string(k), 10);
        plates.push_back(b.grid(part, 6, 6, [&](double u, double v) { return Vec3{120 * u - 60, 120 * v - 60, 10.0 * k}; }));
    }
    // Outer plates held, the middle one pulled: each plane takes half.
    for (int k : {0, 2})
        for (int j = 0; j <= 6; ++j) b.model.fixAll(plates[k].at(0, j), "end");
    for (int n : plates[1].nodes) b.model.fix(n, {Uz, Rx, Ry}, "guide");
    BoltData bolt;
    bolt.id = "bolt B1";
    bolt.axis = axisZ;
    bolt.position = {0, 0, 10};
    for (int k = 0; k < 3; ++k) {
        BoltPatch p;
        for (int n : plates[k].nodes)
            if (std::hypot(b.model.nodes[n].x, b.model.nodes[n].y) < 25) p.nodes.push_back(n), p.weights.push_back(1);
        bolt.plates.push_back(p);
    }
    bolt.law.ellipsoid = {{5e5, 2e5, 2e5}, {1, 2, 2}, 100e3, 0};
    bolt.law.isTensionOnly = true;
    CHECK(addBolt(b.model, bolt) == 3);
    // The middle plate turns about the bolt: hold that.
    b.model.fix(plates[1].at(6, 0), {Uy}, "guide");
    b.model.fix(plates[1].at(6, 6), {Uy}, "guide");
    const int c = b.model.addCase("pull");
    for (int j = 0; j < 6; ++j)
        addEdgeLoad(b.model, plates[1].at(6, j), plates[1].at(6, j + 1), {1 / 120.0, 0, 0}, {}, b.model.cases[c].forces);
    auto a = ready(b.model);
    Stage s;
    s.factors = {40e3};
    const RunResult r = a->run(s);
    INFO(r.message);
    REQUIRE(r.isComplete());
    std::vector<double> shear;
    for (int i = 0; i < 3; ++i)
        if (componentCount(b.model.links[i].law) == 3) shear.push_back(std::hypot(a->springForce(i)[1], a->springForce(i)[2]));
    REQUIRE(shear.size() == 2);
    CHECK(shear[0] == Approx(20e3).epsilon(1e-6));
    CHECK(shear[1] == Approx(20e3).epsilon(1e-6));
    for (int i = 0; i < 3; ++i) CHECK(imbalance(*a, i) < 1e-9);
    // Nothing left beyond both planes at their resistance: 2 * 100/sqrt 2 kN.
    s.factors = {200e3};
    s.firstStep = s.largestStep = 0.1;
    const RunResult limit = a->run(s);
    CHECK_FALSE(limit.isComplete());
    CHECK(a->state().factors[0] == Approx(2 * 100e3 / std::sqrt(2.0)).epsilon(0.01));
}

TEST_CASE("a pair of fillets yields all along before it gives way: sum of throats, peaks do not decide", "[fe][weld]") {
    // EN 1993-1-8:2005 4.5.3.2: a weld pulled normal to the base has s = t = n/(sqrt2 a), so n = R a/sqrt2 at the limit; two
    // welds.
    Builder b;
    const int base = b.plate("base", 30), web = b.plate("web", 12);
    const Grid g = b.grid(base, 8, 4, [](double u, double v) { return Vec3{240 * u - 120, 120 * v - 60, 0}; });
    const Grid w = b.grid(web, 6, 4, [](double u, double v) { return Vec3{150 * u - 75, 0, 15 + 80 * v}; });
    for (int i = 0; i <= 8; ++i)
        for (int j : {0, 4}) b.model.fixAll(g.at(i, j), "edge");
    WeldLine line;
    line.id = "weld W1";
    for (int i = 0; i <= 6; ++i) line.edge.push_back(w.at(i, 0));
    line.thickness = 12;
    line.intoPlate = axisZ;
    line.face = shellsOf(b.model, base);
    line.throat = 4;
    line.stiffness = 1e5;
    line.strength = 360;
    CHECK(addWeld(b.model, line) == 6 * 2 * 2);
    const int c = b.model.addCase("pull");
    for (int i = 0; i < 6; ++i) addEdgeLoad(b.model, w.at(i, 4), w.at(i + 1, 4), {0, 0, 1 / 150.0}, {}, b.model.cases[c].forces);
    auto a = ready(b.model);
    Stage s;
    s.control = Control::Displacement;
    s.factors = {300e3};
    s.watched = {{w.at(3, 4), Uz, 1}};
    s.target = 2;
    s.firstStep = 0.05;
    s.largestStep = 10;
    const RunResult r = a->run(s);
    INFO(r.message);
    REQUIRE(r.isComplete());
    CHECK(a->state().factors[0] == Approx(2 * 360 * 4 * 150 * std::sqrt(2.0 / 3)).epsilon(1e-6));
    for (int i = 0; i < static_cast<int>(b.model.links.size()); ++i) {
        CHECK(throatStress(b.model.links[i], a->springForce(i)).equivalent() == Approx(360).epsilon(1e-6));
        CHECK(imbalance(*a, i) < 1e-9);
    }
}

TEST_CASE("cruciform: each of four welds carries half of one side", "[fe][weld]") {
    Builder b;
    const int base = b.plate("base", 20), web = b.plate("webs", 10);
    b.grid(base, 6, 6, [](double u, double v) { return Vec3{180 * u - 90, 120 * v - 60, 0}; });
    std::array<Grid, 2> webs;
    for (int k = 0; k < 2; ++k) {
        const double side = k == 0 ? 1 : -1;
        webs[k] = b.grid(web, 5, 3, [&](double u, double v) { return Vec3{150 * u - 75, 0, side * (10 + 60 * v)}; });
        WeldLine line;
        line.id = "weld " + std::to_string(k);
        for (int i = 0; i <= 5; ++i) line.edge.push_back(webs[k].at(i, 0));
        line.thickness = 10;
        line.intoPlate = {0, 0, side};
        line.face = shellsOf(b.model, base);
        line.throat = 5;
        line.stiffness = 2e5;
        addWeld(b.model, line);
    }
    for (int i = 0; i <= 5; ++i) b.model.fixAll(webs[1].at(i, 3), "end");
    const int c = b.model.addCase("pull");
    for (int i = 0; i < 5; ++i)
        addEdgeLoad(b.model, webs[0].at(i, 3), webs[0].at(i + 1, 3), {0, 0, 100e3 / 150}, {}, b.model.cases[c].forces);
    const auto a = solve(b.model);
    std::map<std::string, double> carried; // by weld and side
    for (int i = 0; i < static_cast<int>(b.model.links.size()); ++i) {
        const Link& l = b.model.links[i];
        const auto f = a->springForce(i);
        Vec3 force;
        for (int k = 0; k < 3; ++k) force = force + f[k] * l.axes[k];
        carried[l.id + (l.axes[0].y > 0 ? " +" : " -")] += std::abs(force.z);
    }
    REQUIRE(carried.size() == 4);
    for (const auto& [id, force] : carried) {
        INFO(id);
        CHECK(force == Approx(50e3).epsilon(0.005));
    }
}

TEST_CASE("rigid-body motion of two tied parts gives no force in the ties", "[fe][weld]") {
    Builder b;
    const int base = b.plate("base", 20), web = b.plate("web", 10);
    const Grid g = b.grid(base, 5, 5, [](double u, double v) { return Vec3{150 * u - 75, 100 * v - 50, 0}; });
    const Grid w = b.grid(web, 4, 3, [](double u, double v) { return Vec3{110 * u - 52, 4, 10 + 60 * v}; });
    WeldLine line;
    line.id = "weld";
    for (int i = 0; i <= 4; ++i) line.edge.push_back(w.at(i, 0));
    line.thickness = 10;
    line.intoPlate = axisZ;
    line.face = shellsOf(b.model, base);
    line.throat = 5;
    line.stiffness = 2e5;
    addWeld(b.model, line);
    (void)g;
    const Vec3 shift{1, -2, 0.5}, turn{0.01, -0.02, 0.03};
    std::vector<double> motion(6 * b.model.nodes.size());
    for (std::size_t n = 0; n < b.model.nodes.size(); ++n) {
        const Vec3 u = shift + cross(turn, b.model.nodes[n]);
        for (int k = 0; k < 3; ++k) motion[6 * n + k] = u[k], motion[6 * n + 3 + k] = turn[k];
    }
    for (const Link& l : b.model.links) {
        for (int k = 0; k < 3; ++k) {
            double at = 0;
            for (const Term& t : l.b->rows[k]) at += t.factor * motion[6 * t.node + t.freedom];
            for (const Term& t : l.a.rows[k]) at -= t.factor * motion[6 * t.node + t.freedom];
            CHECK(std::abs(at) < 1e-12);
        }
    }
}

TEST_CASE("a patch passes on force and moment exactly, whatever its shape, in a line too", "[fe][ties]") {
    const std::vector<Vec3> nodes{{0, 0, 0}, {10, 0, 0}, {23, 0, 0}, {5, 12, 3}, {17, 9, -4}};
    for (const std::vector<int>& patch :
         {std::vector<int>{0, 1, 2, 3, 4}, std::vector<int>{0, 1, 2}, std::vector<int>{1, 3}, std::vector<int>{4}}) {
        const std::vector<double> weights(patch.size(), 2);
        const Vec3 at{30, -5, 8};
        const Attachment a = attachToPatch(nodes, patch, weights, at);
        std::vector<NodalForce> forces;
        const Wrench given{{3, -7, 11}, {100, 50, -20}};
        addForces(forces, a, given);
        Wrench sum;
        for (const NodalForce& f : forces) {
            Vec3 v;
            v[f.freedom % 3] = f.value;
            if (f.freedom < 3)
                sum.force = sum.force + v, sum.moment = sum.moment + cross(nodes[f.node] - at, v);
            else
                sum.moment = sum.moment + v;
        }
        CHECK(norm(sum.force - given.force) < 1e-10);
        CHECK(norm(sum.moment - given.moment) < 1e-9);
    }
}

namespace {

// A plate 10 mm thick that stands on a base `across` off its middle, two fillets, pulled away from it along its free edge.
struct Standing {
    Builder b;
    int welds = 0;
};

Standing standing(double across, const std::vector<int>& heldLines, double pull) {
    Standing s;
    const int base = s.b.plate("base", 20), plate = s.b.plate("plate", 10);
    const Grid g = s.b.grid(base, 8, 8, [](double u, double v) { return Vec3{240 * u - 120, 160 * v - 80, 0}; });
    const Grid p = s.b.grid(plate, 6, 3, [&](double u, double v) { return Vec3{150 * u - 75, across, 10 + 60 * v}; });
    for (int i = 0; i <= 8; ++i)
        for (const int j : heldLines) s.b.model.fixAll(g.at(i, j), "edge");
    WeldLine w;
    w.id = "weld";
    for (int i = 0; i <= 6; ++i) w.edge.push_back(p.at(i, 0));
    w.thickness = 10;
    w.intoPlate = axisZ;
    w.face = shellsOf(s.b.model, base);
    w.throat = 5;
    w.foot = 5.66;
    w.stiffness = 5 * E;
    w.blockStiffness = E * 400;
    s.welds = addWeld(s.b.model, w);
    const int load = s.b.model.addCase("pull");
    for (int i = 0; i <= 6; ++i) s.b.model.cases[load].forces.push_back({p.at(i, 3), Uz, pull});
    return s;
}

} // namespace

TEST_CASE("a weld whose foot lies beyond the face's edge holds at the edge, and all of it is there", "[fe][connect]") {
    for (const double across : {0.0, 70.0, 77.0, 79.9}) { // middle, foot on the edge, over it, nearly beside the face
        const Standing s = standing(across, {0}, 1000);
        INFO("plate at " << across);
        CHECK(s.welds == 24); // two Gauss points on six segments, both sides
        CHECK(s.b.model.links.size() == 36);
        const auto a = solve(s.b.model);
        double sum = 0;
        for (int i = 0; i < static_cast<int>(a->model().links.size()); ++i) {
            const Link& l = a->model().links[i];
            if (l.role != LinkRole::Weld) continue;
            CHECK(imbalance(*a, i) < 1e-9);
            const auto f = a->springForce(i);
            sum += f[0] * l.axes[0].z + f[1] * l.axes[1].z + f[2] * l.axes[2].z;
        }
        CHECK(sum == Approx(7000).epsilon(1e-6));
    }
}

TEST_CASE("a face that bends to both sides of a welded plate does not pull its fillets apart", "[fe][connect]") {
    const Standing s = standing(0, {0, 8}, 10000);
    const auto a = solve(s.b.model);
    // By hand (EN 1993-1-8:2005 4.5.3.2): normal and shear stress on the throat are alike, no force across.
    double normal = 0, shear = 0;
    for (int i = 0; i < static_cast<int>(a->model().links.size()); ++i) {
        const Link& l = a->model().links[i];
        if (l.role != LinkRole::Weld || l.axes[0].y < 0) continue;
        normal += throatStress(l, a->springForce(i)).s_perp * l.share;
        shear += throatStress(l, a->springForce(i)).t_perp * l.share;
    }
    CHECK(normal == Approx(70000 / 2 / std::sqrt(2.0)).epsilon(0.005));
    CHECK(shear == Approx(normal).epsilon(0.005));
}

TEST_CASE("a washer presses evenly round its bolt, and with what of it lies on the plate", "[fe][connect]") {
    Builder b;
    const int part = b.plate("plate", 10);
    b.grid(part, 9, 7, [](double u, double v) { return Vec3{180 * u, 140 * v, 0}; });
    const FaceFinder finder(b.model, shellsOf(b.model, part));
    const auto centreOf = [&](const BoltPatch& p) {
        Vec3 sum;
        double weight = 0;
        for (std::size_t i = 0; i < p.nodes.size(); ++i) {
            sum = sum + p.weights[i] * b.model.nodes[p.nodes[i]];
            weight += p.weights[i];
        }
        return (1 / weight) * sum;
    };
    for (const Vec3 at : {Vec3{80, 60, 0}, Vec3{87, 71, 0}, Vec3{93.3, 52.1, 3}}) { // on a node, inside, off the plane
        const BoltPatch p = washerPatch(b.model, finder, at, axisZ, 13, 22);
        CHECK(norm(centreOf(p) - Vec3{at.x, at.y, 0}) < 1e-9);
    }
    const BoltPatch over = washerPatch(b.model, finder, {175, 70, 0}, axisZ, 13, 22);
    CHECK(centreOf(over).x < 175);
    CHECK(centreOf(over).y == Approx(70));
    CHECK(washerPatch(b.model, finder, {400, 70, 0}, axisZ, 13, 22).nodes.empty());
}
