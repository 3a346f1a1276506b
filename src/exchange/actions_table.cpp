#include "exchange/actions_table.h"
#include "base/text.h"
#include "joint/action_columns.h"
#include <algorithm>
#include <map>
#include <utility>

namespace zg {
namespace {

enum class What { Ignore, Id, Title, Kind, Number };
struct Column {
    What what = What::Ignore;
    ActionColumn number;
    double factor = 0; ///< 0: display unit
};

const std::map<std::string, double>& unitFactors() {
    static const std::map<std::string, double> units{{"n", 1},
                                                     {"kn", 1e3},
                                                     {"mn", 1e6},
                                                     {"kip", 4448.2216152605},
                                                     {"kips", 4448.2216152605},
                                                     {"lbf", 4.4482216152605},
                                                     {"nm", 1e3},
                                                     {"knm", 1e6},
                                                     {"mnm", 1e9},
                                                     {"kn.m", 1e6},
                                                     {"kn·m", 1e6},
                                                     {"kn-m", 1e6},
                                                     {"nmm", 1},
                                                     {"kip-ft", 4448.2216152605 * 304.8},
                                                     {"kipft", 4448.2216152605 * 304.8},
                                                     {"kip-in", 4448.2216152605 * 25.4}};
    return units;
}

std::string withoutBrackets(std::string text) {
    text = lowered(trimmed(text));
    if (text.size() > 1 && (text.front() == '[' || text.front() == '(')) text = text.substr(1, text.size() - 2);
    return text;
}

/// One word of the header, such as "M left (kNm)".
Column headerColumn(const std::string& cell) {
    Column column;
    std::string word;
    std::vector<std::string> words;
    for (const char c : lowered(cell) + " ") {
        if (c == ' ' || c == '[' || c == ']' || c == '(' || c == ')' || c == ',' || c == '_' || c == '/') {
            if (!word.empty()) words.push_back(word);
            word.clear();
        } else {
            word += c;
        }
    }
    const auto has = [&](std::initializer_list<const char*> any) {
        return std::any_of(words.begin(), words.end(), [&](const std::string& w) {
            return std::any_of(any.begin(), any.end(), [&](const char* a) { return w == a; });
        });
    };
    if (words.empty()) return column;
    column.number.place = has({"left"})                       ? ActionPlace::Left
                          : has({"above", "upper"})           ? ActionPlace::Above
                          : has({"below", "lower", "column"}) ? ActionPlace::Below
                                                              : ActionPlace::Right;
    // Letters with an axis, "V_y" or "Vy", come as two words or as one.
    const std::string letter =
        words[0] + (words.size() > 1 && (words[1] == "x" || words[1] == "y" || words[1] == "z") ? words[1] : "");
    const auto is = [&](std::initializer_list<const char*> any) {
        return std::any_of(any.begin(), any.end(), [&](const char* a) { return letter == a; });
    };
    column.what = What::Number;
    if (is({"vy", "vyed"}))
        column.number.force = ActionForce::V_y;
    else if (is({"mz", "mzed"}))
        column.number.force = ActionForce::M_z;
    else if (is({"t", "ted", "mt", "mx"}) || has({"torsion"}))
        column.number.force = ActionForce::T;
    else if (is({"n", "ned", "nx"}) || has({"axial"}))
        column.number.force = ActionForce::N;
    else if (is({"v", "ved", "vz", "vzed"}) || has({"shear"}))
        column.number.force = ActionForce::V;
    else if (is({"m", "med", "my", "myed"}) || has({"moment"}))
        column.number.force = ActionForce::M;
    else if (has({"title", "description", "text"}))
        column.what = What::Title;
    else if (has({"kind", "type", "state"}))
        column.what = What::Kind;
    else if (has({"set", "name", "id", "case", "combination"}))
        column.what = What::Id;
    else
        column.what = What::Ignore;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const auto unit = unitFactors().find(words[i]);
        if (unit != unitFactors().end()) column.factor = unit->second;
    }
    return column;
}

std::vector<Column> positions(std::size_t count) {
    std::vector<Column> columns{{What::Id, {}, 0}};
    for (const ActionColumn number : actionColumns(true, false)) columns.push_back({What::Number, number, 0});
    columns.resize(std::min(count, columns.size()));
    return columns;
}

std::vector<std::vector<std::string>> cellsOf(const std::string& text) {
    const char separator = text.find('\t') != std::string::npos ? '\t' : text.find(';') != std::string::npos ? ';' : ',';
    std::vector<std::vector<std::string>> rows;
    for (const std::string& line : split(text, '\n')) {
        if (trimmed(line).empty()) continue;
        std::vector<std::string> cells;
        for (std::string& cell : split(line, separator)) {
            cell = trimmed(cell);
            if (cell.size() > 1 && cell.front() == '"' && cell.back() == '"') cell = cell.substr(1, cell.size() - 2);
            cells.push_back(cell);
        }
        rows.push_back(std::move(cells));
    }
    return rows;
}

class TableReader {
public:
    explicit TableReader(UnitSystem units) : units_(units) {}

