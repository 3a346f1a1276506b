#include "print/painter.h"
#include "drawing/pieces.h"
#include "print/fonts.h"
#include "scene/rasteriser.h"
#include <QFontMetricsF>
#include <QImage>
#include <QPainter>
#include <QPainterPath>

namespace zg {
namespace {

QFont lowered(const QFont& font) {
    QFont f = font;
    f.setPixelSize(std::max(1, static_cast<int>(font.pixelSize() * 0.76 + 0.5)));
    return f;
}

QPen penOf(const Shape& s, const Palette& p) {
    if (s.stroke == Tone::None) return Qt::NoPen;
    QPen pen(qcolor(p, s.stroke), s.width);
    pen.setJoinStyle(Qt::RoundJoin);
    if (s.isDashed) pen.setDashPattern({4 / std::max(0.5, s.width), 3 / std::max(0.5, s.width)});
    return pen;
}

QPolygonF polygonOf(const Shape& s) {
    QPolygonF polygon;
    for (const Point2& q : s.points) polygon << QPointF(q.x, q.y);
    return polygon;
}

void paintText(QPainter& painter, const Shape& s, const PaintOptions& o) {
    const QFont font = o.isReport ? reportFont(s.size, s.isBold) : interfaceFont(s.size, s.isBold);
    const std::vector<SymbolRun> runs = s.isSymbol ? typesetFormula(s.text) : std::vector<SymbolRun>{{s.text, false, false}};
    const double w = widthOf(runs, font);
    const double x = s.points[0].x - (s.align == Align::Left ? 0 : s.align == Align::Centre ? w / 2 : w);
    if (s.hasHalo) {
        const QFontMetricsF metrics(font);
        painter.fillRect(QRectF(x - 2, s.points[0].y - metrics.ascent() * 0.86, w + 4, metrics.height() * 0.86),
                         qcolor(*o.palette, Tone::Card));
    }
    const bool isHot =
        !std::holds_alternative<std::monostate>(s.target) && (sameTarget(s.target, o.hover) || sameTarget(s.target, o.selected));
    const bool isEditable = std::holds_alternative<DimensionRef>(s.target) || std::holds_alternative<ForceRef>(s.target);
    painter.setPen(qcolor(*o.palette, isHot && isEditable ? Tone::Accent : s.fill));
    paintRuns(painter, x, s.points[0].y, runs, font);
    if (isHot && isEditable) painter.drawLine(QPointF(x, s.points[0].y + 2.5), QPointF(x + w, s.points[0].y + 2.5));
}

void paintHatch(QPainter& painter, const Shape& s, const Palette& p) {
    painter.save();
    QPainterPath path;
    path.addPolygon(polygonOf(s));
    painter.setClipPath(path, Qt::IntersectClip);
    const QRectF box = path.boundingRect();
    painter.setPen(QPen(qcolor(p, Tone::Over), 0.8));
    for (double x = box.left() - box.height(); x < box.right(); x += 6)
        painter.drawLine(QPointF(x, box.bottom()), QPointF(x + box.height(), box.top()));
    painter.restore();
}

void paintShape(QPainter& painter, const Shape& s, const PaintOptions& o) {
    const Palette& p = *o.palette;
    if (s.kind == Shape::Kind::Text) return paintText(painter, s, o);
    if (s.kind == Shape::Kind::Image) {
        const Picture& picture = *s.picture;
        const QImage image(reinterpret_cast<const uchar*>(picture.pixels.data()), picture.width, picture.height,
                           QImage::Format_ARGB32);
        painter.drawImage(QRectF(s.points[0].x, s.points[0].y, s.points[1].x - s.points[0].x, s.points[1].y - s.points[0].y),
                          image);
        return;
    }
    QColor fill = qcolor(p, s.fill);
    fill.setAlphaF(static_cast<float>(s.opacity));
    painter.setPen(penOf(s, p));
    painter.setBrush(s.fill == Tone::None || s.kind == Shape::Kind::Polyline ? QBrush(Qt::NoBrush) : QBrush(fill));
    if (s.kind == Shape::Kind::Polygon)
        painter.drawPolygon(polygonOf(s));
    else if (s.kind == Shape::Kind::Polyline)
        painter.drawPolyline(polygonOf(s));
    else
        painter.drawEllipse(QPointF(s.points[0].x, s.points[0].y), s.radius, s.radius);
    if (s.isHatched) paintHatch(painter, s, p);
}

void emphasise(QPainter& painter, const Shape& s, const Palette& p, bool isSelected) {
    if (s.kind == Shape::Kind::Text || s.isHotZone) return;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(qcolor(p, Tone::Accent), isSelected ? 2.2 : 1.4));
    if (s.kind == Shape::Kind::Polygon)
        painter.drawPolygon(polygonOf(s));
    else if (s.kind == Shape::Kind::Polyline)
        painter.drawPolyline(polygonOf(s));
    else
        painter.drawEllipse(QPointF(s.points[0].x, s.points[0].y), s.radius, s.radius);
}

} // namespace

