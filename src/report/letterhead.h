#pragma once
#include "base/diagnostic.h"
#include "report/document.h"
#include <tl/expected.hpp>

namespace zg {

/// The office's block from files of the user's own: a text (the name, then up to 11 lines) and a picture; a path may be empty.
/// Refused in words: longer texts, control characters, pictures that are neither PNG nor JPEG or above 4 MB.
[[nodiscard]] tl::expected<Letterhead, Diagnostic> readLetterhead(const std::string& textPath, const std::string& logoPath);

} // namespace zg
