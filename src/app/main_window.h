#pragma once
#include "session/ask.h"
#include <QMainWindow>
#include <memory>
#include <vector>

class QMenu;
class QStackedWidget;
class QTabBar;

namespace zg {

enum class SaveOutcome;
class ActionsPanel;
class FieldPath;
class ChipRow;
class GalleryPanel;
class ListsView;
class PlatesView;
class Prompts;
class SheetView;
class Session;
class SpringsView;
class StartView;
class Theme;
class VerdictBar;
class WorkingsView;
struct Check;

/// The bench: lays out its panels and delegates; what happens is the session's business.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    enum class View { Sheet, Springs, Plates, Workings, Lists };
    MainWindow(Session& session, Theme& theme, Prompts& prompts, const QString& demoPath, QWidget* parent = nullptr);
    ~MainWindow() override;
    void show(View view);
    using QMainWindow::show;
    [[nodiscard]] SheetView* sheet() const { return sheet_; }
    [[nodiscard]] SpringsView* springs() const { return springs_; }
    [[nodiscard]] PlatesView* plates() const { return plates_; }
    [[nodiscard]] WorkingsView* workings() const { return workings_; }
    [[nodiscard]] ListsView* lists() const { return lists_; }
    [[nodiscard]] VerdictBar* verdict() const { return verdict_; }
    [[nodiscard]] ActionsPanel* actionsPanel() const { return actions_; }
    [[nodiscard]] const std::vector<QAction*>& commands() const { return commands_; }
    bool openJob(const QString& path);
    /// Writes the report of the joint on the bench in the depth that its workings show; false with the reason told.
    bool printJoint(const QString& path);

protected:
    void closeEvent(QCloseEvent* event) override;

private:
    void build();
    void makeCommands();
    QAction* command(class QMenu* menu, const QString& text, const QKeySequence& keys, const std::function<void()>& act);
    [[nodiscard]] std::vector<Suggestion> suggestions(const QString& typed);
    [[nodiscard]] QString chooseSection(const QString& now);
    void refresh();
    bool mayLeave();
    bool save();
    bool saveAs();
    bool saveTo(const QString& path);
    bool settle(const QString& path, SaveOutcome outcome);
    void showDominated();
    void dropDominated();
    void moveInRegister(int by);
    void newJoint();
    void endNewJoint();
    void openDemo();
    void jumpToWorkings(const Check& check);
    /// Goes to where a field is edited: of the named joint, else of the one on the bench.
    void showField(const QString& mark, const FieldPath& path);

    Session& session_;
    Theme& theme_;
    Prompts& prompts_;
    QString demoPath_;
    VerdictBar* verdict_ = nullptr;
    QTabBar* tabs_ = nullptr;
    QStackedWidget* side_ = nullptr; ///< register or gallery
    GalleryPanel* gallery_ = nullptr;
    ChipRow* chips_ = nullptr;
    QStackedWidget* views_ = nullptr;
    QStackedWidget* pages_ = nullptr;
    SheetView* sheet_ = nullptr;
    SpringsView* springs_ = nullptr;
    PlatesView* plates_ = nullptr;
    WorkingsView* workings_ = nullptr;
    ListsView* lists_ = nullptr;
    StartView* start_ = nullptr;
    ActionsPanel* actions_ = nullptr;
    QMenu* jointMenu_ = nullptr;
    std::vector<QAction*> commands_;
};

} // namespace zg
