#include "app/bench.h"
#include "app/panels/curve_plot.h"
#include "app/panels/plot_library.h"
#include "app/plates/plates_view.h"
#include "base/csv.h"
#include "exchange/file.h"
#include "session/plate_studies.h"
#include <QAction>
#include <QComboBox>
#include <QContextMenuEvent>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableWidget>
#include <QTimer>
#include <QUndoStack>
#include <QWheelEvent>

/// The moment-rotation strip, driven by mouse and keys.
using namespace zg;
using sample::Bench;

namespace {

CurvePlot& stripOf(Bench& b) {
    auto* strip = b.window.findChild<CurvePlot*>();
    REQUIRE(strip);
    QTest::qWait(30);
    return *strip;
}

QPoint pixelOf(QCustomPlot& plot, Point2 at) {
    return {static_cast<int>(std::lround(plot.xAxis->coordToPixel(1e3 * at.x))),
            static_cast<int>(std::lround(plot.yAxis->coordToPixel(at.y / 1e6)))};
}

const CurveSeries& seriesOf(const CurvePlot& strip, CurveSeries::Kind kind) {
    for (const CurveSeries& s : strip.figure().series)
        if (s.kind == kind && !s.isOtherSense) return s;
    FAIL("no such series");
    return strip.figure().series.front();
}

void choose(CurvePlot& over, const QString& words) {
    QTimer::singleShot(0, &over, [&over, words] {
        for (QMenu* menu : over.findChildren<QMenu*>())
            for (QAction* a : menu->actions())
                if (a->text().startsWith(words)) {
                    a->trigger();
                    menu->close();
                    return;
                }
        FAIL("no such command");
    });
    QContextMenuEvent event(QContextMenuEvent::Mouse, {20, 20}, over.mapToGlobal(QPoint(20, 20)));
    QCoreApplication::sendEvent(&over.plot(), &event);
}

} // namespace

TEST_CASE("the strip is read off under the cursor: name, moment, rotation and secant of what lies there", "[app][curves]") {
    Bench b("B2");
    CurvePlot& strip = stripOf(b);
    QCustomPlot& plot = strip.plot();
    const CurveSeries& component = seriesOf(strip, CurveSeries::Kind::Component);
    const Point2 at = component.points[component.points.size() / 2];
    QTest::mouseMove(&plot, pixelOf(plot, at) + QPoint(2, 2));
    QTest::qWait(20);
    INFO(strip.readOff().toStdString());
    CHECK(strip.readOff().startsWith(QStringLiteral("component, top: ")));
    CHECK(strip.readOff().contains(QStringLiteral("kNm at ")));
    CHECK(strip.readOff().contains(QStringLiteral("secant ")));
    // A demand goes before the curve it stands on.
    const CurvePlace& demand = strip.figure().demands.front();
    QTest::mouseMove(&plot, pixelOf(plot, demand.at));
    QTest::qWait(20);
    CHECK(strip.readOff().startsWith(QString::fromStdString(demand.name) + QStringLiteral(": ")));
    // Far from everything nothing is read.
    QTest::mouseMove(&plot, {plot.axisRect()->right() - 3, plot.axisRect()->bottom() - 3});
    QTest::qWait(20);
    CHECK(strip.readOff().isEmpty());
}

TEST_CASE("the strip comes nearer by rectangle, wheel and keys, and whole again, an edit keeps the part looked at",
          "[app][curves]") {
    Bench b("B2");
    CurvePlot& strip = stripOf(b);
    QCustomPlot& plot = strip.plot();
    const QCPRange all = plot.xAxis->range();
    const QPoint from(plot.axisRect()->center().x() + 4, plot.axisRect()->top() + 10), to = from + QPoint(80, 40);
    QTest::mousePress(&plot, Qt::LeftButton, {}, from);
    QTest::mouseMove(&plot, from + QPoint(40, 20));
    QTest::mouseMove(&plot, to);
    QTest::mouseRelease(&plot, Qt::LeftButton, {}, to);
    QTest::qWait(20);
    const QCPRange near = plot.xAxis->range();
    CHECK(near.size() < 0.6 * all.size());
    REQUIRE(b.session.edit(QStringLiteral("thinner"), [](Joint& j) { endPlate(j, ends::right).plate.thickness -= 2; }));
    QTest::qWait(20);
    CHECK(plot.xAxis->range().lower == near.lower);
    QTest::keyClick(&plot, Qt::Key_0);
    const QCPRange wholeAgain = plot.xAxis->range();
    CHECK(wholeAgain.size() > near.size());
    const QPointF middle = plot.axisRect()->center();
    QWheelEvent wheel(middle, plot.mapToGlobal(middle), {}, {0, 120}, Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase, false);
    QCoreApplication::sendEvent(&plot, &wheel);
    CHECK(plot.xAxis->range().size() < wholeAgain.size());
    QTest::mouseDClick(&plot, Qt::LeftButton, {}, middle.toPoint());
    CHECK(plot.xAxis->range().size() == Approx(wholeAgain.size()));
    QTest::keyClick(&plot, Qt::Key_Plus);
    CHECK(plot.xAxis->range().size() == Approx(0.8 * wholeAgain.size()));
    // Another joint is shown whole.
    b.session.setCurrent(findJoint(b.session.job(), "B1")->id);
    QTest::qWait(20);
    CHECK(plot.xAxis->range().upper == Approx(1e3 * strip.figure().reachPhi));
}

