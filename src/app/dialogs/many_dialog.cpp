#include "app/dialogs/many_dialog.h"
#include "app/use_text.h"
#include "session/session.h"
#include "words/phrases.h"
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QTreeWidget>
#include <QVBoxLayout>
#include <algorithm>

namespace zg {
namespace {

QString words(const std::string& text) { return QString::fromStdString(text); }

/// "connections/*/end_plate/bolts/size" as people say it: "end plate, bolts, size".
QString fieldName(const SharedField& field) {
    QStringList steps;
    for (const QString& step : words(field.pattern).split(QLatin1Char('/')))
        if (step != QLatin1String("*") && step != QLatin1String("connections") && step != QLatin1String("fittings") &&
            step != QLatin1String("members"))
            steps << QString(step).replace(QLatin1Char('_'), QLatin1Char(' '));
    if (!steps.isEmpty()) steps.back() = QString::fromStdString(field.parameter.key).replace(QLatin1Char('_'), QLatin1Char(' '));
    return steps.join(QStringLiteral(", "));
}

} // namespace

ManyDialog::ManyDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), what_(new QComboBox(this)), which_(new QComboBox(this)), field_(new QComboBox(this)),
      now_(new QComboBox(this)), value_(new QComboBox(this)), kept_(new QComboBox(this)), source_(new QComboBox(this)),
      choices_(new QStackedWidget(this)), results_(new QTreeWidget(this)), note_(new QLabel(this)),
      take_(new QPushButton(tr("Take what is ticked"), this)) {
    setWindowTitle(tr("Several joints at once"));
    setObjectName(QStringLiteral("manyJoints"));
    resize(820, 560);
    auto* column = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    what_->addItems({tr("set a property"), tr("build by a kept detail"), tr("one of their details for all")});
    addWhich();
    constexpr int labelWidth = 80;
    form->addRow(tr("do"), what_);
    form->addRow(tr("with"), which_);
    for (QComboBox* box : {what_, which_}) form->labelForField(box)->setMinimumWidth(labelWidth);
    column->addLayout(form);
    const auto page = [&](std::initializer_list<std::pair<QString, QComboBox*>> rows) {
        auto* widget = new QWidget(choices_);
        auto* rowsOf = new QFormLayout(widget);
        rowsOf->setContentsMargins(0, 0, 0, 0);
        for (const auto& [label, box] : rows) {
            rowsOf->addRow(label, box);
            rowsOf->labelForField(box)->setMinimumWidth(labelWidth);
        }
        choices_->addWidget(widget);
    };
    page({{tr("property"), field_}, {tr("where it is"), now_}, {tr("becomes"), value_}});
    page({{tr("detail"), kept_}});
    page({{tr("detail of"), source_}});
    choices_->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    value_->setEditable(true);
    value_->setInsertPolicy(QComboBox::NoInsert);
    column->addWidget(choices_);
    results_->setObjectName(QStringLiteral("manyPreview"));
    results_->setHeaderLabels(
        {tr("joint"), tr("now"), tr("use now"), tr("use then"), tr("cost"), tr("governs then, or why not")});
    results_->header()->setSectionResizeMode(QHeaderView::ResizeToContents);
    results_->setRootIsDecorated(false);
    results_->setSelectionMode(QAbstractItemView::NoSelection);
    column->addWidget(results_, 1);
    note_->setWordWrap(true);
    column->addWidget(note_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    take_->setObjectName(QStringLiteral("takeMany"));
    buttons->addButton(take_, QDialogButtonBox::AcceptRole);
    column->addWidget(buttons);
    for (const Detail& d : session_.job().details) kept_->addItem(words(d.name));
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(take_, &QPushButton::clicked, this, &ManyDialog::take);
    connect(what_, &QComboBox::currentIndexChanged, choices_, &QStackedWidget::setCurrentIndex);
    connect(what_, &QComboBox::currentIndexChanged, this, [this] {
        source_->clear();
        preview();
    });
    connect(which_, &QComboBox::currentIndexChanged, this, &ManyDialog::listFields);
    connect(field_, &QComboBox::currentIndexChanged, this, &ManyDialog::listValues);
    connect(now_, &QComboBox::currentIndexChanged, this, &ManyDialog::preview);
    connect(value_, &QComboBox::currentTextChanged, this, &ManyDialog::preview);
    connect(kept_, &QComboBox::currentIndexChanged, this, &ManyDialog::preview);
    connect(source_, &QComboBox::activated, this, &ManyDialog::preview);
    listFields();
}

void ManyDialog::addWhich() {
    which_->addItem(tr("all joints"));
    QStringList groups;
    for (const Joint& joint : session_.job().joints)
        if (!joint.group.empty() && !groups.contains(words(joint.group))) groups << words(joint.group);
    for (const QString& group : groups) which_->addItem(tr("group %1").arg(group), group);
    // Joints that were laid out alike are often meant together.
    QStringList members;
    for (const Joint& joint : session_.job().joints)
        if (!members.contains(words(membersText(joint)))) members << words(membersText(joint));
    for (const QString& text : members) which_->addItem(tr("members %1").arg(text), QStringList{text});
}

std::vector<std::string> ManyDialog::ids() const {
    const QVariant chosen = which_->currentData();
    std::vector<std::string> list;
    for (const Joint& joint : session_.job().joints) {
        const bool isMeant = !chosen.isValid() ? true
                             : chosen.typeId() == QMetaType::QStringList
                                 ? chosen.toStringList().front() == words(membersText(joint))
                                 : chosen.toString() == words(joint.group);
        if (isMeant) list.push_back(joint.id);
    }
    return list;
}

void ManyDialog::choose(What what) { what_->setCurrentIndex(static_cast<int>(what)); }

void ManyDialog::chooseField(const QString& pattern, const QString& now, const QString& value) {
    choose(What::Field);
    field_->setCurrentIndex(field_->findData(pattern));
    now_->setCurrentIndex(now.isEmpty() ? 0 : now_->findData(now));
    value_->setCurrentText(value);
}

void ManyDialog::listFields() {
    const QVariant now = field_->currentData();
    fields_ = sharedFields(session_.job(), ids());
    {
        const QSignalBlocker quiet(field_);
        field_->clear();
        for (const SharedField& f : fields_) field_->addItem(fieldName(f), words(f.pattern));
        const int usual = field_->findData(QStringLiteral("connections/*/end_plate/bolts/size"));
        const int same = field_->findData(now);
        field_->setCurrentIndex(same >= 0 ? same : std::max(0, usual));
    }
    source_->clear();
    listValues();
}

void ManyDialog::listValues() {
    const QSignalBlocker quietNow(now_), quietValue(value_);
    now_->clear();
    value_->clear();
    now_->addItem(tr("whatever it is"), QString());
    if (field_->currentIndex() >= 0) {
        const SharedField& f = fields_[static_cast<std::size_t>(field_->currentIndex())];
        for (const auto& [text, count] : f.values) now_->addItem(tr("%1   (%2)").arg(words(text)).arg(count), words(text));
        if (f.parameter.kind == Parameter::Kind::Switch) value_->addItems({tr("yes"), tr("no")});
        for (const std::string& choice : f.parameter.choices) value_->addItem(words(choice));
        if (f.parameter.isOptional) value_->addItem(QStringLiteral("not given"));
        field_->setToolTip(words(f.parameter.help));
        value_->setCurrentText({});
    }
    preview();
}

void ManyDialog::preview() {
    const Job& job = session_.job();
    const auto say = [this](const QString& text) {
        show({});
        note_->setText(text);
    };
    if (job.joints.empty()) return say(tr("The job has no joint yet."));
    switch (static_cast<What>(what_->currentIndex())) {
    case What::Field: {
        if (field_->currentIndex() < 0) return say(tr("These joints have nothing to set."));
        const SharedField& field = fields_[static_cast<std::size_t>(field_->currentIndex())];
        if (value_->currentText().trimmed().isEmpty()) return say(words(field.parameter.help) + QLatin1Char('.'));
        const auto value = readValue(field.parameter, value_->currentText().toStdString(), job.settings.units);
        if (!value) return say(tr("\"%1\" is not understood: %2.").arg(value_->currentText(), words(value.error())));
        const QString now = now_->currentData().toString();
        note_->clear();
        return show(withField(job, ids(), field, now.isEmpty() ? std::nullopt : std::optional(now.toStdString()), *value));
    }
    case What::Kept: {
        const int at = kept_->currentIndex();
        if (at < 0) return say(tr("The job keeps no detail yet: Joint, Details kept in the job."));
        note_->clear();
        return show(withDetail(job, ids(), job.details[static_cast<std::size_t>(at)]));
    }
    case What::Shared: {
        if (source_->count() == 0) {
            shared_ = sharedDetails(job, ids());
            const std::string currency = job.prices.value_or(Prices{}).currency;
            for (const SharedDetail& d : shared_)
                source_->addItem(
                    tr("%1: %2, %3 %4 against %5 now")
                        .arg(words(d.mark), d.isForAll ? tr("holds for all, at most %1").arg(useText(d.most)) : tr("not for all"))
                        .arg(d.costThen, 0, 'f', 2)
                        .arg(words(currency))
                        .arg(d.costNow, 0, 'f', 2));
        }
        if (shared_.empty()) return say(tr("One detail for all takes two joints or more."));
        show(shared_[static_cast<std::size_t>(std::max(0, source_->currentIndex()))].lines);
        note_->setText(
            shared_.front().isForAll
                ? tr("Costs are of all these joints together, beyond their members.")
                : tr("None of their details holds for all: those of other sections cannot take it, others would fail."));
        return;
    }
    }
}

void ManyDialog::show(std::vector<ManyLine> lines) {
    lines_ = std::move(lines);
    results_->clear();
    bool hasAny = false;
    for (const ManyLine& line : lines_) {
        auto* item = new QTreeWidgetItem(results_);
        item->setText(0, words(line.mark));
        item->setText(2, line.before ? useText(line.before->utilisation) : tr("–"));
        if (!line.after) {
            item->setText(5, words(line.why));
            item->setDisabled(true);
            for (int c = 0; c < 6; ++c) item->setForeground(c, palette().brush(QPalette::PlaceholderText));
            continue;
        }
        const bool holds = line.then && line.then->holds();
        item->setText(1, words(line.what));
        item->setText(3, line.then ? useText(line.then->utilisation) : tr("–"));
        if (line.then && line.before) item->setText(4, QString::asprintf("%+.2f", line.then->cost - line.before->cost));
        item->setText(5, line.then ? QString::fromUtf8(title(line.then->governing)) + (holds ? QString() : tr(": over"))
                                   : tr("cannot be verified then"));
        // What would break a joint that holds is left for the person to tick.
        item->setCheckState(0, holds || (line.before && !line.before->holds()) ? Qt::Checked : Qt::Unchecked);
        hasAny = true;
    }
    take_->setEnabled(hasAny);
}

void ManyDialog::take() {
    std::vector<Joint> joints;
    for (int i = 0; i < results_->topLevelItemCount(); ++i)
        if (const auto& after = lines_[static_cast<std::size_t>(i)].after;
            after && results_->topLevelItem(i)->checkState(0) == Qt::Checked)
            joints.push_back(*after);
    if (joints.empty()) return note_->setText(tr("Nothing is ticked."));
    const QString title = static_cast<What>(what_->currentIndex()) == What::Field
                              ? tr("%1 of %2 joints").arg(field_->currentText()).arg(joints.size())
                              : tr("detail of %1 joints").arg(joints.size());
    if (session_.editJoints(title, joints)) accept();
}

} // namespace zg
