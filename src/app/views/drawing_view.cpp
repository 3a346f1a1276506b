#include "app/views/drawing_view.h"
#include "app/theme/theme.h"
#include "print/painter.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace zg {

DrawingView::DrawingView(Session& session, Theme& theme, Maker maker, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), maker_(std::move(maker)) {
    setMouseTracking(true);
    setObjectName(QStringLiteral("cardPaper"));
    connect(&session, &Session::changed, this, &DrawingView::refresh);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void DrawingView::refresh() {
    isStale_ = true;
    update();
}

const Drawing& DrawingView::drawing() {
    if (isStale_ || drawing_.width != width() || drawing_.height != height()) {
        drawing_ = maker_(width(), height());
        drawing_.width = width();
        drawing_.height = height();
        isStale_ = false;
    }
    return drawing_;
}

void DrawingView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), qcolor(theme_.palette(), Tone::Card));
    PaintOptions o;
    o.palette = &theme_.palette();
    o.hover = hover_;
    if (const auto part = session_.selectedPart()) o.selected = *part;
    paintDrawing(painter, drawing(), o);
}

void DrawingView::mouseMoveEvent(QMouseEvent* event) {
    const Shape* shape = shapeAt(drawing(), {event->position().x(), event->position().y()});
    const Target target = shape ? shape->target : Target{};
    if (sameTarget(target, hover_)) return;
    hover_ = target;
    update();
}

void DrawingView::mousePressEvent(QMouseEvent* event) {
    const Shape* shape = shapeAt(drawing(), {event->position().x(), event->position().y()});
    const auto* part = shape ? std::get_if<PartRef>(&shape->target) : nullptr;
    session_.selectPart(part ? std::optional<PartRef>(*part) : std::nullopt);
}

void DrawingView::leaveEvent(QEvent*) {
    hover_ = {};
    update();
}

bool DrawingView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const Shape* shape = shapeAt(drawing(), {double(help->pos().x()), double(help->pos().y())});
    const auto* part = shape ? std::get_if<PartRef>(&shape->target) : nullptr;
    const JointState* state = session_.state();
    const Joint* joint = session_.current();
    if (!part || !state || !state->result || !joint) {
        QToolTip::hideText();
        return true;
    }
    const std::string text = partSummary(*state->result, *part, isTwoSided(*joint), session_.job().settings.units);
    QToolTip::showText(help->globalPos(), QString::fromStdString(text), this);
    return true;
}

} // namespace zg
