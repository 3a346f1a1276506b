#pragma once
#include "component/verify.h"
#include "joint/edit.h"
#include "joint/parameters.h"
#include "session/job_place.h"
#include "session/job_results.h"
#include "session/selection.h"
#include <QObject>
#include <QString>
#include <QStringList>
#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <vector>

class QUndoStack;

namespace zg {

class Journal;
class PlateStudies;
struct FoundWork;
struct Route;

/// A marked state to compare with.
struct Datum {
    QString time;
    std::map<std::string, JointResultPtr> results; ///< by joint id
};

/// The open job: document, undo, results, datum, journal. All that views know; no widgets, no painting.
class Session : public QObject {
    Q_OBJECT
public:
    enum Change : unsigned {
        Content = 1 << 0,
        Current = 1 << 1,
        ActiveSet = 1 << 2,
        Selection = 1 << 3,
        DatumMark = 1 << 4,
        File = 1 << 5,
        Settings_ = 1 << 6,
        Plates = 1 << 7 ///< a plate run began, found something or ended
    };

    explicit Session(const QString& stateFolder, QObject* parent = nullptr);
    ~Session() override;

    // ---- document
    [[nodiscard]] const Job& job() const { return job_; }
    [[nodiscard]] QString path() const { return place_.path(); }
    [[nodiscard]] bool isModified() const;
    void newJob();
    [[nodiscard]] bool open(const QString& path); ///< on failure the open job stays; see lastError()
    /// What the reading of the open job had to say: keys that are not understood, values taken by default.
    [[nodiscard]] const Diagnostics& readingNotes() const { return readingNotes_; }
    void dismissReadingNotes();
    /// Saves the job. The file it came from is looked at first: somebody else's work is overwritten only when asked.
    [[nodiscard]] SaveOutcome save(const QString& path, bool mayOverwrite = false);
    /// Takes the file's present state in place of ours, as an undo step.
    [[nodiscard]] bool takeTheirs();
    /// A name beside a file that nobody uses yet.
    [[nodiscard]] static QString nameBeside(const QString& path);
    [[nodiscard]] QString lastError() const { return lastError_; }
    [[nodiscard]] QStringList recentJobs() const;
    /// Unsaved work left behind by a crash that concerns what is open: the job's own, the one whose file could not be opened, or
    /// any while nothing is open. Null when there is none.
    [[nodiscard]] const FoundWork* recoverable() const;
    [[nodiscard]] bool recover();
    void discardRecovery();
    /// Why unsaved work cannot be kept aside; empty while it can.
    [[nodiscard]] QString journalProblem() const;
    /// Writes the journal now (it is otherwise written within a second of an edit).
    void writeJournal();
    /// Clean end: nothing of this window is left to recover. What was found and not decided on stays.
    void closeCleanly();

    // ---- where we are
    [[nodiscard]] const Joint* current() const; ///< the joint on the bench, or what is being dragged
    [[nodiscard]] const JointState* state();    ///< of the current joint; null without one
    [[nodiscard]] const JointState& stateOf(const Joint& joint) { return results_.of(job_, joint); }
    void setCurrent(const std::string& id);
    [[nodiscard]] int activeSet() const { return selection_.activeSet; }
    void setActiveSet(int index);
    [[nodiscard]] std::optional<PartRef> selectedPart() const { return selection_.part; }
    [[nodiscard]] std::optional<Check> selectedCheck() const { return selection_.check; }
    void selectPart(const std::optional<PartRef>& part);
    void selectCheck(const std::optional<Check>& check);
    /// Connection that views show: of the selected check, else of the active set, else the governing one.
    [[nodiscard]] const ConnectionResult* shownConnection();

    // ---- edits, each an undo step with a name
    [[nodiscard]] QUndoStack* undoStack() const { return undo_; }
    /// Changes the current joint; refused with words when the result would be out of range. Steps with the same merge key join.
    bool edit(const QString& title, const std::function<void(Joint&)>& change, const QString& mergeKey = {});
    /// Puts these in the place of the joints that have their ids, as one step.
    bool editJoints(const QString& title, const std::vector<Joint>& joints);
    /// Changes anything of the job.
    bool editJob(const QString& title, const std::function<void(Job&)>& change);
    bool setParameter(const Parameter& parameter, const ParameterValue& value, const QString& shownValue);
    void addJoint(Joint joint);
    void removeCurrent();
    void duplicateCurrent();
    bool addSection(const CustomSection& section);
    /// Shows a state while something is dragged; nothing ends it. No undo step.
    void preview(std::optional<Joint> joint);
    /// What is previewed is no joint of the register: one that may become it.
    [[nodiscard]] bool isProposing() const;
    /// Takes the proposed joint into the register.
    void keepProposed();

    // ---- the plate method
    [[nodiscard]] PlateStudies& plates() { return *plates_; }

    // ---- datum
    void setDatum();
    void clearDatum();
    [[nodiscard]] const std::optional<Datum>& datum() const { return datum_; }

    void notify(unsigned changes);

Q_SIGNALS:
    void changed(unsigned changes);
    void refused(const QString& reason);

private:
    void adopt(Job job, const QString& path);
    void keepJournal();
    void lookForWork();
    void replaceJob(const Job& job, const std::string& currentId); ///< what a step of undo and redo does
    bool push(const QString& title, Job after, const std::string& currentId, const QString& mergeKey);

    Job job_;
    JobPlace place_;
    QString lastError_;
    QString failedPath_; ///< of a job that could not be opened
    Diagnostics readingNotes_;
    std::vector<FoundWork> found_;
    std::string currentId_;
    std::optional<Joint> preview_;
    SelectionState selection_;
    JobResults results_;
    std::optional<Datum> datum_;
    QUndoStack* undo_;
    std::unique_ptr<Journal> journal_;
    PlateStudies* plates_;
};

} // namespace zg
