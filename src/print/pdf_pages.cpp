#include "print/pdf_pages.h"
#include "base/text.h"
#include "base/typeset.h"
#include "print/fonts.h"
#include "print/painter.h"
#include <QFontMetricsF>
#include <QPainter>
#include <QPdfWriter>
#include <algorithm>
#include <cmath>

namespace zg {

namespace {

/// Piece of a line that may not be broken.
struct Word {
    std::vector<SymbolRun> runs;
    double width = 0;
    bool spaceAfter = true;
};

} // namespace

class PdfPages::Layout {
public:
    Layout(QPdfWriter& device, UnitSystem units, int firstNumber)
        : device_(device), painter_(&device), units_(units), firstNumber_(firstNumber) {}

    void add(const Document& d) {
        if (page_ > 0)
            newPage();
        else
            startPage();
        footerText_ = QString::fromStdString(d.subtitle.empty() ? d.title : d.subtitle + "  ·  " + d.title);
        depth_ = d.isPartOf ? 2 : 1;
        mark(d.title, depth_, d.anchor);
        title(d);
        for (const Block& b : d.blocks) std::visit([&](const auto& block) { put(block); }, b);
        finishPage();
    }
    void end() {
        if (painter_.isActive()) painter_.end();
    }
    [[nodiscard]] const std::vector<PageMark>& marks() const { return marks_; }

private:
    double left() const { return page::margin; }
    double width() const { return page::width - 2 * page::margin; }
    double bottom() const { return page::height - page::margin - page::footer + 14; }

    void startPage() {
        page_ = page_ == 0 ? 1 : page_;
        y_ = page::margin;
    }
    void newPage() {
        device_.newPage();
        ++page_;
        y_ = page::margin;
        isFooterDone_ = false;
    }
    void finishPage() {
        if (isFooterDone_) return;
        isFooterDone_ = true;
        painter_.setPen(qcolor(palette_, Tone::FaintInk));
        painter_.setFont(reportFont(9));
        const double y = page::height - page::margin + 6;
        painter_.drawLine(QPointF(left(), y - 14), QPointF(left() + width(), y - 14));
        painter_.drawText(QPointF(left(), y), footerText_);
        const QString number = QStringLiteral("page %1").arg(firstNumber_ + page_ - 1);
        painter_.drawText(QPointF(left() + width() - QFontMetricsF(painter_.font(), &device_).horizontalAdvance(number), y),
                          number);
    }
    void need(double height) {
        if (y_ + height <= bottom()) return;
        finishPage();
        newPage();
    }

    void mark(const std::string& words, int level, const std::string& anchor = {}) {
        marks_.push_back({words, anchor, level, page_ - 1, y_});
    }

    void title(const Document& d) {
        painter_.setPen(qcolor(palette_, Tone::Ink));
        painter_.setFont(reportFont(21, true));
        painter_.drawText(QPointF(left(), y_ + 20), QString::fromStdString(d.title));
        y_ += 28;
        painter_.setPen(qcolor(palette_, Tone::FaintInk));
        painter_.setFont(reportFont(11));
        painter_.drawText(QPointF(left(), y_ + 10), QString::fromStdString(d.subtitle));
        y_ += 26;
    }

    void put(const HeadingBlock& h) {
        const double size = h.level <= 2 ? 14 : h.level == 3 ? 11.5 : 10.5;
        need(size + (h.level <= 2 ? 96 : 46)); // a heading does not stand alone at the foot of a page
        y_ += h.level <= 2 ? 14 : 8;
        if (h.level == 2) mark(h.text, depth_ + 1);
        painter_.setPen(qcolor(palette_, h.level >= 4 ? Tone::FaintInk : Tone::Ink));
        painter_.setFont(reportFont(size, h.level <= 3));
        painter_.drawText(QPointF(left(), y_ + size), QString::fromStdString(h.text));
        y_ += size + 7;
    }

