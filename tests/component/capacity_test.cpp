#include "component/capacity.h"
#include "component/verify.h"
#include "exchange/job_file.h"
#include "joint/hinges.h"
#include "support/laid_out.h"
#include "words/ladder_words.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <cmath>
#include <random>

/// Capacity design: statics of the hinges, ladders, symmetries, and joints drawn wide.
using namespace zg;

namespace {

Job seismicJob(const char* beam = "IPE 400", const char* left = "", const Recipe& recipe = endPlateRecipe) {
    RecipeInput in;
    in.column = {"HEB 320", "S355"};
    in.beam = {beam, "S275"};
    if (*left) in.other = MemberSpec{left, "S275"};
    in.reach = PlateReach::ExtendedBoth;
    in.span = 7000;
    Job job = sample::laidOut(recipe, in, "F1");
    Joint& j = job.joints[0];
    j.seismic.emplace();
    std::get<Through>(columnOf(j).placement).storeyHeight = 3600;
    return job;
}
const Ladder& ladderOf(const JointResult& r, EndId side, bool isReversed) {
    for (const Ladder& l : r.ladders)
        if (l.side == side && l.isReversed == isReversed) return l;
    FAIL("no such ladder");
    return r.ladders.front();
}

} // namespace

TEST_CASE("hinges of a beam are in equilibrium with its gravity, wherever they form", "[component][capacity][statics]") {
    Job job = seismicJob();
    Workings<double> w;
    double before[2] = {0, 0};
    for (double q = 0; q <= 400; q += 0.5) {
        framing(job.joints[0], ends::right).gravityLoad = q;
        const auto r = resolve(job, job.joints[0]);
        REQUIRE(r);
        const ResolvedSide& s = r->main();
        const HingePlace place = hingeOf(s);
        const double span = *hingeSpan(*r, s, place), hinge = 1.375 * place.M_pl;
        const auto top = hingeForces(w, s, place, span, false, hinge), bottom = hingeForces(w, s, place, span, true, hinge);
        CAPTURE(q);
        // The far end is this one mirrored: what the two shears carry is the load between the faces, moments about one face
        // vanish.
        const double L = span + 2 * place.fromFace;
        CHECK(top.V + bottom.V == Approx(q * L).margin(1));
        // From the sagging face: M_b + V_b L − q L²/2 must be the hogging face's, −M_t (tension at the top there).
        CHECK(-bottom.M + bottom.V * L - q * L * L / 2 == Approx(-top.M).epsilon(1e-9).margin(10));
        CHECK(top.isInSpan == bottom.isInSpan);
        CHECK(top.isInSpan == (q * span / 2 > 2 * hinge / span));
        if (q > 0) { // no jumps where the hinge leaves the end
            CHECK(std::abs(top.M - before[0]) < 0.03 * hinge);
            CHECK(std::abs(bottom.M - before[1]) < 0.03 * hinge);
        }
        before[0] = top.M, before[1] = bottom.M;
    }
}

TEST_CASE("a set of hinges leaves the node in balance, and given sets as they were", "[component][capacity]") {
    for (const ActionReference at : {ActionReference::ColumnFace, ActionReference::Node}) {
        Job job = seismicJob("IPE 360", "IPE 330");
        Joint& j = job.joints[0];
        j.reference = at;
        j.actions.push_back(sample::actions("G", -20e3, 50e3, 60e6));
        forcesOf(j.actions[0], ends::above).N = -400e3;
        forcesOf(j.actions[0], ends::below).N = -500e3;
        j.seismic->forcesOf = "G";
        for (const EndId end : {ends::right, ends::left}) framing(j, end).gravityLoad = 18;
        const JointResult r = sample::verified(job);
        REQUIRE(r.givenSets == 1);
        REQUIRE(r.actions.size() == 5);
        REQUIRE(r.balance.size() == 5);
        for (std::size_t i = 1; i < 5; ++i) {
            CHECK(r.balance[i].isKnown);
            CHECK(r.balance[i].isBalanced);
            CHECK(forcesAt(r.actions[i], ends::above).N == -400e3);
        }
        job.joints[0].seismic.reset();
        const JointResult without = sample::verified(job);
        for (const Check& c : without.checks)
            if (c.set == 0) {
                const auto same = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check& o) {
                    return o.set == 0 && o.code == c.code && o.side == c.side && o.firstRow == c.firstRow &&
                           o.lastRow == c.lastRow && o.utilisation == c.utilisation;
                });
                CHECK(same != r.checks.end());
            }
    }
}

