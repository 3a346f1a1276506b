#include "report/html.h"
#include "base/text.h"
#include "base/typeset.h"
#include "drawing/svg.h"
#include "words/phrases.h"
#include <cstdio>

namespace zg {
namespace {

std::string hex(const Palette& p, Tone tone) {
    char text[8];
    std::snprintf(text, sizeof text, "#%06X", colour(p, tone));
    return text;
}

/// Sign of a state that does not lean on colour alone.
const char* sign(CheckState state) {
    switch (state) {
    case CheckState::Within: return "○";
    case CheckState::Close: return "◐";
    case CheckState::Over: return "●";
    case CheckState::NotDone:
    case CheckState::NotApplicable: break;
    }
    return "–";
}

class Html {
public:
    Html(const Palette& palette, UnitSystem units, bool isPage) : p_(palette), units_(units), isPage_(isPage) {}

    std::string document(const Document& d) {
        std::string out = "<h1>" + escapedMarkup(d.title) + "</h1>\n";
        if (!d.subtitle.empty()) out += faint(escapedMarkup(d.subtitle), "p");
        for (const Block& block : d.blocks) out += std::visit([&](const auto& b) { return render(b); }, block);
        return out;
    }

private:
    std::string faint(const std::string& html, const char* tag) const {
        return std::string("<") + tag + " style=\"color:" + hex(p_, Tone::FaintInk) + "\">" + html + "</" + tag + ">\n";
    }

    std::string render(const HeadingBlock& h) {
        const std::string tag = "h" + std::to_string(h.level);
        const std::string anchor = h.anchor.empty() ? "" : "<a name=\"" + escapedMarkup(h.anchor) + "\"></a>";
        return "<" + tag + ">" + anchor + escapedMarkup(h.text) + "</" + tag + ">\n";
    }
    std::string render(const TextBlock& t) {
        std::string html = t.isSymbolic ? toHtml(typesetProse(t.text)) : escapedMarkup(t.text);
        if (t.isStrong) html = "<b>" + html + "</b>";
        return t.isFaint ? faint(html, "p") : "<p>" + html + "</p>\n";
    }
    std::string render(const TableBlock& t) {
        std::string out = "<table width=\"100%\" cellspacing=\"0\" cellpadding=\"3\"><tr>";
        for (std::size_t i = 0; i < t.head.size(); ++i) {
            const bool isNumber = !t.rows.empty() && i < t.rows[0].size() && t.rows[0][i].isNumber;
            out += "<th width=\"" + fixedDecimals(100 * t.widths[i], 0) + "%\" align=\"" + (isNumber ? "right" : "left") +
                   "\" style=\"color:" + hex(p_, Tone::FaintInk) + "\">" + toHtml(typesetProse(t.head[i])) + "</th>";
        }
        out += "</tr>\n";
        for (const auto& row : t.rows) {
            out += "<tr>";
            for (const TableCell& c : row) {
                std::string html = c.isSymbolic ? toHtml(typesetProse(c.text)) : escapedMarkup(c.text);
                if (c.hasState)
                    html = "<span title=\"" + std::string(wordOf(c.state)) + "\" style=\"color:" + hex(p_, toneOf(c.state)) +
                           "\">" + sign(c.state) + "</span>&nbsp;" + html;
                out += std::string("<td align=\"") + (c.isNumber ? "right" : "left") + "\">" + html + "</td>";
            }
            out += "</tr>\n";
        }
        return out + "</table>\n";
    }
    std::string render(const FormulaBlock& f) {
        const WorkingLine& line = f.line;
        const std::string clause = line.clause.empty() ? ""
                                                       : " <span style=\"color:" + hex(p_, Tone::FaintInk) + "\"><small>" +
                                                             escapedMarkup(line.clause) + "</small></span>";
        if (line.kind == WorkingLine::Kind::Note) return "<p><i>" + toHtml(typesetProse(line.text)) + "</i>" + clause + "</p>\n";
        std::string html = toHtml(typesetSymbol(line.symbol)) + " = ";
        if (hasSymbols(line)) html += toHtml(typesetFormula(line.symbols)) + " = ";
        if (!line.numbers.empty()) html += escapedMarkup(line.numbers) + " = ";
        const bool isResult = line.depth != Depth::Full;
        html += (isResult ? "<b>" : "") + escapedMarkup(lineValue(line, units_)) + (isResult ? "</b>" : "");
        if (!line.text.empty())
            html += " <span style=\"color:" + hex(p_, Tone::FaintInk) + "\">" + toHtml(typesetProse(line.text)) + "</span>";
        return "<p style=\"margin-left:14px;margin-top:2px;margin-bottom:2px\">" + html + clause + "</p>\n";
    }
    std::string render(const FigureBlock& f) {
        if (!isPage_) return {};
        return "<figure>" + svg(*f.drawing, p_) + "<figcaption>" + escapedMarkup(f.caption) + "</figcaption></figure>\n";
    }

    const Palette& p_;
    UnitSystem units_;
    bool isPage_;
};

} // namespace

std::string htmlPage(const std::vector<Document>& documents, UnitSystem units) {
    const Palette& p = lightPalette();
    std::string out =
        "<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>" +
        escapedMarkup(documents.empty() ? "Report" : documents.front().title) +
        "</title>\n<style>body{font:14px/1.45 Inter,'DejaVu Sans',sans-serif;max-width:900px;margin:2em auto;padding:0 "
        "1em;color:" +
        hex(p, Tone::Ink) + ";background:" + hex(p, Tone::Card) +
        "}table{border-collapse:collapse;font-variant-numeric:tabular-nums;font-size:12.5px}td,th{border-bottom:1px solid " +
        hex(p, Tone::Line) +
        ";vertical-align:top}h1{margin-top:2em}figure{margin:1em 0}figcaption,small{color:" + hex(p, Tone::FaintInk) +
        "}svg{max-width:100%;height:auto}</style></head><body>\n";
    Html html(p, units, true);
    for (const Document& d : documents) out += html.document(d);
    return out + "</body></html>\n";
}

std::string htmlBody(const Document& document, const Palette& palette, UnitSystem units) {
    return Html(palette, units, false).document(document);
}

} // namespace zg
