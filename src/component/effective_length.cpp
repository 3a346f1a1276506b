#include "component/effective_length.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double pi = 3.14159265358979323846;
constexpr const char* plateTable = "EN 1993-1-8:2005 table 6.6";

/// Value of lambda_1 on the curve of one alpha.
double curve(double alpha, double lambda_2) {
    const double a = 1.25 / (alpha - 2.75);
    const double b = alpha * a / 2;
    if (lambda_2 >= b) return a;
    return a + (1 - a) * std::pow((b - lambda_2) / b, 0.185 * std::pow(alpha, 1.785));
}

template <class Num> Num alphaOf(Workings<Num>& w, const RowPlace& place, const Num& m, const Num& e) {
    const Num m_2 =
        w.given("m_2", "distance to the stiffener or flange", Quantity::Length, place.m_2, "EN 1993-1-8:2005 figure 6.11");
    const Num lambda_1 = w.let("lambda_1", "", Quantity::Ratio, "EN 1993-1-8:2005 figure 6.11", m / (m + e));
    const Num lambda_2 = w.let("lambda_2", "", Quantity::Ratio, "EN 1993-1-8:2005 figure 6.11", m_2 / (m + e));
    const Num alpha = w.given("alpha", "of the curve through this point of the figure, 4.45 to 8", Quantity::Ratio,
                              stiffenedAlpha(valueOf(lambda_1), valueOf(lambda_2)), "EN 1993-1-8:2005 figure 6.11");
    // Found by halving; the reader can put it in.
    if constexpr (Workings<Num>::tracing) {
        const Num a = w.let("a_alpha", "where the curve turns upright", Quantity::Ratio, "closed form of figure 6.11",
                            1.25 / (alpha - 2.75));
        const Num b = w.let("b_alpha", "", Quantity::Ratio, "closed form of figure 6.11", alpha * a / 2);
        const double exponent = 0.185 * std::pow(valueOf(alpha), 1.785);
        if (lambda_2 >= b)
            (void)w.let("lambda_1_alpha", "λ1 on the curve at this λ2, for comparison", Quantity::Ratio,
                        "closed form of figure 6.11", a * Num(1));
        else
            (void)w.let("lambda_1_alpha", "λ1 on the curve at this λ2, for comparison", Quantity::Ratio,
                        "closed form of figure 6.11", a + (1 - a) * power((b - lambda_2) / b, exponent));
    }
    return alpha;
}

bool hasFreeEnd(const RowPlace& place) { return place.e_1 < 1e200; }

} // namespace

double stiffenedAlpha(double lambda_1, double lambda_2) {
    constexpr double least = 4.45;
    constexpr double most = 8;
    // A larger alpha lies further to the left in the figure: lambda_1 on the curve falls as alpha grows.
    if (lambda_1 >= curve(least, lambda_2)) return least;
    if (lambda_1 <= curve(most, lambda_2)) return most;
    double low = least;
    double high = most;
    for (int i = 0; i < 60 && high - low > 1e-12; ++i) {
        const double middle = (low + high) / 2;
        (curve(middle, lambda_2) > lambda_1 ? low : high) = middle;
    }
    return (low + high) / 2;
}

template <class Num> EffectiveLength<Num> rowAlone(Workings<Num>& w, const RowPlace& place, const Num& m, const Num& e) {
    EffectiveLength<Num> l{Num(0), Num(0)};
    // At a free end the lengths of a row away from it are the first of two.
    const bool isEnd = hasFreeEnd(place);
    const char *cp = isEnd ? "l_eff_cp_0" : "l_eff_cp", *nc = isEnd ? "l_eff_nc_0" : "l_eff_nc";
    l.cp = w.let(cp, "circular pattern", Quantity::Length, place.table, 2 * constant<Num>(pi, "π") * m);
    if (place.isBesideStiffener) {
        const Num alpha = alphaOf(w, place, m, e);
        l.nc = w.let(nc, "non-circular pattern, beside a stiffener", Quantity::Length, place.table, alpha * m);
        if (isEnd) {
            const Num e_1 = w.given("e_1", "distance to the free end", Quantity::Length, place.e_1);
            l.nc = w.let("l_eff_nc", "end row beside a stiffener", Quantity::Length, place.table,
                         smaller(l.nc, e_1 + alpha * m - (2 * m + 0.625 * e)));
            l.cp =
                w.let("l_eff_cp", "end row", Quantity::Length, place.table, smaller(l.cp, constant<Num>(pi, "π") * m + 2 * e_1));
        }
        return l;
    }
    l.nc = w.let(nc, "non-circular pattern", Quantity::Length, place.table, 4 * m + 1.25 * e);
    if (hasFreeEnd(place)) {
        const Num e_1 = w.given("e_1", "distance to the free end", Quantity::Length, place.e_1);
        l.nc = w.let("l_eff_nc", "end row", Quantity::Length, place.table, smaller(l.nc, 2 * m + 0.625 * e + e_1));
        l.cp = w.let("l_eff_cp", "end row", Quantity::Length, place.table, smaller(l.cp, constant<Num>(pi, "π") * m + 2 * e_1));
    }
    return l;
}

