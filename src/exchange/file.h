#pragma once
#include "base/diagnostic.h"
#include <cstdint>
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// What a symbolic link under the name means: the file it leads to (what a person chose), or nothing we would touch (what a
/// program derived).
enum class Links { Follow, Refuse };

/// Whole file as bytes; says in words why not. Only files are read, never pipes or devices, and none above 64 MB.
[[nodiscard]] tl::expected<std::string, Diagnostic> readFile(const std::string& path, Links links = Links::Follow);

/// Writes to a new file of its own in the same folder, syncs it, gives it the permissions of the one it replaces, renames it and
/// syncs the folder: the file is either the old or the new one, never half of it. On any failure (full disk, no permission, a
/// file that is read-only) the old file stays and the reason is returned. What a killed program of ours left half written in the
/// folder is removed. Pipes and devices are written straight.
[[nodiscard]] tl::expected<void, Diagnostic> writeFile(const std::string& path, const std::string& bytes,
                                                       Links links = Links::Follow);

/// Whether writeFile would get as far as writing: asked before long work.
[[nodiscard]] tl::expected<void, Diagnostic> checkWritable(const std::string& path);

/// Which file lies under a name, to notice that it is another one than before.
struct FileStamp {
    bool exists = false, isReadOnly = false;
    std::uint64_t device = 0, inode = 0, size = 0;
    std::int64_t changed = 0; ///< ns
};
[[nodiscard]] FileStamp stampOf(const std::string& path);
inline bool operator==(const FileStamp& a, const FileStamp& b) {
    return a.exists == b.exists && a.device == b.device && a.inode == b.inode && a.size == b.size && a.changed == b.changed;
}

} // namespace zg
