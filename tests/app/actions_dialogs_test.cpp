#include "app/bench.h"
#include "app/dialogs/cases_dialog.h"
#include "app/dialogs/paste_dialog.h"
#include "app/panels/actions_panel.h"
#include "support/dialogs.h"
#include <QClipboard>
#include <QComboBox>
#include <QPushButton>
#include <QTableWidget>
#include <QUndoStack>

using namespace zg;
using sample::answer;
using sample::Bench;

TEST_CASE("a table of several joints is shown before it is taken, and names are remembered", "[app][actions]") {
    Bench b("B1");
    const QString table = QStringLiteral("joint\tset\tN [kN]\tV [kN]\tM [kNm]\nB1\tX1\t1\t20\t30\nB2\tU1\t1\t21\t31\n"
                                         "node 12\tX1\t0\t22\t32\nnowhere\tX1\t0\t1\t2\n");
    QApplication::clipboard()->setText(table);
    answer("pasteActions", [](QDialog& d) {
        auto* routes = d.findChild<QTableWidget*>(QStringLiteral("routes"));
        REQUIRE(routes->rowCount() == 4);
        CHECK(routes->item(1, 3)->text() == QStringLiteral("1")); // U1 of B2 is there already
        CHECK(routes->item(2, 4)->text().contains(QStringLiteral("no joint is called node 12")));
        auto* box = qobject_cast<QComboBox*>(routes->cellWidget(2, 1));
        box->setCurrentIndex(box->findText(QStringLiteral("B3")));
        d.accept();
    });
    b.window.actionsPanel()->paste();
    const Job& job = b.session.job();
    const auto has = [&](const char* mark, const char* set) {
        const auto& sets = findJoint(job, mark)->actions;
        return std::any_of(sets.begin(), sets.end(), [&](const ActionSet& s) { return s.id == set; });
    };
    CHECK(has("B1", "X1"));
    CHECK(has("B3", "X1"));
    CHECK_FALSE(has("B2", "X1"));
    REQUIRE(job.names.size() == 1);
    CHECK(job.names[0].name == "node 12");
    CHECK(job.names[0].joint == "B3");
    // The next table of the same program finds its joint by itself.
    answer("pasteActions", [](QDialog& d) {
        auto* routes = d.findChild<QTableWidget*>(QStringLiteral("routes"));
        CHECK(qobject_cast<QComboBox*>(routes->cellWidget(2, 1))->currentText() == QStringLiteral("B3"));
        d.reject();
    });
    b.window.actionsPanel()->paste();
    b.session.undoStack()->undo();
    CHECK_FALSE(has("B1", "X1"));
    CHECK(b.session.job().names.empty());
}

TEST_CASE("cases are pasted, the sets are seen and made, typing over one makes it a set of its own", "[app][actions]") {
    Bench b("B1");
    const std::size_t direct = b.session.current()->actions.size();
    QApplication::clipboard()->setText(QStringLiteral("case\tnature\tgroup\tV [kN]\tM [kNm]\nG\tpermanent\t\t20\t18\n"
                                                      "Q\timposed B\t\t30\t25\nW1\twind\twind\t2\t9\nW2\twind\twind\t-2\t-9\n"));
    answer("casesAndCombinations", [](QDialog& d) {
        for (auto* p : d.findChildren<QPushButton*>())
            if (p->text() == QStringLiteral("Paste rows")) QTest::mouseClick(p, Qt::LeftButton);
        CHECK(d.findChild<QTableWidget*>(QStringLiteral("cases"))->rowCount() == 4);
        auto* sets = d.findChild<QTableWidget*>(QStringLiteral("madeSets"));
        // (6.10): for G at 1.35 and at 1: alone, Q, W1, W2, Q with W1 and with W2 (either leads): 8; characteristic: 8.
        CHECK(sets->rowCount() == 24);
        sample::shoot(d, "cases");
        QTest::mouseClick(d.findChild<QPushButton*>(QStringLiteral("makeSets")), Qt::LeftButton);
    });
    b.window.actionsPanel()->askForCases();
    const auto& sets = b.session.current()->actions;
    REQUIRE(sets.size() == direct + 24);
    CHECK(b.session.job().combinations);
    const auto at =
        std::find_if(sets.begin(), sets.end(), [](const ActionSet& s) { return s.title == "1.35 G + 1.5 Q + 0.9 W1  (6.10)"; });
    REQUIRE(at != sets.end());
    CHECK(forcesAt(*at, ends::right).M == Approx(1.35 * 18e6 + 1.5 * 25e6 + 0.9 * 9e6));
    b.session.undoStack()->undo();
    CHECK(b.session.current()->actions.size() == direct);
    CHECK(b.session.current()->cases.empty());
}
