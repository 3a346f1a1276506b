#include "exchange/file.h"
#include "exchange/job_file.h"
#include "exchange/plate_cache.h"
#include "support/folder.h"
#include "support/joints.h"
#include "support/tiny_study.h"
#include <algorithm>
#include <cmath>
#include <fcntl.h>
#include <fstream>
#include <functional>
#include <nlohmann/json.hpp>
#include <set>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

/// Everything that came with a job is hostile: names are never paths, links are not followed where a program derived the name,
/// and nothing is written outside.
using namespace zg;
using sample::Folder;
using sample::tinyStudy;

namespace {

std::string textOf(const Diagnostic& d) { return sentenceOf(d); }

} // namespace

TEST_CASE("an id is never a path: plate results stay in their folder whatever the id", "[exchange][hostile]") {
    const Folder folder;
    const std::string job = folder.path("job.zgj");
    std::set<std::string> names;
    for (const std::string& id :
         {std::string("../x"), std::string("/etc/x"), std::string("a/b"), std::string(".."), std::string("a\0b", 3),
          std::string("a"), std::string("A"), std::string("a "), std::string(4000, 'x')}) {
        const std::string path = studyPath(job, id);
        CHECK(path.rfind(job + ".plates/", 0) == 0);
        CHECK(path.find('/', job.size() + 8) == std::string::npos);
        CHECK(path.size() < job.size() + 80);
        CHECK(names.insert(path).second);
        REQUIRE(keepStudy(job, id, writeStudy(tinyStudy())));
        REQUIRE(keptStudy(job, id));
    }
    CHECK(folder.names() == std::vector<std::string>{"job.zgj.plates"});
}

TEST_CASE("plate results are neither written nor read through a link", "[exchange][hostile]") {
    const Folder folder;
    const std::string job = folder.path("job.zgj"), victim = folder.path("victim");
    REQUIRE(writeFile(victim, "mine"));
    SECTION("the file is a link") {
        REQUIRE(keepStudy(job, "a", writeStudy(tinyStudy())));
        REQUIRE(::unlink(studyPath(job, "a").c_str()) == 0);
        REQUIRE(::symlink(victim.c_str(), studyPath(job, "a").c_str()) == 0);
        CHECK_FALSE(keepStudy(job, "a", writeStudy(tinyStudy())));
        CHECK_FALSE(keptStudy(job, "a"));
    }
    SECTION("the folder is a link") {
        const std::string elsewhere = folder.path("elsewhere");
        REQUIRE(::mkdir(elsewhere.c_str(), 0755) == 0);
        REQUIRE(::symlink(elsewhere.c_str(), (job + ".plates").c_str()) == 0);
        const auto kept = keepStudy(job, "a", writeStudy(tinyStudy()));
        REQUIRE_FALSE(kept);
        CHECK(textOf(kept.error()).find("left alone") != std::string::npos);
        CHECK(Folder::namesIn(elsewhere).empty());
    }
    CHECK(*readFile(victim) == "mine");
}

TEST_CASE("names with control characters are refused, whoever writes them", "[exchange][hostile]") {
    for (const char* key : {"mark", "id"}) {
        auto document = nlohmann::json::parse(writeJob(sample::extendedJob()));
        document["joints"][0][key] = std::string("B\0", 2) + "\x1b[2J";
        const auto read = readJob(document.dump());
        REQUIRE_FALSE(read);
        CHECK(joined(read.error()).find("control character") != std::string::npos);
        CHECK(joined(read.error()).find('\x1b') == std::string::npos);
    }
}

