#include "catalogue/profiles.h"
#include "base/text.h"
#include "catalogue/search.h"
#include "catalogue/table.h"
#include <unordered_map>

namespace zg {
namespace embedded {
extern const char* const sections_i_csv;
extern const char* const sections_w_csv;
extern const char* const sections_hollow_csv;
extern const char* const sections_cold_formed_hollow_csv;
extern const char* const sections_angles_csv;
extern const char* const sections_channels_csv;
extern const char* const flats_csv;
} // namespace embedded

namespace {

std::string compact(std::string_view text) {
    std::string result;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (text.substr(i, 2) == "\xc3\x97") { // the sign of multiplication
            result += 'x';
            ++i;
        } else if (text[i] != ' ') {
            result += text[i];
        }
    }
    return lowered(result);
}

/// One row of a table, in mm and its powers.
class Row {
public:
    Row(const Table& table, std::size_t index) : table_(table), index_(index) {}
    [[nodiscard]] const std::string& text(const char* column) const { return table_.text(index_, column); }
    [[nodiscard]] double mm(const char* column) const { return table_.required(index_, column); }
    [[nodiscard]] double mm2(const char* column) const { return mm(column) * 1e2; }
    [[nodiscard]] double mm3(const char* column) const { return mm(column) * 1e3; }
    [[nodiscard]] double mm4(const char* column) const { return mm(column) * 1e4; }
    [[nodiscard]] std::optional<double> given(const char* column, double factor) const {
        const auto x = table_.number(index_, column);
        return x ? std::optional<double>(*x * factor) : std::nullopt;
    }

private:
    const Table& table_;
    std::size_t index_;
};

Profile begun(const Row& row) {
    Profile p;
    p.series = row.text("series");
    p.designation = row.text("designation");
    p.standard = row.text("standard");
    p.h = row.mm("h_mm");
    p.b = row.mm("b_mm");
    ProfileProperties& q = p.properties;
    q.A = row.mm2("area_cm2");
    q.I_y = row.mm4("Iy_cm4");
    q.I_z = row.mm4("Iz_cm4");
    q.W_el_y = row.mm3("Wel_y_cm3");
    q.W_el_z = row.mm3("Wel_z_cm3");
    q.I_t = row.mm4("It_cm4");
    q.y_c = p.b / 2;
    q.z_c = p.h / 2;
    q.mass = row.mm("mass_kg_m");
    return p;
}

Profile iProfile(const Row& row) {
    Profile p = begun(row);
    p.properties.W_pl_y = row.mm3("Wpl_y_cm3");
    p.properties.W_pl_z = row.mm3("Wpl_z_cm3");
    p.properties.I_w = row.given("Iw_cm6", 1e6);
    p.shape = *findSection(p.designation);
    return p;
}

Profile hollowProfile(const Row& row) {
    Profile p = begun(row);
    p.properties.W_pl_y = row.mm3("Wpl_y_cm3");
    p.properties.W_pl_z = row.mm3("Wpl_z_cm3");
    const double t = row.mm("t_mm");
    const bool isRound = p.series == "CHS" || p.series == "CFCHS" || p.series == "HSS-ROUND";
    if (isRound)
        p.shape = TubeProfile{p.h, t};
    else
        p.shape = HollowProfile{p.h, p.b, t, row.mm("ro_mm"), row.mm("ri_mm")};
    return p;
}

Profile angleProfile(const Row& row) {
    Profile p = begun(row);
    p.properties.I_yz = row.mm4("Iyz_cm4");
    p.properties.y_c = row.mm("yc_cm") * 10;
    p.properties.z_c = row.mm("zc_cm") * 10;
    p.shape = AngleProfile{p.h, p.b, row.mm("t_mm"), row.mm("r1_mm"), row.mm("r2_mm")};
    return p;
}

Profile channelProfile(const Row& row) {
    Profile p = begun(row);
    p.properties.W_pl_y = row.mm3("Wpl_y_cm3");
    p.properties.W_pl_z = row.mm3("Wpl_z_cm3");
    p.properties.I_w = row.given("Iw_cm6", 1e6);
    p.properties.y_c = row.mm("ys_cm") * 10;
    p.properties.y_m = row.mm("ym_cm") * 10;
    p.shape = ChannelProfile{p.h,
                             p.b,
                             row.mm("tw_mm"),
                             row.mm("tf_mm"),
                             row.given("tf_at_mm", 1).value_or(0),
                             row.given("slope_pct", 0.01).value_or(0),
                             row.mm("r1_mm"),
                             row.given("r2_mm", 1).value_or(0)};
    return p;
}

Profile flatProfile(const Row& row) {
    Profile p;
    p.series = row.text("category");
    p.designation = row.text("designation");
    const FlatProfile f{row.mm("width_mm"), row.mm("t_mm")};
    p.h = f.b;
    p.b = f.t;
    ProfileProperties& q = p.properties;
    q.A = f.b * f.t;
    q.I_y = f.t * f.b * f.b * f.b / 12;
    q.I_z = f.b * f.t * f.t * f.t / 12;
    q.W_el_y = 2 * q.I_y / f.b;
    q.W_el_z = 2 * q.I_z / f.t;
    q.W_pl_y = 1.5 * q.W_el_y;
    q.W_pl_z = 1.5 * q.W_el_z;
    // Saint-Venant: the first term of the series, 0.63 t/b (Timoshenko and Goodier, Theory of Elasticity, 1951, art. 94).
    const double s = f.t / f.b;
    q.I_t = f.b * f.t * f.t * f.t / 3 * (1 - 0.63 * s * (1 - s * s * s * s / 12));
    q.y_c = f.t / 2;
    q.z_c = f.b / 2;
    q.mass = row.mm("mass_kg_m");
    p.shape = f;
    return p;
}

template <class Make> void append(std::vector<Profile>& all, const char* csv, Make make) {
    const Table table(csv);
    for (std::size_t i = 0; i < table.rowCount(); ++i) all.push_back(make(Row(table, i)));
}

} // namespace

