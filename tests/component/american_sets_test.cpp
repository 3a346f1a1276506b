#include "exchange/actions_table.h"
#include "support/laid_out.h"
#include "words/phrases.h"
#include <cmath>
#include <map>
#include <random>

/// Given action sets by American rules: properties. Numbers stand in tests/verification/capacity_test.cpp.
using namespace zg;

namespace {

Job americanJob(RuleSet rules = RuleSet::American) {
    Job job = sample::extendedJob();
    job.settings.rules = rules;
    return job;
}
bool isUs(const Check& c) { return std::string(idOf(c.code)).rfind("us_", 0) == 0; }

std::map<std::string, double> uses(const JointResult& r) {
    std::map<std::string, double> by;
    for (const Check& c : r.checks)
        if (c.group == CheckGroup::Strength)
            by[std::string(idOf(c.code)) + name(c.side)] = std::max(by[std::string(idOf(c.code)) + name(c.side)], c.utilisation);
    return by;
}

} // namespace

TEST_CASE("who verifies a set: European, American, or both side by side", "[component][american]") {
    const auto count = [](const JointResult& r, bool us) {
        return std::count_if(r.checks.begin(), r.checks.end(),
                             [&](const Check& c) { return c.group == CheckGroup::Strength && isUs(c) == us; });
    };
    const JointResult eu = sample::verified(americanJob(RuleSet::European)), us = sample::verified(americanJob()),
                      both = sample::verified(americanJob(RuleSet::Both));
    CHECK(count(eu, true) == 0);
    CHECK(count(us, false) == 0);
    CHECK(count(both, true) == count(us, true));
    CHECK(count(both, false) == count(eu, false));
    CHECK(both.utilisation == std::max(eu.utilisation, us.utilisation));
    // Stiffness and curve are those of the component method whoever verifies.
    REQUIRE(us.connections.size() == eu.connections.size());
    CHECK(us.connections[0].stiffness.S_j_ini == eu.connections[0].stiffness.S_j_ini);
    // What governs is a check that is listed.
    REQUIRE(governingCheck(us));
    CHECK(isUs(*governingCheck(us)));
}

TEST_CASE("sets for allowable stress are verified by allowable strengths, and only where American rules are chosen",
          "[component][american]") {
    Job job = americanJob();
    for (ActionSet& s : job.joints[0].actions) s.kind = SetKind::Allowable;
    const JointResult us = sample::verified(job);
    CHECK(us.state != CheckState::NotDone);
    CHECK(std::none_of(us.checks.begin(), us.checks.end(), [](const Check& c) { return c.code == CheckCode::NotDoneAllowable; }));
    // The curve is there without a demand.
    REQUIRE_FALSE(us.connections.empty());
    CHECK(us.connections[0].set == -1);
    job.settings.rules = RuleSet::European;
    const JointResult eu = sample::verified(job);
    CHECK(eu.state == CheckState::NotDone);
    CHECK(std::any_of(eu.checks.begin(), eu.checks.end(), [](const Check& c) { return c.code == CheckCode::NotDoneAllowable; }));
}

TEST_CASE("allowable strengths under loads less 1.5 are used as load and resistance factors", "[component][american]") {
    // phi Omega is 1.5 to a rounding of Omega (1.67 for 1.6667): a fifth of a percent (AISC 360-16 B3.2, commentary).
    std::mt19937 random(360);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    int compared = 0;
    for (int i = 0; i < 60; ++i) {
        Job job = americanJob();
        Joint& j = job.joints[0];
        ActionSet lrfd = sample::actions("L", number(-80e3, 80e3), number(0, 250e3), number(30e6, 200e6));
        ActionSet asd = lrfd;
        asd.kind = SetKind::Allowable;
        for (EndForces& f : asd.forces) f.N /= 1.5, f.V /= 1.5, f.M /= 1.5;
        j.actions = {lrfd};
        const auto a = uses(sample::verified(job));
        j.actions = {asd};
        const auto b = uses(sample::verified(job));
        for (const auto& [code, use] : a) {
            const auto at = b.find(code);
            if (at == b.end()) continue; // of the curve without a demand
            CAPTURE(i, code);
            // The tenth of a percent of the factors grows where a strength is left over from another.
            const bool isLeftOver = code.rfind("us_continuity", 0) == 0;
            CHECK(at->second == Approx(use).epsilon(isLeftOver ? 0.02 : 0.0025).margin(1e-9));
            ++compared;
        }
    }
    CHECK(compared > 600);
}

