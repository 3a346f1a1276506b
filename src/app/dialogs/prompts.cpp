#include "app/dialogs/prompts.h"
#include "exchange/file.h"
#include <QCoreApplication>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFontDatabase>
#include <QMessageBox>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

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

Prompts::Conflict DialogPrompts::conflict(QWidget* parent, const QString& text, const Choices& choices) {
    QMessageBox box(QMessageBox::Question, say("The file is not as we left it"), text, QMessageBox::Cancel, parent);
    std::vector<QAbstractButton*> buttons;
    for (const Conflict choice : choices) {
        const QString words = choice == Conflict::SaveBeside   ? say("Save ours beside it")
                              : choice == Conflict::TakeTheirs ? say("Take theirs (undo brings ours back)")
                                                               : say("Overwrite");
        buttons.push_back(
            box.addButton(words, choice == Conflict::Overwrite ? QMessageBox::DestructiveRole : QMessageBox::AcceptRole));
    }
    box.exec();
    for (std::size_t i = 0; i < buttons.size(); ++i)
        if (box.clickedButton() == buttons[i]) return choices[i];
    return Conflict::Cancel;
}

void DialogPrompts::tell(QWidget* parent, const QString& title, const QString& text) {
    QMessageBox::information(parent, title, text);
}

void DialogPrompts::showText(QWidget* parent, const QString& title, const QString& text) {
    QDialog dialog(parent);
    dialog.setWindowTitle(title);
    dialog.resize(860, 420);
    auto* page = new QPlainTextEdit(text, &dialog);
    page->setReadOnly(true);
    page->setLineWrapMode(QPlainTextEdit::NoWrap);
    page->setFont(QFontDatabase::systemFont(QFontDatabase::FixedFont));
    page->moveCursor(QTextCursor::End);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, &dialog);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    auto* column = new QVBoxLayout(&dialog);
    column->addWidget(page);
    column->addWidget(buttons);
    dialog.exec();
}

void writeOrTell(Prompts& prompts, QWidget* parent, const QString& title, const QString& path, const std::string& bytes) {
    if (const auto written = writeFile(path.toStdString(), bytes); !written)
        prompts.tell(parent, title, QString::fromStdString(sentenceOf(written.error())));
}

} // namespace zg
