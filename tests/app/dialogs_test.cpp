#include "app/bench.h"
#include "app/dialogs/section_chooser.h"
#include "app/dialogs/settings_dialog.h"
#include "app/dialogs/shortcuts_dialog.h"
#include "app/views/drawing_view.h"
#include "app/views/springs_view.h"
#include "session/ledger_model.h"
#include "support/dialogs.h"
#include <QAction>
#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QListView>
#include <QPushButton>
#include <QTableWidget>
#include <QTimer>
#include <QUndoStack>
#include <functional>

using namespace zg;
using sample::Bench;

namespace {

/// Does something to the dialog that opens next, then accepts or rejects it.
void whenAsked(const std::function<void(QDialog&)>& act, bool accept = true) {
    QTimer::singleShot(50, qApp, [act, accept] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        REQUIRE(dialog);
        act(*dialog);
        if (accept)
            dialog->accept();
        else
            dialog->reject();
    });
}

void typeInto(QWidget& dialog, const char* name, const char* text) {
    auto* edit = dialog.findChild<QLineEdit*>(QString::fromUtf8(name));
    REQUIRE(edit);
    // On a busy machine a dialog may not have the focus yet when it is up.
    REQUIRE(QTest::qWaitForWindowActive(dialog.window()));
    edit->setFocus();
    edit->selectAll();
    QTest::keyClicks(edit, QString::fromUtf8(text));
    QTest::keyClick(edit, Qt::Key_Tab);
}

} // namespace

TEST_CASE("the section chooser finds what is typed, filters by series, shows depth, mass and stiffness", "[app][dialogs]") {
    Bench b("B1");
    SectionChooser chooser(b.session, QStringLiteral("HEB 200"));
    chooser.show();
    CHECK(chooser.chosen() == QStringLiteral("HEB 200"));
    auto* search = chooser.findChild<QLineEdit*>(QStringLiteral("sectionSearch"));
    auto* table = chooser.findChild<QTableWidget*>(QStringLiteral("sectionTable"));
    REQUIRE((search && table));
    QTest::keyClicks(search, QStringLiteral("hea2"));
    CHECK(table->rowCount() == 5);
    CHECK(chooser.chosen() == QStringLiteral("HEA 200"));
    CHECK(table->item(0, 1)->text() == QStringLiteral("190"));
    CHECK(table->item(0, 5)->text() == QStringLiteral("42.3"));
    CHECK(table->item(0, 6)->text() == QStringLiteral("3692"));
    search->clear();
    for (auto* button : chooser.findChildren<QPushButton*>()) {
        if (button->text() == QStringLiteral("UC")) button->click();
    }
    CHECK(table->rowCount() == 36);
    QTest::keyClicks(search, QStringLiteral("zzz"));
    CHECK(table->rowCount() == 0);
    CHECK(chooser.chosen().isEmpty());
}

TEST_CASE("a section of one's own can be made and used", "[app][dialogs]") {
    Bench b("B1");
    SectionChooser chooser(b.session, QString());
    chooser.show();
    whenAsked([](QDialog& dialog) {
        typeInto(dialog, "section.designation", "WG 620");
        typeInto(dialog, "section.h", "620");
    });
    for (auto* button : chooser.findChildren<QPushButton*>()) {
        if (button->text().startsWith(QStringLiteral("make"))) button->click();
    }
    REQUIRE(b.session.job().sections.size() == 1);
    CHECK(b.session.job().sections[0].h == 620);
    CHECK(chooser.chosen() == QStringLiteral("WG 620"));
    REQUIRE(b.session.edit(QStringLiteral("own beam"), [](Joint& j) { member(j, ends::right).section = "WG 620"; }));
    CHECK(b.session.state()->resolved->main().depth == 620);
}

TEST_CASE("settings are asked for and change every joint in one step, cancel changes nothing", "[app][dialogs]") {
    Bench b("B2");
    const double before = b.session.state()->result->utilisation;
    whenAsked([](QDialog& dialog) { typeInto(dialog, "settings.gamma_M0", "1.1"); }, false);
    askForSettings(b.session, &b.window);
    CHECK(b.session.undoStack()->count() == 0);
    whenAsked([](QDialog& dialog) {
        typeInto(dialog, "settings.gamma_M0", "1.1");
        dialog.findChild<QCheckBox*>(QStringLiteral("settings.check_prying_length"))->setChecked(true);
    });
    askForSettings(b.session, &b.window);
    CHECK(b.session.job().settings.gamma_M0 == 1.1);
    CHECK(b.session.job().settings.checkPryingLength);
    CHECK(b.session.state()->result->utilisation > before);
    CHECK(b.session.undoStack()->count() == 1);
}

