#include "component/column_web.h"
#include "component/row_assembly.h"
#include "component/tension_zone.h"
#include "joint/edit.h"
#include "support/joints.h"
#include "support/reference.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <cmath>

/// Points that an independent verification of the component method had found wrong, each by hand calculation or identity.
using namespace zg;

namespace {

constexpr double pi = 3.14159265358979323846;

/// HEB 240, S275, with a supplementary web plate of 12 mm on one side, fillets large enough for the rules.
Job withPlate(int sides = 1) {
    Job job = sample::extendedJob();
    DoublerSpec d;
    d.thickness = 12;
    d.sides = sides;
    d.weld.throat = 9;
    d.steel = "S275";
    doubler(job.joints[0]) = d;
    return job;
}

SideModel modelOf(const Job& job, EndId side = ends::right, bool isReversed = false) {
    const auto resolved = resolve(job, job.joints[0]);
    if (!resolved) FAIL(joined(resolved.error()));
    return makeSideModel(*resolved, side, isReversed);
}

/// The demo job's joints and some variants of them.
std::vector<JointResult> several() {
    std::vector<JointResult> all;
    const Job demo = sample::demo();
    for (std::size_t i = 0; i < demo.joints.size(); ++i) all.push_back(sample::verified(demo, i));
    all.push_back(sample::verified(withPlate()));
    return all;
}

} // namespace

TEST_CASE("omega takes the thickness that the force uses", "[verification][table 6.3]") {
    const SideModel m = modelOf(withPlate());
    Workings<double> w;
    const Settings s;
    const double A_vc = shearArea(w, m.column);
    // HEB 240: A = 10599 mm², A_v = 10599 − 2·240·17 + (10 + 2·21)·17 = 3323; plate b_s = 240 − 34 − 42 = 164, 164·10 = 1640
    CHECK_REFERENCE(A_vc, (Reference{4963, 1, "mm²", "EN 1993-1-8:2005 6.2.6.1(6), by hand"}));
    const WebCompression<double> c = webCompressionResistance(w, m.column, m.compressionForce(), s, A_vc, 1.0, 0);
    const double omega = 1 / std::sqrt(1 + 1.3 * std::pow(c.b_eff_c_wc * 15 / 4963, 2));
    CHECK_REFERENCE(c.bearing / 1e3, (Reference{omega * c.b_eff_c_wc * 15 * 275 / 1e3, 0.3, "kN",
                                                "EN 1993-1-8:2005 (6.9), table 6.3, t = 1.5·10"}));
    // In tension with fillets: 1.4 of the web, 6.2.6.3(8).
    const double tension = webTensionResistance(w, m.column, s, A_vc, 200.0, 1.0);
    const double omega_t = 1 / std::sqrt(1 + 1.3 * std::pow(200.0 * 14 / 4963, 2));
    CHECK_REFERENCE(tension / 1e3, (Reference{omega_t * 200 * 14 * 275 / 1e3, 0.3, "kN", "EN 1993-1-8:2005 (6.15), t = 1.4·10"}));
}

TEST_CASE("a supplementary web plate is as wide as the web is clear, and counts in every stiffness", "[verification][6.2.6.1]") {
    CustomSection own;
    own.h = 300;
    own.b = 280;
    own.t_w = 12;
    own.t_f = 20;
    own.webWeldThroat = 6;
    CHECK_REFERENCE(clearWebDepth(makeSection(own)),
                    (Reference{300 - 40 - 2 * 8.48528, 1e-4, "mm", "EN 1993-1-8:2005 6.2.6.1(9), to the toe of the weld"}));
    CHECK_REFERENCE(clearWebDepth(*findSection("HEB 240")), (Reference{164, 1e-9, "mm", "240 − 2·17 − 2·21"}));
    const ConnectionResult bare = sample::verified(sample::extendedJob()).connections[0];
    const ConnectionResult one = sample::verified(withPlate()).connections[0];
    const ConnectionResult both = sample::verified(withPlate(2)).connections[0];
    CHECK_SAME(one.stiffness.k_2 / bare.stiffness.k_2, 1.5, 1e-12);
    CHECK_SAME(both.stiffness.k_2 / bare.stiffness.k_2, 2.0, 1e-12);
    for (std::size_t i = 0; i < bare.rows.size(); ++i)
        if (bare.rows[i].at(Limit::ColumnWebTension).k > 0)
            CHECK_SAME(one.rows[i].at(Limit::ColumnWebTension).k / bare.rows[i].at(Limit::ColumnWebTension).k, 1.4, 1e-12);
    CHECK(one.stiffness.S_j_ini > bare.stiffness.S_j_ini);
}

