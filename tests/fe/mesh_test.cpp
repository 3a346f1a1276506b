#include "fe/mesh.h"
#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <map>
#include <thread>

using namespace zg::fe;

namespace {

Outline rectangle(double a, double b) { return {{{0, 0}, {a, 0}, {a, b}, {0, b}}, {}, {}, {}, {}}; }

bool hasNode(const PlateMesh& m, Point2 p) {
    return std::any_of(m.nodes.begin(), m.nodes.end(), [&](Point2 q) { return std::hypot(p.x - q.x, p.y - q.y) < 1e-6; });
}

// Every edge belongs to one or two cells, those of one form closed loops round boundary and holes.
int freeEdges(const PlateMesh& m) {
    std::map<std::pair<int, int>, int> count;
    for (const auto& c : m.cells) {
        const int n = c[3] < 0 ? 3 : 4;
        for (int i = 0; i < n; ++i) {
            const int a = c[i], b = c[(i + 1) % n];
            ++count[{std::min(a, b), std::max(a, b)}];
        }
    }
    int free = 0;
    for (const auto& [edge, n] : count) {
        CHECK(n <= 2);
        if (n == 1) ++free;
    }
    return free;
}

// Whether the mesh has a chain of edges that covers the line.
bool followsLine(const PlateMesh& m, Point2 a, Point2 b) {
    double covered = 0;
    const double length = std::hypot(b.x - a.x, b.y - a.y);
    const auto on = [&](Point2 p) {
        const double cross = ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length,
                     along = ((b.x - a.x) * (p.x - a.x) + (b.y - a.y) * (p.y - a.y)) / length;
        return std::abs(cross) < 1e-6 && along > -1e-6 && along < length + 1e-6;
    };
    std::map<std::pair<int, int>, bool> seen;
    for (const auto& c : m.cells)
        for (int i = 0; i < 4; ++i) {
            const int p = c[i], q = c[(i + 1) % 4];
            if (!on(m.nodes[p]) || !on(m.nodes[q]) || seen[{std::min(p, q), std::max(p, q)}]) continue;
            seen[{std::min(p, q), std::max(p, q)}] = true;
            covered += std::hypot(m.nodes[p].x - m.nodes[q].x, m.nodes[p].y - m.nodes[q].y);
        }
    return std::abs(covered - length) < 1e-6 * length;
}

} // namespace

TEST_CASE("rectangle with bolts and weld lines: grid lines through all of them, exact area, perfect corners", "[fe][mesh]") {
    Outline o = rectangle(600, 250);
    o.lines = {{{{0, 90}, {600, 90}}}, {{{200, 0}, {200, 250}}}};
    for (double x : {60.0, 140.0, 320.0, 480.0})
        for (double y : {50.0, 170.0}) o.points.push_back({x, y});
    SizeField size;
    size.size = 20;
    const MeshResult r = meshPlate(o, size);
    REQUIRE(r.found.empty());
    const MeshQuality q = qualityOf(r.mesh);
    CHECK(q.area == Approx(600 * 250).epsilon(1e-12));
    CHECK(q.leastJacobian == Approx(1));
    CHECK(q.triangles == 0);
    for (const Point2& p : o.points) CHECK(hasNode(r.mesh, p));
    for (const auto& l : o.lines) CHECK(followsLine(r.mesh, l[0], l[1]));
    freeEdges(r.mesh);
}

TEST_CASE("symmetric plate, symmetric mesh", "[fe][mesh]") {
    Outline o = rectangle(300, 200);
    for (double x : {50.0, 250.0})
        for (double y : {40.0, 160.0}) o.roundHoles.push_back({{x, y}, 11});
    SizeField size;
    size.size = 17;
    for (const auto& h : o.roundHoles) size.spots.push_back({h.centre, 20, 7});
    const MeshResult r = meshPlate(o, size);
    REQUIRE(r.found.empty());
    for (const Point2& p : r.mesh.nodes) {
        CHECK(hasNode(r.mesh, {300 - p.x, p.y}));
        CHECK(hasNode(r.mesh, {p.x, 200 - p.y}));
    }
}

TEST_CASE("round holes: the rim is on the circle, the ring fits the grid, the area is that of the polygon", "[fe][mesh]") {
    Outline o = rectangle(200, 160);
    o.roundHoles = {{{60, 80}, 12}, {{140, 80}, 12}};
    SizeField size;
    size.size = 12;
    const MeshResult r = meshPlate(o, size);
    REQUIRE(r.found.empty());
    int onRim = 0;
    for (const Point2& p : r.mesh.nodes)
        for (const auto& h : o.roundHoles) {
            const double d = std::hypot(p.x - h.centre.x, p.y - h.centre.y);
            CHECK(d > h.radius - 1e-6);
            if (std::abs(d - h.radius) < 1e-6) ++onRim;
        }
    CHECK(onRim >= 16);
    const MeshQuality q = qualityOf(r.mesh);
    CHECK(q.area > 200 * 160 - 2 * 3.1416 * 144);
    CHECK(q.area < 200 * 160 - 2 * 3.1416 * 144 * 0.9);
    CHECK(q.leastJacobian > 0.5);
    freeEdges(r.mesh);
}

