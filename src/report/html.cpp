#include "report/html.h"
#include "base/text.h"
#include "base/typeset.h"
#include "drawing/svg.h"
#include "report/job_report.h"
#include "scene/png.h"
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
        std::string out = "<h1>" + named(d.anchor) + escapedMarkup(d.title) + "</h1>\n";
        if (!d.subtitle.empty()) out += faint(escapedMarkup(d.subtitle), "p");
        for (const Block& block : d.blocks) out += std::visit([&](const auto& b) { return render(b); }, block);
        return out;
    }

private:
    std::string faint(const std::string& html, const char* tag) const {
        return std::string("<") + tag + " style=\"color:" + hex(p_, Tone::FaintInk) + "\">" + html + "</" + tag + ">\n";
    }

    static std::string named(const std::string& anchor) {
        return anchor.empty() ? "" : "<a name=\"" + escapedMarkup(anchor) + "\"></a>";
    }
    std::string render(const HeadingBlock& h) {
        const std::string tag = "h" + std::to_string(h.level);
        return "<" + tag + ">" + named(h.anchor) + escapedMarkup(h.text) + "</" + tag + ">\n";
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

std::string pageHead(const std::string& title) {
    const Palette& p = lightPalette();
    return "<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>" + escapedMarkup(title) +
           "</title>\n<style>body{font:14px/1.45 Inter,'DejaVu Sans',sans-serif;max-width:900px;margin:2em auto;padding:0 "
           "1em;color:" +
           hex(p, Tone::Ink) + ";background:" + hex(p, Tone::Card) +
           "}table{border-collapse:collapse;font-variant-numeric:tabular-nums;font-size:12.5px}td,th{border-bottom:1px solid " +
           hex(p, Tone::Line) +
           ";vertical-align:top}h1{margin-top:2em}figure{margin:1em 0}figcaption,small{color:" + hex(p, Tone::FaintInk) +
           "}svg{max-width:100%;height:auto}</style></head><body>\n";
}
constexpr const char* pageFoot = "</body></html>\n";

std::string coverPage(const Cover& c) {
    std::string out;
    if (!c.letterhead.logo.empty())
        out += std::string("<p><img alt=\"\" style=\"max-height:90px;max-width:260px\" src=\"data:image/") +
               (c.letterhead.logo[0] == '\x89' ? "png" : "jpeg") + ";base64," + base64(c.letterhead.logo) + "\"></p>\n";
    for (std::size_t i = 0; i < c.letterhead.lines.size(); ++i)
        out += (i == 0 ? "<p><b>" : "<br>") + escapedMarkup(c.letterhead.lines[i]) + (i == 0 ? "</b>" : "");
    if (!c.letterhead.lines.empty()) out += "</p>\n";
    out += "<h1>" + escapedMarkup(c.title) + "</h1>\n";
    if (!c.facts.empty()) {
        out += "<table cellpadding=\"3\">";
        for (const auto& [what, text] : c.facts)
            out += "<tr><td>" + escapedMarkup(what) + "</td><td><b>" + escapedMarkup(text) + "</b></td></tr>\n";
        out += "</table>\n";
    }
    for (const std::string& sentence : c.sentences) out += "<p>" + escapedMarkup(sentence) + "</p>\n";
    return out;
}

} // namespace

std::string htmlPage(const std::vector<Document>& documents, UnitSystem units) {
    std::string out = pageHead(documents.empty() ? "Report" : documents.front().title);
    Html html(lightPalette(), units, true);
    for (const Document& d : documents) out += html.document(d);
    return out + pageFoot;
}

std::string htmlReport(JobReport& report, UnitSystem units) {
    Html html(lightPalette(), units, true);
    std::string contents = "<h2>Contents</h2>\n<ul>\n", body;
    while (const auto d = report.next()) {
        if (!d->isPartOf)
            contents += "<li><a href=\"#" + escapedMarkup(d->anchor) + "\">" + escapedMarkup(d->title) + "</a></li>\n";
        body += html.document(*d);
    }
    return pageHead(report.cover().title) + coverPage(report.cover()) + contents + "</ul>\n" + body + pageFoot;
}

std::string htmlBody(const Document& document, const Palette& palette, UnitSystem units) {
    return Html(palette, units, false).document(document);
}

} // namespace zg
