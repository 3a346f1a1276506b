#pragma once
#include "fe/elimination.h"
#include <atomic>
#include <memory>

namespace zg::fe {

/// Factor L S L^T of a sparse symmetric matrix, S with +1 and -1 on its diagonal (Cholesky's where it is positive definite), by
/// fronts (Duff and Reid 1983, Liu 1992): each supernode gathers what is below it in the tree, is eliminated by dense kernels,
/// and hands the rest up. Subtrees go side by side, then the fronts above them are divided. Sums and their order do not hang on
/// the number of threads: neither does a digit of the result. Pivots are taken in their order.
class Multifrontal {
public:
    explicit Multifrontal(std::shared_ptr<const Elimination> structure);
    /// Of a matrix of that pattern. False when an equation has nothing in it or a pivot is no number; then nothing can be solved.
    /// Of the matrix before it stands what nothing has changed in or below, to the last digit.
    [[nodiscard]] bool factorise(const SparseSymmetric& matrix, int threads);
    /// The number of negative eigenvalues (Sylvester 1852).
    [[nodiscard]] int negativePivots() const;
    /// Pivots of which rounding has left nothing, with a little stiffness put in their place: the matrix is singular.
    [[nodiscard]] int lostPivots() const;
    /// x = A^-1 b; b and x may be the same.
    void solve(const double* b, double* x, int threads);
    /// y = L^-1 b, by place.
    void forward(const double* b, double* y, int threads);
    /// x = L^-T S y.
    void back(const double* y, double* x, int threads);
    [[nodiscard]] const std::shared_ptr<const Elimination>& structure() const { return structure_; }
    /// Block of each supernode, see Elimination.
    [[nodiscard]] const double* values() const { return values_.get(); }

private:
    using Node = Elimination::Supernode;
    using Limb = Elimination::Limb;
    double* block(const Node& s) { return values_.get() + s.value; }
    void gather(const SparseSymmetric& matrix, const Node& s, int from, int to);
    void addChildren(const Node& s, int from, int to);
    void fillUpdate(const Node& s, int from, int to);
    template <class Share>
    void eliminate(const SparseSymmetric& matrix, const Node& s, std::atomic<bool>& isRegular, Share share);
    void subtract(const Node& s, int rows, int columns, int k, const double* a, const double* b, double keep, double* c,
                  int stride) const;
    [[nodiscard]] bool eliminatePivot(const SparseSymmetric& matrix, const Node& s, int from, int width);
    [[nodiscard]] bool hasNegative(const Node& s, int columns) const;
    [[nodiscard]] bool hasChanged(const SparseSymmetric& matrix, const std::vector<double>& last, const Limb& limb) const;
    void goForward(const double* b, int threads);
    void goBack(double* x, int threads);
    void goForward(const Node& s, const double* b);
    void goBack(const Node& s, double* x);

    std::shared_ptr<const Elimination> structure_;
    const Elimination& e_;
    std::unique_ptr<double[]> values_, updates_; // not set to zero at first: that is done by the thread that fills them
    std::vector<double> sign_;                   ///< S, by place
    std::vector<char> isLost_;                   ///< by place
    std::vector<double> factored_;               ///< entries of the matrix whose factor this is; empty where there is none
    std::vector<char> isRedone_;                 ///< by supernode: handed up something new this time
    std::vector<double> onRows_;                 ///< of a solution, beside the rows
};

} // namespace zg::fe
