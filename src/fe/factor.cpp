#include "fe/factor.h"
#include "base/elapsed.h"
#include "fe/substitution.h"
#include <Eigen/SparseCholesky>
#include <algorithm>
#include <cholmod.h>
#include <cmath>
#include <dlfcn.h>
#include <mutex>
#include <stdexcept>

namespace zg::fe {

namespace {

// From so many equations on the second order is worth looking for.
constexpr int largeMatrix = 4000;

using EigenMatrix = Eigen::SparseMatrix<double, Eigen::ColMajor, int>;
using EigenFactor = Eigen::SimplicialLDLT<EigenMatrix, Eigen::Lower, Eigen::AMDOrdering<int>>;

Eigen::Map<const EigenMatrix> mapped(const SparseSymmetric& m) {
    return {m.size, m.size, static_cast<Eigen::Index>(m.row.size()), m.columnStart.data(), m.row.data(), m.value.data()};
}

// The dense kernels run on one thread, and so do the sparse library's own loops, whatever number of threads it asks for: on shell
// matrices a second one costs its time twice for nothing, and four on two cores spend it waiting (docs/decisions/0006).
void oneLibraryThread() {
    using Setter = void (*)(int);
    static const bool done = [] {
        if (auto* set = reinterpret_cast<Setter>(dlsym(RTLD_DEFAULT, "openblas_set_num_threads"))) set(1);
        return true;
    }();
    (void)done;
    // A setting of the calling thread, hence not once for all.
    if (auto* levels = reinterpret_cast<Setter>(dlsym(RTLD_DEFAULT, "omp_set_max_active_levels"))) levels(0);
}

cholmod_sparse view(const SparseSymmetric& m) {
    cholmod_sparse s{};
    s.nrow = s.ncol = static_cast<std::size_t>(m.size);
    s.nzmax = m.row.size();
    s.p = const_cast<int*>(m.columnStart.data());
    s.i = const_cast<int*>(m.row.data());
    s.x = const_cast<double*>(m.value.data());
    s.stype = -1;
    s.itype = CHOLMOD_INT;
    s.xtype = CHOLMOD_REAL;
    s.dtype = CHOLMOD_DOUBLE;
    s.sorted = 1;
    s.packed = 1;
    return s;
}

} // namespace

void SparseSymmetric::multiply(const double* x, double* y) const {
    std::fill_n(y, size, 0.0);
    for (int j = 0; j < size; ++j) {
        double sum = 0;
        for (int p = columnStart[j]; p < columnStart[j + 1]; ++p) {
            const int i = row[p];
            y[i] += value[p] * x[j];
            if (i != j) sum += value[p] * x[i];
        }
        y[j] += sum;
    }
}

struct Factor::Parts {
    cholmod_common common{};
    cholmod_factor* cholesky = nullptr;
    cholmod_dense *y = nullptr, *e = nullptr;
    cholmod_dense* x = nullptr;
    std::unique_ptr<EigenFactor> indefinite;
    FactorState state = FactorState::Singular;
    std::vector<double> diagonal;
    int size = 0;
    bool isIndefiniteAnalysed = false;
    mutable Times times;
    mutable Substitution rough;
    mutable bool isRoughCurrent = false;

