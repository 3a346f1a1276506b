#include "build.h"
#include <Eigen/Dense>
#include <catch2/catch.hpp>
#include <cmath>

// Hardening that carries the yield surface along, against closed forms, against plasticity in space written another way, and
// against its own differences.
using namespace build;
using zg::Diagnostics;

namespace {

constexpr double s_y = 355, E_t = 2100, C = E * E_t / (E - E_t);
constexpr int layers = 3;

Material steel(double kinematicPart, double recall = 0) {
    Material m;
    m.f_y = s_y;
    m.E_t = E_t;
    m.kinematicPart = kinematicPart;
    m.recall = recall;
    return m;
}

// A plate 1 mm thick, so that forces are stresses; all layers alike.
struct Point {
    LayeredSection section;
    std::vector<double> now, next;
    SectionVector strain{};
    LayeredSection::Response r;
    int iterations = 0;
    double lastTwo[2] = {0, 0}; // sideways stress before the last two corrections
    explicit Point(const Material& m)
        : section(m, 1, {LayerRuleKind::Simpson, layers}), now(section.historySize(), 0), next(now) {}
    void ask() { section.integrate(strain, now.data(), next.data(), r); }
    PlaneStress stress() const {
        return {rootHalf * (r.forces[0] + r.forces[1]), rootHalf * (r.forces[0] - r.forces[1]), r.forces[2]};
    }
    // Uniaxial stress along x at a strain along x: the strain across by Newton with the consistent tangent.
    double pull(double along) {
        double across = rootHalf * (strain[0] - strain[1]);
        for (iterations = 0; iterations < 30; ++iterations) {
            strain[0] = rootHalf * (along + across), strain[1] = rootHalf * (along - across);
            ask();
            const double out = stress().y;
            if (std::abs(out) < 1e-9) break;
            lastTwo[0] = lastTwo[1], lastTwo[1] = std::abs(out);
            const auto& t = r.tangent;
            across -= out / (0.5 * (t[0] - 2 * t[1] + t[2]));
        }
        now = next;
        return stress().x;
    }
    double shear(double gamma) {
        strain[2] = gamma;
        ask();
        now = next;
        return r.forces[2];
    }
    double work() const { return section.plasticWork(now.data()); }
};

} // namespace

TEST_CASE("uniaxial loops of a carried surface have the stresses, the elastic range and the energy of the closed form",
          "[fe][cyclic]") {
    // Kinematic bilinear (Prager 1956): after the first reversal sigma_a = s_y + E_t (e_a - s_y/E), elastic over 2 s_y, and a
    // closed loop dissipates 2 s_y d_ep with d_ep = 2 (e_a - sigma_a/E) the plastic strain between reversals.
    for (double amplitude : {0.003, 0.01, 0.04}) {
        Point p(steel(1));
        const double top = s_y + E_t * (amplitude - s_y / E), between = 2 * (amplitude - top / E);
        CHECK(p.pull(amplitude) == Approx(top).epsilon(1e-9));
        double before = 0;
        for (int cycle = 0; cycle < 4; ++cycle) {
            before = p.work();
            const double at = amplitude - 2 * s_y / E; // down to here it is elastic
            CHECK(p.pull(at * (1 + 1e-9)) == Approx(top - 2 * s_y).epsilon(1e-6));
            CHECK(p.pull(-amplitude) == Approx(-top).epsilon(1e-9));
            CHECK(p.pull(amplitude) == Approx(top).epsilon(1e-9));
            CHECK(p.work() - before == Approx(2 * s_y * between).epsilon(1e-6));
        }
    }
}

TEST_CASE("shear loops of a carried surface: the back stress grows by a third of C per plastic shear", "[fe][cyclic]") {
    const double t_y = s_y / std::sqrt(3.0), slope = G * (C / 3) / (G + C / 3);
    for (double amplitude : {0.004, 0.05}) {
        Point p(steel(1));
        const double top = t_y + slope * (amplitude - t_y / G), between = 2 * (amplitude - top / G);
        CHECK(p.shear(amplitude) == Approx(top).epsilon(1e-9));
        for (int cycle = 0; cycle < 3; ++cycle) {
            const double before = p.work();
            CHECK(p.shear(-amplitude) == Approx(-top).epsilon(1e-9));
            CHECK(p.shear(amplitude) == Approx(top).epsilon(1e-9));
            CHECK(p.work() - before == Approx(2 * t_y * between).epsilon(1e-6));
        }
    }
}