TEST_CASE("a rung stands where its check comes to 1.00", "[component][capacity][ladder]") {
    // The rival way: the hinge's moment is changed until the joint's own use is 1.00, by the over-strength alone.
    Job job = seismicJob();
    framing(job.joints[0], ends::right).gravityLoad = 20;
    SeismicSpec& spec = *job.joints[0].seismic;
    spec.overStrength = 1.25;
    const JointResult first = sample::verified(job);
    const Ladder l = ladderOf(first, ends::right, false);
    CHECK(std::is_sorted(l.rungs.begin(), l.rungs.end(), [](const Rung& a, const Rung& b) { return a.expected < b.expected; }));
    int compared = 0;
    for (const Rung& rung : l.rungs) {
        // One that does not hang on how rows share, reached within the range of the factor.
        if (rung.code != CheckCode::ColumnWebCompression && rung.code != CheckCode::ColumnWebShear &&
            rung.code != CheckCode::BoltShearGroup)
            continue;
        spec.panel = PanelAim::Strong;
        double lo = 1, hi = 2;
        const auto at = [&](double factor) {
            spec.overStrength = factor;
            spec.hardening = 1.0;
            const JointResult r = sample::verified(job);
            double use = 0;
            for (const Check& c : r.checks)
                if (c.code == rung.code && !c.isReversed && c.set == r.givenSets)
                    use = std::max(use, c.utilisation); // hardened, left
            for (const Check& c : r.checks)
                if (c.code == rung.code && !c.isReversed && c.set == ladderOf(r, ends::right, false).set)
                    use = std::max(use, c.utilisation);
            return std::pair(use, ladderOf(r, ends::right, false).hardened);
        };
        if (at(lo).first > 1 || at(hi).first < 1) continue;
        for (int i = 0; i < 40; ++i) (at((lo + hi) / 2).first > 1 ? hi : lo) = (lo + hi) / 2;
        CAPTURE(nameOf(rung, l));
        CHECK(rung.design == Approx(at(lo).second).epsilon(1e-6));
        ++compared;
    }
    spec.hardening = 1.1;
    CHECK(compared >= 0);
    // A brittle link's margin is what its check in the hardened set says.
    for (const Check& c : first.checks)
        if (c.set == l.set && c.code == CheckCode::ColumnWebCompression && !c.isReversed)
            for (const Rung& rung : l.rungs)
                if (rung.code == c.code) CHECK(1 / rung.margin == Approx(c.utilisation).epsilon(0.02));
}

TEST_CASE("without gravity both senses of a symmetric joint are one, and the left joint is the right one mirrored",
          "[component][capacity][symmetry]") {
    const auto symmetric = [](Job job) {
        for (const EndId end : framingEnds(job.joints[0])) {
            EndPlate& e = endPlate(job.joints[0], end);
            e.plate.below = e.plate.above;
            e.rows.clear();
            for (const double y : {-45.0, 60.0, 340.0, 445.0}) { // of a beam 400 deep
                BoltRowSpec row;
                row.position = y;
                e.rows.push_back(row);
            }
        }
        return job;
    };
    const Job job = symmetric(seismicJob());
    const JointResult r = sample::verified(job);
    const Ladder &top = ladderOf(r, ends::right, false), &bottom = ladderOf(r, ends::right, true);
    REQUIRE(top.rungs.size() == bottom.rungs.size());
    CHECK(top.hardened == Approx(bottom.hardened).epsilon(1e-12));
    for (std::size_t i = 0; i < top.rungs.size(); ++i) {
        CHECK(top.rungs[i].design == Approx(bottom.rungs[i].design).epsilon(1e-9));
        CHECK(top.rungs[i].isDuctile == bottom.rungs[i].isDuctile);
    }
    const Job two = symmetric(seismicJob("IPE 400", "IPE 400"));
    const JointResult both = sample::verified(two);
    for (const bool isReversed : {false, true}) {
        const Ladder &a = ladderOf(both, ends::right, isReversed), &b = ladderOf(both, ends::left, isReversed);
        REQUIRE(a.rungs.size() == b.rungs.size());
        for (std::size_t i = 0; i < a.rungs.size(); ++i) CHECK(a.rungs[i].design == Approx(b.rungs[i].design).epsilon(1e-9));
    }
}

