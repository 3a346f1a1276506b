#include "component/capacity.h"
#include "joint/bolt_strength.h"
#include "joint/edit.h"
#include "support/laid_out.h"
#include "support/reference.h"
#include "words/phrases.h"
#include <cmath>
#include <random>

/// Welded ends that are strengthened or taken apart: haunches, ribs, a bolted web, a reduced section.
using namespace zg;

namespace {

constexpr WeldSpec butt{WeldKind::Butt, 5};

Job weldedJob(double M, double N = 0, double V = 80e3, const char* column = "HEB 300", const char* beam = "IPE 400") {
    RecipeInput in;
    in.column = {column, "S355"};
    in.beam = {beam, "S355"};
    in.span = 8000;
    Job job = sample::laidOut(weldedRecipe, in, "W1");
    DirectWeld& w = *findJoining<DirectWeld>(job.joints[0], ends::right);
    w.topWeld = w.bottomWeld = w.webWeld = butt;
    job.joints[0].actions.push_back(sample::actions("U1", N, V, M));
    return job;
}
HaunchSpec haunch(double depth, double length) {
    HaunchSpec h;
    h.depth = depth, h.length = length;
    h.made = HaunchPlates{180, 15, 20}; // web of class 1 or 2 as far as it goes here
    h.flangeWeld = butt;
    return h;
}
RibSpec rib(double height, double length = 200, double thickness = 15) {
    RibSpec r;
    r.height = height, r.length = length, r.thickness = thickness, r.throat = 8;
    return r;
}
void ribs(Job& job, const RibSpec& r) {
    for (const FlangeSide f : {FlangeSide::Top, FlangeSide::Bottom})
        putFitting(job.joints[0], ends::right, Anchor{ends::right, f}, r);
}
FinPlate& boltTheWeb(Job& job) {
    const auto resolved = resolve(job, job.joints[0]);
    REQUIRE(resolved);
    addFitting(job.joints[0], *resolved, {FittingKind::WebPlate, ends::right});
    FinPlate* fin = findFinPlate(job.joints[0], ends::right);
    REQUIRE(fin);
    return *fin;
}
const Check* findCheck(const JointResult& r, CheckCode code) {
    for (const Check& c : r.checks)
        if (c.code == code) return &c;
    return nullptr;
}
double worst(const JointResult& r) {
    double use = 0;
    for (const Check& c : r.checks)
        if (c.group == CheckGroup::Strength) use = std::max(use, c.utilisation);
    return use;
}
bool isRefusedFor(const Job& job, Problem why) {
    const auto r = resolve(job, job.joints[0]);
    if (r) return false;
    return std::any_of(r.error().begin(), r.error().end(), [&](const Diagnostic& d) { return d.code == why; });
}

} // namespace

TEST_CASE("a haunch or a rib that shrinks to nothing leaves the plain welded joint", "[component][strengthened][property]") {
    for (const double M : {200e6, -200e6}) {
        const Job plain = weldedJob(M);
        const JointResult a = sample::verified(plain);
        const ConnectionResult& p = a.connections[0];
        Job tiny = plain;
        framing(tiny.joints[0], ends::right).haunchBelow = haunch(1e-5, 400);
        std::get<HaunchPlates>(framing(tiny.joints[0], ends::right).haunchBelow->made) = {180, 13.5, 10};
        const JointResult b = sample::verified(tiny);
        const ConnectionResult& q = b.connections[0];
        INFO("M " << M);
        for (const auto& [x, y] : {std::pair{p.M_j_Rd, q.M_j_Rd},
                                   {p.stiffness.S_j_ini, q.stiffness.S_j_ini},
                                   {p.F_c_wc_Rd, q.F_c_wc_Rd},
                                   {p.F_c_fb_Rd, q.F_c_fb_Rd},
                                   {p.T_Ed, q.T_Ed},
                                   {p.C_Ed, q.C_Ed}})
            CHECK_SAME(x, y, 1e-6);
        // Heights down to what is understood: the thinnest rib changes next to nothing.
        Job ribbed = plain;
        ribs(ribbed, rib(20, 200, 3));
        const ConnectionResult r = sample::verified(ribbed).connections[0];
        CHECK_SAME(p.M_j_Rd, r.M_j_Rd, 0.04);
        CHECK(r.M_j_Rd >= p.M_j_Rd);
    }
}

