#include "component/haunch.h"
#include "component/haunch_section.h"
#include "component/side_model.h"
#include "component/welds.h"
#include "joint/haunch_edit.h"
#include "support/laid_out.h"
#include "support/reference.h"
#include <cmath>
#include <random>

/// Haunched ends: statics of every cut, limits, symmetries, and rival derivations of what is new in them.
using namespace zg;

namespace {

constexpr double degree = 0.017453292519943295;

Job haunchedJob(const Recipe& recipe, const char* column, const char* beam, double slope, double M = 400e6, double N = -90e3,
                double V = 120e3) {
    RecipeInput in;
    in.column = {column, "S355"};
    in.beam = {beam, "S355"};
    in.slope = slope;
    in.otherSlope = slope;
    in.span = 20000;
    Job job = sample::laidOut(recipe, in, "E1");
    job.joints[0].actions.push_back(sample::actions("U1", N, V, M));
    return job;
}

HaunchSpec& haunchOf(Job& job, EndId end = ends::right) { return *framing(job.joints[0], end).haunchBelow; }

ResolvedJoint resolvedOf(const Job& job) {
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    return *r;
}

const Check* findCheck(const JointResult& r, CheckCode code, int set = 0) {
    for (const Check& c : r.checks)
        if (c.code == code && (c.set == set || c.set < 0)) return &c;
    return nullptr;
}

} // namespace

TEST_CASE("cuts of a haunched end are in equilibrium with its actions, over slopes and both senses",
          "[component][haunch][statics]") {
    std::mt19937 random(12);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    int counted = 0;
    for (double slope = -20; slope <= 30; slope += 2.5) {
        for (int k = 0; k < 4; ++k) {
            Job job = haunchedJob(eavesRecipe, "HEB 300", "IPE 450", slope * degree, (k % 2 ? -1 : 1) * number(50e6, 500e6),
                                  number(-200e3, 100e3), number(-150e3, 200e3));
            job.joints[0].actions[0].id = "U1";
            const ResolvedJoint r = resolvedOf(job);
            const ResolvedSide& s = r.main();
            const JointResult result = verify(r, 0);
            const ConnectionResult& c = result.connections[0];
            const FaceForces& f = c.forces;
            const EndForces given = job.joints[0].actions[0].forces[0];
            INFO("slope " << slope << " set " << k);
            // Projection on the plate: both frames have the same resultant.
            CHECK(std::hypot(f.N, f.V) == Approx(std::hypot(given.N, given.V)).epsilon(1e-12));
            // Plate: rows less compression is N_j; about the axis they are M.
            const SideModel m = makeSideModel(r, ends::right, c.isReversed);
            double sum = 0, moment = 0;
            for (const RowResult& row : c.rows) sum += row.F_r_Ed;
            for (const RowResult& row : c.rows) moment += row.F_r_Ed * (row.h_r - (m.centreOfCompression() - m.axis));
            const double z_a = m.centreOfCompression() - m.axis;
            if (c.C_Ed > 0 && sum > 0) {
                ++counted;
                CHECK(std::abs(sum - c.C_Ed - f.N) <= 1e-9 * (c.C_Ed + std::abs(f.N)));
                CHECK(std::abs(moment + c.C_Ed * z_a - c.M_Ed) <= 1e-9 * std::abs(c.M_Ed));
            }
            // Along the plate: webs and what both flanges bring by their slope.
            const double V_web = webShear(m, f.V, c.T_Ed, c.C_Ed);
            CHECK(std::abs(V_web + c.C_Ed * m.compressionFlange().tan - c.T_Ed * m.tensionFlange().tan - f.V) <=
                  1e-9 * (std::abs(f.V) + c.C_Ed));
            // Toe: the same wrench at another place, in vectors of the frame.
            const ResolvedHaunch& h = *s.haunchBelow;
            const HaunchForces cut = haunchForces(s, h, f, c.C_Ed);
            const double t = slope * degree, sin = std::sin(t), cos = std::cos(t);
            const double Fx = given.N * cos + given.V * sin, Fz = given.N * sin - given.V * cos; // on the joint, pulling away +
            // From the axis at the column's face to the section at the toe.
            const double x = s.spec.plate.thickness + cut.toToe * cos, z = cut.toToe * sin;
            const double M_toe = given.M - (x * -Fz + z * Fx);
            CHECK(std::abs(cut.toe.M - M_toe) <= 1e-9 * (std::abs(given.M) + std::abs(M_toe)));
            CHECK(cut.toe.N == Approx(given.N).margin(1e-6));
            CHECK(cut.toe.V == Approx(given.V).margin(1e-6));
            // The toe lies on the member's lower face at the haunch's length.
            const double faceX = x + s.beam.section.h / 2 * sin - s.spec.plate.thickness;
            CHECK(faceX == Approx(h.spec.length).epsilon(1e-12));
            // Along the weld: the flange's force at the plate is what came in at the toe and through the weld, as vectors.
            const double a = h.alpha;
            const double along = cut.atToe * std::cos(a) + cut.along, across = cut.atToe * std::sin(a) + cut.across;
            CHECK(std::abs(std::hypot(along, across) - std::abs(cut.atPlate)) <= 1e-9 * std::abs(cut.atPlate));
            CHECK(std::abs(cut.kink - cut.memberFlange * std::tan(a)) <= 1e-9 * std::abs(cut.memberFlange));
            // Column panel: its shear is half of tension and compression for beta = 1.
            const Check* panel = findCheck(result, CheckCode::ColumnWebShear);
            if (panel && c.C_Ed > 0) CHECK(std::abs(panel->demand - c.beta * (c.T_Ed + c.C_Ed) / 2) <= 1e-9 * panel->demand);
        }
    }
    CHECK(counted > 60);
}

