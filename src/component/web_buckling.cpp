#include "component/web_buckling.h"
#include <cmath>

namespace zg {

bool isSlender(const WebPanel& p, double thickness) { return p.depth / thickness > 72 * std::sqrt(235 / p.f_y); }

template <class Num> Num shearBuckling(Workings<Num>& w, const WebPanel& p, const Num& t) {
    const double ratio = p.depth / (p.length * (p.isHalved ? 0.5 : 1));
    const Num h_w = w.given(p.symbol, p.what, Quantity::Length, p.depth);
    const Num k = w.given("k_tau", p.isHalved ? "halved by its stiffener" : "between plate and toe", Quantity::Ratio,
                          ratio <= 1 ? 5.34 + 4 * ratio * ratio : 4 + 5.34 * ratio * ratio, "EN 1993-1-5:2006 A.3");
    const Num e = w.given("epsilon", "√(235/f_y)", Quantity::Ratio, std::sqrt(235 / p.f_y));
    const Num lambda =
        w.let("lambda_bar_w", "slenderness", Quantity::Ratio, "EN 1993-1-5:2006 (5.6)", h_w / (37.4 * t * e * root(k)));
    return w.let("chi_w", "shear buckling, η = 1", Quantity::Ratio, "EN 1993-1-5:2006 table 5.1", smaller(Num(1), 0.83 / lambda));
}
template double shearBuckling(Workings<double>&, const WebPanel&, const double&);
template Traced shearBuckling(Workings<Traced>&, const WebPanel&, const Traced&);

} // namespace zg
