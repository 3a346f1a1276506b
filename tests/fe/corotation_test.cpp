#include "fe/corotation.h"
#include <catch2/catch.hpp>
#include <random>

using namespace zg::fe;

namespace {

class Draw {
public:
    explicit Draw(unsigned seed) : engine_(seed) {}
    double operator()(double size) { return std::uniform_real_distribution<double>(-size, size)(engine_); }
    Vec3 vector(double size) { return {(*this)(size), (*this)(size), (*this)(size)}; }

private:
    std::mt19937 engine_;
};

// A body with a stiffness of its own, moved and deformed.
struct Moved {
    MovedBody body;
    std::vector<double> stiffness;
    std::vector<Vec3> first, places;
    std::vector<Mat3> rotations;

    [[nodiscard]] int size() const { return 6 * body.nodeCount(); }
    [[nodiscard]] std::vector<double> answerTo(const std::vector<double>& local) const {
        std::vector<double> f(local.size(), 0);
        for (int i = 0; i < size(); ++i)
            for (int j = 0; j < size(); ++j) f[i] += stiffness[i * size() + j] * local[j];
        return f;
    }
    [[nodiscard]] MovedBody::Motion motion() const {
        MovedBody::Motion m;
        std::vector<Vec3> displacements = places;
        for (std::size_t i = 0; i < places.size(); ++i) displacements[i] = places[i] - first[i];
        body.follow(displacements.data(), rotations.data(), m);
        return m;
    }
    [[nodiscard]] double energy() const {
        const MovedBody::Motion m = motion();
        const std::vector<double> f = answerTo(m.local);
        double sum = 0;
        for (int i = 0; i < size(); ++i) sum += 0.5 * f[i] * m.local[i];
        return sum;
    }
    [[nodiscard]] std::vector<double> forces() const {
        const MovedBody::Motion m = motion();
        std::vector<double> f = answerTo(m.local);
        body.forces(m, f.data(), f.data());
        return f;
    }
    [[nodiscard]] std::vector<double> tangent() const {
        MovedBody::Motion m = motion();
        std::vector<double> k(stiffness.size());
        body.tangent(m, answerTo(m.local).data(), stiffness.data(), k.data());
        return k;
    }
    [[nodiscard]] Moved nudged(int freedom, double by) const {
        Moved out = *this;
        const int node = freedom / 6, k = freedom % 6;
        Vec3 v;
        v[k % 3] = by;
        if (k < 3)
            out.places[node] = out.places[node] + v;
        else
            out.rotations[node] = rotationBy(v) * out.rotations[node];
        return out;
    }
    void turnAll(const Mat3& r, Vec3 shift) {
        for (Vec3& x : places) x = r * x + shift;
        for (Mat3& t : rotations) t = r * t;
    }
};

Moved drawn(FrameRule rule, int n, Draw& draw, double strain) {
    const std::vector<Vec3> square{{0, 0, 0}, {60, 5, 3}, {70, 50, -2}, {-4, 40, 4}, {30, 20, 25}, {10, -20, 8}};
    Moved m;
    std::vector<double> weights;
    for (int i = 0; i < n; ++i) {
        m.places.push_back(square[i] + draw.vector(5));
        m.rotations.push_back(identity3);
        weights.push_back(i % 3 == 2 ? 0 : 1 + 0.3 * i);
    }
    m.first = m.places;
    m.body = MovedBody(m.places, rule, weights);
    // Any symmetric matrix that does not answer to a translation: the exact derivatives need no more.
    const int size = 6 * n;
    m.stiffness.assign(static_cast<std::size_t>(size) * size, 0);
    for (int i = 0; i < size; ++i)
        for (int j = 0; j <= i; ++j)
            m.stiffness[i * size + j] = m.stiffness[j * size + i] = draw(i % 6 < 3 && j % 6 < 3 ? 1 : 30);
    if (rule != FrameRule::Fixed) {
        for (int pass = 0; pass < 2; ++pass) {
            for (int i = 0; i < size; ++i) {
                for (int c = 0; c < 3; ++c) {
                    double mean = 0;
                    for (int j = 0; j < n; ++j)
                        mean += (pass == 0 ? m.stiffness[i * size + 6 * j + c] : m.stiffness[(6 * j + c) * size + i]) / n;
                    for (int j = 0; j < n; ++j)
                        (pass == 0 ? m.stiffness[i * size + 6 * j + c] : m.stiffness[(6 * j + c) * size + i]) -= mean;
                }
            }
        }
    }
    for (int i = 0; i < n; ++i) {
        m.places[i] = m.places[i] + draw.vector(50 * strain);
        m.rotations[i] = rotationBy(draw.vector(strain));
    }
    m.turnAll(rotationBy(draw.vector(1.5)), draw.vector(100));
    return m;
}

constexpr struct {
    FrameRule rule;
    int nodes;
} bodies[]{{FrameRule::Diagonals, 4}, {FrameRule::Diagonals, 3}, {FrameRule::Triads, 2},
           {FrameRule::Triads, 3},    {FrameRule::Triads, 6},    {FrameRule::Fixed, 3}};

} // namespace