TEST_CASE("names switch their curves, picture and points go to files", "[app][curves]") {
    Bench b("B2");
    CurvePlot& strip = stripOf(b);
    QCustomPlot& plot = strip.plot();
    const QString name = QString::fromStdString(strip.figure().series.front().name);
    const auto press = [&] {
        plot.replot(); // the names lie where they are drawn
        const bool was = strip.isShown(name);
        QTest::mouseClick(&plot, Qt::LeftButton, {}, plot.legend->item(0)->rect().center());
        CHECK(QTest::qWaitFor([&] { return strip.isShown(name) != was; }, 2000));
    };
    press();
    CHECK_FALSE(strip.isShown(name));
    CHECK_FALSE(plot.plottable(plot.plottableCount() - 1) == nullptr);
    press();
    CHECK(strip.isShown(name));
    const auto saved = [&](const char* file, const QString& words) {
        b.prompts.save = b.folder.filePath(QString::fromUtf8(file));
        b.prompts.told.clear();
        choose(strip, words);
        const auto bytes = readFile(b.prompts.save.toStdString());
        return bytes ? *bytes : std::string();
    };
    CHECK(saved("a.pdf", QStringLiteral("Save picture")).substr(0, 5) == "%PDF-");
    const std::string svg = saved("a.svg", QStringLiteral("Save picture"));
    CHECK(svg.find("<svg") != std::string::npos);
    CHECK(svg.find("component, top") != std::string::npos); // text stays text
    CHECK(saved("a.png", QStringLiteral("Save picture")).substr(1, 3) == "PNG");
    CHECK(saved("a.bmp", QStringLiteral("Save picture")).empty());
    CHECK(b.prompts.told.contains(QStringLiteral(".bmp")));
    const auto rows = readCsv(saved("a.csv", QStringLiteral("Save points")), ',');
    REQUIRE(rows);
    std::size_t points = strip.figure().demands.size() + strip.figure().marks.size();
    for (const CurveSeries& s : strip.figure().series) points += s.points.size();
    CHECK(rows->size() == points + 1);
    CHECK((*rows)[1][0] == "component, top");
    // A folder that is not there is said, not forgotten.
    b.prompts.save = b.folder.filePath(QStringLiteral("nowhere/a.csv"));
    choose(strip, QStringLiteral("Save points"));
    CHECK_FALSE(b.prompts.told.isEmpty());
}

TEST_CASE("curves under a set are chosen, run, drawn and named, the choice follows the set's name", "[app][curves][plates]") {
    Bench b("B1");
    REQUIRE(b.session.edit(QStringLiteral("coarse"), [](Joint& j) {
        j.plates = PlateSpec{};
        j.plates->sizeFactor = 2.4;
        j.actions.resize(1);
    }));
    b.window.show(MainWindow::View::Plates);
    QTest::qWait(20);
    auto* under = b.child<QComboBox>("plateUnder");
    REQUIRE(under->count() == 2);
    CHECK(under->currentIndex() == 0);
    Q_EMIT under->activated(1);
    CHECK(platesOf(*b.session.current()).curvesUnder == "U1");
    CHECK(under->currentIndex() == 1);
    QTest::mouseClick(b.child<QPushButton>("runPlates"), Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 120000));
    QTest::qWait(30);
    const CurvePlot& strip = stripOf(b);
    CHECK(seriesOf(strip, CurveSeries::Kind::PlatesUnder).name == "plates under U1");
    CHECK(seriesOf(strip, CurveSeries::Kind::Plates).M_j_Rd > 0);
    REQUIRE(!strip.figure().marks.empty());
    CHECK(std::count_if(strip.figure().marks.begin(), strip.figure().marks.end(),
                        [](const CurvePlace& p) { return p.isChosen; }) == 1);
    // Renamed, it is the same set and the same study.
    REQUIRE(b.session.edit(QStringLiteral("renamed"), [](Joint& j) {
        j.actions[0].id = "G1";
        j.plates->curvesUnder = "G1";
    }));
    CHECK_FALSE(b.session.plates().isStale(*b.session.current()));
    QTest::qWait(30);
    CHECK(seriesOf(strip, CurveSeries::Kind::PlatesUnder).name == "plates under G1");
    // A set that is not there is said.
    REQUIRE(b.session.edit(QStringLiteral("gone"), [](Joint& j) { j.plates->curvesUnder = "U9"; }));
    CHECK(under->currentText().contains(QStringLiteral("U9, which is not there")));
}

TEST_CASE("stiffness of the node: computed for a set, shown as a table, saved for frame programs", "[app][plates]") {
    Bench b("B1");
    REQUIRE(b.session.edit(QStringLiteral("coarse"), [](Joint& j) {
        j.plates = PlateSpec{};
        j.plates->sizeFactor = 2.4;
    }));
    b.trigger(QStringLiteral("Stiffness of the node"));
    QTest::qWait(20);
    auto* table = b.child<QTableWidget>("stiffnessTable");
    CHECK_FALSE(table->isVisible());
    QTest::mouseClick(b.child<QPushButton>("stiffnessRun"), Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 120000));
    QTest::qWait(30);
    REQUIRE(table->isVisible());
    // Right end, column above and below, three freedoms each; symmetric as shown.
    REQUIRE(table->rowCount() == 9);
    for (int i = 0; i < 9; ++i)
        for (int k = 0; k < i; ++k) CHECK(table->item(i, k)->text() == table->item(k, i)->text());
    b.prompts.save = b.folder.filePath(QStringLiteral("node.json"));
    QTest::mouseClick(b.child<QPushButton>("stiffnessSave"), Qt::LeftButton);
    const auto bytes = readFile(b.prompts.save.toStdString());
    REQUIRE(bytes);
    CHECK(bytes->find("zealous-girder-node-stiffness") != std::string::npos);
    // Another state of the joint is said to be one.
    REQUIRE(b.session.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness += 5; }));
    CHECK(b.child<QLabel>("stiffnessWords")->text().contains(QStringLiteral("Of another state")));
}
