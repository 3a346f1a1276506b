#pragma once
#include <QString>
#include <string>
#include <vector>

class QWidget;

namespace zg {

/// Questions the bench asks: behind an interface so that tests can answer them.
class Prompts {
public:
    enum class Keep { Save, Discard, Cancel };
    virtual ~Prompts() = default;
    [[nodiscard]] virtual QString openPath(QWidget* parent) = 0;
    [[nodiscard]] virtual QString savePath(QWidget* parent, const QString& title, const QString& suggestion,
                                           const QString& filter) = 0;
    [[nodiscard]] virtual Keep unsaved(QWidget* parent) = 0;
    enum class Conflict { SaveBeside, TakeTheirs, Overwrite, Cancel };
    using Choices = std::vector<Conflict>;
    /// The file is not as we left it: what now, of these choices or Cancel.
    [[nodiscard]] virtual Conflict conflict(QWidget* parent, const QString& text, const Choices& choices) = 0;
    virtual void tell(QWidget* parent, const QString& title, const QString& text) = 0;
    /// A longer text to read and copy, lines as they are.
    virtual void showText(QWidget* parent, const QString& title, const QString& text) = 0;
};

class DialogPrompts : public Prompts {
public:
    [[nodiscard]] QString openPath(QWidget* parent) override;
    [[nodiscard]] QString savePath(QWidget* parent, const QString& title, const QString& suggestion,
                                   const QString& filter) override;
    [[nodiscard]] Keep unsaved(QWidget* parent) override;
    [[nodiscard]] Conflict conflict(QWidget* parent, const QString& text, const Choices& choices) override;
    void tell(QWidget* parent, const QString& title, const QString& text) override;
    void showText(QWidget* parent, const QString& title, const QString& text) override;
};

/// Writes what was made for a chosen file; why it could not is told.
void writeOrTell(Prompts& prompts, QWidget* parent, const QString& title, const QString& path, const std::string& bytes);

} // namespace zg
