#pragma once
#include <cstddef>
#include <vector>

namespace zg::fe {

struct Elimination;

/// Forward and back substitution in single precision with a supernodal Cholesky factor L L^T of a permuted matrix, for
/// preconditioning. What it takes is the reading of the factor: half as much as in double precision.
class Substitution {
public:
    /// A factor of the same matrix as ever, with new values.
    void take(const Elimination& structure, const double* values);
    void solve(const double* b, double* x);

private:
    // Some neighbouring columns of a supernode: a small triangle, and below it rows that are filled up with zeros to full lanes.
    struct Panel {
        int first, columns, rows;
        std::size_t row, triangle, below; ///< where its rows and its values start
    };
    std::vector<Panel> panels_;
    std::vector<int> order_, rows_;
    std::vector<float> triangles_, below_;
    std::vector<float> x_, work_;
};

} // namespace zg::fe
