#include "app/bench.h"
#include "app/main_window.h"
#include "app/panels/actions_panel.h"
#include "app/panels/curve_plot.h"
#include "app/plates/plate_canvas.h"
#include "app/plates/plate_display.h"
#include "app/plates/plates_view.h"
#include "app/theme/theme.h"
#include "exchange/file.h"
#include "exchange/plate_cache.h"
#include "session/actions_model.h"
#include "session/ledger_model.h"
#include "session/plate_studies.h"
#include <QAction>
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QLabel>
#include <QListView>
#include <QPushButton>
#include <QSlider>
#include <QTabBar>
#include <QTableView>
#include <QTimer>
#include <QToolButton>
#include <QTreeWidget>
#include <QUndoStack>
#include <algorithm>
#include <set>

using namespace zg;
using sample::Bench;

namespace {

// A bench whose joint has one set and a coarse mesh, so that a run takes seconds.
struct PlatesBench : Bench {
    PlatesBench() : Bench("B1") {
        REQUIRE(session.edit(QStringLiteral("coarse"), [](Joint& j) {
            j.plates = PlateSpec{};
            j.plates->sizeFactor = 2.4;
            j.plates->modes = 2;
            j.actions.resize(1);
        }));
        REQUIRE(session.save(session.path()) == SaveOutcome::Saved);
        window.show(MainWindow::View::Plates);
        QTest::qWait(20);
    }
    template <class W> W* child(const char* name) {
        auto* w = window.findChild<W*>(QString::fromUtf8(name));
        REQUIRE(w);
        return w;
    }
    void run() {
        QTest::mouseClick(child<QPushButton>("runPlates"), Qt::LeftButton);
        REQUIRE(session.plates().isRunning());
        REQUIRE(QTest::qWaitFor([&] { return !session.plates().isRunning(); }, 600000));
        QTest::qWait(30);
    }
    int platesRows(bool stale) {
        auto* model = child<QListView>("ledger")->model();
        int count = 0;
        for (int i = 0; i < model->rowCount(); ++i)
            if (model->index(i, 0).data(LedgerModel::MethodRole).toInt() == static_cast<int>(CheckMethod::Plates) &&
                model->index(i, 0).data(LedgerModel::StaleRole).toBool() == stale)
                ++count;
        return count;
    }
};

} // namespace

