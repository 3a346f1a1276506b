#include "catalogue/sections.h"
#include "base/text.h"
#include "catalogue/search.h"
#include "catalogue/table.h"
#include <unordered_map>

namespace zg {
namespace embedded {
extern const char* const sections_i_csv;
extern const char* const sections_w_csv;
} // namespace embedded

namespace {

constexpr double pi = 3.14159265358979323846;
constexpr double root2 = 1.41421356237309504880;

std::string compact(std::string_view text) {
    std::string result;
    for (const char c : lowered(text))
        if (c != ' ' && c != '-') result += c;
    return result;
}

void append(std::vector<Section>& all, const char* csv) {
    const Table table(csv);
    for (std::size_t i = 0; i < table.rowCount(); ++i) {
        Section s;
        s.series = table.text(i, "series");
        s.designation = table.text(i, "designation");
        s.h = table.required(i, "h_mm");
        s.b = table.required(i, "b_mm");
        s.t_w = table.required(i, "tw_mm");
        s.t_f = table.required(i, "tf_mm");
        s.r = table.required(i, "r_mm");
        s.A = table.required(i, "area_cm2") * 1e2;
        s.I_y = table.required(i, "Iy_cm4") * 1e4;
        s.W_el_y = table.required(i, "Wel_y_cm3") * 1e3;
        s.W_pl_y = table.required(i, "Wpl_y_cm3") * 1e3;
        s.I_z = table.required(i, "Iz_cm4") * 1e4;
        s.mass = table.required(i, "mass_kg_m");
        all.push_back(std::move(s));
    }
}

} // namespace

double rootDistance(const Section& s) { return s.isWelded ? root2 * s.webWeldThroat : s.r; }
double clearWebDepth(const Section& s) { return s.h - 2 * (s.t_f + rootDistance(s)); }

Section makeSection(const CustomSection& c) {
    Section s;
    s.series = c.isWelded ? "welded" : "custom";
    s.designation = c.designation;
    s.isWelded = c.isWelded;
    s.h = c.h;
    s.b = c.b;
    s.t_w = c.t_w;
    s.t_f = c.t_f;
    s.r = c.isWelded ? 0 : c.rootRadius;
    s.webWeldThroat = c.isWelded ? c.webWeldThroat : 0;
    const double h_w = c.h - 2 * c.t_f;
    const double r = s.r;
    // One root fillet: area, centroid from the corner, own second moment (data/README-sections-i.md).
    const double fillet = (1 - pi / 4) * r * r;
    const double centroid = r * (10 - 3 * pi) / (12 - 3 * pi);
    const double own = (1.0 / 3 - pi / 16 - 1 / (3 * (12 - 3 * pi))) * r * r * r * r;
    const double armY = h_w / 2 - centroid;
    const double armZ = c.t_w / 2 + centroid;
    s.A = 2 * c.b * c.t_f + h_w * c.t_w + 4 * fillet;
    s.I_y = (c.b * c.h * c.h * c.h - (c.b - c.t_w) * h_w * h_w * h_w) / 12 + 4 * (own + fillet * armY * armY);
    s.W_el_y = 2 * s.I_y / c.h;
    s.W_pl_y = c.t_w * h_w * h_w / 4 + c.b * c.t_f * (c.h - c.t_f) + 4 * fillet * armY;
    s.I_z = (2 * c.t_f * c.b * c.b * c.b + h_w * c.t_w * c.t_w * c.t_w) / 12 + 4 * (own + fillet * armZ * armZ);
    s.mass = s.A * 7.85e-3;
    return s;
}

const std::vector<Section>& catalogueSections() {
    static const std::vector<Section> all = [] {
        std::vector<Section> list;
        append(list, embedded::sections_i_csv);
        append(list, embedded::sections_w_csv);
        return list;
    }();
    return all;
}

const Section* findSection(std::string_view designation) {
    static const std::unordered_map<std::string, const Section*> index = [] {
        std::unordered_map<std::string, const Section*> map;
        for (const Section& s : catalogueSections()) map.emplace(compact(s.designation), &s);
        return map;
    }();
    const auto found = index.find(compact(designation));
    return found == index.end() ? nullptr : found->second;
}

std::vector<const Section*> searchSections(std::string_view typed, std::string_view series) {
    return searched(catalogueSections(), typed, series, compact);
}

std::vector<std::string> sectionSeries() { return seriesOf(catalogueSections()); }

} // namespace zg
