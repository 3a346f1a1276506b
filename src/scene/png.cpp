#include "scene/png.h"
#include <png.h>
#include <stdexcept>

namespace zg {

std::string pngBytes(const Picture& p) {
    std::vector<unsigned char> rgba(p.pixels.size() * 4);
    for (std::size_t i = 0; i < p.pixels.size(); ++i) {
        const std::uint32_t c = p.pixels[i];
        rgba[4 * i] = static_cast<unsigned char>(c >> 16);
        rgba[4 * i + 1] = static_cast<unsigned char>(c >> 8);
        rgba[4 * i + 2] = static_cast<unsigned char>(c);
        rgba[4 * i + 3] = static_cast<unsigned char>(c >> 24);
    }
    png_image image{};
    image.version = PNG_IMAGE_VERSION;
    image.width = static_cast<png_uint_32>(p.width);
    image.height = static_cast<png_uint_32>(p.height);
    image.format = PNG_FORMAT_RGBA;
    png_alloc_size_t size = 0;
    if (!png_image_write_to_memory(&image, nullptr, &size, 0, rgba.data(), 0, nullptr))
        throw std::runtime_error("No memory for the picture.");
    std::string bytes(size, '\0');
    if (!png_image_write_to_memory(&image, bytes.data(), &size, 0, rgba.data(), 0, nullptr))
        throw std::runtime_error("The picture could not be encoded.");
    bytes.resize(size);
    return bytes;
}

std::string base64(const std::string& bytes) {
    static const char* const letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
    std::string out;
    out.reserve((bytes.size() + 2) / 3 * 4);
    for (std::size_t i = 0; i < bytes.size(); i += 3) {
        unsigned v = 0;
        for (std::size_t k = 0; k < 3; ++k) v = v << 8 | (i + k < bytes.size() ? static_cast<unsigned char>(bytes[i + k]) : 0U);
        for (std::size_t k = 0; k < 4; ++k) out += i + k <= bytes.size() ? letters[v >> (18 - 6 * k) & 63U] : '=';
    }
    return out;
}

} // namespace zg
