#include "app/panels/curve_plot.h"
#include "app/dialogs/prompts.h"
#include "app/panels/plot_library.h"
#include "app/theme/theme.h"
#include "base/text.h"
#include "print/painter.h"
#include "words/phrases.h"
#include <QBuffer>
#include <QContextMenuEvent>
#include <QFileInfo>
#include <QKeyEvent>
#include <QMenu>
#include <QPdfWriter>
#include <QSvgGenerator>
#include <QToolButton>
#include <QVBoxLayout>

namespace zg {

namespace {

constexpr const char* seriesName = "series";
constexpr double nearEnough = 14; // pixels from the cursor to what it reads

QString text(const std::string& s) { return QString::fromStdString(s); }

/// The point of a line that is nearest to the cursor, in pixels; `distance` shrinks to it.
bool nearest(const std::vector<QPointF>& line, QPointF cursor, double& distance, QPointF& at) {
    bool isNearer = false;
    for (std::size_t i = 0; i + 1 < line.size(); ++i) {
        const QPointF along = line[i + 1] - line[i], to = cursor - line[i];
        const double square = QPointF::dotProduct(along, along);
        const double t = square > 0 ? std::clamp(QPointF::dotProduct(to, along) / square, 0.0, 1.0) : 0;
        const QPointF away = to - t * along;
        const double d = std::hypot(away.x(), away.y());
        if (d < distance) distance = d, at = line[i] + t * along, isNearer = true;
    }
    return isNearer;
}

} // namespace

CurvePlot::CurvePlot(Theme& theme, Prompts& prompts, QWidget* parent)
    : QWidget(parent), theme_(theme), prompts_(prompts), plot_(new QCustomPlot(this)) {
    setObjectName(QStringLiteral("momentRotation"));
    plot_->setObjectName(QStringLiteral("momentRotationPlot"));
    plot_->setMinimumSize(240, 100); // the names may be cut before the window cannot be small
    plot_->setFocusPolicy(Qt::StrongFocus);
    plot_->setAccessibleName(tr("Moment-rotation curve"));
    plot_->setToolTip(
        tr("Drag a rectangle or turn the wheel to come nearer, double click for the whole, names switch their curve, "
           "right click to save"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(plot_);
    plot_->setAutoAddPlottableToLegend(false);
    plot_->setSelectionRectMode(QCP::srmZoom);
    plot_->setInteractions(QCP::iRangeZoom);
    plot_->setNoAntialiasingOnDrag(false);
    // Names beside the plot, not in it.
    auto* names = new QCPLayoutGrid;
    plot_->plotLayout()->addElement(0, 1, names);
    names->addElement(0, 0, plot_->legend);
    names->addElement(1, 0, new QCPLayoutElement);
    names->setRowStretchFactor(0, 0.01);
    names->setMargins(QMargins(0, 6, 6, 0));
    plot_->plotLayout()->setColumnStretchFactor(1, 0.01);
    plot_->legend->setVisible(true);
    plot_->axisRect()->setAutoMargins(QCP::msLeft | QCP::msBottom);
    plot_->axisRect()->setMargins(QMargins(0, 8, 10, 0));
    connect(plot_, &QCustomPlot::legendClick, this, [this](QCPLegend*, QCPAbstractLegendItem* item) {
        auto* of = qobject_cast<QCPPlottableLegendItem*>(item);
        if (!of) return;
        // The names are made anew: not before the click is done with.
        const QString name = of->plottable()->property(seriesName).toString();
        QMetaObject::invokeMethod(
            this, [this, name] { setShown(name, !isShown(name)); }, Qt::QueuedConnection);
    });
    connect(plot_, &QCustomPlot::mouseMove, this, [this](QMouseEvent* event) { read(*event); });
    connect(plot_, &QCustomPlot::mouseDoubleClick, this, [this](QMouseEvent* event) {
        if (plot_->axisRect()->rect().contains(event->pos())) whole();
    });
    for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis})
        connect(axis, qOverload<const QCPRange&>(&QCPAxis::rangeChanged), this, [this] { isWhole_ = false; });
    connect(&theme_, &Theme::changed, this, &CurvePlot::draw);
    plot_->installEventFilter(this);
    other_ = new QToolButton(this);
    other_->setObjectName(QStringLiteral("curveOther"));
    other_->setCheckable(true);
    other_->hide();
    connect(other_, &QToolButton::toggled, this, &CurvePlot::otherWanted);
    draw();
}

void CurvePlot::setFigure(CurveFigure figure, const QString& title, UnitSystem units, const QString& whyEmpty) {
    const bool isAnother = title != title_ || units != units_ || figure_.series.empty();
    figure_ = std::move(figure);
    title_ = title;
    units_ = units;
    whyEmpty_ = whyEmpty;
    draw();
    if (isAnother || isWhole_) whole();
}

void CurvePlot::offerOther(const QString& name) {
    const QSignalBlocker quiet(other_);
    if (name.isEmpty()) other_->setChecked(false);
    other_->setText(name);
    other_->setVisible(!name.isEmpty());
    other_->adjustSize();
    other_->move(width() - other_->width() - 8, height() - other_->height() - 6);
    other_->raise();
}

bool CurvePlot::showsOther() const { return other_->isChecked(); }

void CurvePlot::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    offerOther(other_->text());
}

