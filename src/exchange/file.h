#pragma once
#include "base/diagnostic.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// Whole file as bytes; says in words why not. Files above 64 MB are refused.
[[nodiscard]] tl::expected<std::string, Diagnostic> readFile(const std::string& path);

/// Writes aside, syncs and renames, so that the file is either the old or the new one, never half of it. On any failure
/// (full disk, no permission) the old file stays and the reason is returned.
[[nodiscard]] tl::expected<void, Diagnostic> writeFile(const std::string& path, const std::string& bytes);

} // namespace zg
