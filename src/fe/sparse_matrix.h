#pragma once
#include <vector>

namespace zg::fe {

/// Symmetric sparse matrix, lower triangle, compressed columns; rows ascending in each column, diagonal first.
struct SparseSymmetric {
    int size = 0;
    std::vector<int> columnStart; ///< [size + 1]
    std::vector<int> row;         ///< [entries]
    std::vector<double> value;    ///< [entries]
    /// y = A x.
    void multiply(const double* x, double* y) const;
};

} // namespace zg::fe
