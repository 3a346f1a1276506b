#include "actions/combine.h"
#include "actions/dominance.h"
#include "exchange/actions_table.h"
#include "exchange/job_file.h"
#include "support/joints.h"
#include "support/reference.h"
#include "words/phrases.h"
#include "words/set_words.h"
#include <map>
#include <random>
#include <set>

/// Combinations against tables by hand (docs/theory/actions.md), and what may be left out.
using namespace zg;

namespace {

ActionCase made(const char* id, CaseNature nature, const char* group = "", double M = 1e6) {
    ActionCase c;
    c.id = id, c.nature = nature, c.group = group;
    EndForces f;
    f.end = ends::right, f.M = M;
    c.forces = {f};
    return c;
}

using Table = std::multiset<std::string>;
Table tableOf(const std::vector<ActionCase>& cases, const CombinationRules& rules) {
    const auto sets = setsOf(cases, rules);
    if (!sets) FAIL(joined(sets.error()));
    Table t;
    for (const ActionSet& s : *sets) t.insert(s.title);
    return t;
}
Table operator+(Table a, const Table& b) {
    a.insert(b.begin(), b.end());
    return a;
}
void same(const Table& got, const Table& wanted) {
    for (const std::string& s : wanted)
        if (got.count(s) != wanted.count(s)) FAIL_CHECK("missing: " << s);
    for (const std::string& s : got)
        if (got.count(s) != wanted.count(s)) FAIL_CHECK("not wanted: " << s);
}

/// Permanent G, imposed Q (offices, psi_0 0.7, psi_1 0.5, psi_2 0.3), snow S (0.5, 0.2, 0), wind from two sides W1, W2 (0.6, 0.2,
/// 0) of which one blows.
std::vector<ActionCase> hall() {
    return {made("G", CaseNature::Permanent), made("Q", CaseNature::ImposedB), made("S", CaseNature::Snow),
            made("W1", CaseNature::Wind, "wind"), made("W2", CaseNature::Wind, "wind")};
}

} // namespace

TEST_CASE("EN 1990 (6.10): 42 combinations of a hall, as by hand", "[actions]") {
    CombinationRules rules;
    rules.hasCharacteristic = false;
    // For each factor of G: alone; one variable alone (4); Q and S (either leads); Q and a wind (4), S and a wind (4); all three
    // with either wind (6): 1 + 4 + 2 + 4 + 4 + 6 = 21.
    Table wanted;
    for (const std::string G : {"1.35 G", "G"})
        for (const std::string rest : {"",
                                       " + 1.5 Q",
                                       " + 1.5 S",
                                       " + 1.5 W1",
                                       " + 1.5 W2",
                                       " + 1.5 Q + 0.75 S",
                                       " + 1.05 Q + 1.5 S",
                                       " + 1.5 Q + 0.9 W1",
                                       " + 1.05 Q + 1.5 W1",
                                       " + 1.5 Q + 0.9 W2",
                                       " + 1.05 Q + 1.5 W2",
                                       " + 1.5 S + 0.9 W1",
                                       " + 0.75 S + 1.5 W1",
                                       " + 1.5 S + 0.9 W2",
                                       " + 0.75 S + 1.5 W2",
                                       " + 1.5 Q + 0.75 S + 0.9 W1",
                                       " + 1.05 Q + 1.5 S + 0.9 W1",
                                       " + 1.05 Q + 0.75 S + 1.5 W1",
                                       " + 1.5 Q + 0.75 S + 0.9 W2",
                                       " + 1.05 Q + 1.5 S + 0.9 W2",
                                       " + 1.05 Q + 0.75 S + 1.5 W2"})
            wanted.insert(G + rest + "  (6.10)");
    CHECK(wanted.size() == 42);
    same(tableOf(hall(), rules), wanted);
}

