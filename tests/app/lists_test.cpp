#include "app/bench.h"
#include "app/views/lists_view.h"
#include <QDialog>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QTimer>
#include <QUndoStack>

using namespace zg;
using sample::Bench;

namespace {

QPushButton* button(const Bench& b, const char* text) {
    for (auto* p : b.window.lists()->findChildren<QPushButton*>())
        if (p->text() == QString::fromUtf8(text)) return p;
    FAIL("no button " << text);
    return nullptr;
}

double last(const QAbstractItemModel& model, int column) {
    return model.index(model.rowCount() - 1, column).data().toString().toDouble();
}

} // namespace

TEST_CASE("lists follow what stands on the bench, by key and mouse, and are saved", "[app][lists]") {
    Bench b("B2");
    QTest::keyClick(&b.window, Qt::Key_5, Qt::AltModifier);
    auto* table = b.child<QTableView>("lists");
    REQUIRE(table->isVisible());
    const QAbstractItemModel& model = *table->model();
    CHECK(model.rowCount() == static_cast<int>(b.session.job().joints.size()) + 1);
    const double before = last(model, 4);
    CHECK(b.session.edit(QStringLiteral("thicker"), [](Joint& j) { findEndPlate(j, ends::right)->plate.thickness += 10; }));
    QTest::qWait(120);
    // 10 mm more of a plate of 200 x 555.
    CHECK(last(model, 4) - before == Approx(10 * 200 * 555 * 7.85e-6).margin(0.011));
    QTest::mouseClick(button(b, "Pieces"), Qt::LeftButton);
    QTest::mouseClick(button(b, "This joint"), Qt::LeftButton);
    REQUIRE(model.rowCount() == 2);
    CHECK(model.index(0, 0).data().toString() == QStringLiteral("P2")); // as in the list of the whole job
    CHECK(model.index(0, 3).data().toString() == QStringLiteral("PL 35 × 200 × 555"));
    for (const char* name : {"lists.xlsx", "lists.csv", "lists.json"}) {
        b.prompts.save = b.folder.filePath(QLatin1String(name));
        b.trigger(QStringLiteral("Save lists of pieces, bolts, welds …"));
        CHECK(QFile(b.prompts.save).size() > 100);
    }
    b.prompts.save = b.folder.filePath(QStringLiteral("parts.dxf"));
    b.trigger(QStringLiteral("Save parts to be cut as DXF …"));
    CHECK(QFile(b.prompts.save).size() > 1000);
    CHECK(b.prompts.told.isEmpty());
    b.prompts.save = QStringLiteral("/no/such/folder/parts.dxf");
    b.trigger(QStringLiteral("Save parts to be cut as DXF …"));
    CHECK_FALSE(b.prompts.told.isEmpty());
}

TEST_CASE("prices are asked for, kept with the job as one step, and change the cost", "[app][lists]") {
    Bench b("B2");
    b.window.show(MainWindow::View::Lists);
    QTest::mouseClick(button(b, "Cost"), Qt::LeftButton);
    auto* notes = b.child<QLabel>("listNotes");
    CHECK(notes->text().contains(QStringLiteral("placeholders")));
    const QAbstractItemModel& model = *b.child<QTableView>("lists")->model();
    const double before = last(model, 1);
    QTimer::singleShot(50, &b.window, [] {
        auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
        REQUIRE(dialog);
        for (auto* edit : dialog->findChildren<QLineEdit*>())
            if (edit->text() == QStringLiteral("1.5")) {
                edit->setText(QStringLiteral("3"));
                Q_EMIT edit->editingFinished();
            }
        dialog->accept();
    });
    QTest::mouseClick(button(b, "Prices …"), Qt::LeftButton);
    QTest::qWait(120);
    REQUIRE(b.session.job().prices);
    CHECK(b.session.job().prices->platePerKg == 3);
    CHECK(last(model, 1) > 1.4 * before);
    CHECK_FALSE(notes->text().contains(QStringLiteral("placeholders")));
    b.session.undoStack()->undo();
    CHECK_FALSE(b.session.job().prices);
}
