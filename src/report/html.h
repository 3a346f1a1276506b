#pragma once
#include "report/document.h"

namespace zg {

class JobReport;

/// Self-contained HTML page of documents, figures as SVG inside.
[[nodiscard]] std::string htmlPage(const std::vector<Document>& documents, UnitSystem units);
/// The report of a job with cover and contents that lead to its documents.
[[nodiscard]] std::string htmlReport(JobReport& report, UnitSystem units);
/// Body of one document in the small set of tags a text widget knows, in the colours of a palette; figures are left out.
[[nodiscard]] std::string htmlBody(const Document& document, const Palette& palette, UnitSystem units);

} // namespace zg
