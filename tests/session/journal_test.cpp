#include "exchange/file.h"
#include "exchange/job_file.h"
#include "session/journal.h"
#include "session/session.h"
#include "support/joints.h"
#include <QDir>
#include <QElapsedTimer>
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
    REQUIRE(s.edit(QStringLiteral("thickness"), [t](Joint& j) { endPlate(j, ends::right).plate.thickness = t; }));
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
    REQUIRE(s.save(job) == SaveOutcome::Saved);
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
    CHECK(s.recoverable());
    CHECK_FALSE(s.recover());
    CHECK(s.lastError().contains(QStringLiteral("truncated")));
    CHECK(s.job() == before);
    s.discardRecovery();
    CHECK_FALSE(s.recoverable());
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
    CHECK(named.recoverable());
    REQUIRE(named.open(copyOfDemo(folder)));
    CHECK_FALSE(named.recoverable());
    Session again(state);
    REQUIRE(again.recover());
    CHECK(again.job().joints.size() == 1);
    CHECK(again.isModified());
}

TEST_CASE("an unwritable state folder stops no work", "[session][recovery]") {
    QTemporaryDir folder;
    Session s(QStringLiteral("/proc/no-such-folder"));
    REQUIRE(s.open(copyOfDemo(folder)));
    thicken(s, 31);
    s.writeJournal();
    CHECK(endPlate(*s.current(), ends::right).plate.thickness == 31);
}

TEST_CASE("steady editing is in the journal within a second, whatever its rhythm", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    Session s(state);
    REQUIRE(s.open(copyOfDemo(folder)));
    // Quicker than any pause the journal could wait for.
    QElapsedTimer clock;
    clock.start();
    for (double t = 12; clock.elapsed() < 1500; t += 0.01) {
        thicken(s, t);
        QTest::qWait(20);
    }
    CHECK(journals(state) == 1);
}

TEST_CASE("undo and redo are journalled like any change, and back at the saved state there is nothing to recover",
          "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    {
        Session s(state);
        REQUIRE(s.open(job));
        thicken(s, 31);
        thicken(s, 32);
        s.writeJournal();
        s.undoStack()->undo();
        QTest::qWait(Journal::longestDelayMs + 200);
    }
    {
        Session s(state);
        REQUIRE(s.open(job));
        REQUIRE(s.recover());
        CHECK(endPlate(*s.current(), ends::right).plate.thickness == 31);
        s.undoStack()->undo();
        s.writeJournal();
        CHECK(journals(state) == 0);
    }
}

TEST_CASE("a living window's work is offered to nobody and removed by nobody", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    Session first(state);
    REQUIRE(first.open(job));
    thicken(first, 31);
    first.writeJournal();
    {
        Session second(state);
        REQUIRE(second.open(job));
        CHECK_FALSE(second.recoverable());
        thicken(second, 44);
        second.writeJournal();
        CHECK(journals(state) == 2);
        second.discardRecovery();
        second.closeCleanly();
    }
    CHECK(journals(state) == 1);
}

TEST_CASE("found work stays until someone decides: saving and closing leave it alone", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    {
        Session s(state);
        REQUIRE(s.open(job));
        thicken(s, 31);
        s.writeJournal();
    }
    {
        Session s(state);
        REQUIRE(s.open(job));
        REQUIRE(s.recoverable());
        thicken(s, 50);
        REQUIRE(s.save(job) == SaveOutcome::Saved);
        CHECK(s.recoverable());
        s.newJob();
        s.closeCleanly();
    }
    Session s(state);
    REQUIRE(s.open(job));
    REQUIRE(s.recoverable());
    REQUIRE(s.recover());
    CHECK(endPlate(*s.current(), ends::right).plate.thickness == 31);
    CHECK_FALSE(s.recoverable());
}

TEST_CASE("work is recovered also when its job file is gone, damaged or reached by a link", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    const QString link = folder.filePath(QStringLiteral("link.zgj"));
    REQUIRE(QFile::link(job, link));
    {
        Session s(state);
        REQUIRE(s.open(job));
        thicken(s, 31);
        s.writeJournal();
    }
    Session s(state);
    SECTION("by a link") {
        REQUIRE(s.open(link));
        REQUIRE(s.recover());
    }
    SECTION("gone") {
        REQUIRE(QFile::remove(job));
        CHECK_FALSE(s.open(job));
        REQUIRE(s.recover());
        CHECK(s.path() == job);
        CHECK(s.isModified());
        REQUIRE(s.save(job) == SaveOutcome::Saved);
    }
    SECTION("damaged: saving asks before it replaces what lies there") {
        REQUIRE(writeFile(job.toStdString(), "{\"format\": "));
        CHECK_FALSE(s.open(job));
        REQUIRE(s.recover());
        CHECK(s.save(job) == SaveOutcome::TheirsChanged);
    }
    SECTION("nothing is open: any work is offered") { REQUIRE(s.recover()); }
    CHECK(endPlate(s.job().joints[0], ends::right).plate.thickness == 31);
}

