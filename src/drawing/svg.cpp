#include "drawing/svg.h"
#include "base/text.h"
#include "base/typeset.h"
#include "scene/png.h"
#include <cstdio>

namespace zg {
namespace {

std::string hex(const Palette& p, Tone tone) {
    if (tone == Tone::None) return "none";
    char text[8];
    std::snprintf(text, sizeof text, "#%06X", colour(p, tone));
    return text;
}

std::string num(double x) { return withoutTrailingZeros(fixedDecimals(x, 2)); }

std::string textShape(const Shape& s, const Palette& p) {
    const char* anchor = s.align == Align::Left ? "start" : s.align == Align::Centre ? "middle" : "end";
    std::string out = "<text x=\"" + num(s.points[0].x) + "\" y=\"" + num(s.points[0].y) + "\" font-size=\"" + num(s.size) +
                      "\" fill=\"" + hex(p, s.fill) + "\" text-anchor=\"" + anchor + "\"";
    if (s.isBold) out += " font-weight=\"600\"";
    if (s.hasHalo) out += " stroke=\"" + hex(p, Tone::Card) + "\" stroke-width=\"3\" paint-order=\"stroke\"";
    out += ">";
    if (!s.isSymbol) return out + escapedMarkup(s.text) + "</text>\n";
    bool isLowered = false;
    for (const SymbolRun& run : typesetFormula(s.text)) {
        const std::string text = escapedMarkup(run.text) + (run.hasBar ? "̄" : "");
        const char* dy = run.isSubscript == isLowered ? "0" : run.isSubscript ? "3" : "-3";
        out += std::string("<tspan dy=\"") + dy + "\"" + (run.isSubscript ? " font-size=\"" + num(0.75 * s.size) + "\"" : "") +
               ">" + text + "</tspan>";
        isLowered = run.isSubscript;
    }
    return out + "</text>\n";
}

std::string paint(const Shape& s, const Palette& p) {
    std::string out = " fill=\"" + (s.kind == Shape::Kind::Polyline ? "none" : hex(p, s.fill)) + "\"";
    if (s.opacity < 1 && s.fill != Tone::None) out += " fill-opacity=\"" + num(s.opacity) + "\"";
    if (s.stroke != Tone::None)
        out += " stroke=\"" + hex(p, s.stroke) + "\" stroke-width=\"" + num(s.width) + "\" stroke-linejoin=\"round\"";
    if (s.isDashed) out += " stroke-dasharray=\"5 3\"";
    if (const auto* part = std::get_if<PartRef>(&s.target)) out += " data-part=\"" + partId(*part) + "\"";
    return out;
}

std::string points(const Shape& s) {
    std::string out;
    for (const Point2& q : s.points) out += (out.empty() ? "" : " ") + num(q.x) + "," + num(q.y);
    return out;
}

} // namespace

std::string svg(const Drawing& d, const Palette& p) {
    std::string out = "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"" + num(d.width) + "\" height=\"" + num(d.height) +
                      "\" viewBox=\"0 0 " + num(d.width) + " " + num(d.height) +
                      "\" font-family=\"Inter, DejaVu Sans, sans-serif\">\n";
    out += "<defs><pattern id=\"over\" width=\"6\" height=\"6\" patternUnits=\"userSpaceOnUse\" "
           "patternTransform=\"rotate(45)\"><line x1=\"0\" y1=\"0\" x2=\"0\" y2=\"6\" stroke=\"" +
           hex(p, Tone::Over) + "\" stroke-width=\"1.2\"/></pattern></defs>\n";
    out += "<rect width=\"100%\" height=\"100%\" fill=\"" + hex(p, Tone::Card) + "\"/>\n";
    for (const Shape& s : d.shapes) {
        if (s.isGhost || s.isHotZone) continue;
        switch (s.kind) {
        case Shape::Kind::Polygon: out += "<polygon points=\"" + points(s) + "\"" + paint(s, p) + "/>\n"; break;
        case Shape::Kind::Polyline: out += "<polyline points=\"" + points(s) + "\"" + paint(s, p) + "/>\n"; break;
        case Shape::Kind::Circle:
            out += "<circle cx=\"" + num(s.points[0].x) + "\" cy=\"" + num(s.points[0].y) + "\" r=\"" + num(s.radius) + "\"" +
                   paint(s, p) + "/>\n";
            break;
        case Shape::Kind::Image:
            out += "<image x=\"" + num(s.points[0].x) + "\" y=\"" + num(s.points[0].y) + "\" width=\"" +
                   num(s.points[1].x - s.points[0].x) + "\" height=\"" + num(s.points[1].y - s.points[0].y) +
                   "\" href=\"data:image/png;base64," + base64(pngBytes(*s.picture)) + "\"/>\n";
            break;
        case Shape::Kind::Text: out += textShape(s, p); break;
        }
        if (s.isHatched) out += "<polygon points=\"" + points(s) + "\" fill=\"url(#over)\" fill-opacity=\"0.7\"/>\n";
    }
    return out + "</svg>\n";
}

} // namespace zg