TEST_CASE("thicker plates, stronger bolts and larger welds never ask for more by American rules", "[component][american]") {
    Job job = americanJob();
    const auto sweep = [&](const auto& set, double from, double to, std::initializer_list<const char*> codes) {
        std::map<std::string, double> before;
        for (int k = 0; k <= 200; ++k) {
            set(from + (to - from) * k / 200);
            const auto now = uses(sample::verified(job));
            for (const char* code : codes) {
                const std::string key = std::string(code) + "right";
                REQUIRE(now.count(key));
                CAPTURE(code, k);
                if (!before.empty()) {
                    CHECK(now.at(key) <= before.at(key) * (1 + 1e-9));
                    CHECK(now.at(key) >= before.at(key) * 0.9); // no jump
                }
            }
            before = now;
        }
    };
    EndPlate& plate = *findEndPlate(job.joints[0], ends::right);
    sweep([&](double t) { plate.plate.thickness = t; }, 8, 39.9, {"us_plate_bending", "us_bolt_prying", "us_plate_shear_yield"});
    sweep([&](double a) { plate.topWeld = {WeldKind::Fillet, a}; }, 3, 15, {"us_weld_tension_flange"});
}

TEST_CASE(
    "axial force and moment through nil, by American rules: no use jumps, and what pulls at both flanges is verified at both",
    "[component][american]") {
    Job job = americanJob();
    const auto at = [&](double N, double M) {
        job.joints[0].actions = {sample::actions("U1", N, 80e3, M)};
        return sample::verified(job);
    };
    const auto continuous = [&](const auto& of, const char* what) {
        double before = -1;
        for (int k = 0; k <= 400; ++k) {
            const double now = of(k / 400.0);
            CAPTURE(what, k);
            if (before >= 0) CHECK(std::abs(now - before) <= 0.02 * std::max(0.2, before));
            before = now;
        }
    };
    const auto most = [](const JointResult& r) {
        double use = 0;
        for (const Check& c : r.checks)
            if (c.group == CheckGroup::Strength) use = std::max(use, c.utilisation);
        return use;
    };
    continuous([&](double t) { return most(at(-800e3 + 1600e3 * t, 60e6)); }, "axial force");
    continuous([&](double t) { return most(at(500e3, -60e6 + 120e6 * t)); }, "moment under tension");
    continuous([&](double t) { return most(at(-500e3, -60e6 + 120e6 * t)); }, "moment under compression");
    const JointResult pulled = at(500e3, 5e6);
    for (const bool isReversed : {false, true})
        CHECK(std::any_of(pulled.checks.begin(), pulled.checks.end(), [&](const Check& c) {
            return c.code == CheckCode::UsBoltPrying && c.isReversed == isReversed && c.demand > 0;
        }));
    // The bolts of the flange that pulls less carry the shear as well: F'_nt = 1.3 F_nt − F_nt f_rv/(0.75 F_nv) (J3-3a), by hand.
    const auto tension = [&](double V) {
        job.joints[0].actions = {sample::actions("U1", 500e3, V, 5e6)};
        const JointResult r = sample::verified(job);
        for (const Check& c : r.checks)
            if (c.code == CheckCode::UsBoltTension && c.isReversed && c.set == 0) return c.resistance;
        return 0.0;
    };
    const ResolvedJoint joint = *resolve(job, job.joints[0]);
    const ResolvedSide& s = joint.main();
    const auto lower =
        std::count_if(s.spec.rows.begin(), s.spec.rows.end(), [&](const BoltRowSpec& r) { return r.position > s.depth / 2; });
    const double area = 3.14159265358979 * s.bolt.d * s.bolt.d / 4 * 2 * static_cast<double>(lower), free = tension(1);
    REQUIRE(free > 0);
    for (const double V : {20e3, 120e3, 200e3}) {
        const double share = std::min(1.0, 1.3 - V / area / (0.75 * s.boltClass.F_nv_thread));
        CAPTURE(V, share);
        CHECK(tension(V) == Approx(share * free).epsilon(1e-6));
    }
    CHECK(tension(200e3) < 0.9 * free);
    const auto shears = std::count_if(pulled.checks.begin(), pulled.checks.end(),
                                      [](const Check& c) { return c.code == CheckCode::UsBoltShear; });
    CHECK(shears == 1); // once, by these
}

