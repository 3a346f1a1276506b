#include "app/dialogs/details_dialog.h"
#include "app/dialogs/layout_dialog.h"
#include "app/dialogs/many_dialog.h"
#include "app/dialogs/prompts.h"
#include "app/dialogs/report_dialog.h"
#include "app/dialogs/settings_dialog.h"
#include "app/dialogs/shortcuts_dialog.h"
#include "app/main_window.h"
#include "app/panels/actions_panel.h"
#include "app/panels/verdict_bar.h"
#include "app/plates/plates_view.h"
#include "app/sheet/sheet_view.h"
#include "app/theme/theme.h"
#include "app/views/lists_view.h"
#include "app/views/springs_view.h"
#include "app/views/workings_view.h"
#include "exchange/compare_jobs.h"
#include "exchange/job_file.h"
#include "session/session.h"
#include "words/set_words.h"
#include <QAction>
#include <QFileInfo>
#include <QKeySequence>
#include <QMenu>
#include <QMenuBar>
#include <QUndoStack>

/// The commands of the bench, by subject; all of them can be called by name in the ask bar.
namespace zg {

QAction* MainWindow::command(QMenu* menu, const QString& text, const QKeySequence& keys, const std::function<void()>& act) {
    auto* action = menu->addAction(text);
    action->setShortcut(keys);
    connect(action, &QAction::triggered, this, act);
    commands_.push_back(action);
    return action;
}

void MainWindow::makeCommands() {
    QMenu* job = menuBar()->addMenu(tr("&Job"));
    command(job, tr("New job"), QKeySequence::New, [this] {
        if (mayLeave()) session_.newJob();
    });
    command(job, tr("Open a job …"), QKeySequence::Open, [this] {
        const QString path = prompts_.openPath(this);
        if (!path.isEmpty()) openJob(path);
    });
    command(job, tr("Open the demo job"), {}, [this] { openDemo(); });
    QMenu* recent = job->addMenu(tr("Recent jobs"));
    connect(recent, &QMenu::aboutToShow, this, [this, recent] {
        recent->clear();
        for (const QString& path : session_.recentJobs()) recent->addAction(path, this, [this, path] { openJob(path); });
    });
    job->addSeparator();
    command(job, tr("Save"), QKeySequence::Save, [this] { save(); });
    command(job, tr("Save as …"), QKeySequence::SaveAs, [this] { saveAs(); });
    command(job, tr("Report of the job …"), QKeySequence::Print, [this] { ReportDialog(session_, prompts_, this).exec(); });
    command(job, tr("Print this joint to PDF …"), {}, [this] {
        const QString path = prompts_.savePath(this, tr("Print to PDF"), QStringLiteral("joint.pdf"), tr("PDF (*.pdf)"));
        if (!path.isEmpty()) printJoint(path);
    });
    command(job, tr("Compare with another revision …"), {}, [this] {
        const QString path = prompts_.openPath(this);
        if (path.isEmpty()) return;
        const auto before = zg::openJob(path.toStdString());
        if (!before)
            return prompts_.tell(this, tr("The job could not be opened"), QString::fromStdString(joined(before.error())));
        const JobComparison comparison = compareJobs(before->job, session_.job());
        prompts_.showText(this, tr("From %1 to what is open").arg(QFileInfo(path).fileName()),
                          QString::fromStdString(comparisonText(comparison, session_.job().prices.value_or(Prices{}).currency)));
    });
    command(job, tr("Save lists of pieces, bolts, welds …"), {}, [this] { lists_->saveTables(); });
    command(job, tr("Save parts to be cut as DXF …"), {}, [this] { lists_->saveParts(); });
    command(job, tr("Save drawing sheets as PDF …"), {}, [this] { lists_->saveSheets(); });
    command(job, tr("Stock and preferences …"), {}, [this] { askForPreferences(session_, this); });
    command(job, tr("Prices of the job …"), {}, [this] { lists_->editPrices(); });
    command(job, tr("Settings of the job …"), QKeySequence(tr("Ctrl+,")), [this] { askForSettings(session_, this); });
    job->addSeparator();
    command(job, tr("Close"), QKeySequence::Quit, [this] { close(); });

    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    QAction* undo = session_.undoStack()->createUndoAction(this, tr("Undo"));
    undo->setShortcut(QKeySequence::Undo);
    QAction* redo = session_.undoStack()->createRedoAction(this, tr("Redo"));
    redo->setShortcuts({QKeySequence(tr("Ctrl+Y")), QKeySequence(tr("Ctrl+Shift+Z"))});
    edit->addAction(undo);
    edit->addAction(redo);
    commands_.push_back(undo);
    commands_.push_back(redo);
    command(edit, tr("Paste action sets"), {}, [this] { actions_->paste(); });
    command(edit, tr("Cases and combinations …"), QKeySequence(tr("Ctrl+Shift+C")), [this] { actions_->askForCases(); });
    command(edit, tr("Sets that cannot govern"), {}, [this] { showDominated(); });
    command(edit, tr("Drop the sets that cannot govern"), {}, [this] { dropDominated(); });
    command(edit, tr("Ask or edit in words"), QKeySequence(tr("Ctrl+K")), [this] { verdict_->focusAskBar(); });

    QMenu* joint = menuBar()->addMenu(tr("J&oint"));
    jointMenu_ = joint;
    command(joint, tr("New joint"), QKeySequence(tr("Ctrl+J")), [this] { newJoint(); });
    command(joint, tr("Duplicate joint"), QKeySequence(tr("Ctrl+Shift+J")), [this] { session_.duplicateCurrent(); });
    command(joint, tr("Remove joint"), {}, [this] { session_.removeCurrent(); });
    command(joint, tr("Mark, group, frame …"), QKeySequence(tr("Ctrl+I")), [this] { askForJoint(session_, this); });
    command(joint, tr("Up in the register"), QKeySequence(tr("Ctrl+Shift+Up")), [this] { moveInRegister(-1); });
    command(joint, tr("Down in the register"), QKeySequence(tr("Ctrl+Shift+Down")), [this] { moveInRegister(1); });
    joint->addSeparator();
    command(joint, tr("Several joints at once …"), QKeySequence(tr("Ctrl+M")), [this] { ManyDialog(session_, this).exec(); });
    command(joint, tr("Details kept in the job …"), QKeySequence(tr("Ctrl+Shift+K")),
            [this] { DetailsDialog(session_, this).exec(); });
    command(joint, tr("Copy a connection to another end …"), {}, [this] { askToCopyEnd(session_, this); });
    joint->addSeparator();
    command(joint, tr("Set datum"), QKeySequence(tr("Ctrl+D")), [this] { session_.setDatum(); });
    command(joint, tr("Clear datum"), QKeySequence(tr("Ctrl+Shift+D")), [this] { session_.clearDatum(); });

    joint->addSeparator();
    command(joint, tr("Find a layout that holds …"), QKeySequence(tr("Ctrl+L")), [this] { LayoutDialog(session_, this).exec(); });
    command(joint, tr("Run the plates, or cancel"), QKeySequence(tr("F5")), [this] {
        show(View::Plates);
        plates_->runOrCancel();
    });
    command(joint, tr("Mesh error of the plates"), QKeySequence(tr("Shift+F5")), [this] {
        show(View::Plates);
        plates_->converge();
    });
    command(joint, tr("Stiffness of the node"), {}, [this] {
        show(View::Plates);
        plates_->showStiffness(true);
    });
    command(joint, tr("Choices of the plate method …"), {}, [this] { askForPlates(session_, this); });
    command(joint, tr("Capacity design …"), QKeySequence(tr("Ctrl+E")), [this] { askForCapacity(session_, this); });
    command(joint, tr("Places of action sets"), {}, [this] { actions_->togglePlaces(); });
    command(joint, tr("Forces out of the plane"), {}, [this] { actions_->toggleOutOfPlane(); });
    command(joint, tr("Both methods beside each other"), QKeySequence(tr("Ctrl+B")), [this] {
        show(View::Plates);
        plates_->showComparison(true);
    });

    QMenu* look = menuBar()->addMenu(tr("&View"));
    command(look, tr("Sheet"), QKeySequence(tr("Alt+1")), [this] {
        show(View::Sheet);
        sheet_->setFocus();
    });
    command(look, tr("Springs"), QKeySequence(tr("Alt+2")), [this] { show(View::Springs); });
    command(look, tr("Springs: chain"), {}, [this] {
        show(View::Springs);
        springs_->showLadder(false);
    });
    command(look, tr("Springs: strength ladder"), {}, [this] {
        show(View::Springs);
        springs_->showLadder(true);
    });
    command(look, tr("Plates"), QKeySequence(tr("Alt+3")), [this] { show(View::Plates); });
    command(look, tr("Workings"), QKeySequence(tr("Alt+4")), [this] { show(View::Workings); });
    command(look, tr("Lists"), QKeySequence(tr("Alt+5")), [this] { show(View::Lists); });
    look->addSeparator();
    command(look, tr("Workings: brief"), {}, [this] {
        show(View::Workings);
        workings_->setDepth(Depth::Brief);
    });
    command(look, tr("Workings: by part"), {}, [this] {
        show(View::Workings);
        workings_->setDepth(Depth::ByPart);
    });
    command(look, tr("Workings: full"), {}, [this] {
        show(View::Workings);
        workings_->setDepth(Depth::Full);
    });
    look->addSeparator();
    command(look, tr("Dark or light"), QKeySequence(tr("Ctrl+Shift+L")), [this] { theme_.setDark(!theme_.isDark()); });
    command(look, tr("SI or US units"), QKeySequence(tr("Ctrl+U")), [this] {
        (void)session_.editJob(tr("display units"), [](Job& j) {
            j.settings.units = j.settings.units == UnitSystem::SI ? UnitSystem::US : UnitSystem::SI;
        });
    });

    QMenu* help = menuBar()->addMenu(tr("&Help"));
    command(help, tr("Keys and words"), QKeySequence::HelpContents, [this] { showShortcuts(commands_, this); });
}

void MainWindow::showDominated() {
    const JointState* state = session_.state();
    if (!state || !state->result) return;
    const bool isTwoSided = zg::isTwoSided(*session_.current());
    QString lines;
    const auto list = dominatedSets(*state->result);
    for (const DominatedSet& d : list)
        lines += QString::fromStdString(sentenceOf(d, *state->result, isTwoSided)) + QLatin1Char('\n');
    prompts_.showText(
        this, tr("Sets that cannot govern by the component method: %1 of %2").arg(list.size()).arg(state->result->givenSets),
        lines.isEmpty() ? tr("Every set leads in something.") : lines);
}

void MainWindow::dropDominated() {
    const JointState* state = session_.state();
    if (!state || !state->result || session_.isProposing()) return;
    const auto list = dominatedSets(*state->result);
    if (list.empty()) return verdict_->say(tr("Every set leads in something: none was dropped."));
    const auto count = static_cast<int>(list.size());
    if (session_.edit(tr("drop %1 sets that cannot govern").arg(count), [&](Joint& joint) { dropSets(joint, list); }))
        verdict_->say(tr("%1 sets dropped that cannot govern by the component method; undo brings them back.").arg(count));
}

std::vector<Suggestion> MainWindow::suggestions(const QString& typed) {
    std::vector<Suggestion> list = directEdits(session_, typed);
    const QString wanted = typed.trimmed();
    for (QAction* action : commands_) {
        const QString text = QString(action->text()).remove(QLatin1Char('&')).remove(QStringLiteral(" …"));
        if (!action->isEnabled() || list.size() >= 12) continue;
        if (!wanted.isEmpty() && !text.contains(wanted, Qt::CaseInsensitive)) continue;
        list.push_back({text, action->shortcut().toString(QKeySequence::NativeText), [action] { action->trigger(); }});
    }
    return list;
}

} // namespace zg
