#pragma once
#include "advise/stock_strip.h"
#include <QWidget>

namespace zg {

class Session;
class Theme;

/// The stock sizes of a part in a row, each with what the joint would come to; arrow keys step, a click chooses.
class StockStripWidget : public QWidget {
    Q_OBJECT
public:
    StockStripWidget(Session& session, Theme& theme, StockStrip strip, QWidget* parent = nullptr);
    [[nodiscard]] const StockStrip& strip() const { return strip_; }
    void setStrip(StockStrip strip);
    [[nodiscard]] QRect optionRect(int index) const;
    void choose(int index);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] int currentIndex() const;
    Session& session_;
    Theme& theme_;
    StockStrip strip_;
};

} // namespace zg
