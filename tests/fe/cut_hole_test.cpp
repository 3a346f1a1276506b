#include "fe/analysis.h"
#include "fe/connect.h"
#include "fe/cut_hole.h"
#include <catch2/catch.hpp>
#include <cmath>
#include <map>
#include <set>

using namespace zg;
using namespace zg::fe;

namespace {

struct Strip {
    Model model;
    int part = 0;
    std::vector<int> start, end;
};

// Width x length in the plane x = 0, lines through the middle.
Strip strip(double width, double length, int across, int along, double t, double f_y) {
    Strip s;
    Material m;
    m.E = 210000, m.f_y = f_y, m.E_t = 1e-5 * m.E;
    s.part = s.model.addPart("strip", t, s.model.addMaterial(m));
    std::map<std::pair<int, int>, int> at;
    for (int i = 0; i <= across; ++i)
        for (int j = 0; j <= along; ++j)
            at[{i, j}] = s.model.addNode(
                {0, width * (static_cast<double>(i) / across - 0.5), length * (static_cast<double>(j) / along - 0.5)});
    for (int i = 0; i < across; ++i)
        for (int j = 0; j < along; ++j)
            s.model.shells.push_back({{at[{i, j}], at[{i + 1, j}], at[{i + 1, j + 1}], at[{i, j + 1}]}, s.part});
    for (int i = 0; i <= across; ++i) s.start.push_back(at[{i, 0}]), s.end.push_back(at[{i, along}]);
    return s;
}

double area(const Model& m) {
    double sum = 0;
    for (const Shell& s : m.shells) {
        const Vec3 a = m.nodes[s.nodes[2]] - m.nodes[s.nodes[0]], b = m.nodes[s.nodes[3]] - m.nodes[s.nodes[1]];
        sum += norm(cross(a, b)) / 2;
    }
    return sum;
}

double limitLoad(Strip s) {
    s.model.fixAll(s.start[s.start.size() / 2], "held");
    for (const int n : s.start) s.model.fix(n, {Uz}, "held end");
    for (int n = 0; n < static_cast<int>(s.model.nodes.size()); ++n)
        if (n != s.start[s.start.size() / 2]) s.model.fix(n, {Ux, Rx, Ry}, "flat");
    const int pull = s.model.addCase("pull");
    for (const int n : s.end) s.model.cases[pull].movements.push_back({s.model.fix(n, {Uz}, "pulled end"), 1});
    Diagnostics found;
    const auto a = Analysis::create(s.model, found, {1e-6, 40, 1});
    if (!a) FAIL(joined(found));
    Stage stage;
    stage.factors = {1.5}; // mm
    stage.firstStep = stage.largestStep = 0.05;
    const RunResult run = a->run(stage);
    INFO(run.message);
    CHECK(run.isComplete());
    double force = 0;
    for (const Wrench& r : a->reactions()) force += std::abs(r.force.z);
    return force / 2; // at both ends
}

} // namespace

TEST_CASE("A hole takes its polygon out of the plate, and nothing else moves") {
    for (const int along : {24, 40}) {
        Strip s = strip(120, 240, along / 2, along, 10, 250);
        const Vec3 normal = normalOf(s.model, 0);
        const double gross = area(s.model);
        const CutHole hole = cutHole(s.model, {s.part}, {0, 0, 0}, {1, 0, 0}, 13);
        REQUIRE(hole.edge.size() >= 8);
        double polygon = 0;
        for (std::size_t i = 0; i < hole.edge.size(); ++i) {
            const Vec3 a = s.model.nodes[hole.edge[i]], b = s.model.nodes[hole.edge[(i + 1) % hole.edge.size()]];
            CHECK(norm(a) == Approx(13));
            polygon += norm(cross(a, b)) / 2;
        }
        CHECK(area(s.model) == Approx(gross - polygon).epsilon(1e-12));
        CHECK(polygon > 0.89 * 3.14159 * 13 * 13);
        std::set<int> used;
        for (int e = 0; e < static_cast<int>(s.model.shells.size()); ++e) {
            CHECK(dot(normalOf(s.model, e), normal) > 0.999);
            for (const int n : s.model.shells[e].nodes) used.insert(n);
        }
        CHECK(used.size() == s.model.nodes.size()); // no node is left hanging
    }
}

// Limit analysis in plane stress (von Mises): the net section at f_y is carried for certain; a straight neck across it, which
// cannot draw in sideways, yields at 2/sqrt3 f_y and is carried at most. The coarse mesh is that of joints.
TEST_CASE("A strip with a hole carries its net section, and no more than a straight neck across it") {
    const double net = (120 - 26) * 10 * 250.0;
    const auto of = [](int across, bool isHoled) {
        Strip s = strip(120, 240, across, 2 * across, 10, 250);
        if (isHoled) REQUIRE_FALSE(cutHole(s.model, {s.part}, {0, 0, 0}, {1, 0, 0}, 13).edge.empty());
        return limitLoad(s);
    };
    CHECK(of(12, false) == Approx(120 * 10 * 250).epsilon(0.005));
    const double coarse = of(12, true), fine = of(24, true);
    for (const double load : {coarse, fine}) {
        CHECK(load > net);
        CHECK(load < 2 / std::sqrt(3.0) * net);
    }
    CHECK(coarse == Approx(fine).epsilon(0.015));
}

TEST_CASE("A hole without room, or in what something hangs on, is not cut") {
    Strip s = strip(120, 240, 12, 24, 10, 250);
    const Model before = s.model;
    CHECK(cutHole(s.model, {s.part}, {0, 55, 0}, {1, 0, 0}, 13).edge.empty()); // over the edge
    const int web = s.model.addPart("web", 10, 0);
    const auto at = [&](double y, double z) {
        for (int n = 0; n < static_cast<int>(before.nodes.size()); ++n)
            if (norm(before.nodes[n] - Vec3{0, y, z}) < 1e-6) return n;
        return -1;
    };
    const int a = s.model.addNode({20, 0, 0}), b = s.model.addNode({20, 0, 10});
    s.model.shells.push_back({{at(0, 0), at(0, 10), b, a}, web});
    CHECK(cutHole(s.model, {s.part}, {0, 0, 0}, {1, 0, 0}, 13).edge.empty());
    CHECK(s.model.shells.size() == before.shells.size() + 1);
    CHECK_FALSE(cutHole(s.model, {s.part}, {0, 0, 60}, {1, 0, 0}, 13).edge.empty());
    CHECK(cutHole(s.model, {s.part}, {0, 0, 60}, {1, 0, 0}, 13).edge.empty()); // cut already
}