TEST_CASE("flanges, ribs and haunches of a welded end are in equilibrium with its actions",
          "[component][strengthened][statics]") {
    std::mt19937 random(7);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    for (int i = 0; i < 300; ++i) {
        const double M = number(50e6, 400e6) * (i % 2 ? 1 : -1), N = number(-300e3, 300e3);
        Job job = weldedJob(M, N, number(-200e3, 200e3));
        const int kind = i % 3;
        Framing& f = framing(job.joints[0], ends::right);
        if (kind == 0) f.haunchBelow = haunch(number(60, 400), number(400, 1200));
        if (kind == 1) ribs(job, rib(number(40, 200), number(100, 400), number(8, 25)));
        if (kind == 2) {
            putFitting(job.joints[0], ends::right, Anchor{ends::right, FlangeSide::Top}, rib(number(40, 200)));
            boltTheWeb(job);
        }
        const JointResult r = sample::verified(job);
        const ConnectionResult& c = r.connections[0];
        const ResolvedJoint resolved = *resolve(job, job.joints[0]);
        const ResolvedSide& s = resolved.main();
        CAPTURE(i, kind, M, N);
        if (c.T_Ed == 0 || c.C_Ed == 0) continue;
        CHECK(c.T_Ed - c.C_Ed == Approx(N).margin(1e-3));
        // About the beam's axis, each force at the centre of what carries it.
        const Section& b = s.beam.section;
        const bool isTopPulled = M > 0;
        const auto arm = [&](bool isTop) {
            if (kind == 0) return isTop ? (b.h - b.t_f) / 2 : s.bottom() - s.bottomFlange() / 2 - b.h / 2;
            const auto& spec = isTop ? s.spec.ribTop : s.spec.ribBottom;
            if (!spec) return (b.h - b.t_f) / 2;
            const double F_r = *spec->height * spec->thickness * 355, k = F_r / (F_r + c.F_c_fb_Rd);
            return (b.h - b.t_f) / 2 + k * (b.t_f + *spec->height) / 2;
        };
        CHECK(c.T_Ed * arm(isTopPulled) + c.C_Ed * arm(!isTopPulled) == Approx(std::abs(M)).epsilon(1e-9));
    }
}

TEST_CASE("a welded haunch above under reversal is one below, and left mirrors right", "[component][strengthened][property]") {
    Job below = weldedJob(250e6, 40e3, 100e3), above = weldedJob(-250e6, 40e3, -100e3);
    framing(below.joints[0], ends::right).haunchBelow = haunch(220, 600);
    framing(above.joints[0], ends::right).haunchAbove = haunch(220, 600);
    const JointResult a = sample::verified(below), b = sample::verified(above);
    CHECK_SAME(a.connections[0].M_j_Rd, b.connections[0].M_j_Rd, 1e-12);
    CHECK_SAME(worst(a), worst(b), 1e-12);
    for (const bool isRibbed : {false, true}) {
        Job right = weldedJob(isRibbed ? -250e6 : 250e6, 40e3, 100e3);
        if (isRibbed)
            ribs(right, rib(110));
        else
            framing(right.joints[0], ends::right).haunchBelow = haunch(220, 600);
        Job left = right;
        copyEnd(left.joints[0], ends::right, ends::left);
        for (ActionSet& s : left.joints[0].actions) {
            const EndForces f = forcesAt(s, ends::right);
            setForces(s, ends::left, f.N, f.V, f.M);
        }
        dropEnd(left.joints[0], ends::right);
        CHECK_SAME(worst(sample::verified(right)), worst(sample::verified(left)), 1e-12);
    }
}

