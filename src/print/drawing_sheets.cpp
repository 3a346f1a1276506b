#include "print/drawing_sheets.h"
#include "base/text.h"
#include "joint/resolve.h"
#include "lists/flat_drawing.h"
#include "lists/tables.h"
#include "print/fonts.h"
#include "words/phrases.h"
#include <QBuffer>
#include <QFontMetricsF>
#include <QPainter>
#include <QPdfWriter>
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

// Everything in millimetres on paper.
constexpr double frame = 10, binding = 20, titleWidth = 180, titleHeight = 36, gap = 4;
constexpr double textHeight = 2.5, rowHeight = 4.2;

QSizeF sizeOf(Paper paper) {
    switch (paper) {
    case Paper::A4: return {297, 210};
    case Paper::A3: return {420, 297};
    case Paper::A2: return {594, 420};
    case Paper::A1: break;
    }
    return {841, 594};
}

/// ISO 5455:1979.
constexpr double scales[] = {1, 2, 5, 10, 20, 50, 100, 200};
/// The largest scale at which the drawing fits.
double scaleFor(const QSizeF& drawing, const QSizeF& room) {
    for (const double n : scales)
        if (drawing.width() / n <= room.width() && drawing.height() / n <= room.height()) return n;
    return scales[std::size(scales) - 1];
}

class Sheets {
public:
    Sheets(QPdfWriter& device, const Job& job, const DrawingSheetOptions& o)
        : painter_(&device), device_(device), job_(job), o_(o), size_(sizeOf(o.paper)) {
        painter_.setRenderHint(QPainter::Antialiasing);
        const double dots = device.resolution() / 25.4;
        painter_.scale(dots, dots);
    }

    void add(const ResolvedJoint& joint, const Joint& of, const JobLists& lists) {
        if (count_++ > 0) device_.newPage();
        painter_.setPen(QPen(Qt::black, 0.5));
        painter_.setBrush(Qt::NoBrush);
        painter_.drawRect(QRectF(binding, frame, size_.width() - binding - frame, size_.height() - 2 * frame));
        const double right = size_.width() - frame, tablesWidth = std::min(titleWidth, (size_.width() - binding - frame) * 0.45);
        const double tablesLeft = right - tablesWidth;
        tables(lists, tablesLeft + 2, frame + gap, tablesWidth - 4);
        const double top = frame + gap, width = tablesLeft - binding - 3 * gap, height = size_.height() - 2 * frame - 2 * gap;
        const QRectF above(binding + gap, top, width, 0.47 * height),
            below(binding + gap, top + 0.53 * height, width, 0.47 * height);
        const FlatDrawing elevation = elevationPlan(joint, lists.joints.front());
        const double n = place(elevation, scaleFor(roomOf(elevation, 0), above.size()), above);
        // Plates larger than the elevation, dimensions as high on every sheet.
        constexpr double dimension = 2.2;
        double m = 0;
        for (const double scale : scales) {
            const FlatDrawing plates = platesPlan(lists.joints.front(), dimension * scale, width * scale);
            if (plates.lines.empty()) break;
            const QSizeF need = roomOf(plates, dimension * scale);
            const bool isLast = scale == scales[std::size(scales) - 1];
            if (!isLast && (need.width() > below.width() * scale || need.height() > below.height() * scale)) continue;
            m = place(plates, scale, below);
            break;
        }
        const std::string words = "1:" + fixedDecimals(n, 0) + (m > 0 && m != n ? ", 1:" + fixedDecimals(m, 0) : "");
        title(of, words, tablesLeft, tablesWidth);
    }

private:
    /// Of what is drawn, with room for texts of that height around it.
    static QSizeF roomOf(const FlatDrawing& drawing, double around) {
        const Point2 low = drawing.low(), high = drawing.high();
        return {high.x - low.x + 5 * around, high.y - low.y + 3 * around};
    }
    /// In the middle of a part of the sheet; gives the scale.
    double place(const FlatDrawing& drawing, double n, const QRectF& room) {
        const Point2 low = drawing.low(), high = drawing.high();
        painter_.save();
        painter_.translate(room.left() + (room.width() - (high.x - low.x) / n) / 2,
                           room.top() + (room.height() + (high.y - low.y) / n) / 2);
        paint(drawing, n, low);
        painter_.restore();
        return n;
    }

