#include "scene/rasteriser.h"
#include <algorithm>
#include <cmath>
#include <limits>

namespace zg {

namespace {

std::uint32_t shaded(std::uint32_t colour, float shade) {
    const auto channel = [&](int shift) {
        const float v = static_cast<float>((colour >> shift) & 0xffU) * shade;
        return static_cast<std::uint32_t>(std::min(255.0F, v)) << shift;
    };
    return 0xff000000U | channel(16) | channel(8) | channel(0);
}

} // namespace

Rasteriser::Rasteriser(int width, int height, int samples, std::uint32_t background)
    : samples_(samples), width_(width * samples), height_(height * samples),
      depth_(static_cast<std::size_t>(width_) * height_, std::numeric_limits<float>::infinity()),
      colour_(depth_.size(), background), id_(depth_.size(), -1) {}

void Rasteriser::triangle(const Vertex& a, const Vertex& b, const Vertex& c, const Paint& paint) {
    const float s = static_cast<float>(samples_);
    const float ax = a.x * s, ay = a.y * s, bx = b.x * s, by = b.y * s, cx = c.x * s, cy = c.y * s;
    const float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (!(std::abs(area) > 1e-6F) || !std::isfinite(area)) return;
    const int left = std::max(0, static_cast<int>(std::floor(std::min({ax, bx, cx})))),
              right = std::min(width_ - 1, static_cast<int>(std::ceil(std::max({ax, bx, cx})))),
              top = std::max(0, static_cast<int>(std::floor(std::min({ay, by, cy})))),
              bottom = std::min(height_ - 1, static_cast<int>(std::ceil(std::max({ay, by, cy}))));
    // Shares of the corners, stepped along a line.
    const float inverse = 1 / area;
    const float stepB = (cy - ay) * inverse, stepC = -(by - ay) * inverse;
    const bool isClipped = a.clip < 0 || b.clip < 0 || c.clip < 0;
    const std::uint32_t flat = paint.scale ? 0 : shaded(paint.flat, paint.shade);
    for (int y = top; y <= bottom; ++y) {
        const float py = static_cast<float>(y) + 0.5F, px = static_cast<float>(left) + 0.5F;
        float wb = ((px - ax) * (cy - ay) - (py - ay) * (cx - ax)) * inverse,
              wc = ((py - ay) * (bx - ax) - (px - ax) * (by - ay)) * inverse;
        std::size_t at = static_cast<std::size_t>(y) * width_ + left;
        for (int x = left; x <= right; ++x, ++at, wb += stepB, wc += stepC) {
            const float wa = 1 - wb - wc;
            if (wa < 0 || wb < 0 || wc < 0) continue;
            const float depth = wa * a.depth + wb * b.depth + wc * c.depth;
            if (depth >= depth_[at]) continue;
            if (isClipped && wa * a.clip + wb * b.clip + wc * c.clip < 0) continue;
            std::uint32_t colour = flat;
            if (paint.scale) {
                const float v = wa * a.value + wb * b.value + wc * c.value;
                colour = shaded(paint.scale[std::min(255, std::max(0, static_cast<int>(v * 256)))], paint.shade);
            }
            put(at, depth, colour, paint.id);
        }
    }
}

void Rasteriser::line(const Vertex& a, const Vertex& b, std::uint32_t colour, float width, float bias) {
    const float s = static_cast<float>(samples_);
    const float dx = (b.x - a.x) * s, dy = (b.y - a.y) * s;
    const float longest = std::max(std::abs(dx), std::abs(dy));
    if (!std::isfinite(longest) || longest > 1e5F) return;
    const int steps = std::max(1, static_cast<int>(std::ceil(longest)));
    const int thick = std::max(1, static_cast<int>(std::lround(width * s)));
    const bool isSteep = std::abs(dy) > std::abs(dx);
    for (int i = 0; i <= steps; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(steps);
        if (a.clip + t * (b.clip - a.clip) < 0) continue;
        const float depth = a.depth + t * (b.depth - a.depth) - bias;
        const int x = static_cast<int>(std::floor(a.x * s + t * dx)), y = static_cast<int>(std::floor(a.y * s + t * dy));
        for (int k = 0; k < thick; ++k) {
            const int px = isSteep ? x + k - thick / 2 : x, py = isSteep ? y : y + k - thick / 2;
            if (px < 0 || py < 0 || px >= width_ || py >= height_) continue;
            const std::size_t at = static_cast<std::size_t>(py) * width_ + px;
            if (depth < depth_[at]) colour_[at] = 0xff000000U | colour;
        }
    }
}

Picture Rasteriser::finished() const {
    Picture p;
    p.width = width_ / samples_;
    p.height = height_ / samples_;
    p.pixels.resize(static_cast<std::size_t>(p.width) * p.height);
    p.ids.resize(p.pixels.size());
    const unsigned count = static_cast<unsigned>(samples_ * samples_);
    for (int y = 0; y < p.height; ++y)
        for (int x = 0; x < p.width; ++x) {
            unsigned sum[4] = {0, 0, 0, 0};
            for (int j = 0; j < samples_; ++j)
                for (int i = 0; i < samples_; ++i) {
                    const std::uint32_t c = colour_[static_cast<std::size_t>(y * samples_ + j) * width_ + x * samples_ + i];
                    for (int k = 0; k < 4; ++k) sum[k] += (c >> (8 * k)) & 0xffU;
                }
            std::uint32_t mean = 0;
            for (int k = 0; k < 4; ++k) mean |= ((sum[k] + count / 2) / count) << (8 * k);
            const std::size_t at = static_cast<std::size_t>(y) * p.width + x;
            p.pixels[at] = mean;
            p.ids[at] = id_[static_cast<std::size_t>(y * samples_ + samples_ / 2) * width_ + x * samples_ + samples_ / 2];
        }
    return p;
}

} // namespace zg
