#include "app/panels/ledger_panel.h"
#include "advise/assumptions.h"
#include "app/theme/theme.h"
#include "app/use_text.h"
#include "base/text.h"
#include "print/fonts.h"
#include "print/painter.h"
#include "session/ledger_model.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QEvent>
#include <QFrame>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QListView>
#include <QPainter>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QVBoxLayout>
#include <cmath>

namespace zg {
namespace {

class LedgerDelegate : public QStyledItemDelegate {
public:
    LedgerDelegate(Theme& theme, QObject* parent) : QStyledItemDelegate(parent), theme_(theme) {}

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        const auto group = static_cast<CheckGroup>(index.data(LedgerModel::GroupRole).toInt());
        return {200, group == CheckGroup::NotDone ? 22 : 41};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Palette& p = theme_.palette();
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        const QRectF box = QRectF(option.rect).adjusted(3, 1, -3, -1);
        const bool isSelected = option.state & QStyle::State_Selected;
        if (isSelected) {
            painter->setPen(QPen(qcolor(p, Tone::Accent), 1.2));
            painter->setBrush(qcolor(p, Tone::Card));
            painter->drawRoundedRect(box, 5, 5);
        }
        const auto group = static_cast<CheckGroup>(index.data(LedgerModel::GroupRole).toInt());
        const auto state = static_cast<CheckState>(index.data(LedgerModel::StateRole).toInt());
        const QString title = index.data(LedgerModel::TitleRole).toString();
        if (group == CheckGroup::NotDone) {
            paintStateRing(*painter, box.left() + 13, box.center().y(), 4, CheckState::NotDone, p);
            painter->setPen(qcolor(p, Tone::FaintInk));
            painter->setFont(interfaceFont(11));
            painter->drawText(box.adjusted(26, 0, -4, 0), Qt::AlignVCenter, tr("not done: %1").arg(title.toLower()));
            painter->restore();
            return;
        }
        paintStateRing(*painter, box.left() + 13, box.top() + 13, 4.4, state, p);
        painter->setPen(qcolor(p, Tone::Ink));
        painter->setFont(interfaceFont(12, isSelected));
        const QRectF line(box.left() + 26, box.top() + 3, box.width() - 32, 18);
        painter->drawText(line, Qt::AlignVCenter,
                          QFontMetricsF(painter->font()).elidedText(title, Qt::ElideMiddle, line.width()));
        const bool hasSet = !index.data(LedgerModel::SetRole).toString().isEmpty();
        if (group != CheckGroup::Strength || (!hasSet && index.data(LedgerModel::RatioRole).toDouble() == 0)) {
            painter->setPen(qcolor(p, state == CheckState::Over ? Tone::Over : Tone::FaintInk));
            painter->setFont(interfaceFont(10.5));
            painter->drawText(QRectF(line.left(), box.top() + 20, line.width(), 16), Qt::AlignVCenter,
                              QFontMetricsF(painter->font())
                                  .elidedText((state == CheckState::NotApplicable ? tr("not applicable: ") : QString()) +
                                                  index.data(LedgerModel::NumbersRole).toString(),
                                              Qt::ElideRight, line.width()));
            painter->restore();
            return;
        }
        if (index.data(LedgerModel::StaleRole).toBool()) {
            painter->setPen(qcolor(p, Tone::FaintInk));
            painter->setFont(interfaceFont(10.5));
            painter->drawText(
                QRectF(line.left(), box.top() + 20, line.width(), 16), Qt::AlignVCenter,
                tr("stale: of another state of the joint, was %1").arg(useText(index.data(LedgerModel::RatioRole).toDouble())));
            painter->restore();
            return;
        }
        if (index.data(LedgerModel::IsTwoSensesRole).toBool()) {
            senses(*painter, box, index);
            painter->restore();
            return;
        }
        const QRectF track(box.left() + 26, box.top() + 26, box.width() - 26 - 128, 5);
        bar(*painter, track, index.data(LedgerModel::RatioRole).toDouble(), state);
        painter->setPen(qcolor(p, Tone::FaintInk));
        painter->setFont(interfaceFont(10.5));
        painter->drawText(QRectF(box.right() - 82, box.top() + 20, 32, 16), Qt::AlignVCenter,
                          index.data(LedgerModel::SetRole).toString());
        const QVariant change = index.data(LedgerModel::ChangeRole);
        if (change.isValid()) {
            const double d = change.toDouble();
            const bool isNone = std::abs(d) < 0.005;
            painter->setPen(qcolor(p, isNone ? Tone::FaintInk : d > 0 ? Tone::Over : Tone::Within));
            painter->drawText(QRectF(box.right() - 52, box.top() + 20, 46, 16), Qt::AlignVCenter | Qt::AlignRight,
                              isNone ? QStringLiteral("0")
                                     : (d > 0 ? QStringLiteral("▲ +") : QStringLiteral("▼ ")) +
                                           QString::fromStdString(fixedDecimals(d, 2)));
        }
        painter->restore();
    }

private:
    void bar(QPainter& painter, const QRectF& track, double ratio, CheckState state) const {
        const Palette& p = theme_.palette();
        painter.setPen(Qt::NoPen);
        painter.setBrush(qcolor(p, Tone::Line));
        painter.drawRoundedRect(track, 2, 2);
        painter.setBrush(qcolor(p, toneOf(state)));
        painter.drawRoundedRect(QRectF(track.left(), track.top(), track.width() * std::min(1.0, ratio / 1.2), track.height()), 2,
                                2);
        painter.setPen(QPen(qcolor(p, Tone::Ink), 1));
        const double one = track.left() + track.width() / 1.2;
        painter.drawLine(QPointF(one, track.top() - 2), QPointF(one, track.bottom() + 2));
        painter.setFont(interfaceFont(12, true));
        painter.drawText(QRectF(track.right() + 4, track.top() - 6, 34, 16), Qt::AlignVCenter | Qt::AlignRight, useText(ratio));
    }