TEST_CASE("rules on the supplementary web plate: grade and width", "[verification][6.2.6.1]") {
    const auto find = [](const Job& job, CheckCode code) {
        for (const Check& c : sample::verified(job).checks)
            if (c.code == code) return c;
        FAIL("no such check");
        return Check{};
    };
    Job job = withPlate();
    CHECK(find(job, CheckCode::DoublerSteel).state == CheckState::Within);
    // 164 mm against 40·√(235/275)·12 = 443.7 mm
    CHECK_REFERENCE(find(job, CheckCode::DoublerWidth).resistance,
                    (Reference{443.72, 0.01, "mm", "EN 1993-1-8:2005 6.2.6.1(13)"}));
    doubler(job.joints[0]).steel = "S235";
    CHECK(find(job, CheckCode::DoublerSteel).state == CheckState::Over);
    columnOf(job.joints[0]).section = "HEA 1000";
    doubler(job.joints[0]).thickness = 17;
    CHECK(find(job, CheckCode::DoublerWidth).state == CheckState::Over); // 868 against 680
}

TEST_CASE("lengths for stiffness are the least of the row alone and in any admissible group", "[verification][6.3.2]") {
    // Four inner rows on an unstiffened column flange that continues: table 6.4 written out again, here over all groups.
    Job job = sample::jobOf(sample::workedFlush());
    auto& rows = endPlate(job.joints[0], ends::right).rows;
    rows.assign(4, rows[0]);
    const double y[] = {60, 130, 185, 260};
    for (int trial = 0; trial < 40; ++trial) {
        for (std::size_t i = 0; i < 4; ++i) rows[i].position = 60 + (y[i] - 60) * (0.8 + 0.03 * trial);
        const SideModel m = modelOf(job);
        Workings<double> w;
        const TensionZone<double> zone = tensionZone(w, m, Settings{});
        const double e = (200.0 - 90) / 2; // HEB 200, gauge 90
        for (int r = 0; r < zone.rows; ++r) {
            const double m_c = zone.m_c[static_cast<std::size_t>(r)];
            double least = std::min(2 * pi * m_c, 4 * m_c + 1.25 * e);
            const auto pitch = [&](int i) {
                return m.rows[static_cast<std::size_t>(i + 1)].y - m.rows[static_cast<std::size_t>(i)].y;
            };
            for (int i = 0; i <= r; ++i)
                for (int j = r; j < zone.rows; ++j) {
                    if (i == j) continue;
                    if (r > i && r < j) {
                        const double p = (pitch(r - 1) + pitch(r)) / 2;
                        least = std::min({least, 2 * p, p});
                    } else {
                        const double p = r == i ? pitch(r) : pitch(r - 1);
                        least = std::min({least, pi * m_c + p, 2 * m_c + 0.625 * e + 0.5 * p});
                    }
                }
            CHECK_SAME(zone.l_flange[static_cast<std::size_t>(r)], least, 1e-12);
        }
    }
}

