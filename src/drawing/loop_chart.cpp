#include "drawing/loop_chart.h"
#include "base/text.h"
#include "drawing/pieces.h"
#include <algorithm>

namespace zg {

Drawing loopChart(const CurveFigure& loops, double width, double height, UnitSystem units) {
    Drawing d;
    d.width = width;
    d.height = height;
    const double left = 16, right = width - 16, top = 10, bottom = height - 10;
    const double perPhi = (right - left) / (loops.reachPhi - loops.backPhi), perM = (bottom - top) / (loops.reachM - loops.backM);
    const double originX = left - loops.backPhi * perPhi, originY = top + loops.reachM * perM;
    const auto at = [&](Point2 p) { return Point2{originX + p.x * perPhi, originY - p.y * perM}; };
    d.polyline({{originX, top}, {originX, bottom}}, Tone::Ink, weight::thin);
    d.polyline({{left, originY}, {right, originY}}, Tone::Ink, weight::thin);
    const Unit moment = unitOf(Quantity::Moment, units);
    const double step =
        niceStep((loops.reachM - loops.backM) / moment.factor, std::max(2, static_cast<int>((bottom - top) / 34)));
    const double phiStep = niceStep((loops.reachPhi - loops.backPhi) * 1e3, 8);
    for (const double sign : {1.0, -1.0}) {
        const double mostM = sign > 0 ? loops.reachM : -loops.backM, mostPhi = sign > 0 ? loops.reachPhi : -loops.backPhi;
        for (double m = step; m * moment.factor < mostM; m += step) {
            const Point2 p = at({0, sign * m * moment.factor});
            d.polyline({{p.x - 3, p.y}, p}, Tone::Ink, weight::thin);
            d.label({p.x - 6, p.y + 3.5}, significant(sign * m, 4), textSize::small, Tone::FaintInk, Align::Right).hasHalo = true;
        }
        for (double phi = phiStep; phi * 1e-3 < 0.97 * mostPhi; phi += phiStep) {
            const Point2 p = at({sign * phi * 1e-3, 0});
            d.polyline({p, {p.x, p.y + 3}}, Tone::Ink, weight::thin);
            if (p.x < right - 60)
                d.label({p.x, p.y + 14}, significant(sign * phi, 3), textSize::small, Tone::FaintInk, Align::Centre).hasHalo =
                    true;
        }
    }
    for (auto s = loops.series.rbegin(); s != loops.series.rend(); ++s) {
        std::vector<Point2> line;
        for (const Point2& p : s->points) line.push_back(at(p));
        const bool isLine = s->kind == CurveSeries::Kind::Datum;
        Shape& shape = d.polyline(std::move(line),
                                  isLine            ? Tone::FaintInk
                                  : s->isOtherSense ? Tone::Ink
                                                    : Tone::Accent,
                                  isLine ? weight::thin : 1.2);
        shape.isDashed = isLine;
    }
    d.label({right, originY + 14}, "drift, mrad", textSize::small, Tone::FaintInk, Align::Right).hasHalo = true;
    d.label({originX + 6, bottom - 2}, std::string("M ") + moment.symbol, textSize::small, Tone::FaintInk).hasHalo = true;
    return d;
}

} // namespace zg
