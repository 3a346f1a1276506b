#include "fe/layered_section.h"
#include <algorithm>

namespace zg::fe {

LayeredSection::LayeredSection(const Material& material, double thickness, LayerRule rule)
    : material_(material), thickness_(thickness), count_(rule.points) {
    const double G = material.shearModulus();
    law_ = {{material.E / (1 - material.nu), 2 * G, G}, {0.5, 1.5, 3}, material.f_y, material.isotropicModulus()};
    carried_ = {material.kinematicModulus(), material.recall};
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

// Lanes of all layers; loops over them are left to the compiler's vectoriser. `force` is what yields: the stress, less the back
// stress where the surface is carried along.
struct Lanes {
    double trial[3][maxLayers], force[3][maxLayers], lambda[maxLayers], measure[maxLayers], limit[maxLayers];
};

// The arithmetic of ellipsoidReturn(), all layers at once. A test holds the two against each other. Carried along, the surface is
// met at eta (1 + lambda (a + C/D)) = trial - beta/D with D = 1 + recall lambda f, and f is known for every lambda.
template <bool isCarried>
inline __attribute__((always_inline)) bool returnAll(int n, const EllipsoidLaw& law, const CarriedSurface& carried,
                                                     const double* z, const double* strain, const double* before, Lanes& a) {
    const double k0 = law.stiffness[0], k1 = law.stiffness[1], k2 = law.stiffness[2];
    const double q0 = law.weight[0], q1 = law.weight[1], q2 = law.weight[2];
    const double a0 = k0 * q0, a1 = k1 * q1, a2 = k2 * q2, h = law.hardening, C = carried.modulus, g = carried.recall;
    const double* kappa = before + 3 * n;
    const double *back0 = before + 4 * n, *back1 = before + 5 * n, *back2 = before + 6 * n;
    double worst = -1;
    for (int i = 0; i < n; ++i) {
        a.trial[0][i] = k0 * (strain[0] + strain[3] * z[i] - before[i]);
        a.trial[1][i] = k1 * (strain[1] + strain[4] * z[i] - before[n + i]);
        a.trial[2][i] = k2 * (strain[2] + strain[5] * z[i] - before[2 * n + i]);
        const double e0 = a.trial[0][i] - (isCarried ? back0[i] : 0), e1 = a.trial[1][i] - (isCarried ? back1[i] : 0),
                     e2 = a.trial[2][i] - (isCarried ? back2[i] : 0);
        const double f2 = q0 * e0 * e0 + q1 * e1 * e1 + q2 * e2 * e2;
        a.limit[i] = law.limit + h * kappa[i];
        a.measure[i] = std::sqrt(f2);
        a.lambda[i] = 0;
        // Rounding on a surface that has been reached is no yield: what turns back from there is elastic.
        const double excess = a.measure[i] - (isCarried ? (1 + 1e-12) * a.limit[i] : a.limit[i]);
        worst = excess > worst ? excess : worst;
    }
    const bool yields = worst > 0;
    for (int iteration = 0; yields && iteration < 60; ++iteration) {
        double largest = 0;
        for (int i = 0; i < n; ++i) {
            double e0 = a.trial[0][i], e1 = a.trial[1][i], e2 = a.trial[2][i];
            double c0 = a0, c1 = a1, c2 = a2; // softening by lambda
            double back = 0, D = 1, rate = 0; // and what lambda does to eta besides
            if (isCarried) {
                const double rest = 1 - h * a.lambda[i], reach = a.limit[i] / rest;
                D = 1 + g * a.lambda[i] * reach;
                rate = g * reach / rest / D, back = C / D;
                e0 -= back0[i] / D, e1 -= back1[i] / D, e2 -= back2[i] / D;
                c0 += back, c1 += back, c2 += back;
            }
            const double s0 = 1 / (1 + a.lambda[i] * c0), s1 = 1 / (1 + a.lambda[i] * c1), s2 = 1 / (1 + a.lambda[i] * c2);
            const double t0 = q0 * e0 * e0 * s0 * s0, t1 = q1 * e1 * e1 * s1 * s1, t2 = q2 * e2 * e2 * s2 * s2;
            const double f2 = t0 + t1 + t2, f = std::sqrt(f2);
            double fall = t0 * c0 * s0 + t1 * c1 * s1 + t2 * c2 * s2;
            if (isCarried) {
                const double m0 = rate * (back0[i] / D + a.lambda[i] * back * e0 * s0),
                             m1 = rate * (back1[i] / D + a.lambda[i] * back * e1 * s1),
                             m2 = rate * (back2[i] / D + a.lambda[i] * back * e2 * s2);
                fall -= q0 * e0 * s0 * s0 * m0 + q1 * e1 * s1 * s1 * m1 + q2 * e2 * s2 * s2 * m2;
            }
            const double gap = 1 / f - (1 - h * a.lambda[i]) / a.limit[i];
            const double step = gap / (fall / (f2 * f) + h / a.limit[i]);
            const bool active = a.lambda[i] > 0 || f > (isCarried ? (1 + 1e-12) * a.limit[i] : a.limit[i]);
            a.measure[i] = f;
            a.lambda[i] -= active ? step : 0;
            const double size = active ? std::abs(gap) * a.limit[i] : 0;
            largest = size > largest ? size : largest;
        }
        if (largest < 1e-13) break;
    }
    for (int i = 0; i < n; ++i) {
        double e0 = a.trial[0][i], e1 = a.trial[1][i], e2 = a.trial[2][i], back = 0;
        if (isCarried) {
            const double D = 1 + g * a.lambda[i] * a.limit[i] / (1 - h * a.lambda[i]);
            e0 -= back0[i] / D, e1 -= back1[i] / D, e2 -= back2[i] / D;
            back = C / D;
        }
        a.force[0][i] = e0 / (1 + a.lambda[i] * (a0 + back));
        a.force[1][i] = e1 / (1 + a.lambda[i] * (a1 + back));
        a.force[2][i] = e2 / (1 + a.lambda[i] * (a2 + back));
    }
    return yields;
}

__attribute__((target_clones("avx512f", "avx2", "default"))) bool
returnLayers(int n, const EllipsoidLaw& law, const double* z, const double* strain, const double* before, Lanes& a) {
    return returnAll<false>(n, law, {}, z, strain, before, a);
}

__attribute__((target_clones("avx512f", "avx2", "default"))) bool returnCarriedLayers(int n, const EllipsoidLaw& law,
                                                                                      const CarriedSurface& carried,
                                                                                      const double* z, const double* strain,
                                                                                      const double* before, Lanes& a) {
    return returnAll<true>(n, law, carried, z, strain, before, a);
}

// Consistent tangents of all layers summed with weights 1, z, z^2. The six sums: lower triangle of the 3x3 of a layer. `back`:
// back stress after the step. With recall the tangent is not symmetric; its symmetric half is taken.
template <bool isCarried>
inline __attribute__((always_inline)) void sumAll(int n, const EllipsoidLaw& law, const CarriedSurface& carried, const double* z,
                                                  const double* w, const Lanes& a, const double* back, double* sums) {
    const double k0 = law.stiffness[0], k1 = law.stiffness[1], k2 = law.stiffness[2];
    const double q0 = law.weight[0], q1 = law.weight[1], q2 = law.weight[2], h = law.hardening, g = carried.recall;
    double d[6][maxLayers];
    for (int i = 0; i < n; ++i) {
        const double lambda = a.lambda[i], rest = 1 - lambda * h;
        const double D = isCarried ? 1 + g * lambda * a.limit[i] / rest : 1, C = isCarried ? carried.modulus / D : 0;
        const double m0 = 1 / (1 + lambda * (k0 * q0 + C)), m1 = 1 / (1 + lambda * (k1 * q1 + C)),
                     m2 = 1 / (1 + lambda * (k2 * q2 + C));
        const double s0 = k0 * m0, s1 = k1 * m1, s2 = k2 * m2;
        const double n0 = q0 * a.force[0][i], n1 = q1 * a.force[1][i], n2 = q2 * a.force[2][i];
        const double beta = a.measure[i] * a.measure[i] * h / rest;
        double along = s0 * n0 * n0 + s1 * n1 * n1 + s2 * n2 * n2 + beta;
        double r0 = 0, r1 = 0, r2 = 0; // by what recall turns the flow
        if (isCarried) {
            const double rate = lambda > 0 ? g * a.limit[i] / (rest * rest * D) : 0;
            const double x0 = rate * back[i], x1 = rate * back[n + i], x2 = rate * back[2 * n + i];
            along += n0 * m0 * (C * a.force[0][i] - x0) + n1 * m1 * (C * a.force[1][i] - x1) + n2 * m2 * (C * a.force[2][i] - x2);
            r0 = lambda * s0 * q0 * x0, r1 = lambda * s1 * q1 * x1, r2 = lambda * s2 * q2 * x2;
        }
        const double share = lambda > 0 ? 1 / along : 0, wide = 1 + lambda * C;
        const double f0 = s0 * n0, f1 = s1 * n1, f2 = s2 * n2;
        d[0][i] = wide * s0 - share * (f0 + r0) * f0;
        d[1][i] = -share * (f1 * f0 + 0.5 * (r1 * f0 + r0 * f1));
        d[2][i] = wide * s1 - share * (f1 + r1) * f1;
        d[3][i] = -share * (f2 * f0 + 0.5 * (r2 * f0 + r0 * f2));
        d[4][i] = -share * (f2 * f1 + 0.5 * (r2 * f1 + r1 * f2));
        d[5][i] = wide * s2 - share * (f2 + r2) * f2;
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

__attribute__((target_clones("avx512f", "avx2", "default"))) void sumTangents(int n, const EllipsoidLaw& law, const double* z,
                                                                              const double* w, const Lanes& a, double* sums) {
    sumAll<false>(n, law, {}, z, w, a, nullptr, sums);
}

__attribute__((target_clones("avx512f", "avx2", "default"))) void
sumCarriedTangents(int n, const EllipsoidLaw& law, const CarriedSurface& carried, const double* z, const double* w,
                   const Lanes& a, const double* back, double* sums) {
    sumAll<true>(n, law, carried, z, w, a, back, sums);
}

constexpr int at(int i, int j) { return i >= j ? i * (i + 1) / 2 + j : j * (j + 1) / 2 + i; }

} // namespace

void LayeredSection::integrate(const SectionVector& strain, const double* before, double* after, Response& response) const {
    Lanes a;
    const int n = count_;
    if (isCarried())
        returnCarriedLayers(n, law_, carried_, z_.data(), strain.data(), before, a);
    else
        returnLayers(n, law_, z_.data(), strain.data(), before, a);
    response.forces = {};
    for (int i = 0; i < n; ++i) after[3 * n + i] = before[3 * n + i] + a.lambda[i] * a.measure[i];
    for (int c = 0; c < 3; ++c)
        for (int i = 0; i < n; ++i) after[c * n + i] = before[c * n + i] + a.lambda[i] * law_.weight[c] * a.force[c][i];
    if (isCarried()) carryOn(before, after, a.lambda, a.force);
    for (int c = 0; c < 3; ++c) {
        double force = 0, moment = 0;
        for (int i = 0; i < n; ++i) {
            const double stress = a.force[c][i] + (isCarried() ? after[(4 + c) * n + i] : 0);
            force += w_[i] * stress;
            moment += w_[i] * z_[i] * stress;
        }
        response.forces[c] = force;
        response.forces[3 + c] = moment;
    }
    double sums[18];
    if (isCarried())
        sumCarriedTangents(n, law_, carried_, z_.data(), w_.data(), a, after + 4 * n, sums);
    else
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

// The back stress after a step that flowed along `eta`, and what its recall has dissipated on the way.
void LayeredSection::carryOn(const double* before, double* after, const double* lambda, const double (*eta)[maxLayers]) const {
    const int n = count_;
    for (int i = 0; i < n; ++i) {
        const double flown = after[3 * n + i] - before[3 * n + i], D = 1 + carried_.recall * flown;
        double square = 0;
        for (int c = 0; c < 3; ++c) {
            const double old = before[(4 + c) * n + i], now = (old + carried_.modulus * lambda[i] * eta[c][i]) / D;
            after[(4 + c) * n + i] = now;
            square += law_.weight[c] * (old * old + now * now) / 2;
        }
        after[7 * n + i] = before[7 * n + i] + carried_.recall / carried_.modulus * square * flown;
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
    const int n = count_;
    for (int i = 0; i < n; ++i) {
        const double kappa = history[3 * n + i];
        if (!(kappa > 0)) continue;
        work += w_[i] * (law_.limit * kappa + 0.5 * law_.hardening * kappa * kappa);
        if (!isCarried()) continue;
        double square = 0;
        for (int c = 0; c < 3; ++c) square += law_.weight[c] * history[(4 + c) * n + i] * history[(4 + c) * n + i];
        work += w_[i] * (0.5 * square / carried_.modulus + history[7 * n + i]);
    }
    return work;
}

} // namespace zg::fe
