#pragma once
#include "drawing/plate_picture.h"
#include <QPoint>
#include <QWidget>

class QTimer;

namespace zg {

class PlateDisplay;
class Session;
class Theme;

/// The picture of the plates: drag turns, Shift or the middle button moves, the wheel zooms, a click picks, a double click
/// isolates.
class PlateCanvas : public QWidget {
    Q_OBJECT
public:
    PlateCanvas(Session& session, PlateDisplay& display, Theme& theme, QWidget* parent = nullptr);
    /// Part or bolt row at a place of the widget.
    [[nodiscard]] std::optional<PartRef> partAt(const QPoint& at);
    [[nodiscard]] const PlatePicture& current();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    void markStale();
    Session& session_;
    PlateDisplay& display_;
    Theme& theme_;
    PlatePicture picture_;
    bool isStale_ = true, isMoving_ = false, hasDragged_ = false;
    QPoint last_;
    QTimer* settle_; ///< draws finely once the hand rests
};

} // namespace zg
