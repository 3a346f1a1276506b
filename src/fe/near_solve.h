#pragma once
#include "fe/factor.h"
#include <vector>

namespace zg::fe {

/// x = K^-1 b by conjugate gradients, preconditioned by the factor of a matrix near to K: what differs, be it as stiff as it may,
/// costs about one iteration per spring or point that changed. Ends when the energy norm of the preconditioned residual has come
/// down to `part` of its first; false, x being of no use, when that is not to be had within `most` iterations or when K turns out
/// not to be positive definite (Hestenes and Stiefel 1952).
[[nodiscard]] bool solveNear(const SparseSymmetric& k, const Factor& near, const std::vector<double>& b, std::vector<double>& x,
                             double part, int most);

} // namespace zg::fe
