#pragma once
#include <algorithm>
#include <cstring>
#include <string>
#include <string_view>

namespace zg {

/// A name of at most 31 bytes as a plain value: copied and compared without allocation.
class ShortText {
public:
    static constexpr std::size_t most = 31;
    constexpr ShortText() = default;
    constexpr ShortText(const char* text) { // implicit on purpose: names are written as literals
        for (std::size_t i = 0; text[i] && i < most; ++i) text_[i] = text[i];
    }
    explicit ShortText(std::string_view text) {
        const std::size_t n = std::min(text.size(), most);
        std::memcpy(text_, text.data(), n);
    }
    [[nodiscard]] static bool fits(std::string_view text) {
        return text.size() <= most && text.find('\0') == std::string_view::npos;
    }
    [[nodiscard]] constexpr bool empty() const { return text_[0] == 0; }
    [[nodiscard]] const char* c_str() const { return text_; }
    [[nodiscard]] std::string str() const { return text_; }
    friend bool operator==(const ShortText& a, const ShortText& b) { return std::strcmp(a.text_, b.text_) == 0; }
    friend bool operator!=(const ShortText& a, const ShortText& b) { return !(a == b); }
    friend bool operator<(const ShortText& a, const ShortText& b) { return std::strcmp(a.text_, b.text_) < 0; }

private:
    char text_[most + 1] = {};
};

} // namespace zg
