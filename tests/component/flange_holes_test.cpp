#include "component/flange_holes.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// The column's flange less its bolt holes, by both rules.
using namespace zg;

namespace {

const Check* find(const JointResult& r, CheckCode code, int set = 0) {
    for (const Check& c : r.checks)
        if (c.code == code && (c.set == set || c.group == CheckGroup::NotDone)) return &c;
    return nullptr;
}

void column(ActionSet& set, EndId end, double N, double V, double M) {
    EndForces& f = forcesOf(set, end);
    f.N = N, f.V = V, f.M = M;
}

/// The extended joint of HEB 240 and IPE 400 with one set, and the column's forces above and below.
Job loaded(double N, double V, double M_above, double M_below) {
    Job job = sample::extendedJob();
    job.joints[0].actions.resize(1);
    column(job.joints[0].actions[0], ends::above, N, V, M_above);
    column(job.joints[0].actions[0], ends::below, N, V, M_below);
    return job;
}

} // namespace

TEST_CASE("net section of the column flange by hand", "[component][holes]") {
    // HEB 200 in S355, M20: sigma = 100e6·92.5/56.962e6 − 200e3/7808.1 = 162.39 − 25.61 = 136.77; ·200·15 = 410.3 kN.
    // Net 15 (200 − 2·22) = 2340; 0.9·2340·490/1.25 = 825.6 kN. Four bolts: 15 (200 − 88) = 1680: 592.7 kN.
    Workings<double> w;
    FlangeHolesInput in{*findSection("HEB200"), {355, 490, 0.9}, 22, 2, -200e3, 100e6};
    CHECK_REFERENCE(flangeHoles(w, in, 1, 1.25).force / 1e3, (Reference{410.3, 0.1, "kN", "EN 1993-1-1:2005 6.2.5(4), by hand"}));
    CHECK_REFERENCE(flangeHoles(w, in, 1, 1.25).resistance / 1e3, (Reference{825.6, 0.1, "kN", "EN 1993-1-1:2005 (6.7)"}));
    in.holes = 4;
    CHECK_REFERENCE(flangeHoles(w, in, 1, 1.25).resistance / 1e3, (Reference{592.7, 0.1, "kN", "EN 1993-1-1:2005 (6.7)"}));
    // Not beyond its own yield: 3000·355 = 1065 kN, so that the clause's own comparison is the largest use there is.
    in.M = 1e9;
    CHECK_SAME(flangeHoles(w, in, 1, 1.25).force, 1065e3, 1e-9);
    CHECK_SAME(flangeHoles(w, in, 1.1, 1.25).force, 1065e3 / 1.1, 1e-9);
    in.d_0 = 60; // no flange left
    CHECK(flangeHoles(w, in, 1, 1.25).resistance == 0);
}

TEST_CASE("the outermost rows under the column's forces on their side of the node", "[component][holes]") {
    // On the right a moment with tension on the left presses the flange: nothing to verify.
    CHECK(find(sample::verified(loaded(0, 0, 80e6, 30e6)), CheckCode::ColumnFlangeHoles) == nullptr);
    CHECK(find(sample::verified(loaded(0, 0, 80e6, 30e6)), CheckCode::NotDoneFlangeHoles) == nullptr);
    const Job job = loaded(0, 0, -80e6, -60e6);
    const JointResult r = sample::verified(job);
    const Check* c = find(r, CheckCode::ColumnFlangeHoles);
    REQUIRE(c);
    CHECK_FALSE(c->isReversed);
    CHECK(c->parts[1] == PartRef{PartKind::BoltRow, ends::right, 0});
    const Section s = *findSection("HEB240");
    CHECK_SAME(c->demand, 80e6 * (s.h - s.t_f) / 2 / s.I_y * s.b * s.t_f, 1e-9);
    // Shear moves the moment from the node to the row: M(z) = M − V·z, the first row 40 or so above the beam's top flange.
    const double position = endPlate(job.joints[0], ends::right).rows[0].position, up = findSection("IPE400")->h / 2 - position;
    const JointResult sheared = sample::verified(loaded(0, 50e3, -80e6, -60e6));
    CHECK_SAME(find(sheared, CheckCode::ColumnFlangeHoles)->demand / c->demand, (80e6 + 50e3 * up) / 80e6, 1e-9);
    // The larger of both sides; axial tension alone pulls as well, compression takes off.
    const JointResult below = sample::verified(loaded(0, 0, -60e6, -80e6));
    const int last = static_cast<int>(endPlate(job.joints[0], ends::right).rows.size()) - 1;
    CHECK(find(below, CheckCode::ColumnFlangeHoles)->parts[1] == PartRef{PartKind::BoltRow, ends::right, last});
    CHECK_FALSE(find(below, CheckCode::ColumnFlangeHoles)->isReversed); // the sense is that of the beam's moment
    CHECK_SAME(find(below, CheckCode::ColumnFlangeHoles)->demand, c->demand, 1e-9);
    CHECK_SAME(find(sample::verified(loaded(100e3, 0, 0, 0)), CheckCode::ColumnFlangeHoles)->demand, 100e3 * s.b * s.t_f / s.A,
               1e-9);
    CHECK(find(sample::verified(loaded(-5e6, 0, -80e6, -60e6)), CheckCode::ColumnFlangeHoles) == nullptr);
}

