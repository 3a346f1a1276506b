#include "app/bench.h"
#include "app/panels/actions_panel.h"
#include "app/panels/verdict_bar.h"
#include "app/views/workings_view.h"
#include "exchange/file.h"
#include "exchange/job_file.h"
#include "logging/log.h"
#include <QApplication>
#include <QClipboard>
#include <QFrame>
#include <QLabel>
#include <QListView>
#include <QMouseEvent>
#include <QPushButton>
#include <QTabBar>
#include <QTextBrowser>
#include <QUndoStack>
#include <nlohmann/json.hpp>

using namespace zg;
using sample::Bench;

TEST_CASE("an empty bench offers the demo job and opens it", "[app]") {
    Bench b;
    auto* demo = b.window.findChild<QPushButton*>(QStringLiteral("startDemo"));
    REQUIRE(demo);
    CHECK(demo->isVisible());
    QTest::mouseClick(demo, Qt::LeftButton);
    CHECK(b.session.job().joints.size() == 12);
    CHECK_FALSE(demo->isVisible());
}

TEST_CASE("the engineer's round: click, step the stock, drag, add, undo all, datum, paste, save, reopen", "[app]") {
    Bench b("B4");
    const Job before = b.session.job();
    CHECK(b.session.state()->result->state == CheckState::Over);
    b.session.setDatum();

    b.click(PartRef{PartKind::EndPlate});
    REQUIRE(b.window.sheet()->card());
    auto* strip = b.window.sheet()->card()->findChild<QWidget*>(QStringLiteral("stockStrip"));
    REQUIRE(strip);
    strip->setFocus();
    QTest::keyClick(strip, Qt::Key_Right);
    CHECK(endPlate(*b.session.current(), ends::right).plate.thickness == 15);
    CHECK(b.session.state()->result->state != CheckState::Over);
    strip = b.window.sheet()->card()->findChild<QWidget*>(QStringLiteral("stockStrip"));
    REQUIRE(strip);
    QTest::keyClick(strip, Qt::Key_Right);
    CHECK(endPlate(*b.session.current(), ends::right).plate.thickness == 20);
    QTest::keyClick(b.window.sheet()->card(), Qt::Key_Escape);
    CHECK_FALSE(b.window.sheet()->card());

    const PartRef row{PartKind::BoltRow, ends::right, 1};
    const double from = endPlate(*b.session.current(), ends::right).rows[1].position;
    const QPoint at = b.placeOf(row);
    SheetView* sheet = b.window.sheet();
    QTest::mousePress(sheet, Qt::LeftButton, {}, at);
    QTest::mouseMove(sheet, at + QPoint(0, 12));
    QMouseEvent move(QEvent::MouseMove, at + QPoint(0, 12), sheet->mapToGlobal(at + QPoint(0, 12)), Qt::NoButton, Qt::LeftButton,
                     {});
    QApplication::sendEvent(sheet, &move);
    CHECK(endPlate(*b.session.current(), ends::right).rows[1].position != from);
    CHECK(b.session.undoStack()->undoText() != QStringLiteral("move bolt row 2"));
    QTest::mouseRelease(sheet, Qt::LeftButton, {}, at + QPoint(0, 12));
    CHECK(endPlate(*b.session.current(), ends::right).rows[1].position > from);
    CHECK(std::fmod(endPlate(*b.session.current(), ends::right).rows[1].position, 1.0) == 0.0);
    CHECK(b.session.undoStack()->undoText() == QStringLiteral("move bolt row 2"));

    b.click(FittingRef{FittingKind::StiffenerBottom, ends::right, 0});
    CHECK(hasFitting(*b.session.current(), {FittingKind::StiffenerBottom, ends::right, 0}));

    QApplication::clipboard()->setText(QStringLiteral("set\tN\tV\tM\n\tkN\tkN\tkNm\nU7\t0\t100\t333"));
    b.window.actionsPanel()->paste();
    CHECK(forcesAt(b.session.current()->actions.back(), ends::right).M == Approx(333e6));

    b.prompts.save = b.folder.filePath(QStringLiteral("saved.zgj"));
    REQUIRE(b.session.save(b.prompts.save) == SaveOutcome::Saved);
    const Job after = b.session.job();
    while (b.session.undoStack()->canUndo()) b.session.undoStack()->undo();
    CHECK(b.session.job() == before);
    REQUIRE(b.window.openJob(b.prompts.save));
    CHECK(b.session.job() == after);
}

TEST_CASE("ledger and drawing follow each other", "[app]") {
    Bench b("B2");
    auto* ledger = b.window.findChild<QListView*>(QStringLiteral("ledger"));
    REQUIRE(ledger);
    // The joint itself stands first, below it what limits it.
    ledger->setCurrentIndex(ledger->model()->index(0, 0));
    REQUIRE(b.session.selectedCheck());
    CHECK(b.session.selectedCheck()->code == CheckCode::JointMoment);
    ledger->setCurrentIndex(ledger->model()->index(1, 0));
    CHECK(b.session.selectedPart() == PartRef{PartKind::ColumnWeb});
    b.session.selectCheck(std::nullopt);
    b.click(PartRef{PartKind::BeamBottomFlange});
    CHECK(b.session.selectedPart() == PartRef{PartKind::BeamBottomFlange});
    CHECK(ledger->currentIndex().data().toString().contains(QStringLiteral("Beam flange")));
}

