#include "joint/recipes/recipe.h"
#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>
#include <random>

/// The end-plate splice against hand calculations and identities.
using namespace zg;

namespace {

Job spliceJob(const char* beam, const char* other, PlateReach reach, double slope = 0, double otherSlope = 0) {
    Job job;
    Joint j;
    j.id = j.mark = "S1";
    RecipeInput in;
    in.beam = {beam, "S275"};
    if (other) in.other = MemberSpec{other, "S275"};
    in.reach = reach;
    in.slope = slope;
    in.otherSlope = otherSlope;
    REQUIRE(layOut(j, spliceRecipe, job, in));
    j.actions.push_back(sample::actions("U1", 0, 60e3, 100e6));
    job.joints.push_back(j);
    return job;
}

} // namespace

TEST_CASE("splice, flush with two rows: by hand", "[component][splice]") {
    // IPE 300 S235, plates 15 x 160 S235, M20 8.8, gauge 90, rows at 60 and 240, fillets 6 and 4: docs/theory/worked-nodes.md, 3.
    Job job = spliceJob("IPE 300", nullptr, PlateReach::Flush);
    Joint& j = job.joints[0];
    for (Member& m : j.members) m.steel = "S235";
    EndPlate& e = endPlate(j, ends::right);
    e.plate.thickness = 15, e.plate.width = 160, e.plate.above = e.plate.below = 15, e.plate.steel = "S235";
    e.bolts.size = "M20", e.bolts.grade = "8.8", e.bolts.gauge = 90;
    e.topWeld.throat = e.bottomWeld.throat = 6, e.webWeld.throat = 4;
    e.rows.clear();
    for (const double p : {60.0, 240.0}) {
        BoltRowSpec row;
        row.position = p;
        e.rows.push_back(row);
    }
    const ConnectionResult c = sample::verified(job).connections[0];
    REQUIRE(c.rows.size() == 2);
    // The plate of the flush worked example of the column joint: m = 36.92, mode 2, F = 210.7 kN alone
    // (docs/theory/worked-examples.md); beam web and bolts are its own too, so that without the column the row carries what plate
    // and compression leave.
    Job onColumn = sample::jobOf(sample::workedFlush());
    onColumn.joints[0].actions = j.actions;
    const ConnectionResult column = sample::verified(onColumn).connections[0];
    for (std::size_t i = 0; i < 2; ++i) {
        CHECK_SAME(*c.rows[i].at(Limit::EndPlate).alone, *c.rows[i].at(Limit::OtherPlate).alone, 1e-12);
        CHECK(*c.rows[i].at(Limit::EndPlate).mode == *column.rows[i].at(Limit::EndPlate).mode);
        CHECK_SAME(c.rows[i].at(Limit::EndPlate).k, column.rows[i].at(Limit::EndPlate).k, 1e-12);
    }
    // L_b = 15 + 15 + 2·3 + 0.5 (13 + 16) = 50.5 (washers 3 mm, head 12.5, nut 16 of the table); k_10 = 1.6·245/L_b
    const double L_b = 30 + 2 * 3 + 0.5 * (12.5 + 18);
    CHECK_REFERENCE(c.rows[0].at(Limit::Bolts).k, (Reference{1.6 * 245 / L_b, 0.2, "mm", "table 6.11"}));
    CHECK_REFERENCE(c.rows[0].F_tr_Rd / 1e3, (Reference{211.18, 0.01, "kN", "docs/theory/worked-nodes.md, 3"}));
    CHECK_REFERENCE(c.rows[1].F_tr_Rd / 1e3, (Reference{203.51, 0.01, "kN", "docs/theory/worked-nodes.md, 3"}));
    CHECK_REFERENCE(c.M_j_Rd / 1e6, (Reference{60.674, 0.002, "kNm", "docs/theory/worked-nodes.md, 3"}));
    CHECK_REFERENCE(c.stiffness.S_j_ini / 1e9, (Reference{40.493, 0.002, "MNm/rad", "docs/theory/worked-nodes.md, 3"}));
    // M = sum F h: by the rows as they stand.
    double M = 0, T = 0, kh = 0, kh2 = 0;
    for (const RowResult& r : c.rows) {
        M += r.F_tr_Rd * r.h_r, T += r.F_tr_Rd;
        const double k = 1 / (1 / r.at(Limit::EndPlate).k + 1 / r.at(Limit::OtherPlate).k + 1 / r.at(Limit::Bolts).k);
        kh += k * r.h_r, kh2 += k * r.h_r * r.h_r;
    }
    CHECK_SAME(c.M_j_Rd, M, 1e-9);
    CHECK(T <= c.F_c_fb_Rd * (1 + 1e-9));
    CHECK_SAME(c.rows[0].h_r, 300 - 10.7 / 2 - 60, 1e-12);
    CHECK_SAME(c.stiffness.S_j_ini, 210000 * kh2, 1e-9); // (6.27) with (6.29), (6.31): E z_eq² k_eq = E Σ k h²
    (void)kh;
}

