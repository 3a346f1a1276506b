#include "fe/condense.h"
#include <Eigen/Cholesky>

namespace zg::fe {

std::vector<double> condensedStiffness(Analysis& analysis, const std::vector<int>& nodes) {
    const FreedomMap& map = analysis.system().map();
    std::vector<int> equations;
    for (int node : nodes)
        for (int k = 0; k < 6; ++k) equations.push_back(map.equation(6 * node + k));
    for (int eq : equations)
        if (eq < 0) return {};
    const SparseSymmetric& k = analysis.tangent(true);
    Factor factor(analysis.threads());
    factor.analyse(k, &analysis.factor());
    if (factor.factorise(k) != FactorState::PositiveDefinite) return {};
    const auto n = static_cast<Eigen::Index>(equations.size());
    Eigen::MatrixXd flexibility(n, n);
    std::vector<double> column(k.size);
    for (Eigen::Index j = 0; j < n; ++j) {
        std::fill(column.begin(), column.end(), 0.0);
        column[equations[j]] = 1;
        factor.solve(column.data(), column.data());
        for (Eigen::Index i = 0; i < n; ++i) flexibility(i, j) = column[equations[i]];
    }
    // Millimetres and radians side by side: scaled to ones on the diagonal, so that no digits are lost.
    Eigen::VectorXd scale = flexibility.diagonal().cwiseSqrt().cwiseInverse();
    const Eigen::MatrixXd scaled = scale.asDiagonal() * (0.5 * (flexibility + flexibility.transpose())) * scale.asDiagonal();
    const Eigen::LLT<Eigen::MatrixXd> cholesky(scaled);
    if (cholesky.info() != Eigen::Success) return {};
    const Eigen::MatrixXd inverse = scale.asDiagonal() * cholesky.solve(Eigen::MatrixXd::Identity(n, n)) * scale.asDiagonal();
    std::vector<double> out(equations.size() * equations.size());
    for (Eigen::Index i = 0; i < n; ++i)
        for (Eigen::Index j = 0; j < n; ++j) out[i * n + j] = 0.5 * (inverse(i, j) + inverse(j, i));
    return out;
}

} // namespace zg::fe
