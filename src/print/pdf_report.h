#pragma once
#include "base/diagnostic.h"
#include "report/document.h"
#include <string>
#include <tl/expected.hpp>

class QByteArray;

namespace zg {

/// Documents as one PDF, A4, vectors and text only, page numbers and job title on every page. Needs a QGuiApplication.
[[nodiscard]] QByteArray pdfReport(const std::vector<Document>& documents, UnitSystem units);
/// The same to a file, written aside and renamed.
[[nodiscard]] tl::expected<void, Diagnostic> writePdf(const std::string& path, const std::vector<Document>& documents,
                                                      UnitSystem units);

} // namespace zg
