#include "component/t_stub.h"
#include "support/reference.h"

using namespace zg;

TEST_CASE("T-stub resistance never falls when flange or bolts get stronger", "[component][6.2.4]") {
    Workings<double> w;
    double last = 0;
    for (double t = 5; t < 60; t += 0.5) {
        const TStubInput<double> in{{190, 230}, t, 275, 38, 45, 380e3};
        const double F = tStubResistance(w, in, ModeOneRule::Method1, 1.0).F_T_Rd;
        CHECK(F >= last);
        last = F;
    }
    last = 0;
    for (double bolts = 50e3; bolts < 1e6; bolts += 10e3) {
        const TStubInput<double> in{{190, 230}, 18, 275, 38, 45, bolts};
        const double F = tStubResistance(w, in, ModeOneRule::Method1, 1.0).F_T_Rd;
        CHECK(F >= last);
        last = F;
    }
}

TEST_CASE("a row far from any end has the patterns of an inner row", "[component][table 6.4]") {
    Workings<double> w;
    RowPlace far;
    far.e_1 = 5000;
    const auto inner = rowAlone(w, RowPlace{}, 40.0, 60.0);
    const auto end = rowAlone(w, far, 40.0, 60.0);
    CHECK(inner.cp == end.cp);
    CHECK(inner.nc == end.nc);
    RowPlace near;
    near.e_1 = 20;
    CHECK(rowAlone(w, near, 40.0, 60.0).nc < inner.nc);
}

TEST_CASE("a group of far rows is as strong as its rows alone at the pitch where the patterns meet", "[component][table 6.4]") {
    // The straight patterns join: two end rows at pitch p give 4m + 1.25e + p, two rows alone 2(4m + 1.25e).
    Workings<double> w;
    const double m = 40, e = 60;
    const double p = 4 * m + 1.25 * e;
    const double group = rowInGroup(w, RowPlace{}, m, e, 0, p).nc + rowInGroup(w, RowPlace{}, m, e, p, 0).nc;
    CHECK_SAME(group, 2 * rowAlone(w, RowPlace{}, m, e).nc, 1e-12);
}
