#include "app/bench.h"
#include "app/panels/actions_panel.h"
#include "app/panels/curve_plot.h"
#include "app/panels/verdict_bar.h"
#include "app/views/drawing_view.h"
#include "session/actions_model.h"
#include <QAction>
#include <QApplication>
#include <QClipboard>
#include <QCloseEvent>
#include <QFile>
#include <QLabel>
#include <QListView>
#include <QListWidget>
#include <QPushButton>
#include <QTabBar>
#include <QTableView>
#include <QUndoStack>

using namespace zg;
using sample::Bench;

TEST_CASE("the register is walked with the keys", "[app][panels]") {
    Bench b("B1");
    auto* list = b.window.findChild<QListView*>(QStringLiteral("register"));
    REQUIRE(list);
    QTest::keyClick(list, Qt::Key_Down);
    CHECK(b.session.current()->mark == "B2");
    QTest::keyClick(list, Qt::Key_End);
    CHECK(b.session.current()->mark == "F2");
    b.session.setCurrent(b.session.job().joints[2].id);
    CHECK(list->currentIndex().row() == 2);
}

TEST_CASE("the datum button sets and clears, and the chart keeps the datum's curve", "[app][panels]") {
    Bench b("B2");
    QPushButton* button = nullptr;
    for (auto* p : b.window.findChildren<QPushButton*>())
        if (p->text() == QStringLiteral("set datum")) button = p;
    REQUIRE(button);
    button->click();
    REQUIRE(b.session.datum());
    CHECK(button->text().contains(QStringLiteral("clear")));
    REQUIRE(b.session.edit(QStringLiteral("thin"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 12; }));
    bool hasDatum = false;
    const auto* strip = b.window.findChild<CurvePlot*>();
    REQUIRE(strip);
    for (const CurveSeries& s : strip->figure().series) hasDatum = hasDatum || s.kind == CurveSeries::Kind::Datum;
    CHECK(hasDatum);
    button->click();
    CHECK_FALSE(b.session.datum());
}

TEST_CASE("the table of actions is typed into, copied and emptied with the keys", "[app][panels]") {
    Bench b("B2");
    auto* table = b.window.findChild<QTableView*>(QStringLiteral("actions"));
    REQUIRE(table);
    table->setCurrentIndex(table->model()->index(2, 5));
    CHECK(b.session.activeSet() == 2);
    table->edit(table->currentIndex());
    auto* editor = table->findChild<QLineEdit*>();
    REQUIRE(editor);
    editor->setText(QStringLiteral("-71"));
    QTest::keyClick(editor, Qt::Key_Return);
    QTest::qWait(10);
    CHECK(forcesAt(b.session.current()->actions[2], ends::right).M == Approx(-71e6));
    QTest::keyClick(table, Qt::Key_C, Qt::ControlModifier);
    CHECK(QApplication::clipboard()->text().contains(QStringLiteral("-71")));
    const std::size_t count = b.session.current()->actions.size();
    QTest::keyClick(table, Qt::Key_Delete);
    CHECK(b.session.current()->actions.size() == count - 1);
    QTest::keyClick(table, Qt::Key_V, Qt::ControlModifier);
    CHECK(b.session.current()->actions.size() == count);
}

TEST_CASE("out-of-balance is shown at once", "[app][panels]") {
    Bench b("B2");
    auto* foot = b.window.findChild<QLabel*>(QStringLiteral("balance"));
    REQUIRE(foot);
    CHECK(foot->text().contains(QStringLiteral("Node in balance")));
    REQUIRE(b.session.edit(QStringLiteral("off"), [](Joint& j) { forcesOf(j.actions[0], ends::below).M += 20e6; }));
    CHECK(foot->text().contains(QStringLiteral("U1 out of balance")));
    CHECK(foot->text().contains(QStringLiteral("-20.0 kNm")));
}

TEST_CASE("a refused edit is said in the verdict line's place and changes nothing", "[app][panels]") {
    Bench b("B2");
    auto* ask = b.window.verdict()->askBar();
    ask->setFocus();
    QTest::keyClicks(ask, QStringLiteral("plate 5000"));
    QTest::keyClick(ask, Qt::Key_Return);
    CHECK(endPlate(*b.session.current(), ends::right).plate.thickness == 25);
    CHECK(b.session.undoStack()->count() == 0);
    auto* list = b.window.findChild<QListWidget*>(QStringLiteral("askList"));
    REQUIRE(list);
    ask->setFocus();
    QTest::keyClicks(ask, QStringLiteral("go"));
    CHECK(list->count() >= 5);
    QTest::keyClick(ask, Qt::Key_Down);
    QTest::keyClick(ask, Qt::Key_Return);
    CHECK(b.session.current()->mark == "B2");
    QTest::keyClicks(ask, QStringLiteral("xyz"));
    QTest::keyClick(ask, Qt::Key_Escape);
    CHECK(ask->text().isEmpty());
}

