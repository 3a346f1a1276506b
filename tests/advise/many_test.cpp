#include "advise/assumptions.h"
#include "advise/many.h"
#include "support/joints.h"
#include <algorithm>

using namespace zg;

namespace {

std::vector<std::string> allIds(const Job& job) {
    std::vector<std::string> ids;
    for (const Joint& joint : job.joints) ids.push_back(joint.id);
    return ids;
}
SharedField fieldOf(const Job& job, const std::string& pattern) {
    for (SharedField& f : sharedFields(job, allIds(job)))
        if (f.pattern == pattern) return f;
    FAIL("no such field");
    return {};
}
ParameterValue valueOf(const SharedField& field, const char* text) {
    const auto value = readValue(field.parameter, text, UnitSystem::SI);
    REQUIRE(value);
    return *value;
}

} // namespace

TEST_CASE("every field of the job's joints is offered with what stands there, each place counted once", "[many]") {
    const Job job = sample::demo();
    const SharedField field = fieldOf(job, "connections/*/end_plate/bolts/size");
    int plates = 0, counted = 0;
    for (const Joint& joint : job.joints)
        for (const Connection& c : joint.connections) plates += std::holds_alternative<EndPlate>(c.how);
    for (const auto& [text, n] : field.values) counted += n;
    CHECK(counted == plates);
}

TEST_CASE("what many joints are promised is what they get", "[many]") {
    Job job = sample::demo();
    const SharedField field = fieldOf(job, "connections/*/end_plate/bolts/size");
    const auto lines = withField(job, allIds(job), field, std::string("M20"), valueOf(field, "M24"));
    REQUIRE(lines.size() == job.joints.size());
    int changed = 0;
    for (const ManyLine& line : lines) {
        const Joint before = *findJoint(job, line.id);
        const auto has = [](const Joint& j, const char* size) {
            return std::any_of(j.connections.begin(), j.connections.end(), [&](const Connection& c) {
                const EndPlate* plate = std::get_if<EndPlate>(&c.how);
                return plate && plate->bolts.size == size;
            });
        };
        CHECK(line.after.has_value() == has(before, "M20"));
        if (!line.after) {
            CHECK_FALSE(line.why.empty());
            continue;
        }
        ++changed;
        CHECK_FALSE(has(*line.after, "M20"));
        putJoints(job, {*line.after});
        const auto now = measure(job, *findJoint(job, line.id));
        REQUIRE(now);
        CHECK(now->utilisation == line.then->utilisation);
        CHECK(now->cost == line.then->cost);
    }
    CHECK(changed > 0);
}

TEST_CASE("a value that is out of range or not understood changes nothing and is said", "[many]") {
    const Job job = sample::demo();
    const SharedField thickness = fieldOf(job, "connections/*/end_plate/plate/thickness_mm");
    for (const ManyLine& line : withField(job, allIds(job), thickness, std::nullopt, valueOf(thickness, "900"))) {
        CHECK_FALSE(line.after);
        CHECK((line.why == "has no such part" || line.why.find("200") != std::string::npos));
    }
    CHECK_FALSE(readValue(thickness.parameter, "1,250", UnitSystem::SI));
    CHECK_FALSE(readValue(thickness.parameter, "thick", UnitSystem::SI));
    CHECK(std::get<double>(*readValue(thickness.parameter, "20 mm", UnitSystem::SI)) == 20);
    CHECK(std::get<double>(*readValue(thickness.parameter, "1", UnitSystem::US)) == Approx(25.4));
    const SharedField holes = fieldOf(job, "connections/*/end_plate/bolts/holes");
    CHECK(readValue(holes.parameter, "slotted", UnitSystem::SI).error() == "understood are: normal, oversize");
}

TEST_CASE("one detail for all of a group: the cheapest of theirs that holds everywhere", "[many]") {
    Job job = sample::demo();
    const Joint first = job.joints[0];
    job.joints.clear();
    for (int i = 0; i < 3; ++i) {
        Joint joint = first;
        joint.id = "g" + std::to_string(i);
        joint.mark = "G" + std::to_string(i + 1);
        findEndPlate(joint, ends::right)->plate.thickness = 20 + 5 * i;
        job.joints.push_back(joint);
    }
    const auto shared = sharedDetails(job, allIds(job));
    REQUIRE(shared.size() == 3);
    CHECK(shared[0].mark == "G1"); // all hold: the thinnest costs least
    CHECK(shared[0].isForAll);
    CHECK(shared[0].costThen < shared[0].costNow);
    CHECK(shared[2].mark == "G3");
    CHECK(shared[2].costThen > shared[2].costNow);
    // Where the thinnest no longer holds for one of them, another's is taken.
    for (ActionSet& set : job.joints[2].actions)
        for (EndForces& f : set.forces) f.M *= 1.2 / measure(job, job.joints[0])->utilisation;
    for (const SharedDetail& d : sharedDetails(job, allIds(job)))
        for (const ManyLine& line : d.lines)
            if (line.mark == "G3" && line.then && !line.then->holds()) CHECK_FALSE(d.isForAll);
}

TEST_CASE("an admissible assumption gives what it promises, and is never one that is taken already", "[many]") {
    const Job job = sample::demo();
    int offered = 0;
    for (const Joint& joint : job.joints)
        for (const Assumption& a : admissibleAssumptions(job, joint)) {
            ++offered;
            INFO(joint.mark << ": " << a.text);
            CHECK_FALSE(a.settings == job.settings);
            CHECK(*a.clause != 0);
            Job with = job;
            with.settings = a.settings;
            const auto then = measure(with, joint);
            REQUIRE(then);
            CHECK(then->utilisation == a.then);
            CHECK(a.then < a.now);
            for (const Assumption& again : admissibleAssumptions(with, joint)) CHECK(again.text != a.text);
        }
    CHECK(offered > 0);
}
