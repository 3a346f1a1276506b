#include "fe/factor.h"
#include "fe/multifrontal.h"
#include "fe/stopwatch.h"
#include <algorithm>

namespace zg::fe {

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
    int threads = 1;
    std::unique_ptr<Multifrontal> fronts;
    FactorState state = FactorState::Singular;
    std::vector<double> diagonal;
    Times times;
};

Factor::Factor(int threads) : parts_(std::make_unique<Parts>()) { parts_->threads = threads; }
Factor::~Factor() = default;
Factor::Factor(Factor&&) noexcept = default;
Factor& Factor::operator=(Factor&&) noexcept = default;

void Factor::analyse(const SparseSymmetric& pattern, const Factor* same) {
    const Stopwatch watch(parts_->times.analyse);
    parts_->fronts = std::make_unique<Multifrontal>(same && same->parts_->fronts
                                                        ? same->parts_->fronts->structure()
                                                        : std::make_shared<const Elimination>(findElimination(pattern)));
}

FactorState Factor::factorise(const SparseSymmetric& matrix) {
    Parts& p = *parts_;
    const Stopwatch watch(p.times.factorise);
    p.diagonal.resize(matrix.size);
    for (int j = 0; j < matrix.size; ++j) p.diagonal[j] = matrix.value[matrix.columnStart[j]];
    if (!p.fronts->factorise(matrix, p.threads))
        p.state = FactorState::Singular;
    else
        p.state =
            p.fronts->negativePivots() + p.fronts->lostPivots() == 0 ? FactorState::PositiveDefinite : FactorState::Indefinite;
    return p.state;
}

int Factor::negativePivots() const { return parts_->fronts->negativePivots(); }

void Factor::solve(const double* b, double* x) const {
    const Stopwatch watch(parts_->times.solve);
    parts_->fronts->solve(b, x, parts_->threads);
}

void Factor::forward(const double* b, double* y) const {
    const Stopwatch watch(parts_->times.solve);
    parts_->fronts->forward(b, y, parts_->threads);
}

void Factor::back(const double* y, double* x) const {
    const Stopwatch watch(parts_->times.solve);
    parts_->fronts->back(y, x, parts_->threads);
}

double Factor::smallestPivot() const {
    if (parts_->state != FactorState::PositiveDefinite) return 0;
    const Elimination& e = *parts_->fronts->structure();
    double least = 1;
    for (const Elimination::Supernode& s : e.nodes) {
        const double* block = parts_->fronts->values() + s.value;
        for (int j = 0; j < s.columns; ++j) {
            const double pivot = block[static_cast<std::size_t>(j) * s.height + j];
            least = std::min(least, pivot * pivot / parts_->diagonal[e.order[s.first + j]]);
        }
    }
    return least;
}

const Factor::Times& Factor::times() const { return parts_->times; }

} // namespace zg::fe
