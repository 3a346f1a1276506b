#include "joint/part.h"
#include <cstdlib>
#include <regex>

namespace zg {

std::string partId(const PartRef& part) {
    const std::string side = part.side.str();
    const std::string haunch = part.index == 0 ? ".haunch.below" : ".haunch.above";
    switch (part.kind) {
    case PartKind::ColumnWeb: return "column.web";
    case PartKind::ColumnFlange: return "column.flange." + side;
    case PartKind::EndPlate: return side + ".plate";
    case PartKind::BeamTopFlange: return side + ".beam.top";
    case PartKind::BeamBottomFlange: return side + ".beam.bottom";
    case PartKind::BeamWeb: return side + ".beam.web";
    case PartKind::BoltRow: return side + ".row." + std::to_string(part.index + 1);
    case PartKind::StiffenerTop: return side + ".stiffener.top";
    case PartKind::StiffenerBottom: return side + ".stiffener.bottom";
    case PartKind::Doubler: return "column.doubler";
    case PartKind::Diagonal: return "column.diagonal";
    case PartKind::BackingTop: return side + ".backing.top";
    case PartKind::BackingBottom: return side + ".backing.bottom";
    case PartKind::RibTop: return side + ".rib.top";
    case PartKind::RibBottom: return side + ".rib.bottom";
    case PartKind::WeldTop: return side + ".weld.top";
    case PartKind::WeldBottom: return side + ".weld.bottom";
    case PartKind::WeldWeb: return side + ".weld.web";
    case PartKind::FinPlate: return side + ".fin";
    case PartKind::HaunchWeb: return side + haunch + ".web";
    case PartKind::HaunchFlange: return side + haunch + ".flange";
    case PartKind::HaunchToeStiffener: return side + haunch + ".toe.stiffener";
    case PartKind::HaunchStiffener: return side + haunch + ".stiffener";
    case PartKind::WeldHaunchFlange: return side + haunch + ".weld.flange";
    case PartKind::WeldHaunchWeb: return side + haunch + ".weld.web";
    case PartKind::WeldHaunch: return side + haunch + ".weld";
    case PartKind::WeldHaunchToe: return side + haunch + ".weld.toe";
    case PartKind::TopPlate: return "column.top.plate";
    }
    return {};
}

std::optional<PartRef> partOfId(const std::string& id) {
    const std::size_t row = id.find(".row.");
    for (int kind = 0; kind <= static_cast<int>(lastPartKind); ++kind) {
        PartRef part{static_cast<PartKind>(kind), {}, 0};
        // Parts of an end begin with its name; a column flange ends with the side it is on.
        const std::size_t dot = part.kind == PartKind::ColumnFlange ? id.rfind('.') : id.find('.');
        if (dot == std::string::npos) return std::nullopt;
        const std::string end = part.kind == PartKind::ColumnFlange ? id.substr(dot + 1) : id.substr(0, dot);
        if (!EndId::fits(end)) continue;
        part.side = EndId(std::string_view(end));
        if (part.kind == PartKind::ColumnWeb || part.kind == PartKind::Doubler || part.kind == PartKind::Diagonal ||
            part.kind == PartKind::TopPlate)
            part.side = ends::right;
        if (part.kind == PartKind::BoltRow && row != std::string::npos) part.index = std::atoi(id.c_str() + row + 5) - 1;
        if (isOfHaunch(part.kind)) part.index = id.find(".haunch.above") == std::string::npos ? 0 : 1;
        if (partId(part) == id) return part;
    }
    return std::nullopt;
}

std::string partName(const PartRef& part, bool isTwoSided) {
    std::string text;
    const std::string haunch = part.index == 0 ? "haunch" : "upper haunch";
    switch (part.kind) {
    case PartKind::ColumnWeb: return "column web";
    case PartKind::ColumnFlange: return std::string("column flange, ") + name(part.side);
    case PartKind::Doubler: return "supplementary web plate";
    case PartKind::Diagonal: return "diagonal stiffener";
    case PartKind::TopPlate: return "top plate of the column";
    case PartKind::HaunchWeb: text = haunch + " web"; break;
    case PartKind::HaunchFlange: text = haunch + " flange"; break;
    case PartKind::HaunchToeStiffener: text = "stiffener at the toe of the " + haunch; break;
    case PartKind::HaunchStiffener: text = "stiffener of the " + haunch; break;
    case PartKind::WeldHaunchFlange: text = "weld of the " + haunch + " flange"; break;
    case PartKind::WeldHaunchWeb: text = "weld of the " + haunch + " web"; break;
    case PartKind::WeldHaunch: text = "weld of the " + haunch + " along the beam"; break;
    case PartKind::WeldHaunchToe: text = "weld of the " + haunch + " at the toe"; break;
    case PartKind::EndPlate: text = "end plate"; break;
    case PartKind::BeamTopFlange: text = "beam top flange"; break;
    case PartKind::BeamBottomFlange: text = "beam bottom flange"; break;
    case PartKind::BeamWeb: text = "beam web"; break;
    case PartKind::BoltRow: text = "bolt row " + std::to_string(part.index + 1); break;
    case PartKind::StiffenerTop: text = "top column stiffener"; break;
    case PartKind::StiffenerBottom: text = "bottom column stiffener"; break;
    case PartKind::BackingTop: text = "top backing plates"; break;
    case PartKind::BackingBottom: text = "bottom backing plates"; break;
    case PartKind::RibTop: text = "top rib"; break;
    case PartKind::RibBottom: text = "bottom rib"; break;
    case PartKind::WeldTop: text = "top flange weld"; break;
    case PartKind::WeldBottom: text = "bottom flange weld"; break;
    case PartKind::WeldWeb: text = "web weld"; break;
    case PartKind::FinPlate: text = "fin plate"; break;
    }
    return isTwoSided ? text + ", " + name(part.side) : text;
}

std::string withPartNames(const std::string& text) {
    static const std::regex id("[a-z]+(\\.[a-z0-9]+)+");
    std::string out;
    auto last = text.begin();
    for (std::sregex_iterator it(text.begin(), text.end(), id), end; it != end; ++it) {
        std::string known = it->str();
        std::optional<PartRef> part = partOfId(known);
        for (std::size_t dot = known.rfind('.'); !part && dot != std::string::npos; dot = known.rfind('.')) {
            known.resize(dot);
            part = partOfId(known);
        }
        out.append(last, (*it)[0].first);
        out += part ? partName(*part, true) : it->str();
        last = (*it)[0].second;
    }
    return out.append(last, text.end());
}

} // namespace zg
