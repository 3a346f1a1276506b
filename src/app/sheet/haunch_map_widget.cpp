#include "app/sheet/haunch_map_widget.h"
#include "app/theme/theme.h"
#include "app/use_text.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace zg {
namespace {

constexpr int cellWidth = 44, cellHeight = 22, headWidth = 46, headHeight = 18;

QString useText(const HaunchMap::Cell& cell) { return cell.utilisation ? zg::useText(*cell.utilisation) : QStringLiteral("–"); }

} // namespace

HaunchMapWidget::HaunchMapWidget(Session& session, Theme& theme, HaunchMap map, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), map_(std::move(map)) {
    setObjectName(QStringLiteral("haunchMap"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Depth and length of the haunch, and what the joint comes to"));
    setFixedSize(sizeHint());
}

QRect HaunchMapWidget::cellRect(std::size_t depth, std::size_t length) const {
    return {headWidth + static_cast<int>(length) * cellWidth, headHeight + static_cast<int>(depth) * cellHeight, cellWidth,
            cellHeight};
}

QSize HaunchMapWidget::sizeHint() const {
    return {headWidth + static_cast<int>(map_.lengths.size()) * cellWidth + 1,
            headHeight + static_cast<int>(map_.depths.size()) * cellHeight + 1};
}

QString HaunchMapWidget::sayCell(std::size_t depth, std::size_t length) const {
    const UnitSystem units = session_.job().settings.units;
    const auto say = [&](double mm) { return QString::fromStdString(shown(mm, Quantity::Length, units)); };
    return tr("haunch %1 deep, %2 long").arg(say(map_.depths[depth]), say(map_.lengths[length]));
}

void HaunchMapWidget::choose(std::size_t depth, std::size_t length) {
    if (depth >= map_.depths.size() || length >= map_.lengths.size() || (depth == map_.depth && length == map_.length)) return;
    const Joint after = map_.at(depth, length).joint;
    (void)session_.edit(sayCell(depth, length), [&](Joint& j) { j = after; });
}

void HaunchMapWidget::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Palette& p = theme_.palette();
    const UnitSystem units = session_.job().settings.units;
    const auto number = [&](double mm) { return QString::fromStdString(shownNumber(mm, Quantity::Length, units)); };
    painter.setFont(interfaceFont(10.5));
    painter.setPen(qcolor(p, Tone::FaintInk));
    for (std::size_t l = 0; l < map_.lengths.size(); ++l)
        painter.drawText(QRect(cellRect(0, l).left(), 0, cellWidth, headHeight), Qt::AlignCenter, number(map_.lengths[l]));
    for (std::size_t d = 0; d < map_.depths.size(); ++d)
        painter.drawText(QRect(0, cellRect(d, 0).top(), headWidth - 8, cellHeight), Qt::AlignVCenter | Qt::AlignRight,
                         number(map_.depths[d]));
    for (std::size_t d = 0; d < map_.depths.size(); ++d)
        for (std::size_t l = 0; l < map_.lengths.size(); ++l) {
            const HaunchMap::Cell& cell = map_.at(d, l);
            const QRect box = cellRect(d, l);
            if (cell.utilisation) {
                QColor tint = qcolor(p, toneOf(cell.state));
                tint.setAlphaF(
                    static_cast<float>(cell.state == CheckState::Within ? 0.10 + 0.16 * std::min(1.0, *cell.utilisation) : 0.26));
                painter.fillRect(box, tint);
            }
            painter.setFont(interfaceFont(11, cell.state == CheckState::Over));
            painter.setPen(qcolor(p, cell.state == CheckState::Over ? Tone::Over : Tone::Ink));
            painter.drawText(box, Qt::AlignCenter, useText(cell));
        }
    // Where the governing check changes.
    painter.setPen(QPen(qcolor(p, Tone::Ink), 1.4));
    for (std::size_t d = 0; d < map_.depths.size(); ++d)
        for (std::size_t l = 0; l < map_.lengths.size(); ++l) {
            const QRect box = cellRect(d, l);
            if (l + 1 < map_.lengths.size() && map_.at(d, l).governing != map_.at(d, l + 1).governing)
                painter.drawLine(box.right() + 1, box.top(), box.right() + 1, box.bottom() + 1);
            if (d + 1 < map_.depths.size() && map_.at(d, l).governing != map_.at(d + 1, l).governing)
                painter.drawLine(box.left(), box.bottom() + 1, box.right() + 1, box.bottom() + 1);
        }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(qcolor(p, Tone::Accent), hasFocus() ? 2.2 : 1.6));
    painter.drawRoundedRect(QRectF(cellRect(map_.depth, map_.length)).adjusted(0.8, 0.8, -0.8, -0.8), 3, 3);
}

void HaunchMapWidget::mousePressEvent(QMouseEvent* event) {
    if (event->pos().x() < headWidth || event->pos().y() < headHeight) return;
    choose(static_cast<std::size_t>((event->pos().y() - headHeight) / cellHeight),
           static_cast<std::size_t>((event->pos().x() - headWidth) / cellWidth));
}

void HaunchMapWidget::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Left: return choose(map_.depth, map_.length - 1);
    case Qt::Key_Right: return choose(map_.depth, map_.length + 1);
    case Qt::Key_Up: return choose(map_.depth - 1, map_.length);
    case Qt::Key_Down: return choose(map_.depth + 1, map_.length);
    default: QWidget::keyPressEvent(event);
    }
}

bool HaunchMapWidget::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    for (std::size_t d = 0; d < map_.depths.size(); ++d)
        for (std::size_t l = 0; l < map_.lengths.size(); ++l)
            if (cellRect(d, l).contains(help->pos())) {
                const HaunchMap::Cell& cell = map_.at(d, l);
                QToolTip::showText(
                    help->globalPos(),
                    sayCell(d, l) +
                        (cell.utilisation
                             ? tr(": the joint comes to %1, %2").arg(useText(cell), QString::fromUtf8(title(cell.governing)))
                             : tr(": could not be computed")),
                    this);
            }
    return true;
}

} // namespace zg
