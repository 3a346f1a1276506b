#include "app/plates/plate_canvas.h"
#include "app/plates/plate_display.h"
#include "app/theme/theme.h"
#include "base/text.h"
#include "plates/plate_result.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include "words/phrases.h"
#include "words/plate_words.h"
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QTimer>
#include <QToolTip>
#include <QWheelEvent>
#include <cmath>

namespace zg {

PlateCanvas::PlateCanvas(Session& session, PlateDisplay& display, Theme& theme, QWidget* parent)
    : QWidget(parent), session_(session), display_(display), theme_(theme), settle_(new QTimer(this)) {
    setObjectName(QStringLiteral("plateCanvas"));
    setAccessibleName(tr("Plates: model and results"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(160, 140);
    settle_->setSingleShot(true);
    settle_->setInterval(120);
    connect(settle_, &QTimer::timeout, this, [this] {
        isMoving_ = false;
        markStale();
    });
    connect(&display, &PlateDisplay::changed, this, &PlateCanvas::markStale);
    connect(&display, &PlateDisplay::redrawWanted, this, &PlateCanvas::markStale);
    connect(&theme, &Theme::changed, this, &PlateCanvas::markStale);
}

void PlateCanvas::markStale() {
    isStale_ = true;
    update();
}

const PlatePicture& PlateCanvas::current() {
    if (display_.scene() && (isStale_ || picture_.drawing.width != width() || picture_.drawing.height != height())) {
        picture_ = display_.picture(width(), height(), isMoving_ ? 1 : 2, isMoving_ ? 1 : devicePixelRatioF(), theme_.palette());
        isStale_ = false;
    }
    return picture_;
}

void PlateCanvas::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Palette& p = theme_.palette();
    painter.fillRect(rect(), qcolor(p, Tone::Card));
    if (!display_.scene()) {
        painter.setPen(qcolor(p, Tone::FaintInk));
        painter.setFont(interfaceFont(14));
        painter.drawText(rect().adjusted(60, 0, -60, 0), Qt::AlignCenter | Qt::TextWordWrap,
                         tr("The joint is not complete; the Sheet says what is missing."));
        return;
    }
    PaintOptions o;
    o.palette = &p;
    paintDrawing(painter, current().drawing, o);
    const Joint* joint = session_.current();
    if (joint && !display_.isBuilt() && session_.plates().isStale(*joint)) {
        painter.setFont(interfaceFont(12.5, true));
        const QString text = tr("Stale: the joint has changed since");
        const QRectF box(width() - 270, 10, 256, 24);
        painter.setPen(QPen(qcolor(p, Tone::Accent), 1.4));
        painter.setBrush(qcolor(p, Tone::Card));
        painter.drawRoundedRect(box, 5, 5);
        painter.setPen(qcolor(p, Tone::Accent));
        painter.drawText(box, Qt::AlignCenter, text);
    }
    if (hasFocus()) {
        painter.setPen(QPen(qcolor(p, Tone::Accent), 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

std::optional<PartRef> PlateCanvas::partAt(const QPoint& at) {
    if (!display_.scene()) return std::nullopt;
    const PlatePicture& p = current();
    if (!p.scene || p.drawing.width <= 0) return std::nullopt;
    const double ratio = p.scene->width / p.drawing.width;
    return display_.scene()->partOf(p.scene->idAt(static_cast<int>(at.x() * ratio), static_cast<int>(at.y() * ratio)));
}

void PlateCanvas::mousePressEvent(QMouseEvent* event) {
    last_ = event->pos();
    hasDragged_ = false;
}

void PlateCanvas::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() == Qt::NoButton || !display_.scene()) return;
    const QPoint moved = event->pos() - last_;
    if (!hasDragged_ && moved.manhattanLength() < 4) return;
    hasDragged_ = true;
    last_ = event->pos();
    Camera& c = display_.camera;
    if ((event->buttons() & Qt::MiddleButton) || (event->modifiers() & Qt::ShiftModifier)) {
        c.panX += moved.x();
        c.panY += moved.y();
    } else {
        c.yaw += 0.008 * moved.x();
        c.pitch = std::max(-1.5708, std::min(1.5708, c.pitch + 0.008 * moved.y()));
    }
    isMoving_ = true;
    settle_->start();
    display_.touch();
}

void PlateCanvas::mouseReleaseEvent(QMouseEvent* event) {
    if (!hasDragged_ && event->button() == Qt::LeftButton) session_.selectPart(partAt(event->pos()));
    hasDragged_ = false;
}

void PlateCanvas::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto part = partAt(event->pos());
    display_.isolated = display_.isolated ? std::nullopt : part;
    display_.touch();
}

void PlateCanvas::wheelEvent(QWheelEvent* event) {
    Camera& c = display_.camera;
    const double factor = std::pow(1.0015, event->angleDelta().y()), next = std::max(0.3, std::min(40.0, c.zoom * factor));
    // What is under the mouse stays there.
    const Point2 middle = platePictureMiddle(width(), height(), !display_.isBuilt() && display_.field != PlateField::None);
    const double x = event->position().x() - middle.x, y = event->position().y() - middle.y;
    c.panX = x - (x - c.panX) * next / c.zoom;
    c.panY = y - (y - c.panY) * next / c.zoom;
    c.zoom = next;
    isMoving_ = true;
    settle_->start();
    display_.touch();
}

void PlateCanvas::keyPressEvent(QKeyEvent* event) {
    Camera& c = display_.camera;
    switch (event->key()) {
    case Qt::Key_Left: c.yaw -= 0.1; break;
    case Qt::Key_Right: c.yaw += 0.1; break;
    case Qt::Key_Up: c.pitch = std::min(1.5708, c.pitch + 0.1); break;
    case Qt::Key_Down: c.pitch = std::max(-1.5708, c.pitch - 0.1); break;
    case Qt::Key_Plus: c.zoom = std::min(40.0, c.zoom * 1.2); break;
    case Qt::Key_Minus: c.zoom = std::max(0.3, c.zoom / 1.2); break;
    case Qt::Key_PageDown: display_.showFrame(display_.frame() + 1); return;
    case Qt::Key_PageUp: display_.showFrame(display_.frame() - 1); return;
    case Qt::Key_H:
        if (const auto part = session_.selectedPart()) display_.hidden.insert(partId(*part));
        break;
    case Qt::Key_A:
        display_.hidden.clear();
        display_.isolated.reset();
        break;
    default: QWidget::keyPressEvent(event); return;
    }
    display_.touch();
}

bool PlateCanvas::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto part = partAt(help->pos());
    const PlateStrength* set = display_.set();
    const Joint* joint = session_.current();
    if (!part || !joint) {
        QToolTip::hideText();
        return true;
    }
    const UnitSystem units = session_.job().settings.units;
    std::string text = partName(*part, isTwoSided(*joint));
    if (!set || display_.isBuilt()) {
        QToolTip::showText(help->globalPos(), QString::fromStdString(text), this);
        return true;
    }
    for (const PartUse& u : set->parts)
        if (u.part == *part)
            text += "\nlargest stress " + shown(u.stress, Quantity::Stress, units) + ", plastic strain " +
                    fixedDecimals(100 * u.strain, 2) + " %";
    for (const BoltUse& b : set->bolts)
        if (b.row == *part)
            text += "\n" + tensionWords(b, units) + ", shear " + shown(b.shear, Quantity::Force, units) + ", use " +
                    fixedDecimals(b.utilisation(), 2);
    QToolTip::showText(help->globalPos(), QString::fromStdString(text), this);
    return true;
}

} // namespace zg
