#include "drawing/chart.h"
#include "drawing/sheet.h"
#include "drawing/springs.h"
#include "drawing/svg.h"
#include "joint/recipes/recipe.h"
#include "support/joints.h"
#include <algorithm>
#include <cmath>

using namespace zg;

namespace {
bool holds(const Drawing& d, const Target& target) {
    return std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return sameTarget(s.target, target); });
}
} // namespace

TEST_CASE("the Sheet shows every part, dimension and force of the demo joints, within the page", "[drawing]") {
    const Job job = sample::demo();
    for (const Joint& joint : job.joints) {
        const auto r = resolve(job, joint);
        REQUIRE(r);
        const JointResult result = verify(*r, 0);
        for (const auto& [w, h] : {std::pair{760.0, 560.0}, std::pair{480.0, 400.0}, std::pair{1800.0, 1200.0}}) {
            SheetOptions o;
            o.width = w;
            o.height = h;
            o.set = 0;
            o.withGhosts = true;
            const Drawing d = sheetDrawing(*r, &result, o);
            INFO(joint.mark << " at " << w << " x " << h);
            for (const Shape& s : d.shapes)
                for (const Point2& p : s.points) {
                    CHECK((std::isfinite(p.x) && std::isfinite(p.y)));
                    CHECK((p.x > -12 && p.x < w + 12 && p.y > -12 && p.y < h + 12));
                }
            for (const EndId side : {ends::right, ends::left}) {
                const EndPlate* s = findEndPlate(joint, side);
                if (!s) continue;
                CHECK(holds(d, PartRef{PartKind::EndPlate, side}));
                CHECK(holds(d, ForceRef{ForceRef::Kind::M, side}));
                // A narrow sheet shows one face: that of the side looked at.
                const bool isShown = !isTwoSided(joint) || w >= 640 || side == ends::right;
                CHECK(holds(d, DimensionRef{DimensionKind::Gauge, side, 0}) == isShown);
                for (int i = 0; i < static_cast<int>(s->rows.size()); ++i) CHECK(holds(d, PartRef{PartKind::BoltRow, side, i}));
                CHECK((hasFitting(joint, {FittingKind::StiffenerTop, side, 0}) ||
                       holds(d, FittingRef{FittingKind::StiffenerTop, side, 0}) || side == ends::left ||
                       !canTake(*r, {FittingKind::StiffenerTop, side, 0})));
            }
        }
    }
}

TEST_CASE("the elevation is to scale", "[drawing]") {
    const Job job = sample::extendedJob();
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const Drawing d = sheetDrawing(*r, nullptr, {});
    for (const Shape& s : d.shapes) {
        if (!sameTarget(s.target, PartRef{PartKind::BeamWeb}) || s.kind != Shape::Kind::Polygon) continue;
        double top = 1e9, bottom = -1e9;
        for (const Point2& p : s.points) {
            top = std::min(top, p.y);
            bottom = std::max(bottom, p.y);
        }
        CHECK((bottom - top) / d.pixelsPerMm == Approx(400 - 2 * 13.5));
        return;
    }
    FAIL("no beam web drawn");
}

TEST_CASE("a click finds the bolt it hits", "[drawing]") {
    const Job job = sample::extendedJob();
    const auto r = resolve(job, job.joints[0]);
    REQUIRE(r);
    const Drawing d = sheetDrawing(*r, nullptr, {});
    for (const Shape& s : d.shapes) {
        const auto* part = std::get_if<PartRef>(&s.target);
        if (!part || part->kind != PartKind::BoltRow || s.kind != Shape::Kind::Circle) continue;
        const Shape* found = shapeAt(d, s.points[0]);
        REQUIRE(found);
        CHECK(sameTarget(found->target, s.target));
    }
    CHECK(shapeAt(d, {2, 2}) == nullptr);
}

TEST_CASE("what is over one is hatched, not only coloured", "[drawing]") {
    const Job job = sample::demo();
    const auto r = resolve(job, job.joints[3]);
    REQUIRE(r);
    const JointResult result = verify(*r, 0);
    const Drawing d = sheetDrawing(*r, &result, {});
    CHECK(std::any_of(d.shapes.begin(), d.shapes.end(), [](const Shape& s) { return s.isHatched && s.fill == Tone::Over; }));
    CHECK(svg(d, lightPalette()).find("url(#over)") != std::string::npos);
}

TEST_CASE("the shares of the rotation sum to one", "[drawing]") {
    const Job job = sample::demo();
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        const JointResult result = sample::verified(job, i);
        for (const ConnectionResult& c : result.connections) {
            if (c.isForShear) continue;
            double sum = 0;
            for (const RotationShare& s : rotationShares(c)) sum += s.share;
            CHECK(sum == Approx(1.0).epsilon(1e-12));
        }
    }
}

TEST_CASE("the moment-rotation curve rises from zero to the resistance", "[drawing]") {
    const JointResult result = sample::verified(sample::demo(), 1);
    const ConnectionResult& c = result.connections[0];
    CHECK(c.curve.front().M == 0);
    CHECK(c.curve.back().M == Approx(c.M_j_Rd));
    // At two thirds the curve leaves the straight line; at the resistance mu = 1.5^2.7 = 2.988.
    CHECK(c.curve[1].M == Approx(c.M_j_Rd * 2 / 3));
    CHECK(c.curve[1].phi == Approx(c.curve[1].M / c.stiffness.S_j_ini));
    CHECK(c.curve.back().phi == Approx(c.M_j_Rd * std::pow(1.5, 2.7) / c.stiffness.S_j_ini));
    for (std::size_t i = 1; i < c.curve.size(); ++i) CHECK(c.curve[i].phi > c.curve[i - 1].phi);
    CHECK_FALSE(momentRotationChart(result, c, {}).shapes.empty());
}

TEST_CASE("what the Sheet offers to add can stand there, on the joints of every recipe", "[drawing][recipes]") {
    for (const Recipe& recipe : recipes()) {
        INFO(recipe.name);
        Job job;
        Joint joint;
        joint.id = joint.mark = "N1";
        REQUIRE(layOut(joint, recipe, job, {}));
        const auto r = resolve(job, joint);
        REQUIRE(r);
        SheetOptions o;
        o.withGhosts = true;
        for (const Shape& s : sheetDrawing(*r, nullptr, o).shapes)
            if (const auto* ref = std::get_if<FittingRef>(&s.target)) CHECK(canTake(*r, *ref));
    }
}

TEST_CASE("where a fin plate governs, what is shown with its check is the moment connection beside it", "[drawing][fin]") {
    const Job job = sample::demo();
    const Joint* node = findJoint(job, "N1");
    REQUIRE(node);
    const auto result = verify(job, *node);
    REQUIRE(result);
    const Check* governing = governingCheck(*result);
    REQUIRE(governing);
    REQUIRE(governing->side == ends::front);
    const ConnectionResult* shown = connectionOf(*result, governing);
    REQUIRE(shown);
    CHECK_FALSE(shown->isForShear);
    CHECK(shown->set == governing->set);
    CHECK_FALSE(shown->rows.empty());
}
