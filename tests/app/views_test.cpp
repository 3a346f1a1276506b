#include "app/bench.h"
#include "app/views/drawing_view.h"
#include "app/views/workings_view.h"
#include <QApplication>
#include <QFileInfo>
#include <QHelpEvent>
#include <QLabel>
#include <QListView>
#include <QMouseEvent>
#include <QPushButton>
#include <QScrollBar>
#include <QSettings>
#include <QTabBar>
#include <QTextBrowser>
#include <QToolTip>
#include <QUndoStack>
#include <algorithm>

using namespace zg;
using sample::Bench;

TEST_CASE("a click on a spring selects its part, on empty paper nothing", "[app][views]") {
    Bench b("B2");
    b.window.show(MainWindow::View::Springs);
    QTest::qWait(10);
    DrawingView* springs = nullptr;
    for (auto* v : b.window.findChildren<DrawingView*>())
        if (v->isVisible() && v->height() > 300) springs = v;
    REQUIRE(springs);
    QPoint at;
    for (const Shape& s : springs->drawing().shapes) {
        const auto* part = std::get_if<PartRef>(&s.target);
        if (part && part->kind == PartKind::EndPlate && s.kind == Shape::Kind::Polyline)
            at = {static_cast<int>(s.points[5].x), static_cast<int>(s.points[5].y)};
    }
    QTest::mouseMove(springs, at);
    QTest::mouseClick(springs, Qt::LeftButton, {}, at);
    CHECK(b.session.selectedPart() == PartRef{PartKind::EndPlate});
    QHelpEvent help(QEvent::ToolTip, at, springs->mapToGlobal(at));
    QApplication::sendEvent(springs, &help);
    CHECK(QToolTip::text().contains(QStringLiteral("End plate in bending")));
    CHECK(QToolTip::text().contains(QStringLiteral("6.2.6.5")));
    QTest::mouseClick(springs, Qt::LeftButton, {}, QPoint(3, springs->height() - 3));
    CHECK_FALSE(b.session.selectedPart());
}

TEST_CASE("the workings jump to a check and are searched", "[app][views]") {
    Bench b("B2");
    auto* ledger = b.window.findChild<QListView*>(QStringLiteral("ledger"));
    int row = -1;
    for (int i = 0; i < ledger->model()->rowCount(); ++i)
        if (ledger->model()->index(i, 0).data().toString() == QStringLiteral("Bolts in shear and bearing")) row = i;
    REQUIRE(row >= 0);
    ledger->setCurrentIndex(ledger->model()->index(row, 0));
    Q_EMIT ledger->activated(ledger->currentIndex());
    CHECK(b.window.findChild<QTabBar*>(QStringLiteral("views"))->currentIndex() == 3);
    QTextBrowser* page = b.window.workings()->page();
    CHECK(page->verticalScrollBar()->value() > 0);
    auto* search = b.window.findChild<QLineEdit*>(QStringLiteral("workingsSearch"));
    REQUIRE(search);
    QTest::keyClicks(search, QStringLiteral("Assumptions"));
    QTest::keyClick(search, Qt::Key_Return);
    CHECK(page->textCursor().selectedText() == QStringLiteral("Assumptions"));
    search->clear();
    QTest::keyClicks(search, QStringLiteral("no such words"));
    QTest::keyClick(search, Qt::Key_Return);
    CHECK(page->textCursor().selectedText().isEmpty());
}

TEST_CASE("workings follow an edit a moment later without being asked", "[app][views]") {
    Bench b("B2");
    b.window.show(MainWindow::View::Workings);
    b.window.workings()->setDepth(Depth::ByPart);
    REQUIRE(b.session.edit(QStringLiteral("thin"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 13; }));
    auto* page = b.window.findChild<QTextBrowser*>(QStringLiteral("workings"));
    CHECK(QTest::qWaitFor([&] { return page->toPlainText().contains(QStringLiteral("PL 13 × 200")); }, 3000));
}

TEST_CASE("recent jobs are remembered, newest first, and open again", "[app][views]") {
    QSettings().remove(QStringLiteral("recent"));
    Bench b("B1");
    CHECK(b.session.recentJobs().first() == QFileInfo(b.job).absoluteFilePath());
    REQUIRE(b.window.openJob(QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj")));
    CHECK(b.session.recentJobs().size() == 2);
    CHECK(b.session.recentJobs().first().endsWith(QStringLiteral("kelp-lane.zgj")));
    b.session.newJob();
    QTest::qWait(10);
    QPushButton* link = nullptr;
    for (auto* p : b.window.findChildren<QPushButton*>())
        if (p->isVisible() && p->text().startsWith(QStringLiteral("job.zgj"))) link = p;
    REQUIRE(link);
    link->click();
    CHECK(b.session.path() == QFileInfo(b.job).absoluteFilePath());
}

TEST_CASE("arrow keys walk the parts of the drawing and Enter opens the card", "[app][views]") {
    Bench b("B1");
    SheetView* sheet = b.window.sheet();
    std::vector<PartRef> seen;
    for (int i = 0; i < 40; ++i) {
        QTest::keyClick(sheet, Qt::Key_Right);
        REQUIRE(b.session.selectedPart());
        if (std::find(seen.begin(), seen.end(), *b.session.selectedPart()) == seen.end())
            seen.push_back(*b.session.selectedPart());
    }
    CHECK(seen.size() >= 10);
    b.session.selectPart(PartRef{PartKind::EndPlate});
    QTest::keyClick(sheet, Qt::Key_Return);
    REQUIRE(sheet->card());
    CHECK(sheet->card()->part() == PartRef{PartKind::EndPlate});
    CHECK(sheet->rect().contains(sheet->card()->geometry()));
}

TEST_CASE("a plate end is dragged, in steps of five", "[app][views]") {
    Bench b("B2");
    SheetView* sheet = b.window.sheet();
    const DimensionRef end{DimensionKind::EdgeTop, ends::right, -1};
    const double before = endPlate(*b.session.current(), ends::right).plate.above;
    const QPoint at = b.placeOf(end);
    QTest::mousePress(sheet, Qt::LeftButton, {}, at);
    QMouseEvent move(QEvent::MouseMove, at - QPoint(0, 14), sheet->mapToGlobal(at - QPoint(0, 14)), Qt::NoButton, Qt::LeftButton,
                     {});
    QApplication::sendEvent(sheet, &move);
    QTest::mouseRelease(sheet, Qt::LeftButton, {}, at - QPoint(0, 14));
    CHECK(endPlate(*b.session.current(), ends::right).plate.above > before);
    CHECK(std::fmod(endPlate(*b.session.current(), ends::right).plate.above, 5.0) == 0.0);
    CHECK(b.session.undoStack()->undoText() == QStringLiteral("move the end of the plate"));
}
