#include "exchange/file.h"
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <memory>
#include <sys/stat.h>
#include <unistd.h>

namespace zg {
namespace {

Diagnostic failure(const std::string& path, const char* what, int error) {
    return {Severity::Error, path, std::string(what) + ": " + std::strerror(error) + "."};
}

bool writeAll(int file, const std::string& bytes) {
    std::size_t done = 0;
    while (done < bytes.size()) {
        const ssize_t n = ::write(file, bytes.data() + done, bytes.size() - done);
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) return false;
        done += static_cast<std::size_t>(n);
    }
    return ::fsync(file) == 0 || errno == EINVAL; // pipes and devices cannot be synced
}

} // namespace

tl::expected<std::string, Diagnostic> readFile(const std::string& path) {
    struct stat info {};
    if (::stat(path.c_str(), &info) != 0) return tl::unexpected(failure(path, "The file could not be opened", errno));
    if (S_ISDIR(info.st_mode)) return tl::unexpected(Diagnostic{Severity::Error, path, "This is a folder, not a file."});
    if (info.st_size > 64'000'000) return tl::unexpected(Diagnostic{Severity::Error, path, "The file has more than 64 MB."});
    const std::unique_ptr<std::FILE, int (*)(std::FILE*)> file(std::fopen(path.c_str(), "rb"), &std::fclose);
    if (!file) return tl::unexpected(failure(path, "The file could not be opened", errno));
    std::string bytes;
    char buffer[65536];
    while (const std::size_t n = std::fread(buffer, 1, sizeof buffer, file.get())) {
        bytes.append(buffer, n);
        if (bytes.size() > 64'000'000) return tl::unexpected(Diagnostic{Severity::Error, path, "The file has more than 64 MB."});
    }
    if (std::ferror(file.get())) return tl::unexpected(failure(path, "The file could not be read", errno));
    return bytes;
}

tl::expected<void, Diagnostic> writeFile(const std::string& path, const std::string& bytes) {
    struct stat info {};
    const bool exists = ::stat(path.c_str(), &info) == 0;
    const bool isSpecial = exists && !S_ISREG(info.st_mode);
    const std::string aside = isSpecial ? path : path + ".part-" + std::to_string(::getpid());
    const int file = ::open(aside.c_str(), O_WRONLY | (isSpecial ? 0 : O_CREAT | O_TRUNC), 0644);
    if (file < 0) return tl::unexpected(failure(path, "The file could not be written", errno));
    const bool written = writeAll(file, bytes);
    const int error = errno;
    const bool closed = ::close(file) == 0;
    if (!written || !closed) {
        if (!isSpecial) ::unlink(aside.c_str());
        return tl::unexpected(failure(path, "The file could not be written", written ? errno : error));
    }
    if (isSpecial) return {};
    if (exists) ::chmod(aside.c_str(), info.st_mode & 07777);
    if (::rename(aside.c_str(), path.c_str()) != 0) {
        const int why = errno;
        ::unlink(aside.c_str());
        return tl::unexpected(failure(path, "The file could not be replaced", why));
    }
    return {};
}

} // namespace zg
