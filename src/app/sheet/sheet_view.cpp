#include "app/sheet/sheet_view.h"
#include "app/sheet/problem_list.h"
#include "app/theme/theme.h"
#include "base/number_column.h"
#include "base/text.h"
#include "drawing/sheet.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QHelpEvent>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

double& forceIn(ActionSet& set, const ForceRef& ref) {
    EndForces& f = forcesOf(set, ref.side);
    return ref.kind == ForceRef::Kind::N ? f.N : ref.kind == ForceRef::Kind::V ? f.V : f.M;
}

/// What takes hold of a dimension with the mouse, instead of a number to type.
bool isGrip(const DimensionRef& ref) { return ref.index < 0; }

Quantity quantityOf(const Target& target) {
    if (const auto* d = std::get_if<DimensionRef>(&target))
        return d->kind == DimensionKind::Slope || d->kind == DimensionKind::HaunchAngle ? Quantity::Angle : Quantity::Length;
    const auto* force = std::get_if<ForceRef>(&target);
    return !force ? Quantity::Length : force->kind == ForceRef::Kind::M ? Quantity::Moment : Quantity::Force;
}

QString wordsOf(const DimensionRef& ref) {
    switch (ref.kind) {
    case DimensionKind::EdgeTop: return SheetView::tr("end distance at the top");
    case DimensionKind::EdgeBottom: return SheetView::tr("end distance at the bottom");
    case DimensionKind::Pitch: return SheetView::tr("pitch of rows %1 and %2").arg(ref.index + 1).arg(ref.index + 2);
    case DimensionKind::Gauge: return SheetView::tr("gauge");
    case DimensionKind::PlateWidth: return SheetView::tr("plate width");
    case DimensionKind::PlateThickness: return SheetView::tr("plate thickness");
    case DimensionKind::Slope: return SheetView::tr("slope of the beam");
    case DimensionKind::HaunchDepth: return SheetView::tr("depth of the haunch");
    case DimensionKind::HaunchLength: return SheetView::tr("length of the haunch");
    case DimensionKind::HaunchAngle: return SheetView::tr("angle of the haunch");
    }
    return {};
}

} // namespace

