#pragma once
#include "base/workings.h"
#include "drawing/drawing.h"
#include <memory>
#include <string>
#include <variant>
#include <vector>

/// The calculation as a document without a medium: window, HTML and PDF all render these blocks.
namespace zg {

struct HeadingBlock {
    int level = 1; ///< 1 to 4
    std::string text;
    std::string anchor;
};
struct TextBlock {
    std::string text; ///< symbols as identifiers when isSymbolic
    bool isSymbolic = false, isFaint = false, isStrong = false;
};
struct TableCell {
    std::string text;
    bool isNumber = false, isSymbolic = false;
    CheckState state = CheckState::NotApplicable;
    bool hasState = false; ///< shows the ring of the state before the text
};
struct TableBlock {
    std::vector<std::string> head;
    std::vector<double> widths; ///< shares, sum 1
    std::vector<std::vector<TableCell>> rows;
};
struct FormulaBlock {
    WorkingLine line;
};
struct FigureBlock {
    std::shared_ptr<const Drawing> drawing;
    std::string caption;
};
[[nodiscard]] TableCell textCell(const std::string& text);
[[nodiscard]] TableCell symbolCell(const std::string& text);
[[nodiscard]] TableCell numberCell(const std::string& text);
/// With the ring of a state before the text.
[[nodiscard]] TableCell stateCell(const std::string& text, CheckState state);
using Block = std::variant<HeadingBlock, TextBlock, TableBlock, FormulaBlock, FigureBlock>;

/// Block of the office on the cover: its name and lines, and a picture (PNG or JPEG, as bytes).
struct Letterhead {
    std::vector<std::string> lines;
    std::string logo;
};
/// First page of a report.
struct Cover {
    Letterhead letterhead;
    std::string title;
    std::vector<std::pair<std::string, std::string>> facts; ///< "revision", "B"
    std::vector<std::string> sentences;                     ///< what the report holds and says
};

struct Document {
    std::string title, subtitle;
    std::string anchor;    ///< of the document among others
    bool isPartOf = false; ///< stands under the document before it in a table of contents
    std::vector<Block> blocks;

    void heading(int level, const std::string& text, const std::string& target = {});
    void text(const std::string& text, bool isFaint = false);
    void symbolic(const std::string& text);
    void figure(Drawing drawing, const std::string& caption);
};

/// Value of a working line with its unit, in N and mm, followed by the display unit where it reads easier ("204600 N = 204.6
/// kN").
[[nodiscard]] std::string lineValue(const WorkingLine& line, UnitSystem units);
/// The whole line as plain text, for copying.
/// Whether the formula of a line names anything: a bare number ("ρ = 1") is not written twice.
[[nodiscard]] bool hasSymbols(const WorkingLine& line);
[[nodiscard]] std::string lineText(const WorkingLine& line, UnitSystem units);

} // namespace zg
