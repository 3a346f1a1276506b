#include "component/welded_flange.h"
#include "exchange/result_json.h"
#include "joint/recipes/recipe.h"
#include "support/joints.h"
#include "support/reference.h"
#include "words/verdict.h"
#include <algorithm>
#include <cmath>

/// The directly welded joint against hand calculations and identities.
using namespace zg;

namespace {

Job weldedJob(const char* column, const char* beam, const char* steel, bool isTwoSided = false) {
    Job job;
    Joint j;
    j.id = j.mark = "W1";
    RecipeInput in;
    in.column = {column, steel};
    in.beam = {beam, steel};
    if (isTwoSided) in.other = in.beam;
    REQUIRE(layOut(j, weldedRecipe, job, in));
    j.fittings.clear();
    j.actions.push_back(sample::actions("U1", 0, 60e3, 100e6));
    job.joints.push_back(j);
    return job;
}

DirectWeld& welds(Joint& joint) { return std::get<DirectWeld>(findConnection(joint, ends::right)->how); }

const Check& find(const JointResult& r, CheckCode code) {
    const auto at = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check& c) { return c.code == code; });
    REQUIRE(at != r.checks.end());
    return *at;
}

} // namespace

TEST_CASE("welded joint, not stiffened: by hand", "[component][welded]") {
    // HEB 240 and IPE 400, S275, fillets 8 on the flanges: docs/theory/worked-nodes.md, 1.
    Job job = weldedJob("HEB 240", "IPE 400", "S275");
    welds(job.joints[0]).topWeld.throat = welds(job.joints[0]).bottomWeld.throat = 8;
    const JointResult r = sample::verified(job);
    const ConnectionResult& c = r.connections[0];
    CHECK_REFERENCE(c.V_wp_Rd / 1e3, (Reference{474.8, 0.1, "kN", "(6.7): 0.9·275·3323/√3"}));
    // b_eff = 13.5 + 2√2·8 + 5(17 + 21) = 226.13; omega = 1/√(1 + 1.3 (226.13·10/3323)²) = 0.7901
    CHECK_REFERENCE(c.F_c_wc_Rd / 1e3, (Reference{491.3, 0.3, "kN", "(6.9): 0.7901·226.13·10·275"}));
    CHECK_REFERENCE(*c.rows[0].at(Limit::ColumnWebTension).alone / 1e3, (Reference{491.3, 0.3, "kN", "(6.15)"}));
    // k = 1: 10 + 2·21 + 7·17 = 171 of 180 mm; 171·13.5·275
    CHECK_REFERENCE(*c.rows[0].at(Limit::FlangeWidth).alone / 1e3, (Reference{634.8, 0.1, "kN", "(4.6a), (6.20)"}));
    CHECK_REFERENCE(c.M_j_Rd / 1e6, (Reference{183.5, 0.1, "kNm", "474.8·(400 − 13.5)"}));
    CHECK(c.limit == Limit::PanelShear);
    Job idle = job; // without a demand every reader names the same resistance
    idle.joints[0].actions.clear();
    const JointResult none = sample::verified(idle);
    CHECK_SAME(find(none, CheckCode::JointMoment).resistance, none.connections[0].M_j_Rd, 1e-12);
    CHECK_SAME(none.connections[0].M_j_Rd, c.M_j_Rd, 1e-12);
    // k_1 = 0.38·3323/386.5 = 3.267; k_2 = k_3 = 0.7·226.13·10/164 = 9.652; 210000·386.5²/(1/3.267 + 2/9.652)
    CHECK_REFERENCE(c.stiffness.k_1, (Reference{3.267, 0.002, "mm", "table 6.11"}));
    CHECK_REFERENCE(c.stiffness.k_2, (Reference{9.652, 0.003, "mm", "table 6.11"}));
    CHECK_REFERENCE(c.rows[0].at(Limit::ColumnWebTension).k, (Reference{9.652, 0.003, "mm", "table 6.11"}));
    CHECK_REFERENCE(c.stiffness.S_j_ini / 1e9, (Reference{61.12, 0.05, "MNm/rad", "(6.27)"}));
    CHECK(c.classification.rotation == RotationCapacity::WeldedPlain);
    CHECK(c.classification.phi_Cd == 0.015); // 6.4.3(2)
}

