#include "fe/analysis.h"
#include "joint/edit.h"
#include "joint/haunch_edit.h"
#include "plates/joint_model.h"
#include "plates/moment_rotation.h"
#include "plates/strength.h"
#include "plates/study.h"
#include "support/laid_out.h"
#include "support/reference.h"
#include <cmath>

/// Haunches by plates: equilibrium, what must be monotone, buckling of a slender haunch web against its rule.
using namespace zg;

namespace {

Job eavesJob(double M, double N = -30e3, double V = 40e3) {
    RecipeInput in;
    in.column = {"HEB 240", "S355"};
    in.beam = {"IPE 330", "S355"};
    in.slope = 0.14;
    Job job = sample::laidOut(eavesRecipe, in, "E1");
    Joint& j = job.joints[0];
    j.actions = {sample::actions("U1", N, V, M)};
    PlateSpec plates;
    plates.sizeFactor = 1.6;
    plates.modes = 8;
    j.plates = plates;
    return job;
}

SetAnalysis analysed(const Job& job, bool wantsBuckling = false) {
    const auto joint = resolve(job, job.joints[0]);
    REQUIRE(joint);
    StrengthSettings settings;
    settings.model.sizeFactor = platesOf(job.joints[0]).sizeFactor;
    settings.wantsBuckling = wantsBuckling;
    settings.wantsReserve = false;
    const auto r = analyseSet(*joint, joint->actions[0], 0, settings);
    if (!r) FAIL(joined(r.error()));
    return *r;
}

} // namespace

TEST_CASE("a haunched eaves by plates is in equilibrium in both senses", "[plates][haunch]") {
    for (const double M : {120e6, -90e6}) {
        const auto r = analysed(eavesJob(M));
        CHECK(r.strength.balance.left < 1e-6 * r.strength.balance.applied);
        CHECK(r.strength.reached == 1);
    }
}

TEST_CASE("a thin haunch web buckles earlier than a thick one, later with its stiffener, and a held toe helps the flange",
          "[plates][haunch][buckling]") {
    const auto lowest = [](double web, bool hasStiffener, bool isHeld) {
        Job job = eavesJob(120e6);
        HaunchSpec& h = *findHaunch(job.joints[0], ends::right, true);
        h.made = HaunchPlates{160, 15, web};
        if (hasStiffener) h.midStiffener = WebStiffenerSpec{};
        h.isToeHeld = isHeld;
        const auto r = analysed(job, true);
        double best = 1e9;
        for (const PlateMode& m : r.buckling.modes)
            if (m.factor > 0) best = std::min(best, m.factor);
        return best;
    };
    const double thin = lowest(3, false, false), thick = lowest(6, false, false);
    CHECK(thin < thick);
    CHECK(lowest(3, true, false) > thin * 0.999);
    CHECK(lowest(6, false, true) >= thick * 0.999);
}

TEST_CASE("stiffeners at the toe stand on the beam, and holding it there holds the beam", "[plates][haunch]") {
    Job job = eavesJob(120e6);
    findHaunch(job.joints[0], ends::right, true)->toeStiffener = WebStiffenerSpec{};
    const auto r = analysed(job);
    CHECK(r.strength.balance.left < 1e-6 * r.strength.balance.applied);
    CHECK(r.strength.reached == 1);
    findHaunch(job.joints[0], ends::right, true)->isToeHeld = true;
    const auto joint = resolve(job, job.joints[0]);
    REQUIRE(joint);
    PlateModelSettings coarse;
    coarse.sizeFactor = 1.6;
    const auto model = buildJointModel(*joint, coarse);
    REQUIRE(model);
    std::vector<char> isOnBeam(model->model.nodes.size(), 0);
    for (const fe::Shell& s : model->model.shells)
        if (isOfBeam(model->parts[static_cast<std::size_t>(s.part)]))
            for (const int n : s.nodes)
                if (n >= 0) isOnBeam[static_cast<std::size_t>(n)] = 1;
    int held = 0;
    for (const fe::Constraint& c : model->model.constraints) {
        if (c.id.find("toe held") == std::string::npos) continue;
        ++held;
        for (const auto& term : c.terms) CHECK(isOnBeam[static_cast<std::size_t>(term.node)]);
    }
    CHECK(held == 2);
}

