#include "session/journal.h"
#include "exchange/file.h"
#include "exchange/journal_file.h"
#include "joint/job.h"
#include "logging/log.h"
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QUuid>
#include <algorithm>
#include <condition_variable>
#include <fcntl.h>
#include <mutex>
#include <optional>
#include <sys/file.h>
#include <thread>
#include <unistd.h>

namespace zg {
namespace {

constexpr const char* journalEnding = ".journal";
constexpr const char* lockEnding = ".lock";

/// Lock of a file of that name, or -1 when somebody holds it.
int lockOf(const QString& path, int flags) {
    const int file = ::open(QFile::encodeName(path).constData(), O_RDWR | O_CLOEXEC | O_NOFOLLOW | flags, 0600);
    if (file < 0) return -1;
    if (::flock(file, LOCK_EX | LOCK_NB) == 0) return file;
    ::close(file);
    return -1;
}

} // namespace

/// Puts the newest state on the disk, away from the window's thread.
struct Journal::Writer {
    struct Task {
        std::string path, jobPath;
        Job job;
    };
    explicit Writer(Journal& journal) : owner(journal), thread([this] { run(); }) {}
    ~Writer() {
        {
            const std::lock_guard<std::mutex> lock(guard);
            isEnding = true;
        }
        wake.notify_all();
        thread.join();
    }
    void post(Task task) {
        {
            const std::lock_guard<std::mutex> lock(guard);
            next = std::move(task);
        }
        wake.notify_all();
    }
    void wait() {
        std::unique_lock<std::mutex> lock(guard);
        wake.wait(lock, [this] { return !next && !isWriting; });
    }
    void drop() { // what is not on its way yet is not written
        std::unique_lock<std::mutex> lock(guard);
        next.reset();
        wake.wait(lock, [this] { return !isWriting; });
    }
    void run() {
        std::unique_lock<std::mutex> lock(guard);
        for (;;) {
            wake.wait(lock, [this] { return next || isEnding; });
            if (!next) return;
            const Task task = std::move(*next);
            next.reset();
            isWriting = true;
            lock.unlock();
            const auto written = writeFile(task.path, journalText(task.job, task.jobPath, logName), Links::Refuse);
            const QString now = written ? QString() : QString::fromStdString(sentenceOf(written.error()));
            lock.lock();
            isWriting = false;
            if (now != problem) {
                problem = now;
                QMetaObject::invokeMethod(&owner, &Journal::problemChanged, Qt::QueuedConnection);
            }
            wake.notify_all();
        }
    }