TEST_CASE("aims of capacity design: what each asks and does not ask", "[component][capacity]") {
    Job job = seismicJob();
    SeismicSpec& spec = *job.joints[0].seismic;
    const auto has = [](const JointResult& r, CheckCode code, int k) { // k: 1 hardened, 0 nominal
        return std::any_of(r.checks.begin(), r.checks.end(), [&](const Check& c) {
            return c.code == code && c.set >= r.givenSets && (c.set - r.givenSets) % 2 == 1 - k;
        });
    };
    spec.aim = StrengthAim::Full;
    JointResult r = sample::verified(job);
    CHECK(has(r, CheckCode::JointMoment, 1));
    CHECK(has(r, CheckCode::ColumnWebShear, 0)); // the panel by itself, without over-strength
    CHECK_FALSE(has(r, CheckCode::BeamFlangeCompression, 1));
    CHECK_FALSE(has(r, CheckCode::BeamFlangeCompression, 0));
    spec.panel = PanelAim::Strong;
    r = sample::verified(job);
    CHECK(has(r, CheckCode::ColumnWebShear, 1));
    spec.panel = PanelAim::Weak;
    r = sample::verified(job);
    CHECK_FALSE(has(r, CheckCode::ColumnWebShear, 0));
    CHECK_FALSE(has(r, CheckCode::ColumnWebShear, 1));
    CHECK(
        std::any_of(r.checks.begin(), r.checks.end(), [](const Check& c) { return c.code == CheckCode::NotDonePanelRotation; }));
    spec.panel = PanelAim::Balanced;
    spec.aim = StrengthAim::Equal;
    r = sample::verified(job);
    CHECK(has(r, CheckCode::JointMoment, 0));
    CHECK_FALSE(has(r, CheckCode::JointMoment, 1));
    CHECK(has(r, CheckCode::BoltTension, 1));
    spec.aim = StrengthAim::Partial;
    r = sample::verified(job);
    CHECK_FALSE(has(r, CheckCode::JointMoment, 0));
    CHECK(has(r, CheckCode::DuctileFirst, 1));
    CHECK(std::any_of(r.checks.begin(), r.checks.end(), [](const Check& c) { return c.code == CheckCode::NotDoneRotation; }));
    // A span that is not given is said, and nothing is made up.
    framing(job.joints[0], ends::right).span.reset();
    r = sample::verified(job);
    CHECK(r.ladders.empty());
    CHECK(static_cast<int>(r.actions.size()) == r.givenSets);
    CHECK(std::any_of(r.checks.begin(), r.checks.end(), [](const Check& c) { return c.code == CheckCode::NotDoneHingeSpan; }));
}

TEST_CASE("more over-strength asks more, a stronger beam asks more", "[component][capacity][monotony]") {
    double before = 0;
    for (double factor = 1; factor <= 1.6; factor += 0.02) {
        Job job = seismicJob();
        job.joints[0].seismic->overStrength = factor;
        const JointResult r = sample::verified(job);
        const double hardened = ladderOf(r, ends::right, false).hardened;
        CHECK(hardened > before);
        before = hardened;
        // The rungs do not hang on what is asked.
        const Ladder& l = ladderOf(r, ends::right, false);
        for (const Rung& rung : l.rungs)
            if (rung.code == CheckCode::BoltTension && !rung.isHinge) CHECK(rung.design > 0);
    }
}

