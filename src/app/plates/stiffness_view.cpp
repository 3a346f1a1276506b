#include "app/plates/stiffness_view.h"
#include "app/dialogs/prompts.h"
#include "base/text.h"
#include "exchange/plate_json.h"
#include "joint/plate_key.h"
#include "plates/node_stiffness.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTableWidget>
#include <QVBoxLayout>

namespace zg {

namespace {

// Of the six freedoms of an end: all, or those of the frame's plane.
constexpr int whole[] = {0, 1, 2, 3, 4, 5}, inPlane[] = {0, 2, 4};
constexpr const char* movementNames[] = {"u_x", "u_y", "u_z", "θ_x", "θ_y", "θ_z"};
constexpr const char* forceNames[] = {"F_x", "F_y", "F_z", "M_x", "M_y", "M_z"};

QString text(const std::string& s) { return QString::fromStdString(s); }

/// N/mm as kN/mm, N/rad as MN/rad, N mm/rad as MNm/rad.
double shownUnit(int row, int column) {
    const bool isMoment = row % 6 > 2, isTurn = column % 6 > 2;
    return isMoment && isTurn ? 1e9 : isMoment || isTurn ? 1e6 : 1e3;
}

} // namespace

StiffnessView::StiffnessView(Session& session, Prompts& prompts, QWidget* parent)
    : QWidget(parent), session_(session), prompts_(prompts), sets_(new QComboBox(this)),
      run_(new QPushButton(tr("Compute"), this)), save_(new QPushButton(tr("Save JSON..."), this)),
      isWhole_(new QCheckBox(tr("out of the plane too"), this)), words_(new QLabel(this)), table_(new QTableWidget(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(4, 0, 4, 4);
    auto* bar = new QHBoxLayout;
    auto* back = new QPushButton(tr("Back to the model"), this);
    back->setObjectName(QStringLiteral("link"));
    bar->addWidget(back);
    bar->addStretch();
    bar->addWidget(new QLabel(tr("at the forces of"), this));
    for (QWidget* w : std::initializer_list<QWidget*>{sets_, run_, save_}) bar->addWidget(w);
    bar->addWidget(isWhole_);
    column->addLayout(bar);
    words_->setWordWrap(true);
    column->addWidget(words_);
    column->addWidget(table_, 1);
    sets_->setObjectName(QStringLiteral("stiffnessSet"));
    sets_->setAccessibleName(tr("Action set under which bolts and contacts act"));
    run_->setObjectName(QStringLiteral("stiffnessRun"));
    save_->setObjectName(QStringLiteral("stiffnessSave"));
    words_->setObjectName(QStringLiteral("stiffnessWords"));
    table_->setObjectName(QStringLiteral("stiffnessTable"));
    table_->verticalHeader()->setMinimumWidth(table_->fontMetrics().horizontalAdvance(QStringLiteral("column below M_y")) + 20);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    connect(back, &QPushButton::clicked, this, &StiffnessView::left);
    connect(run_, &QPushButton::clicked, this, [this] {
        if (session_.plates().isRunning())
            session_.plates().cancel();
        else
            session_.plates().stiffness(sets_->currentData().toInt());
    });
    connect(save_, &QPushButton::clicked, this, &StiffnessView::save);
    connect(isWhole_, &QCheckBox::toggled, this, &StiffnessView::fill);
    connect(&session, &Session::changed, this, &StiffnessView::follow);
    connect(&session.plates(), &PlateStudies::progressed, this, &StiffnessView::follow);
    setMinimumWidth(200); // the list beside the model makes way for it
}

void StiffnessView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    follow();
}

// While it is on show; the bench changes far more often.
void StiffnessView::follow() {
    if (!isVisible()) return;
    const Joint* joint = session_.current();
    const int chosen = sets_->currentIndex();
    const QSignalBlocker quiet(sets_);
    sets_->clear();
    for (std::size_t i = 0; joint && i < joint->actions.size(); ++i)
        if (joint->actions[i].kind == SetKind::Ultimate) sets_->addItem(text(joint->actions[i].id), static_cast<int>(i));
    if (sets_->count() > 0) sets_->setCurrentIndex(std::clamp(chosen, 0, sets_->count() - 1));
    run_->setText(session_.plates().isRunning() ? tr("Cancel") : tr("Compute"));
    run_->setEnabled(session_.plates().isRunning() || sets_->count() > 0);
    fill();
}

void StiffnessView::fill() {
    const Joint* joint = session_.current();
    const PlateStudies::Entry* entry = session_.plates().current();
    const NodeStiffness* found = entry && entry->stiffness ? &*entry->stiffness : nullptr;
    save_->setEnabled(found);
    table_->setVisible(found);
    if (!found || !joint) {
        QStringList words{
            sets_->count() > 0
                ? tr("Which bolts and contacts act depends on the forces: choose a set and compute.")
                : tr("Which bolts and contacts act depends on the forces: the joint needs an ultimate action set.")};
        if (!session_.plates().message().isEmpty()) words << session_.plates().message();
        words_->setText(words.join(QLatin1Char(' ')));
        return;
    }
    QStringList words{
        tr("Forces of the ends in kN and kNm over movements in mm and mrad, in the joint's axes (x right, y away from "
           "the reader, z up), under set %1.")
            .arg(text(found->set))};
    if (entry->stiffnessKey != plateKey(session_.job(), *joint)) words << tr("Of another state of the joint.");
    for (const std::string& note : found->notes) words << text(note);
    words_->setText(words.join(QLatin1Char(' ')));
    std::vector<int> freedoms(std::begin(inPlane), std::end(inPlane));
    if (isWhole_->isChecked()) freedoms.assign(std::begin(whole), std::end(whole));
    const int each = static_cast<int>(freedoms.size()), size = each * static_cast<int>(found->ends.size());
    table_->setRowCount(size);
    table_->setColumnCount(size);
    for (int i = 0; i < size; ++i) {
        const QString end = text(found->ends[static_cast<std::size_t>(i / each)].id);
        const int freedom = freedoms[static_cast<std::size_t>(i % each)];
        table_->setVerticalHeaderItem(i, new QTableWidgetItem(end + QLatin1Char(' ') + QString::fromUtf8(forceNames[freedom])));
        table_->setHorizontalHeaderItem(
            i, new QTableWidgetItem(end + QLatin1Char('\n') + QString::fromUtf8(movementNames[freedom])));
        const int row = 6 * (i / each) + freedom;
        for (int k = 0; k < size; ++k) {
            const int at = 6 * (k / each) + freedoms[static_cast<std::size_t>(k % each)];
            const double value = found->matrix[static_cast<std::size_t>(row * found->size() + at)] / shownUnit(row, at);
            // Rounding of a matrix whose entries differ by six orders is no stiffness.
            auto* item = new QTableWidgetItem(std::abs(value) < 1e-6 ? QStringLiteral("0") : text(significant(value, 4)));
            item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            table_->setItem(i, k, item);
        }
    }
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    table_->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
}

void StiffnessView::save() {
    const Joint* joint = session_.current();
    const PlateStudies::Entry* entry = session_.plates().current();
    if (!joint || !entry || !entry->stiffness) return;
    const QString path =
        prompts_.savePath(this, tr("Save the stiffness"), text(joint->mark) + QStringLiteral(".json"), tr("JSON (*.json)"));
    if (!path.isEmpty())
        writeOrTell(prompts_, this, tr("Save the stiffness"), path, nodeStiffnessJson(*joint, *entry->stiffness));
}

} // namespace zg