TEST_CASE("the engineer runs the plates, steps through the loading, picks a bolt and reads it in the ledger", "[app][plates]") {
    PlatesBench b;
    CHECK(b.platesRows(false) == 0);
    CHECK(b.child<QPushButton>("runPlates")->text() == QStringLiteral("Run plates"));
    b.run();
    const PlateStudies::Entry* entry = b.session.plates().current();
    REQUIRE(entry);
    REQUIRE(entry->study);
    CHECK(entry->study->isComplete);
    CHECK(b.platesRows(false) > 3);
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("limit at")));

    // Steps.
    PlateDisplay& display = b.window.plates()->display();
    auto* steps = b.child<QSlider>("plateSteps");
    REQUIRE(steps->maximum() >= 2);
    steps->setValue(0);
    CHECK(display.frame() == 0);
    const std::vector<std::uint32_t> first = b.window.plates()->canvas()->current().scene->pixels;
    QTest::keyClick(steps, Qt::Key_End);
    CHECK(display.frame() == steps->maximum());
    CHECK(b.window.plates()->canvas()->current().scene->pixels != first);

    // A bolt under the mouse: search the picture for one, click it, and its row of the ledger is chosen.
    PlateCanvas* canvas = b.window.plates()->canvas();
    b.child<QComboBox>("plateDirection")->setCurrentIndex(0);
    QPoint at(-1, -1);
    for (int y = 0; y < canvas->height() && at.x() < 0; y += 2)
        for (int x = 0; x < canvas->width(); x += 2) {
            const auto part = canvas->partAt({x, y});
            if (part && part->kind == PartKind::BoltRow) {
                at = {x, y};
                break;
            }
        }
    REQUIRE(at.x() >= 0);
    QTest::mouseClick(canvas, Qt::LeftButton, {}, at);
    REQUIRE(b.session.selectedPart());
    CHECK(b.session.selectedPart()->kind == PartKind::BoltRow);
    CHECK(b.child<QListView>("ledger")->currentIndex().isValid());

    // The other way: a check by plates in the ledger selects its part.
    auto* ledger = b.child<QListView>("ledger");
    for (int i = 0; i < ledger->model()->rowCount(); ++i)
        if (ledger->model()->index(i, 0).data().toString().startsWith(QStringLiteral("Plates: plastic strain"))) {
            ledger->setCurrentIndex(ledger->model()->index(i, 0));
            REQUIRE(b.session.selectedPart());
            CHECK(b.session.selectedPart()->kind != PartKind::BoltRow);
            // No remedies of the component method are offered for it, and Enter opens the plates, not the workings.
            b.window.show(MainWindow::View::Sheet);
            Q_EMIT ledger->activated(ledger->currentIndex());
            CHECK(b.child<QTabBar>("views")->currentIndex() == 2);
            for (const auto* label : b.child<QFrame>("remedies")->findChildren<QLabel*>())
                CHECK_FALSE(label->text().contains(QStringLiteral("No single change")));
            break;
        }

    // A mode from the side list, and its swing.
    auto* list = b.child<QTreeWidget>("plateList");
    QTreeWidgetItem* mode = nullptr;
    for (int i = 0; i < list->topLevelItemCount(); ++i)
        if (list->topLevelItem(i)->text(0).startsWith(QStringLiteral("Waves")) && list->topLevelItem(i)->childCount() > 0)
            mode = list->topLevelItem(i)->child(0);
    REQUIRE(mode);
    list->setCurrentItem(mode);
    CHECK(display.mode() == 0);
    CHECK(display.title().contains(QStringLiteral("mode 1")));
    b.child<QPushButton>("plateSwing")->setChecked(true);
    const std::vector<std::uint32_t> still = canvas->current().scene->pixels;
    QTest::qWait(150);
    CHECK(canvas->current().scene->pixels != still);
    b.child<QPushButton>("plateSwing")->setChecked(false);

    // Field, cut, mesh, turning by hand: every one changes the picture.
    display.showFrame(1);
    const auto changes = [&](const std::function<void()>& act) {
        const std::vector<std::uint32_t> before = canvas->current().scene->pixels;
        act();
        QTest::qWait(10);
        return canvas->current().scene->pixels != before;
    };
    CHECK(changes([&] { QTest::mouseClick(b.child<QCheckBox>("plateMesh"), Qt::LeftButton); }));
    CHECK(changes([&] {
        auto* field = b.child<QComboBox>("plateField");
        field->setCurrentIndex(3);
        Q_EMIT field->activated(3);
    }));
    CHECK(changes([&] {
        auto* cut = b.child<QComboBox>("plateCut");
        cut->setCurrentIndex(1);
        Q_EMIT cut->activated(1);
    }));
    CHECK(changes([&] {
        QTest::mousePress(canvas, Qt::LeftButton, {}, {200, 150});
        QMouseEvent drag(QEvent::MouseMove, QPointF(260, 170), canvas->mapToGlobal(QPointF(260, 170)), Qt::NoButton,
                         Qt::LeftButton, {});
        QApplication::sendEvent(canvas, &drag);
        QTest::mouseRelease(canvas, Qt::LeftButton, {}, {260, 170});
    }));

    // Both methods.
    QTest::mouseClick(b.child<QPushButton>("plateCompare"), Qt::LeftButton);
    CHECK(b.child<QWidget>("plateComparison")->isVisible());
}

TEST_CASE("an edit makes the results stale, undo makes them current, and they are found again beside the job", "[app][plates]") {
    PlatesBench b;
    b.run();
    const int rows = b.platesRows(false);
    REQUIRE(rows > 3);
    CHECK(b.platesRows(true) == 0);
    REQUIRE(b.session.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness += 5; }));
    CHECK(b.platesRows(false) == 0);
    CHECK(b.platesRows(true) == rows);
    b.session.undoStack()->undo();
    CHECK(b.platesRows(false) == rows);
    // Titles are no part of it.
    REQUIRE(b.session.edit(QStringLiteral("title"), [](Joint& j) { j.title = "elsewhere"; }));
    CHECK(b.platesRows(false) == rows);
    b.session.undoStack()->undo();

    // Another session on the same file: the cache beside the job, and nothing of it in the job.
    Session again(b.folder.filePath(QStringLiteral("other")));
    REQUIRE(again.open(b.job));
    again.setCurrent(b.session.current()->id);
    REQUIRE(again.plates().current());
    again.plates().finishReading(); // away from the window's thread
    REQUIRE(again.plates().current()->study);
    CHECK_FALSE(again.plates().isStale(*again.current()));
    CHECK(again.plates().current()->checks.size() == b.session.plates().current()->checks.size());
    QFile file(b.job);
    REQUIRE(file.open(QIODevice::ReadOnly));
    CHECK_FALSE(file.readAll().contains("frames"));
}