TEST_CASE("a haunch that shrinks to nothing leaves the plain joint", "[component][haunch]") {
    for (const double slope : {0.0, 8.0, -6.0}) {
        for (const double M : {300e6, -300e6}) {
            Job plain = haunchedJob(eavesRecipe, "HEB 300", "IPE 450", slope * degree, M, 0, 90e3);
            HaunchSpec h = haunchOf(plain);
            framing(plain.joints[0], ends::right).haunchBelow.reset();
            EndPlate& plate = endPlate(plain.joints[0], ends::right);
            while (plate.rows.back().position > 400) plate.rows.pop_back();
            BoltRowSpec low;
            low.position = 380;
            plate.rows.push_back(low);
            Job tiny = plain;
            h.depth = 1e-5;
            h.flangeWeld = plate.bottomWeld;
            h.toeWeld.kind = WeldKind::Butt;
            framing(tiny.joints[0], ends::right).haunchBelow = h;
            const JointResult a = sample::verified(plain), b = sample::verified(tiny);
            INFO("slope " << slope << " M " << M);
            const ConnectionResult &p = a.connections[0], &q = b.connections[0];
            CHECK_SAME(p.M_j_Rd, q.M_j_Rd, 1e-6);
            CHECK_SAME(p.stiffness.S_j_ini, q.stiffness.S_j_ini, 1e-6);
            CHECK_SAME(p.F_c_fb_Rd, q.F_c_fb_Rd, 1e-6);
            CHECK_SAME(p.F_c_wc_Rd, q.F_c_wc_Rd, 1e-6);
            CHECK_SAME(p.V_wp_Rd, q.V_wp_Rd, 1e-6);
            REQUIRE(p.rows.size() == q.rows.size());
            for (std::size_t i = 0; i < p.rows.size(); ++i) CHECK_SAME(p.rows[i].F_tr_Rd, q.rows[i].F_tr_Rd, 1e-6);
            for (const CheckCode code : {CheckCode::WeldTensionFlange, CheckCode::WeldCompressionFlange, CheckCode::WeldWeb})
                CHECK_SAME(findCheck(a, code)->utilisation, findCheck(b, code)->utilisation, 1e-5);
        }
    }
}