TEST_CASE("with recall the back stress of a settled loop is the hyperbolic tangent", "[fe][cyclic]") {
    // Armstrong and Frederick (1966): in a settled loop X_max = C/g tanh(g d_ep/2). Backward Euler is of first order: two numbers
    // of steps lead to the limit.
    const double g = 40, amplitude = 0.02;
    const auto settled = [&](int steps) {
        Point p(steel(1, g));
        double before = 0, stress = 0;
        for (int reversal = 0; reversal < 17; ++reversal) {
            const double to = reversal % 2 ? -amplitude : amplitude, from = reversal == 0 ? 0 : -to;
            before = stress;
            for (int i = 1; i <= steps; ++i) stress = p.pull(from + (to - from) * i / steps);
        }
        const double between = 2 * amplitude - (stress - before) / E; // plastic strain from the low end to the top
        return std::pair(stress - s_y, C / g * std::tanh(g * between / 2));
    };
    const auto coarse = settled(400), middle = settled(800), fine = settled(1600);
    const double first = coarse.first / coarse.second - 1, second = middle.first / middle.second - 1,
                 third = fine.first / fine.second - 1;
    CHECK(second == Approx(first / 2).epsilon(0.03));
    CHECK(third == Approx(second / 2).epsilon(0.03));
    CHECK(std::abs(first - 6 * second + 8 * third) / 3 < 1e-6); // the error in powers of the step, first two taken out
}

TEST_CASE("a straight path from rest knows no difference between widening and carrying", "[fe][cyclic]") {
    for (double part : {0.3, 1.0}) {
        Point wide(steel(0)), carried(steel(part));
        for (double strain : {0.001, 0.002, 0.008, 0.03}) {
            CHECK(carried.pull(strain) == Approx(wide.pull(strain)).epsilon(1e-11));
            CHECK(carried.work() == Approx(wide.work()).epsilon(1e-9));
        }
        Point wideShear(steel(0)), carriedShear(steel(part));
        for (double gamma : {0.002, 0.01, 0.05})
            CHECK(carriedShear.shear(gamma) == Approx(wideShear.shear(gamma)).epsilon(1e-11));
    }
}

TEST_CASE("what turns back from the surface is elastic at once", "[fe][cyclic]") {
    for (double recall : {0.0, 60.0}) {
        Point p(steel(0.7, recall));
        for (double strain : {0.0017, 0.0031, 0.011}) {
            p.pull(strain);
            p.ask(); // at rest on the surface
            for (int c = 0; c < 3; ++c)
                CHECK(p.r.tangent[c * (c + 3) / 2] == Approx(p.section.law().stiffness[c]).epsilon(1e-12));
            for (int c = 0; c < 3; ++c) p.strain[c] *= 1 - 1e-7;
            p.ask();
            for (int c = 0; c < 3; ++c)
                CHECK(p.r.tangent[c * (c + 3) / 2] == Approx(p.section.law().stiffness[c]).epsilon(1e-12));
            CHECK(p.next == p.now);
        }
    }
}

