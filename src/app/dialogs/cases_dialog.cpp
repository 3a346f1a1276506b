#include "app/dialogs/cases_dialog.h"
#include "actions/combine.h"
#include "app/sheet/parameter_form.h"
#include "base/number_column.h"
#include "exchange/actions_table.h"
#include "joint/action_columns.h"
#include "session/session.h"
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>
#include <QTableWidget>
#include <QVBoxLayout>

namespace zg {
namespace {

constexpr int firstForce = 4; ///< behind name, title, nature, group

QTableWidget* tableOf(const char* name, QWidget* parent) {
    auto* table = new QTableWidget(parent);
    table->setObjectName(QLatin1String(name));
    table->verticalHeader()->hide();
    table->verticalHeader()->setDefaultSectionSize(24);
    table->setShowGrid(false);
    table->setAlternatingRowColors(true);
    return table;
}

/// Headings of the forces with their units, behind what stands before them.
void addForces(QStringList& head, const std::vector<ActionColumn>& columns, UnitSystem units) {
    for (const ActionColumn& c : columns)
        head << QString::fromStdString(std::string(letterOf(c.force)) + " " + placeName(c.place) + "\n" +
                                       unitOf(quantityOf(c.force), units).symbol);
}

void putForces(QTableWidget* table, int row, int first, const ActionSet& set, const std::vector<ActionColumn>& columns,
               UnitSystem units) {
    for (const ActionColumn& c : columns) {
        const auto value = valueIn(set, c);
        auto* item =
            new QTableWidgetItem(value ? QString::fromStdString(shownNumber(*value, quantityOf(c.force), units)) : QString());
        item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        table->setItem(row, first++, item);
    }
}

} // namespace

CasesDialog::CasesDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), joint_(*session.current()),
      rules_(session.job().combinations.value_or(CombinationRules{})), cases_(tableOf("cases", this)),
      sets_(tableOf("madeSets", this)), note_(new QLabel(this)), make_(new QPushButton(tr("Make the sets"), this)) {
    setWindowTitle(tr("Cases and combinations of joint %1").arg(QString::fromStdString(joint_.mark)));
    setObjectName(QStringLiteral("casesAndCombinations"));
    resize(1060, 640);
    auto* row = new QHBoxLayout(this);
    auto* left = new QVBoxLayout;
    row->addLayout(left, 1);
    auto* bar = new QHBoxLayout;
    bar->addWidget(new QLabel(tr("Characteristic actions"), this));
    bar->addStretch();
    auto* add = new QPushButton(tr("Add a case"), this);
    auto* remove = new QPushButton(tr("Remove"), this);
    auto* pasteRows = new QPushButton(tr("Paste rows"), this);
    pasteRows->setToolTip(tr("A table with the columns case, nature, group, N, V, M and so on"));
    bar->addWidget(add);
    bar->addWidget(remove);
    bar->addWidget(pasteRows);
    left->addLayout(bar);
    left->addWidget(cases_, 2);
    left->addWidget(new QLabel(tr("Sets that they come to"), this));
    sets_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    left->addWidget(sets_, 3);
    note_->setWordWrap(true);
    left->addWidget(note_);
    auto* right = new QVBoxLayout;
    row->addLayout(right);
    right->addWidget(new QLabel(tr("Rules"), this));
    // Rules are declared by their fields; the list of own psi values is kept in the file.
    const auto apply = [this](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(rules_, p.path, value);
        showSets();
    };
    right->addWidget(new ParameterForm(parametersOf(rules_), session.job().settings.units, apply, {}, this));
    right->addStretch();
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel, this);
    buttons->addButton(make_, QDialogButtonBox::AcceptRole);
    make_->setObjectName(QStringLiteral("makeSets"));
    right->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(make_, &QPushButton::clicked, this, &CasesDialog::make);
    connect(add, &QPushButton::clicked, this, [this] {
        ActionCase c;
        c.id = joint_.cases.empty() ? "G" : "Q" + std::to_string(joint_.cases.size());
        c.nature = joint_.cases.empty() ? CaseNature::Permanent : CaseNature::ImposedB;
        joint_.cases.push_back(c);
        showCases();
    });
    connect(remove, &QPushButton::clicked, this, [this] {
        const int at = cases_->currentRow();
        if (at < 0 || at >= static_cast<int>(joint_.cases.size())) return;
        joint_.cases.erase(joint_.cases.begin() + at);
        showCases();
    });
    connect(pasteRows, &QPushButton::clicked, this, [this] { paste(QApplication::clipboard()->text()); });
    connect(new QShortcut(QKeySequence::Paste, cases_), &QShortcut::activated, this,
            [this] { paste(QApplication::clipboard()->text()); });
    connect(cases_, &QTableWidget::cellChanged, this, &CasesDialog::readCell);
    showCases();
}

QStringList CasesDialog::natures() const {
    QStringList list;
    for (const char* name : EnumNames<CaseNature>::names) list << QString::fromUtf8(name);
    return list;
}