    void text(double x, double y, const std::string& words, double height = textHeight, bool isBold = false,
              Qt::Alignment align = Qt::AlignLeft, double width = 0) {
        // Fonts are set in whole pixels: ten to the millimetre.
        painter_.save();
        painter_.translate(x, y);
        painter_.scale(0.1, 0.1);
        painter_.setFont(reportFont(std::round(height * 13), isBold));
        const QString line = QString::fromStdString(words);
        const QFontMetricsF metrics(painter_.font(), &device_);
        const QString shown = width > 0 ? metrics.elidedText(line, Qt::ElideRight, width * 10) : line;
        const double shift = align == Qt::AlignRight ? width * 10 - metrics.horizontalAdvance(shown) : 0;
        painter_.drawText(QPointF(shift, 0), shown);
        painter_.restore();
    }

    void paint(const FlatDrawing& drawing, double n, const Point2& low) {
        const auto at = [&](const Point2& p) { return QPointF((p.x - low.x) / n, -(p.y - low.y) / n); };
        const auto pen = [](const std::string& layer) {
            const bool isThin = layer == "DIMENSIONS" || layer == "MARKS";
            return QPen(isThin ? QColor(90, 90, 90) : Qt::black, isThin ? 0.13 : layer == "MEMBERS" ? 0.35 : 0.25);
        };
        for (const FlatDrawing::Line& line : drawing.lines) {
            painter_.setPen(pen(line.layer));
            QPolygonF points;
            for (const Point2& p : line.points) points << at(p);
            line.isClosed ? painter_.drawPolygon(points) : painter_.drawPolyline(points);
        }
        for (const FlatDrawing::Circle& c : drawing.circles) {
            painter_.setPen(pen(c.layer));
            painter_.drawEllipse(at(c.centre), c.radius / n, c.radius / n);
        }
        painter_.setPen(Qt::black);
        for (const FlatDrawing::Text& t : drawing.texts) {
            const QPointF place = at(t.at);
            text(place.x(), place.y(), t.text, std::clamp(t.height / n, 1.6, 3.5));
        }
    }

    void tables(const JobLists& lists, double x, double y, double width) {
        for (const auto& [key, columns] : {std::pair<const char*, std::vector<const char*>>{
                                               "pieces", {"piece", "count", "what", "size", "thickness", "steel", "mass of all"}},
                                           {"bolts", {"size", "class", "length", "bolts", "preloaded"}},
                                           {"welds", {"weld of", "kind", "throat", "length"}}}) {
            const ListTable table = tableOf(lists, key);
            if (table.rows.empty()) continue;
            text(x, y + 3, table.title, 3, true);
            y += 6;
            std::vector<std::size_t> shown;
            for (const char* wanted : columns)
                for (std::size_t i = 0; i < table.columns.size(); ++i)
                    if (table.columns[i].title == wanted) shown.push_back(i);
            std::vector<double> widths;
            double all = 0;
            for (const std::size_t i : shown) {
                std::size_t longest = headingOf(table.columns[i], lists.currency, job_.settings.units).size();
                for (const auto& row : table.rows)
                    longest = std::max(longest, shownCell(table.columns[i], row[i], job_.settings.units).size());
                widths.push_back(static_cast<double>(longest) + 2);
                all += widths.back();
            }
            const auto line = [&](const auto& cell, bool isHead) {
                double at = x;
                for (std::size_t k = 0; k < shown.size(); ++k) {
                    const double w = widths[k] / all * width;
                    const ListTable::Column& c = table.columns[shown[k]];
                    const bool isNumber = c.isCount || c.isMoney || c.quantity != Quantity::None;
                    text(at + 0.5, y + 3, cell(shown[k]), 2, isHead, isNumber ? Qt::AlignRight : Qt::AlignLeft, w - 1.5);
                    at += w;
                }
                y += rowHeight - 0.7;
                painter_.setPen(QPen(Qt::black, isHead ? 0.25 : 0.1));
                painter_.drawLine(QPointF(x, y + 0.3), QPointF(x + width, y + 0.3));
                painter_.setPen(Qt::black);
            };
            line([&](std::size_t i) { return headingOf(table.columns[i], lists.currency, job_.settings.units); }, true);
            const double bottom = size_.height() - frame - titleHeight - 2 * rowHeight;
            for (std::size_t r = 0; r < table.rows.size(); ++r) {
                if (y > bottom) { // said, not cut off
                    text(x, y + 3, std::to_string(table.rows.size() - r) + " more rows stand in the lists of the job.", 2);
                    return;
                }
                line([&](std::size_t i) { return shownCell(table.columns[i], table.rows[r][i], job_.settings.units); }, false);
            }
            y += gap;
        }
    }