SheetView::SheetView(Session& session, Theme& theme, ParameterForm::ChooseSection chooseSection, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), chooseSection_(std::move(chooseSection)) {
    setObjectName(QStringLiteral("sheet"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Sheet, working drawing of the joint"));
    problems_ = new ProblemList(session, this);
    connect(problems_, &ProblemList::fieldWanted, this, &SheetView::fieldWanted);
    connect(&session, &Session::changed, this, &SheetView::refresh);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void SheetView::refresh(unsigned changes) {
    isStale_ = true;
    if (changes & Session::Current) closeCard();
    if ((changes & Session::Content) && card_ && !isDragging_) card_->refresh();
    update();
}

const Drawing& SheetView::drawing() {
    if (!isStale_ && drawing_.width == width() && drawing_.height == height()) return drawing_;
    isStale_ = false;
    const JointState* state = session_.state();
    drawing_ = {};
    if (state && state->resolved) {
        SheetOptions o;
        o.width = width();
        o.height = height();
        o.units = session_.job().settings.units;
        o.set = session_.activeSet();
        o.withGhosts = true;
        if (const auto part = session_.selectedPart()) o.face = part->side;
        o.change = change_ ? &*change_ : nullptr;
        drawing_ = sheetDrawing(*state->resolved, state->result.get(), o);
    }
    drawing_.width = width();
    drawing_.height = height();
    return drawing_;
}

void SheetView::showChange(const std::optional<Joint>& changed) {
    if (!changed && !change_) return;
    change_.reset();
    if (changed)
        if (auto resolved = resolve(session_.job(), *changed)) change_ = std::move(*resolved);
    isStale_ = true;
    update();
}

void SheetView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Palette& p = theme_.palette();
    painter.fillRect(rect(), qcolor(p, Tone::Card));
    const JointState* state = session_.state();
    if (state && !state->problems.empty()) return; // the list of problems lies over it
    PaintOptions o;
    o.palette = &p;
    o.hover = hover_;
    o.showGhosts = underMouse() && !isDragging_;
    if (const auto part = session_.selectedPart()) o.selected = *part;
    paintDrawing(painter, drawing(), o);
    const QString words = hint();
    if (!words.isEmpty()) {
        painter.setFont(interfaceFont(11));
        painter.setPen(qcolor(p, Tone::Accent));
        painter.drawText(QRect(14, height() - 22, width() / 2, 18), Qt::AlignLeft, words);
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(qcolor(p, hasFocus() ? Tone::Accent : Tone::Line), 1));
    painter.drawRect(QRectF(0.5, 0.5, width() - 1, height() - 1));
}

QString SheetView::hint() const {
    if (isDragging_) {
        const auto* dimension = std::get_if<DimensionRef>(&pressed_);
        return (dimension && isOfHaunch(dimension->kind) ? haunchHint(*dimension) + tr("; ") : QString()) +
               tr("release to keep, Escape to put back");
    }
    if (const auto* fitting = std::get_if<FittingRef>(&hover_))
        return tr("click to add: %1").arg(QString::fromStdString(wordOf(*fitting)));
    if (const auto* dimension = std::get_if<DimensionRef>(&hover_))
        return isGrip(*dimension) && isOfHaunch(dimension->kind) ? haunchHint(*dimension)
               : isGrip(*dimension)                              ? tr("drag the end of the plate")
                                                                 : tr("click to type: %1").arg(wordsOf(*dimension));
    if (std::holds_alternative<ForceRef>(hover_)) return tr("click to type the force of the active set");
    if (const auto* part = std::get_if<PartRef>(&hover_)) {
        const Joint* joint = session_.current();
        return QString::fromStdString(partName(*part, joint && isTwoSided(*joint))) +
               (part->kind == PartKind::BoltRow ? tr(": click, or drag to move") : tr(": click"));
    }
    return {};
}

QString SheetView::haunchHint(const DimensionRef& grip) const {
    const JointState* state = session_.state();
    const ResolvedSide* side = state && state->resolved ? state->resolved->side(grip.side) : nullptr;
    const bool isBelow = grip.index == -1;
    if (!side || !side->haunch(isBelow)) return {};
    const ResolvedHaunch& h = *side->haunch(isBelow);
    const UnitSystem units = session_.job().settings.units;
    const auto say = [&](double mm) { return QString::fromStdString(shown(mm, Quantity::Length, units)); };
    QString words =
        grip.kind == DimensionKind::HaunchLength ? tr("toe: %1 long, drag in steps of 50").arg(say(h.spec.length))
        : h.deepest > 0
            ? tr("depth: %1, drag in steps of 10; the cutting ends at %2").arg(say(h.spec.depth), say(h.deepest / h.cos))
            : tr("depth: %1, drag in steps of 10").arg(say(h.spec.depth));
    if (state->result && state->result->governing >= 0)
        words += tr("; use %1").arg(QString::fromStdString(fixedDecimals(state->result->utilisation, 2)));
    return words;
}

void SheetView::mousePressEvent(QMouseEvent* event) {
    setFocus();
    if (editor_) commitEditor();
    const Shape* shape = shapeAt(drawing(), {event->position().x(), event->position().y()});
    pressed_ = shape ? shape->target : Target{};
    pressedAt_ = event->pos();
    if (!shape) {
        closeCard();
        session_.selectPart(std::nullopt);
    }
}

void SheetView::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton) {
        const bool isRow = std::holds_alternative<PartRef>(pressed_) && std::get<PartRef>(pressed_).kind == PartKind::BoltRow;
        const bool isEnd = std::holds_alternative<DimensionRef>(pressed_) && isGrip(std::get<DimensionRef>(pressed_));
        if ((isRow || isEnd) && (isDragging_ || (event->pos() - pressedAt_).manhattanLength() > 4)) drag(event->pos());
        return;
    }
    const Shape* shape = shapeAt(drawing(), {event->position().x(), event->position().y()});
    const Target target = shape ? shape->target : Target{};
    const bool isEnd = std::holds_alternative<DimensionRef>(target) && isGrip(std::get<DimensionRef>(target));
    const bool isToe = isEnd && std::get<DimensionRef>(target).kind == DimensionKind::HaunchLength;
    setCursor(isToe ? Qt::SizeHorCursor : isEnd ? Qt::SizeVerCursor : shape ? Qt::PointingHandCursor : Qt::ArrowCursor);
    if (sameTarget(target, hover_)) return;
    hover_ = target;
    update();
}

