#pragma once
#include "fe/sparse_matrix.h"
#include <memory>

namespace zg::fe {

enum class FactorState { PositiveDefinite, Indefinite, Singular };

/// Direct solver for the tangent stiffness: supernodal Cholesky of a well-known library, and a LDL^T of another when the matrix
/// is not positive definite. The order of elimination is found once for a pattern and kept.
class Factor {
public:
    Factor();
    ~Factor();
    Factor(Factor&&) noexcept;
    Factor& operator=(Factor&&) noexcept;

    void analyse(const SparseSymmetric& pattern);
    FactorState factorise(const SparseSymmetric& matrix);
    /// Whether the Cholesky factor exists; nothing can be solved with afterwards.
    [[nodiscard]] bool isPositiveDefinite(const SparseSymmetric& matrix);
    /// x = A^-1 b after a successful factorise(); b and x may be the same.
    void solve(const double* b, double* x) const;
    /// The same in single precision, for preconditioning; after Cholesky only.
    void solveRoughly(const double* b, double* x) const;
    /// Smallest pivot over the diagonal entry of its equation; below 1e-11 the matrix is suspect. After Cholesky only.
    [[nodiscard]] double smallestPivot() const;
    /// Wall seconds spent inside the libraries since the start of this object.
    struct Times {
        double analyse = 0, factorise = 0, solve = 0;
    };
    [[nodiscard]] const Times& times() const;

private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

/// Pivots below zero of K in an LDL^T without regard to definiteness: the number of negative eigenvalues (Sylvester 1852). -1
/// when a pivot vanishes.
[[nodiscard]] int countNegativePivots(const SparseSymmetric& matrix);

} // namespace zg::fe
