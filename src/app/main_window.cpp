#include "app/main_window.h"
#include "app/dialogs/prompts.h"
#include "app/dialogs/section_chooser.h"
#include "app/dialogs/settings_dialog.h"
#include "app/panels/actions_panel.h"
#include "app/panels/chart_strip.h"
#include "app/panels/curve_plot.h"
#include "app/panels/gallery_panel.h"
#include "app/panels/ledger_panel.h"
#include "app/panels/notice_banner.h"
#include "app/panels/register_panel.h"
#include "app/panels/verdict_bar.h"
#include "app/plates/plates_view.h"
#include "app/sheet/chip_row.h"
#include "app/sheet/sheet_view.h"
#include "app/theme/theme.h"
#include "app/views/lists_view.h"
#include "app/views/springs_view.h"
#include "app/views/start_view.h"
#include "app/views/workings_view.h"
#include "exchange/file.h"
#include "joint/parameters.h"
#include "print/pdf_report.h"
#include "report/joint_report.h"
#include "report/plate_report.h"
#include "session/plate_studies.h"
#include "session/session.h"
#include <QApplication>
#include <QCloseEvent>
#include <QDateTime>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QStackedWidget>
#include <QTabBar>
#include <QVBoxLayout>
#include <algorithm>

namespace zg {

MainWindow::MainWindow(Session& session, Theme& theme, Prompts& prompts, const QString& demoPath, QWidget* parent)
    : QMainWindow(parent), session_(session), theme_(theme), prompts_(prompts), demoPath_(demoPath) {
    setObjectName(QStringLiteral("bench"));
    build();
    makeCommands();
    connect(&session_, &Session::changed, this, &MainWindow::refresh);
    const auto style = [this] { setStyleSheet(theme_.styleSheet()); };
    connect(&theme_, &Theme::changed, this, style);
    style();
    refresh();
}

MainWindow::~MainWindow() = default;

void MainWindow::build() {
    auto* centre = new QWidget(this);
    auto* column = new QVBoxLayout(centre);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    verdict_ = new VerdictBar(
        session_, theme_, [this](const QString& typed) { return suggestions(typed); }, centre);
    column->addWidget(verdict_);
    auto* banner = new NoticeBanner(session_, centre);
    connect(banner, &NoticeBanner::failed, this, [this](const QString& why) { prompts_.tell(this, tr("Recovery"), why); });
    connect(banner, &NoticeBanner::logWanted, this,
            [this](const QString& lines) { prompts_.showText(this, tr("What the other window did last"), lines); });
    connect(banner, &NoticeBanner::fieldWanted, this, &MainWindow::showField);
    column->addWidget(banner);

    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);
    auto* registerPanel = new RegisterPanel(session_, theme_, centre);
    connect(registerPanel, &RegisterPanel::menuWanted, this, [this](const QPoint& at) { jointMenu_->popup(at); });
    connect(registerPanel, &RegisterPanel::newJointWanted, this, &MainWindow::newJoint);
    gallery_ = new GalleryPanel(session_, theme_, centre);
    side_ = new QStackedWidget(centre);
    side_->setFixedWidth(space::registerWidth);
    side_->addWidget(registerPanel);
    side_->addWidget(gallery_);
    connect(gallery_, &GalleryPanel::proposed, this, [this] { chips_->show(gallery_->proposal()); });
    connect(gallery_, &GalleryPanel::closed, this, &MainWindow::endNewJoint);
    middle->addWidget(side_);
    auto* work = new QVBoxLayout;
    work->setContentsMargins(14, 4, 14, 6);
    work->setSpacing(5);
    tabs_ = new QTabBar(centre);
    tabs_->setObjectName(QStringLiteral("views"));
    tabs_->setDrawBase(false);
    tabs_->setExpanding(false);
    for (const QString& name : {tr("Sheet"), tr("Springs"), tr("Plates"), tr("Workings"), tr("Lists")}) tabs_->addTab(name);
    work->addWidget(tabs_);
    chips_ = new ChipRow(
        session_, [this](const QString& now) { return chooseSection(now); }, centre);
    connect(chips_, &ChipRow::answered, gallery_, &GalleryPanel::propose);
    work->addWidget(chips_);
    views_ = new QStackedWidget(centre);
    sheet_ = new SheetView(
        session_, theme_, [this](const QString& now) { return chooseSection(now); }, views_);
    connect(sheet_, &SheetView::fieldWanted, this, [this](const FieldPath& path) { showField({}, path); });
    views_->addWidget(sheet_);
    springs_ = new SpringsView(session_, theme_, views_);
    views_->addWidget(springs_);
    plates_ = new PlatesView(session_, theme_, prompts_, views_);
    views_->addWidget(plates_);
    workings_ = new WorkingsView(session_, theme_, views_);
    views_->addWidget(workings_);
    lists_ = new ListsView(session_, prompts_, views_);
    views_->addWidget(lists_);
    connect(tabs_, &QTabBar::currentChanged, views_, &QStackedWidget::setCurrentIndex);
    work->addWidget(views_, 1);
    middle->addLayout(work, 1);
    auto* ledger = new LedgerPanel(session_, theme_, centre);
    connect(ledger, &LedgerPanel::changePointedAt, sheet_, &SheetView::showChange);
    connect(ledger, &LedgerPanel::workingsWanted, this, &MainWindow::jumpToWorkings);
    middle->addWidget(ledger);

