#include "exchange/job_file.h"
#include "session/actions_model.h"
#include "session/ledger_model.h"
#include "session/register_model.h"
#include "session/session.h"
#include "support/joints.h"
#include <QAbstractItemModelTester>
#include <QDir>
#include <QProcess>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>
#include <QUndoStack>

using namespace zg;

namespace {
QString demoPath() { return QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj"); }
} // namespace

TEST_CASE("every edit is a named step that can be taken back, to the very same job", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(demoPath()));
    const Job before = s.job();
    REQUIRE(s.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 30; }));
    REQUIRE(s.editJob(QStringLiteral("factors"), [](Job& x) { x.settings.gamma_M0 = 1.1; }));
    s.duplicateCurrent();
    s.removeCurrent();
    CHECK(s.undoStack()->count() == 4);
    CHECK(s.undoStack()->text(0) == QStringLiteral("thicker"));
    CHECK(s.isModified());
    const Job after = s.job();
    while (s.undoStack()->canUndo()) s.undoStack()->undo();
    CHECK(s.job() == before);
    CHECK_FALSE(s.isModified());
    while (s.undoStack()->canRedo()) s.undoStack()->redo();
    CHECK(s.job() == after);
}

TEST_CASE("steps of the same parameter join, others do not", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(demoPath()));
    const PartRef plate{PartKind::EndPlate};
    Parameter p = parametersOf(*s.current(), plate).front();
    for (const double t : {12.0, 15.0, 18.0}) CHECK(s.setParameter(p, t, QString::number(t)));
    CHECK(s.undoStack()->count() == 1);
    p = parametersOf(*s.current(), plate)[1];
    CHECK(p.key == "width");
    CHECK(s.setParameter(p, 170.0, QStringLiteral("170")));
    CHECK(s.undoStack()->count() == 2);
}

TEST_CASE("an edit out of range is refused with words and leaves the job alone", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(demoPath()));
    QSignalSpy refused(&s, &Session::refused);
    const Job before = s.job();
    CHECK_FALSE(s.edit(QStringLiteral("absurd"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 1e9; }));
    REQUIRE(refused.count() == 1);
    CHECK(refused[0][0].toString().contains(QStringLiteral("allowed is 3 mm to 200 mm")));
    CHECK(s.job() == before);
    CHECK(s.undoStack()->count() == 0);
}

TEST_CASE("a file that cannot be opened leaves the open job alone", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(demoPath()));
    const Job before = s.job();
    CHECK_FALSE(s.open(QStringLiteral(ZG_SOURCE_DIR "/tests/exchange/files/wrong_type.zgj")));
    CHECK(s.lastError().contains(QStringLiteral("thickness_mm")));
    CHECK(s.job() == before);
    CHECK(s.save(QStringLiteral("/no/such/folder/x.zgj")) == SaveOutcome::Failed);
    CHECK(s.lastError().contains(QStringLiteral("could not be opened")));
}

TEST_CASE("dragging shows its numbers without a step, and ends without a trace", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(demoPath()));
    const double before = s.state()->result->utilisation;
    Joint moved = *s.current();
    endPlate(moved, ends::right).plate.thickness = 6;
    s.preview(moved);
    CHECK(s.state()->result->utilisation > before);
    CHECK(s.undoStack()->count() == 0);
    s.preview(std::nullopt);
    CHECK(s.state()->result->utilisation == before);
}

TEST_CASE("models keep their promises through edits, undo, joints and datum", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    RegisterModel reg(s);
    LedgerModel led(s);
    ActionsModel act(s);
    const QAbstractItemModelTester one(&reg, QAbstractItemModelTester::FailureReportingMode::Fatal);
    const QAbstractItemModelTester two(&led, QAbstractItemModelTester::FailureReportingMode::Fatal);
    const QAbstractItemModelTester three(&act, QAbstractItemModelTester::FailureReportingMode::Fatal);
    REQUIRE(s.open(demoPath()));
    CHECK(reg.rowCount() == 12);
    CHECK(reg.data(reg.index(3), RegisterModel::MarkRole).toString() == QStringLiteral("B4"));
    s.setCurrent(s.job().joints[3].id);
    CHECK(reg.currentRow() == 3);
    s.setDatum();
    CHECK(led.data(led.index(0), LedgerModel::ChangeRole).toDouble() == 0.0);
    REQUIRE(s.edit(QStringLiteral("thicker"), [](Joint& j) { endPlate(j, ends::right).plate.thickness = 20; }));
    bool anyLess = false;
    for (int i = 0; i < led.rowCount(); ++i)
        anyLess = anyLess || led.data(led.index(i), LedgerModel::ChangeRole).toDouble() < -0.1;
    CHECK(anyLess);
    s.undoStack()->undo();
    s.clearDatum();
    CHECK_FALSE(led.data(led.index(0), LedgerModel::ChangeRole).isValid());
    s.duplicateCurrent();
    CHECK(reg.rowCount() == 13);
    s.removeCurrent();
    s.newJob();
    CHECK(reg.rowCount() == 0);
    CHECK(led.rowCount() == 0);
}

