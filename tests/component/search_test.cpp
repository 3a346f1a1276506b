#include "catalogue/stock.h"
#include "joint/edit.h"
#include "joint/first_layout.h"
#include "support/joints.h"
#include <cmath>
#include <random>

/// Random search over catalogue, rows and fittings: every result finite or refused in words.
using namespace zg;

namespace {

class Maker {
public:
    explicit Maker(unsigned seed) : random_(seed) {}

    Job job() {
        const auto& all = catalogueSections();
        const Section& column = all[pick(all.size())];
        Joint j;
        j.id = "joint-1";
        j.mark = "R1";
        const std::string steels[] = {"S235", "S275", "S355", "S420M", "S460M"};
        const std::string steel = steels[pick(5)];
        putColumn(j, {column.designation, steel});
        side(j, ends::right, column, steel);
        if (chance(0.3)) side(j, ends::left, column, steel);
        if (isTwoSided(j) && chance(0.4)) framing(j, ends::left).level = number(-200, 200);
        if (chance(0.25)) through(j).endAbove = number(-50, 300);
        if (chance(0.2)) doubler(j) = DoublerSpec{};
        if (chance(0.2)) diagonal(j) = DiagonalSpec{};
        for (int i = 0; i < 3; ++i) {
            ActionSet set = sample::actions(i == 0   ? "U1"
                                            : i == 1 ? "U2"
                                                     : "R1",
                                            number(-2e6, 2e6), number(-8e5, 8e5), number(-6e8, 6e8));
            if (isTwoSided(j)) setForces(set, ends::left, 0, number(-5e5, 5e5), number(-4e8, 4e8));
            if (chance(0.5)) setForces(set, ends::below, number(-3e6, 1e6), number(-1e5, 1e5), number(-3e8, 3e8));
            j.actions.push_back(set);
        }
        Job job = sample::jobOf(j);
        job.settings.weldRule = chance(0.5) ? WeldRule::Directional : WeldRule::Simplified;
        job.settings.modeOne = chance(0.5) ? ModeOneRule::Method1 : ModeOneRule::Method2;
        job.settings.shearRule = chance(0.5) ? ShearRule::Simple : ShearRule::Exact;
        job.settings.checkPryingLength = chance(0.3);
        return job;
    }

private:
    double number(double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random_); }
    std::size_t pick(std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(random_); }
    bool chance(double p) { return number(0, 1) < p; }

    void side(Joint& j, EndId end, const Section& column, const std::string& steel) {
        const auto& all = catalogueSections();
        const Section& beam = all[pick(all.size())];
        frame(j, end, {beam.designation, steel}, firstLayout(column, beam, steel, static_cast<PlateReach>(pick(3))));
        EndPlate& s = endPlate(j, end);
        if (chance(0.5)) s.plate.thickness = number(4, 80);
        if (chance(0.3)) s.plate.width = number(60, 500);
        if (chance(0.3)) s.bolts.gauge = number(25, 400);
        if (chance(0.5)) {
            s.rows.clear();
            for (std::size_t i = pick(7); i > 0; --i) {
                BoltRowSpec r;
                r.position = number(-150, beam.h + 150);
                r.takesTension = chance(0.9);
                if (chance(0.2)) r.gauge = number(40, 300);
                s.rows.push_back(r);
            }
        }
        if (chance(0.3)) framing(j, end).slope = number(-0.5, 0.5);
        if (chance(0.5)) framing(j, end).span = number(2000, 20000);
        if (chance(0.3)) fitting<StiffenerSpec>(j, end, FlangeSide::Top) = StiffenerSpec{};
        if (chance(0.3)) fitting<StiffenerSpec>(j, end, FlangeSide::Bottom) = StiffenerSpec{};
        if (chance(0.2)) fitting<BackingSpec>(j, end, FlangeSide::Top) = BackingSpec{};
        if (chance(0.2)) fitting<RibSpec>(j, end, FlangeSide::Top) = RibSpec{};
        if (chance(0.2)) s.topWeld.kind = WeldKind::Butt;
    }
    std::mt19937 random_;
};

bool isGood(double x) { return std::isfinite(x) && x >= 0; }

} // namespace

TEST_CASE("two thousand random joints: finite, never negative, or refused in words", "[component][search]") {
    Maker maker(20260417);
    int computed = 0;
    for (int i = 0; i < 2000; ++i) {
        const Job job = maker.job();
        INFO("joint " << i << ": " << throughMember(job.joints[0])->section << ", "
                      << member(job.joints[0], ends::right).section);
        const auto result = verify(job, job.joints[0]);
        if (!result) {
            REQUIRE_FALSE(result.error().empty());
            for (const Diagnostic& d : result.error()) REQUIRE(sentenceOf(d).size() > 10);
            continue;
        }
        ++computed;
        for (const Check& c : result->checks) {
            INFO("check " << static_cast<int>(c.code));
            // Nothing that can fail is used more than the joint is said to be.
            if (c.group == CheckGroup::Strength && result->governing >= 0)
                REQUIRE(c.utilisation <= result->utilisation * (1 + 1e-6) + 1e-9);
            REQUIRE(isGood(c.utilisation));
            REQUIRE(std::isfinite(c.demand));
            if (c.group == CheckGroup::Strength || c.group == CheckGroup::Rule) REQUIRE(isGood(c.resistance));
        }
        for (const ConnectionResult& c : result->connections) {
            REQUIRE(isGood(c.M_j_Rd));
            REQUIRE(isGood(c.stiffness.S_j_ini));
            REQUIRE(isGood(c.T_Rd));
            for (const RowResult& r : c.rows) {
                REQUIRE(isGood(r.F_tr_Rd));
                REQUIRE(isGood(r.F_r_Ed));
                REQUIRE(isGood(r.k_eff));
            }
            for (const CurvePoint& p : c.curve) REQUIRE((isGood(p.phi) && isGood(p.M)));
        }
    }
    CHECK(computed > 1200);
}