TEST_CASE("prying leaves all of a bolt behind a thick plate, and a T-stub's share behind a thin one", "[component][american]") {
    // By hand: in the limits of AISC manual part 9, thick plates Q = 1; very thin ones twice the fold at the support, 2x.
    Job job = americanJob();
    EndPlate& plate = *findEndPlate(job.joints[0], ends::right);
    const auto of = [&](CheckCode code) {
        const JointResult r = sample::verified(job);
        const auto at = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check& c) { return c.code == code; });
        REQUIRE(at != r.checks.end());
        return at->resistance;
    };
    findMember(job.joints[0], ends::column)->section = "HEM 300"; // its flange leaves all
    plate.plate.thickness = 60;
    CHECK(of(CheckCode::UsBoltPrying) == of(CheckCode::UsBoltTension));
    plate.plate.thickness = 3;
    const Section* s = findSection(findMember(job.joints[0], ends::right)->section);
    REQUIRE(s);
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const SteelStrength& steel = r->main().plateSteel;
    CHECK(of(CheckCode::UsBoltPrying) == Approx(of(CheckCode::UsPlateBending) * steel.f_u / steel.f_y).epsilon(1e-12));
}

TEST_CASE("a joint given in inches and kips has the same uses as one in millimetres and kilonewtons", "[component][american]") {
    const auto made = [](UnitSystem units) {
        Job job = americanJob();
        job.settings.units = units;
        EndPlate& plate = *findEndPlate(job.joints[0], ends::right);
        const bool isUs = units == UnitSystem::US;
        const auto length = [&](double inches, double mm) {
            return (isUs ? inches : mm) * unitOf(Quantity::Length, units).factor;
        };
        plate.plate.thickness = length(0.75, 19.05);
        plate.bolts.gauge = length(4.5, 114.3);
        const auto sets = readActions(isUs ? "set,N,V,M\n,kip,kip,kip-ft\nU1,-8,36,110"
                                           : "set,N,V,M\n,kN,kN,kNm\nU1,-35.5857729220841,160.135978149378,149.13997431645406",
                                      units);
        REQUIRE(sets);
        job.joints[0].actions = *sets;
        return job;
    };
    const auto a = uses(sample::verified(made(UnitSystem::SI))), b = uses(sample::verified(made(UnitSystem::US)));
    REQUIRE(a.size() == b.size());
    for (const auto& [code, use] : a) {
        CAPTURE(code);
        CHECK(b.at(code) == Approx(use).epsilon(1e-9).margin(1e-12));
    }
}

TEST_CASE("workings in kips and inches: every formula that has numbers in newtons has them there, and they give its value",
          "[component][american]") {
    Job job = sample::demo();
    job.settings.rules = RuleSet::Both;
    int formulas = 0;
    for (const Joint& j : job.joints) {
        auto si = resolve(job, j), us = si;
        REQUIRE(si);
        us->settings.units = UnitSystem::US;
        const auto a = verifyTraced(*si, 1).lines, b = verifyTraced(*us, 1).lines;
        REQUIRE(a.size() == b.size());
        for (std::size_t k = 0; k < a.size(); ++k) {
            if (a[k].kind != WorkingLine::Kind::Formula) continue;
            CAPTURE(j.mark, a[k].symbol, a[k].symbols, a[k].clause);
            CHECK(a[k].value == b[k].value);
            // Numbers are left out where a constant has a unit of its own: none has.
            CHECK(a[k].numbers.empty() == b[k].numbers.empty());
            formulas += b[k].numbers.empty() ? 0 : 1;
        }
    }
    CHECK(formulas > 3000);
    // By hand: a plate of 19.05 mm is 0.75 in, 4.4482216 kN a kip; 0.9·50·0.75.
    Workings<Traced> w(UnitSystem::US);
    const Traced F = w.given("F_y", "", Quantity::Stress, 50 * ksi), t = w.given("t", "", Quantity::Length, 19.05);
    w.let("p", "", Quantity::LineForce, "", 0.9 * F * t);
    CHECK(w.lines().back().numbers == "0.9·50·0.75");
    w.let("c", "", Quantity::Length, "", t + 25.4); // a length that is no symbol
    CHECK(w.lines().back().numbers.empty());
}

