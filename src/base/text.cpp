#include "base/text.h"
#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <cmath>

namespace zg {

std::string fixedDecimals(double value, int decimals) {
    if (!std::isfinite(value)) return value > 0 ? "∞" : value < 0 ? "−∞" : "not a number";
    std::array<char, 400> buffer{};
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, decimals).ptr;
    std::string text(buffer.data(), end);
    if (text[0] == '-' && text.find_first_not_of("-0.") == std::string::npos) text.erase(0, 1);
    return text;
}

std::string significant(double value, int digits) {
    if (!std::isfinite(value)) return fixedDecimals(value, 0);
    if (value == 0) return "0";
    const int magnitude = static_cast<int>(std::floor(std::log10(std::abs(value))));
    if (magnitude > 9 || magnitude < -6) {
        std::array<char, 64> buffer{};
        const auto end =
            std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::scientific, digits - 1).ptr;
        return {buffer.data(), end};
    }
    return withoutTrailingZeros(fixedDecimals(value, std::max(0, digits - 1 - magnitude)));
}

std::string withoutTrailingZeros(std::string text) {
    if (text.find('.') == std::string::npos) return text;
    while (text.back() == '0') text.pop_back();
    if (text.back() == '.') text.pop_back();
    return text;
}

std::optional<double> readNumber(std::string_view raw) {
    std::string text = trimmed(raw);
    const auto minus = text.find("−");
    if (minus == 0) text.replace(0, std::string("−").size(), "-");
    if (!text.empty() && text[0] == '+') text.erase(0, 1);
    if (text.find('.') == std::string::npos && std::count(text.begin(), text.end(), ',') == 1) {
        std::replace(text.begin(), text.end(), ',', '.');
    }
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value)) return std::nullopt;
    return value;
}

std::string lowered(std::string_view text) {
    std::string result(text);
    std::transform(result.begin(), result.end(), result.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return result;
}

std::string trimmed(std::string_view text) {
    const auto isSpace = [](char c) { return c == ' ' || c == '\t' || c == '\r' || c == '\n'; };
    while (!text.empty() && isSpace(text.front())) text.remove_prefix(1);
    while (!text.empty() && isSpace(text.back())) text.remove_suffix(1);
    return std::string(text);
}

std::vector<std::string> split(std::string_view text, char separator) {
    std::vector<std::string> parts;
    for (;;) {
        const auto at = text.find(separator);
        parts.emplace_back(text.substr(0, at));
        if (at == std::string_view::npos) return parts;
        text.remove_prefix(at + 1);
    }
}

std::string escapedMarkup(std::string_view text) {
    std::string result;
    for (const char c : text) {
        switch (c) {
        case '&': result += "&amp;"; break;
        case '<': result += "&lt;"; break;
        case '>': result += "&gt;"; break;
        case '"': result += "&quot;"; break;
        default:
            // Control characters are not allowed in XML at all.
            if (static_cast<unsigned char>(c) >= 0x20 || c == '\t' || c == '\n') result += c;
        }
    }
    return result;
}

} // namespace zg