TEST_CASE("net section of the flange: mirrored, and said where it is not done", "[component][holes]") {
    Job job = loaded(20e3, 30e3, -80e6, 10e6);
    const Check c = *find(sample::verified(job), CheckCode::ColumnFlangeHoles);
    Joint& j = job.joints[0];
    copyEnd(j, ends::right, ends::left);
    ActionSet& set = j.actions[0];
    forcesOf(set, ends::left) = EndForces{};
    forcesOf(set, ends::left).end = ends::left;
    column(set, ends::above, 20e3, -30e3, 80e6);
    column(set, ends::below, 20e3, -30e3, -10e6);
    bool isFound = false;
    for (const Check& o : sample::verified(job).checks) {
        if (o.code != CheckCode::ColumnFlangeHoles || o.side != ends::left) continue;
        isFound = true;
        CHECK_SAME(o.utilisation, c.utilisation, 1e-12);
    }
    CHECK(isFound);
    // Without the column's forces on one side it is listed; where the column ends there it is not asked for.
    job = loaded(0, 0, -80e6, -60e6);
    auto& forces = job.joints[0].actions[0].forces;
    forces.erase(std::remove_if(forces.begin(), forces.end(), [](const EndForces& f) { return f.end == ends::above; }),
                 forces.end());
    CHECK(find(sample::verified(job), CheckCode::NotDoneFlangeHoles));
    CHECK(find(sample::verified(job), CheckCode::ColumnFlangeHoles)); // below it is done
}

TEST_CASE("net section of the flange by American rules", "[component][holes][american]") {
    Job job = loaded(0, 0, -80e6, -60e6);
    job.settings.rules = RuleSet::American;
    columnOf(job.joints[0]).steel = "S460N";
    const JointResult r = sample::verified(job);
    CHECK(find(r, CheckCode::ColumnFlangeHoles) == nullptr);
    const Check* c = find(r, CheckCode::UsFlangeHoles);
    REQUIRE(c);
    const Section s = *findSection("HEB240");
    CHECK_SAME(c->demand, 80e6 / s.W_el_y * s.b * s.t_f, 1e-9);
    // Mild steel has more to spare than the holes take: the flange counts whole.
    columnOf(job.joints[0]).steel = "S235";
    CHECK(find(sample::verified(job), CheckCode::UsFlangeHoles) == nullptr);
    columnOf(job.joints[0]).steel = "S460N";
    job.joints[0].actions[0].kind = SetKind::Allowable;
    const Check asd = *find(sample::verified(job), CheckCode::UsFlangeHoles);
    CHECK_SAME(asd.resistance / c->resistance, 1 / 1.67 / 0.9, 1e-9);
    // Pulled at its middle, pressed at the outer fibre that this rule looks at: nothing to verify.
    const double M = 80e6, edge = M / s.W_el_y, middle = M * (s.h - s.t_f) / 2 / s.I_y;
    job = loaded(s.A * (edge + middle) / 2, 0, M, M);
    job.settings.rules = RuleSet::American;
    columnOf(job.joints[0]).steel = "S460N";
    CHECK(find(sample::verified(job), CheckCode::UsFlangeHoles) == nullptr);
    forcesOf(job.joints[0].actions[0], ends::above).N = s.A * edge * 1.01;
    CHECK(find(sample::verified(job), CheckCode::UsFlangeHoles)->demand > 0);
}
