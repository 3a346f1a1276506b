#include "report/document.h"
#include "base/text.h"
#include "base/typeset.h"
#include <algorithm>
#include <cctype>

namespace zg {

TableCell textCell(const std::string& text) {
    TableCell c;
    c.text = text;
    return c;
}
TableCell symbolCell(const std::string& text) {
    TableCell c = textCell(text);
    c.isSymbolic = true;
    return c;
}
TableCell numberCell(const std::string& text) {
    TableCell c = textCell(text);
    c.isNumber = true;
    return c;
}
TableCell stateCell(const std::string& text, CheckState state) {
    TableCell c = numberCell(text);
    c.hasState = true;
    c.state = state;
    return c;
}

void Document::heading(int level, const std::string& words, const std::string& target) {
    blocks.emplace_back(HeadingBlock{level, words, target});
}
void Document::text(const std::string& words, bool isFaint) {
    TextBlock b;
    b.text = words;
    b.isFaint = isFaint;
    blocks.emplace_back(std::move(b));
}
void Document::symbolic(const std::string& words) {
    TextBlock b;
    b.text = words;
    b.isSymbolic = true;
    blocks.emplace_back(std::move(b));
}
void Document::figure(Drawing drawing, const std::string& caption) {
    blocks.emplace_back(FigureBlock{std::make_shared<const Drawing>(std::move(drawing)), caption});
}

std::string lineValue(const WorkingLine& line, UnitSystem units) {
    const Unit plain = workingUnitOf(line.quantity, line.units);
    std::string text = significant(line.value / plain.factor, 5);
    if (*plain.symbol) text += std::string(" ") + plain.symbol;
    const bool isLarge =
        line.quantity == Quantity::Force || line.quantity == Quantity::Moment || line.quantity == Quantity::Stiffness;
    const bool isAnother = std::string_view(plain.symbol) != unitOf(line.quantity, units).symbol;
    if (isAnother && (isLarge || (units != line.units && *plain.symbol))) text += " = " + shown(line.value, line.quantity, units);
    return text;
}

bool hasSymbols(const WorkingLine& line) {
    return line.kind == WorkingLine::Kind::Formula &&
           std::any_of(line.symbols.begin(), line.symbols.end(), [](unsigned char c) { return std::isalpha(c) != 0 || c > 127; });
}

std::string lineText(const WorkingLine& line, UnitSystem units) {
    switch (line.kind) {
    case WorkingLine::Kind::Heading: return "\n" + line.text;
    case WorkingLine::Kind::Note: return line.text + (line.clause.empty() ? "" : "  [" + line.clause + "]");
    case WorkingLine::Kind::Given:
    case WorkingLine::Kind::Formula: break;
    }
    std::string text = toPlain(typesetSymbol(line.symbol)) + " = ";
    if (hasSymbols(line)) text += toPlain(typesetFormula(line.symbols)) + " = ";
    if (!line.numbers.empty()) text += line.numbers + " = ";
    text += lineValue(line, units);
    if (!line.text.empty()) text += "  (" + toPlain(typesetProse(line.text)) + ")";
    if (!line.clause.empty()) text += "  [" + line.clause + "]";
    return text;
}

} // namespace zg