TEST_CASE("the set with the least reserve is shown first, a chosen one stays through the next run", "[app][plates]") {
    PlatesBench b;
    REQUIRE(b.session.edit(QStringLiteral("second set"), [](Joint& j) {
        j.actions.push_back(j.actions[0]);
        j.actions[1].id = "U9";
        forcesOf(j.actions[1], ends::right).M *= 1.2;
    }));
    b.run();
    REQUIRE(b.session.plates().current()->study->sets.size() == 2);
    REQUIRE(b.window.plates()->display().set());
    CHECK(b.window.plates()->display().set()->id == "U9");
    auto* sets = b.child<QComboBox>("plateSet");
    CHECK(sets->currentText() == QStringLiteral("U9"));
    Q_EMIT sets->activated(0);
    CHECK(b.window.plates()->display().set()->id == "U1");
    REQUIRE(b.session.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness += 2; }));
    b.run();
    CHECK(b.window.plates()->display().set()->id == "U1");
}

TEST_CASE("a loose part is named with its remedy and its movement is shown", "[app][plates]") {
    PlatesBench b;
    b.run();
    PlateStudy loose = *b.session.plates().current()->study;
    const auto still = b.window.plates()->canvas()->current().scene->pixels;
    loose.mechanismWords = "right.rib.top can move freely.";
    for (std::size_t n = 0; n < loose.geometry.nodes.size(); ++n)
        loose.mechanism.insert(loose.mechanism.end(), {0.0F, n % 2 ? 1.0F : 0.0F, 0.0F});
    // As a run that met a mechanism leaves it beside the job.
    const std::string path = studyPath(b.job.toStdString(), b.session.current()->id);
    REQUIRE(writeFile(path, writeStudy(loose)));
    const std::string id = b.session.current()->id;
    REQUIRE(b.session.open(b.job));
    b.session.setCurrent(id);
    QTest::qWait(30);
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("can move freely")));
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("Give the part a weld")));
    CHECK(b.window.plates()->display().title().contains(QStringLiteral("loose")));
    CHECK(b.window.plates()->canvas()->current().scene->pixels != still);
    CHECK(b.child<QPushButton>("plateSwing")->isEnabled());
    CHECK(b.child<QWidget>("plateRemedies")->findChildren<QPushButton*>().size() == 1); // the column's other end
}

TEST_CASE("while the plates run the window answers, and cancel is heard at once", "[app][plates]") {
    PlatesBench b;
    REQUIRE(b.session.edit(QStringLiteral("finer"), [](Joint& j) { j.plates->sizeFactor = 1; }));
    QTest::mouseClick(b.child<QPushButton>("runPlates"), Qt::LeftButton);
    REQUIRE(b.session.plates().isRunning());
    CHECK(b.child<QPushButton>("runPlates")->text() == QStringLiteral("Cancel"));
    // How late a timer of 5 ms comes.
    std::vector<double> late;
    QElapsedTimer watch;
    QTimer ticks;
    ticks.setTimerType(Qt::PreciseTimer);
    QObject::connect(&ticks, &QTimer::timeout, [&] {
        late.push_back(static_cast<double>(watch.nsecsElapsed()) * 1e-6 - 5);
        watch.restart();
    });
    watch.start();
    ticks.start(5);
    QTest::qWait(2500);
    ticks.stop();
    std::sort(late.begin(), late.end());
    REQUIRE(late.size() > 50);
    WARN("event loop late by: median " << late[late.size() / 2] << " ms, 99 % " << late[late.size() * 99 / 100] << " ms, most "
                                       << late.back() << " ms");
    INFO(b.child<QLabel>("plateLine")->text().toStdString());
    REQUIRE(b.session.plates().isRunning());
    watch.restart();
    QTest::mouseClick(b.child<QPushButton>("runPlates"), Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 20000));
    WARN("cancel answered after " << watch.elapsed() << " ms");
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("Cancelled")));
    CHECK(b.child<QPushButton>("runPlates")->text() == QStringLiteral("Run plates"));
}

