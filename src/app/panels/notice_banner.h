#pragma once
#include "base/field_path.h"
#include <QFrame>

class QLabel;
class QPushButton;

namespace zg {

class Session;

/// One line above the bench for what has to be decided or known before going on: unsaved work found, work that cannot be kept
/// aside, parts of the file that were not understood. Hidden when there is nothing.
class NoticeBanner : public QFrame {
    Q_OBJECT
public:
    NoticeBanner(Session& session, QWidget* parent);

Q_SIGNALS:
    void failed(const QString& why); ///< found work could not be recovered
    void fieldWanted(const QString& mark, const FieldPath& path);
    void logWanted(const QString& lines); ///< what the window that left the work did last

private:
    enum class Notice { None, FoundWork, JournalProblem, ReadingNotes };
    void refresh();
    [[nodiscard]] QString logLines() const;
    void act();
    void dismiss();

    Session& session_;
    Notice notice_ = Notice::None;
    QString logOf_; ///< found work whose log was looked for
    bool hasLog_ = false;
    QLabel* text_;
    QPushButton *act_, *log_, *dismiss_;
};

} // namespace zg
