#include "fe/layered_section.h"
#include <algorithm>

namespace zg::fe {

LayeredSection::LayeredSection(const Material& material, double thickness, LayerRule rule)
    : material_(material), thickness_(thickness), count_(rule.points) {
    const double G = material.shearModulus();
    law_ = {{material.E / (1 - material.nu), 2 * G, G}, {0.5, 1.5, 3}, material.f_y, material.plasticModulus()};
    const std::vector<LayerPoint> points = layerPoints(rule);
    for (int i = 0; i < count_; ++i) {
        z_[i] = points[i].z * thickness / 2;
        w_[i] = points[i].weight * thickness;
        secondMoment_ += w_[i] * z_[i] * z_[i];
    }
}

SectionVector LayeredSection::elasticForces(const SectionVector& strain) const {
    SectionVector f{};
    for (int i = 0; i < 3; ++i) {
        f[i] = law_.stiffness[i] * thickness_ * strain[i];
        f[3 + i] = law_.stiffness[i] * secondMoment_ * strain[3 + i];
    }
    return f;
}

bool LayeredSection::staysElastic(const SectionVector& strain) const {
    double top = 0, bottom = 0;
    for (int i = 0; i < 3; ++i) {
        const double up = law_.stiffness[i] * (strain[i] + strain[3 + i] * thickness_ / 2);
        const double down = law_.stiffness[i] * (strain[i] - strain[3 + i] * thickness_ / 2);
        top += law_.weight[i] * up * up;
        bottom += law_.weight[i] * down * down;
    }
    return std::max(top, bottom) <= law_.limit * law_.limit;
}

namespace {

// Lanes of all layers; loops over them are left to the compiler's vectoriser.
struct Lanes {
    double trial[3][maxLayers], force[3][maxLayers], lambda[maxLayers], measure[maxLayers], limit[maxLayers];
};

// The arithmetic of ellipsoidReturn(), all layers at once. A test holds the two against each other.
__attribute__((target_clones("avx512f", "avx2", "default"))) bool
returnLayers(int n, const EllipsoidLaw& law, const double* z, const double* strain, const double* before, Lanes& a) {
    const double k0 = law.stiffness[0], k1 = law.stiffness[1], k2 = law.stiffness[2];
    const double q0 = law.weight[0], q1 = law.weight[1], q2 = law.weight[2];
    const double a0 = k0 * q0, a1 = k1 * q1, a2 = k2 * q2;
    const double* kappa = before + 3 * n;
    double worst = -1;
    for (int i = 0; i < n; ++i) {
        a.trial[0][i] = k0 * (strain[0] + strain[3] * z[i] - before[i]);
        a.trial[1][i] = k1 * (strain[1] + strain[4] * z[i] - before[n + i]);
        a.trial[2][i] = k2 * (strain[2] + strain[5] * z[i] - before[2 * n + i]);
        const double f2 =
            q0 * a.trial[0][i] * a.trial[0][i] + q1 * a.trial[1][i] * a.trial[1][i] + q2 * a.trial[2][i] * a.trial[2][i];
        a.limit[i] = law.limit + law.hardening * kappa[i];
        a.measure[i] = std::sqrt(f2);
        a.lambda[i] = 0;
        const double excess = a.measure[i] - a.limit[i];
        worst = excess > worst ? excess : worst;
    }
    const bool yields = worst > 0;
    for (int iteration = 0; yields && iteration < 60; ++iteration) {
        double largest = 0;
        for (int i = 0; i < n; ++i) {
            const double s0 = 1 / (1 + a.lambda[i] * a0), s1 = 1 / (1 + a.lambda[i] * a1), s2 = 1 / (1 + a.lambda[i] * a2);
            const double t0 = q0 * a.trial[0][i] * a.trial[0][i] * s0 * s0, t1 = q1 * a.trial[1][i] * a.trial[1][i] * s1 * s1,
                         t2 = q2 * a.trial[2][i] * a.trial[2][i] * s2 * s2;
            const double f2 = t0 + t1 + t2, f = std::sqrt(f2);
            const double fall = t0 * a0 * s0 + t1 * a1 * s1 + t2 * a2 * s2;
            const double gap = 1 / f - (1 - law.hardening * a.lambda[i]) / a.limit[i];
            const double step = gap / (fall / (f2 * f) + law.hardening / a.limit[i]);
            const bool active = a.lambda[i] > 0 || f > a.limit[i];
            a.measure[i] = f;
            a.lambda[i] -= active ? step : 0;
            const double size = active ? std::abs(gap) * a.limit[i] : 0;
            largest = size > largest ? size : largest;
        }
        if (largest < 1e-13) break;
    }
    for (int i = 0; i < n; ++i) {
        a.force[0][i] = a.trial[0][i] / (1 + a.lambda[i] * a0);
        a.force[1][i] = a.trial[1][i] / (1 + a.lambda[i] * a1);
        a.force[2][i] = a.trial[2][i] / (1 + a.lambda[i] * a2);
    }
    return yields;
}

// Tangents of all layers summed with weights 1, z, z^2. The six sums: lower triangle of the 3x3 of a layer.
__attribute__((target_clones("avx512f", "avx2", "default"))) void sumTangents(int n, const EllipsoidLaw& law, const double* z,
                                                                              const double* w, const Lanes& a, double* sums) {
    const double k0 = law.stiffness[0], k1 = law.stiffness[1], k2 = law.stiffness[2];
    const double q0 = law.weight[0], q1 = law.weight[1], q2 = law.weight[2], h = law.hardening;
    double d[6][maxLayers];
    for (int i = 0; i < n; ++i) {
        const double s0 = k0 / (1 + a.lambda[i] * k0 * q0), s1 = k1 / (1 + a.lambda[i] * k1 * q1),
                     s2 = k2 / (1 + a.lambda[i] * k2 * q2);
        const double n0 = q0 * a.force[0][i], n1 = q1 * a.force[1][i], n2 = q2 * a.force[2][i];
        const double beta = a.measure[i] * a.measure[i] * h / (1 - a.lambda[i] * h);
        const double along = s0 * n0 * n0 + s1 * n1 * n1 + s2 * n2 * n2 + beta;
        const double share = a.lambda[i] > 0 ? 1 / along : 0;
        d[0][i] = s0 - share * s0 * n0 * s0 * n0;
        d[1][i] = -share * s1 * n1 * s0 * n0;
        d[2][i] = s1 - share * s1 * n1 * s1 * n1;
        d[3][i] = -share * s2 * n2 * s0 * n0;
        d[4][i] = -share * s2 * n2 * s1 * n1;
        d[5][i] = s2 - share * s2 * n2 * s2 * n2;
    }
    for (int c = 0; c < 6; ++c) {
        double m0 = 0, m1 = 0, m2 = 0;
        for (int i = 0; i < n; ++i) {
            const double v = w[i] * d[c][i];
            m0 += v;
            m1 += v * z[i];
            m2 += v * z[i] * z[i];
        }
        sums[c] = m0;
        sums[6 + c] = m1;
        sums[12 + c] = m2;
    }
}

constexpr int at(int i, int j) { return i >= j ? i * (i + 1) / 2 + j : j * (j + 1) / 2 + i; }

} // namespace

void LayeredSection::integrate(const SectionVector& strain, const double* before, double* after, Response& response) const {
    Lanes a;
    const int n = count_;
    returnLayers(n, law_, z_.data(), strain.data(), before, a);
    response.forces = {};
    for (int c = 0; c < 3; ++c) {
        double force = 0, moment = 0;
        for (int i = 0; i < n; ++i) {
            after[c * n + i] = before[c * n + i] + a.lambda[i] * law_.weight[c] * a.force[c][i];
            force += w_[i] * a.force[c][i];
            moment += w_[i] * z_[i] * a.force[c][i];
        }
        response.forces[c] = force;
        response.forces[3 + c] = moment;
    }
    for (int i = 0; i < n; ++i) after[3 * n + i] = before[3 * n + i] + a.lambda[i] * a.measure[i];
    double sums[18];
    sumTangents(n, law_, z_.data(), w_.data(), a, sums);
    for (int i = 0; i < 3; ++i) {
        for (int j = 0; j < 3; ++j) {
            if (j <= i) {
                response.tangent[at(i, j)] = sums[at(i, j)];
                response.tangent[at(3 + i, 3 + j)] = sums[12 + at(i, j)];
            }
            response.tangent[at(3 + i, j)] = sums[6 + at(i, j)];
        }
    }
}

PlaneStress LayeredSection::fromDiagonal(const std::array<double, 3>& f) const {
    return {rootHalf * (f[0] + f[1]), rootHalf * (f[0] - f[1]), f[2]};
}

PlaneStress LayeredSection::layerStress(const SectionVector& strain, const double* history, int layer) const {
    std::array<double, 3> f{};
    for (int c = 0; c < 3; ++c)
        f[c] = law_.stiffness[c] * (strain[c] + strain[3 + c] * z_[layer] - (history ? history[c * count_ + layer] : 0));
    return fromDiagonal(f);
}

double LayeredSection::interpolated(const double* values, double height) const {
    if (count_ == 1) return values[0];
    int upper = 1;
    while (upper < count_ - 1 && z_[upper] < height) ++upper;
    const double part = (height - z_[upper - 1]) / (z_[upper] - z_[upper - 1]);
    return values[upper - 1] + part * (values[upper] - values[upper - 1]);
}

PlaneStress LayeredSection::stressAt(const SectionVector& strain, const double* history, double height) const {
    std::array<double, 3> f{};
    for (int c = 0; c < 3; ++c) {
        const double plastic = history ? interpolated(history + c * count_, height) : 0;
        f[c] = law_.stiffness[c] * (strain[c] + strain[3 + c] * height - plastic);
    }
    return fromDiagonal(f);
}

double LayeredSection::plasticStrainAt(const double* history, double height) const {
    return history ? interpolated(history + 3 * count_, height) : 0;
}

double LayeredSection::storedEnergy(const SectionVector& strain, const double* history) const {
    double energy = 0;
    for (int i = 0; i < count_; ++i) {
        for (int c = 0; c < 3; ++c) {
            const double elastic = strain[c] + strain[3 + c] * z_[i] - history[c * count_ + i];
            energy += 0.5 * w_[i] * law_.stiffness[c] * elastic * elastic;
        }
    }
    return energy;
}

double LayeredSection::plasticWork(const double* history) const {
    double work = 0;
    for (int i = 0; i < count_; ++i) {
        const double kappa = history[3 * count_ + i];
        if (kappa > 0) work += w_[i] * (law_.limit * kappa + 0.5 * law_.hardening * kappa * kappa);
    }
    return work;
}

} // namespace zg::fe