void SheetView::drag(QPoint at) {
    const JointState* state = session_.state();
    const Joint* saved = findJoint(session_.job(), session_.current() ? session_.current()->id : std::string());
    if (!state || !saved) return;
    isDragging_ = true;
    const double scale = pressedAt_.x() >= drawing_.faceLeft && pressedAt_.y() >= drawing_.faceTop ? drawing_.facePixelsPerMm
                                                                                                   : drawing_.pixelsPerMm;
    const double down = (at.y() - pressedAt_.y()) / std::max(0.01, scale);
    Joint moved = *saved;
    const auto resolved = session_.stateOf(*saved).resolved;
    if (!resolved) return;
    if (const auto* part = std::get_if<PartRef>(&pressed_)) {
        const EndPlate* side = findEndPlate(*saved, part->side);
        if (!side || part->index >= static_cast<int>(side->rows.size())) return;
        const double wanted = side->rows[static_cast<std::size_t>(part->index)].position + down;
        (void)moveRow(moved, part->side, part->index, snappedRow(*resolved, part->side, part->index, wanted));
    } else if (const auto* grip = std::get_if<DimensionRef>(&pressed_); grip && isOfHaunch(grip->kind)) {
        const ResolvedSide* own = resolved->side(grip->side);
        if (!own || !own->haunch(grip->index == -1)) return;
        const double out = own->dir() * (at.x() - pressedAt_.x()) / std::max(0.01, scale);
        const double deeper = grip->index == -1 ? down : -down;
        const double now = dimensionValue(*resolved, *grip);
        const double value = grip->kind == DimensionKind::HaunchLength ? std::max(50.0, std::round((now + out) / 50) * 50)
                                                                       : std::max(10.0, std::round((now + deeper) / 10) * 10);
        setDimension(moved, *resolved, *grip, value);
    } else if (const auto* end = std::get_if<DimensionRef>(&pressed_)) {
        EndPlate* side = findEndPlate(moved, end->side);
        if (!side) return;
        double& edge = end->kind == DimensionKind::EdgeTop ? side->plate.above : side->plate.below;
        edge = std::round((edge + (end->kind == DimensionKind::EdgeTop ? -down : down)) / 5) * 5;
    }
    session_.preview(std::move(moved));
}

void SheetView::endDrag(bool keep) {
    isDragging_ = false;
    const Joint* shown = session_.current();
    if (!shown) return;
    const Joint after = *shown;
    session_.preview(std::nullopt);
    if (!keep) return;
    const bool isRow = std::holds_alternative<PartRef>(pressed_);
    const QString title = isRow ? tr("move bolt row %1").arg(std::get<PartRef>(pressed_).index + 1)
                          : isOfHaunch(std::get<DimensionRef>(pressed_).kind)
                              ? tr("drag the %1").arg(wordsOf(std::get<DimensionRef>(pressed_)))
                              : tr("move the end of the plate");
    (void)session_.edit(title, [&](Joint& joint) { joint = after; });
}

void SheetView::mouseReleaseEvent(QMouseEvent* event) {
    if (isDragging_) {
        endDrag(true);
        pressed_ = {};
        return;
    }
    const Shape* shape = shapeAt(drawing(), {event->position().x(), event->position().y()});
    if (shape && sameTarget(shape->target, pressed_)) click(*shape, event->pos());
    pressed_ = {};
}

void SheetView::click(const Shape& shape, QPoint at) {
    const Target target = shape.target;
    if (const auto* part = std::get_if<PartRef>(&target)) {
        session_.selectPart(*part);
        openCard(*part, at);
    } else if (const auto* fitting = std::get_if<FittingRef>(&target)) {
        const JointState* state = session_.state();
        if (!state || !state->resolved) return;
        const auto resolved = state->resolved;
        const FittingRef ref = *fitting;
        hover_ = {};
        (void)session_.edit(tr("add %1").arg(QString::fromStdString(wordOf(ref))),
                            [&](Joint& joint) { addFitting(joint, *resolved, ref); });
    } else if (const auto* dimension = std::get_if<DimensionRef>(&target)) {
        if (!isGrip(*dimension)) openEditor(target, at);
    } else if (std::holds_alternative<ForceRef>(target)) {
        openEditor(target, at);
    }
}