TEST_CASE("the choices of the plate method are asked for, applied as one step and taken back", "[app][plates]") {
    Bench b("B2");
    const auto call = [&](const QString& text) {
        for (QAction* action : b.window.commands())
            if (action->text().startsWith(text)) return action->trigger();
        FAIL("no such command");
    };
    const auto fill = [](const char* dialogName, const char* field, const QString& text, int choice = -1) {
        QTimer::singleShot(50, [=] {
            QWidget* dialog = QApplication::activeModalWidget();
            REQUIRE(dialog);
            CHECK(dialog->objectName() == QString::fromUtf8(dialogName));
            if (choice >= 0) {
                auto* combo = dialog->findChild<QComboBox*>(QString::fromUtf8(field));
                REQUIRE(combo);
                combo->setCurrentIndex(choice);
                Q_EMIT combo->activated(choice);
            } else {
                auto* edit = dialog->findChild<QLineEdit*>(QString::fromUtf8(field));
                REQUIRE(edit);
                edit->setText(text);
                Q_EMIT edit->editingFinished();
            }
            qobject_cast<QDialog*>(dialog)->accept();
        });
    };
    fill("plateChoices", "plates.held_end", {}, 1);
    call(QStringLiteral("Choices of the plate"));
    REQUIRE(b.session.current()->plates);
    CHECK(b.session.current()->plates->heldEnd == HeldEnd::ColumnAbove);
    fill("plateChoices", "right.far_end", {}, 1); // 0: not given
    call(QStringLiteral("Choices of the plate"));
    CHECK(framing(*b.session.current(), ends::right).farEnd == EndCarries::InPlane);
    b.session.undoStack()->undo();
    b.session.undoStack()->undo();
    CHECK_FALSE(b.session.current()->plates);
}

TEST_CASE("forces out of the plane are columns of the actions, typed, copied, pasted and taken back", "[app][plates]") {
    PlatesBench b;
    ActionsModel* model = b.window.actionsPanel()->model();
    auto* table = b.child<QTableView>("actions");
    const int before = model->columnCount();
    b.window.actionsPanel()->toggleOutOfPlane();
    REQUIRE(model->columnCount() == before + 3);
    const int column = table->currentIndex().column(); // the cursor waits in V_y of the active set
    CHECK(table->currentIndex().row() == 0);
    CHECK(model->headerData(column, Qt::Horizontal, Qt::DisplayRole).toString() == QStringLiteral("V_y\nkN"));
    // Hidden again while nothing is in them.
    b.window.actionsPanel()->toggleOutOfPlane();
    CHECK(model->columnCount() == before);
    b.window.actionsPanel()->toggleOutOfPlane();
    table->edit(table->currentIndex());
    auto* editor = table->findChild<QLineEdit*>();
    REQUIRE(editor);
    editor->setText(QStringLiteral("7.5"));
    QTest::keyClick(editor, Qt::Key_Return);
    QTest::qWait(10);
    REQUIRE(isOutOfPlane(forcesAt(b.session.current()->actions[0], ends::right)));
    CHECK(forcesAt(b.session.current()->actions[0], ends::right).V_y.value() == Approx(7500));
    b.window.actionsPanel()->toggleOutOfPlane();
    CHECK(model->columnCount() == before + 3); // not with a force in it
    // Out to a spreadsheet and back.
    const QString copied = model->copied();
    CHECK(copied.contains(QStringLiteral("V_y right")));
    b.session.undoStack()->undo();
    CHECK_FALSE(isOutOfPlane(forcesAt(b.session.current()->actions[0], ends::right)));
    REQUIRE(model->paste(copied));
    REQUIRE(isOutOfPlane(forcesAt(b.session.current()->actions[0], ends::right)));
    CHECK(forcesAt(b.session.current()->actions[0], ends::right).V_y.value() == Approx(7500));
    // Nil takes it away again.
    REQUIRE(model->setData(model->index(0, column), QStringLiteral("0"), Qt::EditRole));
    CHECK_FALSE(isOutOfPlane(forcesAt(b.session.current()->actions[0], ends::right)));
}

