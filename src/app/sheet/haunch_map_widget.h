#pragma once
#include "advise/haunch_map.h"
#include <QWidget>

namespace zg {

class Session;
class Theme;

/// Depth and length of a haunch as a map of uses: a cell a pair, a stepped line where the governing check changes. Arrow keys
/// step, a click chooses.
class HaunchMapWidget : public QWidget {
    Q_OBJECT
public:
    HaunchMapWidget(Session& session, Theme& theme, HaunchMap map, QWidget* parent = nullptr);
    [[nodiscard]] const HaunchMap& map() const { return map_; }
    [[nodiscard]] QRect cellRect(std::size_t depth, std::size_t length) const;
    void choose(std::size_t depth, std::size_t length);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    [[nodiscard]] QString sayCell(std::size_t depth, std::size_t length) const;
    Session& session_;
    Theme& theme_;
    HaunchMap map_;
};

} // namespace zg
