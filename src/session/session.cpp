#include "session/session.h"
#include "exchange/job_file.h"
#include "joint/validate.h"
#include "logging/log.h"
#include "session/job_edit.h"
#include "session/journal.h"
#include "session/plate_studies.h"
#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QSettings>
#include <QUndoStack>
#include <algorithm>

namespace zg {
namespace {

auto placeOf(const Job& job, const std::string& id) {
    return std::find_if(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.id == id; });
}

constexpr int recentCount = 8;

} // namespace

Session::Session(const QString& stateFolder, QObject* parent)
    : QObject(parent), undo_(new QUndoStack(this)), journal_(std::make_unique<Journal>(stateFolder)),
      plates_(new PlateStudies(*this)) {
    connect(undo_, &QUndoStack::cleanChanged, this, [this] { notify(File); });
    // Undo and redo are changes like any other.
    connect(undo_, &QUndoStack::indexChanged, this, [this] { journal_->arm(); });
    connect(journal_.get(), &Journal::due, this, &Session::keepJournal);
    connect(journal_.get(), &Journal::problemChanged, this, [this] { notify(File); });
    lookForWork();
}

Session::~Session() = default;

bool Session::isModified() const { return !undo_->isClean(); }

void Session::adopt(Job job, const QString& path) {
    undo_->clear();
    undo_->setUndoLimit(undoLimit(job));
    job_ = std::move(job);
    place_.move(path);
    failedPath_.clear();
    currentId_ = job_.joints.empty() ? std::string() : job_.joints.front().id;
    preview_.reset();
    selection_ = {};
    results_.clear();
    datum_.reset();
    plates_->clear();
    journal_->begin(place_.canonical());
    lookForWork();
    notify(~0U);
}

void Session::newJob() {
    readingNotes_.clear();
    adopt({}, {});
}

bool Session::open(const QString& path) {
    const auto text = readFile(path.toStdString());
    tl::expected<ReadJob, Diagnostics> read = text ? readJob(*text) : tl::unexpected(Diagnostics{text.error()});
    if (!read) {
        lastError_ = QString::fromStdString(joined(read.error()));
        logWarning("could not open " + path.toStdString() + ": " + lastError_.toStdString());
        failedPath_ = JobPlace::canonical(path);
        lookForWork();
        notify(File);
        return false;
    }
    lastError_.clear();
    readingNotes_ = std::move(read->notes);
    adopt(std::move(read->job), path);
    place_.remember(*text);
    logInfo("opened " + path.toStdString() + ", " + std::to_string(job_.joints.size()) + " joints, " +
            std::to_string(readingNotes_.size()) + " notes");
    QSettings settings;
    QStringList recent = recentJobs();
    const QString full = QFileInfo(path).absoluteFilePath();
    recent.removeAll(full);
    recent.prepend(full);
    settings.setValue(QStringLiteral("recent"), QStringList(recent.mid(0, recentCount)));
    return true;
}

void Session::dismissReadingNotes() {
    readingNotes_.clear();
    notify(File);
}

SaveOutcome Session::save(const QString& path, bool mayOverwrite) {
    const std::string file = path.toStdString(), text = writeJob(job_);
    const SaveOutcome may = place_.mayWrite(path);
    if (may == SaveOutcome::ReadOnly || (may != SaveOutcome::Saved && !mayOverwrite)) return may;
    if (const auto saved = writeFile(file, text); !saved) {
        lastError_ = QString::fromStdString(joined({saved.error()}));
        logError("could not save: " + lastError_.toStdString());
        return SaveOutcome::Failed;
    }
    logInfo("saved " + file);
    const bool isMoved = !place_.isHere(path);
    place_.move(path);
    place_.remember(text);
    if (isMoved) {
        journal_->begin(place_.canonical());
        lookForWork();
    } else {
        journal_->remove();
    }
    undo_->setClean();
    notify(File);
    return SaveOutcome::Saved;
}

bool Session::takeTheirs() {
    const auto text = readFile(path().toStdString());
    tl::expected<ReadJob, Diagnostics> read = text ? readJob(*text) : tl::unexpected(Diagnostics{text.error()});
    if (!read) {
        lastError_ = QString::fromStdString(joined(read.error()));
        return false;
    }
    readingNotes_ = std::move(read->notes);
    const std::string id = placeOf(read->job, currentId_) != read->job.joints.end() ? currentId_
                           : read->job.joints.empty()                               ? std::string()
                                                                                    : read->job.joints.front().id;
    if (!push(tr("take the file's present state"), std::move(read->job), id, {})) return false;
    place_.remember(*text);
    undo_->setClean();
    return true;
}

QString Session::nameBeside(const QString& path) {
    const QFileInfo info(path);
    for (int n = 1;; ++n) {
        const QString name =
            info.dir().filePath(tr("%1 (mine%2).%3")
                                    .arg(info.completeBaseName().left(180), n == 1 ? QString() : QStringLiteral(" %1").arg(n),
                                         info.suffix().isEmpty() ? QStringLiteral("zgj") : info.suffix()));
        if (!QFileInfo::exists(name)) return name;
    }
}