TEST_CASE("the rules of the sets are a setting: American ones take the ledger over, both stand side by side",
          "[app][dialogs][american]") {
    Bench b("B2");
    const auto titles = [&] {
        QStringList list;
        auto* model = b.window.findChild<QListView*>(QStringLiteral("ledger"))->model();
        for (int i = 0; i < model->rowCount(); ++i) list << model->index(i, 0).data(LedgerModel::TitleRole).toString();
        return list;
    };
    const auto choose = [&](const char* rules) {
        whenAsked([=](QDialog& dialog) {
            sample::shoot(dialog, "settings");
            auto* box = dialog.findChild<QComboBox*>(QStringLiteral("settings.rules"));
            REQUIRE(box);
            const int at = box->findText(QLatin1String(rules));
            REQUIRE(at >= 0);
            box->setCurrentIndex(at);
            Q_EMIT box->activated(at);
        });
        askForSettings(b.session, &b.window);
        QTest::qWait(50);
    };
    choose("American");
    CHECK(b.session.job().settings.rules == RuleSet::American);
    CHECK(titles().contains(QStringLiteral("End plate yield lines")));
    CHECK_FALSE(titles().contains(QStringLiteral("Joint in bending")));
    choose("both");
    CHECK(titles().contains(QStringLiteral("End plate yield lines")));
    CHECK(titles().contains(QStringLiteral("Joint in bending")));
    CHECK(b.session.undoStack()->count() == 2);
    b.session.undoStack()->undo();
    b.session.undoStack()->undo();
    CHECK_FALSE(titles().contains(QStringLiteral("End plate yield lines")));
}

TEST_CASE("mark and frame of a joint are asked for, a mark that is taken is refused", "[app][dialogs]") {
    Bench b("B2");
    whenAsked([](QDialog& dialog) {
        typeInto(dialog, "joint.mark", "M2");
        auto* frame = dialog.findChild<QComboBox*>(QStringLiteral("joint.frame"));
        REQUIRE(frame);
        frame->setCurrentIndex(1);
        Q_EMIT frame->activated(1);
    });
    askForJoint(b.session, &b.window);
    CHECK(b.session.current()->mark == "M2");
    CHECK(b.session.current()->frame == FrameKind::Braced);
    whenAsked([](QDialog& dialog) { typeInto(dialog, "joint.mark", "B1"); });
    askForJoint(b.session, &b.window);
    CHECK(b.session.current()->mark == "M2");
}

TEST_CASE("a joint is designed for capacity: asked for, seen on the ladder, undone", "[app][dialogs][capacity]") {
    Bench b("B4");
    const auto open = [&] {
        for (QAction* a : b.window.commands())
            if (a->shortcut() == QKeySequence(QStringLiteral("Ctrl+E"))) a->trigger();
    };
    sample::answer("capacity", [](QDialog& dialog) { // choices alone do not turn it on
        typeInto(dialog, "seismic.gamma_ov", "1.2");
        dialog.accept();
    });
    open();
    CHECK_FALSE(b.session.current()->seismic);
    CHECK(b.session.state()->result->ladders.empty());
    sample::answer("capacity", [](QDialog& dialog) {
        dialog.findChild<QCheckBox*>(QStringLiteral("seismic.seismic"))->setChecked(true);
        auto* rules = dialog.findChild<QComboBox*>(QStringLiteral("seismic.rules"));
        rules->setCurrentIndex(2);
        Q_EMIT rules->activated(2);
        typeInto(dialog, "seismic.gamma_ov", "1.2");
        typeInto(dialog, "right.gravity_load", "18");
        dialog.accept();
    });
    open();
    REQUIRE(b.session.current()->seismic);
    CHECK(b.session.current()->seismic->overStrength == 1.2);
    CHECK(b.session.current()->seismic->rules == RuleSet::Both);
    const JointResult& r = *b.session.state()->result;
    REQUIRE(r.ladders.size() >= 2);
    b.window.show(MainWindow::View::Springs);
    const auto isWritten = [&](const std::string& text) {
        for (const Shape& s : b.window.springs()->drawing()->drawing().shapes)
            if (s.text.find(text) != std::string::npos) return true;
        return false;
    };
    CHECK(isWritten("beam hinge"));
    CHECK(isWritten("lets go"));
    b.window.springs()->showLadder(false);
    CHECK_FALSE(isWritten("beam hinge"));
    b.window.springs()->showLadder(true);
    CHECK(isWritten("beam hinge"));
    b.session.undoStack()->undo();
    CHECK_FALSE(b.session.current()->seismic);
    CHECK_FALSE(isWritten("beam hinge")); // the chain of springs again
}

TEST_CASE("the page of keys lists every command that has one", "[app][dialogs]") {
    Bench b("B1");
    const QString page = shortcutsHtml(b.window.commands());
    for (QAction* a : b.window.commands()) {
        if (!a->shortcut().isEmpty()) CHECK(page.contains(a->shortcut().toString(QKeySequence::NativeText).toHtmlEscaped()));
    }
    CHECK(page.contains(QStringLiteral("bolts M24 10.9")));
}