Point2 CurvePlot::onAxes(Point2 p) const { return {1e3 * p.x, p.y / unitOf(Quantity::Moment, units_).factor}; }

void CurvePlot::draw() {
    tracer_ = nullptr;
    readOff_ = nullptr;
    plot_->clearPlottables();
    plot_->clearItems();
    plot_->legend->clearItems();
    axes();
    if (figure_.series.empty()) {
        label({0, 0}, whyEmpty_, Tone::FaintInk, Qt::AlignCenter);
        auto* why = qobject_cast<QCPItemText*>(plot_->item());
        why->position->setType(QCPItemPosition::ptAxisRectRatio);
        why->position->setCoords(0.5, 0.5);
    } else {
        wedges();
        words();
        series();
        places();
    }
    plot_->replot(QCustomPlot::rpQueuedReplot);
}

void CurvePlot::axes() {
    const Palette& palette = theme_.palette();
    plot_->setBackground(QBrush(qcolor(palette, Tone::Card)));
    QFont font = this->font();
    font.setPixelSize(11);
    const QColor faint = qcolor(palette, Tone::FaintInk), ink = qcolor(palette, Tone::Ink);
    for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) {
        axis->setVisible(!figure_.series.empty());
        axis->setTickLabelFont(font);
        axis->setLabelFont(font);
        axis->setTickLabelColor(faint);
        axis->setLabelColor(faint);
        axis->setBasePen(QPen(ink, 1));
        axis->setTickPen(QPen(ink, 1));
        axis->setSubTickPen(Qt::NoPen);
        axis->setTickLength(0, 4);
        axis->setLabelPadding(2);
        axis->setTickLabelPadding(3);
        axis->ticker()->setTickCount(axis == plot_->xAxis ? 6 : 4);
        axis->grid()->setVisible(true);
        axis->grid()->setPen(Qt::NoPen);
        axis->grid()->setZeroLinePen(QPen(qcolor(palette, Tone::Line), 1.2));
    }
    plot_->xAxis->setLabel(figure_.isOverDrift ? tr("drift, mrad") : tr("rotation, mrad"));
    plot_->yAxis->setLabel(tr("M %1").arg(QString::fromUtf8(unitOf(Quantity::Moment, units_).symbol)));
    plot_->legend->setFont(font);
    plot_->legend->setTextColor(ink);
    plot_->legend->setBrush(Qt::NoBrush);
    plot_->legend->setBorderPen(Qt::NoPen);
    plot_->legend->setIconSize(20, 10);
    plot_->legend->setRowSpacing(1);
    plot_->legend->setMargins(QMargins(4, 2, 2, 2));
    plot_->selectionRect()->setPen(QPen(qcolor(palette, Tone::Accent), 1));
    plot_->selectionRect()->setBrush(Qt::NoBrush);
}

