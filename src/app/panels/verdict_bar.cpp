#include "app/panels/verdict_bar.h"
#include "app/theme/theme.h"
#include "base/typeset.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include "words/plate_words.h"
#include "words/verdict.h"
#include <QFontMetricsF>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QTimer>
#include <algorithm>

namespace zg {
namespace {
constexpr int askWidth = 250;
}

VerdictBar::VerdictBar(Session& session, Theme& theme, Suggest suggest, QWidget* parent)
    : QWidget(parent), session_(session), theme_(theme), suggest_(std::move(suggest)), ask_(new QLineEdit(this)),
      list_(new QListWidget(parent)) {
    setFixedHeight(space::verdictHeight);
    setObjectName(QStringLiteral("verdict"));
    ask_->setObjectName(QStringLiteral("askBar"));
    ask_->setPlaceholderText(tr("Ask or edit …   Ctrl K"));
    ask_->setAccessibleName(tr("Ask bar: commands and edits in words"));
    ask_->installEventFilter(this);
    list_->setObjectName(QStringLiteral("askList"));
    list_->setFocusPolicy(Qt::NoFocus);
    list_->hide();
    connect(ask_, &QLineEdit::textChanged, this, &VerdictBar::suggestFor);
    connect(ask_, &QLineEdit::returnPressed, this, [this] { act(std::max(0, list_->currentRow())); });
    connect(list_, &QListWidget::itemClicked, this, [this](QListWidgetItem* item) { act(list_->row(item)); });
    connect(&session, &Session::changed, this, qOverload<>(&QWidget::update));
    connect(&session, &Session::refused, this, &VerdictBar::say);
    connect(&theme, &Theme::changed, this, qOverload<>(&QWidget::update));
}

void VerdictBar::say(const QString& text) {
    message_ = text;
    update();
    QTimer::singleShot(7000, this, [this, text] {
        if (message_ != text) return;
        message_.clear();
        update();
    });
}

void VerdictBar::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Palette& p = theme_.palette();
    painter.fillRect(rect(), qcolor(p, Tone::Card));
    painter.setPen(qcolor(p, Tone::Line));
    painter.drawLine(0, height() - 1, width(), height() - 1);
    Verdict v;
    const Joint* joint = session_.current();
    const JointState* state = session_.state();
    if (!joint || !state)
        v.head = tr("No joint on the bench.").toStdString();
    else if (state->result)
        v = verdictOf(*state->result, isTwoSided(*joint), joint->frame, session_.job().settings.units);
    else
        v = verdictOf(joint->mark, state->problems);
    if (const auto built = state ? state->built() : nullptr) addClashes(v, built->clashes, isTwoSided(*joint));
    if (joint && state && state->result && !session_.plates().isStale(*joint))
        addPlates(v, joint->mark, session_.plates().of(*joint).checks, joint->actions);
    if (session_.isProposing()) {
        v.head = QString::fromStdString(v.head)
                     .replace(QStringLiteral(" holds"), QStringLiteral(" would hold"))
                     .replace(QStringLiteral(" fails"), QStringLiteral(" would fail"))
                     .toStdString();
        v.rest = "Not in the register yet: Enter keeps it, Esc drops it. " + v.rest;
    }
    paintStateRing(painter, 22, height() / 2.0, 6.5, v.state, p);
    const double room = width() - 42 - askWidth - 24;
    const QFont bold = interfaceFont(14.5, true);
    if (!message_.isEmpty()) {
        painter.setFont(interfaceFont(13));
        painter.setPen(qcolor(p, Tone::Over));
        painter.drawText(QRectF(42, 0, room, height()), Qt::AlignVCenter | Qt::TextWordWrap, message_);
        return;
    }
    painter.setPen(qcolor(p, Tone::Ink));
    // The sentence is set in one line where it fits, else in two: never cut.
    const double headWidth = QFontMetricsF(bold).horizontalAdvance(QString::fromStdString(v.head) + QLatin1Char(' '));
    const std::string& rest = v.rest;
    const std::vector<SymbolRun> runs = typesetProse(rest);
    for (double size = 14.5; size >= 12; size -= 0.5) {
        const QFont font = interfaceFont(size);
        if (headWidth + widthOf(runs, font) > room) continue;
        paintRuns(painter, 42, height() / 2.0 + 5, {{v.head + " ", false, false}}, bold);
        paintRuns(painter, 42 + headWidth, height() / 2.0 + 5, runs, font);
        return;
    }
    painter.setFont(bold);
    painter.drawText(QPointF(42, 16), QString::fromStdString(v.head));
    const QFont second = interfaceFont(12);
    if (widthOf(runs, second) <= room) {
        paintRuns(painter, 42, 35, runs, second);
        return;
    }
    painter.setFont(interfaceFont(11));
    painter.drawText(QRectF(42, 17, room, height() - 17), Qt::AlignTop | Qt::TextWordWrap,
                     QString::fromStdString(rest).replace(QStringLiteral("S_j"), QStringLiteral("Sj")));
}

void VerdictBar::placeList() {
    const QPoint corner = mapTo(list_->parentWidget(), QPoint(width() - askWidth - 120, height() - 4));
    const int rows = std::min(9, std::max(1, list_->count()));
    list_->setGeometry(corner.x(), corner.y(), askWidth + 110, rows * 24 + 6);
}

void VerdictBar::resizeEvent(QResizeEvent*) { ask_->setGeometry(width() - askWidth - 14, 9, askWidth, 27); }

void VerdictBar::focusAskBar() {
    ask_->setFocus();
    ask_->selectAll();
    suggestFor(ask_->text());
}

void VerdictBar::suggestFor(const QString& typed) {
    suggestions_ = suggest_(typed);
    list_->clear();
    for (const Suggestion& s : suggestions_) {
        auto* item = new QListWidgetItem(s.text + (s.help.isEmpty() ? QString() : QStringLiteral("    ") + s.help), list_);
        item->setSizeHint({100, 24});
    }
    if (suggestions_.empty() && !typed.trimmed().isEmpty())
        new QListWidgetItem(tr("nothing is called that; F1 lists what can be asked"), list_);
    list_->setCurrentRow(0);
    const bool shows = ask_->hasFocus() && list_->count() > 0;
    list_->setVisible(shows);
    if (shows) {
        placeList();
        list_->raise();
    }
}

void VerdictBar::act(int row) {
    list_->hide();
    if (row < 0 || row >= static_cast<int>(suggestions_.size())) return;
    const auto action = suggestions_[static_cast<std::size_t>(row)].act;
    ask_->clear();
    list_->hide();
    ask_->clearFocus();
    action();
}

bool VerdictBar::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Down || key->key() == Qt::Key_Up) {
            list_->setCurrentRow(
                std::clamp(list_->currentRow() + (key->key() == Qt::Key_Down ? 1 : -1), 0, std::max(0, list_->count() - 1)));
            return true;
        }
        if (key->key() == Qt::Key_Escape) {
            list_->hide();
            ask_->clear();
            ask_->clearFocus();
            return true;
        }
    }
    if (event->type() == QEvent::FocusOut) list_->hide();
    if (event->type() == QEvent::FocusIn) QTimer::singleShot(0, this, [this] { suggestFor(ask_->text()); });
    return QWidget::eventFilter(watched, event);
}

} // namespace zg
