#include "app/panels/actions_panel.h"
#include "app/dialogs/cases_dialog.h"
#include "app/dialogs/paste_dialog.h"
#include "app/theme/theme.h"
#include "app/use_text.h"
#include "base/typeset.h"
#include "exchange/actions_table.h"
#include "session/actions_model.h"
#include "session/session.h"
#include "words/phrases.h"
#include "words/set_words.h"
#include <QApplication>
#include <QClipboard>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QTableView>
#include <QVBoxLayout>
#include <algorithm>

namespace zg {

ActionsPanel::ActionsPanel(Session& session, Theme&, QWidget* parent)
    : QWidget(parent), session_(session), model_(new ActionsModel(session, this)), table_(new QTableView(this)),
      foot_(new QLabel(this)) {
    setObjectName(QStringLiteral("cardPaper"));
    setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(8, 5, 10, 4);
    column->setSpacing(2);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Actions at the beam ends"), this);
    title->setProperty("role", "faint");
    title->setStyleSheet(QStringLiteral("background: transparent"));
    head->addWidget(title);
    head->addStretch();
    auto* cases = new QPushButton(tr("cases …"), this);
    cases->setObjectName(QStringLiteral("link"));
    cases->setToolTip(tr("Characteristic actions, and the sets that rules of combination make of them"));
    connect(cases, &QPushButton::clicked, this, &ActionsPanel::askForCases);
    head->addWidget(cases);
    head->addSpacing(14);
    auto* outOfPlane = new QPushButton(tr("out of plane"), this);
    outOfPlane->setObjectName(QStringLiteral("link"));
    outOfPlane->setAccessibleName(tr("Columns for forces out of the plane"));
    outOfPlane->setToolTip(
        tr("Columns V_y, M_z, T of the beams. The plate method carries them, the component method cannot; they "
           "stay in sight while a set has any"));
    connect(outOfPlane, &QPushButton::clicked, this, &ActionsPanel::toggleOutOfPlane);
    head->addWidget(outOfPlane);
    head->addSpacing(14);
    auto* paste = new QPushButton(tr("paste rows  Ctrl V"), this);
    paste->setObjectName(QStringLiteral("link"));
    paste->setToolTip(
        tr("Takes rows from a spreadsheet: with a header (set, N, V, M, V_y, M_z, T, and left, above, below), or by "
           "position; a row of units is understood"));
    connect(paste, &QPushButton::clicked, this, &ActionsPanel::paste);
    head->addWidget(paste);
    column->addLayout(head);
    table_->setObjectName(QStringLiteral("actions"));
    table_->setModel(model_);
    table_->setAccessibleName(tr("Action sets"));
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(21);
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Interactive);
    table_->setSelectionBehavior(QAbstractItemView::SelectItems);
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed |
                            QAbstractItemView::AnyKeyPressed);
    table_->setShowGrid(false);
    table_->setAlternatingRowColors(true);
    table_->setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    table_->installEventFilter(this);
    column->addWidget(table_, 1);
    foot_->setTextFormat(Qt::RichText);
    foot_->setProperty("role", "faint");
    foot_->setStyleSheet(QStringLiteral("background: transparent"));
    foot_->setObjectName(QStringLiteral("balance"));
    foot_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred); // a long sentence takes no room from its neighbours
    connect(foot_, &QLabel::linkActivated, this, [this](const QString& end) { completeAt(EndId(end.toStdString())); });
    column->addWidget(foot_);
    const auto widths = [this] {
        const Joint* joint = session_.current();
        const bool isLong = joint && std::any_of(joint->actions.begin(), joint->actions.end(),
                                                 [](const ActionSet& set) { return set.id.size() > 5; });
        const int fixed[] = {isLong ? 90 : 48, 150, 40, 70};
        for (int c = 0; c < model_->columnCount(); ++c) table_->setColumnWidth(c, c < model_->firstForce() ? fixed[c] : 62);
    };
    connect(model_, &QAbstractItemModel::modelReset, this, widths);
    widths();
    connect(&session, &Session::changed, this, [this] {
        foot_->setText(footText());
        foot_->setToolTip(foot_->text());
    });
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& index) {
        if (index.isValid() && index.row() < model_->rowCount() - 1) session_.setActiveSet(index.row());
    });
    foot_->setText(footText());
}