    /// A column of use a sense; a dash where a sense does not ask. The remark, or what has changed, stands beside the title.
    void senses(QPainter& painter, const QRectF& box, const QModelIndex& index) const {
        const Palette& p = theme_.palette();
        const double width = (box.width() - 32) / 2;
        for (const bool isReversed : {false, true}) {
            const QVariant ratio = index.data(isReversed ? LedgerModel::BottomRatioRole : LedgerModel::TopRatioRole);
            const double left = box.left() + 26 + (isReversed ? width : 0);
            if (!ratio.isValid()) {
                painter.setPen(QPen(qcolor(p, Tone::FaintInk), 1.2));
                painter.drawLine(QPointF(left + 2, box.top() + 28), QPointF(left + 14, box.top() + 28));
                continue;
            }
            const auto state = static_cast<CheckState>(
                index.data(isReversed ? LedgerModel::BottomStateRole : LedgerModel::TopStateRole).toInt());
            bar(painter, QRectF(left, box.top() + 26, width - 48, 5), ratio.toDouble(), state);
        }
        const QVariant change = index.data(LedgerModel::ChangeRole);
        QString beside = index.data(LedgerModel::RemarkRole).toString();
        if (change.isValid() && std::abs(change.toDouble()) >= 0.005)
            beside = (change.toDouble() > 0 ? QStringLiteral("▲ +") : QStringLiteral("▼ ")) +
                     QString::fromStdString(fixedDecimals(change.toDouble(), 2));
        if (beside.isEmpty()) return;
        painter.setFont(interfaceFont(10.5));
        painter.setPen(qcolor(p, Tone::FaintInk));
        const QRectF line(box.left() + 26, box.top() + 3, box.width() - 32, 18);
        const double used =
            QFontMetricsF(interfaceFont(12, true)).horizontalAdvance(index.data(LedgerModel::TitleRole).toString());
        const double rest = line.width() - used - 10;
        if (rest > QFontMetricsF(painter.font()).horizontalAdvance(beside))
            painter.drawText(line, Qt::AlignVCenter | Qt::AlignRight, beside);
    }
    Theme& theme_;
};

} // namespace

LedgerPanel::LedgerPanel(Session& session, Theme& theme, QWidget* parent)
    : QWidget(parent), session_(session), model_(new LedgerModel(session, this)), list_(new QListView(this)),
      head_(new QLabel(this)), datum_(new QPushButton(this)), remedies_(new QFrame(this)) {
    setObjectName(QStringLiteral("panel"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(space::ledgerWidth);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(6, 8, 6, 6);
    auto* top = new QHBoxLayout;
    head_->setProperty("role", "faint");
    head_->setContentsMargins(8, 0, 0, 0);
    head_->setText(tr("Ledger of checks"));
    top->addWidget(head_);
    top->addStretch();
    datum_->setObjectName(QStringLiteral("link"));
    datum_->setToolTip(tr("Marks the present state: from then on each check shows its change (Ctrl+D)"));
    top->addWidget(datum_);
    top->addSpacing(8);
    column->addLayout(top);
    auto* switches = new QHBoxLayout;
    switches->setContentsMargins(29, 0, 6, 0);
    switches->setSpacing(0);
    for (QPushButton*& sense : senses_) {
        sense = new QPushButton(this);
        sense->setObjectName(QStringLiteral("sense"));
        sense->setCheckable(true);
        sense->setCursor(Qt::PointingHandCursor);
        switches->addWidget(sense, 1, Qt::AlignLeft);
    }
    column->addLayout(switches);
    for (const bool isReversed : {false, true})
        connect(senses_[isReversed], &QPushButton::clicked, this, [this, isReversed] {
            const Senses& s = model_->senses();
            session_.setActiveSet(isReversed ? s.bottom : s.top);
            follow();
        });
    list_->setObjectName(QStringLiteral("ledger"));
    list_->setModel(model_);
    list_->setItemDelegate(new LedgerDelegate(theme, list_));
    list_->setAccessibleName(tr("Ledger of checks"));
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    column->addWidget(list_, 1);
    remedies_->setObjectName(QStringLiteral("remedies"));
    column->addWidget(remedies_);
    remedies_->hide();
    connect(datum_, &QPushButton::clicked, this, [this] {
        if (session_.datum())
            session_.clearDatum();
        else
            session_.setDatum();
    });
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& index) {
        if (isFollowing_) return;
        const Check* check = model_->checkAt(index.row());
        if (check) session_.selectCheck(*check);
    });
    connect(list_, &QListView::clicked, this, [this](const QModelIndex& index) {
        const Check* check = model_->checkAt(index.row());
        if (check) session_.selectCheck(*check);
    });
    connect(list_, &QListView::activated, this, [this](const QModelIndex& index) {
        if (const Check* check = model_->checkAt(index.row())) Q_EMIT workingsWanted(*check);
    });
    connect(&session, &Session::changed, this, &LedgerPanel::follow);
    connect(&theme, &Theme::changed, list_->viewport(), qOverload<>(&QWidget::update));
    follow();
}

