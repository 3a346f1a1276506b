#include "support/joints.h"
#include "support/reference.h"

/// The three complete joints of docs/theory/worked-examples.md, printed by longhand.py, which shares nothing with the program.
/// kind: independent method. Tolerance: half a unit of the page's last digit; alpha is scanned there in steps of 2e-5, which
/// moves forces by less than 2 N and stiffnesses in the sixth digit.
using namespace zg;

namespace {

struct WorkedRow {
    double F_tr_Rd, k_3, k_4, k_5, k_eff;
};
struct WorkedJoint {
    const char* name;
    Joint (*joint)();
    double V_wp_Rd, F_c_fb_Rd, M_j_Rd, z_eq, k_eq, k_1, k_2, S_j_ini, k_10;
    std::vector<WorkedRow> rows;
};

const WorkedJoint table[] = {
    {"example 1, flush",
     sample::workedFlush,
     303.21,
     510.42,
     54.5821,
     200.956,
     3.76987,
     4.69544,
     10.0699,
     14.6839,
     7.649,
     {{211.18, 7.710, 28.017, 11.774, 2.6242}, {92.03, 7.710, 28.017, 11.206, 2.5949}}},
    {"example 2, extended",
     sample::workedExtended,
     453.603,
     930.019,
     154.252,
     341.24,
     5.69083,
     3.53497,
     7.09713,
     40.7888,
     9.532,
     {{289.95, 5.049, 10.866, 14.122, 2.1469},
      {85.40, 2.786, 5.995, 13.139, 1.4148},
      {0, 3.643, 7.840, 10.045, 1.6488},
      {0, 5.709, 12.286, 16.404, 2.3672}}},
    {"example 3, roof level, stiffened",
     sample::workedRoof,
     946.487,
     1387.55,
     396.706,
     400.857,
     8.20098,
     4.49621,
     0,
     97.995,
     8.040,
     {{436.09, 7.261, 34.002, 38.627, 3.1506}, {498.23, 6.378, 29.865, 22.585, 2.7860}, {12.17, 6.184, 28.958, 20.958, 2.7149}}},
};

} // namespace

TEST_CASE("complete joints agree with the longhand page", "[verification][6.2.7][6.3]") {
    for (const WorkedJoint& w : table) {
        DYNAMIC_SECTION(w.name) {
            const Job job = sample::jobOf(w.joint());
            const JointResult result = sample::verified(job);
            const ConnectionResult& c = result.connections.front();
            const char* source = "docs/theory/worked-examples.md";
            REQUIRE_FALSE(c.isReversed);
            CHECK_REFERENCE(c.V_wp_Rd / 1e3, (Reference{w.V_wp_Rd, 0.005, "kN", source}));
            CHECK_REFERENCE(c.F_c_fb_Rd / 1e3, (Reference{w.F_c_fb_Rd, 0.006, "kN", source}));
            CHECK_REFERENCE(c.M_j_Rd / 1e6, (Reference{w.M_j_Rd, 0.001, "kNm", source}));
            CHECK_REFERENCE(c.stiffness.z_eq, (Reference{w.z_eq, 0.003, "mm", source}));
            CHECK_REFERENCE(c.stiffness.k_eq, (Reference{w.k_eq, 0.0002, "mm", source}));
            CHECK_REFERENCE(c.stiffness.k_1, (Reference{w.k_1, 0.0001, "mm", source}));
            CHECK_REFERENCE(c.stiffness.k_2, (Reference{w.k_2, 0.0001, "mm", source}));
            CHECK_REFERENCE(c.stiffness.S_j_ini / 1e9, (Reference{w.S_j_ini, 0.001, "MNm/rad", source}));
            REQUIRE(c.rows.size() == w.rows.size());
            for (std::size_t i = 0; i < w.rows.size(); ++i) {
                INFO("row " << i + 1);
                CHECK_REFERENCE(c.rows[i].F_tr_Rd / 1e3, (Reference{w.rows[i].F_tr_Rd, 0.007, "kN", source}));
                CHECK_REFERENCE(c.rows[i].at(Limit::ColumnWebTension).k, (Reference{w.rows[i].k_3, 0.0006, "mm", source}));
                CHECK_REFERENCE(c.rows[i].at(Limit::ColumnFlange).k, (Reference{w.rows[i].k_4, 0.0006, "mm", source}));
                CHECK_REFERENCE(c.rows[i].at(Limit::EndPlate).k, (Reference{w.rows[i].k_5, 0.0006, "mm", source}));
                CHECK_REFERENCE(c.rows[i].at(Limit::Bolts).k, (Reference{w.k_10, 0.0006, "mm", source}));
                CHECK_REFERENCE(c.rows[i].k_eff, (Reference{w.rows[i].k_eff, 0.0001, "mm", source}));
            }
        }
    }
}
