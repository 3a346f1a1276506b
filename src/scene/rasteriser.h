#pragma once
#include <cstdint>
#include <vector>

namespace zg {

/// Finished pixels, opaque or not (0xAARRGGBB), and what is seen at each (-1: nothing).
struct Picture {
    int width = 0, height = 0;
    std::vector<std::uint32_t> pixels;
    std::vector<int> ids;
    [[nodiscard]] int idAt(int x, int y) const {
        return x < 0 || y < 0 || x >= width || y >= height ? -1 : ids[static_cast<std::size_t>(y) * width + x];
    }
};

/// Triangles and lines on a depth buffer, `samples` by `samples` points a pixel.
class Rasteriser {
public:
    Rasteriser(int width, int height, int samples, std::uint32_t background);

    struct Vertex {
        float x = 0, y = 0; ///< pixels
        float depth = 0;    ///< smaller is nearer
        float value = 0;    ///< place on the colour scale, 0 to 1
        float clip = 0;     ///< below 0 is cut off
    };
    struct Paint {
        const std::uint32_t* scale = nullptr; ///< 256 colours for `value`; null: `flat`
        std::uint32_t flat = 0;
        float shade = 1;
        int id = -1;
    };
    void triangle(const Vertex& a, const Vertex& b, const Vertex& c, const Paint& paint);
    /// `width` in pixels; `bias` brings it in front of the surface it lies on.
    void line(const Vertex& a, const Vertex& b, std::uint32_t colour, float width, float bias);
    [[nodiscard]] Picture finished() const;

private:
    void put(std::size_t at, float depth, std::uint32_t colour, int id) {
        depth_[at] = depth;
        colour_[at] = colour;
        if (id >= 0) id_[at] = id;
    }
    int samples_, width_, height_; ///< of samples
    std::vector<float> depth_;
    std::vector<std::uint32_t> colour_;
    std::vector<int> id_;
};

} // namespace zg
