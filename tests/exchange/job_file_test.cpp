#include "base/text.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "support/joints.h"
#include "support/v1_joints.h"
#include <fstream>
#include <nlohmann/json.hpp>
#include <sys/stat.h>
#include <unistd.h>

using namespace zg;

namespace {

std::string file(const char* name) {
    const auto text = readFile(std::string(ZG_SOURCE_DIR) + "/tests/exchange/files/" + name);
    if (!text) FAIL(sentenceOf(text.error()));
    return *text;
}

/// The refusal's text, which must exist.
std::string refusal(const std::string& text) {
    const auto read = readJob(text);
    REQUIRE_FALSE(read);
    return joined(read.error());
}

bool has(const std::string& text, const std::string& part) {
    INFO(text);
    INFO("should hold: " << part);
    return text.find(part) != std::string::npos;
}

} // namespace

TEST_CASE("a job survives the round trip, number by number and key by key", "[exchange]") {
    Job job = sample::demo();
    CustomSection own;
    own.designation = "own 7";
    own.h = 612.5;
    own.b = 220;
    own.t_w = 9.5;
    own.t_f = 17;
    own.webWeldThroat = 5;
    job.sections.push_back(own);
    framing(job.joints[0], ends::right).slope = 5 * 3.14159265358979323846 / 180;
    endPlate(job.joints[0], ends::right).rows[0].gauge = 123.4;
    const std::string text = writeJob(job);
    CHECK(has(text, "\"slope_deg\": 5.0,"));
    const auto again = readJob(text);
    REQUIRE(again);
    CHECK(again->job == job);
    CHECK(writeJob(again->job) == text);
    CHECK(again->notes.empty());
}

TEST_CASE("keys this version does not know are kept where they were", "[exchange]") {
    nlohmann::ordered_json document = nlohmann::ordered_json::parse(writeJob(sample::demo()));
    document["office"] = {{"number", 12}};
    document["joints"][1]["connections"][0]["end_plate"]["plate"]["paint"] = "primer";
    document["joints"][1]["actions"][0]["source"] = "frame 3";
    auto read = readJob(document.dump());
    REQUIRE(read);
    read->job.joints.erase(read->job.joints.begin()); // the joint moves up in the list
    const auto written = nlohmann::json::parse(writeJob(read->job));
    CHECK(written["office"]["number"] == 12);
    CHECK(written["joints"][0]["connections"][0]["end_plate"]["plate"]["paint"] == "primer");
    CHECK(written["joints"][0]["actions"][0]["source"] == "frame 3");
}

TEST_CASE("broken files are refused with line or key and reason", "[exchange]") {
    CHECK(has(refusal(file("truncated_in_joint.zgj")), "truncated"));
    CHECK(has(refusal(file("truncated_in_joint.zgj")), "line 12"));
    CHECK(has(refusal(file("not_json.zgj")), "line 3"));
    CHECK(has(refusal(file("wrong_type.zgj")),
              "B1/connections/right/end_plate/plate/thickness_mm: Expected a number, found string."));
    CHECK(has(refusal(file("wrong_type.zgj")), "B1/frame: Expected one of \"unbraced\", \"braced\""));
    CHECK(has(refusal(file("newer_version.zgj")), "version 7; this program reads up to version 2"));
    CHECK(has(refusal(file("other_format.zgj")), "not a job of Zealous Girder"));
    CHECK(has(refusal(file("huge_number.zgj")), "too large"));
    CHECK(has(refusal(file("out_of_range.zgj")), "end plate thickness is 90000 mm; allowed is 3 mm to 200 mm"));
    CHECK(has(refusal(""), "truncated"));
    CHECK(has(refusal("[]"), "expected an object"));
    CHECK(has(refusal(std::string(200000, '[')), "deeper"));
    CHECK(has(refusal(R"({"format":"zealous-girder-job","version":1,"joints":[{"id":"a","mark":"B1"},{"id":"b","mark":"B1"}]})"),
              "Two joints have the mark B1"));
    CHECK(has(refusal("{\"format\":\"zealous-girder-job\",\"version\":1,\"title\":\"\xff\xfe\"}"), "line 1"));
}

