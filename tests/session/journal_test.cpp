#include "exchange/file.h"
#include "session/journal.h"
#include "session/session.h"
#include "support/joints.h"
#include <QDir>
#include <QFile>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>
#include <QUndoStack>

/// The journal: written after edits, gone after a clean end, never in the way.
using namespace zg;

namespace {

QString copyOfDemo(const QTemporaryDir& folder) {
    const QString job = folder.filePath(QStringLiteral("work.zgj"));
    QFile::copy(QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj"), job);
    QFile::setPermissions(job, QFile::ReadOwner | QFile::WriteOwner);
    return job;
}

int journals(const QString& folder) {
    return static_cast<int>(QDir(folder).entryList({QStringLiteral("*.journal")}, QDir::Files).size());
}

void thicken(Session& s, double t) {
    REQUIRE(s.edit(QStringLiteral("thickness"), [t](Joint& j) { j.right.plate.thickness = t; }));
}

} // namespace

TEST_CASE("an edit is in the journal a moment later, by itself", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    Session s(state);
    REQUIRE(s.open(copyOfDemo(folder)));
    CHECK(journals(state) == 0);
    thicken(s, 31);
    for (int i = 0; i < 60 && journals(state) == 0; ++i) QTest::qWait(50);
    CHECK(journals(state) == 1);
}

TEST_CASE("saving and a clean end leave no journal behind", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    Session s(state);
    REQUIRE(s.open(job));
    thicken(s, 31);
    s.writeJournal();
    REQUIRE(journals(state) == 1);
    REQUIRE(s.save(job));
    CHECK(journals(state) == 0);
    thicken(s, 32);
    s.writeJournal();
    s.closeCleanly();
    CHECK(journals(state) == 0);
}

TEST_CASE("what is found can be discarded, and a damaged journal is told and changes nothing", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    {
        Session s(state);
        REQUIRE(s.open(job));
        thicken(s, 31);
        s.writeJournal();
    }
    const QString journal = state + QLatin1Char('/') + QDir(state).entryList({QStringLiteral("*.journal")}).first();
    const std::string text = *readFile(journal.toStdString());
    REQUIRE(writeFile(journal.toStdString(), text.substr(0, text.size() / 2)));
    Session s(state);
    REQUIRE(s.open(job));
    const Job before = s.job();
    CHECK_FALSE(s.recoverable().isEmpty());
    CHECK_FALSE(s.recover());
    CHECK(s.lastError().contains(QStringLiteral("truncated")));
    CHECK(s.job() == before);
    s.discardRecovery();
    CHECK(s.recoverable().isEmpty());
    CHECK(journals(state) == 0);
}

TEST_CASE("jobs have journals of their own, a job without file too", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    {
        Session untitled(state);
        untitled.addJoint(sample::extendedJob().joints[0]);
        untitled.writeJournal();
    }
    Session named(state);
    CHECK_FALSE(named.recoverable().isEmpty());
    REQUIRE(named.open(copyOfDemo(folder)));
    CHECK(named.recoverable().isEmpty());
    Session again(state);
    REQUIRE(again.recover());
    CHECK(again.job().joints.size() == 1);
    CHECK(again.undoStack()->undoText() == QStringLiteral("recover the unsaved state"));
}

TEST_CASE("an unwritable state folder stops no work", "[session][recovery]") {
    QTemporaryDir folder;
    Session s(QStringLiteral("/proc/no-such-folder"));
    REQUIRE(s.open(copyOfDemo(folder)));
    thicken(s, 31);
    s.writeJournal();
    CHECK(s.current()->right.plate.thickness == 31);
}

TEST_CASE("selection keeps to its kind of check through edits and leaves with the joint", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(copyOfDemo(folder)));
    const Check first = ledger(*s.state()->result).front();
    s.selectCheck(first);
    const double before = s.selectedCheck()->utilisation;
    REQUIRE(s.edit(QStringLiteral("more moment"), [](Joint& j) { j.actions[0].right.M *= 1.2; }));
    REQUIRE(s.selectedCheck());
    CHECK(s.selectedCheck()->code == first.code);
    CHECK(s.selectedCheck()->utilisation > before);
    s.setCurrent(s.job().joints[1].id);
    CHECK_FALSE(s.selectedCheck());
    CHECK_FALSE(s.selectedPart());
    // The set that governs the joint is the one shown first.
    CHECK(s.job().joints[1].actions[static_cast<std::size_t>(s.activeSet())].id == "U2");
    REQUIRE(s.shownConnection());
    CHECK(s.shownConnection()->set == s.activeSet());
}

TEST_CASE("one change is told once", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(copyOfDemo(folder)));
    QSignalSpy told(&s, &Session::changed);
    thicken(s, 31);
    int content = 0;
    for (const auto& args : told) content += (args[0].toUInt() & Session::Content) ? 1 : 0;
    CHECK(content == 1);
}
