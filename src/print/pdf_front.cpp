#include "print/pdf_front.h"
#include "print/fonts.h"
#include "print/painter.h"
#include <QBuffer>
#include <QFontMetricsF>
#include <QImageReader>
#include <QPainter>
#include <QPdfWriter>
#include <algorithm>

namespace zg {

using namespace page;

namespace {

constexpr double line = 18, contentsTop = margin + 50;
constexpr int linesOfPage = 52;
static_assert(contentsTop + linesOfPage * line < height - margin - footer);

QImage pictureOf(const std::string& bytes) {
    QByteArray copy = QByteArray::fromStdString(bytes);
    QBuffer buffer(&copy);
    return QImageReader(&buffer).read();
}

bool hasLine(const PageMark& m) { return m.level == 1; }

class Front {
public:
    explicit Front(QPdfWriter& device) : device_(device), painter_(&device) {}

    void cover(const Cover& c) {
        double y = std::max(margin + letterhead(c.letterhead) + 70, 300.0);
        y += words(c.title, y, 30, true) + 16;
        ink(Tone::FaintInk);
        painter_.drawLine(QPointF(margin, y), QPointF(width - margin, y));
        y += 18;
        for (const auto& [what, text] : c.facts) {
            ink(Tone::FaintInk);
            painter_.setFont(reportFont(11.5));
            painter_.drawText(QPointF(margin, y + 12), QString::fromStdString(what));
            y += words(text, y, 11.5, true, 130) + 5;
        }
        y += 24;
        for (const std::string& sentence : c.sentences) y += words(sentence, y, 11.5, false) + 7;
    }

    std::vector<ContentsLink> contents(const Cover& c, const std::vector<PageMark>& body) {
        std::vector<ContentsLink> links;
        const int front = frontPages(static_cast<std::size_t>(std::count_if(body.begin(), body.end(), hasLine)));
        int at = 0;
        for (const PageMark& m : body) {
            if (!hasLine(m)) continue;
            const int place = at % linesOfPage, page = 1 + at / linesOfPage;
            if (place == 0) {
                device_.newPage();
                (void)words(page == 1 ? "Contents" : "Contents, continued", margin, 21, true);
                foot(QString::fromStdString(c.title), page + 1);
            }
            const double y = contentsTop + place * line;
            entry(QString::fromStdString(m.title), y, QString::number(front + m.page + 1));
            links.push_back({page, y, line, m.page, m.y});
            ++at;
        }
        return links;
    }

private:
    void ink(Tone tone) { painter_.setPen(qcolor(lightPalette(), tone)); }

    /// Wrapped text; gives its height.
    double words(const std::string& text, double y, double size, bool isBold, double indent = 0) {
        ink(Tone::Ink);
        painter_.setFont(reportFont(size, isBold));
        QRectF used;
        painter_.drawText(QRectF(margin + indent, y, width - 2 * margin - indent, height - y - margin),
                          Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, QString::fromStdString(text), &used);
        return used.height();
    }

    /// The picture on the left, the lines on the right; gives the height.
    double letterhead(const Letterhead& l) {
        double most = 0;
        if (!l.logo.empty()) {
            const QImage image = pictureOf(l.logo);
            if (!image.isNull()) {
                const QSizeF size = QSizeF(image.size()).scaled(QSizeF(260, 90), Qt::KeepAspectRatio);
                painter_.drawImage(QRectF(QPointF(margin, margin), size), image);
                most = size.height();
            }
        }
        double y = margin;
        for (std::size_t i = 0; i < l.lines.size(); ++i) {
            ink(i == 0 ? Tone::Ink : Tone::FaintInk);
            painter_.setFont(reportFont(i == 0 ? 14 : 11, i == 0));
            const QString text = QFontMetricsF(painter_.font(), &device_)
                                     .elidedText(QString::fromStdString(l.lines[i]), Qt::ElideRight, width / 2 - margin);
            painter_.drawText(QRectF(width / 2, y, width / 2 - margin, 20), Qt::AlignRight | Qt::AlignVCenter, text);
            y += i == 0 ? 22 : 17;
        }
        return std::max(most, y - margin);
    }

    void entry(const QString& title, double y, const QString& number) {
        ink(Tone::Ink);
        painter_.setFont(reportFont(11));
        const QFontMetricsF metrics(painter_.font(), &device_);
        const double base = y + 13, end = width - margin - metrics.horizontalAdvance(number);
        const QString text = metrics.elidedText(title, Qt::ElideRight, end - margin - 30);
        painter_.drawText(QPointF(margin, base), text);
        painter_.drawText(QPointF(end, base), number);
        painter_.setPen(QPen(qcolor(lightPalette(), Tone::Line), 0.8, Qt::DotLine));
        painter_.drawLine(QPointF(margin + metrics.horizontalAdvance(text) + 8, base), QPointF(end - 8, base));
    }

    void foot(const QString& title, int number) {
        ink(Tone::FaintInk);
        painter_.setFont(reportFont(9));
        const double y = height - margin + 6;
        painter_.drawLine(QPointF(margin, y - 14), QPointF(width - margin, y - 14));
        painter_.drawText(QPointF(margin, y), title);
        const QString text = QStringLiteral("page %1").arg(number);
        painter_.drawText(QPointF(width - margin - QFontMetricsF(painter_.font(), &device_).horizontalAdvance(text), y), text);
    }

    QPdfWriter& device_;
    QPainter painter_;
};

} // namespace

bool isReadable(const std::string& logo) { return logo.empty() || !pictureOf(logo).isNull(); }

int frontPages(std::size_t entries) { return 1 + (static_cast<int>(entries) + linesOfPage - 1) / linesOfPage; }

std::vector<ContentsLink> paintFront(QPdfWriter& device, const Cover& cover, const std::vector<PageMark>& body) {
    Front front(device);
    front.cover(cover);
    return front.contents(cover, body);
}

} // namespace zg
