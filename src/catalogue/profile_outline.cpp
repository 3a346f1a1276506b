#include "catalogue/profiles.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

constexpr double pi = 3.14159265358979323846;

struct Corner {
    Point2 at;
    double radius = 0;
};

/// A closed line with its corners rounded: each arc touches both sides.
std::vector<Point2> rounded(const std::vector<Corner>& corners, int chordsPerQuarter) {
    std::vector<Point2> line;
    const std::size_t n = corners.size();
    for (std::size_t i = 0; i < n; ++i) {
        const Corner& c = corners[i];
        if (c.radius <= 0) {
            line.push_back(c.at);
            continue;
        }
        const Point2 a = corners[(i + n - 1) % n].at, b = corners[(i + 1) % n].at;
        const double la = std::hypot(a.x - c.at.x, a.y - c.at.y), lb = std::hypot(b.x - c.at.x, b.y - c.at.y);
        const Point2 u{(a.x - c.at.x) / la, (a.y - c.at.y) / la}, v{(b.x - c.at.x) / lb, (b.y - c.at.y) / lb};
        const double half = std::acos(std::clamp(u.x * v.x + u.y * v.y, -1.0, 1.0)) / 2;
        const Point2 m{u.x + v.x, u.y + v.y};
        const double lm = std::hypot(m.x, m.y), out = c.radius / std::sin(half);
        const Point2 centre{c.at.x + m.x / lm * out, c.at.y + m.y / lm * out};
        const double back = c.radius / std::tan(half);
        const double from = std::atan2(c.at.y + u.y * back - centre.y, c.at.x + u.x * back - centre.x);
        double turn = std::atan2(c.at.y + v.y * back - centre.y, c.at.x + v.x * back - centre.x) - from;
        if (turn > pi) turn -= 2 * pi;
        if (turn < -pi) turn += 2 * pi;
        const int steps = std::max(1, static_cast<int>(std::ceil(chordsPerQuarter * std::abs(turn) / (pi / 2))));
        for (int k = 0; k <= steps; ++k) {
            const double angle = from + turn * k / steps;
            line.push_back({centre.x + c.radius * std::cos(angle), centre.y + c.radius * std::sin(angle)});
        }
    }
    return line;
}

using Outline = std::vector<std::vector<Point2>>;

std::vector<Corner> box(double x, double y, double width, double height, double radius) {
    return {{{x, y}, radius}, {{x + width, y}, radius}, {{x + width, y + height}, radius}, {{x, y + height}, radius}};
}

std::vector<Point2> circle(double r, double centre, int chordsPerQuarter, bool isHole) {
    std::vector<Point2> line;
    const int n = 4 * chordsPerQuarter;
    for (int k = 0; k < n; ++k) {
        const double angle = (isHole ? -2 : 2) * pi * k / n;
        line.push_back({centre + r * std::cos(angle), centre + r * std::sin(angle)});
    }
    return line;
}

Outline outline(const Section& s, int n) {
    const double l = (s.b - s.t_w) / 2, r = (s.b + s.t_w) / 2, u = s.h - s.t_f;
    return {rounded({{{0, 0}, 0},
                     {{s.b, 0}, 0},
                     {{s.b, s.t_f}, 0},
                     {{r, s.t_f}, s.r},
                     {{r, u}, s.r},
                     {{s.b, u}, 0},
                     {{s.b, s.h}, 0},
                     {{0, s.h}, 0},
                     {{0, u}, 0},
                     {{l, u}, s.r},
                     {{l, s.t_f}, s.r},
                     {{0, s.t_f}, 0}},
                    n)};
}
Outline outline(const HollowProfile& s, int n) {
    std::vector<Point2> hole = rounded(box(s.t, s.t, s.b - 2 * s.t, s.h - 2 * s.t, s.r_i), n);
    std::reverse(hole.begin(), hole.end());
    return {rounded(box(0, 0, s.b, s.h, s.r_o), n), std::move(hole)};
}
Outline outline(const TubeProfile& s, int n) {
    return {circle(s.d / 2, s.d / 2, n, false), circle(s.d / 2 - s.t, s.d / 2, n, true)};
}
Outline outline(const AngleProfile& s, int n) {
    return {
        rounded({{{0, 0}, 0}, {{s.b, 0}, 0}, {{s.b, s.t}, s.r_2}, {{s.t, s.t}, s.r_1}, {{s.t, s.h}, s.r_2}, {{0, s.h}, 0}}, n)};
}
Outline outline(const ChannelProfile& s, int n) {
    const double tip = s.t_f - s.slope * s.t_f_at, root = s.t_f + s.slope * (s.b - s.t_w - s.t_f_at);
    return {rounded({{{0, 0}, 0},
                     {{s.b, 0}, 0},
                     {{s.b, tip}, s.r_2},
                     {{s.t_w, root}, s.r_1},
                     {{s.t_w, s.h - root}, s.r_1},
                     {{s.b, s.h - tip}, s.r_2},
                     {{s.b, s.h}, 0},
                     {{0, s.h}, 0}},
                    n)};
}
Outline outline(const FlatProfile& s, int n) { return {rounded(box(0, 0, s.t, s.b, 0), n)}; }