TEST_CASE("EN 1990 (6.10a) and (6.10b): reduced permanent actions beside a leading one", "[actions]") {
    CombinationRules rules;
    rules.basis = CombinationBasis::En610ab;
    rules.hasCharacteristic = false;
    const std::vector<ActionCase> cases{made("G", CaseNature::Permanent), made("Q", CaseNature::ImposedE),
                                        made("W", CaseNature::Wind)};
    // Storage has psi_0 = 1. What (6.10a) gave already is not listed again: G alone, and Q alone at 1.5 with G at 1.
    same(tableOf(cases, rules),
         {"1.35 G  (6.10a)", "1.35 G + 1.5 Q  (6.10a)", "1.35 G + 0.9 W  (6.10a)", "1.35 G + 1.5 Q + 0.9 W  (6.10a)",
          "G  (6.10a)", "G + 1.5 Q  (6.10a)", "G + 0.9 W  (6.10a)", "G + 1.5 Q + 0.9 W  (6.10a)", "1.1475 G  (6.10b)",
          "1.1475 G + 1.5 Q  (6.10b)", "1.1475 G + 1.5 W  (6.10b)", "1.1475 G + 1.5 Q + 0.9 W  (6.10b)",
          "1.1475 G + 1.5 Q + 1.5 W  (6.10b)", "G + 1.5 W  (6.10b)", "G + 1.5 Q + 1.5 W  (6.10b)"});
}

TEST_CASE("EN 1990 serviceability and seismic combinations", "[actions]") {
    CombinationRules rules;
    rules.hasFrequent = rules.hasQuasiPermanent = true;
    const std::vector<ActionCase> cases{made("G", CaseNature::Permanent), made("Q", CaseNature::ImposedC),
                                        made("W", CaseNature::Wind), made("E", CaseNature::Seismic)};
    const Table all = tableOf(cases, rules);
    const auto of = [&](const char* rule) {
        Table t;
        for (const std::string& s : all)
            if (s.find(rule) != std::string::npos) t.insert(s);
        return t;
    };
    same(of("(6.14b)"), {"G  (6.14b)", "G + Q  (6.14b)", "G + W  (6.14b)", "G + Q + 0.6 W  (6.14b)", "G + 0.7 Q + W  (6.14b)"});
    // Frequent: psi_1 of the leading one, psi_2 of the others; wind has psi_2 = 0.
    same(of("(6.15b)"), {"G + 0.7 Q  (6.15b)", "G + 0.2 W  (6.15b)", "G + 0.6 Q + 0.2 W  (6.15b)"});
    same(of("(6.16b)"), {"G + 0.6 Q  (6.16b)"}); // G alone is a characteristic one already
    same(of("(6.12b)"), {"G + E  (6.12b)", "G + 0.6 Q + E  (6.12b)"});
}

TEST_CASE("permanent actions of several sources, national values, notional forces", "[actions]") {
    CombinationRules rules;
    rules.hasCharacteristic = false;
    rules.isOneSource = false;
    same(tableOf({made("G1", CaseNature::Permanent), made("G2", CaseNature::Permanent)}, rules),
         {"1.35 G1 + 1.35 G2  (6.10)", "1.35 G1 + G2  (6.10)", "G1 + 1.35 G2  (6.10)", "G1 + G2  (6.10)"});
    rules.isOneSource = true;
    rules.gamma_G_inf = rules.gamma_G_sup = 1.2;
    rules.gamma_Q = 1.3;
    rules.psi = {{CaseNature::Wind, 0.5, 0.1, 0}};
    same(tableOf({made("G", CaseNature::Permanent), made("S", CaseNature::Snow), made("W", CaseNature::Wind)}, rules),
         {"1.2 G  (6.10)", "1.2 G + 1.3 S  (6.10)", "1.2 G + 1.3 W  (6.10)", "1.2 G + 1.3 S + 0.65 W  (6.10)",
          "1.2 G + 0.65 S + 1.3 W  (6.10)"});
    same(tableOf({made("G", CaseNature::Permanent), made("N1", CaseNature::Notional, "sway"),
                  made("N2", CaseNature::Notional, "sway")},
                 rules),
         {"1.2 G  (6.10)", "1.2 G + N1  (6.10)", "1.2 G + N2  (6.10)"});
}

