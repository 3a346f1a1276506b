#include "support/digest.h"
#include "support/v1_joints.h"
#include <catch2/catch.hpp>
#include <cstdlib>
#include <fstream>
#include <sstream>

/// Regression values: numbers of our own code on 2026-11-26, before joints became nodes. They prove nothing but that a change of
/// structure changed no number. `joint_net` prints the file anew. ZG_BITS=1 compares to the last bit, on the machine that
/// printed.
TEST_CASE("two thousand joints of the first file version keep their numbers", "[regression][net]") {
    std::ifstream file(std::string(ZG_SOURCE_DIR) + "/tests/regression/net-components.txt");
    REQUIRE(file);
    const bool asksBits = std::getenv("ZG_BITS") != nullptr;
    std::string line;
    int refused = 0, count = 0;
    for (std::uint32_t i = 0; std::getline(file, line); ++i, ++count) {
        const zg::sample::Digest now = zg::sample::digestOf(zg::sample::v1Job(i));
        std::istringstream in(line);
        std::string word;
        std::getline(in, word, '|');
        INFO("seed " << i);
        CHECK(now.words == word);
        if (word.rfind("refused", 0) == 0) ++refused;
        for (const double x : now.values) {
            std::getline(in, word, '|');
            CHECK(x == Approx(std::stod(word)).epsilon(1e-10).margin(1e-10));
        }
        std::getline(in, word, '|');
        if (asksBits) CHECK(now.bits == word);
    }
    CHECK(count == 2000);
    CHECK(refused < 20);
}