TEST_CASE("before any run the joint is seen as built, clashes outlined and listed", "[app][plates]") {
    PlatesBench b;
    PlateDisplay& display = b.window.plates()->display();
    PlateCanvas* canvas = b.window.plates()->canvas();
    CHECK(display.isBuilt());
    CHECK(display.built()->clashes.empty());
    CHECK_FALSE(b.child<QPushButton>("plateBuilt")->isVisible());
    // Every kind of part is there to be picked.
    std::set<PartKind> seen;
    for (int y = 0; y < canvas->height(); y += 3)
        for (int x = 0; x < canvas->width(); x += 3)
            if (const auto part = canvas->partAt({x, y})) seen.insert(part->kind);
    for (const PartKind kind : {PartKind::ColumnWeb, PartKind::EndPlate, PartKind::BeamWeb, PartKind::BoltRow})
        CHECK(seen.count(kind) == 1);
    const std::vector<std::uint32_t> before = canvas->current().scene->pixels;
    const auto redIn = [&](const std::vector<std::uint32_t>& pixels) {
        return std::count(pixels.begin(), pixels.end(), 0xff000000U | colour(b.theme.palette(), Tone::Over));
    };
    CHECK(redIn(before) == 0);
    // A row into the beam's flange.
    REQUIRE(b.session.edit(QStringLiteral("row in the flange"), [](Joint& j) { endPlate(j, ends::right).rows[0].position = 5; }));
    QTest::qWait(20);
    REQUIRE_FALSE(display.built()->clashes.empty());
    CHECK(redIn(canvas->current().scene->pixels) > 20);
    auto* list = b.child<QTreeWidget>("plateList");
    REQUIRE(list->topLevelItemCount() > 1);
    CHECK(list->topLevelItem(0)->text(0) == QStringLiteral("Clashes"));
    list->setCurrentItem(list->topLevelItem(0)->child(0));
    CHECK(b.session.selectedPart() == std::optional<PartRef>(display.built()->clashes.front().a));
    b.session.undoStack()->undo();
    QTest::qWait(20);
    CHECK(display.built()->clashes.empty());

    b.run();
    CHECK_FALSE(display.isBuilt());
    auto* built = b.child<QPushButton>("plateBuilt");
    CHECK(built->isVisible());
    QTest::mouseClick(built, Qt::LeftButton);
    CHECK(display.isBuilt());
    QTest::mouseClick(built, Qt::LeftButton);
    CHECK_FALSE(display.isBuilt());
}

TEST_CASE("a joint that cannot be computed says why in the Plates view", "[app][plates]") {
    PlatesBench b;
    REQUIRE(b.session.edit(QStringLiteral("no bolts"), [](Joint& j) { endPlate(j, ends::right).rows.clear(); }));
    QTest::mouseClick(b.child<QPushButton>("runPlates"), Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 20000));
    QTest::qWait(20);
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("no bolts")));
    // One click lays out bolts and runs again; one undo takes them off.
    auto* remedies = b.child<QWidget>("plateRemedies");
    REQUIRE(remedies->isVisible());
    const auto links = [&] { return remedies->findChildren<QPushButton*>(); };
    REQUIRE(links().size() == 1);
    CHECK(links()[0]->text() == QStringLiteral("bolt the right beam's end plate with a first layout"));
    QTest::mouseClick(links()[0], Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return b.session.plates().isRunning(); }, 2000));
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 60000));
    QTest::qWait(20);
    CHECK_FALSE(endPlate(*b.session.current(), ends::right).rows.empty());
    CHECK_FALSE(remedies->isVisible());
    CHECK_FALSE(b.session.plates().isStale(*b.session.current()));
    b.session.undoStack()->undo();
    CHECK(endPlate(*b.session.current(), ends::right).rows.empty());
}