TEST_CASE("ASCE 7-16 strength and allowable stress combinations", "[actions]") {
    CombinationRules rules;
    rules.basis = CombinationBasis::Asce7Strength;
    const std::vector<ActionCase> cases{made("D", CaseNature::Permanent), made("L", CaseNature::ImposedB),
                                        made("Lr", CaseNature::ImposedH), made("S", CaseNature::Snow),
                                        made("W", CaseNature::Wind),      made("E", CaseNature::Seismic)};
    same(tableOf(cases, rules),
         Table{"1.4 D  2.3.1(1)", "1.2 D  2.3.1(2)", "1.2 D + 1.6 L  2.3.1(2)", "1.2 D + 0.5 Lr  2.3.1(2)",
               "1.2 D + 0.5 S  2.3.1(2)", "1.2 D + 1.6 L + 0.5 Lr  2.3.1(2)", "1.2 D + 1.6 L + 0.5 S  2.3.1(2)"} +
             Table{"1.2 D + 1.6 Lr  2.3.1(3)", "1.2 D + 1.6 S  2.3.1(3)", "1.2 D + L + 1.6 Lr  2.3.1(3)",
                   "1.2 D + L + 1.6 S  2.3.1(3)", "1.2 D + 1.6 Lr + 0.5 W  2.3.1(3)", "1.2 D + 1.6 S + 0.5 W  2.3.1(3)"} +
             Table{"1.2 D + W  2.3.1(4)", "1.2 D + L + W  2.3.1(4)", "1.2 D + 0.5 Lr + W  2.3.1(4)",
                   "1.2 D + 0.5 S + W  2.3.1(4)", "1.2 D + L + 0.5 Lr + W  2.3.1(4)", "1.2 D + L + 0.5 S + W  2.3.1(4)",
                   "0.9 D + W  2.3.1(5)"} +
             Table{"1.2 D + E  2.3.6(6)", "1.2 D + L + E  2.3.6(6)", "1.2 D + 0.2 S + E  2.3.6(6)",
                   "1.2 D + L + 0.2 S + E  2.3.6(6)", "0.9 D + E  2.3.6(7)"});
    rules.basis = CombinationBasis::Asce7Allowable;
    const auto sets = setsOf({cases[0], cases[1], cases[4]}, rules);
    REQUIRE(sets);
    Table titles;
    for (const ActionSet& s : *sets) {
        titles.insert(s.title);
        CHECK(s.kind == SetKind::Allowable);
    }
    same(titles, {"D  2.4.1(1)", "D + L  2.4.1(2)", "D + 0.6 W  2.4.1(5)", "D + 0.45 W  2.4.1(6)",
                  "D + 0.75 L + 0.45 W  2.4.1(6)", "0.6 D + 0.6 W  2.4.1(7)"});
    // Nothing here verifies them, and that is said.
    Job job = sample::extendedJob();
    job.joints[0].actions = *sets;
    const JointResult result = sample::verified(job);
    CHECK(result.connections.empty());
    CHECK(std::any_of(result.checks.begin(), result.checks.end(),
                      [](const Check& c) { return c.code == CheckCode::NotDoneAllowable; }));
}

TEST_CASE("forces of a made set are the sum of its cases, edits of cases are noticed, sets given directly stay", "[actions]") {
    Joint joint = sample::extendedJob().joints[0];
    ActionSet direct;
    direct.id = "U2";
    joint.actions = {direct};
    joint.cases = hall();
    std::mt19937 dice(7);
    std::uniform_real_distribution<double> real(-1, 1);
    for (ActionCase& c : joint.cases) {
        EndForces above;
        above.end = ends::above, above.N = 1e5 * real(dice);
        c.forces.push_back(above);
        EndForces& f = c.forces[0];
        f.N = 1e5 * real(dice), f.V = 1e5 * real(dice), f.M = 1e8 * real(dice), f.V_y = 1e4 * real(dice);
    }
    REQUIRE(makeSets(joint, {}));
    CHECK(joint.actions[0] == direct);
    std::set<std::string> names;
    for (const ActionSet& s : joint.actions) CHECK(names.insert(s.id).second);
    for (const ActionSet& s : joint.actions) {
        if (s.made.empty()) continue;
        double N = 0, M = 0, V_y = 0, above = 0;
        for (const CombinationTerm& t : s.made)
            for (const ActionCase& c : joint.cases)
                if (c.id == t.case_) {
                    N += t.factor * c.forces[0].N, M += t.factor * c.forces[0].M;
                    V_y += t.factor * *c.forces[0].V_y, above += t.factor * c.forces[1].N;
                }
        CHECK_SAME(forcesAt(s, ends::right).N, N, 1e-12);
        CHECK_SAME(forcesAt(s, ends::right).M, M, 1e-12);
        CHECK_SAME(*forcesAt(s, ends::right).V_y, V_y, 1e-12);
        CHECK_SAME(forcesAt(s, ends::above).N, above, 1e-12);
        CHECK_FALSE(isOutOfDate(joint, s));
    }
    // Through the file and back, with where they came from.
    Job job = sample::jobOf(joint);
    job.combinations = CombinationRules{};
    const auto back = readJob(writeJob(job));
    REQUIRE(back);
    REQUIRE(back->job.joints[0].cases.size() == 5);
    CHECK(back->job.joints[0].cases[3].group == "wind");
    CHECK(back->job.joints[0].cases[3].nature == CaseNature::Wind);
    CHECK(back->job.joints[0].actions.back().made == joint.actions.back().made);
    for (const ActionSet& s : back->job.joints[0].actions) CHECK_FALSE(isOutOfDate(back->job.joints[0], s));
    const std::size_t count = joint.actions.size();
    joint.cases[1].forces[0].M *= 1.01;
    int old = 0;
    for (const ActionSet& s : joint.actions) old += isOutOfDate(joint, s);
    CHECK(old > 10);
    REQUIRE(makeSets(joint, {}));
    CHECK(joint.actions.size() == count);
    for (const ActionSet& s : joint.actions) CHECK_FALSE(isOutOfDate(joint, s));
}

