#include "print/pdf_report.h"
#include "base/progress.h"
#include "exchange/written_bytes.h"
#include "print/pdf_join.h"
#include "report/job_report.h"
#include <QBuffer>
#include <QPdfWriter>

namespace zg {

std::string pdfReport(const std::vector<Document>& documents, UnitSystem units) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter device(&buffer);
    setUp(device, documents.empty() ? std::string() : documents.front().title);
    PdfPages pages(device, units);
    for (const Document& d : documents) pages.add(d);
    pages.end();
    return bytes.toStdString();
}

tl::expected<std::string, Diagnostic> pdfReport(JobReport& report, UnitSystem units, Progress* progress) {
    if (!isReadable(report.cover().letterhead.logo))
        return tl::unexpected(
            Diagnostic{Severity::Error, "letterhead", "The picture could not be read; it is damaged or too large."});
    tl::expected<std::string, Diagnostic> joined;
    const auto work = [&](const std::string& path) {
        std::vector<PageMark> marks;
        {
            QPdfWriter device(QString::fromStdString(path));
            setUp(device, report.cover().title);
            PdfPages pages(device, units, frontPages(report.entries()) + 1);
            while (true) {
                if (progress) {
                    progress->report(report.progress(), report.stage());
                    if (progress->isCancelled()) {
                        joined = tl::unexpected(Diagnostic{Severity::Note, "", "The report was stopped."});
                        return;
                    }
                }
                const auto document = report.next();
                if (!document) break;
                pages.add(*document);
            }
            pages.end();
            marks = pages.marks();
        }
        const std::string front = path + ".front";
        std::vector<ContentsLink> links;
        {
            QPdfWriter device(QString::fromStdString(front));
            setUp(device, report.cover().title);
            links = paintFront(device, report.cover(), marks);
        }
        joined = joinPdf(front, path, marks, links);
    };
    const auto written = inFolderOfOurs("report.pdf", work);
    if (!written) return tl::unexpected(written.error());
    return joined;
}

} // namespace zg
