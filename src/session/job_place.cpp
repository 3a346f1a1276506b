#include "session/job_place.h"
#include "base/fields.h"
#include <QDir>
#include <QFileInfo>

namespace zg {

QString JobPlace::canonical(const QString& path) {
    const QFileInfo info(path);
    const QString full = info.canonicalFilePath();
    if (!full.isEmpty()) return full;
    const QString folder = info.dir().canonicalPath();
    return folder.isEmpty() ? info.absoluteFilePath() : folder + QLatin1Char('/') + info.fileName();
}

QString JobPlace::canonical() const { return path_.isEmpty() ? path_ : canonical(path_); }

bool JobPlace::isHere(const QString& path) const { return isFile() && canonical(path) == canonical(); }

void JobPlace::move(const QString& path) {
    path_ = path;
    stamp_ = {};
    savedHash_ = 0;
}

void JobPlace::remember(const std::string& text) {
    stamp_ = stampOf(path_.toStdString());
    savedHash_ = contentHash(text);
}

SaveOutcome JobPlace::mayWrite(const QString& path) const {
    const std::string file = path.toStdString();
    const FileStamp now = stampOf(file);
    if (now.exists && now.isReadOnly) return SaveOutcome::ReadOnly;
    if (!isHere(path)) return SaveOutcome::Saved;
    if (!now.exists && stamp_.exists) return SaveOutcome::TheirsGone;
    if (now.exists && !(now == stamp_)) {
        // Touched, but the same: nobody's work.
        const auto theirs = readFile(file);
        if (!theirs || contentHash(*theirs) != savedHash_) return SaveOutcome::TheirsChanged;
    }
    return SaveOutcome::Saved;
}

} // namespace zg