void CasesDialog::paste(const QString& text) {
    auto read = readCases(text.toStdString(), session_.job().settings.units);
    if (!read) return note_->setText(QString::fromStdString(joined(read.error())));
    joint_.cases = std::move(*read);
    showCases();
}

void CasesDialog::showCases() {
    isFilling_ = true;
    const auto columns = actionColumns(joint_, false);
    const UnitSystem units = session_.job().settings.units;
    QStringList head{tr("case"), tr("what acts"), tr("nature"), tr("group")};
    addForces(head, columns, units);
    cases_->clear();
    cases_->setColumnCount(static_cast<int>(head.size()));
    cases_->setHorizontalHeaderLabels(head);
    cases_->setRowCount(static_cast<int>(joint_.cases.size()));
    for (int r = 0; r < cases_->rowCount(); ++r) {
        const ActionCase& c = joint_.cases[static_cast<std::size_t>(r)];
        cases_->setItem(r, 0, new QTableWidgetItem(QString::fromStdString(c.id)));
        cases_->setItem(r, 1, new QTableWidgetItem(QString::fromStdString(c.title)));
        auto* nature = new QComboBox(cases_);
        nature->addItems(natures());
        nature->setCurrentIndex(static_cast<int>(c.nature));
        connect(nature, &QComboBox::currentIndexChanged, this, [this, r](int index) {
            joint_.cases[static_cast<std::size_t>(r)].nature = static_cast<CaseNature>(index);
            showSets();
        });
        cases_->setCellWidget(r, 2, nature);
        cases_->setItem(r, 3, new QTableWidgetItem(QString::fromStdString(c.group)));
        ActionSet as;
        as.forces = c.forces;
        putForces(cases_, r, firstForce, as, columns, units);
    }
    cases_->resizeColumnsToContents();
    isFilling_ = false;
    showSets();
}

void CasesDialog::readCell(int row, int column) {
    if (isFilling_ || row >= static_cast<int>(joint_.cases.size())) return;
    ActionCase& c = joint_.cases[static_cast<std::size_t>(row)];
    const std::string text = cases_->item(row, column)->text().trimmed().toStdString();
    if (column == 0)
        c.id = text;
    else if (column == 1)
        c.title = text;
    else if (column == 3)
        c.group = text;
    else if (column >= firstForce) {
        const ActionColumn at = actionColumns(joint_, false)[static_cast<std::size_t>(column - firstForce)];
        std::optional<double> value;
        if (!text.empty()) {
            value = readNumber(text, DecimalSign::Point);
            if (!value) {
                note_->setText(tr("\"%1\" is not a number.").arg(QString::fromStdString(text)));
                return showCases();
            }
            *value *= unitOf(quantityOf(at.force), session_.job().settings.units).factor;
        }
        ActionSet as;
        as.forces = c.forces;
        put(as, at, value);
        c.forces = as.forces;
    }
    showSets();
}

void CasesDialog::showSets() {
    const auto sets = setsOf(joint_.cases, rules_);
    make_->setEnabled(sets.has_value());
    if (!sets) {
        sets_->setRowCount(0);
        return note_->setText(QString::fromStdString(joined(sets.error())));
    }
    const auto columns = actionColumns(joint_, false);
    const UnitSystem units = session_.job().settings.units;
    QStringList head{tr("set"), tr("made of"), tr("kind")};
    addForces(head, columns, units);
    sets_->setColumnCount(static_cast<int>(head.size()));
    sets_->setHorizontalHeaderLabels(head);
    sets_->setRowCount(static_cast<int>(sets->size()));
    for (int r = 0; r < sets_->rowCount(); ++r) {
        const ActionSet& s = (*sets)[static_cast<std::size_t>(r)];
        const QString texts[] = {QString::fromStdString(s.id), QString::fromStdString(s.title),
                                 QString::fromUtf8(EnumNames<SetKind>::names[static_cast<std::size_t>(s.kind)])};
        for (int c = 0; c < 3; ++c) sets_->setItem(r, c, new QTableWidgetItem(texts[c]));
        putForces(sets_, r, 3, s, columns, units);
    }
    sets_->resizeColumnsToContents();
    const auto direct =
        std::count_if(joint_.actions.begin(), joint_.actions.end(), [](const ActionSet& s) { return s.made.empty(); });
    note_->setText(
        tr("%1 sets; they take the place of those made before. %2 given directly stay.").arg(sets->size()).arg(direct));
}

void CasesDialog::make() {
    Joint made = joint_;
    if (const auto done = makeSets(made, rules_); !done) return note_->setText(QString::fromStdString(joined(done.error())));
    const auto take = [&](Job& job) {
        job.combinations = rules_;
        putJoints(job, {made});
    };
    if (session_.editJob(tr("cases and combinations"), take)) accept();
}

} // namespace zg