TEST_CASE("forces on an end that cannot carry them: the ways out are offered, each leads to a run", "[app][plates]") {
    PlatesBench b;
    REQUIRE(b.session.edit(QStringLiteral("twist"), [](Joint& j) {
        framing(j, ends::right).farEnd = EndCarries::InPlane;
        setAcross(j.actions[0], ends::right, 2e3, 0, 0);
    }));
    QTest::mouseClick(b.child<QPushButton>("runPlates"), Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 20000));
    QTest::qWait(20);
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("in the plane only")));
    auto* remedies = b.child<QWidget>("plateRemedies");
    QStringList texts;
    for (const QPushButton* link : remedies->findChildren<QPushButton*>()) texts << link->text();
    REQUIRE(texts == QStringList{QStringLiteral("let the end of the right beam carry everything"),
                                 QStringLiteral("take V_y, M_z, T off the right beam")});
    QTest::mouseClick(remedies->findChildren<QPushButton*>()[1], Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return !isOutOfPlane(forcesAt(b.session.current()->actions[0], ends::right)); }, 2000));
    REQUIRE(QTest::qWaitFor([&] { return !b.session.plates().isRunning(); }, 60000));
    CHECK_FALSE(b.session.plates().isStale(*b.session.current()));
    CHECK_FALSE(remedies->isVisible());
}

TEST_CASE("tightened bolts: ticked, slip told in sentence and ledger, taken back", "[app][plates]") {
    PlatesBench b;
    b.session.edit("no slip", [](Joint& joint) {
        for (Connection& c : joint.connections)
            if (EndPlate* plate = std::get_if<EndPlate>(&c.how))
                plate->bolts.size += " HV", plate->bolts.slip = SlipLimit::Ultimate;
    });
    auto* holes = b.child<QCheckBox>("plateHoles");
    QTest::mouseClick(holes, Qt::LeftButton, Qt::NoModifier, {10, holes->height() / 2});
    CHECK(platesOf(*b.session.current()).hasHoles);
    b.session.undoStack()->undo();
    CHECK_FALSE(holes->isChecked());
    auto* redistribute = b.child<QCheckBox>("plateRedistribute");
    CHECK(redistribute->isChecked());
    QTest::mouseClick(redistribute, Qt::LeftButton, Qt::NoModifier, {10, redistribute->height() / 2});
    CHECK_FALSE(platesOf(*b.session.current()).doBoltsRedistribute);
    b.session.undoStack()->undo();
    CHECK(redistribute->isChecked());
    auto* rule = b.child<QComboBox>("plateRule");
    QTest::keyClick(rule, Qt::Key_Down);
    CHECK(platesOf(*b.session.current()).momentRule == MomentRule::SecantThird);
    b.session.undoStack()->undo();
    CHECK(rule->currentIndex() == 0);
    auto* tick = b.child<QCheckBox>("plateTightened");
    CHECK_FALSE(tick->isChecked());
    QTest::mouseClick(tick, Qt::LeftButton, Qt::NoModifier, {10, tick->height() / 2});
    REQUIRE(platesOf(*b.session.current()).isPreloaded);
    b.run();
    const auto checks = b.session.plates().current()->checks;
    CHECK(std::any_of(checks.begin(), checks.end(), [](const Check& c) { return c.code == CheckCode::PlatesSlip; }));
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("by friction")));
    b.session.undoStack()->undo();
    CHECK_FALSE(tick->isChecked());
    CHECK(b.session.plates().isStale(*b.session.current()));
}

