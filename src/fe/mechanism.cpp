#include "fe/mechanism.h"
#include "fe/factor.h"
#include <algorithm>
#include <cmath>
#include <numeric>

namespace zg::fe {

namespace {

struct Softest {
    std::vector<double> vector;
    double quotient = 1;
};

// Inverse iteration on K + epsilon diag(K): regular even when K is not.
Softest inverseIteration(const SparseSymmetric& stiffness, double epsilon) {
    SparseSymmetric k = stiffness;
    double mean = 0;
    for (int j = 0; j < k.size; ++j) mean += std::abs(k.value[k.columnStart[j]]) / k.size;
    std::vector<double> diagonal(k.size);
    for (int j = 0; j < k.size; ++j) {
        double& d = k.value[k.columnStart[j]];
        diagonal[j] = d > 1e-12 * mean ? d : 1e-6 * mean;
        d += epsilon * diagonal[j];
    }
    Factor factor;
    factor.analyse(k);
    Softest s;
    if (factor.factorise(k) == FactorState::Singular) return s;
    std::vector<double> x(k.size), y(k.size);
    unsigned seed = 12345;
    for (double& v : x) {
        seed = seed * 1664525U + 1013904223U;
        v = static_cast<double>(seed >> 8) / static_cast<double>(1U << 24) - 0.5;
    }
    for (int iteration = 0; iteration < 6; ++iteration) {
        for (int i = 0; i < k.size; ++i) y[i] = diagonal[i] * x[i];
        factor.solve(y.data(), x.data());
        double size = 0;
        for (int i = 0; i < k.size; ++i) size += diagonal[i] * x[i] * x[i];
        for (double& v : x) v /= std::sqrt(size);
    }
    stiffness.multiply(x.data(), y.data());
    s.quotient = std::abs(std::inner_product(x.begin(), x.end(), y.begin(), 0.0));
    s.vector = x;
    return s;
}

Mechanism described(const System& system, const std::vector<double>& vector) {
    const Model& m = system.model();
    Mechanism result;
    system.map().expand(vector, std::vector<double>(m.cases.size(), 0), result.shape);
    double most = 0, mostRotation = 0;
    for (std::size_t d = 0; d < result.shape.size(); ++d)
        (d % 6 < 3 ? most : mostRotation) = std::max(d % 6 < 3 ? most : mostRotation, std::abs(result.shape[d]));
    Vec3 low = m.nodes[0], high = low;
    for (const Vec3& x : m.nodes)
        for (int k = 0; k < 3; ++k) low[k] = std::min(low[k], x[k]), high[k] = std::max(high[k], x[k]);
    result.isRotationOnly = most < 1e-6 * mostRotation * (1 + norm(high - low));
    const double scale = result.isRotationOnly ? mostRotation : most;
    if (scale > 0)
        for (double& v : result.shape) v /= scale;
    std::vector<double> sum(m.parts.size(), 0), count(m.parts.size(), 0);
    for (const Shell& s : m.shells) {
        for (int node : s.nodes) {
            if (node < 0) continue;
            for (int k = 0; k < 3; ++k) {
                const double v = result.shape[6 * node + k + (result.isRotationOnly ? 3 : 0)];
                sum[s.part] += v * v;
            }
            ++count[s.part];
        }
    }
    std::vector<int> order(m.parts.size());
    std::iota(order.begin(), order.end(), 0);
    for (std::size_t i = 0; i < sum.size(); ++i) sum[i] = count[i] > 0 ? std::sqrt(sum[i] / count[i]) : 0;
    std::stable_sort(order.begin(), order.end(), [&](int a, int b) { return sum[a] > sum[b]; });
    for (int p : order)
        if (sum[p] > 0.1 * sum[order[0]] && sum[p] > 0) result.parts.push_back(m.parts[p].id);
    return result;
}

} // namespace

std::optional<Mechanism> findMechanism(const System& system, const SparseSymmetric& stiffness) {
    const Softest s = inverseIteration(stiffness, 1e-12);
    // A free movement costs rounding alone, some 1e-16 of what it would cost without its neighbours; the bending of a plate with
    // t/L = 1e-6 some 1e-14.
    if (s.vector.empty() || s.quotient > 2e-15) return std::nullopt;
    return described(system, s.vector);
}

Mechanism softestMovement(const System& system, const SparseSymmetric& stiffness) {
    const Softest s = inverseIteration(stiffness, 1e-10);
    return s.vector.empty() ? Mechanism{} : described(system, s.vector);
}

} // namespace zg::fe
