#include "base/text.h"
#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <new>

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

std::string capitalised(std::string text) {
    if (!text.empty() && text[0] >= 'a' && text[0] <= 'z') text[0] = static_cast<char>(text[0] - 'a' + 'A');
    return text;
}

std::string lowered(std::string_view text) {
    std::string result(text);
    std::transform(result.begin(), result.end(), result.begin(),
                   [](unsigned char c) { return static_cast<char>(c >= 'A' && c <= 'Z' ? c + 32 : c); });
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

namespace {

/// Length of the UTF-8 character at the front; 0 when there is none.
std::size_t lengthOfFirst(std::string_view text) {
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
    const unsigned char first = byte(0);
    const std::size_t n = first < 0x80 ? 1 : first < 0xc2 ? 0 : first < 0xe0 ? 2 : first < 0xf0 ? 3 : first < 0xf5 ? 4 : 0;
    if (n == 0 || n > text.size()) return 0;
    for (std::size_t i = 1; i < n; ++i)
        if ((byte(i) & 0xc0) != 0x80) return 0;
    if ((first == 0xe0 && byte(1) < 0xa0) || (first == 0xed && byte(1) >= 0xa0) || (first == 0xf0 && byte(1) < 0x90) ||
        (first == 0xf4 && byte(1) >= 0x90))
        return 0;
    return n;
}

/// C0, DEL and C1, and the signs that change the direction of writing.
bool isControl(std::string_view character) {
    const unsigned char first = static_cast<unsigned char>(character[0]);
    if (character.size() == 1) return first < 0x20 || first == 0x7f;
    const unsigned char second = static_cast<unsigned char>(character[1]);
    if (character.size() == 2) return first == 0xc2 && second < 0xa0;
    const unsigned char third = static_cast<unsigned char>(character[2]);
    if (character.size() != 3 || first != 0xe2) return false;
    return (second == 0x80 && (third == 0x8e || third == 0x8f || (third >= 0xa8 && third <= 0xae))) ||
           (second == 0x81 && third >= 0xa6 && third <= 0xa9);
}

std::size_t editDistance(std::string_view a, std::string_view b) {
    std::vector<std::size_t> row(b.size() + 1);
    for (std::size_t j = 0; j <= b.size(); ++j) row[j] = j;
    for (std::size_t i = 1; i <= a.size(); ++i) {
        std::size_t corner = row[0];
        row[0] = i;
        for (std::size_t j = 1; j <= b.size(); ++j) {
            const std::size_t above = row[j];
            row[j] = std::min({above + 1, row[j - 1] + 1, corner + (a[i - 1] == b[j - 1] ? 0 : 1)});
            corner = above;
        }
    }
    return row.back();
}

} // namespace

std::string printable(std::string_view text, bool keepsLines) {
    static const char digits[] = "0123456789abcdef";
    std::string result;
    while (!text.empty()) {
        const std::size_t length = lengthOfFirst(text);
        const std::string_view character = text.substr(0, std::max<std::size_t>(1, length));
        const bool isKept = keepsLines && (character == "\n" || character == "\t");
        if (length > 0 && (isKept || !isControl(character))) {
            result += character;
        } else {
            for (const char c : character) {
                const auto byte = static_cast<unsigned char>(c);
                result += {'\\', 'x', digits[byte >> 4], digits[byte & 15]};
            }
        }
        text.remove_prefix(character.size());
    }
    return result;
}

bool hasControl(std::string_view text) { return printable(text) != text; }

std::string reasonOf(const std::exception& failure) {
    return dynamic_cast<const std::bad_alloc*>(&failure) ? "there is not enough memory for it." : failure.what();
}

std::size_t characterCount(std::string_view text) {
    return static_cast<std::size_t>(std::count_if(text.begin(), text.end(), [](char c) { return (c & 0xc0) != 0x80; }));
}

std::optional<std::string> nearest(std::string_view typed, const std::vector<std::string>& known) {
    const std::string wanted = lowered(typed.substr(0, 100));
    const auto common = [&](const std::string& word) {
        std::size_t n = 0;
        while (n < wanted.size() && n < word.size() && wanted[n] == word[n]) ++n;
        return n;
    };
    std::optional<std::string> best;
    std::size_t least = std::max<std::size_t>(2, wanted.size() / 3) + 1, longest = 0;
    for (const std::string& word : known) {
        // Of words that are as near the one that begins alike.
        const std::size_t distance = editDistance(wanted, lowered(word)), begins = common(lowered(word));
        if (distance > least || (distance == least && (!best || begins <= longest))) continue;
        least = distance;
        longest = begins;
        best = word;
    }
    return best;
}

} // namespace zg