TEST_CASE("hints: a haunch in one sense only, sets of cases that were changed", "[actions]") {
    const Job demo = sample::demo();
    Joint eaves = *findJoint(demo, "E2"); // gravity and uplift
    CHECK(hintsOf(eaves).empty());
    for (ActionSet& s : eaves.actions)
        for (EndForces& f : s.forces) f.M = std::abs(f.M);
    REQUIRE(hintsOf(eaves).size() == 1);
    CHECK(hintsOf(eaves)[0].find("in one sense only") != std::string::npos);
    Joint plain = sample::extendedJob().joints[0];
    plain.cases = hall();
    REQUIRE(makeSets(plain, {}));
    CHECK(hintsOf(plain).empty());
    plain.cases[0].forces[0].M *= 2;
    REQUIRE(hintsOf(plain).size() == 1);
    CHECK(hintsOf(plain)[0].find("make the sets anew") != std::string::npos);
}

TEST_CASE("what cannot be combined is refused in words", "[actions]") {
    const auto said = [](const std::vector<ActionCase>& cases, const CombinationRules& rules) {
        const auto sets = setsOf(cases, rules);
        return sets ? std::string("made") : joined(sets.error());
    };
    CHECK(said({}, {}).find("no case") != std::string::npos);
    CHECK(said({made("R", CaseNature::Rain)}, {}).find("no factors for rain") != std::string::npos);
    CHECK(said({made("G", CaseNature::Permanent), made("G", CaseNature::Snow)}, {}).find("Two cases") != std::string::npos);
    CombinationRules asce;
    asce.basis = CombinationBasis::Asce7Strength;
    CHECK(said({made("T", CaseNature::Thermal)}, asce).find("2.3.4") != std::string::npos);
    std::vector<ActionCase> many;
    for (int i = 0; i < 16; ++i) many.push_back(made(("Q" + std::to_string(i)).c_str(), CaseNature::ImposedB));
    CHECK(said(many, {}).find("more than 5000") != std::string::npos);
    for (ActionCase& c : many) c.group = "one";
    CHECK(said(many, {}) == "made");
}

TEST_CASE("sets left out as dominated change no verdict and no governing value, to the bit", "[actions][dominance]") {
    std::mt19937 dice(11);
    std::uniform_real_distribution<double> real(-1, 1);
    const Job demo = sample::demo();
    int dropped = 0, all = 0;
    for (int n = 0; n < 40; ++n) {
        Job job = demo;
        Joint joint = demo.joints[static_cast<std::size_t>(n) % demo.joints.size()];
        const auto sides = framingEnds(joint);
        joint.actions.clear();
        if (joint.seismic) joint.seismic->forcesOf = "U0"; // acts with the hinges, so it stays whatever asks more
        for (int i = 0; i < 120; ++i) {
            ActionSet set;
            set.id = "U" + std::to_string(i);
            for (const EndId end : sides) {
                if (!throughMember(joint) && end == ends::left) continue;
                EndForces f;
                f.end = end;
                const bool isFin = findJoining<FinPlate>(joint, end) != nullptr;
                f.N = 4e4 * real(dice), f.V = 1e5 * real(dice), f.M = isFin ? 0 : 1.5e8 * real(dice);
                set.forces.push_back(f);
            }
            if (i % 5 == 4) { // a part of the one before
                set.forces = joint.actions.back().forces;
                for (EndForces& f : set.forces) f.N *= 0.6, f.V *= 0.6, f.M *= 0.6;
            }
            joint.actions.push_back(set);
        }
        job.joints = {joint};
        const JointResult before = sample::verified(job);
        const auto list = dominatedSets(before);
        Job fewer = job;
        dropSets(fewer.joints[0], list);
        const JointResult after = sample::verified(fewer);
        INFO(joint.mark << ": " << list.size() << " dropped");
        CHECK(after.utilisation == before.utilisation);
        CHECK(after.state == before.state);
        const Check &a = after.checks[static_cast<std::size_t>(after.governing)],
                    &b = before.checks[static_cast<std::size_t>(before.governing)];
        CHECK(a.code == b.code);
        CHECK(a.demand == b.demand);
        CHECK(setName(after, a) == setName(before, b));
        // The ledger: the same kinds with the same uses.
        const auto uses = [](const JointResult& r) {
            std::multiset<std::pair<int, double>> u;
            for (const Check& c : ledger(r)) u.insert({static_cast<int>(c.code), c.utilisation});
            return u;
        };
        CHECK(uses(after) == uses(before));
        for (const DominatedSet& d : list) {
            CHECK(d.byUse >= d.most.utilisation);
            CHECK((!d.share || (*d.share > 0 && *d.share <= 1)));
        }
        dropped += static_cast<int>(list.size()), all += 120;
    }
    CHECK(dropped > all / 2);
}

