#pragma once
#include "session/ask.h"
#include <QWidget>
#include <functional>

class QLineEdit;
class QListWidget;

namespace zg {

class Theme;

/// Top line of the bench: the verdict as a sentence, and the ask bar.
class VerdictBar : public QWidget {
    Q_OBJECT
public:
    using Suggest = std::function<std::vector<Suggestion>(const QString& typed)>;
    VerdictBar(Session& session, Theme& theme, Suggest suggest, QWidget* parent = nullptr);
    [[nodiscard]] QLineEdit* askBar() const { return ask_; }
    void focusAskBar();
    /// A message that stays for some seconds in place of the verdict.
    void say(const QString& text);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void suggestFor(const QString& typed);
    void act(int row);
    void placeList();
    Session& session_;
    Theme& theme_;
    Suggest suggest_;
    QLineEdit* ask_;
    QListWidget* list_;
    std::vector<Suggestion> suggestions_;
    QString message_;
};

} // namespace zg