TEST_CASE("leaving with unsaved work asks: cancel stays, save saves", "[app][panels]") {
    Bench b("B2");
    REQUIRE(b.session.edit(QStringLiteral("thin"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 12; }));
    b.prompts.keep = Prompts::Keep::Cancel;
    CHECK_FALSE(b.window.close());
    CHECK(b.window.isVisible());
    b.prompts.keep = Prompts::Keep::Save;
    CHECK(b.window.close());
    Session again(b.folder.filePath(QStringLiteral("other")));
    REQUIRE(again.open(b.job));
    CHECK(endPlate(again.job().joints[1], ends::right).plate.thickness == 12);
}

TEST_CASE("a broken file is told and the open job stays", "[app][panels]") {
    Bench b("B2");
    CHECK_FALSE(b.window.openJob(QStringLiteral(ZG_SOURCE_DIR "/tests/exchange/files/newer_version.zgj")));
    CHECK(b.prompts.told.contains(QStringLiteral("version 7")));
    CHECK(b.session.job().joints.size() == 12);
    CHECK(b.session.path() == b.job);
}

TEST_CASE("units switch everywhere at once and change no number", "[app][panels]") {
    Bench b("B2");
    const double before = b.session.state()->result->utilisation;
    for (QAction* a : b.window.commands())
        if (a->text() == QStringLiteral("SI or US units")) a->trigger();
    CHECK(b.session.state()->result->utilisation == before);
    auto* table = b.window.findChild<QTableView*>(QStringLiteral("actions"));
    CHECK(table->model()->headerData(3, Qt::Horizontal).toString().contains(QStringLiteral("kip")));
    bool hasInch = false;
    for (const Shape& s : b.window.sheet()->drawing().shapes) hasInch = hasInch || s.text.find(" in ") != std::string::npos;
    CHECK(hasInch);
}

TEST_CASE("the register is filtered by words and by use, ordered, and the bench keeps its joint", "[app][panels]") {
    Bench b("B2");
    auto* list = b.window.findChild<QListView*>(QStringLiteral("register"));
    auto* words = b.window.findChild<QLineEdit*>(QStringLiteral("registerFilter"));
    REQUIRE(list);
    REQUIRE(words);
    const auto marks = [&] {
        QStringList out;
        for (int i = 0; i < list->model()->rowCount(); ++i) out << list->model()->index(i, 0).data().toString();
        return out.join(QLatin1Char(' '));
    };
    const auto typed = [&](const char* text) {
        words->clear();
        QTest::keyClicks(words, QString::fromUtf8(text));
        return marks();
    };
    CHECK(typed("over 0.9") == QStringLiteral("B2 B4 F1 F2"));
    CHECK(typed("over 0,9 ipe450") == QStringLiteral("B2"));
    CHECK(typed("splice") == QStringLiteral("S1"));
    CHECK(typed("fin plate") == QStringLiteral("N1"));
    CHECK(b.session.current()->mark == "B2"); // hidden, yet on the bench
    CHECK(typed("nothing like it").isEmpty());
    CHECK(typed("over much") == QStringLiteral("B1 B2 B3 B4 E1 N1 S1 E2 V1 A1 F1 F2"));
    bool isSaid = false;
    for (auto* label : b.window.findChildren<QLabel*>())
        isSaid = isSaid || label->text().contains(QStringLiteral("followed by a number"));
    CHECK(isSaid);
    typed("");
    QPushButton* order = nullptr;
    for (auto* p : b.window.findChildren<QPushButton*>())
        if (p->text() == QStringLiteral("job order")) order = p;
    REQUIRE(order);
    order->click();
    CHECK(marks().startsWith(QStringLiteral("B4 B2")));
    CHECK(list->currentIndex().data().toString() == QStringLiteral("B2"));
    QTest::keyClick(list, Qt::Key_Up);
    CHECK(b.session.current()->mark == "B4");
    order->click();
    order->click();
    CHECK(marks() == QStringLiteral("B1 B2 B3 B4 E1 N1 S1 E2 V1 A1 F1 F2"));
}