    tl::expected<std::vector<ActionSet>, Diagnostics> run(const std::string& text) {
        const auto rows = cellsOf(text);
        if (rows.empty()) return tl::unexpected(Diagnostics{{Severity::Error, "", "There is nothing to paste."}});
        std::size_t first = header(rows[0]) ? 1 : 0;
        if (first < rows.size() && unitsRow(rows[first])) ++first;
        for (std::size_t r = first; r < rows.size(); ++r) row(rows[r], r + 1);
        if (sets_.empty() && errors_.empty()) errors_.push_back({Severity::Error, "", "No row with numbers was found."});
        if (!errors_.empty()) return tl::unexpected(std::move(errors_));
        return std::move(sets_);
    }

private:
    bool header(const std::vector<std::string>& cells) {
        const bool hasNumber = std::any_of(cells.begin() + (cells.size() > 1 ? 1 : 0), cells.end(),
                                           [](const std::string& c) { return readNumber(c).has_value(); });
        if (hasNumber) {
            columns_ = positions(cells.size());
            return false;
        }
        bool hasForce = false;
        for (const std::string& cell : cells) {
            columns_.push_back(headerColumn(cell));
            hasForce = hasForce || columns_.back().what == What::Number;
        }
        if (!hasForce) columns_ = positions(cells.size());
        return hasForce;
    }

    bool unitsRow(const std::vector<std::string>& cells) {
        bool any = false;
        for (const std::string& cell : cells) {
            if (cell.empty() || cell == "-") continue;
            if (unitFactors().count(withoutBrackets(cell)) == 0) {
                if (readNumber(cell)) return false;
                continue;
            }
            any = true;
        }
        if (!any) return false;
        for (std::size_t i = 0; i < cells.size() && i < columns_.size(); ++i) {
            const auto unit = unitFactors().find(withoutBrackets(cells[i]));
            if (unit != unitFactors().end()) columns_[i].factor = unit->second;
        }
        return true;
    }

    void row(const std::vector<std::string>& cells, std::size_t number) {
        ActionSet set;
        for (std::size_t i = 0; i < cells.size(); ++i) {
            if (i < columns_.size()) {
                cell(columns_[i], cells[i], "row " + std::to_string(number) + ", column " + std::to_string(i + 1), set);
            } else if (!cells[i].empty()) {
                errors_.push_back(
                    {Severity::Error, "row " + std::to_string(number), "The row has more cells than there are columns."});
                break;
            }
        }
        if (set.id.empty()) set.id = "S" + std::to_string(sets_.size() + 1);
        sets_.push_back(std::move(set));
    }

    void cell(const Column& column, const std::string& text, const std::string& where, ActionSet& set) {
        switch (column.what) {
        case What::Ignore: return;
        case What::Id: set.id = text; return;
        case What::Title: set.title = text; return;
        case What::Kind: set.kind = lowered(text).rfind("s", 0) == 0 ? SetKind::Serviceability : SetKind::Ultimate; return;
        default: break;
        }
        if (text.empty()) return;
        const auto value = readNumber(text);
        if (!value) {
            errors_.push_back({Severity::Error, where, "\"" + text + "\" is not a number."});
            return;
        }
        const ActionColumn at = column.number;
        const double x = *value * (column.factor > 0 ? column.factor : unitOf(quantityOf(at.force), units_).factor);
        if (!isOutOfPlane(at.force)) {
            put(set, at, x);
        } else if (at.place == ActionPlace::Right || at.place == ActionPlace::Left) {
            // Given as nil is given: it takes the place of what a set of this name had.
            auto& forces = outOfPlane(set, at.place == ActionPlace::Right ? SideId::Right : SideId::Left);
            if (!forces) forces.emplace();
            put(set, at, x);
            if (!forces) forces.emplace();
        } else if (x != 0) {
            errors_.push_back({Severity::Error, where,
                               std::string(letterOf(at.force)) + " of the column cannot be taken: forces out of the plane are "
                                                                 "those of the beams."});
        }
    }

    UnitSystem units_;
    std::vector<Column> columns_;
    std::vector<ActionSet> sets_;
    Diagnostics errors_;
};

} // namespace

tl::expected<std::vector<ActionSet>, Diagnostics> readActions(const std::string& text, UnitSystem units) {
    return TableReader(units).run(text);
}

std::string writeActions(const std::vector<ActionSet>& sets, bool isTwoSided, UnitSystem units) {
    const std::vector<ActionColumn> columns = actionColumns(isTwoSided, hasOutOfPlane(sets));
    std::string text = "set\ttitle\tkind", second = "\n\t\t";
    for (const ActionColumn c : columns) {
        text += std::string("\t") + letterOf(c.force) + " " + name(c.place);
        second += std::string("\t") + unitOf(quantityOf(c.force), units).symbol;
    }
    text += second;
    for (const ActionSet& set : sets) {
        text += "\n" + set.id + "\t" + set.title + "\t" + EnumNames<SetKind>::names[static_cast<std::size_t>(set.kind)];
        for (const ActionColumn c : columns) {
            const auto value = valueIn(set, c);
            text += "\t" + (value ? significant(*value / unitOf(quantityOf(c.force), units).factor, 10) : std::string());
        }
    }
    return text + "\n";
}

void mergeActions(std::vector<ActionSet>& into, const std::vector<ActionSet>& sets) {
    const auto dropNil = [](std::optional<OutOfPlaneForces>& forces) {
        if (forces == OutOfPlaneForces{}) forces.reset();
    };
    for (const ActionSet& set : sets) {
        auto place = std::find_if(into.begin(), into.end(), [&](const ActionSet& s) { return s.id == set.id; });
        if (place == into.end()) {
            into.push_back(set);
            place = into.end() - 1;
        } else {
            const ActionSet before = std::exchange(*place, set);
            const auto keep = [](auto& now, const auto& earlier) {
                if (!now) now = earlier;
            };
            keep(place->columnAbove, before.columnAbove);
            keep(place->columnBelow, before.columnBelow);
            keep(place->rightOutOfPlane, before.rightOutOfPlane);
            keep(place->leftOutOfPlane, before.leftOutOfPlane);
        }
        dropNil(place->rightOutOfPlane);
        dropNil(place->leftOutOfPlane);
    }
}

} // namespace zg
