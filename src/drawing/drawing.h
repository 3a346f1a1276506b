#pragma once
#include "assembly/assembly.h"
#include "drawing/tokens.h"
#include "joint/edit.h"
#include <memory>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace zg {

struct Picture;

/// A force arrow on the Sheet that can be edited in place.
struct ForceRef {
    enum class Kind { N, V, M };
    Kind kind = Kind::M;
    EndId side = ends::right;
};
inline bool operator==(const ForceRef& a, const ForceRef& b) { return a.kind == b.kind && a.side == b.side; }

/// What a shape stands for, so that a click on it means something.
using Target = std::variant<std::monostate, PartRef, DimensionRef, FittingRef, ForceRef>;

enum class Align { Left, Centre, Right };

/// One primitive on the page: pixels at 96 dpi, y downwards. Plain data: painted by the window, the PDF and the SVG writer alike.
struct Shape {
    enum class Kind { Polygon, Polyline, Circle, Text, Image };
    Kind kind = Kind::Polygon;
    std::vector<Point2> points; ///< circle: its centre; text: its anchor on the base line
    double radius = 0;
    Tone fill = Tone::None;
    double opacity = 1; ///< of the fill
    Tone stroke = Tone::None;
    double width = 0;
    bool isDashed = false;
    bool isHatched = false; ///< state is never colour alone: over 1.00 is hatched too
    std::string text;       ///< symbols as identifiers when isSymbol
    bool isSymbol = false, isBold = false;
    double size = 0;
    Align align = Align::Left;
    bool hasHalo = false;                   ///< text on top of lines: paper behind it
    std::shared_ptr<const Picture> picture; ///< image: its pixels, between the two points
    Target target;
    bool isGhost = false;   ///< a fitting that could be added: shown faintly, and clearly under the mouse
    bool isHotZone = false; ///< not drawn, only clickable
};

struct Drawing {
    double width = 0, height = 0;
    std::vector<Shape> shapes;
    /// Scale of the elevation and its directions, so that a drag in pixels becomes millimetres; 0 when there is none.
    double pixelsPerMm = 0;
    double facePixelsPerMm = 0, faceLeft = 0,
           faceTop = 0; ///< of the plate faces, which stand right of faceLeft and below faceTop

    Shape& polygon(std::vector<Point2> points, Tone fill, Tone stroke, double width);
    Shape& polyline(std::vector<Point2> points, Tone stroke, double width);
    Shape& circle(Point2 centre, double radius, Tone fill, Tone stroke, double width);
    Shape& label(Point2 at, const std::string& text, double size, Tone tone, Align align = Align::Left);
    Shape& image(Point2 topLeft, Point2 bottomRight, std::shared_ptr<const Picture> picture);
    Shape& symbol(Point2 at, const std::string& text, double size, Tone tone, Align align = Align::Left);
};

/// Target under a point: the last drawn shape that holds it, or a line or label within a few pixels.
[[nodiscard]] const Shape* shapeAt(const Drawing& drawing, Point2 point);
[[nodiscard]] bool sameTarget(const Target& a, const Target& b);

/// State of a part for shading: its worst strength check.
struct PartState {
    PartRef part;
    double utilisation = 0;
    CheckState state = CheckState::NotDone;
};

} // namespace zg
