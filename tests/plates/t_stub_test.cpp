#include "t_stub.h"
#include <catch2/catch.hpp>

using namespace zg::tstub;

// Closed form: a Timoshenko beam guided at the foot of the weld, 0.8 of the leg from the web's face, on bolt and tip. The washer
// shortens the free length, which tells in thin plates.
TEST_CASE("T-stubs of plates are as stiff as a beam held at the foot of its weld, over thickness and throat", "[tstub]") {
    for (const double t : {15.0, 20.0, 30.0, 40.0})
        for (const double a : {3.0, 8.0}) {
            const Stub s = Stub{t, a};
            const double ratio = plates(s).stiffness / beamStiffness(s, true);
            INFO("t " << t << ", a " << a << ": plates over beam " << ratio);
            CHECK(ratio > 0.9);
            CHECK(ratio < 1.2);
        }
}

TEST_CASE("a thicker throat stiffens and strengthens a T-stub of plates as it does a beam", "[tstub]") {
    for (const double t : {12.0, 15.0}) {
        const Answer thin = plates(Stub{t, 3}), thick = plates(Stub{t, 8});
        const double asBeam = beamStiffness(Stub{t, 8}, true) / beamStiffness(Stub{t, 3}, true);
        INFO("t " << t);
        CHECK(thick.stiffness / thin.stiffness == Approx(asBeam).epsilon(0.1));
        CHECK(thick.at5 / thin.at5 == Approx(rules(Stub{t, 8}).F_washer() / rules(Stub{t, 3}).F_washer()).epsilon(0.1));
    }
}

// EN 1993-1-8:2005 table 6.2, mode 1 by method 1, which takes a bolt at a point: never below; above it by bending across the
// strip (2/sqrt(3)), hardening at 5 % (1.04) and what half the mesh still gives. A washer can only add.
TEST_CASE("T-stubs of plates with bolts at a point carry what their mode says, and no less with washers", "[tstub]") {
    for (const double t : {12.0, 20.0, 30.0, 40.0}) {
        const Stub s = Stub{t, 5};
        const Answer point = plates(s, {0.5, true, true}), usual = plates(s);
        INFO("t " << t << ": " << point.largest / rules(s).F() << " of the rule at a point, " << usual.largest / rules(s).F()
                  << " under a washer");
        CHECK(point.largest > rules(s).F());
        CHECK(point.largest < 1.5 * rules(s).F());
        CHECK(usual.largest > 0.98 * point.largest);
        CHECK(usual.largest < 1.02 * rules(s).F_3);
    }
}

TEST_CASE("half the element size moves stiffness and force of a T-stub by 7 % at most", "[tstub]") {
    for (const double t : {12.0, 20.0, 25.0}) {
        const Stub s = Stub{t, 5};
        const Answer usual = plates(s), fine = plates(s, {0.5});
        INFO("t " << t);
        CHECK(fine.stiffness == Approx(usual.stiffness).epsilon(0.07));
        CHECK(fine.at5 == Approx(usual.at5).epsilon(0.07));
    }
}