TEST_CASE("every prefix of a job file is refused without harm", "[exchange]") {
    const std::string text = writeJob(sample::extendedJob());
    for (std::size_t n = 0; n + 3 < text.size(); n += 37) CHECK_FALSE(readJob(text.substr(0, n)));
}

TEST_CASE("a file with every byte of a region changed is read or refused, never a crash", "[exchange]") {
    const std::string text = writeJob(sample::extendedJob());
    for (std::size_t at = 0; at < text.size(); at += 11) {
        for (const char c : {'\0', '"', '9', '-', '{', ']'}) {
            std::string bad = text;
            bad[at] = c;
            const auto read = readJob(bad);
            if (!read) CHECK_FALSE(read.error().empty());
        }
    }
}

TEST_CASE("numbers left out are taken by default and said so", "[exchange]") {
    const auto read = readJob(
        R"({"format":"zealous-girder-job","version":1,"joints":[{"id":"a","mark":"B1","right":{"plate":{"width_mm":200}}}]})");
    REQUIRE(read);
    CHECK(has(joined(read->notes), "end plate thickness is not given; taken as 20 mm"));
    const auto result = verify(read->job, read->job.joints[0]);
    REQUIRE_FALSE(result);
    CHECK(has(joined(result.error()), "No section is chosen"));
}

TEST_CASE("an empty job is a job", "[exchange]") {
    const auto read = readJob(R"({"format":"zealous-girder-job","version":1})");
    REQUIRE(read);
    CHECK(read->job.joints.empty());
}

TEST_CASE("saving is all or nothing", "[exchange]") {
    char folder[] = "/tmp/zg-save-XXXXXX";
    REQUIRE(mkdtemp(folder));
    const std::string path = std::string(folder) + "/job.zgj";
    REQUIRE(saveJob(sample::extendedJob(), path));
    const std::string before = *readFile(path);
    SECTION("into a folder that is not there") {
        const auto saved = saveJob(sample::extendedJob(), std::string(folder) + "/no/such/job.zgj");
        REQUIRE_FALSE(saved);
        CHECK(has(sentenceOf(saved.error()), "could not be opened"));
    }
    SECTION("onto a full disk") {
        const auto saved = writeFile("/dev/full", std::string(100000, 'x'));
        REQUIRE_FALSE(saved);
        CHECK(has(sentenceOf(saved.error()), "No space left"));
    }
    SECTION("over a folder") {
        mkdir((path + ".d").c_str(), 0755);
        CHECK_FALSE(saveJob(sample::extendedJob(), path + ".d"));
    }
    CHECK(*readFile(path) == before);
    CHECK(system(("rm -r " + std::string(folder)).c_str()) == 0);
    CHECK_FALSE(openJob("/no/such/file.zgj"));
    CHECK_FALSE(openJob("/tmp"));
}

TEST_CASE("the schema in the repository is the one the program prints", "[exchange]") {
    CHECK(*readFile(std::string(ZG_SOURCE_DIR) + "/schema/job.schema.json") == jobSchema());
}

TEST_CASE("equality and hash see every field, and the result key leaves out what changes no number", "[exchange]") {
    Job job = sample::demo();
    const Joint before = job.joints[1];
    const auto key = resultKey(job, job.joints[1]);
    job.joints[1].title = "elsewhere";
    job.settings.units = UnitSystem::US;
    CHECK(resultKey(job, job.joints[1]) == key);
    endPlate(job.joints[1], ends::right).webWeld.throat += 1;
    CHECK(resultKey(job, job.joints[1]) != key);
    CHECK(job.joints[1] != before);
    job.joints[1] = before;
    job.settings.gamma_M2 = 1.3;
    CHECK(resultKey(job, job.joints[1]) != key);
}