TEST_CASE("a new job begins a journal of its own and leaves none of the old file", "[session][recovery]") {
    QTemporaryDir folder;
    const QString state = folder.filePath(QStringLiteral("state"));
    const QString job = copyOfDemo(folder);
    {
        Session s(state);
        REQUIRE(s.open(job));
        thicken(s, 31);
        s.writeJournal();
        s.newJob(); // the window has asked, and was told to discard
        CHECK(journals(state) == 0);
        s.addJoint(sample::extendedJob().joints[0]);
        s.writeJournal();
    }
    Session s(state);
    REQUIRE(s.recoverable());
    CHECK(s.recoverable()->jobPath.isEmpty());
    REQUIRE(s.open(job));
    CHECK_FALSE(s.recoverable());
}

TEST_CASE("a journal that cannot be written is said", "[session][recovery]") {
    QTemporaryDir folder;
    Session s(QStringLiteral("/proc/no-such-folder"));
    REQUIRE(s.open(copyOfDemo(folder)));
    CHECK(s.journalProblem().isEmpty());
    QSignalSpy told(&s, &Session::changed);
    thicken(s, 31);
    s.writeJournal();
    QTest::qWait(20);
    CHECK_FALSE(s.journalProblem().isEmpty());
    CHECK(told.count() >= 2);
}

TEST_CASE("somebody else's save, deletion or lock is not overwritten unasked", "[session]") {
    QTemporaryDir folder;
    const QString job = copyOfDemo(folder);
    Session s(folder.filePath(QStringLiteral("state")));
    REQUIRE(s.open(job));
    thicken(s, 31);
    Job theirs = s.job();
    theirs.title = "theirs";
    SECTION("changed") {
        REQUIRE(saveJob(theirs, job.toStdString()));
        CHECK(s.save(job) == SaveOutcome::TheirsChanged);
        CHECK(openJob(job.toStdString())->job.title == "theirs");
        SECTION("take theirs, and ours is an undo away") {
            REQUIRE(s.takeTheirs());
            CHECK(s.job().title == "theirs");
            CHECK_FALSE(s.isModified());
            s.undoStack()->undo();
            CHECK(s.job().title != "theirs");
            CHECK(endPlate(s.job().joints[0], ends::right).plate.thickness == 31);
            CHECK(s.save(job) == SaveOutcome::Saved);
        }
        SECTION("overwrite") {
            REQUIRE(s.save(job, true) == SaveOutcome::Saved);
            CHECK(openJob(job.toStdString())->job.title != "theirs");
        }
        SECTION("beside") {
            const QString beside = Session::nameBeside(job);
            REQUIRE(s.save(beside) == SaveOutcome::Saved);
            CHECK(openJob(job.toStdString())->job.title == "theirs");
            CHECK(s.path() == beside);
            CHECK(Session::nameBeside(job) != beside);
        }
    }
    SECTION("touched without a change") {
        const std::string text = *readFile(job.toStdString());
        REQUIRE(writeFile(job.toStdString(), text));
        CHECK(s.save(job) == SaveOutcome::Saved);
    }
    SECTION("gone") {
        REQUIRE(QFile::remove(job));
        CHECK(s.save(job) == SaveOutcome::TheirsGone);
        CHECK_FALSE(QFile::exists(job));
    }
    SECTION("read-only") {
        QFile::setPermissions(job, QFile::ReadOwner);
        CHECK(s.save(job) == SaveOutcome::ReadOnly);
        CHECK(s.save(job, true) == SaveOutcome::ReadOnly);
        CHECK(s.save(Session::nameBeside(job)) == SaveOutcome::Saved);
    }
}

TEST_CASE("undo has a budget: a thousand edits of a large job share its joints", "[session]") {
    QTemporaryDir folder;
    Session s(folder.filePath(QStringLiteral("state")));
    REQUIRE(s.open(copyOfDemo(folder)));
    for (int i = 0; i < 60; ++i) s.addJoint(s.job().joints[0]);
    const Job before = s.job();
    for (int i = 0; i < 50; ++i) thicken(s, 20 + 0.1 * i);
    std::size_t shared = 0;
    for (std::size_t i = 0; i < before.joints.size(); ++i) shared += s.job().joints.shares(before.joints, i) ? 1 : 0;
    CHECK(shared + 1 == before.joints.size());
    CHECK(s.undoStack()->undoLimit() >= 100);
    CHECK(s.undoStack()->undoLimit() <= 2000);
}

TEST_CASE("selection keeps to its kind of check through edits and leaves with the joint", "[session]") {
    QTemporaryDir folder;
    Session s(folder.path());
    REQUIRE(s.open(copyOfDemo(folder)));
    const Check first = ledger(*s.state()->result).front();
    s.selectCheck(first);
    const double before = s.selectedCheck()->utilisation;
    REQUIRE(s.edit(QStringLiteral("more moment"), [](Joint& j) { forcesOf(j.actions[0], ends::right).M *= 1.2; }));
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