// Under the table what follows from it: forces on the plate, and whether the node is in balance.
QString ActionsPanel::footText() const {
    const JointState* state = session_.state();
    QString lines;
    if (state && state->resolved && state->result) {
        const std::string derived =
            derivedSentence(*state->resolved, *state->result, session_.activeSet(), session_.job().settings.units);
        if (!derived.empty()) lines = QString::fromStdString(toHtml(typesetProse(derived + '\n')));
    }
    if (const Joint* joint = session_.current())
        for (const std::string& hint : hintsOf(*joint)) lines += QString::fromStdString(hint).toHtmlEscaped() + QLatin1Char('\n');
    QStringList places;
    if (state && state->result)
        for (const PlaceUse& p : usesByPlace(*state->result)) {
            const QString where = p.place.empty() ? tr("no place") : QString::fromStdString(p.place);
            const QString use = p.worst ? useText(p.worst->utilisation) + QLatin1String(" in ") +
                                              QString::fromStdString(setName(*state->result, *p.worst))
                                        : tr("no check");
            places << tr("%1: %2").arg(where, use).toHtmlEscaped();
        }
    if (!places.isEmpty()) lines += places.join(QStringLiteral("  ·  ")) + QLatin1Char('\n');
    lines += model_->balanceText().toHtmlEscaped() + completions();
    return QLatin1String("<span>") + lines.replace(QLatin1Char('\n'), QLatin1String("<br>")) + QLatin1String("</span>");
}

/// Links that put what the active set lacks for balance on one end.
QString ActionsPanel::completions() const {
    const JointState* state = session_.state();
    const Joint* joint = session_.current();
    const int set = session_.activeSet();
    if (!state || !state->resolved || !joint || set < 0 || set >= static_cast<int>(joint->actions.size())) return {};
    const ActionSet& actions = joint->actions[static_cast<std::size_t>(set)];
    const Imbalance left = imbalance(*state->resolved, actions);
    if (left.isKnown && left.isBalanced) return {};
    QString text;
    for (const EndId end : heldEnds(*state->resolved))
        text += (text.isEmpty() ? tr("  Complete %1 at: ").arg(QString::fromStdString(printable(actions.id)).toHtmlEscaped())
                                : QStringLiteral(", ")) +
                QStringLiteral("<a href=\"%1\">%1</a>").arg(QString::fromStdString(end.str()).toHtmlEscaped());
    return text;
}

void ActionsPanel::completeAt(EndId end) {
    const JointState* state = session_.state();
    const int set = session_.activeSet();
    if (!state || !state->resolved || set < 0) return;
    const auto resolved = state->resolved;
    (void)session_.edit(tr("balance at %1").arg(QString::fromStdString(end.str())), [&](Joint& joint) {
        ActionSet& actions = joint.actions[static_cast<std::size_t>(set)];
        actions = balancedAt(*resolved, actions, end);
    });
}

void ActionsPanel::togglePlaces() { model_->showPlaces(!model_->showsPlaces()); }

void ActionsPanel::toggleOutOfPlane() {
    model_->showOutOfPlane(!model_->showsOutOfPlane());
    if (const int column = model_->firstOutOfPlane(); column >= 0) {
        const QModelIndex cell = model_->index(std::max(0, session_.activeSet()), column);
        table_->setCurrentIndex(cell);
        table_->scrollTo(cell, QAbstractItemView::PositionAtCenter);
        table_->setFocus();
    }
}

void ActionsPanel::showField(const FieldPath& path) {
    const QModelIndex cell = model_->cellOf(path);
    if (!cell.isValid()) return;
    table_->setCurrentIndex(cell);
    table_->scrollTo(cell, QAbstractItemView::PositionAtCenter);
    table_->setFocus();
}

void ActionsPanel::paste() {
    const QString text = QApplication::clipboard()->text();
    const auto table = readActionsByJoint(text.toStdString(), session_.job().settings.units);
    const bool namesJoints = table && !(table->size() == 1 && table->front().name.empty());
    if (!namesJoints) return (void)model_->paste(text);
    PasteDialog dialog(session_, routesOf(session_.job(), *table), this);
    if (dialog.exec() == QDialog::Accepted)
        (void)session_.editJob(tr("actions of several joints"), [&](Job& job) { take(job, dialog.routes()); });
}

void ActionsPanel::askForCases() {
    if (session_.current()) CasesDialog(session_, this).exec();
}

bool ActionsPanel::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->matches(QKeySequence::Paste)) {
            paste();
            return true;
        }
        if (key->matches(QKeySequence::Copy)) {
            QApplication::clipboard()->setText(model_->copied());
            return true;
        }
        if (key->key() == Qt::Key_Delete) {
            model_->removeSet(table_->currentIndex().row());
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace zg