TEST_CASE("stiffness has no jumps as rows move", "[property][6.3.2]") {
    Job job = sample::jobOf(sample::workedFlush());
    auto& rows = endPlate(job.joints[0], ends::right).rows;
    rows.assign(3, rows[0]);
    rows[2].position = 240;
    double before = 0;
    for (double y = 95; y < 200; y += 0.25) {
        rows[1].position = y;
        const double S = sample::verified(job).connections[0].stiffness.S_j_ini;
        if (before > 0) CHECK(std::abs(S / before - 1) < 0.01);
        before = S;
    }
}

TEST_CASE("the beam web in tension is the web alone, its weld is a check of its own", "[verification][6.2.6.8]") {
    Job job = sample::extendedJob();
    const ConnectionResult strong = sample::verified(job).connections[0];
    endPlate(job.joints[0], ends::right).webWeld.throat = 3;
    const JointResult weak = sample::verified(job);
    CHECK(weak.connections[0].M_j_Rd <= strong.M_j_Rd * 1.05); // m_p grows a little with a smaller weld
    const SideModel m = modelOf(job);
    Workings<double> w;
    const TensionZone<double> zone = tensionZone(w, m, Settings{});
    for (const Span<double>& span : zone.spans)
        if (span.beamWeb)
            CHECK_REFERENCE(*span.beamWeb / 1e3, (Reference{span.endPlate->l_eff_1 * 8.6 * 275 / 1e3, 1e-6, "kN",
                                                            "EN 1993-1-8:2005 (6.22), IPE 400 in S275"}));
    const auto weldUse = [](const JointResult& r) {
        for (const Check& c : r.checks)
            if (c.code == CheckCode::WeldWeb) return c.utilisation;
        return 0.0;
    };
    CHECK(weldUse(weak) > 1.3 * weldUse(sample::verified(sample::extendedJob())));
}

TEST_CASE("stiffeners of the other beam count by their overlap with the flange's force path, without a step",
          "[property][6.2.6.2]") {
    Job job = sample::extendedJob();
    Joint& joint = job.joints[0];
    copyEnd(joint, ends::right, ends::left);
    fitting<StiffenerSpec>(joint, ends::left, FlangeSide::Bottom) = StiffenerSpec{};
    fitting<StiffenerSpec>(joint, ends::left, FlangeSide::Bottom).thickness = 15;
    fitting<StiffenerSpec>(joint, ends::left, FlangeSide::Bottom).steel = "S275";
    const auto at = [&](double level) {
        framing(joint, ends::left).level = level;
        return sample::verified(job).connections[0];
    };
    const double bare = at(300).F_c_wc_Rd, whole = at(0).F_c_wc_Rd;
    REQUIRE(whole > 1.5 * bare);
    CHECK(at(0).stiffness.k_2_isInfinite);
    CHECK_FALSE(at(300).stiffness.k_2_isInfinite);
    ConnectionResult before = at(-60);
    for (double level = -60; level <= 60; level += 0.2) {
        const ConnectionResult now = at(level);
        INFO("level " << level);
        CHECK(std::abs(now.F_c_wc_Rd - before.F_c_wc_Rd) < 0.02 * whole);
        CHECK(std::abs(now.stiffness.S_j_ini / before.stiffness.S_j_ini - 1) < 0.02);
        CHECK(now.F_c_wc_Rd <= whole * (1 + 1e-12));
        CHECK(now.F_c_wc_Rd >= bare * (1 - 1e-12));
        before = now;
    }
    // Its edge just within the path: next to nothing.
    const SideModel m = modelOf(job);
    const double path = m.beam.flange + 2 * std::sqrt(2.0) * m.compressionFlange().weld.throat + 2 * m.t_p;
    CHECK_SAME(at((path + 15) / 2 - 0.01).F_c_wc_Rd, bare, 2e-2);
}

TEST_CASE("a row that rounding leaves with a hair of force is not needed", "[component][6.2.2]") {
    const std::vector<double> h{500, 400}, F{100e3, 3e-11};
    CHECK(rowsNeeded(60e6, h, F) == std::vector<bool>{true, false});
    CHECK(rowsNeeded(50e6 * (1 + 1e-12), {500, 400}, {100e3, 100e3}) == std::vector<bool>{true, false});
    CHECK(rowsNeeded(50.1e6, {500, 400}, {100e3, 100e3}) == std::vector<bool>{true, true});
}

