#pragma once
#include "base/diagnostic.h"
#include <functional>
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// Calls `work` with the name of a file in a folder of our own, which is gone afterwards with all in it.
[[nodiscard]] tl::expected<void, Diagnostic> inFolderOfOurs(const std::string& fileName,
                                                            const std::function<void(const std::string& path)>& work);
/// Bytes of a file from a library that writes to a name only: `write` gets a name in a folder of our own, which is gone
/// afterwards.
[[nodiscard]] tl::expected<std::string, Diagnostic> writtenBytes(const std::string& fileName,
                                                                 const std::function<bool(const std::string& path)>& write);

} // namespace zg
