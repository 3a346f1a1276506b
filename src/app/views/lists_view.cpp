#include "app/views/lists_view.h"
#include "app/dialogs/prompts.h"
#include "app/dialogs/report_dialog.h"
#include "app/dialogs/settings_dialog.h"
#include "exchange/dxf_file.h"
#include "exchange/lists_file.h"
#include "joint/resolve.h"
#include "lists/flat_drawing.h"
#include "print/drawing_sheets.h"
#include "session/list_model.h"
#include "session/session.h"
#include <QApplication>
#include <QButtonGroup>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableView>

namespace zg {
namespace {

QPushButton* choice(QButtonGroup* group, int id, const QString& text, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setCheckable(true);
    button->setChecked(id == 0);
    group->addButton(button, id);
    return button;
}

} // namespace

ListsView::ListsView(Session& session, Prompts& prompts, QWidget* parent)
    : QWidget(parent), session_(session), prompts_(prompts), model_(new ListModel(this)), tables_(new QButtonGroup(this)),
      table_(new QTableView(this)), notes_(new QLabel(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* bar = new QHBoxLayout;
    const QString names[] = {tr("Joints"), tr("Pieces"), tr("Bolts"), tr("Welds"), tr("Cost")};
    for (int i = 0; i < 5; ++i) bar->addWidget(choice(tables_, i, names[i], this));
    bar->addSpacing(8);
    only_ = new QPushButton(tr("This joint"), this);
    only_->setCheckable(true);
    only_->setToolTip(tr("Only the joint on the bench, instead of the whole job"));
    bar->addStretch();
    column->addLayout(bar);
    table_->setObjectName(QStringLiteral("lists"));
    table_->setModel(model_);
    table_->setShowGrid(false);
    table_->setAlternatingRowColors(true);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setWordWrap(false);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(22);
    table_->horizontalHeader()->setHighlightSections(false);
    column->addWidget(table_, 1);
    notes_->setObjectName(QStringLiteral("listNotes"));
    notes_->setWordWrap(true);
    auto* foot = new QHBoxLayout;
    foot->addWidget(notes_, 1);
    foot->addWidget(only_, 0, Qt::AlignTop);
    auto* prices = new QPushButton(tr("Prices …"), this);
    connect(prices, &QPushButton::clicked, this, &ListsView::editPrices);
    foot->addWidget(prices, 0, Qt::AlignTop);
    auto* save = new QPushButton(tr("Save"), this);
    save->setObjectName(QStringLiteral("saveLists"));
    auto* menu = new QMenu(save);
    menu->addAction(tr("Lists …"), this, &ListsView::saveTables);
    menu->addAction(tr("Parts to be cut as DXF …"), this, &ListsView::saveParts);
    menu->addAction(tr("This joint as DXF …"), this, &ListsView::saveJoint);
    menu->addAction(tr("Drawing sheets as PDF …"), this, &ListsView::saveSheets);
    save->setMenu(menu);
    foot->addWidget(save, 0, Qt::AlignTop);
    column->addLayout(foot);
    connect(tables_, &QButtonGroup::idClicked, this, &ListsView::rebuild);
    connect(only_, &QPushButton::toggled, this, &ListsView::rebuild);
    // A joint of the first table is the one to go to.
    connect(table_, &QTableView::doubleClicked, this, [this](const QModelIndex& at) {
        const std::string mark = at.siblingAtColumn(0).data().toString().toStdString();
        if (const Joint* joint = findJoint(session_.job(), mark)) session_.setCurrent(joint->id);
    });
    later_.setSingleShot(true);
    later_.setInterval(60);
    connect(&later_, &QTimer::timeout, this, [this] {
        if (isStale_) rebuild();
    });
    connect(&session, &Session::changed, this, [this](unsigned changes) {
        if (!(changes & (Session::Content | Session::Current | Session::File | Session::Settings_))) return;
        isStale_ = true;
        if (isVisible()) later_.start();
    });
}

void ListsView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    if (isStale_) rebuild();
}

void ListsView::showTable(const QString& key) {
    for (int i = 0; i < 5; ++i)
        if (key == QLatin1String(listKeys[i])) tables_->button(i)->setChecked(true);
    rebuild();
}

void ListsView::rebuild() {
    isStale_ = false;
    const Joint* joint = session_.current();
    const bool isOne = only_->isChecked() && joint;
    const JobLists lists = listsOf(session_.job(), isOne ? joint->id : std::string());
    ListTable table = tableOf(lists, listKeys[std::max(0, tables_->checkedId())]);
    QStringList notes;
    for (const std::string& note : table.notes) notes << QString::fromStdString(note);
    if (!lists.leftOut.empty())
        notes.prepend(tr("Not listed, because a joint is not complete: %1").arg(QString::fromStdString(joined(lists.leftOut))));
    notes_->setText(notes.join(QLatin1Char('\n')));
    model_->show(std::move(table), QString::fromStdString(lists.currency), session_.job().settings.units);
    fit();
}

/// Columns as wide as what they hold and a little air; a last one of words takes what is left.
void ListsView::fit() {
    constexpr int air = 12;
    table_->resizeColumnsToContents();
    for (int c = 0; c < model_->columnCount(); ++c) table_->setColumnWidth(c, table_->columnWidth(c) + air);
    const ListTable& table = model_->table();
    table_->horizontalHeader()->setStretchLastSection(!table.columns.empty() && !table.columns.back().isMoney);
}

void ListsView::saveTables() {
    const QString path = prompts_.savePath(this, tr("Save lists"), QStringLiteral("lists.xlsx"),
                                           tr("Workbook (*.xlsx);;The table shown (*.csv);;All tables as JSON (*.json)"));
    if (path.isEmpty()) return;
    const JobLists lists = listsOf(session_.job());
    const UnitSystem units = session_.job().settings.units;
    const QString ending = QFileInfo(path).suffix().toLower();
    if (ending == QLatin1String("csv"))
        return writeOrTell(prompts_, this, tr("Save lists"), path, csvOf(model_->table(), lists.currency, units));
    if (ending == QLatin1String("json"))
        return writeOrTell(prompts_, this, tr("Save lists"), path, listsJson(tablesOf(lists), lists.currency, units));
    const auto book = workbookOf(tablesOf(lists), lists.currency, units);
    if (!book) return prompts_.tell(this, tr("Save lists"), QString::fromStdString(joined({book.error()})));
    writeOrTell(prompts_, this, tr("Save lists"), path, *book);
}

void ListsView::saveParts() {
    const QString path = prompts_.savePath(this, tr("Parts as DXF"), QStringLiteral("parts.dxf"), tr("DXF (*.dxf)"));
    if (path.isEmpty()) return;
    const Joint* joint = session_.current();
    const bool isOne = only_->isChecked() && joint;
    const auto bytes = dxfOf(cutPlan(listsOf(session_.job(), isOne ? joint->id : std::string())));
    if (!bytes) return prompts_.tell(this, tr("Parts as DXF"), QString::fromStdString(joined({bytes.error()})));
    writeOrTell(prompts_, this, tr("Parts as DXF"), path, *bytes);
}

void ListsView::saveJoint() {
    const Joint* joint = session_.current();
    const JointState* state = session_.state();
    if (!joint || !state || !state->resolved)
        return prompts_.tell(this, tr("Joint as DXF"), tr("There is no complete joint on the bench."));
    const QString path = prompts_.savePath(this, tr("Joint as DXF"), QStringLiteral("joint.dxf"), tr("DXF (*.dxf)"));
    if (path.isEmpty()) return;
    const JobLists lists = listsOf(session_.job(), joint->id);
    const auto bytes = dxfOf(jointPlan(*state->resolved, lists.joints.front()));
    if (!bytes) return prompts_.tell(this, tr("Joint as DXF"), QString::fromStdString(joined({bytes.error()})));
    writeOrTell(prompts_, this, tr("Joint as DXF"), path, *bytes);
}

void ListsView::saveSheets() {
    const QString path = prompts_.savePath(this, tr("Drawing sheets"), QStringLiteral("drawings.pdf"), tr("PDF (*.pdf)"));
    if (path.isEmpty()) return;
    const auto letterhead = letterheadOfUser();
    if (!letterhead) return prompts_.tell(this, tr("Drawing sheets"), QString::fromStdString(joined({letterhead.error()})));
    DrawingSheetOptions options;
    options.letterhead = *letterhead;
    options.version = QApplication::applicationVersion().toStdString();
    std::vector<std::string> ids;
    if (only_->isChecked() && session_.current()) ids.push_back(session_.current()->id);
    Diagnostics leftOut;
    writeOrTell(prompts_, this, tr("Drawing sheets"), path, drawingSheets(session_.job(), ids, options, leftOut));
    if (!leftOut.empty())
        prompts_.tell(this, tr("Drawing sheets"), tr("Not drawn: %1").arg(QString::fromStdString(joined(leftOut))));
}

void ListsView::editPrices() { askForPrices(session_, this); }

} // namespace zg
