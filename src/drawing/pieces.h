#pragma once
#include "base/convex_hull.h"
#include "drawing/drawing.h"

/// Pieces shared by the drawings: hulls, arrows, dimension lines, state rings.
namespace zg {

/// Arrow head at `tip`, pointing along the direction.
void arrowHead(Drawing& d, Point2 tip, Point2 direction, double size, Tone tone, const Target& target = {});
/// Vertical dimension at x between two levels, with extension lines reaching from xFrom; the text is clickable.
void verticalDimension(Drawing& d, double x, double xFrom, double y0, double y1, const std::string& text, const Target& target);
void horizontalDimension(Drawing& d, double y, double yFrom, double x0, double x1, const std::string& text, const Target& target);
/// Ring of the state: open within, half close, filled over, dash not done.
void stateRing(Drawing& d, Point2 centre, double radius, CheckState state);
/// Words in lines no wider than given, going down from the first base line; gives the next base line.
double paragraph(Drawing& d, Point2 at, const std::string& text, double size, Tone tone, double width);
/// Round numbers covering 0 to the largest value in about the given count of steps.
[[nodiscard]] double niceStep(double largest, int steps);

} // namespace zg
