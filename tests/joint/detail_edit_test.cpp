#include "joint/balance.h"
#include "joint/detail_edit.h"
#include "joint/recipes/recipe.h"
#include "support/joints.h"
#include <random>

using namespace zg;

namespace {

Joint laidOut(const Job& job, const char* recipe, const char* column, const char* beam, const char* left = nullptr) {
    RecipeInput input;
    input.column.section = column;
    input.beam.section = beam;
    if (left) input.other = MemberSpec{left, "S355"};
    Joint joint;
    joint.id = joint.mark = "J1";
    REQUIRE(layOut(joint, *findRecipe(recipe), job, input));
    return joint;
}

} // namespace

TEST_CASE("a detail builds another joint of the same sections alike, members and actions stay", "[detail]") {
    Job job;
    Joint source = laidOut(job, "end-plate", "HEB 300", "IPE 450");
    EndPlate& plate = *findEndPlate(source, ends::right);
    plate.plate.thickness = 35;
    plate.bolts.size = "M27";
    Joint other = laidOut(job, "end-plate", "HEB 300", "IPE 450");
    other.mark = "J2";
    other.actions.push_back(sample::actions("U1", 0, 50e3, 60e6));
    findFraming(other, ends::right)->span = 7000;
    const auto after = withDetail(job, other, detailOf(source, "d"));
    REQUIRE(after);
    CHECK(after->connections == source.connections);
    CHECK(after->fittings == source.fittings);
    CHECK(after->actions == other.actions);
    CHECK(after->mark == "J2");
    CHECK(findFraming(*after, ends::right)->span == 7000.0);
    // Made once more, nothing changes; used at its own joint, neither.
    CHECK(*withDetail(job, *after, detailOf(source, "d")) == *after);
    CHECK(*withDetail(job, source, detailOf(source, "d")) == source);
}

TEST_CASE("a detail says what it is not for", "[detail]") {
    Job job;
    const Joint source = laidOut(job, "end-plate", "HEB 300", "IPE 450"), other = laidOut(job, "end-plate", "HEB 300", "IPE 500");
    const Joint two = laidOut(job, "end-plate", "HEB 300", "IPE 450", "IPE 450"), splice = laidOut(job, "splice", "", "IPE 450");
    const auto why = [&](const Joint& joint, const Detail& detail) {
        const auto after = withDetail(job, joint, detail);
        return after ? std::string() : sentenceOf(after.error().front());
    };
    Detail detail = detailOf(source, "d");
    CHECK(why(other, detail) == "The detail is for IPE 450; the joint has IPE 500.");
    CHECK(why(two, detail).find("for members right; the joint has right, left") != std::string::npos);
    CHECK(why(splice, detail).find("with a member that passes") != std::string::npos);
    detail.fit = DetailFit::DepthRange;
    detail.leastDepth = 200, detail.mostDepth = 480;
    CHECK(why(other, detail).find("from 200 mm to 480 mm deep; IPE 500 is 500 mm") != std::string::npos);
    detail.mostDepth = 500;
    CHECK(why(other, detail).empty());
}

TEST_CASE("within a range of depths rows keep their distance to the flange they are nearer to", "[detail]") {
    Job job;
    const Joint source = laidOut(job, "end-plate", "HEB 300", "IPE 450");
    Detail detail = detailOf(source, "d");
    detail.fit = DetailFit::DepthRange;
    detail.mostDepth = 1000;
    const Joint other = laidOut(job, "end-plate", "HEB 300", "IPE 600");
    const auto after = withDetail(job, other, detail);
    REQUIRE(after);
    const auto &was = findEndPlate(source, ends::right)->rows, &is = findEndPlate(*after, ends::right)->rows;
    REQUIRE(was.size() == is.size());
    for (std::size_t i = 0; i < was.size(); ++i)
        CHECK(is[i].position == Approx(was[i].position < 225 ? was[i].position : was[i].position + 150));
}

TEST_CASE("a haunch cut from the member's own section is cut from the other's", "[detail]") {
    Job job;
    const Joint source = laidOut(job, "eaves", "HEB 300", "IPE 450"), other = laidOut(job, "eaves", "HEB 300", "IPE 500");
    Detail detail = detailOf(source, "d");
    detail.fit = DetailFit::DepthRange;
    detail.mostDepth = 1000;
    const auto after = withDetail(job, other, detail);
    REQUIRE(after);
    const auto& haunch = findFraming(*after, ends::right)->haunchBelow;
    REQUIRE(haunch);
    CHECK(haunch->depth == findFraming(source, ends::right)->haunchBelow->depth);
    CHECK(std::get<Cutting>(haunch->made).section == "IPE 500");
    CHECK(resolve(job, *after));
}