TEST_CASE("joints drawn wide by both rules: numbers, clauses and order are there", "[component][capacity][random]") {
    std::mt19937 random(15);
    const auto pick = [&](auto... all) {
        const char* list[] = {all...};
        return list[random() % (sizeof list / sizeof *list)];
    };
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    int american = 0, european = 0;
    for (int i = 0; i < 300; ++i) {
        RecipeInput in;
        in.column = {pick("HEB 200", "HEB 300", "HEM 400", "HEA 260", "W14x132", "W14x257"), pick("S235", "S355", "A992")};
        in.beam = {pick("IPE 200", "IPE 360", "IPE 600", "HEA 300", "W18x50", "W24x76"), pick("S275", "S460N", "A992")};
        if (random() % 3 == 0) in.other = MemberSpec{pick("IPE 300", "W21x57"), "S275"};
        in.reach = random() % 2 ? PlateReach::ExtendedBoth : PlateReach::ExtendedTop;
        in.span = number(2500, 14000);
        in.slope = random() % 4 ? 0 : number(-0.2, 0.3);
        const Recipe& recipe = random() % 5 == 0 ? weldedRecipe : random() % 4 == 0 ? haunchedBeamRecipe : endPlateRecipe;
        if (recipe.isHaunched) in.other.reset();
        Joint j;
        j.id = j.mark = "R";
        if (!layOut(j, recipe, Job{}, in)) continue;
        j.seismic.emplace();
        SeismicSpec& spec = *j.seismic;
        spec.rules = RuleSet::Both;
        spec.ductility = random() % 2 ? Ductility::High : Ductility::Medium;
        spec.aim = static_cast<StrengthAim>(random() % 3);
        spec.panel = static_cast<PanelAim>(random() % 3);
        spec.overStrength = number(1, 2);
        spec.isPanelInFrame = random() % 2 == 0;
        for (const EndId end : framingEnds(j)) {
            if (random() % 2) framing(j, end).gravityLoad = number(-5, 200);
            if (random() % 3 == 0) framing(j, end).gravityShear = number(-100e3, 400e3);
            if (random() % 3 == 0 && !recipe.isHaunched) {
                framing(j, end).cutFrom = number(0, 400);
                framing(j, end).cutLength = number(50, 900);
                framing(j, end).cutDepth = number(1, 60);
            }
            // Rows as the American patterns have them.
            EndPlate* plate = findEndPlate(j, end);
            const Section* s = findSection(findMember(j, end)->section);
            if (plate && s && random() % 2) {
                const double p = number(35, 80);
                plate->plate.above = plate->plate.below = p + number(30, 90);
                plate->rows.clear();
                for (const double y : {-p, s->t_f + p, s->h - s->t_f - p, s->h + p}) {
                    BoltRowSpec row;
                    row.position = y;
                    plate->rows.push_back(row);
                }
            }
        }
        Through& column = std::get<Through>(columnOf(j).placement);
        if (random() % 3) column.storeyHeight = number(2500, 6000);
        if (random() % 4 == 0) column.endAbove = number(20, 500);
        const auto r = verify(sample::jobOf(j), j);
        if (!r) continue;
        for (const Check& c : r->checks) {
            CAPTURE(i, titleOf(c, true), c.clause);
            CHECK(std::isfinite(c.utilisation));
            CHECK(std::isfinite(c.demand));
            CHECK(std::isfinite(c.resistance));
            CHECK(c.utilisation >= 0);
            if (c.set >= r->givenSets && c.group != CheckGroup::NotDone) CHECK(*c.clause);
            if (c.set >= 0) CHECK(c.set < static_cast<int>(r->actions.size()));
        }
        for (const Ladder& l : r->ladders) {
            (l.rules == LadderRules::American ? american : european) += 1;
            CAPTURE(i, senseOf(l, true), wordOf(l.rules));
            CHECK(l.nominal > 0);
            CHECK(l.hardened >= l.nominal * (1 - 1e-9));
            CHECK(std::count_if(l.rungs.begin(), l.rungs.end(), [](const Rung& x) { return x.isHinge; }) == 1);
            for (const Rung& x : l.rungs) {
                CHECK(std::isfinite(x.design));
                CHECK(x.design >= 0);
                CHECK(*x.clause);
                CHECK((x.margin > 0) == (!x.isDuctile && x.design > 0));
            }
            CHECK_FALSE(sentenceOf(l, UnitSystem::US).empty());
        }
    }
    CHECK(european > 200);
    CHECK(american > 60);
}

