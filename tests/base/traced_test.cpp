#include "base/typeset.h"
#include "base/workings.h"
#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace zg;

namespace {
template <class Num> Num formula(Workings<Num>& w, double a, double b) {
    const Num x = w.given("x", "", Quantity::None, a);
    const Num y = w.given("y_1", "", Quantity::None, b);
    const Num s = w.let("s", "", Quantity::None, "", (x + 2 * y) / (1 + square(x)) - root(magnitude(x * y)));
    return w.result("t", "", Quantity::None, "", smaller(s, larger(x, -y)) * power(y, 1.5));
}
} // namespace

TEST_CASE("a traced number does the arithmetic of double to the bit", "[base][tracing]") {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> any(0.01, 900);
    for (int i = 0; i < 500; ++i) {
        const double a = any(random);
        const double b = any(random);
        Workings<double> plain;
        Workings<Traced> traced;
        CHECK(formula(plain, a, b) == formula(traced, a, b).value());
    }
}

TEST_CASE("the formula is written as it was computed, with brackets where they are needed", "[base][tracing]") {
    Workings<Traced> w;
    const Traced a = w.given("a", "", Quantity::None, 3);
    const Traced b = w.given("b_1", "", Quantity::None, -2);
    (void)w.let("r", "", Quantity::None, "4.5", a / (a - b) * (a + b) / 2);
    CHECK(w.lines().back().symbols == "a/(a − b_1)·(a + b_1)/2");
    CHECK(w.lines().back().numbers == "3/(3 − (-2))·(3 + (-2))/2");
    (void)w.let("q", "", Quantity::None, "", smaller(a, smaller(b, Traced(7))));
    CHECK(w.lines().back().symbols == "min(a; b_1; 7)");
    CHECK(w.lines().back().value == -2);
    const Traced twoPi = 2 * constant<Traced>(3.14159, "π") * a;
    (void)w.let("l", "", Quantity::None, "", twoPi);
    CHECK(w.lines().back().numbers == "2·π·3");
}

TEST_CASE("identifiers are typeset by one rule", "[base]") {
    CHECK(toHtml(typesetSymbol("F_T_1_Rd")) == "F<sub>T,1,Rd</sub>");
    CHECK(toHtml(typesetSymbol("gamma_M0")) == "γ<sub>M0</sub>");
    CHECK(toHtml(typesetSymbol("phi_R_n_wy")) == "φR<sub>n,wy</sub>");
    CHECK(toHtml(typesetSymbol("R_n_wy_Omega")) == "R<sub>n,wy</sub>/Ω");
    CHECK(toHtml(typesetSymbol("Omega_b")) == "Ω<sub>b</sub>");
    CHECK(toHtml(typesetSymbol("phi_b")) == "φ<sub>b</sub>");
    CHECK(toHtml(typesetSymbol("lambda_bar_p")) == "λ̄<sub>p</sub>");
    CHECK(toHtml(typesetFormula("4·M_pl_1_Rd/m")) == "4·M<sub>pl,1,Rd</sub>/m");
    CHECK(toHtml(typesetFormula("min(a; 2.5)")) == "min(a; 2.5)");
    CHECK(toHtml(typesetSymbol("<script>")) == "&lt;script&gt;");
}
