#include "fe/substitution.h"
#include "fe/elimination.h"
#include <algorithm>

namespace zg::fe {

namespace {

constexpr int lanes = 16, mostColumns = 16;
using Lanes = float __attribute__((vector_size(lanes * sizeof(float)), aligned(sizeof(float)), may_alias));

// y = a b, lanes of rows at a time.
__attribute__((target_clones("avx512f", "avx2", "default"))) void multiply(const float* a, int columns, int rows, const float* b,
                                                                           float* y) {
    for (int i = 0; i < rows; i += lanes) {
        const float* p = a + i;
        Lanes s{}, t{};
        int j = 0;
        for (; j + 2 <= columns; j += 2, p += 2 * static_cast<std::ptrdiff_t>(rows)) {
            s += *reinterpret_cast<const Lanes*>(p) * b[j];
            t += *reinterpret_cast<const Lanes*>(p + rows) * b[j + 1];
        }
        if (j < columns) s += *reinterpret_cast<const Lanes*>(p) * b[j];
        *reinterpret_cast<Lanes*>(y + i) = s + t;
    }
}

// b -= a^T y.
__attribute__((target_clones("avx512f", "avx2", "default"))) void subtractTransposed(const float* a, int columns, int rows,
                                                                                     const float* y, float* b) {
    const auto sum = [](const Lanes& v) {
        float total = 0;
        for (int k = 0; k < lanes; ++k) total += v[k];
        return total;
    };
    int j = 0;
    for (; j + 4 <= columns; j += 4) {
        const float* p = a + static_cast<std::ptrdiff_t>(j) * rows;
        Lanes s{}, t{}, u{}, v{};
        for (int i = 0; i < rows; i += lanes, p += lanes) {
            const Lanes now = *reinterpret_cast<const Lanes*>(y + i);
            s += *reinterpret_cast<const Lanes*>(p) * now;
            t += *reinterpret_cast<const Lanes*>(p + rows) * now;
            u += *reinterpret_cast<const Lanes*>(p + 2 * static_cast<std::ptrdiff_t>(rows)) * now;
            v += *reinterpret_cast<const Lanes*>(p + 3 * static_cast<std::ptrdiff_t>(rows)) * now;
        }
        b[j] -= sum(s), b[j + 1] -= sum(t), b[j + 2] -= sum(u), b[j + 3] -= sum(v);
    }
    for (; j < columns; ++j) {
        const float* p = a + static_cast<std::ptrdiff_t>(j) * rows;
        Lanes s{};
        for (int i = 0; i < rows; i += lanes)
            s += *reinterpret_cast<const Lanes*>(p + i) * *reinterpret_cast<const Lanes*>(y + i);
        b[j] -= sum(s);
    }
}

} // namespace

void Substitution::take(const Elimination& e, const double* values) {
    if (panels_.empty()) {
        order_ = e.order;
        std::size_t triangle = 0, below = 0, most = 0;
        for (const Elimination::Supernode& s : e.nodes) {
            for (int from = 0; from < s.columns; from += mostColumns) {
                Panel p{s.first + from, std::min(mostColumns, s.columns - from), 0, rows_.size(), triangle, below};
                const auto first = e.rows.begin() + static_cast<std::ptrdiff_t>(s.row);
                rows_.insert(rows_.end(), first + from + p.columns, first + s.height);
                while ((rows_.size() - p.row) % lanes != 0) rows_.push_back(e.size); // an entry of nothing
                p.rows = static_cast<int>(rows_.size() - p.row);
                triangle += static_cast<std::size_t>(p.columns) * p.columns;
                below += static_cast<std::size_t>(p.columns) * p.rows;
                most = std::max(most, rows_.size() - p.row);
                panels_.push_back(p);
            }
        }
        triangles_.assign(triangle, 0);
        below_.assign(below, 0);
        x_.assign(e.size + 1, 0);
        work_.assign(most, 0);
    }
    auto p = panels_.begin();
    for (const Elimination::Supernode& s : e.nodes) {
        for (; p != panels_.end() && p->first < s.first + s.columns; ++p) {
            for (int j = 0; j < p->columns; ++j) {
                const int local = p->first - s.first, end = local + p->columns;
                const double* column = values + s.value + static_cast<std::ptrdiff_t>(local + j) * s.height;
                std::copy(column + local, column + end, &triangles_[p->triangle + static_cast<std::size_t>(j) * p->columns]);
                std::copy(column + end, column + s.height, below_.begin() + p->below + static_cast<std::size_t>(j) * p->rows);
            }
        }
    }
}

void Substitution::solve(const double* b, double* x) {
    const std::size_t n = order_.size();
    for (std::size_t i = 0; i < n; ++i) x_[i] = static_cast<float>(b[order_[i]]);
    for (const Panel& p : panels_) {
        float* y = &x_[p.first];
        for (int j = 0; j < p.columns; ++j) {
            const float* column = &triangles_[p.triangle + static_cast<std::size_t>(j) * p.columns];
            const float v = y[j] /= column[j];
            for (int i = j + 1; i < p.columns; ++i) y[i] -= column[i] * v;
        }
        if (p.rows == 0) continue;
        multiply(&below_[p.below], p.columns, p.rows, y, work_.data());
        for (int i = 0; i < p.rows; ++i) x_[rows_[p.row + i]] -= work_[i];
    }
    x_[n] = 0;
    for (auto p = panels_.rbegin(); p != panels_.rend(); ++p) {
        float* y = &x_[p->first];
        for (int i = 0; i < p->rows; ++i) work_[i] = x_[rows_[p->row + i]];
        if (p->rows > 0) subtractTransposed(&below_[p->below], p->columns, p->rows, work_.data(), y);
        for (int j = p->columns - 1; j >= 0; --j) {
            const float* column = &triangles_[p->triangle + static_cast<std::size_t>(j) * p->columns];
            float v = y[j];
            for (int i = j + 1; i < p->columns; ++i) v -= column[i] * y[i];
            y[j] = v / column[j];
        }
    }
    for (std::size_t i = 0; i < n; ++i) x[order_[i]] = x_[i];
}

} // namespace zg::fe
