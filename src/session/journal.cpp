#include "session/journal.h"
#include "exchange/file.h"
#include <QCryptographicHash>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace zg {
namespace {
constexpr int delayMs = 700;
}

Journal::Journal(const QString& folder) : folder_(folder) {
    timer_.setSingleShot(true);
    timer_.setInterval(delayMs);
    connect(&timer_, &QTimer::timeout, this, &Journal::due);
    setFile({});
}

void Journal::setFile(const QString& path) {
    QDir().mkpath(folder_);
    const QString full = path.isEmpty() ? QStringLiteral("untitled") : QFileInfo(path).absoluteFilePath();
    const QByteArray name = QCryptographicHash::hash(full.toUtf8(), QCryptographicHash::Sha1).toHex().left(16);
    journalPath_ = folder_ + QLatin1Char('/') + QString::fromLatin1(name) + QStringLiteral(".journal");
    foundAt_.clear();
    foundText_.clear();
    const QFileInfo info(journalPath_);
    if (!info.exists()) return;
    const auto text = readFile(journalPath_.toStdString());
    if (!text) return;
    foundText_ = *text;
    foundAt_ = info.lastModified().toString(QStringLiteral("yyyy-MM-dd HH:mm"));
}

void Journal::arm() { timer_.start(); }

void Journal::write(const std::string& text) {
    // A journal that cannot be written must not stop the work; saving reports its own errors.
    (void)writeFile(journalPath_.toStdString(), text);
}

void Journal::remove() {
    timer_.stop();
    QFile::remove(journalPath_);
    forgetFound();
}

void Journal::forgetFound() {
    foundAt_.clear();
    foundText_.clear();
}

} // namespace zg