void LedgerPanel::follow() {
    datum_->setText(session_.datum() ? tr("since %1  clear").arg(session_.datum()->time) : tr("set datum"));
    showSenses();
    isFollowing_ = true;
    const auto check = session_.selectedCheck();
    const auto part = session_.selectedPart();
    const int row = check ? model_->rowOf(*check) : part ? model_->rowOf(*part) : -1;
    if (row >= 0)
        list_->setCurrentIndex(model_->index(row));
    else
        list_->clearSelection(), list_->setCurrentIndex({});
    isFollowing_ = false;
    showRemedies();
}

// Words that carry their result: the other sense is known before anyone switches.
void LedgerPanel::showSenses() {
    const Senses& s = model_->senses();
    const Joint* joint = session_.current();
    for (const bool isReversed : {false, true}) {
        QPushButton* button = senses_[isReversed];
        button->setVisible(s.areBoth());
        const int set = isReversed ? s.bottom : s.top;
        const JointState* state = session_.state();
        if (!s.areBoth() || !joint || !state || !state->result) continue;
        const ActionSet& actions = state->result->actions[static_cast<std::size_t>(set)]; // given, or of the beams' hinges
        button->setText(QString::fromStdString(actions.id + " " + fixedDecimals(isReversed ? s.bottomUse : s.topUse, 2)));
        button->setToolTip((isReversed ? tr("Tension at the bottom, worst in %1 %2: click to show that set")
                                       : tr("Tension at the top, worst in %1 %2: click to show that set"))
                               .arg(QString::fromStdString(actions.id), QString::fromStdString(actions.title)));
        bool isShown = session_.activeSet() == set;
        for (const ConnectionResult& c : state->result->connections)
            if (c.set == session_.activeSet()) isShown = c.isReversed == isReversed;
        button->setChecked(isShown);
    }
}

