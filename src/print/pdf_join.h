#pragma once
#include "base/diagnostic.h"
#include "print/pdf_front.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// Front matter and body as one PDF, with an outline of the body and the lines of the contents as links. The bytes of the file.
[[nodiscard]] tl::expected<std::string, Diagnostic> joinPdf(const std::string& frontPath, const std::string& bodyPath,
                                                            const std::vector<PageMark>& marks,
                                                            const std::vector<ContentsLink>& links);

} // namespace zg