    auto* bench = new QWidget(centre);
    auto* benchColumn = new QVBoxLayout(bench);
    benchColumn->setContentsMargins(0, 0, 0, 0);
    benchColumn->setSpacing(0);
    benchColumn->addLayout(middle, 1);
    auto* strip = new QHBoxLayout;
    strip->setSpacing(1);
    auto* chart = makeChartStrip(session_, theme_, prompts_, bench);
    strip->addWidget(chart, 11);
    actions_ = new ActionsPanel(session_, theme_, bench);
    strip->addWidget(actions_, 10);
    auto* stripBox = new QWidget(bench);
    stripBox->setLayout(strip);
    strip->setContentsMargins(0, 1, 0, 0);
    stripBox->setFixedHeight(space::stripHeight);
    benchColumn->addWidget(stripBox);

    pages_ = new QStackedWidget(centre);
    pages_->addWidget(bench);
    start_ = new StartView(session_, theme_, pages_);
    pages_->addWidget(start_);
    connect(start_, &StartView::demoWanted, this, &MainWindow::openDemo);
    connect(start_, &StartView::newJointWanted, this, &MainWindow::newJoint);
    connect(start_, &StartView::openWanted, this, [this] {
        const QString path = prompts_.openPath(this);
        if (!path.isEmpty()) openJob(path);
    });
    connect(start_, &StartView::jobWanted, this, &MainWindow::openJob);
    column->addWidget(pages_, 1);
    setCentralWidget(centre);
    resize(1280, 800);
    sheet_->setFocus();
}

void MainWindow::refresh() {
    const QString name = session_.path().isEmpty() ? tr("untitled") : QFileInfo(session_.path()).fileName();
    setWindowTitle(tr("%1[*] – Zealous Girder").arg(name));
    setWindowModified(session_.isModified());
    pages_->setCurrentWidget(session_.job().joints.empty() && !session_.isProposing() ? static_cast<QWidget*>(start_)
                                                                                      : pages_->widget(0));
}

void MainWindow::show(View view) { tabs_->setCurrentIndex(static_cast<int>(view)); }

QString MainWindow::chooseSection(const QString& now) {
    SectionChooser chooser(session_, now, this);
    return chooser.exec() == QDialog::Accepted ? chooser.chosen() : QString();
}

void MainWindow::jumpToWorkings(const Check& check) {
    if (check.method == CheckMethod::Plates) return show(View::Plates);
    show(View::Workings);
    workings_->jumpTo(check);
}

void MainWindow::showField(const QString& mark, const FieldPath& path) {
    if (const Joint* named = mark.isEmpty() ? nullptr : findJoint(session_.job(), mark.toStdString()))
        session_.setCurrent(named->id);
    const Joint* joint = session_.current();
    if (!joint || path.empty()) return;
    const std::string& head = path.steps().front();
    if (const auto part = partAt(*joint, path)) {
        show(View::Sheet);
        sheet_->showField(*part, path);
    } else if (head == "actions") {
        actions_->showField(path);
    } else if (head == "settings") {
        askForSettings(session_, this);
    } else if (head == "plates") {
        askForPlates(session_, this);
    } else if (head == "seismic") {
        askForCapacity(session_, this);
    } else if (const auto own = jointParameters(*joint);
               std::any_of(own.begin(), own.end(), [&](const Parameter& p) { return p.path == path; })) {
        askForJoint(session_, this);
    }
}

void MainWindow::newJoint() {
    if (gallery_->proposal()) return gallery_->keep(); // the same key keeps what it brought
    show(View::Sheet);
    pages_->setCurrentIndex(0);
    side_->setCurrentWidget(gallery_);
    gallery_->open();
}