TEST_CASE("welded ends with haunch, ribs or bolted web by plates: in equilibrium, and what strengthens stiffens",
          "[plates][strengthened]") {
    RecipeInput in;
    in.column = {"HEB 240", "S355"};
    in.beam = {"IPE 330", "S355"};
    Job job = sample::laidOut(weldedRecipe, in, "W1");
    Joint& j = job.joints[0];
    j.actions = {sample::actions("U1", 20e3, 60e3, 110e6)};
    j.plates.emplace().sizeFactor = 1.6;
    const auto stiffness = [](const Job& of) {
        const auto joint = resolve(of, of.joints[0]);
        REQUIRE(joint);
        MomentRotationSettings settings;
        settings.model.sizeFactor = 1.6;
        settings.largestRotation = 1e-4;
        settings.points = 1;
        const auto r = momentRotation(*joint, ends::right, false, settings);
        if (!r) FAIL(joined(r.error()));
        return r->S_j_ini;
    };
    const auto add = [&](Job& to, FittingKind kind) {
        const auto now = resolve(to, to.joints[0]);
        REQUIRE(now);
        REQUIRE(canTake(*now, {kind, ends::right}));
        addFitting(to.joints[0], *now, {kind, ends::right});
    };
    Job ribbed = job, haunched = job, bolted = job;
    add(ribbed, FittingKind::RibTop);
    add(ribbed, FittingKind::RibBottom);
    add(haunched, FittingKind::HaunchBelow);
    add(bolted, FittingKind::WebPlate);
    for (const Job* each : {&job, &ribbed, &haunched, &bolted}) {
        const auto r = analysed(*each);
        CHECK(r.strength.balance.left < 1e-6 * r.strength.balance.applied);
        CHECK(r.strength.reached == 1);
    }
    const double plain = stiffness(job);
    CHECK(stiffness(ribbed) > 1.1 * plain);
    CHECK(stiffness(haunched) > 1.1 * plain);
    CHECK(stiffness(bolted) < plain);
    // The bolts of the web carry the shear of the beam's web, all or nearly all of what acts.
    const auto r = analysed(bolted);
    double most = 0;
    for (const BoltUse& b : r.strength.bolts) most = std::max(most, b.shear);
    CHECK(most > 0.4 * 60e3 / static_cast<double>(r.strength.bolts.size()));
}

TEST_CASE("counted as the member's, a haunch leaves a stiffer joint, and the difference is that of the tapering beam",
          "[plates][haunch]") {
    Job job = eavesJob(120e6);
    const auto curve = [&](HaunchCountsAs as) {
        job.joints[0].plates->haunchCountsAs = as;
        const auto joint = resolve(job, job.joints[0]);
        REQUIRE(joint);
        MomentRotationSettings settings;
        settings.model.sizeFactor = 1.6;
        settings.points = 6;
        const auto r = momentRotation(*joint, ends::right, false, settings);
        if (!r) FAIL(joined(r.error()));
        return *r;
    };
    const PlateMomentRotation joint = curve(HaunchCountsAs::Joint), member = curve(HaunchCountsAs::Member);
    CHECK(member.S_j_ini > joint.S_j_ini);
    CHECK(joint.haunchFlexibility > 0);
    CHECK_SAME(joint.stiffnessOfJointAlone(joint.S_j_ini), member.S_j_ini, 1e-6);
    // Prismatic, without a taper: L/(E I) bounds the haunch's flexibility from above, the deepest section from below.
    const auto resolved = resolve(job, job.joints[0]);
    const double L = toeOf(resolved->main()), EI = 210e3 * resolved->main().beam.section.I_y;
    CHECK(joint.haunchFlexibility < L / EI);
    CHECK(joint.haunchFlexibility > 0.1 * L / EI);
}