TEST_CASE("the joint's own use is the largest: nothing that holds it back is used more", "[property][6.2.7]") {
    for (const JointResult& r : several()) {
        INFO(r.mark);
        for (const Check& c : r.checks) {
            if (c.group != CheckGroup::Strength) continue;
            INFO(title(c.code) << " " << c.utilisation);
            CHECK(c.utilisation <= r.utilisation * (1 + 1e-9));
        }
        for (const ConnectionResult& c : r.connections) {
            if (c.set < 0 || c.isAxialCounted || c.M_j_Rd <= 0) continue;
            // Equilibrium of the design forces, and the limiting part used as far as the joint.
            double M = 0, T = 0;
            for (const RowResult& row : c.rows) M += row.F_r_Ed * row.h_r, T += row.F_r_Ed;
            CHECK_SAME(M, c.M_Ed, 1e-9);
            CHECK_SAME(T, c.C_Ed, 1e-9);
            if (c.limit == Limit::ColumnWebCompression) CHECK_SAME(c.C_Ed / c.F_c_wc_Rd, c.utilisation, 1e-9);
            if (c.limit == Limit::PanelShear) CHECK_SAME(c.beta * T / c.V_wp_Rd, c.utilisation, 1e-9);
        }
    }
}

TEST_CASE("verdict, ledger and order of checks speak with one voice", "[words]") {
    for (const JointResult& r : several()) {
        INFO(r.mark);
        const auto list = ledger(r);
        REQUIRE(governingCheck(r));
        CHECK(list.front().code == governingCheck(r)->code);
        CHECK(list.front().utilisation == Approx(r.utilisation).epsilon(1e-9));
        for (std::size_t i = 1; i < list.size(); ++i) {
            const bool isRanked = list[i].group == CheckGroup::Strength && list[i - 1].group == CheckGroup::Strength;
            if (isRanked) CHECK(list[i].utilisation <= list[i - 1].utilisation + 1e-9);
        }
        // What the verdict names stands directly below the joint itself.
        const Check& named = *limitingCheck(r);
        const std::string verdict = sentence(verdictOf(r, false, FrameKind::Unbraced, UnitSystem::SI));
        INFO(verdict);
        CHECK(verdict.find(titleOf(named, false)) != std::string::npos);
        if (named.code != list.front().code) CHECK(titleOf(list[1], false) == titleOf(named, false));
    }
}

TEST_CASE("a row that has yielded by its stiffness while the joint holds is marked used, and no check of it stands at 1.00",
          "[component]") {
    const Job demo = sample::demo();
    const JointResult e1 = sample::verified(demo, 4);
    REQUIRE(e1.mark == "E1");
    REQUIRE(e1.utilisation < 0.9);
    const auto c =
        std::find_if(e1.connections.begin(), e1.connections.end(), [&](const ConnectionResult& x) { return x.set == 0; });
    REQUIRE(c != e1.connections.end());
    CHECK(c->rows[0].isUsed);
    CHECK(c->rows[0].F_r_el == Approx(c->rows[0].F_tr_Rd));
    CHECK(c->rows[0].F_r_Ed < c->rows[0].F_tr_Rd);
    for (const Check& check : e1.checks)
        if (check.group == CheckGroup::Strength) CHECK(check.utilisation < 0.9);
}

TEST_CASE("a legal tiny number never governs by a ratio without meaning", "[joint]") {
    Job job = sample::extendedJob();
    endPlate(job.joints[0], ends::right).plate.below = 1e-9;
    const JointResult r = sample::verified(job);
    for (const Check& c : r.checks) CHECK(c.utilisation <= farOver);
    CHECK(r.utilisation <= farOver);
}
