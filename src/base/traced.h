#pragma once
#include <memory>
#include <string>
#include <vector>

namespace zg {

/// Node of a recorded expression. Immutable and shared: copying a traced number copies one pointer.
struct Expr {
    enum class Op { Number, Symbol, Add, Sub, Mul, Div, Neg, Pow, Sqrt, Min, Max, Abs };
    Op op = Op::Number;
    double value = 0;
    double unit = 1; ///< of a symbol: what its number is written in
    std::string symbol;
    std::vector<std::shared_ptr<const Expr>> args;
};
using ExprPtr = std::shared_ptr<const Expr>;

/// Number that remembers how it was computed. Does exactly the arithmetic of double, in the same order, so that a run on
/// this type gives the same bits as a run on double (a test proves it).
class Traced {
public:
    Traced(double literal = 0); // implicit on purpose: printed constants stay in place in the formulas
    Traced(double value, ExprPtr expr) : value_(value), expr_(std::move(expr)) {}
    [[nodiscard]] double value() const { return value_; }
    [[nodiscard]] const ExprPtr& expr() const { return expr_; }
    /// The same value, from now on written as a symbol; its number in this unit.
    [[nodiscard]] static Traced named(double value, const char* symbol, double unit = 1);

private:
    double value_;
    ExprPtr expr_;
};

/// A constant of mathematics under its own sign ("π", "√2"), in symbols and in numbers alike.
template <class Num> [[nodiscard]] Num constant(double value, const char* sign);
template <> [[nodiscard]] inline double constant<double>(double value, const char*) { return value; }
template <> [[nodiscard]] inline Traced constant<Traced>(double value, const char* sign) { return Traced::named(value, sign); }

[[nodiscard]] inline double valueOf(double x) { return x; }
[[nodiscard]] inline double valueOf(const Traced& x) { return x.value(); }

Traced operator+(const Traced& a, const Traced& b);
Traced operator-(const Traced& a, const Traced& b);
Traced operator*(const Traced& a, const Traced& b);
Traced operator/(const Traced& a, const Traced& b);
Traced operator-(const Traced& a);
inline bool operator<(const Traced& a, const Traced& b) { return a.value() < b.value(); }
inline bool operator>(const Traced& a, const Traced& b) { return a.value() > b.value(); }
inline bool operator<=(const Traced& a, const Traced& b) { return a.value() <= b.value(); }
inline bool operator>=(const Traced& a, const Traced& b) { return a.value() >= b.value(); }

/// The functions of the clauses, for both number types under one name.
double root(double x);
Traced root(const Traced& x);
double power(double x, double exponent);
Traced power(const Traced& x, double exponent);
double square(double x);
Traced square(const Traced& x);
double magnitude(double x);
Traced magnitude(const Traced& x);
double smaller(double a, double b);
Traced smaller(const Traced& a, const Traced& b);
double larger(double a, double b);
Traced larger(const Traced& a, const Traced& b);

/// Expression as text, with symbols ("4·M_pl_1_Rd/m") or with their numbers ("4·2310000/45.2").
enum class ExprStyle { Symbols, Numbers };
[[nodiscard]] std::string written(const Expr& expr, ExprStyle style);
/// The expression computed anew with the numbers as they are written, in the units of its symbols; `largest` grows to the largest
/// number that comes up in it.
[[nodiscard]] double asWritten(const Expr& expr, double& largest);

} // namespace zg