TEST_CASE("a haunch cut from a rolled section has its root fillets in the plates, one of plates has none", "[plates][haunch]") {
    for (const bool isCutting : {true, false}) {
        Job job = eavesJob(120e6);
        HaunchSpec& spec = *findHaunch(job.joints[0], ends::right, true);
        if (!isCutting) spec.made = HaunchPlates{160, 15, 8};
        const auto joint = resolve(job, job.joints[0]);
        REQUIRE(joint);
        const auto built = buildJointModel(*joint, {});
        REQUIRE(built);
        const ResolvedHaunch& h = *joint->sides[0].haunch(true);
        REQUIRE((h.r > 0) == isCutting);
        double more = 0; // beyond a web as thick throughout
        for (const fe::Shell& s : built->model.shells) {
            const PartRef& ref = built->parts[static_cast<std::size_t>(s.part)];
            if (ref.kind != PartKind::HaunchWeb) continue;
            const auto at = [&](std::size_t i) { return built->model.nodes[static_cast<std::size_t>(s.nodes[i])]; };
            const fe::Vec3 across = cross(at(2) - at(0), at(3) - at(1));
            more += norm(across) / 2 * (built->model.parts[static_cast<std::size_t>(s.part)].thickness - h.t_w);
        }
        // Two fillets of (1 - pi/4) r² less the web within half the flange, along the flange as far as the web goes.
        const double area = isCutting ? 2 * (1 - 3.14159265358979 / 4) * h.r * h.r - h.t_w * h.t_f / 2 : 0;
        CHECK(more == Approx(area * h.spec.length / h.cos).epsilon(0.15).margin(1));
    }
}

TEST_CASE("a slender haunch web buckles between the bounds of a hinged and a clamped plate", "[plates][haunch][buckling]") {
    // The web beside the haunch's flange is compressed along it: sigma_cr = k sigma_E, sigma_E = pi^2 E/(12 (1 - nu^2)) (t/c)^2
    // (EN 1993-1-5 annex A.1). Hinged on both long edges under uniform compression k = 4 on the greatest depth is a lower bound;
    // clamped on both and compressed on one edge only (k at psi = 0: 7.81 hinged, 13.6 clamped) on half of it an upper one.
    for (const double t : {2.5, 3.5}) {
        Job job = eavesJob(120e6, 0, 30e3);
        HaunchSpec& h = *findHaunch(job.joints[0], ends::right, true);
        h.made = HaunchPlates{160, 12, t};
        h.length = 900;
        const auto joint = resolve(job, job.joints[0]);
        REQUIRE(joint);
        const ResolvedHaunch& r = *joint->main().haunchBelow;
        const auto analysis = analysed(job, true);
        const PlateMode* own = nullptr;
        for (const PlateMode& m : analysis.buckling.modes)
            if (m.factor > 0 && (!own || m.factor < own->factor)) own = &m;
        REQUIRE(own);
        // Stress in the haunch's flange: the couple over the distance of the outer flanges, shared with a sixth of the web.
        const double arm = joint->main().bottom() - joint->main().flange, C = 120e6 / arm;
        const double sigma = C / r.cos / (r.b * r.t_f + r.clear() * t / 6);
        const double sigmaE = 9.869604401 * 210e3 / (12 * (1 - 0.09));
        const double c = r.clear(), low = 4 * sigmaE * std::pow(t / c, 2), high = 13.6 * sigmaE * std::pow(t / (c / 2), 2);
        INFO("t " << t << " factor " << own->factor << " sigma_cr " << own->factor * sigma << " bounds " << low << " to "
                  << high);
        CHECK(own->factor * sigma > low);
        CHECK(own->factor * sigma < high);
        // With the square of the thickness, as long as the web is what buckles.
        CHECK(own->part == PartRef{PartKind::HaunchWeb, ends::right, 0});
    }
}