template <class Num>
EffectiveLength<Num> rowInGroup(Workings<Num>& w, const RowPlace& place, const Num& m, const Num& e, double pitchBefore,
                                double pitchAfter) {
    EffectiveLength<Num> l{Num(0), Num(0)};
    const bool isEnd = hasFreeEnd(place);
    const bool isInner = pitchBefore > 0 && pitchAfter > 0;
    // Uneven pitches: each neighbour's half. Twice the mean where the table has 2p, the mean where it has p.
    const Num p = w.given("p", "pitch to the neighbours in the group (mean of both, or the one)", Quantity::Length,
                          isInner ? (pitchBefore + pitchAfter) / 2 : pitchBefore + pitchAfter);
    const Indexed cp{"l_eff_cp_", place.row}, nc{"l_eff_nc_", place.row};
    if (isInner) {
        l.cp = w.let(cp, "inner row of the group", Quantity::Length, place.table, 2 * p);
        l.nc = w.let(nc, "inner row of the group", Quantity::Length, place.table, p * Num(1));
        return l;
    }
    l.cp = w.let(isEnd ? Indexed{"l_eff_cp_0_", place.row} : cp, "end row of the group", Quantity::Length, place.table,
                 constant<Num>(pi, "π") * m + p);
    if (place.isBesideStiffener) {
        const Num alpha = alphaOf(w, place, m, e);
        l.nc = w.let(isEnd ? Indexed{"l_eff_nc_0_", place.row} : nc, "end row of the group, beside a stiffener", Quantity::Length,
                     place.table, 0.5 * p + alpha * m - (2 * m + 0.625 * e));
    } else {
        l.nc = w.let(isEnd ? Indexed{"l_eff_nc_0_", place.row} : nc, "end row of the group", Quantity::Length, place.table,
                     2 * m + 0.625 * e + 0.5 * p);
    }
    if (isEnd) {
        const Num e_1 = w.given("e_1", "distance to the free end", Quantity::Length, place.e_1);
        l.cp = w.let(cp, "end row at a free end", Quantity::Length, place.table, smaller(l.cp, 2 * e_1 + p));
        l.nc = w.let(nc, "end row at a free end", Quantity::Length, place.table, smaller(l.nc, e_1 + 0.5 * p));
    }
    return l;
}

template <class Num> EffectiveLength<Num> rowOutsideFlange(Workings<Num>& w, const OutsideRow<Num>& r) {
    EffectiveLength<Num> l{Num(0), Num(0)};
    l.cp = w.let("l_eff_cp", "circular pattern, row outside the flange", Quantity::Length, plateTable,
                 smaller(2 * constant<Num>(pi, "π") * r.m_x,
                         smaller(constant<Num>(pi, "π") * r.m_x + r.w, constant<Num>(pi, "π") * r.m_x + 2 * r.e)));
    l.nc = w.let("l_eff_nc", "non-circular pattern, row outside the flange", Quantity::Length, plateTable,
                 smaller(smaller(4 * r.m_x + 1.25 * r.e_x, r.e + 2 * r.m_x + 0.625 * r.e_x),
                         smaller(0.5 * r.b_p, 0.5 * r.w + 2 * r.m_x + 0.625 * r.e_x)));
    return l;
}

#define ZG_FOR(Num)                                                                                                              \
    template EffectiveLength<Num> rowAlone(Workings<Num>&, const RowPlace&, const Num&, const Num&);                             \
    template EffectiveLength<Num> rowInGroup(Workings<Num>&, const RowPlace&, const Num&, const Num&, double, double);           \
    template EffectiveLength<Num> rowOutsideFlange(Workings<Num>&, const OutsideRow<Num>&);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
