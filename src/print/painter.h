#pragma once
#include "base/typeset.h"
#include "drawing/drawing.h"
#include <QColor>
#include <QFont>

class QPainter;

namespace zg {

struct PaintOptions {
    const Palette* palette = nullptr;
    bool isReport = false;  ///< report fonts, no ghosts
    Target hover, selected; ///< emphasised in the accent colour
    bool showGhosts = false;
};

[[nodiscard]] QColor qcolor(const Palette& palette, Tone tone);
/// Paints a drawing at the painter's origin, one page unit per pixel.
void paintDrawing(QPainter& painter, const Drawing& drawing, const PaintOptions& options);

/// Typeset symbols at a base line; gives the width.
double paintRuns(QPainter& painter, double x, double y, const std::vector<SymbolRun>& runs, const QFont& font);
[[nodiscard]] double widthOf(const std::vector<SymbolRun>& runs, const QFont& font);
/// Ring of a state at a place, as in the drawings.
void paintStateRing(QPainter& painter, double x, double y, double radius, CheckState state, const Palette& palette);

} // namespace zg