TEST_CASE(
    "American rules on four hundred random joints: numbers are numbers, every check has its clause, what is not known is said",
    "[component][american]") {
    std::mt19937 random(3605);
    const auto pick = [&](auto... all) {
        const char* list[] = {all...};
        return list[random() % (sizeof list / sizeof *list)];
    };
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    int verified = 0, refused = 0;
    for (int i = 0; i < 400; ++i) {
        RecipeInput in;
        in.column = {pick("HEB 200", "HEB 300", "HEM 400", "HEA 260", "W14x132", "W8x31"), pick("S235", "S355", "A992")};
        in.beam = {pick("IPE 200", "IPE 360", "IPE 600", "HEA 300", "W18x50", "W24x76"), pick("S275", "S460N", "A992")};
        if (random() % 3 == 0) in.other = MemberSpec{pick("IPE 300", "W21x57"), "S275"};
        const PlateReach reaches[]{PlateReach::Flush, PlateReach::ExtendedTop, PlateReach::ExtendedBoth};
        in.reach = reaches[random() % 3];
        in.span = number(2500, 14000);
        in.slope = random() % 4 ? 0 : number(-0.2, 0.3);
        const Recipe& recipe = random() % 5 == 0 ? weldedRecipe : random() % 6 == 0 ? haunchedBeamRecipe : endPlateRecipe;
        if (recipe.isHaunched) in.other.reset();
        Joint j;
        j.id = j.mark = "R";
        if (!layOut(j, recipe, Job{}, in)) continue;
        Through& column = std::get<Through>(columnOf(j).placement);
        if (random() % 4 == 0) column.endAbove = number(5, 500);
        j.actions.clear();
        for (int k = 0; k < 3; ++k) {
            ActionSet s;
            s.id = std::string(1, static_cast<char>('A' + k));
            s.kind = k == 1 ? SetKind::Allowable : SetKind::Ultimate;
            const double scale = std::pow(10, number(-3, 2));
            for (const EndId end : framingEnds(j)) {
                EndForces f;
                f.end = end;
                f.N = scale * number(-400e3, 400e3), f.V = scale * number(-300e3, 300e3), f.M = scale * number(-300e6, 300e6);
                s.forces.push_back(f);
            }
            if (random() % 2) forcesOf(s, ends::above).N = number(-5e6, 1e6), forcesOf(s, ends::below).V = number(-100e3, 100e3);
            j.actions.push_back(s);
        }
        Job job = sample::jobOf(j);
        job.settings.rules = random() % 2 ? RuleSet::American : RuleSet::Both;
        const auto r = verify(job, job.joints[0]);
        if (!r) continue;
        const bool isRefused =
            std::any_of(r->checks.begin(), r->checks.end(), [](const Check& c) { return c.code == CheckCode::NotDoneUsForm; });
        int ofSets[3] = {0, 0, 0};
        for (const Check& c : r->checks) {
            CAPTURE(i, titleOf(c, true), c.clause);
            CHECK(std::isfinite(c.utilisation));
            CHECK(std::isfinite(c.demand));
            CHECK(std::isfinite(c.resistance));
            CHECK(c.utilisation >= 0);
            if (c.group == CheckGroup::Strength) CHECK(c.demand >= 0);
            if (isUs(c)) {
                CHECK(*c.clause);
                CHECK(c.resistance >= 0);
                if (c.set >= 0) ++ofSets[c.set];
            }
        }
        (isRefused ? refused : verified) += 1;
        if (!isRefused)
            for (const int n : ofSets) CHECK(n >= 8);
        const TracedVerification t = verifyTraced(*resolve(job, job.joints[0]), 1);
        REQUIRE(t.result.checks.size() == r->checks.size());
        for (std::size_t k = 0; k < r->checks.size(); ++k) CHECK(t.result.checks[k].utilisation == r->checks[k].utilisation);
    }
    CHECK(verified > 150);
    CHECK(refused > 60);
}
