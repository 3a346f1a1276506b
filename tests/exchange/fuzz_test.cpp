#include "exchange/actions_table.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "exchange/journal_file.h"
#include "exchange/plate_cache.h"
#include "support/folder.h"
#include "support/joints.h"
#include "support/tiny_study.h"
#include <chrono>
#include <cmath>
#include <cstdlib>
#include <nlohmann/json.hpp>
#include <random>

/// Structure-aware mutation of everything that comes with a job: jobs, plate caches, journals, tables. Seeded; five seconds each,
/// or ZG_FUZZ_SECONDS. What is read is whole and finite, what is refused is refused in words; nothing crashes (run it under the
/// sanitizers, see CONTRIBUTING.md).
using namespace zg;
using nlohmann::json;

namespace {

double seconds() {
    const char* wanted = std::getenv("ZG_FUZZ_SECONDS");
    return wanted ? std::atof(wanted) : 5;
}

class Fuzz {
public:
    explicit Fuzz(unsigned seed) : random_(seed) {}
    [[nodiscard]] bool goesOn() const {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - start_).count() < seconds();
    }
    std::size_t pick(std::size_t n) { return n == 0 ? 0 : random_() % n; }
    bool chance(double p) { return std::uniform_real_distribution<double>(0, 1)(random_) < p; }

    /// Bytes exchanged, cut, doubled, lengthened.
    std::string bytes(std::string text) {
        static const char* const pieces[] = {"\x00", "\xff", "\"", "{", "}", "[", "]",    ",",    ":",
                                             "\\",   "\n",   "\t", "9", "-", "e", "\x9b", "\x81", "\x1b"};
        for (std::size_t n = 1 + pick(4); n > 0 && !text.empty(); --n) {
            const std::size_t at = pick(text.size()), length = pick(std::min<std::size_t>(64, text.size() - at)) + 1;
            switch (pick(5)) {
            case 0: text[at] = static_cast<char>(random_()); break;
            case 1: text.erase(at, length); break;
            case 2: text.insert(at, text.substr(pick(text.size()), length)); break;
            case 3: text.insert(at, pieces[pick(std::size(pieces))]); break;
            default: text.resize(at);
            }
        }
        return text;
    }

    /// A value somewhere exchanged, taken away, doubled or renamed.
    json structure(json document) {
        for (std::size_t n = 1 + pick(3); n > 0; --n) {
            json* at = &document;
            while ((at->is_object() || at->is_array()) && !at->empty() && chance(0.85)) {
                const auto step = static_cast<std::ptrdiff_t>(pick(at->size()));
                at = at->is_object() ? &std::next(at->begin(), step).value() : &(*at)[static_cast<std::size_t>(step)];
            }
            switch (pick(7)) {
            case 0: *at = absurd(); break;
            case 1:
                if (at->is_object() && !at->empty())
                    at->erase(std::next(at->begin(), static_cast<std::ptrdiff_t>(pick(at->size()))));
                break;
            case 2:
                if (at->is_array() && !at->empty()) at->push_back((*at)[pick(at->size())]);
                break;
            case 3:
                if (at->is_object()) (*at)[name()] = absurd();
                break;
            case 4:
                if (at->is_number()) *at = at->get<double>() * number();
                break;
            case 5:
                if (at->is_string()) *at = bytes(at->get<std::string>());
                break;
            default:
                if (at->is_array()) at->clear();
            }
        }
        return document;
    }

private:
    double number() {
        static const double all[] = {0, -1, 1e-300, 1e300, 0.5, 2, 1e9, -1e-9, 1000};
        return all[pick(std::size(all))];
    }
    std::string name() {
        static const char* const all[] = {"M_kN", "thickness", "id", "", "\x1b[2J", "../x", "units", "family"};
        return all[pick(std::size(all))];
    }
    json absurd() {
        switch (pick(8)) {
        case 0: return nullptr;
        case 1: return true;
        case 2: return number();
        case 3: return name();
        case 4: return json::array();
        case 5: return json::object();
        case 6: return std::string(pick(5000), 'x');
        default: return json::array({1, json::array({2, json::object({{"a", 3}})})});
        }
    }
    std::mt19937 random_;
    std::chrono::steady_clock::time_point start_ = std::chrono::steady_clock::now();
};

void readsOrRefuses(const std::string& text) {
    const auto read = readJob(text);
    if (!read) {
        REQUIRE_FALSE(read.error().empty());
        for (const Diagnostic& d : read.error()) REQUIRE(sentenceOf(d).size() > 8);
        return;
    }
    for (const Joint& joint : read->job.joints) {
        REQUIRE_FALSE(studyPath("/tmp/a.zgj", joint.id).empty());
        const auto result = verify(read->job, joint);
        if (result) REQUIRE(std::isfinite(result->utilisation));
    }
    const auto again = readJob(writeJob(read->job));
    REQUIRE(again);
    REQUIRE(again->job == read->job);
}