TEST_CASE("an apex without a kink is a straight splice", "[component][haunch][splice]") {
    const auto at = [](double slope) {
        Job job = haunchedJob(apexRecipe, "", "IPE 400", 0, -250e6, 0, 0);
        for (const EndId end : {ends::right, ends::left}) framing(job.joints[0], end).slope = slope;
        return sample::verified(job).connections[0];
    };
    const ConnectionResult a = at(0), b = at(-1e-8);
    CHECK_SAME(a.M_j_Rd, b.M_j_Rd, 1e-6);
    CHECK_SAME(a.stiffness.S_j_ini, b.stiffness.S_j_ini, 1e-6);
    CHECK_SAME(a.F_c_fb_Rd, b.F_c_fb_Rd, 1e-6);
}

TEST_CASE("a haunch above under reversal is a haunch below", "[component][haunch]") {
    Job below = haunchedJob(haunchedBeamRecipe, "HEB 300", "IPE 450", 0, 400e6, -60e3, 100e3);
    Job above = below;
    Joint& j = above.joints[0];
    Framing& f = framing(j, ends::right);
    std::swap(f.haunchBelow, f.haunchAbove);
    EndPlate& plate = endPlate(j, ends::right);
    const double h = 450;
    for (BoltRowSpec& r : plate.rows) r.position = h - r.position;
    std::swap(plate.plate.above, plate.plate.below);
    std::swap(plate.topWeld, plate.bottomWeld);
    sortRows(plate);
    for (Fitting& s : j.fittings)
        if (s.at) s.at->flange = s.at->flange == FlangeSide::Top ? FlangeSide::Bottom : FlangeSide::Top;
    j.actions[0].forces[0].M *= -1;
    j.actions[0].forces[0].V *= -1;
    const JointResult a = sample::verified(below), b = sample::verified(above);
    CHECK_SAME(a.connections[0].M_j_Rd, b.connections[0].M_j_Rd, 1e-12);
    CHECK_SAME(a.connections[0].stiffness.S_j_ini, b.connections[0].stiffness.S_j_ini, 1e-12);
    for (const CheckCode code :
         {CheckCode::HaunchCompression, CheckCode::HaunchWebShear, CheckCode::HaunchWeld, CheckCode::HaunchToeCompression,
          CheckCode::MemberAtToe, CheckCode::MemberAtEnd, CheckCode::HaunchEndShear, CheckCode::WeldInnerFlange}) {
        REQUIRE(findCheck(a, code));
        REQUIRE(findCheck(b, code));
        INFO(static_cast<int>(code));
        CHECK_SAME(findCheck(a, code)->utilisation, findCheck(b, code)->utilisation, 1e-9);
    }
}

TEST_CASE("left and right haunched ends are mirror images", "[component][haunch]") {
    Job right = haunchedJob(eavesRecipe, "HEB 300", "IPE 450", 8 * degree);
    Job left = haunchedJob(valleyRecipe, "HEB 300", "IPE 450", 8 * degree);
    Joint& j = left.joints[0];
    dropEnd(j, ends::right);
    j.actions[0].forces.clear();
    forcesOf(j.actions[0], ends::left) = right.joints[0].actions[0].forces[0];
    j.actions[0].forces[0].end = ends::left;
    through(j).endAbove = through(right.joints[0]).endAbove;
    const JointResult a = sample::verified(right), b = sample::verified(left);
    CHECK_SAME(a.utilisation, b.utilisation, 1e-12);
    CHECK_SAME(a.connections[0].M_j_Rd, b.connections[0].M_j_Rd, 1e-12);
    CHECK_SAME(a.connections[0].stiffness.S_j_ini, b.connections[0].stiffness.S_j_ini, 1e-12);
}