void CurvePlot::wedges() {
    const auto area = [&](std::vector<Point2> corners, Tone tone, double opacity) {
        auto* c = new QCPCurve(plot_->xAxis, plot_->yAxis);
        for (const Point2& p : corners) {
            const Point2 at = onAxes(p);
            c->addData(at.x, at.y);
        }
        QColor fill = qcolor(theme_.palette(), tone);
        fill.setAlphaF(static_cast<float>(opacity));
        c->setPen(Qt::NoPen);
        c->setBrush(fill);
        c->setSelectable(QCP::stNone);
    };
    for (const CurveWedge& w : figure_.wedges) {
        // Far beyond what is ever looked at.
        const double far = 20 * w.sign * std::max(figure_.reachPhi, -figure_.backPhi);
        const double top = 20 * w.sign * std::max(figure_.reachM, -figure_.backM);
        if (w.rigid > 0) area({{0, 0}, {top / w.rigid, top}, {0, top}}, Tone::Within, 0.12);
        if (w.pinned > 0) area({{0, 0}, {far, w.pinned * far}, {far, 0}}, Tone::FaintInk, 0.16);
    }
    if (!figure_.meshBand.empty()) area(figure_.meshBand, Tone::Accent, 0.18);
}

// What the areas mean, at their outer ends.
void CurvePlot::words() {
    if (figure_.wedges.empty() && !figure_.isOverDrift)
        label({figure_.reachPhi, 0}, tr("give the beam's span for the class"), Tone::FaintInk, Qt::AlignRight | Qt::AlignBottom);
    for (const CurveWedge& w : figure_.wedges) {
        const bool isRight = w.sign > 0;
        // At the lower end the labels of demands may stand where the word would; the upper one says it too.
        const bool isTaken = !isRight && std::any_of(figure_.demands.begin(), figure_.demands.end(), [&](const CurvePlace& p) {
            return p.at.x < 0 && p.at.x > -10 * wide() && p.at.y < figure_.backM + 1.5 * high();
        });
        if (!isTaken)
            label({0, isRight ? figure_.reachM : figure_.backM}, tr("rigid"), Tone::Within,
                  isRight ? Qt::AlignLeft | Qt::AlignTop : Qt::AlignRight | Qt::AlignBottom);
        label({isRight ? figure_.reachPhi : figure_.backPhi, 0}, tr("pinned"), Tone::FaintInk,
              isRight ? Qt::AlignRight | Qt::AlignBottom : Qt::AlignLeft | Qt::AlignTop);
    }
}

void CurvePlot::series() {
    const Palette& palette = theme_.palette();
    for (const CurveSeries& s : figure_.series) {
        auto* c = new QCPCurve(plot_->xAxis, plot_->yAxis);
        c->setProperty(seriesName, text(s.name));
        c->setName(text(s.name) + QStringLiteral("  ") +
                   (s.isStale ? tr("(other state)") : text(shownNumber(s.M_j_Rd, Quantity::Moment, units_))));
        for (const Point2& p : s.points) {
            const Point2 at = onAxes(p);
            c->addData(at.x, at.y);
        }
        const bool isPlates = s.kind == CurveSeries::Kind::Plates || s.kind == CurveSeries::Kind::PlatesUnder;
        QColor ink = qcolor(palette, s.kind == CurveSeries::Kind::Datum || s.isStale ? Tone::FaintInk
                                     : isPlates                                      ? Tone::Accent
                                                                                     : Tone::Ink);
        if (s.isOtherSense) ink.setAlphaF(0.55f);
        QPen pen(ink, s.kind == CurveSeries::Kind::Component && !s.isOtherSense ? 2 : 1.6);
        if (s.kind == CurveSeries::Kind::Datum || s.isStale) pen.setStyle(Qt::DashLine);
        if (s.kind == CurveSeries::Kind::PlatesUnder) pen.setStyle(Qt::DashDotLine);
        c->setPen(pen);
        c->setAntialiased(true);
        c->setSelectable(QCP::stNone);
        c->addToLegend();
        const bool is = isShown(text(s.name));
        c->setVisible(is);
        if (!is) plot_->legend->itemWithPlottable(c)->setTextColor(qcolor(palette, Tone::Line));
    }
}

