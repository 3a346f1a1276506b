#include "groups.h"
#include <catch2/catch.hpp>
#include <cmath>
#include <string>

namespace {

const FeRows& check(const FeRows& rows) {
    REQUIRE_FALSE(rows.empty());
    for (const FeRow& r : rows) {
        INFO(r.id << " " << r.what << " [" << r.mesh << "]: " << r.value << ", reference " << r.reference << " (" << r.source
                  << "), allowed " << r.low << " to " << r.high);
        CHECK(isWithin(r));
    }
    return rows;
}

bool endsWith(const std::string& text, const std::string& end) {
    return text.size() >= end.size() && text.compare(text.size() - end.size(), end.size(), end) == 0;
}

// Each halving of the element size divides the error by at least `ratio`. `limit`: what the element converges to, when that is
// not the reference (a shear-flexible plate against Kirchhoff's); 0: the reference.
void checkRate(const FeRows& rows, const std::string& id, const std::string& end, double ratio, double limit = 0) {
    double before = 0;
    int count = 0;
    for (const FeRow& r : rows) {
        if (r.id != id || !endsWith(r.what, end)) continue;
        const double error = std::abs(r.value / (limit != 0 ? limit : r.reference) - 1);
        INFO(id << " " << r.what << " [" << r.mesh << "]: error " << error << ", on the coarser mesh " << before);
        if (count > 0) CHECK(before / error > ratio);
        before = error;
        ++count;
    }
    CHECK(count >= 2);
}

} // namespace

TEST_CASE("patch tests hold on distorted meshes, turned in space, in quads and triangles", "[fe][verification]") {
    check(patchTests());
}
TEST_CASE("patch driven by edge forces is exact", "[fe][verification]") { check(forceDrivenPatch()); }
TEST_CASE("elastic plates meet Reissner-Mindlin and Kirchhoff theory and do not lock", "[fe][verification]") {
    const FeRows rows = check(elasticPlates());
    checkRate(rows, "P2.1", "hard, a/t = 100", 3);
    checkRate(rows, "P2.1", "w D/(q a4), clamped, a/t = 100", 3);
    // The error does not hang on the thickness.
    double thin = 0, thinner = 0;
    for (const FeRow& r : rows) {
        if (r.mesh != "16 x 16" || r.what.find("w D") != 0) continue;
        if (endsWith(r.what, "clamped, a/t = 100")) thin = r.value / r.reference;
        if (endsWith(r.what, "clamped, a/t = 1000")) thinner = r.value / r.reference;
    }
    REQUIRE(thin != 0);
    CHECK(std::abs(thin - thinner) < 1e-4);
}
TEST_CASE("obstacle course of shells and beams", "[fe][verification]") { check(obstacleCourse()); }
TEST_CASE("beams made of plates bend, twist and warp as they should, in any direction", "[fe][verification]") {
    check(platedBeams());
}
TEST_CASE("plasticity: coupon, bending, combined stress, sections, hinges", "[fe][verification]") { check(plasticity()); }
TEST_CASE("limit loads of plates are those of the element space", "[fe][verification]") {
    const FeRows rows = check(limitLoads());
    // A clamped edge is of first order: a hinge sits at an element's centre.
    checkRate(rows, "P4.8", "square, clamped, p a2/M_p", 1.7, 44.1);
}
TEST_CASE("T-stub: prying, plastic modes and the curve after the first hinge", "[fe][verification]") { check(tStub()); }
TEST_CASE("bolt laws: load, unload, slack, preload", "[fe][verification]") { check(boltLaws()); }
TEST_CASE("bolt groups, elastic and plastic", "[fe][verification]") { check(boltGroups()); }
TEST_CASE("buckling of panels in compression, shear and bending", "[fe][verification]") {
    const FeRows rows = check(panelBuckling());
    // Against Reissner-Mindlin at b/t = 100, to which the element converges.
    checkRate(rows, "P7.1", "a/b = 1", 3, 3.9977);
    checkRate(rows, "P7.9", "a/b = 1", 3, 10.052);
    checkRate(rows, "P7.11", "a/b = 1", 3, 9.307);
}
TEST_CASE("buckling under patch loads, of columns, beams, legs and gussets", "[fe][verification]") {
    check(structuralBuckling());
}
TEST_CASE("rigid bases on tensionless beds with anchors", "[fe][verification]") { check(beds()); }
TEST_CASE("elastic plates on tensionless beds and at stops", "[fe][verification]") { check(contacts()); }
TEST_CASE("fillet welds carry what statics gives them, ties balance", "[fe][verification]") { check(filletWelds()); }
TEST_CASE("circular plates and tubes", "[fe][verification]") {
    const FeRows rows = check(circularPlates());
    for (const char* id : {"P10.1", "P10.2", "P10.3", "P10.5", "P10.6"}) checkRate(rows, id, "w (mm)", 3);
}
TEST_CASE("stressed elements, patches and bolts are carried through rotations unchanged", "[fe][verification]") {
    check(carriedElements());
}
TEST_CASE("strips and frames through large rotations", "[fe][verification]") { check(largeStrips()); }
TEST_CASE("snap-through and snap-back are followed", "[fe][verification]") { check(snapThrough()); }
TEST_CASE("plates under pressure carry as membranes", "[fe][verification]") { check(pressedPlates()); }
TEST_CASE("plates past buckling: effective width, strength with imperfections, shear", "[fe][verification]") {
    check(platesPastBuckling());
}
TEST_CASE("imperfect members: columns elastic and yielding, lateral buckling", "[fe][verification]") {
    const FeRows rows = check(imperfectMembers());
    checkRate(rows, "N6.1", "additional w (mm) at 0.50 P_E", 3);
}
TEST_CASE("membrane action in strips, elastic and plastic", "[fe][verification]") { check(membraneStrips()); }
TEST_CASE("contact looks at where the structure is", "[fe][verification]") { check(movedContact()); }