QStringList Session::recentJobs() const { return QSettings().value(QStringLiteral("recent")).toStringList(); }

void Session::lookForWork() {
    const QString own = place_.canonical();
    const bool isNothingOpen = !place_.isFile() && job_.joints.empty();
    found_ = journal_->found();
    found_.erase(std::remove_if(found_.begin(), found_.end(),
                                [&](const FoundWork& w) {
                                    const bool isOwn = !own.isEmpty() && w.jobPath == own;
                                    const bool isFailed = !failedPath_.isEmpty() && w.jobPath == failedPath_;
                                    return !isOwn && !isFailed && !isNothingOpen;
                                }),
                 found_.end());
}

const FoundWork* Session::recoverable() const { return found_.empty() ? nullptr : &found_.front(); }

bool Session::recover() {
    if (found_.empty()) return false;
    const FoundWork work = found_.front();
    const std::string text = journal_->take(work);
    if (text.empty()) {
        lastError_ = tr("Another window is recovering this work, or it is gone.");
        lookForWork();
        notify(File);
        return false;
    }
    auto read = readJob(text);
    if (!read) {
        lastError_ = QString::fromStdString(joined(read.error()));
        return false;
    }
    Job job = std::move(read->job);
    const bool isOpenJob = place_.isFile() && work.jobPath == place_.canonical();
    if (isOpenJob) {
        const std::string id = job.joints.empty() ? std::string() : job.joints.front().id;
        if (!push(tr("recover the unsaved state"), std::move(job), id, {})) return false;
    } else {
        // Its file is gone, damaged or never was: the work is a document of its own, not saved yet.
        readingNotes_ = std::move(read->notes);
        adopt(std::move(job), work.jobPath);
        // What lies there now, if anything, is not what this work began from: saving asks.
        undo_->resetClean();
        (void)journal_->take(work); // adopting let go of it
    }
    writeJournal();
    journal_->adopted(work);
    lookForWork();
    notify(File);
    return true;
}

void Session::discardRecovery() {
    if (!found_.empty()) journal_->discard(found_.front());
    lookForWork();
    notify(File);
}

QString Session::journalProblem() const { return isModified() ? journal_->problem() : QString(); }

void Session::keepJournal() {
    if (isModified())
        journal_->write(job_);
    else
        journal_->remove();
}

void Session::writeJournal() {
    keepJournal();
    journal_->flush();
}

void Session::closeCleanly() { journal_->remove(); }

const Joint* Session::current() const {
    if (preview_) return &*preview_;
    return findJoint(job_, currentId_);
}

const JointState* Session::state() {
    const Joint* joint = current();
    return joint ? &stateOf(*joint) : nullptr;
}

void Session::setCurrent(const std::string& id) {
    if (id == currentId_ || !findJoint(job_, id)) return;
    currentId_ = id;
    selection_.activeSet = 0;
    preview_.reset();
    selection_.part.reset();
    selection_.check.reset();
    // The set that governs is the one worth looking at first.
    if (const JointState* s = state(); s && s->result && s->result->governing >= 0)
        selection_.activeSet = std::max(0, s->result->checks[static_cast<std::size_t>(s->result->governing)].set);
    notify(Current | ActiveSet | Selection);
}

void Session::setActiveSet(int index) {
    const Joint* joint = current();
    const bool isOfHinges = joint && index >= static_cast<int>(joint->actions.size()); // not a row of the table
    if (index == selection_.activeSet || isOfHinges) return;
    selection_.activeSet = index;
    selection_.check.reset();
    notify(ActiveSet | Selection);
}

void Session::selectPart(const std::optional<PartRef>& part) {
    selection_.part = part;
    notify(Selection);
}

void Session::selectCheck(const std::optional<Check>& check) {
    selection_.check = check;
    selection_.part.reset();
    if (check && check->partCount > 0) selection_.part = check->parts[0];
    const Joint* joint = current();
    if (check && joint && check->set >= 0 && check->set < static_cast<int>(joint->actions.size()))
        selection_.activeSet = check->set;
    notify(Selection | ActiveSet);
}

const ConnectionResult* Session::shownConnection() {
    const JointState* s = state();
    if (!s || !s->result) return nullptr;
    if (selection_.check && selection_.check->set >= 0) return connectionOf(*s->result, &*selection_.check);
    const ConnectionResult* ofSet = worstConnection(*s->result, selection_.activeSet);
    return ofSet && !ofSet->isForShear ? ofSet : worstConnection(*s->result);
}

bool Session::push(const QString& title, Job after, const std::string& currentId, const QString& mergeKey) {
    preview_.reset();
    if (after == job_) {
        notify(Content);
        return true;
    }
    if (const Diagnostics wrong = validate(after, &job_); hasErrors(wrong)) {
        logInfo("refused " + title.toStdString() + ": " + joined({wrong.front()}));
        Q_EMIT refused(QString::fromStdString(sentenceOf(wrong.front(), job_.settings.units)));
        notify(Content);
        return false;
    }
    logDebug("edit: " + title.toStdString());
    undo_->push(new JobEdit([this](const Job& job, const std::string& id) { replaceJob(job, id); }, title, job_, std::move(after),
                            currentId_, currentId, mergeKey));
    journal_->arm(); // steps that join another leave the stack's index as it is
    return true;
}

