#include "words/plate_path.h"
#include "base/text.h"
#include "words/phrases.h"
#include "words/plate_words.h"
#include <algorithm>

namespace zg {
namespace {

constexpr const char* titles[] = {"Beam", "Its welds", "End plate", "Rows", "Column flange", "Column web", "Fittings"};

int stretchOf(const PartRef& part) {
    switch (part.kind) {
    case PartKind::BeamTopFlange:
    case PartKind::BeamBottomFlange:
    case PartKind::HaunchWeb:
    case PartKind::HaunchFlange:
    case PartKind::HaunchToeStiffener:
    case PartKind::HaunchStiffener:
    case PartKind::BeamWeb: return 0;
    case PartKind::WeldHaunch:
    case PartKind::WeldHaunchFlange:
    case PartKind::WeldHaunchToe:
    case PartKind::WeldHaunchWeb:
    case PartKind::WeldTop:
    case PartKind::WeldBottom:
    case PartKind::WeldWeb: return 1;
    case PartKind::EndPlate:
    case PartKind::FinPlate: return 2;
    case PartKind::BoltRow: return 3;
    case PartKind::ColumnFlange: return 4;
    case PartKind::ColumnWeb: return 5;
    default: return 6;
    }
}

/// Under its stretch's title a part needs no more than this.
std::string shortName(const PartRef& part, bool isTwoSided) {
    std::string text;
    switch (part.kind) {
    case PartKind::BeamTopFlange:
    case PartKind::WeldTop: text = "top flange"; break;
    case PartKind::BeamBottomFlange:
    case PartKind::WeldBottom: text = "bottom flange"; break;
    case PartKind::BeamWeb:
    case PartKind::WeldWeb: text = "web"; break;
    case PartKind::HaunchWeb:
    case PartKind::WeldHaunchWeb: text = "haunch web"; break;
    case PartKind::HaunchFlange:
    case PartKind::WeldHaunchFlange: text = "haunch flange"; break;
    case PartKind::WeldHaunch: text = "haunch along the beam"; break;
    case PartKind::WeldHaunchToe: text = "haunch toe"; break;
    case PartKind::EndPlate: text = "plate"; break;
    case PartKind::BoltRow: text = "row " + std::to_string(part.index + 1); break;
    case PartKind::ColumnFlange: return name(part.side);
    case PartKind::ColumnWeb: return "web";
    default: return partName(part, isTwoSided);
    }
    return isTwoSided ? text + ", " + name(part.side) : text;
}

PathPart plate(const PartUse& p, bool isTwoSided, UnitSystem units) {
    const bool hasYielded = p.strain > 0;
    return {p.part, shortName(p.part, isTwoSided),
            hasYielded ? "strain " + fixedDecimals(100 * p.strain, 2) + " %" : fixedDecimals(p.stress / p.f_y, 2) + " of yield",
            "largest stress " + shown(p.stress, Quantity::Stress, units) + ", yield " + shown(p.f_y, Quantity::Stress, units) +
                ", plastic strain " + fixedDecimals(100 * p.strain, 2) + " %",
            hasYielded ? 1 + p.strain : p.stress / p.f_y};
}

PathPart bolt(const BoltUse& b, bool isTwoSided, UnitSystem units) {
    const bool hasYielded = b.elongation > 0;
    return {b.row, shortName(b.row, isTwoSided),
            hasYielded ? "yields, " + fixedDecimals(100 * (1 - b.elongation / b.fractureLength), 0) + " % left"
                       : fixedDecimals(b.utilisation(), 2),
            "one bolt: " + tensionWords(b, units) + ", shear " + shown(b.shear, Quantity::Force, units) + ", F_t,Rd " +
                shown(b.F_t_Rd, Quantity::Force, units) + ", F_b,Rd " + shown(b.F_b_Rd, Quantity::Force, units),
            hasYielded ? 1 + b.elongation / b.fractureLength : b.utilisation()};
}

PathPart weld(const WeldUse& w, bool isTwoSided, UnitSystem units) {
    const bool hasYielded = w.strength > 0 && w.deformation > 0;
    PathPart p{w.part, shortName(w.part, isTwoSided), w.strength > 0 ? fixedDecimals(w.utilisation(), 2) : "butt",
               "largest throat stress " + shown(w.stress, Quantity::Stress, units) + ", plastic movement " +
                   fixedDecimals(w.deformation, 3) + " mm of " + fixedDecimals(w.limit, 2) + " at fracture",
               w.utilisation()};
    if (!hasYielded) return p;
    p.number = "yields, " + fixedDecimals(100 * std::max(0.0, 1 - w.deformation / w.limit), 0) + " % left";
    p.use = 1 + w.deformation / w.limit;
    return p;
}

} // namespace

std::vector<PathStretch> pathOf(const PlateStrength& set, bool isTwoSided, UnitSystem units) {
    std::vector<PathPart> all;
    for (const PartUse& p : set.parts) all.push_back(plate(p, isTwoSided, units));
    for (const WeldUse& w : set.welds) all.push_back(weld(w, isTwoSided, units));
    for (const BoltUse& b : set.bolts) {
        // Of a row the bolt that is used most.
        const PathPart one = bolt(b, isTwoSided, units);
        const auto at = std::find_if(all.begin(), all.end(), [&](const PathPart& p) { return p.part == one.part; });
        if (at == all.end())
            all.push_back(one);
        else if (one.use > at->use)
            *at = one;
    }
    // Welds of fittings stand with their fitting.
    std::stable_sort(all.begin(), all.end(), [](const PathPart& a, const PathPart& b) {
        const int x = stretchOf(a.part), y = stretchOf(b.part);
        return x != y ? x < y : a.use > b.use;
    });
    std::vector<PathStretch> path;
    for (PathPart& p : all) {
        const char* title = titles[stretchOf(p.part)];
        if (path.empty() || path.back().title != title) path.push_back({title, {}});
        path.back().parts.push_back(std::move(p));
    }
    return path;
}

} // namespace zg