TEST_CASE("twice as large in every length, four times the force, eight times the moment", "[component][haunch]") {
    // A rolled-like section of the user's own, shallow enough that both stay below 600 mm with their haunch (the 20 %
    // of 6.2.6.7).
    const auto at = [](double k) {
        Job job = haunchedJob(eavesRecipe, "HEB 200", "IPE 200", 8 * degree, 10e6, -5e3, 10e3);
        CustomSection beam, column;
        beam.designation = "Kelp beam", beam.isWelded = false;
        beam.h = 140 * k, beam.b = 80 * k, beam.t_w = 6 * k, beam.t_f = 8 * k, beam.rootRadius = 8 * k;
        column.designation = "Kelp column", column.isWelded = false;
        column.h = 150 * k, column.b = 150 * k, column.t_w = 8 * k, column.t_f = 12 * k, column.rootRadius = 10 * k;
        job.sections = {beam, column};
        Joint& j = job.joints[0];
        findMember(j, ends::right)->section = beam.designation;
        throughMember(j)->section = column.designation;
        HaunchSpec& h = haunchOf(job);
        h.made = Cutting{beam.designation};
        h.depth = 100 * k, h.length = 300 * k, h.throat = 4 * k, h.flangeWeld.throat = 6 * k, h.webWeld.throat = 4 * k;
        EndPlate& e = endPlate(j, ends::right);
        e.plate.thickness = 12 * k, e.plate.width = 110 * k, e.plate.above = 50 * k, e.plate.below = 12 * k;
        e.bolts.size = k == 1 ? "M12" : "M24", e.bolts.gauge = 60 * k;
        e.topWeld.throat = e.bottomWeld.throat = 6 * k, e.webWeld.throat = 4 * k;
        e.rows.clear();
        for (const double p : {-25.0, 40.0, 180.0, 215.0}) {
            BoltRowSpec row;
            row.position = p * k;
            e.rows.push_back(row);
        }
        for (Fitting& f : j.fittings)
            if (auto* s = std::get_if<StiffenerSpec>(&f.how)) s->thickness = 10 * k, s->throat = 4 * k;
        through(j).endAbove = 60 * k;
        EndForces& f = j.actions[0].forces[0];
        f.N *= k * k, f.V *= k * k, f.M *= k * k * k;
        return sample::verified(job);
    };
    const JointResult one = at(1), two = at(2);
    // Bolts do not scale exactly (areas of the thread, washers): everything else does.
    for (const CheckCode code : {CheckCode::HaunchCompression, CheckCode::ColumnWebShear, CheckCode::MemberAtToe,
                                 CheckCode::MemberAtEnd, CheckCode::HaunchToeCompression})
        CHECK_SAME(findCheck(two, code)->resistance / findCheck(one, code)->resistance,
                   code == CheckCode::MemberAtToe   ? 8.0
                   : code == CheckCode::MemberAtEnd ? 1.0
                                                    : 4.0,
                   1e-9);
}

TEST_CASE("the haunched section's resistance is that of its fibres", "[component][haunch]") {
    // Rival: 200,000 fibres along the plate, the plastic axis by bisection on the sum of forces; elastic by transformed areas.
    std::mt19937 random(5);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    for (int trial = 0; trial < 12; ++trial) {
        Job job = haunchedJob(eavesRecipe, "HEB 400", "IPE 500", number(-15, 25) * degree);
        HaunchSpec& spec = haunchOf(job);
        spec.depth = number(60, 700), spec.length = number(700, 2500);
        spec.made = HaunchPlates{number(120, 260), number(10, 30), number(6, 16)};
        spec.steel = trial % 2 ? "S275" : "S355";
        const ResolvedJoint r = resolvedOf(job);
        const ResolvedSide& s = r.main();
        const ResolvedHaunch& h = *s.haunchBelow;
        for (const bool isReversed : {false, true}) {
            const HaunchedSection got = haunchedSection(makeSideModel(r, ends::right, isReversed));
            // From the top down, whatever the sense.
            const double c = s.cosSlope, D = s.bottom();
            const auto q = [&](double y) { // normal force a length at yield
                const Section& b = s.beam.section;
                if (y < s.flange) return b.b * s.beam.steel.f_y * c * c;
                if (y < s.depth && y < D - h.flange) return b.t_w * s.beam.steel.f_y * c * c;
                if (y < D - h.flange) return h.t_w * h.steel.f_y * h.cos * h.cos;
                return h.b * h.steel.f_y * h.cos * h.cos;
            };
            const int n = 200000;
            double total = 0;
            for (int i = 0; i < n; ++i) total += q(D * (i + 0.5) / n) * D / n;
            double sum = 0, axis = 0, M = 0;
            for (int i = 0; i < n && sum < total / 2; ++i) sum += q(axis = D * (i + 0.5) / n) * D / n;
            for (int i = 0; i < n; ++i) M += q(D * (i + 0.5) / n) * D / n * std::abs(D * (i + 0.5) / n - axis);
            INFO("trial " << trial);
            CHECK_SAME(got.plastic, M, 2e-4);
            CHECK_SAME(isReversed ? D - got.neutral : got.neutral, axis, 1e-3);
            CHECK_SAME(got.squash, total, 2e-4);
        }
    }
}

