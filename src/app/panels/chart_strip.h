#pragma once

class QWidget;

namespace zg {

class CurvePlot;
class Prompts;
class Session;
class Theme;

/// Moment-rotation strip under the view: the shown connection's curve by both methods, the datum's behind it.
[[nodiscard]] CurvePlot* makeChartStrip(Session& session, Theme& theme, Prompts& prompts, QWidget* parent);

} // namespace zg
