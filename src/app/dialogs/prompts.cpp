#include "app/dialogs/prompts.h"
#include <QCoreApplication>
#include <QFileDialog>
#include <QMessageBox>

namespace zg {
namespace {
QString say(const char* text) { return QCoreApplication::translate("Prompts", text); }
} // namespace

QString DialogPrompts::openPath(QWidget* parent) {
    return QFileDialog::getOpenFileName(parent, say("Open a job"), {}, say("Jobs (*.zgj);;All files (*)"));
}

QString DialogPrompts::savePath(QWidget* parent, const QString& title, const QString& suggestion, const QString& filter) {
    return QFileDialog::getSaveFileName(parent, title, suggestion, filter);
}

Prompts::Keep DialogPrompts::unsaved(QWidget* parent) {
    const auto answer = QMessageBox::question(parent, say("Unsaved changes"), say("The job has changes that are not saved."),
                                              QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
    return answer == QMessageBox::Save ? Keep::Save : answer == QMessageBox::Discard ? Keep::Discard : Keep::Cancel;
}

void DialogPrompts::tell(QWidget* parent, const QString& title, const QString& text) {
    QMessageBox::information(parent, title, text);
}

} // namespace zg