TEST_CASE("a table of several joints is parted by its column, cases are read with nature and group", "[actions][exchange]") {
    const auto by =
        readActionsByJoint("joint;set;N [kN];V [kN];M [kNm]\nB1;U1;1,5;2;3\nB2;U1;4;5;6\nB1;U2;7;8;9,25\n", UnitSystem::SI);
    REQUIRE(by);
    REQUIRE(by->size() == 2);
    CHECK((*by)[0].name == "B1");
    CHECK((*by)[0].sets.size() == 2);
    CHECK(forcesAt((*by)[0].sets[1], ends::right).M == 9.25e6);
    CHECK((*by)[1].name == "B2");
    CHECK_FALSE(readActionsByJoint("joint,set,M\nB1,U1,3\nB1,U1,4\n", UnitSystem::SI));
    CHECK(joined(readActionsByJoint("joint,set,M\nB1,U1,3\n,U2,4\n", UnitSystem::SI).error()).find("names no joint") !=
          std::string::npos);
    // Ends of members, as frame programs name them, in either order of the columns.
    for (const char* table : {"member;station;set;V;M\nB12;0.0;U1;2;3\nB12;6.0;U1;5;6\nB12;0.0;U2;8;9\n",
                              "station;set;member;V;M\n0.0;U1;B12;2;3\n6.0;U1;B12;5;6\n0.0;U2;B12;8;9\n"}) {
        const auto ends = readActionsByJoint(table, UnitSystem::SI);
        REQUIRE(ends);
        REQUIRE(ends->size() == 2);
        CHECK((*ends)[0].name == "B12 at 0.0");
        CHECK((*ends)[0].sets.size() == 2);
        CHECK((*ends)[1].name == "B12 at 6.0");
    }
    CHECK(joined(readActionsByJoint("joint,member,set,M\nB1,b,U1,3\n", UnitSystem::SI).error()).find("one of both") !=
          std::string::npos);
    CHECK(joined(readActionsByJoint("station,set,M\n0,U1,3\n", UnitSystem::SI).error()).find("one of members") !=
          std::string::npos);
    // A thousand is never one and a quarter.
    CHECK_FALSE(readActionsByJoint("joint\tset\tM\nB1\tU1\t1,250\n", UnitSystem::SI));
    CHECK(joined(readActions("joint,set,M\nB1,U1,3\n", UnitSystem::SI).error()).find("for one joint") != std::string::npos);
    const auto cases =
        readCases("case,nature,group,V,M\nG,permanent,,10,20\nW1,wind,wind,-5,-12\nW2,wind,wind,5,12\n", UnitSystem::SI);
    REQUIRE(cases);
    CHECK((*cases)[1].nature == CaseNature::Wind);
    CHECK((*cases)[1].group == "wind");
    CHECK((*cases)[0].forces[0].M == 20e6);
    CHECK(joined(readCases("case,nature,M\nG,heavy,1\n", UnitSystem::SI).error()).find("imposed B") != std::string::npos);
    CHECK_FALSE(readActions("set,group,M\nU1,a,3\n", UnitSystem::SI));
}
