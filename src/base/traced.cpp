#include "base/traced.h"
#include "base/text.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

ExprPtr node(Expr::Op op, double value, std::vector<ExprPtr> args) {
    auto e = std::make_shared<Expr>();
    e->op = op;
    e->value = value;
    e->args = std::move(args);
    return e;
}

int precedence(const Expr& e, ExprStyle style) {
    switch (e.op) {
    case Expr::Op::Add:
    case Expr::Op::Sub: return 1;
    case Expr::Op::Mul:
    case Expr::Op::Div: return 2;
    case Expr::Op::Neg: return 1;
    case Expr::Op::Pow: return 4;
    case Expr::Op::Number:
    case Expr::Op::Symbol: return e.value < 0 && (style == ExprStyle::Numbers || e.op == Expr::Op::Number) ? 1 : 5;
    default: return 5;
    }
}

std::string wrapped(const Expr& e, ExprStyle style, int least) {
    const std::string text = written(e, style);
    return precedence(e, style) < least ? "(" + text + ")" : text;
}

/// Members of nested min or max as one list.
void collect(const Expr& e, Expr::Op op, ExprStyle style, std::string& text) {
    for (const ExprPtr& arg : e.args) {
        if (arg->op == op)
            collect(*arg, op, style, text);
        else
            text += (text.empty() ? "" : "; ") + written(*arg, style);
    }
}

std::string list(const char* name, const Expr& e, ExprStyle style) {
    std::string text;
    collect(e, e.op, style, text);
    return std::string(name) + "(" + text + ")";
}

} // namespace

Traced::Traced(double literal) : value_(literal), expr_(node(Expr::Op::Number, literal, {})) {}

Traced Traced::named(double value, const char* symbol, double unit) {
    auto e = std::make_shared<Expr>();
    e->op = Expr::Op::Symbol;
    e->value = value;
    e->unit = unit;
    e->symbol = symbol;
    return {value, std::move(e)};
}

Traced operator+(const Traced& a, const Traced& b) {
    const double v = a.value() + b.value();
    return {v, node(Expr::Op::Add, v, {a.expr(), b.expr()})};
}
Traced operator-(const Traced& a, const Traced& b) {
    const double v = a.value() - b.value();
    return {v, node(Expr::Op::Sub, v, {a.expr(), b.expr()})};
}
Traced operator*(const Traced& a, const Traced& b) {
    const double v = a.value() * b.value();
    return {v, node(Expr::Op::Mul, v, {a.expr(), b.expr()})};
}
Traced operator/(const Traced& a, const Traced& b) {
    const double v = a.value() / b.value();
    return {v, node(Expr::Op::Div, v, {a.expr(), b.expr()})};
}
Traced operator-(const Traced& a) { return {-a.value(), node(Expr::Op::Neg, -a.value(), {a.expr()})}; }

double root(double x) { return std::sqrt(x); }
Traced root(const Traced& x) { return {root(x.value()), node(Expr::Op::Sqrt, root(x.value()), {x.expr()})}; }
double power(double x, double exponent) { return std::pow(x, exponent); }
Traced power(const Traced& x, double exponent) {
    const double v = power(x.value(), exponent);
    return {v, node(Expr::Op::Pow, v, {x.expr(), node(Expr::Op::Number, exponent, {})})};
}
double square(double x) { return x * x; }
Traced square(const Traced& x) {
    const double v = square(x.value());
    return {v, node(Expr::Op::Pow, v, {x.expr(), node(Expr::Op::Number, 2, {})})};
}
double magnitude(double x) { return std::abs(x); }
Traced magnitude(const Traced& x) { return {magnitude(x.value()), node(Expr::Op::Abs, magnitude(x.value()), {x.expr()})}; }
double smaller(double a, double b) { return std::min(a, b); }
Traced smaller(const Traced& a, const Traced& b) {
    const double v = smaller(a.value(), b.value());
    return {v, node(Expr::Op::Min, v, {a.expr(), b.expr()})};
}
double larger(double a, double b) { return std::max(a, b); }
Traced larger(const Traced& a, const Traced& b) {
    const double v = larger(a.value(), b.value());
    return {v, node(Expr::Op::Max, v, {a.expr(), b.expr()})};
}

std::string written(const Expr& e, ExprStyle style) {
    const auto arg = [&](std::size_t i, int least) { return wrapped(*e.args[i], style, least); };
    switch (e.op) {
    case Expr::Op::Number: return significant(e.value, 6);
    case Expr::Op::Symbol:
        // Signs of constants (π, √2) stay as they are; identifiers become their numbers.
        return style == ExprStyle::Symbols || static_cast<unsigned char>(e.symbol[0]) > 127 ? e.symbol
                                                                                            : significant(e.value / e.unit, 5);
    case Expr::Op::Add: return arg(0, 1) + " + " + arg(1, 2);
    case Expr::Op::Sub: return arg(0, 1) + " − " + arg(1, 2);
    case Expr::Op::Mul:
        if (e.args[1]->op == Expr::Op::Number && e.args[1]->value == 1) return written(*e.args[0], style);
        return arg(0, 2) + "·" + arg(1, e.args[1]->op == Expr::Op::Div ? 2 : 3);
    case Expr::Op::Div: return arg(0, 2) + "/" + arg(1, 3);
    case Expr::Op::Neg: return "−" + arg(0, 2);
    case Expr::Op::Pow: {
        const double exponent = e.args[1]->value;
        return arg(0, 5) + (exponent == 2 ? "²" : exponent == 3 ? "³" : "^" + arg(1, 5));
    }
    case Expr::Op::Sqrt: return "√(" + written(*e.args[0], style) + ")";
    case Expr::Op::Min: return list("min", e, style);
    case Expr::Op::Max: return list("max", e, style);
    case Expr::Op::Abs: return "|" + written(*e.args[0], style) + "|";
    }
    return {};
}

namespace {

double computed(const Expr& e, double& largest) {
    const auto arg = [&](std::size_t i) { return asWritten(*e.args[i], largest); };
    switch (e.op) {
    case Expr::Op::Number: return e.value;
    case Expr::Op::Symbol: return e.value / e.unit;
    case Expr::Op::Add: return arg(0) + arg(1);
    case Expr::Op::Sub: return arg(0) - arg(1);
    case Expr::Op::Mul: return arg(0) * arg(1);
    case Expr::Op::Div: return arg(0) / arg(1);
    case Expr::Op::Neg: return -arg(0);
    case Expr::Op::Pow: return power(arg(0), e.args[1]->value);
    case Expr::Op::Sqrt: return root(arg(0));
    case Expr::Op::Min: return smaller(arg(0), arg(1));
    case Expr::Op::Max: return larger(arg(0), arg(1));
    case Expr::Op::Abs: return magnitude(arg(0));
    }
    return 0;
}

} // namespace

double asWritten(const Expr& e, double& largest) {
    const double value = computed(e, largest);
    largest = std::max(largest, std::abs(value));
    return value;
}

} // namespace zg
