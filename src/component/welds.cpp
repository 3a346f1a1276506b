#include "component/welds.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {
constexpr const char* directional = "EN 1993-1-8:2005 4.5.3.2(6)";
constexpr const char* simplified = "EN 1993-1-8:2005 4.5.3.3";
constexpr double root2 = 1.41421356237309504880;
constexpr double root3 = 1.73205080756887729353;
} // namespace

WeldStrength jointStrength(const SteelStrength& a, const SteelStrength& b) {
    const SteelStrength& weaker = a.f_u <= b.f_u ? a : b;
    return {weaker.f_u, weaker.beta_w.value_or(1.0)};
}

template <class Num>
Num transverseFillets(Workings<Num>& w, double a_, const Num& length, const WeldStrength& strength, const Settings& s) {
    const Num a = w.given("a", "throat", Quantity::Length, a_);
    const Num f_u = w.given("f_u", "ultimate strength of the weaker part", Quantity::Stress, strength.f_u);
    const Num beta_w = w.given("beta_w", "correlation factor", Quantity::Ratio, strength.beta_w, "EN 1993-1-8:2005 table 4.1");
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    if (s.weldRule == WeldRule::Simplified) {
        return w.let("F_w_Rd", "fillets, simplified method", Quantity::Force, simplified,
                     a * length * f_u / (constant<Num>(root3, "√3") * beta_w * gamma_M2));
    }
    // sigma_perp = tau_perp = F/(sqrt2 a l): the equivalent stress is sqrt2 F/(a l); sigma_perp itself stays below 0.9
    // f_u/gamma_M2.
    return w.let("F_w_Rd", "fillets across their length", Quantity::Force, directional,
                 smaller(a * length * f_u / (constant<Num>(root2, "√2") * beta_w * gamma_M2),
                         constant<Num>(root2, "√2") * 0.9 * a * length * f_u / gamma_M2));
}

template <class Num>
Num longitudinalFillets(Workings<Num>& w, double a_, const Num& length, const WeldStrength& strength, const Settings& s) {
    const Num a = w.given("a", "throat", Quantity::Length, a_);
    const Num f_u = w.given("f_u", "ultimate strength of the weaker part", Quantity::Stress, strength.f_u);
    const Num beta_w = w.given("beta_w", "correlation factor", Quantity::Ratio, strength.beta_w, "EN 1993-1-8:2005 table 4.1");
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    return w.let("F_w_Rd", "fillets along their length", Quantity::Force, directional,
                 a * length * f_u / (constant<Num>(root3, "√3") * beta_w * gamma_M2));
}

template <class Num>
Num acrossEdge(Workings<Num>& w, const WeldSpec& weld, const Num& length, double thickness, const SteelStrength& a,
               const SteelStrength& b, const Settings& s) {
    if (weld.kind == WeldKind::Fillet) return transverseFillets(w, weld.throat, 2 * length, jointStrength(a, b), s);
    const Num t = w.given("t", "thickness at the butt weld", Quantity::Length, thickness);
    const Num f_y = w.given("f_y", "weaker yield strength", Quantity::Stress, std::min(a.f_y, b.f_y));
    const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
    return w.let("F_w_Rd", "full-penetration butt weld: as the plate", Quantity::Force, "EN 1993-1-8:2005 4.7.1(1)",
                 length * t * f_y / gamma_M0);
}

namespace {

/// One fillet of a flange on a slope: its throat halves the corner of `angle` between flange and face. Normal to the face, N.
template <class Num>
Num cornerFillet(Workings<Num>& w, const char* symbol, const char* what, double a_, const Num& length, double angle,
                 double cosine, const WeldStrength& strength, const Settings& s) {
    const Num a = w.given("a", "throat", Quantity::Length, a_);
    const Num f_u = w.given("f_u", "ultimate strength of the weaker part", Quantity::Stress, strength.f_u);
    const Num beta_w = w.given("beta_w", "correlation factor", Quantity::Ratio, strength.beta_w, "EN 1993-1-8:2005 table 4.1");
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    const Num cos_f = w.given("cos_f", "slope of the flange", Quantity::Ratio, cosine);
    if (s.weldRule == WeldRule::Simplified)
        return w.let(symbol, what, Quantity::Force, simplified,
                     cos_f * a * length * f_u / (constant<Num>(root3, "√3") * beta_w * gamma_M2));
    // Along the flange F: sigma_perp = F sin(angle/2)/(a l), tau_perp = F cos(angle/2)/(a l).
    const Num s_h = w.given("sin_g", "sine of half the corner between flange and face", Quantity::Ratio, std::sin(angle / 2));
    const Num c_h = w.given("cos_g", "its cosine", Quantity::Ratio, std::cos(angle / 2));
    return w.let(symbol, what, Quantity::Force, directional,
                 cos_f * smaller(a * length * f_u / (root(square(s_h) + 3 * square(c_h)) * beta_w * gamma_M2),
                                 0.9 * a * length * f_u / (s_h * gamma_M2)));
}

} // namespace