TEST_CASE("sets with imperfections: ticked, run, stepped through, told in sentence, list and ledger, taken back",
          "[app][plates]") {
    PlatesBench b;
    auto* tick = b.child<QCheckBox>("plateImperfect");
    CHECK_FALSE(tick->isChecked());
    QTest::mouseClick(tick, Qt::LeftButton, Qt::NoModifier, {10, tick->height() / 2});
    REQUIRE(tick->isChecked());
    REQUIRE(platesOf(*b.session.current()).isImperfect);
    b.run();
    const auto study = b.session.plates().current()->study;
    REQUIRE(study->stability.size() == 1);
    // The plain set is shown first; the other run is beside it, with steps of its own.
    PlateDisplay& display = b.window.plates()->display();
    CHECK_FALSE(display.stability());
    auto* sets = b.child<QComboBox>("plateSet");
    REQUIRE(sets->count() == 2);
    CHECK(sets->itemText(1) == QStringLiteral("U1, imperfect"));
    CHECK(sets->isEnabled());
    Q_EMIT sets->activated(1);
    REQUIRE(display.stability());
    CHECK(display.frameCount() == static_cast<int>(study->stability[0].run.frames.size()));
    CHECK(b.child<QSlider>("plateSteps")->maximum() == display.frameCount() - 1);
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("in moved geometry")));
    CHECK(display.title().startsWith(QStringLiteral("U1, imperfect")));
    auto* list = b.child<QTreeWidget>("plateList");
    CHECK_FALSE(list->findItems(QStringLiteral("Imperfections"), Qt::MatchExactly).isEmpty());
    // Its check selects it, a check of the plain set goes back.
    const auto checkOf = [&](CheckCode code) {
        for (const Check& c : b.session.plates().current()->checks)
            if (c.code == code) return c;
        FAIL("no such check");
        return Check{};
    };
    b.session.selectCheck(checkOf(CheckCode::PlatesReserve));
    CHECK_FALSE(display.stability());
    b.session.selectCheck(checkOf(CheckCode::PlatesStability));
    CHECK(display.stability());
    b.session.undoStack()->undo();
    CHECK_FALSE(tick->isChecked());
    CHECK_FALSE(platesOf(*b.session.current()).isImperfect);
    CHECK(b.session.plates().isStale(*b.session.current()));
}

TEST_CASE("a cyclic run: chosen, run, its loops in the strip, its check leads to it, taken back", "[app][plates][cyclic]") {
    PlatesBench b;
    b.session.edit("seismic", [](Joint& joint) {
        joint.plates->cyclicDrift = 0.01;
        joint.seismic.emplace();
        framing(joint, ends::right).span = 6000;
    });
    auto* strip = b.window.findChild<CurvePlot*>();
    REQUIRE(strip);
    auto* loops = b.child<QToolButton>("curveOther");
    CHECK_FALSE(loops->isVisible()); // nothing to change to
    auto* choice = b.child<QComboBox>("plateCyclic");
    CHECK(choice->currentIndex() == 0);
    choice->setCurrentIndex(1);
    Q_EMIT choice->activated(1);
    REQUIRE(platesOf(*b.session.current()).cyclic == CyclicProtocol::Aisc341);
    b.run();
    const auto study = b.session.plates().current()->study;
    REQUIRE(study->cyclic.size() == 1);
    CHECK(study->cyclic[0].reached == Approx(0.01));
    // It is one of the runs, with a step for each level.
    auto* sets = b.child<QComboBox>("plateSet");
    const int at = sets->findText(QStringLiteral("cyclic"));
    REQUIRE(at >= 0);
    Q_EMIT sets->activated(at);
    PlateDisplay& display = b.window.plates()->display();
    REQUIRE(display.cyclic());
    CHECK(display.frameCount() == 4);
    CHECK(display.title().contains(QStringLiteral("drift 10 mrad")));
    CHECK(b.child<QLabel>("plateLine")->text().contains(QStringLiteral("Swayed to and fro")));
    CHECK_FALSE(b.child<QTreeWidget>("plateList")->findItems(QStringLiteral("Found in the cycles"), Qt::MatchExactly).isEmpty());
    // The strip: moment over rotation, then over drift, and back.
    REQUIRE(loops->isVisible());
    CHECK_FALSE(strip->figure().isOverDrift);
    QTest::mouseClick(loops, Qt::LeftButton);
    REQUIRE(strip->figure().isOverDrift);
    CHECK(strip->figure().series[0].points.size() == study->cyclic[0].path.size());
    CHECK(strip->figure().reachPhi > 0.01);
    QTest::mouseClick(loops, Qt::LeftButton);
    CHECK_FALSE(strip->figure().isOverDrift);
    // Of 25 mrad it shows but a part: nothing that is said of them is within.
    for (const Check& c : b.session.plates().current()->checks)
        if (c.code == CheckCode::PlatesPlasticRotation) CHECK(c.state == CheckState::Over);
    b.session.undoStack()->undo();
    CHECK(choice->currentIndex() == 0);
}
