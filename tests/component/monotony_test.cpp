#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>
#include <functional>

/// More of something never takes away from the component it belongs to; symmetric joints are symmetric.
using namespace zg;

namespace {

using Value = std::function<double(const ConnectionResult&)>;

void rises(const char* what, const std::vector<std::function<void(Joint&)>>& steps, const Value& value) {
    double last = 0;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        Job job = sample::extendedJob();
        steps[i](job.joints[0]);
        const double now = value(sample::verified(job).connections[0]);
        INFO(what << ", step " << i);
        CHECK(now >= last * (1 - 1e-12));
        last = now;
    }
}

std::vector<std::function<void(Joint&)>> sizes(std::initializer_list<const char*> names, void (*set)(Joint&, const char*)) {
    std::vector<std::function<void(Joint&)>> steps;
    for (const char* name : names) steps.push_back([name, set](Joint& j) { set(j, name); });
    return steps;
}

} // namespace

TEST_CASE("each component grows with what it is made of", "[component][property]") {
    const auto bolts =
        sizes({"M16", "M20", "M24", "M27"}, [](Joint& j, const char* name) { endPlate(j, ends::right).bolts.size = name; });
    rises("column flange with bolt size", bolts,
          [](const ConnectionResult& c) { return *c.rows[1].at(Limit::ColumnFlange).alone; });
    rises("end plate with bolt size", bolts, [](const ConnectionResult& c) { return *c.rows[1].at(Limit::EndPlate).alone; });
    const auto classes = sizes({"4.6", "5.6", "6.8", "8.8", "10.9"},
                               [](Joint& j, const char* name) { endPlate(j, ends::right).bolts.grade = name; });
    rises("rows with bolt class", classes, [](const ConnectionResult& c) { return *c.rows[0].at(Limit::ColumnFlange).alone; });
    const auto columns = sizes({"HEA 240", "HEB 240", "HEM 240"}, [](Joint& j, const char* name) { columnOf(j).section = name; });
    rises("panel with the column", columns, [](const ConnectionResult& c) { return c.V_wp_Rd; });
    rises("web in compression with the column", columns, [](const ConnectionResult& c) { return c.F_c_wc_Rd; });
    rises("stiffness with the column", columns, [](const ConnectionResult& c) { return c.stiffness.S_j_ini; });
    const auto steels = sizes({"S235", "S275", "S355"}, [](Joint& j, const char* name) {
        columnOf(j).steel = member(j, ends::right).steel = endPlate(j, ends::right).plate.steel = name;
    });
    rises("moment resistance with the steel", steels, [](const ConnectionResult& c) { return c.M_j_Rd; });
    const auto beams = sizes({"IPE 360", "IPE 400", "IPE 450", "IPE 500"}, [](Joint& j, const char* name) {
        const double before = findSection(member(j, ends::right).section)->h;
        member(j, ends::right).section = name;
        for (BoltRowSpec& r : endPlate(j, ends::right).rows)
            if (r.position > before / 2) r.position += findSection(name)->h - before;
    });
    rises("lever arm with the beam", beams, [](const ConnectionResult& c) { return c.stiffness.z_eq; });
}

TEST_CASE("another row never lowers the moment resistance", "[component][property]") {
    Job job = sample::extendedJob();
    endPlate(job.joints[0], ends::right).plate.thickness = 12;
    const double before = sample::verified(job).connections[0].M_j_Rd;
    BoltRowSpec row;
    row.position = 260;
    endPlate(job.joints[0], ends::right).rows.insert(endPlate(job.joints[0], ends::right).rows.begin() + 3, row);
    CHECK(sample::verified(job).connections[0].M_j_Rd >= before * (1 - 1e-12));
}

TEST_CASE("a symmetric flush joint is as strong and stiff both ways", "[component][property]") {
    Job job = sample::jobOf(sample::workedFlush());
    const JointResult r = sample::verified(job); // without sets: both signs
    REQUIRE(r.connections.size() == 2);
    CHECK(r.connections[0].isReversed != r.connections[1].isReversed);
    CHECK_SAME(r.connections[0].M_j_Rd, r.connections[1].M_j_Rd, 1e-12);
    CHECK_SAME(r.connections[0].stiffness.S_j_ini, r.connections[1].stiffness.S_j_ini, 1e-12);
}

TEST_CASE("partial factors divide what they belong to", "[component][property]") {
    Job job = sample::extendedJob();
    job.joints[0].actions.resize(1);
    const ConnectionResult one = sample::verified(job).connections[0];
    job.settings.gamma_M0 = 1.1;
    job.settings.gamma_M1 = 1.1;
    job.settings.gamma_M2 = 1.25 * 1.1;
    const ConnectionResult other = sample::verified(job).connections[0];
    CHECK_SAME(one.M_j_Rd, other.M_j_Rd * 1.1, 1e-12);
    CHECK_SAME(one.V_wp_Rd, other.V_wp_Rd * 1.1, 1e-12);
    CHECK(one.stiffness.S_j_ini == other.stiffness.S_j_ini);
}

TEST_CASE("the column's own stress lowers its web only beyond 0.7 of yield", "[component][6.2.6.2]") {
    Job job = sample::extendedJob();
    job.joints[0].actions.resize(1);
    const auto at = [&](double N) {
        setForces(job.joints[0].actions[0], ends::below, N, 0, 0);
        return sample::verified(job).connections[0].F_c_wc_Rd;
    };
    const double A = findSection("HEB 240")->A;
    const double full = at(0);
    CHECK(at(-0.69 * 275 * A) == full);
    // k_wc = 1.7 − 0.9 = 0.8
    CHECK_SAME(at(-0.9 * 275 * A), 0.8 * full, 1e-9);
    CHECK(at(0.9 * 275 * A) == full); // tension does not count
}

TEST_CASE("long bolts do not pry when the check is asked for", "[component][table 6.2]") {
    Job job = sample::extendedJob();
    endPlate(job.joints[0], ends::right).plate.thickness = 8;
    const double with = *sample::verified(job).connections[0].rows[1].at(Limit::EndPlate).alone;
    job.settings.checkPryingLength = true;
    const JointResult r = sample::verified(job);
    // A thin plate lifts off only with very long bolts: here prying develops in the plate, as L_b* is long.
    CHECK(*r.connections[0].rows[1].at(Limit::EndPlate).alone == with);
    endPlate(job.joints[0], ends::right).plate.thickness = 60;
    const JointResult thick = sample::verified(job);
    CHECK(thick.connections[0].rows[1].at(Limit::EndPlate).mode == TStubMode::BoltsAlone);
}
