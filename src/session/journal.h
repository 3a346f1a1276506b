#pragma once
#include <QObject>
#include <QString>
#include <QTimer>
#include <memory>
#include <string>
#include <vector>

namespace zg {

struct Job;

/// Unsaved work left behind by a window that did not end cleanly.
struct FoundWork {
    QString name;     ///< of its journal, without folder and ending
    QString jobPath;  ///< of the job it belongs to; empty for a job that was never saved
    QString jobTitle; ///< of an unsaved job
    QString time;
    QString logName; ///< of the window that left it; empty when it kept none
};

/// The unsaved state of a window's document, kept aside so that a crash loses at most a second's work. One journal a window and
/// document, held by a lock that ends with the process: another window's live work is never offered, never removed. What is found
/// stays until someone decides.
class Journal : public QObject {
    Q_OBJECT
public:
    explicit Journal(const QString& folder);
    ~Journal() override; ///< writes what is due; leaves the journal

    /// Another document is open: the journal of the former one is removed, what was found is left for later.
    void begin(const QString& jobPath);
    /// Something changed: due() comes within longestDelay, whatever the rhythm of changes.
    void arm();
    /// Writes in the background; the newest state wins.
    void write(const Job& job);
    /// Waits until what was given to write() lies on the disk.
    void flush();
    /// The document has nothing unsaved.
    void remove();

    /// Work left behind by windows that are gone, newest first.
    [[nodiscard]] std::vector<FoundWork> found() const;
    /// Takes a found piece: no other window is offered it meanwhile. Gives its job text; empty when somebody else was faster.
    [[nodiscard]] std::string take(const FoundWork& work);
    void discard(const FoundWork& work);
    /// What was taken stands in the document now and is no longer needed by itself: removed once the document's own journal,
    /// which holds it, is on the disk.
    void adopted(const FoundWork& work);
    /// Why the journal cannot be written; empty while it can.
    [[nodiscard]] QString problem() const;

    static constexpr int longestDelayMs = 600;

Q_SIGNALS:
    void due();
    void problemChanged();

private:
    struct Writer;
    [[nodiscard]] QString pathOf(const QString& name, const char* ending) const;
    void hold();    ///< makes and locks the lock file of this window's journal
    void release(); ///< removes journal and lock

    QString folder_, name_, jobPath_;
    int lock_ = -1;
    std::vector<std::pair<QString, int>> taken_; ///< found journals and their locks
    std::unique_ptr<Writer> writer_;
    QTimer timer_;
};

} // namespace zg
