#include "app/bench.h"
#include "app/dialogs/details_dialog.h"
#include "app/dialogs/layout_dialog.h"
#include "app/dialogs/many_dialog.h"
#include "app/dialogs/paste_dialog.h"
#include "app/dialogs/report_dialog.h"
#include "app/panels/actions_panel.h"
#include "app/views/lists_view.h"
#include "session/actions_model.h"
#include "session/register_filter.h"
#include "session/register_model.h"
#include "support/day.h"
#include "support/dialogs.h"
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QLabel>
#include <QListView>
#include <QProcess>
#include <QPushButton>
#include <QTableWidget>
#include <QTreeWidget>
#include <QUndoStack>

/// Whole pieces of an engineer's day through the window.
using namespace zg;
using sample::answer;
using sample::Bench;

TEST_CASE("forty joints of a table in the morning, layouts, lists, report in the evening", "[app][day]") {
    QTemporaryDir folder;
    const sample::DayFigures day = sample::wholeDay(folder.path(), 40, 25);
    CHECK(day.joints == 40);
    CHECK(day.sets == 40 * 25);
    CHECK(day.failing > 2);
    CHECK(day.holding == 40);
    CHECK(day.pieces > 40);
    CHECK(day.reportBytes > 100000);
    for (const char* file : {"lists.xlsx", "parts.dxf"}) CHECK(QFile::exists(folder.filePath(QString::fromUtf8(file))));
}

TEST_CASE("a table describes joints that the job does not have, and what it makes of them is said first", "[app][day]") {
    Bench b("B1");
    QApplication::clipboard()->setText(
        QStringLiteral("joint\tcolumn section\tbeam section\tleft section\tsteel\tset\tV\tM\tM left\n"
                       "K1\tHEB 300\tIPE 400\tIPE 360\tS275\tU1\t80\t90\t70\nK2\t\tIPE 400\t\t\tU1\t40\t60\t\n"
                       "K3\tHEB 300\tIPE 4000\t\t\tU1\t40\t60\t\nB1\t\t\t\t\tX9\t10\t20\t\n"));
    answer("pasteActions", [](QDialog& d) {
        auto* routes = d.findChild<QTableWidget*>(QStringLiteral("routes"));
        REQUIRE(routes->rowCount() == 4);
        CHECK(routes->item(0, 4)->text() == QStringLiteral("first layout of IPE 360 | IPE 400, HEB 300, S275"));
        CHECK(routes->item(1, 4)->text().contains(QStringLiteral("IPE 400 | IPE 400")));
        CHECK(routes->item(2, 4)->text() == QStringLiteral("section IPE 4000 is not known"));
        d.accept();
    });
    b.window.actionsPanel()->paste();
    const Job& job = b.session.job();
    REQUIRE(job.joints.size() == 14);
    CHECK(findMember(*findJoint(job, "K1"), ends::column)->steel == "S275");
    CHECK(findJoint(job, "K1")->actions.size() == 1);
    CHECK(findJoint(job, "K2")->actions[0].id == "U1");
    CHECK(findJoint(job, "B1")->actions.back().id == "X9");
    b.session.undoStack()->undo();
    CHECK(b.session.job().joints.size() == 12);
}

TEST_CASE("bolts of many joints are changed in one step after all verdicts were seen", "[app][day]") {
    Bench b("B1");
    const Joint b3 = *findJoint(b.session.job(), "B3");
    ManyDialog dialog(b.session, &b.window);
    dialog.chooseField(QStringLiteral("connections/*/end_plate/bolts/size"), QStringLiteral("M20"), QStringLiteral("M24"));
    auto* preview = dialog.findChild<QTreeWidget*>(QStringLiteral("manyPreview"));
    REQUIRE(preview->topLevelItemCount() == 12);
    const auto lineOf = [&](const char* mark) {
        return preview->findItems(QString::fromUtf8(mark), Qt::MatchExactly, 0).front();
    };
    CHECK(lineOf("B1")->checkState(0) == Qt::Checked);
    CHECK(lineOf("B2")->isDisabled());
    // B3 held and would not: it is left to be ticked.
    CHECK(lineOf("B3")->checkState(0) == Qt::Unchecked);
    CHECK(lineOf("B3")->text(5).contains(QStringLiteral("over")));
    sample::shoot(dialog, "many");
    QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("takeMany")), Qt::LeftButton);
    CHECK(findEndPlate(*findJoint(b.session.job(), "B1"), ends::right)->bolts.size == "M24");
    CHECK(*findJoint(b.session.job(), "B3") == b3);
    b.session.undoStack()->undo();
    CHECK(findEndPlate(*findJoint(b.session.job(), "B1"), ends::right)->bolts.size == "M20");
}

TEST_CASE("a detail is kept, seen at the joint on the bench, and used there", "[app][day]") {
    Bench b("B2");
    (void)b.session.edit(QStringLiteral("plate"), [](Joint& j) { findEndPlate(j, ends::right)->plate.thickness = 30; });
    const Joint source = *b.session.current();
    {
        DetailsDialog dialog(b.session, &b.window);
        dialog.findChild<QLineEdit*>(QStringLiteral("detailName"))->setText(QStringLiteral("thick"));
        QTest::mouseClick(dialog.findChild<QPushButton*>(QStringLiteral("keepDetail")), Qt::LeftButton);
        CHECK(dialog.findChild<QTableWidget*>(QStringLiteral("detailList"))->rowCount() == 1);
    }
    b.session.duplicateCurrent();
    (void)b.session.edit(QStringLiteral("plate"), [](Joint& j) { findEndPlate(j, ends::right)->plate.thickness = 15; });
    DetailsDialog dialog(b.session, &b.window);
    auto* use = dialog.findChild<QPushButton*>(QStringLiteral("useDetail"));
    CHECK_FALSE(use->isEnabled());
    dialog.findChild<QTableWidget*>(QStringLiteral("detailList"))->selectRow(0);
    CHECK(use->isEnabled());
    sample::shoot(dialog, "details");
    QTest::mouseClick(use, Qt::LeftButton);
    CHECK(b.session.current()->connections == source.connections);
    // It goes with the file.
    REQUIRE(b.session.save(b.job) == SaveOutcome::Saved);
    REQUIRE(b.session.open(b.job));
    REQUIRE(b.session.job().details.size() == 1);
    CHECK(b.session.job().details[0].connections == source.connections);
}