TEST_CASE("a reduced section takes the hinge where it asks less, and lowers what the joint must outlast",
          "[component][capacity]") {
    Job job = seismicJob("IPE 400", "", weldedRecipe);
    Framing& f = framing(job.joints[0], ends::right);
    const double whole = ladderOf(sample::verified(job), ends::right, false).hardened;
    f.cutFrom = 100, f.cutLength = 280, f.cutDepth = 0.1;
    CHECK(ladderOf(sample::verified(job), ends::right, false).hardened ==
          Approx(whole).epsilon(0.002)); // the hinge stays at the face
    CHECK(ladderOf(sample::verified(job), ends::right, false).hingeAt == 0);
    double before = 1e300;
    for (double c = 20; c <= 45; c += 1) {
        f.cutDepth = c;
        const Ladder l = ladderOf(sample::verified(job), ends::right, false);
        CHECK(l.hingeAt == Approx(240));
        CHECK(l.hardened < before);
        before = l.hardened;
    }
    CHECK(before < 0.85 * whole);
    f.cutDepth = 90; // of a flange 180 wide
    CHECK_FALSE(verify(job, job.joints[0]));
    f.cutDepth = 40;
    f.cutLength.reset();
    CHECK_FALSE(verify(job, job.joints[0])); // three dimensions or none
}

TEST_CASE("tracing changes no bit of capacity design", "[component][capacity][workings]") {
    Job job = seismicJob("IPE 360", "IPE 330");
    job.joints[0].seismic->rules = RuleSet::Both;
    const auto resolved = resolve(job, job.joints[0]);
    REQUIRE(resolved);
    const JointResult plain = verify(*resolved, 1);
    const TracedVerification traced = verifyTraced(*resolved, 1);
    REQUIRE(plain.checks.size() == traced.result.checks.size());
    for (std::size_t i = 0; i < plain.checks.size(); ++i) {
        CHECK(plain.checks[i].demand == traced.result.checks[i].demand);
        CHECK(plain.checks[i].resistance == traced.result.checks[i].resistance);
    }
    REQUIRE(plain.ladders.size() == traced.result.ladders.size());
    for (std::size_t i = 0; i < plain.ladders.size(); ++i)
        for (std::size_t k = 0; k < plain.ladders[i].rungs.size(); ++k)
            CHECK(plain.ladders[i].rungs[k].design == traced.result.ladders[i].rungs[k].design);
}

TEST_CASE("capacity design keeps through a file, and says what it does not understand", "[component][capacity][file]") {
    Job job = seismicJob();
    SeismicSpec& spec = *job.joints[0].seismic;
    spec.rules = RuleSet::Both;
    spec.aim = StrengthAim::Equal;
    spec.overStrengthRule = OverStrengthRule::Measured;
    spec.measured = 312.5;
    framing(job.joints[0], ends::right).gravityLoad = 12.5;
    const std::string text = writeJob(job);
    const auto again = readJob(text);
    REQUIRE(again);
    CHECK(*again->job.joints[0].seismic == spec);
    CHECK(framing(std::as_const(again->job.joints[0]), ends::right).gravityLoad == 12.5);
    CHECK(text.find("\"gravity_load_kN_per_m\": 12.5") != std::string::npos);
    CHECK(text.find("\"measured_f_y_MPa\": 312.5") != std::string::npos);
    spec.measured.reset();
    CHECK_FALSE(verify(job, job.joints[0]));
    spec.overStrengthRule = OverStrengthRule::UpperLimit;
    spec.forcesOf = "no such set";
    const auto refused = verify(job, job.joints[0]);
    REQUIRE_FALSE(refused);
    CHECK(sentenceOf(refused.error().front()).find("no such set") != std::string::npos);
}

