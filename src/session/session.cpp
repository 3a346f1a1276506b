#include "session/session.h"
#include "exchange/job_file.h"
#include "joint/validate.h"
#include "session/journal.h"
#include "session/plate_studies.h"
#include <QDateTime>
#include <QFileInfo>
#include <QSettings>
#include <QUndoStack>
#include <algorithm>

namespace zg {
namespace {

/// One edit: the job before and after. Jobs are small values; what changed is found by comparing, never remembered by hand.
class JobEdit : public QUndoCommand {
public:
    JobEdit(Session& session, const QString& title, Job before, Job after, std::string idBefore, std::string idAfter,
            const QString& mergeKey)
        : QUndoCommand(title), session_(session), before_(std::move(before)), after_(std::move(after)),
          idBefore_(std::move(idBefore)), idAfter_(std::move(idAfter)), mergeKey_(mergeKey) {}

    void undo() override { session_.replaceJob(before_, idBefore_); }
    void redo() override { session_.replaceJob(after_, idAfter_); }
    int id() const override { return mergeKey_.isEmpty() ? -1 : 1; }
    bool mergeWith(const QUndoCommand* other) override {
        const auto* next = dynamic_cast<const JobEdit*>(other);
        if (!next || next->mergeKey_ != mergeKey_ || next->idAfter_ != idAfter_) return false;
        after_ = next->after_;
        setText(next->text());
        return true;
    }

private:
    Session& session_;
    Job before_, after_;
    std::string idBefore_, idAfter_;
    QString mergeKey_;
};

Joint* jointOf(Job& job, const std::string& id) {
    const auto at = std::find_if(job.joints.begin(), job.joints.end(), [&](const Joint& j) { return j.id == id; });
    return at == job.joints.end() ? nullptr : &*at;
}

constexpr int recentCount = 8;

} // namespace

Session::Session(const QString& stateFolder, QObject* parent)
    : QObject(parent), undo_(new QUndoStack(this)), journal_(std::make_unique<Journal>(stateFolder)),
      plates_(new PlateStudies(*this)) {
    connect(undo_, &QUndoStack::cleanChanged, this, [this] { notify(File); });
    connect(journal_.get(), &Journal::due, this, &Session::writeJournal);
}

Session::~Session() = default;

bool Session::isModified() const { return !undo_->isClean(); }

void Session::adopt(Job job, const QString& path) {
    undo_->clear();
    job_ = std::move(job);
    path_ = path;
    currentId_ = job_.joints.empty() ? std::string() : job_.joints.front().id;
    activeSet_ = 0;
    preview_.reset();
    states_.clear();
    datum_.reset();
    selectedPart_.reset();
    selectedCheck_.reset();
    plates_->clear();
    notify(~0U);
}

void Session::newJob() { adopt({}, {}); }

bool Session::open(const QString& path) {
    auto read = openJob(path.toStdString());
    if (!read) {
        lastError_ = QString::fromStdString(joined(read.error()));
        return false;
    }
    lastError_ = QString::fromStdString(joined(read->notes));
    journal_->setFile(path);
    adopt(std::move(read->job), path);
    QSettings settings;
    QStringList recent = recentJobs();
    const QString full = QFileInfo(path).absoluteFilePath();
    recent.removeAll(full);
    recent.prepend(full);
    settings.setValue(QStringLiteral("recent"), QStringList(recent.mid(0, recentCount)));
    return true;
}

bool Session::save(const QString& path) {
    const auto saved = saveJob(job_, path.toStdString());
    if (!saved) {
        lastError_ = QString::fromStdString(joined({saved.error()}));
        return false;
    }
    journal_->remove();
    journal_->setFile(path);
    path_ = path;
    undo_->setClean();
    notify(File);
    return true;
}

QStringList Session::recentJobs() const { return QSettings().value(QStringLiteral("recent")).toStringList(); }

QString Session::recoverable() const { return journal_->foundAt(); }

bool Session::recover() {
    auto read = readJob(journal_->foundText());
    if (!read) {
        lastError_ = QString::fromStdString(joined(read.error()));
        return false;
    }
    Job after = std::move(read->job);
    const std::string id = after.joints.empty() ? std::string() : after.joints.front().id;
    journal_->forgetFound();
    return push(tr("recover the unsaved state"), std::move(after), id, {});
}

void Session::discardRecovery() {
    journal_->remove();
    notify(File);
}

void Session::writeJournal() {
    if (isModified()) journal_->write(writeJob(job_));
}

void Session::closeCleanly() { journal_->remove(); }

const Joint* Session::current() const {
    if (preview_) return &*preview_;
    return findJoint(job_, currentId_);
}

const JointState& Session::stateOf(const Joint& joint) {
    const std::uint64_t key = resultKey(job_, joint);
    JointState& state = states_[joint.id];
    if (state.key == key && (state.result || !state.problems.empty()) && (!state.result || state.result->mark == joint.mark)) {
        // Titles of sets are no part of the key but are shown with the result.
        return state;
    }
    state = {};
    state.key = key;
    auto resolved = resolve(job_, joint);
    if (!resolved) {
        state.problems = std::move(resolved.error());
        return state;
    }
    state.result = std::make_shared<const JointResult>(verify(*resolved, key));
    state.resolved = std::make_shared<const ResolvedJoint>(std::move(*resolved));
    return state;
}

const JointState* Session::state() {
    const Joint* joint = current();
    return joint ? &stateOf(*joint) : nullptr;
}

void Session::setCurrent(const std::string& id) {
    if (id == currentId_ || !findJoint(job_, id)) return;
    currentId_ = id;
    activeSet_ = 0;
    preview_.reset();
    selectedPart_.reset();
    selectedCheck_.reset();
    // The set that governs is the one worth looking at first.
    if (const JointState* s = state(); s && s->result && s->result->governing >= 0)
        activeSet_ = std::max(0, s->result->checks[static_cast<std::size_t>(s->result->governing)].set);
    notify(Current | ActiveSet | Selection);
}

void Session::setActiveSet(int index) {
    if (index == activeSet_) return;
    activeSet_ = index;
    selectedCheck_.reset();
    notify(ActiveSet | Selection);
}

void Session::selectPart(const std::optional<PartRef>& part) {
    selectedPart_ = part;
    notify(Selection);
}

void Session::selectCheck(const std::optional<Check>& check) {
    selectedCheck_ = check;
    selectedPart_.reset();
    if (check && check->partCount > 0) selectedPart_ = check->parts[0];
    if (check && check->set >= 0) activeSet_ = check->set;
    notify(Selection | ActiveSet);
}

const ConnectionResult* Session::shownConnection() {
    const JointState* s = state();
    if (!s || !s->result) return nullptr;
    if (selectedCheck_ && selectedCheck_->set >= 0) return connectionOf(*s->result, &*selectedCheck_);
    const ConnectionResult* best = nullptr;
    for (const ConnectionResult& c : s->result->connections) {
        if (c.set != activeSet_ && c.set >= 0) continue;
        if (!best || c.utilisation > best->utilisation) best = &c;
    }
    return best ? best : connectionOf(*s->result, nullptr);
}

bool Session::push(const QString& title, Job after, const std::string& currentId, const QString& mergeKey) {
    preview_.reset();
    if (after == job_) {
        notify(Content);
        return true;
    }
    if (const Diagnostics wrong = validate(after); hasErrors(wrong)) {
        Q_EMIT refused(QString::fromStdString(wrong.front().message));
        notify(Content);
        return false;
    }
    undo_->push(new JobEdit(*this, title, job_, std::move(after), currentId_, currentId, mergeKey));
    journal_->arm();
    return true;
}

bool Session::edit(const QString& title, const std::function<void(Joint&)>& change, const QString& mergeKey) {
    Job after = job_;
    Joint* joint = jointOf(after, currentId_);
    if (!joint) return false;
    change(*joint);
    sortRows(*joint);
    return push(title, std::move(after), currentId_, mergeKey);
}

bool Session::editSettings(const QString& title, const std::function<void(Settings&)>& change) {
    Job after = job_;
    change(after.settings);
    return push(title, std::move(after), currentId_, {});
}

bool Session::setParameterOf(const PartRef& part, const Parameter& p, const ParameterValue& value, const QString& shownValue) {
    const QString key =
        QStringLiteral("%1/%2/%3")
            .arg(QString::fromStdString(partId(part)), QString::fromStdString(p.group), QString::fromStdString(p.key));
    QString words = QString::fromStdString(p.key);
    words.replace(QLatin1Char('_'), QLatin1Char(' '));
    return edit(
        tr("%1 %2").arg(words, shownValue), [&](Joint& joint) { (void)setParameter(joint, part, p.group, p.key, value); }, key);
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
    const auto at = std::find_if(after.joints.begin(), after.joints.end(), [&](const Joint& j) { return j.id == currentId_; });
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
    if (joint && activeSet_ >= static_cast<int>(joint->actions.size()))
        activeSet_ = std::max(0, static_cast<int>(joint->actions.size()) - 1);
    if (moved) {
        selectedPart_.reset();
        selectedCheck_.reset();
    }
    // A check of the former state is no check of this one: keep looking at the same kind, with its new numbers.
    if (selectedCheck_) {
        const JointState* s = state();
        const Check old = *selectedCheck_;
        selectedCheck_.reset();
        if (s && s->result) {
            for (const Check& c : ledger(*s->result))
                if (sameKind(c, old)) selectedCheck_ = c;
        }
    }
    notify(Content | (moved ? unsigned(Current) | Selection : 0U) | Settings_ | ActiveSet);
}

void Session::notify(unsigned changes) { Q_EMIT changed(changes); }

} // namespace zg