TEST_CASE("splice, extended above, unequal plates: by hand", "[component][splice]") {
    Job job = spliceJob("IPE 400", nullptr, PlateReach::ExtendedTop);
    EndPlate& e = endPlate(job.joints[0], ends::right);
    e.plate.thickness = 20, e.plate.width = 200, e.plate.above = 90, e.plate.below = 20, e.plate.steel = "S275";
    e.bolts.size = "M24", e.bolts.grade = "8.8", e.bolts.gauge = 110;
    e.topWeld.throat = e.bottomWeld.throat = 7, e.webWeld.throat = 5;
    e.other = OtherPlate{25, "S275", e.topWeld, e.bottomWeld, e.webWeld};
    e.rows.clear();
    for (const double p : {-45.0, 75.0, 150.0, 330.0}) {
        BoltRowSpec row;
        row.position = p;
        e.rows.push_back(row);
    }
    const ConnectionResult c = sample::verified(job).connections[0];
    const char* source = "docs/theory/worked-nodes.md, 4";
    const double F[] = {289.95, 354.40, 249.04, 36.63}, k[] = {4.2878, 4.1454, 3.6144, 4.5804};
    REQUIRE(c.rows.size() == 4);
    for (std::size_t i = 0; i < 4; ++i) {
        CHECK_REFERENCE(c.rows[i].F_tr_Rd / 1e3, (Reference{F[i], 0.02, "kN", source}));
        CHECK_REFERENCE(c.rows[i].k_eff, (Reference{k[i], 0.001, "mm", source}));
    }
    CHECK_REFERENCE(c.M_j_Rd / 1e6, (Reference{302.755, 0.01, "kNm", source}));
    CHECK_REFERENCE(c.stiffness.S_j_ini / 1e9, (Reference{309.874, 0.05, "MNm/rad", source}));
}

TEST_CASE("splice: exchange of the members, mirror and reversal leave the numbers", "[component][splice][property]") {
    for (const char* other : {"IPE 400", "IPE 450", "HEA 300"})
        for (const PlateReach reach : {PlateReach::Flush, PlateReach::ExtendedTop, PlateReach::ExtendedBoth}) {
            INFO(other << " " << static_cast<int>(reach));
            const Job job = spliceJob("IPE 400", other, reach);
            Joint& from = const_cast<Joint&>(job.joints[0]);
            EndPlate e = endPlate(from, ends::right);
            // The same splice described from the other member: its plate first, all lengths from its own beam.
            Job exchanged = job;
            Joint& j = exchanged.joints[0];
            std::swap(j.members[0].section, j.members[1].section);
            const Section a = *findSection("IPE 400"), b = *findSection(other);
            EndPlate& x = endPlate(j, ends::right);
            x.plate.below = e.plate.below + a.h - b.h;
            x.other = OtherPlate{e.plate.thickness, e.plate.steel, e.topWeld, e.bottomWeld, e.webWeld};
            if (e.other) {
                x.plate.thickness = e.other->thickness;
                x.topWeld = e.other->topWeld, x.bottomWeld = e.other->bottomWeld, x.webWeld = e.other->webWeld;
            }
            const ConnectionResult one = sample::verified(job).connections[0], two = sample::verified(exchanged).connections[0];
            CHECK_SAME(one.M_j_Rd, two.M_j_Rd, 1e-9);
            CHECK_SAME(one.stiffness.S_j_ini, two.stiffness.S_j_ini, 1e-9);
            CHECK_SAME(one.T_Rd, two.T_Rd, 1e-9);
        }
}