void LedgerPanel::showRemedies() {
    delete remedies_->layout();
    qDeleteAll(remedies_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    offered_.clear();
    const Check* check = model_->checkAt(list_->currentIndex().row());
    const Joint* joint = session_.current();
    // Changes are tried by the component method, which says nothing of a check by plates.
    const bool isByPlates = check && check->method == CheckMethod::Plates;
    const bool isAskable = check && joint && !isByPlates && check->group != CheckGroup::NotDone && check->utilisation > 0.3;
    if (isAskable) offered_ = remedies(session_.job(), *joint, *check);
    auto* grid = new QGridLayout(remedies_);
    grid->setContentsMargins(10, 7, 10, 8);
    grid->setVerticalSpacing(3);
    remedies_->setVisible(check != nullptr);
    if (!check) return;
    const auto faint = [&](const QString& text) {
        auto* label = new QLabel(text, remedies_);
        label->setProperty("role", "faint");
        label->setWordWrap(true);
        return label;
    };
    const std::string numbers = numbersOf(*check, session_.job().settings.units);
    grid->addWidget(faint(QString::fromStdString(numbers.empty() ? adviceOf(*check) : numbers) +
                          (*check->clause ? QStringLiteral("  ·  ") + QString::fromUtf8(check->clause) : QString())),
                    0, 0, 1, 3);
    const auto heading = [&](const QString& text) { grid->addWidget(faint(text), grid->rowCount(), 0, 1, 3); };
    if (offered_.empty() && isByPlates) heading(QString::fromStdString(adviceOf(*check)));
    if (offered_.empty() && isAskable)
        heading(tr("No single change of those tried lowers it. %1").arg(QString::fromStdString(adviceOf(*check))));
    // What could be spared, where the joint holds.
    const JointState* state = session_.state();
    const std::size_t asked = offered_.size();
    const bool holds = state && state->result && state->result->state != CheckState::Over;
    if (isAskable && holds)
        for (Remedy& r : savings(session_.job(), *joint, 3)) offered_.push_back(std::move(r));
    if (asked > 0) heading(tr("Ways to relieve it, what the joint comes to, what it costs"));
    for (std::size_t i = 0; i < offered_.size(); ++i) {
        if (i == asked) heading(tr("What could be spared, one at a time"));
        addRemedy(grid, grid->rowCount(), offered_[i]);
    }
    if (isAskable) addAssumptions(grid, *joint);
    grid->setColumnStretch(0, 1);
}

/// Choices of the job that the rules allow: said with clause and effect, taken only by a click.
void LedgerPanel::addAssumptions(QGridLayout* grid, const Joint& joint) {
    const auto list = admissibleAssumptions(session_.job(), joint);
    if (list.empty()) return;
    auto* heading = new QLabel(tr("Less on the safe side, and admissible: a choice for the whole job"), remedies_);
    heading->setProperty("role", "faint");
    heading->setWordWrap(true);
    grid->addWidget(heading, grid->rowCount(), 0, 1, 3);
    for (const Assumption& a : list) {
        const int row = grid->rowCount();
        auto* button = new QPushButton(remedies_);
        button->setObjectName(QStringLiteral("link"));
        const QString text = QString::fromStdString(a.text);
        button->setText(button->fontMetrics().elidedText(text, Qt::ElideRight, 190));
        button->setToolTip(text + QStringLiteral("\n") + QString::fromUtf8(a.clause));
        const Settings settings = a.settings;
        connect(button, &QPushButton::clicked, this, [this, settings, text] {
            Session& session = session_;
            // The list that holds this button is rebuilt by the edit.
            QMetaObject::invokeMethod(
                &session, [&session, settings, text] { (void)session.editJob(text, [&](Job& j) { j.settings = settings; }); },
                Qt::QueuedConnection);
        });
        grid->addWidget(button, row, 0);
        auto* ratio = new QLabel(useText(a.then), remedies_);
        ratio->setAlignment(Qt::AlignRight);
        ratio->setProperty("role", a.state == CheckState::Over ? "refused" : "title");
        grid->addWidget(ratio, row, 2);
    }
}

void LedgerPanel::addRemedy(QGridLayout* grid, int row, const Remedy& r) {
    QString name = QString::fromStdString(r.text);
    auto* button = new QPushButton(remedies_);
    button->setObjectName(QStringLiteral("link"));
    button->setText(button->fontMetrics().elidedText(name, Qt::ElideRight, 190));
    button->setProperty("remedy", static_cast<int>(&r - offered_.data()));
    button->setToolTip(name);
    button->installEventFilter(this);
    const Joint after = r.joint;
    connect(button, &QPushButton::clicked, this, [this, after, name] {
        Session& session = session_;
        // The list that holds this button is rebuilt by the edit.
        QMetaObject::invokeMethod(
            &session, [&session, after, name] { (void)session.edit(name, [&](Joint& j) { j = after; }); }, Qt::QueuedConnection);
    });
    grid->addWidget(button, row, 0);
    auto* cost = new QLabel(r.isMemberPriced ? (r.cost < 0 ? QStringLiteral("−") : QStringLiteral("+")) +
                                                   QString::fromStdString(fixedDecimals(std::abs(r.cost), 0))
                                             : tr("?"),
                            remedies_);
    cost->setProperty("role", "faint");
    cost->setAlignment(Qt::AlignRight);
    cost->setToolTip(
        r.isMemberPriced
            ? tr("%1, at the prices of the job").arg(QString::fromStdString(session_.job().prices.value_or(Prices{}).currency))
            : tr("The column's length is not known: give its storey height."));
    grid->addWidget(cost, row, 1);
    auto* ratio = new QLabel(useText(r.utilisation), remedies_);
    ratio->setAlignment(Qt::AlignRight);
    ratio->setProperty("role", r.state == CheckState::Over ? "refused" : "title");
    grid->addWidget(ratio, row, 2);
}

bool LedgerPanel::eventFilter(QObject* watched, QEvent* event) {
    const auto index = static_cast<std::size_t>(watched->property("remedy").toInt());
    if (event->type() == QEvent::Enter && index < offered_.size()) Q_EMIT changePointedAt(offered_[index].joint);
    if (event->type() == QEvent::Leave || event->type() == QEvent::Hide) Q_EMIT changePointedAt(std::nullopt);
    return QWidget::eventFilter(watched, event);
}

} // namespace zg
