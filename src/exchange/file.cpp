#include "exchange/file.h"
#include "base/text.h"
#include <cerrno>
#include <climits>
#include <cstdio>
#include <cstring>
#include <dirent.h>
#include <fcntl.h>
#include <random>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace zg {
namespace {

constexpr std::size_t largest = 64'000'000;
constexpr const char* asidePrefix = ".zg-aside-"; ///< of the files we write before they take their name

Diagnostic failure(const std::string& path, const char* what, int error) {
    return {Severity::Error, printable(path), std::string(what) + ": " + std::strerror(error) + "."};
}
Diagnostic refusal(const std::string& path, const std::string& why) { return {Severity::Error, printable(path), why}; }

/// Closes what it holds.
class Descriptor {
public:
    explicit Descriptor(int value) : value_(value) {}
    ~Descriptor() { reset(); }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    [[nodiscard]] int get() const { return value_; }
    [[nodiscard]] bool isOpen() const { return value_ >= 0; }
    bool reset() {
        const bool isClosed = value_ < 0 || ::close(value_) == 0;
        value_ = -1;
        return isClosed;
    }

private:
    int value_;
};

bool writeAll(int file, const std::string& bytes) {
    std::size_t done = 0;
    while (done < bytes.size()) {
        const ssize_t n = ::write(file, bytes.data() + done, bytes.size() - done);
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) return false;
        done += static_cast<std::size_t>(n);
    }
    return true;
}

struct Place {
    std::string folder, name;
    [[nodiscard]] std::string path() const { return folder + "/" + name; }
};

Place placeOf(const std::string& path) {
    const auto slash = path.rfind('/');
    if (slash == std::string::npos) return {".", path};
    return {slash == 0 ? "/" : path.substr(0, slash), path.substr(slash + 1)};
}

/// The file a chain of symbolic links leads to, whether it exists or not.
tl::expected<std::string, Diagnostic> behindLinks(const std::string& path) {
    std::string at = path;
    for (int step = 0; step < 40; ++step) {
        char target[PATH_MAX];
        const ssize_t n = ::readlink(at.c_str(), target, sizeof target);
        if (n < 0) return at;
        const std::string next(target, static_cast<std::size_t>(n));
        at = next.front() == '/' ? next : placeOf(at).folder + "/" + next;
    }
    return tl::unexpected(refusal(path, "The links lead round in a circle."));
}

/// A file of ours that nobody is writing any more: its lock is free.
void removeLeftover(int folder, const char* name) {
    const Descriptor file(::openat(folder, name, O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
    struct stat info {};
    if (!file.isOpen() || ::fstat(file.get(), &info) != 0 || !S_ISREG(info.st_mode) || info.st_uid != ::geteuid()) return;
    if (::flock(file.get(), LOCK_EX | LOCK_NB) == 0) ::unlinkat(folder, name, 0);
}

void removeLeftovers(int folder) {
    DIR* list = ::fdopendir(::fcntl(folder, F_DUPFD_CLOEXEC, 0));
    if (!list) return;
    ::rewinddir(list);
    int looked = 0;
    while (const dirent* entry = ::readdir(list)) {
        if (++looked > 20000) break; // a folder as large as that is not searched at every save
        if (std::strncmp(entry->d_name, asidePrefix, std::strlen(asidePrefix)) == 0) removeLeftover(folder, entry->d_name);
    }
    ::closedir(list);
}

std::string asideName() {
    static const char letters[] = "abcdefghijklmnopqrstuvwxyz0123456789";
    std::random_device random;
    std::string name = asidePrefix;
    for (int i = 0; i < 16; ++i) name += letters[random() % 36];
    return name;
}

/// What lies under the name now, and whether it may be replaced.
struct Target {
    Place place;
    struct stat info {};
    bool exists = false;
};

tl::expected<Target, Diagnostic> targetOf(const std::string& asked, Links links) {
    Target target;
    std::string path = asked;
    struct stat own {};
    if (::lstat(path.c_str(), &own) == 0 && S_ISLNK(own.st_mode)) {
        if (links == Links::Refuse) return tl::unexpected(refusal(asked, "A link lies there; nothing is written through it."));
        const auto behind = behindLinks(path);
        if (!behind) return tl::unexpected(behind.error());
        path = *behind;
    }
    target.place = placeOf(path);
    if (target.place.name.empty()) return tl::unexpected(refusal(asked, "This is a folder, not a file."));
    target.exists = ::lstat(path.c_str(), &target.info) == 0;
    if (!target.exists && errno != ENOENT) return tl::unexpected(failure(asked, "The file could not be written", errno));
    if (!target.exists) return target;
    if (S_ISDIR(target.info.st_mode)) return tl::unexpected(refusal(asked, "This is a folder, not a file."));
    if (links == Links::Refuse && !S_ISREG(target.info.st_mode))
        return tl::unexpected(refusal(asked, "Something else than a file lies there; it is not written to."));
    if (S_ISREG(target.info.st_mode) && ((target.info.st_mode & 0222) == 0 || ::access(path.c_str(), W_OK) != 0))
        return tl::unexpected(refusal(asked, "The file is read-only; it is not replaced."));
    return target;
}

/// Straight into a pipe or device.
tl::expected<void, Diagnostic> writeThrough(const std::string& asked, const Target& target, const std::string& bytes) {
    Descriptor file(::open(target.place.path().c_str(), O_WRONLY | O_NOFOLLOW | O_CLOEXEC | O_NONBLOCK));
    if (!file.isOpen())
        return tl::unexpected(errno == ENXIO ? refusal(asked, "This is a pipe that nobody reads.")
                                             : failure(asked, "The file could not be written", errno));
    ::fcntl(file.get(), F_SETFL, O_WRONLY);
    if (!writeAll(file.get(), bytes)) return tl::unexpected(failure(asked, "The file could not be written", errno));
    if (!file.reset()) return tl::unexpected(failure(asked, "The file could not be written", errno));
    return {};
}

} // namespace

tl::expected<std::string, Diagnostic> readFile(const std::string& path, Links links) {
    if (path.find('\0') != std::string::npos) return tl::unexpected(refusal(path, "A file name holds no NUL."));
    // Opening must not wait for the other end of a pipe.
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC | (links == Links::Refuse ? O_NOFOLLOW : 0)));
    struct stat info {};
    if (!file.isOpen() || ::fstat(file.get(), &info) != 0)
        return tl::unexpected(failure(path, "The file could not be opened", errno));
    if (S_ISDIR(info.st_mode)) return tl::unexpected(refusal(path, "This is a folder, not a file."));
    if (!S_ISREG(info.st_mode)) return tl::unexpected(refusal(path, "This is a pipe or a device, not a file."));
    if (static_cast<std::size_t>(info.st_size) > largest) return tl::unexpected(refusal(path, "The file has more than 64 MB."));
    std::string bytes;
    bytes.reserve(static_cast<std::size_t>(info.st_size));
    char buffer[65536];
    for (;;) {
        const ssize_t n = ::read(file.get(), buffer, sizeof buffer);
        if (n < 0 && errno == EINTR) continue;
        if (n < 0) return tl::unexpected(failure(path, "The file could not be read", errno));
        if (n == 0) return bytes;
        bytes.append(buffer, static_cast<std::size_t>(n));
        if (bytes.size() > largest) return tl::unexpected(refusal(path, "The file has more than 64 MB."));
    }
}

