#include "lists/tables.h"
#include "base/csv.h"
#include "base/text.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

using Cell = ListTable::Cell;
using Column = ListTable::Column;

Column count(const char* title) { return {title, Quantity::None, true, false}; }
Column money(const char* title) { return {title, Quantity::None, false, true}; }

/// Without its side: one shape may serve several.
std::string partsOf(const Piece& piece) {
    if (!piece.cutFrom.empty()) return piece.parts.front().index == 0 ? "haunch" : "upper haunch";
    switch (piece.parts.front().kind) {
    case PartKind::StiffenerTop:
    case PartKind::StiffenerBottom: return "column stiffener";
    case PartKind::BackingTop:
    case PartKind::BackingBottom: return "backing plate";
    case PartKind::RibTop:
    case PartKind::RibBottom: return "rib";
    default: return partName(piece.parts.front(), false);
    }
}

/// Joints that a shape, or an order of bolts, is needed in: "B1 2, B2 4".
template <class Rows, class Same> std::string whereIn(const JobLists& lists, Rows rows, Same isSame) {
    std::string text;
    for (const JointLists& joint : lists.joints) {
        int n = 0;
        for (const auto& row : joint.*rows)
            if (isSame(row)) n += row.count;
        if (n) text += (text.empty() ? "" : ", ") + joint.mark + " " + std::to_string(n);
    }
    return text;
}

ListTable joints(const JobLists& lists) {
    ListTable t{"joints", "Joints", {}, {}, {}, {}};
    t.columns = {{"joint"},
                 {"where"},
                 money("cost"),
                 count("pieces"),
                 {"mass of pieces", Quantity::Weight},
                 count("bolts"),
                 {"mass of bolts", Quantity::Weight},
                 count("holes"),
                 {"fillets", Quantity::Length},
                 {"weld metal", Quantity::Volume},
                 {"surface", Quantity::Surface}};
    const auto cells = [](const ListTotals& s) {
        return std::vector<Cell>{s.cost.total(),  double(s.pieces), s.pieceMass,  double(s.bolts), s.boltMass,
                                 double(s.holes), s.fillet,         s.weldVolume, s.surface};
    };
    const auto row = [&](const std::string& mark, const std::string& title, const ListTotals& totals) {
        std::vector<Cell> out{mark, title};
        for (Cell& c : cells(totals)) out.push_back(std::move(c));
        return out;
    };
    for (const JointLists& joint : lists.joints) t.rows.push_back(row(joint.mark, joint.title, joint.totals));
    t.total = row("all", "", lists.totals);
    t.notes = {"Mass from nominal sizes and 7850 kg/m³; holes and cut corners are not deducted. Members are not listed.",
               "Surface: both faces and the edges of the pieces; faces in contact are not deducted."};
    return t;
}

ListTable pieces(const JobLists& lists) {
    ListTable t{"pieces", "Pieces", {}, {}, {}, {}};
    t.columns = {{"piece"},
                 count("count"),
                 {"what"},
                 {"size"},
                 {"thickness", Quantity::Length},
                 {"steel"},
                 count("holes"),
                 {"mass of one", Quantity::Weight},
                 {"mass of all", Quantity::Weight},
                 {"surface of one", Quantity::Surface},
                 money("cost of all"),
                 {"joints"}};
    double mass = 0, cost = 0;
    int all = 0;
    for (const PieceRow& r : lists.pieces) {
        const Piece& p = r.piece;
        t.rows.push_back({r.mark, double(r.count), partsOf(p), p.what, p.outline.empty() ? Cell{} : Cell{p.thickness}, p.steel,
                          double(p.holes.size()), p.mass, r.count * p.mass, p.surface, r.cost.total(),
                          whereIn(lists, &JointLists::pieces, [&](const PieceRow& own) { return own.mark == r.mark; })});
        mass += r.count * p.mass, cost += r.cost.total(), all += r.count;
    }
    t.total = {std::string("all"), double(all), {}, {}, {}, {}, {}, {}, mass, {}, cost, {}};
    return t;
}

ListTable bolts(const JobLists& lists) {
    ListTable t{"bolts", "Bolts", {}, {}, {}, {}};
    t.columns = {{"size"},
                 {"class"},
                 {"length", Quantity::Length},
                 count("bolts"),
                 count("nuts"),
                 count("washers"),
                 {"longest grip", Quantity::Length},
                 {"thread in grip", Quantity::Length},
                 {"least asked", Quantity::Length},
                 {"preloaded"},
                 {"mass of all", Quantity::Weight},
                 money("cost of all"),
                 {"joints"}};
    double mass = 0, cost = 0;
    int all = 0;
    bool isShort = false, isUnlisted = false;
    for (const BoltLine& b : lists.bolts) {
        const BoltOrder& o = b.order;
        isUnlisted = isUnlisted || !o.length;
        isShort = isShort || (o.threadInGrip && *o.threadInGrip < o.leastThread - 1e-9);
        const auto same = [&](const BoltLine& own) {
            return own.order.size == o.size && own.order.grade == o.grade && own.order.length == o.length &&
                   own.order.isPreloaded == o.isPreloaded;
        };
        t.rows.push_back({o.size, o.grade, o.length ? Cell{*o.length} : Cell{std::string("none listed")}, double(b.count),
                          double(b.count), double(2 * b.count), o.grip,
                          o.threadInGrip ? Cell{*o.threadInGrip} : Cell{std::string("not listed")}, o.leastThread,
                          std::string(o.isPreloaded ? "yes" : "no"), b.count * o.mass, b.cost.total(),
                          whereIn(lists, &JointLists::bolts, same)});
        mass += b.count * o.mass, cost += b.cost.total(), all += b.count;
    }
    t.total = {std::string("all"), {}, {}, double(all), double(all), double(2 * all), {}, {}, {}, {}, mass, cost, {}};
    t.notes = {"Length under the head: the least listed one that holds grip, two washers, the nut and one pitch beyond it."};
    if (isUnlisted) t.notes.push_back("Where no listed length is long enough, none is given: such bolts are made to order.");
    if (isShort)
        t.notes.push_back("Thread in the grip below what EN 1090-2:2018 8.2.2 asks (one pitch, four of preloaded bolts): another "
                          "length or more washers.");
    return t;
}

