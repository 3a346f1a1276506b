#include "catalogue/profiles.h"
#include "support/reference.h"
#include <set>

using namespace zg;

namespace {

/// Area, centroid and second moments of a closed polygon with holes, by the boundary (Green): independent of how the tables were
/// made, and of the closed forms.
struct Integrals {
    double A = 0, S_x = 0, S_y = 0, I_x = 0, I_y = 0, I_xy = 0;
};

Integrals integrals(const std::vector<std::vector<Point2>>& outline) {
    Integrals s;
    for (const std::vector<Point2>& line : outline)
        for (std::size_t i = 0; i < line.size(); ++i) {
            const Point2 p = line[i], q = line[(i + 1) % line.size()];
            const double c = p.x * q.y - q.x * p.y;
            s.A += c / 2;
            s.S_y += (p.x + q.x) * c / 6;
            s.S_x += (p.y + q.y) * c / 6;
            s.I_x += (p.y * p.y + p.y * q.y + q.y * q.y) * c / 12;
            s.I_y += (p.x * p.x + p.x * q.x + q.x * q.x) * c / 12;
            s.I_xy += (p.x * q.y + 2 * p.x * p.y + 2 * q.x * q.y + q.x * p.y) * c / 24;
        }
    const double x = s.S_y / s.A, y = s.S_x / s.A;
    s.I_x -= s.A * y * y;
    s.I_y -= s.A * x * x;
    s.I_xy -= s.A * x * y;
    return s;
}

} // namespace

TEST_CASE("the outline of every section of the catalogue has the properties of its table", "[catalogue][profiles]") {
    // Independent method: boundary integrals of the drawn outline; the tables were made by another program (data/README).
    int kinds[6] = {};
    for (const Profile& p : catalogueProfiles()) {
        INFO(p.designation);
        ++kinds[static_cast<int>(p.kind())];
        const ProfileProperties& q = p.properties;
        const Integrals s = integrals(outlineOf(p, 64));
        CHECK_SAME(s.A, q.A, 5e-4);
        CHECK_SAME(s.I_x, q.I_y, 5e-4);
        CHECK_SAME(s.I_y, q.I_z, 5e-4);
        CHECK(std::abs(s.S_y / s.A - q.y_c) < 5e-4 * p.h);
        CHECK(std::abs(s.S_x / s.A - q.z_c) < 5e-4 * p.h);
        CHECK(std::abs(s.I_xy - q.I_yz) < 5e-4 * q.A * p.h * p.h);
        const double fibre = std::max(q.z_c, p.h - q.z_c), side = std::max(q.y_c, p.b - q.y_c);
        CHECK_SAME(q.I_y / fibre, q.W_el_y, 5e-4);
        CHECK_SAME(q.I_z / side, q.W_el_z, 5e-4);
    }
    CHECK(kinds[static_cast<int>(ProfileKind::I)] == 221 + 270);
    CHECK(kinds[static_cast<int>(ProfileKind::Hollow)] + kinds[static_cast<int>(ProfileKind::Tube)] == 347 + 349);
    CHECK(kinds[static_cast<int>(ProfileKind::Angle)] == 201);
    CHECK(kinds[static_cast<int>(ProfileKind::Channel)] == 77);
    CHECK(kinds[static_cast<int>(ProfileKind::Flat)] == 179 + 150);
}

TEST_CASE("the walls of a section stand for its material", "[catalogue][profiles]") {
    for (const Profile& p : catalogueProfiles()) {
        INFO(p.designation);
        double A = 0, x = 0, y = 0, I = 0;
        std::set<std::string> roles;
        for (const ProfileWall& w : wallsOf(p)) {
            CHECK(roles.insert(w.role).second);
            const double length =
                w.radius > 0 ? 2 * 3.14159265358979 * w.radius : std::hypot(w.to.x - w.from.x, w.to.y - w.from.y);
            const double a = length * w.thickness;
            const double my = (w.from.y + w.to.y) / 2, dy = w.to.y - w.from.y;
            A += a;
            x += a * (w.from.x + w.to.x) / 2;
            y += a * my;
            I += w.radius > 0 ? a * w.radius * w.radius / 2 : a * (dy * dy / 12 + my * my);
        }
        // Radii and overlaps are what is left out; the thickest walls lose most.
        CHECK(A > 0.80 * p.properties.A);
        CHECK(A < 1.18 * p.properties.A);
        CHECK(std::abs(x) < 0.06 * A * p.h);
        CHECK(std::abs(y) < 0.06 * A * p.h);
        CHECK(I > 0.75 * p.properties.I_y);
        CHECK(I < 1.3 * p.properties.I_y);
        if (p.kind() == ProfileKind::Flat || p.kind() == ProfileKind::Tube) CHECK_SAME(A, p.properties.A, 1e-4);
    }
}

TEST_CASE("sections of every kind are found as people type them", "[catalogue][profiles]") {
    CHECK(findProfile("shs 100x100x5")->kind() == ProfileKind::Hollow);
    CHECK(findProfile("SHS 100\xc3\x97"
                      "100\xc3\x97"
                      "5") == findProfile("SHS100X100X5"));
    CHECK(findProfile("CFRHS 200x100x8")->standard == "EN 10219-2");
    CHECK(findProfile("IPE 300")->kind() == ProfileKind::I);
    CHECK(findProfile("UPN 200")->properties.y_m);
    CHECK(findProfile("L 100x100x10")->properties.I_yz < 0);
    CHECK(findProfile("FL 100x10")->properties.A == 1000);
    CHECK(findProfile("nothing") == nullptr);
    CHECK(searchProfiles("100x100", "SHS").size() > 3);
    std::set<std::string> names;
    for (const Profile& p : catalogueProfiles()) CHECK(names.insert(p.designation).second);
    // Saint-Venant constant of a square bar: 0.1406 a^4 (Timoshenko and Goodier, 1951, art. 94); the formula holds for thin ones.
    const FlatProfile thin{200, 10};
    CHECK_SAME(findProfile("FL 200x10")->properties.I_t, thin.b * 1000 / 3 * (1 - 0.63 * 0.05), 1e-4);
}
