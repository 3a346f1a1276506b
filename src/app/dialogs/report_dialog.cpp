#include "app/dialogs/report_dialog.h"
#include "app/dialogs/prompts.h"
#include "app/sheet/parameter_form.h"
#include "exchange/file.h"
#include "print/pdf_report.h"
#include "report/html.h"
#include "report/job_report.h"
#include "report/letterhead.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include <QApplication>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QTreeWidget>
#include <QVBoxLayout>
#include <utility>

namespace zg {
namespace {

const QString letterheadKey = QStringLiteral("report/letterhead"), logoKey = QStringLiteral("report/logo");

/// The depths, the job's own first.
QComboBox* depths(const std::optional<ReportDepth>& now, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->addItem(QObject::tr("as the job"));
    for (const char* word : EnumNames<ReportDepth>::names) box->addItem(QString::fromUtf8(word));
    box->setCurrentIndex(now ? 1 + static_cast<int>(*now) : 0);
    return box;
}
std::optional<ReportDepth> depthAt(int index) {
    return index <= 0 ? std::optional<ReportDepth>() : static_cast<ReportDepth>(index - 1);
}

} // namespace

tl::expected<Letterhead, Diagnostic> letterheadOfUser() {
    const auto path = [](const QString& key) { return QSettings().value(key).toString().toStdString(); };
    return readLetterhead(path(letterheadKey), path(logoKey));
}

ReportDialog::ReportDialog(Session& session, Prompts& prompts, QWidget* parent)
    : QDialog(parent), session_(session), prompts_(prompts), job_(session.job()), joints_(new QTreeWidget(this)),
      says_(new QLabel(this)), bar_(new QProgressBar(this)), write_(new QPushButton(tr("Write …"), this)) {
    setWindowTitle(tr("Report of the job"));
    setObjectName(QStringLiteral("report"));
    resize(900, 560);
    auto* column = new QVBoxLayout(this);
    auto* halves = new QHBoxLayout;
    auto* left = new QVBoxLayout;
    const auto apply = [this](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(job_, p.path, value);
        saySizes();
    };
    left->addWidget(new ParameterForm(coverParameters(job_), job_.settings.units, apply, {}, this));
    addLetterhead(left);
    left->addStretch();
    auto* right = new QVBoxLayout;
    addJoints(right);
    halves->addLayout(left, 1);
    halves->addSpacing(16);
    halves->addLayout(right, 1);
    column->addLayout(halves, 1);
    says_->setWordWrap(true);
    column->addWidget(says_);
    bar_->setVisible(false);
    column->addWidget(bar_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    auto* keep = buttons->addButton(tr("Keep the choices"), QDialogButtonBox::ActionRole);
    buttons->addButton(write_, QDialogButtonBox::ActionRole);
    write_->setObjectName(QStringLiteral("writeReport"));
    write_->setDefault(true);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &ReportDialog::reject);
    connect(keep, &QPushButton::clicked, this, [this] {
        if (this->keep()) accept();
    });
    connect(write_, &QPushButton::clicked, this, [this] {
        const QString path =
            prompts_.savePath(this, tr("Report"), QStringLiteral("report.pdf"), tr("PDF (*.pdf);;HTML (*.html)"));
        if (!path.isEmpty() && write(path)) accept();
    });
    saySizes();
}

void ReportDialog::addLetterhead(QVBoxLayout* column) {
    const auto file = [&](const QString& what, const QString& key, const QString& filter) {
        auto* row = new QHBoxLayout;
        auto* label = new QLabel(what, this);
        label->setMinimumWidth(150);
        auto* path = new QLineEdit(QSettings().value(key).toString(), this);
        path->setReadOnly(true);
        path->setPlaceholderText(tr("none"));
        auto* choose = new QPushButton(tr("Choose …"), this);
        auto* none = new QPushButton(tr("None"), this);
        connect(choose, &QPushButton::clicked, this, [this, path, key, what, filter] {
            const QString chosen = QFileDialog::getOpenFileName(this, what, {}, filter);
            if (chosen.isEmpty()) return;
            QSettings().setValue(key, chosen);
            path->setText(chosen);
        });
        connect(none, &QPushButton::clicked, this, [path, key] {
            QSettings().remove(key);
            path->clear();
        });
        row->addWidget(label);
        row->addWidget(path, 1);
        row->addWidget(choose);
        row->addWidget(none);
        column->addLayout(row);
    };
    auto* head = new QLabel(tr("Your office on the cover, from files of your own; not part of the job."), this);
    head->setProperty("role", "faint");
    head->setWordWrap(true);
    column->addSpacing(10);
    column->addWidget(head);
    file(tr("name and lines"), letterheadKey, tr("Text (*.txt)"));
    file(tr("logo"), logoKey, tr("Picture (*.png *.jpg *.jpeg)"));
}

void ReportDialog::addJoints(QVBoxLayout* column) {
    joints_->setObjectName(QStringLiteral("reportJoints"));
    joints_->setHeaderLabels({tr("joint"), tr("where"), tr("in the report")});
    joints_->setRootIsDecorated(false);
    joints_->setSelectionMode(QAbstractItemView::NoSelection);
    joints_->header()->setStretchLastSection(false);
    joints_->header()->setSectionResizeMode(1, QHeaderView::Stretch);
    for (std::size_t i = 0; i < job_.joints.size(); ++i) {
        const Joint& joint = std::as_const(job_).joints[i];
        auto* item = new QTreeWidgetItem(joints_, {QString::fromStdString(joint.mark), QString::fromStdString(joint.title)});
        QComboBox* box = depths(joint.report, joints_);
        joints_->setItemWidget(item, 2, box);
        connect(box, &QComboBox::currentIndexChanged, this, [this, i](int index) {
            job_.joints[i].report = depthAt(index);
            saySizes();
        });
    }
    joints_->resizeColumnToContents(0);
    joints_->setColumnWidth(2, 120);
    auto* all = depths({}, this);
    all->setAccessibleName(tr("Depth of all joints"));
    connect(all, &QComboBox::activated, this, [this](int index) {
        for (int i = 0; i < joints_->topLevelItemCount(); ++i)
            qobject_cast<QComboBox*>(joints_->itemWidget(joints_->topLevelItem(i), 2))->setCurrentIndex(index);
    });
    auto* top = new QHBoxLayout;
    top->addWidget(new QLabel(tr("Joints and their depth"), this));
    top->addStretch();
    top->addWidget(new QLabel(tr("all:"), this));
    top->addWidget(all);
    column->addLayout(top);
    column->addWidget(joints_, 1);
}

void ReportDialog::saySizes() {
    const ReportDepth usual = job_.report.value_or(ReportChoices{}).depth;
    int counts[4] = {};
    for (const Joint& joint : std::as_const(job_).joints) ++counts[static_cast<int>(joint.report.value_or(usual))];
    QStringList parts;
    for (int i = 0; i < 4; ++i)
        if (counts[i]) parts << tr("%1 %2").arg(counts[i]).arg(QString::fromUtf8(EnumNames<ReportDepth>::names[i]));
    says_->setText(parts.isEmpty() ? tr("The job has no joint yet.") : tr("Joints: %1.").arg(parts.join(QStringLiteral(", "))));
}

bool ReportDialog::keep() {
    return session_.editJob(tr("report of the job"), [this](Job& job) { job = job_; });
}

bool ReportDialog::write(const QString& path) {
    if (!keep()) return false;
    const Job job = session_.job(); // edits wait: the dialog is modal
    const auto fail = [&](const Diagnostic& why) {
        prompts_.tell(this, tr("The report could not be written"), QString::fromStdString(joined({why})));
        return false;
    };
    if (const auto can = checkWritable(path.toStdString()); !can) return fail(can.error());
    const auto letterhead = letterheadOfUser();
    if (!letterhead) return fail(letterhead.error());
    JobReportRequest request;
    request.version = QApplication::applicationVersion().toStdString();
    request.letterhead = *letterhead;
    request.plates = [this](const Joint& joint) -> PlateStudyPtr {
        (void)session_.plates().of(joint);
        session_.plates().finishReading();
        return session_.plates().isStale(joint) ? nullptr : session_.plates().of(joint).study;
    };
    isWriting_ = true;
    isStopped_ = false;
    write_->setEnabled(false);
    bar_->setVisible(true);
    JobReport made(job, request);
    const bool isHtml = QFileInfo(path).suffix().toLower() == QLatin1String("html");
    const auto bytes = isHtml ? tl::expected<std::string, Diagnostic>(htmlReport(made, job.settings.units))
                              : pdfReport(made, job.settings.units, this);
    isWriting_ = false;
    write_->setEnabled(true);
    bar_->setVisible(false);
    if (isStopped_) {
        says_->setText(tr("Stopped; nothing was written."));
        return false;
    }
    if (!bytes) return fail(bytes.error());
    if (const auto written = writeFile(path.toStdString(), *bytes); !written) return fail(written.error());
    return true;
}

void ReportDialog::reject() {
    if (isWriting_)
        isStopped_ = true;
    else
        QDialog::reject();
}

void ReportDialog::report(double fraction, const std::string& stage) {
    bar_->setValue(static_cast<int>(100 * fraction));
    bar_->setFormat(QString::fromStdString(stage) + QStringLiteral("  %p %"));
    QApplication::processEvents();
}

} // namespace zg
