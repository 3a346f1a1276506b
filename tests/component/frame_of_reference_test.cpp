#include "component/connection.h"
#include "support/joints.h"
#include "support/reference.h"
#include <algorithm>
#include <cmath>
#include <random>

/// The side model: the reversed joint is the mirrored joint, whatever its parts; and the plastic N-M distribution against a
/// search.
using namespace zg;

namespace {

bool isOfRow(CheckCode code) {
    return code == CheckCode::ColumnWebTension || code == CheckCode::ColumnFlangeBending || code == CheckCode::EndPlateBending ||
           code == CheckCode::BeamWebTension || code == CheckCode::BoltTension || code == CheckCode::BoltPunching;
}

Job fitted() {
    Job job = sample::extendedJob();
    Joint& j = job.joints[0];
    through(j).endAbove = 150;
    fitting<StiffenerSpec>(j, ends::right, FlangeSide::Top) = StiffenerSpec{15, 100.0, 6, WeldKind::Fillet, "S275", false};
    fitting<BackingSpec>(j, ends::right, FlangeSide::Bottom) = BackingSpec{12, "S275"};
    fitting<RibSpec>(j, ends::right, FlangeSide::Top) = RibSpec{10, 140, std::nullopt, 5, WeldKind::Fillet, "S275"};
    endPlate(j, ends::right).topWeld.throat = 9;
    endPlate(j, ends::right).bottomWeld.throat = 6;
    return job;
}

} // namespace

TEST_CASE("turning the joint exchanges top and bottom and nothing else", "[component][side model]") {
    const Job job = fitted();
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const SideModel top = makeSideModel(*r, ends::right, false);
    const SideModel bottom = makeSideModel(*r, ends::right, true);
    CHECK(top.columnEnd == 150);
    CHECK(bottom.columnEnd == continues);
    CHECK(bottom.columnEndCompression == 150);
    CHECK(top.projectionTension == bottom.projectionCompression);
    CHECK(top.tensionFlange().weld.throat == 9);
    CHECK(bottom.tensionFlange().weld.throat == 6);
    CHECK((top.rib && !bottom.rib));
    CHECK((!top.backing && bottom.backing));
    REQUIRE(top.tensionStiffener());
    CHECK_FALSE(top.compressionStiffener());
    REQUIRE(bottom.compressionStiffener());
    CHECK_FALSE(bottom.tensionStiffener());
    REQUIRE(top.rows.size() == bottom.rows.size());
    for (std::size_t i = 0; i < top.rows.size(); ++i) {
        const RowModel& twin = bottom.rows[bottom.rows.size() - 1 - i];
        CHECK(top.rows[i].place == twin.place);
        CHECK_SAME(top.rows[i].y + twin.y, top.depth, 1e-12);
        // Lever arms of both senses add up to the distance between the flanges' middles, less nothing.
        CHECK_SAME(top.leverArm(top.rows[i]) + bottom.leverArm(twin), top.depth - top.beam.flange, 1e-9);
    }
}

TEST_CASE("rows take part in tension by where they are, not by their order in the list", "[component][side model]") {
    Job job = sample::extendedJob();
    Joint& j = job.joints[0];
    const auto rowsOf = [&](bool reversed) {
        const auto r = resolve(job, j);
        REQUIRE(r);
        const SideModel m = makeSideModel(*r, ends::right, reversed);
        std::vector<int> places;
        for (const int i : tensionRows(m)) places.push_back(m.rows[static_cast<std::size_t>(i)].place);
        return places;
    };
    CHECK(rowsOf(false) == std::vector<int>{0, 1, 2, 3});
    CHECK(rowsOf(true) == std::vector<int>{3, 2, 1}); // the row above the top flange lies beyond the centre of compression
    endPlate(j, ends::right).rows[1].takesTension = false;
    CHECK(rowsOf(false) == std::vector<int>{0, 2, 3});
    endPlate(j, ends::right).rows[2].position = 8; // inside the flange's thickness
    CHECK(rowsOf(false) == std::vector<int>{0, 3});
    endPlate(j, ends::right).rows.clear();
    CHECK(rowsOf(false).empty());
}

TEST_CASE("the moment with axial force is the largest any filling of the rows gives", "[component][6.2.7.1]") {
    // Independent: a random search over row forces within every group limit, compression and panel, for the same axial force.
    Job job = sample::extendedJob();
    job.settings.axialLimit = 0;
    job.joints[0].actions.resize(1);
    std::mt19937 random(4);
    std::uniform_real_distribution<double> share(0, 1);
    for (const double N : {-300e3, 0.0, 200e3}) {
        setForces(job.joints[0].actions[0], ends::right, N, 0, 1e6);
        const auto r = resolve(job, job.joints[0]);
        REQUIRE(r);
        const SideModel m = makeSideModel(*r, ends::right, false);
        Workings<double> w;
        const auto zone = tensionZone(w, m, job.settings);
        const ConnectionResult c = sample::verified(job).connections[0];
        const JointResult all = sample::verified(job);
        // Limits of every span, read from the checks of the run: component by component.
        const auto spanLimit = [&](int i, int j) {
            double least = 1e300;
            for (const Check& k : all.checks) {
                const bool isSpan = isOfRow(k.code) && k.firstRow == i && k.lastRow == j && !k.isReversed &&
                                    k.code != CheckCode::BoltTension && k.code != CheckCode::BoltPunching;
                if (isSpan) least = std::min(least, k.resistance);
            }
            return least;
        };
        const double cap = std::min({c.F_c_wc_Rd + N, c.F_c_fb_Rd + N, c.V_wp_Rd / c.beta + N / 2});
        const double z_a = m.centreOfCompression() - m.depth / 2;
        double best = -1e300;
        for (int round = 0; round < 4000; ++round) {
            std::vector<double> F(static_cast<std::size_t>(zone.rows));
            double sum = 0;
            double M = -N * z_a;
            for (int k = 0; k < zone.rows; ++k) {
                double room = cap - sum;
                double above = 0;
                for (int i = k; i >= 0; --i) {
                    if (i < k) above += F[static_cast<std::size_t>(i)];
                    room = std::min(room, spanLimit(i, k) - above);
                }
                const double pick = round % 7 == 0 ? 1.0 : share(random);
                F[static_cast<std::size_t>(k)] = std::max(0.0, room) * pick;
                sum += F[static_cast<std::size_t>(k)];
                M += F[static_cast<std::size_t>(k)] * zone.leverArm[static_cast<std::size_t>(k)];
            }
            best = std::max(best, M);
        }
        INFO("N " << N);
        CHECK(best <= c.M_j_Rd * (1 + 1e-9));
        CHECK_SAME(best, c.M_j_Rd, 1e-9); // and it is reached
    }
}