TEST_CASE("fillets of a flange on a slope: stresses resolved on each throat", "[component][haunch][welds]") {
    // Flange 190 x 14.6 at 25 degrees, a 8, S355 (f_u 490, beta_w 0.9), web 9.4, root 21; force F along the flange, half on each
    // side as their strengths. By hand, angle between flange and face 65 degrees inside (outer side obtuse: 115).
    const Settings s;
    FlangeInput f;
    f.b = 190, f.t = 14.6, f.web = 9.4, f.root = 21;
    f.steel.f_y = 355, f.steel.f_u = 490, f.steel.beta_w = 0.9;
    f.weld = {WeldKind::Fillet, 8};
    f.tan = std::tan(25 * degree), f.cos = std::cos(25 * degree), f.lean = -f.tan; // a lower flange rising away: outside obtuse
    Workings<double> w;
    const double got = flangeWeldResistance(w, f, f.steel, s);
    const auto fillet = [&](double corner, double length) {
        // For a unit force a length along the flange: normal to the throat sin(corner/2), across it cos(corner/2).
        const double sigma = std::sin(corner / 2) / 8, tau = std::cos(corner / 2) / 8;
        const double limit = 490 / (0.9 * 1.25);
        return length * std::min(limit / std::sqrt(sigma * sigma + 3 * tau * tau), 0.9 * 490 / 1.25 / sigma);
    };
    const double hand = std::cos(25 * degree) * (fillet(115 * degree, 190) + fillet(65 * degree, 190 - 9.4 - 42));
    CHECK_REFERENCE(got / 1000, (Reference{hand / 1000, 1e-6, "kN", "EN 1993-1-8:2005 4.5.3.2(6) on each throat"}));
    // Level: the usual formula.
    f.tan = f.lean = 0, f.cos = 1;
    CHECK_REFERENCE(flangeWeldResistance(w, f, f.steel, s) / 1000,
                    (Reference{8 * (2 * 190 - 9.4 - 42) * 490 / (std::sqrt(2.0) * 0.9 * 1.25) / 1000, 1e-6, "kN",
                               "EN 1993-1-8:2005 4.5.3.2(6), sigma_perp = tau_perp"}));
}

TEST_CASE("what moves a haunched joint moves it the right way, without jumps", "[component][haunch][monotony]") {
    Job job = haunchedJob(eavesRecipe, "HEB 300", "IPE 450", 8 * degree, 500e6);
    double before = 0;
    for (double depth = 100; depth <= 400; depth += 0.5) {
        Job at = job;
        haunchOf(at).depth = depth;
        EndPlate& e = endPlate(at.joints[0], ends::right);
        while (e.rows.back().position > 460) e.rows.pop_back(); // the lower rows would run into the haunch's flange
        const ConnectionResult c = sample::verified(at).connections[0];
        INFO("depth " << depth);
        if (before > 0) {
            CHECK(c.M_j_Rd >= before * (1 - 1e-9));
            CHECK(c.M_j_Rd <= before * 1.01);
        }
        before = c.M_j_Rd;
    }
    // A longer haunch is flatter: less crosses the beam's web at its toe, and less moment is left there.
    double toe = 1e9, member = 1e9;
    for (double length = 700; length <= 2400; length += 10) {
        Job at = job;
        haunchOf(at).length = length;
        const JointResult r = sample::verified(at);
        const double t = findCheck(r, CheckCode::HaunchToeCompression)->demand, b = findCheck(r, CheckCode::MemberAtToe)->demand;
        CHECK(t < toe);
        CHECK(b < member);
        toe = t, member = b;
    }
    // Toe stiffeners help where the web is at its limit, whatever their reach; a full pair more than half a one.
    const double plain = findCheck(sample::verified(job), CheckCode::HaunchToeCompression)->resistance;
    WebStiffenerSpec w;
    w.reach = StiffenerReach::Half;
    haunchOf(job).toeStiffener = w;
    const double half = findCheck(sample::verified(job), CheckCode::HaunchToeCompression)->resistance;
    haunchOf(job).toeStiffener->reach = StiffenerReach::Full;
    const double full = findCheck(sample::verified(job), CheckCode::HaunchToeCompression)->resistance;
    CHECK(half > plain);
    CHECK(full >= half);
}

