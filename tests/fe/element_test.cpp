#include "build.h"
#include "fe/shell_element.h"
#include <catch2/catch.hpp>

using namespace build;

namespace {

struct Random {
    unsigned seed;
    double operator()() {
        seed = seed * 1664525U + 1013904223U;
        return static_cast<double>(seed >> 8) / static_cast<double>(1U << 24) - 0.5;
    }
};

// Warped, with no two sides alike.
ShellKinematics quadrilateral() {
    ShellKinematics k;
    REQUIRE(makeShellKinematics({Vec3{0, 0, 0}, Vec3{22, 1, 0.5}, Vec3{20, 19, -0.3}, Vec3{-1, 18, 0.4}}, false, k) ==
            ShellShape::Good);
    return k;
}

} // namespace

TEST_CASE("the vectorised layers do what the plain return does, and the element's stiffness is the slope of its forces",
          "[fe][plasticity]") {
    Material m;
    m.f_y = 355;
    m.E_t = 2100;
    const LayeredSection section(m, 14, {});
    std::vector<double> before(section.historySize(), 0), after(before);
    Random random{7};
    for (int trial = 0; trial < 200; ++trial) {
        SectionVector strain{};
        for (int i = 0; i < 3; ++i) strain[i] = 0.01 * random(), strain[3 + i] = 0.003 * random();
        LayeredSection::Response r;
        section.integrate(strain, before.data(), after.data(), r);
        for (int layer = 0; layer < 13; ++layer) {
            std::array<double, 3> predicted{};
            for (int c = 0; c < 3; ++c)
                predicted[c] = section.law().stiffness[c] *
                               (strain[c] + strain[3 + c] * section.layerHeight(layer) - before[c * 13 + layer]);
            const EllipsoidReturn plain = ellipsoidReturn(section.law(), predicted, before[39 + layer]);
            CHECK(after[39 + layer] == Approx(before[39 + layer] + plain.lambda * plain.measure).epsilon(1e-9).margin(1e-14));
        }
        if (trial % 3 == 0) before = after;
    }
    const ShellKinematics k = quadrilateral();
    const ShellElement e(k, section);
    std::vector<double> virgin(e.historyLength(), 0), history(virgin);
    ElementVector u{}, f{}, fu{}, fd{};
    for (int i = 0; i < 24; ++i) u[i] = (i % 6 < 3 ? 0.1 : 0.02) * random();
    ElementMatrix stiffness;
    ShellElement::State state;
    e.respond(u, virgin.data(), history.data(), state, f, &stiffness);
    CHECK(state.yielded != 0);
    double largest = 0;
    for (double v : stiffness) largest = std::max(largest, std::abs(v));
    for (int j = 0; j < 24; ++j) {
        ElementVector up = u, down = u;
        up[j] += 1e-7;
        down[j] -= 1e-7;
        ShellElement::State s1, s2;
        e.respond(up, virgin.data(), history.data(), s1, fu, nullptr);
        e.respond(down, virgin.data(), history.data(), s2, fd, nullptr);
        for (int i = 0; i < 24; ++i) CHECK(std::abs((fu[i] - fd[i]) / 2e-7 - stiffness[packedAt(i, j)]) < 2e-4 * largest);
    }
}

TEST_CASE("an element is elastic when every point is, at whatever size of movement", "[fe][properties]") {
    Material m;
    m.f_y = 355;
    m.E_t = 210;
    const LayeredSection section(m, 8, {});
    const ShellElement e(quadrilateral(), section);
    Random random{5};
    int elastic = 0, yielded = 0;
    for (int trial = 0; trial < 300; ++trial) {
        ElementVector direction{}, u{}, f{};
        for (int i = 0; i < 24; ++i) direction[i] = (i % 6 < 3 ? 1 : 0.1) * random() * (random() > 0.2 ? 5 : 1);
        double most = 0; // movement at which it just yields, by halving
        for (double low = 0, high = 1; high - low > 1e-9;) {
            const double middle = (low + high) / 2;
            for (int i = 0; i < 24; ++i) u[i] = middle * direction[i];
            std::vector<double> history(e.historyLength(), 0);
            ShellElement::State state;
            e.respond(u, nullptr, history.data(), state, f, nullptr);
            bool isEach = true;
            for (int p = 0; p < e.pointCount(); ++p) isEach = isEach && section.staysElastic(e.strainAt(p, u, state));
            REQUIRE(state.isElastic == isEach);
            ++(state.isElastic ? elastic : yielded);
            (state.isElastic ? low : high) = middle;
            most = low;
        }
        CHECK(most > 0);
    }
    CHECK(elastic > 1000);
    CHECK(yielded > 1000);
}