tl::expected<void, Diagnostic> writeFile(const std::string& path, const std::string& bytes, Links links) {
    if (path.find('\0') != std::string::npos) return tl::unexpected(refusal(path, "A file name holds no NUL."));
    const auto target = targetOf(path, links);
    if (!target) return tl::unexpected(target.error());
    if (target->exists && !S_ISREG(target->info.st_mode)) return writeThrough(path, *target, bytes);
    const Descriptor folder(::open(target->place.folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (!folder.isOpen()) return tl::unexpected(failure(path, "The folder could not be opened", errno));
    removeLeftovers(folder.get());

    const std::string aside = asideName();
    const mode_t mode = target->exists ? target->info.st_mode & 07777 : 0666;
    Descriptor file(::openat(folder.get(), aside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC,
                             target->exists ? 0600 : mode));
    if (!file.isOpen()) return tl::unexpected(failure(path, "The file could not be written", errno));
    // Whoever finds the file later sees by the lock that it is being written.
    ::flock(file.get(), LOCK_EX | LOCK_NB);
    const auto giveUp = [&](const char* what, int error) {
        ::unlinkat(folder.get(), aside.c_str(), 0);
        return tl::unexpected(failure(path, what, error));
    };
    if (!writeAll(file.get(), bytes)) return giveUp("The file could not be written", errno);
    if (target->exists) {
        // Its owner stays as far as we may give it away; without that the permissions must not grow.
        const bool isOwned = ::fchown(file.get(), target->info.st_uid, target->info.st_gid) == 0 ||
                             ::fchown(file.get(), static_cast<uid_t>(-1), target->info.st_gid) == 0;
        if (::fchmod(file.get(), isOwned ? mode : mode & ~static_cast<mode_t>(06070)) != 0)
            return giveUp("The file could not be written", errno);
    }
    if (::fsync(file.get()) != 0) return giveUp("The file could not be written", errno);
    if (::renameat(folder.get(), aside.c_str(), folder.get(), target->place.name.c_str()) != 0)
        return giveUp("The file could not be replaced", errno);
    if (::fsync(folder.get()) != 0 && errno != EINVAL && errno != EROFS)
        return tl::unexpected(failure(path, "The file is written, but the folder could not be synced", errno));
    return {};
}

tl::expected<void, Diagnostic> checkWritable(const std::string& path) {
    if (path.empty() || path == "-") return {};
    const auto target = targetOf(path, Links::Follow);
    if (!target) return tl::unexpected(target.error());
    if (target->exists && !S_ISREG(target->info.st_mode)) return {};
    const Descriptor folder(::open(target->place.folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (!folder.isOpen()) return tl::unexpected(failure(path, "The folder could not be opened", errno));
    if (target->place.name.size() > NAME_MAX) return tl::unexpected(failure(path, "The file could not be written", ENAMETOOLONG));
    const std::string aside = asideName();
    const Descriptor file(::openat(folder.get(), aside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600));
    if (!file.isOpen()) return tl::unexpected(failure(path, "The file could not be written", errno));
    ::unlinkat(folder.get(), aside.c_str(), 0);
    return {};
}

FileStamp stampOf(const std::string& path) {
    struct stat info {};
    FileStamp stamp;
    if (::stat(path.c_str(), &info) != 0) return stamp;
    stamp.exists = true;
    stamp.isReadOnly = (info.st_mode & 0222) == 0 || ::access(path.c_str(), W_OK) != 0;
    stamp.device = info.st_dev;
    stamp.inode = info.st_ino;
    stamp.size = static_cast<std::uint64_t>(info.st_size);
    stamp.changed = info.st_mtim.tv_sec * 1'000'000'000LL + info.st_mtim.tv_nsec;
    return stamp;
}

} // namespace zg
