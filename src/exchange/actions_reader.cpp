#include "base/csv.h"
#include "base/number_column.h"
#include "base/text.h"
#include "exchange/action_heading.h"
#include "exchange/actions_table.h"
#include <algorithm>
#include <map>
#include <tuple>

namespace zg {
namespace {

using Cells = std::vector<std::string>;
using What = ActionHeading::What;

std::string place(std::size_t row, std::size_t column) {
    return "row " + std::to_string(row + 1) + ", column " + std::to_string(column + 1);
}

/// Separator of a table: a tab anywhere, else a semicolon, else commas; none inside quotes.
char separatorOf(const std::string& text) {
    bool isQuoted = false, hasSemicolon = false;
    for (const char c : text) {
        if (c == '"') isQuoted = !isQuoted;
        if (isQuoted) continue;
        if (c == '\t') return '\t';
        hasSemicolon = hasSemicolon || c == ';';
    }
    return hasSemicolon ? ';' : ',';
}

bool isBlank(const std::string& cell) { return cell.empty() || cell == "-" || cell == "–"; }
/// Number or not, whatever the decimal sign.
bool isNumber(const std::string& cell) {
    return readNumber(cell, DecimalSign::Point).has_value() || readNumber(cell, DecimalSign::Comma).has_value();
}

class TableReader {
public:
    enum class Of { Sets, Cases };
    TableReader(UnitSystem units, Of of, bool mayNameJoints) : units_(units), of_(of), mayNameJoints_(mayNameJoints) {}

    /// A row as it was read.
    struct Row {
        std::string joint, group;
        TableMembers members;
        CaseNature nature = CaseNature::Permanent;
        ActionSet set;
    };

    tl::expected<std::vector<Row>, Diagnostics> run(const std::string& text) {
        auto rows = readCsv(text, separatorOf(text));
        if (!rows) return tl::unexpected(Diagnostics{{Severity::Error, "", rows.error()}});
        rows_ = std::move(*rows);
        if (rows_.empty()) return tl::unexpected(Diagnostics{{Severity::Error, "", "There is nothing to paste."}});
        first_ = header() ? 1 : 0;
        if (errors_.empty() && first_ < rows_.size() && isUnitsRow(rows_[first_])) unitsRow();
        if (errors_.empty()) decimals();
        if (errors_.empty())
            for (std::size_t r = first_; r < rows_.size(); ++r) row(r);
        if (read_.empty() && errors_.empty()) say("", "No row with numbers was found.");
        if (!errors_.empty()) return tl::unexpected(std::move(errors_));
        namePlaces();
        return std::move(read_);
    }

private:
    /// Sets of one name at several places of a joint get the place in their name.
    void namePlaces() {
        std::map<std::pair<std::string, std::string>, int> count;
        for (const Row& row : read_) ++count[{row.joint, row.set.id}];
        for (Row& row : read_)
            if (!row.set.place.empty() && count[{row.joint, row.set.id}] > 1) row.set.id += " " + row.set.place;
    }
    void say(const std::string& where, const std::string& what) {
        if (errors_.size() < 50) errors_.push_back({Severity::Error, where, what});
    }

    /// Whether the first row names the columns; without one they stand in the order that is documented.
    bool header() {
        const Cells& cells = rows_[0];
        const bool hasNumber = std::any_of(cells.begin() + (cells.size() > 1 ? 1 : 0), cells.end(), isNumber);
        if (hasNumber) {
            byPosition();
            return false;
        }
        bool hasForce = false, hasEnds = false, hasJoints = false;
        for (std::size_t c = 0; c < cells.size(); ++c) {
            const auto heading = readHeading(cells[c]);
            if (!heading) say(place(0, c), heading.error());
            columns_.push_back(heading.value_or(ActionHeading{What::Remark, {}, {}}));
            hasForce = hasForce || !heading || heading->what == What::Number;
            const bool isEnd = heading && (heading->what == What::Member || heading->what == What::Station);
            if (isEnd && !mayNameJoints_)
                say(place(0, c), "The column names ends of members, but what is read here is for one joint.");
            hasEnds = hasEnds || isEnd;
            hasJoints = hasJoints || (heading && heading->what == What::Joint);
            if (heading && heading->what == What::Joint && !mayNameJoints_)
                say(place(0, c), "The column names joints, but what is read here is for one joint.");
            if (heading && (heading->what == What::Section || heading->what == What::Steel) && !mayNameJoints_)
                say(place(0, c), "The column describes joints, but what is read here is for one joint.");
            if (heading && heading->what == What::Group && of_ == Of::Sets)
                say(place(0, c), "Groups are of cases; action sets have none.");
            if (heading && heading->what == What::Place && of_ == Of::Cases)
                say(place(0, c), "Places are of action sets; cases have none.");
            for (std::size_t other = 0; other < c; ++other)
                if (columns_[other].isSameColumn(columns_[c]))
                    say(place(0, c), "The column stands twice; the other is column " + std::to_string(other + 1) + ".");
        }
        if (hasEnds && hasJoints) say("row 1", "Rows are told apart by their joint, or by member and station: one of both.");
        if (hasEnds && std::none_of(columns_.begin(), columns_.end(), [](const auto& h) { return h.what == What::Member; }))
            say("row 1", "A column of stations needs one of members.");
        if (!hasForce) say("row 1", "No column holds a force.");
        return true;
    }

