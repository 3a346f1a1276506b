#include "scene/rasteriser.h"
#include <algorithm>
#include <atomic>
#include <cmath>
#include <limits>
#include <thread>

namespace zg {

namespace {

constexpr int stripRows = 32; ///< pixels: a strip of a wide picture lies in the cache

std::uint32_t shaded(std::uint32_t colour, float shade) {
    const auto channel = [&](int shift) {
        const float v = static_cast<float>((colour >> shift) & 0xffU) * shade;
        return static_cast<std::uint32_t>(std::min(255.0F, v)) << shift;
    };
    return 0xff000000U | channel(16) | channel(8) | channel(0);
}

} // namespace

struct Rasteriser::Strip {
    int top, bottom, width; ///< rows of samples, the last not in it
    std::vector<float> depth;
    std::vector<std::uint32_t> colour;
    std::vector<int> id;

    [[nodiscard]] std::size_t at(int x, int y) const { return static_cast<std::size_t>(y - top) * width + x; }
};

Rasteriser::Rasteriser(int width, int height, int samples, std::uint32_t background)
    : samples_(samples), width_(width * samples), height_(height * samples), background_(background) {}

void Rasteriser::triangle(const Vertex& a, const Vertex& b, const Vertex& c, const Paint& paint) {
    const float s = static_cast<float>(samples_);
    const float area = ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)) * s * s;
    if (!(std::abs(area) > 1e-6F) || !std::isfinite(area)) return;
    items_.push_back({a, b, c, paint, 0, 0, std::floor(std::min({a.y, b.y, c.y}) * s), std::ceil(std::max({a.y, b.y, c.y}) * s)});
}

void Rasteriser::line(const Vertex& a, const Vertex& b, std::uint32_t colour, float width, float bias) {
    const float s = static_cast<float>(samples_);
    const float longest = std::max(std::abs(b.x - a.x), std::abs(b.y - a.y)) * s;
    if (!std::isfinite(longest) || longest > 1e5F) return;
    Paint paint;
    paint.flat = colour;
    const float half = width * s + 1;
    items_.push_back({a, b, {}, paint, width, bias, std::min(a.y, b.y) * s - half, std::max(a.y, b.y) * s + half});
}

void Rasteriser::draw(const Item& item, Strip& strip) const {
    if (!(item.bottom >= static_cast<float>(strip.top) && item.top < static_cast<float>(strip.bottom))) return;
    if (item.width > 0)
        drawLine(item, strip);
    else
        drawTriangle(item, strip);
}

void Rasteriser::drawTriangle(const Item& item, Strip& strip) const {
    const Vertex &a = item.a, &b = item.b, &c = item.c;
    const Paint& paint = item.paint;
    const float s = static_cast<float>(samples_);
    const float ax = a.x * s, ay = a.y * s, bx = b.x * s, by = b.y * s, cx = c.x * s, cy = c.y * s;
    const float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    const int left = std::max(0, static_cast<int>(std::floor(std::min({ax, bx, cx})))),
              right = std::min(width_ - 1, static_cast<int>(std::ceil(std::max({ax, bx, cx})))),
              top = std::max(strip.top, static_cast<int>(std::floor(std::min({ay, by, cy})))),
              bottom = std::min(strip.bottom - 1, static_cast<int>(std::ceil(std::max({ay, by, cy}))));
    // Shares of the corners, stepped along a line.
    const float inverse = 1 / area;
    const float stepB = (cy - ay) * inverse, stepC = -(by - ay) * inverse;
    const bool isClipped = a.clip < 0 || b.clip < 0 || c.clip < 0;
    const std::uint32_t flat = paint.scale ? 0 : shaded(paint.flat, paint.shade);
    for (int y = top; y <= bottom; ++y) {
        const float py = static_cast<float>(y) + 0.5F, px = static_cast<float>(left) + 0.5F;
        float wb = ((px - ax) * (cy - ay) - (py - ay) * (cx - ax)) * inverse,
              wc = ((py - ay) * (bx - ax) - (px - ax) * (by - ay)) * inverse;
        std::size_t at = strip.at(left, y);
        for (int x = left; x <= right; ++x, ++at, wb += stepB, wc += stepC) {
            const float wa = 1 - wb - wc;
            if (wa < 0 || wb < 0 || wc < 0) continue;
            const float depth = wa * a.depth + wb * b.depth + wc * c.depth;
            if (depth >= strip.depth[at]) continue;
            if (isClipped && wa * a.clip + wb * b.clip + wc * c.clip < 0) continue;
            std::uint32_t colour = flat;
            if (paint.scale) {
                const float v = wa * a.value + wb * b.value + wc * c.value;
                colour = shaded(paint.scale[std::min(255, std::max(0, static_cast<int>(v * 256)))], paint.shade);
            }
            strip.depth[at] = depth;
            strip.colour[at] = colour;
            if (paint.id >= 0) strip.id[at] = paint.id;
        }
    }
}