TEST_CASE("random paths agree with plasticity in space under plane stress, written another way", "[fe][cyclic]") {
    using Matrix = Eigen::Matrix3d;
    // Rate equations with tensors, small explicit steps; the strain across the plate keeps its stress nil.
    struct InSpace {
        double part, recall;
        Matrix sigma = Matrix::Zero(), alpha = Matrix::Zero();
        double kappa = 0;
        static Matrix dev(const Matrix& m) { return m - m.trace() / 3 * Matrix::Identity(); }
        static Matrix elastic(const Matrix& e) {
            const double lame = E * 0.3 / (1.3 * 0.4);
            return 2 * G * e + lame * e.trace() * Matrix::Identity();
        }
        // Stress rate for a strain rate; nil across the plate by one linear condition.
        void go(Matrix rate) {
            const Matrix eta = dev(sigma) - alpha;
            const double f = std::sqrt(1.5) * eta.norm(), H = E * E_t / (E - E_t), radius = s_y + (1 - part) * H * kappa;
            const auto answer = [&](const Matrix& e, bool flows) {
                Matrix s = elastic(e);
                double flow = 0;
                if (flows) {
                    const Matrix N = 1.5 * eta / f;
                    const double G3 = 3 * E / 2.6;
                    const double resist = G3 + (1 - part) * H + part * H - recall * N.cwiseProduct(alpha).sum();
                    flow = std::max(0.0, N.cwiseProduct(elastic(e)).sum() / resist);
                    s -= flow * elastic(N);
                }
                return std::pair(s, flow);
            };
            const bool onSurface = f >= radius * (1 - 1e-12);
            Matrix e = rate;
            for (bool flows : {onSurface, false}) {
                e = rate;
                e(2, 2) = 0;
                const double s0 = answer(e, flows).first(2, 2);
                e(2, 2) = 1e-6;
                Matrix unit = Matrix::Zero();
                unit(2, 2) = 1;
                // Piecewise linear: a few secant steps.
                double x0 = 0, y0 = s0, x1 = -s0 / elastic(unit)(2, 2), y1 = 0;
                for (int i = 0; i < 40; ++i) {
                    e(2, 2) = x1;
                    y1 = answer(e, flows).first(2, 2);
                    if (std::abs(y1) < 1e-13 * E * rate.norm() || y1 == y0) break;
                    const double x2 = x1 - y1 * (x1 - x0) / (y1 - y0);
                    x0 = x1, y0 = y1, x1 = x2;
                }
                const auto [s, flow] = answer(e, flows);
                if (flows && flow <= 0) continue;
                sigma += s;
                if (flows) {
                    const Matrix N = 1.5 * eta / f;
                    kappa += flow;
                    alpha += flow * (part * H * 2 / 3 * N - recall * alpha);
                    // Back to the surface: explicit steps drift.
                    const Matrix now = dev(sigma) - alpha;
                    const double over = std::sqrt(1.5) * now.norm() / (s_y + (1 - part) * H * kappa);
                    if (over > 1) {
                        Matrix correction = now * (1 - 1 / over);
                        correction -= correction(2, 2) * Matrix::Identity(); // stays without stress across
                        sigma -= correction;
                    }
                }
                break;
            }
        }
    };
    std::srand(5);
    const auto random = [] { return 2.0 * std::rand() / RAND_MAX - 1; };
    for (const auto& [part, recall] : {std::pair{1.0, 0.0}, std::pair{0.5, 0.0}, std::pair{1.0, 50.0}, std::pair{0.4, 20.0}}) {
        Point p(steel(part, recall));
        InSpace rival{part, recall};
        double largest = 0;
        for (int leg = 0; leg < 6; ++leg) {
            const double ex = 0.006 * random(), ey = 0.006 * random(), exy = 0.008 * random();
            const double x0 = rootHalf * (p.strain[0] + p.strain[1]), y0 = rootHalf * (p.strain[0] - p.strain[1]),
                         xy0 = p.strain[2];
            const int steps = 6000;
            Matrix rate = Matrix::Zero();
            rate(0, 0) = (ex - x0) / steps, rate(1, 1) = (ey - y0) / steps, rate(0, 1) = rate(1, 0) = (exy - xy0) / 2 / steps;
            for (int i = 1; i <= steps; ++i) {
                const double t = static_cast<double>(i) / steps, x = x0 + t * (ex - x0), y = y0 + t * (ey - y0);
                p.strain = {rootHalf * (x + y), rootHalf * (x - y), xy0 + t * (exy - xy0), 0, 0, 0};
                p.ask();
                p.now = p.next;
                rival.go(rate);
            }
            const PlaneStress s = p.stress();
            largest = std::max({largest, std::abs(s.x - rival.sigma(0, 0)), std::abs(s.y - rival.sigma(1, 1)),
                                std::abs(s.xy - rival.sigma(0, 1))});
        }
        INFO(part << " " << recall);
        CHECK(largest < 2e-3 * s_y);
    }
}

