#include "fe/multifrontal.h"
#include "fe/blas.h"
#include "fe/team.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <utility>

namespace zg::fe {

namespace {

// Pieces are the same whatever the number of threads: columns eliminated at once, columns of an update, rows below a pivot.
constexpr int panel = 32, updateColumns = 128, pivotRows = 256;
// Of the diagonal entry that a pivot comes from.
constexpr double rounding = 1e-13, drift = 1e-6;

int pieces(int count, int size) { return (count + size - 1) / size; }

} // namespace

Multifrontal::Multifrontal(std::shared_ptr<const Elimination> structure)
    : structure_(std::move(structure)), e_(*structure_), values_(new double[e_.valueCount]), updates_(new double[e_.updateCount]),
      sign_(e_.size, 1), isLost_(e_.size, 0), isRedone_(e_.nodes.size(), 0), onRows_(e_.rows.size(), 0) {}

// Columns from..to of the block: the matrix's entries and what comes from below.
void Multifrontal::gather(const SparseSymmetric& matrix, const Node& s, int from, int to) {
    double* out = block(s);
    std::fill(out + static_cast<std::size_t>(from) * s.height, out + static_cast<std::size_t>(to) * s.height, 0.0);
    for (int j = from; j < to; ++j) {
        double* column = out + static_cast<std::size_t>(j) * s.height;
        for (int q = e_.entryStart[s.first + j]; q < e_.entryStart[s.first + j + 1]; ++q)
            column[e_.entryRow[q]] += matrix.value[e_.entry[q]];
    }
    addChildren(s, from, to);
}

// What the children take off the columns from..to of the front, block and update as one.
void Multifrontal::addChildren(const Node& s, int from, int to) {
    for (int c = 0; c < s.childCount; ++c) {
        const Node& child = e_.nodes[e_.children[s.childStart + c]];
        const int *at = &e_.inParent[child.row], *end = at + child.height, *runEnd = &e_.runEnd[child.row];
        for (int j = static_cast<int>(std::lower_bound(at + child.columns, end, from) - at); j < child.height && at[j] < to;
             ++j) {
            double* column = at[j] < s.columns
                                 ? block(s) + static_cast<std::size_t>(at[j]) * s.height
                                 : &updates_[s.update] + static_cast<std::size_t>(at[j] - s.columns) * s.below() - s.columns;
            const double* values =
                &updates_[child.update] + static_cast<std::size_t>(j - child.columns) * child.below() - child.columns;
            for (int i = j; i < child.height;) {
                double* out = column + at[i];
                for (const int last = runEnd[i]; i < last; ++i) *out++ += values[i];
            }
        }
    }
}

void Multifrontal::fillUpdate(const Node& s, int from, int to) {
    const double* below = block(s) + s.columns;
    const int n = to - from, size = s.below();
    double* out = &updates_[s.update] + static_cast<std::size_t>(from) * size;
    // With signs the square on the diagonal is a product like what is below it.
    const int first = hasNegative(s, s.columns) ? from : to;
    if (first == to) blas::subtractSquare(n, s.columns, below + from, s.height, 0, out + from, size);
    subtract(s, size - first, n, s.columns, below + first, below + from, 0, out + first, size);
    addChildren(s, s.columns + from, s.columns + to);
}

bool Multifrontal::hasNegative(const Node& s, int columns) const {
    return std::any_of(sign_.begin() + s.first, sign_.begin() + s.first + columns, [](double v) { return v < 0; });
}

// C = keep C - A S B^T, of k columns of a block.
void Multifrontal::subtract(const Node& s, int rows, int columns, int k, const double* a, const double* b, double keep, double* c,
                            int stride) const {
    if (rows == 0) return;
    if (!hasNegative(s, k)) return blas::subtractProduct(rows, columns, k, a, s.height, b, s.height, keep, c, stride);
    std::vector<double> turned(static_cast<std::size_t>(columns) * k);
    for (int j = 0; j < k; ++j)
        for (int i = 0; i < columns; ++i)
            turned[static_cast<std::size_t>(j) * columns + i] =
                sign_[s.first + j] * b[static_cast<std::ptrdiff_t>(j) * s.height + i];
    blas::subtractProduct(rows, columns, k, a, s.height, turned.data(), columns, keep, c, stride);
}

// The square on the diagonal; by the library, and by hand where that finds it not positive definite. A pivot of which rounding
// has left nothing belongs to a movement that nothing resists; what sign and size it has is chance. A little stiffness in its
// place lets that movement follow its load.
bool Multifrontal::eliminatePivot(const SparseSymmetric& matrix, const Node& s, int from, int width) {
    double* a = block(s) + static_cast<std::size_t>(from) * s.height + from;
    const auto at = [&](int i, int j) -> double& { return a[static_cast<std::ptrdiff_t>(j) * s.height + i]; };
    double before[panel][panel], given[panel];
    for (int j = 0; j < width; ++j) {
        given[j] = matrix.value[matrix.columnStart[e_.order[s.first + from + j]]];
        for (int i = j; i < width; ++i) before[j][i] = at(i, j);
    }
    double* sign = &sign_[s.first + from];
    char* isLost = &isLost_[s.first + from];
    std::fill_n(sign, width, 1.0);
    std::fill_n(isLost, width, char{0});
    if (blas::cholesky(width, a, s.height)) {
        bool isSure = true;
        for (int j = 0; j < width; ++j) isSure = isSure && at(j, j) * at(j, j) > rounding * given[j];
        if (isSure) return true;
    }
    for (int j = 0; j < width; ++j) {
        double pivot = before[j][j];
        if (std::abs(pivot) <= rounding * std::abs(given[j])) {
            pivot = drift * std::abs(given[j]);
            isLost[j] = 1;
        }
        if (pivot == 0 || !std::isfinite(pivot)) return false;
        const double root = std::sqrt(std::abs(pivot));
        sign[j] = pivot < 0 ? -1 : 1;
        at(j, j) = root;
        for (int i = j + 1; i < width; ++i) at(i, j) = sign[j] * before[j][i] / root;
        for (int k = j + 1; k < width; ++k)
            for (int i = k; i < width; ++i) before[k][i] -= sign[j] * at(k, j) * at(i, j);
    }
    return true;
}

// share(count, piece) has the pieces done, by whom it likes.
template <class Share>
void Multifrontal::eliminate(const SparseSymmetric& matrix, const Node& s, std::atomic<bool>& isRegular, Share share) {
    double* l = block(s);
    share(pieces(s.columns, panel), [&](int i) { gather(matrix, s, i * panel, std::min(s.columns, (i + 1) * panel)); });
    for (int from = 0; from < s.columns; from += panel) {
        const int width = std::min(s.columns - from, panel), rowsLeft = s.height - from;
        double* pivot = l + static_cast<std::size_t>(from) * s.height + from;
        if (from > 0)
            share(pieces(rowsLeft, pivotRows), [&](int i) {
                const int row = i * pivotRows, rows = std::min(pivotRows, rowsLeft - row);
                subtract(s, rows, width, from, l + from + row, l + from, 1, pivot + row, s.height);
            });
        share(1, [&](int) {
            if (!eliminatePivot(matrix, s, from, width)) isRegular = false;
        });
        if (!isRegular) return;
        share(pieces(rowsLeft - width, pivotRows), [&](int i) {
            const int row = width + i * pivotRows, rows = std::min(pivotRows, rowsLeft - row);
            blas::divideByTransposed(rows, width, pivot, s.height, pivot + row, s.height);
            for (int j = 0; j < width; ++j) {
                double* column = pivot + row + static_cast<std::size_t>(j) * s.height;
                if (sign_[s.first + from + j] < 0) std::transform(column, column + rows, column, std::negate<>());
            }
        });
    }
    share(pieces(s.below(), updateColumns),
          [&](int i) { fillUpdate(s, i * updateColumns, std::min(s.below(), (i + 1) * updateColumns)); });
}

// Entries of the matrix in a limb's columns, against those of the last one, or what is handed up to it.
bool Multifrontal::hasChanged(const SparseSymmetric& matrix, const std::vector<double>& last, const Limb& limb) const {
    const Node &a = e_.nodes[limb.first], &b = e_.nodes[limb.last];
    for (int c = 0; c < a.childCount && limb.first == limb.last; ++c)
        if (isRedone_[e_.children[a.childStart + c]]) return true;
    const auto from = e_.entry.begin() + e_.entryStart[a.first], to = e_.entry.begin() + e_.entryStart[b.first + b.columns];
    return std::any_of(from, to, [&](int entry) { return !(matrix.value[entry] == last[entry]); });
}

bool Multifrontal::factorise(const SparseSymmetric& matrix, int threads) {
    std::atomic<bool> isRegular{true};
    std::vector<double> last = std::exchange(factored_, {}); // until this one is there
    const auto alone = [](int count, auto piece) {
        for (int i = 0; i < count; ++i) piece(i);
    };
    const auto isToDo = [&](const Limb& limb) {
        const bool isIt = last.empty() || hasChanged(matrix, last, limb);
        isRedone_[limb.last] = isIt;
        return isIt;
    };
    Team::run(e_.top.empty() ? 1 : threads, [&](Team& team) {
        team.share(static_cast<int>(e_.subtrees.size()), [&](int i) {
            for (int l = e_.subtrees[i].firstLimb; l < e_.subtrees[i].limbsEnd; ++l) {
                const Limb& limb = e_.limbs[l];
                if (!isToDo(limb)) continue;
                for (int k = limb.first; k <= limb.last && isRegular; ++k) eliminate(matrix, e_.nodes[k], isRegular, alone);
            }
        });
        for (auto k = e_.top.begin(); k != e_.top.end() && isRegular; ++k) {
            team.share(1, [&](int) { isToDo({*k, *k}); });
            if (isRedone_[*k])
                eliminate(matrix, e_.nodes[*k], isRegular, [&](int count, auto piece) { team.share(count, piece); });
        }
    });
    if (!isRegular) return false;
    last = matrix.value;
    factored_ = std::move(last);
    return true;
}

int Multifrontal::lostPivots() const { return static_cast<int>(std::count(isLost_.begin(), isLost_.end(), char{1})); }

int Multifrontal::negativePivots() const {
    return static_cast<int>(std::count_if(sign_.begin(), sign_.end(), [](double v) { return v < 0; }));
}

// Each supernode solves for its own columns and hands the rest up, beside its rows.
void Multifrontal::goForward(const Node& s, const double* b) {
    double* x = &onRows_[s.row];
    for (int j = 0; j < s.columns; ++j) x[j] = b[e_.order[s.first + j]];
    std::fill_n(x + s.columns, s.below(), 0.0);
    for (int c = 0; c < s.childCount; ++c) {
        const Node& child = e_.nodes[e_.children[s.childStart + c]];
        for (int i = child.columns; i < child.height; ++i) x[e_.inParent[child.row + i]] += onRows_[child.row + i];
    }
    const double* l = block(s);
    blas::substitute(false, s.columns, l, s.height, x);
    blas::subtractTimes(false, s.below(), s.columns, l + s.columns, s.height, x, x + s.columns);
}

void Multifrontal::goBack(const Node& s, double* out) {
    double* x = &onRows_[s.row];
    if (s.parent >= 0) {
        const double* above = &onRows_[e_.nodes[s.parent].row];
        for (int i = s.columns; i < s.height; ++i) x[i] = above[e_.inParent[s.row + i]];
    }
    for (int j = 0; j < s.columns; ++j) x[j] *= sign_[s.first + j];
    const double* l = block(s);
    blas::subtractTimes(true, s.below(), s.columns, l + s.columns, s.height, x + s.columns, x);
    blas::substitute(true, s.columns, l, s.height, x);
    for (int j = 0; j < s.columns; ++j) out[e_.order[s.first + j]] = x[j];
}

void Multifrontal::goForward(const double* b, int threads) {
    Team::run(e_.top.empty() ? 1 : threads, [&](Team& team) {
        team.share(static_cast<int>(e_.subtrees.size()), [&](int i) {
            for (int k = e_.subtrees[i].first; k <= e_.subtrees[i].last; ++k) goForward(e_.nodes[k], b);
        });
    });
    for (int k : e_.top) goForward(e_.nodes[k], b);
}

void Multifrontal::goBack(double* x, int threads) {
    for (auto k = e_.top.rbegin(); k != e_.top.rend(); ++k) goBack(e_.nodes[*k], x);
    Team::run(e_.top.empty() ? 1 : threads, [&](Team& team) {
        team.share(static_cast<int>(e_.subtrees.size()), [&](int i) {
            for (int k = e_.subtrees[i].last; k >= e_.subtrees[i].first; --k) goBack(e_.nodes[k], x);
        });
    });
}

void Multifrontal::solve(const double* b, double* x, int threads) {
    goForward(b, threads);
    goBack(x, threads);
}

void Multifrontal::forward(const double* b, double* y, int threads) {
    goForward(b, threads);
    for (const Node& s : e_.nodes) std::copy_n(&onRows_[s.row], s.columns, y + s.first);
}

void Multifrontal::back(const double* y, double* x, int threads) {
    for (const Node& s : e_.nodes) std::copy_n(y + s.first, s.columns, &onRows_[s.row]);
    goBack(x, threads);
}

} // namespace zg::fe