void SheetView::openEditor(const Target& target, QPoint at) {
    const JointState* state = session_.state();
    const Joint* joint = session_.current();
    if (!state || !state->resolved || !joint) return;
    closeEditor();
    double value = 0;
    if (const auto* d = std::get_if<DimensionRef>(&target)) value = dimensionValue(*state->resolved, *d);
    if (const auto* f = std::get_if<ForceRef>(&target)) {
        if (session_.activeSet() >= static_cast<int>(joint->actions.size())) return;
        ActionSet set = joint->actions[static_cast<std::size_t>(session_.activeSet())];
        value = forceIn(set, *f);
    }
    edited_ = target;
    const double factor = unitOf(quantityOf(target), session_.job().settings.units).factor;
    editor_ = new QLineEdit(QString::fromStdString(significant(value / factor, 7)), this);
    editor_->setObjectName(QStringLiteral("inlineEditor"));
    editor_->setAlignment(Qt::AlignRight);
    editor_->setGeometry(std::clamp(at.x() - 36, 2, std::max(2, width() - 78)),
                         std::clamp(at.y() - 13, 2, std::max(2, height() - 28)), 76, 26);
    editor_->selectAll();
    editor_->show();
    editor_->setFocus();
    connect(editor_, &QLineEdit::returnPressed, this, &SheetView::commitEditor);
}

void SheetView::commitEditor() {
    if (!editor_) return;
    const QString text = editor_->text();
    const Target target = edited_;
    closeEditor();
    const auto typed = readNumber(text.toStdString());
    if (!typed) {
        Q_EMIT session_.refused(tr("\"%1\" is not a number.").arg(text));
        return;
    }
    const double value = *typed * unitOf(quantityOf(target), session_.job().settings.units).factor;
    const JointState* state = session_.state();
    if (!state || !state->resolved) return;
    const auto resolved = state->resolved;
    if (const auto* d = std::get_if<DimensionRef>(&target)) {
        (void)session_.edit(tr("%1 %2").arg(wordsOf(*d), text), [&](Joint& joint) { setDimension(joint, *resolved, *d, value); });
    } else if (const auto* f = std::get_if<ForceRef>(&target)) {
        const int set = session_.activeSet();
        (void)session_.edit(
            tr("force of set %1").arg(QString::fromStdString(resolved->actions[static_cast<std::size_t>(set)].id)),
            [&](Joint& joint) { forceIn(joint.actions[static_cast<std::size_t>(set)], *f) = value; });
    }
}

void SheetView::closeEditor() {
    if (!editor_) return;
    editor_->hide();
    editor_->setObjectName({}); // it lives until the event loop turns: nobody should find it meanwhile
    editor_->deleteLater();
    editor_ = nullptr;
    setFocus();
}

void SheetView::openCard(const PartRef& part, QPoint at) {
    closeCard();
    card_ = new Card(session_, theme_, part, chooseSection_, this);
    connect(card_, &Card::closed, this, &SheetView::closeCard);
    card_->adjustSize();
    const QSize size = card_->sizeHint();
    // Beside the click, inside the view; below right first, else to the left, so that the part itself stays in sight.
    int x = at.x() + 34;
    if (x + size.width() > width() - 8) x = at.x() - size.width() - 34;
    if (isOfHaunch(part.kind))
        x = width() - size.width() - 8; // its map is wide: over the faces, so that the haunch stays in sight
    x = std::clamp(x, 8, std::max(8, width() - size.width() - 8));
    const int y = std::clamp(at.y() + 18, 8, std::max(8, height() - size.height() - 8));
    card_->move(x, y);
    card_->show();
    card_->raise();
}

void SheetView::closeCard() {
    if (!card_) return;
    // Losing the focus would commit what is half typed: closing is no yes.
    for (QWidget* child : card_->findChildren<QWidget*>()) child->blockSignals(true);
    card_->hide();
    card_->deleteLater();
    card_ = nullptr;
    setFocus();
}

void SheetView::leaveEvent(QEvent*) {
    hover_ = {};
    update();
}

void SheetView::resizeEvent(QResizeEvent*) {
    closeEditor();
    problems_->setGeometry(rect());
}