    void byPosition() {
        columns_.push_back({What::Id, {}, {}});
        for (const ActionColumn number : actionColumns({ends::right, ends::left}, true, false))
            columns_.push_back({What::Number, number, {}});
    }

    /// The row after the header names units when it holds something but no number in the columns of numbers.
    bool isUnitsRow(const Cells& cells) const {
        if (first_ == 0) return false;
        bool any = false;
        for (std::size_t c = 0; c < cells.size() && c < columns_.size(); ++c) {
            if (columns_[c].what != What::Number || isBlank(cells[c])) continue;
            if (isNumber(cells[c])) return false;
            any = true;
        }
        return any;
    }

    void unitsRow() {
        const Cells& cells = rows_[first_];
        for (std::size_t c = 0; c < cells.size(); ++c) {
            if (isBlank(cells[c])) continue;
            if (c >= columns_.size()) {
                say(place(first_, c), "The row has more cells than there are columns.");
                break;
            }
            if (columns_[c].what != What::Number) continue;
            const auto unit = readColumnUnit(cells[c], columns_[c].number.force);
            if (!unit)
                say(place(first_, c), unit.error());
            else if (columns_[c].unit && columns_[c].unit->factor != unit->factor)
                say(place(first_, c), "The heading of the column names another unit.");
            else
                columns_[c].unit = *unit;
        }
        ++first_;
    }

    /// The decimal sign of each column, from all its numbers; where they do not tell, from the whole table.
    void decimals() {
        signs_.assign(columns_.size(), DecimalSign::Unknown);
        DecimalSign table = DecimalSign::Unknown;
        for (std::size_t c = 0; c < columns_.size(); ++c) {
            if (columns_[c].what != What::Number) continue;
            for (std::size_t r = first_; r < rows_.size(); ++r)
                if (c < rows_[r].size()) signs_[c] = together(signs_[c], decimalSignOf(rows_[r][c]));
            table = together(table, signs_[c]);
            if (signs_[c] == DecimalSign::Contradictory)
                say("column " + std::to_string(c + 1), "Some of its numbers have a decimal comma, others a decimal point.");
        }
        for (DecimalSign& sign : signs_)
            if (sign == DecimalSign::Unknown) sign = table;
    }

    void row(std::size_t r) {
        Row read;
        ActionSet& set = read.set;
        bool hasNumber = false;
        const Cells& cells = rows_[r];
        const std::size_t before = errors_.size();
        for (std::size_t c = 0; c < cells.size(); ++c) {
            if (c < columns_.size()) {
                cell(columns_[c], cells[c], r, c, read);
                hasNumber = hasNumber || (columns_[c].what == What::Number && !isBlank(cells[c]));
            } else if (!cells[c].empty()) {
                say("row " + std::to_string(r + 1), "The row has more cells than there are columns.");
                break;
            }
        }
        if (!hasNumber && errors_.size() == before) say("row " + std::to_string(r + 1), "The row holds no number.");
        if (set.id.empty()) set.id = (of_ == Of::Sets ? "S" : "K") + std::to_string(read_.size() + 1);
        const auto [twin, isNew] = rowOf_.emplace(std::tuple(read.joint, set.place, set.id), r);
        if (!isNew)
            say("row " + std::to_string(r + 1),
                "Set " + printable(set.id) + " stands twice; it is in row " + std::to_string(twin->second + 1) + " already.");
        read_.push_back(std::move(read));
    }

    void cell(const ActionHeading& column, const std::string& text, std::size_t r, std::size_t c, Row& row) {
        ActionSet& set = row.set;
        const auto name = [&](std::string& to) {
            to = text;
            if (hasControl(text)) say(place(r, c), "The name holds a control character.");
        };
        switch (column.what) {
        case What::Remark: return;
        case What::Id: return name(set.id);
        case What::Joint:
            if (text.empty()) say(place(r, c), "The row names no joint.");
            return name(row.joint);
        case What::Member:
            if (text.empty()) say(place(r, c), "The row names no member.");
            row.joint = text + row.joint; // the station may stand before it
            if (hasControl(text)) say(place(r, c), "The name holds a control character.");
            return;
        case What::Station:
            row.joint += " at " + text;
            if (hasControl(text)) say(place(r, c), "The name holds a control character.");
            return;
        case What::Group: return name(row.group);
        case What::Place: return name(set.place);
        case What::Steel: return name(row.members.steel);
        case What::Section:
            return name(column.number.place == ends::column ? row.members.column
                        : column.number.place == ends::left ? row.members.left
                                                            : row.members.beam);
        case What::Title: set.title = text; return;
        case What::Kind:
            if (of_ == Of::Cases) {
                if (const auto nature = readNature(text))
                    row.nature = *nature;
                else
                    say(place(r, c), nature.error());
                return;
            }
            if (const auto kind = readSetKind(text))
                set.kind = *kind;
            else
                say(place(r, c), kind.error());
            return;
        case What::Number: break;
        }
        if (!isBlank(text)) number(column, text, r, c, set);
    }

