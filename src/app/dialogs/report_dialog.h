#pragma once
#include "base/diagnostic.h"
#include "base/progress.h"
#include "joint/job.h"
#include "report/document.h"
#include <QDialog>
#include <tl/expected.hpp>

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QTreeWidget;
class QVBoxLayout;

namespace zg {

class Prompts;
class Session;

/// The office's block from the files that the person chose for it; empty where none was chosen.
[[nodiscard]] tl::expected<Letterhead, Diagnostic> letterheadOfUser();

/// What the report of the job holds, joint by joint, and what stands on its cover; writes it as PDF or HTML. The choices go into
/// the job as one step when it is written or they are kept.
class ReportDialog : public QDialog, private Progress {
    Q_OBJECT
public:
    ReportDialog(Session& session, Prompts& prompts, QWidget* parent = nullptr);
    /// Writes the report, telling why not; the dialog shows how far it is and may stop it.
    bool write(const QString& path);

protected:
    void reject() override; ///< while it is written: stops

private:
    void report(double fraction, const std::string& stage) override;
    [[nodiscard]] bool isCancelled() const override { return isStopped_; }
    void addLetterhead(QVBoxLayout* column);
    void addJoints(QVBoxLayout* column);
    bool keep();
    void saySizes();
    Session& session_;
    Prompts& prompts_;
    Job job_;
    QTreeWidget* joints_;
    QLabel* says_;
    QProgressBar* bar_;
    QPushButton* write_;
    bool isWriting_ = false, isStopped_ = false;
};

} // namespace zg
