#include "support/joints.h"
#include "exchange/job_file.h"
#include "joint/first_layout.h"

namespace zg::sample {
namespace {

Joint bare(const char* column, const char* beam, const char* steel) {
    Joint j;
    j.id = "joint-1";
    j.mark = "W1";
    putColumn(j, {column, steel});
    EndPlate plate;
    plate.plate.steel = steel;
    frame(j, ends::right, {beam, steel}, plate);
    return j;
}

void rows(Joint& joint, std::initializer_list<double> positions) {
    for (const double p : positions) {
        BoltRowSpec row;
        row.position = p;
        endPlate(joint, ends::right).rows.push_back(row);
    }
}

void plate(Joint& joint, double thickness, double width, double above, double below) {
    EndPlateSpec& p = endPlate(joint, ends::right).plate;
    p.thickness = thickness;
    p.width = width;
    p.above = above;
    p.below = below;
}

void fillets(Joint& joint, double flange, double web) {
    EndPlate& s = endPlate(joint, ends::right);
    s.topWeld.throat = s.bottomWeld.throat = flange;
    s.webWeld.throat = web;
}

} // namespace

ActionSet actions(const char* id, double N, double V, double M) {
    ActionSet set;
    set.id = id;
    forcesOf(set, ends::right).N = N;
    forcesOf(set, ends::right).V = V;
    forcesOf(set, ends::right).M = M;
    return set;
}

Job jobOf(const Joint& joint) {
    Job job;
    job.joints.push_back(joint);
    return job;
}

Job extendedJob() {
    Joint j = bare("HEB 240", "IPE 400", "S275");
    frame(j, ends::right, {"IPE 400", "S275"},
          firstLayout(*findSection("HEB240"), *findSection("IPE400"), "S275", PlateReach::ExtendedTop));
    framing(j, ends::right).span = 8000;
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
    plate(j, 15, 160, 15, 15);
    endPlate(j, ends::right).bolts.size = "M20";
    endPlate(j, ends::right).bolts.gauge = 90;
    fillets(j, 6, 4);
    rows(j, {60, 240});
    return j;
}

Joint workedExtended() {
    Joint j = bare("HEA 280", "IPE 400", "S275");
    plate(j, 20, 200, 90, 20);
    endPlate(j, ends::right).bolts.size = "M24";
    endPlate(j, ends::right).bolts.gauge = 110;
    fillets(j, 7, 5);
    rows(j, {-45, 75, 150, 330});
    return j;
}

Joint workedRoof() {
    Joint j = bare("HEB 300", "IPE 450", "S355");
    through(j).endAbove = 100;
    plate(j, 25, 210, 90, 20);
    endPlate(j, ends::right).bolts.size = "M24";
    endPlate(j, ends::right).bolts.grade = "10.9";
    endPlate(j, ends::right).bolts.gauge = 120;
    fillets(j, 10, 6);
    rows(j, {-45, 80, 170});
    StiffenerSpec s;
    s.thickness = 15;
    s.width = 144;
    s.throat = 7;
    fitting<StiffenerSpec>(j, ends::right, FlangeSide::Top) = s;
    fitting<StiffenerSpec>(j, ends::right, FlangeSide::Bottom) = s;
    return j;
}

} // namespace zg::sample