TEST_CASE("right-angled outline with notch and window keeps its area and its corners", "[fe][mesh]") {
    // Turned by 30 degrees: the grid turns with the first edge.
    const double c = std::cos(0.5236), s = std::sin(0.5236);
    const auto turn = [&](double x, double y) { return Point2{c * x - s * y, s * x + c * y}; };
    Outline o;
    for (const auto& [x, y] :
         std::vector<std::pair<double, double>>{{0, 0}, {300, 0}, {300, 120}, {180, 120}, {180, 200}, {0, 200}})
        o.boundary.push_back(turn(x, y));
    o.holes.push_back({turn(40, 40), turn(80, 40), turn(80, 90), turn(40, 90)});
    SizeField size;
    size.size = 23;
    const MeshResult r = meshPlate(o, size);
    REQUIRE(r.found.empty());
    CHECK(r.method == MeshMethod::Grid);
    CHECK(qualityOf(r.mesh).area == Approx(300 * 120 + 180 * 80 - 40 * 50).epsilon(1e-9));
    for (const Point2& p : o.boundary) CHECK(hasNode(r.mesh, p));
    freeEdges(r.mesh);
}

TEST_CASE("trapezoid is mapped, rib of three corners is three blocks, both exact and without triangles", "[fe][mesh]") {
    Outline haunch{{{0, 0}, {400, 0}, {400, 120}, {0, 300}}, {}, {}, {}, {{100, 60}}};
    SizeField size;
    size.size = 25;
    const MeshResult a = meshPlate(haunch, size);
    REQUIRE(a.found.empty());
    CHECK(a.method == MeshMethod::Mapped);
    CHECK(qualityOf(a.mesh).area == Approx(400 * 210).epsilon(1e-9));
    CHECK(hasNode(a.mesh, {100, 60}));
    CHECK(qualityOf(a.mesh).leastJacobian > 0.7);

    Outline rib{{{0, 0}, {120, 0}, {0, 90}}, {}, {}, {}, {}};
    size.size = 10;
    const MeshResult b = meshPlate(rib, size);
    REQUIRE(b.found.empty());
    CHECK(b.method == MeshMethod::ThreeBlocks);
    CHECK(qualityOf(b.mesh).area == Approx(120 * 90 / 2).epsilon(1e-9));
    CHECK(qualityOf(b.mesh).triangles == 0);
    CHECK(qualityOf(b.mesh).leastJacobian > 0.4);
    freeEdges(b.mesh);
}

TEST_CASE("disc, ring and cylinder: nodes on the true radius, no poor corners", "[fe][mesh]") {
    const PlateMesh disc = meshDisc(100, 32, 6);
    CHECK(qualityOf(disc).leastJacobian > 0.55);
    CHECK(qualityOf(disc).area == Approx(0.5 * 32 * 1e4 * std::sin(2 * 3.14159265358979 / 32)).epsilon(1e-9));
    CHECK(freeEdges(disc) == 32);
    const PlateMesh ring = meshRing(50, 100, 24, 4);
    CHECK(freeEdges(ring) == 48);
    CHECK(qualityOf(ring).leastJacobian > 0.95);
    const CylinderMesh tube = meshCylinder(80, 300, 0, 2 * 3.14159265358979323846, 24, 10);
    CHECK(tube.nodes.size() == 24 * 11);
    for (const Vec3& x : tube.nodes) CHECK(std::hypot(x.x, x.y) == Approx(80));
    CHECK(meshCylinder(80, 300, 0, 1.5, 24, 10).nodes.size() == 25 * 11);
}

TEST_CASE("free outlines: exact area, lines and points followed, all quadrilaterals, sound corners", "[fe][mesh]") {
    struct Case {
        const char* name;
        Outline outline;
        double area;
    };
    Outline rib{{{0, 0}, {180, 0}, {180, 20}, {20, 150}, {0, 150}}, {}, {}, {}, {}};
    Outline snipped{{{15, 0}, {120, 0}, {0, 90}, {0, 15}}, {}, {}, {}, {}};
    Outline panel = rectangle(300, 280);
    panel.lines = {{{{0, 0}, {300, 280}}}};
    panel.points = {{200, 60}};
    Outline pentagon{{{0, 0}, {200, -30}, {260, 90}, {120, 200}, {-20, 120}}, {{{110, 80}, 25}}, {}, {}, {}};
    for (const Case& c : {Case{"five-cornered rib", rib, 180 * 150 - 0.5 * 160 * 130},
                          Case{"rib with a snipped corner", snipped, 120 * 90 / 2.0 - 0.5 * 15 * 15},
                          Case{"panel with a diagonal", panel, 300 * 280}, Case{"pentagon with a hole", pentagon, 0}}) {
        SizeField size;
        size.size = 10;
        const MeshResult r = meshPlate(c.outline, size);
        INFO(c.name);
        REQUIRE(r.found.empty());
        const MeshQuality q = qualityOf(r.mesh);
        INFO("quads " << q.quads << ", least Jacobian " << q.leastJacobian << ", mean " << q.meanJacobian << ", angles "
                      << q.smallestAngle << " to " << q.largestAngle);
        if (c.area > 0) CHECK(q.area == Approx(c.area).epsilon(1e-9));
        CHECK(q.triangles == 0);
        CHECK(q.leastJacobian > 0.25);
        CHECK(q.meanJacobian > 0.8);
        for (const auto& l : c.outline.lines) CHECK(followsLine(r.mesh, l[0], l[1]));
        for (const Point2& p : c.outline.points) CHECK(hasNode(r.mesh, p));
        freeEdges(r.mesh);
    }
}