TEST_CASE("the table of actions takes typing, pasting and new rows, each a step", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(demoPath()));
    ActionsModel m(s);
    const int rows = m.rowCount();
    CHECK(m.setData(m.index(0, 5), QStringLiteral("61.5"), Qt::EditRole));
    CHECK(forcesAt(s.current()->actions[0], ends::right).M == Approx(61.5e6));
    CHECK_FALSE(m.setData(m.index(0, 5), QStringLiteral("much"), Qt::EditRole));
    CHECK(m.setData(m.index(rows - 1, 5), QStringLiteral("12"), Qt::EditRole));
    CHECK(m.rowCount() == rows + 1);
    CHECK(m.paste(QStringLiteral("U1\t0\t10\t20\nX\t0\t5\t6")));
    CHECK(forcesAt(s.current()->actions[0], ends::right).M == Approx(20e6));
    CHECK(s.current()->actions.back().id == "X");
    CHECK_FALSE(m.paste(QStringLiteral("U1\tzero\t10\t20")));
    CHECK(s.undoStack()->count() == 3);
}

TEST_CASE("work of a killed process is found and recovered", "[session][recovery]") {
    QTemporaryDir folder;
    const QString job = folder.filePath(QStringLiteral("work.zgj"));
    REQUIRE(QFile::copy(demoPath(), job));
    QFile::setPermissions(job, QFile::ReadOwner | QFile::WriteOwner);
    const QString state = folder.filePath(QStringLiteral("state"));
    QProcess victim;
    victim.start(QStringLiteral(ZG_JOURNAL_VICTIM), {job, state});
    REQUIRE(victim.waitForStarted());
    const auto written = [&] { return !QDir(state).entryList({QStringLiteral("*.journal")}, QDir::Files).isEmpty(); };
    for (int i = 0; i < 150 && !written(); ++i) QTest::qWait(100);
    REQUIRE(written());
    victim.kill();
    victim.waitForFinished();
    Session s(state);
    REQUIRE(s.open(job));
    CHECK(endPlate(s.job().joints[0], ends::right).plate.thickness != 33);
    CHECK(s.recoverable());
    REQUIRE(s.recover());
    CHECK(endPlate(s.job().joints[0], ends::right).plate.thickness == 33);
    CHECK(s.isModified());
    REQUIRE(s.save(job) == SaveOutcome::Saved);
    Session again(state);
    REQUIRE(again.open(job));
    CHECK_FALSE(again.recoverable());
    CHECK(endPlate(again.job().joints[0], ends::right).plate.thickness == 33);
}

TEST_CASE("a set whose forces act with the hinges keeps its part when it is renamed", "[session][capacity]") {
    QTemporaryDir folder;
    Session session(folder.path());
    REQUIRE(session.open(demoPath()));
    session.setCurrent(findJoint(session.job(), "F1")->id);
    ActionsModel model(session);
    REQUIRE(model.setData(model.index(0, 0), QStringLiteral("earthquake"), Qt::EditRole));
    CHECK(session.current()->seismic->forcesOf == "earthquake");
    CHECK(session.state()->result);
    // Sets of the hinges are no rows of the table: none of them becomes the active one.
    session.setActiveSet(static_cast<int>(session.state()->result->actions.size()) - 1);
    CHECK(session.activeSet() < static_cast<int>(session.current()->actions.size()));
    for (const Check& c : session.state()->result->checks)
        if (c.set >= session.state()->result->givenSets) {
            session.selectCheck(c);
            CHECK(session.activeSet() < static_cast<int>(session.current()->actions.size()));
            CHECK(session.shownConnection() != nullptr);
            break;
        }
}
