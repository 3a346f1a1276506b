#include "app/dialogs/section_chooser.h"
#include "app/sheet/parameter_form.h"
#include "base/text.h"
#include "catalogue/profiles.h"
#include "session/session.h"
#include <QButtonGroup>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

namespace zg {
namespace {

QTableWidgetItem* cell(const std::string& text, bool isNumber) {
    auto* item = new QTableWidgetItem(QString::fromStdString(text));
    item->setFlags(Qt::ItemIsSelectable | Qt::ItemIsEnabled);
    if (isNumber) item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    return item;
}

} // namespace

SectionChooser::SectionChooser(Session& session, const QString& now, QWidget* parent)
    : QDialog(parent), session_(session), search_(new QLineEdit(this)), table_(new QTableWidget(this)), note_(new QLabel(this)) {
    setWindowTitle(tr("Choose a section"));
    setObjectName(QStringLiteral("sectionChooser"));
    resize(640, 480);
    auto* column = new QVBoxLayout(this);
    search_->setObjectName(QStringLiteral("sectionSearch"));
    search_->setPlaceholderText(tr("type a designation, such as hea2 or ub 457"));
    column->addWidget(search_);
    auto* bar = new QHBoxLayout;
    auto* group = new QButtonGroup(this);
    const auto add = [&](const QString& text, const QString& series) {
        auto* button = new QPushButton(text, this);
        button->setCheckable(true);
        button->setAutoDefault(false);
        button->setChecked(series.isEmpty());
        group->addButton(button);
        bar->addWidget(button);
        connect(button, &QPushButton::clicked, this, [this, series] {
            series_ = series;
            fill();
        });
    };
    add(tr("all"), {});
    for (const std::string& s : sectionSeries()) add(QString::fromStdString(s), QString::fromStdString(s));
    add(tr("own"), QStringLiteral("own"));
    bar->addStretch();
    auto* make = new QPushButton(tr("make a section …"), this);
    make->setAutoDefault(false);
    connect(make, &QPushButton::clicked, this, &SectionChooser::makeSection);
    bar->addWidget(make);
    column->addLayout(bar);
    table_->setObjectName(QStringLiteral("sectionTable"));
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(22);
    column->addWidget(table_, 1);
    note_->setProperty("role", "faint");
    note_->setObjectName(QStringLiteral("sectionNote"));
    note_->setWordWrap(true);
    column->addWidget(note_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(search_, &QLineEdit::textChanged, this, &SectionChooser::fill);
    connect(search_, &QLineEdit::returnPressed, this, &QDialog::accept);
    connect(table_, &QTableWidget::cellDoubleClicked, this, &QDialog::accept);
    fill();
    for (int r = 0; r < table_->rowCount(); ++r) {
        if (table_->item(r, 0)->text() == now) {
            table_->selectRow(r);
            table_->scrollToItem(table_->item(r, 0), QAbstractItemView::PositionAtCenter);
        }
    }
    search_->setFocus();
}

void SectionChooser::fill() {
    const UnitSystem units = session_.job().settings.units;
    std::vector<Section> list;
    for (const CustomSection& s : session_.job().sections) {
        const bool matches = lowered(s.designation).find(lowered(search_->text().trimmed().toStdString())) != std::string::npos;
        if (matches && (series_.isEmpty() || series_ == QLatin1String("own"))) list.push_back(zg::makeSection(s));
    }
    if (series_ != QLatin1String("own"))
        for (const Section* s : searchSections(search_->text().toStdString(), series_.toStdString())) list.push_back(*s);
    const auto head = [&](const char* name, Quantity q) {
        return QStringLiteral("%1 %2").arg(QLatin1String(name), QString::fromUtf8(unitOf(q, units).symbol));
    };
    table_->setColumnCount(7);
    table_->setHorizontalHeaderLabels({tr("section"), head("h", Quantity::Length), head("b", Quantity::Length),
                                       head("tw", Quantity::Length), head("tf", Quantity::Length), head("mass", Quantity::Mass),
                                       head("Iy", Quantity::Inertia)});
    table_->setRowCount(static_cast<int>(list.size()));
    for (int r = 0; r < static_cast<int>(list.size()); ++r) {
        const Section& s = list[static_cast<std::size_t>(r)];
        const std::pair<double, Quantity> values[] = {{s.h, Quantity::Length},   {s.b, Quantity::Length},
                                                      {s.t_w, Quantity::Length}, {s.t_f, Quantity::Length},
                                                      {s.mass, Quantity::Mass},  {s.I_y, Quantity::Inertia}};
        table_->setItem(r, 0, cell(s.designation, false));
        int c = 1;
        for (const auto& [value, quantity] : values) table_->setItem(r, c++, cell(shownNumber(value, quantity, units), true));
    }
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    if (!list.empty()) table_->selectRow(0);
    const auto others = list.empty() ? searchProfiles(search_->text().toStdString()) : std::vector<const Profile*>{};
    const auto other = std::find_if(others.begin(), others.end(), [](const Profile* p) { return p->kind() != ProfileKind::I; });
    note_->setVisible(list.empty());
    note_->setText(other == others.end() ? tr("Nothing is called that.")
                                         : QString::fromStdString(sentenceOf(problem(
                                               Problem::SectionNotI, {}, {}, {(*other)->designation, wordsOf(**other)}))));
}

QString SectionChooser::chosen() const {
    const int row = table_->currentRow();
    return row < 0 || !table_->item(row, 0) ? QString() : table_->item(row, 0)->text();
}

void SectionChooser::makeSection() {
    QDialog dialog(this);
    dialog.setWindowTitle(tr("A section of your own"));
    CustomSection section;
    section.designation = "own 1";
    section.h = 500;
    section.b = 200;
    section.t_w = 10;
    section.t_f = 16;
    section.webWeldThroat = 5;
    auto* column = new QVBoxLayout(&dialog);
    column->addWidget(new ParameterForm(
        parametersOf(section), session_.job().settings.units,
        [&](const Parameter& p, const ParameterValue& value, const QString&) { (void)setField(section, p.path, value); }, {},
        &dialog, ParameterForm::Labels::Help));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    if (session_.addSection(section)) search_->setText(QString::fromStdString(section.designation));
    fill();
}

} // namespace zg
