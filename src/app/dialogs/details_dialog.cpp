#include "app/dialogs/details_dialog.h"
#include "advise/measure.h"
#include "app/use_text.h"
#include "base/number_column.h"
#include "joint/detail_edit.h"
#include "joint/field_walk.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace zg {
namespace {

enum Column { Name, MadeFor, Fit, Least, Most };

QString words(const std::string& text) { return QString::fromStdString(text); }

/// "use 0.71 now, 0.84 then: Column web in shear".
QString comparedUse(const Job& job, const Joint& before, const Joint& after) {
    const auto was = measure(job, before), is = measure(job, after);
    if (!is) return QObject::tr("The joint cannot be verified then.");
    return QObject::tr("Use %1 now, %2 then: %3.")
        .arg(was ? useText(was->utilisation) : QStringLiteral("–"), useText(is->utilisation),
             QString::fromUtf8(title(is->governing)));
}

} // namespace

DetailsDialog::DetailsDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), table_(new QTableWidget(0, 5, this)), name_(new QLineEdit(this)),
      use_(new QPushButton(this)), remove_(new QPushButton(tr("Remove"), this)), note_(new QLabel(this)) {
    setWindowTitle(tr("Details kept in the job"));
    setObjectName(QStringLiteral("details"));
    resize(760, 420);
    auto* column = new QVBoxLayout(this);
    table_->setObjectName(QStringLiteral("detailList"));
    const QString unit = QString::fromUtf8(unitOf(Quantity::Length, session.job().settings.units).symbol);
    table_->setHorizontalHeaderLabels(
        {tr("name"), tr("made for"), tr("fits"), tr("from [%1]").arg(unit), tr("to [%1]").arg(unit)});
    table_->horizontalHeader()->setSectionResizeMode(MadeFor, QHeaderView::Stretch);
    table_->verticalHeader()->hide();
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    column->addWidget(table_, 1);
    note_->setWordWrap(true);
    note_->setMinimumHeight(2 * note_->fontMetrics().height());
    column->addWidget(note_);
    auto* foot = new QHBoxLayout;
    const Joint* joint = session.current();
    name_->setPlaceholderText(tr("name of a new detail"));
    name_->setObjectName(QStringLiteral("detailName"));
    auto* keep = new QPushButton(joint ? tr("Keep that of %1").arg(words(joint->mark)) : tr("Keep"), this);
    keep->setObjectName(QStringLiteral("keepDetail"));
    keep->setEnabled(joint);
    use_->setText(joint ? tr("Use at %1").arg(words(joint->mark)) : tr("Use"));
    use_->setObjectName(QStringLiteral("useDetail"));
    foot->addWidget(name_, 1);
    foot->addWidget(keep);
    foot->addSpacing(16);
    foot->addWidget(use_);
    foot->addWidget(remove_);
    column->addLayout(foot);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(keep, &QPushButton::clicked, this, &DetailsDialog::keep);
    connect(use_, &QPushButton::clicked, this, &DetailsDialog::use);
    connect(remove_, &QPushButton::clicked, this, &DetailsDialog::remove);
    connect(table_, &QTableWidget::cellChanged, this, &DetailsDialog::changed);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        const bool hasRow = row() >= 0;
        use_->setEnabled(hasRow && session_.current());
        remove_->setEnabled(hasRow);
        if (!hasRow || !session_.current()) return;
        const auto after =
            withDetail(session_.job(), *session_.current(), session_.job().details[static_cast<std::size_t>(row())]);
        note_->setText(after ? comparedUse(session_.job(), *session_.current(), *after)
                             : words(sentenceOf(after.error().front(), session_.job().settings.units)));
        use_->setEnabled(after.has_value());
    });
    list();
}

int DetailsDialog::row() const { return table_->selectedItems().isEmpty() ? -1 : table_->selectedItems().front()->row(); }

void DetailsDialog::list() {
    const Job& job = session_.job();
    const QSignalBlocker quiet(table_);
    table_->setRowCount(static_cast<int>(job.details.size()));
    for (int r = 0; r < table_->rowCount(); ++r) {
        const Detail& d = job.details[static_cast<std::size_t>(r)];
        Joint made;
        made.members = d.members;
        const auto cell = [&](int column, const QString& text, bool isEditable) {
            auto* item = new QTableWidgetItem(text);
            item->setFlags(isEditable ? item->flags() | Qt::ItemIsEditable : item->flags() & ~Qt::ItemIsEditable);
            table_->setItem(r, column, item);
        };
        const bool isRange = d.fit == DetailFit::DepthRange;
        cell(Name, words(d.name), true);
        cell(MadeFor, words(membersText(made)), false);
        cell(Fit, {}, false);
        cell(Least, isRange ? words(shownNumber(d.leastDepth, Quantity::Length, job.settings.units)) : QString(), isRange);
        cell(Most, isRange ? words(shownNumber(d.mostDepth, Quantity::Length, job.settings.units)) : QString(), isRange);
        auto* fit = new QComboBox(table_);
        for (const char* word : EnumNames<DetailFit>::names) fit->addItem(QString::fromUtf8(word));
        fit->setCurrentIndex(static_cast<int>(d.fit));
        connect(fit, &QComboBox::activated, this, [this, r](int index) {
            (void)session_.editJob(tr("fit of a detail"), [&](Job& j) {
                Detail& detail = j.details[static_cast<std::size_t>(r)];
                detail.fit = static_cast<DetailFit>(index);
                if (detail.mostDepth <= 0) detail.leastDepth = 200, detail.mostDepth = 600;
            });
            list();
        });
        table_->setCellWidget(r, Fit, fit);
    }
    table_->resizeColumnToContents(Name);
    table_->setColumnWidth(Name, std::max(140, table_->columnWidth(Name)));
    table_->setColumnWidth(Fit, 140);
    use_->setEnabled(false);
    remove_->setEnabled(false);
    if (job.details.empty())
        note_->setText(tr("None yet. A detail is the connections, haunches and fittings of a joint; used at another joint of the "
                          "same sections, or of members within a range of depths, it builds that one alike."));
    else
        note_->setText(tr("Choose one to see what it comes to at the joint on the bench."));
}

