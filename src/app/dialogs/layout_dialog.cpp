#include "app/dialogs/layout_dialog.h"
#include "app/dialogs/settings_dialog.h"
#include "app/use_text.h"
#include "base/text.h"
#include "session/layout_finder.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace zg {
namespace {

enum Which { ThisJoint, AllThatFail, All };

QString money(double value, const std::string& currency) {
    return QString::fromStdString(fixedDecimals(value, 2) + " " + currency);
}

} // namespace

LayoutDialog::LayoutDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), finder_(new LayoutFinder(session, this)), which_(new QComboBox(this)),
      target_(new QComboBox(this)), objective_(new QComboBox(this)), depth_(new QComboBox(this)),
      find_(new QPushButton(tr("Find"), this)), take_(new QPushButton(tr("Take what is ticked"), this)),
      progress_(new QProgressBar(this)), results_(new QTreeWidget(this)), note_(new QLabel(this)) {
    setWindowTitle(tr("Find a layout that holds"));
    setObjectName(QStringLiteral("layoutSearch"));
    resize(760, 520);
    auto* column = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    const QString mark = session.current() ? QString::fromStdString(session.current()->mark) : QString();
    which_->addItems({tr("%1, the joint on the bench").arg(mark), tr("all joints that fail"), tr("all joints")});
    target_->addItems({tr("strength"), tr("strength, and rigid"), tr("strength, and full strength")});
    objective_->addItems({tr("cost"), tr("number of different parts"), tr("stiffening")});
    depth_->addItems({tr("quick"), tr("thorough")});
    form->addRow(tr("for"), which_);
    form->addRow(tr("asked for"), target_);
    form->addRow(tr("least of"), objective_);
    form->addRow(tr("search"), depth_);
    column->addLayout(form);
    auto* bar = new QHBoxLayout;
    auto* stock = new QPushButton(tr("Stock and preferences …"), this);
    connect(stock, &QPushButton::clicked, this, [this] { askForPreferences(session_, this); });
    bar->addWidget(find_);
    bar->addWidget(stock);
    progress_->setRange(0, 0);
    progress_->setVisible(false);
    bar->addWidget(progress_, 1);
    bar->addStretch();
    column->addLayout(bar);
    results_->setObjectName(QStringLiteral("layouts"));
    results_->setHeaderLabels({tr("joint"), tr("use now"), tr("use then"), tr("cost now"), tr("cost then"), tr("governs")});
    results_->header()->setSectionResizeMode(QHeaderView::ResizeToContents);
    results_->setSelectionMode(QAbstractItemView::NoSelection);
    column->addWidget(results_, 1);
    note_->setWordWrap(true);
    column->addWidget(note_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    buttons->addButton(take_, QDialogButtonBox::AcceptRole);
    take_->setObjectName(QStringLiteral("takeLayouts"));
    take_->setEnabled(false);
    find_->setDefault(true);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &LayoutDialog::reject);
    connect(find_, &QPushButton::clicked, this, &LayoutDialog::start);
    connect(take_, &QPushButton::clicked, this, &LayoutDialog::take);
    connect(finder_, &LayoutFinder::finished, this, &LayoutDialog::show_);
}

std::vector<std::string> LayoutDialog::chosenIds() const {
    std::vector<std::string> ids;
    if (which_->currentIndex() == ThisJoint) {
        if (session_.current()) ids.push_back(session_.current()->id);
        return ids;
    }
    for (const Joint& joint : session_.job().joints) {
        const JointState& state = session_.stateOf(joint);
        const bool fails = !state.result || state.result->state == CheckState::Over;
        if (which_->currentIndex() == All || fails) ids.push_back(joint.id);
    }
    return ids;
}

void LayoutDialog::start() {
    if (finder_->isRunning()) return finder_->stop();
    const auto ids = chosenIds();
    results_->clear();
    take_->setEnabled(false);
    if (ids.empty()) return note_->setText(tr("No joint fails."));
    LayoutOptions options;
    options.target = static_cast<LayoutTarget>(target_->currentIndex());
    options.objective = static_cast<LayoutObjective>(objective_->currentIndex());
    options.depth = static_cast<LayoutDepth>(depth_->currentIndex());
    note_->setText(tr("Searching …"));
    find_->setText(tr("Stop"));
    progress_->setVisible(true);
    finder_->start(ids, options);
}

void LayoutDialog::show_() {
    find_->setText(tr("Find"));
    progress_->setVisible(false);
    const Job& job = session_.job();
    const std::string currency = job.prices.value_or(Prices{}).currency;
    int held = 0;
    bool hasAny = false;
    for (const LayoutOutcome& o : finder_->found()) {
        const Joint* now = findJoint(job, o.joint.id);
        const auto before = now ? measure(job, *now) : std::nullopt;
        auto* item = new QTreeWidgetItem(results_);
        item->setText(0, QString::fromStdString(o.joint.mark));
        item->setText(1, before ? useText(before->utilisation) : tr("–"));
        const bool isVerified = o.measure.state != CheckState::NotDone;
        item->setText(2, isVerified ? useText(o.measure.utilisation) : tr("–"));
        item->setText(3, before ? money(before->cost, currency) : tr("–"));
        item->setText(4, o.holds ? money(o.measure.cost, currency) : tr("–"));
        item->setText(5, isVerified ? QString::fromUtf8(title(o.measure.governing)) : tr("–"));
        const auto remark = [&](const QString& text) {
            auto* line = new QTreeWidgetItem(item);
            line->setText(0, text);
            line->setFirstColumnSpanned(true);
        };
        if (o.holds) {
            ++held;
            // One that stands as it is has nothing to take.
            const bool isNew = now && !(*now == o.joint);
            item->setCheckState(0, isNew ? Qt::Checked : Qt::Unchecked);
            hasAny = hasAny || isNew;
            if (!isVerified) remark(tr("Not all that is asked of it is verified by the rules chosen."));
            if (now && now->actions.empty() && !now->seismic)
                remark(tr("It has no action set: only the rules of detailing were asked."));
            for (const std::string& step : o.steps) remark(QString::fromStdString(step));
            for (std::size_t i = 0; i < o.reasons.size() && i < 8; ++i) remark(QString::fromStdString(sentenceOf(o.reasons[i])));
        } else if (!isVerified) {
            remark(tr("Nothing of it is verified by the rules chosen."));
        } else {
            remark(tr("No layout of the %1 tried holds with these members; in the nearest this governs.").arg(o.tried));
        }
        item->setExpanded(finder_->found().size() < 4);
    }
    take_->setEnabled(hasAny);
    note_->setText(tr("%1 of %2 hold.").arg(held).arg(finder_->found().size()) +
                   (job.prices ? QString() : tr(" Costs are at placeholder prices; the job can hold its own.")));
}

void LayoutDialog::take() {
    std::vector<bool> isChosen;
    for (int i = 0; i < results_->topLevelItemCount(); ++i)
        isChosen.push_back(results_->topLevelItem(i)->checkState(0) == Qt::Checked);
    if (finder_->take(isChosen) > 0) accept();
}

void LayoutDialog::reject() {
    finder_->stop();
    QDialog::reject();
}

} // namespace zg