TEST_CASE("what strengthens a welded end never weakens it, and nothing jumps on the way", "[component][strengthened][monotony]") {
    // No more than the column lets: its own limits stay.
    double before = 0;
    for (double depth = 1; depth <= 500; depth += 0.5) {
        Job job = weldedJob(300e6);
        framing(job.joints[0], ends::right).haunchBelow = haunch(depth, 2.5 * depth + 300);
        const double M = sample::verified(job).connections[0].M_j_Rd;
        INFO("depth " << depth);
        if (before > 0) {
            CHECK(M >= before * (1 - 1e-9));
            CHECK(M <= before * 1.006);
        }
        before = M;
    }
    before = 0;
    for (double height = 20; height <= 300; height += 0.5) {
        Job job = weldedJob(300e6);
        ribs(job, rib(height, 2 * height));
        const double M = sample::verified(job).connections[0].M_j_Rd;
        INFO("height " << height);
        if (before > 0) {
            CHECK(M >= before * (1 - 1e-9));
            CHECK(M <= before * 1.01);
        }
        before = M;
    }
    double use = 1e9; // a longer rib turns less of its force across the beam
    for (double length = 100; length <= 500; length += 5) {
        Job job = weldedJob(300e6);
        ribs(job, rib(100, length));
        const JointResult r = sample::verified(job);
        CHECK(findCheck(r, CheckCode::RibOnWeb)->utilisation < use);
        use = findCheck(r, CheckCode::RibOnWeb)->utilisation;
    }
    // Over the axial force, through the point where it turns one flange's force round.
    for (const bool isRibbed : {false, true}) {
        double last = -1;
        for (double N = -1.6e6; N <= 1.6e6; N += 2e3) {
            Job job = weldedJob(120e6, N);
            if (isRibbed)
                putFitting(job.joints[0], ends::right, Anchor{ends::right, FlangeSide::Bottom}, rib(110));
            else
                framing(job.joints[0], ends::right).haunchBelow = haunch(200, 600);
            const double now = worst(sample::verified(job));
            INFO("N " << N << (isRibbed ? " ribbed" : " haunched"));
            if (last >= 0) CHECK(std::abs(now - last) < 0.02);
            last = now;
        }
    }
}