TEST_CASE("a finer spot makes finer elements there and nowhere far away", "[fe][mesh]") {
    Outline o = rectangle(400, 300);
    SizeField size;
    size.size = 30;
    const std::size_t before = meshPlate(o, size).mesh.cells.size();
    size.spots.push_back({{100, 100}, 20, 6});
    const MeshResult r = meshPlate(o, size);
    CHECK(r.mesh.cells.size() > before);
    double nearest = 1e9;
    for (const auto& c : r.mesh.cells) {
        const Point2 a = r.mesh.nodes[c[0]], b = r.mesh.nodes[c[2]];
        if (std::hypot((a.x + b.x) / 2 - 100, (a.y + b.y) / 2 - 100) < 15)
            nearest = std::min(nearest, std::hypot(a.x - b.x, a.y - b.y));
    }
    CHECK(nearest < 10);
}

TEST_CASE("same outline, same mesh, on every thread", "[fe][mesh]") {
    Outline o = rectangle(300, 280);
    o.lines = {{{{0, 0}, {300, 280}}}};
    SizeField size;
    size.size = 18;
    const MeshResult first = meshPlate(o, size);
    std::vector<MeshResult> others(4);
    std::vector<std::thread> threads;
    for (MeshResult& r : others) threads.emplace_back([&] { r = meshPlate(o, size); });
    for (std::thread& t : threads) t.join();
    for (const MeshResult& r : others) {
        REQUIRE(r.mesh.nodes.size() == first.mesh.nodes.size());
        CHECK(r.mesh.cells == first.mesh.cells);
        for (std::size_t i = 0; i < r.mesh.nodes.size(); ++i)
            CHECK((r.mesh.nodes[i].x == first.mesh.nodes[i].x && r.mesh.nodes[i].y == first.mesh.nodes[i].y));
    }
}

TEST_CASE("outlines that are none are refused in words", "[fe][mesh]") {
    SizeField size;
    const auto refusal = [&](const Outline& o) {
        const MeshResult r = meshPlate(o, size);
        CHECK(r.mesh.cells.empty());
        REQUIRE(zg::hasErrors(r.found));
        return zg::sentenceOf(r.found.front());
    };
    CHECK(refusal({}).find("needs 3") != std::string::npos);
    CHECK(refusal({{{0, 0}, {100, 0}, {50, 0}}, {}, {}, {}, {}}).find("no area") != std::string::npos);
    CHECK(refusal({{{0, 0}, {0, 100}, {100, 100}, {100, 0}}, {}, {}, {}, {}}).find("clockwise") != std::string::npos);
    CHECK(refusal({{{0, 0}, {100, 100}, {100, 0}, {0, 110}}, {}, {}, {}, {}}).find("outline") != std::string::npos);
    CHECK(refusal({{{0, 0}, {std::nan(""), 0}, {100, 100}}, {}, {}, {}, {}}).find("not a number") != std::string::npos);
    Outline holed = rectangle(100, 100);
    holed.roundHoles = {{{300, 300}, 10}};
    CHECK(refusal(holed).find("outside") != std::string::npos);
    size.size = 0.001;
    CHECK(refusal(rectangle(1000, 1000)).find("200 000") != std::string::npos);
    size.size = -1;
    CHECK(refusal(rectangle(1000, 1000)).find("above 0") != std::string::npos);
}

TEST_CASE("quality remarks name what is poor", "[fe][mesh]") {
    PlateMesh thin{{{0, 0}, {100, 0}, {100, 1}, {0, 1}}, {{0, 1, 2, 3}}};
    const auto remarks = qualityRemarks(qualityOf(thin), "plate P1");
    REQUIRE(remarks.size() == 1);
    CHECK(zg::sentenceOf(remarks.front()).find("plate P1") != std::string::npos);
    CHECK(zg::sentenceOf(remarks.front()).find("aspect") != std::string::npos);
}
