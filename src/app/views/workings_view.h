#pragma once
#include "base/workings.h"
#include <QTimer>
#include <QWidget>
#include <memory>

class QLineEdit;
class QButtonGroup;
class QTextBrowser;

namespace zg {

struct Check;
struct Document;

class Session;
class Theme;

/// The calculation as a readable document in three depths, with search; jumps to the workings of a check.
class WorkingsView : public QWidget {
    Q_OBJECT
public:
    WorkingsView(Session& session, Theme& theme, QWidget* parent = nullptr);
    ~WorkingsView() override;
    void setDepth(Depth depth);
    [[nodiscard]] Depth depth() const { return depth_; }
    void jumpTo(const Check& check);
    /// The page, brought up to date.
    [[nodiscard]] QTextBrowser* page();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void rebuild();
    void find(bool forward);
    Session& session_;
    Theme& theme_;
    Depth depth_ = Depth::ByPart;
    bool isStale_ = true;
    std::unique_ptr<Document> document_; ///< what the page shows
    QTimer later_; ///< the page follows a moment after an edit, so that drawing and ledger are never held up
    QButtonGroup* depths_;
    QLineEdit* search_;
    QTextBrowser* page_;
};

} // namespace zg