TEST_CASE("splice: a kink that goes to nothing is no kink", "[component][splice][property]") {
    const JointResult straight = sample::verified(spliceJob("IPE 400", nullptr, PlateReach::ExtendedBoth));
    double last = 1e9;
    for (const double slope : {0.1, 0.01, 0.001, 1e-5}) {
        const JointResult kinked = sample::verified(spliceJob("IPE 400", nullptr, PlateReach::ExtendedBoth, slope, slope));
        const double apart = std::abs(kinked.connections[0].M_j_Rd / straight.connections[0].M_j_Rd - 1);
        CHECK(apart < last);
        last = std::max(apart, 1e-12);
    }
    CHECK(last < 1e-4);
}

TEST_CASE("splice: forces may be given at either end", "[component][splice]") {
    Job job = spliceJob("IPE 400", "IPE 360", PlateReach::ExtendedBoth, 0.12, -0.05);
    job.joints[0].actions = {sample::actions("U1", 40e3, 60e3, 100e6)};
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const FaceForces own = faceForces(*r, ends::right, job.joints[0].actions[0]);
    // The same forces named at the left end, in its own directions: equilibrium of the plates by hand.
    ActionSet set;
    set.id = "U1";
    const double N = own.N, V = -own.V, s = -0.05;
    setForces(set, ends::left, N * std::cos(s) - V * std::sin(s), V * std::cos(s) + N * std::sin(s), own.M);
    const FaceForces from = faceForces(*r, ends::right, set);
    CHECK_SAME(from.N, own.N, 1e-9);
    CHECK_SAME(from.V, own.V, 1e-9);
    CHECK_SAME(from.M, own.M, 1e-9);
    Job other = job;
    other.joints[0].actions = {set};
    CHECK_SAME(sample::verified(job).utilisation, sample::verified(other).utilisation, 1e-9);
}

TEST_CASE("random splices: finite, no row beyond its parts, or refused in words", "[component][splice][search]") {
    std::mt19937 random(77);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    const auto& all = catalogueSections();
    int computed = 0;
    for (int i = 0; i < 400; ++i) {
        const std::string a = all[random() % all.size()].designation, b = all[random() % all.size()].designation;
        Job job = spliceJob(a.c_str(), b.c_str(), static_cast<PlateReach>(random() % 3), number(-0.3, 0.3), number(-0.3, 0.3));
        Joint& j = job.joints[0];
        EndPlate& e = endPlate(j, ends::right);
        if (random() % 2) e.plate.thickness = number(5, 60);
        if (random() % 3 == 0) e.bolts.gauge = number(40, 300);
        if (random() % 3 == 0)
            for (BoltRowSpec& row : e.rows) row.position += number(-60, 60);
        framing(j, ends::left).level = random() % 2 ? number(-150, 150) : 0;
        setForces(j.actions[0], ends::right, number(-5e5, 5e5), number(-3e5, 3e5), number(-4e8, 4e8));
        INFO(i << ": " << a << " and " << b);
        const auto result = verify(job, j);
        if (!result) continue;
        ++computed;
        CHECK(std::isfinite(result->utilisation));
        for (const ConnectionResult& c : result->connections) {
            CHECK((std::isfinite(c.M_j_Rd) && c.M_j_Rd >= 0));
            CHECK(c.T_Rd <= c.F_c_fb_Rd + std::max(0.0, c.forces.N) + 1e-6);
            for (const RowResult& r : c.rows)
                for (const Component& k : r.chain)
                    if (k.alone) CHECK(r.F_tr_Rd <= *k.alone * (1 + 1e-9) + 1e-6);
        }
    }
    CHECK(computed > 300);
}