TEST_CASE("a taper by plates: in equilibrium in both senses, its stiffeners on its sections, and as a deeper member when long",
          "[plates][haunch][taper]") {
    Job job = eavesJob(120e6);
    HaunchSpec& h = *findHaunch(job.joints[0], ends::right, true);
    h.made = Taper{14};
    h.toeStiffener = WebStiffenerSpec{};
    h.midStiffener = WebStiffenerSpec{};
    for (const double M : {120e6, -90e6}) {
        job.joints[0].actions = {sample::actions("U1", -30e3, 40e3, M)};
        const auto r = analysed(job);
        CHECK(r.strength.balance.left < 1e-6 * r.strength.balance.applied);
        CHECK(r.strength.reached == 1);
    }
    const auto joint = resolve(job, job.joints[0]);
    REQUIRE(joint);
    const auto built = buildJointModel(*joint, {});
    REQUIRE(built);
    // No flange between: what is left of the beam's own lies beyond the toe, and both stiffeners fill the web's depth there.
    const ResolvedSide& s = joint->main();
    const double face = s.spec.plate.thickness + joint->column.section.h / 2, toe = face + s.haunchBelow->spec.length;
    double nearest = 1e9;
    std::map<PartKind, std::array<double, 2>> levels;
    for (const fe::Shell& shell : built->model.shells) {
        const PartKind kind = built->parts[static_cast<std::size_t>(shell.part)].kind;
        for (const int n : shell.nodes) {
            const fe::Vec3 at = built->model.nodes[static_cast<std::size_t>(n)];
            if (kind == PartKind::BeamBottomFlange) nearest = std::min(nearest, at.x);
            auto& l = levels.emplace(kind, std::array{1e9, -1e9}).first->second;
            l = {std::min(l[0], at.z), std::max(l[1], at.z)};
        }
    }
    CHECK(nearest == Approx(toe).margin(5));
    const auto deep = [&](PartKind kind) { return levels.at(kind)[1] - levels.at(kind)[0]; };
    const Section& b = s.beam.section;
    CHECK(deep(PartKind::HaunchToeStiffener) == Approx((b.h - b.t_f) * s.cosSlope).margin(6));
    CHECK(deep(PartKind::HaunchStiffener) == Approx(b.h - b.t_f + h.depth / 2).margin(12));

    // 60 deeper over 2.5 m, counted as the member's, and a welded member as deep all along.
    const auto curve = [](double height, double deeper) {
        Job of = eavesJob(120e6, 0, 0);
        CustomSection beam;
        beam.designation = "Kelp beam", beam.isWelded = true;
        beam.h = height, beam.b = 160, beam.t_w = 8, beam.t_f = 12, beam.webWeldThroat = 4;
        of.sections = {beam};
        Joint& j = of.joints[0];
        findMember(j, ends::right)->section = beam.designation;
        Framing& f = *findFraming(j, ends::right);
        f.slope = 0;
        EndPlate& plate = *findEndPlate(j, ends::right);
        plate.bottomWeld = f.haunchBelow->flangeWeld = plate.topWeld;
        plate.plate.below = 25;
        plate.rows.clear();
        for (const double at : {-45.0, 60.0, 430.0}) {
            BoltRowSpec row;
            row.position = at;
            plate.rows.push_back(row);
        }
        if (deeper > 0) {
            f.haunchBelow->depth = deeper, f.haunchBelow->length = 2500, f.haunchBelow->made = Taper{12};
            of.joints[0].plates->haunchCountsAs = HaunchCountsAs::Member;
        } else {
            f.haunchBelow.reset();
        }
        const auto r = resolve(of, of.joints[0]);
        REQUIRE(r);
        MomentRotationSettings settings;
        settings.model.sizeFactor = 1.6;
        const auto run = momentRotation(*r, ends::right, false, settings);
        if (!run) FAIL(joined(run.error()));
        return *run;
    };
    const PlateMomentRotation taper = curve(440, 60), plain = curve(500, 0);
    INFO("S_j,ini " << taper.S_j_ini / 1e9 << " and " << plain.S_j_ini / 1e9 << ", M_j,Rd " << taper.M_j_Rd / 1e6 << " and "
                    << plain.M_j_Rd / 1e6);
    CHECK_SAME(taper.S_j_ini, plain.S_j_ini, 0.05);
    CHECK_SAME(taper.M_j_Rd, plain.M_j_Rd, 0.03);
}
