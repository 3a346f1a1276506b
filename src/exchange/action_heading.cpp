#include "exchange/action_heading.h"
#include "base/text.h"
#include <algorithm>

namespace zg {
namespace {

constexpr const char* understoodHeadings =
    "set, title, kind, joint, member, station, place, column section, beam section, left section, steel, "
    "group, note, and N, V, M, V_y, M_z, T with "
    "right, left, front, back, above or below and a unit in brackets";

bool isOneOf(const std::string& word, std::initializer_list<const char*> any) {
    return std::any_of(any.begin(), any.end(), [&](const char* a) { return word == a; });
}

/// The heading without what stands in brackets, and that.
struct Split {
    std::string outside;
    std::vector<std::string> brackets;
};
Split splitBrackets(const std::string& cell) {
    Split s;
    int depth = 0;
    for (const char c : cell) {
        if (c == '[' || c == '(') {
            if (depth++ == 0) {
                s.brackets.emplace_back();
                s.outside += ' ';
                continue;
            }
        }
        if ((c == ']' || c == ')') && depth > 0 && --depth == 0) continue;
        if (depth > 0)
            s.brackets.back() += c;
        else
            s.outside += c;
    }
    return s;
}

std::vector<std::string> wordsOf(const std::string& text) {
    std::vector<std::string> words;
    std::string word;
    for (const char c : text + " ") {
        if (c == ' ' || c == ',' || c == '_' || c == '/' || c == ';' || c == ':' || c == '\t' || c == '\n' || c == '\r') {
            if (!word.empty()) words.push_back(word);
            word.clear();
        } else {
            word += c;
        }
    }
    return words;
}

std::optional<EndId> placeIn(const std::string& word) {
    if (word == "upper") return ends::above;
    if (word == "lower") return ends::below;
    return placeOf(word);
}

std::optional<ActionForce> forceOf(const std::string& word) {
    if (isOneOf(word, {"vy", "vyed"})) return ActionForce::V_y;
    if (isOneOf(word, {"mz", "mzed"})) return ActionForce::M_z;
    if (isOneOf(word, {"t", "ted", "mt", "mx", "mxed", "torsion"})) return ActionForce::T;
    if (isOneOf(word, {"n", "ned", "nx", "nxed", "axial"})) return ActionForce::N;
    if (isOneOf(word, {"v", "ved", "vz", "vzed", "shear"})) return ActionForce::V;
    if (isOneOf(word, {"m", "med", "my", "myed", "moment"})) return ActionForce::M;
    return std::nullopt;
}

std::optional<ActionHeading::What> wordColumn(const std::vector<std::string>& words) {
    using What = ActionHeading::What;
    for (const std::string& w : words) {
        if (isOneOf(w, {"joint", "mark", "connection", "node"})) return What::Joint;
        if (isOneOf(w, {"member", "element", "bar"})) return What::Member;
        if (isOneOf(w, {"station"})) return What::Station;
        if (isOneOf(w, {"place", "location", "where", "grid"})) return What::Place;
        if (isOneOf(w, {"group", "excludes"})) return What::Group;
        if (isOneOf(w, {"title", "description", "text"})) return What::Title;
        if (isOneOf(w, {"kind", "type", "state", "nature"})) return What::Kind;
        if (isOneOf(w, {"set", "name", "id", "case", "combination"})) return What::Id;
        if (isOneOf(w, {"note", "notes", "remark", "remarks", "comment", "comments"})) return What::Remark;
    }
    return std::nullopt;
}

/// "column section", "beam", "left profile": the section of a member, for joints that the table makes.
std::optional<ActionHeading> sectionColumn(const std::vector<std::string>& words) {
    ActionHeading heading;
    heading.what = ActionHeading::What::Section;
    heading.number = {ends::right, ActionForce::N};
    bool isSection = words.size() == 1 && isOneOf(words[0], {"beam", "column"});
    for (const std::string& w : words) {
        if (isOneOf(w, {"section", "profile"}))
            isSection = true;
        else if (w == "column")
            heading.number.place = ends::column;
        else if (isOneOf(w, {"left", "right"}))
            heading.number.place = w == "left" ? ends::left : ends::right;
        else if (!isOneOf(w, {"beam", "of", "the"}))
            return std::nullopt;
    }
    return isSection ? std::optional<ActionHeading>(heading) : std::nullopt;
}

std::string inQuotes(const std::string& text) { return "\"" + printable(text) + "\""; }

/// The words of a number's heading, taken one after the other.
class NumberHeading {
public:
    tl::expected<ActionHeading, std::string> read(const std::vector<std::string>& words,
                                                  const std::vector<std::string>& brackets) {
        for (std::size_t i = 0; i < words.size(); ++i) {
            const std::string word = lowered(words[i]);
            // Letters with an axis, "V_y", come as two words.
            const bool hasAxis = i + 1 < words.size() && isOneOf(lowered(words[i + 1]), {"x", "y", "z"});
            if (hasAxis && !force_ && forceOf(word + lowered(words[i + 1]))) {
                force_ = forceOf(word + lowered(words[++i]));
            } else if (!force_ && forceOf(word)) {
                force_ = forceOf(word);
            } else if (!take(word, words[i])) {
                return unknown(words[i]);
            }
        }
        for (const std::string& bracket : brackets) {
            if (const auto place = placeIn(lowered(trimmed(bracket))); place && !place_)
                place_ = place;
            else
                units_.push_back(bracket);
        }
        return finish();
    }

private:
    bool take(const std::string& word, const std::string& asWritten) {
        if (const auto place = placeIn(word)) {
            if (place_ && place_ != place) return false;
            place_ = place;
            return true;
        }
        if (isOneOf(word, {"ed", "sd", "force", "axial", "shear", "moment", "bending", "beam", "at", "column", "design"})) {
            isOfColumn_ = isOfColumn_ || word == "column";
            return true;
        }
        if (!readUnit(asWritten)) return false;
        units_.push_back(asWritten);
        return true;
    }
    tl::expected<ActionHeading, std::string> finish() {
        if (!force_) return tl::unexpected(std::string("The heading names no force. Understood are ") + understoodHeadings + ".");
        if (isOfColumn_ && !(place_ && zg::isOfColumn(*place_)))
            return tl::unexpected(std::string("A force of the column is that above or below the joint: say which."));
        ActionHeading heading;
        heading.number = {place_.value_or(ends::right), *force_};
        for (const std::string& unit : units_) {
            const auto read = readColumnUnit(unit, *force_);
            if (!read) return tl::unexpected(read.error());
            if (heading.unit) return tl::unexpected(std::string("The heading names two units."));
            heading.unit = *read;
        }
        return heading;
    }
    static tl::unexpected<std::string> unknown(const std::string& word) {
        return tl::unexpected(inQuotes(word) + " in the heading is not understood. Understood are " + understoodHeadings + ".");
    }

