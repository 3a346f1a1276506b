#include "app/sheet/stock_strip_widget.h"
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
constexpr int cellWidth = 42, cellHeight = 50, gap = 4;
}

StockStripWidget::StockStripWidget(Session& session, Theme& theme, StockStrip strip, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), strip_(std::move(strip)) {
    setObjectName(QStringLiteral("stockStrip"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Stock sizes"));
    setFixedHeight(cellHeight);
}

void StockStripWidget::setStrip(StockStrip strip) {
    strip_ = std::move(strip);
    updateGeometry();
    update();
}

QRect StockStripWidget::optionRect(int index) const { return {index * (cellWidth + gap), 0, cellWidth, cellHeight}; }

QSize StockStripWidget::sizeHint() const {
    return {static_cast<int>(strip_.options.size()) * (cellWidth + gap) - gap, cellHeight};
}

int StockStripWidget::currentIndex() const {
    for (std::size_t i = 0; i < strip_.options.size(); ++i)
        if (strip_.options[i].isCurrent) return static_cast<int>(i);
    return -1;
}

void StockStripWidget::choose(int index) {
    if (index < 0 || index >= static_cast<int>(strip_.options.size()) || index == currentIndex()) return;
    const StockOption option = strip_.options[static_cast<std::size_t>(index)];
    Parameter p;
    p.path = strip_.path;
    p.key = strip_.key;
    (void)session_.setParameter(p, option.value, QString::fromStdString(option.label));
}

void StockStripWidget::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Palette& p = theme_.palette();
    for (int i = 0; i < static_cast<int>(strip_.options.size()); ++i) {
        const StockOption& o = strip_.options[static_cast<std::size_t>(i)];
        const QRectF box = QRectF(optionRect(i)).adjusted(0.7, 0.7, -0.7, -0.7);
        painter.setPen(QPen(qcolor(p, o.isCurrent ? Tone::Accent : Tone::Line), o.isCurrent ? 1.6 : 1));
        painter.setBrush(qcolor(p, o.isCurrent ? Tone::Card : Tone::Paper));
        painter.drawRoundedRect(box, 4, 4);
        painter.setPen(qcolor(p, Tone::Ink));
        painter.setFont(interfaceFont(o.label.size() > 5 ? 10 : 12, true));
        painter.drawText(box.adjusted(0, 4, 0, -28), Qt::AlignCenter, QString::fromStdString(o.label));
        const QRectF foot = box.adjusted(6, 26, -3, -6);
        if (!o.utilisation) {
            painter.setPen(qcolor(p, Tone::FaintInk));
            painter.drawText(foot, Qt::AlignCenter, QStringLiteral("–"));
            continue;
        }
        const double height = std::min(1.0, *o.utilisation / 1.2) * foot.height();
        painter.fillRect(QRectF(foot.left(), foot.bottom() - height, 4, height), qcolor(p, toneOf(o.state)));
        painter.setFont(interfaceFont(11, o.state == CheckState::Over));
        painter.setPen(qcolor(p, o.state == CheckState::Over ? Tone::Over : Tone::Ink));
        painter.drawText(foot.adjusted(6, 0, 0, 0), Qt::AlignCenter, useText(*o.utilisation));
    }
    if (hasFocus()) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(qcolor(p, Tone::Accent), 1, Qt::DotLine));
        if (currentIndex() >= 0) painter.drawRoundedRect(QRectF(optionRect(currentIndex())).adjusted(2.5, 2.5, -2.5, -2.5), 3, 3);
    }
}

void StockStripWidget::mousePressEvent(QMouseEvent* event) { choose(event->pos().x() / (cellWidth + gap)); }

void StockStripWidget::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Left) return choose(currentIndex() - 1);
    if (event->key() == Qt::Key_Right) return choose(currentIndex() + 1);
    QWidget::keyPressEvent(event);
}

bool StockStripWidget::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int i = help->pos().x() / (cellWidth + gap);
        if (i >= 0 && i < static_cast<int>(strip_.options.size())) {
            const StockOption& o = strip_.options[static_cast<std::size_t>(i)];
            const QString text = o.utilisation ? tr("%1: the joint comes to %2, %3")
                                                     .arg(QString::fromStdString(o.label),
                                                          QString::fromStdString(fixedDecimals(*o.utilisation, 2)),
                                                          QString::fromUtf8(title(o.governing)))
                                               : tr("%1: could not be computed").arg(QString::fromStdString(o.label));
            QToolTip::showText(help->globalPos(), text, this);
        }
        return true;
    }
    return QWidget::event(event);
}

} // namespace zg
