#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace zg {

/// Piece of a typeset symbol: normal or lowered, with a bar above or not.
struct SymbolRun {
    std::string text;
    bool isSubscript = false;
    bool hasBar = false;
};

/// Typesets an identifier by the rule of the house: the first underscore opens the subscript, further ones are its commas;
/// Greek letters are spelled out (gamma_M0, lambda_bar_p). "F_T_1_Rd" becomes F with subscript "T,1,Rd".
/// Available strengths keep their factor on the line: "phi_R_n_wy" is φR with subscript "n,wy", "R_n_wy_Omega" the same over Ω.
[[nodiscard]] std::vector<SymbolRun> typesetSymbol(std::string_view identifier);
/// Typesets every identifier in a formula and keeps the rest as it stands.
[[nodiscard]] std::vector<SymbolRun> typesetFormula(std::string_view formula);
/// Prose with symbols in it: only words that hold an underscore are symbols ("S_j,ini" too).
[[nodiscard]] std::vector<SymbolRun> typesetProse(std::string_view text);
[[nodiscard]] std::string toHtml(const std::vector<SymbolRun>& runs);
[[nodiscard]] std::string toPlain(const std::vector<SymbolRun>& runs);

} // namespace zg