    std::vector<Word> wordsOf(const std::string& text, const QFont& font, bool isSymbolic) {
        std::vector<Word> words;
        for (const std::string& piece : split(text, ' ')) {
            Word w;
            w.runs = isSymbolic ? typesetProse(piece) : std::vector<SymbolRun>{{piece, false, false}};
            w.width = widthOf(w.runs, font);
            words.push_back(std::move(w));
        }
        return words;
    }
    /// Sets words in lines of a width; draws when `draws`; gives the height.
    double flow(const std::vector<Word>& words, double x, double y, double room, const QFont& font, bool draws,
                Align align = Align::Left) {
        const double line = font.pixelSize() * 1.38;
        const double space = QFontMetricsF(font, &device_).horizontalAdvance(QLatin1Char(' '));
        std::size_t i = 0;
        double height = 0;
        while (i < words.size()) {
            std::size_t end = i;
            double used = 0;
            while (end < words.size() && (end == i || used + space + words[end].width <= room)) {
                used += (end == i ? 0 : space) + words[end].width;
                ++end;
            }
            if (draws) {
                double at = x + (align == Align::Right ? room - used : 0);
                for (std::size_t k = i; k < end; ++k)
                    at += paintRuns(painter_, at, y + height + font.pixelSize(), words[k].runs, font) + space;
            }
            height += line;
            i = end;
        }
        return height;
    }

    void put(const TextBlock& t) {
        const QFont font = reportFont(t.isStrong ? 12.5 : 10.5, t.isStrong);
        const auto words = wordsOf(t.text, font, t.isSymbolic);
        need(std::min(120.0, flow(words, 0, 0, width(), font, false) + 4));
        painter_.setPen(qcolor(palette_, t.isFaint ? Tone::FaintInk : Tone::Ink));
        y_ += flow(words, left(), y_, width(), font, true) + 4;
    }

    double rowHeight(const TableBlock& t, const std::vector<TableCell>& row, const QFont& font) {
        double height = 0;
        for (std::size_t i = 0; i < row.size(); ++i)
            height = std::max(height, flow(wordsOf(row[i].text, font, row[i].isSymbolic), 0, 0,
                                           t.widths[i] * width() - 8 - (row[i].hasState ? 13 : 0), font, false));
        return height + 4;
    }

    void tableHead(const TableBlock& t) {
        const QFont font = reportFont(9.5, true);
        double height = 0;
        for (std::size_t i = 0; i < t.head.size(); ++i)
            height = std::max(height, flow(wordsOf(t.head[i], font, true), 0, 0, t.widths[i] * width() - 8, font, false));
        painter_.setPen(qcolor(palette_, Tone::FaintInk));
        double x = left();
        for (std::size_t i = 0; i < t.head.size(); ++i) {
            const bool isNumber = !t.rows.empty() && t.rows[0][i].isNumber;
            flow(wordsOf(t.head[i], font, true), x + 4, y_, t.widths[i] * width() - 8, font, true,
                 isNumber ? Align::Right : Align::Left);
            x += t.widths[i] * width();
        }
        y_ += height + 3;
        painter_.drawLine(QPointF(left(), y_), QPointF(left() + width(), y_));
        y_ += 2;
    }

    void put(const TableBlock& t) {
        const QFont font = reportFont(9.5);
        need(54);
        tableHead(t);
        for (const auto& row : t.rows) {
            const double height = rowHeight(t, row, font);
            if (y_ + height > bottom()) {
                finishPage();
                newPage();
                tableHead(t);
            }
            double x = left();
            for (std::size_t i = 0; i < row.size(); ++i) {
                const double room = t.widths[i] * width() - 8;
                const double shift = row[i].hasState ? 13 : 0;
                if (row[i].hasState) paintStateRing(painter_, x + 9, y_ + 7.5, 3.6, row[i].state, palette_);
                painter_.setPen(qcolor(palette_, Tone::Ink));
                flow(wordsOf(row[i].text, font, row[i].isSymbolic), x + 4 + shift, y_, room - shift, font, true,
                     row[i].isNumber ? Align::Right : Align::Left);
                x += t.widths[i] * width();
            }
            y_ += height;
            painter_.setPen(QPen(qcolor(palette_, Tone::Line), 0.5));
            painter_.drawLine(QPointF(left(), y_), QPointF(left() + width(), y_));
            y_ += 1;
        }
        y_ += 6;
    }

