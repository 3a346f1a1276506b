#include "base/unit_words.h"
#include "base/text.h"
#include <utility>
#include <vector>

namespace zg {
namespace {

constexpr double pound = 4.4482216152605; ///< lbf in N: 0.45359237 kg times 9.80665 m/s2
constexpr double gravity = 9.80665;

struct Word {
    const char* text;
    double factor;
};

/// Spelled exactly, because case tells mega from milli.
constexpr Word exactForces[] = {{"MN", 1e6}, {"N", 1}, {"n", 1}};
/// Any case.
constexpr Word forces[] = {{"kn", 1e3},           {"dan", 10},          {"kgf", gravity},      {"kp", gravity},
                           {"tf", 1e3 * gravity}, {"t", 1e3 * gravity}, {"lbf", pound},        {"lb", pound},
                           {"lbs", pound},        {"kip", 1e3 * pound}, {"kips", 1e3 * pound}, {"klbf", 1e3 * pound}};
constexpr Word lengths[] = {{"mm", 1},       {"cm", 10},   {"m", 1000},    {"ft", 304.8},   {"feet", 304.8},
                            {"foot", 304.8}, {"in", 25.4}, {"inch", 25.4}, {"inches", 25.4}};

std::optional<double> force(const std::string& word) {
    for (const Word& w : exactForces)
        if (word == w.text) return w.factor;
    const std::string any = lowered(word);
    for (const Word& w : forces)
        if (any == w.text) return w.factor;
    return std::nullopt;
}
std::optional<double> length(const std::string& word) {
    const std::string any = lowered(word);
    for (const Word& w : lengths)
        if (any == w.text) return w.factor;
    return std::nullopt;
}
bool isImperial(const std::string& word) {
    const std::string any = lowered(word);
    return any == "ft" || any == "feet" || any == "foot" || any == "in" || any == "inch" || any == "inches";
}

/// Words of a unit, its signs of multiplication taken away.
std::vector<std::string> wordsOf(std::string_view text) {
    std::string plain;
    for (std::size_t i = 0; i < text.size();) {
        bool isSign = false;
        for (const std::string_view sign : {"·", "⋅", "×", "‑", "–", "*", "-", ".", " ", "\xc2\xa0"}) {
            if (text.substr(i, sign.size()) != sign) continue;
            plain += ' ';
            i += sign.size();
            isSign = true;
            break;
        }
        if (!isSign) plain += text[i++];
    }
    std::vector<std::string> words;
    for (std::string& word : split(plain, ' '))
        if (!word.empty()) words.push_back(std::move(word));
    return words;
}

std::optional<ReadUnit> product(const std::string& a, const std::string& b) {
    if (const auto F = force(a))
        if (const auto l = length(b)) return ReadUnit{Quantity::Moment, *F * *l};
    // Length first is how feet and inches are written; "mN" is no moment.
    if (isImperial(a))
        if (const auto F = force(b)) return ReadUnit{Quantity::Moment, *F * *length(a)};
    return std::nullopt;
}

} // namespace

std::optional<ReadUnit> readUnit(std::string_view text) {
    const std::vector<std::string> words = wordsOf(trimmed(text));
    if (words.size() == 2) return product(words[0], words[1]);
    if (words.size() != 1) return std::nullopt;
    const std::string& word = words[0];
    if (const auto F = force(word)) return ReadUnit{Quantity::Force, *F};
    std::optional<ReadUnit> found;
    for (std::size_t cut = 1; cut < word.size(); ++cut) {
        const auto unit = product(word.substr(0, cut), word.substr(cut));
        if (unit && found && unit->factor != found->factor) return std::nullopt;
        if (unit) found = unit;
    }
    return found;
}

const char* understoodUnits(Quantity quantity) {
    return quantity == Quantity::Force ? "N, daN, kN, MN, kgf, t, lb, kip"
                                       : "Nmm, Nm, kNcm, kNm, MNm, daN·m, kgf·m, t·m, lb-in, lb-ft, kip-in, kip-ft";
}

} // namespace zg
