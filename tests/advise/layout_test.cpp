#include "../bench/layout_tasks.h"
#include "advise/change.h"
#include "advise/layout_search.h"
#include "advise/remedies.h"
#include "lists/job_lists.h"
#include "support/joints.h"
#include "support/reference.h"
#include <set>

/// Layouts that hold, remedies and savings: what is promised is what one gets.
using namespace zg;

namespace {

bool sameMembers(const Joint& a, const Joint& b) {
    if (a.members.size() != b.members.size()) return false;
    for (const Member& m : a.members) {
        const Member* other = findMember(b, m.id);
        if (!other || other->section != m.section || other->steel != m.steel) return false;
        const Framing *f = std::get_if<Framing>(&m.placement), *g = std::get_if<Framing>(&other->placement);
        if (f && (f->slope != g->slope || f->span != g->span || f->level != g->level)) return false;
    }
    return true;
}

bool hasDoubler(const Joint& j) {
    return std::any_of(j.fittings.begin(), j.fittings.end(),
                       [](const Fitting& f) { return std::holds_alternative<DoublerSpec>(f.how); });
}

} // namespace

TEST_CASE("a layout that is found holds by a verification of its own, with the members as given", "[advise][layout]") {
    int held = 0;
    for (unsigned seed = 5000; seed < 5018; ++seed) {
        const sample::Task task = sample::randomTask(seed);
        const Joint& joint = task.job.joints.front();
        INFO("task " << seed << " " << joint.recipe);
        const LayoutOutcome o = findLayout(task.job, joint);
        CHECK(sameMembers(o.joint, joint));
        CHECK(o.joint.actions == joint.actions);
        CHECK(o.joint.mark == joint.mark);
        const auto resolved = resolve(task.job, o.joint);
        REQUIRE(resolved);
        const JointResult result = verify(*resolved, 0);
        CHECK(o.holds == (result.state != CheckState::Over));
        CHECK(result.utilisation == o.measure.utilisation);
        double cost = 0;
        Job with = task.job;
        with.joints[0] = o.joint;
        cost = listsOf(with).totals.cost.total();
        CHECK_SAME(cost, o.measure.cost, 1e-12);
        // The reasons: each, done, fails as it says.
        for (const LayoutReason& r : o.reasons) CHECK(r.utilisation > 0);
        held += o.holds;
        // The same question has the same answer.
        if (seed % 6 == 0) CHECK(findLayout(task.job, joint).joint == o.joint);
    }
    CHECK(held >= 16);
}

TEST_CASE("nothing single can be spared of a layout that was found", "[advise][layout]") {
    for (const unsigned seed : {5003U, 5007U, 5011U}) {
        const sample::Task task = sample::randomTask(seed);
        const LayoutOutcome o = findLayout(task.job, task.job.joints.front());
        if (!o.holds || findEndPlate(o.joint, ends::left)) continue; // of two ends alike both are spared together
        INFO("task " << seed);
        CHECK(savings(task.job, o.joint).empty());
        CHECK_FALSE(o.reasons.empty());
    }
}

TEST_CASE("what the job prefers is kept to", "[advise][layout]") {
    Job job = sample::demo();
    const Joint b4 = *findJoint(job, "B4"); // fails as it stands
    job.preferences = Preferences{};
    job.preferences->bolts = {{"M20", "8.8"}};
    job.preferences->hasWebPlates = false;
    const LayoutOutcome o = findLayout(job, b4);
    const EndPlate& plate = *findEndPlate(o.joint, ends::right);
    CHECK(plate.bolts.size == "M20");
    CHECK(plate.bolts.grade == "8.8");
    CHECK_FALSE(hasDoubler(o.joint));
    // Less may be asked of it.
    job.preferences = Preferences{};
    job.preferences->most = 0.8;
    const LayoutOutcome calm = findLayout(job, b4);
    REQUIRE(calm.holds);
    CHECK(calm.measure.utilisation <= 0.8 + 1e-12);
    job.preferences->most = 1;
    CHECK(findLayout(job, b4).measure.cost <= calm.measure.cost + 1e-9);
    // One bolt in several joints.
    job.preferences->hasOneBolt = true;
    std::set<std::string> bolts;
    for (const LayoutOutcome& each : findLayouts(job, {findJoint(job, "B1")->id, findJoint(job, "B4")->id})) {
        CHECK(each.holds);
        bolts.insert(findEndPlate(each.joint, ends::right)->bolts.size + findEndPlate(each.joint, ends::right)->bolts.grade);
    }
    CHECK(bolts.size() == 1);
}

TEST_CASE("what was asked of a joint besides holding stays asked", "[advise][layout]") {
    const Job job = sample::demo();
    Joint joint = *findJoint(job, "B4");
    EndPlate& own = *findEndPlate(joint, ends::right);
    own.bolts.size = "M24 HV";
    own.bolts.grade = "10.9";
    own.bolts.slip = SlipLimit::Ultimate;
    own.bolts.surface = FrictionClass::B;
    own.bolts.threadInShearPlane = false;
    own.plate.steel = "S275";
    std::get<Through>(throughMember(joint)->placement).endAbove = 200;
    const LayoutOutcome o = findLayout(job, joint);
    const EndPlate& found = *findEndPlate(o.joint, ends::right);
    CHECK(o.holds);
    CHECK(found.bolts.slip == SlipLimit::Ultimate);
    CHECK(found.bolts.surface == FrictionClass::B);
    CHECK_FALSE(found.bolts.threadInShearPlane);
    CHECK(found.bolts.size.find("HV") != std::string::npos);
    CHECK(found.plate.steel == "S275");
    CHECK(std::get<Through>(throughMember(o.joint)->placement).endAbove == 200.0);
    Joint again = *findJoint(job, "E2");
    findFraming(again, ends::right)->haunchBelow->isToeHeld = true;
    findFraming(again, ends::right)->haunchBelow->takesShear = true;
    const LayoutOutcome haunched = findLayout(job, again);
    CHECK(findFraming(haunched.joint, ends::right)->haunchBelow->isToeHeld);
    CHECK(findFraming(haunched.joint, ends::right)->haunchBelow->takesShear);
    // Of US bolts come US bolts.
    Joint inches = *findJoint(job, "B2");
    findEndPlate(inches, ends::right)->bolts.size = "1 in";
    findEndPlate(inches, ends::right)->bolts.grade = "A-120";
    CHECK(findEndPlate(findLayout(job, inches).joint, ends::right)->bolts.size.find("in") != std::string::npos);
}