void CurvePlot::places() {
    const Palette& palette = theme_.palette();
    // As many scatters as there are looks.
    const auto scatter = [&](const std::vector<CurvePlace>& places, auto&& isOne, QCPScatterStyle style) {
        auto* c = new QCPCurve(plot_->xAxis, plot_->yAxis);
        c->setLineStyle(QCPCurve::lsNone);
        c->setScatterStyle(style);
        c->setSelectable(QCP::stNone);
        for (const CurvePlace& p : places)
            if (isOne(p)) c->addData(onAxes(p.at).x, onAxes(p.at).y);
    };
    const bool arePlatesShown = std::all_of(figure_.series.begin(), figure_.series.end(), [&](const CurveSeries& s) {
        return s.kind != CurveSeries::Kind::Plates || s.isOtherSense || isShown(text(s.name));
    });
    if (arePlatesShown) {
        const QColor accent = qcolor(palette, Tone::Accent);
        scatter(figure_.marks, [](const CurvePlace& p) { return !p.isChosen; },
                {QCPScatterStyle::ssCircle, QPen(accent, 1.2), QBrush(qcolor(palette, Tone::Card)), 5});
        scatter(figure_.marks, [](const CurvePlace& p) { return p.isChosen; },
                {QCPScatterStyle::ssCross, QPen(accent, 2), Qt::NoBrush, 9});
    }
    for (const CheckState state : {CheckState::NotDone, CheckState::Within, CheckState::Close, CheckState::Over}) {
        const QColor ink = qcolor(palette, toneOf(state));
        const QBrush inside = state == CheckState::Over ? QBrush(ink) : QBrush(qcolor(palette, Tone::Card));
        scatter(figure_.demands, [&](const CurvePlace& p) { return p.state == state; },
                {QCPScatterStyle::ssCircle, QPen(ink, 1.8), inside, 7});
    }
    // Demands that stand on each other share a label.
    // Beside the word "rigid", at the upper end of the axis, a label goes to the other side if there is one.
    const auto isOnRigid = [&](const Point2& at) {
        return !figure_.wedges.empty() && figure_.backPhi < -4 * wide() && at.x < 3 * wide() && at.y > figure_.reachM - high();
    };
    for (std::size_t i = 0; i < figure_.demands.size(); ++i) {
        const auto isBeside = [&](const CurvePlace& p) {
            const Point2 &a = p.at, &b = figure_.demands[i].at;
            return std::abs(a.x - b.x) < wide() && std::abs(a.y - b.y) < high();
        };
        const auto first = figure_.demands.begin(), here = first + static_cast<std::ptrdiff_t>(i);
        if (std::any_of(first, here, isBeside)) continue;
        QStringList names;
        for (auto p = here; p != figure_.demands.end(); ++p)
            if (isBeside(*p)) names << text(p->name);
        if (names.size() > 4) names = names.mid(0, 3) << tr("%1 more").arg(names.size() - 3);
        label(here->at, names.join(QStringLiteral(", ")), Tone::Ink,
              (isOnRigid(here->at) ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignTop);
    }
}

void CurvePlot::label(Point2 at, const QString& words, Tone tone, Qt::Alignment alignment) {
    auto* t = new QCPItemText(plot_);
    t->setText(words);
    QFont font = this->font();
    font.setPixelSize(10);
    t->setFont(font);
    t->setColor(qcolor(theme_.palette(), tone));
    t->setSelectable(false);
    t->setPositionAlignment(alignment);
    t->setPadding(QMargins(6, 1, 6, 1));
    t->position->setCoords(onAxes(at).x, onAxes(at).y);
    t->setClipToAxisRect(true);
}

void CurvePlot::setShown(const QString& name, bool is) {
    if (is)
        hidden_.erase(name);
    else
        hidden_.insert(name);
    draw();
}

void CurvePlot::whole() {
    const Point2 low = onAxes({figure_.backPhi, figure_.backM}), high = onAxes({figure_.reachPhi, figure_.reachM});
    if (high.x > low.x) plot_->xAxis->setRange(low.x, high.x);
    if (high.y > low.y) plot_->yAxis->setRange(low.y, high.y);
    isWhole_ = true;
    plot_->replot(QCustomPlot::rpQueuedReplot);
}

void CurvePlot::zoom(double part) {
    for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) axis->scaleRange(part);
    plot_->replot(QCustomPlot::rpQueuedReplot);
}

