#include "joint/recipes/recipe.h"
#include "plates/other_axes.h"
#include "plates/study.h"
#include "support/joints.h"
#include "support/reference.h"
#include <cmath>

/// Moment-rotation about the minor axis and of torsion.
using namespace zg;

namespace {

MomentRotationSettings coarse(double factor = 2) {
    MomentRotationSettings s;
    s.model.sizeFactor = factor;
    return s;
}

PlateMomentRotation about(const ResolvedJoint& joint, EndId side, CurveAxis axis, double factor = 2) {
    const auto r = momentRotationAbout(joint, side, axis, coarse(factor));
    if (!r) FAIL(joined(r.error()));
    CHECK(r->axis == axis);
    CHECK(r->side == side);
    CHECK(r->isComplete);
    return *r;
}

} // namespace

TEST_CASE("a small beam welded to a heavy stiffened column turns about its minor axis by its own plastic moment",
          "[plates][axes][verification]") {
    Job job;
    Joint j;
    j.id = j.mark = "W";
    RecipeInput in;
    in.column = {"HEM 300", "S355"};
    in.beam = {"IPE 200", "S275"};
    REQUIRE(layOut(j, *findRecipe("welded"), job, in));
    for (const FlangeSide at : {FlangeSide::Top, FlangeSide::Bottom}) {
        StiffenerSpec s;
        s.thickness = 15;
        putFitting(j, ends::column, Anchor{ends::right, at}, s);
    }
    DirectWeld& weld = *std::get_if<DirectWeld>(&j.connections.front().how);
    weld.topWeld.kind = weld.bottomWeld.kind = WeldKind::Butt;
    job.joints = {j};
    const auto resolved = resolve(job, j);
    REQUIRE(resolved);
    const PlateMomentRotation m = about(*resolved, ends::right, CurveAxis::Minor, 1.5);
    CHECK(m.limit == PlateLimit::BeamHinge);
    // Two flanges: b^2 t_f/2 f_y = 11.7 kNm, and hardening by E/1000 to 5 % strain at the tips.
    CHECK_REFERENCE(m.M_limit / 1e6, (Reference{100 * 100 * 8.5 / 2 * 275 / 1e6, 1.2, "kNm", "plastic moment of two flanges"}));
    // Nothing in the joint gives much: the stub's own flexure over 100 mm is E I_z/100 = 3 MNm/rad.
    CHECK(m.S_j_ini / 1e9 > 3);
    CHECK(about(*resolved, ends::right, CurveAxis::Torsion, 1.5).S_j_ini > 0);
}

TEST_CASE("equal beams on both sides turn alike about every axis", "[plates][axes]") {
    Job job = sample::extendedJob();
    copyEnd(job.joints[0], ends::right, ends::left);
    const auto resolved = resolve(job, job.joints[0]);
    REQUIRE(resolved);
    for (const CurveAxis axis : {CurveAxis::Minor, CurveAxis::Torsion}) {
        const PlateMomentRotation right = about(*resolved, ends::right, axis), left = about(*resolved, ends::left, axis);
        CHECK(left.S_j_ini == Approx(right.S_j_ini).epsilon(1e-6));
        CHECK(left.M_limit == Approx(right.M_limit).epsilon(1e-3));
        // The plate is bent and twisted far softer than about the major axis.
        const auto major = momentRotation(*resolved, ends::right, false, coarse());
        REQUIRE(major);
        CHECK(right.S_j_ini < major->S_j_ini);
        CHECK(right.M_limit < major->M_limit);
    }
}

TEST_CASE("other axes are run when they are asked for, and only then", "[plates][axes]") {
    Job job = sample::extendedJob();
    Joint& joint = job.joints[0];
    joint.plates = PlateSpec{};
    joint.plates->sizeFactor = 2.4;
    const auto curves = [&] {
        const auto resolved = resolve(job, joint);
        REQUIRE(resolved);
        StudyScope scope;
        scope.strength = scope.buckling = false;
        const auto study = studyPlates(*resolved, 0, scope);
        REQUIRE(study);
        CHECK(study->isComplete);
        return *study;
    };
    CHECK(curves().curvesAbout.empty());
    joint.plates->hasOtherAxes = true;
    const PlateStudy study = curves();
    REQUIRE(study.curvesAbout.size() == 2);
    CHECK(study.curvesAbout[0].axis == CurveAxis::Minor);
    CHECK(study.curvesAbout[1].axis == CurveAxis::Torsion);
    CHECK(study.curves.size() == 2);
}
