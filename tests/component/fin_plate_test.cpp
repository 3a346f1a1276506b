#include "component/fin_plate.h"
#include "support/laid_out.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>

/// The fin plate against hand calculations, and the forces of its bolts against equilibrium.
using namespace zg;

namespace {

Job finJob(const char* column = "HEB 240", const char* beam = "IPE 300") {
    RecipeInput in;
    in.column = {column, "S275"};
    in.beam = {beam, "S275"};
    Job job = sample::laidOut(finPlateRecipe, in, "F1");
    ActionSet set;
    set.id = "U1";
    setForces(set, ends::front, 0, 90e3, 0);
    job.joints[0].actions.push_back(set);
    return job;
}
FinPlate& fin(Job& job) { return std::get<FinPlate>(findConnection(job.joints[0], ends::front)->how); }

const Check* find(const JointResult& r, CheckCode code) {
    const auto at = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check& c) { return c.code == code; });
    return at == r.checks.end() ? nullptr : &*at;
}

} // namespace

TEST_CASE("fin plate with three bolts: by hand", "[component][fin]") {
    Job job = finJob();
    FinPlate& f = fin(job);
    f = FinPlate{};
    f.thickness = 10, f.depth = 220, f.top = 40, f.gap = 10, f.firstLine = 50, f.rows = 3, f.firstRow = 40, f.pitch = 70,
    f.edge = 50;
    f.throat = 6;
    const JointResult r = sample::verified(job);
    // z = 50, n = 3: I = 3·8·70²/12 = 9800; beta = 50·70·2/(2·9800) = 0.357; F = 90 √(1/9 + 0.1276) = 43.98 kN
    CHECK_REFERENCE(find(r, CheckCode::BoltShearGroup)->demand / 1e3, (Reference{43.98, 0.05, "kN", "V √(1/n² + β²)"}));
    CHECK_REFERENCE(find(r, CheckCode::BoltShearGroup)->resistance / 1e3, (Reference{94.08, 0.05, "kN", "0.6·800·245/1.25"}));
    CHECK_REFERENCE(find(r, CheckCode::FinPlateGross)->resistance / 1e3, (Reference{275.0, 0.2, "kN", "220·10·275/(1.27 √3)"}));
    CHECK_REFERENCE(find(r, CheckCode::FinPlateNet)->resistance / 1e3,
                    (Reference{305.9, 0.3, "kN", "(220 − 66)·10·430/(√3·1.25)"}));
    // A_nt = 10·(50 − 11) = 390, A_nv = 10·(220 − 40 − 55) = 1250: 0.5·430·390/1.25 + 275·1250/√3
    CHECK_REFERENCE(find(r, CheckCode::FinPlateBlock)->resistance / 1e3, (Reference{67.08 + 198.46, 0.2, "kN", "(3.10)"}));
    // 220 >= 2.73·50: no bending
    CHECK_FALSE(find(r, CheckCode::FinPlateBending));
    // tau = 90e3/(2·6·220) = 34.09; sigma = 3·90e3·50/(6·220²) = 46.49; √(2·46.49² + 3·34.09²)
    CHECK_REFERENCE(find(r, CheckCode::FinWeld)->demand, (Reference{88.3, 0.1, "MPa", "4.5.3.2"}));
    // Two planes of the column web: 2·220·10·275/√3
    CHECK_REFERENCE(find(r, CheckCode::FinSupportShear)->resistance / 1e3, (Reference{698.6, 0.2, "kN", "EN 1993-1-1 6.2.6"}));
    CHECK_REFERENCE(find(r, CheckCode::FinPunching)->resistance, (Reference{10.0 * 430 / (275 * 1.25), 1e-6, "mm", "practice"}));
    CHECK_REFERENCE(find(r, CheckCode::FinWeldFull)->demand, (Reference{0.4804 * 10, 0.01, "mm", "full strength, S275"}));
    CHECK(r.utilisation > 0.46);
}