QString CurvePlot::readOff() const { return readOff_ && readOff_->visible() ? readOff_->text() : QString(); }

void CurvePlot::read(const QMouseEvent& event) {
    if (figure_.series.empty()) return;
    const auto onScreen = [&](const Point2& p) {
        const Point2 at = onAxes(p);
        return QPointF(plot_->xAxis->coordToPixel(at.x), plot_->yAxis->coordToPixel(at.y));
    };
    const QPointF cursor = event.position();
    double distance = nearEnough;
    QPointF at;
    QString name;
    for (const CurveSeries& s : figure_.series) {
        if (!isShown(text(s.name))) continue;
        std::vector<QPointF> line;
        for (const Point2& p : s.points) line.push_back(onScreen(p));
        if (nearest(line, cursor, distance, at)) name = text(s.name);
    }
    // What is named goes before the line that it lies on.
    double toPlace = 8;
    for (const std::vector<CurvePlace>* places : {&figure_.marks, &figure_.demands})
        for (const CurvePlace& p : *places) {
            const QPointF away = onScreen(p.at) - cursor;
            if (const double d = std::hypot(away.x(), away.y()); d < toPlace)
                toPlace = d, at = onScreen(p.at), name = places == &figure_.marks ? tr("plates, ") + text(p.name) : text(p.name);
        }
    if (!readOff_) {
        tracer_ = new QCPItemTracer(plot_);
        tracer_->setStyle(QCPItemTracer::tsPlus);
        tracer_->setSelectable(false);
        tracer_->setPen(QPen(qcolor(theme_.palette(), Tone::Ink), 1));
        readOff_ = new QCPItemText(plot_);
        readOff_->setSelectable(false);
        readOff_->setPositionAlignment(Qt::AlignRight | Qt::AlignBottom);
        readOff_->position->setType(QCPItemPosition::ptAxisRectRatio);
        readOff_->position->setCoords(0.995, 0.98);
        readOff_->setPadding(QMargins(5, 2, 5, 2));
        readOff_->setBrush(qcolor(theme_.palette(), Tone::Card));
        readOff_->setPen(QPen(qcolor(theme_.palette(), Tone::Line), 1));
        readOff_->setColor(qcolor(theme_.palette(), Tone::Ink));
        QFont font = this->font();
        font.setPixelSize(11);
        readOff_->setFont(font);
    }
    const bool isThere = !name.isEmpty() && plot_->axisRect()->rect().contains(event.pos());
    tracer_->setVisible(isThere);
    readOff_->setVisible(isThere);
    if (isThere) {
        const double phi = plot_->xAxis->pixelToCoord(at.x()), M = plot_->yAxis->pixelToCoord(at.y());
        tracer_->position->setCoords(phi, M);
        const double newton = M * unitOf(Quantity::Moment, units_).factor;
        QString words =
            tr("%1: %2 at %3 mrad").arg(name, text(shown(newton, Quantity::Moment, units_)), text(significant(phi, 3)));
        if (std::abs(phi) > 1e-9) words += tr(", secant %1").arg(text(shown(newton / (1e-3 * phi), Quantity::Stiffness, units_)));
        readOff_->setText(words);
    }
    plot_->replot(QCustomPlot::rpQueuedReplot);
}

