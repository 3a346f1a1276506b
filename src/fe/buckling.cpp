#include "fe/buckling.h"
#include "fe/geometric_stiffness.h"
#include "fe/parallel.h"
#include <Eigen/Core>
#include <Spectra/SymGEigsSolver.h>
#include <algorithm>
#include <cmath>
#include <iterator>

namespace zg::fe {

namespace {

// Leaves the eigenvalue solver when the work is no longer wanted.
struct NoLongerWanted {};

// A mode that has been found: its value mu = 1/factor and K v, with v of unit energy.
struct KnownMode {
    double mu;
    Eigen::VectorXd Kv;
};

// y = -K_G x for the eigenvalue solver, less what the known modes make of it: with them taken out, twins of theirs come up.
class NegativeGeometric {
public:
    using Scalar = double;
    NegativeGeometric(const SparseSymmetric& matrix, const std::vector<KnownMode>& known, const Progress* progress)
        : matrix_(&matrix), known_(&known), progress_(progress) {}
    [[nodiscard]] Eigen::Index rows() const { return matrix_->size; }
    [[nodiscard]] Eigen::Index cols() const { return matrix_->size; }
    void perform_op(const double* x, double* y) const {
        if (progress_ && progress_->isCancelled()) throw NoLongerWanted{};
        matrix_->multiply(x, y);
        for (int i = 0; i < matrix_->size; ++i) y[i] = -y[i];
        const Eigen::Map<const Eigen::VectorXd> in(x, matrix_->size);
        Eigen::Map<Eigen::VectorXd> out(y, matrix_->size);
        for (const KnownMode& mode : *known_) out -= mode.mu * mode.Kv.dot(in) * mode.Kv;
    }

private:
    const SparseSymmetric* matrix_;
    const std::vector<KnownMode>* known_;
    const Progress* progress_;
};

// The eigenproblem is turned into an ordinary one by the halves of the factor.
class ElasticStiffness {
public:
    using Scalar = double;
    ElasticStiffness(int size, const Factor& factor) : size_(size), factor_(&factor) {}
    [[nodiscard]] Eigen::Index rows() const { return size_; }
    [[nodiscard]] Eigen::Index cols() const { return size_; }
    void lower_triangular_solve(const double* x, double* y) const { factor_->forward(x, y); }
    void upper_triangular_solve(const double* x, double* y) const { factor_->back(x, y); }

private:
    int size_;
    const Factor* factor_;
};

SparseSymmetric assembledGeometric(const System& system, const MembraneField& field) {
    const int count = static_cast<int>(system.model().shells.size());
    std::vector<ElementMatrix> matrices(count);
    for (int e = 0; e < count; ++e)
        matrices[e] = geometricStiffness(cornersOf(system.model(), e), system.model().shells[e].isTriangle(), field[e]);
    return system.assembleShellMatrices(matrices);
}

SparseSymmetric combined(const SparseSymmetric& k, double factor, const SparseSymmetric& geometric) {
    SparseSymmetric sum = k;
    for (std::size_t i = 0; i < sum.value.size(); ++i) sum.value[i] += factor * geometric.value[i];
    return sum;
}

BucklingMode described(const System& system, double factor, const double* vector, double energy) {
    const Model& m = system.model();
    BucklingMode mode;
    mode.factor = factor;
    system.map().expand(std::vector<double>(vector, vector + system.map().equationCount()),
                        std::vector<double>(m.cases.size(), 0), mode.shape);
    mode.partEnergy.assign(m.parts.size(), 0);
    double inPlates = 0;
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        const ElementVector u = system.nodal(e, mode.shape);
        const ElementMatrix& k = system.shell(e).elasticStiffness();
        double sum = 0;
        for (int i = 0; i < nodeColumns; ++i)
            for (int j = 0; j < nodeColumns; ++j) sum += u[i] * k[packedAt(i, j)] * u[j];
        const ShellElement& shell = system.shell(e);
        for (int p = 0; p < shell.pointCount(); ++p) {
            const SectionVector strain = shell.strainAt(p, u, {}), force = shell.section().elasticForces(strain);
            for (int c = 3; c < 6; ++c) mode.bendingEnergy += shell.point(p).area * strain[c] * force[c] / energy;
        }
        mode.partEnergy[m.shells[e].part] += sum / energy;
        inPlates += sum / energy;
    }
    mode.springEnergy = 1 - inPlates;
    double most = 0;
    int at = 0;
    for (int d = 0; d < static_cast<int>(mode.shape.size()); ++d)
        if (d % 6 < 3 && std::abs(mode.shape[d]) > most * (1 + 1e-9)) most = std::abs(mode.shape[d]), at = d;
    const double largest = mode.shape[at];
    if (most > 0)
        for (double& v : mode.shape) v /= largest;
    return mode;
}

// Adds up to `wanted` modes that are not known yet; false when they did not all converge.
bool findModes(const System& system, const SparseSymmetric& k, const Factor& factor, const SparseSymmetric& geometric, int wanted,
               const Progress* progress, std::vector<KnownMode>& known, BucklingResult& result) {
    NegativeGeometric a(geometric, known, progress);
    ElasticStiffness b(k.size, factor);
    const int n = k.size, basis = std::min(n, std::max(4 * wanted, 20));
    Spectra::SymGEigsSolver<NegativeGeometric, ElasticStiffness, Spectra::GEigsMode::Cholesky> solver(a, b, wanted, basis);
    solver.init();
    const Eigen::Index found = solver.compute(Spectra::SortRule::LargestAlge, 40, 1e-6); // of vectors; factors to its square
    const bool hasConverged = solver.info() == Spectra::CompInfo::Successful;
    if (!hasConverged)
        result.message = "Only " + std::to_string(found) + " of " + std::to_string(wanted) + " buckling modes converged.";
    const Eigen::VectorXd values = solver.eigenvalues();
    const Eigen::MatrixXd vectors = solver.eigenvectors();
    for (Eigen::Index i = 0; i < values.size(); ++i) {
        if (values[i] <= 0) continue;
        const Eigen::VectorXd v = vectors.col(i);
        Eigen::VectorXd kv(n);
        k.multiply(v.data(), kv.data());
        const double energy = v.dot(kv);
        result.modes.push_back(described(system, 1 / values[i], v.data(), energy));
        known.push_back({values[i], kv / std::sqrt(energy)});
    }
    std::sort(result.modes.begin(), result.modes.end(),
              [](const BucklingMode& x, const BucklingMode& y) { return x.factor < y.factor; });
    return hasConverged;
}

} // namespace

