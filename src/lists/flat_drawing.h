#pragma once
#include "base/point.h"
#include <string>
#include <vector>

namespace zg {

struct JobLists;
struct JointLists;
struct ResolvedJoint;

/// Lines, circles and texts in millimetres, y upwards, each on a layer: what exchange formats of drawings hold.
struct FlatDrawing {
    struct Line {
        std::string layer;
        std::vector<Point2> points;
        bool isClosed = false;
    };
    struct Circle {
        std::string layer;
        Point2 centre;
        double radius = 0;
    };
    struct Text {
        std::string layer;
        Point2 at; ///< lower left corner
        double height = 0;
        std::string text;
    };
    std::vector<Line> lines;
    std::vector<Circle> circles;
    std::vector<Text> texts;
    /// Corner towards the least and the greatest x and y of everything but texts.
    [[nodiscard]] Point2 low() const;
    [[nodiscard]] Point2 high() const;
};

/// Every plate of the lists as a part to be cut, as often as it is needed, in rows by thickness and grade no longer than a plate
/// of 3 m. Layers: "CUT 20 S355" for outlines, "HOLES 20 S355", "MARKS 20 S355" for where other parts stand, "TEXT". Pieces of
/// sections are not drawn.
[[nodiscard]] FlatDrawing cutPlan(const JobLists& lists);

/// The joint seen from the front.
[[nodiscard]] FlatDrawing elevationPlan(const ResolvedJoint& joint, const JointLists& lists);
/// Each of its plates with holes and dimensions in rows no longer than `rowLength`; `textHeight` of dimensions, as drawn.
[[nodiscard]] FlatDrawing platesPlan(const JointLists& lists, double textHeight, double rowLength);

/// The joint true to scale: its elevation, and beside it each of its plates with holes, bolts spaced by dimensions. Layers:
/// "MEMBERS", "PLATES", "BOLTS", "HOLES", "MARKS", "DIMENSIONS", "TEXT".
[[nodiscard]] FlatDrawing jointPlan(const ResolvedJoint& joint, const JointLists& lists);

} // namespace zg