    Parts() {
        cholmod_start(&common);
        common.print = 0;
        common.error_handler = nullptr;
        common.nmethods = 1;
        common.method[0].ordering = CHOLMOD_AMD;
        common.method[1].ordering = CHOLMOD_NESDIS;
        common.supernodal = CHOLMOD_SUPERNODAL;
    }
    ~Parts() {
        release();
        cholmod_finish(&common);
    }
    Parts(const Parts&) = delete;
    Parts& operator=(const Parts&) = delete;
    void release() {
        cholmod_free_factor(&cholesky, &common);
        cholmod_free_dense(&x, &common);
        cholmod_free_dense(&y, &common);
        cholmod_free_dense(&e, &common);
    }
};

Factor::Factor() : parts_(std::make_unique<Parts>()) {}
Factor::~Factor() = default;
Factor::Factor(Factor&&) noexcept = default;
Factor& Factor::operator=(Factor&&) noexcept = default;

void Factor::analyse(const SparseSymmetric& pattern) {
    const Elapsed elapsed;
    parts_->release();
    parts_->size = pattern.size;
    parts_->isIndefiniteAnalysed = false;
    parts_->rough = {};
    oneLibraryThread();
    cholmod_sparse a = view(pattern);
    // Of a large matrix nested dissection is tried beside minimum degree and the one with less fill taken. It draws numbers of
    // the process's generator, seeded anew each time: one at a time, so that the order is the same whatever runs beside.
    static std::mutex guard;
    const std::lock_guard<std::mutex> lock(guard);
    parts_->common.nmethods = pattern.size > largeMatrix ? 2 : 1;
    parts_->cholesky = cholmod_analyze(&a, &parts_->common);
    if (!parts_->cholesky) throw std::runtime_error("No memory for the order of elimination.");
    parts_->times.analyse += elapsed.seconds();
}

bool Factor::isPositiveDefinite(const SparseSymmetric& matrix) {
    oneLibraryThread();
    cholmod_sparse a = view(matrix);
    cholmod_factorize(&a, parts_->cholesky, &parts_->common);
    parts_->state = FactorState::Singular;
    return parts_->common.status == CHOLMOD_OK && parts_->cholesky->minor == parts_->cholesky->n;
}

FactorState Factor::factorise(const SparseSymmetric& matrix) {
    const Elapsed elapsed;
    Parts& p = *parts_;
    p.diagonal.resize(matrix.size);
    p.isRoughCurrent = false;
    for (int j = 0; j < matrix.size; ++j) p.diagonal[j] = matrix.value[matrix.columnStart[j]];
    oneLibraryThread();
    cholmod_sparse a = view(matrix);
    cholmod_factorize(&a, p.cholesky, &p.common);
    if (p.common.status == CHOLMOD_OUT_OF_MEMORY) throw std::runtime_error("No memory for the factor of the stiffness.");
    if (p.common.status == CHOLMOD_OK && p.cholesky->minor == p.cholesky->n) {
        p.state = FactorState::PositiveDefinite;
    } else {
        if (!p.indefinite) p.indefinite = std::make_unique<EigenFactor>();
        const EigenMatrix m = mapped(matrix);
        if (!p.isIndefiniteAnalysed) p.indefinite->analyzePattern(m);
        p.isIndefiniteAnalysed = true;
        p.indefinite->factorize(m);
        p.state = FactorState::Indefinite;
        if (p.indefinite->info() != Eigen::Success) p.state = FactorState::Singular;
        const Eigen::VectorXd d =
            p.state == FactorState::Indefinite ? Eigen::VectorXd(p.indefinite->vectorD()) : Eigen::VectorXd();
        for (Eigen::Index i = 0; i < d.size(); ++i) {
            if (!std::isfinite(d[i]) || d[i] == 0) p.state = FactorState::Singular;
        }
    }
    p.times.factorise += elapsed.seconds();
    return p.state;
}

void Factor::solve(const double* b, double* x) const {
    const Elapsed elapsed;
    Parts& p = *parts_;
    if (p.state == FactorState::PositiveDefinite) {
        cholmod_dense right{};
        right.nrow = right.d = static_cast<std::size_t>(p.size);
        right.ncol = 1;
        right.nzmax = right.nrow;
        right.x = const_cast<double*>(b);
        right.xtype = CHOLMOD_REAL;
        right.dtype = CHOLMOD_DOUBLE;
        cholmod_solve2(CHOLMOD_A, p.cholesky, &right, nullptr, &p.x, nullptr, &p.y, &p.e, &p.common);
        std::copy_n(static_cast<const double*>(p.x->x), p.size, x);
    } else {
        const Eigen::VectorXd answer = p.indefinite->solve(Eigen::Map<const Eigen::VectorXd>(b, p.size));
        std::copy_n(answer.data(), p.size, x);
    }
    p.times.solve += elapsed.seconds();
}

void Factor::solveRoughly(const double* b, double* x) const {
    const Elapsed elapsed;
    Parts& p = *parts_;
    if (!p.isRoughCurrent) p.rough.take(*p.cholesky);
    p.isRoughCurrent = true;
    p.rough.solve(b, x);
    p.times.solve += elapsed.seconds();
}

namespace {

// Visits (equation, pivot) of a supernodal factor.
template <class Visit> void eachPivot(const cholmod_factor& f, Visit visit) {
    const auto* order = static_cast<const int*>(f.Perm);
    const auto* x = static_cast<const double*>(f.x);
    const auto *super = static_cast<const int*>(f.super), *pi = static_cast<const int*>(f.pi),
               *px = static_cast<const int*>(f.px);
    for (std::size_t s = 0; s < f.nsuper; ++s) {
        const int rows = pi[s + 1] - pi[s];
        for (int j = super[s]; j < super[s + 1]; ++j) {
            const int local = j - super[s];
            const double l = x[static_cast<std::ptrdiff_t>(px[s]) + static_cast<std::ptrdiff_t>(local) * rows + local];
            visit(order ? order[j] : j, l * l);
        }
    }
}

} // namespace

double Factor::smallestPivot() const {
    if (parts_->state != FactorState::PositiveDefinite) return 0;
    double least = 1;
    eachPivot(*parts_->cholesky, [&](int eq, double pivot) { least = std::min(least, pivot / parts_->diagonal[eq]); });
    return least;
}

const Factor::Times& Factor::times() const { return parts_->times; }

int countNegativePivots(const SparseSymmetric& matrix) {
    EigenFactor f;
    f.compute(EigenMatrix(mapped(matrix)));
    if (f.info() != Eigen::Success) return -1;
    const Eigen::VectorXd d = f.vectorD();
    int count = 0;
    for (Eigen::Index i = 0; i < d.size(); ++i) {
        if (d[i] == 0) return -1;
        if (d[i] < 0) ++count;
    }
    return count;
}

} // namespace zg::fe
