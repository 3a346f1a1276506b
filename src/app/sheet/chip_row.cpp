#include "app/sheet/chip_row.h"
#include "base/number_column.h"
#include "base/text.h"
#include "session/session.h"
#include <QHBoxLayout>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QWidgetAction>

namespace zg {
namespace {

QString nameOf(Ask which, const Recipe& recipe) {
    switch (which) {
    case Ask::Column: return ChipRow::tr("column");
    case Ask::Beam: return ChipRow::tr("beam");
    case Ask::Other: return recipe.asksColumn ? ChipRow::tr("left") : ChipRow::tr("other");
    case Ask::Steel: return ChipRow::tr("steel");
    case Ask::Reach: return ChipRow::tr("plate");
    case Ask::Span: return ChipRow::tr("span");
    case Ask::Slope: return ChipRow::tr("slope");
    case Ask::HaunchDepth: return ChipRow::tr("haunch depth");
    case Ask::HaunchLength: return ChipRow::tr("haunch length");
    }
    return {};
}

Quantity quantityOf(Ask which) { return which == Ask::Slope ? Quantity::Angle : Quantity::Length; }

const char* const reaches[] = {"flush", "extended up", "extended both"};

} // namespace

ChipRow::ChipRow(Session& session, ChooseSection chooseSection, QWidget* parent)
    : QWidget(parent), session_(session), chooseSection_(std::move(chooseSection)), row_(new QHBoxLayout(this)) {
    setObjectName(QStringLiteral("chips"));
    row_->setContentsMargins(0, 0, 0, 0);
    row_->setSpacing(8);
    hide();
}

void ChipRow::show(Proposal* proposal) {
    proposal_ = proposal;
    while (QLayoutItem* item = row_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    setVisible(proposal != nullptr);
    if (!proposal) return;
    for (const Ask which : proposal->asks()) {
        auto* chip = new QPushButton(nameOf(which, proposal->recipe()) + QStringLiteral("\n") + valueOf(which), this);
        chip->setObjectName(QStringLiteral("chip%1").arg(static_cast<int>(which)));
        chip->setProperty("role", proposal->isGiven(which) ? "given" : "assumed");
        chip->setToolTip(proposal->isGiven(which) ? tr("yours") : tr("assumed: click to choose"));
        connect(chip, &QPushButton::clicked, this, [this, which, chip] { choose(which, chip); });
        row_->addWidget(chip);
    }
    row_->addStretch();
}

QString ChipRow::valueOf(Ask which) const {
    const RecipeInput& in = proposal_->input();
    switch (which) {
    case Ask::Column: return QString::fromStdString(in.column.section);
    case Ask::Beam: return QString::fromStdString(in.beam.section);
    case Ask::Other:
        return in.other                         ? QString::fromStdString(in.other->section)
               : proposal_->recipe().asksColumn ? tr("none")
                                                : tr("as the first");
    case Ask::Steel: return QString::fromStdString(in.beam.steel);
    case Ask::Reach: return QString::fromUtf8(reaches[static_cast<int>(in.reach)]);
    default: {
        const auto number = proposal_->number(which, session_.job());
        return number ? QString::fromStdString(shown(*number, quantityOf(which), session_.job().settings.units))
                      : tr("not given");
    }
    }
    return {};
}

void ChipRow::choose(Ask which, QWidget* chip) {
    if (!proposal_) return;
    QMenu menu(this);
    switch (which) {
    case Ask::Column:
    case Ask::Beam:
    case Ask::Other: {
        const QString chosen = chooseSection_(which == Ask::Other && !proposal_->input().other ? QString() : valueOf(which));
        if (chosen.isEmpty() && which != Ask::Other) return;
        proposal_->setSection(which, chosen.toStdString());
        break;
    }
    case Ask::Steel: {
        for (const std::string& grade : steelGrades()) menu.addAction(QString::fromStdString(grade));
        const QAction* chosen = menu.exec(chip->mapToGlobal(QPoint(0, chip->height())));
        if (!chosen) return;
        proposal_->setSteel(chosen->text().toStdString());
        break;
    }
    case Ask::Reach: {
        for (const char* reach : reaches) menu.addAction(QString::fromUtf8(reach));
        const QAction* chosen = menu.exec(chip->mapToGlobal(QPoint(0, chip->height())));
        if (!chosen) return;
        proposal_->setReach(static_cast<PlateReach>(menu.actions().indexOf(const_cast<QAction*>(chosen))));
        break;
    }
    default: {
        auto* edit = new QLineEdit(&menu);
        edit->setObjectName(QStringLiteral("chipSpan"));
        edit->setPlaceholderText(QString::fromUtf8(unitOf(quantityOf(which), session_.job().settings.units).symbol));
        auto* holder = new QWidgetAction(&menu);
        holder->setDefaultWidget(edit);
        menu.addAction(holder);
        connect(edit, &QLineEdit::returnPressed, &menu, [&] {
            const auto number = readNumber(edit->text().toStdString());
            const double factor = unitOf(quantityOf(which), session_.job().settings.units).factor;
            const bool isGiven = number && (which == Ask::Slope || *number > 0);
            proposal_->setNumber(which, isGiven ? std::optional<double>(*number * factor) : std::nullopt);
            menu.close();
        });
        connect(&menu, &QMenu::aboutToShow, edit, qOverload<>(&QWidget::setFocus));
        menu.exec(chip->mapToGlobal(QPoint(0, chip->height())));
        break;
    }
    }
    Q_EMIT answered();
}

} // namespace zg
