#include "component/american/yield_lines.h"

namespace zg {
namespace {

constexpr const char* four = "AISC 358-16 table 6.2";
constexpr const char* fourStiffened = "AISC 358-16 table 6.3";
constexpr const char* eight = "AISC 358-16 table 6.4";
constexpr const char* columnFour = "AISC 358-16 table 6.5";
constexpr const char* columnEight = "AISC 358-16 table 6.6";
constexpr const char* guide = "AISC design guide 16 (2002), yield lines";

template <class Num> struct Levers { Num first, outer, inner, last; };
template <class Num> Levers<Num> leversOf(Workings<Num>& w, const BoltPattern& p) {
    const auto h = [&](const char* symbol, const char* what, double value) {
        return w.given(symbol, what, Quantity::Length, value);
    };
    if (p.isEight())
        return {h("h_1", "outermost row to the centre of the compression flange", p.h_first),
                h("h_2", "row outside the flange", p.h_outer), h("h_3", "row inside the flange", p.h_inner),
                h("h_4", "innermost row", p.h_last)};
    Levers<Num> l{Num(0), Num(0), Num(0), Num(0)};
    if (p.outer > 0) l.outer = h("h_0", "row outside the flange to the centre of the compression flange", p.h_outer);
    l.inner = h("h_1", p.outer > 0 ? "row inside the flange" : "row inside the flange to the centre of the compression flange",
                p.h_inner);
    if (p.inner == 2) l.last = h("h_2", "innermost row", p.h_last);
    return l;
}
template <class Num> Num spread(Workings<Num>& w, const Num& b, const Num& g, const char* clause) {
    return w.let("s", "reach of the yield lines", Quantity::Length, clause, 0.5 * root(b * g));
}

/// Rows inside a flange or a continuity plate, `near` from it: triangles beyond the last row, strips between two.
template <class Num>
Num insideParameter(Workings<Num>& w, const BoltPattern& p, const Levers<Num>& h, const Num& b, const Num& g, const Num& s,
                    const Num& near) {
    if (p.inner == 1) return b / 2 * (h.inner * (1 / near + 1 / s)) + 2 / g * (h.inner * (near + s));
    const Num p_b = w.given("p_b", "between the rows inside", Quantity::Length, p.p_b);
    return b / 2 * (h.inner / near + h.last / s) + 2 / g * (h.inner * (near + 3 * p_b / 4) + h.last * (s + p_b / 4)) + g / 2;
}

/// Patterns that 358 has no table for: the rows inside by themselves, with what one row outside adds.
template <class Num>
Num otherPlate(Workings<Num>& w, const BoltPattern& p, const Levers<Num>& h, const Num& b, const Num& g, const Num& s,
               const Num& p_fi) {
    const Num inside = w.let("Y_in", "rows inside the flange", Quantity::Length, guide, insideParameter(w, p, h, b, g, s, p_fi));
    if (p.outer == 0)
        return w.result("Y_p", "yield-line parameter of the flush end plate", Quantity::Length, guide, inside * Num(1));
    const Num p_fo = w.given("p_fo", "row outside the flange from its face", Quantity::Length, p.p_fo);
    if (!p.isStiffened)
        return w.result("Y_p", "yield-line parameter of the end plate", Quantity::Length, guide,
                        inside + b / 2 * (h.outer / p_fo - 0.5));
    const Num d_e = w.given("d_e", "outermost row to the plate's edge", Quantity::Length, p.d_e);
    if (p.d_e <= valueOf(s))
        return w.result("Y_p", "yield-line parameter, d_e not above s", Quantity::Length, guide,
                        inside + b / 2 * (h.outer * (1 / p_fo + 1 / (2 * s))) + 2 / g * (h.outer * (d_e + p_fo)));
    return w.result("Y_p", "yield-line parameter, d_e above s", Quantity::Length, guide,
                    inside + b / 2 * (h.outer * (1 / p_fo + 1 / s)) + 2 / g * (h.outer * (s + p_fo)));
}

/// Column flange without continuity plates: one row, or all between the outermost and the innermost of several.
template <class Num>
Num bareFlange(Workings<Num>& w, const BoltPattern& p, const Levers<Num>& h, const Num& b, const Num& g, const Num& s,
               const char* what) {
    if (p.outer == 0 && p.inner == 1)
        return w.result("Y_c", what, Quantity::Length, guide, b * h.inner / s + 4 * h.inner * s / g);
    const Num& first = p.outer > 0 ? h.outer : h.inner;
    const Num& last = p.inner == 2 ? h.last : h.inner;
    const Num c = w.let("c", "between the outermost and the innermost row", Quantity::Length, guide, first - last);
    return w.result("Y_c", what, Quantity::Length, guide,
                    b / 2 * (last / s + first / s) + 2 / g * (last * (s + 3 * c / 4) + first * (s + c / 4) + square(c) / 2) +
                        g / 2);
}

/// With continuity plates, patterns that 358 has no table for.
template <class Num>
Num stiffenedFlange(Workings<Num>& w, const BoltPattern& p, const Levers<Num>& h, const Num& b, const Num& g, const Num& s,
                    const ContinuityPlace& place, const char* what) {
    const auto near = [&](const char* symbol, const char* from, double at) {
        return w.let(symbol, "no more than s", Quantity::Length, guide, smaller(w.given(symbol, from, Quantity::Length, at), s));
    };
    const Num p_si = near("p_si", "row inside from the continuity plate", place.p_si);
    const Num inside =
        w.let("Y_in", "rows inside the continuity plate", Quantity::Length, guide, insideParameter(w, p, h, b, g, s, p_si));
    if (p.outer == 0) return w.result("Y_c", what, Quantity::Length, guide, inside * Num(1));
    const Num p_so = near("p_so", "row outside from the continuity plate", place.p_so);
    return w.result("Y_c", what, Quantity::Length, guide,
                    inside + b / 2 * (h.outer * (1 / s + 1 / p_so)) + 2 / g * (h.outer * (s + p_so)));
}

} // namespace

template <class Num> Num endPlateParameter(Workings<Num>& w, const BoltPattern& p, double width) {
    const bool isOther = !p.isEight() && !p.isFour();
    const char* clause = isOther ? guide : p.isEight() ? eight : p.isStiffened ? fourStiffened : four;
    const Levers<Num> h = leversOf(w, p);
    const Num b_p = w.given("b_p", "effective width of the end plate", Quantity::Length, width);
    const Num g = w.given("g", "gauge", Quantity::Length, p.g);
    const Num s = spread(w, b_p, g, clause);
    const Num p_fi = w.let("p_fi", "row inside the flange from its face, not above s", Quantity::Length, clause,
                           smaller(w.given("p_fi", "row inside the flange from its face", Quantity::Length, p.p_fi), s));
    if (isOther) return otherPlate(w, p, h, b_p, g, s, p_fi);
    const Num p_fo = w.given("p_fo", "row outside the flange from its face", Quantity::Length, p.p_fo);
    if (!p.isStiffened)
        return w.result("Y_p", "yield-line parameter of the end plate", Quantity::Length, clause,
                        b_p / 2 * (h.inner * (1 / p_fi + 1 / s) + h.outer / p_fo - 0.5) + 2 / g * (h.inner * (p_fi + s)));
    const Num d_e = w.given("d_e", "outermost row to the plate's edge", Quantity::Length, p.d_e);
    const bool isNearEdge = p.d_e <= valueOf(s);
    if (p.d_e <= 2 * valueOf(s))
        w.note("The outermost row is nearer to the edge than twice s: there the table lies up to 19 % above the least of its own "
               "mechanism. The table is followed.",
               clause);
    if (!p.isEight()) {
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
    const bool isOther = !p.isEight() && !p.isFour();
    const char* clause = isOther ? guide : p.isEight() ? columnEight : columnFour;
    const Levers<Num> h = leversOf(w, p);
    const Num b = w.given("b_cf", "column flange", Quantity::Length, width);
    const Num g = w.given("g", "gauge", Quantity::Length, p.g);
    const Num s = spread(w, b, g, clause);
    const char* what = continuity ? "yield-line parameter of the column flange, with continuity plates"
                                  : "yield-line parameter of the column flange";
    if (isOther) return continuity ? stiffenedFlange(w, p, h, b, g, s, *continuity, what) : bareFlange(w, p, h, b, g, s, what);
    if (continuity) {
        const Num p_so =
            w.let("p_so", "row outside from the continuity plate, not above s", Quantity::Length, clause,
                  smaller(w.given("p_so", "row outside from the continuity plate", Quantity::Length, continuity->p_so), s));
        const Num p_si =
            w.let("p_si", "row inside from the continuity plate, not above s", Quantity::Length, clause,
                  smaller(w.given("p_si", "row inside from the continuity plate", Quantity::Length, continuity->p_si), s));
        if (!p.isEight())
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
    if (!p.isEight())
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
