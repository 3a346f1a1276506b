#include "exchange/job_file.h"
#include "support/joints.h"
#include <cmath>
#include <iterator>
#include <nlohmann/json.hpp>
#include <random>

/// A job whose values are exchanged at random for absurd ones is refused in words or computed to finite numbers.
using namespace zg;

namespace {

using nlohmann::json;

/// All places in a document, as pointers.
void places(const json& value, const json::json_pointer& at, std::vector<json::json_pointer>& out) {
    out.push_back(at);
    if (value.is_object())
        for (const auto& [key, inner] : value.items()) places(inner, at / key, out);
    if (value.is_array())
        for (std::size_t i = 0; i < value.size(); ++i) places(value[i], at / i, out);
}

} // namespace

TEST_CASE("absurd values anywhere in the file are refused or survive the calculation", "[exchange][search]") {
    const json whole = json::parse(writeJob(sample::demo()));
    std::vector<json::json_pointer> all;
    places(whole, json::json_pointer(""), all);
    std::mt19937 random(99);
    const json absurd[] = {
        nullptr, true, -1, 0, 1e-300, 1e300, -1e9, "", "M20", "../../etc", json::array(), json::object(), json::array({1, 2, 3}),
        3.0e5,   17};
    int refused = 0;
    int computed = 0;
    for (int round = 0; round < 1800; ++round) {
        json document = whole;
        const auto& at = all[random() % all.size()];
        if (at.empty()) continue;
        document[at] = absurd[random() % std::size(absurd)];
        const auto read = readJob(document.dump());
        INFO(at.to_string());
        if (!read) {
            ++refused;
            REQUIRE_FALSE(read.error().empty());
            for (const Diagnostic& d : read.error()) REQUIRE(sentenceOf(d).size() > 8);
            continue;
        }
        for (const Joint& joint : read->job.joints) {
            const auto result = verify(read->job, joint);
            if (!result) {
                REQUIRE_FALSE(result.error().empty());
                continue;
            }
            ++computed;
            REQUIRE(std::isfinite(result->utilisation));
            for (const ConnectionResult& c : result->connections) REQUIRE((std::isfinite(c.M_j_Rd) && c.M_j_Rd >= 0));
        }
        // What was read can be written and read again, to the same job.
        const auto again = readJob(writeJob(read->job));
        REQUIRE(again);
        REQUIRE(again->job == read->job);
    }
    CHECK(refused > 300);
    CHECK(computed > 1000);
}

TEST_CASE("a job of more than a hundred joints is read, written and verified", "[exchange]") {
    Job job = sample::demo();
    const SharedList<Joint> some = job.joints;
    for (int i = 0; i < 19; ++i) {
        for (const Joint& one : some) {
            Joint j = one;
            j.id = freeId(job);
            j.mark = freeMark(job, "X");
            job.joints.push_back(j);
        }
    }
    const auto again = readJob(writeJob(job));
    REQUIRE(again);
    CHECK(again->job.joints.size() == 20 * some.size());
    for (const Joint& j : again->job.joints) CHECK(verify(again->job, j));
}
