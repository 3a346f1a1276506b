#include "exchange/job_file.h"
#include "session/journal.h"
#include "session/session.h"
#include "support/parts.h"
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <catch2/catch.hpp>
#include <cstdlib>
#include <random>

/// Processes that edit are killed at random moments: what was edited more than a moment before is found again, no file is broken,
/// and what is left lying about is cleaned. ZG_KILLS sets how many per rhythm (5; the full run is 50).
using namespace zg;

namespace {

/// The plate's thickness in each state the victim told, with its time (ms).
std::vector<std::pair<qint64, double>> toldBy(QProcess& victim) {
    std::vector<std::pair<qint64, double>> told;
    for (const QByteArray& line : victim.readAllStandardOutput().split('\n')) {
        const QList<QByteArray> words = line.split(' ');
        if (words.size() == 2) told.emplace_back(words[0].toLongLong(), words[1].toDouble());
    }
    return told;
}

} // namespace

TEST_CASE("a kill at any moment loses nothing older than a second and a half, and breaks no file", "[session][recovery]") {
    const char* wanted = std::getenv("ZG_KILLS");
    const int kills = wanted ? std::atoi(wanted) : 5;
    const char* rhythm = GENERATE("steady", "bursts", "undo", "saves");
    std::mt19937 random(static_cast<unsigned>(std::hash<std::string>{}(rhythm)));
    for (int kill = 0; kill < kills; ++kill) {
        INFO(rhythm << ", kill " << kill);
        QTemporaryDir folder;
        const QString job = folder.filePath(QStringLiteral("work.zgj")), state = folder.filePath(QStringLiteral("state"));
        REQUIRE(QFile::copy(QStringLiteral(ZG_SOURCE_DIR "/demo/kelp-lane.zgj"), job));
        QFile::setPermissions(job, QFile::ReadOwner | QFile::WriteOwner);
        QProcess victim;
        victim.start(QStringLiteral(ZG_JOURNAL_VICTIM), {job, state, QString::fromLatin1(rhythm)});
        REQUIRE(victim.waitForStarted());
        REQUIRE(victim.waitForReadyRead(20000));
        QTest::qWait(static_cast<int>(random() % 2500));
        const qint64 killedAt = QDateTime::currentMSecsSinceEpoch();
        victim.kill();
        victim.waitForFinished();
        const auto told = toldBy(victim);
        REQUIRE_FALSE(told.empty());

        Session s(state);
        REQUIRE(s.open(job)); // never broken
        if (s.recoverable()) REQUIRE(s.recover());
        const double found = endPlate(s.job().joints[0], ends::right).plate.thickness;
        // The state that is found was the present one at some moment not older than allowed.
        double oldest = told.front().second;
        bool isRecent = false;
        for (const auto& [time, thickness] : told) {
            if (time <= killedAt - 1500) oldest = thickness;
            if (time > killedAt - 1500) isRecent = isRecent || std::abs(thickness - found) < 1e-9;
        }
        const bool isFirstEditYoung = told.front().first > killedAt - 1500;
        INFO("found " << found << ", last told " << told.back().second);
        CHECK((isRecent || std::abs(oldest - found) < 1e-9 || isFirstEditYoung));
        s.closeCleanly();
        s.discardRecovery();
        for (const QString& at : {state, folder.path()})
            CHECK(QDir(at).entryList({QStringLiteral(".zg-aside-*")}, QDir::Files | QDir::Hidden).size() <= 1);
        REQUIRE((s.save(job) == SaveOutcome::Saved));
        CHECK(QDir(folder.path()).entryList({QStringLiteral(".zg-aside-*")}, QDir::Files | QDir::Hidden).isEmpty());
        CHECK(QDir(state).entryList({QStringLiteral("*.journal")}, QDir::Files).isEmpty());
    }
}
