#include "exchange/written_bytes.h"
#include "exchange/file.h"
#include <cstdlib>
#include <filesystem>
#include <system_error>

namespace zg {

namespace {
tl::unexpected<Diagnostic> refused(const std::string& why) { return tl::unexpected(Diagnostic{Severity::Error, "", why}); }
} // namespace

tl::expected<void, Diagnostic> inFolderOfOurs(const std::string& fileName,
                                              const std::function<void(const std::string& path)>& work) {
    std::error_code error;
    std::string folder = (std::filesystem::temp_directory_path(error) / "zg-XXXXXX").string();
    if (error || !mkdtemp(folder.data())) return refused("There is no folder for temporary files that can be written.");
    work(folder + "/" + fileName);
    std::filesystem::remove_all(folder, error);
    return {};
}

tl::expected<std::string, Diagnostic> writtenBytes(const std::string& fileName,
                                                   const std::function<bool(const std::string& path)>& write) {
    tl::expected<std::string, Diagnostic> bytes = refused("The file could not be written in the folder for temporary files.");
    const auto done = inFolderOfOurs(fileName, [&](const std::string& path) {
        if (write(path)) bytes = readFile(path, Links::Refuse);
    });
    if (!done) return tl::unexpected(done.error());
    return bytes;
}

} // namespace zg