TEST_CASE("axial force counts on a haunched end however small", "[component][haunch]") {
    // N at the plate moves the moment about the haunch's flange by its lever: 50 kN on 599 mm are 30 kNm.
    Job job = haunchedJob(eavesRecipe, "HEB 300", "IPE 450", 8 * degree, 300e6, 0, 0);
    job.joints[0].actions[0].forces[0].N = 50e3;
    const ResolvedJoint r = resolvedOf(job);
    const ConnectionResult pulled = verify(r, 0).connections[0];
    CHECK(pulled.isAxialCounted);
    const SideModel m = makeSideModel(r, ends::right, false);
    const double arm = m.centreOfCompression() - m.axis;
    double about = 0;
    for (const RowResult& row : pulled.rows) about += row.F_r_Ed * row.h_r;
    CHECK_SAME(about, 300e6 + 50e3 * std::cos(8 * degree) * arm, 1e-9);
}

TEST_CASE("a thousand and more haunched joints: finite or refused in words", "[component][haunch][search]") {
    std::mt19937 random(2026);
    const auto number = [&](double lo, double hi) { return std::uniform_real_distribution<double>(lo, hi)(random); };
    const auto pick = [&](std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(random); };
    const auto& all = catalogueSections();
    const Recipe* recipes[] = {&eavesRecipe, &valleyRecipe, &apexRecipe, &kneeRecipe, &haunchedBeamRecipe};
    int finite = 0, refused = 0;
    for (int i = 0; i < 2000; ++i) {
        Job job;
        Joint j;
        j.id = j.mark = "R1";
        RecipeInput in;
        const char* steels[] = {"S235", "S275", "S355", "S460M"};
        in.column = {all[pick(all.size())].designation, steels[pick(4)]};
        in.beam = {all[pick(all.size())].designation, steels[pick(4)]};
        if (pick(3) == 0) in.other = MemberSpec{all[pick(all.size())].designation, "S355"};
        in.reach = static_cast<PlateReach>(pick(3));
        if (pick(2)) in.slope = number(-0.5, 0.5);
        if (pick(2)) in.otherSlope = number(-0.5, 0.5);
        if (pick(2)) in.haunchDepth = std::pow(10, number(-2.9, 3.5));
        if (pick(2)) in.haunchLength = std::pow(10, number(1.1, 4.2));
        REQUIRE(layOut(j, *recipes[pick(5)], job, in));
        for (const EndId end : framingEnds(j)) {
            Framing& f = framing(j, end);
            if (pick(3) == 0 && f.haunchBelow) f.haunchAbove = *f.haunchBelow;
            if (pick(4) == 0) f.haunchBelow.reset();
            for (std::optional<HaunchSpec>* h : {&f.haunchBelow, &f.haunchAbove}) {
                if (!*h) continue;
                if (pick(3) == 0)
                    (*h)->made = HaunchPlates{number(25, 600), number(3, 80), number(3, 40)};
                else if (pick(3) == 0)
                    (*h)->made = Taper{number(3, 80)};
                if (pick(3) == 0) (*h)->toeStiffener = WebStiffenerSpec{};
                if (pick(4) == 0) (*h)->midStiffener = WebStiffenerSpec{};
                if (pick(4) == 0) (*h)->toeWeld.kind = WeldKind::Fillet;
                if (pick(4) == 0) (*h)->toeStiffener = WebStiffenerSpec{12, 60.0, 5, StiffenerReach::Half, "S275"};
                (*h)->takesShear = pick(2) == 0;
            }
        }
        for (const char* id : {"U1", "U2"}) {
            ActionSet set = sample::actions(id, number(-2e6, 2e6), number(-1e6, 1e6), number(-2e9, 2e9));
            if (framingEnds(j).size() > 1 && throughMember(j))
                setForces(set, ends::left, number(-1e6, 1e6), number(-5e5, 5e5), number(-1e9, 1e9));
            j.actions.push_back(set);
        }
        job.joints.push_back(j);
        const auto r = verify(job, j);
        if (!r) {
            ++refused;
            REQUIRE_FALSE(r.error().empty());
            CHECK_FALSE(sentenceOf(r.error().front()).empty());
            continue;
        }
        ++finite;
        bool isFinite = std::isfinite(r->utilisation);
        for (const Check& c : r->checks)
            if (!(std::isfinite(c.demand) && std::isfinite(c.resistance) && std::isfinite(c.utilisation) &&
                  (c.resistance >= 0 || c.group == CheckGroup::Detailing))) {
                UNSCOPED_INFO("check " << static_cast<int>(c.code) << " " << c.demand << " " << c.resistance << " "
                                       << c.utilisation);
                isFinite = false;
            }
        for (const ConnectionResult& c : r->connections) {
            isFinite = isFinite && std::isfinite(c.M_j_Rd) && c.M_j_Rd >= 0 && std::isfinite(c.C_Ed) && std::isfinite(c.T_Ed);
            for (const RowResult& row : c.rows) isFinite = isFinite && row.F_tr_Rd >= 0 && std::isfinite(row.F_r_Ed);
        }
        INFO("joint " << i << " " << j.recipe << " " << in.beam.section);
        CHECK(isFinite);
    }
    CHECK(finite > 1000);
    CHECK(finite + refused == 2000);
}

