#pragma once
#include "compare/reconcile.h"
#include "plates/node_stiffness.h"
#include "plates/study.h"
#include <QObject>
#include <QString>
#include <future>
#include <map>
#include <memory>
#include <optional>
#include <vector>

class QTimer;

namespace zg {

class Session;

/// The plate method in the bench: runs in the background, what it found per joint, whether that still belongs to the joint, and
/// the cache beside the job. One run at a time; results appear analysis by analysis.
class PlateStudies : public QObject {
    Q_OBJECT
public:
    explicit PlateStudies(Session& session);
    ~PlateStudies() override;

    struct Entry {
        PlateStudyPtr study;       ///< null: none yet
        std::vector<Check> checks; ///< of the study
        std::optional<PlateConvergence> convergence;
        std::uint64_t convergenceKey = 0;
        std::optional<NodeStiffness> stiffness;
        std::uint64_t stiffnessKey = 0;
        bool isLookedUp = false; ///< the cache has been asked
    };
    /// Of a joint, from memory; what lies in the cache beside the job comes in a moment later, with Session::Plates.
    [[nodiscard]] const Entry& of(const Joint& joint);
    [[nodiscard]] const Entry* current();
    /// Whether the study belongs to the joint as it stands.
    [[nodiscard]] bool isStale(const Joint& joint);

    void run();                                 ///< all analyses of the current joint
    void converge(EndId side, bool isReversed); ///< three sizes of one moment-rotation
    void stiffness(int set);                    ///< of the node, under an action set of the current joint
    void cancel();                              ///< what is finished stays
    [[nodiscard]] bool isRunning() const { return work_ != nullptr; }
    [[nodiscard]] QString runningMark() const;
    [[nodiscard]] double fraction() const;
    [[nodiscard]] QString stage() const;
    [[nodiscard]] QString message() const; ///< why the current joint's last run gave nothing, or empty
    [[nodiscard]] bool isRefused() const;  ///< the current joint, as it stands, could not be computed
    /// Runs again by itself a moment after an edit.
    void setAutomatic(bool is);
    [[nodiscard]] bool isAutomatic() const { return isAutomatic_; }
    /// Forgets everything: another job is open.
    void clear();
    /// Waits for what is being read from the cache.
    void finishReading();

Q_SIGNALS:
    void progressed(); ///< fraction or stage; results are told by Session::changed

private:
    struct Work;
    void start(const std::function<void(Work&)>& task);
    void look();
    void finish();
    void adopt(const std::string& jointId, const PlateStudyPtr& study);
    void read(const std::string& jointId);
    void takeRead();
    void keep(const std::string& jointId, const std::string& bytes);

    Session& session_;
    std::map<std::string, Entry> entries_;
    std::unique_ptr<Work> work_;
    struct Reading {
        std::string jointId;
        std::future<PlateStudyPtr> study;
    };
    std::vector<Reading> reading_;
    QTimer *timer_, *automatic_, *readTimer_;
    QString message_;
    std::string messageJoint_; ///< the joint it is about
    std::uint64_t refusedKey_ = 0;
    bool isAutomatic_ = false;
};

} // namespace zg
