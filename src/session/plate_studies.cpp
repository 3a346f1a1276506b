#include "session/plate_studies.h"
#include "base/text.h"
#include "exchange/plate_cache.h"
#include "joint/plate_key.h"
#include "logging/log.h"
#include "session/session.h"
#include <QTimer>
#include <algorithm>
#include <atomic>
#include <chrono>
#include <mutex>
#include <thread>

namespace zg {

/// What the thread that computes and the window share.
struct PlateStudies::Work : Progress {
    std::string jointId, mark;
    std::uint64_t key = 0;
    std::shared_ptr<const ResolvedJoint> joint;
    std::atomic<bool> isWanted{true}, isDone{false};
    std::mutex guard; ///< of all below
    double fraction = 0;
    std::string stage;
    PlateStudyPtr study;
    std::string bytes; ///< of the whole study, to be kept
    std::optional<PlateConvergence> convergence;
    std::optional<NodeStiffness> stiffness;
    Diagnostics problems;
    std::thread thread;

    void report(double at, const std::string& what) override {
        const std::lock_guard<std::mutex> lock(guard);
        fraction = at;
        stage = what;
    }
    [[nodiscard]] bool isCancelled() const override { return !isWanted; }
};

PlateStudies::PlateStudies(Session& session)
    : QObject(&session), session_(session), timer_(new QTimer(this)), automatic_(new QTimer(this)), readTimer_(new QTimer(this)) {
    readTimer_->setInterval(20);
    connect(readTimer_, &QTimer::timeout, this, &PlateStudies::takeRead);
    timer_->setInterval(80);
    connect(timer_, &QTimer::timeout, this, &PlateStudies::look);
    automatic_->setSingleShot(true);
    automatic_->setInterval(700);
    connect(automatic_, &QTimer::timeout, this, &PlateStudies::run);
    connect(&session, &Session::changed, this, [this](unsigned changes) {
        if (!isAutomatic_ || !(changes & (Session::Content | Session::Current))) return;
        const Joint* joint = session_.current();
        if (!joint || !isStale(*joint)) return;
        // A run for a state that has passed is of no use.
        if (isRunning() && work_->jointId == joint->id && work_->key != plateKey(session_.job(), *joint)) cancel();
        automatic_->start();
    });
}

PlateStudies::~PlateStudies() {
    if (!work_) return;
    cancel();
    work_->thread.join();
}

namespace {

/// The study with the names that its sets have now; the same one while they have not changed.
PlateStudyPtr renamed(const PlateStudyPtr& study, const Joint& joint) {
    const auto nameOf = [&](int set) -> const ActionSet* {
        return set >= 0 && set < static_cast<int>(joint.actions.size()) ? &joint.actions[static_cast<std::size_t>(set)] : nullptr;
    };
    const bool isSame = std::all_of(study->sets.begin(), study->sets.end(), [&](const PlateStrength& s) {
        const ActionSet* now = nameOf(s.set);
        return !now || (now->id == s.id && now->title == s.title);
    });
    if (isSame) return study;
    auto copy = std::make_shared<PlateStudy>(*study);
    for (PlateStability& s : copy->stability)
        if (const ActionSet* now = nameOf(s.run.set)) s.run.id = now->id, s.run.title = now->title;
    for (PlateMomentRotation& m : copy->curvesUnder)
        for (const PlateStrength& s : study->sets)
            if (const ActionSet* now = nameOf(s.set); now && s.id == m.under) {
                m.under = now->id;
                break;
            }
    for (PlateStrength& s : copy->sets)
        if (const ActionSet* now = nameOf(s.set)) s.id = now->id, s.title = now->title;
    for (PlateBuckling& b : copy->buckling)
        if (const ActionSet* now = nameOf(b.set)) b.id = now->id;
    return copy;
}

} // namespace

const PlateStudies::Entry& PlateStudies::of(const Joint& joint) {
    Entry& entry = entries_[joint.id];
    if (!entry.isLookedUp) {
        entry.isLookedUp = true;
        if (!session_.path().isEmpty()) read(joint.id);
    }
    if (entry.study && entry.study->key == plateKey(session_.job(), joint)) entry.study = renamed(entry.study, joint);
    return entry;
}

// Away from the window's thread: a study has some ten megabytes. What is not there or cannot be read is computed again; nobody
// loses anything by it.
void PlateStudies::read(const std::string& jointId) {
    reading_.push_back(
        {jointId, std::async(std::launch::async, [path = session_.path().toStdString(), jointId]() -> PlateStudyPtr {
             auto study = keptStudy(path, jointId);
             return study ? std::make_shared<const PlateStudy>(std::move(*study)) : nullptr;
         })});
    readTimer_->start();
}

void PlateStudies::takeRead() {
    bool isAny = false;
    for (auto at = reading_.begin(); at != reading_.end();) {
        if (at->study.wait_for(std::chrono::seconds(0)) != std::future_status::ready) {
            ++at;
            continue;
        }
        const PlateStudyPtr study = at->study.get();
        // A run that was quicker knows better.
        if (study && !entries_[at->jointId].study) {
            adopt(at->jointId, study);
            isAny = true;
        }
        at = reading_.erase(at);
    }
    if (reading_.empty()) readTimer_->stop();
    if (isAny) session_.notify(Session::Plates);
}

void PlateStudies::finishReading() {
    for (const Reading& r : reading_) r.study.wait();
    takeRead();
}

const PlateStudies::Entry* PlateStudies::current() {
    const Joint* joint = session_.current();
    return joint ? &of(*joint) : nullptr;
}

bool PlateStudies::isStale(const Joint& joint) {
    const Entry& entry = of(joint);
    return !entry.study || entry.study->key != plateKey(session_.job(), joint);
}

void PlateStudies::adopt(const std::string& jointId, const PlateStudyPtr& study) {
    Entry& entry = entries_[jointId];
    entry.study = study;
    const Joint* joint = findJoint(session_.job(), jointId);
    entry.checks = plateChecks(*study, limitRulesOf(joint ? platesOf(*joint) : PlateSpec{}));
}

void PlateStudies::keep(const std::string& jointId, const std::string& bytes) {
    if (session_.path().isEmpty()) return;
    if (const auto kept = keepStudy(session_.path().toStdString(), jointId, bytes); !kept)
        message_ =
            tr("The plate results could not be kept beside the job: %1").arg(QString::fromStdString(sentenceOf(kept.error())));
}

void PlateStudies::start(const std::function<void(Work&)>& task) {
    if (isRunning()) return;
    message_.clear();
    refusedKey_ = 0;
    const Joint* joint = session_.current();
    const JointState* state = session_.state();
    if (!joint || !state) return;
    messageJoint_ = joint->id;
    if (!state->resolved) {
        message_ = tr("The joint has to be complete before its plates can be computed.");
        session_.notify(Session::Plates);
        return;
    }
    work_ = std::make_unique<Work>();
    work_->jointId = joint->id;
    work_->mark = joint->mark;
    work_->key = plateKey(session_.job(), *joint);
    work_->joint = state->resolved;
    work_->thread = std::thread([task, w = work_.get()] {
        try {
            task(*w);
        } catch (const std::exception& e) {
            const std::lock_guard<std::mutex> lock(w->guard);
            w->problems = {{Severity::Error, w->mark, "The plate analysis stopped: " + reasonOf(e)}};
        }
        w->isDone = true;
    });
    timer_->start();
    session_.notify(Session::Plates);
}

void PlateStudies::run() {
    const Joint* joint = session_.current();
    if (session_.isProposing()) return; // plates wait until the joint is kept
    if (isAutomatic_ && isRunning() && joint) {
        automatic_->start(); // the cancelled one is on its way out
        return;
    }
    start([](Work& w) {
        StudyScope scope;
        scope.onPart = [&w](const PlateStudy& part) {
            auto copy = std::make_shared<const PlateStudy>(part);
            const std::lock_guard<std::mutex> lock(w.guard);
            w.study = std::move(copy);
        };
        auto study = studyPlates(*w.joint, w.key, scope, &w);
        std::string bytes = study && study->isComplete ? writeStudy(*study) : std::string(); // here, not in the window's thread
        const std::lock_guard<std::mutex> lock(w.guard);
        w.bytes = std::move(bytes);
        if (study)
            w.study = std::make_shared<const PlateStudy>(std::move(*study));
        else
            w.problems = study.error();
    });
}

void PlateStudies::converge(EndId side, bool isReversed) {
    start([side, isReversed](Work& w) {
        auto found = convergenceOf(*w.joint, side, isReversed, &w);
        const std::lock_guard<std::mutex> lock(w.guard);
        if (found)
            w.convergence = std::move(*found);
        else
            w.problems = found.error();
    });
}

void PlateStudies::stiffness(int set) {
    start([set](Work& w) {
        if (set < 0 || set >= static_cast<int>(w.joint->actions.size())) return;
        auto found = nodeStiffness(*w.joint, w.joint->actions[static_cast<std::size_t>(set)], &w);
        const std::lock_guard<std::mutex> lock(w.guard);
        if (found)
            w.stiffness = std::move(*found);
        else if (w.isWanted)
            w.problems = found.error();
    });
}

void PlateStudies::cancel() {
    if (work_) work_->isWanted = false;
}

QString PlateStudies::message() const {
    const Joint* joint = session_.current();
    return joint && joint->id == messageJoint_ ? message_ : QString();
}

bool PlateStudies::isRefused() const {
    const Joint* joint = session_.current();
    return joint && !isRunning() && refusedKey_ != 0 && refusedKey_ == plateKey(session_.job(), *joint);
}

QString PlateStudies::runningMark() const { return work_ ? QString::fromStdString(work_->mark) : QString(); }

double PlateStudies::fraction() const {
    if (!work_) return 0;
    const std::lock_guard<std::mutex> lock(work_->guard);
    return work_->fraction;
}

QString PlateStudies::stage() const {
    if (!work_) return {};
    const std::lock_guard<std::mutex> lock(work_->guard);
    return QString::fromStdString(work_->stage);
}

void PlateStudies::look() {
    if (!work_) return;
    const bool isDone = work_->isDone; // before taking, so that the last result is not left behind
    PlateStudyPtr part;
    std::string bytes;
    {
        const std::lock_guard<std::mutex> lock(work_->guard);
        part = std::move(work_->study);
        work_->study = nullptr;
        bytes.swap(work_->bytes);
    }
    if (part && !work_->jointId.empty()) {
        // A study without anything found, because it was cancelled at once, takes nothing away.
        const bool hasResults = !part->sets.empty() || !part->curves.empty() || !part->mechanismWords.empty();
        if (hasResults) {
            entries_[work_->jointId].isLookedUp = true;
            adopt(work_->jointId, part);
            if (!bytes.empty()) keep(work_->jointId, bytes);
        }
    }
    if (isDone)
        finish();
    else if (part)
        session_.notify(Session::Plates);
    Q_EMIT progressed();
}

void PlateStudies::finish() {
    timer_->stop();
    work_->thread.join();
    logInfo("plates of " + work_->mark + (work_->problems.empty() ? " done" : " refused: " + joined(work_->problems)));
    if (work_->convergence && !work_->jointId.empty()) {
        entries_[work_->jointId].convergence = work_->convergence;
        entries_[work_->jointId].convergenceKey = work_->key;
    }
    if (work_->stiffness && !work_->jointId.empty()) {
        entries_[work_->jointId].stiffness = work_->stiffness;
        entries_[work_->jointId].stiffnessKey = work_->key;
    }
    messageJoint_ = work_->jointId;
    if (!work_->problems.empty()) {
        message_ = QString::fromStdString(joined(work_->problems));
        refusedKey_ = work_->key;
    }
    if (!work_->isWanted && message_.isEmpty()) message_ = tr("Cancelled; what was finished is kept.");
    work_.reset();
    session_.notify(Session::Plates);
}

void PlateStudies::setAutomatic(bool is) {
    isAutomatic_ = is;
    const Joint* joint = session_.current();
    if (is && joint && isStale(*joint)) run();
    session_.notify(Session::Plates);
}

void PlateStudies::clear() {
    cancel();
    if (work_) work_->jointId.clear(); // its results belong to no joint any more
    reading_.clear();                  // waits for what is being read, which is of no use any more
    readTimer_->stop();
    entries_.clear();
    message_.clear();
}

} // namespace zg
