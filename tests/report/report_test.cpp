#include "base/text.h"
#include "exchange/result_json.h"
#include "report/html.h"
#include "report/joint_report.h"
#include "support/joints.h"
#include "words/phrases.h"
#include "words/verdict.h"
#include <algorithm>
#include <nlohmann/json.hpp>

using namespace zg;

namespace {
std::string html(const Job& job, std::size_t joint, Depth depth) {
    const auto r = resolve(job, job.joints[joint]);
    if (!r) FAIL(joined(r.error()));
    ReportOptions o;
    o.depth = depth;
    return htmlPage({jointReport(job, job.joints[joint], *r, verifyTraced(*r, 0), o)}, job.settings.units);
}
} // namespace

TEST_CASE("the verdict says what governs, by how much and where", "[report]") {
    const Job job = sample::demo();
    const auto say = [&](std::size_t i) {
        return sentence(verdictOf(sample::verified(job, i), isTwoSided(job.joints[i]), job.joints[i].frame, UnitSystem::SI));
    };
    CHECK(say(1).find("B2 holds. Column web in shear governs at 0.92 in set U2. Tension at the bottom ") == 0);
    CHECK(say(1).find(" in set R1. Semi-rigid (sway frame), partial strength") != std::string::npos);
    CHECK(say(3).find("B4 fails.") == 0);
    Job broken = job;
    endPlate(broken.joints[0], ends::right).rows.clear();
    CHECK(sentence(verdictOf(sample::verified(broken, 0), false, FrameKind::Braced, UnitSystem::SI))
              .find("B1 cannot be built like this. Bolt rows: none given.") == 0);
}

TEST_CASE("the three depths hold more and more, the deepest every formula with its numbers and clause", "[report]") {
    const Job job = sample::demo();
    const std::string brief = html(job, 1, Depth::Brief);
    const std::string parts = html(job, 1, Depth::ByPart);
    const std::string full = html(job, 1, Depth::Full);
    CHECK(brief.size() < parts.size());
    CHECK(parts.size() < full.size());
    for (const std::string* page : {&brief, &parts, &full}) {
        CHECK(page->find("B2 holds.") != std::string::npos);
        CHECK(page->find("Assumptions") != std::string::npos);
        CHECK(page->find("Not done") != std::string::npos);
        CHECK(page->find("Slip resistance") != std::string::npos);
    }
    CHECK(full.find("0.9·f<sub>ub</sub>·A<sub>s</sub>/γ<sub>M2</sub> = 0.9·1000·353/1.25 = <") == std::string::npos);
    CHECK(full.find("0.9·f<sub>ub</sub>·A<sub>s</sub>/γ<sub>M2</sub> = 0.9·1000·353/1.25 = 254160 N") != std::string::npos);
    CHECK(full.find("EN 1993-1-8:2005 table 3.4") != std::string::npos);
    CHECK(parts.find("0.9·1000·353/1.25") == std::string::npos);
}

TEST_CASE("titles from outside cannot break the report", "[report]") {
    Job job = sample::extendedJob();
    job.joints[0].title = "<script>alert(1)</script> & \"quotes\"";
    job.joints[0].note = std::string("line\x01with control \xff");
    const std::string page = html(job, 0, Depth::Brief);
    CHECK(page.find("<script>") == std::string::npos);
    CHECK(page.find("&lt;script&gt;") != std::string::npos);
}

TEST_CASE("every check has words: a title, an id of its own, and advice", "[report]") {
    std::vector<std::string> ids;
    for (int c = 0; c <= static_cast<int>(CheckCode::NotDoneOuterRows); ++c) {
        Check check;
        check.code = static_cast<CheckCode>(c);
        const std::string id = idOf(check.code);
        CHECK(std::string(title(check.code)).size() > 3);
        CHECK(std::find(ids.begin(), ids.end(), id) == ids.end());
        ids.push_back(id);
    }
}

namespace {
/// Equal but for the digits that the shorter document leaves out.
bool isNear(const nlohmann::json& a, const nlohmann::json& b) {
    if (a.is_number() && b.is_number()) return a.get<double>() == Approx(b.get<double>()).epsilon(1e-9).margin(1e-12);
    if (a.type() != b.type() || a.size() != b.size()) return false;
    if (!a.is_structured()) return a == b;
    if (a.is_array()) return std::equal(a.begin(), a.end(), b.begin(), isNear);
    for (const auto& [key, value] : a.items())
        if (!b.contains(key) || !isNear(value, b[key])) return false;
    return true;
}
} // namespace

TEST_CASE("the result document holds what the window shows", "[report]") {
    const Job job = sample::demo();
    std::vector<JointOutcome> outcomes;
    for (std::size_t i = 0; i < job.joints.size(); ++i)
        outcomes.push_back({&job.joints[i], std::make_shared<const JointResult>(sample::verified(job, i))});
    const auto j = nlohmann::json::parse(resultJson(job, outcomes));
    REQUIRE(j["joints"].size() == job.joints.size());
    const JointResult b2 = sample::verified(job, 1);
    CHECK(j["joints"][1]["utilisation"].get<double>() == Approx(b2.utilisation).epsilon(1e-9));
    CHECK(j["joints"][1]["connections"][0]["M_j_Rd_Nmm"].get<double>() == Approx(b2.connections[0].M_j_Rd).epsilon(1e-9));
    CHECK(j["joints"][1]["checks"].size() == ledger(b2).size());
    CHECK(j["joints"][3]["state"] == "over");
    // Depths hold more and more of the same.
    const auto full = nlohmann::json::parse(resultJson(job, outcomes, {}, Depth::Full));
    const auto brief = nlohmann::json::parse(resultJson(job, outcomes, {}, Depth::Brief));
    CHECK(full["joints"][1]["checks"].size() == b2.checks.size());
    CHECK(full["joints"][1]["connections"][0]["rows"].size() == b2.connections[0].rows.size());
    CHECK(full["joints"][1]["connections"].size() == b2.connections.size());
    CHECK(j["joints"][1]["connections"].size() == b2.connections.size());
    for (std::size_t i = 0; i < job.joints.size(); ++i) {
        for (const char* key : {"governing", "limited_by", "verdict", "utilisation"}) {
            CHECK(isNear(brief["joints"][i][key], full["joints"][i][key]));
            CHECK(isNear(j["joints"][i][key], full["joints"][i][key]));
        }
        std::size_t amiss = 0;
        for (const auto& entry : full["joints"][i]["balance"]) amiss += entry["known"] == true && entry["balanced"] == false;
        CHECK(j["joints"][i]["balance"].size() == amiss);
        CHECK_FALSE(brief["joints"][i].contains("checks"));
        CHECK(isNear(j["joints"][i]["checks"].front(), full["joints"][i]["checks"].front()));
        for (const auto& c : j["joints"][i]["connections"]) {
            const auto same = std::find_if(full["joints"][i]["connections"].begin(), full["joints"][i]["connections"].end(),
                                           [&](const auto& o) { return o["side"] == c["side"] && o["set"] == c["set"]; });
            for (const auto& [key, value] : c.items()) CHECK(isNear((*same)[key], value));
        }
    }
}
