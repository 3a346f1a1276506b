#pragma once
#include "exchange/file.h"
#include <QString>
#include <string>

namespace zg {

/// How a save ended. The last three write nothing: somebody has to decide.
enum class SaveOutcome {
    Saved,
    Failed,        ///< see lastError()
    TheirsChanged, ///< the file is another one than was read
    TheirsGone,    ///< the file is no longer there
    ReadOnly       ///< the file may not be written
};

/// Where the open job lies, and whether what lies there is still what was read or saved: somebody else's work is seen before it
/// is overwritten.
class JobPlace {
public:
    [[nodiscard]] QString path() const { return path_; }
    [[nodiscard]] bool isFile() const { return !path_.isEmpty(); }
    /// The file behind links.
    [[nodiscard]] QString canonical() const;
    [[nodiscard]] bool isHere(const QString& path) const;
    /// Another place, of which nothing is known.
    void move(const QString& path);
    /// `text` has just been read there, or saved.
    void remember(const std::string& text);
    /// Whether saving there would overwrite nobody's work: Saved when so, else what stands against it.
    [[nodiscard]] SaveOutcome mayWrite(const QString& path) const;

    /// The file behind links, also when it is gone.
    [[nodiscard]] static QString canonical(const QString& path);

private:
    QString path_;
    FileStamp stamp_; ///< of the file as it was read or saved
    std::uint64_t savedHash_ = 0;
};

} // namespace zg