TEST_CASE("a target is met, or what is short of it is the nearest", "[advise][layout]") {
    const Job job = sample::demo();
    const Joint& b2 = *findJoint(job, "B2"); // semi-rigid as it stands
    LayoutOptions rigid;
    rigid.target = LayoutTarget::Rigid;
    const LayoutOutcome o = findLayout(job, b2, rigid);
    REQUIRE(o.holds);
    const JointResult result = *verify(job, o.joint);
    for (const ConnectionResult& c : result.connections) CHECK(c.classification.stiffness == StiffnessClass::Rigid);
    LayoutOptions full;
    full.target = LayoutTarget::FullStrength;
    const LayoutOutcome strong = findLayout(job, b2, full);
    const JointResult atFullStrength = *verify(job, strong.joint);
    for (const ConnectionResult& c : atFullStrength.connections)
        CHECK((!strong.holds || c.classification.strength == StrengthClass::Full));
}

TEST_CASE("a task without an answer is told by what stands in the way", "[advise][layout]") {
    sample::Task task = sample::randomTask(5000);
    Joint joint = task.job.joints.front();
    for (ActionSet& set : joint.actions)
        for (EndForces& f : set.forces) f.V *= 100;
    const LayoutOutcome o = findLayout(task.job, joint);
    CHECK_FALSE(o.holds);
    CHECK(o.measure.excess > 0);
    CHECK(o.measure.utilisation > 1);
    CHECK(o.reasons.empty());
    // Stopped at once, it says what it has.
    const std::atomic<bool> stop{true};
    LayoutOptions options;
    options.stop = &stop;
    CHECK_FALSE(findLayout(task.job, joint, options).holds);
    // A member that is not known: no search, no crash.
    joint.members.front().section = "IPE 9999";
    CHECK_FALSE(findLayout(task.job, joint).holds);
}

TEST_CASE("each remedy and each saving, taken, gives what it promised", "[advise][remedies]") {
    int remediesSeen = 0, savingsSeen = 0, pairsSeen = 0;
    const auto check = [&](const Job& job, const Joint& joint, const Remedy& r) {
        INFO(joint.mark << ": " << r.text);
        const JointResult result = *verify(job, r.joint);
        CHECK(result.utilisation == r.utilisation);
        CHECK(result.state == r.state);
        CHECK(limitingCheck(result)->code == r.governing);
        const bool isMember = throughMember(joint) && throughMember(r.joint)->section != throughMember(joint)->section;
        if (!isMember)
            CHECK(std::abs(costOf(job, *resolve(job, r.joint)).total() - costOf(job, *resolve(job, joint)).total() - r.cost) <
                  1e-9);
        pairsSeen += r.changes == 2;
    };
    const auto all = [&](const Job& job, const Joint& joint) {
        const auto result = verify(job, joint);
        if (!result || !governingCheck(*result)) return;
        for (const Remedy& r : remedies(job, joint, *governingCheck(*result), 6)) {
            CHECK(r.checkUtilisation < governingCheck(*result)->utilisation);
            check(job, joint, r);
            ++remediesSeen;
        }
        if (result->state == CheckState::Over) return;
        for (const Remedy& r : savings(job, joint)) {
            CHECK(r.state != CheckState::Over);
            CHECK(r.cost < 0);
            check(job, joint, r);
            ++savingsSeen;
        }
    };
    const Job demo = sample::demo();
    for (const Joint& joint : demo.joints) all(demo, joint);
    // Two things at fault: one change does not do.
    Joint weak = *findJoint(demo, "B4");
    findEndPlate(weak, ends::right)->topWeld.throat = 5;
    all(demo, weak);
    CHECK(pairsSeen > 0);
    for (unsigned seed = 6000; seed < 6030; ++seed) {
        const sample::Task task = sample::randomTask(seed);
        all(task.job, task.job.joints.front());
    }
    CHECK(remediesSeen > 60);
    CHECK(savingsSeen > 20);
}

TEST_CASE("a layout for a joint with many sets is found beside its capacity design", "[advise][layout][capacity]") {
    Job job = sample::demo();
    Joint joint = *findJoint(job, "F2");
    for (int i = 0; i < 20; ++i) {
        ActionSet set = joint.actions[0];
        set.id = "U" + std::to_string(i);
        forcesOf(set, ends::right).M *= 0.5 + 0.02 * i;
        joint.actions.push_back(set);
    }
    const LayoutOutcome found = findLayout(job, joint, {});
    CHECK(found.holds);
    CHECK(found.joint.actions == joint.actions);
    const auto result = verify(job, found.joint);
    REQUIRE(result);
    CHECK(result->state != CheckState::Over);
    CHECK_FALSE(result->ladders.empty());
}
