#include "base/typeset.h"
#include "base/text.h"
#include <array>
#include <cctype>
#include <utility>

namespace zg {
namespace {

using Pair = std::pair<std::string_view, const char*>;
constexpr std::array<Pair, 18> greek{{{"alpha", "α"},
                                      {"beta", "β"},
                                      {"gamma", "γ"},
                                      {"delta", "δ"},
                                      {"epsilon", "ε"},
                                      {"eta", "η"},
                                      {"theta", "θ"},
                                      {"kappa", "κ"},
                                      {"lambda", "λ"},
                                      {"mu", "μ"},
                                      {"nu", "ν"},
                                      {"rho", "ρ"},
                                      {"sigma", "σ"},
                                      {"tau", "τ"},
                                      {"phi", "φ"},
                                      {"chi", "χ"},
                                      {"psi", "ψ"},
                                      {"omega", "ω"}}};

std::string letter(const std::string& word) {
    for (const auto& [name, sign] : greek)
        if (name == word) return sign;
    if (word == "Sigma") return "Σ";
    if (word == "Phi") return "Φ";
    if (word == "Omega") return "Ω";
    if (word == "perp") return "⊥";
    if (word == "par") return "∥";
    return word;
}

bool isWordStart(char c) { return std::isalpha(static_cast<unsigned char>(c)) != 0; }
bool isWordPart(char c) { return std::isalnum(static_cast<unsigned char>(c)) != 0 || c == '_'; }

} // namespace

std::vector<SymbolRun> typesetSymbol(std::string_view identifier) {
    std::vector<SymbolRun> runs;
    std::string subscript;
    SymbolRun head;
    bool first = true;
    std::vector<std::string> words = split(identifier, '_');
    // Available strengths: phi R_n, or R_n/Omega.
    const bool isDivided = words.size() > 2 && words.back() == "Omega";
    if (isDivided) words.pop_back();
    const bool isFactored = words.size() > 2 && words[0] == "phi" && words[1].size() == 1 &&
                            std::isupper(static_cast<unsigned char>(words[1][0])) != 0;
    if (isFactored) words.erase(words.begin());
    for (const std::string& word : words) {
        if (first) {
            // Sums are written "SigmaF": the sign stands before the letter.
            head.text = word.rfind("Sigma", 0) == 0 && word.size() > 5 ? "Σ" + letter(word.substr(5)) : letter(word);
            if (isFactored) head.text = "φ" + head.text;
            first = false;
        } else if (word == "bar" && subscript.empty()) {
            head.hasBar = true;
        } else if (word == "prime" && subscript.empty()) {
            head.text += "′";
        } else if (word == "sq" && subscript.empty()) {
            head.text += "²";
        } else {
            subscript += (subscript.empty() ? "" : ",") + letter(word);
        }
    }
    runs.push_back(std::move(head));
    if (!subscript.empty()) runs.push_back({subscript, true, false});
    if (isDivided) runs.push_back({"/Ω", false, false});
    return runs;
}

std::vector<SymbolRun> typesetFormula(std::string_view formula) {
    std::vector<SymbolRun> runs;
    std::string plain;
    std::size_t i = 0;
    const auto flush = [&] {
        if (!plain.empty()) runs.push_back({std::move(plain), false, false});
        plain.clear();
    };
    while (i < formula.size()) {
        if (!isWordStart(formula[i])) {
            plain += formula[i++];
            continue;
        }
        std::size_t end = i;
        while (end < formula.size() && isWordPart(formula[end])) ++end;
        const std::string_view word = formula.substr(i, end - i);
        // An exponent of scientific notation ("1e+12") and function names are no symbols.
        const bool isNumberTail = i > 0 && std::isdigit(static_cast<unsigned char>(formula[i - 1])) != 0;
        if (isNumberTail || word == "min" || word == "max") {
            plain += word;
        } else {
            flush();
            for (SymbolRun& run : typesetSymbol(word)) runs.push_back(std::move(run));
        }
        i = end;
    }
    flush();
    return runs;
}

std::vector<SymbolRun> typesetProse(std::string_view text) {
    std::vector<SymbolRun> runs;
    std::string plain;
    std::string word;
    const auto flush = [&] {
        // A comma directly after a symbol belongs to it only in house form "S_j,ini".
        if (word.find('_') != std::string::npos) {
            if (!plain.empty()) runs.push_back({std::move(plain), false, false});
            plain.clear();
            for (char& c : word)
                if (c == ',') c = '_';
            for (SymbolRun& r : typesetSymbol(word)) runs.push_back(std::move(r));
        } else {
            plain += word;
        }
        word.clear();
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        const bool isInner = c == ',' && i + 1 < text.size() && std::isalpha(static_cast<unsigned char>(text[i + 1])) &&
                             word.find('_') != std::string::npos;
        if (std::isalnum(static_cast<unsigned char>(c)) || c == '_' || isInner) {
            word += c;
        } else {
            flush();
            plain += c;
        }
    }
    flush();
    if (!plain.empty()) runs.push_back({std::move(plain), false, false});
    return runs;
}

std::string toHtml(const std::vector<SymbolRun>& runs) {
    std::string html;
    for (const SymbolRun& run : runs) {
        const std::string text = escapedMarkup(run.text);
        if (run.isSubscript)
            html += "<sub>" + text + "</sub>";
        else if (run.hasBar)
            html += text + "̄";
        else
            html += text;
    }
    return html;
}

std::string toPlain(const std::vector<SymbolRun>& runs) {
    std::string plain;
    for (const SymbolRun& run : runs) plain += (run.isSubscript ? "_" : "") + run.text + (run.hasBar ? "̄" : "");
    return plain;
}

} // namespace zg
