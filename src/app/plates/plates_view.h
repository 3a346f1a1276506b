#pragma once
#include <QWidget>
#include <functional>

class QAction;
class QCheckBox;
class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QSlider;
class QStackedWidget;
class QTimer;

namespace zg {

class DrawingView;
class PlateCanvas;
class PlateDisplay;
class PlateList;
struct PlateSpec;
class Prompts;
class Session;
class Theme;

/// The Plates view: run and progress above, the picture with its side list, steps and choices below; the comparison of both
/// methods on its other page.
class PlatesView : public QWidget {
    Q_OBJECT
public:
    PlatesView(Session& session, Theme& theme, Prompts& prompts, QWidget* parent = nullptr);
    [[nodiscard]] PlateDisplay& display() const { return *display_; }
    [[nodiscard]] PlateCanvas* canvas() const { return canvas_; }
    void showComparison(bool is);
    void showStiffness(bool is);
    void runOrCancel();
    void converge();

private:
    QWidget* makeTop();
    QWidget* makeFoot();
    QWidget* makeOptions();
    void follow();
    void say();
    void offer();
    QCheckBox* choiceTick(QWidget* box, const QString& label, const QString& name, const QString& words, bool PlateSpec::*choice);
    void choose(const QString& words, const std::function<void(PlateSpec&)>& change);
    void showPage(int page); ///< 0: the model
    Session& session_;
    Theme& theme_;
    PlateDisplay* display_;
    PlateCanvas* canvas_ = nullptr;
    PlateList* list_ = nullptr;
    DrawingView* comparison_ = nullptr;
    QStackedWidget* pages_ = nullptr;
    QPushButton *run_ = nullptr, *built_ = nullptr, *compare_ = nullptr, *swing_ = nullptr;
    QProgressBar* progress_ = nullptr;
    QComboBox *under_ = nullptr, *rule_ = nullptr, *cyclic_ = nullptr, *sets_ = nullptr, *fields_ = nullptr, *views_ = nullptr,
              *cuts_ = nullptr;
    QSlider *steps_ = nullptr, *cut_ = nullptr;
    QCheckBox *imperfect_ = nullptr, *tightened_ = nullptr, *holes_ = nullptr, *axes_ = nullptr, *redistribute_ = nullptr;
    QLabel* line_ = nullptr;
    QWidget *foot_ = nullptr, *side_ = nullptr, *remedies_ = nullptr;
    QTimer* swinging_ = nullptr;
    std::uint64_t offeredFor_ = 0; ///< state of the joint the remedies belong to
    double phase_ = 0;
    bool isFollowing_ = false;
};

} // namespace zg
