#include "commands.h"
#include "exchange/file.h"
#include "exchange/plate_cache.h"
#include "job_input.h"
#include "joint/plate_key.h"
#include "report/html.h"
#include "report/job_report.h"
#include "report/letterhead.h"
#include "terminal_progress.h"
#ifdef ZG_WITH_PDF
#include "print/pdf_report.h"
#include <QGuiApplication>
#endif

namespace zg::cli {
namespace {

tl::expected<Letterhead, Diagnostic> letterheadOf(const ReportCommand& c) {
    std::string texts[2];
    const std::string* paths[] = {&c.letterhead, &c.logo};
    for (int i = 0; i < 2; ++i) {
        if (paths[i]->empty()) continue;
        auto text = readFile(*paths[i]);
        if (!text) return tl::unexpected(text.error());
        texts[i] = std::move(*text);
    }
    return makeLetterhead(texts[0], texts[1]);
}

} // namespace

int report(const ReportCommand& c) {
    const auto loaded = load(c);
    if (!loaded) return fail(loaded.error());
    const Job* job = &loaded->job;
    if (!mayPut({c.out})) return couldNot;
    JobReportRequest request;
    request.version = ZG_VERSION;
    request.hasLists = !c.isWithoutLists;
    if (c.depth == "brief") request.depth = ReportDepth::Brief;
    if (c.depth == "parts") request.depth = ReportDepth::ByPart;
    if (c.depth == "full") request.depth = ReportDepth::Full;
    const auto letterhead = letterheadOf(c);
    if (!letterhead) return fail({letterhead.error()});
    request.letterhead = *letterhead;
    // Plate results kept beside the job come along while they belong to the joint as it stands.
    request.plates = [&](const Joint& joint) -> std::shared_ptr<const PlateStudy> {
        auto study = keptStudy(c.file, joint.id);
        if (!study || study->key != plateKey(*job, joint)) return nullptr;
        return std::make_shared<const PlateStudy>(std::move(*study));
    };
    JobReport report(*job, request);
    const bool isHtml = c.out.size() > 5 && c.out.substr(c.out.size() - 5) == ".html";
    if (isHtml || c.out == "-") return put(c.out, htmlReport(report, job->settings.units)) ? allWithin : couldNot;
#ifdef ZG_WITH_PDF
    if (c.out.size() > 4 && c.out.substr(c.out.size() - 4) == ".pdf") {
        qputenv("QT_QPA_PLATFORM", "offscreen"); // fonts and painting only: no display is needed or opened
        int argc = 1;
        char name[] = "zg";
        char* argv[] = {name, nullptr};
        const QGuiApplication application(argc, argv);
        TerminalProgress progress;
        const auto pdf = pdfReport(report, job->settings.units, &progress);
        if (!pdf) return fail({pdf.error()});
        return put(c.out, *pdf) ? allWithin : couldNot;
    }
#endif
    return fail({{Severity::Error, c.out, "A report is written as .pdf or .html."}});
}

} // namespace zg::cli