ListTable welds(const JobLists& lists) {
    ListTable t{"welds", "Welds", {}, {}, {}, {}};
    t.columns = {{"joint"},
                 {"weld of"},
                 {"kind"},
                 {"throat", Quantity::Length},
                 {"length", Quantity::Length},
                 {"weld metal", Quantity::Volume},
                 money("cost")};
    double volume = 0, cost = 0;
    for (const JointLists& joint : lists.joints)
        for (const WeldRow& w : joint.welds) {
            const bool isFillet = w.line.kind == WeldKind::Fillet;
            t.rows.push_back({joint.mark, partName(w.line.part, joint.isTwoSided), std::string(isFillet ? "fillet" : "butt"),
                              isFillet ? Cell{w.line.throat} : Cell{}, w.line.run, w.line.volume, w.cost.total()});
            volume += w.line.volume, cost += w.cost.total();
        }
    t.total = {std::string("all"), {}, {}, {}, {}, volume, cost};
    t.notes = {"Length of weld laid: fillets on both sides count twice, and stop where webs and root fillets stand in the way.",
               "Weld metal: fillets a² a length; butt welds a single bevel of 45° with 3 mm root opening."};
    return t;
}

ListTable cost(const JobLists& lists) {
    ListTable t{"cost", "Cost", {}, {}, {}, {}};
    t.columns = {{"joint"}};
    for (const char* title : {"material", "cutting", "handling", "holes", "welding", "bolts", "erection", "coating", "all"})
        t.columns.push_back(money(title));
    const auto row = [](const std::string& mark, const Cost& c) {
        return std::vector<Cell>{mark,      c.material, c.cutting,  c.handling, c.holes,
                                 c.welding, c.bolts,    c.erection, c.coating,  c.total()};
    };
    for (const JointLists& joint : lists.joints) t.rows.push_back(row(joint.mark, joint.totals.cost));
    t.total = row("all", lists.totals.cost);
    if (!lists.arePricesGiven)
        t.notes = {
            "Prices are placeholders of this program, from no price list: they rank layouts, they are no offer. The job can "
            "hold its own."};
    return t;
}

} // namespace

ListTable tableOf(const JobLists& lists, const std::string& key) {
    constexpr ListTable (*makers[])(const JobLists&) = {joints, pieces, bolts, welds, cost}; // in the order of the keys
    for (std::size_t i = 0; i < std::size(listKeys); ++i)
        if (key == listKeys[i]) return makers[i](lists);
    return {};
}

std::vector<ListTable> tablesOf(const JobLists& lists) {
    std::vector<ListTable> tables;
    for (const char* key : listKeys) tables.push_back(tableOf(lists, key));
    return tables;
}

std::string headingOf(const Column& column, const std::string& currency, UnitSystem units) {
    const std::string unit = column.isMoney ? currency : unitOf(column.quantity, units).symbol;
    return unit.empty() ? column.title : column.title + " [" + unit + "]";
}

std::string shownCell(const Column& column, const Cell& cell, UnitSystem units) {
    if (const auto* text = std::get_if<std::string>(&cell)) return *text;
    const auto* number = std::get_if<double>(&cell);
    if (!number) return {};
    if (column.isCount) return fixedDecimals(*number, 0);
    if (column.isMoney) return fixedDecimals(*number, 2);
    return shownNumber(*number, column.quantity, units);
}

std::string csvOf(const ListTable& table, const std::string& currency, UnitSystem units) {
    std::string text;
    // A spreadsheet would take such a text of the job for a formula.
    const auto asText = [](const std::string& cell) {
        return !cell.empty() && std::string("=+-@\t\r").find(cell[0]) != std::string::npos ? "'" + cell : cell;
    };
    const auto line = [&](const auto& cells, const auto& shown) {
        std::string row;
        for (std::size_t i = 0; i < cells.size(); ++i) row += (i ? "," : "") + csvQuoted(asText(shown(i)));
        text += row + "\r\n";
    };
    line(table.columns, [&](std::size_t i) { return headingOf(table.columns[i], currency, units); });
    for (const auto& cells : table.rows) line(cells, [&](std::size_t i) { return shownCell(table.columns[i], cells[i], units); });
    line(table.total, [&](std::size_t i) { return shownCell(table.columns[i], table.total[i], units); });
    return text;
}

} // namespace zg
