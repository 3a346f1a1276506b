#include "app/dialogs/new_joint_dialog.h"
#include "app/dialogs/section_chooser.h"
#include "base/number_column.h"
#include "base/text.h"
#include "joint/recipes/recipe.h"
#include "session/session.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPushButton>
#include <algorithm>

namespace zg {
NewJointDialog::NewJointDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), mark_(new QLineEdit(this)), title_(new QLineEdit(this)),
      column_(new QPushButton(QStringLiteral("HEB 240"), this)), right_(new QPushButton(QStringLiteral("IPE 400"), this)),
      left_(new QPushButton(tr("none"), this)), steel_(new QComboBox(this)), reach_(new QComboBox(this)),
      span_(new QLineEdit(this)) {
    setWindowTitle(tr("New joint: beam to column by an end plate"));
    setObjectName(QStringLiteral("newJoint"));
    auto* form = new QFormLayout(this);
    mark_->setText(QString::fromStdString(freeMark(session.job(), "B")));
    title_->setPlaceholderText(tr("where it is"));
    form->addRow(tr("Mark"), mark_);
    form->addRow(tr("Place"), title_);
    form->addRow(tr("Column"), column_);
    form->addRow(tr("Beam on the right"), right_);
    form->addRow(tr("Beam on the left"), left_);
    for (const std::string& s : steelGrades()) steel_->addItem(QString::fromStdString(s));
    steel_->setCurrentText(QStringLiteral("S355"));
    form->addRow(tr("Steel"), steel_);
    reach_->addItems({tr("flush with the beam"), tr("extended above"), tr("extended above and below")});
    reach_->setCurrentIndex(1);
    form->addRow(tr("End plate"), reach_);
    span_->setPlaceholderText(tr("needed for the class by stiffness"));
    form->addRow(tr("Beam span, %1").arg(QString::fromUtf8(unitOf(Quantity::Length, session.job().settings.units).symbol)),
                 span_);
    for (QPushButton* b : {column_, right_, left_}) {
        b->setAutoDefault(false);
        connect(b, &QPushButton::clicked, this, [this, b] { choose(b); });
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

void NewJointDialog::choose(QPushButton* button) {
    SectionChooser chooser(session_, button->text(), this);
    if (chooser.exec() == QDialog::Accepted && !chooser.chosen().isEmpty())
        button->setText(chooser.chosen());
    else if (button == left_)
        button->setText(tr("none"));
}

Joint NewJointDialog::joint() const {
    Joint j;
    j.mark = mark_->text().trimmed().isEmpty() ? freeMark(session_.job(), "B") : mark_->text().trimmed().toStdString();
    j.title = title_->text().trimmed().toStdString();
    const std::string steel = steel_->currentText().toStdString();
    RecipeInput input;
    input.column = {column_->text().toStdString(), steel};
    input.beam = {right_->text().toStdString(), steel};
    if (left_->text() != tr("none")) input.other = MemberSpec{left_->text().toStdString(), steel};
    input.reach = static_cast<PlateReach>(std::max(0, reach_->currentIndex()));
    if (const auto span = readNumber(span_->text().toStdString()); span && *span > 0)
        input.span = *span * unitOf(Quantity::Length, session_.job().settings.units).factor;
    (void)layOut(j, endPlateRecipe, session_.job(), input);
    return j;
}

} // namespace zg