TEST_CASE("the most loaded bolt is in equilibrium with the group", "[component][fin][closed form]") {
    for (const int lines : {1, 2})
        for (const int rows : {2, 3, 5, 9}) {
            Workings<double> w;
            const BoltGroup g{lines, rows, 65, 72, 118};
            const double V = 150e3, N = 40e3;
            const BoltForce<double> F = mostLoadedBolt<double>(w, g, V, N);
            // The rival: elastic forces of every bolt from the polar moment; sums and moment must be those applied.
            double I = 0;
            for (int i = 0; i < rows; ++i)
                for (int k = 0; k < lines; ++k) {
                    const double y = (i - (rows - 1) / 2.0) * g.pitch, x = lines == 2 ? (k - 0.5) * g.linePitch : 0;
                    I += x * x + y * y;
                }
            double worst = 0, sumV = 0, sumN = 0, moment = 0;
            for (int i = 0; i < rows; ++i)
                for (int k = 0; k < lines; ++k) {
                    const double y = (i - (rows - 1) / 2.0) * g.pitch, x = lines == 2 ? (k - 0.5) * g.linePitch : 0;
                    const double v = V / (rows * lines) + V * g.eccentricity * x / I,
                                 h = N / (rows * lines) + V * g.eccentricity * y / I;
                    sumV += v, sumN += h, moment += v * x + h * y;
                    worst = std::max(worst, std::hypot(v, h));
                }
            CHECK_SAME(sumV, V, 1e-12);
            CHECK_SAME(sumN, N, 1e-9);
            CHECK_SAME(moment, V * g.eccentricity, 1e-9);
            CHECK_SAME(std::hypot(F.vertical, F.horizontal), worst, 1e-9);
        }
}

TEST_CASE("fin plate: a moment, a long plate and a single bolt are said, not passed over", "[component][fin]") {
    Job job = finJob();
    job.joints[0].actions[0].forces[0].M = 5e6;
    CHECK(find(sample::verified(job), CheckCode::NotDoneFinMoment));
    job = finJob();
    CHECK_FALSE(find(sample::verified(job), CheckCode::NotDoneFinMoment));
    CHECK_FALSE(find(sample::verified(job), CheckCode::NotDoneFinBuckling));
    CHECK(find(sample::verified(job), CheckCode::NotDoneFinSupport));
    fin(job).firstLine = 140;
    CHECK(find(sample::verified(job), CheckCode::NotDoneFinBuckling));
    job = finJob();
    fin(job).rows = 1;
    CHECK(sample::verified(job).state == CheckState::Over);
    job = finJob();
    job.joints[0].connections[0].how = firstLayout(*findSection("HEB 240"), *findSection("IPE 300"), "S275", PlateReach::Flush);
    const JointResult onWeb = sample::verified(job); // an end plate on a column's web: no rule answers
    CHECK(find(onWeb, CheckCode::NotDoneProcedure));
    CHECK(onWeb.connections.empty());
}

TEST_CASE("a fin plate on the web leaves the moment connection beside it as it is", "[component][fin]") {
    Job job = sample::extendedJob();
    const JointResult alone = sample::verified(job);
    Framing f;
    f.direction = Direction::Front;
    putEnd(job.joints[0], ends::front, {"IPE 240", "S275"}, f, ends::column,
           finPlateLayout(*findSection("HEB 240"), *findSection("IPE 240"), "S275", true));
    setForces(job.joints[0].actions[0], ends::front, 0, 40e3, 0);
    const JointResult both = sample::verified(job);
    CHECK_SAME(both.connections[0].M_j_Rd, alone.connections[0].M_j_Rd, 1e-15);
    CHECK_SAME(both.connections[0].stiffness.S_j_ini, alone.connections[0].stiffness.S_j_ini, 1e-15);
    CHECK(both.connections.size() == alone.connections.size() + job.joints[0].actions.size());
    for (const Check& c : both.checks)
        if (c.code == CheckCode::BoltShearGroup && c.side == ends::front && c.set == 0) CHECK(c.demand > 0);
}
