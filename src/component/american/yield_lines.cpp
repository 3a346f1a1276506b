#include "component/american/yield_lines.h"

namespace zg {
namespace {

constexpr const char* four = "AISC 358-16 table 6.2";
constexpr const char* fourStiffened = "AISC 358-16 table 6.3";
constexpr const char* eight = "AISC 358-16 table 6.4";
constexpr const char* columnFour = "AISC 358-16 table 6.5";
constexpr const char* columnEight = "AISC 358-16 table 6.6";

template <class Num> struct Levers { Num first, outer, inner, last; };
template <class Num> Levers<Num> leversOf(Workings<Num>& w, const BoltPattern& p) {
    const auto h = [&](const char* symbol, const char* what, double value) {
        return w.given(symbol, what, Quantity::Length, value);
    };
    if (p.isEight)
        return {h("h_1", "outermost row to the centre of the compression flange", p.h_first),
                h("h_2", "row outside the flange", p.h_outer), h("h_3", "row inside the flange", p.h_inner),
                h("h_4", "innermost row", p.h_last)};
    return {Num(0), h("h_0", "row outside the flange to the centre of the compression flange", p.h_outer),
            h("h_1", "row inside the flange", p.h_inner), Num(0)};
}
template <class Num> Num spread(Workings<Num>& w, const Num& b, const Num& g, const char* clause) {
    return w.let("s", "reach of the yield lines", Quantity::Length, clause, 0.5 * root(b * g));
}

} // namespace

template <class Num> Num endPlateParameter(Workings<Num>& w, const BoltPattern& p, double width) {
    const char* clause = p.isEight ? eight : p.isStiffened ? fourStiffened : four;
    const Levers<Num> h = leversOf(w, p);
    const Num b_p = w.given("b_p", "effective width of the end plate", Quantity::Length, width);
    const Num g = w.given("g", "gauge", Quantity::Length, p.g);
    const Num s = spread(w, b_p, g, clause);
    const Num p_fo = w.given("p_fo", "row outside the flange from its face", Quantity::Length, p.p_fo);
    const Num p_fi = w.let("p_fi", "row inside the flange from its face, not above s", Quantity::Length, clause,
                           smaller(w.given("p_fi", "row inside the flange from its face", Quantity::Length, p.p_fi), s));
    if (!p.isStiffened)
        return w.result("Y_p", "yield-line parameter of the end plate", Quantity::Length, clause,
                        b_p / 2 * (h.inner * (1 / p_fi + 1 / s) + h.outer / p_fo - 0.5) + 2 / g * (h.inner * (p_fi + s)));
    const Num d_e = w.given("d_e", "outermost row to the plate's edge", Quantity::Length, p.d_e);
    const bool isNearEdge = p.d_e <= valueOf(s);
    if (p.d_e <= 2 * valueOf(s))
        w.note("The outermost row is nearer to the edge than twice s: there the table lies up to 19 % above the least of its own "
               "mechanism. The table is followed.",
               clause);
    if (!p.isEight) {
        if (isNearEdge)
            return w.result("Y_p", "yield-line parameter, d_e not above s", Quantity::Length, clause,
                            b_p / 2 * (h.inner * (1 / p_fi + 1 / s) + h.outer * (1 / p_fo + 1 / (2 * s))) +
                                2 / g * (h.inner * (p_fi + s) + h.outer * (d_e + p_fo)));
        return w.result("Y_p", "yield-line parameter, d_e above s", Quantity::Length, clause,
                        b_p / 2 * (h.inner * (1 / p_fi + 1 / s) + h.outer * (1 / s + 1 / p_fo)) +
                            2 / g * (h.inner * (p_fi + s) + h.outer * (s + p_fo)));
    }
    const Num p_b = w.given("p_b", "between the rows of a pair", Quantity::Length, p.p_b);
    const Num edge = isNearEdge ? d_e : s;
    const Num atEdge = isNearEdge ? 1 / (2 * d_e) : 1 / s;
    return w.result("Y_p", isNearEdge ? "yield-line parameter, d_e not above s" : "yield-line parameter, d_e above s",
                    Quantity::Length, clause,
                    b_p / 2 * (h.first * atEdge + h.outer / p_fo + h.inner / p_fi + h.last / s) +
                        2 / g *
                            (h.first * (edge + p_b / 4) + h.outer * (p_fo + 3 * p_b / 4) + h.inner * (p_fi + p_b / 4) +
                             h.last * (s + 3 * p_b / 4) + square(p_b)) +
                        g);
}

template <class Num>
Num columnFlangeParameter(Workings<Num>& w, const BoltPattern& p, double width, const ContinuityPlace* continuity) {
    const char* clause = p.isEight ? columnEight : columnFour;
    const Levers<Num> h = leversOf(w, p);
    const Num b = w.given("b_cf", "column flange", Quantity::Length, width);
    const Num g = w.given("g", "gauge", Quantity::Length, p.g);
    const Num s = spread(w, b, g, clause);
    const char* what = continuity ? "yield-line parameter of the column flange, with continuity plates"
                                  : "yield-line parameter of the column flange";
    if (continuity) {
        const Num p_so =
            w.let("p_so", "row outside from the continuity plate, not above s", Quantity::Length, clause,
                  smaller(w.given("p_so", "row outside from the continuity plate", Quantity::Length, continuity->p_so), s));
        const Num p_si =
            w.let("p_si", "row inside from the continuity plate, not above s", Quantity::Length, clause,
                  smaller(w.given("p_si", "row inside from the continuity plate", Quantity::Length, continuity->p_si), s));
        if (!p.isEight)
            return w.result("Y_c", what, Quantity::Length, clause,
                            b / 2 * (h.inner * (1 / s + 1 / p_si) + h.outer * (1 / s + 1 / p_so)) +
                                2 / g * (h.inner * (s + p_si) + h.outer * (s + p_so)));
        const Num p_b = w.given("p_b", "between the rows of a pair", Quantity::Length, p.p_b);
        return w.result("Y_c", what, Quantity::Length, clause,
                        b / 2 * (h.first / s + h.outer / p_so + h.inner / p_si + h.last / s) +
                            2 / g *
                                (h.first * (s + p_b / 4) + h.outer * (p_so + 3 * p_b / 4) + h.inner * (p_si + p_b / 4) +
                                 h.last * (s + 3 * p_b / 4) + square(p_b)) +
                            g);
    }
    const Num c = w.let("c", "between the rows on both sides of the flange", Quantity::Length, clause,
                        w.given("p_fo", "row outside the flange from its face", Quantity::Length, p.p_fo) +
                            w.given("t_bf", "beam flange", Quantity::Length, p.t_bf) +
                            w.given("p_fi", "row inside the flange from its face", Quantity::Length, p.p_fi));
    if (!p.isEight)
        return w.result("Y_c", what, Quantity::Length, clause,
                        b / 2 * (h.inner / s + h.outer / s) +
                            2 / g * (h.inner * (s + 3 * c / 4) + h.outer * (s + c / 4) + square(c) / 2) + g / 2);
    const Num p_b = w.given("p_b", "between the rows of a pair", Quantity::Length, p.p_b);
    w.note("The third row is taken with c/4, as the mechanism gives: the printed c/2 lies 3 to 4 % above it.", clause);
    return w.result(
        "Y_c", what, Quantity::Length, clause,
        b / 2 * (h.first / s + h.last / s) +
            2 / g * (h.first * (p_b + c / 2 + s) + h.outer * (p_b / 2 + c / 4) + h.inner * (p_b / 2 + c / 4) + h.last * s) +
            g / 2);
}

#define ZG_FOR(Num)                                                                                                              \
    template Num endPlateParameter(Workings<Num>&, const BoltPattern&, double);                                                  \
    template Num columnFlangeParameter(Workings<Num>&, const BoltPattern&, double, const ContinuityPlace*);
ZG_FOR(double)
ZG_FOR(Traced)
#undef ZG_FOR

} // namespace zg