void SheetView::showField(const PartRef& part, const FieldPath& path) {
    session_.selectPart(part);
    openCard(part, centreOf(part));
    for (QWidget* field : card_->findChildren<QWidget*>())
        if (field->property("path").toString().toStdString() == path.str()) {
            field->setFocus(Qt::OtherFocusReason);
            if (auto* line = qobject_cast<QLineEdit*>(field)) line->selectAll();
        }
}

QPoint SheetView::centreOf(const Target& target) {
    for (const Shape& s : drawing().shapes) {
        if (!sameTarget(s.target, target) || s.kind == Shape::Kind::Text) continue;
        double x = 0, y = 0;
        for (const Point2& p : s.points) {
            x += p.x / static_cast<double>(s.points.size());
            y += p.y / static_cast<double>(s.points.size());
        }
        return {static_cast<int>(x), static_cast<int>(y)};
    }
    return rect().center();
}

void SheetView::stepPart(int step) {
    std::vector<PartRef> parts;
    for (const Shape& s : drawing().shapes) {
        const auto* part = std::get_if<PartRef>(&s.target);
        if (part && std::find(parts.begin(), parts.end(), *part) == parts.end()) parts.push_back(*part);
    }
    if (parts.empty()) return;
    const auto now = session_.selectedPart();
    const auto at = now ? std::find(parts.begin(), parts.end(), *now) : parts.end();
    const auto count = static_cast<std::ptrdiff_t>(parts.size());
    const std::ptrdiff_t index = at == parts.end() ? (step > 0 ? 0 : count - 1) : (at - parts.begin() + step + count) % count;
    session_.selectPart(parts[static_cast<std::size_t>(index)]);
}

void SheetView::nudge(double mm) {
    const auto part = session_.selectedPart();
    const Joint* joint = session_.current();
    if (!part || part->kind != PartKind::BoltRow || !joint) return;
    const EndPlate* side = findEndPlate(*joint, part->side);
    if (!side || part->index >= static_cast<int>(side->rows.size())) return;
    const double to = side->rows[static_cast<std::size_t>(part->index)].position + mm;
    PartRef moved = *part;
    (void)session_.edit(
        tr("move bolt row %1").arg(part->index + 1), [&](Joint& j) { moved.index = moveRow(j, part->side, part->index, to); },
        QStringLiteral("nudge/%1/%2").arg(QString::fromStdString(part->side.str())).arg(part->index));
    session_.selectPart(moved);
}

void SheetView::keyPressEvent(QKeyEvent* event) {
    const auto part = session_.selectedPart();
    switch (event->key()) {
    case Qt::Key_Escape:
        if (isDragging_)
            endDrag(false);
        else if (editor_)
            closeEditor();
        else if (card_)
            closeCard();
        else
            session_.selectPart(std::nullopt);
        return;
    case Qt::Key_Right: return stepPart(1);
    case Qt::Key_Left: return stepPart(-1);
    case Qt::Key_Up: return nudge(-5);
    case Qt::Key_Down: return nudge(5);
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (part) openCard(*part, centreOf(*part));
        return;
    case Qt::Key_Delete:
    case Qt::Key_Backspace:
        if (part) {
            const Joint* joint = session_.current();
            const QString name = QString::fromStdString(partName(*part, joint && isTwoSided(*joint)));
            Joint probe = joint ? *joint : Joint{};
            if (!removePart(probe, *part)) {
                Q_EMIT session_.refused(tr("The %1 cannot be removed.").arg(name));
                return;
            }
            (void)session_.edit(tr("remove %1").arg(name), [&](Joint& j) { (void)removePart(j, *part); });
            session_.selectPart(std::nullopt);
        }
        return;
    default: QWidget::keyPressEvent(event);
    }
}

bool SheetView::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const JointState* state = session_.state();
        const Joint* joint = session_.current();
        const Shape* shape = shapeAt(drawing(), {double(help->pos().x()), double(help->pos().y())});
        const auto* part = shape ? std::get_if<PartRef>(&shape->target) : nullptr;
        if (!part || !state || !state->result || !joint) return true;
        const std::string text = partSummary(*state->result, *part, isTwoSided(*joint), session_.job().settings.units);
        QToolTip::showText(help->globalPos(), QString::fromStdString(text), this);
        return true;
    }
    return QWidget::event(event);
}

} // namespace zg