void Rasteriser::drawLine(const Item& item, Strip& strip) const {
    const Vertex &a = item.a, &b = item.b;
    const float s = static_cast<float>(samples_);
    const float dx = (b.x - a.x) * s, dy = (b.y - a.y) * s;
    const int steps = std::max(1, static_cast<int>(std::ceil(std::max(std::abs(dx), std::abs(dy)))));
    const int thick = std::max(1, static_cast<int>(std::lround(item.width * s)));
    const bool isSteep = std::abs(dy) > std::abs(dx);
    for (int i = 0; i <= steps; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(steps);
        if (a.clip + t * (b.clip - a.clip) < 0) continue;
        const float depth = a.depth + t * (b.depth - a.depth) - item.bias;
        const int x = static_cast<int>(std::floor(a.x * s + t * dx)), y = static_cast<int>(std::floor(a.y * s + t * dy));
        for (int k = 0; k < thick; ++k) {
            const int px = isSteep ? x + k - thick / 2 : x, py = isSteep ? y : y + k - thick / 2;
            if (px < 0 || py < strip.top || px >= width_ || py >= strip.bottom) continue;
            const std::size_t at = strip.at(px, py);
            if (depth < strip.depth[at]) strip.colour[at] = 0xff000000U | item.paint.flat;
        }
    }
}

void Rasteriser::finish(const Strip& strip, Picture& p) const {
    const unsigned count = static_cast<unsigned>(samples_ * samples_);
    for (int y = strip.top / samples_; y < strip.bottom / samples_; ++y)
        for (int x = 0; x < p.width; ++x) {
            unsigned sum[4] = {0, 0, 0, 0};
            for (int j = 0; j < samples_; ++j)
                for (int i = 0; i < samples_; ++i) {
                    const std::uint32_t c = strip.colour[strip.at(x * samples_ + i, y * samples_ + j)];
                    for (int k = 0; k < 4; ++k) sum[k] += (c >> (8 * k)) & 0xffU;
                }
            std::uint32_t mean = 0;
            for (int k = 0; k < 4; ++k) mean |= ((sum[k] + count / 2) / count) << (8 * k);
            const std::size_t at = static_cast<std::size_t>(y) * p.width + x;
            p.pixels[at] = mean;
            p.ids[at] = strip.id[strip.at(x * samples_ + samples_ / 2, y * samples_ + samples_ / 2)];
        }
}

Picture Rasteriser::finished(unsigned threads) const {
    Picture p;
    p.width = width_ / samples_;
    p.height = height_ / samples_;
    p.pixels.resize(static_cast<std::size_t>(p.width) * p.height);
    p.ids.resize(p.pixels.size());
    const int strips = (p.height + stripRows - 1) / stripRows;
    std::atomic<int> next{0};
    const auto worker = [&] {
        for (int i = next++; i < strips; i = next++) {
            Strip strip{i * stripRows * samples_, std::min(height_, (i + 1) * stripRows * samples_), width_, {}, {}, {}};
            const std::size_t size = static_cast<std::size_t>(strip.bottom - strip.top) * width_;
            strip.depth.assign(size, std::numeric_limits<float>::infinity());
            strip.colour.assign(size, background_);
            strip.id.assign(size, -1);
            for (const Item& item : items_) draw(item, strip);
            finish(strip, p);
        }
    };
    if (threads == 0) threads = std::max(1U, std::thread::hardware_concurrency());
    std::vector<std::thread> others;
    for (unsigned t = 1; t < std::min(threads, static_cast<unsigned>(std::max(1, strips))); ++t) others.emplace_back(worker);
    worker();
    for (std::thread& t : others) t.join();
    return p;
}

} // namespace zg