void MainWindow::endNewJoint() {
    chips_->show(nullptr);
    side_->setCurrentIndex(0);
    refresh();
    sheet_->setFocus();
}

bool MainWindow::openJob(const QString& path) {
    if (!mayLeave()) return false;
    if (!session_.open(path)) {
        prompts_.tell(this, tr("The job could not be opened"), session_.lastError());
        return false;
    }
    return true;
}

void MainWindow::openDemo() { openJob(demoPath_); }

bool MainWindow::save() { return session_.path().isEmpty() ? saveAs() : saveTo(session_.path()); }

bool MainWindow::saveAs() {
    QString path = prompts_.savePath(this, tr("Save the job"),
                                     session_.path().isEmpty() ? QStringLiteral("job.zgj") : session_.path(), tr("Jobs (*.zgj)"));
    if (path.isEmpty()) return false;
    if (QFileInfo(path).suffix().isEmpty()) path += QStringLiteral(".zgj");
    return saveTo(path);
}

bool MainWindow::saveTo(const QString& path) {
    switch (const SaveOutcome outcome = session_.save(path)) {
    case SaveOutcome::Saved: return true;
    case SaveOutcome::Failed: prompts_.tell(this, tr("The job could not be saved"), session_.lastError()); return false;
    default: return settle(path, outcome);
    }
}

/// Somebody else has been at the file, or it may not be written: what now?
bool MainWindow::settle(const QString& path, SaveOutcome outcome) {
    const QString name = QFileInfo(path).fileName();
    QString text;
    Prompts::Choices choices{Prompts::Conflict::SaveBeside};
    if (outcome == SaveOutcome::TheirsChanged) {
        text = tr("%1 has been changed by someone else since it was read here, at %2. Ours is not saved yet.")
                   .arg(name, QFileInfo(path).lastModified().toString(QStringLiteral("yyyy-MM-dd HH:mm:ss")));
        choices = {Prompts::Conflict::SaveBeside, Prompts::Conflict::TakeTheirs, Prompts::Conflict::Overwrite};
    } else if (outcome == SaveOutcome::TheirsGone) {
        text = tr("%1 is no longer there: it was moved, renamed or deleted. Ours is not saved yet.").arg(name);
        choices = {Prompts::Conflict::SaveBeside, Prompts::Conflict::Overwrite};
    } else {
        text = tr("%1 is read-only. Ours is not saved yet.").arg(name);
    }
    switch (prompts_.conflict(this, text, choices)) {
    case Prompts::Conflict::SaveBeside: return saveTo(session_.nameBeside(path));
    case Prompts::Conflict::TakeTheirs:
        if (session_.takeTheirs()) return true;
        prompts_.tell(this, tr("The job could not be opened"), session_.lastError());
        return false;
    case Prompts::Conflict::Overwrite:
        if (session_.save(path, true) == SaveOutcome::Saved) return true;
        prompts_.tell(this, tr("The job could not be saved"), session_.lastError());
        return false;
    case Prompts::Conflict::Cancel: break;
    }
    return false;
}

bool MainWindow::mayLeave() {
    if (!session_.isModified()) return true;
    switch (prompts_.unsaved(this)) {
    case Prompts::Keep::Save: return save();
    case Prompts::Keep::Discard: return true;
    case Prompts::Keep::Cancel: break;
    }
    return false;
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!mayLeave()) return event->ignore();
    session_.closeCleanly();
    event->accept();
}

void MainWindow::moveInRegister(int by) {
    const Joint* joint = session_.current();
    if (!joint || session_.isProposing()) return;
    (void)session_.editJob(tr("order of the register"), [&](Job& job) { moveJoint(job, joint->id, by); });
}

bool MainWindow::printJoint(const QString& path) {
    const Joint* joint = session_.current();
    if (!joint) return false;
    ReportOptions options;
    options.depth = workings_->depth();
    std::vector<Document> documents{jointReport(session_.job(), *joint, options)};
    (void)session_.plates().of(*joint);
    session_.plates().finishReading();
    const PlateStudies::Entry& plates = session_.plates().of(*joint);
    if (plates.study && !session_.plates().isStale(*joint))
        documents.push_back(plateReport(session_.job(), *joint, *plates.study));
    const auto written = writeFile(path.toStdString(), pdfReport(documents, session_.job().settings.units));
    if (!written) {
        prompts_.tell(this, tr("The report could not be written"), QString::fromStdString(joined({written.error()})));
        return false;
    }
    verdict_->say(tr("Report written to %1").arg(path));
    return true;
}

} // namespace zg
