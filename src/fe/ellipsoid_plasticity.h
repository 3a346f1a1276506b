#pragma once
#include <array>
#include <cmath>

namespace zg::fe {

/// Elastic-plastic response of three components whose stiffness and yield surface are diagonal in the same axes:
///   F_i = k_i (d_i - d^p_i),   f = sqrt(sum q_i F_i^2) <= R_0 + h kappa,   associated flow d^p_i += lambda q_i F_i,   kappa +=
///   lambda f.
/// One law for three things: plane-stress von Mises (components (s_x+s_y)/sqrt2, (s_x-s_y)/sqrt2, t_xy; q = 1/2, 3/2, 3: Simo and
/// Taylor 1986), a bolt in tension with shear, a weld throat (q = 1, 3, 3: EN 1993-1-8:2005 4.5.3.2).
/// Implicit (backward Euler) return, exact for the linear hardening given; lambda by Newton on 1/f, which is almost linear in it.
struct EllipsoidLaw {
    std::array<double, 3> stiffness; ///< k_i > 0
    std::array<double, 3> weight;    ///< q_i >= 0
    double limit;                    ///< R_0
    double hardening;                ///< h >= 0, per unit kappa
};

struct EllipsoidReturn {
    double lambda = 0;             ///< plastic multiplier of the step; 0 is elastic
    std::array<double, 3> force{}; ///< F_i
    double measure = 0;            ///< f at the end of the step
};

/// Radial return from the trial force; `kappa` is the accumulated measure before the step.
inline EllipsoidReturn ellipsoidReturn(const EllipsoidLaw& law, const std::array<double, 3>& trial, double kappa) {
    EllipsoidReturn r;
    r.force = trial;
    const double limit = law.limit + law.hardening * kappa;
    double square = 0;
    for (int i = 0; i < 3; ++i) square += law.weight[i] * trial[i] * trial[i];
    r.measure = std::sqrt(square);
    if (r.measure <= limit) return r;
    for (int iteration = 0; iteration < 60; ++iteration) {
        double f2 = 0, slope = 0;
        for (int i = 0; i < 3; ++i) {
            const double a = law.weight[i] * law.stiffness[i], shrink = 1 / (1 + r.lambda * a);
            const double term = law.weight[i] * trial[i] * trial[i] * shrink * shrink;
            f2 += term;
            slope -= term * a * shrink;
        }
        const double f = std::sqrt(f2);
        r.measure = f;
        const double gap = 1 / f - (1 - law.hardening * r.lambda) / limit;
        if (std::abs(gap) * limit < 1e-14) break;
        r.lambda -= gap / (-slope / (f2 * f) + law.hardening / limit);
    }
    for (int i = 0; i < 3; ++i) r.force[i] = trial[i] / (1 + r.lambda * law.weight[i] * law.stiffness[i]);
    return r;
}

/// Consistent tangent dF_i/dd_j of the step that ended in `r`, row by row (3x3, symmetric).
inline std::array<double, 9> ellipsoidTangent(const EllipsoidLaw& law, const EllipsoidReturn& r) {
    std::array<double, 9> d{};
    if (r.lambda == 0) {
        for (int i = 0; i < 3; ++i) d[4 * i] = law.stiffness[i];
        return d;
    }
    std::array<double, 3> soft{}, flow{};
    double along = 0;
    for (int i = 0; i < 3; ++i) {
        soft[i] = law.stiffness[i] / (1 + r.lambda * law.weight[i] * law.stiffness[i]);
        flow[i] = soft[i] * law.weight[i] * r.force[i];
        along += flow[i] * law.weight[i] * r.force[i];
    }
    const double beta = r.measure * r.measure * law.hardening / (1 - r.lambda * law.hardening);
    for (int i = 0; i < 3; ++i) {
        for (int j = 0; j < 3; ++j) d[3 * i + j] = -flow[i] * flow[j] / (along + beta);
        d[4 * i] += soft[i];
    }
    return d;
}

} // namespace zg::fe