TEST_CASE("A rotation vector and its rotation are inverses of each other at every angle up to pi") {
    Draw draw(3);
    for (int i = 0; i < 2000; ++i) {
        const Vec3 axis = unit(draw.vector(1));
        const double angle = i % 4 == 0   ? 3.14159265358979 - std::abs(draw(1e-7))
                             : i % 4 == 1 ? std::abs(draw(1e-9))
                                          : 1.57 + draw(1.57);
        const Vec3 back = rotationVector(rotationBy(angle * axis));
        CHECK(norm(back - angle * axis) < 1e-7);
        const Mat3 r = rotationBy(angle * axis), one = r * transposed(r);
        for (int k = 0; k < 3; ++k) CHECK(norm(one[k] - identity3[k]) < 1e-14);
    }
}

TEST_CASE("A body carried through a rigid motion deforms by nothing") {
    Draw draw(5);
    for (const auto& [rule, nodes] : bodies) {
        if (rule == FrameRule::Fixed) continue;
        for (int i = 0; i < 50; ++i) {
            Moved m = drawn(rule, nodes, draw, 0);
            for (double v : m.motion().local) CHECK(std::abs(v) < 1e-12 * 200);
        }
    }
}

// The three properties that make a formulation right, on random bodies far from their first place and well deformed.
TEST_CASE("Forces of a moved body are in equilibrium where it is, and the gradient of its energy") {
    Draw draw(7);
    for (const auto& [rule, nodes] : bodies) {
        for (int i = 0; i < 10; ++i) {
            const Moved m = drawn(rule, nodes, draw, 0.1);
            const std::vector<double> f = m.forces();
            double largest = 0;
            for (double v : f) largest = std::max(largest, std::abs(v));
            if (rule != FrameRule::Fixed) {
                Vec3 sum, moment;
                for (int n = 0; n < nodes; ++n) {
                    const Vec3 force{f[6 * n], f[6 * n + 1], f[6 * n + 2]}, turning{f[6 * n + 3], f[6 * n + 4], f[6 * n + 5]};
                    sum = sum + force;
                    moment = moment + turning + cross(m.places[n], force);
                }
                CHECK(norm(sum) < 1e-12 * largest);
                CHECK(norm(moment) < 1e-10 * largest);
            }
            for (int d = 0; d < m.size(); ++d) {
                const double step = d % 6 < 3 ? 1e-4 : 2e-6;
                const double slope = (m.nudged(d, step).energy() - m.nudged(d, -step).energy()) / (2 * step);
                CHECK(std::abs(slope - f[d]) < 1e-6 * largest);
            }
        }
    }
}

TEST_CASE("The tangent of a moved body is that of its forces by central differences") {
    Draw draw(11);
    for (const auto& [rule, nodes] : bodies) {
        for (int i = 0; i < 10; ++i) {
            const Moved m = drawn(rule, nodes, draw, 0.1);
            const std::vector<double> k = m.tangent();
            double largest = 0, worst = 0;
            for (double v : k) largest = std::max(largest, std::abs(v));
            for (int d = 0; d < m.size(); ++d) {
                const double step = d % 6 < 3 ? 1e-4 : 2e-6;
                const std::vector<double> up = m.nudged(d, step).forces(), down = m.nudged(d, -step).forces();
                for (int r = 0; r < m.size(); ++r)
                    worst = std::max(worst, std::abs((up[r] - down[r]) / (2 * step) - k[r * m.size() + d]));
            }
            CAPTURE(static_cast<int>(rule), nodes);
            CHECK(worst < 1e-6 * largest);
        }
    }
}
