#include "fe/shell_element.h"
#include <algorithm>

namespace zg::fe {

namespace {

constexpr int modeCount = shellColumns - nodeColumns;
using Packed = std::array<double, packedSize(shellColumns)>;

void addOuter(Packed& k, double factor, const StrainRow& row) {
    for (int i = 0; i < shellColumns; ++i) {
        const double f = factor * row[i];
        if (f == 0) continue;
        double* line = &k[packedAt(i, 0)];
        for (int j = 0; j <= i; ++j) line[j] += f * row[j];
    }
}

double times(const StrainRow& row, const double* v, int n) {
    double sum = 0;
    for (int i = 0; i < n; ++i) sum += row[i] * v[i];
    return sum;
}

__attribute__((target_clones("avx512f", "avx2", "default"))) void addStrainProduct(double* k, double area,
                                                                                   const double (*rows)[shellColumns],
                                                                                   const double (*weighted)[shellColumns],
                                                                                   int firstRow, int lastRow) {
    for (int i = firstRow; i < lastRow; ++i) {
        double* line = k + packedAt(i, 0);
        double c[6];
        for (int r = 0; r < 6; ++r) c[r] = area * rows[r][i];
        for (int j = 0; j <= i; ++j)
            line[j] += c[0] * weighted[0][j] + c[1] * weighted[1][j] + c[2] * weighted[2][j] + c[3] * weighted[3][j] +
                       c[4] * weighted[4][j] + c[5] * weighted[5][j];
    }
}

__attribute__((target_clones("avx512f", "avx2", "default"))) void weigh(const double* tangent, const double (*rows)[shellColumns],
                                                                        double (*weighted)[shellColumns]) {
    for (int r = 0; r < 6; ++r) {
        double d[6];
        for (int q = 0; q < 6; ++q) d[q] = tangent[packedAt(r, q)];
        for (int j = 0; j < shellColumns; ++j)
            weighted[r][j] = d[0] * rows[0][j] + d[1] * rows[1][j] + d[2] * rows[2][j] + d[3] * rows[3][j] + d[4] * rows[4][j] +
                             d[5] * rows[5][j];
    }
}

// f = k u for a packed matrix of nodal freedoms.
__attribute__((target_clones("avx512f", "avx2", "default"))) void multiplyPacked(const double* k, const double* u, double* f) {
    for (int i = 0; i < nodeColumns; ++i) {
        const double* line = k + packedAt(i, 0);
        double sums[4] = {};
        int j = 0;
        for (; j + 4 <= i; j += 4)
            for (int m = 0; m < 4; ++m) sums[m] += line[j + m] * u[j + m];
        for (; j <= i; ++j) sums[0] += line[j] * u[j];
        for (j = 0; j < i; ++j) f[j] += line[j] * u[i];
        f[i] = (sums[0] + sums[1]) + (sums[2] + sums[3]);
    }
}

double halfInner(const ElementVector& u, const ElementVector& forces) {
    double sum = 0;
    for (int i = 0; i < nodeColumns; ++i) sum += u[i] * forces[i];
    return sum / 2;
}

// Solves the small symmetric system of the internal modes; they are independent of each other up to the shape, always regular.
struct ModeFactor {
    double l[modeCount][modeCount];
    explicit ModeFactor(const Packed& k) {
        for (int i = 0; i < modeCount; ++i) {
            for (int j = 0; j <= i; ++j) {
                double sum = k[packedAt(nodeColumns + i, nodeColumns + j)];
                for (int m = 0; m < j; ++m) sum -= l[i][m] * l[j][m];
                l[i][j] = i == j ? std::sqrt(std::max(sum, 1e-300)) : sum / l[j][j];
            }
        }
    }
    void solve(double* b) const {
        for (int i = 0; i < modeCount; ++i) {
            for (int m = 0; m < i; ++m) b[i] -= l[i][m] * b[m];
            b[i] /= l[i][i];
        }
        for (int i = modeCount - 1; i >= 0; --i) {
            for (int m = i + 1; m < modeCount; ++m) b[i] -= l[m][i] * b[m];
            b[i] /= l[i][i];
        }
    }
};

// Of a point that never yielded.
constexpr std::array<double, 8 * maxLayers> noHistory{};

bool hasPlasticStrain(const double* history, int layers) {
    for (int i = 0; i < layers; ++i)
        if (history[3 * layers + i] > 0) return true;
    return false;
}

} // namespace

ShellElement::ShellElement(const ShellKinematics& kinematics, const LayeredSection& section)
    : section_(&section), nodeCount_(kinematics.nodeCount), pointCount_(kinematics.pointCount) {
    for (int i = 0; i < 4; ++i) {
        const ShellPoint& p = kinematics.points[i];
        points_[i] = {p.strain, p.area, p.shape, p.x, p.y};
    }
    const double shear = section.material().shearModulus() * section.thickness();
    const double drilling = drillingFactor(section.thickness(), kinematics.area);
    for (int i = 0; i < kinematics.shearPointCount; ++i) {
        const ShearPoint& p = kinematics.shearPoints[i];
        const double across = p.area * shearFactor * shear * section.material().transverseShear;
        addOuter(constant_, across, p.shear[0]);
        addOuter(constant_, across, p.shear[1]);
        addOuter(constant_, p.area * drilling * shear, p.drilling);
    }
    Full full;
    full.stiffness = constant_;
    SectionMatrix tangent;
    elasticTangent(tangent);
    for (int i = 0; i < pointCount_; ++i) addPoint(full, i, {}, tangent, true);
    if (nodeCount_ == 4) {
        const ModeFactor factor(full.stiffness);
        for (int j = 0; j < nodeColumns; ++j) {
            double b[modeCount];
            for (int i = 0; i < modeCount; ++i) b[i] = -full.stiffness[packedAt(nodeColumns + i, j)];
            factor.solve(b);
            for (int i = 0; i < modeCount; ++i) elasticModes_[i * nodeColumns + j] = b[i];
        }
    }
    condense(full, elastic_);
    // Stresses at the faces f^2 = sum q (k (e + c t/2))^2 <= max(q k) (1/t + t^2/4I) sum k (t e^2 + I c^2), the last sum twice
    // the energy per area (Cauchy's inequality).
    const EllipsoidLaw& law = section.law();
    double most = 0, area = points_[0].area;
    for (int i = 0; i < 3; ++i) most = std::max(most, law.weight[i] * law.stiffness[i]);
    for (int i = 1; i < pointCount_; ++i) area = std::min(area, points_[i].area);
    const double t = section.thickness(), reach = 1 / section.membraneFactor() + t * t / (4 * section.bendingFactor());
    surelyElastic_ = 0.999 * area * law.limit * law.limit / (2 * most * reach);
}

void ShellElement::elasticTangent(SectionMatrix& tangent) const {
    tangent.fill(0);
    for (int i = 0; i < 3; ++i) {
        tangent[packedAt(i, i)] = section_->law().stiffness[i] * section_->membraneFactor();
        tangent[packedAt(3 + i, 3 + i)] = section_->law().stiffness[i] * section_->bendingFactor();
    }
}

void ShellElement::addPoint(Full& full, int point, const SectionVector& forces, const SectionMatrix& tangent,
                            bool withNodes) const {
    const Point& p = points_[point];
    const double(*rows)[shellColumns] = reinterpret_cast<const double(*)[shellColumns]>(p.strain.data());
    for (int r = 0; r < 6; ++r) {
        const double f = p.area * forces[r];
        for (int j = 0; j < shellColumns; ++j) full.forces[j] += f * rows[r][j];
    }
    double weighted[6][shellColumns];
    weigh(tangent.data(), rows, weighted);
    addStrainProduct(full.stiffness.data(), p.area, rows, weighted, withNodes ? 0 : nodeColumns, shellColumns);
}

void ShellElement::condense(Full& full, ElementMatrix& out) const {
    std::copy_n(full.stiffness.begin(), out.size(), out.begin());
    if (nodeCount_ == 3) return;
    const ModeFactor factor(full.stiffness);
    double half[modeCount][nodeColumns]; // L^-1 K_modes,nodes
    for (int i = 0; i < modeCount; ++i) {
        for (int j = 0; j < nodeColumns; ++j) {
            double sum = full.stiffness[packedAt(nodeColumns + i, j)];
            for (int m = 0; m < i; ++m) sum -= factor.l[i][m] * half[m][j];
            half[i][j] = sum / factor.l[i][i];
        }
    }
    for (int i = 0; i < nodeColumns; ++i)
        for (int j = 0; j <= i; ++j)
            out[packedAt(i, j)] -=
                half[0][i] * half[0][j] + half[1][i] * half[1][j] + half[2][i] * half[2][j] + half[3][i] * half[3][j];
}

SectionVector ShellElement::strainAt(int point, const ElementVector& u, const State& state) const {
    SectionVector strain;
    for (int r = 0; r < 6; ++r) {
        strain[r] = times(points_[point].strain[r], u.data(), nodeColumns);
        if (r < 3)
            for (int m = 0; m < modeCount; ++m) strain[r] += points_[point].strain[r][nodeColumns + m] * state.modes[m];
    }
    return strain;
}

void ShellElement::respond(const ElementVector& u, const double* before, double* after, State& state, ElementVector& forces,
                           ElementMatrix* stiffness) const {
    const int perPoint = section_->historySize();
    unsigned hadYielded = 0;
    for (int i = 0; before && i < pointCount_; ++i)
        if (hasPlasticStrain(before + i * perPoint, section_->layerCount())) hadYielded |= 1U << i;
    // The elastic answer, when it is one.
    State elastic;
    for (int m = 0; m < modeCount; ++m)
        for (int j = 0; j < nodeColumns; ++j) elastic.modes[m] += elasticModes_[m * nodeColumns + j] * u[j];
    bool isElastic = hadYielded == 0;
    if (isElastic) {
        multiplyPacked(elastic_.data(), u.data(), forces.data());
        if (!(halfInner(u, forces) <= surelyElastic_))
            for (int i = 0; i < pointCount_ && isElastic; ++i) isElastic = section_->staysElastic(strainAt(i, u, elastic));
    }
    if (isElastic) {
        if (!state.isElastic) std::fill_n(after, pointCount_ * perPoint, 0.0);
        state = elastic; // settled: in closed form
        return;
    }

    if (state.isElastic) state.modes = elastic.modes;
    state.isElastic = false;
    SectionMatrix elasticPart;
    elasticTangent(elasticPart);
    std::array<double, shellColumns> all{};
    Full full;
    constexpr int mostIterations = 40;
    InternalModes good{}, correction{}; // last modes that lessened the imbalance, and the correction tried from there
    double goodWorst = 0, part = 1;
    for (int iteration = 0;; ++iteration) {
        std::copy(u.begin(), u.end(), all.begin());
        std::copy(state.modes.begin(), state.modes.end(), all.begin() + nodeColumns);
        std::array<LayeredSection::Response, 4> responses;
        std::array<SectionVector, 4> strains;
        full.forces.fill(0);
        full.stiffness = constant_;
        for (int i = 0; i < shellColumns; ++i) {
            double sum = 0;
            for (int j = 0; j < shellColumns; ++j) sum += constant_[packedAt(i, j)] * all[j];
            full.forces[i] = sum;
        }
        state.yielded = 0;
        for (int i = 0; i < pointCount_; ++i) {
            const SectionVector strain = strains[i] = strainAt(i, u, state);
            const double* old = before ? before + i * perPoint : noHistory.data();
            double* now = after + i * perPoint;
            if ((hadYielded & (1U << i)) == 0 && section_->staysElastic(strain)) {
                std::fill_n(now, perPoint, 0.0);
                responses[i] = {section_->elasticForces(strain), elasticPart};
            } else {
                section_->integrate(strain, old, now, responses[i]);
                if (hasPlasticStrain(now, section_->layerCount())) state.yielded |= 1U << i;
            }
            addPoint(full, i, responses[i].forces, responses[i].tangent, false);
        }
        bool isDone = nodeCount_ == 3;
        if (!isDone) {
            double out[modeCount], scale = 0, rounding = 0;
            for (int m = 0; m < modeCount; ++m) out[m] = full.forces[nodeColumns + m];
            for (int i = 0; i < pointCount_; ++i) {
                for (int r = 0; r < 3; ++r) {
                    double most = 0;
                    for (int m = 0; m < modeCount; ++m) most = std::max(most, std::abs(points_[i].strain[r][nodeColumns + m]));
                    // What the layers carry, also where it sums to nothing, as in pure bending.
                    scale +=
                        points_[i].area * most *
                        (std::abs(responses[i].forces[r]) + 4 / section_->thickness() * std::abs(responses[i].forces[3 + r]));
                    // Forces are as exact as the strains they come from, also when they have gone again.
                    rounding += points_[i].area * most * section_->law().stiffness[r] * section_->membraneFactor() *
                                (std::abs(strains[i][r]) + section_->thickness() * std::abs(strains[i][3 + r]));
                }
            }
            const double worst = std::max({std::abs(out[0]), std::abs(out[1]), std::abs(out[2]), std::abs(out[3])});
            state.isSettled = worst <= 1e-10 * scale + 1e-12 * rounding;
            isDone = state.isSettled || iteration == mostIterations;
            if (!isDone && iteration > 0 && !(worst < goodWorst) && part > 1e-3) {
                part *= 0.5; // overshot: go back half the way
                for (int m = 0; m < modeCount; ++m) state.modes[m] = good[m] - part * correction[m];
            } else if (!isDone) {
                ModeFactor(full.stiffness).solve(out);
                good = state.modes;
                goodWorst = worst;
                part = 1;
                for (int m = 0; m < modeCount; ++m) {
                    correction[m] = out[m];
                    state.modes[m] -= out[m];
                }
            }
        }
        if (isDone) {
            for (int j = 0; j < nodeColumns; ++j) forces[j] = full.forces[j];
            if (stiffness) {
                for (int i = 0; i < pointCount_; ++i) {
                    const double(*rows)[shellColumns] = reinterpret_cast<const double(*)[shellColumns]>(points_[i].strain.data());
                    double weighted[6][shellColumns];
                    weigh(responses[i].tangent.data(), rows, weighted);
                    addStrainProduct(full.stiffness.data(), points_[i].area, rows, weighted, 0, nodeColumns);
                }
                condense(full, *stiffness);
            }
            return;
        }
    }
}

double ShellElement::storedEnergy(const ElementVector& u, const double* history, const State& state) const {
    if (state.isElastic) {
        ElementVector forces;
        multiplyPacked(elastic_.data(), u.data(), forces.data());
        return halfInner(u, forces);
    }
    const int perPoint = section_->historySize();
    double energy = 0;
    std::array<double, shellColumns> all{};
    std::copy(u.begin(), u.end(), all.begin());
    std::copy(state.modes.begin(), state.modes.end(), all.begin() + nodeColumns);
    for (int i = 0; i < shellColumns; ++i)
        for (int j = 0; j < shellColumns; ++j) energy += 0.5 * all[i] * constant_[packedAt(i, j)] * all[j];
    for (int i = 0; i < pointCount_; ++i)
        energy += points_[i].area * section_->storedEnergy(strainAt(i, u, state), history + i * perPoint);
    return energy;
}

double ShellElement::plasticWork(const double* history) const {
    double work = 0;
    for (int i = 0; i < pointCount_; ++i) work += points_[i].area * section_->plasticWork(history + i * section_->historySize());
    return work;
}

} // namespace zg::fe
