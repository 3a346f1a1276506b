#pragma once
#include "drawing/curve_figure.h"
#include "drawing/drawing.h"

namespace zg {

/// The loops of a cyclic run for print: moment over drift, axes through nil.
[[nodiscard]] Drawing loopChart(const CurveFigure& loops, double width, double height, UnitSystem units);

} // namespace zg