void DetailsDialog::keep() {
    const Joint* joint = session_.current();
    const std::string name = name_->text().trimmed().toStdString();
    if (!joint) return;
    if (name.empty()) return note_->setText(tr("The detail needs a name."));
    for (const Detail& d : session_.job().details)
        if (d.name == name) return note_->setText(tr("There is a detail of that name already."));
    if (!session_.editJob(tr("keep detail %1").arg(words(name)),
                          [&](Job& job) { job.details.push_back(detailOf(*joint, name)); }))
        return;
    name_->clear();
    list();
}

void DetailsDialog::use() {
    if (row() < 0 || !session_.current()) return;
    const Detail detail = session_.job().details[static_cast<std::size_t>(row())];
    const auto after = withDetail(session_.job(), *session_.current(), detail);
    if (after && session_.edit(tr("detail %1").arg(words(detail.name)), [&](Joint& joint) { joint = *after; })) accept();
}

void DetailsDialog::remove() {
    const int at = row();
    if (at < 0) return;
    (void)session_.editJob(tr("remove a detail"), [&](Job& job) { job.details.erase(job.details.begin() + at); });
    list();
}

void DetailsDialog::changed(int row, int column) {
    const QString text = table_->item(row, column)->text().trimmed();
    const Unit unit = unitOf(Quantity::Length, session_.job().settings.units);
    if (column == Name) {
        if (!text.isEmpty())
            (void)session_.editJob(tr("name of a detail"),
                                   [&](Job& job) { job.details[static_cast<std::size_t>(row)].name = text.toStdString(); });
    } else if (const auto value = readNumber(text.toStdString())) {
        (void)session_.editJob(tr("fit of a detail"), [&](Job& job) {
            Detail& d = job.details[static_cast<std::size_t>(row)];
            (column == Least ? d.leastDepth : d.mostDepth) = *value * unit.factor;
        });
    } else {
        list();
        return note_->setText(tr("\"%1\" is not understood: a number of %2.").arg(text, QString::fromUtf8(unit.symbol)));
    }
    list();
}

void askToCopyEnd(Session& session, QWidget* parent) {
    if (!session.current()) return;
    const Joint joint = *session.current();
    QDialog dialog(parent);
    dialog.setWindowTitle(Session::tr("Copy a connection to another end"));
    dialog.setObjectName(QStringLiteral("copyEnd"));
    dialog.setMinimumWidth(440);
    auto* form = new QFormLayout(&dialog);
    auto *from = new QComboBox(&dialog), *to = new QComboBox(&dialog), *what = new QComboBox(&dialog);
    std::vector<Fitting> fittings; ///< in the order of the choices after the first
    auto* turned = new QCheckBox(Session::tr("upside down: top and bottom changed"), &dialog);
    for (const Connection& c : joint.connections)
        for (QComboBox* box : {from, to}) box->addItem(words(c.end.str()));
    to->setCurrentIndex(to->count() - 1);
    auto* says = new QLabel(&dialog);
    says->setWordWrap(true);
    says->setMinimumHeight(3 * says->fontMetrics().height());
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    form->addRow(Session::tr("from"), from);
    form->addRow(Session::tr("what"), what);
    form->addRow(Session::tr("to"), to);
    form->addRow({}, turned);
    form->addRow(says);
    form->addRow(buttons);
    std::optional<Joint> made;
    const auto list = [&] {
        const QSignalBlocker quiet(what);
        what->clear();
        fittings.clear();
        what->addItem(Session::tr("the connection with its fittings"));
        for (std::size_t i = 0; i < joint.fittings.size(); ++i) {
            const Fitting& f = joint.fittings[i];
            if (!f.at || f.at->connection.str() != from->currentText().toStdString()) continue;
            fittings.push_back(f);
            what->addItem(words(elementName(f, i)).replace(QLatin1Char('_'), QLatin1Char(' ')));
        }
    };
    const auto preview = [&] {
        const EndId end(to->currentText().toStdString());
        const auto after =
            what->currentIndex() > 0
                ? withFittingCopied(joint, fittings[static_cast<std::size_t>(what->currentIndex() - 1)], end, turned->isChecked())
                : withEndCopied(session.job(), joint, EndId(from->currentText().toStdString()), end, turned->isChecked());
        made = after ? std::optional<Joint>(*after) : std::nullopt;
        says->setText(after ? comparedUse(session.job(), joint, *after)
                            : words(sentenceOf(after.error().front(), session.job().settings.units)));
        buttons->button(QDialogButtonBox::Ok)->setEnabled(made.has_value());
    };
    list();
    QObject::connect(from, &QComboBox::currentIndexChanged, &dialog, [&] {
        list();
        preview();
    });
    QObject::connect(what, &QComboBox::currentIndexChanged, &dialog, preview);
    QObject::connect(to, &QComboBox::currentIndexChanged, &dialog, preview);
    QObject::connect(turned, &QCheckBox::toggled, &dialog, preview);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    preview();
    if (dialog.exec() == QDialog::Accepted && made)
        (void)session.edit(Session::tr("copy %1 to %2").arg(from->currentText(), to->currentText()),
                           [&](Joint& j) { j = *made; });
}

} // namespace zg
