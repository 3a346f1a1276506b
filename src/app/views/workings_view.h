#pragma once
#include "base/workings.h"
#include <QWidget>

class QLineEdit;
class QButtonGroup;
class QTextBrowser;

namespace zg {

struct Check;

class Session;
class Theme;

/// The calculation as a readable document in three depths, with search; jumps to the workings of a check.
class WorkingsView : public QWidget {
    Q_OBJECT
public:
    WorkingsView(Session& session, Theme& theme, QWidget* parent = nullptr);
    void setDepth(Depth depth);
    [[nodiscard]] Depth depth() const { return depth_; }
    void jumpTo(const Check& check);
    [[nodiscard]] QTextBrowser* page() const { return page_; }

protected:
    void showEvent(QShowEvent* event) override;

private:
    void rebuild();
    void find(bool forward);
    Session& session_;
    Theme& theme_;
    Depth depth_ = Depth::ByPart;
    bool isStale_ = true;
    QButtonGroup* depths_;
    QLineEdit* search_;
    QTextBrowser* page_;
};

} // namespace zg
