#include "exchange/written_bytes.h"
#include "exchange/file.h"
#include <cstdlib>
#include <filesystem>
#include <system_error>

namespace zg {

tl::expected<std::string, Diagnostic> writtenBytes(const std::string& fileName,
                                                   const std::function<bool(const std::string& path)>& write) {
    const auto refused = [](const std::string& why) { return tl::unexpected(Diagnostic{Severity::Error, "", why}); };
    std::error_code error;
    std::string folder = (std::filesystem::temp_directory_path(error) / "zg-XXXXXX").string();
    if (error || !mkdtemp(folder.data())) return refused("There is no folder for temporary files that can be written.");
    const std::string path = folder + "/" + fileName;
    tl::expected<std::string, Diagnostic> bytes = refused("The file could not be written in the folder for temporary files.");
    if (write(path)) bytes = readFile(path, Links::Refuse);
    std::filesystem::remove_all(folder, error);
    return bytes;
}

} // namespace zg
