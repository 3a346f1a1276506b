#pragma once
#include "fe/sparse_matrix.h"
#include <memory>

namespace zg::fe {

enum class FactorState {
    PositiveDefinite,
    Indefinite, ///< a pivot is negative, or rounding has left nothing of it (see Multifrontal): solved all the same
    Singular    ///< there is no factor
};

/// Direct solver for the tangent stiffness. The order of elimination is found once for a pattern and kept. The number of threads
/// changes no digit.
class Factor {
public:
    explicit Factor(int threads = 1);
    ~Factor();
    Factor(Factor&&) noexcept;
    Factor& operator=(Factor&&) noexcept;

    /// `same`: a factor of the same pattern whose order is taken, where it has one.
    void analyse(const SparseSymmetric& pattern, const Factor* same = nullptr);
    FactorState factorise(const SparseSymmetric& matrix);
    /// After a successful factorise(): how many eigenvalues are negative.
    [[nodiscard]] int negativePivots() const;
    /// x = A^-1 b after a successful factorise(); b and x may be the same.
    void solve(const double* b, double* x) const;
    /// The two halves of it for a positive definite matrix P^T L L^T P: y = L^-1 P b, x = P^T L^-T y.
    void forward(const double* b, double* y) const;
    void back(const double* y, double* x) const;
    /// Smallest pivot over the diagonal entry of its equation; below 1e-11 the matrix is suspect. 0 when it is
    /// not positive definite.
    [[nodiscard]] double smallestPivot() const;
    /// Wall seconds since the start of this object.
    struct Times {
        double analyse = 0, factorise = 0, solve = 0;
    };
    [[nodiscard]] const Times& times() const;

private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace zg::fe
