#pragma once
#include "base/diagnostic.h"
#include "report/document.h"
#include <string>
#include <tl/expected.hpp>

namespace zg {

class JobReport;
class Progress;

/// Documents as one PDF, A4, vectors and text only, page numbers and job title on every page. Needs a QGuiApplication.
[[nodiscard]] std::string pdfReport(const std::vector<Document>& documents, UnitSystem units);
/// The report of a job with cover, table of contents with page numbers and links, and an outline. Documents are set as they come
/// and go to a temporary file. Fails when that cannot be written, or when the work is cancelled.
[[nodiscard]] tl::expected<std::string, Diagnostic> pdfReport(JobReport& report, UnitSystem units, Progress* progress = nullptr);

} // namespace zg
