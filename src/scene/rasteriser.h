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

/// Triangles and lines on a depth buffer, `samples` by `samples` points a pixel. They are drawn in the order given when the
/// picture is asked for, strip by strip of its height, strips on as many cores as there are: the picture hangs on neither.
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
    /// `threads`: 0 for one a core.
    [[nodiscard]] Picture finished(unsigned threads = 0) const;

private:
    struct Item {
        Vertex a, b, c;
        Paint paint;
        float width = 0, bias = 0; ///< of a line; 0 wide: a triangle
        float top = 0, bottom = 0; ///< of samples
    };
    struct Strip;
    void draw(const Item& item, Strip& strip) const;
    void drawTriangle(const Item& item, Strip& strip) const;
    void drawLine(const Item& item, Strip& strip) const;
    void finish(const Strip& strip, Picture& picture) const;

    int samples_, width_, height_; ///< of samples
    std::uint32_t background_;
    std::vector<Item> items_;
};

} // namespace zg