    void put(const FormulaBlock& f) {
        const WorkingLine& line = f.line;
        const QFont font = reportFont(10, line.depth != Depth::Full);
        const QFont small = reportFont(8.5);
        std::vector<Word> words;
        const auto add = [&](std::vector<SymbolRun> runs) {
            Word w;
            w.runs = std::move(runs);
            w.width = widthOf(w.runs, font);
            words.push_back(std::move(w));
        };
        const auto breakable = [&](const std::string& formula, bool isSymbolic) {
            for (const std::string& piece : split(formula, ' '))
                add(isSymbolic ? typesetFormula(piece) : std::vector<SymbolRun>{{piece, false, false}});
        };
        const double clauseWidth = 176;
        if (line.kind == WorkingLine::Kind::Note) {
            breakable(line.text, false);
        } else {
            add(typesetSymbol(line.symbol));
            if (hasSymbols(line)) breakable("= " + line.symbols, true);
            if (!line.numbers.empty()) breakable("= " + line.numbers, false);
            breakable("= " + lineValue(line, units_), false);
        }
        const double indent = line.kind == WorkingLine::Kind::Note ? 0 : 12;
        const double room = width() - clauseWidth - indent - 8;
        const std::string aside = line.kind == WorkingLine::Kind::Note
                                      ? line.clause
                                      : line.text + (line.clause.empty() || line.text.empty() ? "" : "; ") + line.clause;
        const auto asideWords = wordsOf(aside, small, true);
        const double height =
            std::max(flow(words, 0, 0, room, font, false), aside.empty() ? 0 : flow(asideWords, 0, 0, clauseWidth, small, false));
        need(height + 2);
        painter_.setPen(qcolor(palette_, Tone::Ink));
        flow(words, left() + indent, y_, room, font, true);
        painter_.setPen(qcolor(palette_, Tone::FaintInk));
        if (!aside.empty()) flow(asideWords, left() + width() - clauseWidth, y_ + 1, clauseWidth, small, true);
        y_ += height + 2;
    }

    void put(const FigureBlock& f) {
        const double scale = std::min(1.0, width() / f.drawing->width);
        need(f.drawing->height * scale + 26);
        painter_.save();
        painter_.translate(left(), y_);
        painter_.scale(scale, scale);
        PaintOptions o;
        o.palette = &palette_;
        o.isReport = true;
        paintDrawing(painter_, *f.drawing, o);
        painter_.restore();
        y_ += f.drawing->height * scale + 4;
        painter_.setPen(qcolor(palette_, Tone::FaintInk));
        painter_.setFont(reportFont(9));
        painter_.drawText(QPointF(left(), y_ + 9), QString::fromStdString(f.caption));
        y_ += 20;
    }

    QPdfWriter& device_;
    QPainter painter_;
    UnitSystem units_;
    int firstNumber_;
    std::vector<PageMark> marks_;
    int depth_ = 1;
    Palette palette_ = [] {
        Palette p = lightPalette();
        p.rgb[static_cast<int>(Tone::Card)] = 0xFFFFFF; // paper of the printer
        return p;
    }();
    int page_ = 0;
    double y_ = 0;
    bool isFooterDone_ = false;
    QString footerText_;
};

void setUp(QPdfWriter& device, const std::string& title) {
    device.setResolution(96);
    device.setPageSize(QPageSize(QPageSize::A4));
    device.setPageMargins(QMarginsF(0, 0, 0, 0));
    device.setCreator(QStringLiteral("Zealous Girder"));
    device.setTitle(QString::fromStdString(title));
}

PdfPages::PdfPages(QPdfWriter& device, UnitSystem units, int firstNumber)
    : layout_(std::make_unique<Layout>(device, units, firstNumber)) {}
PdfPages::~PdfPages() = default;
void PdfPages::add(const Document& document) { layout_->add(document); }
void PdfPages::end() { layout_->end(); }
const std::vector<PageMark>& PdfPages::marks() const { return layout_->marks(); }

} // namespace zg
