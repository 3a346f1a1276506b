#include "base/text.h"
#include "base/units.h"
#include "catalogue/profiles.h"
#include "commands.h"
#include <iostream>

namespace zg::cli {
namespace {

void print(const char* symbol, double value, Quantity quantity) {
    std::cout << "  " << symbol << " " << shown(value, quantity, UnitSystem::SI) << "\n";
}

void describe(const Profile& p) {
    std::cout << p.designation << ", " << wordsOf(p) << (p.standard.empty() ? "" : ", " + p.standard) << "\n ";
    for (const auto& [symbol, value] : dimensionsOf(p)) std::cout << " " << symbol << " " << significant(value, 5);
    std::cout << " mm\n";
    const ProfileProperties& q = p.properties;
    print("mass", q.mass, Quantity::Mass);
    print("A", q.A, Quantity::Area);
    print("I_y", q.I_y, Quantity::Inertia);
    print("I_z", q.I_z, Quantity::Inertia);
    if (q.I_yz != 0) print("I_yz", q.I_yz, Quantity::Inertia);
    print("I_t", q.I_t, Quantity::Inertia);
    print("W_el_y", q.W_el_y, Quantity::Modulus);
    print("W_el_z", q.W_el_z, Quantity::Modulus);
    if (q.W_pl_y) print("W_pl_y", *q.W_pl_y, Quantity::Modulus);
    if (q.W_pl_z) print("W_pl_z", *q.W_pl_z, Quantity::Modulus);
    print("centroid from the left", q.y_c, Quantity::Length);
    print("centroid from below", q.z_c, Quantity::Length);
    if (q.y_m) print("shear centre left of the centroid", *q.y_m, Quantity::Length);
    for (const ProfileWall& w : wallsOf(p))
        std::cout << "  " << w.role << " " << significant(w.thickness, 4) << " mm thick"
                  << (w.radius > 0 ? ", middle line of radius " + significant(w.radius, 5) + " mm" : "") << "\n";
}

} // namespace

int section(const SectionCommand& c) {
    if (const Profile* p = findProfile(c.name); p && c.series.empty()) {
        describe(*p);
        return allWithin;
    }
    const auto series = profileSeries();
    std::string all;
    for (const std::string& s : series) all += (all.empty() ? "" : ", ") + s;
    bool isSeries = c.series.empty();
    for (const std::string& s : series) isSeries = isSeries || s == c.series;
    if (!isSeries) return fail({{Severity::Error, printable(c.series), "There is no such series. There are: " + all + "."}});
    const auto found = searchProfiles(c.name, c.series);
    if (found.empty())
        return fail(
            {{Severity::Error, printable(c.name), "No section of the catalogue has this in its name. Series: " + all + "."}});
    for (const Profile* p : found) {
        std::cout << p->designation << "\t" << wordsOf(*p);
        for (const auto& [symbol, value] : dimensionsOf(*p)) std::cout << "\t" << symbol << " " << significant(value, 5);
        std::cout << "\n";
    }
    return allWithin;
}

} // namespace zg::cli
