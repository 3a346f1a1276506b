#include "base/number_column.h"
#include "base/text.h"
#include <charconv>
#include <cmath>

namespace zg {
namespace {

bool isDigit(char c) { return c >= '0' && c <= '9'; }

/// Sign, digits with their separators, exponent. Blanks and apostrophes between digits are taken for one group sign.
struct Parts {
    bool isNegative = false;
    std::string digits; ///< digits, '.', ',' and '_' for a blank or an apostrophe
    std::string exponent;
    bool isNumber = false;
};

Parts partsOf(std::string_view raw) {
    Parts p;
    std::string text;
    const std::string whole = trimmed(raw);
    for (std::size_t i = 0; i < whole.size();) {
        const std::string_view rest = std::string_view(whole).substr(i);
        bool isGroup = false;
        for (const std::string_view sign : {"\xc2\xa0", "\xe2\x80\xaf", "\xe2\x80\x89", "\xe2\x80\x99", " ", "'"}) {
            if (rest.substr(0, sign.size()) != sign) continue;
            text += '_';
            i += sign.size();
            isGroup = true;
            break;
        }
        if (!isGroup && rest.substr(0, 3) == "−") {
            text += '-';
            i += 3;
        } else if (!isGroup) {
            text += whole[i++];
        }
    }
    std::size_t at = 0;
    if (at < text.size() && (text[at] == '-' || text[at] == '+')) p.isNegative = text[at++] == '-';
    while (at < text.size() && (isDigit(text[at]) || text[at] == '.' || text[at] == ',' || text[at] == '_'))
        p.digits += text[at++];
    if (at < text.size() && (text[at] == 'e' || text[at] == 'E')) {
        p.exponent = "e";
        ++at;
        if (at < text.size() && (text[at] == '-' || text[at] == '+')) {
            if (text[at] == '-') p.exponent += '-';
            ++at;
        }
        const std::size_t first = at;
        while (at < text.size() && isDigit(text[at])) p.exponent += text[at++];
        if (at == first) return p;
    }
    p.isNumber = at == text.size() && p.digits.find_first_of("0123456789") != std::string::npos;
    return p;
}

/// The digits with a point, or nothing when the groups are not of three.
std::optional<std::string> plain(const std::string& digits, char decimal) {
    const char other = decimal == '.' ? ',' : '.';
    const auto mark = digits.find(decimal);
    const std::string whole = digits.substr(0, mark);
    const std::string fraction = mark == std::string::npos ? std::string() : digits.substr(mark + 1);
    if (fraction.find_first_not_of("0123456789") != std::string::npos) return std::nullopt;
    std::string result;
    char group = 0;
    std::size_t inGroup = 0;
    for (const char c : whole) {
        if (isDigit(c)) {
            result += c;
            ++inGroup;
            continue;
        }
        if (c != other && c != '_') return std::nullopt;
        if (group != 0 && (c != group || inGroup != 3)) return std::nullopt;
        if (group == 0 && (inGroup == 0 || inGroup > 3)) return std::nullopt;
        group = c;
        inGroup = 0;
    }
    if (group != 0 && inGroup != 3) return std::nullopt;
    if (mark != std::string::npos) result += "." + fraction;
    return result;
}

bool canBe(const Parts& p, char decimal) { return plain(p.digits, decimal).has_value(); }

} // namespace

DecimalSign decimalSignOf(std::string_view number) {
    const Parts p = partsOf(number);
    if (!p.isNumber || p.digits.find_first_of(".,") == std::string::npos) return DecimalSign::Unknown;
    const bool point = canBe(p, '.'), comma = canBe(p, ',');
    // "0,125" and "0.125" are no groups of thousands.
    const bool isBelowOne = p.digits.size() > 1 && p.digits[0] == '0' && !isDigit(p.digits[1]);
    if (point && comma && isBelowOne) return p.digits[1] == ',' ? DecimalSign::Comma : DecimalSign::Point;
    if (point == comma) return DecimalSign::Unknown;
    return point ? DecimalSign::Point : DecimalSign::Comma;
}

DecimalSign together(DecimalSign a, DecimalSign b) {
    if (a == DecimalSign::Unknown || a == b) return b;
    return b == DecimalSign::Unknown ? a : DecimalSign::Contradictory;
}

bool isAmbiguous(std::string_view number) {
    const Parts p = partsOf(number);
    return p.isNumber && p.digits.find(',') != std::string::npos && decimalSignOf(number) == DecimalSign::Unknown &&
           canBe(p, '.') && canBe(p, ',');
}

std::optional<double> readNumber(std::string_view number, DecimalSign sign) {
    const Parts p = partsOf(number);
    if (!p.isNumber) return std::nullopt;
    const auto digits = plain(p.digits, sign == DecimalSign::Comma ? ',' : '.');
    if (!digits) return std::nullopt;
    const std::string text = *digits + p.exponent;
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value)) return std::nullopt;
    return p.isNegative ? -value : value;
}

std::optional<double> readNumber(std::string_view number) {
    return isAmbiguous(number) ? std::nullopt : readNumber(number, decimalSignOf(number));
}

} // namespace zg