TEST_CASE("groups stand together in the register, fold, and the order is the engineer's", "[app][day]") {
    Bench b("B2");
    for (const char* mark : {"B2", "E1"}) {
        b.session.setCurrent(findJoint(b.session.job(), mark)->id);
        REQUIRE(b.session.edit(QStringLiteral("group"), [](Joint& j) { j.group = "frames"; }));
    }
    auto* list = b.child<QListView>("register");
    auto* shown = qobject_cast<RegisterFilter*>(list->model());
    REQUIRE(shown->rowCount() == 12);
    const auto markAt = [&](int row) { return shown->index(row, 0).data(RegisterModel::MarkRole).toString().toStdString(); };
    // The group of B1 (none) comes first, then the frames.
    CHECK(markAt(0) == "B1");
    CHECK(markAt(8) == "B2");
    CHECK(markAt(9) == "E1");
    list->scrollTo(shown->index(8, 0));
    const QRect heading = list->visualRect(shown->index(8, 0));
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, heading.topLeft() + QPoint(40, 8));
    CHECK(shown->isFolded(QStringLiteral("frames")));
    CHECK(shown->rowCount() == 11);
    sample::shoot(b.window, "register");
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(shown->index(8, 0)).topLeft() + QPoint(40, 8));
    CHECK(shown->rowCount() == 12);
    b.session.setCurrent(findJoint(b.session.job(), "E1")->id);
    b.trigger(QStringLiteral("Up in the register"));
    CHECK(b.session.job().joints[3].mark == "E1");
    b.trigger(QStringLiteral("Down in the register"));
    CHECK(b.session.job().joints[4].mark == "E1");
}

TEST_CASE("what a set lacks for balance goes to the column by one click, and places are kept apart", "[app][day]") {
    Bench b("B1");
    (void)b.session.edit(QStringLiteral("forces"), [](Joint& j) { dropForces(j.actions[0], ends::below); });
    b.session.setActiveSet(0);
    auto* foot = b.child<QLabel>("balance");
    REQUIRE(foot->text().contains(QStringLiteral("href=\"column below\"")));
    Q_EMIT foot->linkActivated(QStringLiteral("column below"));
    const auto left = imbalance(*b.session.state()->resolved, b.session.current()->actions[0]);
    CHECK(left.isKnown);
    CHECK(std::abs(left.moment) < 1);
    QApplication::clipboard()->setText(QStringLiteral("set\tplace\tN\tV\tM\nU1\tgrid 3\t0\t60\t20\nU1\tgrid 4\t0\t60\t30\n"));
    b.window.actionsPanel()->paste();
    const auto& sets = b.session.current()->actions;
    REQUIRE(sets.size() >= 5);
    CHECK(sets[sets.size() - 2].id == "U1 grid 3");
    CHECK(sets.back().place == "grid 4");
    CHECK(b.window.actionsPanel()->model()->showsPlaces());
    CHECK(foot->text().contains(QStringLiteral("grid 3: ")));
    sample::shoot(b.window, "places");
}

TEST_CASE("the connection of one side goes to the other", "[app][day]") {
    Bench b("B3");
    (void)b.session.edit(QStringLiteral("plate"), [](Joint& j) { findEndPlate(j, ends::right)->plate.thickness = 30; });
    answer("copyEnd", [](QDialog& d) {
        const auto boxes = d.findChildren<QComboBox*>();
        REQUIRE(boxes.size() == 3); // from, what, to
        for (QComboBox* box : boxes)
            if (box->findText(QStringLiteral("left")) >= 0) box->setCurrentText(QStringLiteral("left"));
        boxes[0]->setCurrentText(QStringLiteral("right"));
        d.accept();
    });
    askToCopyEnd(b.session, &b.window);
    CHECK(findEndPlate(*b.session.current(), ends::left)->plate.thickness == 30);
}

TEST_CASE("sets that cannot govern are dropped by a command, with the same verdict, and come back", "[app][day]") {
    Bench b("B2");
    (void)b.session.edit(QStringLiteral("half"), [](Joint& j) {
        ActionSet half = j.actions[1];
        half.id = "half";
        for (EndForces& f : half.forces) f.N *= 0.5, f.V *= 0.5, f.M *= 0.5;
        j.actions.push_back(half);
    });
    const std::size_t before = b.session.current()->actions.size();
    const double use = b.session.state()->result->utilisation;
    b.trigger(QStringLiteral("Drop the sets that cannot govern"));
    CHECK(b.session.current()->actions.size() < before);
    CHECK(std::none_of(b.session.current()->actions.begin(), b.session.current()->actions.end(),
                       [](const ActionSet& s) { return s.id == "half"; }));
    CHECK(b.session.state()->result->utilisation == use);
    b.session.undoStack()->undo();
    CHECK(b.session.current()->actions.size() == before);
}
