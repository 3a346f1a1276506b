#pragma once
#include "advise/layout_search.h"
#include <QObject>
#include <QString>
#include <QTimer>
#include <atomic>
#include <future>
#include <string>
#include <vector>

namespace zg {

class Session;

/// Searches for layouts away from the window's thread; what is found is taken as one undo step.
class LayoutFinder : public QObject {
    Q_OBJECT
public:
    explicit LayoutFinder(Session& session, QObject* parent = nullptr);
    ~LayoutFinder() override;
    void start(std::vector<std::string> ids, LayoutOptions options);
    /// What was found so far is given.
    void stop();
    [[nodiscard]] bool isRunning() const { return work_.valid(); }
    [[nodiscard]] const std::vector<LayoutOutcome>& found() const { return found_; }
    /// Puts the layouts that hold, of those chosen, in the place of the joints they were found for; joints that have changed
    /// meanwhile, or are gone, stay. How many were taken.
    int take(const std::vector<bool>& isChosen);

Q_SIGNALS:
    void finished();

private:
    void poll();
    Session& session_;
    std::vector<Joint> before_; ///< as they were when the search began
    std::vector<LayoutOutcome> found_;
    std::future<std::vector<LayoutOutcome>> work_;
    std::atomic<bool> isStopped_{false};
    QTimer timer_;
};

} // namespace zg