PlateStudy someStudy() {
    PlateStudy study = sample::tinyStudy();
    study.geometry.bolts.push_back({{PartKind::BoltRow}, {0, 0, 0}, {1, 0, 0}, 20});
    PlateStrength set;
    set.id = "U1";
    set.set = 0;
    set.parts.push_back({{PartKind::EndPlate}, 100, 0.01, 235, {0, 0, 0}});
    set.bolts.push_back({});
    set.frames.push_back({1, {{0, 0, 0}, {0, 0, 0}, {0, 0, 0}, {0, 0, 0}}, {{1, 2, 3, 4}}, {{0, 0, 0, 0}}, {{0, 0, 0, 0}}});
    set.fullFrame = 0;
    study.sets.push_back(set);
    PlateBuckling buckling;
    buckling.modes.emplace_back();
    buckling.modes[0].shape = study.geometry.nodes;
    buckling.modes[0].shares.push_back({{PartKind::EndPlate}, 1});
    study.buckling.push_back(buckling);
    study.curves.emplace_back();
    study.curves[0].curve.resize(2);
    return study;
}

} // namespace

TEST_CASE("fuzz: mutated jobs are read whole or refused in words", "[exchange][fuzz]") {
    Fuzz fuzz(1);
    const std::string text = writeJob(sample::demo());
    const json document = json::parse(text);
    int rounds = 0;
    for (; fuzz.goesOn(); ++rounds)
        readsOrRefuses(fuzz.chance(0.4) ? fuzz.bytes(text)
                                        : fuzz.structure(document).dump(-1, ' ', false, json::error_handler_t::replace));
    CHECK(rounds > 20);
}

TEST_CASE("fuzz: mutated plate caches are read whole or refused", "[exchange][fuzz]") {
    Fuzz fuzz(2);
    const std::string bytes = writeStudy(someStudy());
    REQUIRE(readStudy(bytes));
    const json document = json::from_cbor(bytes);
    int rounds = 0, read = 0;
    for (; fuzz.goesOn(); ++rounds) {
        std::string mutated;
        if (fuzz.chance(0.5)) {
            mutated = fuzz.bytes(bytes);
        } else {
            const auto cbor = json::to_cbor(fuzz.structure(document));
            mutated.assign(cbor.begin(), cbor.end());
        }
        const auto study = readStudy(mutated);
        if (!study) continue;
        ++read;
        // What came through can be followed without looking.
        for (const auto& shell : study->geometry.shells)
            for (int k = 0; k < 4; ++k)
                REQUIRE(shell[static_cast<std::size_t>(k)] < static_cast<int>(study->geometry.nodes.size()));
        (void)plateChecks(*study, {});
        REQUIRE_FALSE(writeStudy(*study).empty());
    }
    CHECK(rounds > 100);
    CHECK(read > 0);
}

TEST_CASE("fuzz: mutated journals give back a job or are refused", "[exchange][fuzz]") {
    Fuzz fuzz(3);
    const sample::Folder folder;
    const std::string text = journalText(sample::extendedJob(), "/some/where/hall.zgj");
    int rounds = 0;
    for (; fuzz.goesOn(); ++rounds) {
        const std::string mutated = fuzz.bytes(text);
        REQUIRE(writeFile(folder.path("a.journal"), mutated));
        (void)readJournalHead(folder.path("a.journal"));
        readsOrRefuses(jobTextOfJournal(mutated));
    }
    CHECK(rounds > 20);
}

TEST_CASE("fuzz: mutated tables give sets of finite forces or are refused with their place", "[exchange][fuzz]") {
    Fuzz fuzz(4);
    const std::string tables[] = {
        "set\ttitle\tkind\tN [kN]\tV [kN]\tM [kNm]\nU1\twind\tULS\t-12,5\t1.250,75\t-3\nU2\t\tSLS\t1\t2\t3\n",
        "Case;M left (kip-ft);N [N];title;M\n;kip-ft;N;;kNm\nA;12,5;900;\"a;b\";-3\n", "set,N,V,M\nU1,\"1,250.5\",2,3\n",
        "U1\t1\t2\t3\t4\t5\t6\n"};
    int rounds = 0, read = 0;
    for (; fuzz.goesOn(); ++rounds) {
        const auto sets = readActions(fuzz.bytes(tables[fuzz.pick(4)]), fuzz.chance(0.5) ? UnitSystem::SI : UnitSystem::US);
        if (!sets) {
            for (const Diagnostic& d : sets.error()) REQUIRE(sentenceOf(d).size() > 8);
            continue;
        }
        ++read;
        for (const ActionSet& set : *sets) {
            REQUIRE_FALSE(set.id.empty());
            REQUIRE(std::isfinite(forcesOf(set, ends::right).M + forcesOf(set, ends::right).N + forcesOf(set, ends::right).V +
                                  forcesOf(set, ends::left).M));
        }
    }
    CHECK(rounds > 1000);
    CHECK(read > 100);
}
