#include "scene/colours.h"
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

struct Lab {
    double L, a, b;
};

double linear(double c) { return c <= 0.04045 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4); }
double encoded(double c) { return c <= 0.0031308 ? 12.92 * c : 1.055 * std::pow(c, 1 / 2.4) - 0.055; }

Lab oklab(std::uint32_t rgb) {
    const double r = linear(((rgb >> 16) & 255) / 255.0), g = linear(((rgb >> 8) & 255) / 255.0), b = linear((rgb & 255) / 255.0);
    const double l = std::cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b),
                 m = std::cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b),
                 s = std::cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
    return {0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s, 1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
            0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s};
}

std::uint32_t rgb(const Lab& c) {
    const double l = std::pow(c.L + 0.3963377774 * c.a + 0.2158037573 * c.b, 3),
                 m = std::pow(c.L - 0.1055613458 * c.a - 0.0638541728 * c.b, 3),
                 s = std::pow(c.L - 0.0894841775 * c.a - 1.2914855480 * c.b, 3);
    const auto byte = [](double v) {
        return static_cast<std::uint32_t>(std::lround(255 * encoded(std::min(1.0, std::max(0.0, v)))));
    };
    return byte(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s) << 16 |
           byte(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s) << 8 |
           byte(-0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s);
}

} // namespace

const std::array<std::uint32_t, 256>& magnitudeScale() {
    static const std::array<std::uint32_t, 256> scale = [] {
        const std::array<Lab, 5> stops{oklab(0x22304a), oklab(0x3d6c8f), oklab(0x7c9a86), oklab(0xd9a441), oklab(0xfbf0c9)};
        std::array<std::uint32_t, 256> s{};
        const double from = stops.front().L, to = stops.back().L;
        for (int i = 0; i < 256; ++i) {
            const double t = i / 255.0 * (stops.size() - 1);
            const auto k = std::min<std::size_t>(static_cast<std::size_t>(t), stops.size() - 2);
            const double f = t - static_cast<double>(k);
            const Lab &a = stops[k], &b = stops[k + 1];
            s[i] = rgb({from + (to - from) * i / 255.0, a.a + f * (b.a - a.a), a.b + f * (b.b - a.b)});
        }
        return s;
    }();
    return scale;
}

} // namespace zg