    std::optional<ActionForce> force_;
    std::optional<EndId> place_;
    bool isOfColumn_ = false;
    std::vector<std::string> units_;
};

} // namespace

tl::expected<ReadUnit, std::string> readColumnUnit(const std::string& cell, ActionForce force) {
    std::string text = trimmed(cell);
    if (text.size() > 1 && (text.front() == '[' || text.front() == '(')) text = trimmed(text.substr(1, text.size() - 2));
    const Quantity wanted = quantityOf(force);
    const std::string understood = std::string(". Understood for ") + letterOf(force) + " are " + understoodUnits(wanted) + ".";
    const auto unit = readUnit(text);
    if (!unit) return tl::unexpected(inQuotes(text) + " is not a unit that is understood" + understood);
    if (unit->quantity != wanted)
        return tl::unexpected(inQuotes(text) + " is a unit of " + (unit->quantity == Quantity::Force ? "force" : "moment") +
                              ", but " + letterOf(force) + " is a " + (wanted == Quantity::Force ? "force" : "moment") +
                              understood);
    return *unit;
}

tl::expected<ActionHeading, std::string> readHeading(const std::string& cell) {
    const Split split = splitBrackets(cell);
    const std::vector<std::string> words = wordsOf(split.outside);
    ActionHeading heading;
    if (words.empty() && split.brackets.empty()) {
        heading.what = ActionHeading::What::Remark;
        return heading;
    }
    std::vector<std::string> lower;
    for (const std::string& w : words) lower.push_back(lowered(w));
    const bool hasForce = std::any_of(lower.begin(), lower.end(), [](const std::string& w) { return forceOf(w).has_value(); });
    if (!hasForce && lower.size() == 1 && isOneOf(lower[0], {"steel", "grade"})) {
        heading.what = ActionHeading::What::Steel;
        return heading;
    }
    if (!hasForce)
        if (const auto section = sectionColumn(lower)) return *section;
    const auto column = wordColumn(lower);
    if (column && !hasForce) {
        heading.what = *column;
        return heading;
    }
    return NumberHeading().read(words, split.brackets);
}

tl::expected<SetKind, std::string> readSetKind(const std::string& word) {
    std::string plain;
    for (const char c : lowered(trimmed(word)))
        if (c != ' ' && c != '-' && c != '_' && c != '.') plain += c;
    if (plain.empty() ||
        isOneOf(plain, {"ultimate", "uls", "u", "str", "geo", "equ", "strgeo", "strength", "design", "factored", "lrfd",
                        "accidental", "acc", "seismic", "persistent", "transient", "fundamental", "fire"}))
        return SetKind::Ultimate;
    if (isOneOf(plain,
                {"serviceability", "service", "sls", "characteristic", "char", "frequent", "quasipermanent", "unfactored"}))
        return SetKind::Serviceability;
    if (isOneOf(plain, {"asd", "allowable", "allowablestress"})) return SetKind::Allowable;
    return tl::unexpected(inQuotes(word) +
                          " is not a kind of set that is understood. Understood are ultimate (also ULS, STR, GEO, EQU, "
                          "strength, accidental, seismic) and serviceability (also SLS, characteristic, frequent, "
                          "quasi-permanent) and allowable stress (also ASD), which no rules here verify.");
}

tl::expected<CaseNature, std::string> readNature(const std::string& word) {
    const std::string plain = lowered(trimmed(word));
    std::string all;
    int index = 0;
    for (const char* name : EnumNames<CaseNature>::names) {
        if (plain == lowered(name)) return static_cast<CaseNature>(index);
        all += (all.empty() ? "" : ", ") + std::string(name);
        ++index;
    }
    if (isOneOf(plain, {"dead", "self weight", "self-weight", "g"})) return CaseNature::Permanent;
    return tl::unexpected(inQuotes(word) + " is not a nature that is understood. Understood are " + all + ".");
}

} // namespace zg