TEST_CASE("a remedy offered under a check can be taken with a click", "[app]") {
    Bench b("B4");
    const JointState* state = b.session.state();
    b.session.selectCheck(state->result->checks[static_cast<std::size_t>(state->result->governing)]);
    auto* box = b.window.findChild<QFrame*>(QStringLiteral("remedies"));
    REQUIRE(box);
    const auto offers = box->findChildren<QPushButton*>();
    REQUIRE(offers.size() >= 3);
    QTest::mouseClick(offers.front(), Qt::LeftButton);
    QTest::qWait(20);
    CHECK(b.session.state()->result->state != CheckState::Over);
    CHECK(b.session.undoStack()->count() == 1);
}

TEST_CASE("the ask bar edits, jumps and calls commands", "[app]") {
    Bench b("B1");
    auto* ask = b.window.verdict()->askBar();
    ask->setFocus();
    QTest::keyClicks(ask, QStringLiteral("plate 30"));
    QTest::keyClick(ask, Qt::Key_Return);
    CHECK(endPlate(*b.session.current(), ends::right).plate.thickness == 30);
    ask->setFocus();
    QTest::keyClicks(ask, QStringLiteral("springs"));
    QTest::keyClick(ask, Qt::Key_Return);
    CHECK(b.window.findChild<QTabBar*>(QStringLiteral("views"))->currentIndex() == 1);
    ask->setFocus();
    QTest::keyClicks(ask, QStringLiteral("SI or US"));
    QTest::keyClick(ask, Qt::Key_Return);
    CHECK(b.session.job().settings.units == UnitSystem::US);
    CHECK_FALSE(b.window.commands().empty());
}

TEST_CASE("workings are shown in three depths and searched", "[app]") {
    Bench b("B2");
    b.window.show(MainWindow::View::Workings);
    WorkingsView* w = b.window.workings();
    w->setDepth(Depth::Brief);
    const int brief = static_cast<int>(w->page()->toPlainText().size());
    w->setDepth(Depth::Full);
    CHECK(w->page()->toPlainText().size() > 5 * brief);
    CHECK(w->page()->toPlainText().contains(QStringLiteral("0.9·1000·353/1.25")));
    REQUIRE(b.session.edit(QStringLiteral("bolts"), [](Joint& j) { endPlate(j, ends::right).bolts.grade = "8.8"; }));
    CHECK(w->page()->toPlainText().contains(QStringLiteral("0.9·800·353/1.25")));
}

TEST_CASE("all views paint for every demo joint, both themes, small and large", "[app]") {
    Bench b("B1");
    for (const bool dark : {false, true}) {
        b.theme.setDark(dark);
        for (const Joint& joint : b.session.job().joints) {
            b.session.setCurrent(joint.id);
            for (const auto view : {MainWindow::View::Sheet, MainWindow::View::Springs, MainWindow::View::Workings}) {
                b.window.show(view);
                for (const QSize size : {QSize(1024, 700), QSize(1700, 1000)}) {
                    b.window.resize(size);
                    CHECK(b.window.grab().size() == size);
                }
            }
        }
    }
}

TEST_CASE("a joint that cannot be computed says why on the bench", "[app]") {
    Bench b("B1");
    REQUIRE(b.session.edit(QStringLiteral("no such beam"), [](Joint& j) { member(j, ends::right).section = "IPE 999"; }));
    CHECK_FALSE(b.session.state()->result);
    REQUIRE(b.session.state()->problems.size() == 1);
    CHECK(sentenceOf(b.session.state()->problems[0]).find("IPE 999") != std::string::npos);
    CHECK_FALSE(b.window.grab().isNull());
    REQUIRE(b.session.edit(QStringLiteral("no rows"), [](Joint& j) {
        member(j, ends::right).section = "IPE 300";
        endPlate(j, ends::right).rows.clear();
    }));
    CHECK(b.session.state()->result->state == CheckState::Over);
    CHECK_FALSE(b.window.grab().isNull());
}