TEST_CASE("restraint by American rules: the secant at service over the beam's stiffness, by hand", "[component][capacity]") {
    Job job = sample::demo();
    job.joints = {*findJoint(job, "F1")};
    Joint& j = job.joints[0];
    j.seismic->rules = RuleSet::American;
    const auto ladder = [&] {
        const JointResult r = sample::verified(job);
        for (const Ladder& l : r.ladders)
            if (l.rules == LadderRules::American && !l.isReversed) return std::pair(l, r);
        FAIL("no American ladder");
        return std::pair(r.ladders.front(), r);
    };
    const auto connection = [](const JointResult& r, const char* set) {
        for (const ConnectionResult& c : r.connections)
            if (c.set >= 0 && r.actions[static_cast<std::size_t>(c.set)].id == set && !c.isReversed) return c;
        FAIL("no such set");
        return r.connections.front();
    };
    const double EI_L = 210000.0 * resolve(job, j)->main().beam.section.I_y / 7200;
    ActionSet service = sample::actions("S", 0, 30e3, 90e6), ultimate = sample::actions("U", 0, 60e3, 210e6);
    service.kind = SetKind::Serviceability;
    j.actions = {ultimate, service};
    j.seismic->forcesOf.clear();
    {
        // EN 1993-1-8:2005 6.3.1(6): mu is 1 up to two thirds of M_j,Rd; AISC 360-16 commentary to B3.4: K_s L/EI.
        const auto [l, r] = ladder();
        const ConnectionResult c = connection(r, "U");
        REQUIRE(90e6 < 2 * c.M_j_Rd / 3);
        CHECK(l.serviceMoment == Approx(90e6));
        CHECK(l.restraint == Approx(c.stiffness.S_j_ini / EI_L).epsilon(1e-9));
    }
    j.actions[1].forces.front().M = 0.9 * connection(ladder().second, "U").M_j_Rd;
    {
        const auto [l, r] = ladder();
        const double mu = std::pow(1.5 * 0.9, 2.7);
        CHECK(l.restraint == Approx(connection(r, "U").stiffness.S_j_ini / mu / EI_L).epsilon(1e-9));
    }
    j.actions = {ultimate};
    CHECK(ladder().first.serviceMoment == Approx(140e6)); // two thirds of 210
    const double once = ladder().first.restraint;
    framing(j, ends::right).span = 14400;
    CHECK(ladder().first.restraint == Approx(2 * once).epsilon(1e-9));
    CHECK(restraintWords(ladder().first, UnitSystem::SI).find(2 * once >= 20 ? "(FR)" : "(PR)") != std::string::npos);
}

TEST_CASE("capacity design that the rules cannot do leaves no verdict that the joint holds", "[component][capacity][words]") {
    const auto head = [](const Job& job) {
        const JointResult r = sample::verified(job);
        CHECK((r.state == CheckState::NotDone) == (leftOut(r).has_value() && r.utilisation <= 1));
        return verdictOf(r, false, FrameKind::Unbraced, UnitSystem::SI).head;
    };
    Job job = seismicJob();
    Joint& j = job.joints[0];
    j.actions = {sample::actions("U1", 0, 10e3, 5e6)};
    framing(j, ends::right).span.reset();
    CHECK(head(job) == "F1 is not verified in full.");
    framing(j, ends::right).span = 7000;
    j.seismic->rules = RuleSet::American;
    endPlate(j, ends::right).rows.pop_back(); // three rows are no pattern of theirs
    CHECK(head(job) == "F1 is not verified in full.");
    // European rules that answer give a verdict; what the American ones do not know is listed.
    j.seismic->rules = RuleSet::Both;
    const JointResult both = sample::verified(job);
    CHECK_FALSE(leftOut(both));
    CHECK(both.state != CheckState::NotDone);
    CHECK(leftUnverified(both) == 1);
    // What fails already fails.
    j.seismic->rules = RuleSet::American;
    j.actions = {sample::actions("U1", 0, 10e3, 900e6)};
    CHECK(head(job) == "F1 fails.");
}