bool CurvePlot::eventFilter(QObject* watched, QEvent* event) {
    if (watched != plot_) return QWidget::eventFilter(watched, event);
    if (event->type() == QEvent::Leave && readOff_) {
        readOff_->setVisible(false);
        tracer_->setVisible(false);
        plot_->replot(QCustomPlot::rpQueuedReplot);
    }
    if (event->type() == QEvent::ContextMenu) {
        menu(static_cast<QContextMenuEvent*>(event)->globalPos());
        return true;
    }
    if (event->type() == QEvent::MouseButtonPress) {
        const auto* press = static_cast<QMouseEvent*>(event);
        if (press->button() != Qt::LeftButton) return true; // the right button belongs to the menu, not to a rectangle
        // Where no rectangle can begin the library takes a press for a click on what lies there.
        const bool isInside = plot_->axisRect()->rect().contains(press->pos());
        plot_->setSelectionRectMode(isInside ? QCP::srmZoom : QCP::srmNone);
    }
    if (event->type() == QEvent::KeyPress) {
        switch (static_cast<QKeyEvent*>(event)->key()) {
        case Qt::Key_Plus: zoom(0.8); return true;
        case Qt::Key_Minus: zoom(1.25); return true;
        case Qt::Key_0: whole(); return true;
        default: break;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void CurvePlot::menu(const QPoint& at) {
    QMenu menu(this);
    menu.setObjectName(QStringLiteral("momentRotationMenu"));
    menu.addAction(tr("Whole curve"), this, &CurvePlot::whole);
    menu.addSeparator();
    menu.addAction(tr("Save picture..."), this, &CurvePlot::savePicture)->setEnabled(!figure_.series.empty());
    menu.addAction(tr("Save points..."), this, &CurvePlot::savePoints)->setEnabled(!figure_.series.empty());
    menu.exec(at);
}

void CurvePlot::savePicture() {
    const QString path =
        prompts_.savePath(this, tr("Save picture"), title_ + QStringLiteral(".pdf"), tr("PDF (*.pdf);;SVG (*.svg);;PNG (*.png)"));
    if (path.isEmpty()) return;
    const QString kind = QFileInfo(path).suffix().toLower();
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    const QSize size(900, 420);
    const auto vectors = [&](QPaintDevice& device) {
        QCPPainter painter(&device);
        painter.setMode(QCPPainter::pmVectorized);
        painter.setMode(QCPPainter::pmNoCaching);
        plot_->toPainter(&painter, size.width(), size.height());
    };
    if (kind == QLatin1String("svg")) {
        QSvgGenerator svg;
        svg.setOutputDevice(&buffer);
        svg.setSize(size);
        svg.setViewBox(QRect(QPoint(0, 0), size));
        svg.setTitle(title_);
        vectors(svg);
    } else if (kind == QLatin1String("pdf")) {
        QPdfWriter pdf(&buffer);
        pdf.setTitle(title_);
        pdf.setResolution(72);
        pdf.setPageSize(QPageSize(QSizeF(size), QPageSize::Point));
        pdf.setPageMargins(QMarginsF());
        vectors(pdf);
    } else if (kind == QLatin1String("png")) {
        plot_->toPixmap(size.width(), size.height(), 2).save(&buffer, "PNG");
    } else {
        prompts_.tell(this, tr("Save picture"),
                      tr("The ending .%1 is not understood; understood are .pdf, .svg and .png.").arg(kind));
        return;
    }
    writeOrTell(prompts_, this, tr("Save picture"), path, buffer.data().toStdString());
}

void CurvePlot::savePoints() {
    const QString path = prompts_.savePath(this, tr("Save points"), title_ + QStringLiteral(".csv"), tr("Table (*.csv)"));
    if (!path.isEmpty()) writeOrTell(prompts_, this, tr("Save points"), path, pointsTable(figure_, units_));
}

} // namespace zg