TEST_CASE("a message leads to its field", "[app]") {
    Bench b("B1");
    REQUIRE(b.session.edit(QStringLiteral("no such beam"), [](Joint& j) {
        member(j, ends::right).section = "IPE 999";
        endPlate(j, ends::right).bolts.size = "M23";
    }));
    b.window.show(MainWindow::View::Workings);
    b.window.show(MainWindow::View::Sheet);
    QTest::qWait(20);
    const auto linkTo = [&](const char* path) {
        for (QPushButton* link : b.window.sheet()->findChildren<QPushButton*>(QStringLiteral("link")))
            if (link->text() == QLatin1String(path)) return link;
        return static_cast<QPushButton*>(nullptr);
    };
    const auto focused = [&] {
        const QWidget* at = QApplication::focusWidget();
        return at ? at->property("path").toString() : QString();
    };
    for (const char* path : {"members/right/section", "connections/right/end_plate/bolts/size"}) {
        QPushButton* link = linkTo(path);
        REQUIRE(link);
        CHECK(link->isVisible());
        QTest::mouseClick(link, Qt::LeftButton);
        REQUIRE(b.window.sheet()->card());
        // The size stands in the strip above the card, everything else has its own editor.
        if (QLatin1String(path) == QLatin1String("members/right/section")) CHECK(focused() == QLatin1String(path));
    }
    CHECK(b.window.sheet()->card()->part() == PartRef{PartKind::BoltRow, ends::right, 0});
    REQUIRE(b.session.edit(QStringLiteral("mend"), [](Joint& j) {
        member(j, ends::right).section = "IPE 300";
        endPlate(j, ends::right).bolts.size = "M24";
    }));
    CHECK_FALSE(b.window.findChild<QWidget*>(QStringLiteral("problems"))->isVisible());
}

TEST_CASE("recovery is offered in the window after a crash", "[app][recovery]") {
    Bench b("B1");
    qputenv("XDG_STATE_HOME", QFile::encodeName(b.folder.path()));
    REQUIRE(startLog(logFolder(), "bench", LogLevel::Debug));
    {
        Session crashed(b.folder.filePath(QStringLiteral("other")));
        REQUIRE(crashed.open(b.job));
        REQUIRE(crashed.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 44; }));
        crashed.writeJournal();
    }
    endLog();
    Session after(b.folder.filePath(QStringLiteral("other")));
    MainWindow second(after, b.theme, b.prompts, {});
    second.show();
    REQUIRE(second.openJob(b.job));
    auto* recover = second.findChild<QPushButton*>(QStringLiteral("recover"));
    REQUIRE(recover);
    CHECK(recover->isVisible());
    auto* happened = second.findChild<QPushButton*>(QStringLiteral("crashLog"));
    REQUIRE(happened);
    CHECK(happened->isVisible());
    QTest::mouseClick(happened, Qt::LeftButton);
    CHECK(b.prompts.shown.contains(QStringLiteral("opened ")));
    CHECK(b.prompts.shown.contains(QStringLiteral("edit: thicker")));
    qunsetenv("XDG_STATE_HOME");
    QTest::mouseClick(recover, Qt::LeftButton);
    CHECK(endPlate(after.job().joints[0], ends::right).plate.thickness == 44);
    CHECK_FALSE(recover->isVisible());
}

TEST_CASE("a file that somebody else has changed is asked about, and no answer loses anything", "[app]") {
    Bench b("B1");
    REQUIRE(b.session.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 44; }));
    Job theirs = b.session.job();
    theirs.title = "theirs";
    REQUIRE(saveJob(theirs, b.job.toStdString()));
    const auto titleOnDisk = [&] { return openJob(b.job.toStdString())->job.title; };
    QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier); // answered with Cancel
    CHECK(b.prompts.asked.contains(QStringLiteral("changed by someone else")));
    CHECK(b.prompts.offered.size() == 3);
    CHECK(titleOnDisk() == "theirs");
    CHECK(b.session.isModified());
    b.prompts.answer = Prompts::Conflict::TakeTheirs;
    QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier);
    CHECK(b.session.job().title == "theirs");
    b.session.undoStack()->undo();
    CHECK(endPlate(b.session.job().joints[0], ends::right).plate.thickness == 44);
    b.prompts.answer = Prompts::Conflict::SaveBeside;
    theirs.title = "theirs again";
    REQUIRE(saveJob(theirs, b.job.toStdString()));
    QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier);
    CHECK(titleOnDisk() == "theirs again");
    CHECK(b.session.path() != b.job);
    CHECK_FALSE(b.session.isModified());
}

TEST_CASE("keys of the file that are not understood are named in the window", "[app]") {
    Bench b;
    auto document = nlohmann::json::parse(*readFile(b.job.toStdString()));
    document["joints"][0]["connections"][0]["end_plate"]["plate"]["thickness"] = 12;
    REQUIRE(writeFile(b.job.toStdString(), document.dump()));
    REQUIRE(b.window.openJob(b.job));
    auto* banner = b.window.findChild<QFrame*>(QStringLiteral("banner"));
    REQUIRE(banner);
    CHECK(banner->isVisible());
    CHECK(banner->findChild<QLabel*>()->text().contains(QStringLiteral("is \"thickness_mm\" meant?")));
    QTest::mouseClick(banner->findChild<QPushButton*>(QStringLiteral("dismiss")), Qt::LeftButton);
    CHECK_FALSE(banner->isVisible());
}