TEST_CASE("a cache nested a million deep, or claiming more than it holds, is refused", "[exchange][hostile]") {
    CHECK_FALSE(readStudy(std::string(1'000'000, '\x81')));
    std::string maps;
    for (int i = 0; i < 500'000; ++i) maps += "\xa1\x61x";
    CHECK_FALSE(readStudy(maps));
    CHECK_FALSE(readStudy(std::string("\x9b\x7f\xff\xff\xff\xff\xff\xff\xff", 9))); // an array of 2^63 - 1
    CHECK_FALSE(readStudy(std::string("\x5b\x7f\xff\xff\xff\xff\xff\xff\xff", 9))); // a string of as many bytes
    std::string many("\x9f");
    many.append(5'000'000, '\x00');
    const auto read = readStudy(many);
    REQUIRE_FALSE(read);
    CHECK(textOf(read.error()).find("more than") != std::string::npos);
    REQUIRE(readStudy(writeStudy(tinyStudy())));
}

TEST_CASE("a cache with pieces that lead views astray is refused", "[exchange][hostile]") {
    const auto refuses = [](const char* where, const std::function<void(PlateStudy&)>& spoil) {
        PlateStudy study = tinyStudy();
        spoil(study);
        INFO(where);
        CHECK_FALSE(readStudy(writeStudy(study)));
    };
    refuses("a node that is not there", [](PlateStudy& s) { s.geometry.shells[0][2] = 4; });
    refuses("no number", [](PlateStudy& s) { s.geometry.nodes[1][0] = std::nanf(""); });
    refuses("a part that is not there", [](PlateStudy& s) { s.geometry.partOf[0] = 1; });
    refuses("a kind that is not known", [](PlateStudy& s) { s.geometry.parts[0].ref.kind = static_cast<PartKind>(99); });
    refuses("a frame without its fields", [](PlateStudy& s) {
        s.sets.emplace_back();
        s.sets[0].frames.emplace_back();
    });
    refuses("a frame that is not there", [](PlateStudy& s) {
        s.overStrength.emplace_back();
        s.overStrength[0].fullFrame = 3;
    });
    refuses("half a mechanism", [](PlateStudy& s) { s.mechanism = {1, 2, 3}; });
}

TEST_CASE("saving follows no planted link, replaces no link, no read-only file, and keeps permissions", "[exchange][hostile]") {
    const Folder folder;
    const std::string file = folder.path("job.zgj"), other = folder.path("other");
    REQUIRE(writeFile(other, "theirs"));
    SECTION("names that a writer might use aside are planted as links") {
        for (int pid = ::getpid() - 2; pid < ::getpid() + 3; ++pid)
            REQUIRE(::symlink(other.c_str(), (file + ".part-" + std::to_string(pid)).c_str()) == 0);
        REQUIRE(writeFile(file, "ours"));
        CHECK(*readFile(other) == "theirs");
    }
    SECTION("the file is a link: what it leads to is written, the link stays") {
        REQUIRE(::symlink("other", file.c_str()) == 0);
        REQUIRE(writeFile(file, "ours"));
        CHECK(*readFile(other) == "ours");
        struct stat info {};
        REQUIRE(::lstat(file.c_str(), &info) == 0);
        CHECK(S_ISLNK(info.st_mode));
    }
    SECTION("links in a circle are told") {
        REQUIRE(::symlink("job.zgj", file.c_str()) == 0);
        CHECK_FALSE(writeFile(file, "ours"));
    }
    SECTION("read-only stays read-only and as it was") {
        REQUIRE(writeFile(file, "old"));
        REQUIRE(::chmod(file.c_str(), 0444) == 0);
        const auto written = writeFile(file, "new");
        REQUIRE_FALSE(written);
        CHECK(textOf(written.error()).find("read-only") != std::string::npos);
        CHECK(*readFile(file) == "old");
    }
    SECTION("permissions are those of the file that is replaced, and never wider while it is written") {
        REQUIRE(writeFile(file, "old"));
        REQUIRE(::chmod(file.c_str(), 0640) == 0);
        REQUIRE(writeFile(file, "new"));
        struct stat info {};
        REQUIRE(::stat(file.c_str(), &info) == 0);
        CHECK((info.st_mode & 07777) == 0640);
    }
    SECTION("a name as long as the system allows is written") {
        const std::string longest = folder.path(std::string(251, 'n') + ".zgj");
        REQUIRE(writeFile(longest, "ours"));
        CHECK(*readFile(longest) == "ours");
        CHECK_FALSE(writeFile(folder.path(std::string(256, 'n')), "ours"));
    }
    for (const std::string& name : folder.names()) CHECK(name.find("aside") == std::string::npos);
}

TEST_CASE("what a killed writer left is removed by the next one, what a living one writes is not", "[exchange][hostile]") {
    const Folder folder;
    const std::string dead = folder.path(".zg-aside-dead"), living = folder.path(".zg-aside-living");
    REQUIRE(writeFile(dead, "half"));
    REQUIRE(writeFile(living, "half"));
    const int lock = ::open(living.c_str(), O_RDONLY | O_CLOEXEC);
    REQUIRE(::flock(lock, LOCK_EX | LOCK_NB) == 0);
    REQUIRE(::symlink("job.zgj", folder.path(".zg-aside-link").c_str()) == 0);
    REQUIRE(writeFile(folder.path("job.zgj"), "whole"));
    const auto names = folder.names();
    CHECK(names == std::vector<std::string>{".zg-aside-link", ".zg-aside-living", "job.zgj"});
    ::close(lock);
}

TEST_CASE("a pipe never hangs a reader or a writer", "[exchange][hostile]") {
    const Folder folder;
    const std::string pipe = folder.path("pipe");
    REQUIRE(::mkfifo(pipe.c_str(), 0600) == 0);
    const auto read = readFile(pipe);
    REQUIRE_FALSE(read);
    CHECK(textOf(read.error()).find("pipe") != std::string::npos);
    const auto written = writeFile(pipe, "x");
    REQUIRE_FALSE(written);
    CHECK(textOf(written.error()).find("nobody reads") != std::string::npos);
    CHECK_FALSE(readFile("/dev/zero"));
}
