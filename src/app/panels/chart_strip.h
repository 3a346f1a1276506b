#pragma once
#include "app/views/drawing_view.h"

namespace zg {

/// Moment-rotation strip under the view: the shown connection's curve, the datum's behind it.
[[nodiscard]] DrawingView* makeChartStrip(Session& session, Theme& theme, QWidget* parent);

} // namespace zg
