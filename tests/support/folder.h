#pragma once
#include <algorithm>
#include <catch2/catch.hpp>
#include <filesystem>
#include <string>
#include <vector>

namespace zg::sample {

/// A folder of a test's own, gone with it.
class Folder {
public:
    Folder() {
        char name[] = "/tmp/zg-test-XXXXXX";
        REQUIRE(mkdtemp(name));
        path_ = name;
    }
    ~Folder() {
        std::error_code ignored;
        std::filesystem::remove_all(path_, ignored);
    }
    Folder(const Folder&) = delete;
    Folder& operator=(const Folder&) = delete;
    [[nodiscard]] std::string path(const std::string& name) const { return path_ + "/" + name; }
    [[nodiscard]] std::vector<std::string> names() const { return namesIn(path_); }
    [[nodiscard]] static std::vector<std::string> namesIn(const std::string& folder) {
        std::vector<std::string> all;
        for (const auto& entry : std::filesystem::directory_iterator(folder)) all.push_back(entry.path().filename());
        std::sort(all.begin(), all.end());
        return all;
    }

private:
    std::string path_;
};

} // namespace zg::sample