QColor qcolor(const Palette& palette, Tone tone) {
    return tone == Tone::None ? QColor(Qt::transparent) : QColor::fromRgb(colour(palette, tone));
}

double widthOf(const std::vector<SymbolRun>& runs, const QFont& font) {
    double w = 0;
    for (const SymbolRun& r : runs)
        w += QFontMetricsF(r.isSubscript ? lowered(font) : font).horizontalAdvance(QString::fromStdString(r.text));
    return w;
}

double paintRuns(QPainter& painter, double x, double y, const std::vector<SymbolRun>& runs, const QFont& font) {
    const double start = x;
    for (const SymbolRun& r : runs) {
        const QFont f = r.isSubscript ? lowered(font) : font;
        const QString text = QString::fromStdString(r.text);
        painter.setFont(f);
        painter.drawText(QPointF(x, y + (r.isSubscript ? font.pixelSize() * 0.24 : 0)), text);
        const double w = QFontMetricsF(f).horizontalAdvance(text);
        if (r.hasBar) painter.drawLine(QPointF(x, y - font.pixelSize() * 0.82), QPointF(x + w, y - font.pixelSize() * 0.82));
        x += w;
    }
    return x - start;
}

void paintStateRing(QPainter& painter, double x, double y, double radius, CheckState state, const Palette& palette) {
    Drawing d;
    stateRing(d, {x, y}, radius, state);
    PaintOptions o;
    o.palette = &palette;
    paintDrawing(painter, d, o);
}

void paintDrawing(QPainter& painter, const Drawing& drawing, const PaintOptions& o) {
    painter.setRenderHint(QPainter::Antialiasing);
    const bool hasHover = !std::holds_alternative<std::monostate>(o.hover);
    const bool hasSelection = !std::holds_alternative<std::monostate>(o.selected);
    for (const Shape& s : drawing.shapes) {
        if (s.isHotZone) continue;
        if (!s.isGhost) {
            paintShape(painter, s, o);
            continue;
        }
        if (!o.showGhosts || o.isReport) continue;
        Shape ghost = s;
        const bool isHot = hasHover && sameTarget(s.target, o.hover);
        ghost.opacity = isHot ? 0.30 : 0.05;
        if (!isHot) {
            ghost.stroke = Tone::FaintInk;
            ghost.fill = Tone::FaintInk;
            ghost.width = 0.7;
        }
        paintShape(painter, ghost, o);
    }
    for (const Shape& s : drawing.shapes) {
        if (s.isGhost || std::holds_alternative<std::monostate>(s.target)) continue;
        if (hasSelection && sameTarget(s.target, o.selected))
            emphasise(painter, s, *o.palette, true);
        else if (hasHover && sameTarget(s.target, o.hover))
            emphasise(painter, s, *o.palette, false);
    }
}

} // namespace zg
