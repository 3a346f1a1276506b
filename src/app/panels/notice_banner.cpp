#include "app/panels/notice_banner.h"
#include "logging/log.h"
#include "session/journal.h"
#include "session/session.h"
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

namespace zg {

NoticeBanner::NoticeBanner(Session& session, QWidget* parent)
    : QFrame(parent), session_(session), text_(new QLabel(this)), act_(new QPushButton(this)),
      log_(new QPushButton(tr("what happened"), this)), dismiss_(new QPushButton(this)) {
    setObjectName(QStringLiteral("banner"));
    text_->setTextFormat(Qt::PlainText);
    text_->setWordWrap(true);
    act_->setObjectName(QStringLiteral("recover"));
    log_->setObjectName(QStringLiteral("crashLog"));
    log_->setToolTip(tr("The last lines of its log"));
    dismiss_->setObjectName(QStringLiteral("dismiss"));
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(16, 5, 16, 5);
    line->addWidget(text_, 1);
    line->addWidget(log_);
    line->addWidget(act_);
    line->addWidget(dismiss_);
    connect(act_, &QPushButton::clicked, this, &NoticeBanner::act);
    connect(log_, &QPushButton::clicked, this, [this] { Q_EMIT logWanted(logLines()); });
    connect(dismiss_, &QPushButton::clicked, this, &NoticeBanner::dismiss);
    connect(&session, &Session::changed, this, &NoticeBanner::refresh);
    refresh();
}

void NoticeBanner::refresh() {
    const FoundWork* found = session_.recoverable();
    const Diagnostics& notes = session_.readingNotes();
    Diagnostics warnings;
    for (const Diagnostic& d : notes)
        if (d.severity == Severity::Warning) warnings.push_back(d);
    notice_ = found                                  ? Notice::FoundWork
              : !session_.journalProblem().isEmpty() ? Notice::JournalProblem
              : !warnings.empty()                    ? Notice::ReadingNotes
                                                     : Notice::None;
    setVisible(notice_ != Notice::None);
    act_->setVisible(notice_ == Notice::FoundWork || (notice_ == Notice::ReadingNotes && !warnings.front().subject.empty()));
    if (found && found->name != logOf_) { // the log is looked for once a piece of work, not at every change
        logOf_ = found->name;
        hasLog_ = !logLines().isEmpty();
    }
    log_->setVisible(found && hasLog_);
    dismiss_->setVisible(notice_ == Notice::FoundWork || notice_ == Notice::ReadingNotes);
    switch (notice_) {
    case Notice::FoundWork: {
        const QString of = found->jobPath.isEmpty() ? found->jobTitle.isEmpty() ? tr("a job that was never saved")
                                                                                : tr("“%1”, never saved").arg(found->jobTitle)
                                                    : QFileInfo(found->jobPath).fileName();
        text_->setText(tr("Unsaved work was found: %1, from %2. It stays until you decide.").arg(of, found->time));
        text_->setToolTip(found->jobPath);
        act_->setText(tr("recover it"));
        dismiss_->setText(tr("discard it"));
        break;
    }
    case Notice::JournalProblem:
        text_->setText(tr("Unsaved work cannot be kept aside, a crash would lose it: %1").arg(session_.journalProblem()));
        break;
    case Notice::ReadingNotes: {
        const Diagnostic& first = warnings.front();
        const QString one =
            QStringLiteral("%1: %2").arg(QString::fromStdString(placeOf(first)), QString::fromStdString(sentenceOf(first)));
        text_->setText(warnings.size() == 1 ? one
                                            : tr("%1 (and %n more)", nullptr, static_cast<int>(warnings.size()) - 1).arg(one));
        text_->setToolTip(QString::fromStdString(joined(warnings)));
        act_->setText(tr("show it"));
        dismiss_->setText(tr("understood"));
        break;
    }
    case Notice::None: break;
    }
}

QString NoticeBanner::logLines() const {
    const FoundWork* found = session_.recoverable();
    return found ? QString::fromStdString(lastLinesOfLog(logFolder(), found->logName.toStdString(), 40)) : QString();
}

void NoticeBanner::act() {
    if (notice_ == Notice::ReadingNotes) {
        for (const Diagnostic& d : session_.readingNotes())
            if (d.severity == Severity::Warning) return Q_EMIT fieldWanted(QString::fromStdString(d.subject), d.path);
        return;
    }
    if (!session_.recover()) Q_EMIT failed(session_.lastError());
}

void NoticeBanner::dismiss() {
    if (notice_ == Notice::FoundWork)
        session_.discardRecovery();
    else
        session_.dismissReadingNotes();
}

} // namespace zg
