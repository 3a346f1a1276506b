#include "session/layout_finder.h"
#include "session/session.h"
#include <chrono>

namespace zg {

LayoutFinder::LayoutFinder(Session& session, QObject* parent) : QObject(parent), session_(session) {
    timer_.setInterval(30);
    connect(&timer_, &QTimer::timeout, this, &LayoutFinder::poll);
}

LayoutFinder::~LayoutFinder() {
    stop();
    if (work_.valid()) work_.wait();
}

void LayoutFinder::start(std::vector<std::string> ids, LayoutOptions options) {
    if (work_.valid()) return;
    isStopped_ = false;
    options.stop = &isStopped_;
    before_.clear();
    found_.clear();
    std::vector<std::string> known;
    for (const std::string& id : ids)
        if (const Joint* joint = findJoint(session_.job(), id)) before_.push_back(*joint), known.push_back(id);
    work_ = std::async(std::launch::async, [job = session_.job(), known, options] { return findLayouts(job, known, options); });
    timer_.start();
}

void LayoutFinder::stop() { isStopped_ = true; }

void LayoutFinder::poll() {
    if (!work_.valid() || work_.wait_for(std::chrono::seconds(0)) != std::future_status::ready) return;
    timer_.stop();
    found_ = work_.get();
    Q_EMIT finished();
}

int LayoutFinder::take(const std::vector<bool>& isChosen) {
    std::vector<Joint> taken;
    for (std::size_t i = 0; i < found_.size(); ++i) {
        if (!found_[i].holds || i >= isChosen.size() || !isChosen[i]) continue;
        const Joint* now = findJoint(session_.job(), before_[i].id);
        if (now && *now == before_[i]) taken.push_back(found_[i].joint);
    }
    if (taken.empty()) return 0;
    const QString title = taken.size() == 1 ? tr("layout of %1").arg(QString::fromStdString(taken.front().mark))
                                            : tr("layouts of %1 joints").arg(taken.size());
    return session_.editJoints(title, taken) ? static_cast<int>(taken.size()) : 0;
}

} // namespace zg