    Journal& owner;
    const std::string logName = QFileInfo(QString::fromStdString(logPath())).fileName().toStdString();
    std::mutex guard;
    std::condition_variable wake;
    std::optional<Task> next;
    bool isWriting = false, isEnding = false;
    QString problem;
    std::thread thread; // last: it uses the others
};

Journal::Journal(const QString& folder) : folder_(folder), writer_(std::make_unique<Writer>(*this)) {
    timer_.setSingleShot(true);
    timer_.setInterval(longestDelayMs);
    connect(&timer_, &QTimer::timeout, this, &Journal::due);
    QDir().mkpath(folder_);
    QFile::setPermissions(folder_, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
    begin({});
}

Journal::~Journal() {
    writer_.reset();
    // Without work there is nothing to lock; with work the journal stays, for the next window to find.
    if (!QFile::exists(pathOf(name_, journalEnding))) QFile::remove(pathOf(name_, lockEnding));
    if (lock_ >= 0) ::close(lock_);
    for (const auto& [name, lock] : taken_) ::close(lock);
}

QString Journal::pathOf(const QString& name, const char* ending) const {
    return folder_ + QLatin1Char('/') + name + QLatin1String(ending);
}

void Journal::hold() {
    name_ = QUuid::createUuid().toString(QUuid::Id128);
    // The lock is taken before the file has its name, so that nobody finds it free.
    const QString aside = pathOf(name_, ".new-lock");
    lock_ = lockOf(aside, O_CREAT | O_EXCL);
    if (lock_ < 0) return; // the folder cannot be written: the first write says so
    if (!QFile::rename(aside, pathOf(name_, lockEnding))) QFile::remove(aside);
}

void Journal::release() {
    timer_.stop();
    writer_->drop();
    QFile::remove(pathOf(name_, journalEnding));
    QFile::remove(pathOf(name_, lockEnding));
    if (lock_ >= 0) ::close(lock_);
    lock_ = -1;
}

void Journal::begin(const QString& jobPath) {
    if (!name_.isEmpty()) release();
    jobPath_ = jobPath;
    for (const auto& [name, lock] : taken_) ::close(lock);
    taken_.clear();
    hold();
}

void Journal::arm() {
    if (!timer_.isActive()) timer_.start();
}

void Journal::write(const Job& job) {
    timer_.stop();
    writer_->post({pathOf(name_, journalEnding).toStdString(), jobPath_.toStdString(), job});
}

void Journal::flush() { writer_->wait(); }

void Journal::remove() {
    timer_.stop();
    writer_->drop();
    QFile::remove(pathOf(name_, journalEnding));
}

std::vector<FoundWork> Journal::found() const {
    std::vector<FoundWork> all;
    const QDir folder(folder_);
    for (const QString& name : folder.entryList({QStringLiteral("*.new-lock")}, QDir::Files)) {
        // Of a window that was killed while it began; a living one holds it, or is about to within the second.
        const QFileInfo info(folder.filePath(name));
        const int lock = info.lastModified().secsTo(QDateTime::currentDateTime()) > 60 ? lockOf(info.filePath(), 0) : -1;
        if (lock < 0) continue;
        QFile::remove(info.filePath());
        ::close(lock);
    }
    const QFileInfoList files =
        folder.entryInfoList({QStringLiteral("*.lock"), QStringLiteral("*.journal")}, QDir::Files, QDir::Time);
    for (const QFileInfo& info : files) {
        const QString name = info.completeBaseName();
        const bool isTaken = std::any_of(taken_.begin(), taken_.end(), [&](const auto& t) { return t.first == name; });
        if (name == name_) continue;
        const QString lockPath = pathOf(name, lockEnding);
        const int lock = isTaken ? -1 : lockOf(lockPath, O_CREAT);
        if (lock < 0 && !isTaken) continue; // another window lives
        const bool hasJournal = QFile::exists(pathOf(name, journalEnding));
        if (hasJournal && info.suffix() == QLatin1String("journal")) {
            const JournalHead head = readJournalHead(pathOf(name, journalEnding).toStdString());
            all.push_back({name, QString::fromStdString(head.jobPath), QString::fromStdString(head.jobTitle),
                           info.lastModified().toString(QStringLiteral("yyyy-MM-dd HH:mm")),
                           QString::fromStdString(head.logName)});
        }
        if (!hasJournal) QFile::remove(lockPath); // of a window that was killed with nothing unsaved
        if (lock >= 0) ::close(lock);
    }
    return all;
}

std::string Journal::take(const FoundWork& work) {
    const bool isTaken = std::any_of(taken_.begin(), taken_.end(), [&](const auto& t) { return t.first == work.name; });
    if (!isTaken) {
        const int lock = lockOf(pathOf(work.name, lockEnding), O_CREAT);
        if (lock < 0) return {};
        taken_.emplace_back(work.name, lock);
    }
    const auto text = readFile(pathOf(work.name, journalEnding).toStdString(), Links::Refuse);
    return text ? jobTextOfJournal(*text) : std::string();
}

void Journal::discard(const FoundWork& work) {
    const auto at = std::find_if(taken_.begin(), taken_.end(), [&](const auto& t) { return t.first == work.name; });
    const int lock = at != taken_.end() ? at->second : lockOf(pathOf(work.name, lockEnding), O_CREAT);
    if (lock < 0) return;
    if (at != taken_.end()) taken_.erase(at);
    QFile::remove(pathOf(work.name, journalEnding));
    QFile::remove(pathOf(work.name, lockEnding));
    ::close(lock);
}

void Journal::adopted(const FoundWork& work) {
    flush();
    if (problem().isEmpty()) discard(work);
}

QString Journal::problem() const {
    const std::lock_guard<std::mutex> lock(writer_->guard);
    return writer_->problem;
}

} // namespace zg