TEST_CASE("ribs at a welded end by hand", "[component][strengthened]") {
    // IPE 400 on HEB 300, S355, ribs 15 x 100 x 200, M = 300 kNm, V = 100 kN; EN factors 1.00 and 1.25.
    Job job = weldedJob(300e6, 0, 100e3);
    ribs(job, rib(100));
    const JointResult r = sample::verified(job);
    // W_pl 1307 cm3: M_c = 464.0; F_c_fb = 464.0/0.3865 = 1200.5; F_r = 100·15·355 = 532.5; k = 0.3073
    CHECK_REFERENCE(r.connections[0].F_c_fb_Rd / 1e3, (Reference{1200.5, 0.6, "kN", "(6.21), W_pl of the table"}));
    // e = 0.3073·(13.5 + 100)/2 = 17.44; z = 386.5 + 34.88 = 421.38; T = 300/0.42138 = 711.95; rib 218.8; across 218.8/2
    CHECK_REFERENCE(r.connections[0].T_Ed / 1e3, (Reference{711.9, 0.3, "kN", "equilibrium of flange and rib"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::RibAtFace)->demand / 1e3, (Reference{289.4, 0.3, "kN", "√(218.8² + 3·109.4²)"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::RibAtFace)->resistance / 1e3, (Reference{532.5, 0.05, "kN", "(6.6): 100·15·355"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::RibShear)->demand / 1e3, (Reference{394.4, 0.4, "kN", "√(3·218.8² + 109.4²)"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::RibShear)->resistance / 1e3, (Reference{1065, 0.05, "kN", "200·15·355"}));
    // At the face: 218.8/(√2·2·8·100) = 96.7, 109.4/(2·8·100) = 68.4: √(4·96.7² + 3·68.4²); limit 490/(0.9·1.25)
    CHECK_REFERENCE(findCheck(r, CheckCode::RibWeld)->demand, (Reference{226.9, 0.3, "MPa", "4.5.3.2"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::RibWeld)->resistance, (Reference{435.6, 0.05, "MPa", "4.5.3.2(6)"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::RibOnWeb)->resistance / 1e3, (Reference{610.6, 0.05, "kN", "200·8.6·355"}));
    // Both ribs push the beam up: 100 − 2·109.4 = −118.8
    CHECK_REFERENCE(findCheck(r, CheckCode::RibbedWebShear)->demand / 1e3, (Reference{118.8, 0.2, "kN", "equilibrium"}));
}

TEST_CASE("a bolted web: flanges carry the couple, the plate the shear, by hand", "[component][strengthened]") {
    Job job = weldedJob(200e6, 30e3, 90e3);
    FinPlate& fin = boltTheWeb(job);
    fin = FinPlate{};
    fin.thickness = 12, fin.depth = 220, fin.top = 90, fin.gap = 10, fin.firstLine = 60, fin.edge = 45, fin.rows = 3;
    fin.firstRow = 40, fin.pitch = 70, fin.throat = 7, fin.steel = "S355";
    const JointResult r = sample::verified(job);
    const ConnectionResult& c = r.connections[0];
    CHECK_REFERENCE(c.F_c_fb_Rd / 1e3, (Reference{862.65, 0.01, "kN", "180·13.5·355: the flange alone"}));
    // N goes to the flanges however small: 200/0.3865 + 15, 200/0.3865 − 15
    CHECK_REFERENCE(c.T_Ed / 1e3, (Reference{532.5, 0.05, "kN", "equilibrium"}));
    CHECK_REFERENCE(c.C_Ed / 1e3, (Reference{502.5, 0.05, "kN", "equilibrium"}));
    CHECK(findCheck(r, CheckCode::WeldWeb) == nullptr);
    // Three bolts at 60 mm: vertical 30, horizontal 90·60/(2·70) = 38.57
    CHECK_REFERENCE(findCheck(r, CheckCode::BoltShearGroup)->demand / 1e3, (Reference{48.86, 0.02, "kN", "√(30² + 38.57²)"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::FinPlateGross)->resistance / 1e3,
                    (Reference{426.0, 0.1, "kN", "220·12·355/(1.27·√3)"}));
    CHECK(findCheck(r, CheckCode::NotDoneFinMoment) == nullptr);
    CHECK(findCheck(r, CheckCode::FinDuctility) == nullptr); // it need not turn
    // Its joint is no stronger than the one with a welded web.
    Job welded = weldedJob(200e6, 0, 90e3), bolted = job;
    bolted.joints[0].actions = welded.joints[0].actions;
    CHECK(sample::verified(bolted).connections[0].M_j_Rd <= sample::verified(welded).connections[0].M_j_Rd);
}

TEST_CASE("bolts of a fin plate that must not slip: by hand", "[component][strengthened][slip]") {
    Job job = weldedJob(200e6, 30e3, 90e3);
    FinPlate& fin = boltTheWeb(job);
    fin = FinPlate{};
    fin.depth = 220, fin.top = 90, fin.firstLine = 60, fin.firstRow = 40, fin.pitch = 70;
    fin.size = "M20 HV", fin.grade = "10.9", fin.surface = FrictionClass::B;
    CHECK(findCheck(sample::verified(job), CheckCode::BoltSlip) == nullptr);
    CHECK(findCheck(sample::verified(job), CheckCode::NotDoneBoltSlip));
    fin.slip = SlipLimit::Ultimate;
    const JointResult r = sample::verified(job);
    CHECK_REFERENCE(findCheck(r, CheckCode::BoltSlip)->demand / 1e3, (Reference{48.86, 0.02, "kN", "most loaded bolt"}));
    // 0.7·1000·245 = 171.5; 0.4·171.5/1.25
    CHECK_REFERENCE(findCheck(r, CheckCode::BoltSlip)->resistance / 1e3,
                    (Reference{54.88, 0.01, "kN", "EN 1993-1-8:2005 (3.6)"}));
    CHECK(findCheck(r, CheckCode::NotDoneBoltSlip) == nullptr);
    job.joints[0].seismic.emplace(); // whose bolts are to be preloaded (EN 1998-1:2004 6.5.5(5))
    CHECK(findCheck(sample::verified(job), CheckCode::BoltsPreloaded)->state == CheckState::Within);
    fin.slip.reset();
    CHECK(findCheck(sample::verified(job), CheckCode::BoltsPreloaded)->state == CheckState::Over);
    job.joints[0].seismic.reset();
    fin.slip = SlipLimit::Serviceability; // and nothing of that kind acts
    CHECK(findCheck(sample::verified(job), CheckCode::NotDoneSlipNoSets));
    fin.size = "M20";
    CHECK(isRefusedFor(job, Problem::NotPreloadable));
}

TEST_CASE("a splice whose bolts must not slip has no slip left undone", "[component][splice][slip]") {
    RecipeInput in;
    in.beam = {"IPE 400", "S355"};
    Job job = sample::laidOut(spliceRecipe, in, "S1");
    job.joints[0].actions.push_back(sample::actions("U1", 0, 40e3, 100e6));
    CHECK(findCheck(sample::verified(job), CheckCode::NotDoneBoltSlip));
    for (Connection& c : job.joints[0].connections) {
        EndPlate& plate = std::get<EndPlate>(c.how);
        plate.bolts.slip = SlipLimit::Ultimate;
        plate.bolts.size = "M24 HV", plate.bolts.grade = "10.9";
    }
    const JointResult r = sample::verified(job);
    CHECK(findCheck(r, CheckCode::BoltSlip));
    CHECK(findCheck(r, CheckCode::NotDoneBoltSlip) == nullptr);
}

TEST_CASE("a reduced section in given sets: by hand, by both rules", "[component][strengthened][reduced]") {
    Job job = weldedJob(220e6, 0, 100e3);
    Framing& f = framing(job.joints[0], ends::right);
    f.cutFrom = 100, f.cutLength = 280, f.cutDepth = 40;
    job.settings.rules = RuleSet::Both;
    const JointResult r = sample::verified(job);
    // At 240 mm: 220 − 24 = 196; W = 1307 − 2·40·13.5·386.5·1e-3 = 889.6 cm3
    CHECK_REFERENCE(findCheck(r, CheckCode::MemberAtCut)->demand / 1e6, (Reference{196.0, 1e-6, "kNm", "equilibrium"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::MemberAtCut)->resistance / 1e6, (Reference{315.8, 0.3, "kNm", "889.6·355"}));
    CHECK_REFERENCE(findCheck(r, CheckCode::UsBeamAtCut)->resistance / 1e6, (Reference{284.2, 0.3, "kNm", "0.9·889.6·355"}));
    // Nothing of it without a cut, and a shallow cut leaves the whole beam.
    f.cutDepth = 0.1;
    CHECK_SAME(findCheck(sample::verified(job), CheckCode::MemberAtCut)->resistance / 1e6, 464.0, 0.002);
    f.cutFrom = f.cutLength = f.cutDepth = std::nullopt;
    CHECK(findCheck(sample::verified(job), CheckCode::MemberAtCut) == nullptr);
}

TEST_CASE("intermediate frames may bolt the web of a reduced beam, special ones may not", "[component][strengthened][american]") {
    Job job = weldedJob(100e6, 0, 60e3, "HEM 300", "IPE 360");
    Joint& j = job.joints[0];
    Framing& f = framing(j, ends::right);
    f.cutFrom = 100, f.cutLength = 270, f.cutDepth = 35, f.gravityLoad = 10;
    through(j).storeyHeight = 4000;
    j.seismic.emplace();
    j.seismic->rules = RuleSet::American;
    FinPlate& fin = boltTheWeb(job);
    fin.size = "M24 HV", fin.grade = "10.9", fin.throat = 8, fin.thickness = 12;
    const auto state = [&](CheckCode code) {
        const JointResult r = sample::verified(job);
        const Check* c = findCheck(r, code);
        REQUIRE(c);
        return c->state;
    };
    CHECK(state(CheckCode::UsWebPlateSlip) == CheckState::Over);
    fin.slip = SlipLimit::Ultimate;
    CHECK(state(CheckCode::UsWebPlateSlip) == CheckState::Within);
    CHECK(state(CheckCode::UsReducedWeb) == CheckState::Within);
    j.seismic->ductility = Ductility::High;
    CHECK(state(CheckCode::UsReducedWeb) == CheckState::Over);
    j.seismic->ductility = Ductility::Medium;
    // Legs of three quarters of 12 mm are 9 mm: throats of 6.364.
    fin.throat = 6.36;
    CHECK(state(CheckCode::UsWebPlateFillet) == CheckState::Over);
    fin.throat = 6.37;
    CHECK(state(CheckCode::UsWebPlateFillet) == CheckState::Within);
    const JointResult r = sample::verified(job);
    for (const CheckCode code : {CheckCode::UsBoltShear, CheckCode::UsBoltSlip, CheckCode::UsBearing, CheckCode::UsWebPlateYield,
                                 CheckCode::UsWebPlateRupture, CheckCode::UsWebPlateBlock, CheckCode::UsWebPlateWeld})
        CHECK(findCheck(r, code));
    // Haunches and ribs are not of these rules, and that is said.
    ribs(job, rib(100));
    CHECK(findCheck(sample::verified(job), CheckCode::NotDoneUsLayout));
}

TEST_CASE("hinges form beyond what strengthens a welded end", "[component][strengthened][capacity]") {
    const auto hingeAt = [](Job& job) {
        job.joints[0].seismic.emplace();
        through(job.joints[0]).storeyHeight = 4000;
        const JointResult r = sample::verified(job);
        REQUIRE_FALSE(r.ladders.empty());
        return r.ladders[0].hingeAt;
    };
    Job ribbed = weldedJob(100e6), haunched = weldedJob(100e6), plain = weldedJob(100e6);
    ribs(ribbed, rib(100, 180));
    framing(haunched.joints[0], ends::right).haunchBelow = haunch(200, 500);
    CHECK(hingeAt(plain) == 0);
    CHECK(hingeAt(ribbed) == Approx(180));
    // The first section to yield: at the toe, or close to it where the haunch grows more slowly than the moment.
    CHECK(hingeAt(haunched) > 400);
    CHECK(hingeAt(haunched) <= 500);
    // Beside a hinge the end itself stays below its strength: neither flange nor rib is let off.
    const JointResult r = sample::verified(ribbed);
    CHECK(std::any_of(r.checks.begin(), r.checks.end(), [&](const Check& c) {
        return c.code == CheckCode::RibAtFace && c.set >= r.givenSets && c.utilisation > 0.5;
    }));
    CHECK(std::any_of(r.checks.begin(), r.checks.end(), [&](const Check& c) {
        return c.code == CheckCode::FlangeBreadth && c.set >= r.givenSets && c.utilisation > 0.5;
    }));
}

TEST_CASE("what does not go together at a welded end is refused in words", "[component][strengthened][refusal]") {
    Job job = weldedJob(100e6);
    ribs(job, rib(100));
    CHECK(resolve(job, job.joints[0]));
    Job other = job;
    framing(other.joints[0], ends::right).haunchBelow = haunch(200, 500);
    CHECK(isRefusedFor(other, Problem::RibAtHaunch));
    other = job;
    framing(other.joints[0], ends::right).slope = 0.1;
    CHECK(isRefusedFor(other, Problem::RibOnSlope));
    other = job;
    findFitting<RibSpec>(other.joints[0], Anchor{ends::right, FlangeSide::Top})->height.reset();
    CHECK(isRefusedFor(other, Problem::RibWithoutHeight));
    other = weldedJob(100e6);
    boltTheWeb(other);
    framing(other.joints[0], ends::right).slope = 0.1;
    CHECK(isRefusedFor(other, Problem::WebPlateOnSlope));
    framing(other.joints[0], ends::right).slope = 0;
    framing(other.joints[0], ends::right).haunchBelow = haunch(200, 500);
    CHECK(isRefusedFor(other, Problem::WebPlateAtHaunch));
    Job plate = sample::extendedJob();
    RibSpec r = rib(100);
    fitting<RibSpec>(plate.joints[0], ends::right, FlangeSide::Top) = r;
    CHECK(isRefusedFor(plate, Problem::RibHeightOfPlate));
}

TEST_CASE("strengthened welded joints drawn wide: finite with a clause, or refused in words, and tracing changes no bit",
          "[component][strengthened][random]") {
    std::mt19937 random(2027);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    const auto pick = [&](std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(random); };
    const auto& all = catalogueSections();
    const char* steels[] = {"S235", "S275", "S355", "S460N", "A992"};
    const char* sizes[] = {"M12", "M16", "M20 HV", "M24 HV", "M30", "1 in"};
    const char* grades[] = {"8.8", "10.9", "A-120", "B-150"};
    int finite = 0, refused = 0;
    for (int i = 0; i < 1500; ++i) {
        RecipeInput in;
        in.column = {all[pick(all.size())].designation, steels[pick(5)]};
        in.beam = {all[pick(all.size())].designation, steels[pick(5)]};
        if (pick(3) == 0) in.other = MemberSpec{all[pick(all.size())].designation, "S355"};
        if (pick(4)) in.span = std::pow(10, number(2.5, 4.6));
        Joint j;
        j.id = j.mark = "R1";
        REQUIRE(layOut(j, weldedRecipe, Job{}, in));
        for (const EndId end : framingEnds(j)) {
            Framing& f = framing(j, end);
            DirectWeld& w = *findJoining<DirectWeld>(j, end);
            if (pick(2)) w.topWeld = w.bottomWeld = w.webWeld = butt;
            const std::size_t kind = pick(6);
            const auto spec = [&] {
                HaunchSpec h = haunch(std::pow(10, number(-3, 3.3)), std::pow(10, number(1.2, 3.8)));
                h.made = HaunchPlates{number(25, 600), number(3, 80), number(3, 40)};
                if (pick(2)) h.toeStiffener = WebStiffenerSpec{};
                if (pick(2)) h.webWeld = butt;
                return h;
            };
            if (kind == 0 || kind == 1) f.haunchBelow = spec();
            if (kind == 1) f.haunchAbove = spec();
            const auto ribAt = [&](FlangeSide flange) {
                RibSpec r = rib(number(20, 600), number(20, 900), number(3, 60));
                r.throat = number(2, 20);
                putFitting(j, end, Anchor{end, flange}, r);
            };
            if (kind == 2 || kind == 3) ribAt(FlangeSide::Top);
            if (kind == 3) ribAt(FlangeSide::Bottom);
            if (kind >= 3 && pick(2)) {
                FinPlate fin;
                fin.thickness = number(4, 40), fin.depth = number(60, 900), fin.top = number(0, 200), fin.gap = number(0, 60);
                fin.firstLine = number(20, 200), fin.lines = 1 + static_cast<int>(pick(2)),
                fin.rows = 1 + static_cast<int>(pick(8));
                fin.pitch = number(30, 150), fin.size = sizes[pick(6)], fin.grade = grades[pick(4)];
                if (pick(3) == 0) fin.slip = static_cast<SlipLimit>(pick(2));
                w.webPlate = fin;
            }
            if (kind > 1 && pick(3) == 0) f.cutFrom = number(0, 400), f.cutLength = number(50, 900), f.cutDepth = number(1, 60);
            if (pick(2)) f.gravityLoad = number(-5, 200);
        }
        if (pick(2)) through(j).storeyHeight = number(1000, 9000);
        if (pick(4) == 0) through(j).endAbove = number(-100, 400);
        if (pick(2)) {
            j.seismic.emplace();
            j.seismic->rules = static_cast<RuleSet>(pick(3));
            j.seismic->ductility = static_cast<Ductility>(pick(2));
        }
        for (const char* id : {"U1", "U2"}) {
            ActionSet set = sample::actions(id, number(-2e6, 2e6), number(-1e6, 1e6), number(-2e9, 2e9));
            if (framingEnds(j).size() > 1) setForces(set, ends::left, number(-1e6, 1e6), number(-5e5, 5e5), number(-1e9, 1e9));
            j.actions.push_back(set);
        }
        j.actions[1].kind = static_cast<SetKind>(pick(3));
        Job job = sample::jobOf(j);
        job.settings.rules = static_cast<RuleSet>(pick(3));
        const auto resolved = resolve(job, j);
        if (!resolved) {
            ++refused;
            CHECK_FALSE(sentenceOf(resolved.error().front()).empty());
            continue;
        }
        ++finite;
        const JointResult r = verify(*resolved, 0);
        const TracedVerification traced = verifyTraced(*resolved, 0);
        CAPTURE(i, in.beam.section, in.column.section);
        REQUIRE(r.checks.size() == traced.result.checks.size());
        bool isSame = true, isFinite = true;
        for (std::size_t k = 0; k < r.checks.size(); ++k) {
            const Check& c = r.checks[k];
            isSame = isSame && c.demand == traced.result.checks[k].demand && c.resistance == traced.result.checks[k].resistance;
            if (!(std::isfinite(c.demand) && std::isfinite(c.resistance) && c.utilisation >= 0 &&
                  (c.group == CheckGroup::Detailing || c.resistance >= 0) && (*c.clause || c.group == CheckGroup::NotDone))) {
                UNSCOPED_INFO(titleOf(c, true) << " " << c.demand << " " << c.resistance << " " << c.clause);
                isFinite = false;
            }
        }
        CHECK(isSame);
        CHECK(isFinite);
        for (const ConnectionResult& c : r.connections) CHECK((std::isfinite(c.M_j_Rd) && c.M_j_Rd >= 0));
    }
    CHECK(finite > 700);
    CHECK(refused > 50);
}