TEST_CASE("welded joint, stiffened in tension and compression: by hand", "[component][welded]") {
    // The same with stiffeners 14 x 100, throat 7, at both flanges: docs/theory/worked-nodes.md, 2.
    Job job = weldedJob("HEB 240", "IPE 400", "S275");
    welds(job.joints[0]).topWeld.throat = welds(job.joints[0]).bottomWeld.throat = 8;
    StiffenerSpec s;
    s.thickness = 14, s.width = 100, s.throat = 7, s.steel = "S275";
    stiffen(job.joints[0], ends::right, s);
    const ConnectionResult c = sample::verified(job).connections[0];
    // 4 M_pl,fc/d_s = 4·0.25·240·17²·275/386.5 = 49.35; (2 M_pl,fc + 2 M_pl,st)/d_s with M_pl,st = 0.25·210·14²·275 = 2.830:
    // (2·4.768 + 2·2.830)/0.3865 = 39.32 kN
    CHECK_REFERENCE(c.V_wp_Rd / 1e3, (Reference{474.8 + 39.32, 0.2, "kN", "(6.8)"}));
    // Stiffeners clear of the root: 2·(100 − 21)·14·275 = 608.3; with the web 491.3 + 608.3
    CHECK_REFERENCE(*c.rows[0].at(Limit::ColumnWebTension).alone / 1e3, (Reference{1099.6, 0.5, "kN", "6.2.6.3(7)"}));
    CHECK_REFERENCE(*c.rows[0].at(Limit::FlangeWidth).alone / 1e3,
                    (Reference{668.25, 0.1, "kN", "180·13.5·275, the whole flange"}));
    CHECK_REFERENCE(c.M_j_Rd / 1e6, (Reference{198.7, 0.1, "kNm", "514.1·0.3865"}));
    CHECK(c.stiffness.k_2_isInfinite);
    CHECK(c.rows[0].at(Limit::ColumnWebTension).isRigid);
    // The panel alone turns: 210000·386.5²·3.267 = the stiffened welded joint against its panel.
    CHECK_REFERENCE(c.stiffness.S_j_ini / 1e9, (Reference{102.49, 0.05, "MNm/rad", "E z² k_1"}));
}

TEST_CASE("a stiffened welded joint with equal beams on both sides has nothing left to turn", "[component][welded]") {
    Job job = weldedJob("HEB 240", "IPE 400", "S275", true);
    StiffenerSpec s;
    s.thickness = 14, s.steel = "S275";
    stiffen(job.joints[0], ends::right, s);
    framing(job.joints[0], ends::right).span = 7000;
    setForces(job.joints[0].actions[0], ends::left, 0, 60e3, 100e6);
    const ConnectionResult c = sample::verified(job).connections[0];
    CHECK(c.beta == 0);
    CHECK(std::isinf(c.stiffness.S_j_ini));
    CHECK(c.classification.stiffness == StiffnessClass::Rigid);
    for (const CurvePoint& p : c.curve) CHECK(p.phi == 0);
}

TEST_CASE("welded joint: mirrored, exchanged and turned it is the same joint", "[component][welded][property]") {
    for (const char* column : {"HEA 220", "HEB 300", "IPE 500", "UC 254x254x89"})
        for (const char* beam : {"IPE 300", "IPE 450", "HEA 240"}) {
            Job job = weldedJob(column, beam, "S355");
            job.joints[0].actions[0].forces[0].N = 150e3;
            const JointResult one = sample::verified(job);
            Job other = job; // the beam on the left
            Joint& j = other.joints[0];
            j.members[1].id = ends::left;
            std::get<Framing>(j.members[1].placement).direction = Direction::Left;
            j.connections[0].end = ends::left;
            j.actions[0].forces[0].end = ends::left;
            const JointResult left = sample::verified(other);
            CHECK_SAME(one.utilisation, left.utilisation, 1e-12);
            CHECK_SAME(one.connections[0].M_j_Rd, left.connections[0].M_j_Rd, 1e-12);
            CHECK_SAME(one.connections[0].stiffness.S_j_ini, left.connections[0].stiffness.S_j_ini, 1e-12);
            Job turned = job; // tension at the bottom
            turned.joints[0].actions[0].forces[0].M *= -1;
            CHECK_SAME(one.utilisation, sample::verified(turned).utilisation, 1e-12);
        }
}

TEST_CASE("welded joint: flange forces are in equilibrium with N and M, and the joint is used as its worst part",
          "[component][welded]") {
    for (const double N : {-900e3, -200e3, 0.0, 200e3, 900e3})
        for (const double M : {0.0, 40e6, 120e6, 400e6}) {
            Job job = weldedJob("HEB 260", "IPE 360", "S275");
            job.joints[0].actions[0].forces[0].N = N;
            job.joints[0].actions[0].forces[0].M = M;
            const JointResult r = sample::verified(job);
            const ConnectionResult& c = r.connections[0];
            INFO("N " << N << " M " << M);
            const double z = 360 - 12.7;
            const double counted = c.isAxialCounted ? N : 0;
            if (M / z > std::abs(counted) / 2) {
                CHECK_SAME(c.T_Ed - c.C_Ed, counted, 1e-9);
                CHECK_SAME((c.T_Ed + c.C_Ed) * z / 2, M, 1e-9);
            }
            double worst = 0;
            for (const Check& k : r.checks)
                if (k.group == CheckGroup::Strength &&
                    (k.code == CheckCode::ColumnWebShear || k.code == CheckCode::ColumnWebTension ||
                     k.code == CheckCode::FlangeBreadth || k.code == CheckCode::ColumnWebCompression ||
                     k.code == CheckCode::BeamFlangeCompression))
                    worst = std::max(worst, k.utilisation);
            if (M / z > std::abs(counted) / 2) CHECK_SAME(c.utilisation, worst, 1e-9);
        }
}

