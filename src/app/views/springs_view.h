#pragma once
#include "component/ladder.h"
#include <QWidget>

class QButtonGroup;
class QHBoxLayout;
class QPushButton;

namespace zg {

class DrawingView;
class Session;
class Theme;
struct Drawing;

/// The joint as a chain of springs; of a joint designed for capacity also as its strength ladder, by each set of rules and beam.
class SpringsView : public QWidget {
    Q_OBJECT
public:
    SpringsView(Session& session, Theme& theme, QWidget* parent = nullptr);
    void showLadder(bool isLadder);
    [[nodiscard]] DrawingView* drawing() const { return view_; }

private:
    [[nodiscard]] Drawing make(double width, double height) const;
    /// The ladder asked for, or the nearest there is; null without any.
    [[nodiscard]] const Ladder* ladder() const;
    void refresh();
    QPushButton* choice(const QString& name);
    Session& session_;
    bool isLadder_ = true; ///< where there is one
    LadderRules rules_ = LadderRules::European;
    std::optional<EndId> side_; ///< the worst when absent
    QWidget* row_;
    QHBoxLayout* choices_;
    QPushButton *chain_, *ladderButton_;
    std::vector<QWidget*> made_; ///< of rules and beams, made anew with the result
    DrawingView* view_;
};

} // namespace zg
