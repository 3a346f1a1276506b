#include "fe/near_solve.h"
#include <cmath>
#include <numeric>

namespace zg::fe {

bool solveNear(const SparseSymmetric& k, const Factor& near, const std::vector<double>& b, std::vector<double>& x, double part,
               int most) {
    const auto inner = [](const std::vector<double>& u, const std::vector<double>& v) {
        return std::inner_product(u.begin(), u.end(), v.begin(), 0.0);
    };
    const std::size_t n = b.size();
    std::vector<double> r = b, z(n), p(n, 0), q(n);
    x.assign(n, 0);
    double first = 0, last = 0;
    for (int i = 0; i <= most; ++i) {
        near.solveRoughly(r.data(), z.data());
        const double now = inner(r, z);
        if (i == 0) first = now;
        const double goal = part * part * first;
        if (i > 0 && now <= goal) return true;
        if (i == most) break;
        // At this pace it will not get there.
        if (i >= 3 && std::log(now / goal) * i > (most - i) * std::log(first / now)) return false;
        for (std::size_t j = 0; j < n; ++j) p[j] = z[j] + (i == 0 ? 0 : now / last) * p[j];
        last = now;
        k.multiply(p.data(), q.data());
        const double curvature = inner(p, q);
        if (!(curvature > 0) || !std::isfinite(now)) return false;
        const double along = now / curvature;
        for (std::size_t j = 0; j < n; ++j) x[j] += along * p[j], r[j] -= along * q[j];
    }
    return false;
}

} // namespace zg::fe