TEST_CASE("the tangent of a carried surface is the slope of its forces, quadratic on the way", "[fe][cyclic]") {
    unsigned seed = 3;
    const auto random = [&] {
        seed = seed * 1664525U + 1013904223U;
        return static_cast<double>(seed >> 8) / static_cast<double>(1U << 24) - 0.5;
    };
    for (const auto& [part, recall] : {std::pair{1.0, 0.0}, std::pair{0.5, 0.0}, std::pair{1.0, 80.0}, std::pair{0.6, 30.0}}) {
        LayeredSection section(steel(part, recall), 14, {});
        std::vector<double> now(section.historySize(), 0), next(now);
        for (int trial = 0; trial < 40; ++trial) {
            SectionVector strain{};
            for (int i = 0; i < 3; ++i) strain[i] = 0.01 * random(), strain[3 + i] = 0.003 * random();
            LayeredSection::Response r, up, down;
            section.integrate(strain, now.data(), next.data(), r);
            double largest = 0, worst = 0;
            for (double t : r.tangent) largest = std::max(largest, std::abs(t));
            std::array<std::array<double, 6>, 6> slope{};
            for (int j = 0; j < 6; ++j) {
                const double d = j < 3 ? 1e-8 : 1e-9;
                SectionVector a = strain, b = strain;
                a[j] += d, b[j] -= d;
                std::vector<double> ignored(now);
                section.integrate(a, now.data(), ignored.data(), up);
                section.integrate(b, now.data(), ignored.data(), down);
                for (int i = 0; i < 6; ++i) slope[i][j] = (up.forces[i] - down.forces[i]) / (2 * d);
            }
            for (int i = 0; i < 6; ++i)
                for (int j = 0; j <= i; ++j)
                    worst = std::max(worst, std::abs(r.tangent[packedAt(i, j)] - (slope[i][j] + slope[j][i]) / 2));
            CHECK(worst < 2e-6 * largest);
            if (trial % 3 == 0) now = next;
        }
    }
    Point p(steel(1));
    p.pull(0.01);
    p.pull(-0.01);
    CHECK(p.iterations <= 7);
    CHECK(p.lastTwo[1] < 1e-3 * p.lastTwo[0]);
}

TEST_CASE("a plate bent to and fro: closed loops that do not creep, energy that closes", "[fe][cyclic]") {
    Builder b;
    Material m = steel(1);
    const int part = b.plate("strip", 10, m);
    const Grid g = b.grid(part, 12, 2, [](double u, double v) { return Vec3{240 * u, 40 * v, 0}; });
    std::vector<int> clamped, tip;
    for (int j = 0; j <= 2; ++j) clamped.push_back(g.at(0, j)), tip.push_back(g.at(12, j));
    for (int node : clamped) b.model.fixAll(node, "clamp");
    const int load = b.model.addCase("tip");
    for (int node : tip) b.model.cases[load].movements.push_back({b.model.fix(node, {Uz}, "tip"), 1.0});
    Diagnostics found;
    const auto a = Analysis::create(b.model, found);
    REQUIRE(a);
    std::vector<double> force, work, most;
    for (int half = 0; half < 9; ++half) {
        Stage s;
        s.factors = {half % 2 ? -25.0 : 25.0};
        s.firstStep = s.largestStep = 0.05;
        int worst = 0;
        const RunResult r = a->run(s, [&](const Analysis&, const Step& step) {
            worst = std::max(worst, step.iterations);
            return true;
        });
        REQUIRE(r.isComplete());
        CHECK(worst <= 9);
        force.push_back(a->reaction("tip").force.z);
        work.push_back(a->steps().back().plasticWork);
        const Step& last = a->steps().back();
        CHECK(std::abs(last.energyGap()) < 0.02 * last.externalWork);
    }
    // Layers that yield hold each other across and settle in the first loops: what is left of it fades, and does not creep.
    std::vector<double> apart;
    for (int half = 2; half < 9; ++half) apart.push_back(std::abs(force[half] + force[half - 1]));
    for (std::size_t i = 1; i < apart.size(); ++i) CHECK(apart[i] < apart[i - 1]);
    CHECK(apart.back() < 2e-5 * std::abs(force[8]));
    CHECK(work[8] - work[7] == Approx(work[7] - work[6]).epsilon(1e-4));
}

TEST_CASE("steel whose hardening makes no sense is refused in words", "[fe][cyclic]") {
    for (const auto& [part, recall] : {std::pair{-0.1, 0.0}, std::pair{1.1, 0.0}, std::pair{1.0, -1.0}, std::pair{0.0, 10.0}}) {
        Builder b;
        const int plate = b.plate("plate", 10, steel(part, recall));
        const Grid g = b.grid(plate, 2, 2, [](double u, double v) { return Vec3{50 * u, 50 * v, 0}; });
        b.model.fixAll(g.at(0, 0), "support");
        Diagnostics found;
        CHECK_FALSE(Analysis::create(b.model, found));
        CHECK_FALSE(found.empty());
    }
}