TEST_CASE("an end copied to the other side is its mirror image: the same results left and right", "[detail]") {
    Job job;
    Joint joint = laidOut(job, "end-plate", "HEB 300", "IPE 450", "IPE 450");
    EndPlate& plate = *findEndPlate(joint, ends::right);
    plate.plate.thickness = 30;
    plate.bolts.size = "M27";
    const auto after = withEndCopied(job, joint, ends::right, ends::left, false);
    REQUIRE(after);
    CHECK(*findEndPlate(*after, ends::left) == plate);
    const auto resolved = resolve(job, *after);
    REQUIRE(resolved);
    const JointResult result = verify(*resolved, 0);
    double M[2] = {}, S[2] = {};
    for (const ConnectionResult& c : result.connections) {
        if (c.isReversed) continue;
        M[c.side == ends::left] = c.M_j_Rd, S[c.side == ends::left] = c.stiffness.S_j_ini;
    }
    CHECK(M[0] == Approx(M[1]).epsilon(1e-12));
    CHECK(S[0] == Approx(S[1]).epsilon(1e-12));
}

TEST_CASE("an end turned upside down carries downwards what it carried upwards, and turned twice is itself", "[detail]") {
    Job job;
    for (const char* recipe : {"end-plate", "welded", "eaves"}) {
        INFO(recipe);
        Joint joint = laidOut(job, recipe, "HEB 300", "IPE 450");
        findFraming(joint, ends::right)->slope = 0;
        if (Through* column = std::get_if<Through>(&throughMember(joint)->placement)) column->endAbove.reset();
        dropFitting<TopPlateSpec>(joint);
        const auto turned = withEndCopied(job, joint, ends::right, ends::right, true);
        REQUIRE(turned);
        const auto back = withEndCopied(job, *turned, ends::right, ends::right, true);
        REQUIRE(back);
        CHECK(*findConnection(*back, ends::right) == *findConnection(joint, ends::right));
        Joint up = joint, down = *turned;
        up.actions = {sample::actions("U1", 0, 0, 50e6)};
        down.actions = {sample::actions("U1", 0, 0, -50e6)};
        const auto a = resolve(job, up), b = resolve(job, down);
        REQUIRE(a);
        REQUIRE(b);
        const JointResult first = verify(*a, 0), second = verify(*b, 0);
        REQUIRE(first.connections.size() == 1);
        CHECK(second.connections.front().M_j_Rd == Approx(first.connections.front().M_j_Rd).epsilon(1e-9));
        CHECK(second.connections.front().stiffness.S_j_ini == Approx(first.connections.front().stiffness.S_j_ini).epsilon(1e-9));
    }
}

TEST_CASE("a fitting goes to another end by itself, in place of its kind there", "[detail]") {
    Job job;
    Joint joint = laidOut(job, "end-plate", "HEB 300", "IPE 450", "IPE 450");
    StiffenerSpec spec;
    spec.thickness = 17;
    putFitting(joint, ends::column, Anchor{ends::right, FlangeSide::Top}, spec);
    const Fitting made = joint.fittings.back();
    const auto after = withFittingCopied(joint, made, ends::left, true);
    REQUIRE(after);
    const auto* there = findFitting<StiffenerSpec>(*after, Anchor{ends::left, FlangeSide::Bottom});
    REQUIRE(there);
    CHECK(there->thickness == 17);
    CHECK(after->connections == joint.connections);
    CHECK(*withFittingCopied(*after, made, ends::left, true) == *after);
    CHECK_FALSE(withFittingCopied(joint, made, ends::right, false));
    CHECK_FALSE(withFittingCopied(joint, made, ends::front, false)); // no such end
}

TEST_CASE("sets balanced at an end are in balance, whatever was given", "[balance]") {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> force(-300e3, 300e3), moment(-200e6, 200e6), slope(-0.3, 0.3);
    Job job;
    for (int i = 0; i < 400; ++i) {
        const bool isSplice = i % 4 == 3;
        Joint joint = isSplice ? laidOut(job, "splice", "", "IPE 400")
                               : laidOut(job, "end-plate", "HEB 300", "IPE 400", i % 2 ? "IPE 360" : nullptr);
        joint.reference = i % 3 ? ActionReference::Node : ActionReference::ColumnFace;
        for (const EndId end : framingEnds(joint)) findFraming(joint, end)->slope = isSplice ? 0 : slope(random);
        ActionSet set;
        set.id = "U1";
        for (const EndId end : framingEnds(joint)) {
            EndForces& f = forcesOf(set, end);
            f.N = force(random), f.V = force(random), f.M = moment(random);
        }
        if (!isSplice && i % 5) forcesOf(set, ends::above).N = force(random);
        const auto resolved = resolve(job, joint);
        REQUIRE(resolved);
        for (const EndId held : heldEnds(*resolved)) {
            const Imbalance left = imbalance(*resolved, balancedAt(*resolved, set, held));
            INFO(i << " " << held.str());
            REQUIRE(left.isKnown);
            CHECK(std::abs(left.horizontal) < 1e-3);
            CHECK(std::abs(left.vertical) < 1e-3);
            CHECK(std::abs(left.moment) < 1);
        }
    }
}
