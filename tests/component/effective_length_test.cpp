#include "component/effective_length.h"
#include "support/reference.h"

/// Patterns of tables 6.4, 6.5 and 6.6, each by hand for one set of distances.
using namespace zg;

namespace {

constexpr const char* hand = "EN 1993-1-8:2005 tables 6.4 to 6.6, by hand";
constexpr double far = 1e300;

struct AloneCase {
    const char* name;
    double m, e, e_1;
    double cp, nc;
};

// m = 40, e = 60: 2πm = 251.327, πm = 125.664, 4m + 1.25e = 235, 2m + 0.625e = 117.5
const AloneCase alone[] = {
    {"inner row", 40, 60, far, 251.327, 235.0},
    {"end row, end at 50", 40, 60, 50, 225.664, 167.5},
    {"end row, end at 100: circle unaffected, straight pattern just", 40, 60, 100, 251.327, 217.5},
    {"end row, end at 200", 40, 60, 200, 251.327, 235.0},
    {"small m", 15, 80, far, 94.248, 160.0},
    {"small m at an end", 15, 80, 30, 94.248, 110.0},
};

struct GroupCase {
    const char* name;
    double before, after, e_1;
    double cp, nc;
};
// the same m and e; p is the pitch, or the mean of both
const GroupCase group[] = {
    {"first row, pitch 80", 0, 80, far, 205.664, 157.5},
    {"last row, pitch 80", 80, 0, far, 205.664, 157.5},
    {"inner row, equal pitches", 80, 80, far, 160.0, 80.0},
    {"inner row, 70 and 110", 70, 110, far, 180.0, 90.0},
    {"first row at an end, 30", 0, 80, 30, 140.0, 70.0},
    {"first row at an end, 300: no longer felt", 0, 80, 300, 205.664, 157.5},
};

} // namespace

TEST_CASE("rows alone have the lengths of the tables", "[verification][table 6.4]") {
    Workings<double> w;
    for (const AloneCase& c : alone) {
        INFO(c.name);
        RowPlace place;
        place.e_1 = c.e_1;
        const auto l = rowAlone(w, place, c.m, c.e);
        CHECK_REFERENCE(l.cp, (Reference{c.cp, 0.0006, "mm", hand}));
        CHECK_REFERENCE(l.nc, (Reference{c.nc, 0.0006, "mm", hand}));
    }
}

TEST_CASE("rows in a group have the lengths of the tables", "[verification][table 6.4]") {
    Workings<double> w;
    for (const GroupCase& c : group) {
        INFO(c.name);
        RowPlace place;
        place.e_1 = c.e_1;
        const auto l = rowInGroup(w, place, 40.0, 60.0, c.before, c.after);
        CHECK_REFERENCE(l.cp, (Reference{c.cp, 0.0006, "mm", hand}));
        CHECK_REFERENCE(l.nc, (Reference{c.nc, 0.0006, "mm", hand}));
    }
}

TEST_CASE("rows beside a stiffener take alpha m, less at a free end", "[verification][table 6.5]") {
    Workings<double> w;
    // λ1 = 40/100 = 0.4 and λ2 = 2.0: alpha = 2.75 + 1.25/0.4 = 5.875, so alpha m = 235
    RowPlace place{true, 200, far};
    CHECK_REFERENCE(rowAlone(w, place, 40.0, 60.0).nc, (Reference{235.0, 1e-6, "mm", hand}));
    CHECK_REFERENCE(rowAlone(w, place, 40.0, 60.0).cp, (Reference{251.327, 0.0006, "mm", hand}));
    // end row beside a stiffener: e_1 + alpha m − (2m + 0.625e) = 30 + 235 − 117.5; circle πm + 2e_1 = 185.664
    place.e_1 = 30;
    CHECK_REFERENCE(rowAlone(w, place, 40.0, 60.0).nc, (Reference{147.5, 1e-6, "mm", hand}));
    CHECK_REFERENCE(rowAlone(w, place, 40.0, 60.0).cp, (Reference{185.664, 0.0006, "mm", hand}));
    // in a group: 0.5p + alpha m − (2m + 0.625e) = 40 + 235 − 117.5
    place.e_1 = far;
    CHECK_REFERENCE(rowInGroup(w, place, 40.0, 60.0, 0, 80).nc, (Reference{157.5, 1e-6, "mm", hand}));
    CHECK_REFERENCE(rowInGroup(w, place, 40.0, 60.0, 0, 80).cp, (Reference{205.664, 0.0006, "mm", hand}));
}

TEST_CASE("the row outside the flange takes the least of its patterns", "[verification][table 6.6]") {
    Workings<double> w;
    struct Case {
        const char* deciding;
        double m_x, e_x, e, gauge, b_p, cp, nc;
    };
    const Case cases[] = {
        // 2πm = 219.911; πm + w = 209.956; πm + 2e = 199.956 | 4m + 1.25e_x = 190; e + 2m + 0.625e_x = 140; b_p/2 = 95; w/2 + ...
        // = 145
        {"half the plate width", 35, 40, 45, 100, 190, 199.956, 95},
        // b_p/2 = 200, e = 150: 4m + 1.25e_x = 110 + ... m 20, e_x 24: 4·20 + 30 = 110
        {"the plain pattern", 20, 24, 150, 100, 400, 125.664, 105},
        // narrow edge: e + 2m + 0.625 e_x = 20 + 40 + 25 = 85
        {"the edge", 20, 40, 20, 160, 200, 102.832, 85},
        // narrow gauge: w/2 + 2m + 0.625e_x = 30 + 40 + 25 = 95
        {"the gauge", 20, 40, 60, 60, 240, 122.832, 95},
    };
    for (const Case& c : cases) {
        INFO(c.deciding);
        const auto l = rowOutsideFlange<double>(w, {c.m_x, c.e_x, c.e, c.gauge, c.b_p});
        CHECK_REFERENCE(l.cp, (Reference{c.cp, 0.0006, "mm", hand}));
        CHECK_REFERENCE(l.nc, (Reference{c.nc, 0.0006, "mm", hand}));
    }
}