const char* wordsOf(const Profile& profile) {
    return std::visit(
        [](const auto& shape) -> const char* {
            if constexpr (std::is_same_v<std::decay_t<decltype(shape)>, Section>)
                return "I section";
            else
                return shape.words;
        },
        profile.shape);
}

const std::vector<Profile>& catalogueProfiles() {
    static const std::vector<Profile> all = [] {
        std::vector<Profile> list;
        append(list, embedded::sections_i_csv, iProfile);
        append(list, embedded::sections_w_csv, iProfile);
        append(list, embedded::sections_hollow_csv, hollowProfile);
        append(list, embedded::sections_cold_formed_hollow_csv, hollowProfile);
        append(list, embedded::sections_angles_csv, angleProfile);
        append(list, embedded::sections_channels_csv, channelProfile);
        const Table flats(embedded::flats_csv);
        for (std::size_t i = 0; i < flats.rowCount(); ++i) // plates are formats, not sections
            if (flats.text(i, "category") != "plate") list.push_back(flatProfile(Row(flats, i)));
        return list;
    }();
    return all;
}

const Profile* findProfile(std::string_view designation) {
    static const std::unordered_map<std::string, const Profile*> index = [] {
        std::unordered_map<std::string, const Profile*> map;
        for (const Profile& p : catalogueProfiles()) map.emplace(compact(p.designation), &p);
        return map;
    }();
    const auto found = index.find(compact(designation));
    return found == index.end() ? nullptr : found->second;
}

std::vector<const Profile*> searchProfiles(std::string_view typed, std::string_view series) {
    return searched(catalogueProfiles(), typed, series, compact);
}

std::vector<std::string> profileSeries() { return seriesOf(catalogueProfiles()); }

} // namespace zg