TEST_CASE("traced and plain verification of haunched joints are the same bits", "[component][haunch]") {
    for (const Recipe* recipe : {&eavesRecipe, &valleyRecipe, &apexRecipe, &kneeRecipe}) {
        const Job job = haunchedJob(*recipe, "HEB 300", "IPE 450", recipe == &apexRecipe ? -8 * degree : 8 * degree);
        const ResolvedJoint r = resolvedOf(job);
        const JointResult plain = verify(r, 0);
        const TracedVerification traced = verifyTraced(r, 0);
        REQUIRE(plain.checks.size() == traced.result.checks.size());
        for (std::size_t i = 0; i < plain.checks.size(); ++i) {
            CHECK(plain.checks[i].demand == traced.result.checks[i].demand);
            CHECK(plain.checks[i].resistance == traced.result.checks[i].resistance);
        }
        CHECK(traced.lines.size() > 100);
    }
}

TEST_CASE("the use of a haunched joint has no jump over its axial force", "[component][haunch][monotony]") {
    Job job = haunchedJob(eavesRecipe, "HEB 280", "IPE 450", 8 * degree, 500e6);
    double before = -1;
    for (double N = -2.2e6; N <= 1.2e6; N += 1e3) {
        job.joints[0].actions[0].forces[0].N = N;
        const JointResult r = sample::verified(job);
        // Of the joint itself and of what its compression asks: the worse of both decides whether it holds.
        double use = 0;
        for (const Check& c : r.checks)
            if (c.code == CheckCode::JointMoment || c.code == CheckCode::HaunchCompression ||
                c.code == CheckCode::ColumnWebCompressionStiffener || c.code == CheckCode::BeamFlangeCompression)
                use = std::max(use, c.utilisation);
        INFO("N " << N);
        if (before >= 0 && use < 5) CHECK(std::abs(use - before) < 0.02);
        before = use;
    }
}