MembraneField membraneForces(const Analysis& analysis) {
    const System& system = analysis.system();
    const State& state = analysis.state();
    MembraneField field(system.model().shells.size());
    for (int e = 0; e < static_cast<int>(field.size()); ++e) {
        const ShellElement& shell = system.shell(e);
        const LayeredSection& section = shell.section();
        const int perPoint = section.historySize();
        for (int p = 0; p < shell.pointCount(); ++p) {
            const SectionVector strain = shell.strainAt(p, system.nodal(e, state), state.shells[e]);
            const double* history = system.history(state, e) + static_cast<std::ptrdiff_t>(p) * perPoint;
            PlaneStress n;
            for (int layer = 0; layer < section.layerCount(); ++layer) {
                const PlaneStress s = section.layerStress(strain, history, layer);
                n.x += section.layerWeight(layer) * s.x;
                n.y += section.layerWeight(layer) * s.y;
                n.xy += section.layerWeight(layer) * s.xy;
            }
            field[e][p] = n;
        }
    }
    return field;
}

MembraneField prescribedMembrane(const System& system, const std::function<MembraneTensor(Vec3, int)>& tensor) {
    const Model& m = system.model();
    MembraneField field(m.shells.size());
    for (int e = 0; e < static_cast<int>(field.size()); ++e) {
        for (int p = 0; p < system.shell(e).pointCount(); ++p) {
            const ShellElement::Point& point = system.shell(e).point(p);
            Vec3 at;
            for (int i = 0; i < system.shell(e).nodeCount(); ++i) at = at + point.shape[i] * m.nodes[m.shells[e].nodes[i]];
            const MembraneTensor t = tensor(at, e);
            const auto component = [&](Vec3 a, Vec3 b) { return a.x * dot(t[0], b) + a.y * dot(t[1], b) + a.z * dot(t[2], b); };
            field[e][p] = {component(point.x, point.x), component(point.y, point.y), component(point.x, point.y)};
        }
    }
    return field;
}

