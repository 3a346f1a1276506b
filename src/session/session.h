#pragma once
#include "component/verify.h"
#include "joint/edit.h"
#include "joint/parameters.h"
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

/// What there is to show of a joint: its looked-up form and its result, or what is wrong with it.
struct JointState {
    std::uint64_t key = 0;
    std::shared_ptr<const ResolvedJoint> resolved;
    JointResultPtr result;
    Diagnostics problems;
};

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
    [[nodiscard]] QString path() const { return path_; }
    [[nodiscard]] bool isModified() const;
    void newJob();
    [[nodiscard]] bool open(const QString& path); ///< on failure the open job stays; see lastError()
    [[nodiscard]] bool save(const QString& path);
    [[nodiscard]] QString lastError() const { return lastError_; }
    [[nodiscard]] QStringList recentJobs() const;
    /// Time of an unsaved state of the open file left by a crash; empty when there is none.
    [[nodiscard]] QString recoverable() const;
    [[nodiscard]] bool recover();
    void discardRecovery();
    /// Writes the journal now (it is otherwise written a moment after each edit).
    void writeJournal();
    /// Clean end: nothing is left to recover.
    void closeCleanly();

    // ---- where we are
    [[nodiscard]] const Joint* current() const; ///< the joint on the bench, or what is being dragged
    [[nodiscard]] const JointState* state();    ///< of the current joint; null without one
    [[nodiscard]] const JointState& stateOf(const Joint& joint);
    void setCurrent(const std::string& id);
    [[nodiscard]] int activeSet() const { return activeSet_; }
    void setActiveSet(int index);
    [[nodiscard]] std::optional<PartRef> selectedPart() const { return selectedPart_; }
    [[nodiscard]] std::optional<Check> selectedCheck() const { return selectedCheck_; }
    void selectPart(const std::optional<PartRef>& part);
    void selectCheck(const std::optional<Check>& check);
    /// Connection that views show: of the selected check, else of the active set, else the governing one.
    [[nodiscard]] const ConnectionResult* shownConnection();

    // ---- edits, each an undo step with a name
    [[nodiscard]] QUndoStack* undoStack() const { return undo_; }
    /// Changes the current joint; refused with words when the result would be out of range. Steps with the same merge key join.
    bool edit(const QString& title, const std::function<void(Joint&)>& change, const QString& mergeKey = {});
    bool editSettings(const QString& title, const std::function<void(Settings&)>& change);
    bool setParameterOf(const PartRef& part, const Parameter& parameter, const ParameterValue& value, const QString& shownValue);
    void addJoint(Joint joint);
    void removeCurrent();
    void duplicateCurrent();
    bool addSection(const CustomSection& section);
    /// Shows a state while something is dragged; nothing ends it. No undo step.
    void preview(std::optional<Joint> joint);

    // ---- the plate method
    [[nodiscard]] PlateStudies& plates() { return *plates_; }

    // ---- datum
    void setDatum();
    void clearDatum();
    [[nodiscard]] const std::optional<Datum>& datum() const { return datum_; }

    /// Commands call this; not for views.
    void replaceJob(const Job& job, const std::string& currentId);
    void notify(unsigned changes);

Q_SIGNALS:
    void changed(unsigned changes);
    void refused(const QString& reason);

private:
    void adopt(Job job, const QString& path);
    bool push(const QString& title, Job after, const std::string& currentId, const QString& mergeKey);

    Job job_;
    QString path_, lastError_;
    std::string currentId_;
    std::optional<Joint> preview_;
    int activeSet_ = 0;
    std::optional<PartRef> selectedPart_;
    std::optional<Check> selectedCheck_;
    std::map<std::string, JointState> states_;
    std::optional<Datum> datum_;
    QUndoStack* undo_;
    std::unique_ptr<Journal> journal_;
    PlateStudies* plates_;
};

} // namespace zg