double flangeYield(const FlangeInput& f, const Settings& s) { return f.b * f.t * f.cos * f.steel.f_y / s.gamma_M0; }

template <class Num>
Num flangeWeldResistance(Workings<Num>& w, const FlangeInput& flange, const SteelStrength& onto, const Settings& s) {
    const Num b_fb = w.given("b_fb", "flange width", Quantity::Length, flange.b);
    if (flange.weld.kind == WeldKind::Butt) {
        const Num t_fb = w.given("t_fb", "flange", Quantity::Length, flange.t);
        const Num cos_f = w.given("cos_f", "slope of the flange", Quantity::Ratio, flange.cos);
        const Num f_y = w.given("f_y", "weaker yield strength", Quantity::Stress, std::min(flange.steel.f_y, onto.f_y));
        const Num gamma_M0 = w.given("gamma_M0", "partial factor", Quantity::None, s.gamma_M0);
        return w.result("F_w_Rd", "full-penetration butt weld: as the flange", Quantity::Force, "EN 1993-1-8:2005 4.7.1(1)",
                        b_fb * t_fb * f_y / gamma_M0 * cos_f);
    }
    const Num t_wb = w.given("t_wb", "web", Quantity::Length, flange.web);
    const Num r_b = w.given("r_b", "root radius", Quantity::Length, flange.root);
    const WeldStrength strength = jointStrength(flange.steel, onto);
    if (flange.lean == 0) {
        const Num l_w = w.let("l_w", "length of the runs outside and inside the flange", Quantity::Length,
                              "EN 1993-1-8:2005 4.5.1", 2 * b_fb - t_wb - 2 * r_b);
        return transverseFillets(w, flange.weld.throat, l_w, strength, s);
    }
    constexpr double square_ = 1.5707963267948966;
    const double slope = std::atan(flange.lean); // positive: the outer fillet stands in the acute corner
    const Num outer = cornerFillet(w, "F_w_o_Rd", "fillet outside the flange, normal to the face", flange.weld.throat, b_fb,
                                   square_ - slope, flange.cos, strength, s);
    const Num inner = cornerFillet(w, "F_w_i_Rd", "fillets inside it, normal to the face", flange.weld.throat,
                                   b_fb - t_wb - 2 * r_b, square_ + slope, flange.cos, strength, s);
    return w.result("F_w_Rd", "both", Quantity::Force, directional, outer + inner);
}

