#pragma once
#include "base/traced.h"
#include "base/units.h"
#include <cmath>
#include <string>
#include <vector>

namespace zg {

/// How much a reader wants to see: one page, the results of each part, or every formula.
enum class Depth { Brief, ByPart, Full };

/// A symbol with the number of a row in it: {"F_t", 2, "_Rd"} is F_t2_Rd. Costs nothing where nothing is recorded.
struct Indexed {
    const char* before;
    int index;
    const char* after = "";
};

/// One line of the calculation, recorded while it was computed.
struct WorkingLine {
    enum class Kind { Heading, Given, Formula, Note };
    Kind kind = Kind::Note;
    Depth depth = Depth::Full; ///< the least depth at which the line is shown
    int level = 0;             ///< heading level
    std::string symbol;        ///< identifier such as F_T_1_Rd; typeset by base/typeset.h
    std::string text;          ///< heading, note, or what the symbol means
    std::string symbols;       ///< formula with symbols
    std::string numbers;       ///< formula with numbers; empty where it says no more than the value
    double value = 0;
    Quantity quantity = Quantity::None;
    UnitSystem units = UnitSystem::SI; ///< of the numbers
    std::string clause;
    std::string anchor; ///< headings: target for jumps from a check
};

/// Recorder of the calculation. The general form does nothing: on plain double everything here compiles away.
template <class Num> class Workings {
public:
    static constexpr bool tracing = false;
    void heading(int, const std::string&, const std::string& = {}) {}
    void heading(int, const char*, const char* = "") {}
    void note(const char*, const char* = "") {}
    Num given(const char*, const char*, Quantity, double value, const char* = "") { return value; }
    Num let(const char*, const char*, Quantity, const char*, const Num& value) { return value; }
    Num result(const char*, const char*, Quantity, const char*, const Num& value) { return value; }
    Num given(const Indexed&, const char*, Quantity, double value, const char* = "") { return value; }
    Num let(const Indexed&, const char*, Quantity, const char*, const Num& value) { return value; }
    Num result(const Indexed&, const char*, Quantity, const char*, const Num& value) { return value; }
};

template <> class Workings<Traced> {
public:
    /// `units`: in which formulas have their numbers.
    explicit Workings(UnitSystem units = UnitSystem::SI) : units_(units) {}
    static constexpr bool tracing = true;
    void heading(int level, const std::string& text, const std::string& anchor = {}) {
        WorkingLine line;
        line.kind = WorkingLine::Kind::Heading;
        line.depth = level <= 2 ? Depth::ByPart : Depth::Full;
        line.level = level;
        line.text = text;
        line.anchor = anchor;
        lines_.push_back(std::move(line));
    }
    void note(const std::string& text, const std::string& clause = {}) {
        WorkingLine line;
        line.text = text;
        line.clause = clause;
        lines_.push_back(std::move(line));
    }
    /// An input: takes its symbol and its number into the workings.
    Traced given(const char* symbol, const char* what, Quantity quantity, double value, const char* clause = "") {
        record(WorkingLine::Kind::Given, Depth::Full, symbol, what, quantity, clause, Traced(value));
        return Traced::named(value, symbol, workingUnitOf(quantity, units_).factor);
    }
    /// An intermediate value of a clause.
    Traced let(const char* symbol, const char* what, Quantity quantity, const char* clause, const Traced& value) {
        record(WorkingLine::Kind::Formula, Depth::Full, symbol, what, quantity, clause, value);
        return Traced::named(value.value(), symbol, workingUnitOf(quantity, units_).factor);
    }
    /// A value worth showing in the shorter depths too.
    Traced result(const char* symbol, const char* what, Quantity quantity, const char* clause, const Traced& value) {
        record(WorkingLine::Kind::Formula, Depth::ByPart, symbol, what, quantity, clause, value);
        return Traced::named(value.value(), symbol, workingUnitOf(quantity, units_).factor);
    }
    Traced given(const Indexed& s, const char* what, Quantity quantity, double value, const char* clause = "") {
        return given(symbolOf(s).c_str(), what, quantity, value, clause);
    }
    Traced let(const Indexed& s, const char* what, Quantity quantity, const char* clause, const Traced& value) {
        return let(symbolOf(s).c_str(), what, quantity, clause, value);
    }
    Traced result(const Indexed& s, const char* what, Quantity quantity, const char* clause, const Traced& value) {
        return result(symbolOf(s).c_str(), what, quantity, clause, value);
    }
    [[nodiscard]] const std::vector<WorkingLine>& lines() const { return lines_; }
    [[nodiscard]] std::vector<WorkingLine> take() { return std::move(lines_); }

private:
    /// "x", also as x·1, which gives a value another name.
    static bool isOneSymbol(const Expr& e) {
        if (e.op == Expr::Op::Mul && e.args[1]->op == Expr::Op::Number && e.args[1]->value == 1) return isOneSymbol(*e.args[0]);
        return e.op == Expr::Op::Symbol;
    }
    static std::string symbolOf(const Indexed& s) { return s.before + std::to_string(s.index) + s.after; }
    void record(WorkingLine::Kind kind, Depth depth, const char* symbol, const char* what, Quantity quantity, const char* clause,
                const Traced& value) {
        WorkingLine line;
        line.kind = kind;
        line.depth = depth;
        line.symbol = symbol;
        line.text = what;
        line.value = value.value();
        line.quantity = quantity;
        line.clause = clause;
        line.units = units_;
        if (kind == WorkingLine::Kind::Formula) {
            line.symbols = written(*value.expr(), ExprStyle::Symbols);
            line.numbers = written(*value.expr(), ExprStyle::Numbers);
            if (units_ == UnitSystem::US) inPlainUnits(line, *value.expr());
            // One symbol for another: the value says it all.
            if (isOneSymbol(*value.expr()) || line.numbers == line.symbols) line.numbers.clear();
        }
        lines_.push_back(std::move(line));
    }
    /// A formula with a constant that has a unit holds in N and mm alone: its numbers are left out in other units.
    static void inPlainUnits(WorkingLine& line, const Expr& expr) {
        const double meant = line.value / workingUnitOf(line.quantity, line.units).factor;
        double largest = 0;
        const double written = asWritten(expr, largest);
        // Of two numbers that cancel no more is left than their own rounding.
        if (!(std::abs(written - meant) <= 1e-9 * std::abs(meant) + 1e-12 * largest)) line.numbers.clear();
    }
    UnitSystem units_;
    std::vector<WorkingLine> lines_;
};

} // namespace zg
