#include "app/dialogs/paste_dialog.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace zg {

PasteDialog::PasteDialog(Session& session, std::vector<Route> routes, QWidget* parent)
    : QDialog(parent), session_(session), routes_(std::move(routes)), table_(new QTableWidget(this)), sum_(new QLabel(this)) {
    setWindowTitle(tr("Actions of several joints"));
    setObjectName(QStringLiteral("pasteActions"));
    resize(720, 460);
    auto* column = new QVBoxLayout(this);
    column->addWidget(new QLabel(tr("Rows of the table, and the joints they go to. Nothing is taken before you say so."), this));
    table_->setObjectName(QStringLiteral("routes"));
    table_->setColumnCount(5);
    table_->setHorizontalHeaderLabels({tr("in the table"), tr("goes to"), tr("new"), tr("replaced"), tr("remark")});
    table_->setRowCount(static_cast<int>(routes_.size()));
    table_->verticalHeader()->hide();
    table_->setShowGrid(false);
    table_->setAlternatingRowColors(true);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->horizontalHeader()->setStretchLastSection(true);
    for (int r = 0; r < table_->rowCount(); ++r) {
        auto* joints = new QComboBox(table_);
        joints->addItem(tr("left out"), QString());
        if (routes_[static_cast<std::size_t>(r)].made) joints->addItem(tr("new joint"), QLatin1String(newJoint));
        for (const Joint& j : session.job().joints) joints->addItem(QString::fromStdString(j.mark), QString::fromStdString(j.id));
        joints->setCurrentIndex(
            std::max(0, joints->findData(QString::fromStdString(routes_[static_cast<std::size_t>(r)].joint))));
        connect(joints, &QComboBox::currentIndexChanged, this, [this, r, joints] {
            Route& route = routes_[static_cast<std::size_t>(r)];
            route = rerouted(session_.job(), route, joints->currentData().toString().toStdString());
            showRow(r);
            count();
        });
        table_->setCellWidget(r, 1, joints);
        showRow(r);
    }
    table_->setColumnWidth(0, 180);
    table_->setColumnWidth(1, 110);
    table_->setColumnWidth(2, 56);
    table_->setColumnWidth(3, 72);
    column->addWidget(table_, 1);
    sum_->setWordWrap(true);
    column->addWidget(sum_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Take"));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
    count();
}

void PasteDialog::showRow(int row) {
    const Route& route = routes_[static_cast<std::size_t>(row)];
    const auto put = [&](int column, const QString& text) { table_->setItem(row, column, new QTableWidgetItem(text)); };
    const bool isTaken = !route.joint.empty();
    put(0, QString::fromStdString(route.name));
    put(2, isTaken ? QString::number(route.added) : QString());
    put(3, isTaken ? QString::number(route.replaced) : QString());
    // What is made, with the steel that is taken where the table names none.
    const QString made = route.joint == newJoint ? QString::fromStdString(firstLayoutText(*route.made)) : QString();
    put(4, isTaken ? made : QString::fromStdString(route.why));
}

void PasteDialog::count() {
    int sets = 0, joints = 0, left = 0;
    for (const Route& r : routes_)
        if (r.joint.empty())
            left += static_cast<int>(r.sets.size());
        else
            sets += r.added + r.replaced, ++joints;
    sum_->setText(tr("%1 sets go to %2 joints").arg(sets).arg(joints) + (left == 1 ? tr("; one row is left out.")
                                                                         : left    ? tr("; %1 rows are left out.").arg(left)
                                                                                   : tr(".")));
}

} // namespace zg
