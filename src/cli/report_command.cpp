#include "commands.h"
#include "exchange/plate_cache.h"
#include "job_input.h"
#include "joint/plate_key.h"
#include "report/html.h"
#include "report/job_report.h"
#include "report/letterhead.h"
#include "terminal_progress.h"
#include <memory>
#ifdef ZG_WITH_PDF
#include "print/drawing_sheets.h"
#include "print/pdf_report.h"
#include <QGuiApplication>
#endif

namespace zg::cli {
namespace {

#ifdef ZG_WITH_PDF
/// Fonts and painting only: no display is needed or opened.
class Fonts {
public:
    Fonts() {
        qputenv("QT_QPA_PLATFORM", "offscreen");
        application_ = std::make_unique<QGuiApplication>(argc_, argv_);
    }

private:
    int argc_ = 1;
    char name_[3] = "zg";
    char* argv_[2] = {name_, nullptr};
    std::unique_ptr<QGuiApplication> application_;
};
#endif

} // namespace

int report(const ReportCommand& c) {
    const auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    const Job* job = &loaded->job;
    if (!mayPut({c.out})) return couldNot;
    JobReportRequest request;
    request.version = ZG_VERSION;
    if (!c.joint.empty()) request.only = findJoint(*job, c.joint)->id;
    request.hasLists = !c.isWithoutLists;
    if (c.depth == "brief") request.depth = ReportDepth::Brief;
    if (c.depth == "parts") request.depth = ReportDepth::ByPart;
    if (c.depth == "full") request.depth = ReportDepth::Full;
    const auto letterhead = readLetterhead(c.letterhead, c.logo);
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
        const Fonts fonts;
        TerminalProgress progress;
        const auto pdf = pdfReport(report, job->settings.units, &progress);
        if (!pdf) return fail({pdf.error()});
        return put(c.out, *pdf) ? allWithin : couldNot;
    }
#endif
    return fail({{Severity::Error, c.out, "A report is written as .pdf or .html."}});
}

int drawings(const DrawingsCommand& c) {
    const auto loaded = loadWhole(c);
    if (!loaded) return fail(loaded.error());
    if (!mayPut({c.out})) return couldNot;
    const Job& job = loaded->job;
    if (job.joints.empty()) return fail({{Severity::Error, c.file, "The job has no joint to draw."}});
#ifdef ZG_WITH_PDF
    DrawingSheetOptions options;
    for (int i = 0; i < 4; ++i)
        if (c.paper == EnumNames<Paper>::names[i]) options.paper = static_cast<Paper>(i);
    const auto letterhead = readLetterhead(c.letterhead, {});
    if (!letterhead) return fail({letterhead.error()});
    options.letterhead = *letterhead;
    options.version = ZG_VERSION;
    const Fonts fonts;
    std::vector<std::string> ids;
    if (!c.joint.empty()) ids.push_back(findJoint(job, c.joint)->id);
    Diagnostics leftOut;
    const std::string pdf = drawingSheets(job, ids, options, leftOut);
    if (!put(c.out, pdf)) return couldNot;
    return leftOut.empty() ? allWithin : fail(leftOut);
#else
    return fail({{Severity::Error, c.out, "This build writes no PDF."}});
#endif
}

} // namespace zg::cli
