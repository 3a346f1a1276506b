#include "app/sheet/parameter_form.h"
#include "base/number_column.h"
#include "base/text.h"
#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace zg {
namespace {

QString labelOf(const Parameter& p) {
    QString text = QString::fromStdString(p.key);
    return text.replace(QLatin1Char('_'), QLatin1Char(' '));
}

} // namespace

ParameterForm::ParameterForm(const std::vector<Parameter>& parameters, UnitSystem units, Apply apply, ChooseSection chooseSection,
                             QWidget* parent, Labels labels)
    : QWidget(parent), units_(units), apply_(std::move(apply)), chooseSection_(std::move(chooseSection)) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(4);
    if (labels == Labels::Keys) { // forms under one another stand in line
        grid->setColumnMinimumWidth(0, 130);
        grid->setColumnMinimumWidth(1, 118);
    } else { // sentences, not words
        grid->setColumnStretch(0, 1);
    }
    int row = 0;
    for (const Parameter& p : parameters) {
        auto* label = new QLabel(labels == Labels::Help ? QString::fromStdString(p.help) : labelOf(p), this);
        label->setToolTip(QString::fromStdString(p.help));
        label->setWordWrap(labels == Labels::Help);
        QWidget* field = editor(p);
        field->setObjectName(QString::fromStdString(p.group + "." + p.key));
        field->setProperty("path", QString::fromStdString(p.path.str()));
        field->setToolTip(QString::fromStdString(p.help));
        field->setAccessibleName(labelOf(p));
        label->setBuddy(field);
        grid->addWidget(label, row, 0);
        grid->addWidget(field, row, 1);
        if (p.kind == Parameter::Kind::Number)
            grid->addWidget(new QLabel(QString::fromUtf8(unitOf(p.quantity, units_).symbol), this), row, 2);
        ++row;
    }
}

QWidget* ParameterForm::editor(const Parameter& p) {
    switch (p.kind) {
    case Parameter::Kind::Number:
    case Parameter::Kind::Whole: return number(p);
    case Parameter::Kind::Switch: {
        auto* box = new QCheckBox(tr("yes"), this);
        box->setChecked(p.number != 0);
        connect(box, &QCheckBox::toggled, this, [this, p](bool on) { apply_(p, on ? 1.0 : 0.0, on ? tr("yes") : tr("no")); });
        return box;
    }
    case Parameter::Kind::Choice:
    case Parameter::Kind::Steel:
    case Parameter::Kind::BoltSize:
    case Parameter::Kind::BoltGrade: return choice(p);
    case Parameter::Kind::Section: {
        auto* button = new QPushButton(p.text.empty() ? tr("choose …") : QString::fromStdString(p.text), this);
        connect(button, &QPushButton::clicked, this, [this, p] {
            const QString chosen = chooseSection_(QString::fromStdString(p.text));
            if (!chosen.isEmpty()) apply_(p, chosen.toStdString(), chosen);
        });
        return button;
    }
    case Parameter::Kind::Text: break;
    }
    auto* edit = new QLineEdit(QString::fromStdString(p.text), this);
    connect(edit, &QLineEdit::editingFinished, this, [this, p, edit] {
        if (edit->text().toStdString() != p.text) apply_(p, edit->text().toStdString(), edit->text());
    });
    return edit;
}

QWidget* ParameterForm::number(const Parameter& p) {
    const bool isWhole = p.kind == Parameter::Kind::Whole;
    const double factor = isWhole ? 1 : unitOf(p.quantity, units_).factor;
    const QString before = p.isGiven ? QString::fromStdString(significant(p.number / factor, 7)) : QString();
    auto* edit = new QLineEdit(before, this);
    edit->setAlignment(Qt::AlignRight);
    edit->setMaximumWidth(96);
    if (p.isOptional) edit->setPlaceholderText(tr("not given"));
    connect(edit, &QLineEdit::editingFinished, this, [this, p, edit, factor, before] {
        const QString text = edit->text().trimmed();
        if (text == before) return;
        if (text.isEmpty() && p.isOptional) return apply_(p, std::monostate{}, tr("not given"));
        const auto value = readNumber(text.toStdString());
        if (value)
            apply_(p, *value * factor, text);
        else
            edit->setText(before);
    });
    return edit;
}

QWidget* ParameterForm::choice(const Parameter& p) {
    auto* combo = new QComboBox(this);
    for (const std::string& c : p.choices) combo->addItem(QString::fromStdString(c));
    if (p.kind == Parameter::Kind::Choice) {
        const int first = p.isOptional ? 1 : 0; // before it: not given
        if (p.isOptional) combo->insertItem(0, tr("not given"));
        combo->setCurrentIndex(p.isGiven ? static_cast<int>(p.number) + first : 0);
        connect(combo, &QComboBox::activated, this, [this, p, combo, first](int index) {
            if (index < first)
                apply_(p, std::monostate{}, combo->itemText(index));
            else
                apply_(p, static_cast<double>(index - first), combo->itemText(index));
        });
    } else {
        const int at = combo->findText(QString::fromStdString(p.text));
        if (at < 0) combo->insertItem(0, QString::fromStdString(p.text));
        combo->setCurrentIndex(std::max(0, at));
        connect(combo, &QComboBox::activated, this,
                [this, p, combo](int index) { apply_(p, combo->itemText(index).toStdString(), combo->itemText(index)); });
    }
    return combo;
}

} // namespace zg