TEST_CASE("a key that is not understood is named with its place and the key that may be meant", "[exchange]") {
    auto document = nlohmann::ordered_json::parse(writeJob(sample::extendedJob()));
    document["joints"][0]["actions"][0]["forces"][0].erase("M_kNm");
    document["joints"][0]["actions"][0]["forces"][0]["M_kN"] = 150;
    document["colour"] = "blue";
    const auto read = readJob(document.dump());
    REQUIRE(read);
    REQUIRE(read->notes.size() == 2);
    CHECK(read->notes[0].severity == Severity::Warning);
    CHECK(placeOf(read->notes[0]) == "W1/actions/U1/forces/right/M_kN");
    CHECK(has(sentenceOf(read->notes[0]), "not understood and has no effect; is \"M_kNm\" meant?"));
    CHECK(placeOf(read->notes[1]) == "colour");
    CHECK(has(sentenceOf(read->notes[1]), "Understood here are title, engineer"));
}

TEST_CASE("a key that stands twice is an error with its line", "[exchange]") {
    const std::string twice = "{\"format\": \"zealous-girder-job\",\n\"version\": 1,\n\"title\": \"a\",\n\"title\": \"b\"}";
    const auto read = readJob(twice);
    REQUIRE_FALSE(read);
    CHECK(read.error()[0].subject == "line 4, title");
    CHECK(has(sentenceOf(read.error()[0]), "stands twice"));
    CHECK(has(
        refusal(
            R"({"format":"zealous-girder-job","version":1,"joints":[{"mark":"B1","right":{"plate":{"width_mm":1,"width_mm":2}}}]})"),
        "line 1, joints/1/right/plate/width_mm"));
}

TEST_CASE("depth and numbers out of bounds are told with line and key, without jargon", "[exchange]") {
    CHECK(has(refusal(file("huge_number.zgj")), "line "));
    const std::string deep =
        "{\"format\":\"zealous-girder-job\",\n\"title\":" + std::string(50, '[') + std::string(50, ']') + "}";
    CHECK(has(refusal(deep), "line 2, title"));
    for (const std::string& text :
         {refusal(file("huge_number.zgj")), refusal(deep), refusal("{\"a\": 1e999}"), refusal(file("not_json.zgj"))})
        for (const char* jargon : {"exception", "json.", "SAX", "parse_error", "out_of_range"}) CHECK_FALSE(has(text, jargon));
}

TEST_CASE("a family or units that the program does not compute are refused", "[exchange]") {
    auto document = nlohmann::json::parse(sample::v1Job(1));
    document["joints"][0]["family"] = "apex";
    CHECK(has(refusal(document.dump()), "R1/family: Expected one of \"beam-to-column end plate\", found the family \"apex\"."));
    document = nlohmann::json::parse(writeJob(sample::extendedJob()));
    document["units"]["length"] = "in";
    CHECK(has(refusal(document.dump()), "units/length: The file cannot be read in \"in\". Understood are length mm"));
    document["units"] = {{"time", "s"}};
    CHECK(has(refusal(document.dump()), "units/time"));
}

TEST_CASE("a joint without an id gets one, whole numbers may be written with a point", "[exchange]") {
    auto document = nlohmann::json::parse(writeJob(sample::extendedJob()));
    document["joints"][0].erase("id");
    document["joints"][0]["connections"][0]["end_plate"]["rows"][0]["bolts"] = 2.0;
    const auto read = readJob(document.dump());
    REQUIRE(read);
    CHECK_FALSE(read->job.joints[0].id.empty());
    document["joints"][0]["connections"][0]["end_plate"]["rows"][0]["bolts"] = 2.5;
    CHECK(has(refusal(document.dump()), "Expected a whole number"));
}

TEST_CASE("copies of a job share the joints in which they are the same", "[joint]") {
    Job job = sample::demo();
    Job copy = job;
    endPlate(copy.joints[2], ends::right).plate.thickness += 1;
    CHECK(endPlate(job.joints[2], ends::right).plate.thickness + 1 == endPlate(copy.joints[2], ends::right).plate.thickness);
    for (std::size_t i = 0; i < job.joints.size(); ++i) CHECK(job.joints.shares(copy.joints, i) == (i != 2));
    CHECK(copy != job);
    CHECK(contentHash(copy) != contentHash(job));
}