/// Walls with the origin at the lower left of the box.
using Walls = std::vector<ProfileWall>;
Walls walls(const Section& s) {
    const double low = s.t_f / 2, high = s.h - s.t_f / 2, y = s.b / 2;
    return {{"web", {y, low}, {y, high}, s.t_w, 0},
            {"top flange", {0, high}, {s.b, high}, s.t_f, 0},
            {"bottom flange", {0, low}, {s.b, low}, s.t_f, 0}};
}
Walls walls(const HollowProfile& s) {
    const double e = s.t / 2, r = s.b - e, u = s.h - e;
    return {{"left wall", {e, e}, {e, u}, s.t, 0},
            {"right wall", {r, e}, {r, u}, s.t, 0},
            {"top wall", {e, u}, {r, u}, s.t, 0},
            {"bottom wall", {e, e}, {r, e}, s.t, 0}};
}
Walls walls(const TubeProfile& s) {
    const double c = s.d / 2;
    return {{"wall", {c, c}, {c, c}, s.t, (s.d - s.t) / 2}};
}
Walls walls(const AngleProfile& s) {
    const double e = s.t / 2;
    return {{"standing leg", {e, e}, {e, s.h}, s.t, 0}, {"lying leg", {e, e}, {s.b, e}, s.t, 0}};
}
Walls walls(const ChannelProfile& s) {
    // A tapered flange as a plate of its mean thickness over the outstand.
    const double mean = s.t_f + s.slope * ((s.b - s.t_w) / 2 - s.t_f_at), e = s.t_w / 2;
    const double low = mean / 2, high = s.h - mean / 2;
    return {{"web", {e, low}, {e, high}, s.t_w, 0},
            {"top flange", {e, high}, {s.b, high}, mean, 0},
            {"bottom flange", {e, low}, {s.b, low}, mean, 0}};
}
Walls walls(const FlatProfile& s) { return {{"plate", {s.t / 2, 0}, {s.t / 2, s.b}, s.t, 0}}; }

using Dimensions = std::vector<std::pair<std::string, double>>;
Dimensions dimensions(const Section& s) { return {{"h", s.h}, {"b", s.b}, {"t_w", s.t_w}, {"t_f", s.t_f}, {"r", s.r}}; }
Dimensions dimensions(const HollowProfile& s) { return {{"h", s.h}, {"b", s.b}, {"t", s.t}, {"r_o", s.r_o}, {"r_i", s.r_i}}; }
Dimensions dimensions(const TubeProfile& s) { return {{"d", s.d}, {"t", s.t}}; }
Dimensions dimensions(const AngleProfile& s) { return {{"h", s.h}, {"b", s.b}, {"t", s.t}, {"r_1", s.r_1}, {"r_2", s.r_2}}; }
Dimensions dimensions(const ChannelProfile& s) {
    return {{"h", s.h}, {"b", s.b}, {"t_w", s.t_w}, {"t_f", s.t_f}, {"r_1", s.r_1}, {"r_2", s.r_2}};
}
Dimensions dimensions(const FlatProfile& s) { return {{"b", s.b}, {"t", s.t}}; }

} // namespace

std::vector<std::vector<Point2>> outlineOf(const Profile& profile, int chordsPerQuarter) {
    return std::visit([&](const auto& shape) { return outline(shape, std::max(1, chordsPerQuarter)); }, profile.shape);
}

std::vector<ProfileWall> wallsOf(const Profile& profile) {
    Walls all = std::visit([](const auto& shape) { return walls(shape); }, profile.shape);
    for (ProfileWall& w : all)
        for (Point2* p : {&w.from, &w.to}) {
            p->x -= profile.properties.y_c;
            p->y -= profile.properties.z_c;
        }
    return all;
}

std::vector<std::pair<std::string, double>> dimensionsOf(const Profile& profile) {
    return std::visit([](const auto& shape) { return dimensions(shape); }, profile.shape);
}

} // namespace zg