namespace {

BucklingResult search(Analysis& analysis, const MembraneField& field, const BucklingSettings& settings,
                      const Progress* progress) {
    const System& system = analysis.system();
    BucklingResult result;
    const SparseSymmetric k = analysis.tangent(true), geometric = assembledGeometric(system, field);
    Factor factor(analysis.threads());
    factor.analyse(k, &analysis.factor());
    if (factor.factorise(k) != FactorState::PositiveDefinite) {
        result.state = BucklingState::Singular;
        result.message = "The structure is not stable in this state, so buckling factors have no meaning.";
        return result;
    }
    // Still positive definite under the largest factor of interest: proof that nothing buckles before.
    Factor shifted(analysis.threads());
    shifted.analyse(k, &factor);
    FactorState state = FactorState::Singular;
    const auto factorsBelow = [&](double most) {
        state = shifted.factorise(combined(k, most, geometric));
        return state == FactorState::Singular ? -1 : shifted.negativePivots();
    };
    const int all = factorsBelow(settings.largestFactor);
    if (state == FactorState::PositiveDefinite) {
        result.isComplete = true;
        result.message = "No buckling below the largest factor of interest.";
        return result;
    }
    result.state = BucklingState::Found;
    std::vector<KnownMode> known;
    int wanted = std::min(settings.modes, k.size - 1);
    if (!findModes(system, k, factor, geometric, wanted, progress, known, result)) {
        // There may be fewer positive factors than asked for: ask for as many as there are.
        if (all >= 0 && all < wanted) {
            known.clear();
            result.modes.clear();
            result.message.clear();
            wanted = all;
            if (wanted > 0 && !findModes(system, k, factor, geometric, wanted, progress, known, result))
                result.state = BucklingState::NotConverged;
        } else {
            result.state = BucklingState::NotConverged;
        }
    }
    // One starting vector finds one of several modes with the same factor. The count of negative pivots tells how many there are
    // up to the last one; what is missing is looked for again with the known ones taken out.
    for (int round = 0; round < 6 && !result.modes.empty() && result.state == BucklingState::Found; ++round) {
        const double last = result.modes.back().factor * (1 + 1e-6);
        result.countBelowLast = factorsBelow(last);
        const int found = static_cast<int>(result.modes.size());
        result.isComplete = result.countBelowLast == found;
        if (result.isComplete || result.countBelowLast < found || result.countBelowLast >= k.size) break;
        if (!findModes(system, k, factor, geometric, result.countBelowLast - found, progress, known, result)) break;
    }
    if (!result.isComplete && result.message.empty())
        result.message = std::to_string(result.countBelowLast) + " factors lie below the last mode found, " +
                         std::to_string(result.modes.size()) + " were found.";
    return result;
}

BucklingResult heard(Analysis& analysis, const MembraneField& field, const BucklingSettings& settings, const Progress* progress) {
    try {
        return search(analysis, field, settings, progress);
    } catch (const NoLongerWanted&) {
        BucklingResult result;
        result.state = BucklingState::Cancelled;
        result.message = "Cancelled.";
        return result;
    }
}

// The lowest of both.
BucklingResult together(BucklingResult a, BucklingResult b, int wanted) {
    for (BucklingResult* r : {&a, &b})
        if (r->state == BucklingState::Cancelled || r->state == BucklingState::Singular) return std::move(*r);
    BucklingResult out;
    out.modes = std::move(a.modes);
    std::move(b.modes.begin(), b.modes.end(), std::back_inserter(out.modes));
    std::stable_sort(out.modes.begin(), out.modes.end(),
                     [](const BucklingMode& x, const BucklingMode& y) { return x.factor < y.factor; });
    if (static_cast<int>(out.modes.size()) > wanted) out.modes.resize(static_cast<std::size_t>(wanted));
    const auto is = [&](BucklingState state) { return a.state == state || b.state == state; };
    out.state = is(BucklingState::NotConverged) ? BucklingState::NotConverged
                : is(BucklingState::Found)      ? BucklingState::Found
                                                : BucklingState::None;
    out.isComplete = a.isComplete && b.isComplete;
    out.countBelowLast = out.isComplete ? static_cast<int>(out.modes.size()) : a.countBelowLast + b.countBelowLast;
    if (!out.isComplete || out.state == BucklingState::None) out.message = a.isComplete && !b.isComplete ? b.message : a.message;
    return out;
}

} // namespace

BucklingResult buckle(Analysis& analysis, const MembraneField& field, const BucklingSettings& settings,
                      const Progress* progress) {
    if (analysis.system().isMoved()) {
        BucklingResult result;
        result.state = BucklingState::NotConverged;
        result.message = "Buckling factors belong to the undeformed geometry; this analysis follows the moved one.";
        return result;
    }
    if (analysis.system().halves() == Halves::Free) return heard(analysis, field, settings, progress);
    // A mode is an image of itself, or one turned back: this analysis moves in one of these ways, another looks for the rest.
    const Halves otherWay = analysis.system().halves() == Halves::Alike ? Halves::Opposite : Halves::Alike;
    BucklingResult own, other;
    std::unique_ptr<Analysis> beside;
    both(
        analysis.threads(), [&] { own = heard(analysis, field, settings, progress); },
        [&] {
            beside = analysis.with(otherWay, std::max(1, analysis.threads() / 2));
            if (beside) other = heard(*beside, field, settings, progress);
        });
    // A given movement is its own image: the other kind cannot make it.
    if (!beside) return heard(*analysis.with(Halves::Free, analysis.threads()), field, settings, progress);
    return together(std::move(own), std::move(other), settings.modes);
}

} // namespace zg::fe
