#include "support/joints.h"
#include "exchange/job_file.h"
#include "joint/first_layout.h"

namespace zg::sample {
namespace {

Joint bare(const char* column, const char* beam, const char* steel) {
    Joint j;
    j.id = "joint-1";
    j.mark = "W1";
    j.column.member = {column, steel};
    j.right.beam = {beam, steel};
    j.right.plate.steel = steel;
    return j;
}

void rows(SideSpec& side, std::initializer_list<double> positions) {
    for (const double p : positions) {
        BoltRowSpec row;
        row.position = p;
        side.rows.push_back(row);
    }
}

void plate(SideSpec& side, double thickness, double width, double above, double below) {
    side.plate.thickness = thickness;
    side.plate.width = width;
    side.plate.above = above;
    side.plate.below = below;
}

void fillets(SideSpec& side, double flange, double web) {
    side.topWeld.throat = side.bottomWeld.throat = flange;
    side.webWeld.throat = web;
}

} // namespace

ActionSet actions(const char* id, double N, double V, double M) {
    ActionSet set;
    set.id = id;
    set.right.N = N;
    set.right.V = V;
    set.right.M = M;
    return set;
}

Job jobOf(const Joint& joint) {
    Job job;
    job.joints.push_back(joint);
    return job;
}

Job extendedJob() {
    Joint j = bare("HEB 240", "IPE 400", "S275");
    j.right = firstLayout(*findSection("HEB240"), *findSection("IPE400"), {"IPE 400", "S275"}, PlateReach::ExtendedTop);
    j.right.span = 8000;
    j.actions.push_back(actions("U1", -10e3, 120e3, 150e6));
    j.actions.push_back(actions("R1", 5e3, -30e3, -40e6));
    return jobOf(j);
}

JointResult verified(const Job& job, std::size_t joint) {
    const auto result = verify(job, job.joints[joint]);
    if (!result) FAIL(joined(result.error()));
    return *result;
}

Job demo() {
    const auto read = openJob(std::string(ZG_SOURCE_DIR) + "/demo/kelp-lane.zgj");
    if (!read) FAIL(joined(read.error()));
    return read->job;
}

Joint workedFlush() {
    Joint j = bare("HEB 200", "IPE 300", "S235");
    plate(j.right, 15, 160, 15, 15);
    j.right.bolts.size = "M20";
    j.right.bolts.gauge = 90;
    fillets(j.right, 6, 4);
    rows(j.right, {60, 240});
    return j;
}

Joint workedExtended() {
    Joint j = bare("HEA 280", "IPE 400", "S275");
    plate(j.right, 20, 200, 90, 20);
    j.right.bolts.size = "M24";
    j.right.bolts.gauge = 110;
    fillets(j.right, 7, 5);
    rows(j.right, {-45, 75, 150, 330});
    return j;
}

Joint workedRoof() {
    Joint j = bare("HEB 300", "IPE 450", "S355");
    j.column.endAbove = 100;
    plate(j.right, 25, 210, 90, 20);
    j.right.bolts.size = "M24";
    j.right.bolts.grade = "10.9";
    j.right.bolts.gauge = 120;
    fillets(j.right, 10, 6);
    rows(j.right, {-45, 80, 170});
    StiffenerSpec s;
    s.thickness = 15;
    s.width = 144;
    s.throat = 7;
    j.right.stiffenerTop = s;
    j.right.stiffenerBottom = s;
    return j;
}

} // namespace zg::sample