template <class Num>
WebWeld<Num> webWeldStress(Workings<Num>& w, const WebInput& web, const SteelStrength& onto, const Settings& s, double F_web_Ed,
                           double tensionLength, double V_Ed_) {
    const WeldStrength strength = jointStrength(web.steel, onto);
    WebWeld<Num> r{Num(0), Num(0)};
    const Num a = w.given("a", "throat", Quantity::Length, web.weld.throat);
    const Num f_u = w.given("f_u", "ultimate strength of the weaker part", Quantity::Stress, strength.f_u);
    const Num beta_w = w.given("beta_w", "correlation factor", Quantity::Ratio, strength.beta_w, "EN 1993-1-8:2005 table 4.1");
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    const Num d_b = w.given("d_b", "web between its roots", Quantity::Length, web.d);
    const Num V_Ed = w.given("V_Ed", "beam shear along the plate", Quantity::Force, V_Ed_);
    const Num tau_par = w.let("tau_par", "shear over both runs of the web", Quantity::Stress, directional, V_Ed / (2 * a * d_b));
    Num sigma_perp(0);
    if (F_web_Ed > 0 && tensionLength > 0) {
        const Num F = w.given("F_t_Ed", "tension of the inner rows", Quantity::Force, F_web_Ed);
        const Num l_t =
            w.given("l_t", "length over which it enters the web", Quantity::Length, std::min(tensionLength, valueOf(d_b)));
        sigma_perp = w.let("sigma_perp", "= tau_perp, from the tension of the rows", Quantity::Stress, directional,
                           F / (constant<Num>(root2, "√2") * 2 * a * l_t));
    }
    if (s.weldRule == WeldRule::Simplified) {
        r.demand = w.let("f_w_Ed", "resultant on the throat", Quantity::Stress, simplified,
                         root(2 * square(sigma_perp) + square(tau_par)));
        r.resistance = w.result("f_vw_d", "design shear strength of the weld", Quantity::Stress, simplified,
                                f_u / (constant<Num>(root3, "√3") * beta_w * gamma_M2));
        return r;
    }
    r.demand = w.let("sigma_w_Ed", "equivalent stress", Quantity::Stress, directional,
                     root(4 * square(sigma_perp) + 3 * square(tau_par)));
    r.resistance = w.result("sigma_w_Rd", "its limit", Quantity::Stress, directional, f_u / (beta_w * gamma_M2));
    return r;
}

template <class Num>
WebWeld<Num> doubleFillets(Workings<Num>& w, double throat, const Num& length, const Num& across, const Num& along,
                           const WeldStrength& strength, const Settings& s) {
    const Num a = w.given("a", "throat", Quantity::Length, throat);
    const Num tau = w.let("tau_par", "along both runs", Quantity::Stress, directional, magnitude(along) / (2 * a * length));
    const Num sigma = w.let("sigma_perp", "= tau_perp, across both runs", Quantity::Stress, directional,
                            magnitude(across) / (constant<Num>(root2, "√2") * 2 * a * length));
    const Num f_u = w.given("f_u", "ultimate strength of the weaker part", Quantity::Stress, strength.f_u);
    const Num beta_w = w.given("beta_w", "correlation factor", Quantity::Ratio, strength.beta_w, "EN 1993-1-8:2005 table 4.1");
    const Num gamma_M2 = w.given("gamma_M2", "partial factor", Quantity::None, s.gamma_M2);
    WebWeld<Num> r{Num(0), Num(0)};
    if (s.weldRule == WeldRule::Simplified) {
        r.demand =
            w.let("f_w_Ed", "resultant on the throat", Quantity::Stress, simplified, root(2 * square(sigma) + square(tau)));
        r.resistance =
            w.result("f_vw_d", "its limit", Quantity::Stress, simplified, f_u / (constant<Num>(root3, "√3") * beta_w * gamma_M2));
        return r;
    }
    r.demand = w.let("sigma_w_Ed", "equivalent stress", Quantity::Stress, directional, root(4 * square(sigma) + 3 * square(tau)));
    r.resistance = w.result("sigma_w_Rd", "its limit", Quantity::Stress, directional, f_u / (beta_w * gamma_M2));
    return r;
}

double fullStrengthThroat(double thickness, double f_y, const WeldStrength& strength, const Settings& s) {
    const double factor = s.weldRule == WeldRule::Simplified ? root3 : root2;
    return factor * strength.beta_w * s.gamma_M2 * f_y * thickness / (2 * strength.f_u * s.gamma_M0);
}

#define ZG_FOR(Num)                                                                                                              \
    template Num transverseFillets(Workings<Num>&, double, const Num&, const WeldStrength&, const Settings&);                    \
    template Num longitudinalFillets(Workings<Num>&, double, const Num&, const WeldStrength&, const Settings&);                  \
    template Num acrossEdge(Workings<Num>&, const WeldSpec&, const Num&, double, const SteelStrength&, const SteelStrength&,     \
                            const Settings&);                                                                                    \
    template Num flangeWeldResistance(Workings<Num>&, const FlangeInput&, const SteelStrength&, const Settings&);                \
    template WebWeld<Num> webWeldStress(Workings<Num>&, const WebInput&, const SteelStrength&, const Settings&, double, double,  \
                                        double);                                                                                 \
    template WebWeld<Num> doubleFillets(Workings<Num>&, double, const Num&, const Num&, const Num&, const WeldStrength&,         \
                                        const Settings&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
