#include "catalogue/steels.h"
#include "catalogue/table.h"
#include <algorithm>

namespace zg {
namespace embedded {
extern const char* const steels_csv;
}

namespace {

struct Band {
    std::string grade;
    bool isEurocodeTable = false, isProductStandard = false;
    double over = 0, upTo = 1e9;
    SteelStrength strength;
    bool isPlate = false;
    std::optional<double> R_y, R_t;
};

const std::vector<Band>& bands() {
    static const std::vector<Band> all = [] {
        const Table table(embedded::steels_csv);
        std::vector<Band> list;
        for (std::size_t i = 0; i < table.rowCount(); ++i) {
            const std::string& product = table.text(i, "product");
            if (product.find("hollow") != std::string::npos) continue;
            Band band;
            band.grade = table.text(i, "grade");
            const std::string& source = table.text(i, "source");
            band.isEurocodeTable = source != "product standard";
            band.isProductStandard = source != "EN 1993-1-1 table 3.1";
            band.over = table.required(i, "t_over_mm");
            band.upTo = table.number(i, "t_max_mm").value_or(1e9);
            band.strength.f_y = table.required(i, "fy_MPa");
            band.strength.f_u = table.required(i, "fu_MPa");
            band.strength.beta_w = table.number(i, "beta_w");
            band.isPlate = product.find("shape") == std::string::npos;
            band.R_y = table.number(i, "Ry");
            band.R_t = table.number(i, "Rt");
            list.push_back(std::move(band));
        }
        return list;
    }();
    return all;
}

} // namespace

std::optional<SteelStrength> findSteel(std::string_view grade, double thickness, StrengthSource source) {
    for (const Band& band : bands()) {
        const bool isSource = source == StrengthSource::EurocodeTable ? band.isEurocodeTable : band.isProductStandard;
        if (isSource && band.grade == grade && thickness > band.over && thickness <= band.upTo) return band.strength;
    }
    return std::nullopt;
}

std::optional<ExpectedStrength> expectedStrength(std::string_view grade, bool isPlate) {
    // A grade that is listed for one product only has those values for both.
    const Band* best = nullptr;
    for (const Band& band : bands())
        if (band.grade == grade && band.R_y && band.R_t && (!best || band.isPlate == isPlate)) best = &band;
    if (!best) return std::nullopt;
    return ExpectedStrength{*best->R_y, *best->R_t};
}

bool isSteelGrade(std::string_view grade) {
    return std::any_of(bands().begin(), bands().end(), [&](const Band& band) { return band.grade == grade; });
}

std::vector<std::string> steelGrades() {
    std::vector<std::string> names;
    for (const Band& band : bands()) {
        if (std::find(names.begin(), names.end(), band.grade) == names.end()) names.push_back(band.grade);
    }
    return names;
}

} // namespace zg
