#include "app/bench.h"
#include "app/panels/ledger_panel.h"
#include <QComboBox>
#include <QDialog>
#include <QListView>
#include <QPushButton>
#include <QTimer>
#include <QTreeWidget>
#include <QUndoStack>

using namespace zg;
using sample::Bench;

namespace {

/// Opens the search by its key, answers it in `drive` (called again and again until it says that it is done).
void search(const Bench& b, const std::function<bool(QDialog&)>& drive) {
    QTimer timer;
    int rounds = 0;
    QObject::connect(&timer, &QTimer::timeout, [&] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        if (!dialog || dialog->objectName() != QStringLiteral("layoutSearch")) return;
        if (drive(*dialog)) timer.stop();
        if (++rounds > 400) dialog->reject();
    });
    timer.start(50);
    QTest::keyClick(const_cast<MainWindow*>(&b.window), Qt::Key_L, Qt::ControlModifier);
    CHECK(rounds <= 400);
}

QPushButton* button(const QDialog& d, const QString& text) {
    for (auto* p : d.findChildren<QPushButton*>())
        if (p->text() == text) return p;
    return nullptr;
}

} // namespace

TEST_CASE("a failing joint gets a layout that holds by key and mouse, as one step that can be undone", "[app][layout]") {
    Bench b("B4");
    REQUIRE(b.session.state()->result->state == CheckState::Over);
    const Joint before = *b.session.current();
    bool isStarted = false, isShot = false;
    search(b, [&](QDialog& d) {
        auto* results = d.findChild<QTreeWidget*>(QStringLiteral("layouts"));
        if (!isStarted) {
            isStarted = true;
            QTest::mouseClick(button(d, QStringLiteral("Find")), Qt::LeftButton);
            return false;
        }
        if (results->topLevelItemCount() == 0) return false;
        if (!isShot && qEnvironmentVariableIsSet("ZG_SHOT")) d.grab().save(qEnvironmentVariable("ZG_SHOT"));
        isShot = true;
        CHECK(results->topLevelItem(0)->text(0) == QStringLiteral("B4"));
        CHECK(results->topLevelItem(0)->checkState(0) == Qt::Checked);
        CHECK(results->topLevelItem(0)->childCount() > 2); // why it is as it is
        QTest::mouseClick(d.findChild<QPushButton*>(QStringLiteral("takeLayouts")), Qt::LeftButton);
        return true;
    });
    CHECK(b.session.state()->result->state != CheckState::Over);
    CHECK(b.session.current()->mark == "B4");
    b.session.undoStack()->undo();
    CHECK(*b.session.current() == before);
}

TEST_CASE("pointing at a remedy outlines it on the Sheet, leaving takes the outline away", "[app][layout]") {
    Bench b("B4");
    const JointState* state = b.session.state();
    b.session.selectCheck(state->result->checks[static_cast<std::size_t>(state->result->governing)]);
    QTest::qWait(20);
    const auto dashes = [&] {
        const auto& shapes = b.window.sheet()->drawing().shapes;
        return std::count_if(shapes.begin(), shapes.end(),
                             [](const Shape& s) { return s.isDashed && s.stroke == Tone::Accent && !s.isGhost; });
    };
    const auto plain = dashes();
    QPushButton* remedy = nullptr;
    for (auto* p : b.window.findChild<LedgerPanel*>()->findChildren<QPushButton*>(QStringLiteral("link")))
        if (p->toolTip().startsWith(QStringLiteral("end plate"))) remedy = p;
    REQUIRE(remedy);
    QEvent enter(QEvent::Enter), leave(QEvent::Leave);
    QApplication::sendEvent(remedy, &enter);
    CHECK(dashes() > plain);
    QApplication::sendEvent(remedy, &leave);
    CHECK(dashes() == plain);
}
