#pragma once
#include "base/diagnostic.h"
#include "report/document.h"
#include <tl/expected.hpp>

namespace zg {

/// The office's block from the text of a file (the name, then up to 11 lines) and the bytes of a picture, either may be empty.
/// Refused in words: longer texts, control characters, pictures that are neither PNG nor JPEG or above 4 MB.
[[nodiscard]] tl::expected<Letterhead, Diagnostic> makeLetterhead(const std::string& text, const std::string& logo);

} // namespace zg