TEST_CASE("use of a welded joint has no jump over the axial force", "[component][welded][property]") {
    double last = -1;
    for (double N = -1500e3; N <= 1500e3; N += 2e3) {
        Job job = weldedJob("HEB 260", "IPE 360", "S275");
        job.settings.axialLimit = 0;
        job.joints[0].actions[0].forces[0].N = N;
        const double use = sample::verified(job).utilisation;
        if (last >= 0) CHECK(std::abs(use - last) < 0.02);
        last = use;
    }
}

TEST_CASE("effective breadth too small asks for a stiffener, welds carry the whole flange", "[component][welded]") {
    Job job = weldedJob("IPE 400", "HEA 240", "S275");
    JointResult r = sample::verified(job);
    // k = min(1, 13.5/12) = 1: 8.6 + 2·21 + 7·13.5 = 145.1 against 275/430·240 = 153.5
    CHECK_REFERENCE(find(r, CheckCode::FlangeBreadthLeast).resistance, (Reference{145.1, 0.1, "mm", "(4.6a)"}));
    CHECK_REFERENCE(find(r, CheckCode::FlangeBreadthLeast).demand, (Reference{153.5, 0.1, "mm", "(4.7)"}));
    CHECK(find(r, CheckCode::FlangeBreadthLeast).state == CheckState::Over);
    CHECK_REFERENCE(find(r, CheckCode::WeldTensionFlange).demand / 1e3, (Reference{240 * 12 * 0.275, 0.1, "kN", "4.10(5)"}));
    StiffenerSpec s;
    s.steel = "S275";
    stiffen(job.joints[0], ends::right, s);
    r = sample::verified(job);
    CHECK(std::none_of(r.checks.begin(), r.checks.end(), [](const Check& c) { return c.code == CheckCode::FlangeBreadthLeast; }));
}

TEST_CASE("rotation capacity of welded joints as 6.4.3 has it", "[component][welded][6.4.3]") {
    Job job = weldedJob("HEM 260", "IPE 270", "S235");
    StiffenerSpec s;
    s.steel = "S235", s.thickness = 10;
    putFitting(job.joints[0], ends::column, Anchor{ends::right, FlangeSide::Bottom}, s);
    const ConnectionResult c = sample::verified(job).connections[0];
    REQUIRE(c.limit != Limit::PanelShear);
    CHECK(c.classification.rotation == RotationCapacity::WeldedStiffened);
    CHECK_REFERENCE(c.classification.phi_Cd, (Reference{0.025 * 290 / 270, 1e-6, "rad", "(6.32)"}));
    stiffen(job.joints[0], ends::right, s);
    CHECK(sample::verified(job).connections[0].classification.rotation == RotationCapacity::NotCovered);
}

TEST_CASE("stiffened on both sides under equal moments nothing is flexible, and every reader says so", "[welded]") {
    // EN 1993-1-8:2005 table 6.11: stiffened web k_2 infinite, beta = 0 at equal moments, so k_1 infinite; 6.3.2 leaves no other.
    Job job = sample::extendedJob();
    Joint& j = job.joints[0];
    DirectWeld weld = weldedLayout(*findSection("IPE 300"), "S355");
    for (const EndId end : {ends::right, ends::left}) {
        frame(j, end, {"IPE 300", "S355"}, weld);
        StiffenerSpec plate;
        plate.thickness = 12;
        plate.throat = 6;
        stiffen(j, end, plate);
        setForces(j.actions[0], end, 0, 50e3, 120e6);
    }
    j.actions.resize(1);
    const JointResult r = sample::verified(job);
    REQUIRE(r.connections.size() >= 2);
    CHECK(std::isinf(r.connections[0].stiffness.S_j_ini));
    CHECK(verdictOf(r, true, FrameKind::Unbraced, UnitSystem::SI).rest.find("S_j,ini infinite") != std::string::npos);
    const std::string json = resultJson(job, {{&job.joints[0], std::make_shared<const JointResult>(r)}});
    CHECK(json.find("\"S_j_ini_Nmm_per_rad\":\"infinite\"") != std::string::npos);
    CHECK(json.find("null") == std::string::npos);
}
