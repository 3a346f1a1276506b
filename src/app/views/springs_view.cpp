#include "app/views/springs_view.h"
#include "app/views/drawing_view.h"
#include "base/text.h"
#include "drawing/ladder_drawing.h"
#include "drawing/springs.h"
#include "session/session.h"
#include "words/ladder_words.h"
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace zg {

SpringsView::SpringsView(Session& session, Theme& theme, QWidget* parent)
    : QWidget(parent), session_(session), row_(new QWidget(this)), choices_(new QHBoxLayout(row_)), chain_(choice(tr("chain"))),
      ladderButton_(choice(tr("ladder"))),
      view_(new DrawingView(
          session, theme, [this](double width, double height) { return make(width, height); }, this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(3);
    choices_->setContentsMargins(6, 0, 6, 0);
    choices_->setSpacing(14);
    choices_->addWidget(chain_);
    choices_->addWidget(ladderButton_);
    choices_->addStretch(1);
    column->addWidget(row_);
    column->addWidget(view_, 1);
    connect(chain_, &QPushButton::clicked, this, [this] { showLadder(false); });
    connect(ladderButton_, &QPushButton::clicked, this, [this] { showLadder(true); });
    connect(&session, &Session::changed, this, &SpringsView::refresh);
    refresh();
}

QPushButton* SpringsView::choice(const QString& name) {
    auto* button = new QPushButton(name, row_);
    button->setObjectName(QStringLiteral("sense"));
    button->setCheckable(true);
    button->setCursor(Qt::PointingHandCursor);
    return button;
}

void SpringsView::showLadder(bool isLadder) {
    isLadder_ = isLadder;
    refresh();
}

const Ladder* SpringsView::ladder() const {
    const JointState* state = session_.state();
    if (!state || !state->result) return nullptr;
    const JointResult& r = *state->result;
    if (const Ladder* asked = worstLadder(r, rules_, side_)) return asked;
    if (const Ladder* byRules = worstLadder(r, rules_)) return byRules;
    return worstLadder(r);
}

void SpringsView::refresh() {
    const Ladder* shown = ladder();
    row_->setVisible(shown != nullptr);
    chain_->setChecked(!isLadder_);
    ladderButton_->setChecked(isLadder_);
    for (QWidget* w : made_) { // one of them may be what was clicked
        choices_->removeWidget(w);
        w->hide();
        w->deleteLater();
    }
    made_.clear();
    view_->refresh();
    if (!shown || !isLadder_) return;
    const JointResult& r = *session_.state()->result;
    const auto add = [&](QWidget* w) {
        choices_->insertWidget(choices_->count() - 1, w);
        made_.push_back(w);
    };
    const auto use = [&](const Ladder* l) {
        const Rung* least = l->weakest();
        return least ? QStringLiteral(" ") + QString::fromStdString(fixedDecimals(1 / least->margin, 2)) : QString();
    };
    const bool both = worstLadder(r, LadderRules::European) && worstLadder(r, LadderRules::American);
    if (both) add(new QLabel(tr("rules"), row_));
    for (const LadderRules rules : {LadderRules::European, LadderRules::American}) {
        const Ladder* l = both ? worstLadder(r, rules) : nullptr;
        if (!l) continue;
        QPushButton* button = choice(tr(wordOf(rules)) + use(l));
        button->setChecked(shown->rules == rules);
        connect(button, &QPushButton::clicked, this, [this, rules] {
            rules_ = rules;
            refresh();
        });
        add(button);
    }
    std::vector<EndId> sides;
    for (const Ladder& l : r.ladders)
        if (std::find(sides.begin(), sides.end(), l.side) == sides.end()) sides.push_back(l.side);
    if (sides.size() < 2) return;
    add(new QLabel(tr("beam"), row_));
    for (const EndId side : sides) {
        const Ladder* l = worstLadder(r, shown->rules, side);
        if (!l) continue;
        QPushButton* button = choice(QString::fromStdString(name(side)) + use(l));
        button->setChecked(shown->side == side);
        connect(button, &QPushButton::clicked, this, [this, side] {
            side_ = side;
            refresh();
        });
        add(button);
    }
}

Drawing SpringsView::make(double width, double height) const {
    const JointState* state = session_.state();
    if (!state || !state->result || !state->resolved) return {};
    const UnitSystem units = session_.job().settings.units;
    if (const Ladder* l = ladder(); l && isLadder_) {
        LadderOptions o;
        o.width = width;
        o.height = height;
        o.units = units;
        return ladderDrawing(*state->resolved, *state->result, *l, o);
    }
    const ConnectionResult* c = session_.shownConnection();
    if (!c) return {};
    SpringsOptions o;
    o.width = width;
    o.height = height;
    o.units = units;
    return springsDrawing(*state->resolved, *state->result, *c, o);
}

} // namespace zg