    void title(const Joint& joint, const std::string& scale, double x, double width) {
        const double y = size_.height() - frame - titleHeight;
        painter_.setPen(QPen(Qt::black, 0.5));
        painter_.drawRect(QRectF(x, y, width, titleHeight));
        painter_.setPen(QPen(Qt::black, 0.2));
        const double half = x + width * 0.55;
        painter_.drawLine(QPointF(half, y), QPointF(half, y + titleHeight));
        for (const double line : {12.0, 24.0}) painter_.drawLine(QPointF(x, y + line), QPointF(x + width, y + line));
        painter_.setPen(Qt::black);
        const ReportChoices report = job_.report.value_or(ReportChoices{});
        const auto field = [&](double left, double top, double w, const char* what, const std::string& words, double size) {
            text(left + 1.5, top + 3.4, what, 1.7);
            text(left + 1.5, top + 9.4, words, size, true, Qt::AlignLeft, w - 3);
        };
        const double w = half - x, v = x + width - half;
        field(x, y, w, "job", job_.title, 3.2);
        field(x, y + 12, w, "joint", joint.mark + (joint.title.empty() ? "" : ", " + joint.title), 3.2);
        field(x, y + 24, w, "members", membersText(joint), 2.6);
        const auto& lines = o_.letterhead.lines;
        text(half + 1.5, y + 4.5, lines.empty() ? job_.engineer : lines.front(), 2.6, true, Qt::AlignLeft, v - 3);
        for (std::size_t i = 1; i < std::min<std::size_t>(lines.size(), 3); ++i)
            text(half + 1.5, y + 4.5 + 3.2 * static_cast<double>(i), lines[i], 1.9, false, Qt::AlignLeft, v - 3);
        const double third = v / 3;
        field(half, y + 12, third, "scale", scale, 2.6);
        field(half + third, y + 12, third, "paper", EnumNames<Paper>::names[static_cast<int>(o_.paper)], 2.8);
        field(half + 2 * third, y + 12, third, "sheet", std::to_string(count_), 2.8);
        field(half, y + 24, third, "reference", report.reference, 2.4);
        field(half + third, y + 24, third, "revision", report.revision, 2.4);
        field(half + 2 * third, y + 24, third, "date", report.date, 2.4);
        text(binding + 1, size_.height() - frame + 4, "Dimensions in mm. Zealous Girder " + o_.version, 1.8);
    }

    QPainter painter_;
    QPdfWriter& device_;
    const Job& job_;
    const DrawingSheetOptions& o_;
    QSizeF size_;
    int count_ = 0;
};

} // namespace

std::string drawingSheets(const Job& job, const std::vector<std::string>& ids, const DrawingSheetOptions& options,
                          Diagnostics& leftOut) {
    const JobLists lists = listsOf(job);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter device(&buffer);
    device.setResolution(1200);
    device.setPageSize(QPageSize(sizeOf(options.paper), QPageSize::Millimeter));
    device.setPageMargins(QMarginsF(0, 0, 0, 0));
    device.setCreator(QStringLiteral("Zealous Girder"));
    device.setTitle(QString::fromStdString(job.title));
    {
        Sheets sheets(device, job, options);
        for (const Joint& joint : job.joints) {
            if (!ids.empty() && std::find(ids.begin(), ids.end(), joint.id) == ids.end()) continue;
            const auto resolved = resolve(job, joint);
            if (!resolved) {
                leftOut.insert(leftOut.end(), resolved.error().begin(), resolved.error().end());
                continue;
            }
            sheets.add(*resolved, joint, listsOfJoint(lists, joint.id));
        }
    }
    return bytes.toStdString();
}

} // namespace zg