bool Session::edit(const QString& title, const std::function<void(Joint&)>& change, const QString& mergeKey) {
    if (isProposing()) { // not in the register yet: no step to take back, Escape drops it all
        Joint joint = *preview_;
        change(joint);
        sortRows(joint);
        preview(std::move(joint));
        return true;
    }
    const auto at = placeOf(job_, currentId_);
    if (at == job_.joints.end()) return false;
    Joint joint = *at;
    change(joint);
    sortRows(joint);
    Job after = job_;
    putJoints(after, {joint});
    return push(title, std::move(after), currentId_, mergeKey);
}

bool Session::editJob(const QString& title, const std::function<void(Job&)>& change) {
    Job after = job_;
    change(after);
    return push(title, std::move(after), currentId_, {});
}

bool Session::editJoints(const QString& title, const std::vector<Joint>& joints) {
    return editJob(title, [&](Job& job) { putJoints(job, joints); });
}

bool Session::setParameter(const Parameter& p, const ParameterValue& value, const QString& shownValue) {
    QString words = QString::fromStdString(p.key);
    words.replace(QLatin1Char('_'), QLatin1Char(' '));
    return edit(
        tr("%1 %2").arg(words, shownValue), [&](Joint& joint) { (void)setField(joint, p.path, value); },
        QString::fromStdString(p.path.str()));
}

void Session::addJoint(Joint joint) {
    Job after = job_;
    joint.id = freeId(after);
    const std::string id = joint.id;
    const QString title = tr("add joint %1").arg(QString::fromStdString(joint.mark));
    sortRows(joint);
    after.joints.push_back(std::move(joint));
    (void)push(title, std::move(after), id, {});
}

void Session::removeCurrent() {
    Job after = job_;
    const auto at = placeOf(after, currentId_);
    if (at == after.joints.end()) return;
    const QString title = tr("remove joint %1").arg(QString::fromStdString(at->mark));
    const auto next = after.joints.erase(at);
    const std::string id = after.joints.empty() ? std::string() : next == after.joints.end() ? after.joints.back().id : next->id;
    (void)push(title, std::move(after), id, {});
}

void Session::duplicateCurrent() {
    const Joint* joint = findJoint(job_, currentId_);
    if (!joint) return;
    Joint copy = *joint;
    std::string prefix = copy.mark;
    while (!prefix.empty() && prefix.back() >= '0' && prefix.back() <= '9') prefix.pop_back();
    copy.mark = freeMark(job_, prefix.empty() ? "B" : prefix);
    addJoint(std::move(copy));
}

bool Session::addSection(const CustomSection& section) {
    Job after = job_;
    const auto twin = std::find_if(after.sections.begin(), after.sections.end(),
                                   [&](const CustomSection& s) { return s.designation == section.designation; });
    if (twin == after.sections.end())
        after.sections.push_back(section);
    else
        *twin = section;
    return push(tr("section %1").arg(QString::fromStdString(section.designation)), std::move(after), currentId_, {});
}

bool Session::isProposing() const { return preview_ && !findJoint(job_, preview_->id); }

void Session::keepProposed() {
    if (!isProposing()) return;
    Joint joint = *preview_;
    preview_.reset();
    addJoint(std::move(joint));
}

void Session::preview(std::optional<Joint> joint) {
    preview_ = std::move(joint);
    notify(Content);
}

void Session::setDatum() {
    Datum d;
    d.time = QDateTime::currentDateTime().toString(QStringLiteral("HH:mm"));
    for (const Joint& j : job_.joints) d.results[j.id] = stateOf(j).result;
    datum_ = std::move(d);
    notify(DatumMark);
}

void Session::clearDatum() {
    datum_.reset();
    notify(DatumMark);
}

void Session::replaceJob(const Job& job, const std::string& currentId) {
    job_ = job;
    const bool moved = currentId != currentId_;
    currentId_ = currentId;
    const Joint* joint = findJoint(job_, currentId_);
    if (!joint && !job_.joints.empty()) currentId_ = job_.joints.front().id;
    joint = findJoint(job_, currentId_);
    if (joint && selection_.activeSet >= static_cast<int>(joint->actions.size()))
        selection_.activeSet = std::max(0, static_cast<int>(joint->actions.size()) - 1);
    if (moved) {
        selection_.part.reset();
        selection_.check.reset();
    }
    // A check of the former state is no check of this one: keep looking at the same kind, with its new numbers.
    if (selection_.check) {
        const JointState* s = state();
        const Check old = *selection_.check;
        selection_.check.reset();
        if (s && s->result) {
            for (const Check& c : ledger(*s->result))
                if (sameKind(c, old)) selection_.check = c;
        }
    }
    notify(Content | (moved ? unsigned(Current) | Selection : 0U) | Settings_ | ActiveSet);
}

void Session::notify(unsigned changes) { Q_EMIT changed(changes); }

} // namespace zg
