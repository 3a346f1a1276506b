#pragma once
#include "drawing/drawing.h"
#include <QWidget>
#include <functional>

namespace zg {

class Session;
class Theme;

/// Shows a drawing made to its size; parts light up under the mouse, a click selects them.
class DrawingView : public QWidget {
    Q_OBJECT
public:
    using Maker = std::function<Drawing(double width, double height)>;
    DrawingView(Session& session, Theme& theme, Maker maker, QWidget* parent = nullptr);
    [[nodiscard]] const Drawing& drawing();
    /// Has it made anew.
    void refresh();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    bool event(QEvent* event) override;

private:
    Session& session_;
    Theme& theme_;
    Maker maker_;
    Drawing drawing_;
    bool isStale_ = true;
    Target hover_;
};

} // namespace zg
