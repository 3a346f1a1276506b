#include "support/joints.h"
#include "support/reference.h"

/// Regression values: numbers of our own code, accepted on 2026-11-26, to notice a change nobody meant. They prove nothing.
using namespace zg;

TEST_CASE("demo joints keep their numbers", "[regression]") {
    struct Row {
        const char* mark;
        double utilisation, M_j_Rd, S_j_ini;
    };
    const Row rows[] = {{"B1", 0.705961, 82.1575, 17.9551},
                        {"B2", 0.922110, 222.316, 62.1906},
                        {"B3", 0.569875, 287.81, 74.4239},
                        {"B4", 1.14006, 256.127, 74.7333},
                        {"E1", 0.862084, 408.313, 99.395}};
    const Job job = sample::demo();
    for (const Row& r : rows) {
        const Joint* joint = findJoint(job, r.mark);
        REQUIRE(joint);
        const auto result = verify(job, *joint);
        REQUIRE(result);
        INFO(r.mark);
        CHECK(result->utilisation == Approx(r.utilisation).epsilon(1e-4));
        CHECK(result->connections[0].M_j_Rd / 1e6 == Approx(r.M_j_Rd).epsilon(1e-4));
        CHECK(result->connections[0].stiffness.S_j_ini / 1e9 == Approx(r.S_j_ini).epsilon(1e-4));
    }
}