    void number(const ActionHeading& column, const std::string& text, std::size_t r, std::size_t c, ActionSet& set) {
        const DecimalSign sign = signs_[c];
        if (isAmbiguous(text) && sign != DecimalSign::Point && sign != DecimalSign::Comma) {
            say(place(r, c), "\"" + printable(text) +
                                 "\" may have a decimal comma or part thousands, and no other number of the table tells which.");
            return;
        }
        const auto value = readNumber(text, sign);
        if (!value) {
            say(place(r, c), "\"" + printable(text) + "\" is not a number" +
                                 (isNumber(text) ? ", with the decimal sign of the other numbers." : "."));
            return;
        }
        const ActionColumn at = column.number;
        const double x = *value * (column.unit ? column.unit->factor : unitOf(quantityOf(at.force), units_).factor);
        if (!isOutOfPlane(at.force)) {
            put(set, at, x);
        } else if (!isOfColumn(at.place)) {
            // Given as nil is given: it takes the place of what a set of this name had.
            EndForces& forces = forcesOf(set, at.place);
            (at.force == ActionForce::V_y ? forces.V_y : at.force == ActionForce::M_z ? forces.M_z : forces.T) = x;
        } else if (x != 0) {
            say(place(r, c), std::string(letterOf(at.force)) +
                                 " of the column cannot be taken: forces out of the plane are those of the beams.");
        }
    }

    UnitSystem units_;
    Of of_;
    bool mayNameJoints_;
    CsvRows rows_;
    std::size_t first_ = 0; ///< row with numbers
    std::vector<ActionHeading> columns_;
    std::vector<DecimalSign> signs_;
    std::vector<Row> read_;
    std::map<std::tuple<std::string, std::string, std::string>, std::size_t> rowOf_; ///< by joint, place and set
    Diagnostics errors_;
};

} // namespace

tl::expected<std::vector<ActionSet>, Diagnostics> readActions(const std::string& text, UnitSystem units) {
    auto rows = TableReader(units, TableReader::Of::Sets, false).run(text);
    if (!rows) return tl::unexpected(std::move(rows.error()));
    std::vector<ActionSet> sets;
    for (auto& row : *rows) sets.push_back(std::move(row.set));
    return sets;
}

tl::expected<std::vector<NamedActions>, Diagnostics> readActionsByJoint(const std::string& text, UnitSystem units) {
    auto rows = TableReader(units, TableReader::Of::Sets, true).run(text);
    if (!rows) return tl::unexpected(std::move(rows.error()));
    std::vector<NamedActions> list;
    Diagnostics wrong;
    for (auto& row : *rows) {
        auto at = std::find_if(list.begin(), list.end(), [&](const NamedActions& n) { return n.name == row.joint; });
        if (at == list.end()) at = list.insert(list.end(), {row.joint, {}, {}});
        // Members may stand in the first row of a joint only; said twice they must be the same.
        for (std::string TableMembers::*of :
             {&TableMembers::column, &TableMembers::beam, &TableMembers::left, &TableMembers::steel}) {
            std::string& kept = at->members.*of;
            const std::string& said = row.members.*of;
            if (kept.empty())
                kept = said;
            else if (!said.empty() && said != kept && wrong.size() < 50)
                wrong.push_back({Severity::Error, "joint " + printable(row.joint),
                                 "Two rows name different members: " + printable(kept) + " and " + printable(said) + "."});
        }
        at->sets.push_back(std::move(row.set));
    }
    if (!wrong.empty()) return tl::unexpected(std::move(wrong));
    return list;
}

tl::expected<std::vector<ActionCase>, Diagnostics> readCases(const std::string& text, UnitSystem units) {
    auto rows = TableReader(units, TableReader::Of::Cases, false).run(text);
    if (!rows) return tl::unexpected(std::move(rows.error()));
    std::vector<ActionCase> cases;
    for (auto& row : *rows) cases.push_back({row.set.id, row.set.title, row.nature, row.group, std::move(row.set.forces)});
    return cases;
}

} // namespace zg
