#include "drawing/pieces.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

void tick(Drawing& d, Point2 at) { d.polyline({{at.x - 3.2, at.y + 3.2}, {at.x + 3.2, at.y - 3.2}}, Tone::Ink, 1); }

} // namespace

void arrowHead(Drawing& d, Point2 tip, Point2 dir, double size, Tone tone, const Target& target) {
    const double length = std::hypot(dir.x, dir.y);
    const Point2 u{dir.x / length, dir.y / length};
    const Point2 base{tip.x - u.x * size, tip.y - u.y * size};
    d.polygon({tip,
               {base.x - u.y * size * 0.42, base.y + u.x * size * 0.42},
               {base.x + u.y * size * 0.42, base.y - u.x * size * 0.42}},
              tone, Tone::None, 0)
        .target = target;
}

void verticalDimension(Drawing& d, double x, double xFrom, double y0, double y1, const std::string& text, const Target& target) {
    const double reach = x < xFrom ? -5 : 5;
    d.polyline({{xFrom, y0}, {x + reach, y0}}, Tone::Shadow, weight::dimension);
    d.polyline({{xFrom, y1}, {x + reach, y1}}, Tone::Shadow, weight::dimension);
    d.polyline({{x, y0}, {x, y1}}, Tone::Ink, weight::dimension);
    tick(d, {x, y0});
    tick(d, {x, y1});
    const bool isLeft = x < xFrom;
    Shape& s = d.label({x + (isLeft ? -7 : 7), (y0 + y1) / 2 + 4}, text, textSize::dimension, Tone::Ink,
                       isLeft ? Align::Right : Align::Left);
    s.target = target;
    s.hasHalo = true;
}

void horizontalDimension(Drawing& d, double y, double yFrom, double x0, double x1, const std::string& text,
                         const Target& target) {
    const double reach = y < yFrom ? -5 : 5;
    d.polyline({{x0, yFrom}, {x0, y + reach}}, Tone::Shadow, weight::dimension);
    d.polyline({{x1, yFrom}, {x1, y + reach}}, Tone::Shadow, weight::dimension);
    d.polyline({{x0, y}, {x1, y}}, Tone::Ink, weight::dimension);
    tick(d, {x0, y});
    tick(d, {x1, y});
    Shape& s = d.label({(x0 + x1) / 2, y - 5}, text, textSize::dimension, Tone::Ink, Align::Centre);
    s.target = target;
    s.hasHalo = true;
}

void stateRing(Drawing& d, Point2 c, double r, CheckState state) {
    const Tone tone = toneOf(state);
    if (state == CheckState::NotDone || state == CheckState::NotApplicable) {
        d.polyline({{c.x - r, c.y}, {c.x + r, c.y}}, tone, 1.6);
        return;
    }
    d.circle(c, r, state == CheckState::Over ? tone : Tone::None, tone, 1.6);
    if (state != CheckState::Close) return;
    std::vector<Point2> half{{c.x, c.y - r}};
    for (int i = 0; i <= 12; ++i) {
        const double a = -1.5707963 + 3.1415927 * i / 12;
        half.push_back({c.x + r * std::cos(a), c.y + r * std::sin(a)});
    }
    d.polygon(std::move(half), tone, Tone::None, 0);
}

double paragraph(Drawing& d, Point2 at, const std::string& text, double size, Tone tone, double width) {
    // The drawing knows no font: half the size is a safe mean advance of the faces in use.
    const std::size_t room = static_cast<std::size_t>(std::max(10.0, width / (0.5 * size)));
    std::string line;
    std::string word;
    const auto put = [&] {
        d.label(at, line, size, tone);
        at.y += size * 1.35;
        line.clear();
    };
    for (const char c : text + " ") {
        if (c != ' ') {
            word += c;
            continue;
        }
        if (!line.empty() && line.size() + 1 + word.size() > room) put();
        line += (line.empty() ? "" : " ") + word;
        word.clear();
    }
    if (!line.empty()) put();
    return at.y;
}

double niceStep(double largest, int steps) {
    if (!(largest > 0)) return 1;
    const double raw = largest / steps;
    const double power = std::pow(10, std::floor(std::log10(raw)));
    for (const double f : {1.0, 2.0, 2.5, 5.0})
        if (raw <= f * power * 1.0001) return f * power;
    return 10 * power;
}

} // namespace zg
